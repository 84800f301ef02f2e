"""The pattern language: text with fields in braces.

    {when yyyy-mm-dd}_{who short}_{what}{"_" reference?}

A field is a name and format words. Text in double quotes inside the braces belongs to the field and
stands only where the field does; ``?`` makes the field optional; ``{{`` and ``}}`` stand for braces.
The language is our own: it reads aloud as the name it makes, and what it makes can be read back.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field

from .formats import CASE_WORDS, DEFAULT_DATE, DateFormat, TextFormat
from .values import FIELD_TYPES, FieldType

LONGEST_DEFAULT = 80  #: characters of a name without its extension
JOINERS = ("-", "_", " ", ".", "")
CASES = ("keep", *CASE_WORDS)
FORBIDDEN = frozenset('<>:"/\\|?*')  #: refused in names by at least one common system

_ITEM = re.compile(r'\s*(?:"(?P<text>[^"]*)"|(?P<optional>\?)|(?P<word>[^\s"?{}]+))')
_FIELD_NAME = re.compile(r"[a-z][a-z0-9_]*")


class PatternError(ValueError):
    """A pattern that cannot be understood; ``at`` is the place in its text, ``mend`` what to do."""

    def __init__(self, text: str, at: int, why: str, mend: str) -> None:
        super().__init__(f"{why} at character {at + 1} of {text!r}. {mend}")
        self.at, self.why, self.mend = at, why, mend


@dataclass(frozen=True, slots=True, kw_only=True)
class Style:
    """How values are written, for the whole pattern."""

    joiner: str = "-"  #: stands for the spaces inside a field
    case: str = "lower"  #: of texts; codes keep theirs
    transliterate: bool = True  #: write letters beyond a-z with a-z
    longest: int = LONGEST_DEFAULT
    year_begins: int = 1  #: the first month of a school year
    separates: bool = (
        True  #: values leave out the signs that separate fields, so that a name can be read back
    )

    def __post_init__(self) -> None:
        if self.joiner not in JOINERS:
            raise ValueError(f"the joiner {self.joiner!r} is none of {JOINERS}")
        if self.case not in CASES:
            raise ValueError(f"the letter case {self.case!r} is none of {CASES}")
        if not 10 <= self.longest <= 240:
            raise ValueError("the longest name must be of 10 to 240 characters")
        if not 1 <= self.year_begins <= 12:
            raise ValueError("a school year begins in one of twelve months")


@dataclass(frozen=True, slots=True)
class Literal:
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Slot:
    """One field in braces."""

    field: str
    type: FieldType
    format: DateFormat | TextFormat
    before: str = ""  #: stands only where the field does
    after: str = ""
    optional: bool = False
    fallback: str = ""  #: stands where the field is missing; in destinations alone


@dataclass(frozen=True, slots=True)
class Pattern:
    """A pattern that was understood, with its style."""

    text: str
    parts: tuple[Literal | Slot, ...]
    style: Style
    #: the signs that separate fields; a value never contains them, so they can be told apart
    reserved: frozenset[str] = field(init=False, compare=False, repr=False)

    def __post_init__(self) -> None:
        literal = "".join(
            part.text if isinstance(part, Literal) else part.before + part.after for part in self.parts
        )
        signs = frozenset(c for c in literal if not c.isalnum()) - {self.style.joiner}
        if not self.style.separates:
            signs = frozenset()
        object.__setattr__(self, "reserved", signs)

    def __hash__(self) -> int:
        # the text tells patterns apart well enough, and is hashed for every name that is read
        return hash(self.text)

    @property
    def slots(self) -> tuple[Slot, ...]:
        return tuple(part for part in self.parts if isinstance(part, Slot))

    @classmethod
    def read(
        cls,
        text: str,
        style: Style | None = None,
        types: Mapping[str, FieldType] = FIELD_TYPES,
    ) -> Pattern:
        """Return the pattern that *text* writes.

        Raises ``PatternError`` with the place, the reason and the mend. Whether fields can be told
        apart is ``ambiguity``'s question: such a pattern still composes.
        """
        parts, _ = read_parts(text, 0, types)
        if not any(isinstance(part, Slot) for part in parts):
            raise PatternError(text, 0, "The pattern has no field", "Add one, such as {what}.")
        for part in parts:
            if isinstance(part, Slot):
                _assert_for_names(text, part)
        return cls(text, tuple(parts), style or Style())


def _assert_for_names(text: str, slot: Slot) -> None:
    """Refuse what only folders have, because no field could be read back from it."""
    if slot.fallback:
        raise PatternError(text, text.index("else"), "A name has no fallback",
                           "Make the field optional with ?, or leave else out.")  # fmt: skip
    if isinstance(slot.format, TextFormat) and slot.format.letter:
        raise PatternError(text, text.index("letter"), "A letter alone is for folders",
                           "Use initials, or first 1.")  # fmt: skip


def read_parts(
    text: str, at: int, types: Mapping[str, FieldType], until: str | None = None
) -> tuple[list[Literal | Slot], int]:
    """Return what *text* writes from *at* on, as far as *until* outside braces, and where that is.

    Raises ``PatternError``.
    """
    parts: list[Literal | Slot] = []
    literal = ""
    while at < len(text) and text[at] != until:
        sign = text[at]
        if text[at : at + 2] in ("{{", "}}"):
            literal, at = literal + sign, at + 2
        elif sign == "}":
            raise PatternError(text, at, "A closing brace without an opening one",
                               "Write }} for a brace in the name.")  # fmt: skip
        elif sign == "{":
            if literal:
                parts.append(Literal(literal))
                literal = ""
            slot, at = _read_slot(text, at, types)
            parts.append(slot)
        elif sign in FORBIDDEN or ord(sign) < 32:
            raise PatternError(text, at, f"{sign!r} cannot stand in a name", "Leave it out.")
        else:
            literal, at = literal + sign, at + 1
    if literal:
        parts.append(Literal(literal))
    return parts, at


@dataclass
class _Read:
    """What stands between two braces, as far as it is read."""

    name: str = ""
    before: str = ""
    after: str = ""
    optional: bool = False
    fallback: str | None = None  #: empty until its text has come
    words: list[tuple[str, int]] = field(default_factory=list)  #: of the format, with their places

    def take_text(self, text: str) -> None:
        if self.fallback == "":
            self.fallback = text
        elif self.name:
            self.after += text
        else:
            self.before += text

    def take_word(self, word: str, at: int) -> None:
        if not self.name:
            self.name = word
        elif word == "else":
            self.fallback = ""
        else:
            self.words.append((word, at))


def _read_slot(text: str, start: int, types: Mapping[str, FieldType]) -> tuple[Slot, int]:
    end = _closing(text, start)
    read = _read_items(text, start + 1, end)
    if not read.name:
        raise PatternError(text, start, "Braces without a field", "Name a field, such as {what}.")
    if read.fallback is not None and not read.fallback.strip():
        raise PatternError(text, start, "else without what stands there",
                           'Write it in double quotes: {who else "No party"}.')  # fmt: skip
    type = types.get(read.name, FieldType.TEXT)
    format = _read_date(text, read.words) if type is FieldType.DATE else _read_text(text, read.words, type)
    slot = Slot(field=read.name, type=type, format=format, before=read.before, after=read.after,
                optional=read.optional, fallback=read.fallback or "")  # fmt: skip
    return slot, end + 1


def _read_items(text: str, at: int, end: int) -> _Read:
    read = _Read()
    while at < end and text[at:end].strip():
        item = _ITEM.match(text, at, end)
        if item is None:
            raise PatternError(text, at, "A quotation mark without its partner", 'Close it with ".')
        if item["text"] is not None:
            if any(c in FORBIDDEN or ord(c) < 32 for c in item["text"]):
                raise PatternError(text, at, f"{item['text']!r} cannot stand in a name",
                                   "Leave the refused sign out.")  # fmt: skip
            read.take_text(item["text"])
        elif item["optional"]:
            read.optional = True
        else:
            if not read.name and not _FIELD_NAME.fullmatch(item["word"]):
                raise PatternError(text, item.start("word"), f"{item['word']!r} is no field name",
                                   "Field names are small letters, digits and _.")  # fmt: skip
            read.take_word(item["word"], item.start("word"))
        at = item.end()
    return read


def _closing(text: str, start: int) -> int:
    quoted = False
    for at in range(start + 1, len(text)):
        if text[at] == '"':
            quoted = not quoted
        elif text[at] == "}" and not quoted:
            return at
    raise PatternError(text, start, "A brace that is not closed", "Close the field with }.")


def _read_date(text: str, words: list[tuple[str, int]]) -> DateFormat:
    if not words:
        return DEFAULT_DATE
    for word, at in words:
        format = DateFormat.read(word)
        if format is None or any(t in FORBIDDEN for t, token in format.parts if not token):
            raise PatternError(text, at, f"{word!r} is no date format",
                               "Use yyyy yy mm m dd d mon month q ww school with signs between.")  # fmt: skip
    whole = DateFormat.read(" ".join(word for word, _ in words))
    assert whole is not None  # each of its words is one
    return whole


def _read_text(text: str, words: list[tuple[str, int]], type: FieldType) -> TextFormat:
    values: dict[str, bool | int | str] = {}
    rest = iter(words)
    for word, at in rest:
        if word in ("short", "initials", "letter", "last-first"):
            if word == "short" and type is not FieldType.PARTY:
                raise PatternError(text, at, "Only a party has a short form", "Leave it out.")
            values[word.replace("-", "_")] = True
        elif word in CASE_WORDS:
            values["case"] = word
        elif word in ("first", "max", "words"):
            count, _ = next(rest, ("", at))
            if not count.isascii() or not count.isdigit() or int(count) < 1:
                raise PatternError(text, at, f"{word!r} needs a number", f"Write {word} 3.")
            values["longest" if word == "max" else word] = int(count)
        elif set(word) == {"0"}:
            values["zeros"] = len(word)
        else:
            raise PatternError(text, at, f"{word!r} is no format", "Known: short, initials, letter, "
                               "last-first, words 2, lower, upper, title, first 3, max 20, 000.")  # fmt: skip
    if sum(key in values for key in ("short", "initials", "letter", "last_first", "zeros")) > 1 or (
        values.keys() & {"words", "letter"}
        and values.keys() & {"short", "initials", "zeros", "first", "longest"}
    ):
        raise PatternError(text, words[0][1], "These formats contradict each other", "Keep one.")
    if type is FieldType.MONEY and values:
        raise PatternError(text, words[0][1], "An amount has one way of writing", "Leave it out.")
    return TextFormat(**values)  # type: ignore[arg-type]  # keys and types come from the table above
