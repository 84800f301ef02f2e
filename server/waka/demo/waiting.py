"""What waits on the Trust's desk this morning."""

from __future__ import annotations

import io
import random
from collections.abc import Iterator
from datetime import date, timedelta

from reportlab.lib import pdfencrypt
from reportlab.pdfgen.canvas import Canvas

from . import offices
from .filed import File, invoice, worksheet
from .papers import Paper, pdf, photo, scan
from .scenario import SENDERS, TRUST

SCANNER, POST, WORK, DROP = "Front office scanner", "Post", "Trainees' work", ""


def waiting(rng: random.Random, filed: dict[str, bytes]) -> Iterator[File]:
    """Yield the arrivals: path beneath the arrivals folder, and bytes."""
    yield from _scanner(rng, filed)
    yield from _post(rng)
    yield from _work(rng, filed)
    yield from _drop(rng)


def _scanner(rng: random.Random, filed: dict[str, bytes]) -> Iterator[File]:
    number = 418
    for short, day in (("mrc", 3), ("gmf", 4), ("tph", 5), ("bce", 10), ("wda", 11), ("kby", 12),
                       ("gmf", 16), ("mrc", 17), ("tph", 18), ("pim", 18)):  # fmt: skip
        paper = invoice(short, date(2026, 11, day), f"{rng.randint(4500, 9900)}", rng)
        data = scan(paper, rng) if short == "kby" else pdf(paper)
        yield f"{SCANNER}/scan_{number:05d}.pdf", data
        number += 1
    twin = next(data for path, data in sorted(filed.items()) if "/Invoices/2026/" in path)
    yield f"{SCANNER}/scan_{number:05d}.pdf", twin
    for title in ("Consent form", "Berth agreement", "Crew list"):
        number += 1
        paper = Paper(title=title, when=date(2026, 11, 9), sender=SENDERS["tph"],
                      text=(f"{title} of the {TRUST}, to be signed and returned.",) * 3)  # fmt: skip
        yield f"{SCANNER}/scan_{number:05d}.pdf", scan(paper, rng, pages=2)


def _post(rng: random.Random) -> Iterator[File]:
    letter = offices.letter_docx(
        "Slipway fees for 2027",
        ["From January the slipway costs £195 a day. The crane is charged apart.",
         "Please confirm your dates for the spring fit-out by Christmas."],
        [["Item", "£"], ["Slipway, day", 195], ["Crane, lift", 240]],
    )  # fmt: skip
    yield f"{POST}/Slipway fees 2027 FINAL(2).docx", letter
    yield f"{POST}/Re: slipway booking.eml".replace(":", "_"), offices.mail(
        "Kilbray Yard", "slip@kilbray.example", date(2026, 11, 12), "Re: slipway booking",
        "Hello Tamsin,\n\nthe slip is yours from 8 to 14 March. The new fees are attached.\n\nKilbray",
        [("Slipway fees 2027.docx", letter)])  # fmt: skip
    mails = [
        ("Odile Farrow", "odile@farrow.example", "Consent for the autumn voyage",
         "I agree that my daughter sails with you in the half-term week. She cannot eat shellfish."),
        ("Saltmarsh Foundation", "grants@saltmarsh.example", "Your report is due",
         "We look forward to your report on the berths we paid for. It is due on 15 December."),
        ("Tern Point Harbour", "harbourmaster@ternpoint.example", "Dredging in December",
         "The north mole is dredged from 7 December. Please move the ketch to the inner basin."),
        ("Grant Calder", "grant@calder.example", "Ines and the night watch",
         "Ines would like to keep the first night watch. Is her log sheet handed in?"),
    ]  # fmt: skip
    for at, (sender, address, subject, text) in enumerate(mails):
        when = date(2026, 11, 13) + timedelta(days=at)
        yield f"{POST}/{subject}.eml", offices.mail(sender, address, when, subject, text)
    yield f"{POST}/renewal_notice.pdf", _locked()
    rows: list[list[str | float]] = [["Month", "Fuel", "Berths"]]
    rows += [[m, rng.randint(200, 600), rng.randint(3, 12)]
             for m in ("Aug", "Sep", "Oct")]  # fmt: skip
    yield f"{POST}/budget v7 (Magnus).xlsx", offices.sheet_xlsx({"Autumn": rows})
    yield f"{POST}/harbour papers.zip", offices.zipped(
        [("berth.pdf", pdf(invoice("tph", date(2026, 11, 2), "0207", rng))),
         ("notes.txt", b"Ask about the winter berth.\n")])  # fmt: skip


