"""Finds the installed fonts that have the alphabet's signs."""
import os
import re
import subprocess
from dataclasses import dataclass, field

# A font that lacks more signs than this is left out; lines in others are written without the signs they lack.
MOST_MISSING = 12
NOT_TEXT = re.compile(r"symbol|emoji|dingbat|math|braille|icon|ornament|initials|outline", re.I)
TOO_THIN = re.compile(r"hairline|thin|-hai|extralight|ultralight|light.*ital.*cond|smallcaps|smcp|capsule", re.I)
NOTO_OF_LATIN = re.compile(r".*/Noto(Sans|Serif|SansMono|SansDisplay|SerifDisplay)-")


@dataclass
class Family:
    """A family's files, each with the signs that it lacks."""

    name: str
    files: list = field(default_factory=list)


def installed(alphabet):
    """All usable families by name."""
    listing = subprocess.run(
        ["fc-list", "--format", "%{family[0]}|%{file}|%{charset}\n"], capture_output=True, text=True, check=True
    ).stdout
    families = {}
    for row in sorted(listing.splitlines()):
        name, path, charset = row.split("|")
        if not usable(name, path):
            continue
        present = codes(charset)
        missing = "".join(sign for sign in alphabet if sign != " " and ord(sign) not in present)
        if len(missing) <= MOST_MISSING:
            families.setdefault(name, Family(name)).files.append((path, missing))
    return families


def usable(name, path):
    """Whether a file is an outline font for running text."""
    if not path.lower().endswith((".ttf", ".otf")) or NOT_TEXT.search(name + path) or TOO_THIN.search(os.path.basename(path)):
        return False
    return "Noto" not in path or NOTO_OF_LATIN.match(path) is not None


def codes(charset):
    """The code points of fontconfig's ranges, such as `20-7e a0`."""
    found = set()
    for part in charset.split():
        first, _, last = part.partition("-")
        found.update(range(int(first, 16), int(last or first, 16) + 1))
    return found


def divided(families, settings):
    """Families to train on, families to watch, and families for the final measure; no file is in two of them."""
    apart = {"held_out": [], "watched": []}
    training = []
    for name in sorted(families):
        group = next((key for key in apart if name in settings[key]), None)
        if group:
            apart[group].append(families[name])
        elif name not in settings["left_out"] and not shares_held_out_name(name, settings):
            training.append(families[name])
    return training, apart["watched"], apart["held_out"]


def shares_held_out_name(name, settings):
    """Weights and widths of a family are often families of their own by name: they stay out with it."""
    return any(name.startswith(other + " ") for key in ("held_out", "watched") for other in settings[key] if other != "Go")
