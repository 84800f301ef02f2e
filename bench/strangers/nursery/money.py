"""What is to be paid or was: invoices, bills, receipts, a credit, an order, a statement."""

from __future__ import annotations

import random
from datetime import timedelta
from decimal import Decimal

from bench.strangers.made import CENT, Made, of_firm
from bench.strangers.press import FACES, a_way, comma, in_words, plain, pounds, sheet, spaced

from .world import ABROAD, ADDRESS, BODIES, FIRMS, NURSERY, PEOPLE, SHOPS, SUPPLIERS, a_day, goods

BLOCK = "<br>".join((NURSERY, *ADDRESS))


def wholesale(rng: random.Random) -> Made:
    """A wholesaler's, dense: account, route, order, drop and invoice in two rows of small boxes; weights; tax codes; a remittance strip."""
    firm, when, way = FIRMS[0], a_day(rng), a_way(rng)
    lines, net, tax = goods(rng, 8)
    own, due = f"{rng.randrange(700000, 799999)}", when + timedelta(days=14)
    boxes = (
        ("Customer A/c", f"THI{rng.randrange(100, 999)}"),
        ("Route / Drop", f"{rng.randrange(1, 20)} / {rng.randrange(1, 30)}"),
        ("Order ref", f"WEB{rng.randrange(10**5, 10**6)}"),
        ("Delivered", way(when - timedelta(days=1))),
        ("Tax point", way(when)),
        ("Invoice number", own),
    )
    return of_firm("wholesale", "invoice", sheet(
        f"<table width=100%><tr><td style='font-size:17pt'><b>{firm.name.lower()}</b><td class=r style='font-size:7pt'>{firm.legal}<br>{firm.street}, {firm.town}<br>VAT 000 4471 00</table><p style='margin:6mm 0'>{BLOCK}</p><table border=1 width=100% style='font-size:8pt'><tr>{''.join(f'<th>{head}' for head, _ in boxes)}<tr>{''.join(f'<td>{value}' for _, value in boxes)}</table><table width=100% style='margin-top:4mm;font-size:9pt'><tr><th>Code<th>Product<th class=r>Cases<th class=r>Price<th class=r>Goods<th>V"
        + "".join(f"<tr><td>{rng.randrange(10000, 99999)}<td>{what}<td class=r>{count}<td class=r>{plain(each)}<td class=r>{plain(count * each)}<td>S" for what, count, each in lines)
        + f"</table><table style='margin:5mm 0 0 auto'><tr><td>Goods<td class=r>{plain(net)}<tr><td>VAT @ 20%<td class=r>{plain(tax)}<tr><td><b>Invoice total GBP</b><td class=r><b>{plain(net + tax)}</b></table><p style='font-size:8pt;margin-top:12mm;border-top:1px dashed'>Our terms: payment by {way(due)}. Claims within 24 hours. Please quote {own} when paying.</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=net + tax, due=due)  # fmt: skip


def shop_on_line(rng: random.Random) -> Made:
    """A shop on the web: the order's number large, the invoice's small, paid already by card."""
    firm, when, way = FIRMS[1], a_day(rng), a_way(rng)
    lines, net, tax = goods(rng, 5)
    post = Decimal("4.95")
    own = f"PS-INV-{rng.randrange(10000, 99999)}"
    return of_firm("shop-on-line", "invoice", sheet(
        f"<h1>{firm.name}</h1><h2>Thank you, {PEOPLE[0].split()[0]}!</h2><p>Order #{rng.randrange(100000, 999999)}</p><table width=100%><tr><td><b>Invoice</b><br>{own}<td><b>Date</b><br>{way(when)}<td><b>Paid with</b><br>Card ending 4417</table><table width=100% style='margin-top:6mm'>"
        + "".join(f"<tr><td>{what}<br><span style='color:#888'>Qty {count}</span><td class=r>{pounds(count * each)}" for what, count, each in lines)
        + f"<tr><td>Postage<td class=r>{pounds(post)}<tr><td>Tax included<td class=r>{pounds(tax)}<tr><td><b>Order total</b><td class=r><b>{pounds(net + tax + post)}</b></table><p>Sent to {NURSERY}, {ADDRESS[1]}, {ADDRESS[2]}</p><p style='font-size:8pt'>{firm.name}, {firm.street}, {firm.town}</p>",
        face="Roboto"), firm, when=when, reference=own, amount=net + tax + post)  # fmt: skip


def laundry(rng: random.Random) -> Made:
    """A hire by the week with a service charge; the period, the invoice and its day in a run of text."""
    firm, when, way = FIRMS[2], a_day(rng), a_way(rng)
    lines, net, tax = goods(rng, 4)
    own, due = f"BL{rng.randrange(10**5, 10**6)}", when + timedelta(days=30)
    return of_firm("laundry", "invoice", sheet(
        f"<p style='text-align:center;font-size:15pt'>{firm.name.upper()}</p><p style='text-align:center;font-size:8pt'>{firm.legal} · {firm.street} · {firm.town}</p><p style='border:1px solid;padding:3mm'>Invoice {own} for services from {way(when - timedelta(days=28))} to {way(when - timedelta(days=1))}<br>Raised {way(when)} · Payment due {way(due)}</p><p>Bill to:<br>{BLOCK}</p><table width=100%>"
        + "".join(f"<tr><td>{what}<td class=r>{count}<td class=r>{plain(count * each)}" for what, count, each in lines)
        + f"</table><p class=r>Net {plain(net)}<br>VAT {plain(tax)}<br><b>Total due {pounds(net + tax)}</b></p><p>A direct debit will be taken. No action is needed.</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=net + tax, due=due)  # fmt: skip


def plumber(rng: random.Random) -> Made:
    """A tradesman's, written in a word processor: labels with colons, money without a table, not registered for tax."""
    firm, when, way = FIRMS[3], a_day(rng), a_way(rng)
    labour, parts = Decimal(rng.randrange(4, 20) * 15), Decimal(rng.randrange(300, 9000)) / 100
    own = f"{rng.randrange(110, 480)}"
    return of_firm("plumber", "invoice", sheet(
        f"<p><b>{firm.name}</b><br>{firm.street}, {firm.town}<br>Mobile 07700 900 417</p><p>To: {NURSERY}</p><p>Invoice: {own}<br>Date of invoice: {way(when)}<br>Date of work: {way(when - timedelta(days=rng.randrange(1, 9)))}</p><p>Boiler not firing. Replaced ignition lead and cleaned burner. Bled radiators in the baby room.</p><p>Labour: {pounds(labour)}<br>Parts: {pounds(parts)}<br>Total: {pounds(labour + parts)}</p><p>Bank: sort code 00-00-41, account 10204417. Many thanks for your custom.</p>",
        face="Serif"), firm, when=when, reference=own, amount=labour + parts)  # fmt: skip


def alarm(rng: random.Random) -> Made:
    """A yearly charge for a contract: the contract's number and year before the invoice's own; a total with and without tax."""
    firm, when, way = FIRMS[4], a_day(rng), a_way(rng)
    net = Decimal(rng.randrange(180, 700))
    tax, own = net / 5, f"SIN{rng.randrange(10000, 99999)}"
    due = when + timedelta(days=rng.choice((7, 21)))
    return of_firm("alarm", "invoice", sheet(
        f"<table width=100%><tr><td><h3>{firm.name}</h3><span style='font-size:8pt'>{firm.legal}, {firm.street}, {firm.town}</span><td class=r><h2>SALES INVOICE</h2></table><table width=100%><tr><td>{BLOCK}<td><table><tr><td>Contract<td>{rng.randrange(3000, 3999)}<tr><td>Contract year<td>{when:%Y}/{when.year + 1 - 2000}<tr><td>Invoice No<td>{own}<tr><td>Invoice Dt<td>{way(when)}<tr><td>Pay By<td>{way(due)}</table></table><table border=1 width=100% style='margin-top:6mm'><tr><td>Annual maintenance, fire alarm, two visits<td class=r>{plain(net)}</table><table width=100%><tr><td>Sub total {plain(net)}<td>Tax {plain(tax)}<td class=r><b>Gross {pounds(net + tax)}</b></table>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=net + tax, due=due)  # fmt: skip


def subscription(rng: random.Random) -> Made:
    """A receipt by mail for software, by the month: what it was for, who paid, in pairs with much air."""
    firm, when, way = FIRMS[5], a_day(rng), a_way(rng)
    total, own = Decimal(rng.randrange(19, 90)), f"{rng.randrange(1000, 9999)}-{rng.randrange(1000, 9999)}"
    return of_firm("subscription", "bill", sheet(
        f"<h3>Receipt from {firm.name}</h3><p style='font-size:22pt'>{pounds(total)}</p><p>Paid {way(when)}</p><table style='margin:8mm 0'><tr><td>Receipt number<td>{own}<tr><td>Invoice number<td>NB{rng.randrange(10000, 99999)}<tr><td>Payment method<td>card - 0041</table><p>{way(when)} – {way(when + timedelta(days=30))}</p><table width=100%><tr><td>Nestbox for one room<td class=r>{pounds(total)}<tr><td>Amount paid<td class=r>{pounds(total)}</table><p style='font-size:8pt'>{firm.legal}, {firm.street}, {firm.town}</p>",
        face="Roboto"), firm, when=when, reference=own, amount=total)  # fmt: skip


def water(rng: random.Random) -> Made:
    """A bill of two meters: readings, standing charge, what was owed, the sum to pay twice, a slip to tear off."""
    firm, when, way = SUPPLIERS[0], a_day(rng), a_way(rng)
    fresh, waste, before = (Decimal(rng.randrange(1500, 9000)) / 100 for _ in range(3))
    own, due = f"{rng.randrange(10**9, 10**10)}", when + timedelta(days=18)
    total = fresh + waste + before
    return of_firm("water", "bill", sheet(
        f"<table width=100%><tr><td style='font-size:19pt'>{firm.name}<td class=r>Bill date: {way(when)}<br>Account number: {own}<br>Supply at: {ADDRESS[1]}</table><p>{BLOCK}</p><h2>Your water bill</h2><table width=100%><tr><td>Balance brought forward<td class=r>{pounds(before)}<tr><td>Fresh water, 31 m³ with standing charge<td class=r>{pounds(fresh)}<tr><td>Waste water, 29 m³<td class=r>{pounds(waste)}<tr><td><b>Total to pay</b><td class=r><b>{pounds(total)}</b></table><p>Please pay by {way(due)}.</p><p style='margin-top:30mm;border-top:1px dashed;font-size:8pt'>{firm.legal} · Payment slip · {own} · {pounds(total)}</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=total, due=due)  # fmt: skip


def rates(rng: random.Random) -> Made:
    """A demand by the council: instalments with their days, of which none is that of the whole; no word of a bill in its title."""
    firm, when, way = BODIES[0], a_day(rng), a_way(rng)
    each, own = Decimal(rng.randrange(90, 300)), f"6{rng.randrange(10**6, 10**7)}"
    days = [when + timedelta(days=14 + 30 * at) for at in range(4)]
    return of_firm("rates", "bill", sheet(
        f"<table width=100%><tr><td><b>{firm.name}</b><br>{firm.street}<br>{firm.town}<td class=r>Account reference {own}<br>Date of issue {way(when)}</table><p>{BLOCK}</p><h3>NON-DOMESTIC RATES DEMAND NOTICE</h3><table width=100%><tr><td>Rateable value 9,400 at 0.499<td class=r>{pounds(each * 4 + 60)}<tr><td>Less small business relief<td class=r>{pounds(Decimal(-60))}<tr><td><b>Amount payable</b><td class=r><b>{pounds(each * 4)}</b></table><p>Instalments:</p><table>"
        + "".join(f"<tr><td>{way(one)}<td class=r>{pounds(each)}" for one in days)
        + "</table>", face=rng.choice(FACES)), firm, when=when, reference=own, amount=each * 4)  # fmt: skip


def chemist(rng: random.Random) -> Made:
    """A chemist's receipt with a note of tax by letters, the day at the very end."""
    firm, when = SHOPS[0], a_day(rng)
    lines = [(what, Decimal(rng.randrange(90, 900)) / 100) for what in rng.sample(("Plasters 40s", "Sun cream 50+", "Thermometer", "Infant gel", "Gloves M 100"), 3)]  # fmt: skip
    total = sum((value for _, value in lines), Decimal(0))
    rows = "<br>".join(f"{what} &nbsp; {plain(value)} A" for what, value in lines)
    own = f"{rng.randrange(10**4, 10**5)}"
    return of_firm("chemist", "bill", sheet(
        f"<p style='text-align:center'><b>{firm.name}</b><br>{firm.street}, {firm.town}</p><p>{rows}</p><p>--------------<br><b>TOTAL {pounds(total)}</b><br>Contactless {pounds(total)}</p><p style='font-size:8pt'>A = 20.00%<br>Items: 3<br>{when:%d-%m-%Y} {rng.randrange(9, 18)}.{rng.randrange(10, 59)} Trans {own} Op 7</p>",
        face="DejaVu Sans Condensed", page="80mm 110mm", margin="5mm"), firm, when=when, reference=own, amount=total)  # fmt: skip


def parking(rng: random.Random) -> Made:
    """A ticket for the windscreen: until when in large letters, the day it was bought beneath."""
    firm, when = SHOPS[2], a_day(rng)
    total, own = Decimal(rng.choice(("2.40", "4.80", "9.60"))), f"{rng.randrange(10**5, 10**6)}"
    return of_firm("parking", "bill", sheet(
        f"<p style='text-align:center'><b>{firm.name}</b><br>{firm.street}</p><p style='text-align:center;font-size:20pt'>EXPIRES<br>17:4{rng.randrange(0, 9)}</p><p style='text-align:center'>{when:%d %b %Y}</p><p>Fee paid {pounds(total)}<br>Purchased {when:%d/%m/%y} 14:02<br>Ticket {own}<br>VAT No 000 8812 00</p><p style='font-size:7pt'>Display this side up</p>",
        face="Roboto", page="70mm 100mm", margin="5mm"), firm, when=when, reference=own, amount=total)  # fmt: skip


def returned(rng: random.Random) -> Made:
    """A credit note with positive sums: what makes it negative is its title."""
    firm, when, way = rng.choice((FIRMS[0], FIRMS[1])), a_day(rng), a_way(rng)
    lines, net, tax = goods(rng, 3)
    own = f"C{rng.randrange(10000, 99999)}"
    return of_firm("returned", "invoice", sheet(
        f"<h2 class=r>Credit Note</h2><p><b>{firm.name}</b><br>{firm.street}<br>{firm.town}</p><p>{BLOCK}</p><table><tr><td>Credit note no.<td>{own}<tr><td>Date<td>{way(when)}<tr><td>Original invoice<td>{rng.randrange(700000, 799999)}<tr><td>Reason<td>Short dated</table><table width=100% style='margin-top:5mm'>"
        + "".join(f"<tr><td>{what}<td class=r>{count}<td class=r>{plain(count * each)}" for what, count, each in lines)
        + f"<tr><td>VAT<td><td class=r>{plain(tax)}<tr><td><b>Total credit</b><td><td class=r><b>{pounds(net + tax)}</b></table>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=-(net + tax))  # fmt: skip


def ordered(rng: random.Random) -> Made:
    """Our own order: whom it goes to counts; what it comes to and when it is wanted."""
    firm, when, way = rng.choice(FIRMS[:2]), a_day(rng), a_way(rng)
    lines, net, _ = goods(rng, 5)
    own = f"PO{when:%y}{rng.randrange(100, 999)}"
    return of_firm("ordered", "other", sheet(
        f"<h2>{NURSERY}</h2><p style='font-size:8pt'>{', '.join(ADDRESS)}</p><h3>Purchase order</h3><table border=1 width=100%><tr><td>Supplier<td>{firm.name}, {firm.street}, {firm.town}<tr><td>Order no.<td>{own}<tr><td>Ordered on<td>{way(when)}<tr><td>Wanted by<td>{way(when + timedelta(days=12))}</table><table width=100% style='margin-top:5mm'>"
        + "".join(f"<tr><td>{what}<td class=r>{count}<td class=r>{plain(each)}<td class=r>{plain(count * each)}" for what, count, each in lines)
        + f"<tr><td><b>Order value</b><td><td><td class=r><b>{pounds(net)}</b></table><p>Authorised: {PEOPLE[1]}</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=net)  # fmt: skip


def account(rng: random.Random) -> Made:
    """A statement of what stands open, in columns of debit, credit and balance, with ages at the foot."""
    firm, when, way = FIRMS[0], a_day(rng), a_way(rng)
    sums = [Decimal(rng.randrange(2000, 30000)) / 100 for _ in range(3)]
    own = f"THI{rng.randrange(100, 999)}"
    running, rows = Decimal(0), ""
    for at, one in enumerate(sums):
        running += one
        rows += f"<tr><td>{way(when - timedelta(days=60 - 20 * at))}<td>Invoice {rng.randrange(700000, 799999)}<td class=r>{plain(one)}<td class=r><td class=r>{plain(running)}"
    return of_firm("account", "other", sheet(
        f"<p><b>{firm.name}</b>, {firm.street}, {firm.town}</p><h2>Statement of account</h2><table width=100%><tr><td>{BLOCK}<td class=r>Account {own}<br>As at {way(when)}</table><table border=1 width=100%><tr><th>Date<th>Details<th>Debit<th>Credit<th>Balance{rows}</table><table width=100% style='margin-top:6mm'><tr><td>Current {plain(sums[2])}<td>30 days {plain(sums[1])}<td>60 days {plain(sums[0])}<td class=r><b>Balance due {pounds(running)}</b></table>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=running)  # fmt: skip


def bausteine(rng: random.Random) -> Made:
    """In German: a block of facts to the right with colons, a discount for paying soon."""
    firm, when = ABROAD["de"], a_day(rng)
    lines, net, _ = goods(rng)
    tax = (net * Decimal("0.19")).quantize(CENT)
    own = f"RE-{when:%Y}-{rng.randrange(1000, 9999)}"
    return of_firm("bausteine", "invoice", sheet(
        f"<p style='font-size:16pt'>{firm.name}</p><table width=100%><tr><td>{BLOCK}<br>Großbritannien<td class=r>Rechnungsnummer: {own}<br>Rechnungsdatum: {when:%d.%m.%Y}<br>Lieferdatum: {when - timedelta(days=2):%d.%m.%Y}<br>Ihre Bestellung: PO{rng.randrange(100, 999)}</table><h3>Rechnung</h3><table width=100%>"
        + "".join(f"<tr><td>{at}<td>{what}<td class=r>{count}<td class=r>{comma(each)}<td class=r>{comma(count * each)}" for at, (what, count, each) in enumerate(lines, 1))
        + f"</table><p class=r>Nettobetrag {comma(net)} EUR<br>19 % USt. {comma(tax)} EUR<br><b>Gesamtbetrag {comma(net + tax)} EUR</b></p><p>Zahlbar innerhalb 10 Tagen mit 2 % Skonto oder 30 Tagen netto.</p><p style='font-size:7pt'>{firm.name}, {firm.street}, {firm.town}</p>",
        face="Roboto"), firm, when=when, reference=own, amount=net + tax, currency="EUR", language="de", accept={"due": [(when + timedelta(days=30)).isoformat(), (when + timedelta(days=10)).isoformat()]})  # fmt: skip


def speelgoed(rng: random.Random) -> Made:
    """In Dutch: the facts in a bar, the day to pay by in a sentence."""
    firm, when = ABROAD["nl"], a_day(rng)
    lines, net, _ = goods(rng)
    tax = (net * Decimal("0.21")).quantize(CENT)
    own, due = f"{when:%Y}{rng.randrange(1000, 9999)}", when + timedelta(days=14)
    return of_firm("speelgoed", "invoice", sheet(
        f"<table width=100%><tr><td><b>{firm.name}</b><br>{firm.street}<br>{firm.town}<td class=r>{BLOCK}</table><table width=100% style='background:#eee;margin:8mm 0'><tr><td>Factuurnummer {own}<td>Factuurdatum {in_words(when, 'nl')}<td>Klantnummer {rng.randrange(100, 999)}</table><table width=100%><tr><th>Omschrijving<th class=r>Aantal<th class=r>Bedrag"
        + "".join(f"<tr><td>{what}<td class=r>{count}<td class=r>€ {comma(count * each)}" for what, count, each in lines)
        + f"<tr><td>Subtotaal<td><td class=r>€ {comma(net)}<tr><td>BTW 21%<td><td class=r>€ {comma(tax)}<tr><td><b>Te betalen</b><td><td class=r><b>€ {comma(net + tax)}</b></table><p>Wij verzoeken u het bedrag vóór {in_words(due, 'nl')} over te maken.</p>",
        face="Roboto"), firm, when=when, reference=own, amount=net + tax, due=due, currency="EUR", language="nl")  # fmt: skip


def pinceaux(rng: random.Random) -> Made:
    """In French: number and day in one title, the total within a frame."""
    firm, when = ABROAD["fr"], a_day(rng)
    lines, net, tax = goods(rng)
    own, due = f"{when:%Y%m}-{rng.randrange(10, 99)}", when + timedelta(days=45)
    return of_firm("pinceaux", "invoice", sheet(
        f"<p><b>{firm.name}</b> — {firm.street}, {firm.town} — SIRET 000 441 700 00012</p><p class=r>{BLOCK}</p><h3>Facture n° {own} du {when:%d/%m/%Y}</h3><p>Échéance : {due:%d/%m/%Y}</p><table border=1 width=100%>"
        + "".join(f"<tr><td>{what}<td class=r>{count}<td class=r>{spaced(each)}<td class=r>{spaced(count * each)}" for what, count, each in lines)
        + f"</table><table style='border:2px solid;margin:5mm 0 0 auto'><tr><td>Total HT<td class=r>{spaced(net)}<tr><td>TVA 20 %<td class=r>{spaced(tax)}<tr><td><b>Total TTC</b><td class=r><b>{spaced(net + tax)} €</b></table>",
        face="Serif"), firm, when=when, reference=own, amount=net + tax, due=due, currency="EUR", language="fr")  # fmt: skip


def cover(rng: random.Random) -> Made:
    """An insurer's: the policy's number, its term, the premium with tax, when it is taken."""
    firm, when, way = SUPPLIERS[2], a_day(rng), a_way(rng)
    total, own, due = (
        Decimal(rng.randrange(20000, 90000)) / 100,
        f"LGN/{rng.randrange(10**6, 10**7)}",
        when + timedelta(days=10),
    )
    return of_firm("cover", "bill", sheet(
        f"<p style='font-size:17pt'>{firm.name}</p><p style='font-size:8pt'>{firm.legal}, {firm.street}, {firm.town}</p><p>{BLOCK}</p><p>{way(when)}</p><h3>Nursery policy {own}: your premium</h3><table width=80%><tr><td>Cover from<td>{way(when + timedelta(days=10))}<tr><td>Cover to<td>{way(when + timedelta(days=374))}<tr><td>Premium<td>{pounds(total / Decimal('1.12'))}<tr><td>Insurance premium tax at 12%<td>{pounds(total - total / Decimal('1.12'))}<tr><td><b>Total premium</b><td><b>{pounds(total)}</b></table><p>We ask you to pay by {way(due)}.</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=total, due=due)  # fmt: skip


MONEY = (
    (wholesale, 6), (shop_on_line, 5), (laundry, 5), (plumber, 5), (alarm, 5), (subscription, 4), (water, 5), (rates, 4), (chemist, 4), (parking, 3),
    (returned, 4), (ordered, 4), (account, 3), (bausteine, 4), (speelgoed, 4), (pinceaux, 4), (cover, 4),
)  # fmt: skip
