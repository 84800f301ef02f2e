"""Letters, minutes, certificates, reports, and what learners hand in."""

from __future__ import annotations

import random
from datetime import timedelta

from bench.strangers.made import Made, accept, paper
from bench.strangers.press import FACES, a_way, sheet

from .world import ADDRESS, BODIES, FIRMS, LEARNERS, PEOPLE, TRUST, a_day

BLOCK = "<br>".join((TRUST, *ADDRESS))
SAID = (
    "The safety curtain was lowered four times and stuck once, a hand's breadth above the stage.",
    "We should be grateful for a seat at the end of a row, as one of our party comes in a wheelchair.",
    "The working group asked for two quotations and has had one; the other is promised for Friday.",
    "Your application was among sixty, and the trustees spoke of it for longer than of most.",
    "Cables are to be taped wherever the audience walks, and no door is to be propped open.",
    "The children talked of nothing but the trap door for a week.",
)
TITLES = ("Hearing loop", "Matinee in June", "Fire doors in the scene dock", "Grant for the new grid", "Noise after eleven")  # fmt: skip


def _text(rng: random.Random, count: int = 3) -> str:
    return "".join(f"<p>{one}</p>" for one in rng.sample(SAID, count))


def head_right(rng: random.Random) -> Made:
    """The sender at the right, the reader at the left, the day between, the subject in bold."""
    firm, when, way = rng.choice((*BODIES, *FIRMS[:3])), a_day(rng), a_way(rng)
    own = f"{rng.choice(('LIC', 'EH', 'FN'))}/{rng.randrange(100, 999)}" if rng.random() < 0.5 else None
    told = f"<p>Ref. {own}</p>" if own else ""
    return paper("head-right", "letter", sheet(f"<p class=r><b>{firm.name}</b><br>{firm.street}<br>{firm.town}</p><p>{rng.choice(PEOPLE)}<br>{BLOCK}</p><p class=r>{way(when)}</p>{told}<p>Dear {rng.choice(('Ms Thwaite', 'Mr Adeyemi', 'Rosalind'))},</p><p><b>{rng.choice(TITLES)}</b></p>{_text(rng)}<p>Yours sincerely,</p><p style='margin-top:8mm'>J. Arkwright</p>", face=rng.choice(FACES), margin="22mm"), firm.name, when, reference=own, accept=accept(firm))  # fmt: skip


def foot_head(rng: random.Random) -> Made:
    """Nothing but a name at the top; the rest of the letterhead is at the foot."""
    firm, when, way = rng.choice(BODIES), a_day(rng), a_way(rng)
    own = f"{rng.randrange(1000, 9999)}-{rng.choice('ABCD')}"
    return paper("foot-head", "letter", sheet(f"<h1 style='font-size:18pt;letter-spacing:.1em'>{firm.name.upper()}</h1><table width=100%><tr><td>{BLOCK}<td>Your letter of {way(when - timedelta(days=12))}<br>Our reference {own}<br>Date {way(when)}</table><h3>{rng.choice(TITLES)}</h3><p>Dear Trustees,</p>{_text(rng)}<p>With kind regards</p><p>Imogen Frayne<br>Secretary</p><p style='position:fixed;bottom:0;font-size:7pt;text-align:center;width:100%'>{firm.legal or firm.name} · {firm.street} · {firm.town} · 01999 555 0{rng.randrange(10, 99)}</p>", face=rng.choice(FACES)), firm.name, when, reference=own, accept=accept(firm))  # fmt: skip


def e_mail(rng: random.Random) -> Made:
    """A mail that somebody printed."""
    firm, when = rng.choice(FIRMS), a_day(rng)
    name = rng.choice(("Dan Petrie", "Lucy Ambler"))
    return paper("e-mail", "letter", sheet(f"<p style='font-size:8pt'>{rng.choice(PEOPLE)}</p><hr><table><tr><td><b>From:</b><td>{name} &lt;{name.split()[0].lower()}@{firm.name.split()[0].lower()}.example&gt;<tr><td><b>Sent:</b><td>{when:%A}, {when.day} {when:%B} {when.year} {rng.randrange(8, 18)}:{rng.randrange(10, 59)}<tr><td><b>To:</b><td>Box office<tr><td><b>Subject:</b><td>{rng.choice(TITLES)}</table><p>Hi Rosalind</p>{_text(rng, 2)}<p>Thanks<br>{name.split()[0]}</p><p style='color:#777'>{name} | {firm.name} | {firm.town}</p>", face="Roboto"), firm.name, when, accept={"who": [name, *accept(firm).get("who", [])]})  # fmt: skip


