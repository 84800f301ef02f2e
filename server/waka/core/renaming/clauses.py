"""What a sentence may say of a name: each clause changes one thing, and leaves a name alone that has it not.

A clause is a value with a text of its own; ``apply`` returns the stem as it is to be, or None where the clause does not
meet anything. The extension is out of reach: a clause is never shown it.
"""

from __future__ import annotations

import re
import unicodedata
from dataclasses import dataclass
from datetime import date
from functools import lru_cache
from typing import Any, Literal, Protocol

import re2
from anyascii import anyascii

from waka.core.names.formats import DateFormat, in_case, show_date
from waka.core.names.values import PartialDate

from .parts import Part, tokens, without

MOST_MEMORY = 1 << 20  #: bytes that an expression may take, compiled


@dataclass(frozen=True, slots=True, kw_only=True)
class Context:
    """What a name stands in, and how dates in it are read."""

    forms: tuple[str, ...] = ()  #: of dates, as ``spotting.FORMS`` has them, the likeliest first
    folder: str = ""
    count: int = 1  #: its place in the chosen order, from 1
    year_begins: int = 1  #: the first month of a school year


class Clause(Protocol):
    @property
    def text(self) -> str: ...

    @property
    def cost(self) -> float:
        """How much it takes to say: of two sentences that explain the same, the cheaper is meant."""
        ...

    def apply(self, stem: str, context: Context, /) -> str | None: ...


@dataclass(frozen=True, slots=True)
class Drop:
    part: Part

    @property
    def text(self) -> str:
        return f"drop {self.part.text}"

    @property
    def cost(self) -> float:
        return _cost_of(self.part)

    def apply(self, stem: str, context: Context) -> str | None:
        place = self.part.find(stem, context.forms)
        return without(stem, place) if place is not None else None


@dataclass(frozen=True, slots=True)
class Write:
    """A date in another form, a number with so many digits, words by others."""

    part: Part
    form: str  #: a date format, a run of zeros, or text in double quotes

    @property
    def text(self) -> str:
        return f"write {self.part.text} as {self.form}"

    @property
    def cost(self) -> float:
        return _cost_of(self.part) + (len(self.form) / 20 if self.form.startswith('"') else 0)

    def apply(self, stem: str, context: Context) -> str | None:
        place = self.part.find(stem, context.forms)
        if place is None:
            return None
        told = self._told(stem, stem[place.start : place.end], context)
        return None if told is None else stem[: place.start] + told + stem[place.end :]

    def _told(self, stem: str, text: str, context: Context) -> str | None:
        if self.form.startswith('"'):
            return self.form[1:-1]
        if set(self.form) == {"0"}:
            return f"{int(text):0{len(self.form)}d}" if text.isascii() and text.isdigit() else None
        value = next(t.value for t in tokens(stem, context.forms) if t.kind == "date")
        format = _date_format(self.form)
        if format is None or not isinstance(value, date | PartialDate):
            return None
        return show_date(value, format, "keep", context.year_begins)


