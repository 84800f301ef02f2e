"""What is to be paid or was: invoices in many forms, bills, receipts, a demand, a renewal, a quotation, a statement."""

from __future__ import annotations

import random
from datetime import timedelta
from decimal import Decimal

from bench.strangers.made import Made, of_firm
from bench.strangers.press import FACES, a_way, comma, in_words, plain, pounds, sheet

from .world import ABROAD, ADDRESS, BODIES, FIRMS, PEOPLE, SHOPS, SOCIETY, SUPPLIERS, a_day, goods

BLOCK = "<br>".join((SOCIETY, *ADDRESS))


def sentence(rng: random.Random) -> Made:
    """Number, day and terms in one sentence beneath the title."""
    firm, when, way = rng.choice(FIRMS), a_day(rng), a_way(rng)
    lines, net, tax = goods(rng)
    own, due = f"{rng.randrange(200, 3000)}", when + timedelta(days=30)
    return of_firm("sentence", "invoice", sheet(
        f"<p><b style='font-size:15pt'>{firm.name}</b><br><span style='font-size:8pt'>{firm.street}, {firm.town}</span></p><p style='margin:10mm 0'>{BLOCK}</p><h2>INVOICE</h2><p>Invoice {own} of {way(when)}, for payment by {way(due)}</p><table width=100%>"
        + "".join(f"<tr><td>{count}<td>{what}<td class=r>{plain(count * each)}" for what, count, each in lines)
        + f"<tr><td><td class=r>Net<td class=r>{plain(net)}<tr><td><td class=r>VAT at 20%<td class=r>{plain(tax)}<tr><td><td class=r><b>Invoice total</b><td class=r><b>{pounds(net + tax)}</b></table>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=net + tax, due=due)  # fmt: skip


def dotted(rng: random.Random) -> Made:
    """Typed in one width of letters, with dots that lead to the sums."""
    firm, when = rng.choice(FIRMS), a_day(rng)
    lines, net, tax = goods(rng)
    own = f"{rng.choice('ABCG')}{rng.randrange(1000, 9999)}"

    def led(text: str, value: Decimal) -> str:
        return text + " " + "." * (60 - len(text) - len(plain(value))) + " " + plain(value)

    rows = "\n".join(led(f"{count} x {what}", count * each) for what, count, each in lines)
    return of_firm("dotted", "invoice", sheet(
        f"<pre style=\"font-family:'DejaVu Sans Mono';font-size:9pt\">{firm.name.upper()}\n{firm.street}\n{firm.town}\n\n{when:%d.%m.%Y}\n\nTO     {SOCIETY}\n       {ADDRESS[1]}, {ADDRESS[2]}\n\nINVOICE NUMBER  {own}\n\n{rows}\n\n{led('GOODS', net)}\n{led('VAT', tax)}\n{led('TO PAY', net + tax)}\n\nWITH THANKS. PAYMENT IN 21 DAYS PLEASE.</pre>",
        face="Roboto"), firm, when=when, reference=own, amount=net + tax)  # fmt: skip


def reversed_facts(rng: random.Random) -> Made:
    """Values first, what they are in small letters after each, all set to the right."""
    firm, when, way = rng.choice(FIRMS), a_day(rng), a_way(rng)
    lines, net, tax = goods(rng)
    own, due = f"{when:%y}{rng.randrange(100, 999)}", when + timedelta(days=14)
    facts = "".join(f"<p class=r style='margin:0'><b>{value}</b> <span style='font-size:7pt;color:#687'>{label}</span></p>" for value, label in ((own, "invoice no"), (way(when), "invoice date"), (way(due), "due date"), (f"P{rng.randrange(100, 999)}", "your order")))  # fmt: skip
    return of_firm("reversed", "invoice", sheet(
        f"<table width=100%><tr><td><h1>{firm.name}</h1>{firm.street}<br>{firm.town}<td>{facts}</table><p>{BLOCK}</p><table width=100%><tr><th>Qty<th>Item<th class=r>Each<th class=r>Amount"
        + "".join(f"<tr><td>{count}<td>{what}<td class=r>{plain(each)}<td class=r>{plain(count * each)}" for what, count, each in lines)
        + f"</table><p class=r>{plain(net)} <span style='font-size:7pt'>net</span></p><p class=r>{plain(tax)} <span style='font-size:7pt'>VAT</span></p><p class=r><b>{pounds(net + tax)}</b> <span style='font-size:7pt'>total due</span></p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=net + tax, due=due)  # fmt: skip


def note_of_work(rng: random.Random) -> Made:
    """A tradesman's: date, job, hours, a sum; no tax, no table."""
    firm, when, way = FIRMS[3], a_day(rng), a_way(rng)
    total = Decimal(rng.randrange(8, 60) * 10)
    own = f"{rng.randrange(20, 400)}"
    return of_firm("note-of-work", "invoice", sheet(
        f"<p style='font-size:14pt'>{firm.name}</p><p>{firm.street}, {firm.town} &nbsp; 07000 555 0{rng.randrange(10, 99)}</p><p>Invoice no. {own} &nbsp;&nbsp;&nbsp; {way(when)}</p><p>For {SOCIETY}</p><p>Pollarding of the limes along the north wall on {way(when - timedelta(days=6))} and {way(when - timedelta(days=5))}, two men and chipper, brash taken away as agreed with {rng.choice(PEOPLE)}.</p><p>£{total} in full, no VAT charged</p><p>Sort code 00-00-77, account 70080090. Please put the invoice number with your payment.</p>",
        face="Serif"), firm, when=when, reference=own, amount=total)  # fmt: skip


def two_tongues(rng: random.Random) -> Made:
    """German and English side by side in each label."""
    firm, when = ABROAD["de"], a_day(rng)
    lines, net, _ = goods(rng)
    tax = (net * Decimal("0.07")).quantize(Decimal("0.01"))
    own, due = f"RE-{when:%Y}-{rng.randrange(100, 999):04}", when + timedelta(days=14)
    rows = "".join(f"<tr><td>{at}<td>{what}<td class=r>{count}<td class=r>{comma(each)}<td class=r>{comma(count * each)}" for at, (what, count, each) in enumerate(lines, 1))  # fmt: skip
    return of_firm("two-tongues", "invoice", sheet(
        f"<h2>{firm.name}</h2><p>{firm.street} · {firm.town}</p><p>{BLOCK}</p><h2>Rechnung / Invoice</h2><table><tr><td>Rechnungsnummer / Invoice number<td>{own}<tr><td>Rechnungsdatum / Invoice date<td>{when:%d.%m.%Y}<tr><td>Lieferdatum / Date of delivery<td>{when - timedelta(days=4):%d.%m.%Y}<tr><td>Fällig am / Due date<td>{due:%d.%m.%Y}</table><table width=100% style='margin-top:6mm'><tr><th>Pos.<th>Artikel / Item<th class=r>Menge / Qty<th class=r>Preis / Price<th class=r>Summe / Sum{rows}</table><p class=r>Zwischensumme / Subtotal {comma(net)} €<br>7 % MwSt. / VAT {comma(tax)} €<br><b>Gesamtbetrag / Total {comma(net + tax)} €</b></p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=net + tax, currency="EUR", due=due, language="de")  # fmt: skip


def dutch(rng: random.Random) -> Made:
    firm, when = ABROAD["nl"], a_day(rng)
    lines, net, _ = goods(rng)
    tax = (net * Decimal("0.09")).quantize(Decimal("0.01"))
    own, due = f"{rng.randrange(10**5, 10**6)}", when + timedelta(days=30)
    rows = "".join(f"<tr><td>{what}<td class=r>{count}<td class=r>{comma(count * each)}" for what, count, each in lines)  # fmt: skip
    return of_firm("dutch", "invoice", sheet(
        f"<p style='font-size:16pt'>{firm.name}</p><table width=100%><tr><td>{BLOCK}<td>{firm.street}<br>{firm.town}<br>KvK 00123400<br>BTW NL000123400B01</table><h3>Factuur {own}</h3><p>Datum: {in_words(when, 'nl')}<br>Klantnummer: {rng.randrange(1000, 9999)}<br>Vervaldatum: {in_words(due, 'nl')}</p><table width=100%><tr><th>Omschrijving<th class=r>Aantal<th class=r>Bedrag{rows}<tr><td>Subtotaal<td><td class=r>{comma(net)}<tr><td>Btw 9%<td><td class=r>{comma(tax)}<tr><td><b>Te betalen</b><td><td class=r><b>€ {comma(net + tax)}</b></table>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=net + tax, currency="EUR", due=due, language="nl")  # fmt: skip


def usage(rng: random.Random) -> Made:
    """A bill told in steps: what was owed, what was used, what is asked for now."""
    firm, when, way = rng.choice(SUPPLIERS), a_day(rng), a_way(rng)
    used, before = Decimal(rng.randrange(2500, 50000)) / 100, Decimal(rng.randrange(2500, 50000)) / 100
    own, due = f"{rng.randrange(100, 999)}-{rng.randrange(1000, 9999)}-{rng.randrange(10, 99)}", when + timedelta(days=18)  # fmt: skip
    return of_firm("usage", "bill", sheet(
        f"<table width=100%><tr><td><h1 style='color:#264'>{firm.name}</h1><td class=r style='font-size:8pt'>Customer services 0800 555 0{rng.randrange(100, 999)}<br>{firm.street}, {firm.town}</table><p>{BLOCK}</p><p>Bill number <b>{own}</b><br>Bill date <b>{way(when)}</b><br>Account <b>{rng.randrange(10**8, 10**9)}</b></p><h3>1. Where you stood</h3><table width=80%><tr><td>Balance on your last bill<td class=r>{pounds(before)}<tr><td>Payments we have had<td class=r>-{pounds(before)}</table><h3>2. What you have used</h3><table width=80%><tr><td>{way(when - timedelta(days=95))} – {way(when - timedelta(days=4))}<td class=r>{pounds(used)}</table><h3>3. What to pay</h3><table width=80%><tr><td><b>Please pay by {way(due)}</b><td class=r><b>{pounds(used)}</b></table>"
        + (f"<p style='position:fixed;bottom:0;font-size:7pt'>{firm.legal}, registered in England no. 0123987</p>" if firm.legal else ""),
        face="Roboto"), firm, when=when, reference=own, amount=used, due=due)  # fmt: skip


def by_hand(rng: random.Random) -> Made:
    """A page of a receipt book."""
    firm, when, way = rng.choice((*FIRMS[:2], FIRMS[5])), a_day(rng), a_way(rng)
    total, own = Decimal(rng.randrange(5, 90)), f"{rng.randrange(1, 999):03}"
    return of_firm("by-hand", "bill", sheet(
        f"<div style='border:1px solid;padding:6mm'><table width=100%><tr><td><b>RECEIPT</b><td class=r>No. {own}</table><p>Date <u>{way(when)}</u></p><p>Received with thanks from <u>{SOCIETY}</u></p><p>the sum of <u>{rng.choice(('the amount stated', 'as below'))}</u></p><p>for <u>{rng.choice(('honey', 'pots', 'stakes and twine', 'plants for the sale'))}</u></p><p style='font-size:14pt'>£ {plain(total)}</p><p>Cash / card / cheque &nbsp;&nbsp; Signed <i>p.p.</i></p><p style='font-size:8pt'>{firm.name}, {firm.street}, {firm.town}</p></div>",
        face="Serif", page="A5 landscape", margin="10mm"), firm, when=when, reference=own, amount=total)  # fmt: skip


def ticket(rng: random.Random) -> Made:
    """A railway ticket."""
    firm, when = SHOPS[1], a_day(rng)
    total, own = Decimal(rng.randrange(300, 4500)) / 100, f"{rng.randrange(10000, 99999)}"
    return of_firm("ticket", "bill", sheet(
        f"<div style='font-size:8pt'><b>{firm.name.upper()}</b><br>{firm.street} {firm.town}<hr>ADULT RETURN<br>ASHMERE HALT to RAMSLEY<br>Ticket no {own}<br>Issued {when:%d-%b-%y} {rng.randrange(6, 20):02}:{rng.randrange(10, 60)}<br>Valid until {when + timedelta(days=30):%d-%b-%y}<br><b style='font-size:12pt'>Price {pounds(total)}</b><br>Paid by card ************{rng.randrange(1000, 9999)}</div>",
        face="Roboto", page="75mm 70mm", margin="4mm"), firm, when=when, reference=own, amount=total)  # fmt: skip


def shop(rng: random.Random) -> Made:
    firm, when = SHOPS[0], a_day(rng)
    lines = [(what, Decimal(rng.randrange(80, 2900)) / 100) for what in rng.sample(("GALV BUCKET", "JUTE TWINE", "HOSE CONNECT", "SECATEUR SPRING", "SLUG RINGS", "GLOVES M"), rng.randrange(1, 5))]  # fmt: skip
    total, own = sum((each for _, each in lines), Decimal(0)), f"{rng.randrange(10**5, 10**6)}"
    rows = "".join(f"<tr><td>{what}<td class=r>{plain(each)}" for what, each in lines)
    return of_firm("shop", "bill", sheet(
        f"<div style='font-size:8pt;text-align:center'>{firm.name}<br>{firm.street}, {firm.town}<br>VAT No 000 7788 99</div><table width=100% style='font-size:8pt'>{rows}<tr><td><b>BALANCE DUE</b><td class=r><b>{plain(total)}</b><tr><td>CARD<td class=r>{plain(total)}<tr><td>CHANGE<td class=r>0.00</table><p style='font-size:8pt'>{len(lines)} ITEMS<br>TRANSACTION {own} &nbsp; TILL 2<br>{when:%d/%m/%Y} {rng.randrange(8, 18)}:{rng.randrange(10, 60)} &nbsp; OP: MEG</p>",
        face="DejaVu Sans Condensed", page="78mm 110mm", margin="5mm"), firm, when=when, reference=own, amount=total)  # fmt: skip


def renewal(rng: random.Random) -> Made:
    """A subscription that goes on."""
    firm, when, way = BODIES[1], a_day(rng), a_way(rng)
    total, own, due = (
        Decimal(rng.randrange(30, 140)),
        f"SUB{rng.randrange(1000, 9999)}",
        when + timedelta(days=28),
    )
    return of_firm("renewal", "bill", sheet(
        f"<h2>{firm.name}</h2><p>{firm.street}, {firm.town}</p><p>{BLOCK}</p><h3>Your membership is due for renewal</h3><table><tr><td>Renewal number<td>{own}<tr><td>Date of notice<td>{way(when)}<tr><td>Membership runs out on<td>{way(due)}<tr><td>Subscription for the coming year<td>{pounds(total)}</table><p>Dear member, please renew by {way(due)} so that your journal comes without a gap. Cheques are payable to {firm.name}.</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=total, due=due)  # fmt: skip


def offer(rng: random.Random) -> Made:
    firm, when, way = rng.choice(FIRMS), a_day(rng), a_way(rng)
    lines, net, tax = goods(rng)
    own = f"Q-{rng.randrange(300, 900)}"
    rows = "".join(f"<tr><td>{what}<td class=r>{count}<td class=r>{plain(count * each)}" for what, count, each in lines)  # fmt: skip
    return of_firm("offer", "other", sheet(
        f"<h2 class=r>{firm.name}</h2><p class=r>{firm.street}, {firm.town}</p><p>{BLOCK}</p><h3>Our price for your garden</h3><p>Quotation {own}, {way(when)}. It holds until {way(when + timedelta(days=45))}.</p><table width=100%><tr><th>What<th class=r>How many<th class=r>£{rows}<tr><td>VAT<td><td class=r>{plain(tax)}<tr><td><b>All in all</b><td><td class=r><b>{plain(net + tax)}</b></table><p>This is not an invoice.</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=net + tax)  # fmt: skip


def account(rng: random.Random) -> Made:
    """A month's statement, with a running balance."""
    firm, when, way = rng.choice(FIRMS), a_day(rng), a_way(rng)
    balance, rows, own = Decimal(0), "", f"ASH{rng.randrange(10, 99)}"
    for at in range(rng.randrange(2, 6)):
        each = Decimal(rng.randrange(1500, 30000)) / 100
        balance += each
        rows += f"<tr><td>{way(when - timedelta(days=30 - 5 * at))}<td>Inv {rng.randrange(2000, 9999)}<td class=r>{plain(each)}<td class=r>{plain(balance)}"  # fmt: skip
    return of_firm("account", "other", sheet(
        f"<table width=100%><tr><td><b>{firm.name}</b><br>{firm.street}<br>{firm.town}<td class=r><h2>Statement</h2>Account {own}<br>As at {way(when)}</table><p>{BLOCK}</p><table width=100%><tr><th>Date<th>Details<th class=r>Charged<th class=r>Balance{rows}</table><p class=r><b>You owe us {pounds(balance)}</b></p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=balance)  # fmt: skip


def cover(rng: random.Random) -> Made:
    """What is insured, from when until when."""
    firm, when, way = BODIES[2], a_day(rng), a_way(rng)
    begins, own = when + timedelta(days=12), f"{rng.randrange(10, 99)}/GDN/{rng.randrange(10**4, 10**5)}"
    ends = begins + timedelta(days=364)
    return of_firm("cover", "certificate", sheet(
        f"<h1 style='letter-spacing:.06em'>{firm.name}</h1><h3>Statement of insurance</h3><table width=100%><tr><td>Policy<td>{own}<tr><td>Policyholder<td>{SOCIETY}<tr><td>This statement was drawn up on<td>{way(when)}<tr><td>Cover starts<td>{way(begins)}<tr><td>Cover ends<td>{way(ends)}<tr><td>Public liability<td>£5,000,000<tr><td>Glasshouses<td>£{rng.randrange(20, 90)},000</table><p>Premises: {', '.join(ADDRESS)}</p><p style='font-size:7pt;margin-top:120mm'>{firm.legal} · {firm.street} · {firm.town}</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, currency=None, expires=ends)  # fmt: skip


MONEY = tuple((one, 7) for one in (sentence, dotted, reversed_facts, note_of_work, two_tongues, dutch, usage, by_hand, ticket, shop, renewal, offer, account, cover))  # fmt: skip
