"""bin/waka read, as a shell runs it: fields of files that lie anywhere, as a table."""

import csv
import io
import json
import os
import subprocess
from pathlib import Path

import pytest

from tests import loaded
from tests.work.test_filling import invoice, photographed

UBL = """<?xml version="1.0" encoding="UTF-8"?>
<Invoice xmlns="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2"
         xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2"
         xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
  <cbc:ID>KBY-77</cbc:ID><cbc:IssueDate>2025-05-02</cbc:IssueDate><cbc:DueDate>2025-06-01</cbc:DueDate>
  <cbc:InvoiceTypeCode>{type}</cbc:InvoiceTypeCode><cbc:DocumentCurrencyCode>EUR</cbc:DocumentCurrencyCode>
  <cac:AccountingSupplierParty><cac:Party><cac:PartyLegalEntity><cbc:RegistrationName>Kilbray Yard</cbc:RegistrationName>
  </cac:PartyLegalEntity></cac:Party></cac:AccountingSupplierParty>
  <cac:LegalMonetaryTotal><cbc:TaxInclusiveAmount currencyID="EUR">540.00</cbc:TaxInclusiveAmount></cac:LegalMonetaryTotal>
</Invoice>"""
CII = """<?xml version="1.0"?>
<rsm:CrossIndustryInvoice xmlns:rsm="urn:un:unece:uncefact:data:standard:CrossIndustryInvoice:100"
  xmlns:ram="urn:un:unece:uncefact:data:standard:ReusableAggregateBusinessInformationEntity:100"
  xmlns:udt="urn:un:unece:uncefact:data:standard:UnqualifiedDataType:100">
 <rsm:ExchangedDocument><ram:ID>C-9</ram:ID><ram:TypeCode>380</ram:TypeCode>
  <ram:IssueDateTime><udt:DateTimeString format="102">20250307</udt:DateTimeString></ram:IssueDateTime></rsm:ExchangedDocument>
 <rsm:SupplyChainTradeTransaction>
  <ram:ApplicableHeaderTradeAgreement><ram:SellerTradeParty><ram:Name>Segelwerk Hansen GmbH</ram:Name></ram:SellerTradeParty></ram:ApplicableHeaderTradeAgreement>
  <ram:ApplicableHeaderTradeSettlement><ram:InvoiceCurrencyCode>EUR</ram:InvoiceCurrencyCode>
   <ram:SpecifiedTradeSettlementHeaderMonetarySummation><ram:GrandTotalAmount>99.90</ram:GrandTotalAmount></ram:SpecifiedTradeSettlementHeaderMonetarySummation>
  </ram:ApplicableHeaderTradeSettlement></rsm:SupplyChainTradeTransaction></rsm:CrossIndustryInvoice>"""


def mail(data: bytes) -> bytes:
    import email.message

    message = email.message.EmailMessage()
    message["From"], message["To"] = "Odile Farrow <odile@farrow.example>", "office@ternpoint.example"
    message["Subject"], message["Date"] = "as promised", "Mon, 17 Mar 2025 10:00:00 +0000"
    message.set_content("Here it is.\n")
    message.add_attachment(data, maintype="application", subtype="pdf", filename="scan.pdf")
    return message.as_bytes()


FILES = {
    "invoice.pdf": invoice(), "photo.jpg": photographed(), "e-invoice.xml": UBL.format(type="380").encode(), "e-credit.xml": UBL.format(type="381").encode(),
    "cii.xml": CII.encode(), "mail.eml": mail(invoice()), "empty.pdf": b"", "torn.pdf": invoice()[:300], "note.txt": b"call the yard\n",
}  # fmt: skip
PAPER = ("invoice", "Marlow Rope & Canvas", "2025-03-12", "MRC-4711", "1200.00")
EXPECTED = {
    "invoice.pdf": PAPER, "photo.jpg": PAPER, "mail.eml": PAPER, "e-invoice.xml": ("invoice", "Kilbray Yard", "2025-05-02", "KBY-77", "540.00"),
    "e-credit.xml": ("invoice", "Kilbray Yard", "2025-05-02", "KBY-77", "-540.00"), "cii.xml": ("invoice", "Segelwerk Hansen GmbH", "2025-03-07", "C-9", "99.90"),
}  # fmt: skip


def run(home: Path, *words: str) -> subprocess.CompletedProcess[str]:
    return loaded.run(("read", *words), {**os.environ, "WAKA_HOME": str(home)})


@pytest.fixture
def papers(tmp_path: Path) -> Path:
    folder = tmp_path / "papers"
    (folder / "deeper").mkdir(parents=True)
    for name, data in FILES.items():
        (folder / ("deeper/" if name == "cii.xml" else "") / name).write_bytes(data)
    return folder


def test_files_are_read_into_a_table_and_what_cannot_be_read_is_said(
    papers: Path, home: Path, tmp_path: Path
) -> None:
    office, out = tmp_path / "office.json", tmp_path / "out.csv"
    office.write_text(
        json.dumps(
            {
                "names": ["Tern Point Sail Training Trust"],
                "parties": [{"name": "Marlow Rope & Canvas", "spellings": ["Marlow R&C"]}],
            }
        )
    )
    done = run(home, str(papers), "--csv", str(out), "--office", str(office))
    assert done.returncode == 1, done.stderr
    assert "empty.pdf: The file is empty" in done.stderr and "torn.pdf: The file is damaged" in done.stderr
    rows = {Path(row["path"]).name: row for row in csv.DictReader(io.StringIO(out.read_text("utf-8")))}
    assert list(next(iter(rows.values())))[:6] == ["path", "kind", "who", "when", "reference", "amount"]
    assert set(rows) == set(FILES)
    for name, expected in EXPECTED.items():
        assert (
            tuple(rows[name][code] for code in ("kind", "who", "when", "reference", "amount")) == expected
        ), name
    assert rows["note.txt"]["reference"] == rows["note.txt"]["when"] == ""
    assert rows["cii.xml"]["path"] == "deeper/cii.xml"
    # nothing is recognised twice: without a recogniser, the photograph is known by its bytes
    again = run(home, str(papers / "photo.jpg"), "--no-pictures")
    assert again.returncode == 0
    assert next(csv.DictReader(io.StringIO(again.stdout)))["reference"] == "MRC-4711"


@pytest.mark.parametrize("text", ["{", "[]", '{"names": 3}', '{"nmaes": []}', '{"date_order": "sideways"}'])
def test_an_office_that_is_not_understood_is_refused(
    text: str, papers: Path, home: Path, tmp_path: Path
) -> None:
    office = tmp_path / "office.json"
    office.write_text(text)
    done = run(home, str(papers / "note.txt"), "--office", str(office))
    assert done.returncode == 2 and "--office" in done.stderr
