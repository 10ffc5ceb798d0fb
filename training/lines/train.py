"""Trains in legs: `python3 -m lines.train --minutes 120` goes on from the check point, or begins.

Two processes of one thread each render their own lines and train the same network; after each step they share their gradients
through memory. The clock counts lines, not time, so that a busy machine changes nothing but how long it takes.
"""
import argparse
import json
import os
import time
from pathlib import Path

os.environ.setdefault("OMP_NUM_THREADS", "1")
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

import numpy as np
import torch
import torch.multiprocessing as processes

from . import begin, checkpoint, fonts, measure, net as nets, plan, settings as files, supply
from .render import Renderer

PROCESSES = 2
WATCHED_LINES = 160
SAVED_EVERY_SECONDS = 300


class Trainer:
    """One of the processes; the first one watches, saves and tells."""

    def __init__(self, rank, shared, options):
        self.rank, self.shared, self.options = rank, shared, options
        self.settings, self.alphabet = files.load(options.settings), files.alphabet()
        torch.set_num_threads(1)
        torch.set_flush_denormal(True)
        torch.manual_seed(self.settings["run"]["seed"])
        self.net = nets.of(self.settings, self.alphabet).to(memory_format=torch.channels_last)
        self.parameters = list(self.net.parameters())
        self.optimiser = torch.optim.AdamW(self.parameters, betas=(0.9, 0.98), weight_decay=self.settings["rate"]["weight_decay"])
        self.loss = torch.nn.CTCLoss(zero_infinity=True, reduction="sum")
        self.training, self.watched, _ = fonts.divided(fonts.installed(self.alphabet), self.settings["fonts"])
        self.clock = {"lines": 0, "steps": 0, "seconds": 0.0, "seen": []}
        self.mean = None
        self.start()

    def start(self):
        path = Path(self.options.check_point)
        if path.exists():
            state = checkpoint.load(path)
            self.net.load_state_dict(state["net"])
            self.optimiser.load_state_dict(state["optimiser"])
            self.clock, self.mean = state["clock"], state["mean"]
        else:
            lines, _ = self.renderer(seed=3).batch(384, 256, 0.5)
            begin.from_file(self.net, measure.tensor(lines))
            self.mean = self.floats()
        seed = self.settings["run"]["seed"] + 1000 * (1 + self.rank) + 7 * self.clock["steps"]
        self.supply = supply.Supply(self.renderer(seed), np.random.RandomState(seed), self.settings)

    def renderer(self, seed, families=None):
        return Renderer(seed % 2**31, families or self.training, set(self.settings["fonts"]["common"]), self.alphabet)

    def floats(self):
        """Weights and norms by name, without counters."""
        return {key: value.clone() for key, value in self.net.state_dict().items() if value.dtype == torch.float32}

    def leg(self):
        if self.rank == 0:
            self.watch_lines()
            print(f"{len(self.training)} families, {sum(len(f.files) for f in self.training)} files; from {self.clock}", flush=True)
            self.watch()
        began = told = saved = time.time()
        sum_of_losses = rendering = 0.0
        before = self.clock["lines"]
        while self.agreed(self.clock["lines"] < self.settings["run"]["lines"] and time.time() - began < 60 * self.options.minutes):
            loss, seconds = self.step()
            sum_of_losses, rendering = sum_of_losses + loss, rendering + seconds
            if self.clock["steps"] % 100 == 0 and self.rank == 0:
                took = time.time() - told
                print(f"lines {self.clock['lines']} loss {sum_of_losses / 100:.4f} rate {self.optimiser.param_groups[0]['lr']:.5f} "
                      f"lines/s {(self.clock['lines'] - before) / took:.0f} rendering {100 * rendering / took:.0f} %", flush=True)
                sum_of_losses, rendering, told, before = 0.0, 0.0, time.time(), self.clock["lines"]
            if self.clock["steps"] % 50 == 0 and self.agreed(time.time() - saved > SAVED_EVERY_SECONDS):
                self.clock["seconds"] += time.time() - saved
                saved = time.time()
                self.save()
        self.clock["seconds"] += time.time() - saved
        self.save()

    def agreed(self, mine):
        """The first process's answer, in both."""
        if self.rank == 0:
            self.shared.answer[0] = float(mine)
        self.shared.barrier.wait()
        answer = bool(self.shared.answer[0])
        self.shared.barrier.wait()
        return answer

    def step(self):
        done = self.clock["lines"] / self.settings["run"]["lines"]
        for group in self.optimiser.param_groups:
            group["lr"] = plan.rate(done, self.settings)
        began = time.time()
        lines, texts = self.supply.step(plan.width(self.clock["steps"], self.settings), plan.level(done, self.settings))
        rendering = time.time() - began
        steps = self.net(measure.tensor(lines)).log_softmax(2)
        lengths = torch.tensor([len(text) for text in texts])
        signs = torch.tensor([sign for text in texts for sign in text])
        loss = self.loss(steps, signs, torch.full((len(texts),), steps.shape[0]), lengths) / (len(texts) * 12.0)
        self.optimiser.zero_grad()
        loss.backward()
        self.share_gradients()
        self.optimiser.step()
        self.keep_mean()
        self.clock["steps"] += 1
        self.clock["lines"] += PROCESSES * len(texts)
        return float(loss), rendering

    def share_gradients(self):
        """Each process's gradient is put where the others see it; two places take turns, so that one barrier is enough."""
        turn = self.clock["steps"] & 1
        self.shared.gradients[turn, self.rank] = torch.cat([p.grad.reshape(-1) for p in self.parameters])
        self.shared.barrier.wait()
        gradient = self.shared.gradients[turn].mean(0)
        norm = float(gradient.norm())
        longest = self.settings["rate"]["longest_gradient"]
        if not np.isfinite(norm):
            gradient.zero_()
        elif norm > longest:
            gradient *= longest / norm
        at = 0
        for p in self.parameters:
            p.grad.copy_(gradient[at:at + p.numel()].view_as(p))
            at += p.numel()

    def keep_mean(self):
        """The mean of each process: weights are the same in both, what norms have seen is not quite."""
        share = 1 / min(self.settings["rate"]["mean_steps"], 10 + self.clock["steps"])
        state = self.net.state_dict()
        for key, value in self.mean.items():
            value.lerp_(state[key], share)

    def watch_lines(self):
        self.watched_lines = {
            "clean": self.renderer(5, self.watched).batch(640, WATCHED_LINES, 1.0, clean=True),
            "faulty": self.renderer(6, self.watched).batch(640, WATCHED_LINES, 1.0)}

    def watch(self):
        kept = self.floats()
        self.net.load_state_dict(self.mean, strict=False)
        rates = {key: round(100 * measure.error_rate(self.net, *lines), 2) for key, lines in self.watched_lines.items()}
        self.net.load_state_dict(kept, strict=False)
        self.clock["seen"].append({"lines": self.clock["lines"], **rates})
        print("watched, % of signs wrong:", json.dumps(self.clock["seen"][-1]), flush=True)

    def save(self):
        if self.rank == 0:
            self.watch()
            checkpoint.save(Path(self.options.check_point), self.net, self.mean, self.optimiser, self.clock)


class Shared:
    """What the processes share."""

    def __init__(self, context, count):
        self.gradients = torch.zeros(2, PROCESSES, count).share_memory_()
        self.answer = torch.zeros(1).share_memory_()
        self.barrier = context.Barrier(PROCESSES)


def one_process(rank, shared, options):
    Trainer(rank, shared, options).leg()


def main():
    parser = argparse.ArgumentParser(description="Trains the recogniser of lines for a while.")
    parser.add_argument("--minutes", type=float, default=60, help="how long this leg takes at most (60)")
    parser.add_argument("--settings", default=files.HERE / "settings.toml", help="the run's settings")
    parser.add_argument("--check-point", default=files.CHECK_POINT, help="where to go on from and what to save")
    options = parser.parse_args()
    net = nets.of(files.load(options.settings), files.alphabet())
    context = processes.get_context("spawn")
    shared = Shared(context, sum(p.numel() for p in net.parameters()))
    workers = [context.Process(target=one_process, args=(rank, shared, options)) for rank in range(PROCESSES)]
    for worker in workers:
        worker.start()
    for worker in workers:
        worker.join()
    if any(worker.exitcode for worker in workers):
        raise SystemExit("a process failed: see above")


if __name__ == "__main__":
    main()
