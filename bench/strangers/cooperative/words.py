"""Letters, minutes, certificates, coursework, reports, and the rest of what a housing co-operative keeps."""

from __future__ import annotations

import random
from datetime import timedelta
from decimal import Decimal

from bench.strangers.made import Made, accept, paper
from bench.strangers.press import FACES, a_way, in_words, plain, pounds, sheet

from .world import ABROAD, ADDRESS, BODIES, COOP, PEOPLE, PUPILS, TENANTS, TRADES, a_day, work

BLOCK = "<br>".join((COOP, *ADDRESS))
SAID = (
    "The lift in block B has stopped three times this month, and each time somebody had to be helped out of it.",
    "We write to tell you that the rent from next spring will be decided at the general meeting, as the rules ask.",
    "I have lived at number 14 for eleven years and would like to exchange my flat with my neighbour's.",
    "Our surveyor looked at the roof from the scaffold. The lead is worn and should be renewed before the winter.",
    "Members are asked to keep the stairs free, since the fire officer will come again without notice.",
    "The grant pays for two thirds of the windows. The rest must be found by the end of the financial year.",
)
ABOUT = (
    "Repairs to the lift",
    "Rent from April",
    "Exchange of flats",
    "Roof of block A",
    "Fire safety of the stairs",
    "Grant for windows",
)


def _text(rng: random.Random, count: int = 3) -> str:
    return "".join(f"<p>{one}</p>" for one in rng.sample(SAID, count))


def tenant(rng: random.Random) -> Made:
    """A member writes: their flat, the day, no letterhead."""
    who, when = rng.choice(TENANTS), a_day(rng)
    return paper("tenant", "letter", sheet(
        f"""<p>{who}<br>Flat {rng.randrange(1, 60)}, Block {rng.choice("ABC")}<br>90 Ferndown Street</p><p>{when.day} {when:%B} {when.year}</p><p>Dear committee</p><p>{rng.choice(ABOUT)}</p>{_text(rng, 2)}<p>Yours</p><p>{who}</p>""", face=rng.choice(FACES), margin="28mm"), who, when)  # fmt: skip


def official(rng: random.Random) -> Made:
    """Labels in a column at the left, values beside them, the subject as one of them."""
    firm, when, way, own = (
        rng.choice(BODIES[:4]),
        a_day(rng),
        a_way(rng),
        f"{rng.choice(('HSG', 'ENV', 'LEG'))}-{rng.randrange(10000, 99999)}",
    )
    return paper("official", "letter", sheet(
        f"""<table width=100%><tr><td><b style='font-size:15pt'>{firm.name}</b><td class=r style='font-size:8pt'>{firm.street}<br>{firm.town}<br>www.{firm.name.split()[0].lower()}.example</table><p style='margin-top:10mm'>{BLOCK}</p><table><tr><td>Our reference<td>{own}<tr><td>Your reference<td><tr><td>Date<td>{way(when)}<tr><td>Regarding<td>{rng.choice(ABOUT)}</table><p>Dear Ms Crowther,</p>{_text(rng)}<p>Yours sincerely,</p><p>R. Vane<br>Housing officer</p>""",
        face="Roboto", margin="20mm"), firm.name, when, reference=own)  # fmt: skip


def reference(rng: random.Random) -> Made:
    """To whom it may concern, from our own office about a member."""
    who, when = rng.choice(TENANTS), a_day(rng)
    firm = rng.choice(BODIES)
    return paper("own-letter", "letter", sheet(
        f"""<h2>{COOP}</h2><p>{", ".join(ADDRESS)}</p><hr><p>{when:%d %B %Y}</p><p>{firm.name}<br>{firm.street}<br>{firm.town}</p><p>Dear Sir or Madam,</p><p><b>Our member {who}</b></p>{_text(rng, 2)}<p>Yours faithfully,</p><p>{rng.choice(PEOPLE)}<br>Secretary</p>""", face="Serif", margin="24mm"), firm.name, when)  # fmt: skip


