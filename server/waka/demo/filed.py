"""What the Trust has filed in three years: a sensible tree, with the mess that real offices have."""

from __future__ import annotations

import random
from collections.abc import Iterator
from datetime import date, timedelta

from . import offices
from .papers import Paper, pdf, photo, scan
from .scenario import CREW, KNOTS, SENDERS, TRAINEES, TRUST

YEARS = (2024, 2025, 2026)
LAST = date(2026, 11, 13)
File = tuple[str, bytes]  #: path beneath the drive, and its bytes


def filed(rng: random.Random) -> Iterator[File]:
    """Yield everything that stands in the drive."""
    yield from _invoices(rng)
    yield from _electricity(rng)
    yield from _grants_and_insurance(rng)
    yield from _letters(rng)
    yield from _meetings(rng)
    yield from _coursework(rng)
    yield from _safety(rng)
    yield from _boat(rng)
    yield from _mess(rng)


def invoice(short: str, when: date, number: str, rng: random.Random, title: str = "Invoice") -> Paper:
    sender = SENDERS[short]
    goods = sorted(rng.sample(sender.goods, min(len(sender.goods), rng.randint(1, 3))))
    rows = tuple((what, round(price * rng.uniform(0.9, 1.15), 2)) for what, price in goods)
    thanks = ("Thank you for your custom. Please quote the number above with your payment.",)
    return Paper(
        title=title, when=when, reference=number, rows=rows, text=thanks, sender=sender,
        extra=(("Payment due", (when + timedelta(days=30)).strftime(sender.date_format)),),
    )  # fmt: skip


def _invoices(rng: random.Random) -> Iterator[File]:
    whats = {
        "mrc": ["mizzen-sail-repair", "mooring-lines", "tanned-canvas", "fender-splicing"],
        "gmf": ["red-diesel", "red-diesel", "red-diesel", "oil-and-filters"],
        "tph": ["berth-rent", "harbour-dues", "berth-rent", "shore-water"],
        "kby": ["slipway-hire", "antifouling", "plank-port-side", "caulking"],
        "wda": ["book-keeping", "book-keeping"],
    }
    numbers = {"mrc": 4310, "gmf": 77010, "tph": 61, "kby": 88, "wda": 12}
    for year in YEARS:
        for short, names in whats.items():
            for at, what in enumerate(names):
                when = date(year, 1 + at * 3, rng.randint(2, 27))
                if when > LAST:
                    continue
                numbers[short] += rng.randint(2, 31)
                number = f"S-{numbers[short]}" if short == "kby" else f"{numbers[short]:04d}"
                paper = invoice(short, when, number, rng)
                data = scan(paper, rng) if short == "kby" and at == 1 else pdf(paper)
                yield f"Finance/Invoices/{year}/{when}_{short}_{what}_{number}.pdf", data


def _electricity(rng: random.Random) -> Iterator[File]:
    missing = {(2025, 4), (2025, 9), (2026, 2)}
    for year in (2025, 2026):
        for month in range(1, 13):
            when = date(year, month, 28)
            if (year, month) in missing or when > LAST:
                continue
            number = f"{year % 100}{month:02d}"
            paper = invoice("bce", when, number, rng, "Electricity bill")
            yield f"Finance/Bills/{year}/{when}_bce_shed-electricity_{number}.pdf", pdf(paper)


def _grants_and_insurance(rng: random.Random) -> Iterator[File]:
    for year in YEARS:
        for short, award in (("smf", 6000), ("ltf", 2500)):
            when = date(year, 3 if short == "smf" else 6, rng.randint(5, 25))
            text = (
                f"Dear trustees, we are glad to tell you that {SENDERS[short].name} will support the "
                f"{TRUST} with £{award:,} towards berths for trainees who could not pay in {year}.",
                "Please send us a short report of how the money was spent by the end of the year.",
            )
            paper = Paper(title="Grant offer", when=when, reference=f"G{year}-{award // 100}",
                          text=text, sender=SENDERS[short])  # fmt: skip
            yield (
                f"Finance/Grants/{when}_{short}_grant-offer_G{year}-{award // 100}.pdf",
                pdf(paper),
            )
        when = date(year, 4, 1)
        paper = invoice("pim", when, f"Q{year}-118", rng, "Renewal of cover")
        yield f"Finance/Insurance/{when}_pim_hull-insurance_Q{year}-118.pdf", pdf(paper)