def _locked() -> bytes:
    out = io.BytesIO()
    canvas = Canvas(out, encrypt=pdfencrypt.StandardEncryption("ketch"), invariant=1)
    canvas.drawString(72, 720, "Renewal notice")
    canvas.save()
    return out.getvalue()


def _work(rng: random.Random, filed: dict[str, bytes]) -> Iterator[File]:
    for name, trainee, number in (("knots sheet 7 - Ines.pdf", "Ines Calder", 7),
                                  ("knots 8 ines (corrected).pdf", "Ines Calder", 8),
                                  ("worksheet-tomas-05.pdf", "Tomas Reed", 5),
                                  ("Knots bryn 9.pdf", "Bryn Osei", 9),
                                  ("maya 5.pdf", "Maya Hartle", 5)):  # fmt: skip
        paper = worksheet(trainee, number, date(2026, 11, 14), rng)
        yield f"{WORK}/{name}", pdf(paper)
    yield (
        f"{WORK}/IMG_20261114_1902.jpg",
        photo(worksheet("Maya Hartle", 6, date(2026, 11, 14), rng), rng),
    )
    yield (
        f"{WORK}/IMG_20261114_1903.jpg",
        photo(worksheet("Tomas Reed", 9, date(2026, 11, 14), rng), rng),
    )
    yield f"{WORK}/passage plan (new).odt", offices.text_odt(
        "Passage plan", ["Handed in again by Bryn Osei.", "Brae to Tern Point by way of the Skerry.",
                         "Turn back if the wind is north of west."])  # fmt: skip
    yield (
        f"{WORK}/log sheet tomas.xlsx",
        offices.sheet_xlsx({"Log": [["Hour", "Course"], [1, 210], [2, 214], [3, 220]]}),
    )
    plan = next(data for path, data in sorted(filed.items()) if "Ines" in path and "passage" in path)
    yield f"{WORK}/passage plan ines.pdf", plan


def _drop(rng: random.Random) -> Iterator[File]:
    whole = pdf(invoice("gmf", date(2026, 11, 6), "77904", rng))
    yield "delivery note torn.pdf", whole[: len(whole) // 3]
    yield "empty scan.pdf", b""
    yield "IMG_4377.jpg", photo(invoice("mrc", date(2026, 10, 30), "4591", rng), rng)
    yield "tide tables.txt", "Hochwasser Brücke 06:12, 18:40. Springs on the 25th.\n".encode()
    yield "a very long name that somebody gave to the photograph of the notice on the harbour wall.jpg", (
        photo(Paper(title="Notice to mariners", when=date(2026, 11, 1), sender=SENDERS["tph"],
                    text=("The leading lights are changed.",)), rng)
    )  # fmt: skip
    yield "First aid course ☂ 2026.pdf", pdf(
        Paper(title="Certificate", when=date(2026, 11, 7), reference="C26551", sender=SENDERS["csi"],
              text=("This is to certify that Alba Beck has passed: first aid.",
                    "Valid until 7 November 2029."), to=("Alba Beck",)))  # fmt: skip
    yield "minutes_nov.docx", offices.letter_docx(
        "Minutes of the trustees",
        ["11 November 2026. Present: Tamsin Brook, Magnus Orr, Alba Beck.",
         "The mizzen goes to Marlow for the winter. The fenders are still not paid."])  # fmt: skip
