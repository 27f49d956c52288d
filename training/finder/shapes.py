"""Things made by rule: lathed, bent and built of bars. Meshes are dicts of corners P, N (n, 9), U (n, 6), material of each triangle M (n,), and mats."""
import math

import numpy as np

FLOAT = np.float32


def rotation(ax, t):
    c, s = (math.cos(t), math.sin(t))
    R = np.eye(3)
    i, j = [(1, 2), (2, 0), (0, 1)][ax]
    R[i, i] = c
    R[j, j] = c
    R[i, j] = -s
    R[j, i] = s
    return R


def grid_mesh(V, closed_u=True):
    """V: (a,b,3) grid -> triangles with smooth normals"""
    a, b, _ = V.shape
    du = np.roll(V, -1, 1) - np.roll(V, 1, 1) if closed_u else np.gradient(V, axis=1)
    dv = np.gradient(V, axis=0)
    n = np.cross(dv, du)
    n /= np.linalg.norm(n, axis=2, keepdims=True) + 1e-09
    j = np.arange(b if closed_u else b - 1)
    j1 = (j + 1) % b
    i = np.arange(a - 1)[:, None]

    def q(X):
        A, B, Cc, D = (X[i, j], X[i, j1], X[i + 1, j], X[i + 1, j1])
        return np.concatenate([np.stack([A, B, D], 2).reshape(-1, 9), np.stack([A, D, Cc], 2).reshape(-1, 9)])

    uv = np.stack(np.meshgrid(np.linspace(0, 1, b), np.linspace(0, 1, a)), 2)
    X = uv
    A, B, Cc, D = (X[i, j], X[i, j1], X[i + 1, j], X[i + 1, j1])
    U = np.concatenate([np.stack([A, B, D], 2).reshape(-1, 6), np.stack([A, D, Cc], 2).reshape(-1, 6)])
    return (q(V).astype(FLOAT), q(n).astype(FLOAT), U.astype(FLOAT))


def lathe(prof, sq=None, seg=40):
    t = np.arange(seg) / seg * 2 * np.pi
    c, s = (np.cos(t), np.sin(t))
    if sq:
        k = (np.abs(c) ** sq + np.abs(s) ** sq) ** (-1 / sq)
        c, s = (c * k, s * k)
    r, y = (prof[:, :1], prof[:, 1:])
    return grid_mesh(np.stack([r * c, y + 0 * c, r * s], 2))


def tube(path, rad, seg=10):
    T = np.gradient(path, axis=0)
    T /= np.linalg.norm(T, axis=1, keepdims=True) + 1e-09
    up = np.array([0.13, 1, 0.27])
    up /= np.linalg.norm(up)
    A = np.cross(T, up)
    A /= np.linalg.norm(A, axis=1, keepdims=True) + 1e-06
    B = np.cross(T, A)
    t = np.arange(seg) / seg * 2 * np.pi
    rad = np.broadcast_to(rad, len(path))[:, None, None]
    return grid_mesh(
        path[:, None] + rad * (A[:, None] * np.cos(t)[:, None] + B[:, None] * np.sin(t)[:, None])
    )


def box(w, h, d, bev=0.02):
    prof = np.array([[0, 0], [1 - bev, 0], [1, bev], [1, 1 - bev], [1 - bev, 1], [0, 1]], float)
    prof = np.repeat(prof, 2, 0) + np.tile([[0, -0.0001], [0, 0.0001]], (6, 1))
    P, N, U = lathe(prof, sq=40, seg=48)
    s = np.tile([w / 2, h, d / 2], 3)
    P = P * s
    N = N / s
    return (P.astype(FLOAT), N.astype(FLOAT), U)


def smooth_curve(rng, n=6, m=90, amp=(1, 0.3, 1)):
    k = rng.normal(size=(n, 3)) * amp
    x = np.linspace(0, n - 1, m)
    i = np.clip(x.astype(int), 0, n - 2)
    t = (x - i)[:, None]
    g = np.gradient(k, axis=0) * 0.9
    a, b, ga, gb = (k[i], k[i + 1], g[i], g[i + 1])
    return (
        (2 * t**3 - 3 * t**2 + 1) * a
        + (t**3 - 2 * t**2 + t) * ga
        + (-2 * t**3 + 3 * t**2) * b
        + (t**3 - t**2) * gb
    )


