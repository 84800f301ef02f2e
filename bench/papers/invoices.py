"""Invoices, each layout set its own way."""

from __future__ import annotations

import random
from collections.abc import Callable, Sequence

from .bills import Bill, a_bill
from .sheet import Piece, Sheet
from .truth import Paper
from .world import ABROAD, ADDRESS, AMERICAN, FIRMS, TRUST, Firm

TO = (TRUST, *ADDRESS)


def _paper(layout: str, sheet: Sheet, bill: Bill) -> Paper:
    firm = bill.firm
    return Paper(
        layout=layout, kind="invoice", data=sheet.pdf(), who=firm.name, when=bill.when, reference=bill.reference,
        amount=bill.amount, currency=bill.currency, due=bill.due, language=bill.language, boxes=sheet.boxes,
        accept={"who": [firm.legal]} if firm.legal else {},
    )  # fmt: skip


def _facts(bill: Bill, *, more: bool = True) -> list[tuple[str, Piece]]:
    words = bill.words
    facts: list[tuple[str, Piece]] = [
        (words["reference"], (bill.reference, "reference")), (words["when"], (bill.date(bill.when), "when")),
    ]  # fmt: skip
    if more:
        facts += [(words["order"], bill.order), (words["ordered"], bill.date(bill.ordered))]
        facts.insert(bill.random.randrange(3), (words["customer"], bill.customer))
    facts.append((words["due"], (bill.date(bill.due), "due")))
    return facts


def _table(sheet: Sheet, bill: Bill, y: float, columns: Sequence[float] = (60, 110, 440, 535)) -> float:
    """Set the goods; return where the totals may begin."""
    words, (count, item, each, amount) = bill.words, columns
    for x, code, align in (
        (count, "count", "left"),
        (item, "item", "left"),
        (each, "each", "right"),
        (amount, "sum", "right"),
    ):
        sheet.text(x, y, words[code], bold=True, size=9.5, align=align)
    sheet.rule(count, y + 5, amount)
    y += 20
    for line in bill.lines:
        sheet.text(count, y, str(line.count))
        sheet.text(item, y, line.item)
        sheet.text(each, y, bill.plain(line.each), align="right")
        sheet.text(amount, y, bill.plain(line.sum), align="right")
        y += 16
    sheet.rule(count, y - 6, amount)
    return y + 12


def _totals(sheet: Sheet, bill: Bill, y: float, label: float = 380, amount: float = 535) -> float:
    words = bill.words
    for code, value in (("net", bill.net), ("tax", bill.tax)):
        sheet.text(label, y, words[code])
        sheet.text(amount, y, bill.plain(value), align="right")
        y += 16
    sheet.text(label, y + 3, words["total"], bold=True, size=11)
    sheet.text(amount, y + 3, (bill.money(bill.total), "amount"), bold=True, size=11, align="right")
    return y + 30


def _title(bill: Bill) -> str:
    return bill.words["credit" if bill.is_credit else "title"]


def _face(random: random.Random, firm: Firm) -> str:
    return random.choice(
        ("roboto", "source") if firm.language == "pl" else ("sans", "serif", "roboto", "source", "sans")
    )


def classic(random: random.Random, *, credit: bool = False) -> Paper:
    """A large name at the left, the facts in two columns at the right."""
    bill = a_bill(random, random.choice(FIRMS), credit=credit)
    firm, sheet = bill.firm, Sheet(face=_face(random, bill.firm))
    sheet.text(60, 70, (firm.name, "who"), size=22, bold=True, colour=(0.1, 0.2, 0.4))
    sheet.lines(60, 90, (firm.street, firm.town, f"accounts@{firm.host}"), size=8.5)
    sheet.text(535, 70, _title(bill), size=16, align="right")
    sheet.lines(60, 160, TO)
    y = 160.0
    for label, value in _facts(bill):
        sheet.text(350, y, label, size=9.5)
        sheet.text(535, y, value, size=9.5, align="right")
        y += 15
    y = _totals(sheet, bill, _table(sheet, bill, 290))
    sheet.text(60, max(y, 700), bill.words["pay"], size=8.5)
    sheet.text(60, 790, f"{firm.legal or firm.name} · {bill.words['tax_number']}", size=7.5)
    return _paper("credit-classic" if credit else "invoice-classic", sheet, bill)


def credit(random: random.Random) -> Paper:
    return classic(random, credit=True)


