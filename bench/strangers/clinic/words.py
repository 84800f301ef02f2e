"""Letters, minutes, reports, certificates, coursework, and papers that are none of these."""

from __future__ import annotations

import random
from datetime import date, timedelta
from decimal import Decimal

from bench.papers.truth import Paper
from bench.strangers.made import Made, accept, paper
from bench.strangers.press import FACES, a_way, plain, pounds, sheet

from .world import ADDRESS, BODIES, CLINIC, HOLDERS, STAFF, SUPPLIERS, TRAINEES, a_day, docx, sums

BLOCK = "<br>".join((CLINIC, *ADDRESS))
SAID = (
    "We have looked at your account and are pleased to tell you that nothing need be done before the end of the quarter.",
    "As agreed on the telephone, our engineer will call between eight and noon. Somebody should be there to let him in.",
    "The committee was grateful for the talk that your nurse gave in the spring, and asks whether it might be repeated.",
    "Please keep this letter with your papers. Should anything change, we will write again in good time.",
    "The new rules ask every practice to name a person who looks after controlled medicines. We suggest that you do so soon.",
)
TOPICS = (
    "Your overdraft facility",
    "Visit of our engineer",
    "Talk at the Jubilee Hall",
    "Naming a responsible person",
    "Parking in Bridge Approach",
    "Change to our opening times",
)


def _text(rng: random.Random, count: int = 3) -> str:
    return "".join(f"<p>{one}</p>" for one in rng.sample(SAID, count))


def banker(rng: random.Random) -> Made:
    """Facts at the right in small type with labels; the letterhead in letters set apart."""
    firm, when, way, own = (
        rng.choice((BODIES[0], BODIES[2])),
        a_day(rng),
        a_way(rng),
        f"{rng.randrange(100, 999)}.{rng.randrange(1000, 9999)}.K",
    )
    return paper("banker", "letter", sheet(
        f"""<div style='letter-spacing:.25em;text-transform:uppercase;border-bottom:1px solid;padding-bottom:2mm'>{firm.name}</div><table width=100% style='margin-top:10mm'><tr><td>{BLOCK}<td style='font-size:8pt;width:60mm'>{firm.street}<br>{firm.town}<br><br>Reference: {own}<br>Date: {way(when)}<br>Contact: Customer desk<br>Telephone: 01632 960{rng.randrange(100, 999)}</table>
        <p style='margin-top:10mm'><b>{rng.choice(TOPICS)}</b></p><p>Dear Ms Ingleby</p>{_text(rng)}<p>Yours sincerely</p><p style='margin-top:12mm'>Oliver Stance<br>Manager, business accounts</p>""",
        face="Roboto", margin="20mm"), firm.name, when, reference=own)  # fmt: skip


def holder(rng: random.Random) -> Made:
    """Somebody whose animal was treated writes by hand or machine; the day stands beneath their name at the end."""
    who, when = rng.choice(HOLDERS), a_day(rng)
    return paper("holder", "letter", sheet(
        f"""<p>To the {CLINIC}</p><p style='margin-top:8mm'>Dear all,</p><p>Thank you for everything that you did for Biscuit. {SAID[3]}</p><p>She sleeps on the stairs again, and asks for you every Tuesday.</p><p>With best wishes from us both,</p><p>{who}</p><p>{when.day} {when:%B %Y}</p>""",
        face="DejaVu Serif Condensed", margin="28mm"), who, when)  # fmt: skip


def circular(rng: random.Random) -> Made:
    firm, when, way = BODIES[4], a_day(rng), a_way(rng)
    return paper("circular", "letter", sheet(
        f"""<h2>{firm.name}</h2><p>{firm.street}, {firm.town}<br>clerk@thornby-parish.example</p><p class=r>{way(when)}</p><p>To all businesses in Bridge Approach</p><h3>{rng.choice(TOPICS)}</h3>{_text(rng)}<p>Works begin on {way(when + timedelta(days=20))} and end on {way(when + timedelta(days=34))}.</p><p>Yours faithfully</p><p>Joan Pettifer<br>Clerk to the Council</p>""",
        face=rng.choice(FACES)), firm.name, when)  # fmt: skip


def memo(rng: random.Random) -> Made:
    when, way = a_day(rng), a_way(rng)
    one, other = rng.sample(STAFF, 2)
    return paper("memo", "letter", sheet(
        f"""<h1>MEMO</h1><table><tr><td>To<td>{one}<tr><td>From<td>{other}<tr><td>Date<td>{way(when)}<tr><td>About<td>{rng.choice(TOPICS)}</table><hr>{_text(rng, 2)}""", face="Roboto"), other, when)  # fmt: skip


