"""Invoices, bills and receipts, each of another hand."""

from __future__ import annotations

import io
import random
from datetime import timedelta
from decimal import Decimal
from email.message import EmailMessage

from bench.papers.truth import Paper
from bench.strangers.made import CENT, Firm, Made, accept
from bench.strangers.press import a_way, plain, pounds, sheet

from .world import ADDRESS, CLINIC, PLACES, SUPPLIERS, UTILITIES, a_day, docx, sums

US = ", ".join((CLINIC, *ADDRESS))
BLOCK = "<br>".join((CLINIC, *ADDRESS))


def dotted(rng: random.Random) -> Made:
    """All facts in one line, parted by dots; the sum in a coloured band."""
    firm, when, way = rng.choice(SUPPLIERS[:5]), a_day(rng), a_way(rng)
    lines, net, tax, total = sums(rng)
    due, own = when + timedelta(days=30), f"VW{rng.randrange(10000, 99999)}"
    goods = "".join(
        f"<div style='display:flex;justify-content:space-between'><span>{count} × {item}</span><span>{plain(value)}</span></div>"
        for item, count, _, value in lines
    )
    return sheet(
        f"""<div style='display:flex;justify-content:space-between;letter-spacing:.12em'><b style='font-size:15pt'>{firm.name.upper()}</b><span>INVOICE</span></div>
        <p style='margin:6mm 0'>No. {own} · {way(when)} · payable by {way(due)} · customer 0{rng.randrange(1000, 9999)}</p><p>{US}</p>
        <div style='margin:10mm 0'>{goods}</div><div style='display:flex;justify-content:space-between'><span>Net of VAT</span><span>{plain(net)}</span></div><div style='display:flex;justify-content:space-between'><span>VAT 20%</span><span>{plain(tax)}</span></div>
        <div style='background:#0a4;color:#fff;padding:3mm;display:flex;justify-content:space-between;font-size:14pt;margin-top:4mm'><span>Amount payable</span><span>{pounds(total)}</span></div>
        <p style='position:fixed;bottom:0;font-size:7pt'>{firm.legal or firm.name} · {firm.street} · {firm.town} · VAT GB 000 3344 55</p>""", face="Roboto"), Paper(
        layout="dotted", kind="invoice", data=b"", who=firm.name, when=when, reference=own, amount=total, currency="GBP", due=due, accept=accept(firm))  # fmt: skip


def typed(rng: random.Random) -> Made:
    """A person's own invoice, typed without any table."""
    firm, when = SUPPLIERS[7], a_day(rng)
    hours, rate = rng.randrange(3, 30), rng.choice((22, 25, 28))
    own, total = f"{rng.randrange(1, 60):02}", Decimal(hours * rate)
    return sheet(
        f"""<p>Marianne Rook<br>6 Chapel Steps<br>Thornby<br>TH2 1RR<br>Tel. 01632 960{rng.randrange(100, 999)}</p><p style='margin-top:8mm'>INVOICE NO. {own}</p><p>Date: {when:%B} {when.day}, {when.year}</p><p>To: {CLINIC}</p>
        <p>Bookkeeping, {hours} hours @ £{rate} per hour = £{total:,.2f}</p><p>TOTAL £{total:,.2f}</p><p>Please pay by bank transfer within two weeks.<br>Account name: M Rook&nbsp; Sort code 00-22-44&nbsp; Account 00778899</p><p>Thank you!</p>""",
        face="Serif", margin="25mm"), Paper(layout="typed", kind="invoice", data=b"", who=firm.name, when=when, reference=own, amount=total, currency="GBP")  # fmt: skip


