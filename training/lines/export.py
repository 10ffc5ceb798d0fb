"""Writes a check point's mean weights as a network that the engine loads: `python3 -m lines.export`."""
import argparse
import json
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


def main():
    parser = argparse.ArgumentParser(description="Writes the weights that the engine reads with.")
    parser.add_argument("--check-point", default=files.CHECK_POINT)
    parser.add_argument("--to", default=files.ALPHABET_FILE.with_name("lines.onnx"))
    options = parser.parse_args()
    clock = export(options.check_point, options.to, files.load())
    print(f"{options.to}: after {clock['lines']} lines; watched {json.dumps(clock['seen'][-1])}")


if __name__ == "__main__":
    main()