def _letters(rng: random.Random) -> Iterator[File]:
    """Two trees that should be one: by how the letter was made, then by year and month."""
    subjects = [
        "berth-renewal",
        "slip-dates",
        "consent-form",
        "thank-you",
        "quote-hull",
        "open-day",
    ]
    for number in range(26):
        when = date(2024, 4, 3) + timedelta(days=34 * number)
        if when > LAST:
            break
        short = rng.choice(["tph", "kby", "smf", "ltf"])
        subject = subjects[number % len(subjects)]
        text = (
            f"Thank you for your letter about the {subject.replace('-', ' ')}. We have looked at the "
            f"dates for the ketch and can offer the week of {when + timedelta(days=20):%d %B %Y}.",
            rng.choice(["The tide serves from half past six.", "The crane is booked until noon.",
                        "Please bring the signed forms on the day."]),
            f"{rng.choice(CREW)}, for the office",
        )  # fmt: skip
        place = f"{when:%Y}/{when:%m}/{when}_{short}_{subject}"
        if number % 2:
            yield (
                f"Letters/typed/{place}.docx",
                offices.letter_docx(subject.replace("-", " "), text),
            )
        else:
            paper = Paper(title=f"Re: {subject.replace('-', ' ')}", when=when, text=text,
                          sender=SENDERS[short])  # fmt: skip
            yield f"Letters/posted/{place}.pdf", pdf(paper)


def _meetings(rng: random.Random) -> Iterator[File]:
    for year in YEARS:
        for month in (2, 5, 9, 11):
            when = date(year, month, 11)
            if when > date(2026, 10, 31):
                continue
            text = [f"Present: {', '.join(CREW)}. Apologies: none.",
                    f"1. The season {year}: {rng.randint(40, 90)} trainees sailed.",
                    "2. The mizzen is to be looked at before the winter lay-up.",
                    f"3. Money: £{rng.randint(3, 19)},{rng.randint(100, 999)} in hand.",
                    "4. The next meeting is in the customs shed."]  # fmt: skip
            name = f"Meetings/{year}/{when}_tps_trustees-minutes"
            if month == 5:
                yield f"{name}.odt", offices.text_odt("Minutes of the trustees", text)
            else:
                yield f"{name}.docx", offices.letter_docx("Minutes of the trustees", text)


def worksheet(trainee: str, number: int, when: date, rng: random.Random) -> Paper:
    knot = KNOTS[number - 1]
    text = (f"Trainee: {trainee}", f"Knot worksheet {number:02d}: the {knot}",
            f"I tied the {knot} {rng.randint(4, 20)} times; it held under load.",
            f"It is used for {rng.choice(('mooring', 'reefing', 'joining lines', 'the dinghy'))}.",
            )  # fmt: skip
    return Paper(title=f"Knot worksheet {number:02d}", when=when, text=text, sender=SENDERS["csi"],
                 to=(trainee,))  # fmt: skip


def _coursework(rng: random.Random) -> Iterator[File]:
    missing = {("tre", 5), ("tre", 9), ("bos", 3)}
    for short, trainee in TRAINEES.items():
        last = {"ica": 7, "tre": 11, "bos": 8, "mha": 4}[short]
        for number in range(1, last + 1):
            if (short, number) in missing:
                continue
            when = date(2026, 4, 7) + timedelta(days=14 * number)
            knot = KNOTS[number - 1].replace("'", "").replace(" ", "-")
            name = f"{when}_{short}_knots-{number:02d}-{knot}"
            yield f"Trainees/{trainee}/{name}.pdf", pdf(worksheet(trainee, number, when, rng))
        when = date(2026, 7, 2)
        plan = [f"Passage plan by {trainee}", "From Tern Point to Brae, 14 miles, wind south-west 4.",
                "Leave on the last of the ebb; the bar is passed before low water."]  # fmt: skip
        name = f"Trainees/{trainee}/{when}_{short}_passage-plan"
        yield f"{name}.odt", offices.text_odt("Passage plan", plan)
        if short in ("ica", "bos"):
            rows: list[list[str | float]] = [["Hour", "Course", "Log", "Wind"]]
            rows += [[h, rng.randint(180, 260), round(h * 4.2, 1), f"SW {rng.randint(3, 5)}"]
                     for h in range(1, 9)]  # fmt: skip
            data = offices.sheet_xlsx({"Log sheet": rows})
            yield f"Trainees/{trainee}/2026-07-19_{short}_log-sheet.xlsx", data


