"""What is to be paid or was: invoices, bills, receipts, a credit, an offer, a statement, advice of a payment."""

from __future__ import annotations

import random
from datetime import timedelta
from decimal import Decimal

from bench.strangers.made import Made, of_firm
from bench.strangers.press import FACES, a_way, in_words, plain, pounds, sheet, spaced

from .world import ABROAD, ADDRESS, BAND, BODIES, FIRMS, PEOPLE, SHOPS, SUPPLIERS, a_day, goods

BLOCK = "<br>".join((BAND, *ADDRESS))


def ticket_of_repair(rng: random.Random) -> Made:
    """A workshop's ticket that is its invoice: booked in, ready, and the invoice's own number and day at the foot."""
    firm, when, way = FIRMS[0], a_day(rng), a_way(rng)
    parts, labour = Decimal(rng.randrange(200, 4000)) / 100, Decimal(rng.randrange(2, 9) * 18)
    tax = ((parts + labour) / 5).quantize(Decimal("0.01"))
    total, own = parts + labour + tax, f"{rng.randrange(20000, 29999)}"
    return of_firm("ticket-of-repair", "invoice", sheet(
        f"<table width=100%><tr><td><h2>{firm.name}</h2><td class=r>Job {rng.randrange(3000, 4999)}</table><table border=1 width=100%><tr><td>Customer<td>{BAND}<td>Instrument<td>Tenor horn<tr><td>Booked in<td>{way(when - timedelta(days=19))}<td>Ready<td>{way(when - timedelta(days=1))}</table><p style='margin-top:6mm'>Second valve sticks. Valves lapped, all dents out of bell, new water key.</p><table><tr><td>Parts<td class=r>{plain(parts)}<tr><td>Labour<td class=r>{plain(labour)}<tr><td>VAT<td class=r>{plain(tax)}<tr><td><b>To pay</b><td class=r><b>{pounds(total)}</b></table><p style='margin-top:20mm;font-size:8pt'>Tax invoice {own} / {way(when)} / {firm.legal}, {firm.street}, {firm.town} / VAT reg 000 7410 00</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=total)  # fmt: skip


def spread(rng: random.Random) -> Made:
    """Facts in a band across the page: small capitals above, the values below, five in a row; the total in a box of its own."""
    firm, when, way = rng.choice(FIRMS[:5]), a_day(rng), a_way(rng)
    lines, net, tax = goods(rng)
    own, due = f"{firm.name[0]}{firm.name[-1].upper()}/{rng.randrange(100, 999)}", when + timedelta(days=28)
    heads = ("DOCUMENT", "NUMBER", "ISSUED", "SETTLE BY", "ACCOUNT")
    facts = ("Invoice", own, way(when), way(due), f"PEM{rng.randrange(10, 99)}")
    return of_firm("spread", "invoice", sheet(
        f"<p style='font-size:18pt;text-align:center;letter-spacing:2px'>{firm.name}</p><p style='text-align:center;font-size:8pt'>{firm.street} · {firm.town}</p><table width=100% style='background:#dde;margin:8mm 0'><tr>{''.join(f'<td style=font-size:7pt>{one}' for one in heads)}<tr>{''.join(f'<td><b>{one}</b>' for one in facts)}</table><p>{BLOCK}</p><table width=100%><tr><th>Particulars<th class=r>No.<th class=r>Price<th class=r>Line"
        + "".join(f"<tr><td>{what}<td class=r>{count}<td class=r>{plain(each)}<td class=r>{plain(count * each)}" for what, count, each in lines)
        + f"</table><table style='margin:6mm 0 0 auto;border:1px solid'><tr><td>Subtotal<td class=r>{plain(net)}<tr><td>Value added tax<td class=r>{plain(tax)}<tr><td><b>AMOUNT PAYABLE</b><td class=r><b>{pounds(net + tax)}</b></table>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=net + tax, due=due)  # fmt: skip


def journey(rng: random.Random) -> Made:
    """A coach firm's: the journey's days and hours stand before the paper's own."""
    firm, when, way = FIRMS[2], a_day(rng), a_way(rng)
    trip = when - timedelta(days=rng.randrange(3, 20))
    total, own = Decimal(rng.randrange(24, 90) * 10), f"{rng.randrange(700, 1900)}"
    return of_firm("journey", "invoice", sheet(
        f"<h1>{firm.name}</h1><p>{firm.street}, {firm.town}</p><h3>INVOICE</h3><p>Hirer: {BAND}, {ADDRESS[1]}, {ADDRESS[2]}</p><table border=1 width=100%><tr><td>Date of journey<td>{way(trip)}<tr><td>Pick up<td>Chapel Steps, 08:15<tr><td>To<td>Stanmoor Corn Exchange and return 22:00<tr><td>Vehicle<td>53 seats with boot for percussion<tr><td>Agreed hire<td>{pounds(total)}</table><p style='margin-top:6mm'>Invoice no: {own}<br>Invoice date: {way(when)}<br>Terms: seven days, no VAT on carriage of passengers</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=total)  # fmt: skip


def deposit(rng: random.Random) -> Made:
    """A deposit was paid: what is left is smaller than the total, and what is to be paid."""
    firm, when, way = FIRMS[3], a_day(rng), a_way(rng)
    lines, net, tax = goods(rng)
    paid = ((net + tax) / 4).quantize(Decimal("1"))
    own, due = f"BB-{when:%y%m}-{rng.randrange(10, 99)}", when + timedelta(days=14)
    return of_firm("deposit", "invoice", sheet(
        f"<p class=r><b>{firm.name}</b><br>{firm.street}<br>{firm.town}</p><p>{BLOCK}</p><h2>Invoice {own}</h2><p>{way(when)}</p><table width=100%>"
        + "".join(f"<tr><td>{what}<td>× {count}<td class=r>{pounds(count * each)}" for what, count, each in lines)
        + f"<tr><td>VAT 20%<td><td class=r>{pounds(tax)}<tr><td>Total of this invoice<td><td class=r>{pounds(net + tax)}<tr><td>Less deposit received with thanks<td><td class=r>{pounds(-paid)}<tr><td><b>Left to pay by {way(due)}</b><td><td class=r><b>{pounds(net + tax - paid)}</b></table>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=net + tax, due=due, accept={"who": [firm.legal], "amount": [str(net + tax - paid)]})  # fmt: skip


def soloist(rng: random.Random) -> Made:
    """A player's note of a fee, as a letter with lines: no title that says invoice but within a sentence."""
    firm, when, way = FIRMS[5], a_day(rng), a_way(rng)
    fee, travel = Decimal(rng.randrange(12, 40) * 10), Decimal(rng.randrange(1400, 6000)) / 100
    own = f"IM{rng.randrange(10, 99)}"
    return of_firm("soloist", "invoice", sheet(
        f"<p style='font-size:14pt'>Isolde Merrow</p><p style='font-size:8pt'>trumpet and flugelhorn · {firm.street}, {firm.town} · isolde@merrow.example</p><p style='margin-top:8mm'>{way(when)}</p><p>{PEOPLE[0]}, {BAND}</p><p>Fee invoice {own}</p><p>Concert at the Memorial Hall, {way(when - timedelta(days=5))}, as soloist, with one rehearsal<br>{pounds(fee)}</p><p>Train and taxi, receipts enclosed<br>{pounds(travel)}</p><p>Together {pounds(fee + travel)}, please, to the usual account within a fortnight.</p><p>Isolde</p>",
        face="Serif"), firm, when=when, reference=own, amount=fee + travel, accept={"who": ["Isolde Merrow"]})  # fmt: skip


def energy(rng: random.Random) -> Made:
    """A supplier's bill in tiles: what is owed in large figures, the account, the bill's own number in a small line."""
    firm, when, way = rng.choice(SUPPLIERS[:2]), a_day(rng), a_way(rng)
    total, before = Decimal(rng.randrange(4000, 40000)) / 100, Decimal(rng.randrange(4000, 40000)) / 100
    own, due = f"{rng.randrange(10**8, 10**9)}", when + timedelta(days=17)
    return of_firm("energy", "bill", sheet(
        f"<table width=100%><tr><td style='font-size:20pt'>{firm.name}<td class=r style='font-size:8pt'>{firm.legal or firm.name}<br>{firm.street}, {firm.town}<br>Bill number {own}<br>Dated {way(when)}</table><p>{BLOCK}</p><table width=100%><tr><td style='background:#efe;padding:5mm'>You owe us<br><span style='font-size:22pt'>{pounds(total)}</span><td style='background:#eef;padding:5mm'>We collect it on<br><span style='font-size:14pt'>{way(due)}</span><td style='background:#fee;padding:5mm'>Your account<br><span style='font-size:14pt'>{rng.randrange(10**6, 10**7)}</span></table><h3>How we got here</h3><table><tr><td>Your last bill<td class=r>{pounds(before)}<tr><td>You paid, thank you<td class=r>{pounds(-before)}<tr><td>This period, {way(when - timedelta(days=91))} to {way(when - timedelta(days=1))}<td class=r>{pounds(total)}</table>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=total, due=due)  # fmt: skip


def till(rng: random.Random) -> Made:
    """A shop's roll: the day with its hour at the head, cash and change after the total."""
    firm, when = rng.choice(SHOPS), a_day(rng)
    lines = [(what, Decimal(rng.randrange(80, 1400)) / 100) for what in rng.sample(("Manuscript book", "Pencils 2B", "Tea x4", "Scones x4", "Black tape", "Safety pins"), 3)]  # fmt: skip
    total = sum((value for _, value in lines), Decimal(0))
    given = Decimal(int(total) // 10 * 10 + 10)
    own = f"{rng.randrange(1000, 9999)}"
    rows = "\n".join(f"{what:<20}{value:>8}" for what, value in lines)
    return of_firm("till", "bill", sheet(
        f"<pre style=\"font-family:'DejaVu Sans Mono';font-size:8pt\">{firm.name.upper():^28}\n{firm.street:^28}\n\n{when:%d/%m/%y} 1{rng.randrange(0, 8)}:{rng.randrange(10, 59)}   TILL 2\nRECEIPT {own}\n\n{rows}\n{'':<20}{'-----':>8}\n{'TO PAY':<20}{total:>8}\n{'CASH':<20}{given:>8.2f}\n{'CHANGE':<20}{given - total:>8.2f}\n\n   PLEASE CALL AGAIN</pre>",
        face="Roboto", page="80mm 120mm", margin="4mm"), firm, when=when, reference=own, amount=total)  # fmt: skip


def credited(rng: random.Random) -> Made:
    """A credit: the number of the invoice that it is for beside its own, sums in brackets."""
    firm, when, way = rng.choice((FIRMS[1], FIRMS[4])), a_day(rng), a_way(rng)
    lines, net, tax = goods(rng, 3)
    own = f"CR{rng.randrange(100, 999)}"
    return of_firm("credited", "invoice", sheet(
        f"<table width=100%><tr><td><h2>CREDIT</h2><td class=r><b>{firm.name}</b><br>{firm.street}<br>{firm.town}</table><table><tr><td>Credit to<td>{BAND}, {ADDRESS[2]}<tr><td>Credit no.<td>{own}<tr><td>Date<td>{way(when)}<tr><td>For our invoice<td>{rng.randrange(2000, 9000)} of {way(when - timedelta(days=24))}</table><table width=100% style='margin-top:6mm'>"
        + "".join(f"<tr><td>{what}, returned<td class=r>({plain(count * each)})" for what, count, each in lines)
        + f"<tr><td>VAT<td class=r>({plain(tax)})<tr><td><b>Credited</b><td class=r><b>({plain(net + tax)})</b></table>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=-(net + tax))  # fmt: skip


def cuivres(rng: random.Random) -> Made:
    """In French: facts in a sentence under the title, the total in words beside figures."""
    firm, when = ABROAD["fr"], a_day(rng)
    lines, net, tax = goods(rng)
    own, due = f"F{when:%y}-{rng.randrange(100, 999)}", when + timedelta(days=30)
    return of_firm("cuivres", "invoice", sheet(
        f"<p><b>{firm.name}</b><br>{firm.street}<br>{firm.town}</p><p class=r>{BAND}<br>{ADDRESS[0]}, {ADDRESS[2]}<br>Royaume-Uni</p><h2>FACTURE N° {own}</h2><p>établie à Marvennes le {in_words(when, 'fr')}, payable au plus tard le {in_words(due, 'fr')}</p><table width=100%><tr><th>Désignation<th class=r>Qté<th class=r>P.U.<th class=r>Montant"
        + "".join(f"<tr><td>{what}<td class=r>{count}<td class=r>{spaced(each)}<td class=r>{spaced(count * each)}" for what, count, each in lines)
        + f"<tr><td colspan=3>Total hors taxes<td class=r>{spaced(net)}<tr><td colspan=3>TVA 20 %<td class=r>{spaced(tax)}<tr><td colspan=3><b>Net à payer</b><td class=r><b>{spaced(net + tax)} €</b></table>",
        face="Serif"), firm, when=when, reference=own, amount=net + tax, due=due, currency="EUR", language="fr")  # fmt: skip


def noten(rng: random.Random) -> Made:
    """In German: a letter's line of facts with dots between, a request to transfer by a day."""
    firm, when = ABROAD["de"], a_day(rng)
    lines, net, tax = goods(rng)
    own, due = f"{rng.randrange(40000, 49999)}", when + timedelta(days=14)
    return of_firm("noten", "invoice", sheet(
        f"<p style='font-size:8pt;text-decoration:underline'>{firm.name} · {firm.street} · {firm.town}</p><p>{BLOCK}</p><p class=r>Kundennummer {rng.randrange(100, 999)}<br>Ilmhausen, {in_words(when, 'de')}</p><h3>Rechnung Nr. {own}</h3><p>Für unsere Lieferung vom {in_words(when - timedelta(days=3), 'de')} berechnen wir:</p><table width=100%>"
        + "".join(f"<tr><td>{count} Stück<td>{what}<td class=r>{spaced(count * each)}" for what, count, each in lines)
        + f"<tr><td><td>Zwischensumme<td class=r>{spaced(net)}<tr><td><td>zzgl. MwSt<td class=r>{spaced(tax)}<tr><td><td><b>Rechnungsbetrag</b><td class=r><b>{spaced(net + tax)} €</b></table><p>Bitte überweisen Sie den Betrag bis zum {in_words(due, 'de')}.</p>",
        face="Roboto"), firm, when=when, reference=own, amount=net + tax, due=due, currency="EUR", language="de")  # fmt: skip


def wierzba(rng: random.Random) -> Made:
    """In Polish: the words for the facts in a column, the values beside."""
    firm, when = ABROAD["pl"], a_day(rng)
    lines, net, tax = goods(rng)
    own, due = f"{rng.randrange(10, 99)}/{when:%m/%Y}", when + timedelta(days=7)
    return of_firm("wierzba", "invoice", sheet(
        f"<h2>Faktura {own}</h2><table><tr><td>Data wystawienia<td>{in_words(when, 'pl')}<tr><td>Termin płatności<td>{in_words(due, 'pl')}<tr><td>Sprzedawca<td>{firm.name}, {firm.street}, {firm.town}<tr><td>Nabywca<td>{BAND}, {ADDRESS[2]}</table><table border=1 width=100% style='margin-top:5mm'><tr><th>Nazwa<th>Ilość<th>Cena<th>Wartość"
        + "".join(f"<tr><td>{what}<td>{count}<td class=r>{spaced(each)}<td class=r>{spaced(count * each)}" for what, count, each in lines)
        + f"</table><p class=r>Wartość netto: {spaced(net)} zł<br>Kwota VAT: {spaced(tax)} zł<br><b>Razem do zapłaty: {spaced(net + tax)} zł</b></p>",
        face="DejaVu Sans Condensed"), firm, when=when, reference=own, amount=net + tax, due=due, currency="PLN", language="pl")  # fmt: skip


def hall(rng: random.Random) -> Made:
    """A hall's account for a term of evenings, each with its day; the sum at the foot."""
    firm, when, way = SUPPLIERS[2], a_day(rng), a_way(rng)
    evenings = [when - timedelta(days=7 * back) for back in range(6, 0, -1)]
    each = Decimal(rng.randrange(18, 40))
    own = f"H{rng.randrange(100, 999)}"
    return of_firm("hall", "invoice", sheet(
        f"<h1 style='text-align:center'>{firm.name}</h1><p style='text-align:center'>{firm.street}, {firm.town} · Bookings: Mr A. Sparrow</p><p>To: {BAND}</p><table width=100%><tr><td><b>Invoice</b><td>{own}<td><b>Date</b><td>{way(when)}</table><p>Use of the main hall</p><table width=60%>"
        + "".join(f"<tr><td>{way(one)}<td>19:30 to 21:30<td class=r>{plain(each)}" for one in evenings)
        + f"<tr><td><td>Six evenings<td class=r><b>{pounds(6 * each)}</b></table><p>Cheques to Pemberlow Memorial Hall, or sort code 00-00-12, account 40410012.</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=6 * each)  # fmt: skip


def entry(rng: random.Random) -> Made:
    """A contest's fee, asked for with the entry: closing date, day of the contest, and the paper's own."""
    firm, when, way = BODIES[2], a_day(rng), a_way(rng)
    fee, due = Decimal(rng.randrange(6, 14) * 5), when + timedelta(days=21)
    own = f"NCA{rng.randrange(1000, 9999)}"
    return of_firm("entry", "invoice", sheet(
        f"<table width=100%><tr><td><b>{firm.name}</b><br>{firm.street}<br>{firm.town}<td class=r>INVOICE<br>{own}<br>{way(when)}</table><p>Treasurer<br>{BLOCK}</p><table border=1 width=100%><tr><td>Spring Contest, Third Section<td>contest day {way(when + timedelta(days=60))}<tr><td>Entry fee per band<td class=r>{pounds(fee)}<tr><td>Fee for late registration of two players<td class=r>{pounds(Decimal(10))}<tr><td>Sum now due<td class=r>{pounds(fee + 10)}</table><p>Fees reach us by {way(due)}; bands whose fee has not come by then are not drawn.</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=fee + 10, due=due)  # fmt: skip


def gift(rng: random.Random) -> Made:
    """A receipt that the council wrote for what we paid: the words of a receipt in a sentence."""
    firm, when, way = BODIES[0], a_day(rng), a_way(rng)
    total, own = Decimal(rng.randrange(2000, 9000)) / 100, f"R{rng.randrange(10**5, 10**6)}"
    return of_firm("gift", "bill", sheet(
        f"<p><b>{firm.name}</b>, {firm.street}, {firm.town}</p><h2>Official receipt</h2><p>Receipt {own}</p><p>Received on {way(when)} from {BAND} the sum of {pounds(total)} for a street collection licence.</p><p>Paid by card ending 0042.</p><p>Keep this receipt. It is not a licence.</p>",
        face=rng.choice(FACES), page="A5"), firm, when=when, reference=own, amount=total)  # fmt: skip


def offer(rng: random.Random) -> Made:
    """An offer for uniforms: the day until which it stands is not a day to pay by."""
    firm, when, way = FIRMS[3], a_day(rng), a_way(rng)
    count, each = rng.randrange(12, 30), Decimal(rng.randrange(90, 160))
    own = f"Q-{rng.randrange(100, 999)}"
    return of_firm("offer", "other", sheet(
        f"<h1>{firm.name}</h1><p>{firm.street}, {firm.town}</p><h3>Quotation {own}</h3><p>Prepared for {BAND} on {way(when)}. Prices hold until {way(when + timedelta(days=60))}.</p><table width=100%><tr><td>{count} tunics, midnight blue, silver braid<td class=r>at {pounds(each)}<td class=r>{pounds(count * each)}<tr><td>Measuring in your band room<td class=r><td class=r>no charge</table><p><b>Quoted price {pounds(count * each)}</b> plus VAT</p><p>Delivery ten weeks from order.</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=count * each)  # fmt: skip


def advice(rng: random.Random) -> Made:
    """The council says what it has paid: our numbers, their own, and a sum."""
    firm, when, way = BODIES[0], a_day(rng), a_way(rng)
    total, own = Decimal(rng.randrange(100, 900)), f"{rng.randrange(4 * 10**6, 5 * 10**6)}"
    return of_firm("advice", "other", sheet(
        f"<p><b>{firm.name}</b><br>Creditor payments, {firm.street}, {firm.town}</p><h2>REMITTANCE ADVICE</h2><table><tr><td>Payee<td>{BAND}<tr><td>Payment number<td>{own}<tr><td>Payment date<td>{way(when)}</table><table border=1 width=100%><tr><th>Your reference<th>Dated<th class=r>Paid<tr><td>PSB{rng.randrange(10, 99)}<td>{way(when - timedelta(days=30))}<td class=r>{plain(total)}</table><p class=r>Total of this payment {pounds(total)}</p>",
        face=rng.choice(FACES)), firm, when=when, reference=own, amount=total)  # fmt: skip


MONEY = tuple((one, 6) for one in (ticket_of_repair, spread, journey, deposit, soloist, energy, till, credited, cuivres, noten, wierzba, hall, entry, gift, offer, advice))  # fmt: skip
