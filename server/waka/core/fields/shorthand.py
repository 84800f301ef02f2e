"""A name typed in shorthand: short forms of parties and dates, as on a slip, and what is left as what it is about.

mrc 12 3 25 mizzen sail    →  who: Marlow Rope & Canvas, when: 12 March 2025, what: mizzen sail
kby                        →  who: Kilbray Yard; all else as it is known of the document
#S-209 12.3.               →  reference: S-209, when: 12 March of this year
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from datetime import date

from waka.core.names import FieldValue

MOST_WORDS = 40
LONGEST_DATE = 3  #: words, as in 12 mar 25


@dataclass(frozen=True, slots=True, kw_only=True)
class Shorthand:
    """What was typed, by fields; all others are as they were."""

    fields: dict[str, FieldValue]


def read(
    typed: str, party_of: Callable[[str], str | None], date_of: Callable[[str], date | None]
) -> Shorthand | None:
    """Return what *typed* says; None where it is a name like any other: without a short form, a date or a ``#``.

    *party_of*: the party's name for its short form; *date_of*: the date that some words tell. The first of each counts.
    """
    words = typed.split()
    if not words or len(words) > MOST_WORDS or "_" in typed:
        return None
    fields: dict[str, FieldValue] = {}
    rest: list[str] = []
    at = 0
    while at < len(words):
        word = words[at]
        found, taken = _date(words[at:], date_of) if "when" not in fields else (None, 0)
        who = party_of(word.lower()) if "who" not in fields else None
        if found is not None:
            fields["when"] = found
            at += taken
            continue
        if who is not None:
            fields["who"] = who
        elif word.startswith("#") and len(word) > 1 and "reference" not in fields:
            fields["reference"] = word[1:]
        else:
            rest.append(word)
        at += 1
    if not fields:
        return None
    if rest:
        fields["what"] = " ".join(rest)
    return Shorthand(fields=fields)


def _date(words: list[str], date_of: Callable[[str], date | None]) -> tuple[date | None, int]:
    """Return the date that the first words tell, the most of them that do, and how many these are.

    A number alone is a number, but for six or eight digits: a day without its month belongs to what it is about.
    """
    for count in range(min(LONGEST_DATE, len(words)), 0, -1):
        text = " ".join(words[:count])
        if not words[0][0].isdigit() or (text.isdigit() and len(text) not in (6, 8)):
            continue
        found = date_of(text)
        if found is not None:
            return found, count
    return None, 0
