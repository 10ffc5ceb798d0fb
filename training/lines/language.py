"""Counts how signs follow each other and writes the table that the engine reads with: `python3 -m lines.language`.

A table holds runs of up to five signs that were seen often enough, each with the share of its last sign behind the others. A run that is not
in it falls back to the shorter one at a fixed discount (T. Brants and others, Large language models in machine translation, 2007).
"""
import argparse
import gzip
import math
import struct
from collections import Counter

from . import settings as files
from .words import Writer

LONGEST = 5
LEAST = {1: 1, 2: 2, 3: 3, 4: 4, 5: 5}
SIGNS = 6_000_000
# A share is kept as one byte: its logarithm in steps of this.
STEP = 0.05


def text(alphabet, seed, signs):
    """Lines as classes of signs, a blank before and behind each."""
    writer, classes = Writer(seed, alphabet), {sign: place + 1 for place, sign in enumerate(alphabet)}
    written = 0
    while written < signs:
        line = " " + writer.line(writer.random.randint(20, 90)) + " "
        written += len(line)
        yield [classes[sign] for sign in line]


def counts(lines):
    """How often each run of one to five signs was seen."""
    seen = [Counter() for _ in range(LONGEST + 1)]
    for line in lines:
        for at in range(len(line)):
            run = 0
            for length in range(1, min(LONGEST, at + 1) + 1):
                run |= line[at - length + 1] << 8 * (length - 1)
                seen[length][run] += 1
    return seen


def table(seen):
    """For each run its last sign's share behind the others, as bytes. In a run's number the last sign is the lowest byte."""
    shares = {}
    total = sum(seen[1].values())
    for length in range(1, LONGEST + 1):
        before = Counter()
        for run, count in seen[length].items():
            before[run >> 8] += count
        for run, count in seen[length].items():
            if count >= LEAST[length]:
                share = count / (total if length == 1 else before[run >> 8])
                shares[run] = min(255, round(-math.log(share) / STEP))
    return shares


def write(shares, path):
    """Runs in ascending order as the difference to the one before, seven bits a byte; then their shares."""
    runs = sorted(shares)
    out = bytearray(struct.pack(">I", len(runs)))
    last = 0
    for run in runs:
        difference, last = run - last, run
        while difference >= 128:
            out.append(difference & 127 | 128)
            difference >>= 7
        out.append(difference)
    out.extend(shares[run] for run in runs)
    with gzip.GzipFile(path, "wb", compresslevel=9, mtime=0) as file:
        file.write(bytes(out))


def main():
    parser = argparse.ArgumentParser(description="Writes the table of how signs follow each other.")
    parser.add_argument("--to", default=files.ALPHABET_FILE.with_name("language.gz"))
    options = parser.parse_args()
    shares = table(counts(text(files.alphabet(), 17, SIGNS)))
    write(shares, options.to)
    print(f"{options.to}: {len(shares)} runs")


if __name__ == "__main__":
    main()
