"""The total of a paper, told from subtotals, tax, prices, what was paid and what was carried forward."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import replace
from decimal import Decimal
from statistics import median

from .context import Found, Named, Paper, Placed, Where, merged
from .dates import spots
from .labels import Label, label
from .letters import plain
from .page import Line
from .sums import Sum, currency_of, sums

_OF_TOTAL: Mapping[str, float] = {
    "total": 5.0,
    "net": -3.0,
    "tax": -4.0,
    "paid": -2.5,
    "old": -5.0,
    "part": -4.0,
}
_FINAL = (
    "credited", "due", "to pay", "payable", "pay", "incl", "including", "inc vat", "with vat", "owe", "grand", "brutto", "zahlen", "zahlbetrag", "ttc", "a payer", "betalen", "voldoen",
    "zaplaty", "now", "gesamtbetrag", "endbetrag", "rechnungsbetrag", "collect", "outstanding", "invoice total", "factuurbedrag", "eindtotaal",
)  # fmt: skip
_WEAK = frozenset(
    {
        "amount",
        "sum",
        "betrag",
        "gross",
        "balance",
        "fee",
        "fee of",
        "charge of",
        "sum of",
        "total charges",
        "total credit",
        "gesamt",
        "premium",
        "solde",
        "suma",
        "summe",
    }
)
_WHERE = {"before": 0.0, "left": 0.0, "above": -1.2, "below": -0.6, "after": -0.2}
CENT = Decimal("0.01")


Priced = Placed[Sum]

SAID = 3.0  #: the score of a sum from which on a further place speaks for it


def priced(paper: Paper) -> list[Priced]:
    found = [(line, at, one) for line, at, cell in paper.cells() for one in sums(cell.text)]
    if any(one.is_exact for _, _, one in found):
        # whole numbers are sums only where nothing else is, as in some spreadsheets
        found = [
            (line, at, one)
            for line, at, one in found
            if one.is_exact or one.currency or _is_called_total(line, at)
        ]
    return [Placed(line, at, one, tuple(_named(paper, line, at, one))) for line, at, one in found]


def _is_called_total(line: Line, at: int) -> bool:
    told = label("sums", line.cells[at - 1].text, most=2) if at else None
    return told is not None and told.meaning == "total"


def _named(paper: Paper, line: Line, at: int, one: Sum) -> list[Named]:
    """As ``Paper.named``; a sum's label may stand further left, with a rate or a currency between them."""
    named = paper.named("sums", line, at, one.start, one.end) or _at_length(line, at, one.start)
    if not any(one.where != "above" for one in named):
        for other in reversed(range(max(0, at - 3), at)):
            cell = line.cells[other]
            if any(c.isalpha() for c in cell.text) or other == at - 1:
                further = paper.named(
                    "sums",
                    Line(line.page, line.nth, (*line.cells[: other + 1], line.cells[at])),
                    other + 1,
                    0,
                )
                named = [*[one for one in further if one.where == "left"], *named]
                if any(c.isalpha() for c in cell.text):
                    break
    return named


_BY = re.compile(r"\s(?:by|on|before|until|from|no later than)(?: the)?\s*$")
_TOTAL_OF = re.compile(r"^(?:total|amount|sum) (?:of|for) (?:[a-z]+ ){1,4}$")


def _at_length(line: Line, at: int, start: int) -> list[Named]:
    """Return what a longer label says, before a sum or in the cell on its left: “Total of your stay”, “Please pay by 2 May”."""
    before = plain(line.cells[at].text[:start])
    where: Where = "before" if before.strip(" £€$:") else "left"
    text = before if where == "before" else plain(line.cells[at - 1].text) if at else ""
    text = text.strip(" £€$:.") + " "
    if _TOTAL_OF.match(text):
        return [Named(Label("total", text.strip(), 1), where, text)]
    days = spots(text)
    told = (
        label("sums", _BY.sub("", text[: days[0].start]), most=2)
        if days and days[-1].end > len(text) - 3
        else None
    )
    return [Named(told, where, text)] if told is not None else []


