#!/usr/bin/env python3
"""Renders sprites (RGBA, truth and shadows, 256 x 256) of open-licence OBJ models and of things made by rule."""
import argparse
import ctypes as C
import glob
import math
import os
import re
import signal
import time
import zlib

import numpy as np

import meshes
from meshes import load_obj, load_texture, pointer
from shapes import procedural, rotation
from surfaces import label_texture, light_levels, texture_library, wood_texture

FLOAT = np.float32
SIDE = 256

SKIP = re.compile(
    "window|door(?!mat)|wall(?!Light)|curtain|switch|socket|plug|rj-?45|antenna|dimmer|stationnement|fleche|passage|pool|rails|parque|carpet|rug|billet|fence|railing|hedge|room|blinds|sidewalk|chimney|fireplace|elevator|escalator|porch|staircase|fluorescent|entry-bell|smoke|intercom|doormat|bathmat|tatami|island|barnum|hut|column|track|puerta|shower|male0|female|boy|girl|mannequin|speech|hanging-clothes|newspaper|frame|poster|goal|trampoline|jacuzzi|corner",
    re.I,
)

MODES = ["orig", "hue", "mono", "each", "white", "black", "metal", "wood"]


def render(mesh, rng, textures, wood, cache):
    M = mesh["M"]
    src = mesh["mats"]
    nm = len(src)
    texs = []
    mats = np.zeros((nm, 16), FLOAT)
    mode = rng.choice(MODES, p=[0.33, 0.12, 0.12, 0.08, 0.13, 0.08, 0.06, 0.08])
    if mesh["name"].startswith("proc") and mode == "hue":
        mode = "each"
    perm, gain = (rng.permutation(3), rng.uniform(0.5, 1.4, 3))
    mono = rng.uniform(0.02, 0.9, 3)
    glo = rng.random()
    plank = wood_texture(rng, textures, wood) if mode == "wood" else None
    for i, s in enumerate(src):
        kd = np.array(s["kd"], float) ** 1.5
        f0 = 0.04
        rough = (
            float(np.clip(1 - math.log10(max(s["ns"], 1)) / 3, 0.1, 1))
            if s["ks"] > 0.05
            else rng.uniform(0.6, 1)
        )
        metal = 0.0
        al = float(s["d"])
        tex = -1
        if s["tex"] and mode in ("orig", "hue") and (s["tex"] not in cache):
            cache[s["tex"]] = load_texture(s["tex"])
        if s["tex"] and mode in ("orig", "hue") and (cache.get(s["tex"]) is not None):
            tex = len(texs)
            texs.append(cache[s["tex"]])
            kd = np.maximum(kd, 0.8) if max(kd) > 0.02 else np.ones(3)
        if s["tex"] and mode not in ("orig", "hue"):
            # keep cut-out leaves
            if s["tex"] not in cache:
                cache[s["tex"]] = load_texture(s["tex"])
            t = cache[s["tex"]]
            if t is not None and t[..., 3].min() < 60:
                t = t.copy()
                t[..., :3] = 255
                tex = len(texs)
                texs.append(np.ascontiguousarray(t))
        if s["ks"] > 0.5 and max(kd) < 0.5 and (rng.random() < 0.6):
            metal = 1.0
            kd = np.maximum(kd, 0.5)
        if mode == "hue":
            kd = np.clip(kd[perm] * gain, 0, 0.95)
        elif mode == "mono":
            kd = mono
            rough = glo
        elif mode == "each":
            kd = rng.uniform(0.02, 0.9, 3) if rng.random() < 0.7 else np.full(3, rng.uniform(0.02, 0.9))
            rough = rng.uniform(0.05, 1)
            metal = float(rng.random() < 0.15)
        elif mode == "white":
            kd = np.full(3, rng.uniform(0.68, 0.92)) * rng.uniform(0.97, 1, 3)
            rough = glo
        elif mode == "black":
            kd = np.full(3, rng.uniform(0.005, 0.05))
            rough = glo
        elif mode == "metal":
            kd = (
                np.full(3, rng.uniform(0.5, 0.95))
                if rng.random() < 0.6
                else np.array([0.9, 0.7, 0.4]) * rng.uniform(0.8, 1.1)
            )
            metal = 1.0
            rough = glo * 0.6 + 0.05
        elif mode == "wood":
            rough = glo * 0.7 + 0.3
            metal = 0.0
            al = 1.0
        if al < 0.95 and rng.random() < 0.3:
            al = 1.0
        if al < 0.95:
            al = max(0.12, al * 0.7)
        if mode in ("mono", "white") and len(np.unique(M)) <= 3 and (rng.random() < 0.06):
            al = rng.uniform(0.15, 0.6)
            rough = 0.05
        tm, ts, tu, tv = (0, 1, 0, 0)
        if plank is not None and tex < 0:
            tm, ts, (tu, tv) = (1, rng.uniform(0.7, 2.5), rng.uniform(0, 1, 2))
            texs.append(plank)
            tex = len(texs) - 1
        if tex < 0 and al > 0.9 and (rng.random() < 0.2):
            tm = int(rng.choice([1, 2]))
            ts = rng.uniform(1.2, 5)
            tu, tv = (
                rng.uniform(0, 1, 2)
                if tm == 1
                else (0.5 + rng.uniform(-0.3, 0.3), 0.5 + rng.uniform(-0.3, 0.3))
            )
            texs.append(label_texture(rng, textures))
            tex = len(texs) - 1
        mats[i, :12] = [*kd, f0, np.clip(rough, 0.03, 1), metal, al, tex, tm, ts, tu, tv]
    # pose
    R = rotation(1, rng.uniform(0, 2 * np.pi))
    hang = rng.random() < 0.1
    flat = rng.random() < 0.12
    elev = math.radians(
        [rng.uniform(0, 6), rng.uniform(5, 35), rng.uniform(30, 70), rng.uniform(68, 89)][
            rng.choice(4, p=[0.17, 0.53, 0.2, 0.1])
        ]
    )
    if flat:
        R = (
            rotation(0, rng.choice([-1, 1]) * np.pi / 2) @ rotation(2, rng.uniform(0, 6.283))
            if rng.random() < 0.6
            else rotation(rng.integers(3), rng.uniform(0, 6.3)) @ R
        )
        elev = math.radians(rng.uniform(25, 89))
    elif hang or rng.random() < 0.06:
        R = rotation(0, rng.normal() * 0.5) @ rotation(2, rng.normal() * 0.5) @ R
    sc = np.exp(rng.normal(size=3) * 0.12)
    P = (mesh["P"].reshape(-1, 3) * sc @ R.T).astype(FLOAT)
    N = (mesh["N"].reshape(-1, 3) / sc @ R.T).astype(FLOAT)
    ground = float(P[:, 1].min())
    f = 0.5 / math.tan(math.radians(rng.uniform(12, 52)) / 2)
    dist = 1.1 * f / 0.5 + 0.6
    fwd = np.array([0, -math.sin(elev), -math.cos(elev)])
    right = np.array([1.0, 0, 0])
    up = np.cross(right, fwd)
    eye = -fwd * dist
    d = P - eye
    z = np.maximum(d @ fwd, 0.05)
    px, py = (d @ right / z, -(d @ up) / z)
    x0, x1, y0, y1 = (px.min(), px.max(), py.min(), py.max())
    ext = max(x1 - x0, y1 - y0)
    detail = rng.random() < 0.1
    F = SIDE * 0.66 / ext
    cx, cy = (SIDE / 2 - F * (x0 + x1) / 2, SIDE / 2 - F * (y0 + y1) / 2)
    # runs out of the frame
    if detail:
        F *= rng.uniform(1.8, 4)
        k = rng.integers(len(px))
        cx, cy = (SIDE / 2 - F * px[k], SIDE / 2 - F * py[k])
    # key light: above rather than level, from any side, more or less wide
    # a bare bulb or the sun: long, sharp, dark shadows
    hard = rng.random() < 0.38
    az, le, spread = (
        rng.uniform(0, 2 * np.pi),
        math.radians(rng.uniform(14, 60) if hard else rng.uniform(18, 85)),
        10 ** (rng.uniform(-3, -1.7) if hard else rng.uniform(-2, -0.3)),
    )
    L0 = np.array([math.cos(le) * math.cos(az), math.sin(le), math.cos(le) * math.sin(az)])
    # room for the shadow
    if le < 1.0 and (not hard) and (not detail):
        cx += float(np.clip(-L0[0] / L0[1] * SIDE * 0.04, -SIDE * 0.12, SIDE * 0.12))
    dirs = [L0] + [L0 + rng.normal(size=3) * spread for _ in range(5)]
    for k in range(9):
        u, v = ((k + 0.5) / 9, k * 0.618 % 1)
        zz = math.sqrt(1 - u * 0.97)
        rr = math.sqrt(1 - zz * zz)
        dirs.append(np.array([rr * math.cos(6.283 * v), zz, rr * math.sin(6.283 * v)]))
    for k in range(4):
        v = (k + rng.random()) / 4
        dirs.append(np.array([math.cos(6.283 * v), -0.25, math.sin(6.283 * v)]))
    B = []
    for dv in dirs:
        dv = dv / np.linalg.norm(dv)
        a = np.cross(dv, [0.3, 0.1, 0.95] if abs(dv[1]) > 0.9 else [0, 1, 0])
        a /= np.linalg.norm(a)
        B.append([a, np.cross(dv, a), dv])
    B = np.ascontiguousarray(np.array(B, FLOAT))
    K = len(B)
    E = light_levels(rng)
    key = (np.array([1.0, 1, 1]) * rng.uniform(0.15, 1.1) * rng.uniform(0.9, 1.1, 3)).astype(FLOAT)
    cam = np.array([*eye, *right, *up, *fwd, F, cx, cy], FLOAT)
    out = np.zeros((SIDE, SIDE, 5), FLOAT)
    sh = np.zeros((SIDE, SIDE, 2), FLOAT)
    wide = np.zeros((SIDE, SIDE, 2), FLOAT) if hard and (not hang) else None
    ref = np.zeros((SIDE, SIDE, 5), FLOAT)
    dorf = not hang and (not detail) and (elev < 1.1) and (rng.random() < 0.4)
    nt = len(M)
    P = np.ascontiguousarray(P)
    N = np.ascontiguousarray(N)
    if texs:
        tp = (C.c_void_p * len(texs))(*[t.ctypes.data for t in texs])
        tw = np.array([t.shape[1] for t in texs], np.int32)
        thh = np.array([t.shape[0] for t in texs], np.int32)
    else:
        tp = (C.c_void_p * 1)(None)
        tw = thh = np.zeros(1, np.int32)
    meshes.library.sprite(
        nt,
        pointer(P),
        pointer(N),
        pointer(mesh["U"]),
        pointer(M),
        pointer(mats),
        tp,
        pointer(tw),
        pointer(thh),
        pointer(cam),
        SIDE,
        pointer(E),
        6,
        K,
        pointer(B),
        pointer(key),
        C.c_float(ground),
        int(dorf),
        pointer(out),
        pointer(sh),
        None if wide is None else pointer(wide),
        pointer(ref),
    )
    lum = key.mean() * 0.8 + E[5].mean()
    ex = rng.uniform(0.75, 1.15) * 0.95 / lum

    def enc(o):
        a = o[..., 3:4]
        c = o[..., :3] / np.maximum(a, 0.0001) * ex
        c = np.where(c > 0.8, 0.8 + 0.25 * np.tanh((c - 0.8) / 0.4), c)
        c = np.clip(c, 0, 1) ** (1 / 2.2)
        return np.concatenate([c * 255, o[..., 3:5] * 255], 2)

    o = enc(out)
    t = out[..., 4]
    if t.sum() < SIDE * SIDE * 0.004 or (detail and (not 0.15 < t.mean() < 0.93)):
        return None
    ys, xs = np.nonzero(t > 0.5)
    img = np.concatenate([o, np.clip(sh, 0, 1) * (0 if hang else 255)], 2)
    hor = cy - F * math.tan(elev) if elev < 1.5 else -9999
    meta = [
        xs.min(),
        xs.max() + 1,
        ys.min(),
        ys.max() + 1,
        math.degrees(elev),
        np.clip(hor, -9999, 9999),
        3 if detail else 1 if hang else 2 if flat else 0,
        1 if dorf else 0,
        MODES.index(mode),
        1 if hard else 0,
    ]
    u8 = lambda a: np.clip(a + 0.5, 0, 255).astype(np.uint8)
    return (
        u8(img),
        u8(enc(ref)[..., :4]) if dorf else None,
        None if wide is None else u8(wide[..., 0] * 255),
        np.array(meta, FLOAT),
    )


