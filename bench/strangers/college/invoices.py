"""Invoices and credit notes in English, each layout set its own way."""

from __future__ import annotations

import random
from collections.abc import Callable
from datetime import date, timedelta
from decimal import Decimal

from bench.papers.truth import Paper
from bench.strangers.press import FACES, a_way, plain, pounds, sheet

from .world import ADDRESS, COLLEGE, FIRMS, STAFF, Account, an_account

TO = "<br>".join((COLLEGE, *ADDRESS))
Made = tuple[str, Paper]


def of(
    layout: str,
    account: Account,
    html: str,
    *,
    sign: int = 1,
    due: bool = True,
    currency: str = "GBP",
    language: str = "en",
) -> Made:
    return html, Paper(
        layout=layout, kind="invoice", data=b"", who=account.firm.name, when=account.when, reference=account.number,
        amount=sign * account.total, currency=currency, due=account.due if due else None, language=language,
        accept={"who": [account.firm.legal]} if account.firm.legal else {},
    )  # fmt: skip


def rows(account: Account, money: Callable[[Decimal], str] = plain, *, first: str = "item") -> str:
    told = []
    for line in account.lines:
        cells = {"item": f"<td>{line.item}", "count": f"<td>{line.count}"}
        order = ("item", "count") if first == "item" else ("count", "item")
        told.append(
            "<tr>"
            + "".join(cells[one] for one in order)
            + f"<td class=r>{money(line.each)}<td class=r>{money(line.sum)}"
        )
    return "".join(told)


def first_sum(rng: random.Random) -> Made:
    """What is to pay and until when stands above all else, large."""
    a, way = an_account(rng, rng.choice(FIRMS)), a_way(rng)
    return of("first-sum", a, sheet(
        f"""<table width=100%><tr><td><h1>Invoice</h1><table class=f><tr><td><b>Invoice number</b><td><b>{a.number}</b><tr><td>Date of issue<td>{way(a.when)}
        <tr><td>Date due<td>{way(a.due)}</table><td class=r><h2 style='color:#777'>{a.firm.name}</h2></table>
        <table width=100% style='margin:20px 0'><tr><td><b>{a.firm.legal or a.firm.name}</b><br>{a.firm.street}<br>{a.firm.town}<td><b>Bill to</b><br>{TO}</table>
        <h2>{pounds(a.total)} due {way(a.due)}</h2><p><a>Pay online</a></p>
        <table width=100%><tr style='font-size:8pt'><th>Description<th>Qty<th class=r>Unit price<th class=r>Amount{rows(a, pounds)}
        <tr><td><td colspan=2>Subtotal<td class=r>{pounds(a.net)}<tr><td><td colspan=2>VAT ({a.rate}%)<td class=r>{pounds(a.tax)}
        <tr><td><td colspan=2>Total<td class=r>{pounds(a.total)}<tr><td><td colspan=2><b>Amount due</b><td class=r><b>{pounds(a.total)}</b></table>""",
        face="Roboto", css=".f td{padding-left:0}",
    ))  # fmt: skip


def ledger(rng: random.Random) -> Made:
    """A printer of the old kind: capitals, one width of letter, short labels."""
    a = an_account(rng, rng.choice(FIRMS))
    day = lambda d: f"{d:%d/%m/%y}"  # noqa: E731
    facts = [
        ("INV NO", a.number),
        ("TAX POINT", day(a.when)),
        ("A/C REF", f"SAL{rng.randrange(100, 999)}"),
        ("ORDER NO", f"PO{rng.randrange(2000, 9000)}"),
        ("PAGE", "1 OF 1"),
    ]
    return of("ledger", a, sheet(
        f"""<pre style='font-family:"DejaVu Sans Mono";font-size:9pt'>{a.firm.name.upper()}
{a.firm.street.upper()}, {a.firm.town.upper()}

                                  *** I N V O I C E ***

{chr(10).join(f"{one.upper():<44}{label:<12}{value}" for one, (label, value) in zip((COLLEGE, *ADDRESS, ""), facts, strict=True))}

{"QTY":<6}{"DETAILS":<40}{"PRICE":>12}{"GOODS":>12}
{"-" * 70}
{chr(10).join(f"{line.count:<6}{line.item[:38].upper():<40}{plain(line.each):>12}{plain(line.sum):>12}" for line in a.lines)}
{"-" * 70}
{"":<40}{"GOODS TOTAL":<18}{plain(a.net):>12}
{"":<40}{f"VAT AT {a.rate}.00%":<18}{plain(a.tax):>12}
{"":<40}{"INVOICE TOTAL":<18}{plain(a.total):>12}

E & O E      TERMS: STRICTLY {(a.due - a.when).days} DAYS      VAT REG 000 4455 66
</pre>""", face="DejaVu Sans Mono"), due=False)  # fmt: skip


