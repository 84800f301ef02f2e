"""Coursework, certificates, reports, forms, and pictures that are no papers."""

from __future__ import annotations

import io
import random
from datetime import date, timedelta

import numpy as np
from PIL import Image, ImageDraw, ImageFilter

from .bills import a_day
from .household import Maker
from .letters import _docx
from .sheet import Piece, Sheet
from .truth import Paper
from .world import FIRMS, INSTITUTES, LEARNERS, STAFF, TRUST, WRITERS
from .writing import write_date

KNOTS = (
    "Bowline",
    "Rolling hitch",
    "Sheet bend",
    "Clove hitch",
    "Figure of eight",
    "Carrick bend",
    "Eye splice",
    "Sheepshank",
)
QUESTIONS = (
    "Describe in your own words when this knot is used.", "Draw the first two turns.", "What may go wrong, and how would you see it?",
    "How long does it hold under a load that comes and goes?", "Name one other knot for the same purpose.",
)  # fmt: skip


def worksheet(random: random.Random) -> Paper:
    """A printed worksheet with the learner's name and a day filled in."""
    learner, when, number = random.choice(LEARNERS), a_day(random), random.randint(1, 12)
    knot = random.choice(KNOTS)
    style = random.choice(("slash", "long", "dots", "slash2", "short"))
    sheet = Sheet(face=random.choice(("sans", "roboto")))
    assignment = f"{random.choice(('Worksheet', 'Knot worksheet', 'Exercise'))} {number:02}"
    sheet.text(60, 60, f"{TRUST} · Seamanship, level {random.randint(1, 3)}", size=9)
    sheet.text(60, 90, [(assignment, "assignment"), f": {knot}"], size=17, bold=True)
    labels = random.choice(
        (("Name:", "Date:"), ("Trainee:", "Handed in:"), ("Student", "Date"), ("Learner:", "Completed on:"))
    )
    x, step = random.choice(((60, 260), (60, 0)))
    for at, (label, value) in enumerate(
        ((labels[0], (learner, "who")), (labels[1], (write_date(when, style), "when")))
    ):
        left, y = x + at * step, 120 + (0 if step else at * 20)
        end = sheet.text(left, y, label)
        sheet.text(end + 12, y, value, face="serif", size=12, colour=(0.1, 0.1, 0.5))
        sheet.rule(end + 6, y + 3, end + 190)
    y = 180.0
    for at, question in enumerate(random.sample(QUESTIONS, 4), 1):
        sheet.text(60, y, f"{at}. {question}")
        sheet.prose(
            75,
            y + 20,
            450,
            "It is made with two turns and then under; I saw it on the fore deck and tried it with a wet line.",
            size=11,
        )
        y += 90
    sheet.text(60, 760, "Marked by: ..............  Mark: ....... / 20", size=9)
    return Paper(
        layout="coursework-worksheet", kind="coursework", data=sheet.pdf(), who=learner, learner=learner, assignment=assignment, when=when, boxes=sheet.boxes,
        reference=f"{number:02}", accept={"reference": [str(number)]},
    )  # fmt: skip


def essay(random: random.Random) -> Paper:
    """Written at home: a title, the learner's name, a day."""
    learner, when = random.choice(LEARNERS), a_day(random)
    title = random.choice(
        (
            "Passage plan: Tern Point to Brae",
            "A night watch",
            "How a tide table is read",
            "Log of the spring voyage",
        )
    )
    shown = write_date(when, random.choice(("long", "ordinal", "slash")))
    head = random.choice(
        ([f"by {learner}", shown], [f"Name: {learner}", f"Date: {shown}"], [f"{learner}, {shown}"])
    )
    text = [
        "We leave the mole two hours before high water and keep the leading lights in line.",
        "The course is 215 degrees for four miles, then we bear away round the buoy.",
        "If the wind goes west of south we turn back before the bar.",
    ]  # fmt: skip
    if random.random() < 0.5:
        data = _docx(
            [title, *head, *text], (("Leg", "Course", "Miles"), ("1", "215", "4"), ("2", "190", "6"))
        )
        return Paper(
            layout="coursework-docx",
            kind="coursework",
            data=data,
            suffix=".docx",
            who=learner,
            learner=learner,
            assignment=title,
            when=when,
        )
    sheet = Sheet(face=random.choice(("serif", "source")))
    sheet.text(297, 80, (title, "assignment"), size=18, align="center")
    y = 110.0
    for line in head:
        pieces: list[Piece] = []
        for at, part in enumerate(
            line.replace(shown, f"|{shown}|").replace(learner, f"|{learner}|").split("|")
        ):
            pieces.append(part if at % 2 == 0 else (part, "when" if part == shown else "who"))
        sheet.text(297, y, [piece for piece in pieces if piece], align="center", size=11)
        y += 18
    for line in text * 2:
        y = sheet.prose(70, y + 14, 455, line, size=11)
    return Paper(
        layout="coursework-essay",
        kind="coursework",
        data=sheet.pdf(),
        who=learner,
        learner=learner,
        assignment=title,
        when=when,
        boxes=sheet.boxes,
    )


