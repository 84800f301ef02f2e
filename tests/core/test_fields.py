"""The registry of fields: what is typed, what is kept, what names tell."""

from datetime import date
from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waka.core.fields.money import CURRENCIES, Money, read_money
from waka.core.fields.record import Record, filled, with_fields_of
from waka.core.fields.registry import Choice, Field, Registry, Value, faults, in_name, kept, of_name, read
from waka.core.names import FieldType, Parsed, Parties, Party, Pattern, compose, parse

TODAY = date(2026, 11, 26)
COLOURS = [Choice(code="red", label="Signal red"), Choice(code="b", label="Blue")]
FIELDS = {
    kind: Field(code=f"own_{kind}", label=str(kind), type=kind, choices=COLOURS if kind is FieldType.CHOICE else [])
    for kind in FieldType
}  # fmt: skip


def understood(kind: FieldType, text: str) -> Value | None:
    return read(FIELDS[kind], text, today=TODAY, order="day_first", currency="EUR")


@pytest.mark.parametrize(
    ("kind", "typed", "is_kept"),
    [
        (FieldType.DATE, "12 3 26", "2026-03-12"), (FieldType.DATE, "tomorrow's", None),
        (FieldType.MONEY, "1.284,5", "1284.50 EUR"), (FieldType.MONEY, "£12", "12.00 GBP"),
        (FieldType.MONEY, "usd 3.50", "3.50 USD"), (FieldType.MONEY, "3 XXQ", None), (FieldType.MONEY, "£3 USD", None),
        (FieldType.MONEY, "none", None), (FieldType.NUMBER, "1,250", "1250"), (FieldType.NUMBER, "3,5", "3.5"),
        (FieldType.NUMBER, "-0.50", "-0.5"), (FieldType.NUMBER, "07", "7"), (FieldType.NUMBER, "1e400", None),
        (FieldType.NUMBER, "seven", None), (FieldType.NUMBER, "NaN", None), (FieldType.CHOICE, "signal RED", "red"),
        (FieldType.CHOICE, "b", "b"), (FieldType.CHOICE, "green", None), (FieldType.TEXT, " a  mast ", "a mast"),
        (FieldType.CODE, "Ab-7", "Ab-7"), (FieldType.TEXT, "x" * 401, None), (FieldType.TEXT, "  ", None),
    ],
)  # fmt: skip
def test_what_is_typed_is_kept_in_one_form_or_not_at_all(
    kind: FieldType, typed: str, is_kept: str | None
) -> None:
    found = understood(kind, typed)
    assert (kept(found) if found is not None else None) == is_kept


amounts = st.decimals(-(10**9), 10**9, places=2)
values = st.one_of(
    st.tuples(st.just(FieldType.DATE), st.dates(date(1000, 1, 1), date(9999, 12, 31))),
    st.tuples(st.just(FieldType.MONEY), st.builds(Money, amounts, st.sampled_from(sorted(CURRENCIES)))),
    st.tuples(st.just(FieldType.NUMBER), st.decimals(-(10**9), 10**9, places=3)),
    st.tuples(st.just(FieldType.CHOICE), st.sampled_from(["red", "b"])),
)


@given(values)
def test_what_is_kept_is_understood_again_as_the_same(one: tuple[FieldType, Value]) -> None:
    kind, value = one
    again = understood(kind, kept(value))
    assert again is not None
    assert (Decimal(kept(again)) == value) if isinstance(value, Decimal) else (kept(again) == kept(value))


@given(st.text(max_size=60))
def test_nothing_that_is_typed_breaks_a_field(text: str) -> None:
    for kind in FieldType:
        found = understood(kind, text)
        if found is not None:
            in_name(FIELDS[kind], kept(found), "Somebody")
    assert (money := read_money(text, "EUR")) is None or money.currency in CURRENCIES


@pytest.mark.parametrize(
    ("kind", "told", "format", "stem"),
    [
        (FieldType.DATE, "2026-03-12", " yymmdd", "260312"), (FieldType.CHOICE, "red", "", "signal-red"),
        (FieldType.PARTY, "Northwind Yard", " short", "nwy"), (FieldType.NUMBER, "7", " 000", "007"),
        (FieldType.CODE, "Ab-7", "", "Ab-7"), (FieldType.TEXT, "new sails", "", "new-sails"),
    ],
)  # fmt: skip
def test_a_field_of_the_team_s_own_stands_in_names_and_is_read_back(
    kind: FieldType, told: str, format: str, stem: str
) -> None:
    field = FIELDS[kind]
    parties = Parties.of([Party("Northwind Yard", "nwy")])
    pattern = Pattern.read(f"{{what}}_{{{field.code}{format}}}", types=Registry((field,)).types)
    shown = in_name(field, told, told)
    assert shown is not None
    composed = compose(pattern, {"what": "list", field.code: shown}, parties)
    assert getattr(composed, "stem", composed) == f"list_{stem}"
    parsed = parse(pattern, f"list_{stem}", parties)
    assert isinstance(parsed, Parsed)
    again = of_name(field, parsed.fields[field.code])
    assert again is not None and kept(again) == told


@pytest.mark.parametrize(
    ("changes", "part"),
    [
        ({"code": "Due date"}, "code"), ({"code": "size"}, "code"), ({"label": " "}, "label"), ({"label": "WHO"}, "label"),
        ({"kinds": ["hull"]}, "kinds"), ({"choices": COLOURS}, "choices"), ({"type": FieldType.CHOICE}, "choices"),
        ({"type": FieldType.CHOICE, "choices": [*COLOURS, Choice(code="x", label="BLUE")]}, "choices"),
    ],
)  # fmt: skip
def test_what_a_field_cannot_be_is_said(changes: dict[str, object], part: str) -> None:
    others = [Field(code="who", label="Who", type=FieldType.PARTY)]
    good: dict[str, object] = {"code": "mast", "label": "Mast", "type": FieldType.TEXT, "kinds": ["letter"]}
    assert list(faults(Field(**good), others, ["letter"])) == []  # type: ignore[arg-type]
    assert part in {where for where, _ in faults(Field(**(good | changes)), others, ["letter"])}  # type: ignore[arg-type]


def test_a_record_takes_the_fields_that_are_meant_and_keeps_the_others() -> None:
    was = Record(kind="letter", what="mast", further={"due": "2026-01-02", "deck": "3"})
    other = Record(party=7, amount=Decimal("1.00"), currency="EUR", further={"due": "2027-01-01"})
    assert filled(other) == ("who", "amount", "due")
    assert with_fields_of(was, other, ["amount", "due"]) == Record(
        kind="letter", what="mast", amount=Decimal("1.00"), currency="EUR", further={"due": "2027-01-01", "deck": "3"}
    )  # fmt: skip
    assert with_fields_of(was, other, ["what", "deck"]).further == {"due": "2026-01-02"}
