"""Settings of a run, and the places of its files."""
import tomllib
from pathlib import Path

HERE = Path(__file__).resolve().parent.parent
ALPHABET_FILE = HERE.parent / "engine/src/main/resources/lectomen/engine/ocr/alphabet.txt"
CHECK_POINT = HERE / "checkpoint" / "lines.pt"


def load(path=HERE / "settings.toml"):
    """The settings, as the file groups them."""
    with open(path, "rb") as file:
        return tomllib.load(file)


def alphabet():
    """All signs the recogniser knows, in the order of its classes; class 0 is none, so a sign's class is its place + 1."""
    return ALPHABET_FILE.read_text(encoding="utf-8")
