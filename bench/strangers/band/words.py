"""Letters, minutes, certificates, reports, forms, and what learners hand in."""

from __future__ import annotations

import random
from datetime import timedelta

from bench.strangers.made import Made, accept, paper
from bench.strangers.press import FACES, a_way, sheet

from .world import ADDRESS, BAND, BODIES, FIRMS, LEARNERS, PEOPLE, SUPPLIERS, a_day

BLOCK = "<br>".join((BAND, *ADDRESS))
SAID = (
    "The slow movement was much admired, and the basses were in tune for once.",
    "We cannot offer the hall on the second Friday, since the stage is being painted.",
    "The bandstand will be locked from the end of September until it has been surveyed.",
    "Two of the junior players are ready for the main band, if there are cornets for them.",
    "Whoever has the key to the music cupboard is asked to bring it back before Sunday.",
    "It rained from beginning to end, and the people of the village stayed all the same.",
)
ABOUT = ("Use of the bandstand", "Summer fete", "Your application for a music grant", "Storage of percussion", "Remembrance Sunday")  # fmt: skip


def _text(rng: random.Random, count: int = 3) -> str:
    return "".join(f"<p>{one}</p>" for one in rng.sample(SAID, count))


def in_a_row(rng: random.Random) -> Made:
    """Their reference, ours, the day: three columns with a rule beneath, above the greeting."""
    firm, when, way = rng.choice((BODIES[0], BODIES[3], SUPPLIERS[2])), a_day(rng), a_way(rng)
    own = f"{rng.choice(('LEI', 'CUL', 'AR'))}{rng.randrange(100, 999)}/{when:%y}"
    return paper("in-a-row", "letter", sheet(f"<p style='font-size:16pt'>{firm.name}</p><p style='font-size:8pt'>{firm.street}, {firm.town}</p><p style='margin-top:8mm'>{rng.choice(PEOPLE)}<br>{BLOCK}</p><table width=100% style='border-bottom:1px solid'><tr><td style='font-size:7pt'>Your reference<td style='font-size:7pt'>Our reference<td style='font-size:7pt'>Date<tr><td>&ndash;<td>{own}<td>{way(when)}</table><p style='margin-top:6mm'>Dear Secretary</p><p><b>{rng.choice(ABOUT)}</b></p>{_text(rng)}<p>Yours sincerely</p><p style='margin-top:10mm'>R. Pargeter<br>Officer for Leisure</p>", face=rng.choice(FACES)), firm.name, when, reference=own, accept=accept(firm))  # fmt: skip


def day_at_the_end(rng: random.Random) -> Made:
    """Written by hand's manners: no head, the place and the day under the name at the end."""
    when, way = a_day(rng), a_way(rng)
    name = rng.choice(("Hester Vyne", "Mr and Mrs Colbeck", "Tobias Yarrow", "Constance Abney"))
    return paper("day-at-the-end", "letter", sheet(f"<p>To the secretary of the {BAND}</p><p>Dear Gwenda,</p>{_text(rng)}<p>With warm regards from us all,</p><p style='margin-top:6mm'>{name}</p><p style='font-size:9pt'>Mill Cottage, Pemberlow, {way(when)}</p>", face="Serif", margin="26mm"), name, when)  # fmt: skip


def on_paper(rng: random.Random) -> Made:
    """A message printed out, with who, whom and when in bold at its head."""
    firm, when = rng.choice((*FIRMS[1:3], BODIES[2])), a_day(rng)
    about = rng.choice(ABOUT)
    return paper("on-paper", "letter", sheet(f"<h3>{about}</h3><hr><p><b>{firm.name}</b> &lt;post@{firm.name.split()[-1].lower()}.example&gt;<br><span style='color:#777'>{when:%A} {when.day} {when:%B %Y} at 1{rng.randrange(0, 9)}:{rng.randrange(10, 59)}</span><br><span style='color:#777'>To: secretary@pemberlowband.example</span></p><p>Hello Gwenda,</p>{_text(rng, 2)}<p>Best wishes,<br>Sorrel<br>{firm.name}</p>", face="Roboto"), firm.name, when, accept=accept(firm))  # fmt: skip


def ours(rng: random.Random) -> Made:
    """What the band wrote itself: whom it is for counts."""
    firm, when, way = rng.choice((*BODIES[:3], *FIRMS[1:4])), a_day(rng), a_way(rng)
    return paper("ours", "letter", sheet(f"<table width=100%><tr><td style='font-size:15pt'>{BAND}<td class=r style='font-size:8pt'>{'<br>'.join(ADDRESS)}<br>founded 1887</table><p style='margin-top:8mm'>{way(when)}</p><p>{firm.name}<br>{firm.street}<br>{firm.town}</p><p>Dear Sir or Madam</p><p><u>{rng.choice(ABOUT)}</u></p>{_text(rng, 2)}<p>Yours faithfully</p><p style='margin-top:8mm'>{PEOPLE[0]}<br>Secretary</p>", face=rng.choice(FACES)), firm.name, when, accept=accept(firm))  # fmt: skip


