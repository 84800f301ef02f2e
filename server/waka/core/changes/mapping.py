"""Restructuring a tree by two path patterns whose parts have names.

``Letters/{type}/{year}/{month}/{rest}`` → ``Letters/{year}/{month}/{type}/{rest}``: a named part stands for
what is in its place on one level, ``{rest}`` for all levels that are left, the file's name among them. Only
what a name stands for moves to another level; the same word elsewhere in the path stays what it is. A part can
say what it looks like, ``{year 0000}`` (four digits) or ``{type "posted" "typed"}`` (one of these words), so that what
was moved does not fit again. The notation is our own.
"""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cache, cached_property

REST = "rest"
_NAMED = re.compile(r"\{([^{}]*)\}")
_NAME = re.compile(r"[a-z][a-z0-9_-]*")
_CONTENT = re.compile(r"(\S*)\s*(.*?)\s*")
_LOOK = re.compile(r'"([^"]*)"\s*')


class MappingProblem(ValueError):
    """Why two patterns make no mapping; ``side`` is "from" or "to"."""

    def __init__(self, side: str, message: str) -> None:
        super().__init__(message)
        self.side = side


@dataclass(frozen=True, slots=True)
class Look:
    """What a named part looks like: so many digits, or one of some words."""

    digits: int = 0
    words: tuple[str, ...] = ()

    def fits(self, text: str) -> bool:
        if self.digits:
            return len(text) == self.digits and text.isascii() and text.isdigit()
        return text in self.words


@dataclass(frozen=True, slots=True)
class NoMatch:
    """Why a path does not fit the first pattern."""

    why: str
    fitting: int = 0  #: levels that fit before the first that does not


@dataclass(frozen=True)
class PathMapping:
    """Two patterns, level by level; both end with what is left of the path."""

    source: tuple[str, ...]
    target: tuple[str, ...]
    looks: Mapping[str, Look] = field(default_factory=dict)  #: of named parts, where they say it

    @classmethod
    def read(cls, source: str, target: str) -> PathMapping:
        """Return the mapping. Raises ``MappingProblem`` where the patterns make none."""
        levels = {"from": _levels("from", source), "to": _levels("to", target)}
        for side, found in levels.items():
            if f"{{{REST}}}" not in found:
                found.append(f"{{{REST}}}")
            if found.index(f"{{{REST}}}") != len(found) - 1:
                raise MappingProblem(side, "{rest} stands for all that is left, so it comes last")
        known = _names(levels["from"])
        if _looks(levels["to"]):
            raise MappingProblem("to", "What a part looks like is said in the first pattern alone")
        unknown = [name for name in _names(levels["to"]) if name not in known]
        if unknown:
            raise MappingProblem("to", f"“{{{unknown[0]}}}” has no place in the first pattern")
        return cls(tuple(levels["from"]), tuple(levels["to"]), _looks(levels["from"]))

    @property
    def lost(self) -> list[str]:
        """Return the names that the second pattern leaves out: documents that differ only there meet."""
        used = _names(self.target)
        return [name for name in dict.fromkeys(_names(self.source)) if name not in used]

    @cached_property
    def _pieces(self) -> list[list[str]]:
        """Of each level, what stands there as it is and what is named, in turn."""
        split = [_NAMED.split(level) for level in self.source[:-1]]
        return [[_name_of(one) if at % 2 else one for at, one in enumerate(pieces)] for pieces in split]

    def apply(self, path: str) -> str | NoMatch:
        """Return where *path*, of a document, goes; or why it does not fit."""
        levels = path.split("/")
        fixed = len(self._pieces)
        found: dict[str, str] = {}
        for at, (level, pieces, wanted) in enumerate(
            zip(levels[:-1], self._pieces, self.source, strict=False)
        ):
            parts = parts_of(level, pieces, self.looks)
            if parts is None:
                return NoMatch(f"level {at + 1} is “{level}”, where {_said(wanted)} is expected", at)
            for name, text in parts:
                if found.setdefault(name, text) != text:
                    return NoMatch(
                        f"“{{{name}}}” is “{found[name]}” in one place and “{text}” in another", at
                    )
        if len(levels) - 1 < fixed:
            return NoMatch(
                f"it is {len(levels) - 1} folders deep, where the pattern has {fixed}", len(levels) - 1
            )
        rest = "/".join(levels[fixed:])
        told = [_NAMED.sub(lambda named: found[_name_of(named[1])], level) for level in self.target[:-1]]
        return "/".join([*told, rest])