def dutch_letter(rng: random.Random) -> Made:
    firm, when = ABROAD["nl"], a_day(rng)
    return paper("dutch-letter", "letter", sheet(
        f"""<p><b>{firm.name}</b><br>{firm.street}<br>{firm.town}</p><p style='margin:10mm 0'>{BLOCK}</p><p>Akkerveen, {in_words(when, "nl")}</p><p>Betreft: onderhoud van uw ketels</p><p>Geachte mevrouw Crowther,</p><p>Graag komen wij in het voorjaar langs voor het jaarlijkse onderhoud. U hoeft hiervoor niets te doen.</p><p>Met vriendelijke groet,</p><p>Sietske Hoekstra</p>""", face="Roboto", margin="25mm"), firm.name, when, language="nl", accept={"who": ["Sietske Hoekstra"]})  # fmt: skip


def overdue(rng: random.Random) -> Made:
    firm, when, way = rng.choice(TRADES), a_day(rng), a_way(rng)
    total, own = Decimal(rng.randrange(8000, 90000)) / 100, f"{rng.randrange(1000, 9999)}"
    return paper("overdue", "letter", sheet(
        f"""<p class=r><b>{firm.name}</b><br>{firm.street}<br>{firm.town}</p><p>{BLOCK}</p><p>{way(when)}</p><h3>Second reminder</h3><p>Dear Sirs,</p><p>The following is still open:</p><table border=1><tr><th>Invoice<th>Date<th>Due<th>Amount<tr><td>{own}<td>{way(when - timedelta(days=70))}<td>{way(when - timedelta(days=40))}<td>{pounds(total)}</table><p>Please pay within seven days, or call us if something is wrong.</p><p>Yours faithfully</p><p>Accounts, {firm.name}</p>""",
        face=rng.choice(FACES)), firm.name, when, accept={"who": [firm.legal], "amount": [str(total)], "reference": [own], "due": ["*"]})  # fmt: skip


def decisions(rng: random.Random) -> Made:
    """A record of decisions with numbers of the year."""
    group, when, way = (
        rng.choice(("Management Committee", "Finance Sub-committee", "Allocations Panel")),
        a_day(rng),
        a_way(rng),
    )
    nth = rng.randrange(10, 90)
    return paper("decisions", "minutes", sheet(
        f"""<table width=100%><tr><td>{COOP}<td class=r>{way(when)}</table><h2>{group}: minutes</h2><p><b>Present</b> {", ".join(PEOPLE[:3])} (chair: {PEOPLE[0]})</p><p><b>{nth}/{when:%y}</b> {rng.choice(SAID)} Agreed.</p><p><b>{nth + 1}/{when:%y}</b> The letter of {way(when - timedelta(days=12))} was read. Deferred.</p><p><b>{nth + 2}/{when:%y}</b> Date of next meeting: {way(when + timedelta(days=28))}.</p>""",
        face=rng.choice(FACES)), group, when)  # fmt: skip


def called(rng: random.Random) -> Made:
    group, when = "Annual General Meeting", a_day(rng)
    return paper("called", "minutes", sheet(
        f"""<h2>{COOP}</h2><h3>Notice of Annual General Meeting</h3><p>The meeting takes place on {when:%A} {when.day} {when:%B %Y} at 7.30 pm in the common room.</p><p><b>Agenda</b></p><ol><li>Welcome<li>Minutes of {(when - timedelta(days=364)):%d %B %Y}<li>Accounts<li>Elections</ol><p>{PEOPLE[2]}, secretary</p>""",
        face="Serif"), COOP, when, accept={"who": [group, "*"]})  # fmt: skip


def gas(rng: random.Random) -> Made:
    """A form of many boxes, with the engineer's number and the landlord's."""
    firm, when, way, own = TRADES[1], a_day(rng), a_way(rng), f"{rng.randrange(10**6, 10**7)}"
    then = when + timedelta(days=365)
    return paper("gas", "certificate", sheet(
        f"""<table border=1 width=100%><tr><td><b>LANDLORD GAS SAFETY RECORD</b><td>Certificate No: {own}<tr><td>Engineer: T. Rudd<br>{firm.name}<br>{firm.street}, {firm.town}<br>Reg. No. {rng.randrange(10**5, 10**6)}<td>Landlord: {COOP}<br>{", ".join(ADDRESS)}<tr><td>Date of inspection: {way(when)}<td>Next inspection due by: {way(then)}<tr><td colspan=2>Appliance: boiler. Result: pass. Carbon monoxide alarm: fitted.</table>""",
        face="Roboto", page="A4 landscape"), firm.name, when, reference=own, expires=then)  # fmt: skip


