"""Tests of the trainer's parts: `python3 -m unittest` in this folder."""
import copy
import json
import tempfile
import unittest
from pathlib import Path

import numpy as np
import torch

from lines import begin, checkpoint, export, fonts, measure, net as nets, normal, plan, settings as files
from lines.render import Renderer
from lines.words import Writer

SETTINGS = files.load()
ALPHABET = files.alphabet()
FAMILIES, WATCHED, HELD_OUT = fonts.divided(fonts.installed(ALPHABET), SETTINGS["fonts"])
VECTORS = files.HERE.parent / "engine/src/test/resources/lectomen/engine/ocr/contrast.json"


class WordsTest(unittest.TestCase):
    def test_lines_keep_to_the_alphabet_and_to_their_length(self):
        writer = Writer(1, ALPHABET)
        for length in list(range(1, 60)) * 5:
            line = writer.line(length)
            self.assertLessEqual(len(line), length)
            self.assertEqual(set(), set(line) - set(ALPHABET))
            self.assertNotIn("  ", line)
            self.assertEqual(line.strip(), line)

    def test_a_seed_gives_its_lines_again(self):
        self.assertEqual([Writer(7, ALPHABET).line(40) for _ in range(3)], [Writer(7, ALPHABET).line(40) for _ in range(3)])


class FontsTest(unittest.TestCase):
    def test_no_file_is_trained_on_and_measured_with(self):
        trained = {path for family in FAMILIES for path, _ in family.files}
        apart = {path for family in WATCHED + HELD_OUT for path, _ in family.files}
        self.assertEqual(set(), trained & apart)
        self.assertGreaterEqual(len(HELD_OUT), 8)

    def test_ranges_of_code_points_are_read(self):
        self.assertEqual({0x20, 0x21, 0x22, 0xA0}, fonts.codes("20-22 a0"))


class RendererTest(unittest.TestCase):
    def test_a_clean_line_has_dark_ink_on_light_paper_and_its_own_text(self):
        lines, texts = Renderer(3, FAMILIES, set(), ALPHABET).batch(400, 20, 1.0, clean=True)
        self.assertEqual((20, 32, 400), lines.shape)
        for line, text in zip(lines, texts):
            self.assertGreater(int(line.max()), 200)
            self.assertLessEqual(abs(int(np.median(line)) - normal.PAPER), 3)
            self.assertTrue(text and all(1 <= sign <= len(ALPHABET) for sign in text))

    def test_worse_lines_are_read_worse(self):
        net = begun()
        rates = [measure.error_rate(net, *Renderer(5, WATCHED, set(), ALPHABET).batch(400, 60, level)) for level in (0.05, 1.0)]
        self.assertLess(rates[0], 0.08)
        self.assertLess(rates[0], rates[1])


class NormalTest(unittest.TestCase):
    def test_contrast_is_as_in_the_table_that_the_engine_is_held_to(self):
        for case in json.loads(VECTORS.read_text()):
            grey = np.array(case["grey"], dtype=np.float64).reshape(normal.HEIGHT, -1) / 255
            self.assertEqual(case["ink"], normal.contrast(grey).reshape(-1).tolist(), case["name"])


class PlanTest(unittest.TestCase):
    def test_the_rate_climbs_stands_and_falls(self):
        peak, last = SETTINGS["rate"]["peak"], SETTINGS["rate"]["last"]
        self.assertLess(plan.rate(0.0, SETTINGS), peak / 10)
        self.assertEqual(peak, plan.rate(0.3, SETTINGS))
        self.assertAlmostEqual(last, plan.rate(1.0, SETTINGS), places=9)
        falling = [plan.rate(1 - SETTINGS["rate"]["fall"] * (1 - i / 20), SETTINGS) for i in range(21)]
        self.assertEqual(sorted(falling, reverse=True), falling)

    def test_processes_agree_on_widths(self):
        self.assertEqual([plan.width(step, SETTINGS) for step in range(50)], [plan.width(step, SETTINGS) for step in range(50)])


class MeasureTest(unittest.TestCase):
    def test_distances(self):
        for one, other, expected in [("", "", 0), ("berth", "berth", 0), ("berth", "bert", 1), ("0l", "Ol", 1), ("abc", "", 3), ("ab", "ba", 2)]:
            self.assertEqual(expected, measure.distance(one, other))


class CheckPointTest(unittest.TestCase):
    def test_a_run_goes_on_with_the_same_weights_and_moments(self):
        net = begun()
        optimiser = torch.optim.AdamW(net.parameters(), 1e-3)
        step(net, optimiser)
        mean = {key: value.clone() for key, value in net.state_dict().items() if value.dtype == torch.float32}
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "point.pt"
            checkpoint.save(path, net, mean, optimiser, {"lines": 5})
            state = checkpoint.load(path)
        other = nets.of(SETTINGS, ALPHABET)
        other.load_state_dict(state["net"])
        again = torch.optim.AdamW(other.parameters(), 1e-3)
        again.load_state_dict(copy.deepcopy(state["optimiser"]))
        step(net, optimiser)
        step(other, again)
        for one, two in zip(net.parameters(), other.parameters()):
            self.assertTrue(torch.equal(one, two))

    def test_what_is_exported_reads(self):
        net = begun()
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "point.pt"
            checkpoint.save(path, net, dict(net.state_dict()), torch.optim.AdamW(net.parameters()), {"lines": 0, "seen": []})
            weights = Path(folder) / "net.onnx"
            export.export(path, weights, SETTINGS)
            self.assertGreater(weights.stat().st_size, 1_000_000)
            export.describe(weights, {"lines": 7, "seen": [{"lines": 7, "clean": 0.5, "faulty": 3.1}]})
            told = weights.with_suffix(".properties").read_text()
            self.assertIn("lines.trained = 7\n", told)
            self.assertRegex(told, "sha256 = [0-9a-f]{64}\n")


def begun():
    torch.manual_seed(1)
    net = nets.of(SETTINGS, ALPHABET)
    lines, _ = Renderer(3, FAMILIES, set(), ALPHABET).batch(384, 200, 0.3)
    begin.from_file(net, measure.tensor(lines))
    return net


def step(net, optimiser):
    torch.manual_seed(2)
    net.train()
    optimiser.zero_grad()
    net(torch.rand(2, 1, 32, 64)).square().mean().backward()
    optimiser.step()


if __name__ == "__main__":
    unittest.main()
