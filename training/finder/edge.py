#!/usr/bin/env python3
"""Edge: a small network for the outline at the size of the photograph: RGB + the finder's map (enlarged) -> coverage. Trained on patches of fresh composites."""
import argparse, collections, datetime, os, time, warnings

warnings.filterwarnings('ignore')
import numpy as np, torch, torch.nn as nn, torch.nn.functional as F


def cbr(i, o, st=1):
    return nn.Sequential(nn.Conv2d(i, o, 3, st, 1, bias=False), nn.BatchNorm2d(o), nn.ReLU(True))


class Edge(nn.Module):
    """rgb (n,3,H,W) sRGB 0..1, coarse (n,1,H,W) probability 0..1; H and W multiples of 8 -> logits (n,1,H,W)"""

    def __init__(s, a=16, b=24, c=32):
        super().__init__()
        s.a0, s.a1 = cbr(16, a), cbr(a, a)
        s.b0, s.b1 = cbr(a, b, 2), cbr(b, b)
        s.c0, s.c1 = cbr(b, c, 2), cbr(c, c)
        s.u1 = cbr(c + b, b)
        s.u0 = cbr(b + a, a)
        s.out = nn.Conv2d(a, 4, 3, 1, 1)
        nn.init.zeros_(s.out.weight)
        nn.init.zeros_(s.out.bias)

    def forward(s, rgb, coarse):
        x = F.pixel_unshuffle(torch.cat([rgb * 2 - 1, coarse * 2 - 1], 1), 2)
        up = lambda t: F.interpolate(t, scale_factor=2.0, mode='bilinear', align_corners=False)
        a = s.a1(s.a0(x))
        b = s.b1(s.b0(a))
        c = s.c1(s.c0(b))
        t = s.u0(torch.cat([up(s.u1(torch.cat([up(c), b], 1))), a], 1))
        p = coarse.clamp(0.02, 0.98)
        return F.pixel_shuffle(s.out(t), 2) + torch.log(p / (1 - p))