def garage(rng: random.Random) -> Made:
    """Numbers of a car, its mileage, the day of its next test, labour and parts apart."""
    firm, when, way = SUPPLIERS[5], a_day(rng), a_way(rng)
    labour, parts = Decimal(rng.randrange(6000, 30000)) / 100, Decimal(rng.randrange(1000, 20000)) / 100
    tax = ((labour + parts) / 5).quantize(CENT)
    own, total = f"{rng.randrange(20000, 40000)}", labour + parts + tax
    return sheet(
        f"""<table width=100%><tr><td><h1 style='color:#a00'>{firm.name}</h1>{firm.street}, {firm.town}<td class=r>Invoice Number: {own}<br>Invoice Date: {way(when)}<br>Job No: {rng.randrange(1000, 9999)}<br>Page 1/1</table><p style='margin:6mm 0'>{BLOCK}</p>
        <table border=1 width=100%><tr><td>Reg.<td>TH{rng.randrange(10, 24)} ZZX<td>Mileage<td>{rng.randrange(20000, 99999)}<td>Vehicle<td>Van<td>Test due<td>{way(when + timedelta(days=200))}</table>
        <table width=100% style='margin-top:6mm'><tr><td>Service and brake fluid<td class=r>1<td class=r>{plain(labour)}<tr><td>Brake pads, set<td class=r>1<td class=r>{plain(parts)}</table>
        <table style='margin-left:110mm;margin-top:10mm'><tr><td>Labour<td class=r>{plain(labour)}<tr><td>Parts<td class=r>{plain(parts)}<tr><td>VAT<td class=r>{plain(tax)}<tr><td><b>Invoice Total</b><td class=r><b>{plain(total)}</b></table>""",
        face="DejaVu Sans Condensed"), Paper(layout="garage", kind="invoice", data=b"", who=firm.name, when=when, reference=own, amount=total, currency="GBP")  # fmt: skip


def discount(rng: random.Random) -> Made:
    """Who pays soon pays less: two sums and two days."""
    firm, when, way = rng.choice(SUPPLIERS[:5]), a_day(rng), a_way(rng)
    lines, net, tax, total = sums(rng)
    due, own = when + timedelta(days=30), f"{when:%y}-{rng.randrange(1000, 9999)}"
    less = (total * Decimal("0.98")).quantize(CENT)
    goods = "".join(
        f"<tr><td>{at}<td>{item}<td class=r>{count}<td class=r>{plain(each)}<td class=r>{plain(value)}"
        for at, (item, count, each, value) in enumerate(lines, 1)
    )
    return sheet(
        f"""<table width=100%><tr><td style='font-size:8pt'>Invoice to<br><span style='font-size:10pt'>{BLOCK}</span><td class=r><b>{firm.name}</b><br>{firm.street}<br>{firm.town}</table><h2 style='margin-top:8mm'>Invoice {own}</h2>
        <table><tr><td>Date<td>{way(when)}<tr><td>Customer reference<td>Ingleby/{rng.randrange(10, 99)}<tr><td>Terms<td>30 days<tr><td>Due<td>{way(due)}</table><table width=100% border=1 style='margin-top:6mm'><tr><th>#<th>Item<th>Qty<th>Unit<th>Line total{goods}</table>
        <table style='margin-left:105mm'><tr><td>Sub-total<td class=r>{plain(net)}<tr><td>VAT at 20%<td class=r>{plain(tax)}<tr><td><b>Total due</b><td class=r><b>{pounds(total)}</b></table><p>Pay {pounds(less)} if you pay by {way(when + timedelta(days=10))} (2% off).</p>""",
        face="Roboto"), Paper(layout="discount", kind="invoice", data=b"", who=firm.name, when=when, reference=own, amount=total, currency="GBP", due=due, accept=accept(firm))  # fmt: skip


