"""Who writes to the Ashmere Garden Society, and what they sell. All of it is made up."""

from __future__ import annotations

import random
from datetime import date, timedelta
from decimal import Decimal

from bench.strangers.made import CENT, Firm

SOCIETY = "Ashmere Garden Society"
ADDRESS = ("The Gardener's Bothy", "Old Wall Lane", "Ashmere", "AS6 3GW")
PEOPLE = ("Winifred Oakes", "Samir Castledine", "Beatrix Loam", "Owen Trellis")
LEARNERS = ("Maisie Furrow", "Idris Penhale", "Jonty Sedge", "Anouk Berry")

FIRMS = (
    Firm("Lowfield Nursery", "Lowfield", "Nr Ashmere AS9 2LN"),
    Firm("Harbottle & Daughter", "The Pot Works, Kiln Hill", "Ramsley RY2 8KH", "Harbottle & Daughter Potters Ltd"),
    Firm("Clearlight Glazing", "3 Putty Lane", "Ashmere AS1 4PL"),
    Firm("Tobias Quern Tree Care", "Ivy Cottage", "Little Ashmere AS7 1IC"),
    Firm("Greenstem Composts", "Peat Road Trading Estate", "Ramsley RY5 5PR", "Greenstem (UK) Limited"),
    Firm("Hive & Heather", "12 Comb Street", "Ashmere AS2 2CS"),
    Firm("Ramsley Boiler Services", "Flue House, Mill Road", "Ramsley RY1 3MR"),
)  # fmt: skip
SUPPLIERS = (
    Firm("Vale Water", "PO Box 40", "Ramsley RY1 1VW", "Vale Water Services Limited"),
    Firm("Northmoor Gas", "2 Burner Way", "Ramsley RY8 2BW"),
    Firm("Hedgerow Mobile", "Mast House", "Ashmere AS4 4MH"),
)
BODIES = (
    Firm("Ashmere District Council", "Council Offices, The Green", "Ashmere AS1 1TG"),
    Firm("The Horticultural Training Board", "9 Spade Square", "Ramsley RY1 9SS"),
    Firm("Copperbeech Insurance", "Beech House", "Ramsley RY3 3BH", "Copperbeech Mutual Insurance Society"),
    Firm("Ashmere Primary School", "Orchard Road", "Ashmere AS3 6OR"),
    Firm("The Loveday Trust", "1 Almoner's Row", "Ramsley RY1 2AR"),
)
ABROAD = {
    "de": Firm("Staudengärtnerei Birkholz", "Am Moor 7", "26810 Grünsiel"),
    "nl": Firm("Bollenhuis Van Eyk B.V.", "Tulpweg 3", "2160 Lisdam"),
}
SHOPS = (Firm("Nettle & Dock Hardware", "40 High Street", "Ashmere AS1 2HS"), Firm("Ashmere Railway Halt", "Station Road", "Ashmere AS5 1SR"))  # fmt: skip

GOODS = (
    ("Yew, 60-80 cm, bare root", "9.40"), ("Terracotta long tom", "6.25"), ("Horticultural glass, pane", "11.80"), ("Peat-free compost, 50 l", "7.95"),
    ("Box hedging, per metre", "14.50"), ("Hazel poles, bundle", "12.00"), ("Bee suit, child's", "38.75"), ("Crown lift, oak", "165.00"),
    ("Putty, 5 kg", "13.20"), ("Seed potatoes, sack", "16.40"),
)  # fmt: skip


def a_day(rng: random.Random) -> date:
    return date(2024, 8, 5) + timedelta(days=rng.randrange(780))


def goods(rng: random.Random, most: int = 5) -> tuple[list[tuple[str, int, Decimal]], Decimal, Decimal]:
    """Return lines of goods, what they come to, and the tax on it."""
    lines = [(what, rng.randrange(1, 16), Decimal(each)) for what, each in rng.sample(GOODS, rng.randrange(1, most))]  # fmt: skip
    net = sum((count * each for _, count, each in lines), Decimal(0))
    return lines, net, (net / 5).quantize(CENT)
