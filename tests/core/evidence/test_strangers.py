"""Papers of strangers: what they have in common, by which they are read though nobody saw their layouts."""

from dataclasses import replace
from datetime import date
from decimal import Decimal

import pytest

from tests.core.evidence.test_page import page, row
from tests.core.evidence.test_slip import OFFICE, first
from tests.core.evidence.test_slip import read as read_picture
from waka.core.fields.evidence.page import Page, Word
from waka.core.fields.evidence.slip import Clerk, Part, Read

Rows = list[list[Word]]


def line(top: float, *placed: tuple[str, float], height: float = 10.0) -> list[Word]:
    """Cells set at their lefts, each word half as wide a letter as it is high."""
    words = []
    for text, left in placed:
        at = left
        for word in text.split():
            words += row(top, (word, at), height=height)
            at += (len(word) / 2 + 0.28) * height
    return words


def read(rows: Rows) -> Read:
    return read_picture(*rows, is_picture=False)


def us(top: float, left: float = 40) -> Rows:
    told = ("Tern Point Sail Training Trust", "The Old Customs Shed", "TP4 2QX")
    return [line(top + 13 * at, (one, left)) for at, one in enumerate(told)]


FIRM = [
    line(40, ("Bexley Moor Ceramics", 40), height=16),
    line(62, ("Kiln Yard", 40)),
    line(74, ("Bexley Moor BM11 2SD", 40)),
]
PRICED = [line(300, ("Clay, 12 kg", 40), ("120.00", 480)), line(330, ("Net", 300), ("120.00", 480)), line(344, ("VAT", 300), ("24.00", 480)), line(358, ("Total", 300), ("144.00", 480))]  # fmt: skip
INVOICE = [*FIRM, *us(120), line(200, ("Invoice", 40), height=16), *PRICED]
ASKED = [
    line(69, ("Harbour Chart Agency", 40)), line(82, ("8 Mole Street, Carrowby CB7 8PS", 40)), *us(102), line(160, ("3 March 2026", 40)), line(180, ("Our invoice HCA/118", 40)), line(200, ("Dear Ms Brook,", 40)), line(220, ("Charts of the outer banks", 40)),
    line(240, ("For the use of two charts from 1 April 2026, at £42.50 a chart, we ask for a fee of £85.00, on", 40)), line(253, ("which no tax is charged. Kindly let us have this sum of £85.00 by 31 March 2026.", 40)), line(275, ("Yours sincerely,", 40)), line(295, ("Licensing", 40)),
]  # fmt: skip
STAY = [
    line(52, ("The Capstan Hotel", 40), height=18), line(76, ("Market Place, Carrowby CB7 1MP", 40)), line(108, ("Guest", 40), ("Tamsin Brook, Tern Point Sail Training Trust", 120)), line(125, ("Folio", 40), ("20931", 120)), line(141, ("Arrival", 40), ("09/03/26", 120)), line(158, ("Departure", 40), ("11/03/26", 120)),
    line(191, ("Date", 40), ("Service", 140), ("Charge", 300), ("Balance", 400)), line(207, ("09/03/26", 40), ("Room 7", 140), ("75.00", 300), ("75.00", 400)), line(224, ("10/03/26", 40), ("Room 7", 140), ("75.00", 300), ("150.00", 400)), line(240, ("11/03/26", 40), ("Breakfast", 140), ("14.00", 300), ("164.00", 400)),
    line(257, ("11/03/26", 40), ("Card", 140), ("-164.00", 300), ("0.00", 400)), line(280, ("Total of stay £164.00 including VAT", 40)),
]  # fmt: skip
REVERSED = [
    line(54, ("Bexley Moor Ceramics", 40), ("25218 invoice no", 420), height=12), line(68, ("21 July 2025 invoice date", 400)), line(82, ("4 August 2025 due date", 404)), line(96, ("P825 your order", 428)), *us(113), line(188, ("Qty", 40), ("Item", 100), ("Amount", 480)), line(204, ("3", 40), ("Glass, pane", 100), ("120.00", 480)),
    line(269, ("120.00 net", 460)), line(288, ("24.00 VAT", 464)), line(308, ("£144.00 total due", 430)),
]  # fmt: skip
RENEWAL = [
    line(52, ("The Seafarers' Training Board", 40), height=16), line(76, ("9 Spar Square, Carrowby CB1 9SS", 40)), *us(96), line(170, ("Your membership is due for renewal", 40), height=13), line(191, ("Renewal number", 40), ("SUB7386", 260)), line(207, ("Date of notice", 40), ("15 August 2026", 260)), line(224, ("Membership runs out on", 40), ("12 September 2026", 260)),
    line(240, ("Subscription for the coming year", 40), ("£115.00", 260)), line(255, ("Dear member, please renew by 12 September 2026 so that your journal comes without a gap.", 40)), line(269, ("Cheques are payable to The Seafarers' Training Board.", 40)),
]  # fmt: skip
SAFE = [
    line(54, ("BOILER SAFETY RECORD", 40)), line(71, ("Engineer's firm", 40), ("Carrowby Boiler Services, Flue House, Carrowby CB1 3MR", 160)), line(88, ("For", 40), ("Tern Point Sail Training Trust", 160)), line(105, ("Appliance", 40), ("Galley boiler", 160)), line(123, ("Safe to use", 40), ("Yes", 160)), line(140, ("Checked on", 40), ("2 Dec 2024", 160)),
    line(157, ("To be checked again before", 40), ("2 Dec 2025", 200)), line(190, ("This record certifies that the appliance above has been checked.", 40)),
]  # fmt: skip
COVER = [line(193, ("Tern Point Sail Training Trust", 40)), line(206, ("Spring season: a report", 40), height=20), line(230, ("Alba Beck", 40)), line(244, ("16 October 2025", 40))]  # fmt: skip
PROSE = "The work will take about four days, and the rear entrance cannot be used meanwhile."


