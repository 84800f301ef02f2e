"""Who writes to the Sallow Lane Evening College, and who learns there. All of it is made up."""

from __future__ import annotations

import random
from dataclasses import dataclass, field
from datetime import date, timedelta
from decimal import Decimal

CENT = Decimal("0.01")
COLLEGE = "Sallow Lane Evening College"
ADDRESS = ("31 Sallow Lane", "Upper Dunmere", "UD7 5LN")
STAFF = ("Ines Calloway", "Robert Thwaite", "Padma Wrenfield", "Judith Oakshott")
LEARNERS = (
    "Callum Reddish",
    "Yara Benedek",
    "Sorcha Millbank",
    "Tobias Fenn",
    "Anneke Daal",
    "Wojtek Sarna",
    "Hetty Lorne",
)


@dataclass(frozen=True, slots=True)
class Firm:
    name: str
    street: str
    town: str
    goods: tuple[tuple[str, str], ...] = field(default=())  #: what it sells, and for how much
    legal: str = ""


FIRMS = (
    Firm("Pargeter Office Supplies", "Trading Estate 9, Brook Way", "Nether Dunmere ND2 1QA",
         (("Copier paper A4 80 gsm, box", "18.40"), ("Lever arch files, blue", "2.15"), ("Whiteboard markers, pack of 10", "7.99")), "Pargeter Supplies Ltd"),
    Firm("Quillon & Ashby Books", "8 Priory Street", "Dunmere DM1 3RT",
         (("Beginning Polish, course book", "24.50"), ("Atlas of the Upper Valleys", "31.00"), ("Exercise book, ruled", "0.85"))),
    Firm("Lanyard IT", "The Old Exchange", "Dunmere DM4 8EE",
         (("Managed wireless, per month", "145.00"), ("Replacement docking station", "119.50"), ("Labour, engineer on site (hours)", "62.00")), "Lanyard IT Services LLP"),
    Firm("Stoneacre Cleaning", "4a Weir Court", "Upper Dunmere UD7 1BB",
         (("Evening clean, main building", "385.00"), ("Window cleaning, outside", "90.00"), ("Consumables", "27.35"))),
    Firm("Bexley Moor Ceramics", "Kiln Yard", "Bexley Moor BM11 2SD",
         (("White earthenware clay, 12.5 kg", "9.80"), ("Transparent glaze, 5 l", "42.60"), ("Kiln shelf, 460 mm", "38.00")), "Bexley Moor Ceramic Materials Limited"),
    Firm("J. R. Tolley, Piano Tuner", "2 Mill Row", "Low Dunmere LD3 9FX", (("Tuning, upright piano", "75.00"), ("Replacement of two strings", "28.00"))),
    Firm("Fairholt Lifts", "Unit 12, Ring Road North", "Dunmere DM9 5TT",
         (("Half-yearly service, passenger lift", "310.00"), ("Door sensor, supply and fit", "188.75")), "Fairholt Lift Company plc"),
    Firm("Green Larder Catering", "17 Market Place", "Upper Dunmere UD7 2AX",
         (("Buffet lunch, per head", "9.50"), ("Tea and biscuits, per head", "2.75"), ("Delivery", "12.00"))),
)  # fmt: skip
GERMAN = (
    Firm("Lehrmittel Osthoff GmbH", "Kastanienallee 88", "34999 Burgwalde", (("Wandkarte Europa, politisch", "64,90"), ("Sprachkurs B1, Lehrbuch", "22,50"))),
    Firm("Töpferbedarf Ruhland", "Am Brennofen 3", "56789 Tonheim", (("Glasurpulver, 1 kg", "14,20"), ("Modellierholz, Satz", "8,75"))),
)  # fmt: skip
FRENCH = (
    Firm("Librairie du Vieux Lavoir", "27 rue des Tanneurs", "86999 Valbrune", (("Grammaire pratique", "19,90"), ("Cahier d'exercices", "11,50"))),
    Firm("Papeterie Desmoulins SARL", "4 place du Marché", "71888 Cluzel", (("Ramette papier dessin", "23,40"), ("Encre de Chine, 250 ml", "9,80"))),
)  # fmt: skip
DUTCH = (
    Firm("Boekhandel Van der Wiele", "Oude Gracht 5", "3599 ZX Lindervaart", (("Leerboek Nederlands", "28,95"), ("Woordenboek", "34,50"))),
    Firm("Drukkerij Terpstra B.V.", "Industrieweg 61", "8877 KL Haringa", (("Folders, 1.000 stuks", "189,00"), ("Posters A3", "57,25"))),
)  # fmt: skip
POLISH = (
    Firm("Wydawnictwo Jarzębina Sp. z o.o.", "ul. Lipowa 9", "35-999 Rzeczów", (("Podręcznik A2", "89,00"), ("Ćwiczenia", "45,50"))),
    Firm("Ceramika Podgórska", "ul. Garncarska 2", "38-777 Biecznik", (("Glina szamotowa 10 kg", "38,40"), ("Szkliwo bezbarwne", "61,00"))),
)  # fmt: skip
UTILITIES = (
    Firm("Dunmere Valley Electric", "Turbine House, Weir Lane", "Dunmere DM2 2AA"),
    Firm("Three Becks Water", "Filter Road", "Bexley Moor BM11 7WT"),
    Firm("Harrow Telephones", "PO Box 412", "Dunmere DM1 9ZZ"),
    Firm("Upland Gas Supply", "Regulator Street 6", "Nether Dunmere ND2 8GS"),
)
SHOPS = (
    Firm("Copperfield Hardware", "12 High Street", "Upper Dunmere"),
    Firm("Bean & Barrel", "Station Forecourt", "Dunmere"),
    Firm("Penny Farthing Stationers", "3 Arcade", "Dunmere"),
    Firm("Valley Cabs", "Taxi Rank", "Upper Dunmere"),
)
BODIES = (
    Firm("Dunmere Borough Council", "Town Hall, Castle Hill", "Dunmere DM1 1AA"),
    Firm("Upland Insurance Mutual", "44 Exchange Place", "Dunmere DM1 4UH"),
    Firm("Northern Awards Partnership", "Assessment House", "Bexley Moor BM10 3EX"),
    Firm("Wardle Pryce Solicitors", "9 Castle Hill", "Dunmere DM1 1AF"),
    Firm("Friends of Dunmere Library", "c/o The Library, Castle Hill", "Dunmere DM1 1AG"),
)
TESTERS = (
    Firm("Aldous Fire Protection", "7 Hose Lane", "Nether Dunmere ND2 3FF"),
    Firm("Circuit & Spark Electrical", "51 Terrace Road", "Low Dunmere LD3 2EL"),
)


