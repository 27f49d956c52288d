#!/usr/bin/env python3
"""Render sprites (RGBA + truth + shadows, 512x512) of open-licence OBJ models and of procedural things."""
import argparse, ctypes as C, glob, math, os, re, signal, time, zlib
import numpy as np
from PIL import Image, ImageDraw, ImageFont

lib = None  # librender.so, set in main
S = 512
SKIP = re.compile(
    r'window|door(?!mat)|wall(?!Light)|curtain|switch|socket|plug|rj-?45|antenna|dimmer|stationnement|fleche|passage|pool|rails|parque|carpet|rug|billet|fence|railing|hedge|room|blinds|sidewalk|chimney|fireplace|elevator|escalator|porch|staircase|fluorescent|entry-bell|smoke|intercom|doormat|bathmat|tatami|island|barnum|hut|column|track|puerta|shower|male0|female|boy|girl|mannequin|speech|hanging-clothes|newspaper|frame|poster|goal|trampoline|jacuzzi|corner',
    re.I,
)
f32 = np.float32


def ptr(a):
    return a.ctypes.data_as(C.c_void_p)


def parse_mtl(fn, d):
    mats, cur = {}, None
    for l in open(fn, errors='ignore'):
        t = l.split()
        if not t:
            continue
        k = t[0]
        try:
            if k == 'newmtl':
                cur = mats.setdefault(l.strip()[7:].strip(), dict(kd=[0.6] * 3, ks=0, ns=20, d=1, tex=None))
            elif cur is None:
                continue
            elif k == 'Kd':
                cur['kd'] = [float(x) for x in t[1:4]]
            elif k == 'Ks':
                cur['ks'] = max(float(x) for x in t[1:4])
            elif k == 'Ns':
                cur['ns'] = float(t[1])
            elif k == 'd':
                cur['d'] = float(t[-1])
            elif k == 'map_Kd':
                p = os.path.join(d, l.strip()[7:].strip())
                if os.path.exists(p):
                    cur['tex'] = p
        except ValueError:
            pass
    return mats


def load_obj(fn):
    d = os.path.dirname(fn)
    txt = open(fn, 'rb').read()
    m = re.search(rb'mtllib (.+)', txt)
    mt = {}
    if m:
        p = os.path.join(d, m.group(1).decode('latin1').strip())
        if os.path.exists(p):
            mt = parse_mtl(p, d)
    names = list(mt) or ['x']
    if not mt:
        mt = {'x': dict(kd=[0.6] * 3, ks=0, ns=20, d=1, tex=None)}
    cap = 120000
    P = np.zeros((cap, 9), f32)
    N = np.zeros((cap, 9), f32)
    U = np.zeros((cap, 6), f32)
    M = np.zeros(cap, np.int32)
    arr = (C.c_char_p * len(names))(*[n.encode('latin1', 'ignore') for n in names])
    n = lib.obj_parse(C.c_char_p(txt), C.c_long(len(txt)), arr, len(names), ptr(P), ptr(N), ptr(U), ptr(M), cap)
    if n < 20 or n >= cap:
        return None
    P, N, U, M = P[:n], N[:n], U[:n], M[:n]
    if not np.isfinite(P).all():
        return None
    v = P.reshape(-1, 3)
    lo, hi = v.min(0), v.max(0)
    s = (hi - lo).max()
    if s <= 0 or np.sort((hi - lo) / s)[1] < 0.04:
        return None
    v -= (lo + hi) / 2
    v /= s
    mats = [mt[k] for k in names]
    used = np.unique(M)
    if all(mats[i]['d'] < 0.05 for i in used):
        return None
    keep = np.array([mats[i]['d'] >= 0.05 for i in range(len(mats))])[M]
    return dict(
        P=P[keep].copy(), N=N[keep].copy(), U=U[keep].copy(), M=M[keep].copy(), mats=mats, name=os.path.basename(fn)
    )


def load_tex(p, mx=192):
    try:
        im = Image.open(p)
        im = im.convert('RGBA')
        im.thumbnail((mx, mx), Image.BOX)
        return np.ascontiguousarray(np.array(im))
    except Exception:
        return None


# ---------- procedural meshes
def grid_mesh(V, closed_u=True):
    """V: (a,b,3) grid -> triangles with smooth normals"""
    a, b, _ = V.shape
    du = np.roll(V, -1, 1) - np.roll(V, 1, 1) if closed_u else np.gradient(V, axis=1)
    dv = np.gradient(V, axis=0)
    n = np.cross(dv, du)
    n /= np.linalg.norm(n, axis=2, keepdims=True) + 1e-9
    j = np.arange(b if closed_u else b - 1)
    j1 = (j + 1) % b
    i = np.arange(a - 1)[:, None]

    def q(X):
        A, B, Cc, D = X[i, j], X[i, j1], X[i + 1, j], X[i + 1, j1]
        return np.concatenate([np.stack([A, B, D], 2).reshape(-1, 9), np.stack([A, D, Cc], 2).reshape(-1, 9)])

    uv = np.stack(np.meshgrid(np.linspace(0, 1, b), np.linspace(0, 1, a)), 2)
    X = uv
    A, B, Cc, D = X[i, j], X[i, j1], X[i + 1, j], X[i + 1, j1]
    U = np.concatenate([np.stack([A, B, D], 2).reshape(-1, 6), np.stack([A, D, Cc], 2).reshape(-1, 6)])
    return q(V).astype(f32), q(n).astype(f32), U.astype(f32)


def lathe(prof, sq=None, seg=40):
    t = np.arange(seg) / seg * 2 * np.pi
    c, s = np.cos(t), np.sin(t)
    if sq:
        k = (np.abs(c) ** sq + np.abs(s) ** sq) ** (-1 / sq)
        c, s = c * k, s * k
    r, y = prof[:, :1], prof[:, 1:]
    return grid_mesh(np.stack([r * c, y + 0 * c, r * s], 2))


def tube(path, rad, seg=10):
    T = np.gradient(path, axis=0)
    T /= np.linalg.norm(T, axis=1, keepdims=True) + 1e-9
    up = np.array([0.13, 1, 0.27])
    up /= np.linalg.norm(up)
    A = np.cross(T, up)
    A /= np.linalg.norm(A, axis=1, keepdims=True) + 1e-6
    B = np.cross(T, A)
    t = np.arange(seg) / seg * 2 * np.pi
    rad = np.broadcast_to(rad, len(path))[:, None, None]
    return grid_mesh(path[:, None] + rad * (A[:, None] * np.cos(t)[:, None] + B[:, None] * np.sin(t)[:, None]))


def box(w, h, d, bev=0.02):
    prof = np.array([[0, 0], [1 - bev, 0], [1, bev], [1, 1 - bev], [1 - bev, 1], [0, 1]], float)
    prof = np.repeat(prof, 2, 0) + np.tile([[0, -1e-4], [0, 1e-4]], (6, 1))
    P, N, U = lathe(prof, sq=40, seg=48)
    s = np.tile([w / 2, h, d / 2], 3)
    P = P * s
    N = N / s
    return P.astype(f32), N.astype(f32), U


def smooth_curve(rng, n=6, m=90, amp=(1, 0.3, 1)):
    k = rng.normal(size=(n, 3)) * amp
    x = np.linspace(0, n - 1, m)
    i = np.clip(x.astype(int), 0, n - 2)
    t = (x - i)[:, None]
    g = np.gradient(k, axis=0) * 0.9
    a, b, ga, gb = k[i], k[i + 1], g[i], g[i + 1]
    return (
        (2 * t**3 - 3 * t**2 + 1) * a
        + (t**3 - 2 * t**2 + t) * ga
        + (-2 * t**3 + 3 * t**2) * b
        + (t**3 - t**2) * gb
    )


SOLID = ['lathe', 'bottle', 'box', 'cable', 'stand', 'plate', 'blob', 'tool', 'plant', 'ball']
MORE = [
    'beads',
    'car',
    'cloth',
    'rope',
    'blocks',
    'spectacles',
    'necklace',
    'flacon',
    'strap',
    'sheets',
    'pair',
    'screen',
    'screen',
    'tree',
    'tree',
    'jar',
    'wires',
    'bristles',
]
HOLED = ['ring', 'kettle', 'basket', 'chair', 'bike', 'shelf', 'scissors', 'glasses', 'hanger', 'lantern', 'pan']
OPEN = HOLED + ['mug', 'mug', 'rack', 'rack', 'bag']


