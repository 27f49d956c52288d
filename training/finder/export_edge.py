#!/usr/bin/env python3
"""Edge -> ONNX (opset 17, any n, H, W; batch norms folded)."""
import sys, os, numpy as np, torch, torch.nn as nn, onnx
from edge import Edge
from export import fold, half_weights


class Whole(nn.Module):
    def __init__(s, n):
        super().__init__()
        s.n = n

    def forward(s, rgb, coarse):
        return torch.sigmoid(s.n(rgb, coarse))


def main(pt, out):
    n = Edge()
    n.load_state_dict(
        {k: v.float() if v.is_floating_point() else v for k, v in torch.load(pt, map_location='cpu')['ema'].items()}
    )
    n.eval()
    fold(n)
    w = Whole(n).eval()
    x, c = torch.rand(2, 3, 96, 64), torch.rand(2, 1, 96, 64)
    ax = {0: 'n', 2: 'H', 3: 'W'}
    torch.onnx.export(
        w,
        (x, c),
        out + '-fp32.onnx',
        opset_version=17,
        input_names=['rgb', 'coarse'],
        output_names=['alpha'],
        dynamic_axes=dict(rgb=ax, coarse=ax, alpha=ax),
        dynamo=False,
    )
    m = onnx.load(out + '-fp32.onnx')
    onnx.checker.check_model(m)
    onnx.save(half_weights(m), out + '.onnx')
    import onnxruntime as ort

    s = ort.InferenceSession(out + '.onnx')
    x, c = torch.rand(3, 3, 128, 160), torch.rand(3, 1, 128, 160)
    a = s.run(None, dict(rgb=x.numpy(), coarse=c.numpy()))[0]
    with torch.no_grad():
        b = w(x, c).numpy()
    print(
        'edge: max difference',
        np.abs(a - b).max(),
        os.path.getsize(out + '.onnx') / 1e6,
        'MB',
        len(m.graph.node),
        'nodes',
    )


if __name__ == '__main__':
    main(sys.argv[1], sys.argv[2])