def deposit(rng: random.Random) -> Made:
    """Part of it was paid before."""
    firm, when, way = rng.choice(SUPPLIERS[1:4]), a_day(rng), a_way(rng)
    lines, net, tax, total = sums(rng, least=2)
    before = (total / 4).quantize(CENT)
    own = f"S{rng.randrange(100000, 999999)}"
    goods = "".join(
        f"<tr><td>{item}<td class=r>{count}<td class=r>{plain(value)}" for item, count, _, value in lines
    )
    return sheet(
        f"""<h2 class=r>SALES INVOICE</h2><p><b>{firm.name}</b><br>{firm.street}, {firm.town}</p><table width=100%><tr><td><i>Sold to</i><br>{BLOCK}<td><table><tr><td>Document<td>{own}<tr><td>Dated<td>{way(when)}<tr><td>Order<td>{rng.randrange(4000, 5000)}<tr><td>Order date<td>{way(when - timedelta(days=8))}</table></table>
        <table width=100% style='margin:6mm 0'>{goods}</table><hr><table style='margin-left:100mm'><tr><td>Goods<td class=r>{plain(net)}<tr><td>VAT<td class=r>{plain(tax)}<tr><td>Total<td class=r>{plain(total)}<tr><td>Deposit received<td class=r>-{plain(before)}<tr><td><b>Balance to pay</b><td class=r><b>{plain(total - before)}</b></table>""",
        face="Serif"), Paper(layout="deposit", kind="invoice", data=b"", who=firm.name, when=when, reference=own, amount=total, currency="GBP", accept={"amount": [str(total - before)]})  # fmt: skip


def in_a_document(rng: random.Random) -> Made:
    """An invoice written with a word processor."""
    firm, when = rng.choice(SUPPLIERS[3:7]), a_day(rng)
    lines, net, tax, total = sums(rng)
    own, due = f"{rng.randrange(100, 999)}/B", when + timedelta(days=14)
    data = docx([firm.name, f"{firm.street}, {firm.town}", "INVOICE", [["Invoice no.", own], ["Date", f"{when.day} {when:%B %Y}"], ["Pay by", f"{due.day} {due:%B %Y}"]], f"To: {US}",
                 [["Description", "Qty", "Price", "Amount"], *[[item, str(count), plain(each), plain(value)] for item, count, each, value in lines], ["", "", "Net", plain(net)], ["", "", "VAT 20%", plain(tax)], ["", "", "Total", plain(total)]], "With thanks"])  # fmt: skip
    return "", Paper(layout="in-a-document", kind="invoice", data=data, suffix=".docx", who=firm.name, when=when, reference=own, amount=total, currency="GBP", due=due)  # fmt: skip


def in_a_sheet(rng: random.Random) -> Made:
    """An invoice written with a spreadsheet."""
    from openpyxl import Workbook

    firm, when = rng.choice(SUPPLIERS[3:7]), a_day(rng)
    lines, net, tax, total = sums(rng)
    own = f"W-{rng.randrange(100, 999)}"
    book = Workbook()
    page = book.active
    for row in (
        [firm.name], [firm.street, firm.town], [], ["Invoice", own], ["Date", when], [], ["Bill to", CLINIC], [], ["Item", "Number", "Each", "Total"],
        *[[item, count, float(each), float(value)] for item, count, each, value in lines], [], ["", "", "Net", float(net)], ["", "", "VAT", float(tax)], ["", "", "Total", float(total)],
    ):  # fmt: skip
        page.append(row)
    out = io.BytesIO()
    book.save(out)
    return "", Paper(layout="in-a-sheet", kind="invoice", data=out.getvalue(), suffix=".xlsx", who=firm.name, when=when, reference=own, amount=total, currency="GBP")  # fmt: skip


def in_a_mail(rng: random.Random) -> Made:
    """A receipt as a mail in HTML."""
    firm, when = Firm("Petfile Online", "", ""), a_day(rng)
    fee, own = Decimal(rng.choice((900, 1900, 4900))) / 100, f"PF-{rng.randrange(10**5, 10**6)}"
    mail = EmailMessage()
    mail["From"], mail["To"], mail["Subject"] = (
        "Petfile Online <billing@petfile.example>",
        "office@thornbyclinic.example",
        f"Your Petfile receipt {own}",
    )
    mail["Date"] = f"{when:%a, %d %b %Y} 09:12:00 +0000"
    mail.set_content(
        f"Thanks for your payment.\n\nReceipt: {own}\nDate: {when:%d %b %Y}\nPlan: Practice, monthly\nTotal paid: GBP {fee:.2f}\n"
    )
    mail.add_alternative(
        f"<h1>Thanks for your payment</h1><table><tr><td>Receipt<td>{own}<tr><td>Date<td>{when:%d %b %Y}<tr><td>Plan<td>Practice, monthly<tr><td>Total paid<td>£{fee:.2f}</table>",
        subtype="html",
    )
    return "", Paper(layout="in-a-mail", kind="bill", data=mail.as_bytes(), suffix=".eml", who=firm.name, when=when, reference=own, amount=fee, currency="GBP")  # fmt: skip


