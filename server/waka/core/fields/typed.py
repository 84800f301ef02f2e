"""What a person types into a slip, understood.

Dates are read as the office writes them, day or month first, unless the year stands first. Nothing is guessed:
what is not a date gives None, and the slip says so.
"""

from __future__ import annotations

import re
from datetime import date, timedelta
from decimal import Decimal, InvalidOperation

from waka.core.fields.office import DateOrder
from waka.core.names import Parties, fold
from waka.core.names.formats import CENTURY_PIVOT, MONTHS
from waka.core.names.pattern import Style
from waka.core.names.writing import words_of

_RUN = re.compile(r"\d+|[^\W\d_]+")
SHORT_FORM = re.compile(r"[a-z0-9]{1,16}")


def read_date(text: str, today: date, order: DateOrder = "day_first") -> date | None:
    """Return the date that *text* writes, or None.

    Understands ``2025-03-12``, ``12.3.2025``, ``12 3 25``, ``12 mar 2025``, ``12 mar`` and ``12 3``
    (of this year), ``12`` (of this month), ``120325``, ``12032025``, ``20250312``, ``today`` and
    ``yesterday``; where *order* says so, the month stands before the day (``3.12.2025``).
    """
    clean = text.strip().lower()
    if clean in ("today", "yesterday"):
        return today - timedelta(days=clean == "yesterday")
    runs = _RUN.findall(clean)
    if len(runs) == 1 and runs[0].isdigit() and len(runs[0]) in (6, 8):
        runs = _split_run(runs[0])
    if not 1 <= len(runs) <= 3 or any(len(run) > 9 for run in runs):
        return None
    named = [_month(run) for run in runs]
    try:
        return _assemble(runs, named, today, order)
    except ValueError:
        return None


def _split_run(run: str) -> list[str]:
    if len(run) == 8 and run[:2] in ("19", "20") and 1 <= int(run[4:6]) <= 12:
        return [run[:4], run[4:6], run[6:]]
    return [run[:2], run[2:4], run[4:]]


def _month(run: str) -> int | None:
    if run.isdigit() or len(run) < 3:
        return None
    return next((n for n, name in enumerate(MONTHS, 1) if name.startswith(run)), None)


def _assemble(runs: list[str], named: list[int | None], today: date, order: DateOrder) -> date | None:
    months = [m for m in named if m is not None]
    numbers = [run for run, m in zip(runs, named, strict=True) if m is None]
    if len(months) > 1 or not all(n.isdigit() for n in numbers) or not numbers:
        return None
    if months:
        return _with_named_month(numbers, months[0], today)
    if len(numbers) == 3 and len(numbers[0]) == 4:
        return date(int(numbers[0]), int(numbers[1]), int(numbers[2]))
    if order == "month_first" and len(numbers) > 1:
        numbers[:2] = numbers[1::-1]
    day = int(numbers[0])
    month = int(numbers[1]) if len(numbers) > 1 else today.month
    year = _year(numbers[2]) if len(numbers) > 2 else today.year
    return date(year, month, day)


def _with_named_month(numbers: list[str], month: int, today: date) -> date | None:
    if len(numbers) > 2:
        return None
    if len(numbers[0]) == 4 and len(numbers) == 2:
        numbers = numbers[::-1]
    year = _year(numbers[1]) if len(numbers) == 2 else today.year
    return date(year, month, int(numbers[0]))


def _year(text: str) -> int:
    if len(text) == 2:
        return int(text) + (1900 if int(text) >= CENTURY_PIVOT else 2000)
    return int(text)


def read_amount(text: str) -> Decimal | None:
    """Return the amount in *text*, such as ``£1,284.00`` or ``1.284,00``; None where it is none."""
    clean = re.sub(r"[^\d.,\-]", "", text.strip())
    if not re.search(r"\d", clean):
        return None
    last = max(clean.rfind("."), clean.rfind(","))
    if last >= 0 and len(clean) - last - 1 <= 2:
        whole, cents = clean[:last], clean[last + 1 :]
    else:
        whole, cents = clean, ""
    try:
        amount = Decimal(f"{re.sub(r'[.,]', '', whole) or '0'}.{cents or '0'}")
    except InvalidOperation:
        return None
    return amount.quantize(Decimal("0.01")) if abs(amount) < Decimal("1e12") else None


def propose_short(name: str, parties: Parties) -> str:
    """Return a short form for a new party that nobody has: initials, else first letters, else numbered."""
    words = [w.lower() for w in words_of(name, Style(), frozenset()) if fold(w) not in ("and", "the")]
    letters = ["".join(c for c in w if c.isascii() and c.isalnum()) for w in words]
    letters = [w for w in letters if w]
    if not letters:
        return ""
    initials = "".join(w[0] for w in letters)[:4]
    candidates = [initials] if len(initials) > 1 else []
    joined = "".join(letters)
    candidates += [joined[:3], joined[:4], initials + joined[-1:]]
    for candidate in candidates:
        if parties.with_short(candidate) is None:
            return candidate
    number = 2
    while parties.with_short(f"{candidates[0]}{number}") is not None:
        number += 1
    return f"{candidates[0]}{number}"
