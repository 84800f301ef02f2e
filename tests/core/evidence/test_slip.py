"""A whole slip read from the words of a page: what is told from what stands around it."""

from dataclasses import replace
from datetime import date

import pytest

from tests.core.evidence.test_page import page
from tests.core.evidence.test_subject import said
from waka.core.fields.evidence.ours import Office
from waka.core.fields.evidence.own_number import called_in
from waka.core.fields.evidence.page import Page, Word
from waka.core.fields.evidence.slip import Clerk, Part, Read

OFFICE = Office(
    names=["Tern Point Sail Training Trust"], addresses=["The Old Customs Shed, North Mole, TP4 2QX"]
)
US = [
    said(130, ("Tern Point Sail Training Trust", 40)),
    said(142, ("The Old Customs Shed", 40)),
    said(154, ("TP4 2QX", 40)),
]


def read(*rows: list[Word], is_picture: bool = True) -> Read:
    told = page(*rows)
    return Clerk(OFFICE).read([Part([Page(1, 595, 842, told.words, is_picture)])])


def first(found: Read, field: str) -> object:
    some = getattr(found, field)
    return some[0].value if some else None


BILL = [said(60, ("Marlow Rope & Canvas", 40)), said(75, ("4 Ropewalk Yard, Tern Point TP4 1AB", 40)), *US]
TOTAL = said(400, ("Total to pay", 300), ("120.00", 480))


@pytest.mark.parametrize(
    ("rows", "reference"),
    [
        # a label that ran into its number
        ([*BILL, said(200, ("Facture", 40), ("n°FA2025-12", 79)), TOTAL], "FA2025-12"),
        # the head of a column before the last word of the cell to the left
        ([said(60, ("RISK ASSESSMENT", 40)), said(100, ("Activity", 40), ("Ref.", 250), ("Assessor", 350)), said(112, ("Saturday sailing class", 40), ("RA103", 250), ("Alba Beck", 350))], "RA103"),
        # one letter of a label is taken for one that looks alike
        ([said(60, ("Guild of Sailmakers", 40)), said(90, ("Certificate of competence", 40)), said(130, ("Certifieate no.", 40), ("GSA 95834", 200)), said(150, ("Datc of issue", 40), ("14 March 2025", 200))], "GSA 95834"),
        # what something is called begins its number
        ([said(60, ("PURCHASE ORDER", 40), ("P01233", 250), ("26 February 2025", 400)), said(90, ("Please supply", 40)), said(200, ("Order value", 300), ("120.00", 480))], "PO1233"),
        # a figure that numbers a box is no number of the paper
        ([*BILL, said(40, ("SALES INVOICE", 300)), said(52, ("2 Issue", 300)), TOTAL], None),
        # an account rendered by a letter
        ([said(60, ("Ada Wintle", 40)), *US, said(200, ("Dear Tamsin", 40)), said(230, ("Account No. 139", 40)), said(260, ("For tuning the piano, as agreed, I would be glad of a cheque.", 40)),
          said(290, ("120.00", 400)), said(330, ("Yours sincerely", 40)), said(350, ("Ada Wintle", 40))], "139"),
        # the account at a bank is none
        ([*BILL, said(200, ("INVOICE", 40)), TOTAL, said(500, ("Sort code 00-00-00", 40), ("Account No. 00041700", 300))], None),
        # what its sort is called begins a number that stands by itself; a number of goods is none
        ([said(43, ("Marlow Rope & Canvas", 40), ("DELIVERY NOTE", 300)), said(81, ("DN66050", 300)), *US, said(225, ("Line", 40), ("Goods", 90), ("Qty", 300)), said(248, ("1", 40), ("Brush, No. 12", 90), ("12 ea", 300)),
          said(700, ("Received in good order", 40))], "DN66050"),
        # a credit note on the form of an invoice
        ([said(60, ("Marlow Rope & Canvas", 40), ("CREDIT NOTE", 300)), *US, said(170, ("Invoice no.", 300), ("VM/1547", 400)), TOTAL], "VM/1547"),
        ([said(60, ("Marlow Rope & Canvas", 40), ("CREDIT NOTE", 300)), *US, said(170, ("Credit note no.", 300), ("CN9", 400)), said(182, ("Invoice no.", 300), ("VM/1547", 400)), TOTAL], "CN9"),
        # a postcode however it is printed
        ([said(60, ("Ada Wintle", 40)), said(75, ("The Old Forge", 40)), said(90, ("LQ7-3JN", 40)), *US, said(200, ("Dear Tamsin", 40)), said(230, ("Please find a cheque for the berth.", 40)),
          said(330, ("Yours sincerely", 40))], None),
    ],
)  # fmt: skip
def test_the_number_of_a_paper(rows: list[list[Word]], reference: str | None) -> None:
    assert first(read(*rows), "reference") == reference


