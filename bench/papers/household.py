"""Bills for current, water and telephone, receipts from shops, and papers that look like invoices and are none."""

from __future__ import annotations

import io
import random
from collections.abc import Callable
from datetime import timedelta
from decimal import Decimal
from email.message import EmailMessage

from .bills import CENT, a_bill, a_day
from .invoices import TO, _face, _table, _totals
from .sheet import Sheet
from .truth import Paper
from .world import FIRMS, OUR_HOST, SHOPS, TRUST, UTILITIES
from .writing import write_date, write_money

Maker = Callable[[random.Random], Paper]


def _sum(random: random.Random, low: float, high: float) -> Decimal:
    return Decimal(str(random.uniform(low, high))).quantize(CENT)


def utility(random: random.Random) -> Paper:
    """A bill with an old balance: what is to be paid stands large, and again in the summary."""
    firm, when = random.choice(UTILITIES), a_day(random)
    style = random.choice(("long", "short", "slash"))
    sheet = Sheet(face=random.choice(("sans", "roboto")))
    before, used = _sum(random, 20, 200), _sum(random, 40, 400)
    tax = (used * Decimal("0.05")).quantize(CENT)
    total = used + tax if random.random() < 0.5 else before + used + tax
    number = f"{random.randrange(10**8, 10**9)}"
    due = when + timedelta(days=14)
    sheet.block(0, 0, sheet.width, 46, (0.3, 0.15, 0.35))
    sheet.text(50, 30, (firm.name, "who"), size=17, bold=True, colour=(1, 1, 1))
    sheet.lines(50, 80, TO)
    y = 80.0
    for label, value in (
        ("Account number", f"{random.randrange(10**7, 10**8)}"), (random.choice(("Bill number", "Bill no.", "Statement number")), (number, "reference")),
        (random.choice(("Bill date", "Date of bill", "Date of this bill")), (write_date(when, style), "when")),
        ("Bill period", f"{write_date(when - timedelta(days=92), style)} to {write_date(when - timedelta(days=2), style)}"),
    ):  # fmt: skip
        sheet.text(330, y, label, size=9, bold=True)
        sheet.text(430, y, value, size=9)
        y += 14
    sheet.text(50, 190, f"Your {firm.trade} bill", size=20)
    sheet.frame(50, 210, 495, 60)
    sheet.text(65, 245, random.choice(("Please pay", "Amount due", "Total to pay", "What you owe")), size=13)
    sheet.text(530, 245, (write_money(total, "GBP", "1,234.56"), "amount"), size=18, bold=True, align="right")
    sheet.text(65, 262, ["by ", (write_date(due, style), "due")], size=9)
    rows = [("Balance from your last bill", before)]
    if total == used + tax:
        rows.append((f"Payment received {write_date(when - timedelta(days=60), style)}, thank you", -before))
    y = 310.0
    for label, value in (
        *rows,
        ("Charges for this period", used),
        ("VAT at 5%", tax),
        ("Balance now", total),
    ):
        sheet.text(50, y, label)
        sheet.text(545, y, write_money(value, "GBP", "1,234.56").replace("£-", "-£"), align="right")
        y += 18
    sheet.text(
        50,
        780,
        f"{firm.name}, {firm.street}, {firm.town}. Next reading about {write_date(when + timedelta(days=88), style)}.",
        size=8,
    )
    return Paper(
        layout="bill-utility", kind="bill", data=sheet.pdf(), who=firm.name, when=when, reference=number, amount=total, currency="GBP",
        due=due, boxes=sheet.boxes,
    )  # fmt: skip


