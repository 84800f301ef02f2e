"""Names of any bytes become text that leads back to them."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waka.core.names import readable, to_bytes, to_text


@given(st.binary(max_size=40))
def test_any_bytes_come_back(raw: bytes) -> None:
    text = to_text(raw)
    assert to_bytes(text) == raw
    text.encode()  # a database and a screen take it


@given(st.lists(st.binary(max_size=6), unique=True, max_size=12))
def test_no_two_names_become_one(names: list[bytes]) -> None:
    assert len({to_text(name) for name in names}) == len(names)


@pytest.mark.parametrize(
    ("raw", "shown"),
    [
        (b"plain.txt", "plain.txt"),
        ("für.txt".encode(), "für.txt"),
        (b"caf\xe9.txt", "caf�.txt"),
        ("\uf7e9".encode(), "���"),
    ],
)
def test_what_a_person_reads(raw: bytes, shown: str) -> None:
    assert readable(to_text(raw)) == shown
