"""The day of a paper itself, told from the days on which it is due, was ordered, delivered, printed; and those too."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import replace
from datetime import date

from waka.core.fields.office import DateOrder

from .context import Found, Named, Paper, Placed, merged
from .dates import DAY_OF_WEEK, Spot, begins, order_shown, spots
from .labels import label
from .letters import plain
from .page import Line

_OF_OWN: Mapping[str, float] = {
    "own": 6.0, "date": 5.0, "done": 4.4, "due": -6.0, "order_date": -5.0, "delivery": -4.0, "printed": -5.0, "period": -5.0, "expiry": -6.0, "begins": -2.0,
    "birth": -9.0, "other": -5.0,
}  # fmt: skip
_WHERE = {"before": 0.0, "left": -0.1, "above": -0.5, "below": -0.6, "after": -0.2}
_ON = frozenset(
    {"of", "on", "this", "le", "vom", "dnia", "z dnia", "held on", "dated", "made on", "given", "day"}
)
_MET = frozenset(
    {
        "sat on",
        "sat on the",
        "met on",
        "met on the",
        "held on the",
        "gathered on",
        "assembled on",
        "a meeting on",
        "meeting on",
        "will meet on",
        "meets on",
        "meeting will be held on",
        "meeting is on",
    }
)
_AT_A_PLACE = re.compile(
    r"^(?:given|signed|done|issued|awarded|dated|made|sealed) at [^\d,.;:]{2,30}\b(?:on|this)(?: the)?\s*$|"
    r"^(?:meeting )?(?:held|met|gathered|took place) (?:at|in) [^,.;:]{2,40}\bon(?: the)?\s*(?:[a-z]+,?\s*)?$"
)
OTHER_WAY = 2.0  #: by which day and month in the other order are less likely
_COLUMN = 3  #: dates below one another make a column of a table


Dated = Placed[Spot]


def dated(paper: Paper, usual: DateOrder) -> list[Dated]:
    """Return all dates of *paper*, read in the order that it shows, or else in the *usual* one."""
    shown = order_shown("\n".join(line.text for line in paper.lines)) or usual
    return [
        Placed(line, at, spot, tuple(_named(paper, line, at, spot)))
        for line, at, cell in paper.cells()
        for spot in spots(cell.text, shown)
    ]


def _named(paper: Paper, line: Line, at: int, spot: Spot) -> list[Named]:
    """As ``Paper.named``; “dated” beneath “your order” is the day of that order."""
    start = spot.start
    named = paper.named("dates", line, at, start, spot.end)
    if named and named[0].where == "left" and named[0].label.phrase in _OF_WHAT_IS_ABOVE:
        above = paper.above(line, line.cells[at - 1])
        told = above and label("numbers", above.text, most=14)
        has_value = above is not None and len(paper.line_of(above).cells) > 1
        if told and has_value and told.meaning in ("order", "your"):
            return [replace(named[0], label=replace(named[0].label, meaning="order_date"))]
    if named and named[0].where == "before" and named[0].label.phrase in _OF_WHAT_IS_ABOVE:
        if _NUMBERED.match(plain(line.cells[at].text[:start])):
            return [replace(named[0], label=replace(named[0].label, meaning="own"))]
    if named and named[0].where == "before" and named[0].label.phrase in _UNTIL and at > 0:
        if _COVERED.search(plain(line.cells[at - 1].text)):
            return [replace(named[0], label=replace(named[0].label, meaning="expiry"))]
    return named


#: a paper's name, its number, and a word before its day, as in “Facture n° 12 du 3 mai 2026”
_NUMBERED = re.compile(
    r"^(?:(?:votre|your|ihre|uw) (?:facture|bill|invoice|statement|rechnung|factuur)(?: [a-z' ]{1,30})?\s+(?:vom|du|van|of|dated)\s*$)|"
    r"^(?:(?:tax |sales |vat )?invoice|credit note|receipt|quot(?:e|ation)|statement|order|delivery note|rechnung|gutschrift|angebot|lieferschein|facture|avoir|devis|"
    r"factuur|creditnota|offerte|faktura(?: vat)?|oferta)\s*(?:no|nr|number|n°|n|#|numero|nummer)?[\s.:°]*\S*\d\S*\s+(?:vom|du|van|of|dated|from|z dnia)\s*$"
)
#: a paper's name and its number, before its day, as in “Invoice 12 / 3 May 2026”
_TITLED = re.compile(
    r"^(?:(?:tax |sales |vat )?invoice|credit note|receipt|quot(?:e|ation)|rechnung|gutschrift|angebot|facture|avoir|devis|factuur|creditnota|faktura(?: vat)?)"
    r"\s*(?:no|nr|number|n°|n|#|numero|nummer)?[\s.:°]*\S*\d\S*\s*(?:[/·|,–-]\s*)?$"
)
_UNTIL = frozenset({"to", "until", "bis", "au", "tot", "do"})
_COVERED = re.compile(
    r"^(?:period(?: of (?:insurance|cover))?|(?:insurance|cover|policy) period|insured|cover|versicherungszeitraum|verzekerd)\b"
)


_OF_WHAT_IS_ABOVE = frozenset({"vom", "dated", "date", "du", "le", "of", "van", "z dnia", "from"})


def own_dates(paper: Paper, found: Sequence[Dated], sort: str) -> list[Found[date]]:
    """Return what may be the paper's own date, the likeliest first."""
    columns = Counter(
        (one.line.page.nth, round(one.cell.left / 4))
        for one in found
        if begins(one.cell.text, one.spot) and len(one.line.cells) > 1
    )
    first_page = min((one.line.page.nth for one in found), default=1)
    told = []
    for at, one in enumerate(found):
        score, why = _by_label(one, sort, paper.goes_on(one.line, one.cell))
        if (
            one.named
            and one.named[0].where == "above"
            and score > 0
            and one.is_in_table(paper, _begins_with_day)
        ):
            score = -2.0
        if sort in _OF_OTHERS and one.named and one.named[0].where == "above" and _lists_others(paper, one):
            score = -2.0
        alone = _is_alone(one) and not paper.goes_on(one.line, one.cell)
        # a till prints the day with its hour, and who was at it; minutes say when and where they met
        alone = alone or (
            sort in ("receipt", "minutes")
            and begins(one.cell.text, one.spot)
            and _HOUR.match(one.cell.text, one.spot.end) is not None
        )
        if (
            one.meaning is None
            and sort not in _OF_OTHERS
            and _TITLED.match(DAY_OF_WEEK.sub("", plain(one.cell.text[: one.spot.start])))
        ):
            score, why = _OF_OWN["own"], "own_before"
        elif one.meaning is None:
            score += 3.0 if alone else 0.4
            why = "alone" if alone else "in_text"
        place = paper.place(one.cell)
        score += 1.2 * (1 - place) - 1.5 * min(2, one.line.page.nth - first_page) - 0.05 * min(at, 20)
        if (
            columns[one.line.page.nth, round(one.cell.left / 4)] >= _COLUMN
            and one.meaning in (None, "date")
            and begins(one.cell.text, one.spot)
        ):
            score -= 3.5
        score -= 3.0 * one.spot.bare
        if sort == "minutes":
            score -= 0.35 * min(10, one.line.nth)  # what was decided on other days stands further down
        told.append(one.found(one.spot.value, score, why))
        if one.spot.other is not None:
            told.append(replace(told[-1], value=one.spot.other, score=score - OTHER_WAY))
    return merged(told, key=date.toordinal, more=lambda score: min(0.5, 0.1 * score))