def sidebar(rng: random.Random) -> Made:
    """A dark column at the left holds all facts, each label small above its value."""
    a, way = an_account(rng, rng.choice(FIRMS)), a_way(rng)
    facts = (
        ("Invoice", a.number),
        ("Issued", way(a.when)),
        ("Payable by", way(a.due)),
        ("Your order", f"SL-{rng.randrange(100, 999)}"),
        ("Bank", "00-11-22 &nbsp; 00445566"),
    )
    return of("sidebar", a, sheet(
        f"""<div style='position:absolute;left:0;top:0;width:52mm;height:250mm;background:#24404a;color:#fff;padding:12mm 6mm'>
        <div style='font-size:16pt;font-weight:700;margin-bottom:16mm'>{a.firm.name}</div>
        {"".join(f"<div style='font-size:7pt;opacity:.8'>{label}</div><div style='margin-bottom:5mm'>{value}</div>" for label, value in facts)}</div>
        <div style='margin-left:72mm;padding-top:14mm'><p style='font-size:8pt'>For</p><p>{TO}</p>
        <table width=100% style='margin-top:20mm'>{rows(a, pounds, first="count")}</table><hr>
        <table width=100%><tr><td>Net<td class=r>{pounds(a.net)}<tr><td>VAT<td class=r>{pounds(a.tax)}<tr style='font-size:14pt'><td>To pay<td class=r>{pounds(a.total)}</table></div>""",
        face="Roboto", margin="0"))  # fmt: skip


def fee_note(rng: random.Random) -> Made:
    """An account in the form of a letter."""
    a = an_account(rng, rng.choice(FIRMS), rate=0, most=4)
    what = " and ".join(line.item.lower() for line in a.lines)
    return of("fee-note", a, sheet(
        f"""<div class=r>{a.firm.name}<br>{a.firm.street}<br>{a.firm.town}<br><br>{a.when.day} {a.when:%B %Y}</div><p>{TO}</p>
        <p><b>FEE NOTE {a.number}</b></p><p>Dear {rng.choice(STAFF)},</p>
        <p>To {what}, carried out at the College between {(a.when - timedelta(days=20)):%d %B} and {(a.when - timedelta(days=6)):%d %B %Y}, as agreed:</p>
        <p style='margin-left:90mm'><b>{pounds(a.total)}</b></p><p>No VAT is charged. I should be grateful for settlement by {a.due.day} {a.due:%B %Y}.</p>
        <p>With kind regards</p><p style='margin-top:16mm'>{a.firm.name}</p>""", face="Serif", margin="28mm"))  # fmt: skip


def caption_below(rng: random.Random) -> Made:
    """Values are large and what they are stands beneath them in small letters."""
    a, way = an_account(rng, rng.choice(FIRMS)), a_way(rng)
    facts = ((a.number, "invoice number"), (way(a.when), "date of invoice"), (way(a.due), "please pay by"))
    return of("caption-below", a, sheet(
        f"""<table width=100%><tr><td><h1 style='font-weight:400'>{a.firm.name}</h1><td class=r style='font-size:8pt'>{a.firm.street}<br>{a.firm.town}</table><hr>
        <table width=100%><tr>{"".join(f"<td><div style='font-size:13pt'>{value}</div><div style='font-size:7pt;color:#777'>{label}</div>" for value, label in facts)}</table>
        <p style='margin:12mm 0'>{TO}</p><table width=100%>{rows(a)}</table>
        <table width=100% style='margin-top:10mm'><tr><td class=r><div style='font-size:11pt'>{pounds(a.net)}</div><div style='font-size:7pt;color:#777'>net</div>
        <td class=r><div style='font-size:11pt'>{pounds(a.tax)}</div><div style='font-size:7pt;color:#777'>VAT</div><td class=r><div style='font-size:17pt'>{pounds(a.total)}</div><div style='font-size:7pt;color:#777'>total</div></table>""",
        face="Roboto"))  # fmt: skip


