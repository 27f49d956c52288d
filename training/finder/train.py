#!/usr/bin/env python3
"""Train on an endless stream of fresh composites until a fixed time; processes share the weights; decoder first, the late encoder joins at a low rate."""
import argparse, collections, copy, datetime, os, shutil, time, warnings

warnings.filterwarnings('ignore')
import cv2, numpy as np, torch, torch.nn.functional as F

cv2.setNumThreads(1)
from synth import Synth
from PIL import Image
from evaluate import iou, pairs, photo
from net import FinderNet, load_weights

ap = argparse.ArgumentParser(formatter_class=argparse.ArgumentDefaultsHelpFormatter)
ap.add_argument('out')
ap.add_argument('sprites', nargs='+')
ap.add_argument('--textures', required=True)
ap.add_argument('--scenes')
ap.add_argument('--val', required=True)
ap.add_argument('--demo', nargs='*', default=[])
ap.add_argument('--encoder')
ap.add_argument('--init')
ap.add_argument('--minutes', type=float)
ap.add_argument('--until')
ap.add_argument('--procs', type=int, default=2)
ap.add_argument('--lr', type=float, default=2e-3)
ap.add_argument('--enc-lr', type=float, default=0.1)
ap.add_argument('--frozen', type=int, default=400, help='steps of each process with a frozen encoder')
ap.add_argument('--bs', type=int, default=8)
ap.add_argument('--reuse', type=float, default=3.0)
ap.add_argument('--pool', type=int, default=400)
ap.add_argument('--sizes', type=int, nargs='+', default=[256, 320, 384])
ap.add_argument('--late-sizes', type=int, nargs='+', default=[384, 448, 512])
ap.add_argument('--late', type=float, default=0.6)
ap.add_argument('--zoom', type=float, default=0.2)
ap.add_argument('--flat', type=float, default=0.4)
ap.add_argument('--gap', type=float, default=0.7)
ap.add_argument('--seed', type=int, default=5)
ap.add_argument('--val-every', type=float, default=500, help='seconds')
ap.add_argument('--hints', type=float, default=0.4)
ap.add_argument('--val-r', type=int, default=384)
ap.add_argument('--warm', type=int, default=60)
ap.add_argument('--features', help='ONNX of the frozen encoder')
ap.add_argument('--drop', type=float, default=0.1)
ap.add_argument('--ema', type=float, default=0.998)
a = ap.parse_args()
torch.set_num_threads(1)
FAST = 'avx512_bf16' in open('/proc/cpuinfo').read()
bf = lambda: torch.autocast(
    'cpu', torch.bfloat16, enabled=FAST
)  # bf16 only where the machine has it: emulated, it is six times slower than fp32
t0 = time.time()
if a.until:
    h, m = map(int, a.until.split(':'))
    now = datetime.datetime.utcnow()
    end = t0 + ((h - now.hour) * 60 + m - now.minute) * 60 - now.second
else:
    end = t0 + a.minutes * 60
S = Synth(a.sprites, a.textures, a.scenes)
print(S.n, 'sprites', flush=True)
cl = dict(memory_format=torch.channels_last)
net = FinderNet(a.encoder).to(**cl)
if a.init:
    d = torch.load(a.init, map_location='cpu', weights_only=False)['ema']
    load_weights(net, d)
    print(set(net.state_dict()) - set(d), flush=True)
running = None


def eyes(x):
    """the frozen encoder, by OpenVINO where --features names its file (export_encoder.py): twice as fast as torch in fp32"""
    global running
    if not a.features:
        return None
    if running is None:
        import openvino as ov

        running = (
            ov.Core()
            .compile_model(a.features, 'CPU', {'INFERENCE_NUM_THREADS': 1, 'NUM_STREAMS': 1})
            .create_infer_request()
        )
    r = running.infer({0: x.contiguous().numpy()})
    return [torch.from_numpy(r[i].copy()).contiguous(**cl) for i in range(7)]


def call(n, x, h, full=False):
    return n(x, h, full, eyes(x))


ema = copy.deepcopy(net).eval()
net.drop = a.drop
net.share_memory()
rank = 0
for p in ema.parameters():
    p.requires_grad_(False)