@pytest.mark.parametrize(
    ("rows", "field", "value"),
    [
        # labels in short
        ([*INVOICE, line(230, ("INV NO", 40), ("24/276", 120)), line(244, ("A/C REF", 40), ("SAL947", 120))], "reference", "24/276"),
        # values that are large, with small captions beneath them
        ([*INVOICE, line(230, ("QA/4410", 40), ("12 May 2026", 200), ("26 May 2026", 360), height=13), line(245, ("invoice number", 40), ("date of invoice", 200), ("please pay by", 360), height=7)], "reference", "QA/4410"),
        ([*INVOICE, line(230, ("QA/4410", 40), ("12 May 2026", 200), ("26 May 2026", 360), height=13), line(245, ("invoice number", 40), ("date of invoice", 200), ("please pay by", 360), height=7)], "due", date(2026, 5, 26)),
        # a postcode in the next column is no number
        ([*FIRM, line(100, ("Invoice", 40), height=8), line(101, ("TP4 2QX", 200)), line(110, ("2025062287", 40)), *PRICED, line(400, ("Please pay this invoice", 40))], "reference", "2025062287"),
        # a number and a day in one title
        ([*FIRM, *us(120), line(200, ("Facture n° SI0826 du 21 juin 2026", 40), height=14), line(220, ("Votre commande du 12/06/2026", 40)), *PRICED], "when", date(2026, 6, 21)),
        # days of work in a table, each with its day of the week
        ([*FIRM, *us(120), line(200, ("Invoice SI022779", 40), ("Thu 13 Aug 2026", 300)), line(220, ("Date", 40), ("Work", 200), ("Units", 350), ("£", 480)),
          *[line(240 + 14 * at, (f"Tue {14 + at} Jul 2026", 40), ("Windows", 200), ("1", 350), ("90.00", 480)) for at in range(3)], line(300, ("Total", 350), ("270.00", 480))], "when", date(2026, 8, 13)),
        # a fee note in the form of a letter
        ([*FIRM, *us(120), line(180, ("FEE NOTE K55609", 40)), line(200, ("Dear Tamsin Brook,", 40)), line(220, ("To tuning the piano, as agreed:", 40)), line(240, ("377.50", 300)), line(260, ("I should be grateful for settlement by 30 November 2025.", 40)), line(280, ("With kind regards", 40))], "amount", Decimal("377.50")),
        # what is left to pay of a receipt's own number, beside that of the invoice
        ([line(40, ("Chalkboard Cloud", 200), height=16), line(70, ("Receipt from Chalkboard Cloud", 200)), line(90, ("£24.00", 200), height=22), line(130, ("Receipt number", 40), ("4410-0042", 200)), line(144, ("Invoice number", 40), ("5F1B73-0007", 200)), line(158, ("Amount paid", 40), ("£24.00", 200))], "reference", "4410-0042"),
        # the paper's own day beside the day of a visit
        ([*FIRM, line(200, ("Certificate of inspection", 40), height=16), line(230, ("Tested on", 40), ("23 August 2026", 200)), line(244, ("Next test due", 40), ("23 August 2027", 200))], "when", date(2026, 8, 23)),
        ([*FIRM, line(200, ("Inspection report", 40), height=16), line(230, ("Date of inspection", 40), ("23 August 2026", 200)), line(244, ("Report date", 40), ("1 September 2026", 200))], "when", date(2026, 9, 1)),
        # a meeting that is called
        ([line(40, ("Tern Point Sail Training Trust", 40)), line(60, ("Finance Panel", 40), height=16), line(90, ("There will be a meeting on 2 March 2026 at 7 pm in the library.", 40)), line(110, ("AGENDA", 40)), line(130, ("1. Apologies", 40)), line(144, ("2. Minutes of the last meeting", 40))], "when", date(2026, 3, 2)),
        ([line(40, ("Minutes of the Finance Panel", 40), height=16), line(70, ("held in Room 4 on Fri 24 Oct 2025 at 18:30", 40)), line(90, ("Present: Alba Beck", 40)), line(110, ("The minutes of Fri 26 Sep 2025 were agreed.", 40)), line(130, ("Next meeting: Fri 21 Nov 2025", 40))], "when", date(2025, 10, 24)),
        # facts in one line, parted by dots
        ([line(52, ("Keystone Copiers", 40), ("INVOICE", 400), height=14), line(89, ("No. VW35968 · 11 January 2025 · payable by 10 February 2025 · customer 09376", 40)), *us(120), *PRICED], "reference", "VW35968"),
        # who pays sooner pays less
        ([*INVOICE, line(230, ("Date", 40), ("2 June 2025", 150)), line(244, ("Due", 40), ("2 July 2025", 150)), line(500, ("Pay £141.12 if you pay by 12 June 2025 (2% off).", 40))], "due", date(2025, 7, 2)),
        # a sample was taken, came in, and was reported on
        ([line(40, ("Lacey Reference Laboratory", 40), ("LABORATORY REPORT", 350)), line(80, ("Report no.", 40), ("LRL41", 140), ("Patient", 260), ("Biscuit", 380)), line(94, ("Sample taken", 40), ("3 May 2026", 140), ("Received", 260), ("5 May 2026", 380)), line(108, ("Reported", 40), ("6 May 2026", 140))], "when", date(2026, 5, 6)),
        # a number in a sentence of a certificate
        ([line(60, ("Register of Animal Practices", 150)), line(100, ("Certificate of Registration", 120), height=18), line(140, ("The practice known as", 150)), *us(160, 150), line(210, ("is entered in the register under the number RAP 3321", 100)), line(230, ("This certificate was issued on 2 May 2026 and expires on 2 May 2027.", 80))], "reference", "RAP 3321"),
        # what is taken, and when
        ([line(53, ("Hello. Here's your latest bill.", 40), height=16), line(100, ("Total to pay", 40), ("We'll take this on", 250), height=8), line(112, ("£43.57", 40), ("4 April 2025", 250), height=16), line(150, ("Bill", 40), ("CL21354525", 140)), line(164, ("Made on", 40), ("21 March 2025", 140)), *us(190), line(400, ("Clearline Broadband, Fibre Works, Carrowby CB7 7BB", 40), height=7)], "due", date(2025, 4, 4)),
        ([line(53, ("Hello. Here's your latest bill.", 40), height=16), line(100, ("Total to pay", 40), ("We'll take this on", 250), height=8), line(112, ("£43.57", 40), ("4 April 2025", 250), height=16), line(150, ("Bill", 40), ("CL21354525", 140)), *us(190), line(400, ("Clearline Broadband, Fibre Works, Carrowby CB7 7BB", 40), height=7)], "who", "Clearline Broadband"),
        ([line(12, ("Castle Car Park", 40)), line(25, ("Castle Street, Carrowby", 40)), line(39, ("PAY AND DISPLAY", 40), height=13), line(59, ("EXPIRES", 40)), line(71, ("17:29", 40), height=20), line(96, ("30 Jul 2026", 40)), line(110, ("Fee paid £4.80 Machine 4", 40))], "amount", Decimal("4.80")),
        ([line(40, ("Certificate of attendance", 40), height=16), line(80, ("Mirela Stan", 40), height=16), line(110, ("attended the course", 40)), line(130, ("Anaesthesia at the table", 40), height=12), line(150, ("17/12/2024, 6 hours", 40)), line(500, ("Course leader: Dr P. Quill", 40)), line(514, ("Lacey Reference Laboratory", 40))], "who", "Lacey Reference Laboratory"),
        ([line(40, ("How a nurse sees pain", 40)), line(54, ("An essay by Mirela Stan", 40)), line(68, ("2 May 2026", 40)), *[line(90 + 14 * at, (PROSE, 40)) for at in range(5)]], "what", "How a nurse sees pain"),
        ([line(40, ("How a nurse sees pain", 40)), line(54, ("An essay by Mirela Stan", 40)), line(68, ("2 May 2026", 40)), *[line(90 + 14 * at, (PROSE, 40)) for at in range(5)]], "who", "Mirela Stan"),
        # the meeting is of somebody
        ([line(42, ("Thornby Animal Welfare Trust", 40)), line(56, ("Minutes of the Annual General Meeting", 40)), line(70, ("held at the Jubilee Hall on 28 April 2026", 40)), line(84, ("Present: 23 members. Apologies: Mrs Tuck.", 40))], "who", "Thornby Animal Welfare Trust"),
        # a person writes, without any address
        ([line(80, ("To the Tern Point Sail Training Trust", 40)), line(116, ("Dear all,", 40)), line(135, (PROSE, 40)), line(149, ("Should anything change, we will write again in good time.", 40)), line(188, ("With best wishes from us both,", 40)), line(207, ("Dr Hugo Sedley", 40)), line(227, ("13 April 2025", 40))], "who", "Dr Hugo Sedley"),
        # bills of other countries
        ([*FIRM, *us(120), line(200, ("Votre facture d'électricité du 3 mai 2026", 40), height=14), line(230, ("N° de facture", 40), ("4410998877", 200)), line(260, ("Consommation, 412 kWh", 40), ("88,10 €", 400)), line(280, ("Montant à payer", 40), ("88,10 €", 400)), line(300, ("Ce montant sera prélevé le 21/05/2026.", 40))], "when", date(2026, 5, 3)),
        ([*FIRM, *us(120), line(200, ("Votre facture d'électricité du 3 mai 2026", 40), height=14), line(230, ("N° de facture", 40), ("4410998877", 200)), line(260, ("Consommation, 412 kWh", 40), ("88,10 €", 400)), line(280, ("Montant à payer", 40), ("88,10 €", 400)), line(300, ("Ce montant sera prélevé le 21/05/2026.", 40))], "due", date(2026, 5, 21)),
        ([*FIRM, *us(120), line(200, ("Factuurnr. 2025882", 40), ("Factuurdatum 17-05-2025", 200), ("Uiterlijk te betalen op 16-06-2025", 350)), line(260, ("Totaal te voldoen", 40), ("504,24", 400)), line(280, ("Factuur", 40), height=14)], "due", date(2025, 6, 16)),
        ([*FIRM, *us(120), line(150, ("Statement ME258546", 300)), line(195, ("Electricity statement", 40), height=14), line(230, ("Electricity used", 40), ("£80.00", 400)), line(250, ("Your balance is £80.00, which we will collect by Direct Debit on 3 June 2025.", 40))], "reference", "ME258546"),
        # an empty “your reference” over the day of a letter
        ([line(54, ("Federation of Tenants", 40), height=16), *us(110), line(196, ("Our reference", 40), ("HSG-63135", 160)), line(213, ("Your reference", 40)), line(229, ("Date", 40), ("10 Aug 2025", 160)), line(261, ("Dear Ms Crowther,", 40)), line(280, (PROSE, 40)), line(300, ("Yours sincerely,", 40))], "when", date(2025, 8, 10)),
        # until when, by other words
        ([*FIRM, line(200, ("Gas safety certificate", 40), height=14), line(230, ("Date of inspection: 2 May 2026", 40), ("Next inspection due by: 2 May 2027", 300))], "expires", date(2027, 5, 2)),
        ([*FIRM, line(200, ("Insurance schedule", 40), height=14), line(230, ("Policy number", 40), ("HA/2257", 140), ("Prepared on", 260), ("5 Jan 2026", 380)), line(244, ("Period", 260), ("25 Jan 2026 to 24 Jan 2027", 380))], "expires", date(2027, 1, 24)),
        # a name that is called as streets are, at the head of its block
        ([line(53, ("INVOICE #44173", 40), height=18), line(83, ("3 October 2026", 40)), line(104, ("Petra Voss Gardens", 40), ("Tern Point Sail Training Trust", 300)), line(116, ("Rose Cottage, Back Lane", 40), ("The Old Customs Shed", 300)), line(128, ("Little Orme LO3 2RC", 40), ("TP4 2QX", 300)), line(247, ("Total", 300), ("239.04", 400))], "who", "Petra Voss Gardens"),
        # a school is not whose homework it is, and a question is nobody's name
        ([line(53, ("Ferndown Primary School", 40), ("Class 6K", 250), ("27 Nov 2025", 400)), line(71, ("Volcanoes", 40), height=20), line(101, ("Leo Fisk", 40)), *[line(120 + 14 * at, (PROSE, 40)) for at in range(4)]], "who", "Leo Fisk"),
        ([line(53, ("Ferndown Primary School", 40), ("Class 6K", 250), ("27 Nov 2025", 400)), line(71, ("Volcanoes", 40), height=20), line(101, ("Leo Fisk", 40)), *[line(120 + 14 * at, (PROSE, 40)) for at in range(4)]], "what", "Volcanoes"),
        ([line(40, ("How fast does ice melt?", 40), height=14), line(60, ("Science report by Amara Dell, 5 September 2025", 40)), line(90, ("What I did", 40)), line(104, ("I took three cups and looked at them every ten minutes.", 40)), line(130, ("What I found", 40)), line(144, ("The second cup was faster.", 40))], "who", "Amara Dell"),
        # a workshop's ticket: days of the work, and in the last line name, number and day of the invoice itself
        *[([line(50, ("Carrowby Sail Loft", 40), ("Job 3391", 440), height=12), line(80, ("Customer", 40), ("Tern Point Sail Training Trust", 140)), line(94, ("Booked in", 40), ("3 February 2025", 140), ("Ready", 300), ("21 February 2025", 380)), line(110, ("Second reef point torn. Sewn and patched.", 40)),
           line(140, ("Parts", 40), ("20.00", 140)), line(154, ("Labour", 40), ("80.00", 140)), line(168, ("VAT", 40), ("20.00", 140)), line(182, ("To pay", 40), ("£120.00", 140)), line(260, ("Tax invoice 20394 / 24-Feb-2025 / Sail Loft (Carrowby) Ltd, Quay Lane, Carrowby CB2 2QL", 40), height=8)],
          field, value) for field, value in (("reference", "20394"), ("when", date(2025, 2, 24)))],
        # a credit that is called so alone, with its own number and that of what it is for
        *[([line(52, ("CREDIT", 40), ("Cadence Paper", 440), height=14), line(68, ("18 Stave Street, Carrowby CB2 8SS", 400)), line(96, ("Credit to", 40), ("Tern Point Sail Training Trust", 200)), line(112, ("Credit no.", 40), ("CR386", 200)), line(128, ("Date", 40), ("17 September 2026", 200)), line(144, ("For our invoice", 40), ("5634 of 24 August 2026", 200)),
           line(180, ("Logbooks, returned", 40), ("(360.00)", 480)), line(196, ("VAT", 40), ("(72.00)", 480)), line(212, ("Credited", 40), ("(432.00)", 480))],
          field, value) for field, value in (("reference", "CR386"), ("when", date(2026, 9, 17)), ("amount", Decimal("-432.00")))],
        # an invoice's name with a word that says more, and its number behind it
        *[([line(52, ("Isaura Merle", 40), height=14), line(76, ("splicer · 4 Rookery Gardens, Carrowby CB5 4RG · isaura@merle.example", 40), height=8), line(108, ("7 August 2026", 40)), line(128, ("Tamsin Brook, Tern Point Sail Training Trust", 40)), line(148, ("Fee invoice IM89", 40)), line(168, ("Two days on the rigging, 2 August 2026", 40)), line(180, ("£290.00", 40)),
           line(200, ("Train and taxi", 40)), line(216, ("£51.39", 40)), line(236, ("Together £341.39, please, to the usual account within a fortnight.", 40))],
          field, value) for field, value in (("reference", "IM89"), ("when", date(2026, 8, 7)), ("who", "Isaura Merle"))],
        # the day of something else, called by a word that no label has
        ([line(40, ("Northern Regatta Association", 40), ("INVOICE", 440)), line(54, ("The Steps, Carrowby CB2 6FR", 40), ("NRA4410", 440)), line(68, ("27 October 2024", 440)), *us(90), line(160, ("Spring Regatta, third class", 40), ("race day 26 December 2024", 300)), line(176, ("Entry fee", 40), ("£45.00", 300)), line(192, ("Sum now due", 40), ("£45.00", 300)),
          line(220, ("Fees reach us by 17 November 2024; boats whose fee has not come by then are not drawn.", 40))], "when", date(2024, 10, 27)),
        # when money was taken, in the sentence of a receipt
        ([line(52, ("Carrowby Borough Council, County Hall, Carrowby CB1 1CH", 40)), line(80, ("Official receipt", 40), height=14), line(110, ("Receipt R482211", 40)), line(130, ("Received on 3 October 2025 from Tern Point Sail Training Trust the sum of £41.20 for a mooring licence.", 40))], "when", date(2025, 10, 3)),
        # from when a certificate holds, where it has no day of its own
        ([line(52, ("Harbinger Mutual Insurance Company", 40), height=14), line(80, ("Certificate of public liability insurance", 40), height=12), line(110, ("Policy", 40), ("HM/118/BB", 160)), line(124, ("Cover begins", 40), ("4 December 2025", 160)), line(138, ("Cover ends", 40), ("3 December 2026", 160))], "when", date(2025, 12, 4)),
        ([line(52, ("Harbinger Mutual Insurance Company", 40), height=14), line(80, ("Certificate of public liability insurance", 40), height=12), line(110, ("Policy", 40), ("HM/118/BB", 160)), line(124, ("This certificate was drawn up on 20 November 2025", 40)), line(138, ("Cover begins", 40), ("4 December 2025", 160)), line(152, ("Cover ends", 40), ("3 December 2026", 160))], "when", date(2025, 11, 20)),
        # whose form it is
        ([line(40, ("Tern Point Sail Training Trust", 40)), line(60, ("Consent for a day out", 40), height=14), line(90, ("Child's name", 40), ("Rohan Pike", 200)), line(104, ("Date of birth", 40), ("3.4.2013", 200)), line(118, ("Signed by parent", 40), ("A. Pike", 200)), line(132, ("On", 40), ("2 May 2026", 200))], "who", "Rohan Pike"),
        # a payment's own number
        ([line(40, ("Carrowby Borough Council", 40), height=12), line(56, ("Creditor payments, County Hall, Carrowby CB1 1CH", 40)), line(80, ("REMITTANCE ADVICE", 40), height=14), line(110, ("Payee", 40), ("Tern Point Sail Training Trust", 200)), line(124, ("Payment number", 40), ("4022547", 200)), line(138, ("Payment date", 40), ("3 May 2026", 200)), line(160, ("Total of this payment £410.00", 40))], "reference", "4022547"),
        # a line that lost its gaps: name, number and day of an invoice; days of the work in a sentence
        ([line(40, ("Tobias Reef Rigging", 40), height=14), line(60, ("Ivy Cottage, Carrowby CB7 1IC", 40)), line(90, ("Invoice no. 261 15 December 2025", 40)), *us(110), line(170, ("Setting up of two masts on 9 December 2025 and 10 December 2025, two men and a crane,", 40)), line(183, ("as agreed with Alba Beck.", 40)), line(200, ("£300.00 in full, no VAT charged", 40))], "when", date(2025, 12, 15)),
        # dots that a recogniser set close
        ([line(40, ("Bannerman Print·Folio Works·Carrowby CB3 8FW", 40)), *us(70), line(140, ("INVOICE", 40), height=14), line(170, ("Document No. 903822037", 40)), line(184, ("Document date 24 October 2024", 40)), *PRICED], "who", "Bannerman Print"),
        # a till's day with its hour, and who was at it
        ([line(40, ("Nettle & Dock Hardware", 40)), line(54, ("40 High Street, Carrowby CB1 2HS", 40)), line(80, ("GALV BUCKET 18.38", 40)), line(94, ("BALANCE DUE 18.38", 40)), line(108, ("CARD 18.38", 40)), line(122, ("CHANGE 0.00", 40)), line(136, ("TRANSACTION 414004 TILL2", 40)), line(150, ("11/06/2026 17:28 OP:MEG", 40))], "when", date(2026, 6, 11)),
        # what was paid before, on a bill, taken off
        ([line(40, ("Northmoor Gas", 40), height=14), line(60, ("2 Burner Way, Carrowby CB8 2BW", 40)), *us(80), line(140, ("Your gas bill", 40), height=14), line(160, ("Bill date 29 October 2024", 40)), line(180, ("336.03", 300)), line(191, ("Balance on your last bill", 300), height=7), line(208, ("Payments we have had", 40), ("-336.03", 300)), line(240, ("What you have used, 26 July 2024 - 25 October 2024", 40), ("315.30", 400))], "amount", Decimal("315.30")),
        # when and where they met, beneath whose minutes they are
        ([line(40, ("Tern Point Sail Training Trust: Boats Group", 40), height=12), line(60, ("2026-09-08, 7 pm, in the sail loft", 40)), line(80, ("There: Alba Beck, Magnus Orr. Apologies: Tamsin Brook.", 40)), line(110, ("1. Last time", 40)), line(124, (PROSE, 40)), line(140, ("Agreed.", 40)), line(160, ("Next meeting: 2026-10-13", 40))], "when", date(2026, 9, 8)),
        # who gave an award stands smaller on it than who has it
        ([line(60, ("The Seafarers' Training Board", 200), height=13), line(90, ("has awarded to", 230)), line(110, ("Maisie Furrow", 200), height=20), line(134, ("this", 260)), line(146, ("Level 2 Diploma in Seamanship", 160), height=15), line(180, ("on Sat 20 Dec 2025", 220)), line(240, ("Chief examiner", 230))], "who", "The Seafarers' Training Board"),
        # what was paid before, on a bill
        ([line(40, ("Fernline Broadband", 40), height=14), line(60, ("PO Box 9, Carrowby CB9 9ZZ", 40)), *us(80), line(140, ("Your bill", 40), height=14), line(170, ("21 December 2024", 40)), line(190, ("You need to pay", 40), ("£57.70", 300)), line(204, ("You paid on 1 November 2024", 40), ("£18.47", 300)), line(218, ("What you used since then", 40), ("£57.70", 300))], "when", date(2024, 12, 21)),
        # whose diary it is, before who taught them
        ([line(40, ("Work diary, week 9", 40), height=14), line(60, ("Apprentice: Anouk Berry Tutor: B. Loam Handed in: 11/11/2025", 40)), *[line(90 + 14 * at, (PROSE, 40)) for at in range(3)], line(150, ("What I learned: to splice.", 40))], "who", "Anouk Berry"),
        # a letterhead of usual letters, over a street whose houses have no numbers
        ([line(40, ("Old Weir Chandlers", 400)), line(54, ("Weir Lane", 400)), line(68, ("Carrowby CB2 5WL", 400)), line(100, ("3 May 2026", 400)), *us(120), line(180, ("Dear Leopold Ansty,", 40)), line(200, ("Our invoice 2211 of 16 March 2026 seems to have been overlooked: £61.40 is still open.", 40)),
          line(220, ("Kind regards", 40)), line(250, ("Dorothea Lamb", 40)), line(264, ("Accounts", 40))], "who", "Old Weir Chandlers"),
        # what a report is about, in large letters, is not who made it
        ([line(52, ("Carrowby Borough Council", 40), ("Report BS-142", 440)), line(66, ("Property Services", 40), ("12 June 2026", 440)), line(100, ("Condition of the slipway, Custom House Quay", 40), height=20), line(130, ("Inspected 31 May 2026 in dry weather by J. Thistle.", 40)), line(150, ("Findings", 40)), line(170, (PROSE, 40))], "who", "Carrowby Borough Council"),
        # who reports, in a sentence
        ([line(40, ("Repairs report, May 2026", 40), height=14), line(60, ("To the management committee, by Joost Hartog, 5 May 2026", 40)), line(90, ("Block", 40), ("Reported", 140), ("Done", 240), ("Open", 340)), line(104, ("A", 40), ("12", 140), ("9", 240), ("3", 340)), line(130, ("Summary: the lift stopped three times.", 40))], "who", "Joost Hartog"),
        # columns that are set closer than a line is high
        ([*FIRM, line(100, ("Sales invoice", 40), height=14), line(130, ("Invoice no", 40), ("Tax point", 98), ("PO", 151), ("Falls due", 170)), line(146, ("B51349", 40), ("6 Feb 2025", 98), ("4326", 151), ("20 Feb 2025", 179)), *us(180), *PRICED], "when", date(2025, 2, 6)),
        ([*FIRM, line(100, ("Sales invoice", 40), height=14), line(130, ("Invoice no", 40), ("Tax point", 98), ("PO", 151), ("Falls due", 170)), line(146, ("B51349", 40), ("6 Feb 2025", 98), ("4326", 151), ("20 Feb 2025", 179)), *us(180), *PRICED], "reference", "B51349"),
        # a label whose spaces were lost
        ([*FIRM, line(100, ("Telecom bill", 40), height=14), line(130, ("STATEMENTNO.", 40), ("ISSUED", 160), ("CUSTOMER NUMBER", 280), height=8), line(141, ("170898876", 40), ("6 March 2025", 160), ("615092", 280)), *us(180), line(300, ("Line rental", 40), ("40.00", 300)), line(320, ("Amount due", 40), ("40.00", 300))], "reference", "170898876"),
        # a number that is called ours, where facts stand in one line
        ([*FIRM, line(100, ("VAT invoice", 40), height=14), line(130, ("Our invoice 2025-87105 · Document date 23 September 2026 · Account no. K285", 40)), *us(180), *PRICED], "reference", "2025-87105"),
        # the minutes of another meeting
        ([line(52, ("Minutes", 40), height=18), line(83, ("Council, 25 September 2025", 40)), line(102, ("Attending: Gareth Lund", 40)), line(141, ("1. The minutes of 21 August 2025 were approved.", 40)), line(200, ("We meet again on: 30 October 2025", 40))], "when", date(2025, 9, 25)),
        ([line(52, ("Minutes", 40), height=18), line(83, ("Council, 25 September 2025", 40)), line(102, ("Attending: Gareth Lund", 40)), line(141, ("1. The minutes of 21 August 2025 were approved.", 40))], "who", "Council"),
        # of what is asked for, the day of payment is when it is due
        ([*INVOICE, line(230, ("Invoiced on", 40), ("4 February 2026", 150)), line(244, ("Payment date", 40), ("4 March 2026", 150))], "due", date(2026, 3, 4)),
        ([*INVOICE, line(230, ("Invoiced on", 40), ("4 February 2026", 150)), line(244, ("Payment date", 40), ("4 March 2026", 150))], "when", date(2026, 2, 4)),
        # a reminder lists the day of an invoice
        ([*FIRM, *us(120), line(190, ("25 March 2026", 40)), line(210, ("Second reminder", 40), height=14), line(230, ("Dear Sirs,", 40)), line(250, ("Invoice", 40), ("Date", 140), ("Due", 260), ("Amount", 380)), line(264, ("4410", 40), ("14 January 2026", 140), ("13 February 2026", 260), ("£80.00", 380)), line(290, ("Yours faithfully", 40))], "when", date(2026, 3, 25)),
        # a statement lists the day of an invoice, under whatever word its sums stand
        ([*FIRM, *us(120), line(180, ("Date", 40), ("4.5.26", 120)), line(200, ("Statement of account", 40), height=14), line(230, ("Invoice", 40), ("Dated", 140), ("Open", 300)), line(246, ("7731", 40), ("2.3.26", 140), ("66.00", 300)), line(270, ("Total outstanding", 140), ("66.00", 300))], "when", date(2026, 5, 4)),
        # a letter that asks for money under its own number is an invoice
        *((ASKED, field, value) for field, value in (("amount", Decimal("85.00")), ("reference", "HCA/118"), ("due", date(2026, 3, 31)), ("when", date(2026, 3, 3)), ("who", "Harbour Chart Agency"))),
        # who stayed somewhere, until when, for how much
        *((STAY, field, value) for field, value in (("who", "The Capstan Hotel"), ("when", date(2026, 3, 11)), ("reference", "20931"), ("amount", Decimal("164.00")))),
        ([line(14, ("CAFE ALDA", 40)), line(25, ("2 Mole Street, Carrowby CB7 4FL", 40)), line(50, ("Check 9243", 40), ("Table 20", 160)), line(62, ("29 Dec 2025 9:14", 40)), line(80, ("1", 40), ("Pot of tea", 60), ("3.10", 200)), line(94, ("Total", 40), ("£3.10", 200)), line(108, ("Contactless", 40), ("£3.10", 200))], "reference", "9243"),
        # a hotel may call the same an invoice
        ([*STAY, line(178, ("Invoice", 40), height=14)], "reference", "20931"),
        # a title that begins with the word for its notes is of this meeting
        ([line(52, ("Harbour Committee", 40), height=17), line(76, ("Notes of the meeting of 11 June 2026, Net Loft", 40)), line(96, ("Present: Alba Beck, Magnus Orr", 40)), line(150, ("The minutes of 14 May 2026 were agreed.", 40)), line(170, ("Next meeting 9 July 2026.", 40))], "when", date(2026, 6, 11)),
        # a letterhead that is set large stands above our address, however high on the page
        ([line(52, ("FATHOM INSURANCE", 40), height=21), *us(81), line(150, ("A grant for new masts", 40), height=13), line(171, ("Dear Trustees,", 40)), line(190, (PROSE, 40)), line(249, ("With kind regards", 40)), line(268, ("Imogen Vale", 40)), line(775, ("Fathom Mutual Insurance plc · Lantern House · Carrowby CB4 2LH · 01999 555 061", 40), height=7)], "who", "Fathom Mutual Insurance plc"),
        # who wrote a report stands alone on its cover
        (COVER, "who", "Alba Beck"),
        # what a value is stands behind it, in small letters
        *((REVERSED, field, value) for field, value in (("reference", "25218"), ("when", date(2025, 7, 21)), ("due", date(2025, 8, 4)), ("amount", Decimal("144.00")))),
        # a page of a book of receipts
        ([line(48, ("RECEIPT", 40), ("No. 837", 300)), line(63, ("Date 26 January 2026", 40)), line(83, ("Received with thanks from Tern Point Sail Training Trust", 40)), line(122, ("for rope", 40)), line(142, ("£ 49.00", 40), height=14), line(166, ("Cash / card / cheque", 40), ("Signed p.p.", 250)), line(185, ("Hale & Daughter, The Rope Walk, Kiln Hill, Carrowby CB7 8KH", 40), height=8)], "who", "Hale & Daughter"),
        # what is renewed is paid for, by when it is renewed
        *((RENEWAL, field, value) for field, value in (("reference", "SUB7386"), ("amount", Decimal("115.00")), ("due", date(2026, 9, 12)), ("when", date(2026, 8, 15)))),
        # the lines of a statement are other papers
        ([*FIRM, *us(120), line(100, ("Statement", 300), height=14), line(112, ("As at 27 July 2025", 300)), line(180, ("Date", 40), ("Details", 150), ("Charged", 300), ("Balance", 400)), *[line(196 + 14 * at, (f"{2 + at} July 2025", 40), (f"Inv {6519 + at}", 150), ("50.00", 300), (f"{50 * (at + 1)}.00", 400)) for at in range(3)], line(260, ("You owe us £150.00", 40))], "reference", None),
        # until when a statement says that something is insured
        ([line(52, ("Fathom Insurance", 40), height=18), line(80, ("Statement of insurance", 40), height=13), line(100, ("Policy", 40), ("12/SAIL/4401", 200)), line(114, ("This statement was drawn up on", 40), ("2 May 2026", 260)), line(128, ("Cover starts", 40), ("14 May 2026", 260)), line(142, ("Cover ends", 40), ("13 May 2027", 260)), line(156, ("Public liability", 40), ("£5,000,000", 260))], "expires", date(2027, 5, 13)),
        # who writes from home signs, and a village is nobody
        ([line(69, ("47 Damson Row", 420)), line(82, ("Little Orme", 420)), line(96, ("LO7 2DR", 420)), line(115, ("29 Mar 25", 420)), line(135, ("Dear friends,", 40)), *[line(154 + 14 * at, (PROSE, 40)) for at in range(3)], line(253, ("With all good wishes,", 40)), line(283, ("Nina Roke", 40))], "who", "Nina Roke"),
        # a record that something is safe, and until when
        *((SAFE, field, value) for field, value in (("who", "Carrowby Boiler Services"), ("when", date(2024, 12, 2)), ("expires", date(2025, 12, 2)))),
        ([line(52, ("Log of a week, week 24", 40), height=18), line(76, ("Apprentice: Mirela Stan", 40), ("Tutor: A. Beck", 200), ("Handed in: 24 April 2025", 330)), *[line(96 + 14 * at, (PROSE, 40)) for at in range(4)], line(228, ("What I learned: to splice.", 40))], "who", "Mirela Stan"),
        # what is said of a tax behind a sum, and before one
        ([*FIRM, *us(120), line(200, ("ESTIMATE", 40), height=14), line(230, ("To replace the winch and to supply all parts, we estimate", 40)), line(250, ("£689.08 plus VAT", 40), height=13), line(270, ("This estimate holds for 30 days.", 40))], "amount", Decimal("689.08")),
        ([*FIRM, *us(120), line(200, ("Our quotation Q8561", 40), height=14), line(230, ("Deck repair", 40), ("520.00", 300)), line(246, ("Call-out", 40), ("165.00", 300)), line(262, ("VAT", 40), ("137.00", 300)), line(278, ("Price including VAT", 40), ("£822.00", 300)), line(294, ("Valid for 60 days.", 40))], "amount", Decimal("822.00")),
        # so much of something is no sum
        ([line(61, ("STARLING FORECOURT", 40), height=14), line(112, ("Mole Road", 40)), line(126, ("Carrowby CB7 7AA", 40)), line(180, ("UNLEADED PUMP 4", 40), ("47.48", 250)), line(194, ("2 X SCREENWASH", 40), ("13.46", 250)), line(220, ("SALE", 40), ("£60.94", 250)), line(236, ("TOTAL", 40)), line(252, ("38.41 L @ 1.236", 40)), line(270, ("CASH", 40), ("70.00", 250)), line(284, ("CHANGE", 40), ("9.06", 250)), line(320, ("TRANS 41902", 40))], "amount", Decimal("60.94")),
        # what is carried over to the next page is no total
        ([*FIRM, line(70, ("CREDIT NOTE page 1 of 3", 300)), line(208, ("Salted crisps", 40), ("189.48-", 480)), line(234, ("Oat milk", 40), ("56.88-", 480)), line(254, ("Subtotal carried forward", 300), ("246.36-", 480))], "amount", None),
        # a sum whose label says by when
        ([line(54, ("Northmoor Gas", 40), height=20), *us(90), line(159, ("Bill number 839-97", 40)), line(173, ("Bill date 31 August 2026", 40)), line(228, ("Balance on your last bill", 40), ("£409.82", 300)), line(244, ("Payments we have had", 40), ("-£409.82", 300)), line(281, ("What you have used", 40), ("£116.47", 300)), line(318, ("Please pay by 18 September 2026", 40), ("£116.47", 300))], "amount", Decimal("116.47")),
    ],
)  # fmt: skip
def test_what_a_value_is_is_told_by_what_stands_around_it(rows: Rows, field: str, value: object) -> None:
    assert first(read(sorted(rows, key=lambda words: words[0].top)), field) == value


