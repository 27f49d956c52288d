#!/usr/bin/env python3
"""Composites from sprites (Python side of synth.c). As a program: writes OUT.npy, uint8 (n, w, w, 7) = RGB, truth, gap flag, the main piece alone, another thing."""
import argparse, ctypes as C, os, re, time
import numpy as np

HERE = os.path.dirname(os.path.abspath(__file__))
FURNITURE = re.compile(
    r'chair|table|sofa|couch|bed|desk|cabinet|shel|bookcase|wardrobe|dresser|lamp|plant|stool|bench|fridge|cooker|stove|washing|tv|piano|cupboard|vanity|radiator|armchair|seat|futon|fotel|drawer|tree|ficus|bike|basket',
    re.I,
)
ptr = lambda a: a.ctypes.data_as(C.c_void_p)


class Synth:
    """One instance per process (synth.c keeps its state in statics)."""

    def __init__(s, prefixes, textures, scenes=None, so=os.environ.get('FINDER_SYNTH', HERE + '/libsynth.so')):
        s.lib = C.CDLL(so)
        s.keep, px, rf, wd, meta = [], [], [], [], []
        for p in prefixes:
            A, z = np.load(p + '.rgba.npy', mmap_mode='r'), np.load(p + '.npz')
            R, D = z['refl'], z['wide']
            s.keep += [A, R, D]
            rid, wid = ({int(k): i for i, k in enumerate(z[key])} for key in ('rid', 'wid'))
            for i, (m, name) in enumerate(zip(z['meta'], z['names'])):
                x0, x1, y0, y1, elev, hor, pose, floor, material, hard = m
                t = A[i, 16::32, ::8]
                t = t[t[..., 4] > 127]
                if pose == 3:
                    x0, x1, y0, y1 = 0, 512, 0, 512
                if min(x1 - x0, y1 - y0) < 2 or len(t) < 4:
                    continue
                px.append(A[i].ctypes.data)
                rf.append(R[rid[i]].ctypes.data if i in rid else None)
                wd.append(D[wid[i]].ctypes.data if i in wid else None)
                meta.append(
                    [
                        x0,
                        x1,
                        y0,
                        y1,
                        elev,
                        hor,
                        pose,
                        floor,
                        material,
                        hard,
                        bool(FURNITURE.search(str(name))),
                        t[:, :3].mean() / 255,
                    ]
                )
        s.n = n = len(px)
        s.meta = np.array(meta, np.float32)
        s.T = np.ascontiguousarray(np.load(textures))
        s.wood = np.load(textures.replace('.npy', '-wood.npy')).astype(np.int32)
        s.ptrs = [(C.c_void_p * n)(*v) for v in (px, rf, wd)]
        s.lib.setup(n, *s.ptrs, ptr(s.meta), ptr(s.T), len(s.T), ptr(s.wood), len(s.wood))
        if scenes:
            s.scn = np.ascontiguousarray(np.load(scenes))
            s.lib.scenes(len(s.scn), ptr(s.scn))

    def make(s, n, w, seed):
        o = np.empty((n, w, w, 7), np.uint8)
        s.lib.make(n, w, C.c_uint64(seed), ptr(o))
        return o


if __name__ == '__main__':
    ap = argparse.ArgumentParser(description=__doc__)
    ap.add_argument('out')
    ap.add_argument('sprites', nargs='+', help='prefixes written by sprites.py')
    ap.add_argument('--textures', required=True)
    ap.add_argument('-n', type=int, default=240)
    ap.add_argument('-w', type=int, default=192, help='side, at most 512')
    ap.add_argument('--seed', type=int, default=1)
    ap.add_argument('--scenes')
    a = ap.parse_args()
    S = Synth(a.sprites, a.textures, a.scenes)
    t = time.process_time()
    o = S.make(a.n, a.w, a.seed)
    print(S.n, 'sprites,', round((time.process_time() - t) / a.n * 1e3, 1), 'cpu ms a picture')
    np.save(a.out, o)
