"""Coursework and certificates, and papers that ask for a folder of their own."""

from __future__ import annotations

import random
from datetime import date, timedelta

from bench.strangers.made import paper
from bench.strangers.press import FACES, a_way, plain, pounds, sheet

from .invoices import TO, Made, rows
from .world import ADDRESS, BODIES, COLLEGE, FIRMS, LEARNERS, STAFF, TESTERS, a_day, an_account

TITLES = (
    "The bridge at Low Dunmere",
    "Why glazes crack",
    "A shop in four paintings",
    "Letters from the valley",
    "Tides and tables",
)
PROSE = (
    "<p>The first thing that one sees is the light. It falls on the left side alone, and whoever stands there long enough will find that it moves. This essay asks what the maker wanted with it.</p>"
    * 3
)


def essay(rng: random.Random) -> Made:
    """Four lines at the top left, a title in the middle."""
    who, when, title = rng.choice(LEARNERS), a_day(rng), rng.choice(TITLES)
    return paper("essay", "coursework", sheet(
        f"""<p style='line-height:2'>{who}<br>{rng.choice(STAFF)}<br>{rng.choice(("Art History, evening group", "Creative Writing", "Access to Science"))}<br>{when.day} {when:%B %Y}</p><h3 style='text-align:center'>{title}</h3><div style='line-height:2'>{PROSE}</div>""",
        face="Serif", margin="25mm"), who, when, learner=who, assignment=title)  # fmt: skip


def cover(rng: random.Random) -> Made:
    """A form for the first page, with the day to hand in beside the day it was handed in."""
    who, when, title, way = rng.choice(LEARNERS), a_day(rng), rng.choice(TITLES), a_way(rng)
    told = (
        ("Learner", who),
        ("Learner number", f"L{rng.randrange(10000, 99999)}"),
        ("Course", "Access to Humanities"),
        ("Tutor", rng.choice(STAFF)),
        ("Assignment title", title),
        ("Deadline", way(when + timedelta(days=rng.randrange(0, 4)))),
        ("Date submitted", way(when)),
    )
    return paper("cover", "coursework", sheet(
        f"""<h2>{COLLEGE}</h2><h3>Assignment submission</h3><table border=1 width=100%>{"".join(f"<tr><td width=35%><b>{label}</b><td>{value}" for label, value in told)}</table>
        <p style='margin-top:8mm'>I declare that this is my own work.</p><p>Signed: <i>{who}</i></p>""", face=rng.choice(FACES)), who, when, learner=who, assignment=title)  # fmt: skip


def answers(rng: random.Random) -> Made:
    """A worksheet with name and date in its head."""
    who, when, way = rng.choice(LEARNERS), a_day(rng), a_way(rng)
    nth = rng.randrange(2, 12)
    title = f"Worksheet {nth}: {rng.choice(('Fractions', 'Past tense', 'Circuits'))}"
    return paper("answers", "coursework", sheet(
        f"""<table width=100%><tr><td>Name: {who}<td class=r>Date: {way(when)}</table><hr><h2>{title}</h2><ol>{"".join(f"<li style='margin-bottom:9mm'>Explain step {at} in your own words.<br><i>It is because the parts are alike.</i>" for at in range(1, 7))}</ol><p class=r>Mark: __ / 20</p>""",
        face="Roboto"), who, when, learner=who, assignment=title, accept={"reference": [str(nth)]})  # fmt: skip


def award(rng: random.Random) -> Made:
    """In the middle, with a frame; the body that gives it stands beneath."""
    who, when, body = rng.choice((*LEARNERS, *STAFF)), a_day(rng), BODIES[2]
    own = f"NAP-{rng.randrange(10**5, 10**6)}"
    return paper("award", "certificate", sheet(
        f"""<div style='border:3px double #886;height:150mm;text-align:center;padding-top:25mm'><h1>Certificate of Achievement</h1><p>This is to certify that</p><h2>{who}</h2><p>has successfully completed</p><h3>{rng.choice(("First Aid at Work", "Level 3 Award in Teaching", "Food Hygiene"))}</h3>
        <p>Awarded on {when.day} {when:%B %Y} &nbsp; Valid until {when.day if (when.month, when.day) != (2, 29) else 28} {when:%B} {when.year + 3}</p><p style='margin-top:18mm'>{body.name}</p><p style='font-size:8pt'>Certificate no. {own}</p></div>""",
        face="Serif", page="A4 landscape"), body.name, when, reference=own, expires=date(when.year + 3, when.month, 28 if (when.month, when.day) == (2, 29) else when.day), accept={"who": [who]})  # fmt: skip


