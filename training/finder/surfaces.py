"""Light from all around, labels, planks."""
import glob
import os
import re

import numpy as np
from PIL import Image, ImageDraw, ImageFont

FLOAT = np.float32

_weights = None

_made = []


def light_levels(rng):
    if len(_made) < 80:
        _made.append(make_light_levels(rng))
        L = _made[-1]
    else:
        L = _made[rng.integers(80)]
    L = np.roll(L, rng.integers(64), 2)
    if rng.random() < 0.5:
        L = L[:, :, ::-1]
    return np.ascontiguousarray(L * FLOAT(rng.uniform(0.25, 0.75) / L[5].mean()))


def make_light_levels(rng):
    global _weights
    th = (np.arange(32) + 0.5) / 32 * np.pi
    ph = ((np.arange(64) + 0.5) / 64 - 0.5) * 2 * np.pi
    if _weights is None:
        D = np.stack(
            [
                np.sin(th)[:, None] * np.cos(ph),
                np.cos(th)[:, None] + 0 * ph,
                np.sin(th)[:, None] * np.sin(ph),
            ],
            2,
        ).reshape(-1, 3)
        w = np.repeat(np.sin(th), 64)
        dd = D @ D.T
        _weights = []
        for k in (80, 25, 9, 4):
            m = np.exp(k * (dd - 1)) * w
            _weights.append((m / m.sum(1, keepdims=True)).astype(FLOAT))
        m = np.maximum(dd, 0) * w
        _weights.append((m / m.sum(1, keepdims=True)).astype(FLOAT))
    top, hor, bot = [np.array([rng.uniform(0.05, 1)] * 3) * rng.uniform(0.85, 1.15, 3) for _ in range(3)]
    y = np.cos(th)[:, None, None]
    E = np.where(y > 0, hor + (top - hor) * y, hor * 0.7 + (bot - hor * 0.7) * -y) * np.ones((1, 64, 1))
    lo = rng.uniform(0, 1, (5, 9, 3)).mean(2) * 0.8 + 0.4
    E *= np.array(Image.fromarray(lo.astype(FLOAT)).resize((64, 32), Image.BICUBIC))[..., None]
    for _ in range(rng.integers(1, 6)):
        h, w = (rng.integers(2, 14), rng.integers(2, 22))
        a, b = (rng.integers(0, max(1, 24 - h)), rng.integers(0, 64 - w))
        E[a : a + h, b : b + w] += rng.uniform(1, 10) * rng.uniform(0.85, 1.1, 3)
    for _ in range(rng.integers(0, 5)):
        h, w = (rng.integers(2, 20), rng.integers(1, 12))
        a, b = (rng.integers(0, 32 - h), rng.integers(0, 64 - w))
        E[a : a + h, b : b + w] *= rng.uniform(0, 0.5)
    E = E.reshape(-1, 3).astype(FLOAT)
    L = [E] + [w @ E for w in _weights]
    return np.stack(L).astype(FLOAT)


FONTS = glob.glob("/usr/share/fonts/**/*.ttf", recursive=True)


def label_texture(rng, textures):
    k = rng.integers(0, 6)
    n = 128
    a = np.zeros((n, n, 4), np.uint8)
    c1, c2 = rng.integers(0, 256, (2, 3))
    if k == 0 and len(textures):
        a[..., :3] = textures[rng.integers(len(textures))][:128, :128]
        a[..., 3] = 255
    elif k == 1:
        x = np.arange(n) * rng.uniform(0.1, 0.6)
        a[..., :3] = np.where((np.sin(x) > 0)[None, :, None], c1, c2)
        a[..., 3] = 255
    elif k == 2:
        y, x = np.mgrid[:n, :n] % 16 - 8
        m = x * x + y * y < rng.uniform(5, 40)
        a[..., :3] = c1
        a[..., 3] = m * 255
    else:
        im = Image.new("RGBA", (n, n), tuple((int(v) for v in c1)) + ((255,) if k > 3 else (0,)))
        dr = ImageDraw.Draw(im)
        for _ in range(rng.integers(1, 6)):
            col = tuple((int(v) for v in rng.integers(0, 256, 3))) + (255,)
            x, y = rng.uniform(0, 100, 2)
            if rng.random() < 0.6:
                t = "".join(
                    rng.choice(list("ABCDEFGHKLMNOPRSTUVaeiounrst   0123456789"), rng.integers(3, 12))
                )
                try:
                    f = (
                        ImageFont.truetype(str(rng.choice(FONTS)), int(rng.integers(10, 36)))
                        if FONTS
                        else None
                    )
                except Exception:
                    f = None
                dr.text((x * 0.6, y), t, fill=col, font=f)
            elif rng.random() < 0.5:
                dr.rectangle((x, y, x + rng.uniform(5, 80), y + rng.uniform(3, 50)), fill=col)
            else:
                dr.ellipse((x, y, x + rng.uniform(5, 60), y + rng.uniform(5, 60)), fill=col)
        a = np.array(im)
    return np.ascontiguousarray(a)


def wood_texture(rng, textures, wood):
    t = textures[rng.choice(wood)].astype(float)
    t = (
        t.mean(2, keepdims=True) * rng.choice([0, 1]) * np.array([1.0, 0.8, 0.6]) + t * 0.5
        if rng.random() < 0.3
        else t
    )
    if rng.random() < 0.5:
        t = t.swapaxes(0, 1)
    return np.ascontiguousarray(
        np.concatenate(
            [np.clip(t * rng.uniform(0.6, 1.2), 0, 255), np.full(t.shape[:2] + (1,), 255.0)], 2
        ).astype(np.uint8)
    )


WOOD = re.compile("wood|oak|pine(?!snow)|bois|madera|teak|alder|parquet|plank", re.I)


def texture_library(models, out):
    """all JPEG textures of the packs as one (n,256,256,3) array, and the indices of the wooden ones"""
    if not os.path.exists(out):
        L, wood = ([], [])
        for p in sorted(glob.glob(models + "/**/*.[jJ][pP]*[gG]", recursive=True)):
            try:
                im = Image.open(p)
                im.load()
            except Exception:
                continue
            if min(im.size) < 100:
                continue
            if WOOD.search(os.path.basename(p)) and "bump" not in p:
                wood.append(len(L))
            L.append(np.array(im.convert("RGB").resize((256, 256), Image.BOX)))
        np.save(out.replace(".npy", "-wood.npy"), np.array(wood))
        np.save(out, np.stack(L))
    return (np.load(out), np.load(out.replace(".npy", "-wood.npy")))
