"""Names in twenty conventions, shaped as offices shape them, with what a person reads in each.

Written before the code that reads them. ``pattern`` is the right one in the language of docs/names.md; who and learner are
as they are written where no party is known by that form.
"""

from __future__ import annotations

from dataclasses import dataclass, field


@dataclass(frozen=True)
class Convention:
    code: str
    pattern: str
    names: dict[
        str, dict[str, str]
    ]  #: without extension → field → as a record keeps it, dates as far as they are told
    joiner: str = "-"
    case: str = "keep"
    parties: dict[str, str] = field(default_factory=dict)  #: short form → name


HOUSE = {"mrc": "Marlow Rope & Canvas", "kby": "Kilbray Yard", "gmf": "Gannet Marine Fuel", "tph": "Tern Point Harbour",
         "wda": "Wick Danbury Accounts", "csi": "Coast Skills Institute"}  # fmt: skip


def _rows(fields: str, *rows: str) -> dict[str, dict[str, str]]:
    """Each row: the name | the fields' values, in order; '' where one is missing."""
    codes = fields.split()
    found: dict[str, dict[str, str]] = {}
    for row in rows:
        name, *values = (part.strip() for part in row.split("|"))
        found[name] = {code: value for code, value in zip(codes, values, strict=True) if value}
    return found


