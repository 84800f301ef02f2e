"""When an answer is right, and how many are."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal, InvalidOperation
from difflib import SequenceMatcher

from waka.core.fields.alike import words_of

FIELDS = ("kind", "who", "when", "reference", "amount", "due", "expires", "what")
KINDS = {"receipt": "bill"}  #: what other papers call our kinds
LIKE = 0.9  #: of two names that are one
_TITLES = frozenset({"mr", "mrs", "ms", "miss", "dr", "prof", "esq"})

Truth = Mapping[str, object]
_CALLED = {"due": "due_date", "expires": "expiry_date", "what": "title"}  #: what the truth calls a field


def _who(truth: str, answer: str) -> bool:
    one, other = ([word for word in words_of(name) if word not in _TITLES] for name in (truth, answer))
    if one == other:
        return bool(one)
    short, long = sorted((" ".join(sorted(one)), " ".join(sorted(other))), key=len)
    return 2 * len(short) >= len(long) and SequenceMatcher(None, short, long, autojunk=False).ratio() >= LIKE


def _reference(truth: str, answer: str) -> bool:
    one, other = (re.sub(r"[\W_]", "", text.casefold()) for text in (truth, answer))
    return one == other


def _amount(truth: str, answer: str) -> bool:
    try:
        return abs(Decimal(truth) - Decimal(answer)) < Decimal("0.005")
    except InvalidOperation:
        return False


def _same(field: str, truth: str, answer: str) -> bool:
    match field:
        case "kind":
            return KINDS.get(truth, truth) == answer
        case "who":
            return _who(truth, answer)
        case "reference":
            return _reference(truth, answer)
        case "amount":
            return _amount(truth, answer)
        case "what":
            one, other = set(words_of(truth)), set(words_of(answer))
            return bool(one & other) and (one <= other or other <= one)
        case _:
            return truth == answer


@dataclass(slots=True)
class Count:
    """Of one field: values that were expected, and answers, right and given though none was expected or a wrong one."""

    expected: int = 0
    right: int = 0
    wrong: int = 0
    blank: int = 0

    @property
    def found(self) -> float:
        """The share of what was expected that was offered first and right."""
        return self.right / self.expected if self.expected else 1.0

    @property
    def precision(self) -> float:
        return self.right / (self.right + self.wrong) if self.right + self.wrong else 1.0


def verdict(field: str, truth: Truth, answer: str) -> str | None:
    """Return right, wrong or blank; None where nothing was expected and nothing wrong was said.

    What a paper is about is judged where the truth has a title; of the others nobody says what it should be.
    """
    if field == "what" and not truth.get("title"):
        return None
    name = _CALLED.get(field, field)
    expected = truth.get(name)
    accept = truth.get("accept")
    also: Sequence[str] = accept.get(field, ()) if isinstance(accept, dict) else ()
    if not answer:
        return None if expected is None else "blank"
    if expected is not None and _same(field, str(expected), answer):
        return "right"
    if any(one == "*" or _same(field, one, answer) for one in also):
        return "right" if expected is not None else None
    return "wrong"


def tally(judged: Iterable[tuple[Truth, Mapping[str, str]]]) -> dict[str, Count]:
    counts = {field: Count() for field in FIELDS}
    for truth, answers in judged:
        for field, count in counts.items():
            said = verdict(field, truth, answers.get(field, ""))
            name = _CALLED.get(field, field)
            count.expected += truth.get(name) is not None
            count.right += said == "right"
            count.wrong += said == "wrong"
            count.blank += said == "blank"
    return counts
