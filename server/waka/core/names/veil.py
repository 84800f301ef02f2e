"""Paths as a person sees them who may know of a folder, but not of one that it stands in."""

from __future__ import annotations

import re
from collections.abc import Sequence
from functools import lru_cache


def veiled(text: str, hidden: Sequence[str]) -> str:
    """Return *text* with every path in it that leads through a *hidden* folder begun beneath that folder.

    A path begins where the text does, after a space or after an opening mark. *hidden*: whole paths from the
    drive root. Takes time in proportion to the text times the number of hidden folders.
    """
    return _pattern(tuple(hidden)).sub("", text) if hidden else text


@lru_cache(maxsize=512)
def _pattern(hidden: tuple[str, ...]) -> re.Pattern[str]:
    # the longest first: of two hidden folders in one another, all of the way goes
    ways = "|".join(re.escape(path) for path in sorted(hidden, key=len, reverse=True))
    return re.compile(rf"(?:(?<=^)|(?<=[\s“\"'(→:]))(?:{ways})/")