def some(rng: random.Random, of: tuple[Firm, ...]) -> Firm:
    return rng.choice(of)


def a_day(rng: random.Random) -> date:
    return date(2025, 1, 6) + timedelta(days=rng.randrange(640))


def number(rng: random.Random) -> str:
    """Return a paper's own number, in one of the shapes in which firms count."""
    n = rng.randrange(1000, 99999)
    return rng.choice((
        f"{n}", f"INV-{n}", f"{rng.choice('ABCDKLMPS')}{n}", f"SI{n:06}", f"{rng.randrange(24, 27)}/{n % 1000:03}",
        f"{n:05}-{rng.randrange(1, 9)}", f"{rng.choice(('QA', 'LT', 'FH', 'GC'))}/{n}/{rng.randrange(10, 99)}", f"2025{n:06}", f"No{n}",
    ))  # fmt: skip


@dataclass(frozen=True, slots=True)
class Line:
    item: str
    count: int
    each: Decimal

    @property
    def sum(self) -> Decimal:
        return self.count * self.each


@dataclass(frozen=True, slots=True)
class Account:
    """What a firm asks for."""

    firm: Firm
    lines: tuple[Line, ...]
    rate: int  #: of the tax, per cent
    number: str
    when: date
    due: date

    @property
    def net(self) -> Decimal:
        return sum((line.sum for line in self.lines), Decimal(0))

    @property
    def tax(self) -> Decimal:
        return (self.net * self.rate / 100).quantize(CENT)

    @property
    def total(self) -> Decimal:
        return self.net + self.tax


def an_account(rng: random.Random, firm: Firm, rate: int = 20, most: int = 12) -> Account:
    goods = rng.sample(firm.goods, rng.randrange(1, len(firm.goods) + 1))
    lines = tuple(Line(item, rng.randrange(1, most), Decimal(each.replace(",", "."))) for item, each in goods)
    when = a_day(rng)
    return Account(
        firm, lines, rate, number(rng), when, when + timedelta(days=rng.choice((7, 14, 28, 30, 60)))
    )