def broadband(rng: random.Random) -> Made:
    """A greeting by a firm, and a table of what changed since last month."""
    firm, when, way = UTILITIES[1], a_day(rng), a_way(rng)
    fee, extra = Decimal(rng.randrange(2500, 6000)) / 100, Decimal(rng.randrange(0, 900)) / 100
    due, own = when + timedelta(days=14), f"CL{rng.randrange(10**7, 10**8)}"
    return sheet(
        f"""<h1 style='color:#50a'>clearline</h1><p style='font-size:16pt'>Hello. Here's your latest bill.</p><table width=100%><tr><td><div style='font-size:8pt'>Total to pay</div><div style='font-size:22pt'>{pounds(fee + extra)}</div><td><div style='font-size:8pt'>We'll take this on</div><div style='font-size:14pt'>{way(due)}</div></table>
        <table style='margin:6mm 0'><tr><td>Account<td>{rng.randrange(10**7, 10**8)}<tr><td>Bill<td>{own}<tr><td>Made on<td>{way(when)}</table><p>{BLOCK}</p>
        <table width=100%><tr><th>What<th class=r>Last month<th class=r>This month<tr><td>Fibre 300<td class=r>{pounds(fee)}<td class=r>{pounds(fee)}<tr><td>Calls and extras<td class=r>£0.00<td class=r>{pounds(extra)}</table><p style='font-size:7.5pt;margin-top:20mm'>Clearline Broadband, Fibre Works, Carrowby CB7 7BB</p>""",
        face="Roboto"), Paper(layout="broadband", kind="bill", data=b"", who=firm.name, when=when, reference=own, amount=fee + extra, currency="GBP", due=due, accept={"who": ["Clearline"]})  # fmt: skip


def waste(rng: random.Random) -> Made:
    """A bill with an old balance that was not paid."""
    firm, when, way = UTILITIES[3], a_day(rng), a_way(rng)
    lifts, old = rng.randrange(3, 9), Decimal(rng.randrange(3000, 9000)) / 100
    new = lifts * Decimal("14.50")
    tax = (new / 5).quantize(CENT)
    own = f"{rng.randrange(300000, 400000)}"
    return sheet(
        f"""<table width=100%><tr><td><h2>{firm.name}</h2>{firm.street}<br>{firm.town}<td class=r>Bill {own}<br>Billing date {way(when)}<br>Site 0{rng.randrange(10, 99)}</table><p style='margin:6mm 0'>{BLOCK}</p><table width=100%><tr><td>Balance at last bill<td class=r>{plain(old)}<tr><td>Payments received<td class=r>0.00<tr><td>{lifts} lifts, 240 l bin<td class=r>{plain(new)}<tr><td>VAT<td class=r>{plain(tax)}<tr><td>Charges this month<td class=r>{plain(new + tax)}<tr><td><b>Now due</b><td class=r><b>{pounds(old + new + tax)}</b></table><p>Settle within 14 days to keep your collections.</p>""",
        face="DejaVu Serif Condensed"), Paper(layout="waste", kind="bill", data=b"", who=firm.name, when=when, reference=own, amount=old + new + tax, currency="GBP", accept={"amount": [str(new + tax)]})  # fmt: skip