SOLID = ["lathe", "bottle", "box", "cable", "stand", "plate", "blob", "tool", "plant", "ball"]

HOLED = [
    "ring",
    "kettle",
    "basket",
    "chair",
    "bike",
    "shelf",
    "scissors",
    "glasses",
    "hanger",
    "lantern",
    "pan",
]

OPEN = HOLED + ["mug", "mug", "rack", "rack", "bag"]


def moved(part, at=(0, 0, 0), R=None):
    P, N, U = part
    P, N = (P.reshape(-1, 3), N.reshape(-1, 3))
    if R is not None:
        P, N = (P @ R.T, N @ R.T)
    return ((P + at).reshape(-1, 9).astype(FLOAT), N.reshape(-1, 9).astype(FLOAT), U)


def bar(a, b, r, seg=7):
    a, b = (np.array(a, float), np.array(b, float))
    return tube(np.stack([a, (a + b) / 2 + [0.001, 0, 0.001], b]), r, seg)


def hoop(r1, r2, r, m=40, sq=2.0, arc=2 * np.pi, start=0.0):
    """closed or open hoop in the x-y plane; sq: 2 = ellipse, more = squarish"""
    t = start + np.linspace(0, arc, m)
    c, s = (np.cos(t), np.sin(t))
    k = (np.abs(c) ** sq + np.abs(s) ** sq) ** (-1 / sq)
    return tube(np.stack([r1 * c * k, r2 * s * k, 0 * t], 1), r, 9)


def wheel(r, w, rng):
    parts = [hoop(r, r, w)]
    n = rng.integers(4, 20)
    parts.append(
        moved(
            lathe(np.array([[0, -w], [w * 2, -w], [w * 2, w], [0, w]]), seg=14),
            R=rotation(0, np.pi / 2),
        )
    )
    for k in range(n):
        a = k / n * 2 * np.pi
        parts.append(bar([0, 0, 0], [r * math.cos(a), r * math.sin(a), 0], w * rng.uniform(0.15, 0.4), 5))
    return parts


