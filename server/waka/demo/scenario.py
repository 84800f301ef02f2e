"""Who writes to the Trust, and how their papers look."""

from __future__ import annotations

from dataclasses import dataclass

TRUST = "Tern Point Sail Training Trust"
TRUST_LINES = (TRUST, "The Old Customs Shed", "Tern Point")


@dataclass(frozen=True, slots=True, kw_only=True)
class Sender:
    """A party and the look of its papers."""

    name: str
    short: str
    lines: tuple[str, ...]
    layout: str  #: band, ledger, letterhead, slip or plain
    font: str
    colour: str
    date_format: str
    labels: tuple[str, str, str]  #: of reference, date and total
    goods: tuple[tuple[str, float], ...] = ()
    spellings: tuple[str, ...] = ()


SENDERS = {
    sender.short: sender
    for sender in (
        Sender(
            name="Marlow Rope & Canvas", short="mrc", layout="letterhead", font="Times-Roman",
            colour="#222244", date_format="%d %B %Y",
            lines=("4 Ropewalk Yard, Tern Point", "accounts@marlow.example"),
            labels=("Invoice no.", "Invoice date", "Total to pay"),
            goods=(("Mizzen sail repair, new bolt rope", 910.0), ("Reefing points, hand sewn", 160.0),
                   ("Three-strand mooring line, 24 mm", 338.5), ("Tanned canvas, 12 m", 412.0),
                   ("Splicing of fenders", 96.0)),
            spellings=("Marlow R&C", "MARLOW ROPE AND CANVAS LTD"),
        ),
        Sender(
            name="Greyfin Marine Fuels", short="gmf", layout="band", font="Helvetica",
            colour="#1d5c63", date_format="%d/%m/%Y",
            lines=("Fuel Quay 2, Tern Point", "Tel. 01632 960 118"),
            labels=("Delivery note", "Date", "AMOUNT DUE"),
            goods=(("Red diesel, litres 420", 487.2), ("Red diesel, litres 310", 359.6),
                   ("Two-stroke oil, 5 l", 41.9), ("Filter set", 63.0)),
        ),
        Sender(
            name="Tern Point Harbour", short="tph", layout="ledger", font="Courier",
            colour="#333333", date_format="%d.%m.%Y",
            lines=("Harbour Office, North Mole", "harbourmaster@ternpoint.example"),
            labels=("Account ref", "Issued", "Balance"),
            goods=(("Berth rent, quarter", 612.0), ("Harbour dues, 22 m ketch", 148.0),
                   ("Visitor moorings", 54.0), ("Shore water", 18.5)),
            spellings=("Tern Point Harbour Office",),
        ),
        Sender(
            name="Kilbray Yard", short="kby", layout="slip", font="Helvetica-Oblique",
            colour="#6b3d1e", date_format="%d %b %Y",
            lines=("Kilbray slipway", "boatbuilders since the old pier"),
            labels=("Job", "Slip date", "To pay"),
            goods=(("Slipway hire, 3 days", 540.0), ("Hull scrape and antifoul", 1260.0),
                   ("Plank replaced, port side", 875.0), ("Caulking, 6 m", 210.0)),
        ),
        Sender(
            name="Brae Coast Energy", short="bce", layout="band", font="Helvetica",
            colour="#7a2e58", date_format="%d %B %Y",
            lines=("Customer care, Brae", "ref. meter 77 341 09"),
            labels=("Bill number", "Bill date", "Please pay"),
            goods=(("Electricity, customs shed", 94.3), ("Standing charge", 18.6)),
        ),
        Sender(
            name="Pelham Insurance Mutual", short="pim", layout="letterhead", font="Times-Roman",
            colour="#14324a", date_format="%d %B %Y",
            lines=("Pelham House, Brae", "marine@pelham.example"),
            labels=("Policy", "Date of issue", "Premium"),
            goods=(("Hull and machinery, 12 months", 2310.0), ("Crew and trainees cover", 880.0)),
        ),
        Sender(
            name="Saltmarsh Foundation", short="smf", layout="letterhead", font="Helvetica",
            colour="#2c5234", date_format="%d %B %Y",
            lines=("Saltmarsh House, Brae",), labels=("Grant", "Date", "Awarded"),
        ),
        Sender(
            name="Lantern Trust Fund", short="ltf", layout="plain", font="Times-Roman",
            colour="#333333", date_format="%d.%m.%Y",
            lines=("9 Lamp Street, Brae",), labels=("Our ref", "Date", "Awarded"),
        ),
        Sender(
            name="Coastal Safety Institute", short="csi", layout="plain", font="Helvetica",
            colour="#5a1a1a", date_format="%d %B %Y",
            lines=("Examination board",), labels=("Certificate no.", "Date of issue", ""),
        ),
        Sender(
            name="Wren & Daughters", short="wda", layout="ledger", font="Courier",
            colour="#222222", date_format="%d/%m/%Y",
            lines=("Book-keepers, Tern Point",), labels=("Invoice", "Date", "Total"),
            goods=(("Book-keeping, quarter", 390.0), ("Accounts for the year", 720.0)),
        ),
    )
}  # fmt: skip

TRAINEES = {
    "ica": "Ines Calder", "tre": "Tomas Reed", "bos": "Bryn Osei", "mha": "Maya Hartle",
}  # fmt: skip
PARENTS = {"ofa": "Odile Farrow", "gca": "Grant Calder"}
OFFICE = {"tps": TRUST}
CREW = ("Tamsin Brook", "Magnus Orr", "Alba Beck")
KNOTS = ("bowline", "rolling hitch", "sheet bend", "clove hitch", "figure of eight", "double sheet bend",
         "carrick bend", "fisherman's bend", "monkey's fist", "eye splice", "back splice",
         "sheepshank")  # fmt: skip


def parties() -> list[tuple[str, str, tuple[str, ...]]]:
    """Return name, short form and other spellings of everybody the Trust deals with."""
    people = {**TRAINEES, **PARENTS, **OFFICE}
    return [
        *((s.name, s.short, s.spellings) for s in SENDERS.values()),
        *((name, short, ()) for short, name in people.items()),
    ]
