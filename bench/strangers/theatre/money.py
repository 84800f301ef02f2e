"""What is to be paid: invoices, bills, a folio of a hotel, a settlement, reminders and credits."""

from __future__ import annotations

import random
from datetime import timedelta
from decimal import Decimal

from bench.strangers.made import Made, of_firm
from bench.strangers.press import FACES, a_way, comma, in_words, plain, pounds, sheet, spaced

from .world import ABROAD, ADDRESS, BODIES, FIRMS, PEOPLE, PLACES, TRUST, UTILITIES, a_day, goods

BLOCK = "<br>".join((TRUST, *ADDRESS))
LINE = ", ".join((TRUST, *ADDRESS))


def side_bar(rng: random.Random) -> Made:
    """Facts in a grey bar down the left side, each label above its value."""
    firm, when, way = rng.choice(FIRMS), a_day(rng), a_way(rng)
    lines, net, tax = goods(rng)
    own, due = f"{rng.randrange(1000, 9999)}-{rng.randrange(10, 99)}", when + timedelta(days=30)
    bar = "".join(f"<p style='margin:0 0 5mm'><span style='font-size:7pt;color:#678'>{label}</span><br><b>{value}</b></p>" for label, value in (
        ("Invoice", own), ("Raised on", way(when)), ("Due on", way(due)), ("Production", rng.choice(("Pericles", "The Rivals", "Winter panto"))), ("Hire period", f"{way(when - timedelta(days=9))} to {way(when - timedelta(days=2))}")))  # fmt: skip
    return of_firm("side-bar", "invoice", sheet(
        f"<table width=100%><tr><td style='width:44mm;background:#eee;padding:5mm'>{bar}<td style='padding-left:8mm'><h1 style='font-weight:400'>{firm.name}</h1><p>{firm.street}, {firm.town}</p><p style='margin-top:8mm'>To: {LINE}</p>"
        f"<table width=100%>{''.join(f'<tr><td>{count} × {what}<td class=r>{plain(count * each)}' for what, count, each in lines)}<tr><td>VAT<td class=r>{plain(tax)}<tr style='border-top:1px solid'><td><b>To pay</b><td class=r><b>{pounds(net + tax)}</b></table></table>",
        face=rng.choice(FACES), margin="12mm"), firm, when=when, reference=own, amount=net + tax, due=due)  # fmt: skip


