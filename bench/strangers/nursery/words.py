"""Letters, minutes, certificates, reports, and what those who train here hand in."""

from __future__ import annotations

import random
from datetime import timedelta

from bench.strangers.made import Made, accept, paper
from bench.strangers.press import FACES, a_way, sheet

from .world import ADDRESS, BODIES, FIRMS, LEARNERS, NURSERY, PEOPLE, SUPPLIERS, a_day

BLOCK = "<br>".join((NURSERY, *ADDRESS))
SAID = (
    "The fence beside the sand pit has come loose again and wants two new posts.",
    "Children settled quickly and chose freely between the water tray and the books.",
    "Lunch was late on two days because the hob in the kitchen would not light.",
    "The rota for the baby room is short by one from half past four.",
    "Parents asked whether the gate could be opened five minutes earlier when it rains.",
    "Staff knew each child well and spoke with them rather than to them.",
)
ABOUT = ("Funded hours from September", "Parking outside the gate", "Your enquiry about waste collection", "Change of menu", "Staff training day")  # fmt: skip


def _text(rng: random.Random, count: int = 3) -> str:
    return "".join(f"<p>{one}</p>" for one in rng.sample(SAID, count))


def official(rng: random.Random) -> Made:
    """An office's letter with labels at the right: ask for, direct line, our ref, date."""
    firm, when, way = rng.choice(BODIES[:2]), a_day(rng), a_way(rng)
    own = f"EY/{rng.randrange(1000, 9999)}/{rng.choice(('MP', 'HO'))}"
    return paper("official", "letter", sheet(f"<p style='font-size:16pt'>{firm.name}</p><table width=100%><tr><td>{PEOPLE[0]}<br>{BLOCK}<td style='font-size:9pt'>Please ask for: Dilys Crowe<br>Direct line: 01632 960 417<br>Our ref: {own}<br>Date: {way(when)}</table><p style='margin-top:6mm'>Dear Ms Pelling</p><p><b>{rng.choice(ABOUT)}</b></p>{_text(rng)}<p>Yours sincerely</p><p style='margin-top:8mm'>Dilys Crowe<br>Early Years Adviser</p><p style='font-size:7pt'>{firm.name}, {firm.street}, {firm.town}</p>", face=rng.choice(FACES)), firm.name, when, reference=own)  # fmt: skip


def parent(rng: random.Random) -> Made:
    """A parent's letter: the sender's own street at the right, with the day beneath; no subject."""
    when, way = a_day(rng), a_way(rng)
    name = rng.choice(("Rosalind Keeling", "Tomasz Wren", "Mrs P. Aldous", "Bettina Croft"))
    return paper("parent", "letter", sheet(f"<p class=r>{rng.randrange(2, 90)} Fenwick Rise<br>Dunmere<br>DU6 3PR<br><br>{way(when)}</p><p>Dear Morag,</p>{_text(rng, 2)}<p>Thank you for all that you do.</p><p>Best wishes,</p><p style='margin-top:8mm'>{name}</p>", face="Serif", margin="28mm"), name, when)  # fmt: skip


def circular(rng: random.Random) -> Made:
    """A letter of a supplier to all its customers: day and month alone at the head, no reference, signed by a title."""
    firm, when, way = rng.choice((FIRMS[0], FIRMS[4], SUPPLIERS[1])), a_day(rng), a_way(rng)
    return paper("circular", "letter", sheet(f"<table width=100%><tr><td><h2>{firm.name}</h2><td class=r style='font-size:8pt'>{firm.street}<br>{firm.town}<br>www.{firm.name.split()[0].lower()}.example</table><p>{way(when)}</p><p>Dear Customer,</p><p style='font-size:13pt'>{rng.choice(('Our prices from next month', 'We are moving', 'A new day for deliveries'))}</p>{_text(rng, 2)}<p>Yours faithfully,</p><p style='margin-top:6mm'>Customer Care Manager<br>For and on behalf of {firm.legal or firm.name}</p>", face=rng.choice(FACES)), firm.name, when, accept=accept(firm))  # fmt: skip


