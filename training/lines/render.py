"""Renders lines of text as a layout stage would cut them out of a page."""
import numpy as np
from PIL import Image, ImageDraw, ImageFont

from . import normal
from .faults import Faults
from .words import Writer

FONTS_KEPT = 1500


class Renderer:
    """Lines from a seed, fonts and an alphabet."""

    def __init__(self, seed, families, common, alphabet):
        self.rs = np.random.RandomState(seed)
        self.faults = Faults(self.rs)
        self.writer = Writer(seed, alphabet)
        self.classes = {sign: place + 1 for place, sign in enumerate(alphabet)}
        self.families = [family for family in families if family.files]
        weights = np.array([3.0 if family.name in common else 1.0 for family in self.families])
        self.weights = weights / weights.sum()
        self.loaded = {}

    def batch(self, width, count, level, clean=False):
        """So many lines, each at most so wide: bytes of count x 32 x width, and the classes of their signs."""
        lines = np.full((count, normal.HEIGHT, width), normal.PAPER, np.uint8)
        texts = []
        for i in range(count):
            line, text = self.line(width, level, clean)
            room = width - line.shape[1]
            begin = self.rs.randint(0, room + 1) if room and self.rs.rand() < 0.3 else 0
            lines[i, :, begin:begin + line.shape[1]] = line
            texts.append([self.classes[sign] for sign in text])
        return lines, texts

    def line(self, width, level, clean=False):
        """One line and its text."""
        family = self.families[self.rs.choice(len(self.families), p=self.weights)]
        path, missing = family.files[self.rs.randint(len(family.files))]
        size = self.size(clean)
        font, top, bottom = self.font(path, size)
        stretch = 1.0 if clean else float(np.exp(self.rs.uniform(-0.16, 0.16)))
        spacing = int(round(self.rs.uniform(-0.3, 2.5) * size / 30)) if self.rs.rand() < 0.08 else 0
        per_point = normal.HEIGHT * 0.88 / (bottom - top) * normal.STRETCH * stretch
        text = self.fitting(font, missing, spacing, width / per_point - 0.4 * size, width)
        drawn = Drawn(font, top, bottom, size, text, spacing)
        picture, box = (drawn.plain() if clean else self.faulty(drawn, level))
        return self.cut(picture, box, width, stretch), text

    def size(self, clean):
        low, high = (26, 46) if clean else (15, 46)
        return int(round(np.exp(self.rs.uniform(np.log(low), np.log(high)))))

    def font(self, path, size):
        if len(self.loaded) > FONTS_KEPT:
            self.loaded.clear()
        if (path, size) not in self.loaded:
            font = ImageFont.truetype(path, size, layout_engine=ImageFont.Layout.BASIC)
            box = font.getbbox("bdlHgpqy", anchor="ls")
            self.loaded[path, size] = (font, box[1], box[3])
        return self.loaded[path, size]

    def fitting(self, font, missing, spacing, room, width):
        """A text that the font can write within so many points."""
        usual = width / (12.5 * normal.STRETCH)
        long = max(2, int(usual * self.rs.uniform(0.75, 1.25)))
        text = self.writer.line(long if self.rs.rand() < 0.75 else self.rs.randint(1, max(3, width // 16)))
        text = "".join(sign for sign in text if sign not in missing).strip() or "7"
        while len(text) > 1 and font.getlength(text) + spacing * len(text) > room:
            text = text[:max(1, int(len(text) * 0.88))].strip()
        return text

    def faulty(self, drawn, level):
        faults, between, chance = self.faults, self.rs.uniform, self.faults.chance
        image = drawn.image
        box = self.crop_of(drawn)
        self.company(drawn, box, level)
        if chance(0.5 * level):
            image = self.leaned(drawn)
        image = faults.strokes(image, drawn.size, level)
        left, top = max(0, int(box[0])), max(0, int(box[1]) - 1)
        image = image.crop((left, top, min(image.width, int(box[2]) + 1), min(image.height, int(box[3]) + 2)))
        box = (box[0] - left, box[1] - top, box[2] - left, box[3] - top)
        ink = faults.broken(np.asarray(image, dtype=np.float32) / 255, level)
        picture, paper, dark = faults.paper(ink, level)
        two_tone = chance(0.28 * level)
        if chance(0.3 * level):
            height, width = picture.shape
            picture = faults.fewer_dots(picture, drawn.size, two_tone)
            down, across = picture.shape[0] / height, picture.shape[1] / width
            box = (box[0] * across, box[1] * down, box[2] * across, box[3] * down)
        if two_tone:
            picture = faults.two_tone(picture, paper, dark, level)
        elif chance(0.25 * level):
            picture = faults.packed(picture)
        return np.clip(picture, 0, 1), box

    def crop_of(self, drawn):
        """Where a layout stage would cut: mostly near the ink or the font's height, at times much too wide."""
        between, height = self.rs.uniform, drawn.bottom - drawn.top
        top, bottom = drawn.ink_box() if self.rs.rand() < 0.45 else drawn.font_box()
        low, high = (-0.02, 0.14) if self.rs.rand() < 0.65 else (-0.10, 0.35)
        return (drawn.ink[0] - between(0.02, 0.6) * drawn.size, top - between(low, high) * height,
                drawn.ink[2] + between(0.02, 0.6) * drawn.size, bottom + between(low, high) * height)

    def company(self, drawn, box, level):
        """What stands near a line: parts of the next ones, rules, edges of cells."""
        chance, between, rs = self.faults.chance, self.rs.uniform, self.rs
        height = drawn.bottom - drawn.top
        shade = lambda: int(between(120, 255))
        if chance(0.12 * level):
            away = int(height * between(1.05, 1.45)) * (1 if chance(0.5) else -1)
            drawn.write(self.writer.line(len(drawn.text)), drawn.left + int(between(-1, 1) * drawn.size), drawn.base + away)
        if chance(0.14 * level):
            y = int(drawn.base + rs.choice([between(0.12, 0.32) * drawn.size, drawn.top - between(0.1, 0.3) * drawn.size,
                                            drawn.bottom + between(0.05, 0.2) * drawn.size], p=[0.65, 0.2, 0.15]))
            begin = 0 if chance(0.7) else drawn.left
            slope = int(rs.randint(-1, 2)) if chance(0.2) else 0
            drawn.pen.line((begin, y, drawn.image.width - begin, y + slope), fill=shade(), width=1 + int(chance(0.35)) + int(drawn.size > 32))
        if chance(0.05 * level):
            x = int(box[0] + between(0, 0.12) * drawn.size) if chance(0.5) else int(box[2] - between(0, 0.12) * drawn.size)
            if x < drawn.ink[0] - 1 or x > drawn.ink[2] + 1:
                drawn.pen.line((x, 0, x, drawn.image.height), fill=shade(), width=1 + int(chance(0.4)))

    def leaned(self, drawn):
        """Slightly turned, and sheared as italics are."""
        long = drawn.image.width / (drawn.bottom - drawn.top)
        most = 2.5 / max(8, long) / 4 if long > 6 else 0.008
        turn = float(np.clip(self.rs.normal(0, 0.004) * (1 if self.rs.rand() < 0.8 else 2), -most, most))
        shear = self.rs.normal(0, 0.05)
        matrix = (1, shear, -shear * drawn.base, turn, 1, -turn * drawn.image.width / 2)
        return drawn.image.transform(drawn.image.size, Image.AFFINE, matrix, Image.BILINEAR)

    def cut(self, picture, box, width, stretch):
        """The box of a grey picture at the recogniser's height."""
        height, wide = picture.shape
        across = int(round((box[2] - box[0]) * normal.HEIGHT / (box[3] - box[1]) * normal.STRETCH * stretch))
        across = max(12, min(across, width))
        inside = (max(0, box[0]), max(0, box[1]), min(wide, box[2]), min(height, box[3]))
        how = Image.BILINEAR if inside[3] - inside[1] < normal.HEIGHT * 1.6 else Image.BOX
        grey = Image.fromarray(picture.astype(np.float32), "F").resize((across, normal.HEIGHT), how, box=inside)
        return normal.contrast(np.asarray(grey))


class Drawn:
    """A line drawn white on black with room around it."""

    def __init__(self, font, top, bottom, size, text, spacing):
        self.font, self.size, self.text, self.spacing = font, size, text, spacing
        self.top, self.bottom = top, bottom
        around = int(size * 1.0)
        self.left, self.base = size, around - top + size // 3
        width = int(font.getlength(text) + spacing * len(text)) + 1 + 2 * size
        self.image = Image.new("L", (width, self.base + bottom + around + size // 3), 0)
        self.pen = ImageDraw.Draw(self.image)
        self.write(text, self.left, self.base)
        self.ink = self.image.getbbox() or (self.left, self.base + top, width - size, self.base + bottom)

    def write(self, text, x, base):
        if not self.spacing:
            self.pen.text((x, base), text, fill=255, font=self.font, anchor="ls")
            return
        for sign in text:
            self.pen.text((x, base), sign, fill=255, font=self.font, anchor="ls")
            x += self.font.getlength(sign) + self.spacing

    def ink_box(self):
        """Top and bottom of the ink; of the line where there is little, such as a dash."""
        if self.ink[3] - self.ink[1] < (self.bottom - self.top) * 0.55:
            return self.font_box()
        return self.ink[1], self.ink[3]

    def font_box(self):
        return min(self.ink[1], self.base + self.top), max(self.ink[3], self.base + self.bottom)

    def plain(self):
        """The line in black on white as it was drawn, and where to cut it."""
        height = self.bottom - self.top
        top, bottom = self.font_box()
        box = (self.ink[0] - 0.2 * self.size, top - 0.05 * height, self.ink[2] + 0.2 * self.size, bottom + 0.05 * height)
        return 1 - np.asarray(self.image, dtype=np.float32) / 255, box
