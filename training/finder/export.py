#!/usr/bin/env python3
"""Writes a checkpoint as PREFIX.onnx (weights stored in 16 bits, computed in 32) and PREFIX-fp32.onnx."""
import argparse

import numpy as np
import onnx
import torch
from onnx import TensorProto, helper, numpy_helper

from finder import load_net

# Smaller tensors stay as they are.
WORTH_SHRINKING = 32


class Chances(torch.nn.Module):
    def __init__(self, net):
        super().__init__()
        self.net = net

    def forward(self, x):
        return torch.sigmoid(self.net(x))


def take_rgb(net):
    """The detector took BGR: its first convolution's channels are turned round instead of every picture."""
    with torch.no_grad():
        net.enc.stem.weight.copy_(net.enc.stem.weight.flip(1))
        net.mul.copy_(net.mul.flip(1))
        net.sub.copy_(net.sub.flip(1))
    net.bgr = False
    return net


def halve(source, target):
    model = onnx.load(source)
    graph, stored, casts = model.graph, [], []
    for tensor in list(graph.initializer):
        value = numpy_helper.to_array(tensor)
        if tensor.data_type != TensorProto.FLOAT or value.size < WORTH_SHRINKING:
            continue
        graph.initializer.remove(tensor)
        half = tensor.name + "_half"
        stored.append(numpy_helper.from_array(value.astype(np.float16), half))
        casts.append(helper.make_node("Cast", [half], [tensor.name], to=TensorProto.FLOAT))
    graph.initializer.extend(stored)
    nodes = list(graph.node)
    del graph.node[:]
    graph.node.extend(casts + nodes)
    onnx.checker.check_model(model)
    onnx.save(model, target)


def main():
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("checkpoint")
    parser.add_argument("prefix")
    given = parser.parse_args()
    torch.set_num_threads(1)
    net = Chances(take_rgb(load_net(given.checkpoint))).eval()
    axes = {0: "n", 2: "h", 3: "w"}
    torch.onnx.export(
        net,
        torch.rand(1, 3, 192, 192),
        given.prefix + "-fp32.onnx",
        opset_version=13,
        input_names=["image"],
        output_names=["prob"],
        dynamic_axes={"image": axes, "prob": axes},
        do_constant_folding=True,
    )
    halve(given.prefix + "-fp32.onnx", given.prefix + ".onnx")


if __name__ == "__main__":
    main()