def holed(rng, kind):
    """things one can look through"""
    u = rng.uniform
    r = u(0.012, 0.04)
    parts = []
    if kind == "ring":
        for k in range(rng.integers(1, 4)):
            parts.append(
                moved(
                    hoop(u(0.2, 0.5), u(0.2, 0.5), u(0.015, 0.12), sq=rng.choice([2, 2, 4])),
                    [k * u(0.2, 0.6), 0, u(-0.2, 0.2)],
                    rotation(rng.integers(3), u(0, 6.3)),
                )
            )
    elif kind == "kettle":
        R, h = (u(0.3, 0.45), u(0.3, 0.7))
        t = np.linspace(0, 1, 16)
        parts.append(
            lathe(
                np.concatenate(
                    [
                        [[0, 0]],
                        np.stack(
                            [R * (1 - 0.5 * np.abs(t - u(0.2, 0.5)) ** 1.5 - 0.3 * t**4), h * t],
                            1,
                        ),
                        [[0, h + 0.04]],
                    ]
                )
            )
        )
        parts.append(moved(hoop(R * u(0.6, 1), u(0.25, 0.6), r, arc=np.pi), [0, h * 0.95, 0]))
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
                moved(
                    hoop(u(0.12, 0.25), u(0.15, 0.3), r, arc=np.pi, start=np.pi / 2),
                    [-R * 0.85, h * 0.5, 0],
                )
            )
    elif kind == "basket":
        R, h, f = (u(0.3, 0.5), u(0.2, 0.8), u(0.6, 1.1))
        n = rng.integers(8, 26)
        r *= 0.5
        for k in range(n):
            a = k / n * 2 * np.pi
            parts.append(
                bar(
                    [R * f * math.cos(a), 0, R * f * math.sin(a)],
                    [R * math.cos(a), h, R * math.sin(a)],
                    r,
                    5,
                )
            )
        for y in np.linspace(0, 1, rng.integers(2, 6)):
            q = R * (f + (1 - f) * y)
            parts.append(moved(hoop(q, q, r * 1.4), [0, h * y, 0], rotation(0, np.pi / 2)))
        if rng.random() < 0.6:
            parts.append(moved(hoop(R, u(0.3, 0.6), r * 2, arc=np.pi), [0, h, 0]))
    elif kind == "chair":
        w, h, d, b, q = (u(0.35, 0.6), u(0.35, 0.7), u(0.35, 0.6), u(0.3, 0.7), u(0.012, 0.035))
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
    elif kind == "bike":
        R = u(0.22, 0.33)
        parts += [moved(p, [x, R, 0]) for x in (-0.5, 0.5) for p in wheel(R, u(0.008, 0.03), rng)]
        a, b, c, e = (
            [-0.5, R, 0],
            [-0.12, R * 0.9, 0],
            [-0.25, R + u(0.25, 0.4), 0],
            [0.36, R + u(0.3, 0.42), 0],
        )
        for s, t in ((a, b), (b, c), (a, c), (b, e), (c, e), (e, [0.5, R, 0])):
            parts.append(bar(s, t, r * 0.7))
        parts.append(bar([0.36, e[1] + 0.05, -0.2], [0.36, e[1] + 0.05, 0.2], r * 0.6))
        parts.append(moved(box(0.2, 0.04, 0.09), [-0.27, c[1] + 0.05, 0]))
    elif kind == "shelf":
        w, h, d = (u(0.3, 1), u(0.4, 1), u(0.2, 0.6))
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
    elif kind == "scissors":
        q, t = (u(0.1, 0.16), u(0.1, 0.35))
        for s in (-1, 1):
            parts += [
                moved(p, [0, 0, s * 0.012], rotation(2, s * t))
                for p in (
                    moved(hoop(q, q * u(1, 1.7), u(0.018, 0.035)), [s * 0.02, -0.38, 0]),
                    moved(box(0.07, 0.62, 0.012), [0, -0.25, 0]),
                )
            ]
    elif kind == "glasses":
        q, h = (u(0.2, 0.26), u(0.13, 0.22))
        for s in (-1, 1):
            parts += [
                moved(hoop(q, h, r * 0.8, sq=rng.choice([2, 3, 5])), [s * 0.27, 0, 0]),
                tube(
                    np.array([[s * 0.5, 0.03, 0], [s * 0.52, 0.04, -0.3], [s * 0.48, -0.05, -0.65]]),
                    r * 0.7,
                    7,
                ),
            ]
        parts.append(bar([-0.06, 0.03, 0], [0.06, 0.03, 0], r * 0.8))
    elif kind == "hanger":
        w, h = (0.5, u(0.15, 0.35))
        k = np.array(
            [
                [0, h, 0],
                [w, 0, 0],
                [w * 0.98, -0.03, 0],
                [-w * 0.98, -0.03, 0],
                [-w, 0, 0],
                [0, h, 0],
            ]
        )
        x = np.linspace(0, 5, 60)
        parts.append(tube(np.stack([np.interp(x, range(6), k[:, j]) for j in range(3)], 1), r, 8))
        parts.append(moved(hoop(0.07, 0.07, r * 0.6, arc=4.2, start=-1.5), [0, h + 0.13, 0]))
        parts.append(bar([0, h, 0], [0, h + 0.07, 0], r * 0.6))
    elif kind == "lantern":
        R, h, n = (u(0.18, 0.32), u(0.4, 0.8), rng.integers(3, 7))
        parts += [
            lathe(np.array([[0, y], [R * f, y], [R * f * g, y + e], [0, y + e]]))
            for y, f, g, e in ((0, 1.1, 1, u(0.03, 0.12)), (h, 1.1, u(0.2, 1), u(0.05, 0.3)))
        ]
        for k in range(n):
            a = (k + 0.5) / n * 2 * np.pi
            parts.append(
                bar(
                    [R * math.cos(a), 0, R * math.sin(a)],
                    [R * math.cos(a), h, R * math.sin(a)],
                    r * 0.7,
                )
            )
        if rng.random() < 0.7:
            parts.append(lathe(np.array([[0, 0], [R * 0.4, 0], [R * 0.4, h * u(0.3, 0.8)], [0, h * 0.85]])))
        parts.append(
            moved(
                hoop(R * u(0.4, 1.1), u(0.15, 0.5), r * 0.6, arc=rng.choice([np.pi, 2 * np.pi])),
                [0, h + u(0.1, 0.3), 0],
                rotation(1, u(0, 6)),
            )
        )
    elif kind == "pan":
        R, h = (u(0.25, 0.4), u(0.05, 0.3))
        parts.append(
            lathe(np.array([[0, 0], [R * 0.9, 0], [R, h], [R * 0.96, h], [R * 0.86, 0.03], [0, 0.03]]))
        )
        for s in [1] if rng.random() < 0.6 else [1, -1]:
            L = u(0.1, 0.7)
            parts.append(
                tube(
                    np.array(
                        [
                            [s * R * 0.95, h * 0.8, 0],
                            [s * (R + L / 2), h, 0],
                            [s * (R + L), h * 1.1, 0],
                        ]
                    ),
                    u(0.015, 0.04),
                    8,
                )
            ) if rng.random() < 0.6 else None
            parts.append(
                moved(
                    hoop(u(0.06, 0.2), u(0.05, 0.15), r * 0.8),
                    [s * (R + (L if parts[-1] is not parts[0] else 0.1)), h, 0],
                    rotation(0, np.pi / 2),
                )
            )
        parts = [q for q in parts if q is not None]
    return parts


