"""Letters, mails on paper, minutes, reports."""

from __future__ import annotations

import random
from datetime import timedelta

from bench.strangers.made import paper
from bench.strangers.press import FACES, a_way, in_words, pounds, sheet

from .invoices import TO, Made
from .world import ADDRESS, BODIES, COLLEGE, FIRMS, FRENCH, GERMAN, LEARNERS, STAFF, Firm, a_day, an_account

BODY = (
    "Thank you for the time that you gave us last week. We have thought about what was said, and would like to go on as described below.",
    "The work will take about four days, during which the rear entrance cannot be used. Please tell the tutors of the evening classes.",
    "We enclose a copy for your files. If anything is unclear, our office will gladly help between nine and five.",
    "As you know, the lease of the annexe ends with the summer term. We should like to talk about its renewal before the holidays.",
    "The students were received kindly, and the display in the foyer was much admired. We hope to repeat it.",
)
SUBJECTS = (
    "Renewal of the annexe lease",
    "Works at the rear entrance",
    "Visit of the ceramics class",
    "Change of collection day",
    "Use of the hall in August",
)


def _text(rng: random.Random) -> str:
    return "".join(f"<p>{one}</p>" for one in rng.sample(BODY, 3))


def block(rng: random.Random) -> Made:
    """Letterhead in the middle, references in a line, a subject in bold."""
    firm, when, way, own = (
        rng.choice(BODIES),
        a_day(rng),
        a_way(rng),
        f"{rng.choice(('JP', 'RW', 'KH'))}/{rng.randrange(100, 999)}/{rng.randrange(10, 99)}",
    )
    return paper("block", "letter", sheet(
        f"""<div style='text-align:center'><h2>{firm.name}</h2>{firm.street}, {firm.town}</div><hr><p>Our ref: {own} &nbsp;&nbsp;&nbsp; Your ref: SLEC/{rng.randrange(10, 99)}</p><p>{way(when)}</p><p>{TO}</p><p>Dear Sir or Madam</p>
        <p><b>{rng.choice(SUBJECTS)}</b></p>{_text(rng)}<p>Yours faithfully</p><p style='margin-top:14mm'>{rng.choice(("K. Hartnell", "J. Pryce", "R. Wardle"))}<br>for {firm.name}</p>""",
        face=rng.choice(FACES), margin="22mm"), firm.name, when, reference=own)  # fmt: skip


def plain_letter(rng: random.Random) -> Made:
    """A person writes: address at the right, no letterhead, no subject."""
    who, when = rng.choice(("Gwendolyn Marsh", "Peter Ashdown", "Lucja Nowik", "Owen Tarrant")), a_day(rng)
    return paper("plain-letter", "letter", sheet(
        f"""<div style='margin-left:105mm'>{rng.randrange(2, 90)} Beech Walk<br>Upper Dunmere<br>UD7 {rng.randrange(1, 9)}QT<br><br>{when.day} {when:%B %Y}</div><p style='margin-top:10mm'>Dear {rng.choice(STAFF).split()[0]},</p>{_text(rng)}
        <p style='margin-left:105mm'>Yours sincerely,<br><br><br>{who}</p>""", face="Serif", margin="25mm"), who, when)  # fmt: skip


def foot(rng: random.Random) -> Made:
    """Who writes stands in the foot alone, with telephone and register."""
    firm, when, way = rng.choice(FIRMS), a_day(rng), a_way(rng)
    return paper("foot", "letter", sheet(
        f"""<p style='margin-top:30mm'>{COLLEGE}<br>{rng.choice(STAFF)}<br>{"<br>".join(ADDRESS)}</p><p class=r>{way(when)}</p><p>Subject: {rng.choice(SUBJECTS)}</p><p>Hello,</p>{_text(rng)}<p>Best wishes</p><p>{rng.choice(("Dana Whitlow", "Marcus Eade"))}<br>Customer care</p>
        <div style='position:fixed;bottom:0;font-size:7pt;color:#666;text-align:center;width:100%'>{firm.legal or firm.name} · {firm.street} · {firm.town} · 01632 960{rng.randrange(100, 999)} · Registered in England 0{rng.randrange(10**6, 10**7)}</div>""",
        face="Roboto", margin="20mm"), firm.name, when, accept={"who": [firm.legal]} if firm.legal else {})  # fmt: skip


