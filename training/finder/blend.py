#!/usr/bin/env python3
"""blend.py OUT A SHARE_OF_B B: weights between checkpoint A and one of an earlier shape on the same line of training (inputs and layers that B lacks count as zero)"""
import sys, torch
from net import FinderNet, load_weights

out, a, k, b = sys.argv[1:5]
k = float(k)
A, B = (
    load_weights(FinderNet(), torch.load(f, map_location='cpu', weights_only=False)['ema']).state_dict() for f in (a, b)
)
had = torch.load(b, map_location='cpu', weights_only=False)['ema']
silent = lambda n: n.startswith('att16.') and not n.startswith(
    ('att16.proj', 'att16.m2')
)  # inner weights of a block that B lacks: only what it adds is scaled
torch.save(
    dict(
        ema={
            n: (v if silent(n) and n not in had else v * (1 - k) + (B[n] * k if n in had else 0)).half()
            if v.is_floating_point()
            else v
            for n, v in A.items()
        }
    ),
    out,
)
