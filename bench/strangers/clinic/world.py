"""Who writes to the Thornby Bridge Animal Clinic. All of it is made up."""

from __future__ import annotations

import io
import random
from collections.abc import Sequence
from datetime import date, timedelta
from decimal import Decimal

from bench.strangers.made import CENT, Firm

CLINIC = "Thornby Bridge Animal Clinic"
ADDRESS = ("Old Toll House", "2 Bridge Approach", "Thornby", "TH2 6PW")
STAFF = ("Frances Ingleby", "Kamil Dorsey", "Beatrice Uwins", "Sunil Acharya")
TRAINEES = ("Lottie Marchbank", "Evan Prothero", "Mirela Stan", "Greta Hobday")
HOLDERS = ("Mr A. Penhale", "Mrs Rosalind Tuck", "Dr Hugo Sedley", "Ms Carys Bonner")


SUPPLIERS = (
    Firm("Vetchley Wholesale", "Dock Gate 4", "Portmellin PM3 3XX", "Vetchley Veterinary Wholesale Ltd"),
    Firm("Ridgeway Oxygen & Gases", "Cylinder Road", "Ridgeway RW8 1GG"),
    Firm("Amberfield Instruments", "22 Lens Lane", "Carrowby CB5 9KK", "Amberfield Instruments plc"),
    Firm("Thistle & Down Bedding", "The Barn, Long Acre", "Thornby TH9 4AA"),
    Firm("Keystone Copiers", "1 Toner Street", "Portmellin PM1 1PP", "Keystone Document Systems Limited"),
    Firm("Hollis Brothers Garage", "Crossways", "Thornby TH2 8YY"),
    Firm("Quick Brown Couriers", "Depot 3, Ring Road", "Carrowby CB2 2QB"),
    Firm("Marianne Rook", "6 Chapel Steps", "Thornby TH2 1RR"),
)
UTILITIES = (
    Firm("Severn Fold Power", "Grid House", "Portmellin PM9 0PW"),
    Firm("Clearline Broadband", "Fibre Works", "Carrowby CB7 7BB"),
    Firm("Thornby Town Water", "Pump Lane", "Thornby TH1 1WW"),
    Firm("Pinnacle Waste", "Transfer Station, Quarry Road", "Ridgeway RW2 5PW"),
)
PLACES = (
    Firm("The Anchor Rooms", "Quay Street", "Portmellin"),
    Firm("Thornby Filling Station", "A99 North", "Thornby"),
    Firm("Wrens Bakery", "5 Fore Street", "Thornby"),
    Firm("Castle Car Park", "Castle Street", "Carrowby"),
)
BODIES = (
    Firm("Portmellin & District Bank", "Exchange Square", "Portmellin PM1 2BK"),
    Firm("Register of Animal Practices", "Assay Court", "Carrowby CB1 1RA"),
    Firm("Crane Mutual Insurance", "100 Crane Wharf", "Portmellin PM2 4CM"),
    Firm("Hartwell Lyle", "3 Inner Temple Row", "Carrowby CB1 9HL"),
    Firm("Thornby Parish Council", "Jubilee Hall", "Thornby TH2 0TC"),
    Firm("Lacey Reference Laboratory", "Science Park 11", "Carrowby CB5 0LL"),
)
THINGS = (
    ("Latex gloves, box of 100", "8.90"), ("Surgical drapes", "14.35"), ("Oxygen cylinder, size F", "31.20"), ("Autoclave tape", "3.15"),
    ("Microscope slides", "6.60"), ("Fleece bedding, roll", "42.00"), ("Saline 500 ml", "1.95"), ("Otoscope bulb", "11.75"),
)  # fmt: skip


def a_day(rng: random.Random) -> date:
    return date(2024, 9, 2) + timedelta(days=rng.randrange(700))


def sums(
    rng: random.Random, rate: int = 20, least: int = 1
) -> tuple[list[tuple[str, int, Decimal, Decimal]], Decimal, Decimal, Decimal]:
    """Return lines of goods, and the net sum, the tax and the total."""
    lines = []
    for item, each in rng.sample(THINGS, rng.randrange(least, 5)):
        count = rng.randrange(1, 9)
        lines.append((item, count, Decimal(each), count * Decimal(each)))
    net = sum((line[3] for line in lines), Decimal(0))
    tax = (net * rate / 100).quantize(CENT)
    return lines, net, tax, net + tax


def docx(parts: Sequence[str | Sequence[Sequence[str]]]) -> bytes:
    """Return a document of paragraphs and tables in their order."""
    from docx import Document

    made = Document()
    for part in parts:
        if isinstance(part, str):
            made.add_paragraph(part)
            continue
        table = made.add_table(rows=0, cols=len(part[0]))
        for row in part:
            for cell, text in zip(table.add_row().cells, row, strict=True):
                cell.text = text
    out = io.BytesIO()
    made.save(out)
    return out.getvalue()