def insured(rng: random.Random) -> Made:
    firm, when, way, own = BODIES[2], a_day(rng), a_way(rng), f"HA/{rng.randrange(10**6, 10**7)}"
    start = when + timedelta(days=20)
    return paper("insured", "certificate", sheet(
        f"""<h1 style='color:#036'>{firm.name}</h1><h2>Buildings insurance schedule</h2><table width=100%><tr><td>Policy number<td>{own}<td>Prepared on<td>{way(when)}<tr><td>Insured<td>{COOP}<td>Period<td>{way(start)} to {way(start + timedelta(days=364))}<tr><td>Premium<td>£4,210.00<td>Sum insured<td>£9,400,000</table><p>Property: blocks A to C. Excess £500 each claim.</p><p style='font-size:7pt'>{firm.name}, {firm.street}, {firm.town}</p>""",
        face="DejaVu Sans Condensed"), firm.name, when, reference=own, expires=start + timedelta(days=364), accept={"amount": ["*"]})  # fmt: skip


def trained(rng: random.Random) -> Made:
    firm, when, who = BODIES[1], a_day(rng), rng.choice((*PEOPLE, *TENANTS))
    return paper("trained", "certificate", sheet(
        f"""<div style='text-align:center;padding:15mm;border:1px solid #999'><p style='letter-spacing:.2em'>{firm.name.upper()}</p><h1>{who}</h1><p>took part in</p><h2>{rng.choice(("Chairing meetings", "Reading accounts", "Letting fairly"))}</h2><p>Eastgate, {when.day} {when:%B %Y}</p></div>""",
        face="Serif", page="A5 landscape", margin="12mm"), firm.name, when, accept={"who": [who], "kind": ["other"]})  # fmt: skip


def homework(rng: random.Random) -> Made:
    who, when, way = rng.choice(PUPILS), a_day(rng), a_way(rng)
    title = rng.choice(("Volcanoes", "My street in 1900", "The water cycle", "Long division, page 14"))
    return paper("homework", "coursework", sheet(
        f"""<table width=100% style='border-bottom:2px solid'><tr><td>{BODIES[4].name}<td>Class 6{rng.choice("BKT")}<td class=r>{way(when)}</table><h1>{title}</h1><p><b>{who}</b></p><p>Long ago there were only fields here. My grandmother says that the tram went past our door and that it cost a penny.</p><p>I asked three neighbours, and two of them remembered the tram as well.</p><p>★★★ Well done!</p>""",
        face=rng.choice(FACES)), who, when, learner=who, assignment=title)  # fmt: skip


def experiment(rng: random.Random) -> Made:
    who, when, way = rng.choice(PUPILS), a_day(rng), a_way(rng)
    title = rng.choice(("How fast does ice melt?", "Which paper drinks most?", "Plants in the dark"))
    return paper("experiment", "coursework", sheet(
        f"""<h2>{title}</h2><p>Science report by {who}, {way(when)}</p><h3>What I wanted to know</h3><p>I wanted to know what happens when everything else is the same.</p><h3>What I did</h3><p>I took three cups and looked at them every ten minutes.</p><table border=1><tr><th>Minutes<th>Cup 1<th>Cup 2<tr><td>10<td>4 mm<td>6 mm<tr><td>20<td>7 mm<td>11 mm</table><h3>What I found</h3><p>The second cup was faster.</p>""",
        face="Roboto"), who, when, learner=who, assignment=title)  # fmt: skip


def roof(rng: random.Random) -> Made:
    firm, when, way, own = TRADES[0], a_day(rng), a_way(rng), f"R{rng.randrange(100, 999)}"
    return paper("roof", "report", sheet(
        f"""<h1>Roof survey report</h1><table><tr><td>Client<td>{COOP}<tr><td>Property<td>Block A, 90 Ferndown Street<tr><td>Inspected<td>{way(when - timedelta(days=6))}<tr><td>Report issued<td>{way(when)}<tr><td>Reference<td>{own}<tr><td>Prepared by<td>{firm.name}</table><h3>Condition</h3><p>{SAID[3]}</p><h3>Recommendation</h3><p>Renew the lead; allow three weeks.</p>""",
        face=rng.choice(FACES)), firm.name, when, reference=own, accept=accept(firm))  # fmt: skip