def minutes(rng: random.Random) -> Made:
    group, when, way = rng.choice(("Board of Trustees", "Safety Group", "Programme Committee")), a_day(rng), a_way(rng)  # fmt: skip
    items = "".join(f"<tr><td>{at}<td>{what}<td>{who}" for at, (what, who) in enumerate(zip(rng.sample(SAID, 3), rng.sample(PEOPLE, 3), strict=True), 1))  # fmt: skip
    head = rng.choice((
        f"<table width=100%><tr><td><b>{TRUST}</b><td class=r>{group}</table><h2>Minutes, {way(when)}</h2>",
        f"<h2>{group}</h2><p>Notes of the meeting of {way(when)}, Green Room</p>",
        f"<h1>{TRUST}</h1><h3>{group}</h3><table><tr><td>Meeting date<td>{way(when)}<tr><td>Time<td>18:30<tr><td>Chair<td>{PEOPLE[3]}</table>",
    ))  # fmt: skip
    return paper("minutes", "minutes", sheet(f"{head}<p>Present: {', '.join(rng.sample(PEOPLE, 3))}</p><table border=1 width=100%><tr><th>No.<th>Item<th>Action{items}</table><p>The minutes of {way(when - timedelta(days=28))} were agreed.</p><p>Next meeting {way(when + timedelta(days=28))}.</p>", face=rng.choice(FACES)), group, when, accept={"who": [TRUST]})  # fmt: skip


def licence(rng: random.Random) -> Made:
    firm, when, way = rng.choice((BODIES[0], BODIES[2], FIRMS[3])), a_day(rng), a_way(rng)
    then, own = when + timedelta(days=364), f"{rng.choice(('CBC', 'PM', 'WR'))}-{rng.randrange(10000, 99999)}"
    title = {BODIES[0]: "Premises licence", BODIES[2]: "Certificate of employers' liability insurance", FIRMS[3]: "Certificate of thorough examination"}[firm]  # fmt: skip
    return paper("licence", "certificate", sheet(f"<div style='border:3px double #555;padding:10mm;text-align:center'><h3>{firm.name}</h3><h1>{title}</h1><p>No. {own}</p><p>This is to certify that<br><b>{TRUST}</b><br>of {', '.join(ADDRESS)}<br>holds what is named above for the premises at that address.</p><p>Granted {way(when)}<br>Expires {way(then)}</p><p style='margin-top:10mm'>for {firm.legal or firm.name}</p></div>", face="Serif"), firm.name, when, reference=own, expires=then, accept=accept(firm))  # fmt: skip


def report(rng: random.Random) -> Made:
    who, when, way = rng.choice(PEOPLE), a_day(rng), a_way(rng)
    title = rng.choice(("Condition of the grid", "Spring season: a report", "Audience survey report", "Inspection of the flying system"))  # fmt: skip
    return paper("report", "report", sheet(f"<div style='margin-top:50mm'><p>{TRUST}</p><h1>{title}</h1><p>{who}</p><p>{way(when)}</p></div><div style='page-break-before:always'><h3>1 Introduction</h3>{_text(rng, 2)}<h3>2 Findings</h3>{_text(rng, 2)}<h3>3 Recommendations</h3>{_text(rng, 1)}</div>", face=rng.choice(FACES)), who, when, accept={"who": [TRUST]})  # fmt: skip


def cover(rng: random.Random) -> Made:
    """A cover sheet of a school: a table of who, what and when, and a declaration."""
    who, when, way = rng.choice(LEARNERS), a_day(rng), a_way(rng)
    title = rng.choice(("A lighting plot for a storm", "Costume and class", "The prompt book", "How a trap works"))  # fmt: skip
    rows = [("Student name", who), ("Candidate number", f"{rng.randrange(1000, 9999)}"), ("Unit", "Stagecraft level 3"), ("Title of work", title), ("Submission date", way(when)), ("Teacher", rng.choice(PEOPLE))]  # fmt: skip
    return paper("cover", "coursework", sheet(f"<h3>{BODIES[3].name}</h3><h2>Coursework cover sheet</h2><table border=1 width=100%>{''.join(f'<tr><td>{a}<td>{b}' for a, b in rows)}</table><p style='margin-top:8mm'>I declare that this is my own work.</p><p>Signed {who}</p>{_text(rng)}", face=rng.choice(FACES)), who, when, learner=who, assignment=title)  # fmt: skip


def essay(rng: random.Random) -> Made:
    who, when, way = rng.choice(LEARNERS), a_day(rng), a_way(rng)
    title = rng.choice(("What a follow spot cannot see", "Painting marble", "Silence as a sound effect"))
    return paper("essay", "coursework", sheet(f"<p class=r>{who}<br>Stagecraft, group {rng.choice('ABC')}<br>{way(when)}</p><h2 style='text-align:center'>{title}</h2><p>In this essay I ask why we believe in a door that leads nowhere. I built one myself, and I did not believe in it until the paint was dry.</p><p>My first sketch was too careful. When I made the second one with a broom, as we had been told, the grain of the wood came by itself.</p><p>I conclude that what matters is the light, and that I should have measured the hinges.</p>", face="Serif", margin="25mm"), who, when, learner=who, assignment=title)  # fmt: skip


WORDS = ((head_right, 14), (foot_head, 12), (e_mail, 8), (minutes, 12), (licence, 12), (report, 8), (cover, 10), (essay, 8))  # fmt: skip
