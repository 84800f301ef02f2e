"""Who writes to the Trust, and whom it writes to. All of it is made up."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Firm:
    name: str
    street: str
    town: str
    country: str = ""
    language: str = "en"
    trade: str = "chandlery"
    legal: str = ""  #: what stands in small print, where that differs from the name on the letterhead

    @property
    def host(self) -> str:
        words = "".join(c if c.isascii() and c.isalnum() else " " for c in self.name.lower()).split()
        return "-".join(words[:2]) + ".example"


TRUST = "Tern Point Sail Training Trust"
ADDRESS = ("The Old Customs Shed", "North Mole", "Tern Point", "TP4 2QX")
OUR_HOST = "ternpointsail.example"
STAFF = ("Tamsin Brook", "Magnus Orr", "Alba Beck", "Rowena Stell")

FIRMS = (
    Firm(
        "Marlow Rope & Canvas",
        "4 Ropewalk Yard",
        "Tern Point",
        trade="rope",
        legal="Marlow Rope & Canvas Ltd",
    ),
    Firm(
        "Greyfin Marine Fuels",
        "Fuel Quay 2",
        "Tern Point",
        trade="fuel",
        legal="Greyfin Marine Fuels Limited",
    ),
    Firm("Kilbray Yard", "Slipway Road", "Kilbray", trade="yard", legal="Kilbray Boatbuilders Co. Ltd"),
    Firm("Ostrey Ship Chandlers", "11 Capstan Row", "Ostrey", trade="chandlery"),
    Firm("H. Pendry & Daughters", "The Forge, Mill Lane", "Little Wray", trade="yard"),
    Firm(
        "Blackstane Printing Works", "Unit 6, Stane Park", "Brae", trade="print", legal="Blackstane Print Ltd"
    ),
    Firm("Cobalt Radio Services", "29 Signal Street", "Brae", trade="radio"),
    Firm("The Wicker Galley", "3 Fish Steps", "Tern Point", trade="food"),
    Firm(
        "Northlight Paint Co.", "Dock Lane 40", "Ostrey", trade="paint", legal="Northlight Paint Company plc"
    ),
    Firm("Averill Sailmakers", "Loft 2, Old Mill", "Kilbray", trade="rope"),
    Firm("Quayside Stationers", "70 Long Quay", "Tern Point", trade="paper"),
    Firm("Petrel Coaches", "Depot Road", "Brae", trade="travel", legal="Petrel Coach Hire Ltd"),
)
ABROAD = (
    Firm("Segelwerk Hansen GmbH", "Am Speicher 14", "24960 Holmsund", "Germany", "de", "rope"),
    Firm("Tauwerk Brandt & Söhne", "Hafenstraße 3a", "26789 Norderfleth", "Germany", "de", "rope"),
    Firm("Voilerie Kerguen", "12, quai des Goélands", "29990 Port-Larmor", "France", "fr", "rope"),
    Firm("Accastillage Le Bihan SARL", "5 rue du Bassin", "56990 Saint-Aubrac", "France", "fr", "chandlery"),
    Firm("Zeilmakerij De Vries", "Kaaiweg 8", "8899 XK Oosterhaven", "Netherlands", "nl", "rope"),
    Firm("Touwslagerij Noordkust B.V.", "Havendijk 21", "9977 PA Westermeer", "Netherlands", "nl", "rope"),
    Firm("Stocznia Biała Mewa Sp. z o.o.", "ul. Portowa 17", "81-999 Gdowo", "Poland", "pl", "yard"),
    Firm("Żagle Kowalczyk", "ul. Rybacka 4", "72-888 Świnia Wyspa", "Poland", "pl", "rope"),
)
AMERICAN = (
    Firm("Halyard Supply Corp.", "200 Cannery Way", "Port Gantry, ME", "USA", "us", "chandlery"),
    Firm("Fathom Charts Inc.", "18 Beacon Ave", "Eastwick, MA", "USA", "us", "paper"),
)
UTILITIES = (
    Firm("Brae Coast Energy", "Power House, Brae", "Brae", trade="electricity"),
    Firm("Wray Valley Water", "Reservoir Road", "Little Wray", trade="water"),
    Firm("Gullwing Telecom", "PO Box 88", "Ostrey", trade="telephone"),
    Firm("Ternnet Broadband", "Exchange Lane", "Tern Point", trade="internet"),
)
SHOPS = (
    Firm("Harbour Hardware", "2 Long Quay", "Tern Point", trade="hardware"),
    Firm("Mole Filling Station", "North Mole", "Tern Point", trade="fuel"),
    Firm("The Crooked Mast", "Fish Steps", "Tern Point", trade="food"),
    Firm("Brae Garden & Home", "Retail Park", "Brae", trade="hardware"),
)
OFFICES = (
    Firm("Tern Point Harbour Office", "North Mole", "Tern Point", trade="authority"),
    Firm("Saltmarsh Foundation", "Saltmarsh House", "Brae", trade="funder"),
    Firm("Lantern Trust Fund", "9 Lamp Street", "Brae", trade="funder"),
    Firm("Wray District Council", "Moot Hall", "Little Wray", trade="authority"),
    Firm("Penhallow & Reeve Solicitors", "1 Chancery Steps", "Brae", trade="law"),
    Firm("Kilbray Secondary School", "School Brae", "Kilbray", trade="school"),
)
INSTITUTES = (
    Firm("Coastal Safety Institute", "7 Beacon Terrace", "Ostrey", trade="first aid"),
    Firm("Narrow Seas Radio Board", "Mast House", "Brae", trade="radio"),
    Firm("Pelham Insurance Mutual", "Pelham House", "Brae", trade="insurance"),
    Firm("Bureau of Small Ships Survey", "Drydock Lane 5", "Kilbray", trade="survey"),
)
LEARNERS = (
    "Ines Calder",
    "Tomas Reed",
    "Bryn Osei",
    "Maya Hartle",
    "Jory Penrose",
    "Sanna Lindqvist",
    "Piotr Zielony",
    "Élodie Marchand",
)
WRITERS = (
    "Odile Farrow",
    "Grant Calder",
    "Prof. Ada Wintle",
    "Mrs J. Thackray",
    "Silas Mowbray",
    "Dr Helen Ashdown",
)
COMMITTEES = ("Board of Trustees", "Sailing Committee", "Safety Committee", "Finance and Premises Committee")

GOODS = {
    "rope": (("Three-strand mooring line 24 mm", 338.5), ("Sail repair, new bolt rope", 910.0), ("Reefing points, sewn by hand", 160.0), ("Tanned canvas 12 m", 412.0), ("Thimbles, bronze", 7.35)),
    "fuel": (("Marine diesel, 420 l", 487.2), ("Two-stroke oil 5 l", 41.9), ("Filter set", 63.0)),
    "yard": (("Slipway hire, 3 days", 540.0), ("Plank replaced, port side", 875.0), ("Caulking 6 m", 210.0), ("Pressure wash", 95.0)),
    "chandlery": (("Shackle, galvanised 12 mm", 8.4), ("Oilskin jacket, size M", 74.95), ("Boat hook", 31.0), ("Fender 60 cm", 44.5), ("Deck brush", 12.25)),
    "print": (("Brochure, 8 pages, 500 pieces", 389.0), ("Posters A2, 40 pieces", 120.0), ("Sign, aluminium", 215.0)),
    "radio": (("VHF handheld, service", 68.0), ("Aerial cable 20 m", 39.0), ("Radio survey on board", 245.0)),
    "food": (("Lunch for 14", 168.0), ("Coffee and cake", 42.5), ("Fish soup, 14 portions", 98.0)),
    "paint": (("Bottom paint, red, 5 l", 189.0), ("Varnish 2.5 l", 64.3), ("Brushes, set", 27.8)),
    "paper": (("Chart 1104, folded", 28.5), ("Logbooks, 10 pieces", 95.0), ("Copy paper, box", 24.75)),
    "travel": (("Coach, Tern Point to Brae and back", 295.0), ("Waiting time, 2 hours", 60.0)),
    "hardware": (("Screws, stainless", 6.49), ("Marine ply 9 mm", 58.2), ("Sandpaper", 4.75), ("Padlock", 13.99)),
}  # fmt: skip