def test_a_letter_that_asks_for_money_is_an_invoice_only_under_a_number_of_its_own() -> None:
    assert read(ASKED).kind == "invoice"
    # nor does a recogniser see every sign of a pound
    bare = [[replace(word, text=word.text.replace("£", "")) for word in words] for words in ASKED]
    assert read(bare).kind == "invoice"
    reminder = [words for words in ASKED if words[0].text not in ("Our", "For", "which")]
    reminder += [line(240, ("Our invoice HCA/118 of 3 January 2026 is still open. Kindly let us have £85.00 by 31 March.", 40))]  # fmt: skip
    assert read(sorted(reminder, key=lambda words: words[0].top)).kind == "letter"


def test_what_lists_what_it_costs_in_sentences_is_no_essay() -> None:
    rows = [line(88, ("Pinch Costume Hire", 40)), line(112, ("The Button Loft, 22 Rag Lane, Carrowby CB8 4EZ 01999 555 135", 40)), line(174, ("Mirela Stan", 40)), *us(187), line(296, ("Invoice number", 40), ("PCH 702/25", 200)), line(310, ("Made out on", 40), ("1 May 2025", 200)),
            *[line(347 + 18 * at, (f"{at + 1} x Coat and breeches and a good hat at {at + 3}.00 the set", 40), (f"{(at + 1) * (at + 3)}.00", 480)) for at in range(4)], line(432, ("Sum due", 40), ("50.00", 480)),
            line(619, ("Costumes not returned by the date agreed are charged at half the weekly rate for each day.", 40)), line(630, ("Cheques to Pinch Costume Hire, or to the bank below, with the number above.", 40))]  # fmt: skip
    assert read(rows).kind == "invoice"


