"""Names taken apart into columns: where the same signs part most of them, and then word by word from both ends.

A column of words is a field where it says so: a number, a sum, a kind, a short form; the same word in all is text.
"""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from itertools import pairwise

from .values import Parties, fold

FEWEST = 3  #: names from which anything is learned
MOST = 0.8  #: the share of names in which a sign has to part what stands there
_PARTING = (" - ", "_", ". ", ", ", " (", ") ")  #: signs between fields, the plainest first
_SUM, _NUMBER = re.compile(r"-?[0-9]+\.[0-9]{2}"), re.compile(r"[A-Za-z]{0,3}-?[0-9][0-9A-Za-z/-]*")
_INITIALS = re.compile(r"[a-z]{2,3}")


class Unclear(Exception):
    """These names have no shape in common."""


@dataclass(frozen=True, slots=True)
class Vocabulary:
    """Words that tell a field by themselves."""

    kinds: frozenset[str] = frozenset()  #: labels, as ``fold`` leaves them
    parties: Parties = field(default_factory=Parties)

    @property
    def shorts(self) -> frozenset[str]:
        return frozenset(party.short for party in self.parties.known if party.short)


@dataclass(slots=True)
class Column:
    """A part of all names: literal text, or a field that is named once all of them are known."""

    values: Sequence[str]
    field: str | None = None  #: None: free text, to be named
    format: str = ""
    literal: str | None = None
    before: str = ""  #: stands only where the field does
    optional: bool = False
    adjoins: bool = False  #: only the joiner parts it from the next field


@dataclass(frozen=True, slots=True)
class Shaping:
    """Taking apart what stands on one side of the date, in all names at once."""

    joiner: str
    known: Vocabulary

    def columns(self, chunks: Sequence[str]) -> list[Column]:
        """Return the parts of *chunks*. Raises ``Unclear``."""
        if most(not chunk for chunk in chunks):
            return []
        lead, trail = _edge(chunks, r"[\W_]+"), _edge([one[::-1] for one in chunks], r"[\W_]+")[::-1]
        cores = [one.removeprefix(lead).removesuffix(trail) for one in chunks]
        if sum(not core for core in cores) > (1 - MOST) * len(cores):
            if any(cores) or lead + trail == "":
                raise Unclear
            return [literal(lead, chunks)]
        inner = self._parted(cores)
        return [
            *([literal(lead, chunks)] if lead else []),
            *inner,
            *([literal(trail, chunks)] if trail else []),
        ]

    def _parted(self, cores: Sequence[str]) -> list[Column]:
        for sign in _PARTING:
            counts = Counter(core.count(sign) for core in cores)
            if sign == self.joiner or not any(counts):
                continue
            times, often = max(counts.items(), key=lambda one: (one[1], one[0]))
            if times and often >= MOST * len(cores):
                return self._split(cores, sign, times, optional=False)
            most = max(counts)  # in the others the last field is missing
            if counts[most] + counts[most - 1] >= MOST * len(cores):
                return self._split(cores, sign, most, optional=True)
        whole = self._of(cores)
        if whole is not None:
            return [whole]
        return self._by_words([core.split(self.joiner) if self.joiner else [core] for core in cores])

    def _split(self, cores: Sequence[str], sign: str, times: int, *, optional: bool) -> list[Column]:
        rows = [core.split(sign) for core in cores]
        full = [row for row in rows if len(row) == times + 1]
        out: list[Column] = []
        for at in range(times + 1):
            is_last = optional and at == times
            of = full if is_last else [row for row in rows if len(row) >= times + (not optional)]
            column = self._parted([row[at] for row in of])
            if is_last:
                if len(column) != 1 or column[0].literal is not None:
                    raise Unclear
                column[0].before, column[0].optional = sign, True
                if column[0].field is None:
                    raise Unclear
            elif at:
                out.append(literal(sign, cores))
            out += column
        return out

    def _by_words(self, rows: list[list[str]]) -> list[Column]:
        left: list[Column] = []
        right: list[Column] = []
        rows = [row for row in rows if row != [""]]
        while rows and min(len(row) for row in rows) > 1:
            column = self._of([row[0] for row in rows])
            if column is None:
                break
            left.append(column)
            rows = [row[1:] for row in rows]
        while rows and min(len(row) for row in rows) > 1:
            column = self._of([row[-1] for row in rows])
            if column is None or column.field == "who":
                break
            right.insert(0, column)
            rows = [row[:-1] for row in rows]
        columns = [*left, *self._rest(rows), *right]
        for one, after in pairwise(columns):
            one.adjoins = one.literal is None and after.literal is None
        spaced = [columns[0]]
        for one in columns[1:]:
            spaced += [literal(self.joiner, one.values), one]
        return spaced

    def _rest(self, rows: Sequence[Sequence[str]]) -> list[Column]:
        """Return free text, or two with a word between that stands in all."""
        single = self._of([row[0] for row in rows]) if all(len(row) == 1 for row in rows) else None
        if single is not None:
            return [single]
        inside = [word for word in rows[0][1:-1] if all(word in row[1:-1] for row in rows)]
        if len(rows) >= FEWEST and inside:
            word = inside[0]
            cut = [(row[: row.index(word, 1)], row[row.index(word, 1) + 1 :]) for row in rows]
            return [
                *self._rest([a for a, _ in cut]),
                literal(word, rows[0]),
                *self._rest([b for _, b in cut]),
            ]
        return [Column([self.joiner.join(row) for row in rows])]

    def _of(self, words: Sequence[str]) -> Column | None:
        """Return what a column of single words is, None where it does not say so."""
        if len(set(words)) == 1 and not words[0].isdigit():
            return literal(words[0], words)
        if all(_SUM.fullmatch(word) for word in words):
            return Column(words, field="amount")
        if most(word in self.known.shorts for word in words):
            return Column(words, field="who", format=" short")
        if most(fold(word) in self.known.kinds for word in words):
            return Column(words, field="kind")
        if all(_NUMBER.fullmatch(word) for word in words):
            return Column(words, field="reference")
        if all(_INITIALS.fullmatch(word) for word in words) and len(set(words)) * 2 <= len(words):
            return Column(words, field="who", format=" words 1")
        return None


def _edge(chunks: Sequence[str], signs: str) -> str:
    """Return the signs that most of *chunks* begin with."""
    heads = Counter(found[0] if (found := re.match(signs, chunk)) else "" for chunk in chunks)
    head, often = heads.most_common(1)[0]
    return head if often >= MOST * len(chunks) else ""


def literal(text: str, values: Sequence[str]) -> Column:
    return Column(values, literal=text)


def most(found: Iterator[bool]) -> bool:
    told = list(found)
    return sum(told) >= MOST * len(told)
