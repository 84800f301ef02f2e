"""Bills of every month, and what tills print."""

from __future__ import annotations

import random
from datetime import date, timedelta
from decimal import Decimal

from bench.papers.truth import Paper
from bench.strangers.press import a_way, plain, pounds, sheet

from .invoices import TO, Made
from .world import BODIES, COLLEGE, SHOPS, UTILITIES, Firm, a_day


def _bill(
    layout: str,
    firm: Firm,
    html: str,
    when: date,
    amount: Decimal,
    reference: str | None = None,
    due: date | None = None,
) -> Made:
    return html, Paper(layout=layout, kind="bill", data=b"", who=firm.name, when=when, amount=amount, currency="GBP", reference=reference, due=due)  # fmt: skip


def energy(rng: random.Random) -> Made:
    """What was owed, what was paid, what was used; the account is printed larger than the bill's own number."""
    firm, when, way = rng.choice((UTILITIES[0], UTILITIES[3])), a_day(rng), a_way(rng)
    used, unit = rng.randrange(400, 3000), Decimal(rng.randrange(18, 34)) / 100
    charge = (used * unit).quantize(Decimal("0.01"))
    standing = Decimal(rng.randrange(900, 3200)) / 100
    tax = ((charge + standing) * 5 / 100).quantize(Decimal("0.01"))
    before = Decimal(rng.randrange(5000, 40000)) / 100
    total, due, own = charge + standing + tax, when + timedelta(days=14), f"{rng.randrange(10**8, 10**9)}"
    return _bill("energy", firm, sheet(
        f"""<table width=100%><tr><td><h1 style='color:#0a6b5d'>{firm.name}</h1><td class=r>Customer number<br><b style='font-size:13pt'>{rng.randrange(10**9, 10**10)}</b></table><p>{TO}</p>
        <h2>Your bill for {(when - timedelta(days=95)):%d %b} to {(when - timedelta(days=4)):%d %b %Y}</h2><p>Bill date {way(when)} &nbsp; Bill number {own}</p>
        <table width=100%><tr><td>What you owed at your last bill<td class=r>{pounds(before)}<tr><td>What you paid, thank you<td class=r>-{pounds(before)}<tr><td>Used: {used:,} kWh at {unit * 100:.1f}p<td class=r>{pounds(charge)}
        <tr><td>Standing charge, 91 days<td class=r>{pounds(standing)}<tr><td>VAT at 5%<td class=r>{pounds(tax)}<tr style='font-size:13pt;background:#dfeeea'><td>Please pay<td class=r>{pounds(total)}</table>
        <p>We will take this by Direct Debit on or after {way(due)}.</p><p>Last reading {rng.randrange(20000, 30000)}, this reading {rng.randrange(30001, 39000)}</p>""",
        face="Roboto"), when, total, own, due)  # fmt: skip


def water(rng: random.Random) -> Made:
    """Two columns of text, a box at the right with the sum, a slip to tear off that says it again."""
    firm, when, way = UTILITIES[1], a_day(rng), a_way(rng)
    fresh, waste = Decimal(rng.randrange(2000, 9000)) / 100, Decimal(rng.randrange(2000, 9000)) / 100
    total, due, own = (
        fresh + waste,
        when + timedelta(days=21),
        f"{rng.randrange(10, 99)}-{rng.randrange(100000, 999999)}-{rng.randrange(1, 9)}",
    )
    return _bill("water", firm, sheet(
        f"""<h2>{firm.name}</h2><div style='float:right;border:2px solid #06c;padding:4mm;width:60mm'>Amount to pay<div style='font-size:20pt'>{pounds(total)}</div>by {way(due)}</div>
        <p>{TO}</p><p>Reference {own}<br>Issued {way(when)}</p><p>Charges from 1 April to 30 September</p>
        <table><tr><td>Fresh water<td class=r>{plain(fresh)}<tr><td>Waste water<td class=r>{plain(waste)}<tr><td>Charges in all<td class=r>{plain(total)}</table>
        <div style='position:fixed;bottom:0;width:100%;border-top:1px dashed #555'><p>Bank giro credit &nbsp; {firm.name} &nbsp; Ref {own} &nbsp; {pounds(total)}</p></div>""",
        face="DejaVu Sans Condensed"), when, total, own, due)  # fmt: skip


def telephone(rng: random.Random) -> Made:
    firm, when, way = UTILITIES[2], a_day(rng), a_way(rng)
    line, calls = Decimal(rng.randrange(2500, 6000)) / 100, Decimal(rng.randrange(100, 3000)) / 100
    tax = ((line + calls) / 5).quantize(Decimal("0.01"))
    total, own = line + calls + tax, f"HT{rng.randrange(10**6, 10**7)}"
    return _bill("telephone", firm, sheet(
        f"""<table width=100%><tr><td><h1>{firm.name}</h1><td class=r>Bill no. {own}<br>{way(when)}</table><p>{TO}</p><p>Number: 01632 9600{rng.randrange(10, 99)}</p>
        <table width=100%><tr><td>Line rental ({(when + timedelta(days=1)):%d %b} to {(when + timedelta(days=30)):%d %b})<td class=r>{pounds(line)}<tr><td>Calls<td class=r>{pounds(calls)}<tr><td>Total before VAT<td class=r>{pounds(line + calls)}
        <tr><td>VAT 20%<td class=r>{pounds(tax)}<tr><td><b>Total for this month</b><td class=r><b>{pounds(total)}</b></table><p>Nothing to do: your bank pays this for you on {way(when + timedelta(days=12))}.</p>""",
        face="Serif"), when, total, own, when + timedelta(days=12))  # fmt: skip


