"""Papers put together at random: where facts stand, how they are set, and by which of many words they are called."""

from __future__ import annotations

import random
from collections.abc import Sequence
from datetime import timedelta
from decimal import Decimal

from bench.papers.truth import Paper
from bench.strangers.made import CENT, Firm, Made, accept
from bench.strangers.press import FACES, a_way, plain, sheet

from .world import ADDRESS, FIRMS, GOODS, SAID, SHOPS, SOCIETY, SUPPLIERS, a_day, money, number

Facts = Sequence[tuple[str, str]]


def set_facts(rng: random.Random, facts: Facts) -> str:
    """Return facts set in one of many ways."""
    colon = rng.choice(("", ":"))
    match rng.randrange(7):
        case 0:
            return (
                "<table>"
                + "".join(f"<tr><td>{label}{colon}<td>{value}" for label, value in facts)
                + "</table>"
            )
        case 1:
            return (
                "<table border=1><tr>"
                + "".join(f"<th>{label}" for label, _ in facts)
                + "<tr>"
                + "".join(f"<td>{value}" for _, value in facts)
                + "</table>"
            )
        case 2:
            return "<p>" + "<br>".join(f"{label}: {value}" for label, value in facts) + "</p>"
        case 3:
            return (
                "<table border=1><tr>"
                + "".join(
                    f"<td><span style='font-size:7pt'>{label}</span><br>{value}" for label, value in facts
                )
                + "</table>"
            )
        case 4:
            return (
                "<div>"
                + "".join(
                    f"<div style='display:inline-block;margin-right:9mm'><div style='font-size:7.5pt;color:#777'>{label.upper()}</div><div style='font-weight:700'>{value}</div></div>"
                    for label, value in facts
                )
                + "</div>"
            )
        case 5:
            return (
                "<p>"
                + rng.choice((" | ", " · ", " &nbsp;&nbsp; ")).join(
                    f"{label} {value}" for label, value in facts
                )
                + "</p>"
            )
        case _:
            return (
                "<table style='margin-left:auto'>"
                + "".join(
                    f"<tr><td class=r style='color:#555'>{label}{colon}<td class=r>{value}"
                    for label, value in facts
                )
                + "</table>"
            )


def head_of(rng: random.Random, firm: Firm, title: str) -> str:
    """Return a letterhead and the title of a paper."""
    place = f"{firm.street}<br>{firm.town}"
    match rng.randrange(6):
        case 0:
            return (
                f"<table width=100%><tr><td><h1>{firm.name}</h1><td class=r>{place}</table><h2>{title}</h2>"
            )
        case 1:
            return f"<div style='text-align:center'><h2>{firm.name}</h2>{firm.street}, {firm.town}</div><hr><h3>{title}</h3>"
        case 2:
            return f"<h1 style='color:#468'>{title}</h1><p><b>{firm.name}</b><br>{place}</p>"
        case 3:
            return (
                f"<table width=100%><tr><td><h1>{title}</h1><td class=r><b>{firm.name}</b><br>{place}</table>"
            )
        case 4:
            return f"<p style='letter-spacing:.12em;font-size:13pt'>{firm.name}</p><p style='font-size:8pt'>{firm.street} · {firm.town}</p><p style='letter-spacing:.2em'>{title.upper()}</p>"
        case _:
            return f"<div style='height:14mm;background:#ddd'></div><h2>{title}</h2><p style='position:fixed;bottom:0;font-size:7.5pt'>{firm.legal or firm.name}, {firm.street}, {firm.town} · VAT no. 000 9988 77</p>"


def us(rng: random.Random) -> str:
    head = rng.choice(("", "", "To<br>", "Bill to<br>", "Invoice to:<br>", "Customer:<br>"))
    return (
        f"<p style='margin:5mm 0 6mm {rng.choice((0, 0, 90))}mm'>{head}{'<br>'.join((SOCIETY, *ADDRESS))}</p>"
    )