def solicitor(rng: random.Random) -> Made:
    """References of both sides, a date in words, partners in the foot."""
    firm, when = BODIES[3], a_day(rng)
    own = f"HL/{rng.choice(('KM', 'TB'))}/{rng.randrange(1000, 9999)}-{rng.randrange(1, 9)}"
    return paper("solicitor", "letter", sheet(
        f"""<div style='text-align:right'><h2 style='font-weight:400'>{firm.name}</h2>Solicitors<br>{firm.street}<br>{firm.town}</div><p>Our Ref {own}<br>Your Ref FI/lease</p><p>{when.day}{"st" if when.day in (1, 21, 31) else "nd" if when.day in (2, 22) else "rd" if when.day in (3, 23) else "th"} {when:%B %Y}</p><p>{BLOCK}</p><p><b>BY POST AND EMAIL</b></p><p>Dear Sirs</p><p><b>Lease of the Old Toll House dated 4 March 2019</b></p>{_text(rng)}<p>Yours faithfully</p><p style='margin-top:10mm'>{firm.name}</p>
        <p style='position:fixed;bottom:0;font-size:7pt'>Partners: K. Mabey, T. Brill, S. Onslow. Regulated by the Board of Lawyers no. 00991</p>""", face="Serif", margin="22mm"), firm.name, when, reference=own)  # fmt: skip


def ours(rng: random.Random) -> Made:
    """The clinic writes to a holder, with the animal and its number."""
    who, when = rng.choice(HOLDERS), a_day(rng)
    return paper("ours", "letter", sheet(
        f"""<div style='text-align:center;color:#264'><h2>{CLINIC}</h2>{" · ".join(ADDRESS)}</div><p style='margin-top:12mm'>{who}<br>{rng.randrange(2, 80)} Harbour View<br>Portmellin<br>PM4 {rng.randrange(1, 9)}HV</p><p>{when:%d %B %Y}</p><p>Dear {who.rsplit(" ", 1)[0].split()[0]} {who.split()[-1]},</p><p><b>Patient: Biscuit, no. {rng.randrange(1000, 9999)}</b></p>{_text(rng, 2)}<p>Kind regards,</p><p>{rng.choice(STAFF)}<br>Veterinary surgeon</p>""",
        face="Roboto", margin="22mm"), who, when, accept={"reference": ["*"]})  # fmt: skip


def notes(rng: random.Random) -> Made:
    """Notes of a meeting as a list of who does what."""
    when, way = a_day(rng), a_way(rng)
    group = rng.choice(("Partners' meeting", "Nursing team", "Health and Safety Group"))
    rows = "".join(
        f"<tr><td>{at}<td>{said}<td>{who.split()[0]}"
        for at, (said, who) in enumerate(zip(rng.sample(SAID, 3), STAFF, strict=False), 1)
    )
    return paper("notes", "minutes", sheet(
        f"""<table width=100%><tr><td><h2>{group}</h2><td class=r>{way(when)}</table><p>Notes of the meeting. In attendance: {", ".join(STAFF[:3])}</p><table border=1 width=100%><tr><th><th>Decision<th>Action{rows}</table><p>We meet again on {way(when + timedelta(days=30))}.</p>""",
        face="DejaVu Sans Condensed"), group, when)  # fmt: skip


def general_meeting(rng: random.Random) -> Made:
    when = a_day(rng)
    group = rng.choice(("Thornby Animal Welfare Trust", "Friends of the Clinic"))
    data = docx(
        [
            group,
            "Minutes of the Annual General Meeting",
            f"held at the Jubilee Hall on {when.day} {when:%B %Y}",
            "Present: 23 members. Apologies: Mrs Tuck.",
            "1. The minutes of the last meeting were approved.",
            "2. The accounts were received.",
            "3. Officers were elected.",
            f"Next meeting: {(when + timedelta(days=360)):%d %B %Y}",
        ]
    )
    return "", Paper(
        layout="general-meeting", kind="minutes", data=data, suffix=".docx", who=group, when=when
    )


