"""Invoices, bills and receipts, of firms here and abroad."""

from __future__ import annotations

import random
from datetime import timedelta
from decimal import Decimal

from bench.strangers.made import CENT, Made, of_firm
from bench.strangers.press import FACES, a_way, comma, in_words, plain, pounds, sheet, spaced

from .world import ABROAD, ADDRESS, COOP, HOUSEHOLD, PEOPLE, SHOPS, TRADES, a_day, work

BLOCK = "<br>".join((COOP, *ADDRESS))


def titled(rng: random.Random) -> Made:
    """The number stands in the title, the sums in a row of columns."""
    firm, when, way = rng.choice(TRADES), a_day(rng), a_way(rng)
    lines, net, tax, total = work(rng)
    own = f"{rng.randrange(10000, 99999)}"
    return of_firm("titled", "invoice", sheet(
        f"""<h1>INVOICE #{own}</h1><p>{way(when)}</p><table width=100%><tr><td><b>{firm.name}</b><br>{firm.street}<br>{firm.town}<td class=r>{BLOCK}</table><ul style='margin:8mm 0'>{"".join(f"<li>{what} ({count}): {plain(value)}" for what, count, value in lines)}</ul>
        <table width=100% border=1><tr><th>Net<th>VAT<th>Gross<th>Paid<th>Due<tr><td>{plain(net)}<td>{plain(tax)}<td>{plain(total)}<td>0.00<td>{plain(total)}</table><p>Payment terms: 21 days.</p>""",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=total)  # fmt: skip


def right_labels(rng: random.Random) -> Made:
    """Labels set to the right up to their values, in a block at the top right."""
    firm, when, way = rng.choice(TRADES), a_day(rng), a_way(rng)
    lines, net, tax, total = work(rng)
    own, due = f"{rng.choice('BNPT')}-{when:%Y}-{rng.randrange(100, 999)}", when + timedelta(days=21)
    facts = "".join(
        f"<tr><td class=r style='color:#666'>{label}<td>{value}"
        for label, value in (
            ("Document number", own),
            ("Raised", way(when)),
            ("Pay by", way(due)),
            ("Your contact", rng.choice(PEOPLE)),
            ("Works order", f"WO{rng.randrange(100, 999)}"),
        )
    )
    return of_firm("right-labels", "invoice", sheet(
        f"""<table width=100%><tr><td><h2>{firm.name}</h2>{firm.street}<br>{firm.town}<td><table style='margin-left:auto'>{facts}</table></table><h3 style='margin-top:10mm'>Sales invoice</h3><p>{BLOCK}</p>
        <table width=100%><tr><th>Works<th>Times<th class=r>Charge{"".join(f"<tr><td>{what}<td>{count}<td class=r>{plain(value)}" for what, count, value in lines)}</table><table style='margin-left:110mm'><tr><td>Total excluding VAT<td class=r>{plain(net)}<tr><td>VAT 20.0%<td class=r>{plain(tax)}<tr><td><b>Grand Total (incl. VAT)</b><td class=r><b>{pounds(total)}</b></table>""",
        face="Roboto"), firm, when=when, reference=own, amount=total, due=due)  # fmt: skip


def rates(rng: random.Random) -> Made:
    """Goods at two rates of tax, with a table that adds them up."""
    firm, when, way = rng.choice(TRADES[:5]), a_day(rng), a_way(rng)
    one, other = Decimal(rng.randrange(5000, 40000)) / 100, Decimal(rng.randrange(5000, 40000)) / 100
    t1, t2 = (one / 5).quantize(CENT), (other / 20).quantize(CENT)
    own = f"M{rng.randrange(100000, 999999)}"
    return of_firm("rates", "invoice", sheet(
        f"""<table width=100%><tr><td style='font-size:17pt'>{firm.name}<td class=r>VAT INVOICE</table><hr><table width=100%><tr><td>{BLOCK}<td>Number<br>Tax date<br>Account<td>{own}<br>{way(when)}<br>FSHC01</table>
        <table width=100% style='margin:8mm 0'><tr><td>Energy saving works<td class=r>{plain(other)}<td>5%<tr><td>Repairs<td class=r>{plain(one)}<td>20%</table><table border=1><tr><th>Rate<th>Net<th>VAT<tr><td>5%<td>{plain(other)}<td>{plain(t2)}<tr><td>20%<td>{plain(one)}<td>{plain(t1)}</table>
        <table style='margin-left:110mm'><tr><td>Net<td class=r>{plain(one + other)}<tr><td>VAT<td class=r>{plain(t1 + t2)}<tr><td><b>TOTAL (GBP)</b><td class=r><b>{plain(one + other + t1 + t2)}</b></table><p style='font-size:7pt'>{firm.legal or firm.name}, {firm.street}, {firm.town}</p>""",
        face="DejaVu Sans Condensed"), firm, when=when, reference=own, amount=one + other + t1 + t2)  # fmt: skip


def craftsman(rng: random.Random) -> Made:
    """A German craftsman's account, written as a letter."""
    firm, when = ABROAD["de"], a_day(rng)
    net = Decimal(rng.randrange(20000, 200000)) / 100
    tax = (net * 19 / 100).quantize(CENT)
    own = f"{when:%Y}/{rng.randrange(10, 400):04}"
    return of_firm("craftsman", "invoice", sheet(
        f"""<h2>{firm.name}</h2><p style='font-size:8pt'>{firm.street}, {firm.town} · Tel. 09999 1234</p><p style='margin-top:12mm'>{BLOCK}</p><p class=r>Altwaldkirch, {in_words(when, "de")}</p><h3>Rechnung {own}</h3><p>Sehr geehrte Damen und Herren,</p><p>für Türen und Zargen, geliefert am {when - timedelta(days=4):%d.%m.%Y}, erlauben wir uns zu berechnen:</p>
        <table style='margin-left:60mm'><tr><td>netto<td class=r>{comma(net)} €<tr><td>19 % MwSt.<td class=r>{comma(tax)} €<tr><td><b>zu zahlen</b><td class=r><b>{comma(net + tax)} €</b></table><p>Zahlbar innerhalb von 14 Tagen ohne Abzug. Vielen Dank für Ihren Auftrag!</p>""", face="Serif", margin="22mm"), firm, when=when, reference=own, amount=net + tax, currency="EUR", language="de")  # fmt: skip


def french_bill(rng: random.Random) -> Made:
    firm, when = ABROAD["fr"], a_day(rng)
    total, own, due = (
        Decimal(rng.randrange(4000, 30000)) / 100,
        f"{rng.randrange(10**9, 10**10)}",
        when + timedelta(days=18),
    )
    return of_firm("french-bill", "bill", sheet(
        f"""<h2 style='color:#069'>{firm.name}</h2><p>{firm.street}<br>{firm.town}</p><p style='margin-left:90mm'>{BLOCK}</p><h3>Votre facture d'électricité du {in_words(when, "fr")}</h3><table><tr><td>N° de facture<td>{own}<tr><td>N° client<td>{rng.randrange(10**6, 10**7)}<tr><td>Période<td>du {when - timedelta(days=60):%d/%m/%Y} au {when - timedelta(days=1):%d/%m/%Y}</table>
        <table width=100% style='margin-top:8mm'><tr><td>Abonnement<td class=r>{spaced(total / 4)} €<tr><td>Consommation, 412 kWh<td class=r>{spaced(total - total / 4)} €<tr style='font-size:14pt'><td>Montant à payer<td class=r>{spaced(total)} €</table><p>Ce montant sera prélevé le {due:%d/%m/%Y}.</p>""", face="Roboto"), firm, when=when, reference=own, amount=total, due=due, currency="EUR", language="fr")  # fmt: skip


def dutch_work(rng: random.Random) -> Made:
    firm, when = ABROAD["nl"], a_day(rng)
    net = Decimal(rng.randrange(8000, 90000)) / 100
    tax = (net * 21 / 100).quantize(CENT)
    own, due = f"{when:%Y}{rng.randrange(1000, 9999)}", when + timedelta(days=30)
    return of_firm("dutch-work", "invoice", sheet(
        f"""<p><b>{firm.name}</b> | {firm.street} | {firm.town} | KvK 00998877</p><h2>FACTUUR</h2><p>{BLOCK}</p><table border=1 width=100%><tr><td>Factuurnr. {own}<td>Factuurdatum {when:%d-%m-%Y}<td>Uiterlijk te betalen op {due:%d-%m-%Y}</table><table width=100% style='margin-top:6mm'><tr><td>Onderhoud cv-ketels<td class=r>€ {comma(net)}<tr><td>Btw 21%<td class=r>€ {comma(tax)}<tr><td>Totaal te voldoen<td class=r>€ {comma(net + tax)}</table>""",
        face="Roboto"), firm, when=when, reference=own, amount=net + tax, due=due, currency="EUR", language="nl")  # fmt: skip


def polish_gas(rng: random.Random) -> Made:
    firm, when = ABROAD["pl"], a_day(rng)
    total, own, due = (
        Decimal(rng.randrange(9000, 90000)) / 100,
        f"G/{rng.randrange(10000, 99999)}/{when:%y}",
        when + timedelta(days=14),
    )
    return of_firm("polish-gas", "bill", sheet(
        f"""<h2>{firm.name}</h2><p>{firm.street}, {firm.town}</p><h3>Rozliczenie za gaz – faktura nr {own}</h3><p>z dnia {in_words(when, "pl")} r.</p><p>Odbiorca:<br>{BLOCK}</p><table width=100%><tr><td>Zużycie, 312 m³<td class=r>{spaced(total - 40)} zł<tr><td>Abonament<td class=r>40,00 zł</table><p style='font-size:13pt'>Do zapłaty: <b>{spaced(total)} zł</b> do dnia {due:%d.%m.%Y}</p>""",
        face="Roboto"), firm, when=when, reference=own, amount=total, due=due, currency="PLN", language="pl", accept={"kind": ["invoice"], "who": ["Gazownia Zachodnia"]})  # fmt: skip


def electricity(rng: random.Random) -> Made:
    """A long page in sentences, with the sum among them."""
    firm, when, way = HOUSEHOLD[0], a_day(rng), a_way(rng)
    total, own, due = (
        Decimal(rng.randrange(6000, 60000)) / 100,
        f"ME{rng.randrange(10**8, 10**9)}",
        when + timedelta(days=15),
    )
    return of_firm("electricity", "bill", sheet(
        f"""<p class=r style='letter-spacing:.15em'>{firm.name.upper()}</p><p>{BLOCK}</p><p>{way(when)}<br>Statement {own}<br>Landlord's supply, block C</p><h2>Electricity statement</h2><p>Between {way(when - timedelta(days=92))} and {way(when - timedelta(days=2))} you used 1,204 units.</p><table width=100%><tr><td>Electricity used<td class=r>{pounds(total - Decimal("21.40"))}<tr><td>Daily charge<td class=r>£21.40<tr><td>Total charges (VAT included)<td class=r>{pounds(total)}</table>
        <p>Your balance is <b>{pounds(total)}</b>, which we will collect by Direct Debit on {way(due)}.</p>""", face="Serif"), firm, when=when, reference=own, amount=total, due=due)  # fmt: skip


def mobile(rng: random.Random) -> Made:
    firm, when = HOUSEHOLD[1], a_day(rng)
    fee, own, due = (
        Decimal(rng.randrange(900, 6000)) / 100,
        f"{rng.randrange(10**9, 10**10)}",
        when + timedelta(days=10),
    )
    return of_firm("mobile", "bill", sheet(
        f"""<table width=100%><tr><td><h1>lattice</h1><td class=r>Bill for {when:%B %Y}</table><table border=1 width=100%><tr><td>Account number<br>{rng.randrange(10**7, 10**8)}<td>Bill number<br>{own}<td>Bill date<br>{when:%d %b %Y}<td>Payment due<br>{due:%d %b %Y}<td>Amount<br>{pounds(fee)}</table><p style='margin-top:6mm'>{BLOCK}</p><table width=100%><tr><td>Plan, 5 numbers<td class=r>{pounds(fee)}</table><p style='font-size:7pt;position:fixed;bottom:0'>{firm.name}, {firm.street}, {firm.town}. Registered in England 00123450</p>""",
        face="Roboto"), firm, when=when, reference=own, amount=fee, due=due, accept={"who": ["Lattice"]})  # fmt: skip


def water(rng: random.Random) -> Made:
    firm, when, way = HOUSEHOLD[2], a_day(rng), a_way(rng)
    before, new = Decimal(rng.randrange(2000, 9000)) / 100, Decimal(rng.randrange(4000, 20000)) / 100
    own = f"{rng.randrange(10**7, 10**8)}/{rng.randrange(10, 99)}"
    return of_firm("water", "bill", sheet(
        f"""<h2>{firm.name}</h2><p>{firm.street}, {firm.town}</p><p>{BLOCK}</p><h3>Water and wastewater bill</h3><p>Account {own}. Issued {way(when)}.</p><table><tr><td>Previous balance<td class=r>{plain(before)}<tr><td>Payment {way(when - timedelta(days=40))}<td class=r>-{plain(before)}<tr><td>Balance before this bill<td class=r>0.00<tr><td>Water used, 48 m³<td class=r>{plain(new / 2)}<tr><td>Wastewater<td class=r>{plain(new - new / 2)}<tr><td><b>Amount you owe</b><td class=r><b>{plain(new)}</b></table>""",
        face="DejaVu Serif Condensed"), firm, when=when, amount=new, accept={"reference": [own]})  # fmt: skip


def counter(rng: random.Random) -> Made:
    firm, when = rng.choice(SHOPS[:2]), a_day(rng)
    goods = [
        (name, Decimal(rng.randrange(99, 1900)) / 100)
        for name in rng.sample(
            ("WOOD SCREWS 4x40", "DUST SHEET", "PLASTERS", "COUGH SYRUP", "PAINT BRUSH 2IN", "HAND CREAM"), 3
        )
    ]
    total, own = sum((each for _, each in goods), Decimal(0)), f"{rng.randrange(100000, 999999)}"
    return of_firm("counter", "bill", sheet(
        f"""<pre style='font-family:"DejaVu Sans Mono";font-size:8pt'>   {firm.name}
   {firm.street}
   {firm.town}

{when:%d-%b-%Y} 16:0{rng.randrange(0, 9)}  #{own}
{chr(10).join(f"{name:<18}{each:>8}" for name, each in goods)}
{"SUBTOTAL":<18}{total:>8}
{"TO PAY":<18}{total:>8}
{"CONTACTLESS":<18}{total:>8}

CARDHOLDER COPY
VISIT US AGAIN
</pre>""", face="DejaVu Sans Mono", page="70mm 120mm", margin="5mm"), firm, when=when, reference=own, amount=total)  # fmt: skip


def hotel(rng: random.Random) -> Made:
    """A stay: arrival, departure, nights, and the day of the account."""
    firm, when, way = SHOPS[2], a_day(rng), a_way(rng)
    nights, each = rng.randrange(1, 4), Decimal(rng.choice((84, 96, 110)))
    own, total = f"F{rng.randrange(1000, 9999)}", nights * each + 14
    return of_firm("hotel", "invoice", sheet(
        f"""<h2 style='text-align:center'>{firm.name}</h2><p style='text-align:center'>{firm.street}, {firm.town}</p><table width=100%><tr><td>Guest: {rng.choice(PEOPLE)}<br>Company: {COOP}<td>Folio: {own}<br>Room: {rng.randrange(1, 30)}<td>Arrival: {way(when - timedelta(days=nights))}<br>Departure: {way(when)}</table><h3>Invoice</h3><p>Date: {way(when)}</p>
        <table width=100%><tr><td>Bed and breakfast, {nights} nights<td class=r>{plain(nights * each)}<tr><td>Dinner<td class=r>14.00<tr><td><b>Total inc. VAT</b><td class=r><b>{pounds(total)}</b><tr><td>VAT content<td class=r>{plain((total / 6).quantize(CENT))}</table>""",
        face="Serif"), firm, when=when, reference=own, amount=total, accept={"kind": ["bill"]})  # fmt: skip


def ticket(rng: random.Random) -> Made:
    firm, when = SHOPS[3], a_day(rng)
    fare = Decimal(rng.randrange(400, 4000)) / 100
    return of_firm("ticket", "bill", sheet(
        f"""<b>{firm.name}</b><table width=100%><tr><td>Class<td>Ticket type<td>Date of travel<tr><td>Standard<td>Day return<td>{when:%d %b %y}<tr><td>From<td>Little Orme<td><tr><td>To<td>Millhaven<td>Price £{fare:.2f}</table><p>Receipt. Keep for your expenses.</p>""",
        face="Roboto", page="100mm 60mm", margin="5mm"), firm, when=when, amount=fare)  # fmt: skip


MONEY = (
    (titled, 6),
    (right_labels, 6),
    (rates, 5),
    (craftsman, 4),
    (french_bill, 4),
    (dutch_work, 4),
    (polish_gas, 4),
    (electricity, 5),
    (mobile, 5),
    (water, 5),
    (counter, 6),
    (hotel, 5),
    (ticket, 4),
)
