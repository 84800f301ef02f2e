"""Electronic invoices of EN 16931: UBL 2.1 (ISO/IEC 19845) and UN/CEFACT Cross Industry Invoice (D16B).

What they say is exact: no reading of a picture comes near it. Only the business terms that a slip asks for are taken.
"""

from __future__ import annotations

import html
from collections.abc import Iterable, Iterator
from typing import BinaryIO
from xml.etree.ElementTree import Element, ParseError

from waka.reading.zips import Damaged

from .base import MOST_READ, Format

_ROOTS = (b"CrossIndustryInvoice", b"Invoice-2", b"CreditNote-2")
_CREDIT = frozenset(
    {"381", "396", "261", "262", "296", "308", "420", "458", "532", "83", "81"}
)  #: UNTDID 1001
_SUPPLIER = "AccountingSupplierParty/Party"
_UBL = {
    "reference": ("ID",), "when": ("IssueDate",), "due": ("DueDate",), "type": ("InvoiceTypeCode",),
    "who": (f"{_SUPPLIER}/PartyLegalEntity/RegistrationName", f"{_SUPPLIER}/PartyName/Name"),
    "amount": ("LegalMonetaryTotal/TaxInclusiveAmount", "LegalMonetaryTotal/PayableAmount"),
    "currency": ("DocumentCurrencyCode",),
}  # fmt: skip
_HEAD, _SALE = "ExchangedDocument", "SupplyChainTradeTransaction"
_PAID = f"{_SALE}/ApplicableHeaderTradeSettlement"
_CII = {
    "reference": (f"{_HEAD}/ID",), "when": (f"{_HEAD}/IssueDateTime/DateTimeString",), "type": (f"{_HEAD}/TypeCode",),
    "due": (f"{_PAID}/SpecifiedTradePaymentTerms/DueDateDateTime/DateTimeString",),
    "who": (f"{_SALE}/ApplicableHeaderTradeAgreement/SellerTradeParty/Name",),
    "amount": (f"{_PAID}/SpecifiedTradeSettlementHeaderMonetarySummation/GrandTotalAmount",),
    "currency": (f"{_PAID}/InvoiceCurrencyCode",),
}  # fmt: skip


def facts(data: bytes) -> dict[str, str]:
    """Return what an electronic invoice says: kind, who, when, due, reference, amount, currency; {} where it is none.

    Dates are ISO 8601; the amount of a credit note is less than nothing.
    """
    root = _root(data)
    name = root.tag.rpartition("}")[2]
    if name not in ("Invoice", "CreditNote", "CrossIndustryInvoice"):
        return {}
    places = _CII if name == "CrossIndustryInvoice" else _UBL
    told = {}
    for code, paths in places.items():
        found = next((text for path in paths if (text := _text_at(root, path.split("/")))), "")
        if found:
            told[code] = " ".join(found.split())[:400]
    for code in ("when", "due"):
        if told.get(code, "").isdigit() and len(told[code]) == 8:
            told[code] = f"{told[code][:4]}-{told[code][4:6]}-{told[code][6:]}"
    is_credit = name == "CreditNote" or told.pop("type", "") in _CREDIT
    told.pop("type", None)
    if is_credit and "amount" in told and not told["amount"].startswith("-"):
        told["amount"] = "-" + told["amount"]
    return {"sort": "credit" if is_credit else "invoice", **told}


def _root(data: bytes) -> Element:
    from defusedxml.common import DefusedXmlException
    from defusedxml.ElementTree import fromstring

    try:
        return fromstring(data)
    except (ParseError, DefusedXmlException, ValueError) as error:
        raise Damaged(str(error)) from error


def _text_at(node: Element, path: list[str]) -> str:
    """Return the text at a path of local names, the first that has any."""
    if not path:
        return (node.text or "").strip()
    for child in node:
        if child.tag.rpartition("}")[2] == path[0] and (text := _text_at(child, path[1:])):
            return text
    return ""


def _starts(head: bytes) -> bool:
    return (
        b"<" in head[:200]
        and head.lstrip(b"\xef\xbb\xbf \r\n\t").startswith(b"<")
        and any(root in head for root in _ROOTS)
    )


def _leaves(node: Element) -> Iterator[tuple[str, str]]:
    for child in node.iter():
        if len(child) == 0 and (child.text or "").strip():
            yield child.tag.rpartition("}")[2], " ".join((child.text or "").split())


def _text(file: BinaryIO) -> Iterator[str]:
    for name, text in _leaves(_root(file.read(MOST_READ))):
        yield f"{name}\t{text}"


def _html(file: BinaryIO) -> Iterable[str]:
    yield "<table>"
    for name, text in _leaves(_root(file.read(MOST_READ))):
        yield f"<tr><th>{html.escape(name)}</th><td>{html.escape(text)}</td></tr>"
    yield "</table>"


FORMAT = Format(
    code="einvoice", media_types=("application/xml",), extension=".xml", starts=_starts, text=_text, html=_html,
    facts=lambda file: facts(file.read(MOST_READ)),
)  # fmt: skip