def chaser(rng: random.Random) -> Made:
    """An invoice was not paid: its number, day and sum are not those of the letter."""
    a, way = an_account(rng, rng.choice(FIRMS)), a_way(rng)
    when = a.due + timedelta(days=rng.randrange(8, 30))
    return paper("chaser", "letter", sheet(
        f"""<h3>{a.firm.name}</h3><p>{a.firm.street}<br>{a.firm.town}</p><p>{way(when)}</p><p>{TO}</p><p><b>FRIENDLY REMINDER</b></p><p>Dear accounts team,</p>
        <p>Our invoice {a.number} dated {way(a.when)} for {pounds(a.total)} was due on {way(a.due)}. Perhaps it was overlooked. May we ask for payment within a week of the date above?</p><p>If you have paid meanwhile, accept our thanks.</p><p>Sincerely</p><p>{a.firm.name}, accounts</p>""",
        face=rng.choice(FACES)), a.firm.name, when, accept={"amount": [str(a.total)], "reference": [a.number], "due": [str(a.due)]})  # fmt: skip


def outgoing(rng: random.Random) -> Made:
    """The college writes; it is filed under whom it wrote to."""
    firm, when = rng.choice((*BODIES, *FIRMS)), a_day(rng)
    return paper("outgoing", "letter", sheet(
        f"""<table width=100%><tr><td><h2 style='color:#70304a'>{COLLEGE}</h2><td class=r style='font-size:8pt'>{"<br>".join(ADDRESS)}<br>office@sallowlane.example</table><p style='margin-top:12mm'>{firm.name}<br>{firm.street}<br>{firm.town}</p><p>{when.day} {when:%B %Y}</p>
        <p>Dear Colleagues,</p><p><u>{rng.choice(SUBJECTS)}</u></p>{_text(rng)}<p>Yours sincerely,</p><p style='margin-top:12mm'>{rng.choice(STAFF)}<br>Bursar</p>""",
        face=rng.choice(FACES)), firm.name, when, accept={"who": [firm.legal]} if firm.legal else {})  # fmt: skip


def mail(rng: random.Random) -> Made:
    """A mail that was printed, with the day of the printing in its foot."""
    firm, when = rng.choice(FIRMS), a_day(rng)
    who = rng.choice(("Dana Whitlow", "Marcus Eade", "Rhona Petrie"))
    host = firm.name.split()[0].lower().strip(".,") + ".example"
    return paper("mail", "letter", sheet(
        f"""<b>{rng.choice(STAFF)}</b><hr><table><tr><td><b>From:</b><td>{who} &lt;{who.split()[0].lower()}@{host}&gt;<tr><td><b>Sent:</b><td>{when.day} {when:%B %Y} 1{rng.randrange(0, 9)}:{rng.randrange(10, 59)}<tr><td><b>To:</b><td>office@sallowlane.example<tr><td><b>Subject:</b><td>{rng.choice(SUBJECTS)}</table>
        <p style='margin-top:6mm'>Hi,</p>{_text(rng)}<p>Thanks<br>{who.split()[0]}<br>--<br>{who} | {firm.name} | 01632 960{rng.randrange(100, 999)}</p><div style='position:fixed;bottom:0;font-size:7pt'>Printed {when + timedelta(days=4):%d/%m/%Y}, page 1</div>""",
        face="DejaVu Sans Condensed"), firm.name, when, accept={"who": [who]})  # fmt: skip


def letter_abroad(rng: random.Random) -> Made:
    language = rng.choice(("de", "fr"))
    firm, when = rng.choice(GERMAN if language == "de" else FRENCH), a_day(rng)
    said = {
        "de": ("Betreff: Ihre Anfrage zum Sprachkurs", "Sehr geehrte Damen und Herren,", "vielen Dank für Ihre Anfrage. Gern senden wir Ihnen unser neues Verzeichnis zu. Die Preise gelten bis zum Ende des Jahres.", "Mit freundlichen Grüßen"),
        "fr": ("Objet : votre demande de catalogue", "Madame, Monsieur,", "Nous vous remercions de votre demande et vous prions de trouver ci-joint notre nouveau catalogue. Nos prix sont valables jusqu'à la fin de l'année.", "Veuillez agréer nos salutations distinguées"),
    }[language]  # fmt: skip
    place = firm.town.split()[1]
    line = (
        f"{place}, den {in_words(when, 'de')}" if language == "de" else f"{place}, le {in_words(when, 'fr')}"
    )
    return paper("letter-abroad", "letter", sheet(
        f"""<p><b>{firm.name}</b><br>{firm.street}<br>{firm.town}</p><p style='margin-left:90mm'>{TO}</p><p class=r>{line}</p><p><b>{said[0]}</b></p><p>{said[1]}</p><p>{said[2]}</p><p>{said[3]}</p><p style='margin-top:12mm'>{firm.name}</p>""",
        face="Roboto", margin="25mm"), firm.name, when, language=language)  # fmt: skip