CONVENTIONS = [
    Convention("the house's own", '{when yyyy-mm-dd}_{who short}_{what}{"_" reference?}', _rows(
        "when who what reference",
        "2025-03-12_mrc_mizzen-sail-repair_4471 | 2025-03-12 | Marlow Rope & Canvas | mizzen sail repair | 4471",
        "2025-03-18_kby_slipway-hire_S-209 | 2025-03-18 | Kilbray Yard | slipway hire | S-209",
        "2025-04-02_gmf_red-diesel | 2025-04-02 | Gannet Marine Fuel | red diesel |",
        "2025-04-02_mrc_rope-offcuts_4480 | 2025-04-02 | Marlow Rope & Canvas | rope offcuts | 4480",
        "2025-05-09_wda_book-keeping_0108 | 2025-05-09 | Wick Danbury Accounts | book keeping | 0108",
        "2025-06-30_tph_berth-rent | 2025-06-30 | Tern Point Harbour | berth rent |",
        "2025-07-01_kby_anchor-chain_S-231 | 2025-07-01 | Kilbray Yard | anchor chain | S-231",
    ), parties=HOUSE),
    Convention("six digits, initials, words", "{when yymmdd} {who words 1} {what}", _rows(
        "when who what",
        "150324 jt budget v2 | 2015-03-24 | jt | budget v2",
        "150330 jt grant letter | 2015-03-30 | jt | grant letter",
        "150402 mo crew list | 2015-04-02 | mo | crew list",
        "150419 jt budget v3 | 2015-04-19 | jt | budget v3",
        "150502 mo passage plan skerries | 2015-05-02 | mo | passage plan skerries",
        "150611 ab thank you funders | 2015-06-11 | ab | thank you funders",
    ), joiner=" "),
    Convention("words, then the month", "{what} {when yyyy-mm}", _rows(
        "what when",
        "slipway fees 2024-03 | slipway fees | 2024-03",
        "slipway fees 2024-04 | slipway fees | 2024-04",
        "electricity shed 2024-03 | electricity shed | 2024-03",
        "electricity shed 2024-05 | electricity shed | 2024-05",
        "mooring inspection 2024-06 | mooring inspection | 2024-06",
        "diesel log 2024-06 | diesel log | 2024-06",
    ), joiner=" "),
    Convention("last name first, and the essay", "{learner last-first words 2} {assignment}", _rows(
        "learner assignment",
        "Osei Bryn Essay 2 | Bryn Osei | Essay 2",
        "Osei Bryn Essay 3 | Bryn Osei | Essay 3",
        "Calder Ines Essay 2 | Ines Calder | Essay 2",
        "Calder Ines Essay 3 | Ines Calder | Essay 3",
        "Hartle Maya Essay 2 | Maya Hartle | Essay 2",
        "Reed Tomas Essay 1 | Tomas Reed | Essay 1",
    ), joiner=" "),
    Convention("learner, worksheet, date with dots", "{learner} - {assignment} - {when dd.mm.yyyy}", _rows(
        "learner assignment when",
        "Maya Hartle - Knot worksheet 04 - 19.05.2026 | Maya Hartle | Knot worksheet 04 | 2026-05-19",
        "Maya Hartle - Knot worksheet 05 - 26.05.2026 | Maya Hartle | Knot worksheet 05 | 2026-05-26",
        "Tomas Reed - Knot worksheet 04 - 20.05.2026 | Tomas Reed | Knot worksheet 04 | 2026-05-20",
        "Tomas Reed - Tide table - 02.06.2026 | Tomas Reed | Tide table | 2026-06-02",
        "Bryn Osei - Knot worksheet 04 - 19.05.2026 | Bryn Osei | Knot worksheet 04 | 2026-05-19",
        "Ines Calder - Log sheet - 31.05.2026 | Ines Calder | Log sheet | 2026-05-31",
    ), joiner=" "),
    Convention("a camera's numbers", "IMG_{reference}", _rows(
        "reference",
        "IMG_4311 | 4311", "IMG_4312 | 4312", "IMG_4315 | 4315", "IMG_4390 | 4390", "IMG_4402 | 4402", "IMG_0007 | 0007",
    )),
    Convention("whom, invoice, number, spoken date", "{who} invoice {reference words 1} {when dd mon yyyy}", _rows(
        "who reference when",
        "Marlow Rope invoice 4471 12 Mar 2025 | Marlow Rope | 4471 | 2025-03-12",
        "Marlow Rope invoice 4480 02 Apr 2025 | Marlow Rope | 4480 | 2025-04-02",
        "Kilbray Yard invoice 209 18 Mar 2025 | Kilbray Yard | 209 | 2025-03-18",
        "Gannet Fuel invoice 77150 09 Jan 2025 | Gannet Fuel | 77150 | 2025-01-09",
        "Tern Point Harbour invoice 0178 15 Jan 2025 | Tern Point Harbour | 0178 | 2025-01-15",
        "Kilbray Yard invoice 231 01 Jul 2025 | Kilbray Yard | 231 | 2025-07-01",
    ), joiner=" "),
    Convention("invoice, number, whom, eight digits", "Invoice_{reference}_{who}_{when ddmmyyyy}", _rows(
        "reference who when",
        "Invoice_4471_Marlow_12032025 | 4471 | Marlow | 2025-03-12",
        "Invoice_4480_Marlow_02042025 | 4480 | Marlow | 2025-04-02",
        "Invoice_0209_Kilbray_18032025 | 0209 | Kilbray | 2025-03-18",
        "Invoice_0231_Kilbray_01072025 | 0231 | Kilbray | 2025-07-01",
        "Invoice_7715_Gannet_29012025 | 7715 | Gannet | 2025-01-29",
        "Invoice_0178_Harbour_15012025 | 0178 | Harbour | 2025-01-15",
    )),
    Convention("the month, then words", "{when yyyy-mm} {what}", _rows(
        "when what",
        "2025-01 trustees minutes | 2025-01 | trustees minutes",
        "2025-03 trustees minutes | 2025-03 | trustees minutes",
        "2025-03 treasurer report | 2025-03 | treasurer report",
        "2025-05 trustees minutes | 2025-05 | trustees minutes",
        "2025-06 safety committee notes | 2025-06 | safety committee notes",
        "2025-07 annual meeting agenda | 2025-07 | annual meeting agenda",
    ), joiner=" "),
    Convention("minutes with a short date", "Minutes {when dd-mm-yy}", _rows(
        "when",
        "Minutes 14-01-24 | 2024-01-14", "Minutes 11-02-24 | 2024-02-11", "Minutes 10-03-24 | 2024-03-10",
        "Minutes 21-04-24 | 2024-04-21", "Minutes 12-05-24 | 2024-05-12", "Minutes 30-06-24 | 2024-06-30",
    )),
    Convention("kind, short form, digits, number", "{kind} {who short} {when yyyymmdd}_{reference}", _rows(
        "kind who when reference",
        "invoice mrc 20250312_4471 | invoice | Marlow Rope & Canvas | 2025-03-12 | 4471",
        "invoice kby 20250318_209 | invoice | Kilbray Yard | 2025-03-18 | 209",
        "letter tph 20250115_31 | letter | Tern Point Harbour | 2025-01-15 | 31",
        "invoice gmf 20250402_77150 | invoice | Gannet Marine Fuel | 2025-04-02 | 77150",
        "report wda 20250509_12 | report | Wick Danbury Accounts | 2025-05-09 | 12",
        "letter kby 20250620_32 | letter | Kilbray Yard | 2025-06-20 | 32",
    ), parties=HOUSE),
    Convention("a counter with a dot", "{reference}. {what}", _rows(
        "reference what",
        "01. Passage plan | 01 | Passage plan",
        "02. Tide tables | 02 | Tide tables",
        "03. Knots and splices | 03 | Knots and splices",
        "04. Rule of the road | 04 | Rule of the road",
        "05. First aid | 05 | First aid",
        "11. Radio | 11 | Radio",
    ), joiner=" "),
    Convention("the school year first", "{when school} {what} - {learner}", _rows(
        "when what learner",
        "2025-26 risk assessment - Maya Hartle | 2025-26 | risk assessment | Maya Hartle",
        "2025-26 medical form - Maya Hartle | 2025-26 | medical form | Maya Hartle",
        "2025-26 medical form - Tomas Reed | 2025-26 | medical form | Tomas Reed",
        "2024-25 consent - Bryn Osei | 2024-25 | consent | Bryn Osei",
        "2024-25 medical form - Ines Calder | 2024-25 | medical form | Ines Calder",
        "2023-24 consent - Ines Calder | 2023-24 | consent | Ines Calder",
    ), joiner=" "),
    Convention("the quarter", "{when Qq yyyy} {what}", _rows(
        "when what",
        "Q1 2024 tax return | 2024-Q1 | tax return", "Q2 2024 tax return | 2024-Q2 | tax return",
        "Q3 2024 tax return | 2024-Q3 | tax return", "Q4 2024 payroll summary | 2024-Q4 | payroll summary",
        "Q1 2025 tax return | 2025-Q1 | tax return", "Q2 2025 payroll summary | 2025-Q2 | payroll summary",
    ), joiner=" "),
    Convention("the month as a word", "{when month yyyy} {what}", _rows(
        "when what",
        "January 2025 electricity | 2025-01 | electricity", "February 2025 electricity | 2025-02 | electricity",
        "March 2025 electricity | 2025-03 | electricity", "March 2025 water | 2025-03 | water",
        "September 2025 berth rent | 2025-09 | berth rent", "December 2025 insurance | 2025-12 | insurance",
    ), joiner=" "),
    Convention("words run together", "{what title}_{when yyyy-mm-dd}", _rows(
        "what when",
        "MooringLines_2025-04-09 | Mooring Lines | 2025-04-09", "RedDiesel_2025-01-09 | Red Diesel | 2025-01-09",
        "BerthRent_2025-01-15 | Berth Rent | 2025-01-15", "MizzenSailRepair_2025-03-12 | Mizzen Sail Repair | 2025-03-12",
        "AnchorChain_2025-07-01 | Anchor Chain | 2025-07-01", "LifeRafts_2025-08-20 | Life Rafts | 2025-08-20",
    ), joiner=""),
    Convention("whom, the date in brackets, words", "{who} ({when yyyy-mm-dd}) {what}", _rows(
        "who when what",
        "Harbour office (2025-01-15) berth rent | Harbour office | 2025-01-15 | berth rent",
        "Harbour office (2025-04-15) berth rent | Harbour office | 2025-04-15 | berth rent",
        "Kilbray Yard (2025-03-18) slipway hire | Kilbray Yard | 2025-03-18 | slipway hire",
        "Kilbray Yard (2025-07-01) anchor chain | Kilbray Yard | 2025-07-01 | anchor chain",
        "Gannet Fuel (2025-04-02) red diesel | Gannet Fuel | 2025-04-02 | red diesel",
        "Marlow Rope (2025-03-12) mizzen sail | Marlow Rope | 2025-03-12 | mizzen sail",
    ), joiner=" "),
    Convention("orders", "PO-{when yyyy}-{reference words 1} {who} - {what}", _rows(
        "when reference who what",
        "PO-2025-0012 Kilbray Yard - anchor chain | 2025 | 0012 | Kilbray Yard | anchor chain",
        "PO-2025-0013 Marlow Rope - mizzen sail | 2025 | 0013 | Marlow Rope | mizzen sail",
        "PO-2025-0014 Marlow Rope - mooring lines | 2025 | 0014 | Marlow Rope | mooring lines",
        "PO-2025-0017 Gannet Fuel - red diesel | 2025 | 0017 | Gannet Fuel | red diesel",
        "PO-2025-0020 Kilbray Yard - slipway hire | 2025 | 0020 | Kilbray Yard | slipway hire",
        "PO-2025-0021 Harbour office - berth rent | 2025 | 0021 | Harbour office | berth rent",
    ), joiner=" "),
    Convention("with the sum", "{when yyyy-mm-dd} {who short} {amount} {what}", _rows(
        "when who amount what",
        "2025-03-12 mrc 1250.00 mizzen sail | 2025-03-12 | Marlow Rope & Canvas | 1250.00 | mizzen sail",
        "2025-03-18 kby 480.50 slipway hire | 2025-03-18 | Kilbray Yard | 480.50 | slipway hire",
        "2025-04-02 gmf 312.75 red diesel | 2025-04-02 | Gannet Marine Fuel | 312.75 | red diesel",
        "2025-04-02 mrc 96.00 rope offcuts | 2025-04-02 | Marlow Rope & Canvas | 96.00 | rope offcuts",
        "2025-05-09 wda 150.00 book keeping | 2025-05-09 | Wick Danbury Accounts | 150.00 | book keeping",
        "2025-06-30 tph 610.00 berth rent | 2025-06-30 | Tern Point Harbour | 610.00 | berth rent",
    ), joiner=" ", parties=HOUSE),
    Convention("certificates that expire", "{what} - {learner} - exp {expires yyyy-mm-dd}", _rows(
        "what learner expires",
        "first aid - Maya Hartle - exp 2027-05-01 | first aid | Maya Hartle | 2027-05-01",
        "first aid - Tomas Reed - exp 2027-05-01 | first aid | Tomas Reed | 2027-05-01",
        "radio licence - Bryn Osei - exp 2029-11-30 | radio licence | Bryn Osei | 2029-11-30",
        "sea survival - Ines Calder - exp 2028-03-14 | sea survival | Ines Calder | 2028-03-14",
        "radio licence - Maya Hartle - exp 2030-01-09 | radio licence | Maya Hartle | 2030-01-09",
        "first aid - Bryn Osei - exp 2026-12-24 | first aid | Bryn Osei | 2026-12-24",
    ), joiner=" "),
]  # fmt: skip
