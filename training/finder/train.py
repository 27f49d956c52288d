#!/usr/bin/env python3
"""Trains the finder on an endless stream of fresh composites until a fixed time. Its processes share the weights
without locks (Niu, Recht, Ré and Wright 2011, Hogwild)."""
import argparse
import copy
import datetime
import os
import time
import warnings

warnings.filterwarnings("ignore")
import numpy as np
import torch
import torch.nn.functional as F
from PIL import Image

import evaluate
from net import Finder, weights_of
from synth import Synth
from views import Views

BATCH = 16
# The side of the photographs watched while training.
WATCHED = 192


def arguments():
    parser = argparse.ArgumentParser(
        description=__doc__, formatter_class=argparse.ArgumentDefaultsHelpFormatter
    )
    add = parser.add_argument
    add("out")
    add("sprites", nargs="+")
    add("--textures", required=True)
    add("--val", required=True, help="composites that are measured on, of synth.py")
    add("--demo", required=True, help="folder with photos/ and truth/alpha/, measured on as well")
    add("--minutes", type=float, required=True, help="the learning rate falls to nothing by then")
    add("--init", help="the checkpoint to go on from")
    add("--encoder", help="prefix of the detector's weights, where there is no --init")
    add("--processes", type=int, default=2)
    add("--rate", type=float, default=2e-3)
    add("--encoder-rate", type=float, default=0.12, help="as a share of the decoder's")
    add("--frozen", type=int, default=400, help="steps of each process before the encoder joins")
    add("--reuse", type=float, default=3.0, help="views of each composite")
    add("--sizes", type=int, nargs="+", default=[128, 128, 160])
    add("--late-sizes", type=int, nargs="+", default=[160, 192, 224])
    add("--late", type=float, default=0.7, help="share of the time before the late sizes")
    add("--zoom", type=float, default=0.2, help="share of views close to the product")
    add("--flat", type=float, default=0.5, help="share of the time at full rate")
    add("--gap", type=float, default=0.7, help="more weight on backdrop closed in by product")
    add("--seed", type=int, default=5)
    add("--val-every", type=float, default=120, help="seconds of processor")
    return parser.parse_args()


def soft_iou(chances, truth):
    """One less the intersection over union of chances (Rahman and Wang 2016), eased for small products."""
    common = (chances * truth).sum((1, 2, 3))
    union = (chances + truth - chances * truth).sum((1, 2, 3))
    return 1 - (common + 20) / (union + 20)


