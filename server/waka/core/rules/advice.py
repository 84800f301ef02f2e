"""What is said of a pattern that can be used, but will disappoint: codes, with the reason in the words of each."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from waka.core.changes.findings import Said, said
from waka.core.names.formats import DateFormat, TextFormat
from waka.core.names.pattern import Pattern
from waka.core.names.values import Fields, FieldType

_ORDER = ("yyyy", "school", "yy", "q", "ww", "mm", "m", "month", "mon", "dd", "d")
_WORDS = ("month", "mon")  #: which sort by their letters


def advice(pattern: Pattern) -> Iterator[Said]:
    """Yield what to think of before names are made by *pattern*."""
    slots = pattern.slots
    dated = [slot for slot in slots if isinstance(slot.format, DateFormat)]
    if not dated:
        yield said("no_date_in_it")
    for slot in dated:
        assert isinstance(slot.format, DateFormat)
        tokens = [text for text, is_token in slot.format.parts if is_token]
        at = [_ORDER.index(token) for token in tokens]
        is_padded = not {"m", "d"} & set(tokens)
        if at != sorted(at) or not is_padded or set(tokens) & set(_WORDS):
            yield said("date_does_not_sort", field=slot.field, format="yyyy-mm-dd")
    if dated and slots[0] not in dated:
        yield said("date_not_first", field=slots[0].field)
    if pattern.style.joiner == "" and pattern.style.case not in ("title", "keep"):
        yield said("words_run_together")


def narrow_numbers(pattern: Pattern, records: Iterable[Fields]) -> Iterator[Said]:
    """Yield which numbers of *records* are written narrower than the longest of them, so that 10 sorts before 2."""
    some = list(records)
    for slot in pattern.slots:
        if slot.type is not FieldType.NUMBER or not isinstance(slot.format, TextFormat):
            continue
        digits = [str(one[slot.field]).split(".")[0].lstrip("-") for one in some if slot.field in one]
        longest = max(digits, key=len, default="")
        if len(longest) > max(slot.format.zeros or 1, 1):
            yield said("number_sorts_badly", field=slot.field, most=longest, format="0" * len(longest))