def group(mesh, rng):
    """model + procedural neighbour on the same floor"""
    o = procedural(rng)
    P = o["P"].reshape(-1, 3) * rng.uniform(0.4, 1) + [
        rng.uniform(0.5, 0.9) * rng.choice([-1, 1]),
        0,
        rng.uniform(-0.4, 0.4),
    ]
    P[:, 1] += mesh["P"].reshape(-1, 3)[:, 1].min() - P[:, 1].min()
    return dict(
        P=np.concatenate([mesh["P"], P.reshape(-1, 9).astype(FLOAT)]),
        N=np.concatenate([mesh["N"], o["N"]]),
        U=np.concatenate([mesh["U"], o["U"]]),
        M=np.concatenate([mesh["M"], o["M"] + len(mesh["mats"])]).astype(np.int32),
        mats=mesh["mats"] + o["mats"],
        name=mesh["name"],
    )


def main():
    ap = argparse.ArgumentParser(description=__doc__)
    ap.add_argument("out", help="prefix of the files to write")
    ap.add_argument("count", type=int)
    ap.add_argument("--seed", type=int, default=1)
    ap.add_argument("--models", required=True, help="folder with the unpacked model packs")
    ap.add_argument("--so", default=os.path.join(os.path.dirname(os.path.abspath(__file__)), "librender.so"))
    ap.add_argument("--textures", required=True, help="texture library (.npy), made when missing")
    ap.add_argument(
        "--part", choices=["train", "val"], default="train", help="one model in 12 is kept for val"
    )
    ap.add_argument("--minutes", type=float, default=1000000000.0, help="stop after this time")
    ap.add_argument("--procedural", type=float, default=0.36)
    a = ap.parse_args()
    rng = np.random.default_rng(a.seed)
    meshes.library = C.CDLL(a.so)
    textures, wood = texture_library(a.models, a.textures)
    files = [
        f
        for f in sorted(glob.glob(a.models + "/**/*.obj", recursive=True))
        if not SKIP.search(os.path.basename(f)) and "Reallusion" not in f and (os.path.getsize(f) < 6000000.0)
    ]
    files = [f for f in files if (zlib.crc32(os.path.basename(f).encode()) % 12 == 0) == (a.part == "val")]
    rng.shuffle(files)
    print(len(files), "models", flush=True)
    A = np.lib.format.open_memmap(a.out + ".rgba.npy", "w+", np.uint8, (a.count, SIDE, SIDE, 7))
    refl, rid, wide, wid, metas, names = ([], [], [], [], [], [])
    n = last = fi = 0
    t0 = time.time()
    bad = set()
    stop = []
    signal.signal(signal.SIGTERM, lambda *_: stop.append(1))

    def save():
        np.savez(
            a.out + ".npz",
            refl=np.stack(refl),
            rid=rid,
            wide=np.stack(wide),
            wid=wid,
            meta=np.stack(metas),
            names=names,
        )

    while n < a.count and time.time() - t0 < a.minutes * 60 and (not stop):
        cache = {}
        if rng.random() < a.procedural:
            mesh = procedural(rng)
            views = 1
        else:
            f = files[fi % len(files)]
            fi += 1
            mesh = None if f in bad else load_obj(f)
            views = 2
            if mesh is None:
                bad.add(f)
                continue
            if len(mesh["M"]) > 60000:
                views = 1
            if rng.random() < 0.1:
                mesh = group(mesh, rng)
        for _ in range(views):
            r = render(mesh, rng, textures, wood, cache) if n < a.count else None
            if r is None:
                continue
            A[n] = r[0]
            if r[1] is not None:
                rid.append(n)
                refl.append(r[1])
            if r[2] is not None:
                wid.append(n)
                wide.append(r[2])
            metas.append(r[3])
            names.append(mesh["name"])
            n += 1
        if n - last >= 200:
            last = n
            print(n, round(time.time() - t0, 1), flush=True)
    A.flush()
    save()
    print("done", n, round(time.time() - t0), "s", flush=True)


if __name__ == "__main__":
    main()