#: sorts of paper that list other papers
_OF_OTHERS = frozenset({"letter", "reminder", "statement", "remittance"})


def _lists_others(paper: Paper, one: Dated) -> bool:
    """Whether the head of a date's column stands beside one of sums, or of invoices."""
    head = paper.above(one.line, one.cell)
    beside = paper.line_of(head).cells if head is not None else ()
    return any(
        cell is not head
        and (label("sums", cell.text, most=2) is not None or _OF_INVOICES.match(plain(cell.text)) is not None)
        for cell in beside
    )


_OF_INVOICES = re.compile(r"(?:your |our )?(?:invoice|rechnung|facture|factuur|faktura)\b")


def _begins_with_day(text: str) -> bool:
    return any(begins(text, spot) for spot in spots(text)[:1])


IN_PROSE = 0.4  #: by which a day in a sentence says less than one that has a label to itself


def with_meaning(found: Sequence[Dated], meaning: str) -> list[Found[date]]:
    """Return the dates whose label says *meaning*."""
    told = []
    for one in found:
        if one.meaning == meaning or (
            meaning == "due" and one.named and one.named[0].label.phrase in _OF_PAYMENT | _RENEWED
        ):
            named = one.named[0]
            score = 5.0 + _WHERE[named.where] - 0.05 * named.label.distance
            if named.where == "before" and _is_in_prose(one.cell.text[: one.spot.start], named):
                score -= IN_PROSE  # as of who pays sooner
            told.append(one.found(one.spot.value, score, f"{meaning}_{named.where}"))
    return merged(told, key=date.toordinal, more=lambda score: min(0.5, 0.1 * score))


def not_before(found: Sequence[Found[date]], when: Sequence[Found[date]]) -> list[Found[date]]:
    """Return the days that do not lie before the paper's own: what was due then is another paper."""
    return [one for one in found if not when or one.value >= when[0].value]