def monthly(rng: random.Random) -> Made:
    when, who = a_day(rng), rng.choice(PEOPLE)
    return paper("monthly", "report", sheet(
        f"""<p>{COOP}</p><h2>Repairs report, {when:%B %Y}</h2><p>To the management committee, by {who}, {when.day} {when:%B %Y}</p><table border=1 width=100%><tr><th>Block<th>Reported<th>Done<th>Open<tr><td>A<td>12<td>9<td>3<tr><td>B<td>7<td>7<td>0</table><p>Summary: {SAID[0]}</p>""", face="Serif"), who, when, accept={"who": [COOP]})  # fmt: skip


def offer(rng: random.Random) -> Made:
    firm, when, way = rng.choice(TRADES), a_day(rng), a_way(rng)
    lines, _, tax, total = work(rng)
    own = f"Q{rng.randrange(1000, 9999)}"
    return paper("offer", "other", sheet(
        f"""<h2>{firm.name}</h2><p>{firm.street}, {firm.town}</p><p>{BLOCK}</p><p>{way(when)}</p><h3>Our quotation {own}</h3><p>Thank you for asking. We offer:</p><table width=100%>{"".join(f"<tr><td>{what}<td class=r>{plain(value)}" for what, _, value in lines)}<tr><td>VAT<td class=r>{plain(tax)}<tr><td>Price including VAT<td class=r>{pounds(total)}</table><p>Valid for 60 days. We could begin three weeks after your order.</p>""",
        face=rng.choice(FACES)), firm.name, when, reference=own, amount=total, currency="GBP", accept=accept(firm))  # fmt: skip


def wages(rng: random.Random) -> Made:
    who, when = rng.choice(PEOPLE), a_day(rng)
    gross = Decimal(rng.randrange(140000, 320000)) / 100
    tax = (gross / 6).quantize(Decimal("0.01"))
    return paper("wages", "other", sheet(
        f"""<table border=1 width=100%><tr><td colspan=2><b>{COOP}</b><td>Pay date {when:%d/%m/%Y}<tr><td>Employee: {who}<td>No. {rng.randrange(10, 99)}<td>Tax code 1257L<tr><td>Gross pay<td class=r>{plain(gross)}<td>Month {when.month}<tr><td>Income tax<td class=r>{plain(tax)}<td><tr><td><b>Net pay</b><td class=r><b>{plain(gross - tax)}</b><td></table>""",
        face="Roboto", page="A5 landscape", margin="10mm"), who, when, amount=gross - tax, currency="GBP", accept={"reference": ["*"]})  # fmt: skip


def skip_note(rng: random.Random) -> Made:
    firm, when, way, own = TRADES[4], a_day(rng), a_way(rng), f"{rng.randrange(10000, 99999)}"
    return paper("skip-note", "other", sheet(
        f"""<h2>{firm.name}</h2><p>{firm.street}, {firm.town}</p><h3>Delivery ticket {own}</h3><table><tr><td>Date<td>{way(when)}<tr><td>Customer<td>{COOP}<tr><td>Address<td>{", ".join(ADDRESS[1:])}<tr><td>Skip<td>8 yards<tr><td>Driver<td>Col</table><p>Received by: ..................</p>""", face="DejaVu Sans Condensed", page="A5", margin="12mm"), firm.name, when, reference=own, accept=accept(firm))  # fmt: skip


WORDS = (
    (tenant, 6),
    (official, 6),
    (reference, 5),
    (dutch_letter, 4),
    (overdue, 5),
    (decisions, 6),
    (called, 4),
    (gas, 5),
    (insured, 5),
    (trained, 5),
    (homework, 6),
    (experiment, 5),
    (roof, 5),
    (monthly, 4),
    (offer, 5),
    (wages, 4),
    (skip_note, 4),
)