MAIL = [
    line(50, ("Tamsin Brook", 40)), line(78, ("From:", 40), ("Marcus Eade <marcus@lanyard.example>", 120)), line(94, ("Sent:", 40), ("15 February 2025 18:41", 120)), line(111, ("To:", 40), ("office@ternpoint.example", 120)),
    line(127, ("Subject:", 40), ("Works at the rear entrance", 120)), line(159, ("Hi,", 40)), line(179, (PROSE, 40)), line(264, ("Thanks", 40)), line(278, ("Marcus", 40)), line(781, ("Printed 19/02/2025, page 1", 40), height=7),
]  # fmt: skip


def test_a_mail_on_paper_is_a_letter_of_the_day_on_which_it_was_sent() -> None:
    told = read(MAIL)
    assert (told.kind, first(told, "who"), first(told, "when")) == (
        "letter",
        "Marcus Eade",
        date(2025, 2, 15),
    )


@pytest.mark.parametrize(
    ("rows", "who"),
    [
        # a letterhead above our name is no person of ours
        ([line(54, ("Dunmere Valley Electric", 40), height=20), *us(80), line(150, ("Your bill", 40), height=16), line(250, ("Please pay", 40), ("£272.34", 300))], "Dunmere Valley Electric"),
        # a name that goes on in the next line
        ([line(35, ("Green Larder", 40), height=16), line(53, ("Catering", 40), height=16), *us(90), line(150, ("Invoice", 40)), *PRICED], "Green Larder Catering"),
        # who they are stands in small print alone
        ([*us(145), line(215, ("25 September 2025", 40)), line(257, ("Hello,", 40)), line(276, (PROSE, 40)), line(362, ("Best wishes", 40)), line(381, ("Dana Whitlow", 40)), line(777, ("Stoneacre Cleaning · 4a Weir Court · Upper Dunmere UD7 1BB", 40), height=7)], "Stoneacre Cleaning"),
        ([*us(60), line(150, ("Invoice", 40), height=16), *PRICED, line(777, ("Green Larder Catering. Registered office: 17 Market Place, Upper Dunmere. Company no. 00123987", 40), height=7)], "Green Larder Catering"),
        # a ride from somewhere
        ([line(40, ("Valley Cabs", 40), height=14), line(60, ("Receipt", 40)), line(80, ("From", 40), ("Dunmere station", 150)), line(94, ("Fare", 40), ("£12.00", 150)), line(108, ("Paid", 40), ("£12.00", 150))], "Valley Cabs"),
        # a person and their trade
        ([line(40, ("J. R. Tolley, Piano Tuner", 40), height=16), line(62, ("2 Mill Row", 40)), *us(120), line(200, ("Invoice", 40)), *PRICED], "J. R. Tolley, Piano Tuner"),
    ],
)  # fmt: skip
def test_who_writes_is_told_from_whom_it_is_for(rows: Rows, who: str) -> None:
    assert first(read(rows), "who") == who


