"""Letters, minutes, certificates, reports, forms, and what apprentices and pupils hand in."""

from __future__ import annotations

import random
from datetime import timedelta

from bench.strangers.made import Made, accept, paper
from bench.strangers.press import FACES, a_way, sheet

from .world import ADDRESS, BODIES, FIRMS, LEARNERS, PEOPLE, SOCIETY, a_day

BLOCK = "<br>".join((SOCIETY, *ADDRESS))
SAID = (
    "The fig on the south wall has taken the frost badly, and we would leave it until June before cutting.",
    "Eleven of us came on Tuesday and were shown the melon pits by somebody who plainly loves them.",
    "The path from the gate is too steep for a wheelchair in its present state, and the rail is loose.",
    "Two of the bays in the long glasshouse have been cleared, and the vines are tied in for the winter.",
    "We had hoped to hear before the committee met, but understand that the surveyor was away.",
    "Nothing grows well in the north border, whatever has been tried there in the last forty years.",
)
ABOUT = ("Visit in May", "The north wall", "Use of the bothy", "Hedge along Old Wall Lane", "Grant towards a cold frame")  # fmt: skip


def _text(rng: random.Random, count: int = 3) -> str:
    return "".join(f"<p>{one}</p>" for one in rng.sample(SAID, count))


def official(rng: random.Random) -> Made:
    """Facts on the right beneath a crest of letters; who signs, and what they are, at the end."""
    firm, when, way = rng.choice(BODIES), a_day(rng), a_way(rng)
    own = f"{rng.choice(('PLN', 'ENV', 'GR'))}-{rng.randrange(10, 99)}-{rng.randrange(1000, 9999)}"
    return paper("official", "letter", sheet(f"<p style='text-align:center;font-size:15pt'>{firm.name}</p><table width=100%><tr><td>{rng.choice(PEOPLE)}<br>{BLOCK}<td style='font-size:8pt'>Please ask for: Ms R. Vetch<br>Direct line: 01999 555 0{rng.randrange(10, 99)}<br>Our ref: {own}<br>Date: {way(when)}</table><p>Dear {rng.choice(('Sir or Madam', 'Ms Oakes', 'Mr Trellis'))}</p><p style='text-decoration:underline'>{rng.choice(ABOUT)}</p>{_text(rng)}<p>Yours faithfully</p><p style='margin-top:10mm'>R. Vetch<br>Senior officer</p><p style='font-size:7pt'>{firm.street}, {firm.town}</p>", face=rng.choice(FACES)), firm.name, when, reference=own, accept=accept(firm))  # fmt: skip


def private(rng: random.Random) -> Made:
    """Somebody writes from home: their address, the day, no letterhead."""
    when, way = a_day(rng), a_way(rng)
    name = rng.choice(("Cordelia Finch", "Arthur Pell", "Mrs J. Sallow", "Nina Roke"))
    return paper("private", "letter", sheet(f"<p class=r>{rng.randrange(1, 60)} Damson Row<br>Little Ashmere<br>AS7 {rng.randrange(1, 9)}DR</p><p class=r>{way(when)}</p><p>Dear friends,</p>{_text(rng)}<p>With all good wishes,</p><p style='margin-top:6mm'>{name}</p>", face="Serif", margin="24mm"), name, when)  # fmt: skip


def ours(rng: random.Random) -> Made:
    """What the society wrote itself: whom it is for counts."""
    firm, when, way = rng.choice((*BODIES[:3], *FIRMS[:4])), a_day(rng), a_way(rng)
    own = f"AGS/{when:%y}/{rng.randrange(10, 99)}"
    return paper("ours", "letter", sheet(f"<h2 style='text-align:center'>{SOCIETY}</h2><p style='text-align:center;font-size:8pt'>{', '.join(ADDRESS)}</p><p>{firm.name}<br>{firm.street}<br>{firm.town}</p><p>{way(when)}</p><p>Our reference {own}</p><p>Dear Sirs,</p><p><b>{rng.choice(ABOUT)}</b></p>{_text(rng, 2)}<p>Yours faithfully,</p><p>{rng.choice(PEOPLE)}<br>for the Society</p>", face=rng.choice(FACES)), firm.name, when, reference=own, accept=accept(firm))  # fmt: skip


def minutes(rng: random.Random) -> Made:
    group, when, way = rng.choice(("Planting Committee", "Council of the Society", "Glasshouse Working Party")), a_day(rng), a_way(rng)  # fmt: skip
    head = rng.choice((
        f"<h3>{SOCIETY}: {group}</h3><p>{way(when)}, 7 pm, in the bothy</p><p>There: {', '.join(rng.sample(PEOPLE, 3))}. Sorry not to be: {PEOPLE[3]}.</p>",
        f"<h2>{group} – minutes</h2><table><tr><td>Held<td>{way(when)}<tr><td>Where<td>The bothy<tr><td>Present<td>{', '.join(rng.sample(PEOPLE, 3))}</table>",
        f"<p>{SOCIETY}</p><h2>Minutes of the {group} which met on {way(when)}</h2><p>Attendance: {', '.join(rng.sample(PEOPLE, 2))}</p>",
    ))  # fmt: skip
    items = "".join(f"<p><b>{at}. {title}</b><br>{what} {rng.choice(('Agreed.', 'Beatrix to ask.', 'Noted.'))}</p>" for at, (title, what) in enumerate(zip(("Last time", "Walls and paths", "Money", "Anything else"), rng.sample(SAID, 4), strict=True), 1))  # fmt: skip
    return paper("minutes", "minutes", sheet(f"{head}{items}<p>Next time: {way(when + timedelta(days=35))}</p>", face=rng.choice(FACES)), group, when, accept={"who": [SOCIETY]})  # fmt: skip