def award(random: random.Random) -> Paper:
    """A certificate across the page: to whom, for what, on which day, and until when."""
    institute, when = random.choice(INSTITUTES[:2]), a_day(random)
    person = random.choice((*STAFF, *LEARNERS))
    expires = date(when.year + 3, when.month, min(when.day, 28))
    sheet = Sheet(face=random.choice(("serif", "source")), size=(842, 595))
    number = f"{institute.name[:1]}{random.randrange(10000, 99999)}"
    style = random.choice(("long", "ordinal", "words"))
    sheet.frame(25, 25, 792, 545)
    sheet.text(421, 80, (institute.name, "who"), size=20, align="center")
    sheet.text(
        421,
        130,
        random.choice(("Certificate", "Certificate of Competence", "CERTIFICATE OF ATTENDANCE")),
        size=34,
        align="center",
    )
    sheet.text(421, 190, "This is to certify that", size=13, align="center")
    sheet.text(421, 225, person, size=24, align="center")
    sheet.text(421, 265, f"has completed the course in {institute.trade} at sea", size=13, align="center")
    sheet.text(
        421,
        310,
        [
            random.choice(("Given at Ostrey on ", "Date of issue: ", "Awarded on ")),
            (write_date(when, style), "when"),
        ],
        size=12,
        align="center",
    )
    lasting = write_date(expires, "long" if style == "words" else style)
    sheet.text(
        421,
        335,
        [random.choice(("Valid until ", "Expires: ", "Expiry date ")), (lasting, "expires")],
        size=12,
        align="center",
    )
    sheet.text(
        80,
        520,
        [random.choice(("Certificate no. ", "No. ", "Certificate number: ")), (number, "reference")],
        size=10,
    )
    sheet.text(760, 520, "Examiner", size=10, align="right")
    return Paper(
        layout="certificate-award", kind="certificate", data=sheet.pdf(), who=institute.name, when=when, expires=expires, reference=number, boxes=sheet.boxes,
        accept={"who": [person]},
    )  # fmt: skip


def policy(random: random.Random) -> Paper:
    """An insurer's schedule: what is covered, from when until when, and what it costs."""
    insurer, begins = INSTITUTES[2], a_day(random)
    when = begins - timedelta(days=random.randint(3, 20))
    ends = date(begins.year + 1, begins.month, min(begins.day, 28))
    sheet = Sheet(face="serif")
    number = f"PIM/{random.randrange(10**5, 10**6)}"
    premium = random.randrange(300, 4000)
    sheet.text(60, 70, (insurer.name, "who"), size=20)
    sheet.text(60, 110, random.choice(("Certificate of insurance", "Policy schedule")), size=15, bold=True)
    y = 150.0
    for label, value in (
        ("Policy number", (number, "reference")), ("Insured", TRUST), ("Date of issue", (write_date(when, "long"), "when")),
        ("Cover begins", write_date(begins, "long")), (random.choice(("Cover ends", "Expiry date", "Expires")), (write_date(ends, "long"), "expires")),
        ("Sum insured", f"£{random.randrange(100, 900)},000.00"), ("Premium", (f"£{premium:,}.00", "amount")),
    ):  # fmt: skip
        sheet.text(60, y, label, bold=True)
        sheet.text(230, y, value)
        y += 22
    return Paper(
        layout="certificate-policy", kind="certificate", data=sheet.pdf(), who=insurer.name, when=when, expires=ends, reference=number,
        boxes=sheet.boxes, accept={"when": [begins.isoformat()], "amount": [f"{premium}.00"]},
    )  # fmt: skip


