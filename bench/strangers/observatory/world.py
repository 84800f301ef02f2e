"""Who writes to the Kestrel Hill Observatory Society, and the many words in which they do. All of it is made up."""

from __future__ import annotations

import random
from datetime import date, timedelta
from decimal import Decimal

from bench.strangers.made import Firm

SOCIETY = "Kestrel Hill Observatory Society"
ADDRESS = ("The Dome", "Kestrel Hill", "Ambry", "AM3 8KH")
PEOPLE = ("Ottoline Vesey", "Gareth Lund", "Miriam Okoro", "Stefan Brill")
PUPILS = ("Ivy Carrick", "Jonah Pell", "Safiya Reed", "Max Lindholm")


FIRMS = (
    Firm("Sable Optics", "7 Prism Row", "Dunholt DH1 4QP", "Sable Optics (Dunholt) Ltd"),
    Firm("Harker Domes & Steelwork", "Foundry Lane", "Ambry AM1 2FL"),
    Firm(
        "Tallow Street Print", "19 Tallow Street", "Ambry AM1 1TS", "Tallow Street Printing Company Limited"
    ),
    Firm("Northway Batteries", "Unit 3, Volt Park", "Kingsmere KM8 3VP"),
    Firm("Ridley & Voss Electrical", "88 Ohm Street", "Dunholt DH2 2OS", "Ridley & Voss LLP"),
    Firm("Pomfret Catering", "2 Orchard View", "Ambry AM2 6OV"),
    Firm("Inkwell Web Services", "Studio 5, The Maltings", "Kingsmere KM1 1TM"),
    Firm("D. A. Fenwick, Stonemason", "Quarry Cottage", "Upper Ambry AM9 9QC"),
)
SUPPLIERS = (
    Firm("Ambry & Dunholt Power", "Weir House", "Dunholt DH9 9WH"),
    Firm("Beacon Telecom", "Mast Road", "Kingsmere KM4 4MR"),
    Firm("Highmoor Water", "Sluice Lane", "Upper Ambry AM9 1SL"),
)
SHOPS = (
    Firm("Corner Stores", "1 Hill Foot", "Ambry"),
    Firm("Blue Gate Café", "The Square", "Ambry"),
    Firm("Lumen Lamps", "30 High Street", "Dunholt"),
)
BODIES = (
    Firm("Ambry Rural District Council", "Council Offices", "Ambry AM1 1AA"),
    Firm("Fund for Public Science", "9 Meridian Place", "Kingsmere KM1 9MP"),
    Firm("Lodestar Insurance", "Compass House", "Kingsmere KM2 2CH", "Lodestar Insurance plc"),
    Firm("Ambry Grammar School", "School Lane", "Ambry AM2 2SL"),
)
GOODS = (
    ("Eyepiece 25 mm", "89.00"),
    ("Lens tissue", "4.20"),
    ("Steel plate, cut", "61.50"),
    ("Leaflets A5, folded", "0.18"),
    ("Deep-cycle battery", "142.00"),
    ("Cable, per metre", "2.35"),
    ("Fitting", "95.00"),
    ("Hosting, a year", "120.00"),
)

#: what is printed before a value, in as many words as were thought of
SAID = {
    "reference": ("Invoice no", "Invoice number", "Invoice No.", "Inv. no.", "Inv No", "Our invoice", "Our invoice no.", "Document no.", "Doc. no.", "Invoice ID", "Invoice #", "Bill no.", "Number", "No.", "Reference no.", "Invoice ref.", "Tax invoice no.", "Sales invoice no.", "Voucher no.", "Serial no. of invoice"),
    "when": ("Date", "Invoice date", "Inv. date", "Dated", "Date of issue", "Issued", "Issue date", "Date issued", "Tax point", "Date/tax point", "Bill date", "Document date", "Date of invoice", "Invoiced on", "Date raised", "Printed and posted"),
    "due": ("Due", "Due date", "Payment due", "Please pay by", "Pay by", "Payable by", "To be paid by", "Due for payment", "Payment due by", "Payment date", "Settle by", "Latest payment date", "Falls due", "Due on", "Pay before"),
    "net": ("Net", "Subtotal", "Sub total", "Total net", "Net total", "Goods", "Total before VAT", "Total ex. VAT", "Net amount", "Total excluding VAT"),
    "tax": ("VAT", "VAT 20%", "VAT @ 20%", "Add VAT", "Plus VAT at 20%", "VAT amount", "Tax", "Total VAT"),
    "total": ("Total", "TOTAL", "Total due", "Amount due", "Amount payable", "Total payable", "Invoice total", "Grand total", "To pay", "Balance due", "Total inc. VAT", "Total including VAT", "Total to pay", "Total GBP", "Please pay", "Gross total", "Total amount due", "Payable", "Sum due", "You owe us"),
    "order": ("Your order", "Order no.", "PO", "P.O. number", "Your ref", "Order ref."),
    "account": ("Account", "A/c", "Customer no.", "Cust. ref.", "Client no.", "Account no."),
}  # fmt: skip


def a_day(rng: random.Random) -> date:
    return date(2024, 11, 4) + timedelta(days=rng.randrange(700))


def number(rng: random.Random) -> str:
    n = rng.randrange(100, 99999)
    return rng.choice(
        (
            f"{n:05}",
            f"{n}",
            f"{rng.choice('BDHRST')}{n}",
            f"{rng.choice(('SO', 'HD', 'TS', 'NB', 'RV'))}-{n}",
            f"{n // 100}/{n % 100:02}",
            f"{rng.choice(('SO', 'IW'))}{n:06}",
            f"2025-{n}",
            f"{n}-A",
        )
    )


def money(value: Decimal, rng: random.Random) -> str:
    return rng.choice((f"£{value:,.2f}", f"{value:,.2f}", f"GBP {value:,.2f}", f"£ {value:,.2f}"))