def tested(rng: random.Random) -> Made:
    """That something was looked at and is safe."""
    firm, when, way = FIRMS[6], a_day(rng), a_way(rng)
    own, next_due = f"{rng.randrange(10**5, 10**6)}", when + timedelta(days=365)
    return paper("tested", "certificate", sheet(f"<table width=100% border=1><tr><td colspan=2><b>BOILER SAFETY RECORD</b><td>Serial {own}<tr><td>Engineer's firm<td colspan=2>{firm.name}, {firm.street}, {firm.town}<tr><td>For<td colspan=2>{SOCIETY}, {ADDRESS[0]}<tr><td>Appliance<td>Glasshouse boiler<td>Pressure 21 mbar<tr><td>Safe to use<td>Yes<td>Flue pass<tr><td>Checked on<td colspan=2>{way(when)}<tr><td>To be checked again before<td colspan=2>{way(next_due)}<tr><td>Signature<td colspan=2>K. Flint</table><p>This record certifies that the appliance above has been checked.</p>", face="Roboto"), firm.name, when, reference=own, expires=next_due)  # fmt: skip


def award(rng: random.Random) -> Made:
    """What somebody has learned, in large letters down the middle."""
    firm, when, way = BODIES[1], a_day(rng), a_way(rng)
    return paper("award", "certificate", sheet(f"<div style='text-align:center;padding-top:20mm'><p style='font-size:13pt'>{firm.name}</p><p>has awarded to</p><p style='font-size:20pt'>{rng.choice(LEARNERS)}</p><p>this</p><h2>{rng.choice(('Level 2 Diploma in Horticulture', 'Certificate in Safe Use of Ladders', 'Award in Pruning'))}</h2><p>on {way(when)}</p><p style='margin-top:30mm'>Chief examiner</p></div>", face="Serif", page="A4 landscape"), firm.name, when)  # fmt: skip


def survey(rng: random.Random) -> Made:
    firm, when, way = rng.choice((FIRMS[3], FIRMS[2])), a_day(rng), a_way(rng)
    seen, own = when - timedelta(days=9), f"{rng.choice(('T', 'R'))}{rng.randrange(100, 999)}"
    return paper("survey", "report", sheet(f"<p>{firm.name}<br>{firm.street}, {firm.town}</p><h1>Survey of {rng.choice(('trees', 'the glasshouse roof', 'the north wall'))}</h1><table><tr><td>Client<td>{SOCIETY}<tr><td>Site visited<td>{way(seen)}<tr><td>Date of this report<td>{way(when)}<tr><td>Report number<td>{own}</table><h3>What was seen</h3>{_text(rng, 3)}<h3>What should be done</h3>{_text(rng, 2)}", face=rng.choice(FACES)), firm.name, when, reference=own, accept=accept(firm))  # fmt: skip


def asked(rng: random.Random) -> Made:
    """A form of our own that somebody filled in."""
    when, way = a_day(rng), a_way(rng)
    name = rng.choice(LEARNERS)
    return paper("asked", "form", sheet(f"<p>{SOCIETY}</p><h2>Application for an apprenticeship</h2><table border=1 width=100%><tr><td>Applicant<td>{name}<tr><td>Date of birth<td>{rng.randrange(1, 28)}/{rng.randrange(1, 12)}/2007<tr><td>School<td>{BODIES[3].name}<tr><td>Why do you want to come?<td>{rng.choice(SAID)}<tr><td>Signature<td><i>{name.split()[0]}</i><tr><td>Date<td>{way(when)}</table>", face=rng.choice(FACES)), name, when)  # fmt: skip


def diary(rng: random.Random) -> Made:
    """An apprentice's diary of a week."""
    name, when, way = rng.choice(LEARNERS), a_day(rng), a_way(rng)
    week = rng.randrange(2, 30)
    days = "".join(f"<p><b>{day}</b> {rng.choice(SAID)}</p>" for day in ("Monday", "Tuesday", "Wednesday", "Thursday"))  # fmt: skip
    return paper("diary", "coursework", sheet(f"<h2>Work diary, week {week}</h2><p>Apprentice: {name} &nbsp; Tutor: B. Loam &nbsp; Handed in: {way(when)}</p>{days}<p>What I learned: to sharpen a hoe before it needs it.</p>", face=rng.choice(FACES)), name, when)  # fmt: skip


def project(rng: random.Random) -> Made:
    """A pupil's project."""
    name, when, way = rng.choice(LEARNERS), a_day(rng), a_way(rng)
    title = rng.choice(("How bees find their way", "Soil under the microscope", "A year in the orchard"))
    return paper("project", "coursework", sheet(f"<h1>{title}</h1><p>My project for {BODIES[3].name}</p><p>{name}, Year 6</p><p>{way(when)}</p>{_text(rng, 4)}<p>I asked my grandmother and looked in two books.</p>", face=rng.choice(FACES)), name, when, assignment=title)  # fmt: skip


WORDS = tuple((one, 7) for one in (official, private, ours, minutes, tested, award, survey, asked, diary, project))  # fmt: skip
