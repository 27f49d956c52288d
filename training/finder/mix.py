#!/usr/bin/env python3
"""mix.py OUT A SHARE_OF_B B [encoder|decoder]: weights between two checkpoints of one line of training"""
import sys, torch

out, a, k, b = sys.argv[1:5]
k = float(k)
only = sys.argv[5] if len(sys.argv) > 5 else ''
A, B = (torch.load(f, map_location='cpu', weights_only=False)['ema'] for f in (a, b))
mine = lambda n: not only or n.startswith('enc.') == (only == 'encoder')
torch.save(
    dict(
        ema={
            n: (v.float() * (1 - k) + B[n].float() * k).half() if v.is_floating_point() and mine(n) else v
            for n, v in A.items()
        }
    ),
    out,
)
