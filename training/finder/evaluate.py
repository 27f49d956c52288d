#!/usr/bin/env python3
"""Score FinderNet on sets with truth (IoU at 0.5 on a G x G grid)."""
import argparse, glob, json, os
import numpy as np, torch, torch.nn.functional as F
from PIL import Image, ImageOps
from net import FinderNet, load_weights


def load(path):
    return (
        load_weights(FinderNet(), torch.load(path, map_location='cpu', weights_only=False)['ema'])
        .eval()
        .to(memory_format=torch.channels_last)
    )


def photo(f, side=1400):
    im = Image.open(f)
    if im.format == 'JPEG':
        im.draft('RGB', (side, side))
    im = ImageOps.exif_transpose(im).convert('RGB')
    im.thumbnail((side, side), Image.BOX, reducing_gap=None)
    return im


def pairs(d):
    out = []
    for f in sorted(glob.glob(d + '/photos/*')):
        t = f'{d}/truth/alpha/{os.path.splitext(os.path.basename(f))[0]}.png'
        if os.path.exists(t):
            out.append((os.path.basename(f), f, t))
    return out


def tens(im, R):
    return (
        torch.from_numpy(np.array(im.resize((R, R), Image.LANCZOS if max(im.size) < 2 * R else Image.BOX)))
        .permute(2, 0, 1)[None]
        .float()
        / 255
    )


def run(net, im, R, flip=False, hint=None):
    x = tens(im, R).contiguous(memory_format=torch.channels_last)
    h = torch.zeros_like(x) if hint is None else hint
    with torch.no_grad(), torch.autocast('cpu', torch.bfloat16, enabled=a.bf16):
        o, q = net(x, h)
        p = torch.sigmoid(o.float())
        if flip:
            p = (p + torch.sigmoid(net(x.flip(3), h.flip(3))[0].float()).flip(3)) / 2
    return p[0, 0], float(q)


def grid(p, G):
    return F.interpolate(p[None, None], (G, G), mode='area' if p.shape[-1] >= G else 'bilinear')[0, 0].numpy()


def box(P, size, margin, G, trim=0.003, squash=1.6):
    M = np.where(P > 0.3, P, 0)
    if M.sum() < 20:
        return None
    b = []
    for axis in (0, 1):
        c = np.cumsum(M.sum(axis)) / M.sum()
        b += [np.searchsorted(c, trim), np.searchsorted(c, 1 - trim) + 1]
    x0, x1, y0, y1 = map(float, b)
    sx, sy = size[0] / G, size[1] / G
    w, h = (x1 - x0) * sx, (y1 - y0) * sy
    g = margin * max(w, h)
    w, h = w + 2 * g, h + 2 * g
    w, h = max(w, h / squash) / sx / 2, max(h, w / squash) / sy / 2
    cx, cy = (x0 + x1) / 2, (y0 + y1) / 2
    return [int(max(0, cx - w)), int(min(G, np.ceil(cx + w))), int(max(0, cy - h)), int(min(G, np.ceil(cy + h)))]


def predict(net, im, R, flip, passes, G, margin=0.14, mix=0.7, most=0.75, R2=None):
    p, q = run(net, im, R, flip)
    P = grid(p, G)
    b = box(P, im.size, margin, G) if passes == 2 else None
    if b is None:
        return P, q
    x0, x1, y0, y1 = b
    if (x1 - x0) * (y1 - y0) > most * G * G:
        return P, q
    sx, sy = im.size[0] / G, im.size[1] / G
    z, q2 = run(net, im.crop((round(x0 * sx), round(y0 * sy), round(x1 * sx), round(y1 * sy))), R2 or R, flip)
    Q = F.interpolate(
        z[None, None], (y1 - y0, x1 - x0), mode='area' if z.shape[-1] > max(y1 - y0, x1 - x0) else 'bilinear'
    )[0, 0].numpy()
    out = P * 0.5
    out[y0:y1, x0:x1] = mix * Q + (1 - mix) * P[y0:y1, x0:x1]
    return out, max(q, q2)


def iou(p, t):
    u = (p | t).sum()
    return (p & t).sum() / u if u else 1.0


if __name__ == '__main__':
    ap = argparse.ArgumentParser()
    ap.add_argument('net')
    ap.add_argument('sets', nargs='+')
    ap.add_argument('--r', type=int, nargs='+', default=[384])
    ap.add_argument('--passes', type=int, nargs='+', default=[1])
    ap.add_argument('--flip', type=int, nargs='+', default=[0])
    ap.add_argument('--grid', type=int, default=512)
    ap.add_argument('--list', action='store_true')
    ap.add_argument('--bf16', action='store_true')
    ap.add_argument('--hint', default='')
    ap.add_argument('--threads', type=int, default=1)
    ap.add_argument('--save')
    a = ap.parse_args()
    torch.set_num_threads(a.threads)
    net = load(a.net)
    G = a.grid
    for s in a.sets:
        D = [
            (n, photo(f), np.array(Image.open(t).convert('L').resize((G, G), Image.BOX)) > 127) for n, f, t in pairs(s)
        ]
        for R in a.r:
            for ps in a.passes:
                for fl in a.flip:
                    X, Q = [], []
                    for n, im, T in D:
                        if a.hint == 'box':
                            h = torch.zeros(1, 3, R, R)
                            t = (
                                F.interpolate(torch.from_numpy(T).float()[None, None], (R, R), mode='area')[
                                    0, 0
                                ].numpy()
                                > 0.5
                            )
                            ys, xs = np.nonzero(t.any(1))[0], np.nonzero(t.any(0))[0]
                            h[0, 2, ys[0] : ys[-1] + 1, xs[0] : xs[-1] + 1] = 1
                            p, q = run(net, im, R, fl, h)
                            P = grid(p, G)
                        elif a.hint.startswith('click'):
                            h = torch.zeros(1, 3, R, R)
                            for k in range(int(a.hint[5:]) + 1):
                                p, q = run(net, im, R, fl, h)
                                P = grid(p, G)
                                e = (P > 0.5) != T
                                if k == int(a.hint[5:]) or e.sum() < 30:
                                    break
                                import cv2

                                d = cv2.distanceTransform(np.pad(e.astype(np.uint8), 1), cv2.DIST_L2, 5)[1:-1, 1:-1]
                                y, x = np.unravel_index(d.argmax(), d.shape)
                                yy, xx = np.mgrid[:R, :R]
                                h[0, 0 if T[y, x] else 1][
                                    torch.from_numpy(
                                        (yy - y * R / G) ** 2 + (xx - x * R / G) ** 2 <= (R * 0.013 + 1) ** 2
                                    )
                                ] = 1
                        else:
                            P, q = predict(net, im, R, fl, ps, G)
                        X.append(iou(P > 0.5, T))
                        Q.append(q)
                        if a.save:
                            os.makedirs(a.save, exist_ok=True)
                            Image.fromarray((P * 255).astype(np.uint8)).save(f'{a.save}/{os.path.splitext(n)[0]}.png')
                    X, Q = np.array(X), np.array(Q)
                    print(
                        f'{s.rstrip("/").split("/")[-1]} ({len(D)}) R {R} passes {ps} flip {fl} {a.hint}: mean {X.mean():.3f} median {np.median(X):.3f} >0.9: {(X > .9).mean():.2f} | iou head r {np.corrcoef(X, Q)[0, 1] if len(X) > 2 else 0:.2f}',
                        flush=True,
                    )
                    if a.list:
                        print('   ' + '  '.join(f'{n} {x:.2f}({q:.2f})' for (n, _, _), x, q in zip(D, X, Q)))
