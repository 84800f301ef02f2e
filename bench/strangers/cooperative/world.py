"""Who writes to the Ferndown Street Housing Co-operative. All of it is made up."""

from __future__ import annotations

import random
from datetime import date, timedelta
from decimal import Decimal

from bench.strangers.made import CENT, Firm

COOP = "Ferndown Street Housing Co-operative"
ADDRESS = ("Office, Block C", "90 Ferndown Street", "Millhaven", "MH6 1TD")
PEOPLE = ("Della Crowther", "Imran Sayle", "Bronwen Teague", "Joost Hartog")
TENANTS = ("Agnes Poll", "Dmitri Falk", "Sally-Ann Moor", "Chidi Bright", "Fergus Lant")
PUPILS = ("Nora Winstone", "Kit Ballard", "Amara Dell", "Leo Fisk")


TRADES = (
    Firm("Beckett Roofing", "Slate Yard, Canal Road", "Millhaven MH2 4SY", "Beckett Roofing Contractors Ltd"),
    Firm("Aquila Plumbing & Heating", "17 Boiler Street", "Millhaven MH1 7BS"),
    Firm("Norland Door Entry", "Unit 44, Signal Park", "Eastgate EG4 8UP", "Norland Systems plc"),
    Firm("Petra Voss Gardens", "Rose Cottage, Back Lane", "Little Orme LO3 2RC"),
    Firm("Millhaven Skip Hire", "Wharf 3", "Millhaven MH2 9WH", "MSH Waste Limited"),
    Firm("Tilda Grange Accountancy", "2 Ledger Court", "Eastgate EG1 1LC"),
)
ABROAD = {
    "de": Firm("Schreinerei Wiesinger", "Holzgasse 12", "93999 Altwaldkirch"),
    "fr": Firm("Énergie du Plateau", "3 avenue des Éoliennes", "63888 Montfroid"),
    "nl": Firm("Installatiebedrijf Hoekstra", "Dorpsstraat 40", "8491 ZZ Akkerveen"),
    "pl": Firm("Gazownia Zachodnia S.A.", "ul. Płomienna 1", "66-999 Lubosz"),
}
HOUSEHOLD = (
    Firm("Moorland Electricity", "Pylon House", "Eastgate EG9 9PH"),
    Firm("Lattice Mobile", "PO Box 19", "Eastgate EG1 0LM"),
    Firm("Orme Water Services", "Reservoir Drive", "Little Orme LO1 1RD"),
)
SHOPS = (
    Firm("Nuts & Bolts", "28 Market Street", "Millhaven"),
    Firm("Eastgate Pharmacy", "1 Station Road", "Eastgate"),
    Firm("The Lamb Hotel", "Church Square", "Little Orme"),
    Firm("Orme Valley Railway", "Station Buildings", "Little Orme"),
)
BODIES = (
    Firm("Millhaven City Council", "Civic Centre", "Millhaven MH1 1CC"),
    Firm("Federation of Tenant Co-operatives", "12 Rochdale Row", "Eastgate EG2 2RR"),
    Firm("Harbour Assurance", "Lighthouse Tower", "Millhaven MH8 8LT"),
    Firm("Dent & Farraday LLP", "Chancery Steps", "Eastgate EG1 4CS"),
    Firm("Ferndown Primary School", "Ferndown Street", "Millhaven MH6 1TE"),
)
WORK = (
    ("Repoint chimney stack", "420.00"), ("Clear gutters, block A", "165.00"), ("Replace ball valve", "84.50"), ("Service of boiler", "96.00"),
    ("Key fobs, grey", "7.20"), ("Hedge cutting", "145.00"), ("8-yard skip, mixed", "260.00"), ("Call-out", "55.00"),
)  # fmt: skip


def a_day(rng: random.Random) -> date:
    return date(2025, 2, 3) + timedelta(days=rng.randrange(620))


def work(
    rng: random.Random, rate: int = 20
) -> tuple[list[tuple[str, int, Decimal]], Decimal, Decimal, Decimal]:
    """Return lines of what was done, how often, for how much in all; and the net sum, the tax, the total."""
    lines = [
        (what, count := rng.randrange(1, 4), count * Decimal(each))
        for what, each in rng.sample(WORK, rng.randrange(1, 5))
    ]
    net = sum((value for *_, value in lines), Decimal(0))
    tax = (net * rate / 100).quantize(CENT)
    return lines, net, tax, net + tax
