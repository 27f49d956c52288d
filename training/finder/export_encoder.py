#!/usr/bin/env python3
"""export_encoder.py PT OUT.onnx: the encoder alone, for train3.py --features"""
import sys, torch
from net import FinderNet, load_weights


class W(torch.nn.Module):
    def __init__(s, e):
        super().__init__()
        s.e = e

    def forward(s, image):
        f2, f4, f8 = s.e.early(image * (255 / 128) - 127 / 128)
        return f2, f4, f8, *s.e.late(f8)


n = load_weights(FinderNet(), torch.load(sys.argv[1], map_location='cpu', weights_only=False)['ema']).eval()
torch.onnx.export(
    W(n.enc).eval(),
    (torch.rand(1, 3, 256, 256),),
    sys.argv[2],
    opset_version=17,
    input_names=['image'],
    output_names=['f2', 'f4', 'f8', 'a16', 'b16', 'a32', 'b32'],
    dynamic_axes={'image': {0: 'n', 2: 'H', 3: 'W'}},
    dynamo=False,
)