def till(random: random.Random) -> Paper:
    """A narrow slip from a till: the total, what was given and the change."""
    firm = random.choice(SHOPS)
    bill = a_bill(random, firm)
    sheet = Sheet(face="typed", size=(226, 420 + 14 * len(bill.lines)))
    total = bill.net
    given = (total / 10).to_integral_value(rounding="ROUND_UP") * 10
    number = f"{random.randrange(1000, 99999)}"
    y = sheet.lines(113, 30, ((firm.name, "who"), firm.street, firm.town), size=10, align="center") + 10
    style = random.choice(("slash", "slash2", "short", "dots2"))
    head = [
        (write_date(bill.when, style), "when"),
        f"  {random.randrange(8, 19):02}:{random.randrange(60):02}",
    ]
    if random.random() < 0.6:
        sheet.text(14, y, head, size=9)  # type: ignore[arg-type]
        y += 16
        head = []
    for line in bill.lines:
        sheet.text(14, y, f"{line.count} {line.item[:20]}", size=8.5)
        sheet.text(212, y, bill.plain(line.sum), size=8.5, align="right")
        y += 14
    sheet.rule(14, y - 6, 212)
    for label, amount in (
        (random.choice(("TOTAL", "Total", "TO PAY", "TOTAL GBP")), (write_money(total, "GBP", "1234.56", random.choice(("before", "none"))), "amount")),
        *((("CASH", bill.plain(given)), ("CHANGE", bill.plain(given - total))) if random.random() < 0.5 else (("CARD ****0012", bill.plain(total)),)),
        ("incl. VAT 20%", bill.plain((total / 6).quantize(CENT))),
    ):  # fmt: skip
        sheet.text(14, y + 8, label, size=10, bold=label.upper().startswith("TO"))
        sheet.text(212, y + 8, amount, size=10, align="right")
        y += 15
    y += 20
    if head:
        sheet.text(14, y, head, size=9)  # type: ignore[arg-type]
        y += 14
    sheet.text(14, y, [random.choice(("Receipt ", "Receipt no. ", "Trans: ")), (number, "reference")], size=9)
    sheet.lines(
        113,
        y + 24,
        ("Thank you for your custom", f"VAT no. GB 000 {random.randrange(1000, 9999)} 00"),
        size=8,
        align="center",
    )
    return Paper(
        layout="receipt-till",
        kind="bill",
        data=sheet.pdf(),
        who=firm.name,
        when=bill.when,
        reference=number,
        amount=total,
        currency="GBP",
        boxes=sheet.boxes,
    )


def subscription(random: random.Random) -> Paper:
    """A receipt that came as a mail, with an HTML part."""
    firm, when = random.choice(UTILITIES[2:]), a_day(random)
    amount, number = _sum(random, 8, 60), f"R-{random.randrange(10**6, 10**7)}"
    mail = EmailMessage()
    mail["From"], mail["To"] = f"{firm.name} <billing@{firm.host}>", f"{TRUST} <office@{OUR_HOST}>"
    mail["Subject"] = random.choice(("Your receipt", f"Receipt {number}", "Thank you for your payment"))
    mail["Date"] = f"{when:%a, %d %b %Y} 07:{random.randrange(60):02}:00 +0000"
    day = write_date(when, random.choice(("long", "ordinal", "slash")))
    mail.set_content(
        f"Hello,\n\nthank you, your payment has arrived.\n\nReceipt number: {number}\nPaid on: {day}\n"
        f"{firm.trade.title()}, one month: £{amount}\nTotal paid: £{amount}\n\nYour next payment is due on "
        f"{write_date(when + timedelta(days=30), 'long')}.\n\n{firm.name}\n{firm.street}, {firm.town}\n"
    )  # fmt: skip
    mail.add_alternative(
        f"<html><head><style>td {{color: #333}}</style></head><body><h2>{firm.name}</h2><p>Thank you, your payment has arrived.</p>"
        f"<table><tr><td>Receipt number</td><td>{number}</td></tr><tr><td>Paid on</td><td>{day}</td></tr>"
        f"<tr><td><b>Total paid</b></td><td><b>&pound;{amount}</b></td></tr></table></body></html>", subtype="html",
    )  # fmt: skip
    return Paper(
        layout="receipt-mail",
        kind="bill",
        data=mail.as_bytes(),
        suffix=".eml",
        who=firm.name,
        when=when,
        reference=number,
        amount=amount,
        currency="GBP",
    )


