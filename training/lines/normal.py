"""Brings lines to the form that the recogniser reads; `LineCut` in the engine does the same, point by point."""
import numpy as np

HEIGHT = 32
STRETCH = 1.3
PAPER = 50
LEAST_CONTRAST = 0.12


def contrast(grey):
    """Ink as bytes, paper about 50 and ink up to 250, from grey between 0 and 1; paper and ink are told by the 80th and the 1st
    percentile of every other point."""
    paper, dark = np.percentile(grey[::2, ::2], [80, 1])
    ink = (paper - grey) / max(LEAST_CONTRAST, paper - dark)
    return np.uint8(np.clip(ink, -0.25, 1.0) * 200 + PAPER)


def network_input(lines):
    """What the network is given: paper 0 and ink 2."""
    return (lines.astype(np.float32) - PAPER) / 100