def laboratory(rng: random.Random) -> Made:
    """Days on which a sample was taken, received and reported."""
    firm, when, way, own = BODIES[5], a_day(rng), a_way(rng), f"LRL{rng.randrange(10**5, 10**6)}"
    return paper("laboratory", "report", sheet(
        f"""<table width=100%><tr><td><h3>{firm.name}</h3>{firm.street}, {firm.town}<td class=r><b>LABORATORY REPORT</b></table><table border=1 width=100% style='margin:6mm 0'><tr><td>Report no.<td>{own}<td>Patient<td>Biscuit, dog<tr><td>Sample taken<td>{way(when - timedelta(days=3))}<td>Received<td>{way(when - timedelta(days=1))}<tr><td>Reported<td>{way(when)}<td>Submitted by<td>{rng.choice(STAFF)}</table>
        <table width=100%><tr><th>Test<th>Result<th>Range<tr><td>Glucose<td>5.1<td>3.3 to 6.7<tr><td>Urea<td>6.2<td>2.5 to 9.6</table><p>Comment: nothing remarkable.</p><p>Authorised by Dr P. Quill</p>""", face="Roboto"), firm.name, when, reference=own)  # fmt: skip


def survey(rng: random.Random) -> Made:
    when, who = a_day(rng), rng.choice(STAFF)
    title = rng.choice(("Waiting times in winter", "Use of the isolation ward", "Noise in the kennels"))
    data = docx(
        [
            title,
            f"Report by {who}",
            f"{when:%d/%m/%Y}",
            "Summary",
            rng.choice(SAID),
            "What we found",
            rng.choice(SAID),
            "Recommendations",
            rng.choice(SAID),
        ]
    )
    return "", Paper(layout="survey", kind="report", data=data, suffix=".docx", who=who, when=when)


def calibration(rng: random.Random) -> Made:
    firm, when, way, own = SUPPLIERS[2], a_day(rng), a_way(rng), f"CAL-{rng.randrange(1000, 9999)}"
    then = when + timedelta(days=365)
    return paper("calibration", "certificate", sheet(
        f"""<h2 style='text-align:center'>Calibration certificate</h2><p style='text-align:center'>{firm.legal}, {firm.street}, {firm.town}</p><table border=1 width=100%><tr><td>Certificate<td>{own}<tr><td>Customer<td>{CLINIC}<tr><td>Instrument<td>Balance, serial {rng.randrange(10000, 99999)}<tr><td>Date of calibration<td>{way(when)}<tr><td>Recalibration due<td>{way(then)}</table><p>The instrument was found to be within its limits.</p>""",
        face="Roboto"), firm.name, when, reference=own, expires=then, accept=accept(firm))  # fmt: skip


def registered(rng: random.Random) -> Made:
    """A licence in a frame, with numbers and days in a sentence."""
    firm, when, own = BODIES[1], a_day(rng), f"RAP {rng.randrange(1000, 9999)}"
    then = date(when.year + 1, when.month, min(when.day, 28))
    return paper("registered", "certificate", sheet(
        f"""<div style='border:6px solid #a83;padding:20mm 15mm;text-align:center'><h3>{firm.name}</h3><h1>Certificate of Registration</h1><p>We certify that the practice known as</p><h2>{CLINIC}</h2><p>is entered in the register under the number {own}</p><p>This certificate was issued on {when.day} {when:%B %Y} and expires on {then.day} {then:%B %Y}.</p><p style='margin-top:14mm'>D. Farrow, Registrar</p></div>""",
        face="Serif", page="A4 landscape"), firm.name, when, reference=own, expires=then)  # fmt: skip


def attended(rng: random.Random) -> Made:
    firm, when, way, who = BODIES[5], a_day(rng), a_way(rng), rng.choice((*STAFF, *TRAINEES))
    return paper("attended", "certificate", sheet(
        f"""<h1>Certificate of attendance</h1><p style='font-size:18pt'>{who}</p><p>attended the course</p><p style='font-size:14pt'>{rng.choice(("Reading blood films", "Handling nervous cats", "Anaesthesia at the table"))}</p><p>{way(when)}, 6 hours</p><p style='margin-top:20mm'>Course leader: Dr P. Quill<br>{firm.name}</p>""",
        face="Roboto", page="A4 landscape"), firm.name, when, accept={"who": [who]})  # fmt: skip


def case_log(rng: random.Random) -> Made:
    who, when, way = rng.choice(TRAINEES), a_day(rng), a_way(rng)
    title = rng.choice(("A dog with a cough", "Two weeks of dressings", "The cat that would not eat"))
    return paper("case-log", "coursework", sheet(
        f"""<p class=r>{who}<br>Student no. {rng.randrange(10000, 99999)}<br>Handed in {way(when)}</p><h2>Case log: {title}</h2><p>{SAID[1]} {SAID[4]}</p><p>I saw the patient twice. The first time it was afraid, so I waited until it came to me.</p><h3>What I would do otherwise</h3><p>I would ask earlier, and write down what I was told at once.</p><p style='font-size:8pt'>Tutor's comment: ........................</p>""",
        face=rng.choice(FACES), margin="22mm"), who, when, learner=who, assignment=title, accept={"what": [f"Case log: {title}"]})  # fmt: skip


