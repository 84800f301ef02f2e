"""Sums as papers write them."""

from decimal import Decimal

import pytest
from bench.papers.writing import write_money
from hypothesis import given
from hypothesis import strategies as st

from waka.core.fields.evidence.sums import currency_of, sums


@pytest.mark.parametrize(
    ("text", "value", "currency"),
    [
        ("£1,234.56", "1234.56", "GBP"), ("1.234,56 €", "1234.56", "EUR"), ("1 234,56", "1234.56", None), ("1\u00a0234,56 zł", "1234.56", "PLN"), ("1234.56", "1234.56", None),
        ("EUR 12,50", "12.50", "EUR"), ("12.50 GBP", "12.50", "GBP"), ("$1,000", "1000.00", "USD"), ("£40", "40.00", "GBP"), ("€ 12,-", "12.00", "EUR"),
        ("-£12.50", "-12.50", "GBP"), ("£-12.50", "-12.50", "GBP"), ("(12.50)", "-12.50", None), ("12.50-", "-12.50", None), ("12.50 CR", "-12.50", None),
        ("−12,50", "-12.50", None), ("1'234.50 CHF", "1234.50", "CHF"), ("12,345,678.90", "12345678.90", None), ("0.00", "0.00", None), ("Total:£5.00", "5.00", "GBP"),
    ],
)  # fmt: skip
def test_a_sum_is_found_however_it_is_written(text: str, value: str, currency: str | None) -> None:
    (found,) = sums(text)
    assert (found.value, found.currency) == (Decimal(value), currency)


@pytest.mark.parametrize(
    "text",
    [
        "12.03.2025",
        "20%",
        "20.00%",
        "12.5",
        "2 x 3",
        "1.234.56",
        "01632 960118",
        "12:50",
        "ver 1.25.3",
        "24 mm",
        "No. 1234 of 12",
        "A12.50",
        "page 1 of 3",
    ],
)
def test_what_is_no_sum_is_none(text: str) -> None:
    assert sums(text) == []


def test_a_whole_number_is_a_sum_only_in_a_cell_of_its_own() -> None:
    assert [(one.value, one.is_exact) for one in sums("5337")] == [(Decimal("5337.00"), False)]
    assert sums("5337 pieces") == []


def test_the_currency_is_the_one_spoken_of_most() -> None:
    assert currency_of("Price € 5,00, Porto € 2,00, total EUR 7,00; about £6") == "EUR"
    assert currency_of("no money here, not even zlotys or euros") is None


@given(
    st.decimals(min_value=Decimal("0.01"), max_value=Decimal("9999999.99"), places=2),
    st.sampled_from(
        [
            ("GBP", "1,234.56"),
            ("USD", "1,234.56"),
            ("EUR", "1.234,56"),
            ("EUR", "1 234,56"),
            ("PLN", "1 234,56"),
            ("GBP", "1234.56"),
        ]
    ),
    st.sampled_from(["before", "after", "code", "code-after", "none"]),
)
def test_every_sum_that_a_firm_writes_is_read_back(amount: Decimal, way: tuple[str, str], sign: str) -> None:
    (found,) = sums(write_money(amount, *way, sign))
    assert found.value == amount
    assert found.currency in (way[0], None) and (found.currency is None) == (sign == "none")


@given(st.text(max_size=80))
def test_any_text_is_read_without_trouble(text: str) -> None:
    for one in sums(text):
        assert 0 <= one.start < one.end <= len(text)