def sent(rng: random.Random) -> Made:
    """A mail printed out, its head in lines with words before colons."""
    firm, when = rng.choice((FIRMS[1], FIRMS[5], BODIES[2])), a_day(rng)
    return paper("sent", "letter", sheet(f"<p style='font-size:9pt'>From: {firm.name} (hello@{firm.name.split()[0].lower()}.example)<br>Sent: {when:%d %B %Y} 0{rng.randrange(8, 10)}:{rng.randrange(10, 59)}<br>To: office@thistledown.example<br>Subject: {rng.choice(ABOUT)}</p><p style='margin-top:6mm'>Hi Morag,</p>{_text(rng, 2)}<p>Kind regards<br>Petra<br>{firm.name}</p>", face="Roboto"), firm.name, when, accept=accept(firm))  # fmt: skip


def answered(rng: random.Random) -> Made:
    """What the nursery wrote itself: whom it is for counts."""
    firm, when, way = rng.choice((*BODIES[:3], FIRMS[0], SUPPLIERS[2])), a_day(rng), a_way(rng)
    return paper("answered", "letter", sheet(f"<p style='text-align:center'><b style='font-size:15pt'>{NURSERY}</b><br>{' · '.join(ADDRESS)}</p><p>{firm.name}<br>{firm.street}<br>{firm.town}</p><p>{way(when)}</p><p>Dear Sir or Madam,</p><p><b>Re: {rng.choice(ABOUT)}</b></p>{_text(rng, 2)}<p>Yours faithfully,</p><p style='margin-top:8mm'>{PEOPLE[0]}<br>Manager</p>", face=rng.choice(FACES)), firm.name, when, accept=accept(firm))  # fmt: skip


def meeting(rng: random.Random) -> Made:
    """Notes of a meeting in a table: item, what was said, who does it."""
    group, when, way = (
        rng.choice(("Room Leaders", "Parents' Forum", "Management Committee")),
        a_day(rng),
        a_way(rng),
    )
    head = rng.choice((
        f"<h3>{NURSERY}: {group}</h3><p>Notes of meeting on {way(when)}, staff room</p><p>There: {', '.join(rng.sample(PEOPLE, 3))}</p>",
        f"<table width=100% border=1><tr><td>Meeting<td>{group}<tr><td>Date and time<td>{way(when)}, 18:00<tr><td>Chair<td>{PEOPLE[1]}<tr><td>Minutes taken by<td>{PEOPLE[3]}</table>",
        f"<p><b>{group} Minutes {way(when)}</b></p><p>Attendees: {', '.join(rng.sample(PEOPLE, 3))}<br>Apologies: {PEOPLE[2]}</p>",
    ))  # fmt: skip
    rows = "".join(f"<tr><td>{at}<td>{what}<td>{rng.choice(PEOPLE).split()[0]}" for at, what in enumerate(rng.sample(SAID, 4), 1))  # fmt: skip
    return paper("meeting", "minutes", sheet(f"{head}<table border=1 width=100% style='margin-top:5mm'><tr><th>Item<th>Discussion<th>Action{rows}</table><p>Next: {way(when + timedelta(days=35))}</p>", face=rng.choice(FACES)), group, when, accept={"who": [NURSERY]})  # fmt: skip


def trained(rng: random.Random) -> Made:
    """A certificate of first aid: course, day of the course, valid for three years, its number."""
    firm, when, way = BODIES[3], a_day(rng), a_way(rng)
    own, name = f"KH{rng.randrange(10**4, 10**5)}", rng.choice((*PEOPLE[1:], *LEARNERS))
    until = when.replace(year=when.year + 3, day=min(when.day, 28))
    return paper("trained", "certificate", sheet(f"<div style='text-align:center;padding:12mm;border:4px solid #486'><h1>{firm.name}</h1><p>certifies that</p><h2>{name}</h2><p>has completed the course</p><h3>Paediatric First Aid (12 hours)</h3><table style='margin:auto'><tr><td>Date of course<td>{way(when)}<tr><td>Certificate number<td>{own}<tr><td>Valid until<td>{way(until)}</table><p style='margin-top:10mm'>Assessor: R. Dace</p></div>", face=rng.choice(FACES), page="A4 landscape"), firm.name, when, reference=own, expires=until, accept=accept(firm))  # fmt: skip