def _by_label(one: Dated, sort: str, goes_on: bool) -> tuple[float, str]:
    if not one.named:
        return 0.0, ""
    named = one.named[0]
    phrase, meaning = named.label.phrase, named.label.meaning
    base = _ON_SORT.get((sort, phrase), _ON_SORT.get((sort, meaning), _OF_OWN[meaning]))
    score = base + _WHERE[named.where] - 0.04 * named.label.distance
    begins_cell = named.where == "before" and named.label.start == 0
    if (sort, phrase) == ("letter", "sent") and (named.where == "left" or begins_cell):
        score = _OF_OWN["own"] + 1.0  # of a mail that was printed
    if sort == "receipt" and phrase in _TAKEN and named.label.start == 0:
        return _OF_OWN["own"] + _WHERE[named.where], f"own_{named.where}"
    if (
        phrase in _A_DAY
        and named.where == "before"
        and _OF_ANOTHER.search(one.cell.text[: named.label.start])
    ):
        score = min(score, ANOTHER)
    before = one.cell.text[: one.spot.start]
    if (
        named.label.phrase in _MEETING
        and named.where == "before"
        and _THE.search(before[: named.label.start])
        and not _NOTES_OF.match(plain(before[: named.label.start]))
    ):
        return -1.0, "in_text"  # the minutes of another meeting
    if score > 0 and _AT_A_PLACE.search(plain(before)):
        return _OF_OWN["own"], "own_before"
    in_prose = goes_on or _is_in_prose(before, named)
    if sort == "minutes" and named.label.phrase in _MET:
        return score, f"own_{named.where}"  # a sentence that says when they met
    if score > 0 and named.where == "before" and in_prose:
        # in running text such words speak of another day as often as of the paper's own
        score = 0.6 if named.label.phrase in _ON | _MET else score - 3.5
    return score, f"{named.label.meaning}_{named.where}"


#: what a phrase, or what it means, says on one sort of paper, in place of what it says on others
_ON_SORT: Mapping[tuple[str, str], float] = {
    ("delivery", "delivery"): 5.0,
    ("order", "order_date"): 5.0,
    **{("statement", phrase): 4.0 for phrase in ("as at", "balance at", "balance as at", "balance on")},
    # when it is to be paid, and when what was owed before was
    **{
        (sort, phrase): 2.0
        for sort in ("invoice", "bill", "credit")
        for phrase in ("payment date", "date of payment")
    },
    **{(sort, phrase): -5.0 for sort in ("invoice", "bill", "credit") for phrase in ("paid on", "date paid")},
    # somebody who had stayed left on the day on which the bill is made out
    **{("receipt", phrase): 4.4 for phrase in ("departure", "departure date", "check out")},
    # from when it holds, where it has no day of its own
    ("certificate", "begins"): 0.9,
    # when it was set, where nothing says when it was handed in
    **{
        ("coursework", phrase): 4.0
        for phrase in ("date issued", "issue date", "date of issue", "issued", "issued on")
    },
}
#: minutes that a sentence speaks of are those of another meeting
_THE = re.compile(r"\b[Tt]he\s*$")
_NOTES_OF = re.compile(
    r"^(?:draft )?(?:notes|minutes|record) of the\s*$"
)  # but those of a title are this one's
#: words for the day on which something was paid; on sorts of paper that ask for it, on which it is to be paid
_OF_PAYMENT = frozenset({"payment date", "date of payment"})
_HOUR = re.compile(r"[\s,]*(?:at )?\d{1,2}(?:[:.]\d\d| ?[ap]\.?m)\b")
#: who is to renew something by a day is to pay by then
_RENEWED = frozenset({"renew by", "renew before"})
#: when money was taken, at the beginning of what a receipt says
_TAKEN = frozenset({"received", "received on"})
_A_DAY = frozenset({"day", "date"})
#: a word before “day” or “date” that no label has: the day of something else
_OF_ANOTHER = re.compile(r"[A-Za-z]{3,}['’s]*\s+$")
ANOTHER = 2.5  #: the score of such a day, below that of one that stands alone
_MEETING = frozenset({"minutes of", "minutes of meeting", "meeting of", "minutes of the"})


def _is_in_prose(before: str, named: Named) -> bool:
    """Whether words of a sentence stand before the label."""
    earlier = before[: named.label.start]
    words = re.split(r"[:·|;]\s|\s[–-]\s", earlier)[-1].split()
    return len([word for word in words if word.strip(".,()").isalpha()]) >= 2


def _is_alone(one: Dated) -> bool:
    """Whether a date makes up its cell: but for a day of the week, a place before it, or a time."""
    text = one.cell.text
    before, after = text[: one.spot.start].strip(" ,.:;-–("), text[one.spot.end :].strip(" ,.;-–)")
    return (
        len(before.split()) <= 3
        and len(before) <= 24
        and len(after) <= 8
        and not any(c.isdigit() for c in before)
    )