def test_who_wrote_a_report_stands_on_its_cover_whatever_the_report_is_called() -> None:
    cover = [COVER[0], line(206, ("Condition of the rigging", 40), height=20), *COVER[2:]]
    text = [line(60 + 40 * at, (f"{at + 1} Findings", 40)) for at in range(3)]
    pages = [Page(nth, 595, 842, page(*rows).words, False) for nth, rows in ((1, cover), (2, text))]
    told = Clerk(OFFICE).read([Part(pages)])
    assert (told.kind, first(told, "who")) == ("report", "Alba Beck")


def test_whom_we_write_to_stands_beneath_our_own_address() -> None:
    head = [
        line(54, ("Tern Point Sail Training Trust", 40), height=16),
        line(56, ("The Old Customs Shed", 400)),
        line(68, ("North Mole", 400)),
        line(80, ("TP4 2QX", 400)),
    ]
    told = read([*head, line(132, ("Bexley Moor Ceramics", 40)), line(145, ("Kiln Yard", 40)), line(159, ("Bexley Moor BM11 2SD", 40)), line(178, ("8 June 2025", 40)), line(198, ("Dear Colleagues,", 40)), line(230, (PROSE, 40)), line(322, ("Yours sincerely,", 40))])  # fmt: skip
    assert (told.kind, first(told, "who")) == ("letter", "Bexley Moor Ceramics")