def _safety(rng: random.Random) -> Iterator[File]:
    for what, year in (
        ("first-aid", 2024),
        ("radio", 2025),
        ("hull-survey", 2025),
        ("first-aid", 2026),
    ):
        when = date(year, rng.randint(2, 10), rng.randint(1, 28))
        holder = rng.choice(CREW)
        expires = when.replace(year=year + 3)
        text = (f"This is to certify that {holder} has passed: {what.replace('-', ' ')}.",
                f"Valid until {expires:%d %B %Y}.")  # fmt: skip
        number = f"C{year % 100}{rng.randint(100, 999)}"
        paper = Paper(title="Certificate", when=when, reference=number, text=text,
                      sender=SENDERS["csi"], to=(holder,))  # fmt: skip
        yield f"Safety/Certificates/{when}_csi_{what}-certificate_{number}.pdf", pdf(paper)
    for what in ("working-aloft", "man-overboard", "galley", "dinghy-work"):
        when = date(2026, 2, rng.randint(3, 24))
        rows = [["Hazard", "Who", "What we do"],
                [what.replace("-", " "), "trainees", "harness, briefing, two on deck"]]  # fmt: skip
        data = offices.letter_docx(f"Risk assessment: {what.replace('-', ' ')}", ["Reviewed yearly."], rows)
        yield f"Safety/Risk assessments/{when}_tps_risk-{what}.docx", data


def _boat(rng: random.Random) -> Iterator[File]:
    for number, what in enumerate(("rigging-check", "engine-log", "sail-inventory")):
        when = date(2026, 1 + number * 3, 15)
        rows = [
            ["Item", "State"],
            *([f"{what} {n}", rng.choice(["good", "worn"])] for n in range(1, 8)),
        ]
        yield f"Boat/{when}_tps_{what}.xlsx", offices.sheet_xlsx({what: rows})


def _mess(rng: random.Random) -> Iterator[File]:
    """Names that say nothing or too much, copies, and what lies loose at the top."""
    copy = pdf(invoice("pim", date(2026, 3, 6), "Q2026-119", rng, "Renewal of cover"))
    yield "Finance/Invoices/2026/Copy of invoice pelham insurance.pdf", copy
    yield "Finance/Insurance/Copy of invoice pelham insurance (1).pdf", copy
    yield (
        "Finance/Invoices/2026/scan0031.pdf",
        scan(invoice("kby", date(2026, 4, 16), "S-240", rng), rng),
    )
    yield "scan0012.pdf", scan(invoice("tph", date(2025, 2, 3), "0093", rng), rng)
    yield "IMG_4311.jpg", photo(worksheet("Bryn Osei", 3, date(2026, 5, 19), rng), rng)
    yield (
        "Boat/mast photo FINAL final (2).jpg",
        photo(invoice("mrc", date(2025, 8, 8), "4409", rng), rng),
    )
    long = "Notes from the long conversation with the harbour office about the new fenders and who pays"
    yield f"Letters/{long} version three.docx", offices.letter_docx("Fenders", ["Nobody pays yet."])
    yield (
        "Meetings/minutes 3.5.26",
        b"Minutes, rough. Fenders again. Next time bring the tide tables.\n",
    )
    yield "Trainees/ines knots 3 NEW.pdf", pdf(worksheet("Ines Calder", 3, date(2026, 5, 19), rng))