DM = [
    [
        (n, photo(f, 700), np.array(Image.open(t).convert('L').resize((256, 256), Image.BOX)) > 127)
        for n, f, t in pairs(d)
    ]
    for d in a.demo
]
V = np.load(a.val)
for k in range(1, a.procs):
    if rank == 0 and os.fork() == 0:
        rank = k
torch.manual_seed(a.seed * 10 + rank)
rng = np.random.default_rng(a.seed * 10 + rank)
seed = (a.seed * 10 + rank) * 10_000_000
early = [p for m in [net.enc.stem, *net.enc.stages[:3]] for p in m.parameters()]
    late = [p for m in net.enc.stages[3:] for p in m.parameters()]
    e = {id(p) for p in early + late}
    dp = [p for p in net.parameters() if id(p) not in e]
    for p in early:
        p.requires_grad_(False)
    groups = [dict(params=dp, k=1.0), dict(params=late, k=a.enc_lr)]
else:
    e = {id(p) for p in net.enc.parameters()}
    groups = [
        dict(params=[p for p in net.parameters() if id(p) not in e], k=1.0),
        dict(params=list(net.enc.parameters()), k=a.enc_lr),
    ]
opt = torch.optim.AdamW(groups, a.lr, weight_decay=1e-3)
pool = collections.deque(maxlen=a.pool)


def fresh(n, R):
    global seed
    for _ in range(n):
        seed += 1
        pool.append(S.make(1, min(512, 8 * round(R * rng.uniform(1, 1.2) / 8)), seed)[0])


def view(R):
    s = pool[rng.integers(len(pool))]
    w = len(s)
    u = rng.random()
    m = s[..., 3] > 127
    if u < a.zoom and 0.06 < m.mean() < 0.6:
        ys, xs = np.nonzero(m.any(1))[0], np.nonzero(m.any(0))[0]
        g = rng.uniform(0.05, 0.25, 4) * max(xs[-1] - xs[0], ys[-1] - ys[0])
        s = s[
            max(0, int(ys[0] - g[0])) : int(ys[-1] + 1 + g[1]) + 1,
            max(0, int(xs[0] - g[2])) : int(xs[-1] + 1 + g[3]) + 1,
        ]
    elif u < 0.6:
        c = rng.integers(int(w * 0.72), w + 1)
        y, x = rng.integers(0, w + 1 - c, 2)
        s = s[y : y + c, x : x + c]
    if rng.random() < 0.5:
        s = s[:, ::-1]
    if rng.random() < 0.06:
        s = np.rot90(s, rng.integers(1, 4))
    if rng.random() < 0.2:
        s = s[..., list(rng.permutation(3)) + [3, 4, 5, 6]]
    t = torch.from_numpy(np.ascontiguousarray(s)).permute(2, 0, 1)[None].float()
    return F.interpolate(t, (R, R), mode='bilinear', align_corners=False, antialias=max(s.shape[:2]) > R)


def disc(h, c, y, x, r):
    H = h.shape[-1]
    y0, y1, x0, x1 = max(0, int(y - r)), min(H, int(y + r + 2)), max(0, int(x - r)), min(H, int(x + r + 2))
    yy, xx = np.mgrid[y0:y1, x0:x1]
    h[c, y0:y1, x0:x1] = np.maximum(h[c, y0:y1, x0:x1], ((yy - y) ** 2 + (xx - x) ** 2 <= r * r))


def blurred(e):
    return F.avg_pool2d(F.avg_pool2d(e, 9, 1, 4), 9, 1, 4)


def pointed(h, t, R, pos):
    """a click, some drawn on as strokes, at a random place well inside t"""
    d = blurred(torch.from_numpy(t.astype(np.float32))[None, None])[0, 0].numpy() * t
    w = (d > 0.6 * d.max()).ravel() & t.ravel()
    k = rng.choice(np.nonzero(w)[0])
    y, x = k // R, k % R
    stroke(h, t, R, y, x, pos)