def foot_facts(rng: random.Random) -> Made:
    """All that is asked for stands on a slip to tear off at the foot."""
    firm, when, way = rng.choice(FIRMS), a_day(rng), a_way(rng)
    lines, net, tax = goods(rng)
    own = f"{rng.choice('KLMW')}{rng.randrange(20000, 90000)}"
    return of_firm("foot-facts", "invoice", sheet(
        f"<h2 style='text-align:right'>{firm.name}</h2><p class=r>{firm.street}<br>{firm.town}</p><p>{BLOCK}</p><p>{way(when)}</p><h3>Invoice for goods and services</h3><table width=100%><tr><th>Ref<th>What<th class=r>Qty<th class=r>@<th class=r>Sum"
        + "".join(f"<tr><td>{rng.randrange(100, 999)}<td>{what}<td class=r>{count}<td class=r>{plain(each)}<td class=r>{plain(count * each)}" for what, count, each in lines)
        + f"</table><p class=r>Goods {plain(net)}<br>VAT {plain(tax)}</p><hr style='border-top:1px dashed;margin-top:14mm'><p style='font-size:8pt'>Please return this slip with your payment</p><table width=100%><tr><td>From: {TRUST}<td>Invoice no. {own}<td class=r><b>Amount payable {pounds(net + tax)}</b></table>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=net + tax)  # fmt: skip


def business(rng: random.Random) -> Made:
    """As large programs of accounts print it: fields two by two, small letters, codes everywhere."""
    firm, when, way = rng.choice(FIRMS), a_day(rng), a_way(rng)
    lines, net, tax = goods(rng)
    own, due = f"90{rng.randrange(10**6, 10**7)}", when + timedelta(days=14)
    pairs = (("Document No.", own, "Customer", f"{rng.randrange(10**5, 10**6)}"), ("Document date", way(when), "Your order", f"{rng.choice('PO')}{rng.randrange(100, 999)} / {rng.choice(PEOPLE)}"),
             ("Delivery note", f"80{rng.randrange(10**6, 10**7)}", "Delivery date", way(when - timedelta(days=3))), ("Net due date", way(due), "Terms", "14 days net"))  # fmt: skip
    return of_firm("business", "invoice", sheet(
        f"<div style='font-size:8pt'><p>{firm.legal or firm.name} · {firm.street} · {firm.town}</p><p style='margin:6mm 0'>{BLOCK}</p><h2>INVOICE</h2><table width=100%>{''.join(f'<tr><td>{a}<td>{b}<td>{c}<td>{d}' for a, b, c, d in pairs)}</table><table width=100% style='margin-top:6mm'><tr><th>Item<th>Material<th>Description<th class=r>Quantity<th class=r>Price<th class=r>Value"
        + "".join(f"<tr><td>{10 * at:05}<td>{rng.randrange(10**5, 10**6)}<td>{what}<td class=r>{count} EA<td class=r>{plain(each)}<td class=r>{plain(count * each)}" for at, (what, count, each) in enumerate(lines, 1))
        + f"</table><table style='margin-left:100mm'><tr><td>Items total<td class=r>{plain(net)}<tr><td>Output tax 20.000 %<td class=r>{plain(tax)}<tr><td><b>Final amount</b><td class=r><b>{plain(net + tax)}</b></table><p>Bank: Castleby Savings, sort code 00-00-42, account 10020030. Company no. 0123456. VAT reg. GB 000 4455 66.</p></div>",
        face="Roboto"), firm, when=when, reference=own, amount=net + tax, due=due)  # fmt: skip


def by_letter(rng: random.Random) -> Made:
    """A fee asked for in the words of a letter."""
    firm, when, way = BODIES[1], a_day(rng), a_way(rng)
    nights, each = rng.randrange(3, 9), Decimal(rng.randrange(60, 140))
    own, due = f"DRB/{rng.randrange(1000, 9999)}/{when:%y}", when + timedelta(days=28)
    title = rng.choice(("The Salt Wife", "Nine Lamps", "A Hat for Hector"))
    return of_firm("by-letter", "invoice", sheet(
        f"<p><b>{firm.name}</b><br>{firm.street}, {firm.town}</p><p>{BLOCK}</p><p>{way(when)}</p><p>Our invoice {own}</p><p>Dear Ms Thwaite,</p><p><b>Performing rights: {title}</b></p><p>For {nights} performances of the above, from {way(when + timedelta(days=40))}, at {pounds(each)} a performance we ask for a royalty of {pounds(nights * each)}, on which no tax is charged. Kindly let us have this sum of {pounds(nights * each)} by {way(due)}.</p><p>Yours sincerely,</p><p>Licensing</p>",
        face="Serif", margin="24mm"), firm, when=when, reference=own, amount=nights * each, due=due)  # fmt: skip


def credit(rng: random.Random) -> Made:
    firm, when, way = rng.choice(FIRMS), a_day(rng), a_way(rng)
    lines, net, tax = goods(rng, 3)
    own = f"CN{rng.randrange(100, 9999):05}"
    return of_firm("credit", "invoice", sheet(
        f"<table width=100%><tr><td><h2>{firm.name}</h2>{firm.street}<br>{firm.town}<td class=r><h1>CREDIT NOTE</h1>Number {own}<br>Tax point {way(when)}<br>Against invoice {rng.randrange(10000, 99999)} of {way(when - timedelta(days=20))}</table><p>{BLOCK}</p><table width=100%>"
        + "".join(f"<tr><td>{what}, returned<td class=r>{count}<td class=r>{plain(count * each)}" for what, count, each in lines)
        + f"</table><p class=r>Net {plain(net)}<br>VAT {plain(tax)}<br><b>Total credit {pounds(net + tax)}</b></p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=-(net + tax))  # fmt: skip


def reminder(rng: random.Random) -> Made:
    """What is overdue is said in a letter with a table."""
    firm, when, way = rng.choice(FIRMS), a_day(rng), a_way(rng)
    sums = [Decimal(rng.randrange(2000, 90000)) / 100 for _ in range(rng.randrange(1, 4))]
    rows = "".join(f"<tr><td>{rng.randrange(10000, 99999)}<td>{way(when - timedelta(days=60 + 7 * at))}<td class=r>{plain(one)}" for at, one in enumerate(sums))  # fmt: skip
    own = f"ST{rng.randrange(100, 999)}"
    return of_firm("reminder", "other", sheet(
        f"<h2>{firm.name}</h2><p>{firm.street}, {firm.town}</p><p>{BLOCK}</p><table><tr><td>Date<td>{way(when)}<tr><td>Statement<td>{own}</table><h3>Statement of account</h3><p>Our books show that the following is overdue:</p><table border=1><tr><th>Invoice<th>Dated<th class=r>Open{rows}<tr><td colspan=2><b>Total outstanding</b><td class=r><b>{plain(sum(sums, Decimal(0)))}</b></table><p>If you have paid meanwhile, please take no notice of this letter.</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=sum(sums, Decimal(0)))  # fmt: skip


def utility(rng: random.Random) -> Made:
    """Large sum in a coloured box at the top, facts in a column at the right, what was used below."""
    firm, when, way = rng.choice(UTILITIES), a_day(rng), a_way(rng)
    used, before = Decimal(rng.randrange(3000, 60000)) / 100, Decimal(rng.randrange(3000, 60000)) / 100
    own, due = f"{rng.randrange(10**9, 10**10)}", when + timedelta(days=16)
    return of_firm("utility", "bill", sheet(
        f"<table width=100%><tr><td><h1 style='color:#157'>{firm.name}</h1>{BLOCK}<td style='font-size:8.5pt'>Bill reference<br><b>{own}</b><br><br>Date of this bill<br><b>{way(when)}</b><br><br>Account<br><b>{rng.randrange(100, 999)} {rng.randrange(1000, 9999)}</b></table><div style='background:#157;color:#fff;padding:5mm;margin:6mm 0'><span style='font-size:9pt'>You need to pay</span><br><span style='font-size:22pt'>{pounds(used)}</span><br><span>by {way(due)}</span></div>"
        f"<p>From {way(when - timedelta(days=92))} to {way(when - timedelta(days=1))}</p><table width=60%><tr><td>Last time you owed<td class=r>{pounds(before)}<tr><td>You paid on {way(when - timedelta(days=50))}<td class=r>-{pounds(before)}<tr><td>What you used since then<td class=r>{pounds(used)}</table>",
        face="Roboto"), firm, when=when, reference=own, amount=used, due=due)  # fmt: skip


def folio(rng: random.Random) -> Made:
    """A hotel's folio: a line a day, with a running balance."""
    firm, when = PLACES[0], a_day(rng)
    nights, each = rng.randrange(1, 5), Decimal(rng.randrange(60, 130))
    own, total = f"{rng.randrange(10000, 99999)}", nights * each + 14
    rows = "".join(f"<tr><td>{when - timedelta(days=nights - at):%d/%m/%y}<td>Room {rng.randrange(2, 20)}<td class=r>{plain(each)}<td class=r>{plain((at + 1) * each)}" for at in range(nights))  # fmt: skip
    return of_firm("folio", "bill", sheet(
        f"<div style='text-align:center'><h2>{firm.name}</h2>{firm.street}, {firm.town}</div><table style='margin:6mm 0'><tr><td>Guest<td>{rng.choice(PEOPLE)}, {TRUST}<tr><td>Folio<td>{own}<tr><td>Arrival<td>{when - timedelta(days=nights):%d/%m/%y}<tr><td>Departure<td>{when:%d/%m/%y}</table><table width=80%><tr><th>Date<th>Service<th class=r>Charge<th class=r>Balance{rows}<tr><td>{when:%d/%m/%y}<td>Breakfast<td class=r>14.00<td class=r>{plain(total)}<tr><td>{when:%d/%m/%y}<td>Card<td class=r>-{plain(total)}<td class=r>0.00</table><p>Total of stay {pounds(total)} including VAT</p>",
        face="Serif"), firm, when=when, reference=own, amount=total)  # fmt: skip


def till(rng: random.Random) -> Made:
    firm, when = PLACES[1], a_day(rng)
    lines = [(what, Decimal(rng.randrange(150, 900)) / 100) for what in rng.sample(("Flat white", "Soup of day", "Ginger cake", "Toastie", "Juice", "Pot of tea"), rng.randrange(1, 5))]  # fmt: skip
    total, own = sum((each for _, each in lines), Decimal(0)), f"{rng.randrange(1, 9999):04}"
    rows = "".join(f"<tr><td>1<td>{what}<td class=r>{plain(each)}" for what, each in lines)
    return of_firm("till", "bill", sheet(
        f"<div style='text-align:center;font-size:8pt'><b>{firm.name.upper()}</b><br>{firm.street}, {firm.town}<br>Tel 01999 555 010<br><br>Check {own} &nbsp; Table {rng.randrange(1, 30)}<br>{when:%d %b %Y} {rng.randrange(8, 18)}:{rng.randrange(10, 60)}</div><table width=100% style='font-size:8pt'>{rows}<tr><td><td><b>Total</b><td class=r><b>{pounds(total)}</b><tr><td><td>Contactless<td class=r>{pounds(total)}</table><p style='text-align:center;font-size:7pt'>Service is not included. Thank you!</p>",
        face="Roboto", page="80mm 120mm", margin="5mm"), firm, when=when, reference=own, amount=total)  # fmt: skip


def settlement(rng: random.Random) -> Made:
    """Rates of the council, in instalments: the year's sum is the bill's."""
    firm, when, way = BODIES[0], a_day(rng), a_way(rng)
    year = Decimal(rng.randrange(200000, 900000)) / 100
    own = f"{rng.randrange(10**7, 10**8)}"
    each = (year / 10).quantize(Decimal(1))
    months = "".join(f"<tr><td>{when + timedelta(days=30 * at):%d %b %Y}<td class=r>{plain(each if at else year - 9 * each)}" for at in range(1, 10))  # fmt: skip
    return of_firm("settlement", "bill", sheet(
        f"<table width=100%><tr><td><h2>{firm.name}</h2>Revenues<br>{firm.street}<br>{firm.town}<td>Non-domestic rates demand<br>Reference number: {own}<br>Issue date: {way(when)}</table><p>{BLOCK}</p><p>Property: {', '.join(ADDRESS)}</p><table width=70%><tr><td>Rateable value<td class=r>{rng.randrange(100, 300) * 100}<tr><td>Charge for the year<td class=r>{plain(year + 300)}<tr><td>Relief for charities<td class=r>-300.00<tr><td><b>Total amount payable</b><td class=r><b>{pounds(year)}</b></table><p>Your instalments</p><table>{months}</table>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=year)  # fmt: skip


def abroad(rng: random.Random) -> Made:
    language = rng.choice(("de", "fr", "nl"))
    firm, when = ABROAD[language], a_day(rng)
    net = Decimal(rng.randrange(20000, 400000)) / 100
    tax = (net * Decimal("0.19")).quantize(Decimal("0.01"))
    own, due = f"{when:%Y}-{rng.randrange(100, 999)}", when + timedelta(days=30)
    write = spaced if language == "fr" else comma
    told = {
        "de": ("Rechnung", "Rechnungs-Nr.", "Datum", "Zahlbar bis", "Nettobetrag", "zzgl. 19 % MwSt.", "Rechnungsbetrag", "Lieferung von Vorhangschienen"),
        "fr": ("Facture", "N° de facture", "Date d'émission", "À régler avant le", "Total HT", "TVA 19 %", "Net à payer", "Rideau de scène"),
        "nl": ("Factuur", "Factuurnummer", "Factuurdatum", "Vervaldatum", "Subtotaal", "Btw 19%", "Te betalen", "Trekkenwand, onderhoud"),
    }[language]  # fmt: skip
    way = (lambda day: in_words(day, language)) if rng.random() < 0.5 else (lambda day: f"{day:%d.%m.%Y}" if language == "de" else f"{day:%d-%m-%Y}" if language == "nl" else f"{day:%d/%m/%Y}")  # fmt: skip
    return of_firm("abroad", "invoice", sheet(
        f"<table width=100%><tr><td>{BLOCK}<td class=r><b>{firm.name}</b><br>{firm.street}<br>{firm.town}</table><h2>{told[0]}</h2><table><tr><td>{told[1]}<td>{own}<tr><td>{told[2]}<td>{way(when)}<tr><td>{told[3]}<td>{way(due)}</table><table width=100% style='margin-top:8mm'><tr><td>{told[7]}<td class=r>{write(net)} €<tr><td>{told[4]}<td class=r>{write(net)} €<tr><td>{told[5]}<td class=r>{write(tax)} €<tr><td><b>{told[6]}</b><td class=r><b>{write(net + tax)} €</b></table>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=net + tax, currency="EUR", due=due, language=language)  # fmt: skip


MONEY = ((side_bar, 14), (foot_facts, 12), (business, 14), (by_letter, 10), (credit, 8), (reminder, 8), (utility, 14), (folio, 8), (till, 10), (settlement, 6), (abroad, 14))  # fmt: skip