def lookalike(random: random.Random) -> Paper:
    """A quotation, an order, a delivery note or a statement of account: set like an invoice, and none."""
    bill = a_bill(random, random.choice(FIRMS))
    firm, sheet = bill.firm, Sheet(face=_face(random, bill.firm))
    what = random.choice(("Quotation", "Delivery note", "Order confirmation", "Pro forma invoice"))
    sheet.text(60, 70, (firm.name, "who"), size=19, bold=True)
    sheet.text(60, 86, f"{firm.street}, {firm.town}", size=9)
    sheet.lines(60, 130, TO)
    sheet.text(350, 130, what.upper() if random.random() < 0.5 else what, size=15, bold=True)
    label = {
        "Quotation": "Quotation no.",
        "Delivery note": "Delivery note no.",
        "Order confirmation": "Order no.",
        "Pro forma invoice": "Pro forma no.",
    }[what]
    sheet.text(350, 155, [f"{label} ", (bill.reference, "reference")])
    sheet.text(350, 170, ["Date ", (bill.date(bill.when), "when")])
    if what == "Quotation":
        sheet.text(350, 185, f"Valid until {bill.date(bill.due)}")
    priced = what != "Delivery note"
    if priced:
        _totals(sheet, bill, _table(sheet, bill, 250))
        sheet.text(
            60,
            700,
            "This is not an invoice."
            if what != "Order confirmation"
            else "The goods leave our store within a week.",
            size=9,
        )
    else:
        for at, line in enumerate(bill.lines):
            sheet.text(60, 250 + at * 18, f"{line.count} × {line.item}")
        sheet.text(60, 420, "Received in good order: ......................", size=10)
    return Paper(
        layout="lookalike-" + what.split()[0].lower(), kind="other", data=sheet.pdf(), who=firm.name, when=bill.when, reference=bill.reference,
        amount=bill.total if priced else None, currency="GBP" if priced else None, boxes=sheet.boxes,
        accept={"who": [firm.legal]} if firm.legal else {},
    )  # fmt: skip


def statement(random: random.Random) -> Paper:
    """What is open with a firm: many dates, numbers and sums, and a balance."""
    firm, when = random.choice(FIRMS), a_day(random)
    sheet = Sheet(face="sans")
    style = random.choice(("slash", "short", "long"))
    sheet.text(60, 70, (firm.name, "who"), size=18, bold=True)
    sheet.text(60, 110, "Statement of account", size=15)
    sheet.lines(60, 140, TO)
    account = f"{firm.name[:3].upper()}{random.randrange(100, 999)}"
    sheet.text(380, 140, [random.choice(("Statement date: ", "Date: ")), (write_date(when, style), "when")])
    sheet.text(380, 155, ["Account: ", (account, "reference")])
    y, balance = 240.0, Decimal()
    for x, label in ((60, "Date"), (160, "Document"), (400, "Debit"), (535, "Balance")):
        sheet.text(x, y, label, bold=True, align="right" if x > 300 else "left")
    for at in range(random.randint(3, 8)):
        y += 17
        amount = _sum(random, 30, 900)
        balance += amount
        sheet.text(60, y, write_date(when - timedelta(days=60 - at * 7), style))
        sheet.text(160, y, f"Invoice {random.randrange(1000, 9999)}")
        sheet.text(400, y, write_money(amount, "GBP", "1,234.56", "none"), align="right")
        sheet.text(535, y, write_money(balance, "GBP", "1,234.56", "none"), align="right")
    sheet.text(400, y + 35, "Balance outstanding", bold=True, align="right")
    sheet.text(535, y + 35, (write_money(balance, "GBP", "1,234.56"), "amount"), bold=True, align="right")
    return Paper(
        layout="statement", kind="other", data=sheet.pdf(), who=firm.name, when=when, amount=balance, currency="GBP", boxes=sheet.boxes,
        accept={"who": [firm.legal] if firm.legal else [], "reference": [account]},
    )  # fmt: skip


def sheet_of_hours(random: random.Random) -> Paper:
    """A bill kept in a spreadsheet."""
    from openpyxl import Workbook

    bill = a_bill(random, random.choice([firm for firm in FIRMS if not firm.legal]))
    book = Workbook()
    page = book.active
    assert page is not None
    page.title = "Invoice"
    for row in (
        [bill.firm.name], [bill.firm.street], [bill.firm.town], [], ["Invoice", bill.reference], ["Date", bill.when], ["For", TRUST], [],
        ["Qty", "Description", "Price", "Sum"], *([line.count, line.item, float(line.each), float(line.sum)] for line in bill.lines), [],
        [None, None, "Net", float(bill.net)], [None, None, "VAT", float(bill.tax)], [None, None, "Total", float(bill.total)],
    ):  # fmt: skip
        page.append(row)
    out = io.BytesIO()
    book.save(out)
    return Paper(
        layout="invoice-workbook", kind="invoice", data=out.getvalue(), suffix=".xlsx", who=bill.firm.name, when=bill.when,
        reference=bill.reference, amount=bill.total, currency="GBP",
    )  # fmt: skip


HOUSEHOLD: tuple[tuple[Maker, int], ...] = (
    (utility, 14),
    (till, 14),
    (subscription, 5),
    (lookalike, 14),
    (statement, 6),
    (sheet_of_hours, 4),
)