def minutes(rng: random.Random) -> Made:
    group, when, way = (
        rng.choice(("Premises Committee", "Board of Governors", "Staff Forum", "Curriculum Working Group")),
        a_day(rng),
        a_way(rng),
    )
    points = "".join(
        f"<p><b>{at}. {head}</b><br>{text}</p>"
        for at, (head, text) in enumerate(
            (
                (
                    "Minutes of the last meeting",
                    f"The minutes of {way(when - timedelta(days=28))} were agreed.",
                ),
                ("Matters arising", "The lift is in order again."),
                ("Annexe", rng.choice(BODY)),
                ("Any other business", "There was none."),
            ),
            1,
        )
    )
    head = rng.choice(
        (
            f"<h2>{COLLEGE}</h2><h3>Minutes of the {group}</h3><p>held in Room 4 on {way(when)} at 18:30</p>",
            f"<h3>{group.upper()}</h3><table><tr><td>Meeting of<td>{way(when)}<tr><td>Place<td>Library</table><h3>Minutes</h3>",
        )
    )
    return paper("minutes", "minutes", sheet(
        f"""{head}<p>Present: {", ".join(STAFF[:3])}<br>Apologies: {STAFF[3]}</p>{points}<p>Next meeting: {way(when + timedelta(days=28))}</p><p style='margin-top:10mm'>Signed ................................ Chair &nbsp; Date ....................</p>""",
        face=rng.choice(FACES)), group, when)  # fmt: skip


def agenda(rng: random.Random) -> Made:
    group, when, way = (
        rng.choice(("Premises Committee", "Board of Governors", "Finance Panel")),
        a_day(rng),
        a_way(rng),
    )
    return paper("agenda", "minutes", sheet(
        f"""<p>{COLLEGE}</p><h2>{group}</h2><p>There will be a meeting on {way(when)} at 7 pm in the library.</p><h3>AGENDA</h3><ol><li>Apologies<li>Minutes of the last meeting<li>Budget<li>Autumn programme<li>Date of next meeting</ol><p>{STAFF[0]}, clerk</p>""",
        face=rng.choice(FACES)), group, when)  # fmt: skip


def report(rng: random.Random) -> Made:
    when, who = a_day(rng), rng.choice(STAFF)
    title = rng.choice(
        (
            "Enrolment in the autumn term",
            "Condition of the roof",
            "Learner survey",
            "Energy use of the main building",
        )
    )
    return paper("report", "report", sheet(
        f"""<div style='margin-top:60mm'><h1>{title}</h1><h3>A report to the governors</h3><p>Prepared by {who}</p><p>{when:%B} {when.day}, {when.year}</p><p>{COLLEGE}</p></div><div style='break-after:page'></div>
        <h3>1. Summary</h3><p>{BODY[0]}</p><h3>2. Findings</h3><p>{BODY[1]}</p><h3>3. Recommendations</h3><p>{BODY[3]}</p>""", face="Serif"), who, when, accept={"who": [COLLEGE]})  # fmt: skip


def risks(rng: random.Random) -> Made:
    when, who, way = a_day(rng), rng.choice(STAFF), a_way(rng)
    return paper("risks", "report", sheet(
        f"""<h2>Risk assessment</h2><table border=1 width=100%><tr><td>Activity<td>{rng.choice(("Kiln firing", "Outing to the reservoir", "Stage lighting"))}<td>Assessed by<td>{who}<tr><td>Date of assessment<td>{way(when)}<td>Review due<td>{way(when + timedelta(days=365))}</table>
        <table border=1 width=100% style='margin-top:6mm'><tr><th>Hazard<th>Who may be harmed<th>Likelihood<th>Severity<th>Control<tr><td>Burns<td>Learners<td>2<td>4<td>Gloves, supervision<tr><td>Slips<td>All<td>3<td>2<td>Floor kept dry</table><p>Learner in charge: {rng.choice(LEARNERS)}</p>""",
        face="Roboto", page="A4 landscape"), who, when, expires=when + timedelta(days=365), accept={"who": [COLLEGE]})  # fmt: skip


LETTERS = (
    (block, 6),
    (plain_letter, 5),
    (foot, 5),
    (chaser, 5),
    (outgoing, 5),
    (mail, 5),
    (letter_abroad, 5),
    (minutes, 6),
    (agenda, 4),
    (report, 4),
    (risks, 4),
)
__all__ = ["LETTERS", "Firm"]
