"""Forty tasks of renaming, as offices meet them, written down before the code that finds them.

Of each, the first one or two names are what a person corrects by hand; what the others have to become stands beside them.
``folder`` is the folder that the names stand in.
"""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Task:
    code: str
    names: tuple[tuple[str, str], ...]  #: each as it is, and as it is to be
    folder: str = ""


def _task(code: str, *rows: str, folder: str = "") -> Task:
    pairs = [tuple(part.strip() for part in row.split(" => ")) for row in rows]
    return Task(code, tuple((old, new) for old, new in pairs), folder)


TASKS = [
    _task("strip a counter, spare a year", "01 mizzen sail.pdf => mizzen sail.pdf", "02 rope.pdf => rope.pdf",
          "17 anchor chain.pdf => anchor chain.pdf", "2024 accounts.pdf => 2024 accounts.pdf", "103 oars.pdf => oars.pdf"),
    _task("strip what a camera writes", "IMG_4311.jpg => 4311.jpg", "IMG_4312.jpg => 4312.jpg", "IMG_0007.jpg => 0007.jpg"),
    _task("turn a date round", "12.03.2025 rope.pdf => 2025-03-12 rope.pdf", "31.01.2025 berth rent.pdf => 2025-01-31 berth rent.pdf",
          "02.11.2024 red diesel.pdf => 2024-11-02 red diesel.pdf"),
    _task("six digits are a date", "150324 jt budget v2.xlsx => 2015-03-24 jt budget v2.xlsx", "150330 jt grant letter.docx => 2015-03-30 jt grant letter.docx",
          "150402 mo crew list.docx => 2015-04-02 mo crew list.docx"),
    _task("the date to the front", "minutes 12.03.2025.docx => 2025-03-12 minutes.docx", "trustees minutes 30.04.2025.docx => 2025-04-30 trustees minutes.docx",
          "safety talk 07.05.2025.docx => 2025-05-07 safety talk.docx"),
    _task("Last First to First Last", "Osei Bryn Essay 2.docx => Bryn Osei Essay 2.docx", "Calder Ines Essay 2.docx => Ines Calder Essay 2.docx",
          "Reed Tomas Essay 11.docx => Tomas Reed Essay 11.docx"),
    _task("Last, First to First Last", "Osei, Bryn - Essay 2.docx => Bryn Osei - Essay 2.docx", "Calder, Ines - Knots.docx => Ines Calder - Knots.docx",
          "Reed, Tomas - Tides and bars.docx => Tomas Reed - Tides and bars.docx"),
    _task("the folder's name before each", "March.xlsx => Diesel log March.xlsx", "April.xlsx => Diesel log April.xlsx",
          "May revised.xlsx => Diesel log May revised.xlsx", folder="Diesel log"),
    _task("a word out of the folder's name", "Diesel log March.xlsx => March.xlsx", "Diesel log April.xlsx => April.xlsx",
          "Diesel log May revised.xlsx => May revised.xlsx", folder="Diesel log"),
    _task("hyphens for spaces", "mizzen sail repair.pdf => mizzen-sail-repair.pdf", "rope.pdf => rope.pdf", "anchor chain 12 mm.pdf => anchor-chain-12-mm.pdf"),
    _task("spaces for low lines", "mizzen_sail_repair.pdf => mizzen sail repair.pdf", "berth_plan.pdf => berth plan.pdf", "oars.pdf => oars.pdf"),
    _task("small letters", "MIZZEN Sail.pdf => mizzen sail.pdf", "ROPE list.pdf => rope list.pdf", "Oars.pdf => oars.pdf"),
    _task("a capital each", "mizzen sail repair.pdf => Mizzen Sail Repair.pdf", "rope list.pdf => Rope List.pdf", "oars.pdf => Oars.pdf"),
    _task("drop copy at the end", "rope list copy.xlsx => rope list.xlsx", "berth plan copy.pdf => berth plan.pdf", "oars copy.pdf => oars.pdf"),
    _task("drop Copy of", "Copy of rope list.xlsx => rope list.xlsx", "Copy of berth plan.pdf => berth plan.pdf", "Copy of oars.pdf => oars.pdf"),
    _task("drop the number in brackets", "berth plan (1).pdf => berth plan.pdf", "crew list (2).docx => crew list.docx", "tide table (14).pdf => tide table.pdf"),
    _task("pad a number", "page 1.png => page 001.png", "page 2.png => page 002.png", "page 12.png => page 012.png", "page 101.png => page 101.png"),
    _task("no zeros before a number", "page 001.png => page 1.png", "page 002.png => page 2.png", "page 012.png => page 12.png", "page 120.png => page 120.png"),
    _task("something before each", "bow.jpg => harbour_bow.jpg", "stern.jpg => harbour_stern.jpg", "slip at low water.jpg => harbour_slip at low water.jpg"),
    _task("something after each", "budget.xlsx => budget draft.xlsx", "crew list.docx => crew list draft.docx", "plan.docx => plan draft.docx"),
    _task("a word that is always wrong", "goods recieved March.pdf => goods received March.pdf", "recieved ropes.pdf => received ropes.pdf",
          "sails recieved.pdf => sails received.pdf"),
    _task("a word only where it is one", "inv 4471.pdf => invoice 4471.pdf", "inv 4480.pdf => invoice 4480.pdf", "inventory of inv 12.pdf => inventory of invoice 12.pdf"),
    _task("drop the version", "budget v2.xlsx => budget.xlsx", "crew list v3.docx => crew list.docx", "berth plan v10.pdf => berth plan.pdf"),
    _task("the number to the end", "4471 slipway hire.pdf => slipway hire 4471.pdf", "4480 rope.pdf => rope 4480.pdf", "512 anchor chain.pdf => anchor chain 512.pdf"),
    _task("a month in words", "12 March 2025 minutes.docx => 2025-03-12 minutes.docx", "30 April 2025 trustees.docx => 2025-04-30 trustees.docx",
          "7 May 2025 safety talk.docx => 2025-05-07 safety talk.docx"),
    _task("drop what follows the dash", "plan - final.docx => plan.docx", "crew list - old.docx => crew list.docx", "berth rent - to be paid.docx => berth rent.docx"),
    _task("brackets off, words stay", "minutes (trustees).docx => minutes trustees.docx", "log (engine).docx => log engine.docx", "rota (summer crew).docx => rota summer crew.docx"),
    _task("drop what is in brackets", "minutes (draft by Ines).docx => minutes.docx", "log (old).docx => log.docx", "rota (summer) crew.docx => rota crew.docx"),
    _task("words that run together", "MizzenSailRepair.pdf => mizzen-sail-repair.pdf", "RopeList.pdf => rope-list.pdf", "BerthPlanEast.pdf => berth-plan-east.pdf"),
    _task("only the year of a date", "2025-03-12 rope.pdf => 2025 rope.pdf", "2024-11-02 red diesel.pdf => 2024 red diesel.pdf", "2023-01-31 oars.pdf => 2023 oars.pdf"),
    _task("month and year to the front", "slipway fees 03-2025.pdf => 2025-03 slipway fees.pdf", "diesel 11-2024.pdf => 2024-11 diesel.pdf",
          "shed electricity 12-2023.pdf => 2023-12 shed electricity.pdf"),
    _task("the two sides of a dash", "rope - Marlow.pdf => Marlow - rope.pdf", "slipway hire - Kilbray Yard.pdf => Kilbray Yard - slipway hire.pdf",
          "red diesel - Gannet Fuel.pdf => Gannet Fuel - red diesel.pdf"),
    _task("only the number", "Scan Document 0031.pdf => 0031.pdf", "Scan Document 0032.pdf => 0032.pdf", "Scan Document 0107.pdf => 0107.pdf"),
    _task("day and time of a camera", "IMG_20261114_1902.jpg => 2026-11-14 1902.jpg", "IMG_20261115_0844.jpg => 2026-11-15 0844.jpg", "IMG_20260101_1200.jpg => 2026-01-01 1200.jpg"),
    _task("spaces that are too many", "rope   list .pdf => rope list.pdf", "berth  plan.pdf => berth plan.pdf", " oars.pdf => oars.pdf"),
    _task("other signs within a date", "2025.03.12_rope.pdf => 2025-03-12_rope.pdf", "2024.11.02_diesel.pdf => 2024-11-02_diesel.pdf", "2023.01.31_oars.pdf => 2023-01-31_oars.pdf"),
    _task("something after the date", "2025-03-12_sail.pdf => 2025-03-12_mrc_sail.pdf", "2025-04-02_rope.pdf => 2025-04-02_mrc_rope.pdf",
          "2025-05-09_oars and pins.pdf => 2025-05-09_mrc_oars and pins.pdf"),
    _task("a number for each", "slip.jpg => 01 slip.jpg", "bow.jpg => 02 bow.jpg", "stern.jpg => 03 stern.jpg", "mast head.jpg => 04 mast head.jpg"),
    _task("plain letters", "Östra kaj.pdf => Ostra kaj.pdf", "Håkan båt.pdf => Hakan bat.pdf", "rope.pdf => rope.pdf"),
    _task("month first", "03-25-2025 tide table.pdf => 2025-03-25 tide table.pdf", "03-04-2025 tide table.pdf => 2025-03-04 tide table.pdf",
          "12-31-2024 tide table.pdf => 2024-12-31 tide table.pdf", "01-02-2025 oars.pdf => 2025-01-02 oars.pdf"),
]  # fmt: skip
