"""What scanners, copiers, fax machines and cameras do to a line. Grey pictures hold 1 for white and 0 for black."""
import io

import numpy as np
from PIL import Image, ImageFilter


class Faults:
    """Draws faults by chance; `level` from 0 to 1 says how often and how bad they are."""

    def __init__(self, rs):
        self.rs = rs

    def chance(self, part):
        return self.rs.rand() < part

    def between(self, low, high):
        return self.rs.uniform(low, high)

    def strokes(self, image, size, level):
        """On the ink itself, an image of ink on black: thicker or thinner strokes, blur."""
        if self.chance(0.45 * level):
            grown = image.filter(ImageFilter.MaxFilter(3) if self.chance(0.5) else ImageFilter.MinFilter(3))
            image = Image.blend(image, grown, self.between(0.1, 0.45 if size < 26 else 0.75))
        if self.chance(0.65):
            image = image.filter(ImageFilter.GaussianBlur(self.between(0.2, 0.9) * max(0.7, size / 32) * (0.5 + 0.5 * level)))
        if self.chance(0.05 * level):
            image = image.filter(shake(int(self.rs.randint(0, 4))))
        return image

    def broken(self, ink, level):
        """Ink that did not take everywhere."""
        height, width = ink.shape
        kind = self.rs.rand()
        if kind < 0.12 * level:
            holes = clouds(self.rs, height, width, height / self.between(2.5, 5), width / self.between(2.5, 5))
            return ink * np.clip((holes - self.between(0.0, 0.17)) * 7, 0, 1)
        if kind < 0.20 * level:
            return ink * (self.rs.rand(height, width) > self.between(0.02, 0.18))
        return ink

    def paper(self, ink, level):
        """The ink on paper: shade, uneven light, grain, specks. Gives the picture, and the greys of paper and ink."""
        height, width = ink.shape
        paper = self.between(0.72, 1.0)
        dark = paper * self.between(0, 0.5 * level)
        shade = np.zeros_like(ink)
        if self.chance(0.6 * level):
            shade += (clouds(self.rs, height, width, 3, width / (2 * height)) - 0.5) * self.between(0, 0.3)
        if self.chance(0.7 * level):
            shade += self.rs.standard_normal((height, width)).astype(np.float32) * self.between(0, 0.10 if self.chance(0.8) else 0.2)
        if self.chance(0.06 * level):
            shade -= self.band(height, width) * self.between(0.1, 0.35)
        picture = paper + shade - (paper - dark) * ink
        if self.chance(0.12 * level):
            picture = self.specks(picture, self.between(0.001, 0.012), self.between(0, 0.5))
        return picture, paper, dark

    def band(self, height, width):
        """A soft stroke across, as of a stamp, a fold or a marker."""
        x, y = np.meshgrid(np.arange(width), np.arange(height))
        turn = self.between(-1.2, 1.2)
        away = np.abs((x - self.between(0, width)) * np.cos(turn) + (y - self.between(0, height)) * np.sin(turn))
        return np.clip(1.5 - away / self.between(1, 0.3 * height + 2), 0, 1).astype(np.float32)

    def specks(self, picture, part, dark):
        where = self.rs.rand(*picture.shape)
        return np.where(where < part, dark, np.where(where > 1 - part, 1.0, picture)).astype(np.float32)

    def fewer_dots(self, picture, size, two_tone):
        """Scanned with fewer dots, which need not be square."""
        height, width = picture.shape
        down = self.between(0.55, 1.0) if size > 19 else self.between(0.8, 1)
        across = down * self.between(0.9, 1.1)
        if two_tone and self.chance(0.3):
            down *= 0.75
        wide, tall = max(4, int(width * across)), max(8 if height < 12 else 11, int(height * down))
        return resized(picture, wide, tall, smooth=self.chance(0.5))

    def two_tone(self, picture, paper, dark, level):
        """Black and white alone, as fax machines send it: specks, and rows that were lost or sent twice."""
        threshold = paper - (paper - dark) * self.between(0.25, 0.58)
        picture = (picture > threshold).astype(np.float32)
        if self.chance(0.4):
            picture = self.specks(picture, self.between(0.0005, 0.01), 0.0)
        if self.chance(0.15 * level) and picture.shape[0] > 20:
            row = self.rs.randint(2, picture.shape[0] - 2)
            picture[row] = picture[row - 1] if self.chance(0.5) else 1.0
        return picture

    def packed(self, picture):
        """Packed as JPEG."""
        out = io.BytesIO()
        Image.fromarray(np.uint8(np.clip(picture, 0, 1) * 255)).save(out, "JPEG", quality=int(self.between(18, 75)))
        return np.asarray(Image.open(out), dtype=np.float32) / 255


def clouds(rs, height, width, rows, columns):
    """Smooth chance between about 0 and 1, with so many hills down and across."""
    coarse = rs.rand(max(2, int(rows)), max(2, int(columns))).astype(np.float32)
    return np.asarray(Image.fromarray(coarse, "F").resize((width, height), Image.BICUBIC))


def resized(picture, width, height, smooth):
    how = Image.BILINEAR if smooth else Image.BOX
    return np.asarray(Image.fromarray(picture.astype(np.float32), "F").resize((width, height), how))


def shake(direction):
    """Blur along a row, a column or a slope, as of a camera that moved."""
    kernels = [[0] * 25 for _ in range(4)]
    for at in range(5):
        kernels[0][10 + at] = kernels[1][2 + 5 * at] = kernels[2][6 * at] = kernels[3][4 + 4 * at] = 1
    return ImageFilter.Kernel((5, 5), kernels[direction], scale=5)