def totals_of(rng: random.Random, facts: Facts) -> str:
    match rng.randrange(4):
        case 0:
            return (
                f"<table style='margin-left:{rng.choice((0, 80, 110))}mm'>"
                + "".join(f"<tr><td>{label}<td class=r>{value}" for label, value in facts)
                + "</table>"
            )
        case 1:
            return "".join(f"<div style='text-align:right'>{label} {value}</div>" for label, value in facts)
        case 2:
            return (
                "<table border=1 width=100%><tr>"
                + "".join(f"<th>{label}" for label, _ in facts)
                + "<tr>"
                + "".join(f"<td>{value}" for _, value in facts)
                + "</table>"
            )
        case _:
            *rest, (label, value) = facts
            return (
                "".join(
                    f"<div style='text-align:right;font-size:8.5pt'>{one}: {said}</div>" for one, said in rest
                )
                + f"<div style='text-align:right;font-size:15pt'><b>{label}: {value}</b></div>"
            )


def invoice(rng: random.Random) -> Made:
    firm, when, way = rng.choice(FIRMS), a_day(rng), a_way(rng)
    goods = [
        (item, rng.randrange(1, 9), Decimal(each)) for item, each in rng.sample(GOODS, rng.randrange(1, 5))
    ]
    net = sum((count * each for _, count, each in goods), Decimal(0))
    tax = (net / 5).quantize(CENT)
    own, due = number(rng), when + timedelta(days=rng.choice((14, 28, 30, 45)))
    says_due = rng.random() < 0.7
    said = {code: rng.choice(words) for code, words in SAID.items()}
    facts = [
        (said["reference"], own),
        (said["when"], way(when)),
        *([(said["due"], way(due))] if says_due else []),
    ]
    if rng.random() < 0.6:
        facts.insert(rng.randrange(len(facts) + 1), (said["order"], f"{rng.randrange(100, 9999)}"))
    if rng.random() < 0.5:
        facts.insert(rng.randrange(len(facts) + 1), (said["account"], f"K{rng.randrange(10, 999)}"))
    way_of_sum = lambda value: money(value, random.Random(f"{own}"))  # noqa: E731
    rows = "".join(
        f"<tr><td>{item}<td>{count}<td class=r>{plain(each)}<td class=r>{plain(count * each)}"
        for item, count, each in goods
    )
    heads = rng.choice(
        (
            "<tr><th>Item<th>Qty<th class=r>Price<th class=r>Amount",
            "<tr><th>Description<th>Quantity<th class=r>Unit price<th class=r>Line total",
            "",
        )
    )
    body = [set_facts(rng, facts), us(rng)]
    rng.shuffle(body)
    return sheet(
        head_of(rng, firm, rng.choice(("Invoice", "INVOICE", "Tax invoice", "Sales invoice", "VAT invoice"))) + "".join(body)
        + f"<table width=100% style='margin:4mm 0'>{heads}{rows}</table>"
        + totals_of(rng, [(said["net"], way_of_sum(net)), (said["tax"], way_of_sum(tax)), (said["total"], way_of_sum(net + tax))]),
        face=rng.choice(FACES), page=rng.choice(("A4", "A4", "A4", "Letter", "A5"))), Paper(
        layout="any-invoice", kind="invoice", data=b"", who=firm.name, when=when, reference=own, amount=net + tax, currency="GBP", due=due if says_due else None, accept=accept(firm))  # fmt: skip


