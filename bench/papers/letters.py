"""Letters to and from the Trust, and what its committees write down."""

from __future__ import annotations

import io
import random
from collections.abc import Sequence
from datetime import timedelta
from email.message import EmailMessage

from .bills import a_day, a_number
from .household import Maker
from .invoices import TO
from .sheet import Sheet
from .truth import Paper
from .world import ADDRESS, COMMITTEES, FIRMS, OFFICES, OUR_HOST, STAFF, TRUST, WRITERS, Firm
from .writing import write_date

SUBJECTS = {
    "Mooring of the ketch in winter": ("We can offer the inner berth again from {other}.", "The charge is £340 for the season, as it was last year."),
    "Your application for a grant": ("The trustees met on {other} and were glad to read of your plans.", "They have awarded £2,500 towards new lifejackets."),
    "Fire inspection of the shed": ("Our officer will call on {other} in the morning.", "Please have the record of drills at hand."),
    "Lease of the Old Customs Shed": ("The lease runs out on {other}.", "We should like to hear whether you wish to renew it for five years."),
    "Place on the July voyage": ("Thank you for your letter of {other}.", "We would be glad of a place for our daughter, who is fifteen."),
    "Closure of the north mole": ("The mole is closed to vehicles from {other} for works on the paving.", "Boats may land at the steps as before."),
}  # fmt: skip
CLOSINGS = ("Yours sincerely", "Yours faithfully", "With kind regards", "Best wishes")


def _body(random: random.Random, when_style: str, near: object) -> tuple[str, list[str]]:
    subject = random.choice(list(SUBJECTS))
    other = write_date(near, when_style)  # type: ignore[arg-type]
    told = [line.format(other=other) for line in SUBJECTS[subject]]
    return subject, [
        *told,
        random.choice(
            (
                "Do call if anything is unclear.",
                "I look forward to your answer.",
                "Our office is open from nine to four.",
            )
        ),
    ]


def letter(random: random.Random) -> Paper:
    """From an office, with its letterhead; the date, the reference and the subject where that office puts them."""
    firm: Firm = random.choice(OFFICES)
    when = a_day(random)
    style = random.choice(("long", "ordinal", "weekday", "ordinal-of", "slash"))
    subject, lines = _body(random, style, when + timedelta(days=random.randint(9, 60)))
    sheet = Sheet(face=random.choice(("serif", "source", "sans")))
    align, x = random.choice((("left", 60), ("center", 297), ("right", 535)))
    sheet.text(x, 60, (firm.name, "who"), size=18, align=align, bold=random.random() < 0.5)
    sheet.text(
        x,
        76,
        f"{firm.street} · {firm.town} · Tel. 01632 960 {random.randrange(100, 999)}",
        size=8.5,
        align=align,
    )
    number = (
        f"{''.join(w[0] for w in firm.name.split()).upper()}/{random.randrange(100, 999)}"
        if random.random() < 0.6
        else None
    )
    sheet.lines(60, 130, TO)
    y = 225.0
    if random.random() < 0.5:
        sheet.text(535, y, (write_date(when, style), "when"), align="right")
    else:
        sheet.text(
            60, y, [random.choice(("", "Date: ", f"{firm.town}, ")), (write_date(when, style), "when")]
        )
    if number:
        y += 18
        sheet.text(
            60,
            y,
            [random.choice(("Our ref: ", "Ref. ", "Our reference ", "Please quote ")), (number, "reference")],
        )
    sheet.text(60, y + 32, random.choice(("Dear Ms Brook", "Dear Sir or Madam", "Dear Mr Orr")))
    sheet.text(60, y + 56, (subject, "what"), bold=True)
    y += 80
    for line in lines:
        y = sheet.prose(60, y, 470, line, size=10.5) + 6
    sheet.lines(60, y + 20, (random.choice(CLOSINGS), "", "", random.choice(WRITERS), firm.name))
    return Paper(
        layout="letter-office",
        kind="letter",
        data=sheet.pdf(),
        who=firm.name,
        when=when,
        reference=number,
        boxes=sheet.boxes,
    )


