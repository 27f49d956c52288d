"""The network: a U-Net whose encoder is the backbone of a general object detector that was trained on photographs.

The names of the modules are those of the stored weights.
"""
import torch
import torch.nn as nn
import torch.nn.functional as F

from detector import load_weights


def leaky(x):
    return F.leaky_relu(x, 0.1, True)


class Stage(nn.Module):
    """A cross-stage partial stage: convolution, n blocks that join half the channels, and the first map again."""

    def __init__(self, channels, blocks, first_stride, channels_in):
        super().__init__()
        half = channels // 2
        self.first = nn.Conv2d(channels_in, channels, 3, first_stride, 1)
        self.a = nn.ModuleList([nn.Conv2d(channels, half, 3, 1, 1) for _ in range(blocks)])
        self.b = nn.ModuleList([nn.Conv2d(half, half, 3, 1, 1) for _ in range(blocks)])
        self.last = nn.Conv2d(channels, channels, 3, 1, 1)

    def forward(self, x):
        first = x = leaky(self.first(x))
        for a, b in zip(self.a, self.b):
            x = leaky(a(x))
            x = torch.cat([leaky(b(x)), x], 1)
        return torch.cat([leaky(self.last(x)), first], 1)

    def convolutions(self):
        blocks = [c for pair in zip(self.a, self.b) for c in pair]
        return [self.first, *blocks, self.last]


class Encoder(nn.Module):
    """Maps at a half, a quarter, … 1/32 of the picture's side, and the detector's 1 x 1 laterals."""

    def __init__(self, weights=None):
        super().__init__()
        self.stem = nn.Conv2d(3, 32, 3, 2, 1)
        self.s4 = Stage(32, 1, 1, 32)
        self.s8 = Stage(64, 2, 2, 64)
        self.s16 = Stage(128, 2, 2, 128)
        self.s32 = Stage(256, 3, 2, 256)
        self.l8 = nn.Conv2d(128, 128, 1)
        self.l16 = nn.Conv2d(256, 128, 1)
        self.l32 = nn.Conv2d(512, 128, 1)
        if weights:
            self.load(weights)

    def laterals(self):
        return [self.l8, self.l16, self.l32]

    def load(self, prefix):
        """Takes the detector's weights, in the order in which its graph names its convolutions."""
        graph, values = load_weights(prefix)
        nodes = {node["name"]: node for node in graph["modelTopology"]["node"]}
        stages = (self.s4, self.s8, self.s16, self.s32)
        ours = [self.stem, *(c for stage in stages for c in stage.convolutions()), *self.laterals()]
        for k, convolution in enumerate(ours):
            tail = "" if k == 0 else f"_{k}"
            theirs = nodes[f"PartitionedCall/convolution{tail}"]["input"][1].split(":")[0]
            added = nodes[f"PartitionedCall/Add{tail}"]["input"][1].split(":")[0]
            weight = torch.from_numpy(values[theirs].copy()).permute(3, 2, 0, 1)
            assert weight.shape == convolution.weight.shape, (k, weight.shape)
            convolution.weight.data = weight.contiguous()
            convolution.bias.data = torch.from_numpy(values[added].copy())

    def forward(self, x):
        c2 = leaky(self.stem(x))
        c4 = self.s4(F.max_pool2d(c2, 3, 2, 1))
        c8 = self.s8(c4)
        c16 = self.s16(c8)
        return c2, c4, c8, c16, self.s32(c16)


def convolve(channels_in, channels_out, side=3):
    return nn.Sequential(
        nn.Conv2d(channels_in, channels_out, side, 1, side // 2, bias=False),
        nn.BatchNorm2d(channels_out),
        nn.ReLU(True),
    )


def doubled(x):
    return F.interpolate(x, scale_factor=2.0, mode="bilinear", align_corners=False)


class Finder(nn.Module):
    """Takes (n, 3, H, W), sRGB values 0 to 1, sides multiples of 32; gives logits (n, 1, H, W)."""

    def __init__(self, weights=None):
        super().__init__()
        self.enc = Encoder(weights)
        mean = torch.tensor([103.53, 116.28, 123.675])
        deviation = torch.tensor([57.375, 57.12, 58.395])
        self.register_buffer("mul", (255 / deviation).view(1, 3, 1, 1))
        self.register_buffer("sub", (mean / deviation).view(1, 3, 1, 1))
        self.g = nn.Sequential(nn.Conv2d(512, 128, 1), nn.ReLU(True))
        self.u16 = convolve(256, 64)
        self.u8 = convolve(192, 48)
        self.p4 = convolve(64, 24, 1)
        self.u4 = convolve(72, 32)
        self.r4 = convolve(32, 16, 1)
        self.p2 = convolve(32, 16, 1)
        self.u2 = convolve(32, 16)
        self.h = nn.Conv2d(16, 4, 3, 1, 1)
        self.aux = nn.Conv2d(48, 1, 1)
        self.freeze = False
        self.bgr = True

    def decode(self, maps, with_coarse):
        c2, c4, c8, c16, c32 = maps
        x = F.relu(self.enc.l32(c32) + self.g(F.adaptive_avg_pool2d(c32, 1)))
        x = self.u16(torch.cat([doubled(x), F.relu(self.enc.l16(c16))], 1))
        eighth = self.u8(torch.cat([doubled(x), F.relu(self.enc.l8(c8))], 1))
        x = self.r4(self.u4(torch.cat([doubled(eighth), self.p4(c4)], 1)))
        x = self.u2(torch.cat([doubled(x), self.p2(c2)], 1))
        logits = F.pixel_shuffle(self.h(x), 2)
        return (logits, self.aux(eighth)) if with_coarse else logits

    def forward(self, x, with_coarse=False):
        x = (x.flip(1) if self.bgr else x) * self.mul - self.sub
        with torch.set_grad_enabled(torch.is_grad_enabled() and not self.freeze):
            maps = self.enc(x)
        return self.decode(maps, with_coarse)


def weights_of(checkpoint):
    """The averaged weights of a checkpoint that train.py wrote, in float32."""
    stored = torch.load(checkpoint, map_location="cpu")["ema"]
    return {k: v.float() if v.is_floating_point() else v for k, v in stored.items()}
