"""Who writes to the Thistledown Nursery, and about what. All of it is made up."""

from __future__ import annotations

import random
from datetime import date, timedelta
from decimal import Decimal

from bench.strangers.made import CENT, Firm

NURSERY = "Thistledown Nursery"
ADDRESS = ("The Old Chapel", "41 Fenwick Rise", "Dunmere", "DU6 2FR")
PEOPLE = ("Morag Pelling", "Hal Ottaway", "Zainab Rudd", "Una Fairlight")
LEARNERS = ("Kezia Brandt", "Jonah Speight", "Amrit Lovell", "Freya Tollgate")

FIRMS = (
    Firm("Greengage Foods", "Unit 9, Orchard Business Park", "Dunmere DU1 9OB", "Greengage Foods (Wholesale) Limited"),
    Firm("Puddle & Sprout", "The Toy Barn, Hallow Lane", "Ashcombe AC4 4TB"),
    Firm("Brightwell Linen Services", "Canal Wharf", "Dunmere DU3 1CW", "Brightwell Textile Rental plc"),
    Firm("S. Okafor Plumbing & Heating", "12 Tern Close", "Dunmere DU5 5TC"),
    Firm("Peregrine Alarms", "Sentinel House, 8 Dock Road", "Port Harrow PH2 8DR", "Peregrine Fire and Security Ltd"),
    Firm("Nestbox", "Floor 3, The Exchange", "Port Harrow PH1 1EX", "Nestbox Software Limited"),
)  # fmt: skip
SUPPLIERS = (
    Firm("Merewater", "PO Box 77", "Port Harrow PH9 7ZZ", "Mere Water Services Limited"),
    Firm("Halyard Broadband", "Signal House", "Ashcombe AC1 2SH", "Halyard Telecom plc"),
    Firm(
        "Lantern Insurance",
        "Beacon Court",
        "Port Harrow PH3 3BC",
        "Lantern General Insurance Company Limited",
    ),
)
BODIES = (
    Firm("Dunmere Borough Council", "Town Hall, Castle Street", "Dunmere DU1 1TH"),
    Firm("Early Years Standards Office", "Inspection House, 2 Quay Street", "Port Harrow PH1 2QS"),
    Firm("Ashcombe College of Care", "Station Road", "Ashcombe AC2 6SR"),
    Firm("Kindly Hands First Aid", "The Drill Hall", "Dunmere DU2 3DH", "Kindly Hands Training CIC"),
)
ABROAD = {
    "de": Firm("Holzspiel Bärenbach GmbH", "Am Sägewerk 7", "94113 Tiefenau"),
    "nl": Firm("De Speelhoek B.V.", "Lindelaan 18", "3741 KB Groenoord"),
    "fr": Firm("Les Petits Pinceaux SARL", "3 impasse du Lavoir", "21450 Vaubernay"),
}
SHOPS = (
    Firm("Fenwick Rise Pharmacy", "2 Fenwick Rise", "Dunmere DU6 1FP"),
    Firm("Bargain Ben's", "Castle Arcade", "Dunmere DU1 4CA"),
    Firm("Harrow Car Parks", "Mole Street", "Port Harrow PH1 5MS"),
)

GOODS = (
    ("Whole milk, 2 l", "1.64"), ("Oat biscuits, case", "11.20"), ("Wax crayons, 288", "23.40"), ("Nap mats", "14.85"), ("Bibs laundered", "0.38"),
    ("Sand for play, 15 kg", "5.75"), ("Wooden blocks, set", "46.90"), ("Aprons, small", "7.30"), ("Story baskets", "32.00"), ("Bananas, box", "13.10"),
)  # fmt: skip


def a_day(rng: random.Random) -> date:
    return date(2024, 8, 5) + timedelta(days=rng.randrange(800))


def goods(rng: random.Random, most: int = 6) -> tuple[list[tuple[str, int, Decimal]], Decimal, Decimal]:
    """Return lines of goods, what they come to, and the tax on it."""
    lines = [(what, rng.randrange(1, 14), Decimal(each)) for what, each in rng.sample(GOODS, rng.randrange(2, most))]  # fmt: skip
    net = sum((count * each for _, count, each in lines), Decimal(0))
    return lines, net, (net / 5).quantize(CENT)
