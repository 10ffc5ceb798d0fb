"""Writes the text of lines: prose of several languages, names, codes, dates, amounts, and runs of random signs."""
import random
import re
from pathlib import Path

DICTIONARIES = Path("/usr/share/dict")
ENGLISH = "british-english"
OTHERS = ["ngerman", "french", "spanish", "italian", "dutch", "portuguese", "swedish", "danish"]
OFFICE = """drawing revision sheet scale approved checked drawn date project number title client contract invoice total subtotal
amount due payment bank account order quantity unit price description item part material steel concrete pipe valve flange bolt weld
assembly section detail elevation plan view north foundation beam column roof wall floor door window electrical cable panel switch
pump motor tank pressure temperature flow rate design calculation specification requirement inspection test certificate report annex
appendix table figure page letter subject dear regards sincerely minutes meeting agenda action attendees transmittal document issued
review comments status supersedes street road avenue city postcode phone email registered company limited office manager engineer
director supervisor site works schedule delivery warranty insurance agreement clause party the of and to in is for on with by at from
this that be are was not or as it an will shall may has have been no all any which under within each other between before after""".split()
MONTHS = ("January February March April May June July August September October November December "
          "Jan Feb Mar Apr Jun Jul Aug Sep Oct Nov Dec").split()
CAPITALS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ"
DIGITS = "0123456789"


class Writer:
    """Writes lines from a seed: the same seed and dictionaries give the same lines."""

    def __init__(self, seed, alphabet):
        self.random = random.Random(seed)
        self.alphabet = set(alphabet)
        self.printable = alphabet.replace(" ", "")
        self.english = dictionary(ENGLISH, self.alphabet)
        self.others = [dictionary(name, self.alphabet) for name in OTHERS]
        self.next_letters = chain(self.english)

    def line(self, length):
        """A line of at most so many signs, all of the alphabet, without double spaces."""
        capitals = self.random.random() < 0.14
        line = self.token(capitals)
        while len(line) < length:
            line += " " + self.token(capitals)
        line = "".join(sign for sign in line if sign in self.alphabet)
        return re.sub(" +", " ", line)[:length].strip()

    def token(self, capitals):
        kind = self.random.random()
        if kind < 0.64:
            token = self.cased(self.word(), capitals)
        elif kind < 0.90:
            token = self.code()
        elif kind < 0.94:
            token = "".join(self.random.choice(self.printable) for _ in range(self.random.randint(1, 6)))
        elif kind < 0.97:
            token = self.random.choice(["Date", "No", "Ref", "Vessel", "Berth", "Total", "Name", "Page", self.word().capitalize()]) + ":"
        else:
            pair = self.random.choice(["()", "[]", "{}", "“”", "‘’", '""', "''", "«»", "<>"])
            token = pair[0] + self.cased(self.word(), capitals) + pair[1]
        return self.ended(token)

    def word(self):
        kind = self.random.random()
        if kind < 0.22:
            return self.random.choice(OFFICE)
        if kind < 0.52:
            return self.random.choice(self.english)
        if kind < 0.72:
            return self.random.choice(self.random.choice(self.others))
        if kind < 0.95:
            return self.made_up()
        return "".join(self.random.choice("abcdefghijklmnopqrstuvwxyz") for _ in range(self.random.randint(1, 8)))

    def made_up(self):
        """A word that could be one: each letter follows the last as in English."""
        word, last = "", "^"
        while len(word) < 12:
            last = self.random.choice(self.next_letters[last])
            if last == "$":
                if len(word) > 1:
                    break
                last = "^"
                continue
            word += last
        return word

    def cased(self, word, capitals):
        kind = self.random.random()
        if capitals or kind < 0.06:
            return word.upper().replace("ẞ", "ß")
        return word.capitalize() if kind < 0.26 else word

    def ended(self, token):
        kind = self.random.random()
        if kind < 0.10:
            return token + ","
        if kind < 0.16:
            return token + "."
        if kind < 0.185:
            return token + self.random.choice([";", ":", "!", "?", " –", " —", " -", " &", " /", " =", " +"])
        if kind < 0.195:
            return token + self.random.choice(["’s", "'s", "®", "™", "©", "*"])
        if kind < 0.205:
            return self.random.choice(["• ", "- ", "– ", "* ", "1. ", "a) "]) + token
        return token

    def digits(self, count):
        return "".join(self.random.choice(DIGITS) for _ in range(count))

    def letters(self, count):
        return "".join(self.random.choice(CAPITALS) for _ in range(count))

    def amount(self):
        """Small ones as often as large ones."""
        return int(10 ** self.random.uniform(0, 6.3))

    def code(self):
        """What stands in forms: numbers of documents and parts, dates, times, amounts, measures, addresses."""
        return self.random.choice(CODES)(self)

    def pick(self, *choices):
        return self.random.choice(choices)


