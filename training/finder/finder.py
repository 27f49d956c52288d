"""Loads pictures and networks, and finds the product: one pass, or a second one on the box that was found."""
import numpy as np
import torch
from PIL import Image, ImageOps

from net import Finder, weights_of

# Maps are compared on a grid of this many cells a side, the picture squashed to a square.
GRID = 256


def load_net(path):
    net = Finder()
    net.load_state_dict(weights_of(path))
    return net.eval()


def load_photo(path, side=1000):
    image = Image.open(path)
    if image.format == "JPEG":
        image.draft("RGB", (side, side))
    image = ImageOps.exif_transpose(image).convert("RGB")
    image.thumbnail((side, side), Image.BOX, reducing_gap=None)
    return image


def tensor_of(image, side):
    kind = Image.LANCZOS if max(image.size) < 2 * side else Image.BOX
    pixels = np.array(image.resize((side, side), kind))
    return torch.from_numpy(pixels).permute(2, 0, 1)[None].float() / 255


def run(net, image, side, mirrored=False):
    x = tensor_of(image, side)
    with torch.no_grad():
        y = torch.sigmoid(net(torch.cat([x, x.flip(3)]) if mirrored else x))
    return ((y[:1] + y[1:].flip(3)) / 2 if mirrored else y)[0, 0].numpy()


def resize(chances, width, height):
    return np.array(Image.fromarray(chances).resize((width, height), Image.BILINEAR))


def found_box(chances, size, margin, trim=0.003, squash=1.6):
    """The box of what was found, with a margin, in cells [x0, x1, y0, y1]; specks are trimmed away, and in
    pixels no side is longer than squash times the other."""
    mass = np.where(chances > 0.3, chances, 0)
    if mass.sum() < 20:
        return None
    ends = []
    for axis in (0, 1):
        summed = np.cumsum(mass.sum(axis)) / mass.sum()
        ends += [float(np.searchsorted(summed, trim)), float(np.searchsorted(summed, 1 - trim) + 1)]
    x0, x1, y0, y1 = ends
    per_x, per_y = size[0] / GRID, size[1] / GRID
    width, height = (x1 - x0) * per_x, (y1 - y0) * per_y
    gap = margin * max(width, height)
    width, height = width + 2 * gap, height + 2 * gap
    half_x = max(width, height / squash) / per_x / 2
    half_y = max(height, width / squash) / per_y / 2
    x, y = (x0 + x1) / 2, (y0 + y1) / 2
    left, right = int(max(0, x - half_x)), int(min(GRID, np.ceil(x + half_x)))
    return [left, right, int(max(0, y - half_y)), int(min(GRID, np.ceil(y + half_y)))]


def predict(net, image, side, mirrored=False, passes=1, margin=0.14, mix=0.7, most=0.75):
    """Chances on the grid. The second pass is left out where the box is nearly the whole picture."""
    first = resize(run(net, image, side, mirrored), GRID, GRID)
    box = found_box(first, image.size, margin) if passes == 2 else None
    if box is None:
        return first
    x0, x1, y0, y1 = box
    if (x1 - x0) * (y1 - y0) > most * GRID * GRID:
        return first
    per_x, per_y = image.size[0] / GRID, image.size[1] / GRID
    part = image.crop((round(x0 * per_x), round(y0 * per_y), round(x1 * per_x), round(y1 * per_y)))
    second = resize(run(net, part, side, mirrored), x1 - x0, y1 - y0)
    mixed = first * 0.5
    mixed[y0:y1, x0:x1] = mix * second + (1 - mix) * first[y0:y1, x0:x1]
    return mixed
