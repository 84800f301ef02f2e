"""Making a sentence of a pattern and facts; the client's ``worded`` does the same.

``{fact}`` is replaced by the fact, a list by its items with commas between. What stands in ``[brackets]`` is
left out where one of its facts is missing or empty.
"""

from __future__ import annotations

import re
from collections.abc import Mapping

from waka.core.changes.findings import Fact, Said

from .codes import AT_STEP, CODES
from .reasons import REASONS
from .titles import TITLES, UNDO

_PART = re.compile(r"\[([^\[\]]*)\]")
_FACT = re.compile(r"\{(\w+)\}")
TOLD = "told"  #: a sentence from the time when sentences were kept


def worded(code: str, facts: Mapping[str, Fact]) -> str:
    """Return the sentence for *code*; the code itself where it is none that is known."""
    told = facts.get(TOLD)
    if isinstance(told, str):
        return told
    if code in REASONS:
        return filled(REASONS[code], facts)
    words = CODES.get(code) or TITLES.get(code)
    return filled(AT_STEP + (words.text if words is not None else f"[{{why}}] ({code})"), facts)


def titled(title: Said, *, undoes: bool) -> str:
    """Return what a change is called; one that puts another back is called after that."""
    return (UNDO if undoes else "") + worded(title.code, title.facts)


def mend_worded(code: str, facts: Mapping[str, Fact]) -> str | None:
    """Return what to do about it, None where that goes without saying."""
    words = CODES.get(code)
    return filled(words.mend, facts) if words is not None and words.mend is not None else None


def filled(pattern: str, facts: Mapping[str, Fact]) -> str:
    def part(found: re.Match[str]) -> str:
        inner = found.group(1)
        return inner if all(facts.get(fact) not in (None, "", []) for fact in _FACT.findall(inner)) else ""

    return _FACT.sub(lambda found: _shown(facts.get(found.group(1), "")), _PART.sub(part, pattern))


def _shown(fact: Fact) -> str:
    if isinstance(fact, list):
        return ", ".join(fact)
    return f"{fact:,}" if isinstance(fact, int) and fact >= 10_000 else str(fact)