def bill(rng: random.Random) -> Made:
    firm, when, way = rng.choice(SUPPLIERS), a_day(rng), a_way(rng)
    before, new = Decimal(rng.randrange(2000, 30000)) / 100, Decimal(rng.randrange(2000, 30000)) / 100
    own, due = f"{rng.randrange(10**6, 10**9)}", when + timedelta(days=rng.choice((10, 14, 21)))
    facts = [
        (rng.choice(("Bill number", "Bill no.", "Invoice number", "Statement no.", "Bill reference")), own),
        (rng.choice(("Bill date", "Date of bill", "Issued", "Date")), way(when)),
        (rng.choice(("Account", "Account number", "Customer number")), f"{rng.randrange(10**5, 10**6)}"),
    ]
    asked = rng.choice(
        (
            "We will collect this by Direct Debit on {day}.",
            "Please pay by {day}.",
            "Payment is due by {day}.",
            "This will be taken from your account on {day}.",
            "Due date: {day}",
        )
    )
    lines = [
        (
            rng.choice(
                ("Balance brought forward", "Previous balance", "Your last bill", "Amount of your last bill")
            ),
            before,
        ),
        (rng.choice(("Payment received", "You paid, thank you", "Payments")), -before),
        (rng.choice(("Charges for this period", "This quarter's charges", "New charges")), new),
    ]
    unit = {
        "Ambry & Dunholt Power": "412 kWh used",
        "Beacon Telecom": "Line rental and calls",
        "Highmoor Water": "Water used, 18 cubic metres",
    }[firm.name]
    return sheet(
        head_of(rng, firm, rng.choice(("Your bill", "Bill", f"{firm.name.split()[-1]} bill", "Quarterly bill"))) + us(rng) + set_facts(rng, facts)
        + f"<p>{unit}</p><table width=70%>" + "".join(f"<tr><td>{label}<td class=r>{plain(value)}" for label, value in lines) + f"<tr><td><b>{rng.choice(('Total now due', 'Amount due', 'Please pay', 'Total to pay', 'Balance due'))}</b><td class=r><b>£{plain(new)}</b></table><p>{asked.format(day=way(due))}</p>",
        face=rng.choice(FACES)), Paper(layout="any-bill", kind="bill", data=b"", who=firm.name, when=when, reference=own, amount=new, currency="GBP", due=due)  # fmt: skip


def receipt(rng: random.Random) -> Made:
    firm, when = rng.choice(SHOPS), a_day(rng)
    goods = [
        (name, Decimal(rng.randrange(80, 1500)) / 100)
        for name in rng.sample(
            ("Tea", "Scone", "Bulb E27", "Batteries AA", "Twine", "Soup", "Torch", "Milk 1 l"),
            rng.randrange(1, 5),
        )
    ]
    total, own = sum((each for _, each in goods), Decimal(0)), f"{rng.randrange(1000, 999999)}"
    day = rng.choice(
        (f"{when:%d/%m/%Y}", f"{when:%d/%m/%y}", f"{when:%d %b %Y}", f"{when:%d-%m-%Y}", f"{when:%Y-%m-%d}")
    )
    label = rng.choice(("Receipt", "Receipt no.", "Ticket", "Trans", "Sale no.", "Bill no.", "Slip"))
    width = 30
    return sheet(
        "<pre style='font-family:\"DejaVu Sans Mono\";font-size:8pt'>" + "\n".join((
            f"{firm.name:^{width}}", f"{firm.street:^{width}}", f"{firm.town:^{width}}", "", f"{day}  {rng.randrange(8, 20):02}:{rng.randrange(10, 59)}", f"{label} {own}", "-" * width,
            *(f"{name:<{width - 10}}{each:>10}" for name, each in goods), "-" * width, f"{rng.choice(('TOTAL', 'Total', 'TO PAY', 'Amount', 'Total GBP', 'BALANCE DUE')):<{width - 10}}{total:>10}",
            *((f"{'Cash':<{width - 10}}{total + 5:>10}", f"{'Change':<{width - 10}}{Decimal('5.00'):>10}") if rng.random() < 0.5 else (f"{'Card ************0042':<{width - 8}}{total:>8}",)), "", "Thank you")) + "</pre>",
        face="DejaVu Sans Mono", page="76mm 140mm", margin="5mm"), Paper(layout="any-receipt", kind="bill", data=b"", who=firm.name, when=when, reference=own, amount=total, currency="GBP")  # fmt: skip


ANYHOW = ((invoice, 50), (bill, 20), (receipt, 14))
