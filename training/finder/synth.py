#!/usr/bin/env python3
"""Composites of sprites over made backdrops (synth.c). As a program: writes OUT.npy, uint8 (n, side, side, 5):
RGB, truth, and where backdrop is closed in by product."""
import argparse
import ctypes as C
import os
import re
import time

import numpy as np

HERE = os.path.dirname(os.path.abspath(__file__))
FURNITURE = re.compile(
    r"chair|table|sofa|couch|bed|desk|cabinet|shel|bookcase|wardrobe|dresser|lamp|plant|stool|bench|fridge"
    r"|cooker|stove|washing|tv|piano|cupboard|vanity|radiator|armchair|seat|futon|fotel|drawer|tree|ficus"
    r"|bike|basket",
    re.I,
)
DETAIL = 3


def pointer(array):
    return array.ctypes.data_as(C.c_void_p)


class Synth:
    """One of it in a process: synth.c keeps its state in statics."""

    def __init__(self, prefixes, textures, library=os.environ.get("FINDER_SYNTH", HERE + "/libsynth.so")):
        self.library = C.CDLL(library)
        self.kept = []
        pixels, reflections, wide, facts = [], [], [], []
        for prefix in prefixes:
            sprites = np.load(prefix + ".rgba.npy", mmap_mode="r")
            more = np.load(prefix + ".npz")
            mirrored, shadows = more["refl"], more["wide"]
            self.kept += [sprites, mirrored, shadows]
            mirrored_of, shadow_of = ({int(k): i for i, k in enumerate(more[key])} for key in ("rid", "wid"))
            for i, (fact, name) in enumerate(zip(more["meta"], more["names"])):
                x0, x1, y0, y1, elevation, horizon, pose, floor, material, hard = fact
                sample = sprites[i, 8::16, ::4]
                sample = sample[sample[..., 4] > 127]
                if pose == DETAIL:
                    x0, x1, y0, y1 = 0, 256, 0, 256
                if min(x1 - x0, y1 - y0) < 2 or len(sample) < 4:
                    continue
                pixels.append(sprites[i].ctypes.data)
                reflections.append(mirrored[mirrored_of[i]].ctypes.data if i in mirrored_of else None)
                wide.append(shadows[shadow_of[i]].ctypes.data if i in shadow_of else None)
                facts.append(
                    [x0, x1, y0, y1, elevation, horizon, pose, floor, material, hard]
                    + [bool(FURNITURE.search(str(name))), sample[:, :3].mean() / 255]
                )
        self.count = len(pixels)
        self.facts = np.array(facts, np.float32)
        self.textures = np.ascontiguousarray(np.load(textures))
        self.wooden = np.load(textures.replace(".npy", "-wood.npy")).astype(np.int32)
        self.pointers = [(C.c_void_p * self.count)(*v) for v in (pixels, reflections, wide)]
        self.library.setup(
            self.count,
            *self.pointers,
            pointer(self.facts),
            pointer(self.textures),
            len(self.textures),
            pointer(self.wooden),
            len(self.wooden),
        )

    def make(self, count, side, seed):
        made = np.empty((count, side, side, 5), np.uint8)
        self.library.make(count, side, C.c_uint64(seed), pointer(made))
        return made


def main():
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("out")
    parser.add_argument("sprites", nargs="+", help="prefixes written by sprites.py")
    parser.add_argument("--textures", required=True)
    parser.add_argument("-n", type=int, default=240)
    parser.add_argument("--side", type=int, default=192, help="at most 256")
    parser.add_argument("--seed", type=int, default=1)
    given = parser.parse_args()
    synth = Synth(given.sprites, given.textures)
    start = time.process_time()
    made = synth.make(given.n, given.side, given.seed)
    each = (time.process_time() - start) / given.n * 1e3
    print(f"{synth.count} sprites, {each:.1f} ms of processor a picture")
    np.save(given.out, made)


if __name__ == "__main__":
    main()
