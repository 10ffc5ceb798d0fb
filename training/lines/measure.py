"""How well a network reads lines: the share of signs that are wrong, taking at each step the likeliest class."""
import torch

from . import normal


def read(net, lines, at_once=40):
    """The classes of each line's signs."""
    net.eval()
    texts = []
    with torch.no_grad():
        for at in range(0, len(lines), at_once):
            steps = net(tensor(lines[at:at + at_once])).argmax(2).T.numpy()
            for row in steps:
                texts.append([int(sign) for i, sign in enumerate(row) if sign and (i == 0 or sign != row[i - 1])])
    net.train()
    return texts


def error_rate(net, lines, texts):
    """Signs put in, left out or mistaken, over the signs there are."""
    wrong = sum(distance(found, text) for found, text in zip(read(net, lines), texts))
    return wrong / sum(len(text) for text in texts)


def tensor(lines):
    return torch.from_numpy(normal.network_input(lines)).unsqueeze(1).to(memory_format=torch.channels_last)


def distance(one, other):
    """The fewest signs to put in, leave out or change (V. Levenshtein, 1965)."""
    before = list(range(len(other) + 1))
    for i, left in enumerate(one, 1):
        now = [i]
        for j, right in enumerate(other, 1):
            now.append(min(now[-1] + 1, before[j] + 1, before[j - 1] + (left != right)))
        before = now
    return before[-1]