def hours(rng: random.Random) -> Made:
    """Days of work with a date each, before the sum."""
    a, way = an_account(rng, rng.choice(FIRMS), rate=rng.choice((0, 20)), most=6), a_way(rng)
    line = a.lines[0]
    days = "".join(
        f"<tr><td>{way(a.when - timedelta(days=30 - at * 3))}<td>{line.item}<td class=r>1<td class=r>{plain(line.each)}"
        for at in range(line.count)
    )
    a = Account(a.firm, (line,), a.rate, a.number, a.when, a.due)
    return of("hours", a, sheet(
        f"""<p style='font-size:15pt'>{a.firm.name}</p><p>{a.firm.street} · {a.firm.town}</p><p>{COLLEGE}, {", ".join(ADDRESS)}</p>
        <p><b>Invoice {a.number}</b> &nbsp;&nbsp; {way(a.when)}</p><table border=1 width=100%><tr><th>Date<th>Work<th>Units<th>£{days}
        <tr><td colspan=3 class=r>Net<td class=r>{plain(a.net)}<tr><td colspan=3 class=r>VAT {a.rate}%<td class=r>{plain(a.tax)}<tr><td colspan=3 class=r><b>Total</b><td class=r><b>{plain(a.total)}</b></table>
        <p style='margin-top:8mm'>Payment within {(a.due - a.when).days} days, please. Thank you for your custom!</p>""", face=rng.choice(FACES)), due=False)  # fmt: skip


def two_pages(rng: random.Random) -> Made:
    """A long list over two pages with sums carried forward."""
    a, way = an_account(rng, rng.choice(FIRMS)), a_way(rng)
    long = tuple(line for _ in range(16) for line in a.lines)[:34]
    a = Account(a.firm, long, a.rate, a.number, a.when, a.due)
    half = sum((line.sum for line in long[:20]), Decimal(0))

    def head(n: int) -> str:
        return f"<table width=100%><tr><td><b>{a.firm.name}</b><br>{a.firm.street}, {a.firm.town}<td class=r>Invoice {a.number}<br>{way(a.when)}<br>Page {n} of 2</table><hr>"

    part = lambda lines: rows(Account(a.firm, lines, a.rate, a.number, a.when, a.due))  # noqa: E731
    return of("two-pages", a, sheet(
        f"""{head(1)}<p>{TO}</p><p>Delivered {way(a.when - timedelta(days=3))} &nbsp; Order {rng.randrange(10000, 99999)}</p><table width=100%><tr><th>Item<th>No.<th class=r>Each<th class=r>Value{part(long[:20])}
        <tr><td colspan=3>Carried forward<td class=r>{plain(half)}</table><div style='break-after:page'></div>{head(2)}
        <table width=100%><tr><td colspan=3>Brought forward<td class=r>{plain(half)}{part(long[20:])}<tr><td colspan=3 class=r>Total goods<td class=r>{plain(a.net)}
        <tr><td colspan=3 class=r>VAT<td class=r>{plain(a.tax)}<tr><td colspan=3 class=r><b>Payable</b><td class=r><b>{pounds(a.total)}</b></table><p>Due for payment on or before {way(a.due)}.</p>""",
        face=rng.choice(FACES)))  # fmt: skip


