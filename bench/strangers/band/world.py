"""Who writes to the Pemberlow Silver Band, and about what. All of it is made up."""

from __future__ import annotations

import random
from datetime import date, timedelta
from decimal import Decimal

from bench.strangers.made import CENT, Firm

BAND = "Pemberlow Silver Band"
ADDRESS = ("The Band Room", "Chapel Steps", "Pemberlow", "PB4 7QX")
PEOPLE = ("Gwenda Tarrant", "Leopold Ansty", "Priya Holloway", "Bram Escott")
LEARNERS = ("Tilda Marsh", "Rohan Pike", "Elsie Quill", "Dafydd Crane")

FIRMS = (
    Firm(
        "Valve & Slide Workshop",
        "Unit 3, Old Brewery Yard",
        "Stanmoor SM1 3BY",
        "Valve and Slide (Repairs) Ltd",
    ),
    Firm("Cadenza Sheet Music", "18 Stave Street", "Quarrington QN2 8SS"),
    Firm("Trundle's Coaches", "The Garage, Long Cross", "Pemberlow PB1 1LC"),
    Firm("Braid & Button Uniforms", "77 Tailor's Row", "Stanmoor SM4 7TR", "B & B Outfitting Limited"),
    Firm("Old Mill Print", "Weir Lane", "Pemberlow PB2 5WL"),
    Firm("Isolde Merrow, Trumpet", "4 Rookery Gardens", "Quarrington QN5 4RG"),
)
SUPPLIERS = (
    Firm("Stanmoor Energy", "PO Box 900", "Stanmoor SM9 9ZZ", "Stanmoor Energy Supply Limited"),
    Firm("Larkline", "Exchange House", "Quarrington QN1 1EX"),
    Firm("Pemberlow Memorial Hall", "High Street", "Pemberlow PB1 2HS"),
)
BODIES = (
    Firm("Stanmoor County Council", "County Hall", "Stanmoor SM1 1CH"),
    Firm("The Guild of Brass Examiners", "2 Bell Court", "Quarrington QN1 2BC"),
    Firm("Northern Contest Association", "The Rostrum, Ferry Road", "Stanmoor SM2 6FR"),
    Firm("Harbinger Mutual", "Harbinger House", "Quarrington QN3 3HH", "Harbinger Mutual Insurance Company"),
    Firm("St Osyth's School", "School Hill", "Pemberlow PB3 3SH"),
)
ABROAD = {
    "fr": Firm("Atelier Cuivres Vauquelin", "14 rue des Fondeurs", "59870 Marvennes"),
    "de": Firm("Notenhaus Drosselbart GmbH", "Gasse am Wehr 2", "78421 Ilmhausen"),
    "pl": Firm("Instrumenty Wierzba", "ul. Młyńska 9", "30-112 Krasnopol"),
}
SHOPS = (Firm("Tuppence Stationers", "6 Market Square", "Pemberlow PB1 4MS"), Firm("The Copper Kettle", "Station Approach", "Stanmoor SM1 8SA"))  # fmt: skip

GOODS = (
    ("Valve oil, 60 ml", "5.20"), ("Cornet, dents removed", "64.00"), ("March cards, set", "31.50"), ("Tunic, altered", "27.80"),
    ("Bass drum head", "48.75"), ("Stand lamps", "11.95"), ("Mouthpiece, replated", "36.40"), ("Posters A3, colour", "1.15"),
    ("Full score and parts", "72.00"), ("Euphonium hire, term", "85.00"),
)  # fmt: skip


def a_day(rng: random.Random) -> date:
    return date(2024, 9, 2) + timedelta(days=rng.randrange(770))


def goods(rng: random.Random, most: int = 5) -> tuple[list[tuple[str, int, Decimal]], Decimal, Decimal]:
    """Return lines of goods, what they come to, and the tax on it."""
    lines = [(what, rng.randrange(1, 12), Decimal(each)) for what, each in rng.sample(GOODS, rng.randrange(1, most))]  # fmt: skip
    net = sum((count * each for _, count, each in lines), Decimal(0))
    return lines, net, (net / 5).quantize(CENT)
