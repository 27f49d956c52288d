#!/usr/bin/env python3
"""Cut-out photographs (RGBA PNG) -> sprites in the format of sprites.py: made shadows, poses and sizes; several versions of each."""
import argparse, csv, glob, os
import numpy as np, cv2
from PIL import Image

S = 512
ap = argparse.ArgumentParser(description=__doc__)
ap.add_argument('out')
ap.add_argument('folder')
ap.add_argument('picks')
ap.add_argument('--versions', type=int, default=3)
ap.add_argument('--seed', type=int, default=1)
ap.add_argument('--part', choices=['train', 'val'], default='train')
a = ap.parse_args()
rng = np.random.default_rng(a.seed)
rows = list(csv.reader(open(a.picks), delimiter='\t'))
todo = [(i, r) for i, r in enumerate(rows) if (i % 12 == 5) == (a.part == 'val')]
A = np.lib.format.open_memmap(a.out + '.rgba.npy', 'w+', np.uint8, (len(todo) * a.versions, S, S, 7))
metas, names, refl, rid = [], [], [], []
n = 0
for i, (path, kind, pose, cat) in todo:
    im = Image.open(f'{a.folder}/{i:04d}.png').convert('RGBA')
    small = max(im.size)
    for v in range(a.versions):
        w, h = im.size
        k = S * (0.62 if pose == 'stand' else 0.7) / max(w, h)
        asp = np.exp(rng.normal() * 0.08)
        W, H = max(8, round(w * k * asp)), max(8, round(h * k / asp))
        p = np.array(im).astype(np.float32)
        p[..., :3] *= p[..., 3:] / 255
        p = cv2.resize(p, (W, H), interpolation=cv2.INTER_CUBIC if k > 1 else cv2.INTER_AREA).clip(0, 255)
        al = p[..., 3]
        if k > 1.6:
            al = np.clip((al / 255 - 0.5) * min(3, k) * 0.8 + 0.5, 0, 1) * 255
            al[p[..., 3] < 3] = 0  # crisp again after enlarging
        c = p[..., :3] / np.maximum(p[..., 3:], 1) * 255
        if rng.random() < 0.2 and kind != 'photo':
            c = c[..., rng.permutation(3)]
        o = np.zeros((S, S, 7), np.float32)
        y0, x0 = (S - H) // 2, (S - W) // 2
        o[y0 : y0 + H, x0 : x0 + W, :3] = c.clip(0, 255)
        o[y0 : y0 + H, x0 : x0 + W, 3] = al
        o[y0 : y0 + H, x0 : x0 + W, 4] = al
        m = o[..., 4] / 255
        ys, xs = np.nonzero(m > 0.5)
        if len(ys) < 400:
            continue
        top, bot, left, right = ys.min(), ys.max() + 1, xs.min(), xs.max() + 1
        if pose == 'stand':
            elev = rng.uniform(1, 30)
            P = 0
        elif pose == 'lie':
            elev = rng.uniform(62, 89)
            P = 2
        else:
            elev = rng.uniform(0, 30)
            P = 1
        key = np.zeros((S, S), np.float32)
        dome = key.copy()
        hard = rng.random() < 0.35
        if P == 0:  # shadow: the silhouette sheared on to the floor; contact where the silhouette meets the floor
            sy = np.sin(np.radians(max(elev, 4))) * rng.uniform(0.3, 1.1) * rng.choice([-1, 1], p=[0.75, 0.25])
            sx = rng.normal() * 0.7
            depth = np.sin(np.radians(elev)) * 0.3 * (right - left)
            M = np.float32([[1, -sx, sx * bot], [0, sy if sy > 0 else sy, bot - sy * bot]])
            M[1] = [0, sy, bot - sy * bot - depth * 0.15]
            key = cv2.warpAffine(m, M, (S, S), flags=cv2.INTER_LINEAR)
            key = np.maximum(key, 0)
            low = m.copy()
            low[: max(0, int(bot - 0.16 * (bot - top)))] = 0
            b = max(3, int(0.05 * (right - left))) | 1
            dome = cv2.GaussianBlur(np.roll(low, int(b * 0.2), 0), (0, 0), b * 0.5) * 1.5
            f = np.roll(low, 3, 0)
            dome = np.maximum(dome * 0.7, f)
        elif P == 2:
            d = 10 ** rng.uniform(0.2, 1.5)
            t = rng.uniform(0, 6.28)
            key = cv2.warpAffine(m, np.float32([[1, 0, d * np.cos(t)], [0, 1, d * np.sin(t)]]), (S, S))
            key = cv2.GaussianBlur(key, (0, 0), max(0.6, d * rng.uniform(0.05, 0.6)))
            dome = cv2.GaussianBlur(m, (0, 0), 10 ** rng.uniform(0.3, 1.2))
        o[..., 5], o[..., 6] = key.clip(0, 1) * 255, dome.clip(0, 1) * 255 * rng.uniform(0.3, 1)
        hor = bot - (bot - top) * rng.uniform(0.4, 1.2) if P == 0 else -9999
        if P == 0 and rng.random() < 0.4:  # mirror image below
            r = np.zeros((S, S, 4), np.float32)
            src = o[..., :4][top:bot][::-1]
            k2 = min(len(src), S - bot)
            r[bot : bot + k2] = src[:k2]
            r[bot : bot + k2, :, 3] *= np.linspace(1, 0.4, k2)[:, None]
            rid.append(n)
            refl.append(r.clip(0, 255).astype(np.uint8))
        A[n] = (o + 0.5).clip(0, 255).astype(np.uint8)
        metas.append([left, right, top, bot, elev, hor, P, 1 if rid and rid[-1] == n else 0, 0, 1 if hard else 0])
        names.append('cut-' + cat)
        n += 1
A.flush()
del A
m = np.load(a.out + '.rgba.npy', mmap_mode='r')
np.savez(
    a.out + '.npz',
    refl=np.stack(refl),
    rid=rid,
    wide=np.zeros((0, S, S), np.uint8),
    wid=np.zeros(0, int),
    meta=np.array(metas, np.float32),
    names=names,
)
print(n, 'sprites of', len(todo))
