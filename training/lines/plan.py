"""How a run goes on: rate, faults and widths follow from the part of the plan that is done, so that a leg that was broken off is
gone on with as if nothing had been."""
import math


def rate(done, settings):
    """The learning rate when a part from 0 to 1 of the plan is done: a climb, a plain, and a fall along a cosine."""
    peak, last, climb, fall = (settings["rate"][key] for key in ("peak", "last", "climb", "fall"))
    if done < climb:
        return peak * max(0.03, done / climb)
    if done <= 1 - fall:
        return peak
    return last + (peak - last) * 0.5 * (1 + math.cos(math.pi * min(1.0, (done - (1 - fall)) / fall)))


def level(done, settings):
    """How bad lines are, from 0 to 1."""
    first, full = settings["faults"]["first"], settings["faults"]["full_from"]
    return min(1.0, first + (1 - first) * done / full)


WIDTHS = [192, 288, 384, 480, 576]
SHARES = [0.2, 0.2, 0.25, 0.2, 0.15]


def width(step, settings):
    """A step's width of lines: the same in all processes."""
    import numpy as np
    return int(np.random.RandomState([settings["run"]["seed"], step]).choice(WIDTHS, p=SHARES))