@pytest.mark.parametrize(
    ("text", "number", "called"),
    [("Marlow\nDelivery note 5483\nDate 4 May", "5483", "delivery note"), ("Account ref\n7246", "7246", "account ref"), ("We met 5483 times", "5483", None),
     ("Total 12.00", "5483", None), ("", "5483", None), ("Policy 8256", "8256", "policy")],
)  # fmt: skip
def test_how_the_number_that_a_paper_was_filed_by_is_called_on_it(
    text: str, number: str, called: str | None
) -> None:
    assert called_in(text, number) == called


@pytest.mark.parametrize(
    ("rows", "who"),
    [
        # what was bought at a till is no address
        ([said(60, ("HOBDAY HARDWARE", 40)), said(90, ("14 Sheep Street, Larkmoor", 40)), said(140, ("PAINT KETTLE", 40), ("2.55", 400)), said(155, ("2 X TAPE ST12 25MM", 40), ("5.86", 400)),
          said(200, ("TOTAL", 40), ("8.41", 400)), said(220, ("RECEIPT 51903", 40)), said(235, ("CHANGE", 40), ("0.00", 400))], "HOBDAY HARDWARE"),
        ([said(60, ("RECEIPT", 40)), said(90, ("No. 735", 40)), said(120, ("Received from", 40), ("Tern Point Sail Training Trust", 150)), said(150, ("25.00", 40), ("Signed for G. Marsh, Removals", 200))], "G. Marsh, Removals"),
        ([said(60, ("45 Heron Close", 40)), said(72, ("LW1 0ZZ", 40)), said(90, ("23 June 2025", 40)), *US, said(200, ("Dear Tamsin,", 40)), said(230, ("I write about this: fire inspection of the shed.", 40)),
          said(242, ("Our officer will call at 9 North Street on 16 July 2025.", 40)), said(300, ("Yours", 40)), said(330, ("Odile Farrow", 40))], "Odile Farrow"),
    ],
)  # fmt: skip
def test_whom_a_paper_is_from(rows: list[list[Word]], who: str) -> None:
    assert first(read(*rows), "who") == who


@pytest.mark.parametrize(
    ("rows", "due"),
    [
        # a sentence that goes on in the next line
        ([said(200, ("INVOICE", 40)), said(215, ("30 July 2025", 40)), TOTAL, said(430, ("The total of this bill is as above and we would be glad to have it by", 40)), said(442, ("6 August 2025.", 40))], date(2025, 8, 6)),
        # what was due before a paper was written is another paper
        ([said(160, ("23 August 2025", 40)), said(200, ("Payment reminder", 40)), said(230, ("Our invoice 01290/25 over 229.69 was due on 8 August 2025.", 40)), said(242, ("We have not seen your payment yet.", 40))], None),
    ],
)  # fmt: skip
def test_the_day_by_which_it_is_to_be_paid(rows: list[list[Word]], due: date | None) -> None:
    assert first(read(*BILL, *rows), "due") == due


def test_who_gives_an_address_at_the_head_of_a_paper_writes_no_essay() -> None:
    prose = [said(200 + 14 * at, ("Berth agreement of the Sail Training Trust, to be signed soon and then returned to us.", 40)) for at in range(3)]  # fmt: skip
    head = [
        said(60, ("TERN POINT HARBOUR", 40)),
        said(75, ("Harbour Office", 40)),
        said(90, ("harbourmaster@ternpoint.example", 40)),
        said(120, ("Berth agreement", 40)),
    ]
    assert read(*head, *prose).kind != "coursework"
    assert read(said(60, ("Ines Calder", 40)), *prose).kind == "coursework"