def tested(rng: random.Random) -> Made:
    """What an engineer found, with the day of the next test."""
    firm, when, way, own = rng.choice(TESTERS), a_day(rng), a_way(rng), f"{rng.randrange(10**4, 10**5)}"
    then = when + timedelta(days=365)
    return paper("tested", "certificate", sheet(
        f"""<table width=100%><tr><td><h3>{firm.name}</h3>{firm.street}, {firm.town}<td class=r>Certificate number<br><b>{own}</b></table><h2>Certificate of inspection and testing</h2><table border=1 width=100%><tr><td>Client<td>{COLLEGE}<tr><td>Site<td>{", ".join(ADDRESS)}
        <tr><td>Tested on<td>{way(when)}<tr><td>Next test due<td>{way(then)}<tr><td>Result<td>Satisfactory</table><p style='margin-top:8mm'>Engineer: T. Brand</p>""", face=rng.choice(FACES)), firm.name, when, reference=own, expires=then)  # fmt: skip


def cover_note(rng: random.Random) -> Made:
    """Insurance: from when and until when."""
    firm, when, way, own = BODIES[1], a_day(rng), a_way(rng), f"UIM/{rng.randrange(10**5, 10**6)}/EL"
    start = when + timedelta(days=10)
    return paper("cover-note", "certificate", sheet(
        f"""<h2>{firm.name}</h2><h3>Certificate of employers' liability insurance</h3><table><tr><td>Policy number<td>{own}<tr><td>Policyholder<td>{COLLEGE}<tr><td>Cover begins<td>{way(start)}<tr><td>Cover ends<td>{way(start + timedelta(days=364))}</table>
        <p style='margin:8mm 0'>We certify that the policy satisfies the law. Limit of indemnity £5,000,000.</p><p>Signed for {firm.name}<br>{firm.street}, {firm.town}</p><p>Date of issue: {way(when)}</p>""",
        face="DejaVu Serif Condensed"), firm.name, when, reference=own, expires=start + timedelta(days=364))  # fmt: skip


def quote(rng: random.Random) -> Made:
    """Looks like an invoice and is none."""
    a, way = an_account(rng, rng.choice(FIRMS)), a_way(rng)
    return paper("quote", "other", sheet(
        f"""<h2>{a.firm.name}</h2><p>{a.firm.street}, {a.firm.town}</p><h2 class=r>Quotation</h2><p>{TO}</p><table><tr><td>Quotation no.<td>{a.number}<tr><td>Date<td>{way(a.when)}<tr><td>Valid until<td>{way(a.when + timedelta(days=30))}</table>
        <table width=100%>{rows(a)}</table><p class=r>Net {plain(a.net)}<br>VAT {plain(a.tax)}<br><b>Total {pounds(a.total)}</b></p>""", face=rng.choice(FACES)), a.firm.name, a.when, reference=a.number, amount=a.total, currency="GBP", accept={"who": [a.firm.legal]})  # fmt: skip


def delivery(rng: random.Random) -> Made:
    a, way = an_account(rng, rng.choice(FIRMS)), a_way(rng)
    return paper("delivery", "other", sheet(
        f"""<table width=100%><tr><td><h2>{a.firm.name}</h2>{a.firm.street}<br>{a.firm.town}<td class=r><h2>Delivery note</h2>No. {a.number}<br>{way(a.when)}</table><p>Deliver to:<br>{TO}</p><p>Your order {rng.randrange(1000, 9999)} of {way(a.when - timedelta(days=6))}</p>
        <table border=1 width=100%><tr><th>Item<th>Ordered<th>Sent{"".join(f"<tr><td>{line.item}<td>{line.count}<td>{line.count}" for line in a.lines)}</table><p style='margin-top:10mm'>Received in good order: ..............................</p>""",
        face=rng.choice(FACES)), a.firm.name, a.when, reference=a.number, accept={"who": [a.firm.legal]})  # fmt: skip


def statement(rng: random.Random) -> Made:
    a, way = an_account(rng, rng.choice(FIRMS)), a_way(rng)
    account = f"SLC{rng.randrange(10, 99)}"
    lines = [
        (
            a.when - timedelta(days=60 - at * 17),
            f"{rng.randrange(10000, 99999)}",
            an_account(rng, a.firm).total,
        )
        for at in range(3)
    ]
    total = sum((value for _, _, value in lines), a.net * 0)
    return paper("statement", "other", sheet(
        f"""<h2>{a.firm.name}</h2><p>{a.firm.street}, {a.firm.town}</p><h3>STATEMENT OF ACCOUNT</h3><p>{TO}</p><p>As at {way(a.when)} &nbsp; Account {account}</p><table width=100% border=1><tr><th>Date<th>Invoice<th>Amount<th>Open
        {"".join(f"<tr><td>{way(day)}<td>{own}<td class=r>{plain(value)}<td class=r>{plain(value)}" for day, own, value in lines)}</table><p class=r><b>Balance {pounds(total)}</b></p>""",
        face=rng.choice(FACES)), a.firm.name, a.when, amount=total, currency="GBP", reference=account, accept={"who": [a.firm.legal]})  # fmt: skip


LEARNING = (
    (essay, 5),
    (cover, 5),
    (answers, 5),
    (award, 5),
    (tested, 5),
    (cover_note, 4),
    (quote, 5),
    (delivery, 5),
    (statement, 4),
)
