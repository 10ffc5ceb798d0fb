"""Writes a check point's mean weights as a network that the engine loads: `python3 -m lines.export`."""
import argparse
import hashlib
import json
from pathlib import Path
import warnings

import torch

from . import checkpoint, net as nets, settings as files


def export(check_point, target, settings):
    """The network with its norms folded into its convolutions."""
    state = checkpoint.load(check_point)
    net = nets.of(settings, files.alphabet())
    net.load_state_dict(state["net"])
    net.load_state_dict(state["mean"], strict=False)
    net.eval()
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        torch.onnx.export(net, torch.rand(1, 1, 32, 936), str(target), opset_version=13, input_names=["x"], output_names=["y"],
                          dynamic_axes={"x": {0: "batch", 3: "columns"}, "y": {0: "steps", 1: "batch"}})
    return state["clock"]


def describe(weights, clock):
    """Says beside the weights which they are: what they saw, what was watched, and their hash."""
    seen = clock["seen"][-1]
    weights.with_suffix(".properties").write_text("\n".join([
        "# Which weights lie beside this file; written with them. How well they read is in docs/model-card.md.",
        f"lines.trained = {clock['lines']}",
        f"watched.clean = {seen['clean']}",
        f"watched.faulty = {seen['faulty']}",
        f"sha256 = {hashlib.sha256(weights.read_bytes()).hexdigest()}",
    ]) + "\n")


def main():
    parser = argparse.ArgumentParser(description="Writes the weights that the engine reads with.")
    parser.add_argument("--check-point", default=files.CHECK_POINT)
    parser.add_argument("--to", default=files.ALPHABET_FILE.with_name("lines.onnx"))
    options = parser.parse_args()
    weights = Path(options.to)
    clock = export(options.check_point, weights, files.load())
    describe(weights, clock)
    print(f"{weights}: after {clock['lines']} lines; watched {json.dumps(clock['seen'][-1])}")


if __name__ == "__main__":
    main()