def moved(part, at=(0, 0, 0), R=None):
    P, N, U = part
    P, N = P.reshape(-1, 3), N.reshape(-1, 3)
    if R is not None:
        P, N = P @ R.T, N @ R.T
    return (P + at).reshape(-1, 9).astype(f32), N.reshape(-1, 9).astype(f32), U


def bar(a, b, r, seg=7):
    a, b = np.array(a, float), np.array(b, float)
    return tube(np.stack([a, (a + b) / 2 + [1e-3, 0, 1e-3], b]), r, seg)


def loop(r1, r2, r, m=40, sq=2.0, arc=2 * np.pi, start=0.0):
    """closed or open loop in the x-y plane; sq: 2 = ellipse, more = squarish"""
    t = start + np.linspace(0, arc, m)
    c, s = np.cos(t), np.sin(t)
    k = (np.abs(c) ** sq + np.abs(s) ** sq) ** (-1 / sq)
    return tube(np.stack([r1 * c * k, r2 * s * k, 0 * t], 1), r, 9)


def wheel(r, w, rng):
    parts = [loop(r, r, w)]
    n = rng.integers(4, 20)
    parts.append(moved(lathe(np.array([[0, -w], [w * 2, -w], [w * 2, w], [0, w]]), seg=14), R=rotm(0, np.pi / 2)))
    for k in range(n):
        a = k / n * 2 * np.pi
        parts.append(bar([0, 0, 0], [r * math.cos(a), r * math.sin(a), 0], w * rng.uniform(0.15, 0.4), 5))
    return parts


def holed(rng, kind):
    """things one can look through"""
    u = rng.uniform
    r = u(0.012, 0.04)
    parts = []
    if kind == 'ring':
        for k in range(rng.integers(1, 4)):
            parts.append(
                moved(
                    loop(u(0.2, 0.5), u(0.2, 0.5), u(0.015, 0.12), sq=rng.choice([2, 2, 4])),
                    [k * u(0.2, 0.6), 0, u(-0.2, 0.2)],
                    rotm(rng.integers(3), u(0, 6.3)),
                )
            )
    elif kind == 'kettle':
        R, h = u(0.3, 0.45), u(0.3, 0.7)
        t = np.linspace(0, 1, 16)
        parts.append(
            lathe(
                np.concatenate(
                    [
                        [[0, 0]],
                        np.stack([R * (1 - 0.5 * np.abs(t - u(0.2, 0.5)) ** 1.5 - 0.3 * t**4), h * t], 1),
                        [[0, h + 0.04]],
                    ]
                )
            )
        )
        parts.append(moved(loop(R * u(0.6, 1), u(0.25, 0.6), r, arc=np.pi), [0, h * 0.95, 0]))
        if rng.random() < 0.7:
            parts.append(
                tube(
                    np.array([[R * 0.8, h * 0.3, 0], [R * 1.15, h * 0.5, 0], [R * 1.4, h * 0.95, 0]]),
                    np.array([0.1, 0.07, 0.05]),
                    10,
                )
            )
        if rng.random() < 0.4:
            parts.append(
                moved(loop(u(0.12, 0.25), u(0.15, 0.3), r, arc=np.pi, start=np.pi / 2), [-R * 0.85, h * 0.5, 0])
            )
    elif kind == 'basket':
        R, h, f = u(0.3, 0.5), u(0.2, 0.8), u(0.6, 1.1)
        n = rng.integers(8, 26)
        r *= 0.5
        for k in range(n):
            a = k / n * 2 * np.pi
            parts.append(
                bar([R * f * math.cos(a), 0, R * f * math.sin(a)], [R * math.cos(a), h, R * math.sin(a)], r, 5)
            )
        for y in np.linspace(0, 1, rng.integers(2, 6)):
            q = R * (f + (1 - f) * y)
            parts.append(moved(loop(q, q, r * 1.4), [0, h * y, 0], rotm(0, np.pi / 2)))
        if rng.random() < 0.6:
            parts.append(moved(loop(R, u(0.3, 0.6), r * 2, arc=np.pi), [0, h, 0]))
    elif kind == 'chair':
        w, h, d, b, q = u(0.35, 0.6), u(0.35, 0.7), u(0.35, 0.6), u(0.3, 0.7), u(0.012, 0.035)
        parts.append(moved(box(w, u(0.02, 0.09), d), [0, h, 0]))
        for x in (-1, 1):
            for z in (-1, 1):
                s = u(0.9, 1.3)
                parts.append(bar([x * w / 2 * s, 0, z * d / 2 * s], [x * w * 0.45, h, z * d * 0.45], q))
            if rng.random() < 0.5:
                parts.append(bar([x * w * 0.5, h * 0.4, -d * 0.5], [x * w * 0.5, h * 0.4, d * 0.5], q * 0.7))
            parts.append(bar([x * w * 0.45, h, -d * 0.45], [x * w * 0.45, h + b, -d * 0.55], q))
            if rng.random() < 0.3:
                parts.append(
                    tube(
                        np.array(
                            [
                                [x * w * 0.5, h, d * 0.4],
                                [x * w * 0.52, h + b * 0.4, d * 0.4],
                                [x * w * 0.5, h + b * 0.5, -d * 0.5],
                            ]
                        ),
                        q,
                        7,
                    )
                )
        if rng.random() < 0.5:
            for y in np.linspace(0.3, 1, rng.integers(1, 5)):
                parts.append(moved(box(w * 0.9, u(0.03, 0.12), 0.02), [0, h + b * y - 0.05, -d * 0.53]))
        else:
            for x in np.linspace(-0.4, 0.4, rng.integers(3, 8)):
                parts.append(bar([x * w, h, -d * 0.45], [x * w, h + b, -d * 0.55], q * 0.6))
            parts.append(bar([-w * 0.5, h + b, -d * 0.55], [w * 0.5, h + b, -d * 0.55], q * 1.3))
    elif kind == 'bike':
        R = u(0.22, 0.33)
        parts += [moved(p, [x, R, 0]) for x in (-0.5, 0.5) for p in wheel(R, u(0.008, 0.03), rng)]
        a, b, c, e = [-0.5, R, 0], [-0.12, R * 0.9, 0], [-0.25, R + u(0.25, 0.4), 0], [0.36, R + u(0.3, 0.42), 0]
        for s, t in ((a, b), (b, c), (a, c), (b, e), (c, e), (e, [0.5, R, 0])):
            parts.append(bar(s, t, r * 0.7))
        parts.append(bar([0.36, e[1] + 0.05, -0.2], [0.36, e[1] + 0.05, 0.2], r * 0.6))
        parts.append(moved(box(0.2, 0.04, 0.09), [-0.27, c[1] + 0.05, 0]))
    elif kind == 'shelf':
        w, h, d = u(0.3, 1), u(0.4, 1), u(0.2, 0.6)
        for x in (-w / 2, w / 2):
            for z in (-d / 2, d / 2):
                parts.append(bar([x, 0, z], [x, h, z], r))
            for y in (0, h):
                parts.append(bar([x, y, -d / 2], [x, y, d / 2], r))
        for z in (-d / 2, d / 2):
            for y in (0, h):
                parts.append(bar([-w / 2, y, z], [w / 2, y, z], r))
        for y in u(0.05, 0.95, rng.integers(0, 4)):
            parts.append(moved(box(w, 0.02, d), [0, h * y, 0]))
    elif kind == 'scissors':
        q, t = u(0.1, 0.16), u(0.1, 0.35)
        for s in (-1, 1):
            parts += [
                moved(p, [0, 0, s * 0.012], rotm(2, s * t))
                for p in (
                    moved(loop(q, q * u(1, 1.7), u(0.018, 0.035)), [s * 0.02, -0.38, 0]),
                    moved(box(0.07, 0.62, 0.012), [0, -0.25, 0]),
                )
            ]
    elif kind == 'glasses':
        q, h = u(0.2, 0.26), u(0.13, 0.22)
        for s in (-1, 1):
            parts += [
                moved(loop(q, h, r * 0.8, sq=rng.choice([2, 3, 5])), [s * 0.27, 0, 0]),
                tube(np.array([[s * 0.5, 0.03, 0], [s * 0.52, 0.04, -0.3], [s * 0.48, -0.05, -0.65]]), r * 0.7, 7),
            ]
        parts.append(bar([-0.06, 0.03, 0], [0.06, 0.03, 0], r * 0.8))
    elif kind == 'hanger':
        w, h = 0.5, u(0.15, 0.35)
        k = np.array([[0, h, 0], [w, 0, 0], [w * 0.98, -0.03, 0], [-w * 0.98, -0.03, 0], [-w, 0, 0], [0, h, 0]])
        x = np.linspace(0, 5, 60)
        parts.append(tube(np.stack([np.interp(x, range(6), k[:, j]) for j in range(3)], 1), r, 8))
        parts.append(moved(loop(0.07, 0.07, r * 0.6, arc=4.2, start=-1.5), [0, h + 0.13, 0]))
        parts.append(bar([0, h, 0], [0, h + 0.07, 0], r * 0.6))
    elif kind == 'lantern':
        R, h, n = u(0.18, 0.32), u(0.4, 0.8), rng.integers(3, 7)
        parts += [
            lathe(np.array([[0, y], [R * f, y], [R * f * g, y + e], [0, y + e]]))
            for y, f, g, e in ((0, 1.1, 1, u(0.03, 0.12)), (h, 1.1, u(0.2, 1), u(0.05, 0.3)))
        ]
        for k in range(n):
            a = (k + 0.5) / n * 2 * np.pi
            parts.append(bar([R * math.cos(a), 0, R * math.sin(a)], [R * math.cos(a), h, R * math.sin(a)], r * 0.7))
        if rng.random() < 0.7:
            parts.append(lathe(np.array([[0, 0], [R * 0.4, 0], [R * 0.4, h * u(0.3, 0.8)], [0, h * 0.85]])))
        parts.append(
            moved(
                loop(R * u(0.4, 1.1), u(0.15, 0.5), r * 0.6, arc=rng.choice([np.pi, 2 * np.pi])),
                [0, h + u(0.1, 0.3), 0],
                rotm(1, u(0, 6)),
            )
        )
    elif kind == 'pan':
        R, h = u(0.25, 0.4), u(0.05, 0.3)
        parts.append(lathe(np.array([[0, 0], [R * 0.9, 0], [R, h], [R * 0.96, h], [R * 0.86, 0.03], [0, 0.03]])))
        for s in [1] if rng.random() < 0.6 else [1, -1]:
            L = u(0.1, 0.7)
            parts.append(
                tube(
                    np.array([[s * R * 0.95, h * 0.8, 0], [s * (R + L / 2), h, 0], [s * (R + L), h * 1.1, 0]]),
                    u(0.015, 0.04),
                    8,
                )
            ) if rng.random() < 0.6 else None
            parts.append(
                moved(
                    loop(u(0.06, 0.2), u(0.05, 0.15), r * 0.8),
                    [s * (R + (L if parts[-1] is not parts[0] else 0.1)), h, 0],
                    rotm(0, np.pi / 2),
                )
            )
        parts = [q for q in parts if q is not None]
    return parts