def loss_of(net, image, truth, weights, side):
    logits, coarse = net(image, with_coarse=True)
    exact = F.binary_cross_entropy_with_logits(logits, truth, reduction="none")
    overlap = soft_iou(torch.sigmoid(logits), truth).mean()
    eighth = F.adaptive_avg_pool2d(truth, side // 8)
    rough = F.binary_cross_entropy_with_logits(coarse, eighth)
    return (exact * weights).mean() + 0.7 * overlap + 0.4 * rough


class Judge:
    """Measures the averaged network on composites of models that are kept out, and on a shoot."""

    def __init__(self, net, composites, shoot):
        self.net = net
        self.composites = np.load(composites)[:120]
        self.shoot = [
            (image.resize((WATCHED, WATCHED), Image.BOX), truth)
            for _, image, truth in evaluate.load_set(shoot)
        ]

    def _chances(self, images):
        parts = [images[i : i + 16] for i in range(0, len(images), 16)]
        ready = (part.contiguous(memory_format=torch.channels_last) for part in parts)
        return torch.cat([torch.sigmoid(self.net(part)) for part in ready])

    def measure(self, side=160):
        """(mean, median of the composites, share of closed-in backdrop that is open, mean, median of the shoot)."""
        planes = torch.from_numpy(self.composites).permute(0, 3, 1, 2).float() / 255
        planes = F.interpolate(planes, (side, side), mode="bilinear", align_corners=False, antialias=True)
        truth = planes[:, 3:4] > 0.5
        photos = np.stack([np.array(image) for image, _ in self.shoot])
        photos = torch.from_numpy(photos).permute(0, 3, 1, 2).float() / 255
        grid = (evaluate.GRID, evaluate.GRID)
        with torch.no_grad():
            found = self._chances(planes[:, :3]) > 0.5
            maps = F.interpolate(self._chances(photos), grid, mode="bilinear", align_corners=False)
        union = (found | truth).sum((1, 2, 3)).clamp(min=1)
        each = (found & truth).sum((1, 2, 3)) / union
        closed_in = (planes[:, 4:] > 0.75) & ~truth
        opened = (closed_in & ~found).sum().item() / max(1, closed_in.sum().item())
        shots = [evaluate.iou(m > 0.5, t) for m, (_, t) in zip(maps[:, 0].numpy(), self.shoot)]
        medians = each.median().item(), float(np.median(shots))
        return each.mean().item(), medians[0], opened, float(np.mean(shots)), medians[1]


def average_into(average, net, step):
    keep = min(0.995, (1 + step) / (10 + step))
    with torch.no_grad():
        for mean, now in zip(average.state_dict().values(), net.state_dict().values()):
            if mean.dtype.is_floating_point:
                mean.mul_(keep).add_(now, alpha=1 - keep)
            else:
                mean.copy_(now)


def optimiser(net, given):
    encoder, laterals = set(net.enc.parameters()), []
    for lateral in net.enc.laterals():
        laterals += lateral.parameters()
    decoder = [p for p in net.parameters() if p not in encoder]
    backbone = [p for p in net.enc.parameters() if all(p is not l for l in laterals)]
    groups = [
        dict(params=decoder, share=1.0, waits=False),
        dict(params=laterals, share=0.4, waits=False),
        dict(params=backbone, share=given.encoder_rate, waits=True),
    ]
    return torch.optim.AdamW(groups, given.rate, weight_decay=1e-3)


def rate_at(done, step, given):
    falling = min(1, max(0, done - given.flat) / (1 - given.flat))
    return given.rate * min(1, (step + 1) / 60) * (0.5 + 0.5 * np.cos(np.pi * falling)) + 1e-6


def save(judge, out, views):
    measured = judge.measure()
    weights = {k: w.half() if w.is_floating_point() else w for k, w in judge.net.state_dict().items()}
    torch.save(dict(ema=weights, views=views, val=measured), out + ".tmp")
    os.replace(out + ".tmp", out)
    line = "IoU mean %.4f median %.4f, open gaps %.3f | shoot mean %.4f median %.4f" % measured
    print(f"{datetime.datetime.utcnow():%H:%M} VAL views {views} {line}", flush=True)


def train(net, judge, views, rank, given, start):
    steps = optimiser(net, given)
    seconds = given.minutes * 60
    step, summed, last = 0, 0.0, time.process_time()
    while time.time() < start + seconds:
        done = (time.time() - start) / seconds
        rate = rate_at(done, step, given)
        net.freeze = step < given.frozen
        warm = min(1, max(0, step - given.frozen) / 100)
        for group in steps.param_groups:
            group["lr"] = rate * group["share"] * (warm if group["waits"] else 1)
        side = int(views.random.choice(given.sizes if done < given.late else given.late_sizes))
        batch = views.batch(BATCH, side)
        net.train()
        loss = loss_of(net, *batch, side)
        steps.zero_grad(set_to_none=True)
        loss.backward()
        torch.nn.utils.clip_grad_norm_([p for p in net.parameters() if p.grad is not None], 2.0)
        if not torch.isfinite(loss):
            continue
        steps.step()
        step += 1
        summed += loss.item()
        if rank == 0:
            average_into(judge.net, net, step)
        if step % 25 == 0:
            spent = f"{time.time() - start:.0f} s, processor {time.process_time():.0f} s"
            print(
                f"{rank}: step {step}, {spent}, side {side}, rate {rate:.5f}, loss {summed / 25:.4f}",
                flush=True,
            )
            summed = 0.0
        if rank == 0 and time.process_time() - last > given.val_every:
            last = time.process_time()
            save(judge, given.out, step * BATCH)
    return step


def main():
    given = arguments()
    torch.set_num_threads(1)
    start = time.time()
    synth = Synth(given.sprites, given.textures)
    print(synth.count, "sprites", flush=True)
    net = Finder(None if given.init else given.encoder).to(memory_format=torch.channels_last)
    if given.init:
        net.load_state_dict(weights_of(given.init))
    average = copy.deepcopy(net).eval()
    for parameter in average.parameters():
        parameter.requires_grad_(False)
    net.share_memory()
    judge = Judge(average, given.val, given.demo)
    rank = 0
    for other in range(1, given.processes):
        if rank == 0 and os.fork() == 0:
            rank = other
    torch.manual_seed(given.seed * 10 + rank)
    views = Views(synth, given.seed * 10 + rank, given.reuse, given.zoom, given.gap)
    taken = train(net, judge, views, rank, given, start)
    if rank:
        os._exit(0)
    save(judge, given.out, taken * BATCH)


if __name__ == "__main__":
    main()