def report(random: random.Random) -> Paper:
    """A survey or an assessment of risks: a title page's worth of facts, then findings."""
    by = random.choice((INSTITUTES[3].name, *WRITERS, *[firm.name for firm in FIRMS[:3]]))
    when = a_day(random)
    seen = when - timedelta(days=random.randint(2, 12))
    style = random.choice(("long", "ordinal", "short"))
    title = random.choice(
        (
            "Survey report",
            "Condition report on the hull",
            "Risk assessment",
            "Annual report on safety",
            "Inspection report",
        )
    )
    sheet = Sheet(face=random.choice(("sans", "source")))
    number = f"{''.join(w[0] for w in title.split()).upper()}-{random.randrange(100, 999)}"
    sheet.text(60, 80, title, size=22, bold=True)
    y = 120.0
    for label, value in (
        ("Vessel", "Ketch “Grey Tern”"), (random.choice(("Prepared by", "Author", "Surveyor", "Assessed by")), (by, "who")), ("Client", TRUST),
        ("Report no.", (number, "reference")), ("Date of inspection", write_date(seen, style)),
        (random.choice(("Date of report", "Report date", "Dated")), (write_date(when, style), "when")),
    ):  # fmt: skip
        sheet.text(60, y, f"{label}:", size=10.5)
        sheet.text(200, y, value, size=10.5)
        y += 18
    for head, line in (
        ("1. Summary", "The planking is sound; two fastenings near the stern post should be drawn and looked at."),
        ("2. Findings", "Soft wood was met at frame 14. The bilge was dry. The seacocks turn freely."),
        ("3. Recommendations", "Renew the fastenings before the season. Measure again next spring."),
    ):  # fmt: skip
        sheet.text(60, y + 14, head, bold=True, size=11.5)
        y = sheet.prose(60, y + 32, 470, line, size=10.5)
    return Paper(
        layout="report",
        kind="report",
        data=sheet.pdf(),
        who=by,
        when=when,
        reference=number,
        boxes=sheet.boxes,
    )


def form(random: random.Random) -> Paper:
    """A printed form, filled in by a parent or a trainee."""
    who, when = random.choice((*WRITERS, *LEARNERS)), a_day(random)
    title = random.choice(
        (
            "Application form",
            "Consent form for voyages",
            "Medical declaration form",
            "Membership application",
            "Claim for expenses",
        )
    )
    born = date(2008, 1, 1) + timedelta(days=random.randrange(900))
    sheet = Sheet(face="sans")
    sheet.text(60, 60, TRUST, size=10)
    sheet.text(60, 88, title, size=18, bold=True)
    sheet.text(
        535,
        60,
        f"Form {random.choice('ABCD')}{random.randrange(1, 9)}, rev. {random.randrange(1, 5)}",
        size=8,
        align="right",
    )
    y = 130.0
    for label, value in (
        ("Full name", (who, "who")), ("Date of birth", f"{born:%d/%m/%Y}"), ("Address", f"{random.randrange(2, 80)} Heron Close, Little Wray"),
        ("Telephone", f"01632 960 {random.randrange(100, 999)}"), ("Next of kin", random.choice(WRITERS)), ("Any illness?", "no"),
    ):  # fmt: skip
        sheet.frame(55, y - 14, 485, 22)
        sheet.text(60, y, label, size=9)
        sheet.text(200, y, value, face="typed", size=11)
        y += 24
    sheet.text(60, y + 30, "I have read the notes overleaf and declare that the above is true.", size=9)
    sheet.text(60, y + 64, "Signature ..................", size=9)
    sheet.text(
        300, y + 64, ["Date ", (write_date(when, random.choice(("slash", "long", "dots"))), "when")], size=10
    )
    return Paper(
        layout="form",
        kind="form",
        data=sheet.pdf(),
        who=who,
        when=when,
        boxes=sheet.boxes,
        accept={"kind": ["other"]},
    )


def picture(random: random.Random) -> Paper:
    """No paper at all: a view of the harbour, as far as paint and noise can make one."""
    when = a_day(random)
    rng = np.random.default_rng(random.randrange(2**31))
    height, width = 600, 800
    sky = np.linspace(235, 170, height)[:, None, None] * np.array([0.8, 0.92, 1.0])
    image = np.broadcast_to(sky, (height, width, 3)) + rng.normal(0, 7, (height, width, 3))
    image[380:] = image[380:] * np.array([0.4, 0.62, 0.7])
    drawn = Image.fromarray(image.clip(0, 255).astype("uint8")).filter(ImageFilter.GaussianBlur(1.4))
    pen = ImageDraw.Draw(drawn)
    for _ in range(random.randint(1, 4)):
        x, y = random.randrange(80, 700), random.randrange(370, 470)
        pen.polygon([(x, y), (x + 90, y), (x + 70, y + 22), (x + 14, y + 22)], fill=(70, 40, 30))
        pen.polygon([(x + 40, y - 120), (x + 40, y - 8), (x + 85, y - 8)], fill=(225, 215, 195))
    exif = Image.Exif()
    exif.get_ifd(0x8769)[0x9003] = f"{when:%Y:%m:%d} 12:{random.randrange(60):02}:10"
    out = io.BytesIO()
    drawn.save(out, "JPEG", quality=85, exif=exif)
    return Paper(
        layout="photo", kind="photo", data=out.getvalue(), suffix=".jpg", when=when, source="digital"
    )


LEARNING: tuple[tuple[Maker, int], ...] = (
    (worksheet, 14), (essay, 9), (award, 12), (policy, 6), (report, 13), (form, 8), (picture, 4),
)  # fmt: skip