def landscape(rng: random.Random) -> Made:
    """On its side; the sender stands in a foot, above all a drawn mark."""
    a, way = an_account(rng, rng.choice(FIRMS)), a_way(rng)
    return of("landscape", a, sheet(
        f"""<svg width=120 height=50><circle cx=25 cy=25 r=22 fill='#b4532a'/><rect x=40 y=8 width=60 height=34 fill='#2a6fb4'/></svg>
        <table width=100% border=1 style='margin:8mm 0'><tr><th>Tax invoice no.<th>Invoice date<th>Account<th>Due<tr><td>{a.number}<td>{way(a.when)}<td>C{rng.randrange(1000, 9999)}<td>{way(a.due)}</table>
        <table width=100%><tr><td width=40%><b>Invoice address</b><br>{TO}<td><b>Delivery address</b><br>{COLLEGE}<br>Annexe B, Tannery Walk<br>Upper Dunmere</table>
        <table width=100% border=1 style='margin-top:8mm'><tr><th>Product<th>Qty<th>Price<th>Net{rows(a)}</table>
        <table style='margin-left:170mm;margin-top:4mm'><tr><td>Net total<td class=r>{plain(a.net)}<tr><td>VAT @ {a.rate}%<td class=r>{plain(a.tax)}<tr><td><b>Gross total GBP</b><td class=r><b>{plain(a.total)}</b></table>
        <p style='position:fixed;bottom:0;font-size:7.5pt'>{a.firm.legal or a.firm.name}. Registered office: {a.firm.street}, {a.firm.town}. Company no. 00123987. VAT no. GB 000 7654 32</p>""",
        face="DejaVu Sans Condensed", page="A4 landscape"))  # fmt: skip


def paid(rng: random.Random) -> Made:
    """Paid before it was sent: nothing is left to pay."""
    a, way = an_account(rng, rng.choice(FIRMS)), a_way(rng)
    return of("paid", a, sheet(
        f"""<h2 style='text-align:center'>{a.firm.name}</h2><p style='text-align:center'>{a.firm.street}, {a.firm.town}</p><h3 style='text-align:center'>SALES INVOICE</h3>
        <table><tr><td>Customer:<td>{COLLEGE}<tr><td>Invoice ref:<td>{a.number}<tr><td>Date:<td>{way(a.when)}<tr><td>Salesperson:<td>{rng.choice(("Mo", "Dee", "Kit"))}</table><br>
        <table width=100%>{rows(a, pounds)}</table><hr><table style='margin-left:95mm'><tr><td>Ex VAT<td class=r>{pounds(a.net)}<tr><td>VAT<td class=r>{pounds(a.tax)}<tr><td><b>Total inc VAT</b><td class=r><b>{pounds(a.total)}</b>
        <tr><td>Paid by card {way(a.when)}<td class=r>-{pounds(a.total)}<tr><td>Outstanding<td class=r>£0.00</table>""", face=rng.choice(FACES)), due=False)  # fmt: skip


def credit_slip(rng: random.Random) -> Made:
    """Money back, with the number and day of the invoice that it mends."""
    a, way = an_account(rng, rng.choice(FIRMS)), a_way(rng)
    before: date = a.when - timedelta(days=rng.randrange(5, 40))
    return of("credit-slip", a, sheet(
        f"""<table width=100%><tr><td><h2>{a.firm.name}</h2>{a.firm.street}<br>{a.firm.town}<td class=r><h2>Credit note</h2></table><p style='margin:8mm 0'>{TO}</p>
        <p>Credit note no. {a.number}<br>Date {way(a.when)}<br>Against invoice {rng.randrange(10000, 99999)} of {way(before)}</p>
        <table width=100% border=1><tr><th>Returned<th>Qty<th>Each<th>Credit{rows(a)}</table>
        <table style='margin-left:100mm'><tr><td>Net credit<td class=r>-{plain(a.net)}<tr><td>VAT<td class=r>-{plain(a.tax)}<tr><td><b>Total credit</b><td class=r><b>-{pounds(a.total)}</b></table>""",
        face=rng.choice(FACES)), sign=-1, due=False)  # fmt: skip


INVOICES = (
    (first_sum, 6),
    (ledger, 6),
    (sidebar, 6),
    (fee_note, 5),
    (caption_below, 5),
    (hours, 5),
    (two_pages, 5),
    (landscape, 5),
    (paid, 5),
    (credit_slip, 5),
)
