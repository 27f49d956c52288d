#!/usr/bin/env python3
"""Scores checkpoints against truth: intersection over union at 0.5, the same with the outlines filled, and how
pure and how many the seeds are (over 0.95 product, under 0.05 backdrop)."""
import argparse
import glob
import itertools
import os

import numpy as np
import torch
from PIL import Image

from finder import GRID, load_net, load_photo, predict

COLUMNS = "Set | Net | side | passes | mirrored | IoU mean | median | filled mean | median"
COLUMNS += " | product seeds pure | cover | backdrop seeds pure | cover"


def squashed(alpha):
    return np.array(alpha.resize((GRID, GRID), Image.BOX)) > 127


def load_set(path):
    """A folder with photos/ and truth/alpha/, or composites of synth.py: [(name, picture, truth on the grid)]."""
    if path.endswith(".npy"):
        return [
            (str(i), Image.fromarray(c[..., :3].copy()), squashed(Image.fromarray(c[..., 3].copy())))
            for i, c in enumerate(np.load(path))
        ]
    found = []
    for photo in sorted(glob.glob(path + "/photos/*")):
        name = os.path.basename(photo)
        truth = f"{path}/truth/alpha/{os.path.splitext(name)[0]}.png"
        if os.path.exists(truth):
            found.append((name, load_photo(photo), squashed(Image.open(truth).convert("L"))))
    return found


def iou(one, other):
    union = (one | other).sum()
    return (one & other).sum() / union if union else 1.0


def filled(mask):
    """The outline with its holes filled: the outside is grown from the border."""
    free = np.pad(~mask, 1, constant_values=True)
    outside = np.zeros_like(free)
    outside[[0, -1]] = True
    outside[:, [0, -1]] = True
    last = 0
    while outside.sum() != last:
        last = outside.sum()
        for _ in range(8):
            grown = outside.copy()
            grown[1:] |= grown[:-1]
            grown[:-1] |= grown[1:]
            grown[:, 1:] |= grown[:, :-1]
            grown[:, :-1] |= grown[:, 1:]
            outside = grown & free
    return ~outside[1:-1, 1:-1]


def share(of, count):
    return of.sum() / count if count else np.nan


def score(chances, truth):
    found, product, backdrop = chances > 0.5, chances > 0.95, chances < 0.05
    return [
        iou(found, truth),
        iou(filled(found), filled(truth)),
        share(product & truth, product.sum()),
        share(product & truth, truth.sum()),
        share(backdrop & ~truth, backdrop.sum()),
        share(backdrop & ~truth, (~truth).sum()),
    ]


def main():
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("sets", nargs="+", help="NAME=FOLDER or NAME=COMPOSITES.npy")
    parser.add_argument("--nets", nargs="+", required=True, help="NAME=CHECKPOINT.pt")
    parser.add_argument("--side", type=int, nargs="+", default=[192, 256])
    parser.add_argument("--passes", type=int, nargs="+", default=[1, 2])
    parser.add_argument("--list", action="store_true", help="print the IoU of each photograph")
    given = parser.parse_args()
    torch.set_num_threads(1)
    nets = [(name, load_net(path)) for name, path in (n.split("=", 1) for n in given.nets)]
    print(f"| {COLUMNS} |\n|" + " --- |" * 13)
    for name, path in (s.split("=", 1) for s in given.sets):
        pictures = load_set(path)
        ways = itertools.product(given.side, given.passes, (False, True), nets)
        for side, passes, mirrored, (net_name, net) in ways:
            scores = np.array(
                [score(predict(net, p, side, mirrored, passes), truth) for _, p, truth in pictures]
            )
            mean, median = np.nanmean(scores, 0), np.median(scores, 0)
            how = f"{name} ({len(pictures)}) | {net_name} | {side} | {passes} | {mirrored}"
            figures = [mean[0], median[0], mean[1], median[1], *mean[2:]]
            print(f"| {how} | " + " | ".join(f"{v:.3f}" for v in figures) + " |", flush=True)
            if given.list:
                print("  ".join(f"{n} {s[0]:.2f}" for (n, _, _), s in zip(pictures, scores)))


if __name__ == "__main__":
    main()
