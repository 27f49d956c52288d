#!/usr/bin/env python3
"""Writes a layers model (model.json and its weights) as ONNX: planes of sRGB in and out, weights in 16 bits."""
import argparse
import json
from pathlib import Path

import numpy as np
import onnx
from onnx import TensorProto, helper, numpy_helper


def read_weights(folder, manifest):
    """The tensors of a weights manifest, by name."""
    weights = {}
    for group in manifest:
        data = b"".join((folder / path).read_bytes() for path in group["paths"])
        at = 0
        for entry in group["weights"]:
            count = int(np.prod(entry["shape"]))
            values = np.frombuffer(data, np.float32, count, at)
            weights[entry["name"]] = values.reshape(entry["shape"])
            at += 4 * count
    return weights


class Writer:
    """Collects the nodes and tensors of a graph."""

    def __init__(self, weights, range_):
        self.weights, self.range = weights, range_
        self.nodes, self.tensors = [], []

    def node(self, kind, inputs, output, **attributes):
        self.nodes.append(helper.make_node(kind, inputs, [output], **attributes))

    def tensor(self, name, value):
        self.tensors.append(numpy_helper.from_array(value, name))
        return name

    def half(self, name, value):
        """A tensor stored in 16 bits, used in 32."""
        stored = self.tensor(name + "_half", np.ascontiguousarray(value).astype(np.float16))
        self.node("Cast", [stored], name, to=TensorProto.FLOAT)
        return name

    def convolution(self, name, config, inputs):
        if config["activation"] != "linear" or config["strides"] != [1, 1]:
            raise SystemExit(f"{name}: only plain convolutions are known")
        kernel = self.half(name + "_kernel", self.weights[name + "/kernel"].transpose(3, 2, 0, 1))
        bias = self.tensor(name + "_bias", self.weights[name + "/bias"].copy())
        self.node("Conv", [*inputs, kernel, bias], name, auto_pad="SAME_UPPER", kernel_shape=config["kernel_size"])

    def layer(self, kind, name, config, inputs):
        if kind == "Conv2D":
            self.convolution(name, config, inputs)
        elif kind == "Activation" and config["activation"] == "relu":
            self.node("Relu", inputs, name)
        elif kind == "Concatenate":
            self.node("Concat", inputs, name, axis=1)
        elif kind == "Add":
            self.node("Add", inputs, name)
        elif kind == "UpSampling2D" and config["interpolation"] == "nearest":
            scales = self.tensor(name + "_scales", np.float32([1, 1, *config["size"]]))
            nearest = {"mode": "nearest", "coordinate_transformation_mode": "asymmetric", "nearest_mode": "floor"}
            self.node("Resize", [*inputs, "", scales], name, **nearest)
        else:
            raise SystemExit(f"{name}: no rule for a layer of the kind {kind}")


def convert(model_json, range_):
    described = json.loads(model_json.read_text())
    config = described["modelTopology"]["model_config"]["config"]
    writer = Writer(read_weights(model_json.parent, described["weightsManifest"]), range_)
    full = writer.tensor("range", np.float32([range_]))
    for layer in config["layers"]:
        if layer["class_name"] == "InputLayer":
            writer.node("Mul", ["image", full], layer["name"])
            continue
        inputs = [given[0] for given in layer["inbound_nodes"][0]]
        writer.layer(layer["class_name"], layer["name"], layer["config"], inputs)
    writer.node("Div", [config["output_layers"][0][0], full], "enlarged")
    planes = lambda name, h, w: helper.make_tensor_value_info(name, TensorProto.FLOAT, [1, 3, h, w])
    graph = helper.make_graph(
        writer.nodes, "enlarger", [planes("image", "h", "w")], [planes("enlarged", "H", "W")], writer.tensors
    )
    model = helper.make_model(graph, opset_imports=[helper.make_opsetid("", 13)])
    model.ir_version = 7
    onnx.checker.check_model(model)
    return model


def main():
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("model", type=Path, help="its model.json")
    parser.add_argument("target")
    parser.add_argument("--range", type=float, default=255, help="what white is to the network")
    given = parser.parse_args()
    onnx.save(convert(given.model, given.range), given.target)


if __name__ == "__main__":
    main()