def more(rng, kind):
    """strings of beads, toy cars, folded cloth, coils, scattered sets"""
    u = rng.uniform
    parts = []
    ball = lambda r, sq=1.0: lathe(
        np.stack([r * np.sin(np.linspace(0, np.pi, 12)), -r * sq * np.cos(np.linspace(0, np.pi, 12))], 1), seg=14
    )
    if kind in ('beads', 'necklace'):
        n = rng.integers(12, 46)
        t = np.linspace(0, 1, n)
        r = u(0.02, 0.07)
        if kind == 'beads' and rng.random() < 0.4:
            c = smooth_curve(rng, rng.integers(4, 7), n, (0.6, 0.02, 0.6))
        else:
            a = t * u(4.5, 6.4) + u(0, 6)
            c = np.stack([np.cos(a) * u(0.3, 0.7), 0.01 * rng.normal(size=n), np.sin(a) * u(0.3, 0.7)], 1) * (
                1 + 0.06 * rng.normal(size=(1, 3))
            ) + np.stack([0.08 * np.sin(3 * a), 0 * a, 0.05 * np.cos(2 * a)], 1)
        if kind == 'beads':
            rr = r * (1 + (rng.random() < 0.5) * 0.4 * np.sin(np.arange(n) * u(0.3, 2)))
            parts += [moved(ball(rr[i], u(0.8, 1.1)), c[i] + [0, rr[i], 0]) for i in range(n)]
            parts.append(tube(c + [0, r * 0.9, 0], r * 0.15, 5))
        else:
            parts.append(tube(c + [0, 0.02, 0], u(0.006, 0.014), 6))
            parts.append(moved(ball(u(0.04, 0.12), u(0.4, 1)), c[n // 2] + [0, 0.05, 0]))
            if rng.random() < 0.5:
                parts.append(moved(box(u(0.05, 0.2), u(0.02, 0.05), u(0.05, 0.2)), c[n // 2] * 1.15))
    elif kind == 'car':
        L, H, W, r = u(0.8, 1.1), u(0.12, 0.25), u(0.3, 0.5), u(0.08, 0.16)
        parts.append(moved(box(L, H, W, u(0.02, 0.2)), [0, r, 0]))
        parts.append(
            moved(
                box(L * u(0.35, 0.6), H * u(0.6, 1.3), W * u(0.7, 0.95), u(0.05, 0.25)),
                [L * u(-0.12, 0.12), r + H * 0.95, 0],
            )
        )
        for sx in (-1, 1):
            for sz in (-1, 1):
                parts.append(
                    moved(
                        lathe(np.array([[0, -0.03], [r, -0.03], [r, 0.03], [r * 0.5, 0.04], [0, 0.04]]), seg=24),
                        [sx * L * u(0.28, 0.34), r, sz * W * 0.5],
                        rotm(0, sz * np.pi / 2),
                    )
                )
        if rng.random() < 0.4:
            parts.append(moved(ball(r * 0.7), [L * 0.1, r + H * 2.2, 0]))
    elif kind in ('cloth', 'sheets'):
        m = 40
        X, Z = np.meshgrid(np.linspace(-0.5, 0.5, m), np.linspace(-0.5, 0.5, m))
        k = 0
        for j in range(1 if kind == 'sheets' else rng.integers(2, 6)):
            Y = sum(
                u(0, 0.05 if kind == 'cloth' else 0.16) * np.sin(X * u(2, 18) + Z * u(-9, 9) + u(0, 6))
                for _ in range(4)
            )
            w, d = u(0.8, 1), u(0.5, 1)
            rag = 1 + 0.03 * np.sin(Z * u(5, 30)) + (0.12 * np.sin(Z * 7 + u(0, 6)) if kind == 'sheets' else 0)
            V = np.stack([X * w * rag, Y * 0.6 + k, Z * d * (1 + 0.03 * np.sin(X * u(4, 20)))], 2)
            parts.append(grid_mesh(V, False))
            th = u(0.02, 0.06)
            V2 = V.copy()
            V2[..., 1] += th
            parts.append(grid_mesh(V2[::-1], False))
            e = lambda a, b: grid_mesh(np.stack([a, b], 0), False)
            parts += [e(V[0], V2[0]), e(V2[-1], V[-1]), e(V2[:, 0], V[:, 0]), e(V[:, -1], V2[:, -1])]
            k += th + u(0.01, 0.04)
    elif kind in ('rope', 'strap'):
        n = 260
        t = np.linspace(0, 1, n)
        turns = u(2, 9) * 6.283
        R = u(0.2, 0.5) * (1 + u(-0.2, 0.2) * t)
        a = t * turns
        c = np.stack(
            [np.cos(a) * R, t * u(0.02, 0.35) + 0.02 * np.sin(a * 2.3), np.sin(a) * R * u(0.5, 1)], 1
        ) + 0.01 * rng.normal(size=(1, 3))
        tail = int(n * u(0.03, 0.15))
        c[-tail:] = c[-tail] + np.outer(np.linspace(0, u(0.1, 0.6), tail), rng.normal(size=3) * [1, 0.05, 1])
        parts.append(tube(c, u(0.01, 0.05), 8))
        if kind == 'strap':
            parts.append(moved(box(u(0.08, 0.2), u(0.03, 0.08), u(0.06, 0.16)), c[-1]))
            parts.append(moved(box(u(0.05, 0.15), 0.03, u(0.05, 0.1)), c[0]))
    elif kind in ('blocks', 'pair'):
        n = 2 if kind == 'pair' else rng.integers(3, 9)
        one = rng.random() < 0.5 or kind == 'pair'
        q = (
            lambda: box(*u(0.12, 0.4, 3), u(0.01, 0.2))
            if rng.random() < 0.5
            else lathe(
                np.array(
                    [
                        [0, 0],
                        [u(0.05, 0.2), 0],
                        [u(0.05, 0.22), u(0.1, 0.3)],
                        [u(0.02, 0.2), u(0.3, 0.6)],
                        [0, u(0.3, 0.6)],
                    ]
                ),
                seg=28,
            )
        )
        o = q()
        if kind == 'pair':
            o = box(u(0.15, 0.3), u(0.06, 0.3), u(0.5, 0.9), u(0.1, 0.5)) if rng.random() < 0.6 else o
        for k in range(n):
            parts.append(
                moved(
                    o if one else q(),
                    [
                        k * u(0.3, 0.5) if kind == 'pair' else u(-0.7, 0.7),
                        0,
                        u(-0.1, 0.1) if kind == 'pair' else u(-0.5, 0.5),
                    ],
                    rotm(1, u(-0.3, 0.3) if kind == 'pair' else u(0, 6.3)),
                )
            )
    elif kind == 'spectacles':
        r, q, h, b = u(0.006, 0.03), u(0.17, 0.26), u(0.12, 0.24), rng.choice([2, 2.5, 4])
        fold = rng.random() < 0.4
        for s_ in (-1, 1):
            parts.append(moved(loop(q, h, r, sq=b), [s_ * (q + 0.05), 0, 0]))
            L = u(0.5, 0.75)
            x = s_ * (2 * q + 0.05)
            parts.append(
                tube(
                    np.array(
                        [
                            [x, h * 0.4, 0],
                            [x, h * 0.4, -0.06],
                            [x - s_ * L * 0.6, h * 0.3, -0.1 - 0.05 * (s_ > 0)],
                            [x - s_ * L, h * 0.1, -0.1 - 0.05 * (s_ > 0)],
                        ]
                    )
                    if fold
                    else np.array(
                        [
                            [x, h * 0.4, 0],
                            [x, h * 0.42, -L * 0.7],
                            [x * 0.98, h * 0.2, -L * 0.9],
                            [x * 0.96, -h * 0.5, -L],
                        ]
                    ),
                    r,
                    7,
                )
            )
            if rng.random() < 0.6:
                a = np.linspace(0, 2 * np.pi, 40)
                k = (np.abs(np.cos(a)) ** b + np.abs(np.sin(a)) ** b) ** (-1 / b)
                V = np.stack(
                    [
                        np.stack([s_ * (q + 0.05) + f * q * np.cos(a) * k, f * h * np.sin(a) * k, 0 * a + 0.01], 1)
                        for f in (0.02, 1)
                    ]
                )
                parts.append(grid_mesh(V, False))
        parts.append(tube(np.array([[-0.06, 0.02, 0], [0, 0.05, 0.01], [0.06, 0.02, 0]]), r, 7))
    elif kind == 'screen':  # a thing that carries a picture: first part dark body, second the picture
        w, h, d = u(0.6, 1.2), u(0.35, 0.9), u(0.02, 0.08)
        e = u(0.01, 0.05)
        t = u(-0.5, 0.1) if rng.random() < 0.6 else 0
        R = rotm(0, t)
        body = box(w, h, d, 0.01)
        q = np.array(
            [
                [[-w / 2 + e, e, d / 2 + 0.003], [w / 2 - e, e, d / 2 + 0.003]],
                [[-w / 2 + e, h - e, d / 2 + 0.003], [w / 2 - e, h - e, d / 2 + 0.003]],
            ]
        )
        face = grid_mesh(q, False)
        y = u(0.05, 0.4) if rng.random() < 0.5 else 0
        parts += [
            moved(body, [0, y, 0], R),
            moved((face[0], np.tile(np.array([0, 0, 1], f32), (len(face[0]), 3)), face[2]), [0, y, 0], R),
        ]
        if y:
            parts.append(bar([0, 0, -d], [0, y + h * 0.3, -d], u(0.02, 0.05)))
            parts.append(box(u(0.25, 0.5), 0.02, u(0.15, 0.3)))
        elif rng.random() < 0.5:
            parts.append(moved(box(w, 0.02, u(0.4, 0.7)), [0, 0, 0.3]))  # keyboard half
    elif kind == 'tree':  # crown of leaves on a stem, mostly in a pot
        h = u(0.15, 0.45)
        r = u(0.12, 0.3)
        parts.append(
            lathe(
                np.array([[0, 0], [r * u(0.6, 1), 0], [r, h], [r * 0.9, h], [r * 0.85, h * 0.9], [0, h * 0.9]]),
                sq=rng.choice([None, None, 5]),
            )
        )
        H = u(0.2, 0.8)
        parts.append(
            tube(
                np.array([[0, h * 0.8, 0], [u(-0.08, 0.08), h + H * 0.5, u(-0.08, 0.08)], [u(-0.1, 0.1), h + H, 0]]),
                np.array([0.05, 0.035, 0.02]) * u(0.5, 1.4),
                7,
            )
        )
        C = [np.array([u(-0.35, 0.35), h + H * u(0.4, 1.2), u(-0.3, 0.3)]) for _ in range(rng.integers(1, 6))]
        n = int(rng.integers(250, 900))
        L = u(0.05, 0.15)
        wide = u(0.25, 0.8)
        V, Nn, Uu = [], [], []
        for k in range(n):
            c = C[rng.integers(len(C))] + rng.normal(size=3) * [0.14, 0.1, 0.14] * (1 if len(C) > 1 else 1.6)
            a = rng.normal(size=3)
            a /= np.linalg.norm(a)
            b = np.cross(a, rng.normal(size=3))
            b /= np.linalg.norm(b)
            l = L * u(0.6, 1.4)
            p = [c, c + a * l * 0.5 + b * l * wide * 0.5, c + a * l, c + a * l * 0.5 - b * l * wide * 0.5]
            nn = np.cross(a, b)
            for t in ((0, 1, 2), (0, 2, 3)):
                V.append(np.concatenate([p[i] for i in t]))
                Nn.append(np.tile(nn if nn[1] > 0 else -nn, 3))
                Uu.append(np.zeros(6))
        parts.append((np.array(V, f32), np.array(Nn, f32), np.array(Uu, f32)))
    elif kind == 'jar':
        r, h, f = u(0.2, 0.4), u(0.4, 1), u(0.2, 0.9)
        parts.append(
            lathe(np.array([[0, 0], [r * 0.97, 0], [r, 0.03], [r, h * 0.85], [r * u(0.7, 1), h], [r * 0.7, h]]))
        )
        parts.append(
            lathe(
                np.array(
                    [[0, 0.02], [r * 0.94, 0.02], [r * 0.94, h * f * 0.85], [r * 0.5, h * f * 0.87], [0, h * f * 0.86]]
                )
            )
        )
        k = u(0.75, 1.1) * r
        if rng.random() < 0.75:
            parts.append(moved(lathe(np.array([[0, 0], [k, 0], [k, u(0.05, 0.2)], [0, u(0.1, 0.2)]])), [0, h, 0]))
    elif kind == 'wires':  # racks, grids, sieves: many thin parallel wires with open gaps
        w, d, r, n = u(0.6, 1), u(0.4, 0.9), u(0.004, 0.014), rng.integers(8, 26)
        y = u(0, 0.2)
        R = rotm(0, u(-1.5, 0)) if rng.random() < 0.4 else np.eye(3)
        L = [bar([-w / 2 + w * k / (n - 1), y, -d / 2], [-w / 2 + w * k / (n - 1), y, d / 2], r, 5) for k in range(n)]
        m2 = rng.integers(2, 5) if rng.random() < 0.6 else n // 2
        L += [
            bar([-w / 2, y, -d / 2 + d * k / (m2 - 1)], [w / 2, y, -d / 2 + d * k / (m2 - 1)], r, 5) for k in range(m2)
        ]
        L.append(moved(loop(w / 2, d / 2, r * 1.6, sq=8), [0, y, 0], rotm(0, np.pi / 2)))
        if y > 0.05:
            L += [
                bar([sx * w * 0.45, 0, sz * d * 0.42], [sx * w * 0.45, y, sz * d * 0.42], r * 1.3, 5)
                for sx in (-1, 1)
                for sz in (-1, 1)
            ]
        parts += [moved(q, R=R) for q in L]
    elif kind == 'bristles':  # brushes, mops, tassels
        w, d = u(0.2, 0.5), u(0.06, 0.2)
        parts.append(moved(box(w, u(0.03, 0.08), d, 0.1), [0, 0.3, 0]))
        parts.append(
            tube(
                np.array([[w * 0.4, 0.34, 0], [w * 0.9, 0.36, 0], [w + u(0.2, 0.6), 0.34, 0]]),
                np.array([0.04, 0.03, 0.025]),
                8,
            )
        )
        n = int(rng.integers(80, 260))
        L = u(0.12, 0.3)
        for k in range(n):
            x, z = u(-0.5, 0.5) * w, u(-0.5, 0.5) * d
            o = rng.normal(size=2) * 0.04 + np.array([x, z]) * u(0, 0.5)
            parts.append(
                tube(
                    np.array(
                        [
                            [x, 0.3, z],
                            [x + o[0] * 0.4, 0.3 - L * 0.5, z + o[1] * 0.4],
                            [x + o[0], 0.3 - L * u(0.85, 1.05), z + o[1]],
                        ]
                    ),
                    u(0.002, 0.005),
                    4,
                )
            )
    else:
        w, h, d, g = u(0.2, 0.5), u(0.3, 0.8), u(0.12, 0.3), u(0.02, 0.05)
        parts.append(box(w, h, d, u(0.02, 0.2)))
        parts.append(moved(box(w - 2 * g, h * u(0.3, 0.8), d - 2 * g, 0.05), [0, g, 0]))
        parts.append(
            moved(
                lathe(
                    np.array(
                        [
                            [0, 0],
                            [u(0.05, 0.08), 0],
                            [u(0.05, 0.08), u(0.03, 0.08)],
                            [u(0.05, 0.1), u(0.08, 0.12)],
                            [u(0.05, 0.12), u(0.15, 0.3)],
                            [0, u(0.15, 0.3)],
                        ]
                    ),
                    sq=rng.choice([None, 6]),
                ),
                [0, h, 0],
            )
        )
    return parts


def procedural(rng):
    parts = []
    kind = rng.choice(MORE) if NEW else rng.choice(SOLID) if rng.random() < 0.45 else rng.choice(OPEN)
    if kind in MORE:
        parts = more(rng, kind)
    elif kind in HOLED:
        parts = holed(rng, kind)
    elif kind in ('lathe', 'bottle', 'mug', 'plate'):
        if kind == 'lathe':
            n = rng.integers(4, 8)
            r = rng.uniform(0.08, 0.5, n)
            y = np.sort(rng.uniform(0, 1, n)) * rng.uniform(0.5, 1.6)
            x = np.linspace(0, n - 1, 50)
            i = np.clip(x.astype(int), 0, n - 2)
            t = x - i
            t = t * t * (3 - 2 * t)
            pr = np.stack([r[i] * (1 - t) + r[i + 1] * t, y[i] * (1 - (x - i)) + y[i + 1] * (x - i)], 1)
        elif kind == 'bottle':
            r, h, nr, nh = (
                rng.uniform(0.12, 0.3),
                rng.uniform(0.4, 0.9),
                rng.uniform(0.04, 0.1),
                rng.uniform(0.05, 0.35),
            )
            sh = rng.uniform(0.02, 0.25)
            t = np.linspace(0, 1, 14)
            s = t * t * (3 - 2 * t)
            pr = np.concatenate(
                [
                    [[r * 0.9, 0], [r, 0.02], [r, h]],
                    np.stack([r + (nr - r) * s, h + sh * t], 1),
                    [[nr, h + sh], [nr, h + sh + nh]],
                ]
            )
            cap = rng.uniform(1, 1.4) * nr
            parts.append(
                lathe(
                    np.array(
                        [
                            [cap, h + sh + nh * 0.5],
                            [cap, h + sh + nh],
                            [cap * 0.95, h + sh + nh + 0.02],
                            [0, h + sh + nh + 0.02],
                        ]
                    )
                )
            )
        elif kind == 'mug':
            r, h, fl = rng.uniform(0.25, 0.45), rng.uniform(0.4, 0.9), rng.uniform(0.7, 1.2)
            pr = np.array(
                [
                    [r * fl * 0.95, 0],
                    [r * fl, 0.03],
                    [r * (fl + 1) / 2, h / 2],
                    [r, h],
                    [r * 0.95, h],
                    [r * 0.93 * (fl + 1) / 2, h / 2],
                    [r * fl * 0.9, 0.04],
                    [0, 0.04],
                ]
            )
            for sd in [1] if rng.random() < 0.8 else [1, -1]:
                a = np.linspace(-1.5, 1.5, 30)
                hr = h * rng.uniform(0.25, 0.4)
                parts.append(
                    tube(
                        np.stack([sd * (r * 0.93 + hr * 0.9 * np.cos(a)), h * 0.5 + hr * np.sin(a), 0 * a], 1),
                        rng.uniform(0.015, 0.06),
                    )
                )
        else:
            r, h = rng.uniform(0.4, 0.6), rng.uniform(0.03, 0.3)
            t = np.linspace(0, 1, 20)
            pr = np.stack([r * (0.4 + 0.6 * t), h * t ** rng.uniform(1, 4)], 1)
            pr = np.concatenate([[[0, 0]], pr, pr[::-1] * [0.97, 1] + [0, 0.012], [[0, 0.015]]])
        pr = (
            np.concatenate([[[0, pr[0, 1]]], pr, [[0, pr[-1, 1]]]]) if kind != 'mug' else np.concatenate([[[0, 0]], pr])
        )
        parts.append(lathe(pr, sq=rng.choice([None, None, None, 4, 8])))
    elif kind == 'box':
        for k in range(rng.integers(1, 4)):
            P, N, U = box(*rng.uniform(0.15, 1, 3), rng.uniform(0.005, 0.1))
            P = P.reshape(-1, 3) + [rng.uniform(-0.6, 0.6) * (k > 0), 0, rng.uniform(-0.5, 0.5) * (k > 0)]
            parts.append((P.reshape(-1, 9).astype(f32), N, U))
    elif kind in ('rack', 'stand'):
        r = rng.uniform(0.006, 0.03)
        w, h, d = rng.uniform(0.3, 1, 3)
        if kind == 'rack':
            for x in np.linspace(-w / 2, w / 2, rng.integers(3, 14)):
                parts.append(tube(np.array([[x, 0, -d / 2], [x, h * 0.02, 0], [x, 0, d / 2]]) + [0, h, 0], r, 6))
            for z in (-d / 2, d / 2):
                parts.append(tube(np.array([[-w / 2, h, z], [0, h, z + 1e-3], [w / 2, h, z]]), r * 1.4, 6))
                for x in (-w / 2, w / 2):
                    parts.append(tube(np.array([[x, 0, z], [x + 1e-3, h / 2, z], [x, h, z]]), r * 1.4, 6))
        else:
            n = rng.integers(3, 5)
            sp = rng.uniform(0.1, 0.5)
            for k in range(n):
                a = k / n * 6.283
                parts.append(
                    tube(
                        np.array(
                            [
                                [sp * math.cos(a), 0, sp * math.sin(a)],
                                [sp * 0.6 * math.cos(a), h / 2, sp * 0.6 * math.sin(a)],
                                [0.05 * math.cos(a), h, 0.05 * math.sin(a)],
                            ]
                        ),
                        r,
                        8,
                    )
                )
            P, N, U = box(w * 0.7, rng.uniform(0.02, 0.3), d * 0.7)
            P = P.reshape(-1, 3) + [0, h, 0]
            parts.append((P.reshape(-1, 9).astype(f32), N, U))
    elif kind == 'cable':
        c = smooth_curve(rng, rng.integers(4, 9), 140, (0.5, rng.choice([0.03, 0.3]), 0.5))
        r = rng.uniform(0.008, 0.035)
        parts.append(tube(c, r, 8))
        for e in (0, -1):
            P, N, U = box(0.08 + r, 0.2, 0.08 + r)
            P = P.reshape(-1, 3) + c[e] - [0, 0.1, 0]
            parts.append((P.reshape(-1, 9).astype(f32), N, U))
    elif kind in ('blob', 'ball', 'bag'):
        th = np.linspace(0, np.pi, 36)
        ph = np.arange(48) / 48 * 2 * np.pi
        D = np.stack(
            [np.sin(th)[:, None] * np.cos(ph), -np.cos(th)[:, None] + 0 * ph, np.sin(th)[:, None] * np.sin(ph)], 2
        )
        if kind == 'ball':
            R = 1 + 0 * D[..., 0]
            D = D * [1, rng.uniform(0.5, 1.2), 1]
        else:
            R = 1 + sum(
                rng.uniform(0.03, 0.2) * np.sin(D @ rng.normal(size=3) * rng.uniform(1, 5) + rng.uniform(0, 6))
                for _ in range(6)
            )
            D = D * rng.uniform(0.3, 1, 3)
        parts.append(grid_mesh(D * R[..., None]))
        if kind == 'bag':
            a = np.linspace(0, np.pi, 24)
            parts.append(
                tube(
                    np.stack([0.35 * np.cos(a), 0.5 + 0.6 * np.sin(a) * rng.uniform(0.5, 1.2), 0 * a], 1),
                    rng.uniform(0.02, 0.05),
                )
            )
    elif kind == 'tool':
        l = rng.uniform(0.5, 1.2)
        n = 12
        rr = np.abs(rng.normal(0.05, 0.02, 4)) + 0.012
        x = np.linspace(0, 1, n)
        parts.append(tube(np.stack([x * l, 0.03 * np.sin(x * 3), 0 * x], 1), np.interp(x, [0, 0.3, 0.7, 1], rr)))
        if rng.random() < 0.6:
            P, N, U = box(*rng.uniform(0.06, 0.35, 3))
            P = P.reshape(-1, 3) + [l, -0.05, 0]
            parts.append((P.reshape(-1, 9).astype(f32), N, U))
        else:
            parts.append(
                lathe(
                    np.array([[0, 0], [0.15, 0.01], [0.2, 0.05], [0.19, 0.055], [0.14, 0.02], [0, 0.015]])
                    * rng.uniform(0.5, 1.3)
                )
            )
    elif kind == 'plant':
        h = rng.uniform(0.2, 0.5)
        r = rng.uniform(0.12, 0.25)
        parts.append(lathe(np.array([[0, 0], [r * 0.7, 0], [r, h], [r * 0.9, h], [r * 0.85, h * 0.9], [0, h * 0.9]])))
        for _ in range(rng.integers(6, 60)):
            a, s, L = rng.uniform(0, 6.283), rng.uniform(0.1, 0.9), rng.uniform(0.3, 1)
            t = np.linspace(0, 1, 10)
            c = np.stack([math.cos(a) * s * t * L, h * 0.9 + L * t * (1 - 0.5 * s * t), math.sin(a) * s * t * L], 1)
            parts.append(tube(c, np.sin(np.clip(t * 3.1, 0, 3.1)) * rng.uniform(0.008, 0.05) + 0.004, 5))
    P = np.concatenate([p[0] for p in parts]).astype(f32)
    N = np.concatenate([p[1] for p in parts]).astype(f32)
    U = np.concatenate([p[2] for p in parts]).astype(f32)
    M = np.concatenate([np.full(len(p[0]), i if len(parts) < 7 else min(i, 1)) for i, p in enumerate(parts)]).astype(
        np.int32
    )
    v = P.reshape(-1, 3)
    lo, hi = v.min(0), v.max(0)
    v -= (lo + hi) / 2
    v /= (hi - lo).max()
    mats = [
        dict(
            kd=rng.uniform(0.02, 0.9, 3) if rng.random() < 0.5 else [rng.uniform(0.02, 0.9)] * 3,
            ks=rng.random() * 0.6,
            ns=rng.uniform(5, 200),
            d=1,
            tex=None,
        )
        for _ in range(M.max() + 1)
    ]
    if kind == 'jar':
        mats[0].update(d=rng.uniform(0.12, 0.4), ks=0.7, ns=180)
    keep = None
    if kind == 'screen' and len(PLACES):
        mats[0].update(kd=[rng.uniform(0.01, 0.12)] * 3 if rng.random() < 0.7 else [rng.uniform(0.5, 0.9)] * 3)
        mats[1].update(tex='place', kd=[1, 1, 1], ks=0.0)
        keep = np.ascontiguousarray(
            np.concatenate([PLACES[rng.integers(len(PLACES))][::-1], np.full((512, 512, 1), 255, np.uint8)], 2)
        )
    if kind == 'tree':
        g = rng.uniform(0.05, 0.5)
        mats[min(2, len(mats) - 1)].update(
            kd=np.array([g * rng.uniform(0.3, 1), g, g * rng.uniform(0.2, 0.6)])
            if rng.random() < 0.8
            else rng.uniform(0.05, 0.8, 3)
        )
    if kind == 'flacon' or (kind in ('bottle', 'mug', 'lathe', 'plate') and NEW and rng.random() < 0.4):
        mats[0].update(d=rng.uniform(0.12, 0.5), ks=0.7, ns=180)
    if kind == 'spectacles' and len(mats) > 1 and len(parts) > 5:
        mats[min(1, len(mats) - 1)].update(d=0.95)
    return dict(P=P, N=N, U=U, M=M, mats=mats, name='proc-' + kind, picture=keep)


# ---------- environment maps
_W = None
_pool = []


def env_levels(rng):
    if len(_pool) < 80:
        _pool.append(_env_levels(rng))
        L = _pool[-1]
    else:
        L = _pool[rng.integers(80)]
    L = np.roll(L, rng.integers(64), 2)
    if rng.random() < 0.5:
        L = L[:, :, ::-1]
    return np.ascontiguousarray(L * f32(rng.uniform(0.25, 0.75) / L[5].mean()))


def _env_levels(rng):
    global _W
    th = (np.arange(32) + 0.5) / 32 * np.pi
    ph = ((np.arange(64) + 0.5) / 64 - 0.5) * 2 * np.pi
    if _W is None:
        D = np.stack(
            [np.sin(th)[:, None] * np.cos(ph), np.cos(th)[:, None] + 0 * ph, np.sin(th)[:, None] * np.sin(ph)], 2
        ).reshape(-1, 3)
        w = np.repeat(np.sin(th), 64)
        dd = D @ D.T
        _W = []
        for k in (80, 25, 9, 4):
            m = np.exp(k * (dd - 1)) * w
            _W.append((m / m.sum(1, keepdims=True)).astype(f32))
        m = np.maximum(dd, 0) * w
        _W.append((m / m.sum(1, keepdims=True)).astype(f32))
    top, hor, bot = [np.array([rng.uniform(0.05, 1)] * 3) * rng.uniform(0.85, 1.15, 3) for _ in range(3)]
    y = np.cos(th)[:, None, None]
    E = np.where(y > 0, hor + (top - hor) * y, hor * 0.7 + (bot - hor * 0.7) * -y) * np.ones((1, 64, 1))
    lo = rng.uniform(0, 1, (5, 9, 3)).mean(2) * 0.8 + 0.4
    E *= np.array(Image.fromarray(lo.astype(f32)).resize((64, 32), Image.BICUBIC))[..., None]
    for _ in range(rng.integers(1, 6)):
        h, w = rng.integers(2, 14), rng.integers(2, 22)
        a, b = rng.integers(0, max(1, 24 - h)), rng.integers(0, 64 - w)
        E[a : a + h, b : b + w] += rng.uniform(1, 10) * rng.uniform(0.85, 1.1, 3)
    for _ in range(rng.integers(0, 5)):
        h, w = rng.integers(2, 20), rng.integers(1, 12)
        a, b = rng.integers(0, 32 - h), rng.integers(0, 64 - w)
        E[a : a + h, b : b + w] *= rng.uniform(0, 0.5)
    E = E.reshape(-1, 3).astype(f32)
    L = [E] + [w @ E for w in _W]
    return np.stack(L).astype(f32)


FONTS = glob.glob('/usr/share/fonts/**/*.ttf', recursive=True)


def label_tex(rng, lib_tex):
    k = rng.integers(0, 6)
    n = 128
    a = np.zeros((n, n, 4), np.uint8)
    c1, c2 = rng.integers(0, 256, (2, 3))
    if k == 0 and len(lib_tex):
        a[..., :3] = lib_tex[rng.integers(len(lib_tex))][:128, :128]
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
        im = Image.new('RGBA', (n, n), tuple(int(v) for v in c1) + ((255,) if k > 3 else (0,)))
        dr = ImageDraw.Draw(im)
        for _ in range(rng.integers(1, 6)):
            col = tuple(int(v) for v in rng.integers(0, 256, 3)) + (255,)
            x, y = rng.uniform(0, 100, 2)
            if rng.random() < 0.6:
                t = ''.join(rng.choice(list('ABCDEFGHKLMNOPRSTUVaeiounrst   0123456789'), rng.integers(3, 12)))
                try:
                    f = ImageFont.truetype(str(rng.choice(FONTS)), int(rng.integers(10, 36))) if FONTS else None
                except Exception:
                    f = None
                dr.text((x * 0.6, y), t, fill=col, font=f)
            elif rng.random() < 0.5:
                dr.rectangle((x, y, x + rng.uniform(5, 80), y + rng.uniform(3, 50)), fill=col)
            else:
                dr.ellipse((x, y, x + rng.uniform(5, 60), y + rng.uniform(5, 60)), fill=col)
        a = np.array(im)
    return np.ascontiguousarray(a)


def wood_tex(rng, lib_tex, wood):
    t = lib_tex[rng.choice(wood)].astype(float)
    t = t.mean(2, keepdims=True) * rng.choice([0, 1]) * np.array([1.0, 0.8, 0.6]) + t * 0.5 if rng.random() < 0.3 else t
    if rng.random() < 0.5:
        t = t.swapaxes(0, 1)
    return np.ascontiguousarray(
        np.concatenate([np.clip(t * rng.uniform(0.6, 1.2), 0, 255), np.full(t.shape[:2] + (1,), 255.0)], 2).astype(
            np.uint8
        )
    )


def rotm(ax, t):
    c, s = math.cos(t), math.sin(t)
    R = np.eye(3)
    i, j = [(1, 2), (2, 0), (0, 1)][ax]
    R[i, i] = c
    R[j, j] = c
    R[i, j] = -s
    R[j, i] = s
    return R


MODES = ['orig', 'hue', 'mono', 'each', 'white', 'black', 'metal', 'wood']


def render(mesh, rng, lib_tex, wood, texcache):
    M = mesh['M']
    src = mesh['mats']
    nm = len(src)
    texs = []
    mats = np.zeros((nm, 16), f32)
    mode = rng.choice(MODES, p=[0.33, 0.12, 0.12, 0.08, 0.13, 0.08, 0.06, 0.08])
    if mesh.get('picture') is not None:
        mode = 'orig'
        texcache['place'] = mesh['picture']
    elif mesh['name'] == 'proc-tree' and rng.random() < 0.7:
        mode = 'orig'
    if mesh['name'].startswith('proc') and mode == 'hue':
        mode = 'each'
    perm, gain = rng.permutation(3), rng.uniform(0.5, 1.4, 3)
    mono = rng.uniform(0.02, 0.9, 3)
    glo = rng.random()
    plank = wood_tex(rng, lib_tex, wood) if mode == 'wood' else None
    for i, s in enumerate(src):
        kd = np.array(s['kd'], float) ** 1.5
        f0 = 0.04
        rough = float(np.clip(1 - math.log10(max(s['ns'], 1)) / 3, 0.1, 1)) if s['ks'] > 0.05 else rng.uniform(0.6, 1)
        metal = 0.0
        al = float(s['d'])
        tex = -1
        if s['tex'] and mode in ('orig', 'hue') and s['tex'] not in texcache:
            texcache[s['tex']] = load_tex(s['tex'])
        if s['tex'] and mode in ('orig', 'hue') and texcache.get(s['tex']) is not None:
            tex = len(texs)
            texs.append(texcache[s['tex']])
            kd = np.maximum(kd, 0.8) if max(kd) > 0.02 else np.ones(3)
        if s['tex'] and mode not in ('orig', 'hue'):  # keep cut-out leaves
            if s['tex'] not in texcache:
                texcache[s['tex']] = load_tex(s['tex'])
            t = texcache[s['tex']]
            if t is not None and t[..., 3].min() < 60:
                t = t.copy()
                t[..., :3] = 255
                tex = len(texs)
                texs.append(np.ascontiguousarray(t))
        if s['ks'] > 0.5 and max(kd) < 0.5 and rng.random() < 0.6:
            metal = 1.0
            kd = np.maximum(kd, 0.5)
        if mode == 'hue':
            kd = np.clip(kd[perm] * gain, 0, 0.95)
        elif mode == 'mono':
            kd = mono
            rough = glo
        elif mode == 'each':
            kd = rng.uniform(0.02, 0.9, 3) if rng.random() < 0.7 else np.full(3, rng.uniform(0.02, 0.9))
            rough = rng.uniform(0.05, 1)
            metal = float(rng.random() < 0.15)
        elif mode == 'white':
            kd = np.full(3, rng.uniform(0.68, 0.92)) * rng.uniform(0.97, 1, 3)
            rough = glo
        elif mode == 'black':
            kd = np.full(3, rng.uniform(0.005, 0.05))
            rough = glo
        elif mode == 'metal':
            kd = (
                np.full(3, rng.uniform(0.5, 0.95))
                if rng.random() < 0.6
                else np.array([0.9, 0.7, 0.4]) * rng.uniform(0.8, 1.1)
            )
            metal = 1.0
            rough = glo * 0.6 + 0.05
        elif mode == 'wood':
            rough = glo * 0.7 + 0.3
            metal = 0.0
            al = 1.0
        if al < 0.95 and rng.random() < 0.3:
            al = 1.0
        if al < 0.95:
            al = max(0.12, al * 0.7)
        if mode in ('mono', 'white') and len(np.unique(M)) <= 3 and rng.random() < 0.06:
            al = rng.uniform(0.15, 0.6)
            rough = 0.05
        tm, ts, tu, tv = 0, 1, 0, 0
        if plank is not None and tex < 0:
            tm, ts, (tu, tv) = 1, rng.uniform(0.7, 2.5), rng.uniform(0, 1, 2)
            texs.append(plank)
            tex = len(texs) - 1
        if tex < 0 and al > 0.9 and rng.random() < 0.2:
            tm = int(rng.choice([1, 2]))
            ts = rng.uniform(1.2, 5)
            tu, tv = rng.uniform(0, 1, 2) if tm == 1 else (0.5 + rng.uniform(-0.3, 0.3), 0.5 + rng.uniform(-0.3, 0.3))
            texs.append(label_tex(rng, lib_tex))
            tex = len(texs) - 1
        mats[i, :12] = [*kd, f0, np.clip(rough, 0.03, 1), metal, al, tex, tm, ts, tu, tv]
    # pose
    R = rotm(1, rng.uniform(0, 2 * np.pi))
    hang = rng.random() < 0.1
    flat = rng.random() < 0.12
    elev = math.radians(
        [rng.uniform(0, 6), rng.uniform(5, 35), rng.uniform(30, 70), rng.uniform(68, 89)][
            rng.choice(4, p=[0.17, 0.53, 0.2, 0.10])
        ]
    )
    if flat:
        R = (
            rotm(0, rng.choice([-1, 1]) * np.pi / 2) @ rotm(2, rng.uniform(0, 6.283))
            if rng.random() < 0.6
            else rotm(rng.integers(3), rng.uniform(0, 6.3)) @ R
        )
        elev = math.radians(rng.uniform(25, 89))
    elif hang or rng.random() < 0.06:
        R = rotm(0, rng.normal() * 0.5) @ rotm(2, rng.normal() * 0.5) @ R
    sc = np.exp(rng.normal(size=3) * 0.12)
    P = ((mesh['P'].reshape(-1, 3) * sc) @ R.T).astype(f32)
    N = ((mesh['N'].reshape(-1, 3) / sc) @ R.T).astype(f32)
    ground = float(P[:, 1].min())
    f = 0.5 / math.tan(math.radians(rng.uniform(12, 52)) / 2)
    dist = 1.1 * f / 0.5 + 0.6
    fwd = np.array([0, -math.sin(elev), -math.cos(elev)])
    right = np.array([1.0, 0, 0])
    up = np.cross(right, fwd)
    eye = -fwd * dist
    d = P - eye
    z = np.maximum(d @ fwd, 0.05)
    px, py = d @ right / z, -(d @ up) / z
    x0, x1, y0, y1 = px.min(), px.max(), py.min(), py.max()
    ext = max(x1 - x0, y1 - y0)
    detail = rng.random() < 0.1
    F = S * 0.66 / ext
    cx, cy = S / 2 - F * (x0 + x1) / 2, S / 2 - F * (y0 + y1) / 2
    if detail:
        F *= rng.uniform(1.8, 4)
        k = rng.integers(len(px))
        cx, cy = S / 2 - F * px[k], S / 2 - F * py[k]  # runs out of the frame
    # key light: prefer above, any azimuth; spread
    hard = rng.random() < 0.38  # bare bulb or sun: long, sharp, dark shadows
    az, le, spread = (
        rng.uniform(0, 2 * np.pi),
        math.radians(rng.uniform(14, 60) if hard else rng.uniform(18, 85)),
        10 ** (rng.uniform(-3, -1.7) if hard else rng.uniform(-2, -0.3)),
    )
    L0 = np.array([math.cos(le) * math.cos(az), math.sin(le), math.cos(le) * math.sin(az)])
    if le < 1.0 and not hard and not detail:
        cx += float(np.clip(-L0[0] / L0[1] * S * 0.04, -S * 0.12, S * 0.12))  # room for the shadow
    dirs = [L0] + [L0 + rng.normal(size=3) * spread for _ in range(5)]
    for k in range(9):
        u, v = (k + 0.5) / 9, k * 0.618 % 1
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
    B = np.ascontiguousarray(np.array(B, f32))
    K = len(B)
    E = env_levels(rng)
    key = (np.array([1.0, 1, 1]) * rng.uniform(0.15, 1.1) * rng.uniform(0.9, 1.1, 3)).astype(f32)
    cam = np.array([*eye, *right, *up, *fwd, F, cx, cy], f32)
    out = np.zeros((S, S, 5), f32)
    sh = np.zeros((S, S, 2), f32)
    wide = np.zeros((S, S, 2), f32) if hard and not hang else None
    ref = np.zeros((S, S, 5), f32)
    dorf = (not hang) and (not detail) and elev < 1.1 and rng.random() < 0.4
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
    lib.sprite(
        nt,
        ptr(P),
        ptr(N),
        ptr(mesh['U']),
        ptr(M),
        ptr(mats),
        tp,
        ptr(tw),
        ptr(thh),
        ptr(cam),
        S,
        ptr(E),
        6,
        K,
        ptr(B),
        ptr(key),
        C.c_float(ground),
        int(dorf),
        ptr(out),
        ptr(sh),
        None if wide is None else ptr(wide),
        ptr(ref),
    )
    lum = key.mean() * 0.8 + E[5].mean()
    ex = rng.uniform(0.75, 1.15) * 0.95 / lum

    def enc(o):
        a = o[..., 3:4]
        c = o[..., :3] / np.maximum(a, 1e-4) * ex
        c = np.where(c > 0.8, 0.8 + 0.25 * np.tanh((c - 0.8) / 0.4), c)
        c = np.clip(c, 0, 1) ** (1 / 2.2)
        return np.concatenate([c * 255, o[..., 3:5] * 255], 2)

    o = enc(out)
    t = out[..., 4]
    if t.sum() < S * S * 0.004 or (detail and not 0.15 < t.mean() < 0.93):
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
        3 if detail else (1 if hang else (2 if flat else 0)),
        1 if dorf else 0,
        MODES.index(mode),
        1 if hard else 0,
    ]
    u8 = lambda a: np.clip(a + 0.5, 0, 255).astype(np.uint8)
    return (
        u8(img),
        u8(enc(ref)[..., :4]) if dorf else None,
        None if wide is None else u8(wide[..., 0] * 255),
        np.array(meta, f32),
    )


WOOD = re.compile(r'wood|oak|pine(?!snow)|bois|madera|teak|alder|parquet|plank', re.I)


def texture_library(models, out):
    """all JPEG textures of the packs as one (n,256,256,3) array, and the indices of the wooden ones"""
    if not os.path.exists(out):
        L, wood = [], []
        for p in sorted(glob.glob(models + '/**/*.[jJ][pP]*[gG]', recursive=True)):
            try:
                im = Image.open(p)
                im.load()
            except Exception:
                continue
            if min(im.size) < 100:
                continue
            if WOOD.search(os.path.basename(p)) and 'bump' not in p:
                wood.append(len(L))
            L.append(np.array(im.convert('RGB').resize((256, 256), Image.BOX)))
        np.save(out.replace('.npy', '-wood.npy'), np.array(wood))
        np.save(out, np.stack(L))
    return np.load(out), np.load(out.replace('.npy', '-wood.npy'))


def group(mesh, rng):
    """model + procedural neighbour on the same floor"""
    o = procedural(rng)
    P = o['P'].reshape(-1, 3) * rng.uniform(0.4, 1) + [
        rng.uniform(0.5, 0.9) * rng.choice([-1, 1]),
        0,
        rng.uniform(-0.4, 0.4),
    ]
    P[:, 1] += mesh['P'].reshape(-1, 3)[:, 1].min() - P[:, 1].min()
    return dict(
        P=np.concatenate([mesh['P'], P.reshape(-1, 9).astype(f32)]),
        N=np.concatenate([mesh['N'], o['N']]),
        U=np.concatenate([mesh['U'], o['U']]),
        M=np.concatenate([mesh['M'], o['M'] + len(mesh['mats'])]).astype(np.int32),
        mats=mesh['mats'] + o['mats'],
        name=mesh['name'],
    )


NEW, PLACES = False, []


def main():
    global lib, NEW, PLACES
    ap = argparse.ArgumentParser(description=__doc__)
    ap.add_argument('out', help='prefix of the files to write')
    ap.add_argument('count', type=int)
    ap.add_argument('--seed', type=int, default=1)
    ap.add_argument('--models', required=True, help='folder with the unpacked model packs')
    ap.add_argument('--so', default=os.path.join(os.path.dirname(os.path.abspath(__file__)), 'librender.so'))
    ap.add_argument('--textures', required=True, help='texture library (.npy), made when missing')
    ap.add_argument('--part', choices=['train', 'val'], default='train', help='one model in 12 is kept for val')
    ap.add_argument('--minutes', type=float, default=1e9, help='stop after this time')
    ap.add_argument('--procedural', type=float, default=0.36)
    ap.add_argument('--new', action='store_true', help='only the kinds of more()')
    ap.add_argument('--places', help='photographs for screens (.npy)')
    a = ap.parse_args()
    NEW = a.new
    PLACES = np.load(a.places) if a.places else []
    rng = np.random.default_rng(a.seed)
    lib = C.CDLL(a.so)
    lib_tex, wood = texture_library(a.models, a.textures)
    files = [
        f
        for f in sorted(glob.glob(a.models + '/**/*.obj', recursive=True))
        if not SKIP.search(os.path.basename(f)) and 'Reallusion' not in f and os.path.getsize(f) < 6e6
    ]
    files = [f for f in files if (zlib.crc32(os.path.basename(f).encode()) % 12 == 0) == (a.part == 'val')]
    rng.shuffle(files)
    print(len(files), 'models', flush=True)
    A = np.lib.format.open_memmap(a.out + '.rgba.npy', 'w+', np.uint8, (a.count, S, S, 7))
    refl, rid, wide, wid, metas, names = [], [], [], [], [], []
    n = last = fi = 0
    t0 = time.time()
    bad = set()
    stop = []
    signal.signal(signal.SIGTERM, lambda *_: stop.append(1))

    def save():
        np.savez(
            a.out + '.npz',
            refl=np.stack(refl),
            rid=rid,
            wide=np.stack(wide),
            wid=wid,
            meta=np.stack(metas),
            names=names,
        )

    while n < a.count and time.time() - t0 < a.minutes * 60 and not stop:
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
            if len(mesh['M']) > 60000:
                views = 1
            if rng.random() < 0.1:
                mesh = group(mesh, rng)
        for _ in range(views):
            r = render(mesh, rng, lib_tex, wood, cache) if n < a.count else None
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
            names.append(mesh['name'])
            n += 1
        if n - last >= 200:
            last = n
            print(n, round(time.time() - t0, 1), flush=True)
    A.flush()
    save()
    print('done', n, round(time.time() - t0), 's', flush=True)


if __name__ == '__main__':
    main()