@pytest.mark.parametrize(
    ("subject", "what"),
    [("Dredging in December", "Dredging in December"), ("Re: AW: Fwd: the slip", "the slip"), ("RE[2]: slip", "slip"), ("", None), ("Regatta", "Regatta"),
     ("A subject that goes on for much longer than any name should be: with all its details", "A subject that goes on for much longer")],
)  # fmt: skip
def test_a_mail_is_about_its_subject(subject: str, what: str | None) -> None:
    body = page(
        said(20, ("From: Odile Farrow", 40)),
        said(34, (f"Subject: {subject}", 40)),
        said(48, ("Please come on Monday.", 40)),
    )
    facts = {"sort": "mail", "who": "Odile Farrow <odile@farrow.example>", "what": subject}
    found = Clerk(OFFICE).read([Part([body], facts)])
    assert (first(found, "what") if found.what and found.what[0].why == "mail" else None) == what


LETTER_TO_US = [
    said(60, ("Lantern Trust Fund", 40)),
    said(72, ("9 Lamp Street, Brae", 40)),
    said(84, ("Tern Point Sail Training Trust, The Old Customs Shed, North Mole, TP4 2QX", 40)),
]


@pytest.mark.parametrize(
    ("rows", "when"),
    [
        # the line above is an address, not a sentence that goes on; when somebody met is not when a letter was written
        ([*LETTER_TO_US, said(96, ("23 August 2025", 40)), said(120, ("Dear Ms Brook", 40)), said(140, ("The trustees met on 12 September 2025 and were glad to read of your plans.", 40)), said(160, ("Yours sincerely", 40))], date(2025, 8, 23)),
        # a heading in larger letters is no sentence that goes on
        ([[*said(60, ("Minutes of the Finance and Premises Committee", 40))], said(75, ("Held on 18th October 2025 in the Old Customs Shed", 40)), said(100, ("Present: Grant Calder, Odile Farrow", 40)), said(120, ("Apologies: none", 40))], date(2025, 10, 18)),
        ([said(60, ("Narrow Seas Radio Board", 40)), said(80, ("Certificate of Competence", 40)), said(100, ("This is to certify that", 40)), said(120, ("Alba Beck", 40)), said(140, ("Given at Ostrey on 11th June 2025", 40)), said(160, ("Expires: 11th June 2028", 40))], date(2025, 6, 11)),
        ([said(60, ("RISK ASSESSMENT", 40)), said(80, ("Activity", 40), ("Ref.", 200), ("Review by", 300), ("Assessed", 400)), said(92, ("Rigging", 40), ("RA103", 200), ("20/06/2026", 300), ("20/06/2025", 400)), said(500, ("Form HS4 issue 3 10/01/2022", 40))], date(2025, 6, 20)),
        ([*BILL, said(200, ("INVOICE", 40)), said(215, ("Dated 1 1th January 2025", 40)), TOTAL], date(2025, 1, 11)),
        ([*BILL, said(200, ("INVOICE", 40)), said(215, ("Invoice date", 40)), said(227, ("Friday,21st February 2025", 40)), TOTAL], date(2025, 2, 21)),
    ],
)  # fmt: skip
def test_the_day_of_a_paper(rows: list[list[Word]], when: date) -> None:
    assert first(read(*rows), "when") == when


def test_cover_lasts_until_the_end_of_its_period() -> None:
    rows = [
        said(100, ("Public liability: schedule", 40)),
        said(120, ("Policy number", 40), ("BMI 38239", 250)),
        said(140, ("Period of insurance", 40), ("12 April 2025 to 11 April 2026", 250)),
    ]
    assert first(read(*rows), "expires") == date(2026, 4, 11)


def test_taxes_at_several_rates_add_up_to_the_total() -> None:
    rows = [said(300, ("Net", 300), ("883.54", 480)), said(315, ("VAT 20%", 300), ("172.11", 480)), said(330, ("VAT 5.5%", 300), ("1.26", 480)), said(345, ("Payable", 300), ("1,056.91", 480))]  # fmt: skip
    found = read(*BILL, said(200, ("INVOICE", 40)), *rows)
    assert found.amount[0].why.endswith("adds_up") and str(found.amount[0].value) == "1056.91"


def test_who_wrote_it_in_the_largest_letters_is_not_what_it_is_about() -> None:
    large = [replace(word, top=word.top - 6) for word in said(71, ("NORTH MOLE HARBOUR BOARD", 40))]
    found = read(large, said(112, ("Premises Licence (Plays and Music)", 40)), said(165, ("The above authority grants to the Trust this licence.", 40)), said(250, ("This licence expires on 17th August 2026.", 40)), said(318, ("Dated 18th August 2025", 40)))  # fmt: skip
    assert first(found, "who") == "NORTH MOLE HARBOUR BOARD"
    assert "NORTH MOLE HARBOUR BOARD" not in [one.value for one in found.what]