if __name__ == '__main__':
    from synth import Synth
    from net import FinderNet, load_weights

    ap = argparse.ArgumentParser()
    ap.add_argument('out')
    ap.add_argument('sprites', nargs='+')
    ap.add_argument('--textures', required=True)
    ap.add_argument('--scenes')
    ap.add_argument('--finder', required=True)
    ap.add_argument('--minutes', type=float, default=25)
    ap.add_argument('--until')
    ap.add_argument('--init')
    ap.add_argument('--seed', type=int, default=3)
    ap.add_argument('--bs', type=int, default=48)
    ap.add_argument('--lr', type=float, default=3e-3)
    ap.add_argument('--size', type=int, default=80)
    a = ap.parse_args()
    torch.set_num_threads(1)
    FAST = 'avx512_bf16' in open('/proc/cpuinfo').read()
    rng = np.random.default_rng(a.seed)
    torch.manual_seed(a.seed)
    S = Synth(a.sprites, a.textures, a.scenes)
    cl = dict(memory_format=torch.channels_last)
    t0 = time.time()
    if a.until:
        h, m = map(int, a.until.split(':'))
        now = datetime.datetime.utcnow()
        end = t0 + ((h - now.hour) * 60 + m - now.minute) * 60 - now.second
    else:
        end = t0 + a.minutes * 60
    find = load_weights(FinderNet(), torch.load(a.finder, map_location='cpu', weights_only=False)['ema']).eval()
    find = find.to(**cl)
    net = Edge().to(**cl)
    ema = Edge().eval()
    if a.init:
        net.load_state_dict(
            {
                k: v.float() if v.is_floating_point() else v
                for k, v in torch.load(a.init, map_location='cpu')['ema'].items()
            }
        )
    ema.load_state_dict(net.state_dict())
    opt = torch.optim.AdamW(net.parameters(), a.lr, weight_decay=1e-4)
    seed = a.seed * 10_000_000 + 7

    def picture(seed):
        W = 512
        s = S.make(1, W, seed)[0]
        t = torch.from_numpy(s).permute(2, 0, 1)[None].float() / 255
        im, m = t[:, :3], t[:, 3:4]
        R = int(rng.choice([96, 128, 160, 192, 224]))
        with torch.no_grad():
            if rng.random() < 0.6:
                with torch.autocast('cpu', torch.bfloat16, enabled=FAST):
                    q = torch.sigmoid(
                        find(F.interpolate(im, (R, R), mode='area').contiguous(**cl), torch.zeros(1, 3, R, R))[
                            0
                        ].float()
                    )
                if ((q > 0.5) != (F.interpolate(m, (R, R), mode='area') > 0.5)).float().mean() > 0.02:
                    q = None  # the finder is wrong altogether: nothing for the outline to learn
            else:
                q = None
            if q is None:
                r = int(rng.integers(90, 240))
                q = F.interpolate(m, (r, r), mode='area')
                k = float(rng.uniform(0.3, 1.1))
                g = torch.exp(-torch.arange(-3.0, 4) ** 2 / (2 * k * k))
                g = g / g.sum()
                q = F.conv2d(F.conv2d(F.pad(q, (3,) * 4, 'replicate'), g.view(1, 1, 1, 7)), g.view(1, 1, 7, 1))
                n1 = F.interpolate(torch.randn(1, 1, r // 6, r // 6), (r, r), mode='bicubic')
                q = torch.sigmoid((q - 0.5 + 0.22 * float(rng.random()) * n1) * float(rng.uniform(4, 12)))
            q = F.interpolate(q, (W, W), mode='bilinear', align_corners=False)
            z = torch.cat([im, m, q], 1)
            if rng.random() < 0.35:  # photographs are softer than renders at their full size
                k = 1.6 ** float(rng.uniform(0.3, 1.6))
                w = int(W * k) // 8 * 8
                z = F.interpolate(z, (w, w), mode='bilinear', align_corners=False)
            near = F.max_pool2d(((z[:, 4:5] > 0.06) & (z[:, 4:5] < 0.94)).float(), 5, 1, 2)[0, 0].numpy()
            return z[0].half().numpy(), np.argwhere(near[::4, ::4] > 0) * 4

    pool = collections.deque(maxlen=160)
    step = n = 0
    sums = np.zeros(3)
    P = a.size

    def patch():
        z, c = pool[rng.integers(len(pool))]
        W = z.shape[1]
        y, x = (
            (c[rng.integers(len(c))] - P // 2 + rng.integers(-P // 3, P // 3, 2))
            if len(c) and rng.random() < 0.93
            else rng.integers(0, W - P, 2)
        )
        y, x = int(np.clip(y, 0, W - P)), int(np.clip(x, 0, W - P))
        p = z[:, y : y + P, x : x + P].astype(np.float32)
        if rng.random() < 0.5:
            p = p[:, :, ::-1]
        if rng.random() < 0.3:
            p = np.rot90(p, rng.integers(1, 4), (1, 2))
        if rng.random() < 0.25:
            p = p[list(rng.permutation(3)) + [3, 4]]
        return np.ascontiguousarray(p)

    while time.time() < end:
        done = (time.time() - t0) / (end - t0)
        for g in opt.param_groups:
            g['lr'] = a.lr * min(1, (step + 1) / 100) * (0.5 + 0.5 * np.cos(np.pi * max(0, done - 0.3) / 0.7)) + 1e-6
        for _ in range(40 if not pool else int(step % 2 == 0)):
            seed += 1
            pool.append(picture(seed))
        z = torch.from_numpy(np.stack([patch() for _ in range(a.bs)]))
        on = lambda p: (torch.rand(a.bs, 1, 1, 1) < p).float()
        r = lambda s, lo, hi: torch.rand(a.bs, s, 1, 1) * (hi - lo) + lo
        im = z[:, :3]
        im = im * (1 + on(0.5) * (r(3, 0.85, 1.15) - 1)) * (1 + on(0.4) * (r(1, 0.6, 1.25) - 1))
        im = (im + on(0.3) * r(1, 0, 0.03) * torch.randn_like(im)).clamp(0, 1)
        m, q = z[:, 3:4], z[:, 4:5]
        net.train()
        with torch.autocast('cpu', torch.bfloat16, enabled=FAST):
            o = net(im.contiguous(**cl), q)
        o = o.float()
        p = torch.sigmoid(o)
        w = 1 + 3 * ((m > 0.03) & (m < 0.97)).float() + 1.5 * (F.avg_pool2d(m, 7, 1, 3) - m).abs().clamp(max=1)
        gx = lambda t: t[..., 1:] - t[..., :-1]
        gy = lambda t: t[..., 1:, :] - t[..., :-1, :]
        L = [
            ((p - m).abs() * w).mean(),
            F.binary_cross_entropy_with_logits(o, m),
            (gx(p) - gx(m)).abs().mean() + (gy(p) - gy(m)).abs().mean(),
        ]
        loss = L[0] + 0.25 * L[1] + 0.5 * L[2]
        opt.zero_grad(set_to_none=True)
        loss.backward()
        torch.nn.utils.clip_grad_norm_(net.parameters(), 2.0)
        if not torch.isfinite(loss):
            continue
        opt.step()
        step += 1
        n += a.bs
        sums += [v.item() for v in L]
        d = min(0.998, (1 + step) / (10 + step))
        with torch.no_grad():
            for e, v in zip(ema.state_dict().values(), net.state_dict().values()):
                e.mul_(d).add_(v, alpha=1 - d) if e.dtype.is_floating_point else e.copy_(v)
        if step % 100 == 0:
            print(
                f'step {step} patches {n} {time.time() - t0:.0f} s cpu {time.process_time():.0f} '
                + ' '.join('%.4f' % v for v in sums / 100)
                + f' coarse {((q - m).abs()).mean():.4f} now {(p - m).abs().mean():.4f}',
                flush=True,
            )
            sums[:] = 0
        if step % 1000 == 0:
            torch.save(dict(ema=ema.state_dict(), patches=n), a.out)
    torch.save(dict(ema=ema.state_dict(), patches=n), a.out)
    print('END', n)
