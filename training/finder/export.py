#!/usr/bin/env python3
"""FinderNet -> ONNX (opset 17, fixed square, batch norms folded, weights stored as fp16)."""
import sys, numpy as np, torch, torch.nn as nn, onnx
from onnx import numpy_helper as nh, helper, TensorProto
from net import FinderNet, load_weights


class Whole(nn.Module):
    def __init__(s, n):
        super().__init__()
        s.n = n

    def forward(s, image, hint):
        o, q = s.n(image, hint)
        return torch.sigmoid(o), q


def fold(m):
    for name, c in m.named_children():
        if isinstance(c, nn.Sequential) and len(c) > 1 and isinstance(c[1], nn.BatchNorm2d):
            m._modules[name] = nn.Sequential(torch.nn.utils.fusion.fuse_conv_bn_eval(c[0], c[1]), *list(c)[2:])
        else:
            fold(c)


def half_weights(m):
    """initializers of more than 64 values to fp16 with a Cast before use; constant-folded by the runtime at load"""
    g = m.graph
    new = []
    for t in list(g.initializer):
        if t.data_type == TensorProto.FLOAT and np.prod(t.dims) > 64:
            a = nh.to_array(t)
            h = nh.from_array(a.astype(np.float16), t.name + '_h')
            g.initializer.remove(t)
            g.initializer.append(h)
            new.append(helper.make_node('Cast', [t.name + '_h'], [t.name], to=TensorProto.FLOAT))
    for k, nd in enumerate(new):
        g.node.insert(k, nd)
    return m


def main(pt, out, R):
    n = FinderNet()
    if pt != '-':
        load_weights(n, torch.load(pt, map_location='cpu', weights_only=False)['ema'])
    n.eval()
    fold(n)
    w = Whole(n).eval()
    x, h = torch.rand(1, 3, R, R), torch.zeros(1, 3, R, R)
    torch.onnx.export(
        w,
        (x, h),
        out + '-fp32.onnx',
        opset_version=17,
        input_names=['image', 'hint'],
        output_names=['prob', 'iou'],
        dynamo=False,
    )
    m = onnx.load(out + '-fp32.onnx')
    onnx.checker.check_model(m)
    onnx.save(half_weights(m), out + '.onnx')
    import onnxruntime as ort, os

    s = ort.InferenceSession(out + '.onnx')
    a = s.run(None, dict(image=x.numpy(), hint=h.numpy()))
    with torch.no_grad():
        b = w(x, h)
    print(R, 'max difference', np.abs(a[0] - b[0].numpy()).max(), os.path.getsize(out + '.onnx') / 1e6, 'MB')


if __name__ == '__main__':
    main(sys.argv[1], sys.argv[2], int(sys.argv[3]))
