#!/usr/bin/env python3
"""Finder 3 + edge at the size of the photograph: IoU, mean alpha error, boundary F (2 px at 1,000 px)."""
import argparse, os, sys
import numpy as np, torch, torch.nn.functional as F, cv2
from PIL import Image
import evaluate as E
from edge import Edge

ap = argparse.ArgumentParser()
ap.add_argument('net')
ap.add_argument('edge')
ap.add_argument('sets', nargs='+')
ap.add_argument('--r', type=int, default=448)
ap.add_argument('--work', type=int, default=1600)
ap.add_argument('--list', action='store_true')
ap.add_argument('--save')
ap.add_argument('--passes', type=int, default=1)
a = ap.parse_args()
a.bf16 = 'avx512_bf16' in open('/proc/cpuinfo').read()
E.a = a
torch.set_num_threads(1)
net = E.load(a.net)
ed = Edge().eval()
ed.load_state_dict(
    {k: v.float() if v.is_floating_point() else v for k, v in torch.load(a.edge, map_location='cpu')['ema'].items()}
)
ed = ed.to(memory_format=torch.channels_last)


def rim(m):
    m = m.astype(np.uint8)
    return (m - cv2.erode(m, np.ones((3, 3), np.uint8))) > 0


def bf(p, t, s):
    r = max(1, round(2 * s / 1000))
    k = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (2 * r + 1,) * 2)
    P, T = rim(p), rim(t)
    if not P.any() or not T.any():
        return 0.0
    pr = (P & (cv2.dilate(T.astype(np.uint8), k) > 0)).sum() / P.sum()
    rc = (T & (cv2.dilate(P.astype(np.uint8), k) > 0)).sum() / T.sum()
    return 2 * pr * rc / max(1e-9, pr + rc)


def pad8(t):
    h, w = t.shape[-2:]
    return F.pad(t, (0, -w % 8, 0, -h % 8), 'replicate')


for s in a.sets:
    R = []
    for n, f, t in E.pairs(s):
        im = E.photo(f, a.work)
        w, h = im.size
        T = np.array(Image.open(t).convert('L').resize((w, h), Image.BOX)).astype(np.float32) / 255
        p, q = E.run(net, im, a.r)
        x = torch.from_numpy(np.array(im)).permute(2, 0, 1)[None].float() / 255
        c = F.interpolate(p[None, None], (h, w), mode='bilinear', align_corners=False)
        with torch.no_grad(), torch.autocast('cpu', torch.bfloat16, enabled=a.bf16):
            o = torch.sigmoid(ed(pad8(x).contiguous(memory_format=torch.channels_last), pad8(c)).float())[..., :h, :w]
        near = F.max_pool2d(((c > 0.04) & (c < 0.96)).float(), 25, 1, 12)
        z = (o * near + c * (1 - near))[0, 0].numpy()
        c = c[0, 0].numpy()
        row = []
        for y in (c, z):
            b, tb = y > 0.5, T > 0.5
            row += [(b & tb).sum() / max(1, (b | tb).sum()), np.abs(y - T).mean(), bf(b, tb, max(w, h))]
        R.append(row)
        if a.list:
            print(n, ' '.join('%.3f' % v for v in row))
        if a.save:
            os.makedirs(a.save, exist_ok=True)
            Image.fromarray((z * 255).astype(np.uint8)).save(f'{a.save}/{os.path.splitext(n)[0]}.png')
    R = np.array(R)
    m = R.mean(0)
    print(
        f'{s.rstrip("/").split("/")[-1]} ({len(R)}) map: IoU {m[0]:.3f} α {m[1]:.4f} F {m[2]:.3f} | with edge: IoU {m[3]:.3f} α {m[4]:.4f} F {m[5]:.3f}; median IoU {np.median(R[:, 3]):.3f}',
        flush=True,
    )