def chased(rng: random.Random) -> Made:
    """A letter about what was not paid: the day of the invoice is not the letter's."""
    firm, when, way = rng.choice((FIRMS[1], FIRMS[4])), a_day(rng), a_way(rng)
    own = f"{rng.randrange(1000, 9000)}"
    return paper("chased", "letter", sheet(f"<p class=r><b>{firm.name}</b><br>{firm.street}<br>{firm.town}<br><br>{way(when)}</p><p>{BLOCK}</p><p>Dear {PEOPLE[1]},</p><p>Our invoice {own} of {way(when - timedelta(days=48))} seems to have been overlooked: £{rng.randrange(30, 300)}.40 is still open. Would you look into it?</p><p>If it has been paid since, please forgive this letter.</p><p>Kind regards</p><p style='margin-top:8mm'>Dorothea Lamb<br>Accounts</p>", face=rng.choice(FACES)), firm.name, when, accept={**accept(firm), "reference": [own]})  # fmt: skip


def minutes(rng: random.Random) -> Made:
    group, when, way = rng.choice(("Band Committee", "Music Library Group", "Annual General Meeting")), a_day(rng), a_way(rng)  # fmt: skip
    head = rng.choice((
        f"<h2>{BAND}</h2><p>{group}, {way(when)}</p><p><b>In the room:</b> {', '.join(rng.sample(PEOPLE, 3))}<br><b>Apologies:</b> {PEOPLE[3]}</p>",
        f"<table width=100%><tr><td><b>MINUTES</b><td class=r>{way(when)}<tr><td>{group}<td class=r>Band Room, 19:30</table><p>Present {', '.join(rng.sample(PEOPLE, 4))}</p>",
        f"<p style='text-align:center'><b>{BAND}</b><br>Record of the {group} held at the Band Room on {way(when)}</p><p>Attending: {', '.join(rng.sample(PEOPLE, 3))}. The minutes of {way(when - timedelta(days=40))} were signed.</p>",
    ))  # fmt: skip
    items = "".join(f"<p>{at}) <u>{title}</u> {what} {rng.choice(('Carried.', 'Action: Bram.', 'To be raised again.'))}</p>" for at, (title, what) in enumerate(zip(("Engagements", "Instruments", "Treasurer", "Juniors"), rng.sample(SAID, 4), strict=True), 1))  # fmt: skip
    return paper("minutes", "minutes", sheet(f"{head}{items}<p>The committee meets again on {way(when + timedelta(days=28))}.</p>", face=rng.choice(FACES)), group, when, accept={"who": [BAND]})  # fmt: skip


def passed(rng: random.Random) -> Made:
    """An examination passed: the mark, the day it was sat, the day it was issued, a number at the foot."""
    firm, when, way = BODIES[1], a_day(rng), a_way(rng)
    own, name = f"{rng.randrange(10**6, 10**7)}", rng.choice(LEARNERS)
    return paper("passed", "certificate", sheet(f"<div style='text-align:center;border:3px double;padding:14mm'><p style='font-size:16pt'>{firm.name}</p><p>This is to certify that</p><p style='font-size:18pt'>{name}</p><p>having been examined on {way(when - timedelta(days=33))}<br>has passed with merit</p><h2>Grade {rng.randrange(1, 8)} {rng.choice(('Cornet', 'Tenor Horn', 'Trombone'))}</h2><table width=100% style='margin-top:12mm'><tr><td>Candidate no. {rng.randrange(1000, 9999)}<td>Issued {way(when)}<td class=r>Certificate {own}</table></div>", face="Serif"), firm.name, when, reference=own, learner=name)  # fmt: skip


def covered(rng: random.Random) -> Made:
    """That the band is insured, from when until when, on one page to hang up."""
    firm, when, way = BODIES[3], a_day(rng), a_way(rng)
    own, until = f"HM/{rng.randrange(10**5, 10**6)}/BB", when + timedelta(days=364)
    return paper("covered", "certificate", sheet(f"<h2>{firm.legal}</h2><h3>Certificate of public liability insurance</h3><table><tr><td>Policyholder<td>{BAND}<tr><td>Policy<td>{own}<tr><td>Cover begins<td>{way(when)}<tr><td>Cover ends<td>{way(until)}<tr><td>Limit<td>£5,000,000 any one event</table><p style='margin-top:8mm'>To be displayed in the band room.</p><p style='font-size:8pt'>{firm.street}, {firm.town}</p>", face=rng.choice(FACES)), firm.name, when, reference=own, expires=until, accept={"who": [firm.legal]})  # fmt: skip