def private(random: random.Random) -> Paper:
    """From one person, without any head; the name stands beneath."""
    writer, when = random.choice(WRITERS), a_day(random)
    style = random.choice(("long", "ordinal", "weekday"))
    subject, lines = _body(random, style, when + timedelta(days=random.randint(9, 60)))
    sheet = Sheet(face=random.choice(("serif", "typed")))
    sheet.lines(380, 70, (f"{random.randrange(2, 90)} Heron Close", "Little Wray", "LW1 0ZZ"))
    sheet.text(380, 130, (write_date(when, style), "when"))
    sheet.lines(60, 150, TO)
    sheet.text(60, 250, "Dear Tamsin,")
    y = 280.0
    for line in (f"I write about this: {subject[0].lower()}{subject[1:]}.", *lines):
        y = sheet.prose(60, y, 470, line, size=11) + 6
    sheet.text(60, y + 24, "Yours")
    sheet.text(60, y + 70, (writer, "who"))
    return Paper(
        layout="letter-private", kind="letter", data=sheet.pdf(), who=writer, when=when, boxes=sheet.boxes
    )


def outgoing(random: random.Random) -> Paper:
    """From the Trust: who it is about is whom it goes to."""
    firm, when = random.choice((*OFFICES, *FIRMS[:5])), a_day(random)
    style = random.choice(("long", "ordinal"))
    subject, lines = _body(random, style, when + timedelta(days=random.randint(9, 60)))
    sheet = Sheet(face="source")
    sheet.text(297, 60, TRUST, size=16, bold=True, align="center")
    sheet.text(297, 76, ", ".join(ADDRESS), size=9, align="center")
    sheet.lines(60, 120, (random.choice(WRITERS), (firm.name, "who"), firm.street, firm.town))
    sheet.text(60, 200, (write_date(when, style), "when"))
    number = f"TPS-{when:%y}-{random.randrange(10, 99)}"
    sheet.text(60, 216, ["Our ref: ", (number, "reference")])
    sheet.text(60, 245, "Dear Sir or Madam")
    sheet.text(60, 268, (subject, "what"), bold=True)
    y = 292.0
    for line in lines:
        y = sheet.prose(60, y, 470, line, size=10.5) + 6
    sheet.lines(60, y + 20, ("Yours faithfully", "", "", random.choice(STAFF), TRUST))
    return Paper(
        layout="letter-outgoing",
        kind="letter",
        data=sheet.pdf(),
        who=firm.name,
        when=when,
        reference=number,
        boxes=sheet.boxes,
    )


def reminder(random: random.Random) -> Paper:
    """A letter about a bill that was not paid: the bill's number, date and sum are not the letter's own."""
    firm, when = random.choice(FIRMS), a_day(random)
    style = random.choice(("long", "slash", "ordinal"))
    billed, number = when - timedelta(days=45), a_number(random, when)
    sheet = Sheet(face="sans")
    sheet.text(60, 60, (firm.name, "who"), size=17, bold=True)
    sheet.text(60, 76, f"{firm.street}, {firm.town}", size=9)
    sheet.lines(60, 120, TO)
    sheet.text(60, 205, (write_date(when, style), "when"))
    sheet.text(
        60, 235, random.choice(("Payment reminder", "Reminder", "Overdue account")), bold=True, size=12
    )
    y = sheet.prose(
        60,
        260,
        470,
        f"Our invoice {number} of {write_date(billed, style)} over £{random.randrange(40, 900)}.{random.randrange(10, 99)} was due on {write_date(billed + timedelta(days=30), style)}. We have not seen your payment yet.",
        size=10.5,
    )
    y = sheet.prose(
        60, y + 6, 470, "If it has crossed with this letter, please take no notice of it.", size=10.5
    )
    sheet.lines(60, y + 20, ("Yours faithfully", "", random.choice(WRITERS)))
    return Paper(
        layout="letter-reminder", kind="letter", data=sheet.pdf(), who=firm.name, when=when, boxes=sheet.boxes,
        accept={"who": [firm.legal] if firm.legal else [], "reference": [number], "amount": ["*"]},
    )  # fmt: skip