def till(rng: random.Random) -> Made:
    """A strip of paper from a till."""
    firm, when = rng.choice(SHOPS[:3]), a_day(rng)
    goods = [
        (name, Decimal(rng.randrange(80, 2400)) / 100)
        for name in rng.sample(
            (
                "Masking tape",
                "Flat white",
                "Envelopes DL",
                "Light bulb 8W",
                "Cheese roll",
                "Glue sticks x5",
                "Padlock",
            ),
            rng.randrange(2, 5),
        )
    ]
    total, own = sum((each for _, each in goods), Decimal(0)), f"{rng.randrange(1000, 9999)}"
    given = Decimal(((total // 10) + 1) * 10)
    end = rng.choice(
        (
            f"CASH{given:>20,.2f}\nCHANGE{given - total:>18,.2f}",
            f"CARD{total:>20,.2f}\nAUTH {rng.randrange(100000, 999999)}",
        )
    )
    return _bill("till", firm, sheet(
        f"""<pre style='font-family:"DejaVu Sans Mono";font-size:8.5pt;text-align:center'>{firm.name.upper()}
{firm.street}, {firm.town}
Tel 01632 960{rng.randrange(100, 999)}</pre><pre style='font-family:"DejaVu Sans Mono";font-size:8.5pt'>{when:%d/%m/%y} 1{rng.randrange(0, 9)}:{rng.randrange(10, 59)}   TILL 2  No {own}

{chr(10).join(f"{name:<16}{each:>8,.2f}" for name, each in goods)}
------------------------
{len(goods)} ITEMS
TOTAL{"£" + f"{total:,.2f}":>19}
{end}

  THANK YOU, CALL AGAIN
</pre>""", face="DejaVu Sans Mono", page="72mm 130mm", margin="5mm"), when, total, own)  # fmt: skip


def ride(rng: random.Random) -> Made:
    """A receipt for a ride, with where from and where to."""
    firm, when, way = SHOPS[3], a_day(rng), a_way(rng)
    fare, tip = Decimal(rng.randrange(600, 3800)) / 100, Decimal(rng.randrange(0, 3))
    return _bill("ride", firm, sheet(
        f"""<h3>{firm.name}</h3><p>Receipt</p><table><tr><td>Date<td>{way(when)}<tr><td>From<td>Dunmere station<tr><td>To<td>{COLLEGE}<tr><td>Fare<td>{pounds(fare)}<tr><td>Tip<td>{pounds(tip)}<tr><td><b>Paid</b><td><b>{pounds(fare + tip)}</b></table>
        <p style='margin-top:6mm'>Driver 14 · Licence DBC 2207</p>""", face="Roboto", page="A6", margin="9mm"), when, fare + tip)  # fmt: skip


def rates(rng: random.Random) -> Made:
    """A demand of the council in parts of a year: the sum of the year and what each month asks."""
    firm, when, way = BODIES[0], a_day(rng), a_way(rng)
    month, own = Decimal(rng.randrange(8000, 50000)) / 100, f"{rng.randrange(6 * 10**7, 7 * 10**7)}X"
    return _bill("rates", firm, sheet(
        f"""<table width=100%><tr><td><h2>{firm.name}</h2>{firm.street}<br>{firm.town}<td class=r>Revenues Section<br>Date of issue {way(when)}<br>Account reference {own}</table><p style='margin-top:8mm'>{TO}</p><h3>BUSINESS RATE DEMAND NOTICE</h3>
        <p>Property: 31 Sallow Lane. Rateable value £{rng.randrange(8, 30) * 1000:,}</p><table width=100%><tr><td>Charge for the year<td class=r>{pounds(month * 12)}<tr><td>Relief for charities<td class=r>-{pounds(month * 2)}<tr><td><b>Total to pay</b><td class=r><b>{pounds(month * 10)}</b></table>
        <p>In ten monthly payments of {pounds(month)}, the first on {way(when + timedelta(days=30))}.</p>""", face="DejaVu Serif Condensed"), when, month * 10, own)  # fmt: skip


def subscription(rng: random.Random) -> Made:
    firm, when = Firm("Chalkboard Cloud", "", ""), a_day(rng)
    fee = Decimal(rng.choice((1200, 2400, 4999, 899))) / 100
    own = f"{rng.randrange(1000, 9999)}-{rng.randrange(1000, 9999)}"
    return _bill("subscription", firm, sheet(
        f"""<div style='text-align:center;color:#555'><h2>{firm.name}</h2><p>Receipt from {firm.name}</p><div style='font-size:24pt;color:#000'>{pounds(fee)}</div><p>Paid {when:%B} {when.day}, {when.year}</p></div><hr>
        <table><tr><td>Receipt number<td>{own}<tr><td>Invoice number<td>{rng.randrange(10**6, 10**7):X}-0007<tr><td>Payment method<td>Card ending 0042</table>
        <table width=100% style='margin-top:8mm'><tr><td>Team plan, {when:%b} {when.day} to {(when + timedelta(days=30)):%b} {(when + timedelta(days=30)).day}<td class=r>{pounds(fee)}<tr><td>Amount paid<td class=r>{pounds(fee)}</table><p>Questions? help@chalkboard-cloud.example</p>""",
        face="Roboto"), when, fee, own)  # fmt: skip


HOUSEHOLD = ((energy, 6), (water, 5), (telephone, 5), (till, 8), (ride, 4), (rates, 4), (subscription, 5))