def gas(rng: random.Random) -> Made:
    """A record that the boiler is safe, as a form with many boxes."""
    firm, when, way = FIRMS[3], a_day(rng), a_way(rng)
    own, until = f"{rng.randrange(10**6, 10**7)}", when + timedelta(days=365)
    return paper("gas", "certificate", sheet(f"<table border=1 width=100%><tr><td colspan=2><b>LANDLORD GAS SAFETY CERTIFICATE</b><td>Serial No. {own}<tr><td>Engineer<td>{firm.name}<br>{firm.street}, {firm.town}<td>Reg. {rng.randrange(100000, 999999)}<tr><td>Premises<td colspan=2>{NURSERY}, {', '.join(ADDRESS)}<tr><td>Appliances tested<td>2<td>Flue: pass<tr><td>Date of inspection<td colspan=2>{way(when)}<tr><td>Next inspection due before<td colspan=2>{way(until)}<tr><td>Signed<td colspan=2>S. Okafor</table>", face=rng.choice(FACES)), firm.name, when, reference=own, expires=until)  # fmt: skip


def inspected(rng: random.Random) -> Made:
    """An inspector's report: the setting's number, the day of the visit, the grades."""
    firm, when, way = BODIES[1], a_day(rng), a_way(rng)
    own = f"EY{rng.randrange(10**5, 10**6)}"
    return paper("inspected", "report", sheet(f"<p>{firm.name}</p><h1>Inspection of {NURSERY}</h1><p>{', '.join(ADDRESS[1:])}</p><table><tr><td>Unique reference number<td>{own}<tr><td>Inspection date<td>{way(when)}<tr><td>Inspector<td>Griselda Moat</table><h3>Overall effectiveness: Good</h3><h3>What is it like to attend this setting?</h3>{_text(rng, 4)}", face=rng.choice(FACES)), firm.name, when, reference=own)  # fmt: skip


def risk(rng: random.Random) -> Made:
    """The nursery's own report on an accident."""
    when, way = a_day(rng), a_way(rng)
    own = f"AR-{rng.randrange(10, 99)}"
    return paper("risk", "report", sheet(f"<h2>{NURSERY}</h2><h3>Accident report {own}</h3><table border=1 width=100%><tr><td>Date of accident<td>{way(when)}<tr><td>Where<td>garden, by the sand pit<tr><td>Reported by<td>{rng.choice(PEOPLE)}</table><p style='margin-top:5mm'>{rng.choice(SAID)}</p><p>Cold compress, parent told at collection.</p>", face=rng.choice(FACES)), NURSERY, when, reference=own)  # fmt: skip


def unit(rng: random.Random) -> Made:
    """A front sheet for a unit of an apprentice's work: learner, unit, assessor, days handed out and in."""
    name, when, way = rng.choice(LEARNERS), a_day(rng), a_way(rng)
    title = rng.choice(
        ("Supporting children's speech", "Safe sleep in the baby room", "Planning play outdoors")
    )
    return paper("unit", "coursework", sheet(f"<p>{BODIES[2].name}</p><h2>Assignment front sheet</h2><table border=1 width=100%><tr><td>Learner name<td>{name}<tr><td>Unit title<td>{title}<tr><td>Assessor<td>Imogen Platt<tr><td>Date issued<td>{way(when - timedelta(days=28))}<tr><td>Date submitted<td>{way(when)}</table><p style='margin-top:5mm'>I confirm that this work is my own.</p>{_text(rng, 3)}", face=rng.choice(FACES)), name, when, assignment=title)  # fmt: skip


def journal(rng: random.Random) -> Made:
    """A learner's reflective piece: the title as a heading, name and day in a running line."""
    name, when, way = rng.choice(LEARNERS), a_day(rng), a_way(rng)
    title = rng.choice(
        (
            "My first week in the toddler room",
            "What I learned from story time",
            "An observation at snack time",
        )
    )
    return paper("journal", "coursework", sheet(f"<p class=r style='font-size:8pt'>{name} / Level 3 Early Years / {way(when)}</p><h1>{title}</h1>{_text(rng, 5)}<p>Word count: 412</p>", face="Serif"), name, when, assignment=title)  # fmt: skip


WORDS = ((official, 6), (parent, 5), (circular, 5), (sent, 5), (answered, 5), (meeting, 6), (trained, 5), (gas, 4), (inspected, 4), (risk, 4), (unit, 6), (journal, 5))  # fmt: skip