CODES = [
    lambda w: f"{w.letters(w.random.randint(1, 4))}-{w.random.randint(1990, 2039)}-{w.digits(w.random.randint(3, 5))}",
    lambda w: f"{w.digits(2)}{w.pick(*'/.-')}{w.digits(2)}{w.pick(*'/.-')}{w.pick('20', '19', '')}{w.digits(2)}",
    lambda w: f"{w.random.randint(1990, 2039)}-{w.random.randint(1, 12):02}-{w.random.randint(1, 31):02}",
    lambda w: w.pick(*"£€$") + w.pick("", "", " ") + f"{w.amount():,}" + w.pick("", "." + w.digits(2), "." + w.digits(2)),
    lambda w: f"{w.amount():,}." + w.digits(2) + w.pick("", " GBP", " EUR", " USD"),
    lambda w: f"{w.random.randint(1, 99999)}{w.pick(*',.')}{w.digits(2)}" + w.pick(" €", " EUR", "", "%", " kg", " mm", " m²", " m³", " t"),
    lambda w: f"{w.random.randint(0, 99)}.{w.digits(w.random.randint(1, 3))}" + w.pick(" m", "m", " bar", " kN", " °C", ""),
    lambda w: (w.letters(w.random.randint(1, 4)) + w.pick("-", "/", "_", ".", " ") + w.digits(w.random.randint(1, 5))
               + w.pick("-", "/", "", "_") + w.letters(w.random.randint(0, 2)) + w.pick("", "-" + w.digits(2), "-Rev." + w.letters(1))),
    lambda w: (w.pick("ø", "R", "M", "DN", "±", "×", "~", "<", ">") + w.pick("", " ") + w.digits(w.random.randint(1, 4))
               + w.pick("", "." + w.digits(1), "," + w.digits(2)) + w.pick("mm", "", "°", "°C", " mm", " µm", '"', "½", "¼", "¾")),
    lambda w: w.digits(w.random.randint(1, 4)) + w.pick(" × ", "×", "x", " x ") + w.digits(w.random.randint(1, 4)) + w.pick("", " mm", "m"),
    lambda w: (w.pick("No.", "Ref.", "§", "Fig.", "p.", "Art.", "#", "Item", "Rev", "DWG", "Sheet", "Berth", "Pier") + " "
               + w.digits(w.random.randint(1, 4)) + w.pick("", ".", "." + w.digits(1), "(" + w.pick(*"abc") + ")")),
    lambda w: w.pick(str(w.random.randint(1, 31)), "") + " " + w.random.choice(MONTHS) + " " + w.pick("19", "20") + w.digits(2),
    lambda w: "(" + w.digits(w.random.randint(2, 4)) + ") " + w.digits(3) + w.pick(" ", "-") + w.digits(4),
    lambda w: "+" + w.digits(2) + " " + w.digits(w.random.randint(3, 4)) + " " + w.digits(w.random.randint(3, 6)),
    lambda w: w.word() + w.pick(".", "_", "-", "") + w.word() + "@" + w.word() + w.pick(".example", ".org", ".net", ".test"),
    lambda w: "".join(w.random.choice(CAPITALS + DIGITS) for _ in range(w.random.randint(3, 9))),
    lambda w: "".join(w.random.choice(CAPITALS + CAPITALS.lower() + DIGITS + "-/_.+=") for _ in range(w.random.randint(3, 10))),
    lambda w: w.digits(w.random.randint(1, 8)),
    lambda w: w.digits(w.random.randint(1, 4)),
    lambda w: w.digits(2) + ":" + w.digits(2) + w.pick("", ":" + w.digits(2), " AM", " PM"),
    lambda w: w.pick("http://", "https://", "www.") + w.word() + ".example/" + w.word(),
    lambda w: w.random.choice(CAPITALS) + ". " + w.word().capitalize(),
    lambda w: w.word().capitalize() + "-" + w.word().capitalize(),
    lambda w: " ".join(w.digits(1) for _ in range(w.random.randint(1, 3))),
]


def dictionary(name, alphabet):
    """A list's words that can be written in the alphabet."""
    words = (DICTIONARIES / name).read_text(encoding="utf-8", errors="ignore").split()
    return [word for word in words if len(word) <= 14 and all(sign in alphabet for sign in word)]


def chain(words):
    """For each letter those that follow it; `^` stands before a word and `$` behind."""
    following = {}
    for word in words[::7]:
        word = word.lower()
        if word.isalpha() and word.isascii():
            for letter, after in zip("^" + word, word + "$"):
                following.setdefault(letter, []).append(after)
    return following
