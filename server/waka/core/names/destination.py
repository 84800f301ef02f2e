"""Destinations: the path of a folder composed of fields, as names are.

    Finance/Invoices/{when yyyy}/{who else "No party"}

The language is that of name patterns, level by level, with two words more: ``else "text"`` stands where the field is
missing, ``letter`` is the first letter of a party or text. A level whose fields are all optional and missing is left
out. What stands in a folder's name is written as it is in the field: nothing is read back from it.
"""

from __future__ import annotations

import unicodedata
from collections.abc import Mapping
from dataclasses import dataclass

from .compose import Composed, Lack, Missing, compose
from .pattern import Pattern, PatternError, Slot, Style, read_parts
from .portable import check_name
from .values import FIELD_TYPES, Fields, FieldType, Parties

MOST_LEVELS = 12
LONGEST_LEVEL = 80  #: characters


@dataclass(frozen=True, slots=True)
class Level:
    """One folder of a destination."""

    text: str
    field: str | None  #: the first field that it tells; None where it is always the same
    fallback: bool = False  #: a field was missing, and what stands in its place is there


@dataclass(frozen=True, slots=True)
class Led:
    """Where a destination leads for some fields: a path without slashes at its ends."""

    levels: tuple[Level, ...]

    @property
    def path(self) -> str:
        return "/".join(level.text for level in self.levels)


@dataclass(frozen=True, slots=True)
class Destination:
    """A destination that was understood."""

    text: str
    levels: tuple[Pattern, ...]

    @classmethod
    def read(
        cls, text: str, *, year_begins: int = 1, types: Mapping[str, FieldType] = FIELD_TYPES
    ) -> Destination:
        """Return the destination that *text* writes; *year_begins*: the first month of a school year.

        Raises ``PatternError`` with the place, the reason and the mend.
        """
        style = Style(joiner=" ", case="keep", transliterate=False, longest=LONGEST_LEVEL,
                      year_begins=year_begins, separates=False)  # fmt: skip
        levels: list[Pattern] = []
        at = 0
        while at < len(text):
            parts, end = read_parts(text, at, types, until="/")
            level = text[at:end]
            if not level.strip():
                raise PatternError(text, at, "A level without a name", "Leave one of the slashes out.")
            if level.strip() in (".", "..") or level != level.strip():
                raise PatternError(text, at, "A folder's name begins or ends with a dot or a space",
                                   "Leave it out.")  # fmt: skip
            levels.append(Pattern(level, tuple(parts), style))
            at = end + 1
        if not levels:
            raise PatternError(text, 0, "The destination is empty", "Write one, such as Letters/{when yyyy}.")
        if text.endswith("/"):
            raise PatternError(text, len(text) - 1, "A level without a name", "Leave the last slash out.")
        if len(levels) > MOST_LEVELS:
            raise PatternError(text, 0, f"More than {MOST_LEVELS} folders in one another", "Use fewer.")
        return cls(text, tuple(levels))

    @property
    def slots(self) -> tuple[Slot, ...]:
        return tuple(slot for level in self.levels for slot in level.slots)

    @property
    def start(self) -> str:
        """What all that it leads to stands beneath: the levels before the first with a field."""
        fixed: list[str] = []
        for level in self.levels:
            if level.slots:
                break
            fixed.append(_folder_name(level.text.replace("{{", "{").replace("}}", "}")))
        return "/".join(fixed)

    def lead(self, fields: Fields, parties: Parties) -> Led | Missing:
        """Return where *fields* lead, or every field that is needed and missing. Asks nothing of the drive."""
        levels: list[Level] = []
        lacks: list[Lack] = []
        for level in self.levels:
            composed = compose(level, fields, parties)
            if isinstance(composed, Composed):
                name = _folder_name(composed.stem)
                if name:
                    told = {segment.field for segment in composed.segments}
                    fell = any(slot.fallback and slot.field not in told for slot in level.slots)
                    levels.append(Level(name, level.slots[0].field if level.slots else None, fell))
            else:
                lacks += composed.lacks
        if lacks:
            return Missing(tuple(lacks))
        if not levels:
            return Missing((Lack(self.slots[0].field, "lacks", "is missing"),))
        return Led(tuple(levels))


def _folder_name(text: str) -> str:
    """Return *text* as a folder may be called everywhere."""
    name = unicodedata.normalize("NFC", text).strip(" .")
    mended = next((found.mend for found in check_name(name) if found.mend), None) if name else None
    return mended or name
