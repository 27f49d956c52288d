"""Reads the weights of a graph model: PREFIX.json and PREFIX.bin."""
import json

import numpy as np

STORED = {"float32": "<f4", "int32": "<i4"}


def load_weights(prefix):
    graph = json.load(open(prefix + ".json"))
    data = open(prefix + ".bin", "rb").read()
    values, at = {}, 0
    for group in graph["weightsManifest"]:
        for weight in group["weights"]:
            count = int(np.prod(weight["shape"])) if weight["shape"] else 1
            quantised = weight.get("quantization")
            if quantised and quantised["dtype"] != "float16":
                raise ValueError(f"Weights stored as {quantised} are not read.")
            stored = np.dtype("<f2" if quantised else STORED[weight["dtype"]])
            value = np.frombuffer(data, stored, count, at)
            at += count * stored.itemsize
            value = value.astype(np.float32) if quantised else value
            values[weight["name"]] = value.reshape(weight["shape"])
    assert at == len(data), (at, len(data))
    return graph, values