def stroke(h, t, R, y, x, pos):
    r = R * rng.uniform(0.008, 0.022) + 1
    disc(h, 0 if pos else 1, y, x, r)
    if rng.random() < 0.35:
        dy, dx = rng.normal(size=2) * R * 0.02
        for _ in range(rng.integers(2, 9)):
            y, x = y + dy + rng.normal() * 2, x + dx + rng.normal() * 2
            if not (0 <= y < R and 0 <= x < R) or not t[int(y), int(x)]:
                break
            disc(h, 0 if pos else 1, y, x, r)


def boxed(h, t, R):
    ys, xs = np.nonzero(t.any(1))[0], np.nonzero(t.any(0))[0]
    w = max(ys[-1] - ys[0], xs[-1] - xs[0])
    g = rng.normal(size=4) * 0.03 * w + rng.choice([0, 0.03]) * w
    h[2, max(0, int(ys[0] - g[0])) : int(ys[-1] + 1 + g[1]), max(0, int(xs[0] - g[2])) : int(xs[-1] + 1 + g[3])] = 1


def hints(im, m, one, other):
    """simulated hints: what is meant is all, one piece of several, or another thing too; a loose box, clicks where the network is wrong now. Changes m."""
    n, R = len(im), im.shape[-1]
    H = np.zeros((n, 3, R, R), np.float32)
    idx = np.nonzero(rng.random(n) < a.hints)[0]
    if not len(idx):
        return torch.from_numpy(H)
    need = R * R * 0.004
    asked = {}
    for i in idx:
        t, o, b = m[i, 0] > 0.5, one[i, 0], other[i, 0]
        rest = (m[i, 0] - o).clamp(0, 1)
        big = lambda q: (q > 0.5).sum() > need
        u = rng.random()
        N = lambda q: (q > 0.5).numpy()
        if big(o) and big(rest) and u < 0.75:
            k = rng.integers(4)
            if k == 0:
                m[i, 0] = o
                boxed(H[i], N(o), R)
            elif k == 1:
                m[i, 0] = rest
                boxed(H[i], N(rest), R)
            elif k == 2:
                m[i, 0] = o
                pointed(H[i], N(rest), R, False)
            else:
                m[i, 0] = rest
                pointed(H[i], N(o), R, False)
            asked[i] = True
        elif big(b) and u < 0.75:
            if rng.random() < 0.6:
                pointed(H[i], N(b), R, True)
                m[i, 0] = torch.maximum(m[i, 0], b)
            else:
                boxed(H[i], N(b), R)
                m[i, 0] = b
            asked[i] = True
    T = (m[:, 0] > 0.5).numpy()
    r2 = R // 2 // 32 * 32
    with torch.no_grad(), bf():
        p = torch.sigmoid(
            call(
                net,
                F.interpolate(im[idx], (r2, r2), mode='area'),
                F.adaptive_max_pool2d(torch.from_numpy(H[idx]), (r2, r2)),
            )[0].float()
        )
        err = (
            F.interpolate(p, (R // 4, R // 4), mode='area') - F.interpolate(m[idx], (R // 4, R // 4), mode='area')
        ).abs()
        err = blurred((err > 0.5).float())[:, 0].numpy()
    for j, i in enumerate(idx):
        t = T[i]
        if t.sum() < 30 or (~t).sum() < 30:
            continue
        u = rng.random()
        if u < 0.3 and i not in asked:
            boxed(H[i], t, R)
        if u > 0.2:
            e = err[j].copy()
            for _ in range(
                int(
                    rng.choice([0, 1, 2, 3], p=[0.5, 0.2, 0.2, 0.1])
                    if i in asked
                    else rng.choice([1, 2, 3, 4], p=[0.45, 0.25, 0.18, 0.12])
                )
            ):
                if e.max() > 0.15 and rng.random() < 0.85:
                    w = (e * (e > 0.6 * e.max())).ravel()
                    k = rng.choice(len(w), p=w / w.sum())
                    y, x = k // e.shape[1] * 4 + 2, k % e.shape[1] * 4 + 2
                    yy, xx = np.mgrid[: e.shape[0], : e.shape[1]]
                    e[(yy * 4 - y) ** 2 + (xx * 4 - x) ** 2 < (R * 0.12) ** 2] = 0
                else:
                    y, x = rng.integers(4, R - 4, 2)
                y, x = min(int(y), R - 1), min(int(x), R - 1)
                stroke(H[i], t == t[y, x], R, y, x, bool(t[y, x]))
    return torch.from_numpy(H)


def camera(x):
    """what real pictures have been through, at the size seen: softness, noise in blotches, JPEG"""
    u = rng.random(3)
    if u.min() > 0.16:
        return x
    y = np.ascontiguousarray((x.permute(1, 2, 0) * 255).round().numpy().astype(np.uint8))
    R = y.shape[0]
    if u[0] < 0.16:
        y = cv2.GaussianBlur(y, (0, 0), 10 ** rng.uniform(-0.4, 0.35) * R / 384)
    if u[1] < 0.16:
        k = rng.choice([1, 1, 2, 3])
        e = rng.normal(size=(-(-R // k), -(-R // k), 3 if rng.random() < 0.6 else 1)) * 10 ** rng.uniform(0.3, 1.15)
        e = cv2.resize(e.astype(np.float32), (R, R), interpolation=cv2.INTER_CUBIC).reshape(R, R, -1)
        y = (y + e).clip(0, 255).astype(np.uint8)
    if u[2] < 0.16:
        y = cv2.imdecode(cv2.imencode('.jpg', y, [cv2.IMWRITE_JPEG_QUALITY, int(rng.integers(15, 80))])[1], 1)
    return torch.from_numpy(y).permute(2, 0, 1).float() / 255


def batch(n, R):
    z = torch.cat([view(R) for _ in range(n)]) / 255
    im, m, gap, one, other = z[:, :3], z[:, 3:4], z[:, 4:5], z[:, 5:6], z[:, 6:7]
    r = lambda s, lo, hi: torch.rand(n, s, 1, 1) * (hi - lo) + lo
    on = lambda p: (torch.rand(n, 1, 1, 1) < p).float()
    im = im ** (1 + on(0.3) * (r(1, 0.7, 1.4) - 1))
    im = im * (1 + on(0.5) * (r(3, 0.88, 1.12) - 1)) * (1 + on(0.4) * (r(1, 0.6, 1.25) - 1))
    mu = im.mean((1, 2, 3), keepdim=True)
    im = mu + (im - mu) * (1 + on(0.3) * (r(1, 0.6, 1.2) - 1))
    g = im.mean(1, keepdim=True)
    im = g + (im - g) * (1 + on(0.25) * (r(1, 0, 1.3) - 1))
    im = im.clamp(0, 1)
    for i in range(n):
        im[i] = camera(im[i])
    im = im.contiguous(**cl)
    h = hints(im, m, one, other).contiguous(**cl)
    k = max(2, round(R / 96)) * 2 + 1
    w = 1 + 2 * ((F.avg_pool2d(m, k, 1, k // 2) - m).abs() > 0.05).float() + a.gap * gap * (m < 0.5).float()
    return im, m, w, h


def soft_iou(p, t):
    i = (p * t).sum((1, 2, 3))
    k = p.shape[-1] ** 2 * 5e-4
    return 1 - (i + k) / ((p + t - p * t).sum((1, 2, 3)) + k)


def prob(x):
    with torch.no_grad(), bf():
        return torch.cat(
            [
                torch.sigmoid(call(ema, y, torch.zeros_like(y))[0].float())
                for y in (x[i : i + 8].contiguous(**cl) for i in range(0, len(x), 8))
            ]
        )


def validate(R=a.val_r):
    x = F.interpolate(
        torch.from_numpy(V).permute(0, 3, 1, 2).float() / 255,
        (R, R),
        mode='bilinear',
        align_corners=False,
        antialias=True,
    )
    T = x[:, 3:4] > 0.5
    B = prob(x[:, :3]) > 0.5
    iou = (B & T).sum((1, 2, 3)) / (B | T).sum((1, 2, 3)).clamp(min=1)
    out = [iou.mean().item(), iou.median().item()]
    for D in DM:
        P = prob(
            torch.from_numpy(np.stack([np.array(im.resize((R, R), Image.BOX)) for _, im, _ in D]))
            .permute(0, 3, 1, 2)
            .float()
            / 255
        )
        P = F.interpolate(P, (256, 256), mode='area')[:, 0].numpy() > 0.5
        d = [iou(p, t) for p, (_, _, t) in zip(P, D)]
        out += [float(np.mean(d)), float(np.median(d))]
    return out


log = []
best = 0.0


def save():
    global best
    v = validate()
    log.append((step, n, time.time() - t0, *v))
    torch.save(
        dict(
            ema={k: w.half() if w.is_floating_point() else w for k, w in ema.state_dict().items()},
            views=n,
            log=log,
            val=v,
        ),
        a.out + '.tmp',
    )
    os.replace(a.out + '.tmp', a.out)
    w = float(np.mean(v[0::2]))
    if w > best:
        best = w
        shutil.copy(a.out, a.out + '.best')
    print(f'{datetime.datetime.utcnow():%H:%M} VAL views {n} | ' + ' '.join('%.3f' % q for q in v), flush=True)


step = n = 0
sums = np.zeros(4)
last = time.time()
cpu = time.process_time()
while time.time() < end:
    done = (time.time() - t0) / (end - t0)
    lr = (
        a.lr * min(1, (step + 1) / a.warm) * (0.5 + 0.5 * np.cos(np.pi * min(1, max(0, done - a.flat) / (1 - a.flat))))
        + 1e-6
    )
    frozen = step < a.frozen
    warm = min(1, max(0, step - a.frozen) / 100)
    net.freeze = 2 if frozen else 1
    for g in opt.param_groups:
        g['lr'] = lr * (g['k'] if g['k'] == 1 else g['k'] * warm)
    R = int(rng.choice(a.sizes if done < a.late else a.late_sizes))
    bs = max(2, round(a.bs * min(1, (384 / R) ** 2)))
    fresh(64 if not pool else int(rng.random() < (bs / a.reuse) % 1) + int(bs / a.reuse), R)
    im, m, w, h = batch(bs, R)
    net.train()
    with bf():
        o, iou, aux = call(net, im, h, True)
    o, aux = o.float(), aux.float()
    p = torch.sigmoid(o)
    si = soft_iou(p, m)
    L = [
        (F.binary_cross_entropy_with_logits(o, m, reduction='none') * w).mean(),
        si.mean(),
        F.binary_cross_entropy_with_logits(aux, F.adaptive_avg_pool2d(m, aux.shape[-1])),
    ]
    loss = L[0] + 0.7 * L[1] + 0.4 * L[2]
    if iou is not None:
        b, t = (p > 0.5).float(), (m > 0.5).float()
        real = (b * t).sum((1, 2, 3)) / torch.maximum(b, t).sum((1, 2, 3)).clamp(min=1)
        L.append((iou.float()[:, 0] - real).abs().mean())
        loss = loss + 0.3 * L[3]
    opt.zero_grad(set_to_none=True)
    loss.backward()
    torch.nn.utils.clip_grad_norm_([q for q in net.parameters() if q.grad is not None], 2.0)
    if not torch.isfinite(loss):
        continue
    opt.step()
    step += 1
    n += bs
    sums[: len(L)] += [q.item() for q in L]
    d = min(a.ema, (1 + step) / (10 + step))
    if rank == 0:
        with torch.no_grad():
            for e, q in zip(ema.state_dict().values(), net.state_dict().values()):
                e.mul_(d).add_(q, alpha=1 - d) if e.dtype.is_floating_point else e.copy_(q)
    if step % 50 == 0:
        print(
            f'{rank}: step {step} views {n} {time.time() - t0:.0f} s cpu {time.process_time() - cpu:.0f} s, R {R}, lr {lr:.5f}{" frozen" if frozen else ""}, loss '
            + ' '.join('%.4f' % q for q in sums / 50),
            flush=True,
        )
        sums[:] = 0
    if rank == 0 and time.time() - last > a.val_every:
        last = time.time()
        save()
if rank:
    os._exit(0)
save()
print('END', flush=True)