Letters = Literal[
    "in small letters", "in capitals", "with a capital each", "with one capital", "in plain letters"
]
LETTERS: tuple[Letters, ...] = (
    "in small letters", "in capitals", "with a capital each", "with one capital", "in plain letters",
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class WriteAll:
    how: Letters

    @property
    def text(self) -> str:
        return f"write all {self.how}"

    @property
    def cost(self) -> float:
        return 1.0

    def apply(self, stem: str, _: Context, /) -> str | None:
        match self.how:
            case "in small letters":
                told = stem.lower()
            case "in capitals":
                told = stem.upper()
            case "with one capital":
                told = stem[:1].upper() + stem[1:]
            case "in plain letters":
                told = anyascii(unicodedata.normalize("NFC", stem))
            case "with a capital each":
                told = re.sub(r"[^\W_]+", lambda word: in_case(word[0], "title"), stem)
        return unicodedata.normalize("NFC", told)


@dataclass(frozen=True, slots=True)
class Put:
    """Another sign in place of each one."""

    old: str
    new: str

    @property
    def text(self) -> str:
        return f'put "{self.new}" for each "{self.old}"'

    @property
    def cost(self) -> float:
        return 1.0

    def apply(self, stem: str, _: Context, /) -> str | None:
        return stem.replace(self.old, self.new)


@dataclass(frozen=True, slots=True)
class Replace:
    """What a regular expression meets within one part, written otherwise; ``$1`` is what its first group met.

    The expressions are those of RE2 (https://github.com/google/re2/wiki/Syntax), which takes time in proportion to the
    name whatever it is asked: what would have to go back and try again cannot be said in them.
    """

    expression: str
    part: Part
    new: str

    @property
    def text(self) -> str:
        return f'replace `{self.expression}` in {self.part.text} by "{self.new}"'

    @property
    def cost(self) -> float:
        return 2.0 + _cost_of(self.part)

    def apply(self, stem: str, context: Context, /) -> str | None:
        place = self.part.find(stem, context.forms)
        if place is None:
            return None
        told, times = expression(self.expression).subn(
            lambda met: _filled(self.new, met), stem[place.start : place.end]
        )
        return stem[: place.start] + told + stem[place.end :] if times else None


@lru_cache(maxsize=64)
def expression(text: str) -> Any:
    """Return what *text* asks for, compiled. Raises ``re2.error`` with the reason where it is none that can be used."""
    options = re2.Options()
    options.log_errors = False
    options.max_mem = MOST_MEMORY
    return re2.compile(text, options)


def _filled(new: str, met: Any) -> str:
    """Return *new* with what the groups met in place of ``$1`` and the like; of a group that is not there, nothing."""

    def told(group: re.Match[str]) -> str:
        number = int(group[1])
        return (met.group(number) or "") if number <= met.re.groups else ""

    return re.sub(r"\$(\d)", told, new)


@dataclass(frozen=True, slots=True)
class Wrap:
    """Brackets around a part."""

    part: Part

    @property
    def text(self) -> str:
        return f"put {self.part.text} in brackets"

    @property
    def cost(self) -> float:
        return _cost_of(self.part)

    def apply(self, stem: str, context: Context, /) -> str | None:
        place = self.part.find(stem, context.forms)
        if place is None or self.part.text == "what is in brackets":
            return None
        return f"{stem[: place.start]}({stem[place.start : place.end]}){stem[place.end :]}"


Mend = Literal["tidy the spaces", "part words at capitals", "drop the brackets"]
MENDS: tuple[Mend, ...] = ("tidy the spaces", "part words at capitals", "drop the brackets")


@dataclass(frozen=True, slots=True)
class Tidy:
    how: Mend

    @property
    def text(self) -> str:
        return self.how

    @property
    def cost(self) -> float:
        return 1.0

    def apply(self, stem: str, _: Context, /) -> str | None:
        if self.how == "tidy the spaces":
            return " ".join(stem.split())
        if self.how == "drop the brackets":
            return re.sub(r"[()\[\]]", "", stem)
        return re.sub(r"(?<=[a-z0-9])(?=[A-Z])", " ", stem)


@dataclass(frozen=True, slots=True)
class Move:
    part: Part
    where: Literal["first", "last"]
    sign: str  #: that then stands between it and the rest

    @property
    def text(self) -> str:
        return f'move {self.part.text} {self.where} with "{self.sign}"'

    @property
    def cost(self) -> float:
        return _cost_of(self.part) + 0.2

    def apply(self, stem: str, context: Context) -> str | None:
        place = self.part.find(stem, context.forms)
        if place is None:
            return None
        moved, rest = stem[place.start : place.end], without(stem, place)
        if not rest:
            return stem
        return f"{moved}{self.sign}{rest}" if self.where == "first" else f"{rest}{self.sign}{moved}"


@dataclass(frozen=True, slots=True)
class Add:
    """Text, the folder's name or a counter: at an end, or after a part."""

    what: str  #: text in double quotes, ``the folder``, or ``a counter 000``
    where: str  #: ``first``, ``last``, or ``after `` and a part
    sign: str = ""  #: between the folder or the counter and the rest

    @property
    def text(self) -> str:
        return f"add {self.what} {self.where}" + (f' with "{self.sign}"' if self.sign else "")

    @property
    def cost(self) -> float:
        told = 1.2 + len(self.what) / 8 if self.what.startswith('"') else 1.1
        return told + (0.2 if self.where.startswith("after") else 0)

    def apply(self, stem: str, context: Context) -> str | None:
        told = self._told(context)
        if not told:
            return None
        if self.where == "first":
            return f"{told}{self.sign}{stem}"
        if self.where == "last":
            return f"{stem}{self.sign}{told}"
        place = Part(self.where.removeprefix("after ")).find(stem, context.forms)
        return stem[: place.end] + self.sign + told + stem[place.end :] if place is not None else None

    def _told(self, context: Context) -> str:
        if self.what.startswith('"'):
            return self.what[1:-1]
        if self.what == "the folder":
            return context.folder
        return f"{context.count:0{len(self.what.split()[-1])}d}"


@dataclass(frozen=True, slots=True)
class CallAll:
    """The folder's name, or some text, in place of the whole name: with a counter after it, each is one of its own."""

    what: str  #: text in double quotes, or ``the folder``

    @property
    def text(self) -> str:
        return f"call all {self.what}"

    @property
    def cost(self) -> float:
        return 1.6 + len(self.what) / 8 if self.what.startswith('"') else 1.2

    def apply(self, _: str, context: Context, /) -> str | None:
        return (self.what[1:-1] if self.what.startswith('"') else context.folder) or None


@dataclass(frozen=True, slots=True)
class DropFolder:
    """The folder's own name, where it stands in the name of what is in it."""

    text: str = "drop the folder"
    cost: float = 0.8

    def apply(self, stem: str, context: Context) -> str | None:
        place = Part(f'"{context.folder}"').find(stem, context.forms)
        return without(stem, place) if place is not None else None


@lru_cache(maxsize=256)
def _date_format(form: str) -> DateFormat | None:
    return DateFormat.read(form)  # the same one for every name


def _cost_of(part: Part) -> float:
    if part.text.startswith('"'):
        return 1.0 + len(part.text) / 20
    return {"the date": 0.8, "the leading number": 0.8, "what is in brackets": 0.8}.get(part.text, 1.0)
