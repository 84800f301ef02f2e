"""The fields of a document, and which of them its name alone tells."""

from datetime import date

from hypothesis import given
from hypothesis import strategies as st

from waka.core.fields.record import FIRST, Record, filled, told_by_name, with_fields_of
from waka.core.ids import PartyId

CODES = ("kind", "who", "when", "what", "reference", "deck")
records = st.builds(
    lambda marked, **parts: with_marks(Record(**parts), marked),
    kind=st.none() | st.sampled_from(["bill", "letter"]), party=st.none() | st.integers(1, 3).map(PartyId),
    when=st.none() | st.dates(date(2025, 1, 1), date(2025, 1, 3)), what=st.none() | st.sampled_from(["rope", "tar"]),
    reference=st.none() | st.just("S-1"), further=st.just({}) | st.just({"deck": "2"}),
    marked=st.sets(st.sampled_from(CODES)),
)  # fmt: skip
codes = st.sets(st.sampled_from(CODES)).map(sorted)


def with_marks(record: Record, marked: set[str]) -> Record:
    told = set(filled(record)) & marked
    return Record(**{part: getattr(record, part) for part in ("kind", "party", "when", "what", "reference", "further")},
                  from_name=tuple(sorted(told)))  # fmt: skip


def value(record: Record, code: str) -> object:
    return (
        record.further.get(code) if code not in FIRST else getattr(record, {"who": "party"}.get(code, code))
    )


@given(records, records, codes)
def test_fields_that_are_given_are_as_they_are_given_and_all_others_stay(
    was: Record, other: Record, given_codes: list[str]
) -> None:
    found = with_fields_of(was, other, given_codes)
    for code in CODES:
        source = other if code in given_codes else was
        assert value(found, code) == value(source, code)
        assert (code in found.from_name) == (code in source.from_name)


@given(records, records, codes)
def test_what_a_person_said_stays_theirs_where_a_name_says_the_same(
    was: Record, read: Record, told: list[str]
) -> None:
    marked = with_marks(read, set(CODES))
    found = told_by_name(was, marked, told)
    for code in CODES:
        if code not in told:
            assert (value(found, code), code in found.from_name) == (value(was, code), code in was.from_name)
        elif value(found, code) is None:
            assert code not in found.from_name, "nothing is said"
        elif value(was, code) == value(found, code):
            assert (code in found.from_name) == (code in was.from_name)
        else:
            assert code in found.from_name