def essay_text(rng: random.Random) -> Made:
    who, when = rng.choice(TRAINEES), a_day(rng)
    title = rng.choice(("How a nurse sees pain", "Why we wash our hands", "Fifty years of the stethoscope"))
    data = docx(
        [
            title,
            f"An essay by {who}",
            f"{when.day} {when:%B %Y}",
            " ".join(SAID),
            "In the end it is the patient who tells us, if we care to look. " * 4,
            "Word count: 612",
        ]
    )
    return "", Paper(
        layout="essay-text",
        kind="coursework",
        data=data,
        suffix=".docx",
        who=who,
        when=when,
        learner=who,
        assignment=title,
    )


def order(rng: random.Random) -> Made:
    """The clinic orders; it is filed under whom it orders from."""
    firm, when, way = rng.choice(SUPPLIERS[:5]), a_day(rng), a_way(rng)
    lines, _, _, _ = sums(rng)
    own = f"PO-{rng.randrange(1000, 9999)}"
    net = sum((value for *_, value in lines), Decimal(0))
    return paper("order", "other", sheet(
        f"""<table width=100%><tr><td><b>{CLINIC}</b><br>{"<br>".join(ADDRESS)}<td class=r><h2>Purchase order</h2>{own}<br>{way(when)}</table><p style='margin:6mm 0'>Supplier:<br>{firm.name}<br>{firm.street}<br>{firm.town}</p><table border=1 width=100%><tr><th>Item<th>Qty<th>Price{"".join(f"<tr><td>{item}<td>{count}<td class=r>{plain(each)}" for item, count, each, _ in lines)}</table><p class=r>Order total {pounds(net)}</p><p>Please deliver by {way(when + timedelta(days=7))}. Authorised: {STAFF[0]}</p>""",
        face="Roboto"), firm.name, when, reference=own, amount=net, currency="GBP", accept=accept(firm))  # fmt: skip


def estimate(rng: random.Random) -> Made:
    firm, when = SUPPLIERS[5], a_day(rng)
    total = Decimal(rng.randrange(20000, 90000)) / 100
    return paper("estimate", "other", sheet(
        f"""<h2>{firm.name}</h2><p>{firm.street}, {firm.town}</p><p>{BLOCK}</p><p>{when.day} {when:%b %Y}</p><h3>ESTIMATE</h3><p>To replace the clutch of your van and to supply all parts, we estimate</p><p style='font-size:13pt;margin-left:80mm'>{pounds(total)} plus VAT</p><p>This estimate holds for 30 days.</p><p>For {firm.name}</p>""",
        face="Serif", margin="22mm"), firm.name, when, amount=total, currency="GBP")  # fmt: skip


def paid_advice(rng: random.Random) -> Made:
    firm, when, way = BODIES[2], a_day(rng), a_way(rng)
    total, own = Decimal(rng.randrange(9000, 90000)) / 100, f"CM{rng.randrange(10**6, 10**7)}"
    return paper("paid-advice", "other", sheet(
        f"""<h3>{firm.name}</h3><p>{firm.street}<br>{firm.town}</p><h2>Payment advice</h2><table><tr><td>Advice number<td>{own}<tr><td>Date<td>{way(when)}<tr><td>Payee<td>{CLINIC}</table><p>We have today sent to your bank:</p><table border=1 width=100%><tr><th>Claim<th>Animal<th>Amount<tr><td>{rng.randrange(10000, 99999)}<td>Biscuit<td class=r>{plain(total)}</table><p class=r>Total paid {pounds(total)}</p>""",
        face="Roboto"), firm.name, when, reference=own, amount=total, currency="GBP")  # fmt: skip


WORDS = (
    (banker, 6),
    (holder, 5),
    (circular, 5),
    (memo, 4),
    (solicitor, 5),
    (ours, 5),
    (notes, 5),
    (general_meeting, 4),
    (laboratory, 5),
    (survey, 4),
    (calibration, 5),
    (registered, 5),
    (attended, 5),
    (case_log, 5),
    (essay_text, 4),
    (order, 5),
    (estimate, 4),
    (paid_advice, 4),
)