def marks(rng: random.Random) -> Made:
    """An adjudicator's remarks."""
    firm, when, way = BODIES[2], a_day(rng), a_way(rng)
    return paper("marks", "report", sheet(f"<p>{firm.name}</p><h2>Adjudicator's report</h2><table width=100% border=1><tr><td>Band: {BAND}<td>Drawn: {rng.randrange(1, 18)}<tr><td>Section: Third<td>Points: {rng.randrange(170, 190)}<tr><td>Contest of {way(when)}<td>Adjudicator: Philip Roundhay</table><h3>First movement</h3><p>{rng.choice(SAID)}</p><h3>Finale</h3><p>{rng.choice(SAID)} A good day's work.</p>", face=rng.choice(FACES)), firm.name, when, accept={"who": ["Philip Roundhay"]})  # fmt: skip


def looked_over(rng: random.Random) -> Made:
    """A survey of the bandstand: when it was looked at, when it was written, by whom."""
    firm, when, way = BODIES[0], a_day(rng), a_way(rng)
    own = f"BS-{rng.randrange(100, 999)}"
    return paper("looked-over", "report", sheet(f"<table width=100%><tr><td><b>{firm.name}</b><br>Property Services<td class=r>Report {own}<br>{way(when)}</table><h1>Condition of the bandstand, Chapel Green</h1><p>Inspected {way(when - timedelta(days=12))} in dry weather by J. Thistle.</p><h3>Findings</h3>{_text(rng, 3)}<h3>Recommended</h3><p>{rng.choice(SAID)}</p>", face=rng.choice(FACES)), firm.name, when, reference=own)  # fmt: skip


def consent(rng: random.Random) -> Made:
    """A form that a parent filled in."""
    when, way = a_day(rng), a_way(rng)
    name = rng.choice(LEARNERS)
    return paper("consent", "form", sheet(f"<h3>{BAND} – Junior section</h3><h2>Consent for a day out</h2><table border=1 width=100%><tr><td>Child's name<td>{name}<tr><td>Date of birth<td>{rng.randrange(1, 28)}.{rng.randrange(1, 12)}.2013<tr><td>Anything we should know<td>{rng.choice(('Nut allergy', 'Nothing', 'Wears glasses'))}<tr><td>I agree to photographs<td>yes<tr><td>Signed by parent<td>A. {name.split()[-1]}<tr><td>On<td>{way(when)}</table>", face=rng.choice(FACES)), name, when)  # fmt: skip


def theory(rng: random.Random) -> Made:
    """A paper of theory that a learner hands in."""
    name, when, way = rng.choice(LEARNERS), a_day(rng), a_way(rng)
    title = rng.choice(("Intervals and triads", "Transposing for the tenor horn", "Time signatures"))
    return paper("theory", "coursework", sheet(f"<table width=100%><tr><td>Name: <u>{name}</u><td>Set by: P. Holloway<td class=r>Handed in: <u>{way(when)}</u></table><h2>Theory paper {rng.randrange(2, 9)}: {title}</h2><p>1. Write the scale of D minor. <i>done below</i></p><p>2. Name each of these. <i>third, fifth, octave</i></p><p>3. Say in your own words what a cadence is. <i>{rng.choice(SAID)}</i></p><p>Mark: 17 / 20</p>", face=rng.choice(FACES)), name, when, assignment=title)  # fmt: skip


def essay(rng: random.Random) -> Made:
    """A pupil's essay for school, the facts at its end."""
    name, when, way = rng.choice(LEARNERS), a_day(rng), a_way(rng)
    title = rng.choice(("Why bands march", "My grandfather's cornet", "How a valve works"))
    return paper("essay", "coursework", sheet(f"<h1>{title}</h1><p><i>by {name}</i></p>{_text(rng, 5)}<p>Sources: the band's own library; a talk with the conductor.</p><p class=r style='font-size:8pt'>{BODIES[4].name}, class 8B, {way(when)}</p>", face="Serif"), name, when, assignment=title)  # fmt: skip


def lent(rng: random.Random) -> Made:
    """An agreement about an instrument that is lent."""
    when, way = a_day(rng), a_way(rng)
    name, own = rng.choice(LEARNERS), f"I-{rng.randrange(10, 99)}"
    return paper("lent", "form", sheet(f"<h2>{BAND}</h2><h3>Loan of an instrument</h3><p>Loan no. {own}</p><table><tr><td>Borrower<td>{name}<tr><td>Instrument<td>Baritone, serial 50{rng.randrange(1000, 9999)}<tr><td>Lent on<td>{way(when)}<tr><td>Value for insurance<td>£650</table><p>I shall keep it clean and oil the valves.</p><p style='margin-top:10mm'>Signature ____________________</p>", face=rng.choice(FACES)), name, when, reference=own)  # fmt: skip


WORDS = tuple((one, 6) for one in (in_a_row, day_at_the_end, on_paper, ours, chased, minutes, passed, covered, marks, looked_over, consent, theory, essay, lent))  # fmt: skip
