"""Sentences: clauses one after the other, as text that reads aloud and can be edited.

    write the date as yyyy-mm-dd; move the date first with " "; drop "copy"

The text of a sentence and the sentence are one another: ``Sentence.read(sentence.text) == sentence``. The language is
our own.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import re2

from waka.core.names.extension import split_extension
from waka.core.names.formats import DateFormat
from waka.core.names.pattern import FORBIDDEN

from .clauses import (
    LETTERS,
    MENDS,
    Add,
    CallAll,
    Clause,
    Context,
    Drop,
    DropFolder,
    Move,
    Put,
    Replace,
    Tidy,
    Wrap,
    Write,
    WriteAll,
    expression,
)
from .parts import PARTS, Part

MOST_CLAUSES = 20
LONGEST_EXPRESSION = 200  #: characters
_QUOTED = r'"[^"]*"'
_PART = "|".join([*map(re.escape, sorted(PARTS, key=len, reverse=True)), _QUOTED])
_GRAMMAR: tuple[tuple[re.Pattern[str], Callable[[re.Match[str]], Clause]], ...] = (
    (re.compile(r"drop the folder"), lambda _: DropFolder()),
    (re.compile(f"call all (the folder|{_QUOTED})"), lambda m: CallAll(m[1])),
    (re.compile("|".join(MENDS)), lambda m: Tidy(m[0])),  # type: ignore[arg-type]
    (re.compile(f"drop ({_PART})"), lambda m: Drop(Part(m[1]))),
    (re.compile(f"write all ({'|'.join(LETTERS)})"), lambda m: WriteAll(m[1])),  # type: ignore[arg-type]
    (re.compile(f"write ({_PART}) as (.+)"), lambda m: Write(Part(m[1]), m[2])),
    (
        re.compile(f"replace `([^`]+)` in ({_PART}|the name) by ({_QUOTED})"),
        lambda m: Replace(m[1], Part(m[2]), m[3][1:-1]),
    ),
    (re.compile(f"put ({_PART}) in brackets"), lambda m: Wrap(Part(m[1]))),
    (re.compile(f"put ({_QUOTED}) for each ({_QUOTED})"), lambda m: Put(m[2][1:-1], m[1][1:-1])),
    (
        re.compile(f"move ({_PART}) (first|last) with ({_QUOTED})"),
        lambda m: Move(Part(m[1]), m[2], m[3][1:-1]),  # type: ignore[arg-type]
    ),
    (
        re.compile(
            f"add ({_QUOTED}|the folder|a counter 0+) (first|last|after (?:{_PART}))(?: with ({_QUOTED}))?"
        ),
        lambda m: Add(m[1], m[2], m[3][1:-1] if m[3] else ""),
    ),
)


class SentenceError(ValueError):
    """A sentence that is not understood: the place, why, and what to do."""

    def __init__(self, at: int, why: str, mend: str) -> None:
        super().__init__(f"{why} at character {at + 1}. {mend}")
        self.at, self.why, self.mend = at, why, mend


@dataclass(frozen=True, slots=True)
class Renamed:
    """What a sentence makes of a name."""

    name: str
    unmet: tuple[str, ...] = ()  #: the clauses that met nothing in it
    empty: bool = False  #: nothing would be left: it keeps its name


@dataclass(frozen=True, slots=True)
class Sentence:
    clauses: tuple[Clause, ...]

    @property
    def text(self) -> str:
        return "; ".join(clause.text for clause in self.clauses)

    @property
    def cost(self) -> float:
        return sum(clause.cost for clause in self.clauses)

    @classmethod
    def read(cls, text: str) -> Sentence:
        """Return the sentence that *text* writes. Raises ``SentenceError`` with the place, the reason and the mend."""
        clauses = [_clause(part, at) for part, at in _split(text)]
        if not clauses:
            raise SentenceError(
                0, "Nothing is said", 'Write what is to become of the names, such as drop "copy".'
            )
        if len(clauses) > MOST_CLAUSES:
            raise SentenceError(0, f"More than {MOST_CLAUSES} clauses", "Say it in two sentences.")
        return cls(tuple(clauses))

    def apply(self, name: str, context: Context) -> Renamed:
        """Return what becomes of *name*; its extension stays."""
        stem, extension = split_extension(name)
        told, unmet = self.stem(stem, context)
        if not told.strip(" ."):
            return Renamed(name, unmet, empty=True)
        return Renamed(told + extension, unmet)

    def stem(self, stem: str, context: Context) -> tuple[str, tuple[str, ...]]:
        """Return what becomes of a name without its extension, and the clauses that met nothing in it."""
        unmet: list[str] = []
        for clause in self.clauses:
            found = clause.apply(stem, context)
            if found is None:
                unmet.append(clause.text)
            else:
                stem = found
        return stem, tuple(unmet)


_CLOSED = re.compile(r'"[^"]*"|`[^`]*`')  #: text, or a regular expression: whichever opens first


def _split(text: str) -> list[tuple[str, int]]:
    """Return the clauses of *text* with their places: parted by semicolons that stand in nothing quoted."""
    plain = _CLOSED.sub(lambda found: "_" * len(found[0]), text)
    for sign, called in (('"', "quotation mark"), ("`", "backtick")):
        if sign in plain:
            raise SentenceError(
                plain.rindex(sign), f"A {called} without its partner", f"Close it with {sign}."
            )
    found = []
    for match in re.finditer(r"[^;]+", plain):
        part = text[match.start() : match.end()]
        if part.strip():
            found.append((part.strip(), match.start() + len(part) - len(part.lstrip())))
    return found


def _clause(text: str, at: int) -> Clause:
    for quoted in _CLOSED.finditer(text):
        if quoted[0].startswith("`"):  # the signs of an expression are its own
            continue
        refused = [sign for sign in quoted[0][1:-1] if sign in FORBIDDEN or ord(sign) < 32]
        if refused:
            raise SentenceError(
                at + quoted.start(), f"{refused[0]!r} cannot stand in a name", "Leave it out."
            )
    for pattern, make in _GRAMMAR:
        found = pattern.fullmatch(text)
        if found is None:
            continue
        clause = make(found)
        if isinstance(clause, Write):
            _assert_form(clause, at + found.start(2))
        if isinstance(clause, Replace):
            _assert_expression(clause, at + found.start(1))
        return clause
    raise SentenceError(at, f"“{text}” is not understood", _mend(text))


def _assert_form(clause: Write, at: int) -> None:
    form = clause.form
    if re.fullmatch(_QUOTED, form):
        return
    if clause.part.text == "the date":
        format = DateFormat.read(form)
        if format is None or any(sign in FORBIDDEN for sign, is_token in format.parts if not is_token):
            raise SentenceError(
                at, f"“{form}” is no way of writing a date", "Write it as yyyy-mm-dd, for instance."
            )
    elif not (set(form) == {"0"} and clause.part.text.endswith("number") and len(form) <= 20):
        raise SentenceError(at, f"“{form}” is no way of writing it", 'Numbers as 000, other parts as "text".')


def _assert_expression(clause: Replace, at: int) -> None:
    if len(clause.expression) > LONGEST_EXPRESSION:
        raise SentenceError(at, f"More than {LONGEST_EXPRESSION} characters", "Say it more shortly.")
    try:
        expression(clause.expression)
    except re2.error as error:
        why = error.args[0].decode() if isinstance(error.args[0], bytes) else str(error.args[0])
        raise SentenceError(
            at, f"This is no regular expression that can be used: {why}",
            "What looks ahead or back, or meets the same again, takes time without end and cannot be said.",
        ) from None  # fmt: skip


def _mend(text: str) -> str:
    begins: Sequence[tuple[str, str]] = (
        ("drop", 'drop "copy", drop the date, drop the leading number'),
        ("write all", "write all in small letters"),
        ("write", 'write the date as yyyy-mm-dd, write the last number as 000, write "inv" as "invoice"'),
        ("replace", r'replace `^(\d+)x` in the first word by "$1"'),
        ("put", 'put "-" for each " ", put the date in brackets'),
        ("call", 'call all the folder, call all "harbour wall"'),
        ("move", 'move the date first with " "'),
        ("add", 'add "draft" last, add the folder first with " ", add a counter 00 first with " "'),
    )
    told = next((example for word, example in begins if text.startswith(word)), None)
    return (
        f"Such as: {told}." if told else "A clause begins with drop, write, replace, put, move, add or call."
    )
