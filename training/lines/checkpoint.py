"""What a run needs to go on: weights, their running mean, the optimiser, the clock; and what was measured."""
import os

import torch


def save(path, net, mean, optimiser, clock):
    """In one piece or not at all."""
    path.parent.mkdir(parents=True, exist_ok=True)
    state = {"net": net.state_dict(), "mean": mean, "optimiser": optimiser.state_dict(), "clock": clock}
    part = path.with_suffix(".part")
    torch.save(state, part)
    os.replace(part, path)


def load(path):
    return torch.load(path, map_location="cpu")