def meal(rng: random.Random) -> Made:
    """A restaurant: a table's number, covers, a service charge."""
    firm, when = PLACES[0], a_day(rng)
    food = [("Soup", "6.50"), ("Fish pie", "14.95"), ("Lemon tart", "6.75"), ("Coffee", "3.10")]
    lines = [(name, Decimal(each)) for name, each in rng.sample(food, rng.randrange(2, 5))]
    net = sum((each for _, each in lines), Decimal(0))
    extra = (net / 10).quantize(CENT)
    own = f"{rng.randrange(10000, 99999)}"
    return sheet(
        f"""<div style='text-align:center'><h3>{firm.name}</h3>{firm.street}, {firm.town}<br>VAT no. 000 1122 33</div><p>Table {rng.randrange(1, 20)} &nbsp; Covers {len(lines)} &nbsp; Check {own}<br>{when:%d %b %Y} 13:{rng.randrange(10, 59)} &nbsp; Server: Jo</p>
        <table width=100%>{"".join(f"<tr><td>1 {name}<td class=r>{each}" for name, each in lines)}<tr><td>Food total<td class=r>{net}<tr><td>Service 10%<td class=r>{extra}<tr style='font-size:12pt'><td><b>TOTAL</b><td class=r><b>£{net + extra}</b></table><p style='text-align:center'>Card ****0042 {net + extra}<br>Please come again</p>""",
        face="Roboto", page="80mm 150mm", margin="6mm"), Paper(layout="meal", kind="bill", data=b"", who=firm.name, when=when, amount=net + extra, currency="GBP", accept={"reference": [own]})  # fmt: skip


def fuel(rng: random.Random) -> Made:
    firm, when = PLACES[1], a_day(rng)
    litres, each = Decimal(rng.randrange(1500, 6000)) / 100, Decimal(rng.randrange(1380, 1590)) / 1000
    total, own = (litres * each).quantize(CENT), f"{rng.randrange(100000, 999999)}"
    return sheet(
        f"""<pre style='font-family:"DejaVu Sans Mono";font-size:8pt'>{firm.name.upper():^28}
{"A99 NORTH THORNBY":^28}

DATE {when:%d.%m.%Y}  TIME 08:{rng.randrange(10, 59)}
RECEIPT {own}   PUMP 0{rng.randrange(1, 8)}

DIESEL
{litres:>8} L  @ {each} {total:>9}

VAT 20% INCL {(total / 6).quantize(CENT):>14}
TOTAL GBP {total:>17}
DEBIT CARD {total:>16}
XXXXXXXXXXXX0042
APPROVED {rng.randrange(1000, 9999)}
</pre>""", face="DejaVu Sans Mono", page="72mm 110mm", margin="5mm"), Paper(layout="fuel", kind="bill", data=b"", who=firm.name, when=when, amount=total, currency="GBP", reference=own)  # fmt: skip


def parking(rng: random.Random) -> Made:
    firm, when = PLACES[3], a_day(rng)
    fee = Decimal(rng.choice((240, 480, 720, 1100))) / 100
    return sheet(
        f"""<div style='text-align:center'><b>{firm.name}</b><br>{firm.street}, {firm.town}<h3>PAY AND DISPLAY</h3><div style='font-size:8pt'>EXPIRES</div><div style='font-size:20pt'>17:{rng.randrange(10, 59)}</div>{when:%d %b %y}<p>Fee paid {pounds(fee)} &nbsp; Machine 4</p><p>Ticket {rng.randrange(10000, 99999)}</p></div>""",
        face="Roboto", page="60mm 90mm", margin="4mm"), Paper(layout="parking", kind="bill", data=b"", who=firm.name, when=when, amount=fee, currency="GBP", accept={"reference": ["*"]})  # fmt: skip


MONEY = (
    (dotted, 6),
    (typed, 5),
    (garage, 6),
    (discount, 6),
    (deposit, 5),
    (in_a_document, 5),
    (in_a_sheet, 4),
    (in_a_mail, 4),
    (broadband, 6),
    (waste, 5),
    (meal, 5),
    (fuel, 5),
    (parking, 4),
)