def parts_of(
    text: str, pieces: Sequence[str], looks: Mapping[str, Look] | None = None
) -> list[tuple[str, str]] | None:
    """Return what the named *pieces* (every second) stand for in *text*, each as short as can be; None for no match.

    Each piece as it stands is taken where it first comes: if any way fits, this one does. The time is linear
    in *text*, whatever the pattern, where a search that goes back and tries again takes for ever; quadratic where
    *looks* says of a part what it looks like.
    """
    if looks and any(name in looks for name in pieces[1::2]):
        return _parts_that_look(text, pieces, looks)
    if len(pieces) == 1:
        return [] if text == pieces[0] else None
    first, last = pieces[0], pieces[-1]
    if not text.startswith(first) or not text.endswith(last) or len(text) < len(first) + len(last):
        return None
    found: list[tuple[str, str]] = []
    at, end = len(first), len(text) - len(last)
    for number in range(1, len(pieces), 2):
        is_last = number == len(pieces) - 2
        cut = end if is_last else text.find(pieces[number + 1], at + 1, end)
        if cut <= at:
            return None
        found.append((pieces[number], text[at:cut]))
        at = cut if is_last else cut + len(pieces[number + 1])
    return found


def _parts_that_look(
    text: str, pieces: Sequence[str], looks: Mapping[str, Look]
) -> list[tuple[str, str]] | None:
    if not text.startswith(pieces[0]):
        return None
    end = len(text)

    @cache  # what did not fit from some place on is not tried again
    def fit(nth: int, at: int) -> tuple[int, ...] | None:
        """Return where each part from *nth* on ends, with the first of them beginning at *at*."""
        after, look = pieces[nth + 1], looks.get(pieces[nth])
        is_last = nth == len(pieces) - 2
        cuts = [end - len(after)] if is_last else range(at + 1, end - len(after) + 1)
        for cut in cuts:
            if (
                cut <= at
                or not text.startswith(after, cut)
                or (look is not None and not look.fits(text[at:cut]))
            ):
                continue
            rest = () if is_last else fit(nth + 2, cut + len(after))
            if rest is not None:
                return (cut, *rest)
        return None

    ends = fit(1, len(pieces[0]))
    if ends is None:
        return None
    found, at = [], len(pieces[0])
    for number, cut in zip(range(1, len(pieces), 2), ends, strict=True):
        found.append((pieces[number], text[at:cut]))
        at = cut + len(pieces[number + 1])
    return found


def _levels(side: str, text: str) -> list[str]:
    levels = [level.strip() for level in text.strip().strip("/").split("/")]
    if levels == [""]:
        raise MappingProblem(side, "The pattern is empty")
    if any(level in ("", ".", "..") for level in levels):
        raise MappingProblem(side, "The pattern has an empty level, or one that leads up")
    for level in levels:
        if "{" in _NAMED.sub("", level) or "}" in _NAMED.sub("", level):
            raise MappingProblem(side, f"A brace in “{level}” is not closed or not opened")
        for name in map(_name_of, _NAMED.findall(level)):
            if not _NAME.fullmatch(name):
                raise MappingProblem(
                    side, f"“{{{name}}}”: a part is named with small letters and digits, such as {{year}}"
                )
            if name == REST and level != f"{{{REST}}}":
                raise MappingProblem(side, "{rest} stands on a level of its own")
        if re.search(r"\}\{", level):
            raise MappingProblem(side, f"In “{level}” nothing tells where one part ends and the next begins")
    return levels


def _names(levels: Sequence[str]) -> list[str]:
    return [_name_of(content) for level in levels for content in _NAMED.findall(level)]


def _name_of(content: str) -> str:
    found = _CONTENT.fullmatch(content)
    return found[1] if found is not None else ""


def _looks(levels: Sequence[str]) -> dict[str, Look]:
    """Return what parts look like, of those that say it. Raises ``MappingProblem``."""
    found: dict[str, Look] = {}
    for level in levels:
        for content in _NAMED.findall(level):
            parsed = _CONTENT.fullmatch(content)
            name, said = (parsed[1], parsed[2]) if parsed is not None else ("", "")
            if not said:
                continue
            words = tuple(_LOOK.findall(said))
            if words and not _LOOK.sub("", said):
                look = Look(words=words)
            elif set(said) == {"0"}:
                look = Look(digits=len(said))
            else:
                raise MappingProblem(
                    "from",
                    f"“{said}” says nothing of {name}: write 0000 for four digits, or words in double quotes",
                )
            if found.setdefault(name, look) != look:
                raise MappingProblem(
                    "from", f"“{{{name}}}” looks one way in one place and another in the next"
                )
    return found


def _said(level: str) -> str:
    return f"“{level}”" if not _NAMED.search(level) else f"something like “{level}”"
