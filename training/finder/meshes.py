"""Reads OBJ models and their materials."""
import ctypes as C
import os
import re

import numpy as np
from PIL import Image

FLOAT = np.float32
library = None  # librender.so, set by sprites.py


def pointer(a):
    return a.ctypes.data_as(C.c_void_p)


def parse_mtl(fn, d):
    mats, cur = ({}, None)
    for l in open(fn, errors="ignore"):
        t = l.split()
        if not t:
            continue
        k = t[0]
        try:
            if k == "newmtl":
                cur = mats.setdefault(l.strip()[7:].strip(), dict(kd=[0.6] * 3, ks=0, ns=20, d=1, tex=None))
            elif cur is None:
                continue
            elif k == "Kd":
                cur["kd"] = [float(x) for x in t[1:4]]
            elif k == "Ks":
                cur["ks"] = max((float(x) for x in t[1:4]))
            elif k == "Ns":
                cur["ns"] = float(t[1])
            elif k == "d":
                cur["d"] = float(t[-1])
            elif k == "map_Kd":
                p = os.path.join(d, l.strip()[7:].strip())
                if os.path.exists(p):
                    cur["tex"] = p
        except ValueError:
            pass
    return mats


def load_obj(fn):
    d = os.path.dirname(fn)
    txt = open(fn, "rb").read()
    m = re.search(b"mtllib (.+)", txt)
    mt = {}
    if m:
        p = os.path.join(d, m.group(1).decode("latin1").strip())
        if os.path.exists(p):
            mt = parse_mtl(p, d)
    names = list(mt) or ["x"]
    if not mt:
        mt = {"x": dict(kd=[0.6] * 3, ks=0, ns=20, d=1, tex=None)}
    cap = 120000
    P = np.zeros((cap, 9), FLOAT)
    N = np.zeros((cap, 9), FLOAT)
    U = np.zeros((cap, 6), FLOAT)
    M = np.zeros(cap, np.int32)
    arr = (C.c_char_p * len(names))(*[n.encode("latin1", "ignore") for n in names])
    n = library.obj_parse(
        C.c_char_p(txt),
        C.c_long(len(txt)),
        arr,
        len(names),
        pointer(P),
        pointer(N),
        pointer(U),
        pointer(M),
        cap,
    )
    if n < 20 or n >= cap:
        return None
    P, N, U, M = (P[:n], N[:n], U[:n], M[:n])
    if not np.isfinite(P).all():
        return None
    v = P.reshape(-1, 3)
    lo, hi = (v.min(0), v.max(0))
    s = (hi - lo).max()
    if s <= 0 or np.sort((hi - lo) / s)[1] < 0.04:
        return None
    v -= (lo + hi) / 2
    v /= s
    mats = [mt[k] for k in names]
    used = np.unique(M)
    if all((mats[i]["d"] < 0.05 for i in used)):
        return None
    keep = np.array([mats[i]["d"] >= 0.05 for i in range(len(mats))])[M]
    return dict(
        P=P[keep].copy(),
        N=N[keep].copy(),
        U=U[keep].copy(),
        M=M[keep].copy(),
        mats=mats,
        name=os.path.basename(fn),
    )


def load_texture(p, mx=192):
    try:
        im = Image.open(p)
        im = im.convert("RGBA")
        im.thumbnail((mx, mx), Image.BOX)
        return np.ascontiguousarray(np.array(im))
    except Exception:
        return None
