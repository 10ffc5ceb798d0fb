"""The network: a line that is 32 points high becomes, for each four columns, a weight for each class of sign."""
import torch
from torch import nn

LAYERS = [((3, 3), (2, 2)), ((3, 3), (2, 2)), ((3, 3), (1, 1)), ((3, 3), (2, 1))]


def convolution(inputs, outputs, kernel, stride=(1, 1), padding=None):
    padding = tuple(side // 2 for side in kernel) if padding is None else padding
    return nn.Sequential(
        nn.Conv2d(inputs, outputs, kernel, stride, padding, bias=False), nn.BatchNorm2d(outputs), nn.ReLU(True))


class Along(nn.Module):
    """Looks along the line: a sum of what comes in and what a kernel of each channel and a mixing of channels make of it."""

    def __init__(self, width, kernel):
        super().__init__()
        self.each = nn.Conv2d(width, width, (1, kernel), padding=(0, kernel // 2), groups=width, bias=False)
        self.each_norm = nn.BatchNorm2d(width)
        self.mixed = nn.Conv2d(width, width, 1, bias=False)
        self.mixed_norm = nn.BatchNorm2d(width)

    def forward(self, x):
        return x + torch.relu(self.mixed_norm(self.mixed(self.each_norm(self.each(x)))))


class LineNet(nn.Module):
    """Input: batch x 1 x 32 x columns. Output: columns/4 x batch x classes, not yet made likelihoods."""

    def __init__(self, classes, channels, width, kernels):
        super().__init__()
        sides = [1, *channels]
        self.shapes = nn.Sequential(*[
            convolution(inputs, outputs, kernel, stride)
            for inputs, outputs, (kernel, stride) in zip(sides, channels, LAYERS)])
        self.columns = convolution(channels[-1], width, (4, 1), padding=(0, 0))
        self.along = nn.Sequential(*[Along(width, kernel) for kernel in kernels])
        self.signs = nn.Linear(width, classes)

    def forward(self, x):
        x = self.along(self.columns(self.shapes(x)))
        return self.signs(x.squeeze(2).permute(2, 0, 1))

    def normed(self):
        """Each convolution with the norm behind it, in the order in which a line passes them."""
        for block in [*self.shapes, self.columns]:
            yield block[0], block[1]
        for block in self.along:
            yield block.each, block.each_norm
            yield block.mixed, block.mixed_norm


def of(settings, alphabet):
    network = settings["network"]
    return LineNet(len(alphabet) + 1, network["channels"], network["width"], network["kernels"])
