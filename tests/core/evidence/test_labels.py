"""What stands before a value says what it is."""

import pytest

from waka.core.fields.evidence.labels import label


@pytest.mark.parametrize(
    ("table", "text", "meaning"),
    [
        ("dates", "Invoice date:", "own"), ("dates", "Date ", "date"), ("dates", "Total due on ", "due"), ("dates", "Payment is due by ", "due"), ("dates", "Rechnungsdatum", "own"),
        ("dates", "Fällig am", "due"), ("dates", "Date d'échéance :", "due"), ("dates", "Vervaldatum", "due"), ("dates", "Termin płatności:", "due"), ("dates", "Your order of ", "order_date"),
        ("dates", "Date of birth", "birth"), ("dates", "Valid until ", "expiry"), ("dates", "Proformarechnungsdatum", "own"), ("dates", "held on Tuesday, ", "own"),
        ("dates", "This sum leaves your bank account on or just after", "due"), ("dates", "Zahlbar ohne Abzug bis ", "due"), ("dates", "11 Latest payment", "due"), ("dates", "PAYABLE ", "due"), ("dates", "Assessed", "own"), ("dates", "Raised", "own"),
        ("dates", "Next meeting: ", "other"), ("dates", "a walk along the quay ", None), ("dates", "by Devika Ramanujan (", None),
        ("sums", "Amount due", "total"), ("sums", "Total (GBP) ", "total"), ("sums", "Subtotal", "net"), ("sums", "VAT 20%", "tax"), ("sums", "Net à payer", "total"),
        ("sums", "Zwischensumme", "net"), ("sums", "Brought forward", "old"), ("sums", "CHANGE", "paid"), ("sums", "Razem do zapłaty", "total"), ("sums", "Te betalen", "total"),
        ("numbers", "Invoice no.", "own"), ("numbers", "Rechnungs-Nr.", "own"), ("numbers", "Pro-formafactuurnummer", "own"), ("numbers", "Your order", "order"),
        ("numbers", "Kundennummer", "account"), ("numbers", "VAT reg. no. ", "foreign"), ("numbers", "Our ref: ", "ours"), ("numbers", "Yr ref", "your"), ("numbers", "Tel. ", "foreign"),
    ],
)  # fmt: skip
def test_the_phrase_nearest_to_a_value_names_it(table: str, text: str, meaning: str | None) -> None:
    found = label(table, text)
    assert (found and found.meaning) == meaning


def test_a_single_word_names_only_what_is_right_behind_it() -> None:
    assert label("dates", "date ") is not None
    assert label("dates", "date of which nobody is sure, ") is None
