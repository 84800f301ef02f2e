"""Who writes to the Gantry Theatre Trust, and what they sell. All of it is made up."""

from __future__ import annotations

import random
from datetime import date, timedelta
from decimal import Decimal

from bench.strangers.made import CENT, Firm

TRUST = "Gantry Theatre Trust"
ADDRESS = ("Gantry Theatre", "14 Fly Lane", "Castleby", "CB2 4FL")
PEOPLE = ("Rosalind Thwaite", "Piers Adeyemi", "Noor Castellan", "Hugh Brannock")
LEARNERS = ("Tilda Marsh", "Kofi Barden", "Elsa Winnow", "Rafe Douglas", "Priya Lock")

FIRMS = (
    Firm("Limelight Hire", "Unit 9, Arc Road", "Castleby CB5 9AR", "Limelight Hire (Castleby) Limited"),
    Firm("Thornbury Timber & Board", "Sawpit Wharf", "Harlow Bridge HB1 2SW"),
    Firm("Perdita Costumes", "3 Needle Court", "Castleby CB1 3NC"),
    Firm("Whitlock Rigging Services", "The Winch House, Dock Street", "Harlow Bridge HB4 4WH"),
    Firm("Osric Sound & Vision", "51 Decibel Drive", "Ferndale FD7 1DD", "Osric S&V Ltd"),
    Firm("Bannerman Print", "Folio Works", "Castleby CB3 8FW"),
    Firm("Quayside Scenic Paints", "Pigment Yard", "Harlow Bridge HB2 6PY"),
)
UTILITIES = (
    Firm("Castleby Water", "Reservoir Road", "Castleby CB9 1RR"),
    Firm("Meridian Power", "PO Box 77", "Ferndale FD1 1MP"),
    Firm("Fernline Broadband", "Exchange House", "Ferndale FD2 3EX"),
)
BODIES = (
    Firm("Castleby Borough Council", "Town Hall", "Castleby CB1 1TH"),
    Firm("Dramatic Rights Bureau", "8 Prompt Street", "Ferndale FD3 8PS"),
    Firm("Proscenium Insurance", "Lantern House", "Ferndale FD4 2LH", "Proscenium Mutual Insurance plc"),
    Firm("Castleby High School", "School Lane", "Castleby CB6 2SL"),
    Firm("The Halvard Fund", "2 Bequest Square", "Ferndale FD1 9BS"),
)
ABROAD = {
    "de": Firm("Bühnenbau Oster GmbH", "Werkstraße 12", "24103 Nordhafen"),
    "fr": Firm("Atelier Morvan Rideaux", "6 rue du Port", "29200 Kerlanec"),
    "nl": Firm("De Wit Toneeltechniek B.V.", "Sluisweg 40", "4381 Zeehoven"),
}
PLACES = (Firm("The Wheatsheaf Hotel", "Market Place", "Harlow Bridge HB1 1MP"), Firm("Cafe Ludo", "9 Fly Lane", "Castleby CB2 4FL"))  # fmt: skip

GOODS = (
    ("Fresnel lantern 650 W, week's hire", "18.50"), ("Birch ply 18 mm, sheet", "46.20"), ("Velvet, blackout, per metre", "14.75"),
    ("Steel wire 6 mm, metre", "2.95"), ("Radio microphone, weekend", "32.00"), ("A2 poster, matt", "1.85"), ("Scenic emulsion, 5 l", "28.40"),
    ("Fitting of a doublet", "55.00"), ("Gel, sheet, steel blue", "6.10"), ("Castor 100 mm, braked", "7.35"),
)  # fmt: skip


def a_day(rng: random.Random) -> date:
    return date(2024, 9, 2) + timedelta(days=rng.randrange(760))


def goods(rng: random.Random, most: int = 6) -> tuple[list[tuple[str, int, Decimal]], Decimal, Decimal]:
    """Return lines of goods, what they come to, and the tax on it."""
    lines = [(what, rng.randrange(1, 13), Decimal(each)) for what, each in rng.sample(GOODS, rng.randrange(1, most))]  # fmt: skip
    net = sum((count * each for _, count, each in lines), Decimal(0))
    return lines, net, (net / 5).quantize(CENT)