def _docx(paragraphs: Sequence[str], table: Sequence[Sequence[str]] = ()) -> bytes:
    from docx import Document

    document = Document()
    for at, line in enumerate(paragraphs):
        (document.add_heading(line, 1) if at == 0 else document.add_paragraph(line))
    if table:
        made = document.add_table(rows=0, cols=len(table[0]))
        for row in table:
            for cell, text in zip(made.add_row().cells, row, strict=True):
                cell.text = text
    out = io.BytesIO()
    document.save(out)
    return out.getvalue()


def letter_docx(random: random.Random) -> Paper:
    firm, when = random.choice(OFFICES), a_day(random)
    subject, lines = _body(random, "long", when + timedelta(days=20))
    data = _docx(
        [
            firm.name,
            f"{firm.street}, {firm.town}",
            ", ".join(TO),
            write_date(when, "long"),
            "Dear Ms Brook",
            subject,
            *lines,
            "Yours sincerely",
            random.choice(WRITERS),
        ]
    )
    return Paper(layout="letter-docx", kind="letter", data=data, suffix=".docx", who=firm.name, when=when)


def mail(random: random.Random) -> Paper:
    firm, when, writer = random.choice(OFFICES), a_day(random), random.choice(WRITERS)
    subject, lines = _body(random, "long", when + timedelta(days=20))
    message = EmailMessage()
    message["From"], message["To"] = (
        f"{writer} <{writer.split()[-1].lower()}@{firm.host}>",
        f"Tamsin Brook <tamsin@{OUR_HOST}>",
    )
    message["Subject"], message["Date"] = subject, f"{when:%a, %d %b %Y} 11:05:00 +0000"
    message.set_content("\n\n".join(["Dear Tamsin", *lines, "Kind regards", writer, firm.name]) + "\n")
    return Paper(
        layout="letter-mail",
        kind="letter",
        data=message.as_bytes(),
        suffix=".eml",
        who=writer,
        when=when,
        accept={"who": [firm.name]},
    )


def minutes(random: random.Random) -> Paper:
    """Of a committee's meeting; the next meeting and earlier ones have dates too."""
    committee, when = random.choice(COMMITTEES), a_day(random)
    style = random.choice(("long", "weekday", "ordinal", "ordinal-of"))
    title = random.choice(("Minutes of the {c}", "{c}: minutes", "{c} – minutes of meeting"))
    before, nxt = write_date(when - timedelta(days=35), style), write_date(when + timedelta(days=35), style)
    lines = [
        f"Present: {', '.join(random.sample((*STAFF, *WRITERS), 4))}", "Apologies: none",
        f"1. The minutes of the last meeting, held on {before}, were agreed.", "2. Matters arising: the new anchor chain has come.",
        f"3. Accounts: £{random.randrange(1000, 9000):,}.50 in the bank.", f"4. Next meeting: {nxt} at 7 pm.",
    ]  # fmt: skip
    held = random.choice(("Held on ", "Meeting of ", "Date: "))
    if random.random() < 0.25:
        data = _docx(
            [
                title.format(c=committee),
                TRUST,
                f"{held}{write_date(when, style)} at the Old Customs Shed",
                *lines,
            ]
        )
        return Paper(
            layout="minutes-docx",
            kind="minutes",
            data=data,
            suffix=".docx",
            who=committee,
            when=when,
            accept={"who": [TRUST]},
        )
    sheet = Sheet(face=random.choice(("serif", "sans", "source")))
    sheet.text(60, 60, TRUST, size=11)
    shown = title.partition("{c}")
    sheet.text(60, 90, [shown[0], (committee, "who"), shown[2]], size=16, bold=True)
    sheet.text(60, 112, [held, (write_date(when, style), "when"), " in the Old Customs Shed"], size=10.5)
    y = 150.0
    for line in lines:
        y = sheet.prose(60, y, 470, line, size=10.5) + 8
    sheet.text(60, y + 40, "Signed ........................  Date ................")
    return Paper(
        layout="minutes",
        kind="minutes",
        data=sheet.pdf(),
        who=committee,
        when=when,
        boxes=sheet.boxes,
        accept={"who": [TRUST]},
    )


LETTERS: tuple[tuple[Maker, int], ...] = (
    (letter, 16), (private, 8), (outgoing, 8), (reminder, 7), (letter_docx, 5), (mail, 5), (minutes, 14),
)  # fmt: skip
