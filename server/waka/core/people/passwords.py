"""Passwords that are guessed first: common words and rows of keys, alone, repeated, or dressed up with digits.

NIST SP 800-63B, 5.1.1.2: a chosen secret is compared with those that are commonly used or expected; nothing
is asked of its composition.
"""

from __future__ import annotations

from collections.abc import Iterable

_WORDS = (
    "password passwort passwd motdepasse contrasena haslo wachtwoord letmein welcome welkom willkommen "
    "bienvenue iloveyou sunshine princess dragon monkey football baseball superman batman master shadow "
    "michael jennifer trustno qwerty qwertyuiop qwertz qwertzuiop azerty azertyuiop asdfghjkl zxcvbnm "
    "qazwsx qazwsxedc abcdefghij abcdefgh abcdef abc admin administrator root login guest user test "
    "secret geheim changeme default computer internet office company summer winter spring autumn sommer "
    "monday friday january december starwars pokemon whatever freedom charlie jordan george daniel thomas "
    "liverpool chelsea arsenal barcelona flower chocolate cheese cookie ginger pepper mustang harley "
    "hunter ranger soccer hockey killer access hello hallo bonjour waka drive documents invoice filing "
    "archive"
)
_COMMON = frozenset(_WORDS.split())
_ROWS = ("01234567890123456789", "98765432109876543210", "abcdefghijklmnopqrstuvwxyz", "qwertyuiop", "asdfghjkl",
         "zxcvbnm", "qwertzuiop", "yxcvbnm", "azertyuiop", "1q2w3e4r5t6z7u8i9o0p", "1q2w3e4r5t6y7u8i9o0p",
         "qazwsxedcrfvtgbyhnujmikolp")  # fmt: skip
_DRESSED = str.maketrans("@4310$5!7+", "aaeiossitt")
_AROUND = "0123456789!?.,-_#*+ "
LEAST_DIFFERENT = 5  #: characters


def is_common(password: str, names: Iterable[str] = ()) -> bool:
    """Whether *password* is one of the first that somebody would guess, or one of the person's *names* dressed up."""
    plain = password.casefold()
    letters = plain.strip(_AROUND).translate(_DRESSED)
    if len(set(plain)) < LEAST_DIFFERENT:
        return True
    own = {word for name in names for word in name.casefold().replace(".", " ").split() if len(word) > 2}
    for word in (plain, letters):
        stem = word.strip(_AROUND)
        if not stem or stem in _COMMON or stem in own or _unit(stem) in _COMMON | own:
            return True
        parts = [
            part
            for part in "".join(sign if sign.isalpha() else " " for sign in word).split()
            if len(part) > 2
        ]
        if parts and all(part in own for part in parts):
            return True
    return _is_row(plain)


def _unit(word: str) -> str:
    """Return what *word* is a repetition of, itself where it is none."""
    at = (word + word).find(word, 1)
    return word[:at]


def _is_row(word: str) -> bool:
    """Whether *word* runs along rows of keys, the alphabet or digits, or repeats one such run."""
    for row in _ROWS:
        unit = _unit(word)
        if len(unit) >= 3 and (unit in row or unit in row[::-1]):
            return True
    halves = [word[:at] for at in range(5, len(word) - 4)]
    return any(
        any(half in row for row in _ROWS) and any(word[len(half) :] in row for row in _ROWS)
        for half in halves
    )
