"""Lines for each step: some rendered for it, the rest earlier ones, changed a little."""
import numpy as np

from . import normal


class Supply:
    def __init__(self, renderer, rs, settings):
        self.renderer, self.rs = renderer, rs
        self.points = settings["run"]["points_a_step"]
        self.fresh = settings["run"]["fresh"]
        self.most = settings["run"]["kept_lines"]
        self.kept = {}

    def step(self, width, level):
        """Lines as bytes and the classes of their signs."""
        count = max(8, self.points // width)
        lines, texts = self.kept.setdefault(width, ([], []))
        enough = len(lines) >= 6 * count
        new = max(1, int(count * self.fresh + self.rs.rand())) if enough else count
        rendered, written = self.renderer.batch(width, new, level)
        picked = self.rs.choice(len(lines), count - new, replace=False) if enough else []
        old = self.changed(np.stack([lines[i] for i in picked])) if len(picked) else rendered[:0]
        batch = np.concatenate([rendered, old]), written + [texts[i] for i in picked]
        for line, text in zip(rendered, written):
            self.keep(lines, texts, line, text)
        return batch

    def keep(self, lines, texts, line, text):
        if len(lines) < self.most:
            lines.append(line)
            texts.append(text)
        else:
            at = self.rs.randint(self.most)
            lines[at], texts[at] = line, text

    def changed(self, lines):
        """Other contrast, more noise, a row higher or lower."""
        count = len(lines)
        ink = (lines.astype(np.float32) - normal.PAPER) * self.rs.uniform(0.75, 1.25, (count, 1, 1)).astype(np.float32)
        ink += self.rs.standard_normal(ink.shape).astype(np.float32) * self.rs.uniform(0, 9, (count, 1, 1)).astype(np.float32)
        return np.uint8(np.clip(np.roll(ink, self.rs.randint(-1, 2), 1) + normal.PAPER, 0, 255))