def columns(random: random.Random) -> Paper:
    """The facts in a row of boxes, each label above its value."""
    bill = a_bill(random, random.choice(FIRMS))
    firm, sheet = bill.firm, Sheet(face=_face(random, bill.firm))
    sheet.block(0, 0, sheet.width, 60, (0.85, 0.9, 0.88))
    sheet.text(50, 38, (firm.name, "who"), size=18)
    sheet.text(545, 38, _title(bill).upper(), size=14, align="right")
    sheet.lines(50, 90, (bill.words["to"], *TO), size=9.5)
    facts = _facts(bill)[:5]
    step = 495 / len(facts)
    for at, (label, value) in enumerate(facts):
        x = 50 + at * step
        sheet.frame(x, 180, step, 34)
        sheet.text(x + 5, 192, label, size=7.5, colour=(0.4, 0.4, 0.4))
        sheet.text(x + 5, 207, value, size=9.5)
    if len(facts) < len(_facts(bill)):
        label, value = _facts(bill)[-1]
        sheet.text(50, 235, [f"{label}: ", value], size=9.5)  # type: ignore[list-item]
    y = _totals(sheet, bill, _table(sheet, bill, 265))
    sheet.lines(50, max(y, 690), (bill.words["pay"], f"{firm.street}, {firm.town} · www.{firm.host}"), size=8)
    return _paper("invoice-columns", sheet, bill)


def footer(random: random.Random) -> Paper:
    """The sender in a drawn mark that no reader can read, and in small print at the foot."""
    bill = a_bill(random, random.choice([firm for firm in FIRMS if firm.legal]))
    firm, sheet = bill.firm, Sheet(face=_face(random, bill.firm))
    for at in range(5):
        sheet.block(60 + at * 12, 40 + at * 4, 9, 44 - at * 6, (0.2, 0.4 + at * 0.08, 0.5))
    sheet.text(60, 130, _title(bill), size=20, bold=True)
    y = 160.0
    for label, value in _facts(bill, more=random.random() < 0.5):
        sheet.text(60, y, [f"{label}  ", value])  # type: ignore[list-item]
        y += 15
    sheet.lines(330, 160, TO)
    _totals(sheet, bill, _table(sheet, bill, 290))
    sheet.rule(60, 770, 535)
    sheet.text(
        60,
        783,
        [
            (firm.legal, "who"),
            f", {firm.street}, {firm.town}. Registered in Brae no. 0{random.randrange(100000, 999999)}.",
        ],
        size=7,
    )
    sheet.text(60, 793, bill.words["tax_number"], size=7)
    return _paper("invoice-footer", sheet, bill)


def typed(random: random.Random) -> Paper:
    """Typed by one person, everything said in sentences."""
    bill = a_bill(random, random.choice([firm for firm in FIRMS if not firm.legal]), most=3)
    firm, sheet = bill.firm, Sheet(face="typed")
    bill.style = random.choice(("long", "ordinal", "ordinal-of"))
    y = sheet.lines(70, 80, ((firm.name, "who"), firm.street, firm.town), size=11)
    sheet.text(70, y + 20, (bill.date(bill.when), "when"), size=11)
    y = sheet.lines(70, y + 55, TO, size=11) + 25
    sheet.text(70, y, ["Invoice ", (bill.reference, "reference")], size=11)
    y = sheet.prose(
        70,
        y + 30,
        450,
        f"For work done and goods delivered on {bill.date(bill.delivered)} as you ordered on {bill.date(bill.ordered)}:",
        size=11,
    )
    for line in bill.lines:
        sheet.text(70, y + 8, f"{line.count} x {line.item}", size=11)
        sheet.text(525, y + 8, bill.money(line.sum), size=11, align="right")
        y += 17
    sheet.text(70, y + 14, f"VAT at 20%: {bill.money(bill.tax)}", size=11)
    y = sheet.prose(
        70,
        y + 45,
        450,
        [
            "The total of this bill is",
            (bill.money(bill.total), "amount"),
            "and I would be glad to have it by",
            (bill.date(bill.due) + ".", "due"),
        ],
        size=11,
    )
    sheet.text(70, y + 40, "With thanks", size=11)
    return _paper("invoice-typed", sheet, bill)


def abroad(random: random.Random) -> Paper:
    """As firms on the continent set them: a line of the sender above the window, facts beside it."""
    bill = a_bill(random, random.choice(ABROAD), credit=random.random() < 0.15)
    firm, sheet = bill.firm, Sheet(face=_face(random, bill.firm))
    side = random.choice((60, 330))
    sheet.text(side, 60, (firm.name, "who"), size=17, bold=True)
    sheet.text(side, 76, f"{firm.street} · {firm.town} · {firm.country}", size=8)
    sheet.text(60, 132, f"{firm.name} · {firm.street} · {firm.town}", size=6.5)
    sheet.lines(60, 148, (*TO, "United Kingdom"), size=10)
    y = 150.0
    for label, value in _facts(bill, more=random.random() < 0.7):
        sheet.text(350, y, label + ":", size=9)
        sheet.text(455, y, value, size=9)
        y += 14
    sheet.text(
        60,
        270,
        _title(bill) if random.random() < 0.5 else [f"{_title(bill)} ", (bill.reference, "reference")],
        size=14,
        bold=True,
    )  # type: ignore[list-item]
    y = _totals(sheet, bill, _table(sheet, bill, 300))
    sheet.lines(
        60, max(y + 10, 720), (bill.words["pay"], bill.words["tax_number"], f"info@{firm.host}"), size=7.5
    )
    return _paper(f"invoice-abroad-{bill.language}", sheet, bill)