def totals(paper: Paper, found: Sequence[Priced]) -> list[Found[Decimal]]:
    """Return what may be the total, the likeliest first."""
    if not found:
        return []
    values = {abs(one.spot.value) for one in found}
    nets = {abs(one.spot.value) for one in found if one.meaning == "net"}
    at_rates = [abs(one.spot.value) for one in found if one.meaning == "tax"]
    taxes = {*at_rates, sum(at_rates, Decimal(0))}  # of several rates each has a line of its own
    taken_off = {-one.spot.value for one in found if one.spot.value < 0}
    largest = max(values)
    usual = median(one.cell.height for one in found)
    pages = max(one.line.page.nth for one in found)
    told = []
    for one in found:
        value = one.spot.value
        score, why = _by_label(paper, one)
        size = abs(value)
        if size > 0:
            if any(
                abs(net + tax - size) < CENT for net in nets or values for tax in taxes if tax and tax < net
            ):
                score += 3.0
                why += "+adds_up"
            elif any(
                size - other in values and other < size and size - other < size
                for other in values
                if other * 2 != size
            ):
                score += 0.7
            elif value > 0 and any(size + off in values for off in taken_off):
                score += 1.0  # what is left of a larger one, where something is written as taken off
        score += 2.0 * min(1.0, max(0.0, one.cell.height / usual - 1.2))
        score += (
            1.0 * (size == largest)
            - (0.4 if one.spot.currency else 2.5) * (not one.spot.is_exact)
            - 2.0 * (size == 0)
            - 1.5 * (value < 0)  # of credits all sums are
        )
        score += (
            0.8 * paper.place(one.cell)
            + 0.5 * (one.line.page.nth == pages)
            + 0.3 * (one.at == len(one.line.cells) - 1)
        )
        told.append(one.found(value, score, why))
    # a price that stands on many lines is no total for that
    return merged(told, key=Decimal.normalize, more=lambda score: 0.3 if score > SAID else 0.0)


def _by_label(paper: Paper, one: Priced) -> tuple[float, str]:
    if not one.named:
        return 0.0, "largest"
    named = _in_view_of_the_whole(one.named[0])
    if named.where == "above" and one.is_in_table(paper, _begins_with_sum):
        return -1.0, "in_table"
    meaning, phrase = named.label.meaning, named.label.phrase
    score = _OF_TOTAL[meaning] + _WHERE[named.where] - 0.05 * named.label.distance
    if meaning == "total":
        score += 1.5 * any(word in phrase for word in _FINAL) - 2.0 * (phrase in _WEAK)
    return score, f"{meaning}_{named.where}"


def _begins_with_sum(text: str) -> bool:
    return any(one.start == 0 for one in sums(text))


_TOTAL_WORDS = ("amount due", "total", "totaal", "gesamt", "razem", "montant total", "grand total")
_ADDED = ("plus", "add", "zzgl")
_PRICES = ("price", "cost", "charge", "estimate", "fee", "sum", "preis", "prix", "prijs")
_WITHOUT = re.compile(r"\b(?:excl|excluding|exclusive|ex vat|before|without|net|netto|nett|ht|goods|netto)\b")
_WITH = re.compile(r"\b(?:incl|including|inclusive|inc|with|gross|brutto|ttc|this|due|now|payable|to pay)\b")


def _in_view_of_the_whole(named: Named) -> Named:
    """“Total inclusive of VAT” is no tax, and “total this delivery” no price of a delivery."""
    if named.where == "after" and named.label.meaning == "tax":
        # “£689.08 plus VAT” is no tax, nor “£827 including VAT”
        phrase = named.label.phrase
        meaning = "total" if _WITH.search(phrase) else "net" if phrase.startswith(_ADDED) else "tax"
        return replace(named, label=replace(named.label, meaning=meaning))
    text = plain(named.text)
    is_price = text.startswith(_PRICES)  # of the whole, where a tax is in it
    if is_price and (named.label.meaning != "tax" or not _WITH.search(text)):
        return named
    if not text.startswith((*_TOTAL_WORDS, *_PRICES)) or named.label.meaning not in (
        "tax",
        "part",
        "paid",
        "net",
    ):
        return named
    meaning = (
        "net"
        if _WITHOUT.search(text)
        else "total"
        if _WITH.search(text) or named.label.meaning == "part"
        else named.label.meaning
    )
    return replace(named, label=replace(named.label, meaning=meaning, phrase=text))


def currency(paper: Paper, chosen: Found[Decimal] | None, found: Sequence[Priced], usual: str) -> str:
    """Return the currency of the total: as it is written beside it, else as the paper speaks of, else the *usual* one."""
    if chosen is not None:
        for one in found:
            if one.spot.value == chosen.value and one.spot.currency:
                return one.spot.currency
    return currency_of("\n".join(line.text for line in paper.lines)) or usual