def procedural(rng):
    parts = []
    kind = rng.choice(SOLID) if rng.random() < 0.45 else rng.choice(OPEN)
    if kind in HOLED:
        parts = holed(rng, kind)
    elif kind in ("lathe", "bottle", "mug", "plate"):
        if kind == "lathe":
            n = rng.integers(4, 8)
            r = rng.uniform(0.08, 0.5, n)
            y = np.sort(rng.uniform(0, 1, n)) * rng.uniform(0.5, 1.6)
            x = np.linspace(0, n - 1, 50)
            i = np.clip(x.astype(int), 0, n - 2)
            t = x - i
            t = t * t * (3 - 2 * t)
            pr = np.stack([r[i] * (1 - t) + r[i + 1] * t, y[i] * (1 - (x - i)) + y[i + 1] * (x - i)], 1)
        elif kind == "bottle":
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
        elif kind == "mug":
            r, h, fl = (rng.uniform(0.25, 0.45), rng.uniform(0.4, 0.9), rng.uniform(0.7, 1.2))
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
                        np.stack(
                            [
                                sd * (r * 0.93 + hr * 0.9 * np.cos(a)),
                                h * 0.5 + hr * np.sin(a),
                                0 * a,
                            ],
                            1,
                        ),
                        rng.uniform(0.015, 0.06),
                    )
                )
        else:
            r, h = (rng.uniform(0.4, 0.6), rng.uniform(0.03, 0.3))
            t = np.linspace(0, 1, 20)
            pr = np.stack([r * (0.4 + 0.6 * t), h * t ** rng.uniform(1, 4)], 1)
            pr = np.concatenate([[[0, 0]], pr, pr[::-1] * [0.97, 1] + [0, 0.012], [[0, 0.015]]])
        pr = (
            np.concatenate([[[0, pr[0, 1]]], pr, [[0, pr[-1, 1]]]])
            if kind != "mug"
            else np.concatenate([[[0, 0]], pr])
        )
        parts.append(lathe(pr, sq=rng.choice([None, None, None, 4, 8])))
    elif kind == "box":
        for k in range(rng.integers(1, 4)):
            P, N, U = box(*rng.uniform(0.15, 1, 3), rng.uniform(0.005, 0.1))
            P = P.reshape(-1, 3) + [
                rng.uniform(-0.6, 0.6) * (k > 0),
                0,
                rng.uniform(-0.5, 0.5) * (k > 0),
            ]
            parts.append((P.reshape(-1, 9).astype(FLOAT), N, U))
    elif kind in ("rack", "stand"):
        r = rng.uniform(0.006, 0.03)
        w, h, d = rng.uniform(0.3, 1, 3)
        if kind == "rack":
            for x in np.linspace(-w / 2, w / 2, rng.integers(3, 14)):
                parts.append(
                    tube(
                        np.array([[x, 0, -d / 2], [x, h * 0.02, 0], [x, 0, d / 2]]) + [0, h, 0],
                        r,
                        6,
                    )
                )
            for z in (-d / 2, d / 2):
                parts.append(tube(np.array([[-w / 2, h, z], [0, h, z + 0.001], [w / 2, h, z]]), r * 1.4, 6))
                for x in (-w / 2, w / 2):
                    parts.append(tube(np.array([[x, 0, z], [x + 0.001, h / 2, z], [x, h, z]]), r * 1.4, 6))
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
            parts.append((P.reshape(-1, 9).astype(FLOAT), N, U))
    elif kind == "cable":
        c = smooth_curve(rng, rng.integers(4, 9), 140, (0.5, rng.choice([0.03, 0.3]), 0.5))
        r = rng.uniform(0.008, 0.035)
        parts.append(tube(c, r, 8))
        for e in (0, -1):
            P, N, U = box(0.08 + r, 0.2, 0.08 + r)
            P = P.reshape(-1, 3) + c[e] - [0, 0.1, 0]
            parts.append((P.reshape(-1, 9).astype(FLOAT), N, U))
    elif kind in ("blob", "ball", "bag"):
        th = np.linspace(0, np.pi, 36)
        ph = np.arange(48) / 48 * 2 * np.pi
        D = np.stack(
            [
                np.sin(th)[:, None] * np.cos(ph),
                -np.cos(th)[:, None] + 0 * ph,
                np.sin(th)[:, None] * np.sin(ph),
            ],
            2,
        )
        if kind == "ball":
            R = 1 + 0 * D[..., 0]
            D = D * [1, rng.uniform(0.5, 1.2), 1]
        else:
            R = 1 + sum(
                (
                    rng.uniform(0.03, 0.2)
                    * np.sin(D @ rng.normal(size=3) * rng.uniform(1, 5) + rng.uniform(0, 6))
                    for _ in range(6)
                )
            )
            D = D * rng.uniform(0.3, 1, 3)
        parts.append(grid_mesh(D * R[..., None]))
        if kind == "bag":
            a = np.linspace(0, np.pi, 24)
            parts.append(
                tube(
                    np.stack([0.35 * np.cos(a), 0.5 + 0.6 * np.sin(a) * rng.uniform(0.5, 1.2), 0 * a], 1),
                    rng.uniform(0.02, 0.05),
                )
            )
    elif kind == "tool":
        l = rng.uniform(0.5, 1.2)
        n = 12
        rr = np.abs(rng.normal(0.05, 0.02, 4)) + 0.012
        x = np.linspace(0, 1, n)
        parts.append(
            tube(
                np.stack([x * l, 0.03 * np.sin(x * 3), 0 * x], 1),
                np.interp(x, [0, 0.3, 0.7, 1], rr),
            )
        )
        if rng.random() < 0.6:
            P, N, U = box(*rng.uniform(0.06, 0.35, 3))
            P = P.reshape(-1, 3) + [l, -0.05, 0]
            parts.append((P.reshape(-1, 9).astype(FLOAT), N, U))
        else:
            parts.append(
                lathe(
                    np.array([[0, 0], [0.15, 0.01], [0.2, 0.05], [0.19, 0.055], [0.14, 0.02], [0, 0.015]])
                    * rng.uniform(0.5, 1.3)
                )
            )
    elif kind == "plant":
        h = rng.uniform(0.2, 0.5)
        r = rng.uniform(0.12, 0.25)
        parts.append(
            lathe(np.array([[0, 0], [r * 0.7, 0], [r, h], [r * 0.9, h], [r * 0.85, h * 0.9], [0, h * 0.9]]))
        )
        for _ in range(rng.integers(6, 60)):
            a, s, L = (rng.uniform(0, 6.283), rng.uniform(0.1, 0.9), rng.uniform(0.3, 1))
            t = np.linspace(0, 1, 10)
            c = np.stack(
                [
                    math.cos(a) * s * t * L,
                    h * 0.9 + L * t * (1 - 0.5 * s * t),
                    math.sin(a) * s * t * L,
                ],
                1,
            )
            parts.append(tube(c, np.sin(np.clip(t * 3.1, 0, 3.1)) * rng.uniform(0.008, 0.05) + 0.004, 5))
    P = np.concatenate([p[0] for p in parts]).astype(FLOAT)
    N = np.concatenate([p[1] for p in parts]).astype(FLOAT)
    U = np.concatenate([p[2] for p in parts]).astype(FLOAT)
    M = np.concatenate(
        [np.full(len(p[0]), i if len(parts) < 6 else min(i, 1)) for i, p in enumerate(parts)]
    ).astype(np.int32)
    v = P.reshape(-1, 3)
    lo, hi = (v.min(0), v.max(0))
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
    return dict(P=P, N=N, U=U, M=M, mats=mats, name="proc-" + kind)