def two_parties(random: random.Random) -> Paper:
    """Seller and buyer side by side under their words, as invoices in Poland and elsewhere have it."""
    polish = random.random() < 0.6
    bill = a_bill(
        random, random.choice([firm for firm in ABROAD if firm.language == "pl"] if polish else FIRMS)
    )
    firm, sheet = bill.firm, Sheet(face="roboto")
    seller, buyer = ("Sprzedawca", "Nabywca") if polish else ("Seller", "Buyer")
    sheet.text(
        297, 60, [f"{_title(bill)}  ", (bill.reference, "reference")], size=15, bold=True, align="center"
    )
    sheet.text(535, 85, [f"{bill.words['when']}: ", (bill.date(bill.when), "when")], size=9, align="right")
    sheet.text(535, 98, f"{bill.words['delivered']}: {bill.date(bill.delivered)}", size=9, align="right")
    sheet.text(535, 111, [f"{bill.words['due']}: ", (bill.date(bill.due), "due")], size=9, align="right")
    left, right = (60, 320) if random.random() < 0.7 else (320, 60)
    sheet.text(left, 150, seller, size=9, bold=True)
    sheet.lines(left, 166, ((firm.name, "who"), firm.street, firm.town, bill.words["tax_number"]))
    sheet.text(right, 150, buyer, size=9, bold=True)
    sheet.lines(right, 166, TO)
    _totals(sheet, bill, _table(sheet, bill, 260))
    return _paper("invoice-two-parties", sheet, bill)


def american(random: random.Random) -> Paper:
    bill = a_bill(random, random.choice(AMERICAN))
    firm, sheet = bill.firm, Sheet(face=_face(random, bill.firm), size=(612, 792))
    sheet.text(306, 60, (firm.name, "who"), size=20, bold=True, align="center")
    sheet.text(
        306, 76, f"{firm.street}, {firm.town} · (555) 01{random.randrange(10, 99)}", size=9, align="center"
    )
    sheet.text(306, 110, "INVOICE", size=13, align="center")
    sheet.lines(60, 140, (bill.words["to"] + ":", *TO, "United Kingdom"))
    y = 140.0
    for label, value in _facts(bill):
        sheet.text(470, y, label, align="right", size=9)
        sheet.text(480, y, value, size=9)
        y += 14
    _totals(sheet, bill, _table(sheet, bill, 270))
    return _paper("invoice-american", sheet, bill)


def two_pages(random: random.Random) -> Paper:
    """So many goods that the total stands on the second page, with a sum carried forward on the first."""
    bill = a_bill(random, random.choice(FIRMS))
    firm, sheet = bill.firm, Sheet(face=_face(random, bill.firm))
    bill.lines = [type(bill.lines[0])(random.randint(1, 9), one.item, one.each) for one in bill.lines * 30][
        :42
    ]
    sheet.text(60, 60, (firm.name, "who"), size=16, bold=True)
    sheet.text(60, 75, f"{firm.street}, {firm.town}", size=9)
    sheet.lines(60, 110, TO)
    y = 110.0
    for label, value in _facts(bill, more=False):
        sheet.text(380, y, [f"{label} ", value])  # type: ignore[list-item]
        y += 15
    sheet.text(60, 215, _title(bill), size=14)
    whole, carried = bill.lines, sum((line.sum for line in bill.lines[:28]), bill.net * 0)
    bill.lines = whole[:28]
    y = _table(sheet, bill, 240)
    sheet.text(380, y, "Carried forward")
    sheet.text(535, y, bill.plain(carried), align="right")
    sheet.text(297, 810, "Page 1 of 2", size=8, align="center")
    sheet.turn()
    sheet.text(60, 50, f"{firm.name} · {_title(bill)} {bill.reference}", size=9)
    bill.lines = whole[28:]
    y = _table(sheet, bill, 90)
    bill.lines = whole
    _totals(sheet, bill, y)
    return _paper("invoice-two-pages", sheet, bill)


INVOICES: tuple[tuple[Callable[[random.Random], Paper], int], ...] = (
    (classic, 12), (columns, 10), (footer, 8), (typed, 8), (abroad, 24), (two_parties, 8), (american, 6), (two_pages, 6), (credit, 6),
)  # fmt: skip