@pytest.mark.parametrize(
    ("rows", "what"),
    [
        ([line(74, ("Tobias Fenn", 40)), line(94, ("Ines Calloway", 40)), line(134, ("16 June 2025", 40)), line(158, ("Letters from the valley", 220), height=11), *[line(180 + 20 * at, (PROSE, 40)) for at in range(4)]], "Letters from the valley"),
        ([line(77, ("Assignment submission", 40), height=14), line(99, ("Learner", 40), ("Hetty Lorne", 200)), line(133, ("Course", 40), ("Access to Humanities", 200)), line(150, ("Tutor", 40), ("Ines Calloway", 200)), line(168, ("Assignment title", 40), ("A shop in four paintings", 200)), line(202, ("Date submitted", 40), ("29/09/2026", 200))], "A shop in four paintings"),
    ],
)  # fmt: skip
def test_what_coursework_is_called_stands_over_its_text_or_behind_its_label(rows: Rows, what: str) -> None:
    assert first(read(rows), "what") == what


@pytest.mark.parametrize(
    ("rows", "field", "value"),
    [
        # when a mail that was printed was sent, told in one cell with its word
        ([line(52, ("From: Ashcombe College of Care (hello@ashcombe.example)", 40)), line(64, ("Sent: 22 September 2025 08:37", 40)), line(76, ("To: office@example.org", 40)), line(88, ("Subject: Staff training day", 40)), line(116, ("Hi Morag,", 40)), line(136, (PROSE, 40)), line(176, ("Kind regards", 40))], "when", date(2025, 9, 22)),
        # until when an inspection holds, by a word more
        ([line(52, ("GAS SAFETY CERTIFICATE", 40), height=14), line(72, ("Engineer", 40), ("Okafor Plumbing & Heating", 200)), line(136, ("Date of inspection", 40), ("26 May 2025", 200)), line(152, ("Next inspection due before", 40), ("26 May 2026", 200))], "expires", date(2026, 5, 26)),
        # who certifies stands above that word; who assessed works for them
        ([line(60, ("Kindly Hands First Aid", 180), height=20), line(110, ("certifies that", 260)), line(130, ("Hal Ottaway", 240), height=15), line(160, ("has completed the course", 240)), line(180, ("Paediatric First Aid (12 hours)", 220), height=12), line(210, ("Date of course", 200), ("24 September 2026", 330)), line(225, ("Certificate number", 200), ("KH73464", 330)), line(290, ("Assessor: R. Dace", 240))], "who", "Kindly Hands First Aid"),
        # the day of an order is its own
        ([line(52, ("Tern Point Sail Training Trust", 40), height=14), line(70, ("The Old Customs Shed, TP4 2QX", 40), height=8), line(90, ("Purchase order", 40), height=12), line(120, ("Supplier", 40), ("Puddle & Sprout, The Toy Barn, Ashcombe AC4 4TB", 200)), line(136, ("Order no.", 40), ("PO24417", 200)), line(152, ("Ordered on", 40), ("7 September 2024", 200)), line(168, ("Wanted by", 40), ("19 September 2024", 200)), line(190, ("Nap mats", 40), ("3", 300), ("14.85", 380), ("44.55", 450)), line(210, ("Order value", 40), ("£44.55", 450))], "when", date(2024, 9, 7)),
        # a form's serial number stands beside its title
        ([line(52, ("LANDLORD GAS SAFETY CERTIFICATE", 40), ("Serial No. 2511880", 420)), line(72, ("Engineer", 40), ("Okafor Plumbing & Heating", 200), ("Reg. 138214", 420)), line(136, ("Date of inspection", 40), ("26 May 2025", 200)), line(152, ("Appliance", 40), ("Boiler", 200))], "reference", "2511880"),
        # a group stands before the word for its minutes, or behind the word for a meeting
        ([line(52, ("Room Leaders Minutes 25-Feb-2026", 40)), line(72, ("Attendees: Una Fairlight, Hal Ottaway", 40)), line(84, ("Apologies: Zainab Rudd", 40)), line(116, ("Item", 40), ("Discussion", 100), ("Action", 500)), line(132, ("1", 40), (PROSE, 100), ("Una", 500))], "who", "Room Leaders"),
        ([line(52, ("Meeting", 40), ("Room Leaders", 200)), line(72, ("Date and time", 40), ("15 November 2024, 18:00", 200)), line(88, ("Chair", 40), ("Hal Ottaway", 200)), line(104, ("Minutes taken by", 40), ("Una Fairlight", 200)), line(136, ("Item", 40), ("Discussion", 100), ("Action", 500)), line(156, ("1", 40), (PROSE, 100), ("Una", 500))], "who", "Room Leaders"),
        ([line(52, ("Meeting", 40), ("Room Leaders", 200)), line(72, ("Date and time", 40), ("15 November 2024, 18:00", 200)), line(88, ("Chair", 40), ("Hal Ottaway", 200)), line(104, ("Minutes taken by", 40), ("Una Fairlight", 200)), line(136, ("Item", 40), ("Discussion", 100), ("Action", 500)), line(156, ("1", 40), (PROSE, 100), ("Una", 500))], "kind", "minutes"),
        # an inspector works for the body at the head of the report
        ([line(52, ("Early Years Standards Office", 40)), line(72, ("Inspection of Thistledown Nursery", 40), height=18), line(124, ("Unique reference number", 40), ("EY563295", 220)), line(140, ("Inspection date", 40), ("1 March 2026", 220)), line(156, ("Inspector", 40), ("Griselda Moat", 220)), line(172, ("Overall effectiveness: Good", 40), height=12), *[line(192 + 20 * at, (PROSE, 40)) for at in range(4)]], "who", "Early Years Standards Office"),
        # who learns stands in a running line, parted by strokes
        ([line(52, ("Amrit Lovell / Level 3 Early Years / 12 April 2026", 300), height=8), line(68, ("My first week in the toddler room", 40), height=18), *[line(100 + 20 * at, (PROSE, 40)) for at in range(5)], line(196, ("Word count: 412", 40))], "who", "Amrit Lovell"),
        # a front sheet: when it was handed in, not when it was set; what the unit is called
        ([line(52, ("Ashcombe College of Care", 40)), line(72, ("Assignment front sheet", 40), height=14), line(96, ("Learner name", 40), ("Amrit Lovell", 200)), line(116, ("Unit title", 40), ("Safe sleep in the baby room", 200)), line(132, ("Assessor", 40), ("Imogen Platt", 200)), line(148, ("Date issued", 40), ("21 July 2026", 200)), line(168, ("Date submitted", 40), ("18 August 2026", 200)), line(196, (PROSE, 40))], "when", date(2026, 8, 18)),
        ([line(52, ("Ashcombe College of Care", 40)), line(72, ("Assignment front sheet", 40), height=14), line(96, ("Learner name", 40), ("Amrit Lovell", 200)), line(116, ("Unit title", 40), ("Safe sleep in the baby room", 200)), line(132, ("Assessor", 40), ("Imogen Platt", 200)), line(148, ("Date issued", 40), ("21 July 2026", 200)), line(168, ("Date submitted", 40), ("18 August 2026", 200)), line(196, (PROSE, 40))], "what", "Safe sleep in the baby room"),
        ([line(48, ("Coastal Safety Institute", 40)), line(64, ("Examination board", 40)), line(124, ("Date of issue", 40), ("14 November 2026", 200)), line(144, ("Knot worksheet 05", 40), height=13), line(176, ("Trainee:", 40), ("Maya Hartle", 200)), line(220, ("I tied the figure of eight 9 times; it held under load.", 40))], "when", date(2026, 11, 14)),
        # a shop that gives its invoice a number asks for no order
        ([line(52, ("Puddle & Sprout", 40), height=18), line(84, ("Thank you, Morag!", 40), height=14), line(108, ("Order #810503", 40)), line(128, ("Invoice", 40), ("Date", 220), ("Paid with", 400)), line(144, ("PS-INV-27445", 40), ("10 Feb 2026", 220), ("Card ending 4417", 400)), line(176, ("Aprons, small", 40), ("£94.90", 450)), line(236, ("Postage", 40), ("£4.95", 450)), line(252, ("Tax included", 40), ("£15.82", 450)), line(268, ("Order total", 40), ("£99.85", 450))], "reference", "PS-INV-27445"),
    ],
)  # fmt: skip
def test_what_a_nursery_s_papers_had_that_none_before_them_had(rows: Rows, field: str, value: object) -> None:
    told = read(rows)
    assert (told.kind if field == "kind" else first(told, field)) == value
