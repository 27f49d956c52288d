"""FinderNet: a decoder (with attention at 1/32 and hints by hand) on EfficientNet-Lite2 (ImageNet)."""
import torch, torch.nn as nn, torch.nn.functional as F

STAGES = [
    (1, 16, 1, 1, 3),
    (6, 24, 3, 2, 3),
    (6, 48, 3, 2, 5),
    (6, 88, 4, 2, 3),
    (6, 120, 4, 1, 5),
    (6, 208, 5, 2, 5),
    (6, 352, 1, 1, 3),
]  # expand, channels, blocks, stride, kernel


class Conv(nn.Conv2d):
    """convolution with TensorFlow's SAME padding"""

    def __init__(s, i, o, k, st=1, g=1):
        super().__init__(i, o, k, st, k // 2 if st == 1 else 0, groups=g)
        s.before = (k - 2) // 2 if st == 2 else -1
        s.after = k - 2 - s.before

    def forward(s, x):
        return super().forward(F.pad(x, (s.before, s.after) * 2) if s.before >= 0 else x)


class Block(nn.Module):
    def __init__(s, i, o, e, st, k):
        super().__init__()
        h = i * e
        s.up = Conv(i, h, 1) if e > 1 else None
        s.deep = Conv(h, h, k, st, h)
        s.out = Conv(h, o, 1)
        s.same = st == 1 and i == o

    def forward(s, x):
        y = F.relu6(s.up(x)) if s.up is not None else x
        if torch.is_grad_enabled() and torch.is_autocast_enabled('cpu'):  # depthwise gradients are slow in bf16
            with torch.autocast('cpu', enabled=False):
                y = s.deep(y.float())
        else:
            y = s.deep(y)
        y = s.out(F.relu6(y))
        return x + y if s.same else y


class Encoder(nn.Module):
    def __init__(s, path=None):
        super().__init__()
        s.stem = Conv(3, 32, 3, 2)
        L, c = [], 32
        for e, o, n, st, k in STAGES:
            B = []
            for j in range(n):
                B.append(Block(c, o, e, st if j == 0 else 1, k))
                c = o
            L.append(nn.Sequential(*B))
        s.stages = nn.ModuleList(L)
        if path:
            s.load(path)

    def load(s, path):
        d = torch.load(path, map_location='cpu')

        def put(c, w, bn):
            g = d[bn + '.weight'] / torch.sqrt(d[bn + '.running_var'] + 1e-3)
            assert c.weight.shape == d[w + '.weight'].shape
            c.weight.data = d[w + '.weight'] * g.view(-1, 1, 1, 1)
            c.bias.data = d[bn + '.bias'] - d[bn + '.running_mean'] * g

        put(s.stem, '_conv_stem', '_bn0')
        i = 0
        for st in s.stages:
            for b in st:
                p = f'_blocks.{i}.'
                i += 1
                if b.up is not None:
                    put(b.up, p + '_expand_conv', p + '_bn0')
                put(b.deep, p + '_depthwise_conv', p + '_bn1')
                put(b.out, p + '_project_conv', p + '_bn2')

    def early(s, x):
        x = F.relu6(s.stem(x))
        f = []
        for st in s.stages[:3]:
            x = st(x)
            f.append(x)
        return f

    def late(s, x):
        f = []
        for st in s.stages[3:]:
            x = st(x)
            f.append(x)
        return f


class Attend(nn.Module):
    def __init__(s, c, heads=4):
        super().__init__()
        s.n1, s.n2 = nn.LayerNorm(c), nn.LayerNorm(c)
        s.qkv = nn.Linear(c, 3 * c)
        s.proj = nn.Linear(c, c)
        s.m1 = nn.Linear(c, 2 * c)
        s.m2 = nn.Linear(2 * c, c)
        s.h = heads
        nn.init.zeros_(s.proj.weight)
        nn.init.zeros_(s.m2.weight)

    def forward(s, x):
        n, t, c = x.shape
        q, k, v = s.qkv(s.n1(x)).view(n, t, 3, s.h, c // s.h).permute(2, 0, 3, 1, 4).unbind(0)
        a = torch.softmax(q @ k.transpose(2, 3) * (c // s.h) ** -0.5, -1) @ v
        x = x + s.proj(a.transpose(1, 2).reshape(n, t, c))
        return x + s.m2(F.relu(s.m1(s.n2(x))))


def cbr(i, o, k=3):
    return nn.Sequential(nn.Conv2d(i, o, k, 1, k // 2, bias=False), nn.BatchNorm2d(o), nn.ReLU(True))


class FinderNet(nn.Module):
    """image (n,3,H,W) sRGB 0..1, hint (n,3,H,W): for, against, box; H and W multiples of 32 -> logits (n,1,H,W), expected IoU (n,1)"""

    def __init__(s, path=None):
        super().__init__()
        s.enc = Encoder(path)
        s.h32, s.h16 = nn.Conv2d(3, 192, 3, 1, 1), nn.Conv2d(3, 128, 3, 1, 1)
        s.drop = 0.0
        for c in (s.h32, s.h16):
            nn.init.zeros_(c.weight)
            nn.init.zeros_(c.bias)
        s.l32 = nn.Conv2d(352 + 208, 192, 1)
        s.pos = nn.Conv2d(192, 192, 3, 1, 1, groups=192)
        s.att = nn.ModuleList([Attend(192), Attend(192)])
        s.g = nn.Linear(192, 192)
        s.l16, s.u16 = cbr(120 + 88, 96, 1), cbr(288, 128)
        s.att16 = Attend(128)
        s.l8, s.u8 = cbr(48, 48, 1), cbr(128 + 48 + 3, 72)
        s.r8 = cbr(72, 48, 1)
        s.l4, s.u4 = cbr(24, 24, 1), cbr(72, 40)
        s.r4 = cbr(40, 24, 1)
        s.l2, s.u2 = cbr(16, 16, 1), cbr(24 + 16 + 3, 16)
        s.out = nn.Conv2d(16, 4, 3, 1, 1)
        s.aux = nn.Conv2d(72, 1, 1)
        s.c1 = nn.Linear(72 * 2 + 192, 64)
        s.c2 = nn.Linear(64, 1)
        s.freeze = False

    def forward(s, image, hint, full=False, features=None):
        if features is None:
            with torch.set_grad_enabled(torch.is_grad_enabled() and not s.freeze):
                f2, f4, f8 = s.enc.early(image * (255 / 128) - 127 / 128)
            with torch.set_grad_enabled(torch.is_grad_enabled() and s.freeze != 2):
                a16, b16, a32, b32 = s.enc.late(f8)
        else:
            f2, f4, f8, a16, b16, a32, b32 = features
        h8 = F.max_pool2d(hint, 8)
        h16 = F.max_pool2d(h8, 2)
        h32 = F.max_pool2d(h16, 2)
        if s.training and s.drop:
            f8, a16, b16, a32, b32 = (F.dropout2d(f, s.drop) for f in (f8, a16, b16, a32, b32))
        up = lambda t: F.interpolate(t, scale_factor=2.0, mode='bilinear', align_corners=False)
        flat = lambda t: t.flatten(2).transpose(1, 2)
        t = s.l32(torch.cat([b32, a32], 1))
        t = t + s.pos(t) + s.h32(h32)
        n, c, h, w = t.shape
        q = flat(t)
        for a in s.att:
            q = a(q)
        g = q.mean(1)
        t = F.relu(q + s.g(g)[:, None]).transpose(1, 2).reshape(n, c, h, w)
        t = s.u16(torch.cat([up(t), s.l16(torch.cat([b16, a16], 1))], 1)) + s.h16(h16)
        t = s.att16(flat(t)).transpose(1, 2).reshape(n, 128, 2 * h, 2 * w)
        y = s.u8(torch.cat([up(t), s.l8(f8), h8], 1))
        t = s.r4(s.u4(torch.cat([up(s.r8(y)), s.l4(f4)], 1)))
        t = s.u2(torch.cat([up(t), s.l2(f2), F.max_pool2d(hint, 2)], 1))
        o = F.pixel_shuffle(s.out(t), 2)
        m = torch.sigmoid(F.avg_pool2d(o, 8))
        k = (m * y).mean((2, 3)) / (m.mean((2, 3)) + 0.01)
        b = ((1 - m) * y).mean((2, 3)) / (1 - m).add(0.01).mean((2, 3))
        iou = torch.sigmoid(s.c2(F.relu(s.c1(torch.cat([k, b, g], 1).detach()))))
        return (o, iou, s.aux(y)) if full else (o, iou)


def load_weights(net, d):
    """a state dict of an earlier shape: new inputs begin at zero, new layers as they are made"""
    mine = net.state_dict()
    for k, v in d.items():
        if k not in mine:
            continue
        v = v.float() if v.is_floating_point() else v
        m = mine[k]
        if v.shape != m.shape:
            m = torch.zeros_like(m)
            m[:, : v.shape[1]] = v
            v = m
        mine[k] = v
    net.load_state_dict(mine)
    return net
