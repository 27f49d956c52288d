"""Training views: parts of fresh composites, mirrored, recoloured, and lit otherwise."""
import collections

import numpy as np
import torch
import torch.nn.functional as F

# At most this many composites are kept; each is seen about `reuse` times.
KEPT = 600
LARGEST = 248


class Views:
    def __init__(self, synth, seed, reuse, zoom, gap):
        self.synth, self.reuse, self.zoom, self.gap = synth, reuse, zoom, gap
        self.random = np.random.default_rng(seed)
        self.seed = seed * 10_000_000
        self.kept = collections.deque(maxlen=KEPT)

    def _make(self, count, side):
        for _ in range(count):
            self.seed += 1
            larger = min(LARGEST, 8 * round(side * self.random.uniform(1, 1.2) / 8))
            self.kept.append(self.synth.make(1, larger, self.seed)[0])

    def _near(self, picture, product):
        """Cut to the product with a margin, as the finder's second look does."""
        rows, columns = np.nonzero(product.any(1))[0], np.nonzero(product.any(0))[0]
        longest = max(rows[-1] - rows[0], columns[-1] - columns[0])
        gaps = self.random.uniform(0.05, 0.25, 4) * longest
        top, left = max(0, int(rows[0] - gaps[0])), max(0, int(columns[0] - gaps[2]))
        return picture[top : int(rows[-1] + gaps[1]) + 2, left : int(columns[-1] + gaps[3]) + 2]

    def _part(self, picture):
        side = len(picture)
        part = self.random.integers(int(side * 0.72), side + 1)
        y, x = self.random.integers(0, side + 1 - part, 2)
        return picture[y : y + part, x : x + part]

    def _view(self, side):
        picture = self.kept[self.random.integers(len(self.kept))]
        product = picture[..., 3] > 127
        draw = self.random.random()
        if draw < self.zoom and 0.06 < product.mean() < 0.6:
            picture = self._near(picture, product)
        elif draw < 0.65:
            picture = self._part(picture)
        if self.random.random() < 0.5:
            picture = picture[:, ::-1]
        if self.random.random() < 0.06:
            picture = np.rot90(picture, self.random.integers(1, 4))
        if self.random.random() < 0.25:
            picture = picture[..., list(self.random.permutation(3)) + [3, 4]]
        planes = torch.from_numpy(np.ascontiguousarray(picture)).permute(2, 0, 1)[None].float()
        shrunk = max(picture.shape[:2]) > side
        return F.interpolate(planes, (side, side), mode="bilinear", align_corners=False, antialias=shrunk)

    def batch(self, count, side):
        """(images, truth, weights): (n, 3, side, side) in 0 to 1, (n, 1, …), (n, 1, …)."""
        self._make(96 if not self.kept else max(1, round(count / self.reuse)), side)
        planes = torch.cat([self._view(side) for _ in range(count)]) / 255
        image, truth, closed_in = planes[:, :3], planes[:, 3:4], planes[:, 4:]
        image = relit(image)
        at_edges = ((F.avg_pool2d(truth, 5, 1, 2) - truth).abs() > 0.05).float()
        weights = 1 + 2 * at_edges + self.gap * closed_in * (truth < 0.5).float()
        return image.clamp(0, 1).contiguous(memory_format=torch.channels_last), truth, weights


def relit(image):
    """Other gamma, cast, exposure, contrast, saturation, each for a share of the pictures."""
    count = len(image)

    def between(channels, low, high):
        return torch.rand(count, channels, 1, 1) * (high - low) + low

    def sometimes(chance, factor):
        return 1 + (torch.rand(count, 1, 1, 1) < chance).float() * (factor - 1)

    image = image ** sometimes(0.3, between(1, 0.7, 1.4))
    image = image * sometimes(0.5, between(3, 0.88, 1.12)) * sometimes(0.4, between(1, 0.6, 1.25))
    mean = image.mean((1, 2, 3), keepdim=True)
    image = mean + (image - mean) * sometimes(0.3, between(1, 0.6, 1.2))
    grey = image.mean(1, keepdim=True)
    return grey + (image - grey) * sometimes(0.25, between(1, 0, 1.3))
