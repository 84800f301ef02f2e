"""Lists in pages: every row once, in order, whatever the sort; and the search index."""

from collections.abc import Iterator
from datetime import date, timedelta
from decimal import Decimal

import pytest

from tests.support import World
from waka.core.fields.registry import Choice, Field
from waka.core.names import FieldType
from waka.launch import opened
from waka.records.desk import naming
from waka.records.documents import contents, documents
from waka.records.documents.documents import File, Record
from waka.records.finding import search
from waka.records.folders import folders
from waka.records.folders.listing import SORTS, Scope, groups, page
from waka.records.rules import fields
from waka.work.deps import Deps
from waka.work.people import signing_in

COUNT = 47


@pytest.fixture(scope="module")
def filled(the_world: World, tmp_path_factory: pytest.TempPathFactory) -> Iterator[tuple[Deps, int, int]]:
    """A folder of documents with many equal and many missing fields."""
    home = tmp_path_factory.mktemp("listing") / "home"
    with opened(the_world.settings(home), the_world.database("waka_empty"), 3) as deps:
        person = signing_in.add_person(
            deps, login="tamsin", name="Tamsin Brook", password="fair winds here", right="filer"
        )
        with deps.db.transaction() as conn:
            root = folders.root(conn)
            assert root is not None
            folder = folders.add(conn, root, "Many")
            for field in FURTHER:
                fields.put(conn, field)
            parties = [naming.add_party(conn, name, None) for name in ("ärmel", "Bow", "carrick")]
            numbers = [_add(conn, folder, person, n, parties) for n in range(COUNT)]
            search.refresh(conn, numbers)
        yield deps, folder, person


def _add(conn, folder: int, person: int, n: int, parties: list[int]) -> int:  # type: ignore[no-untyped-def]
    digest = bytes([n]) * 32
    contents.add(conn, digest, n)
    record = Record(
        kind=[None, "letter", "invoice"][n % 3], party=[None, *parties][n % 4],
        when=None if n % 5 == 0 else date(2026, 1, 1) + timedelta(days=n % 7),
        what=f"knot {n}", reference=None if n % 2 else f"R{n % 6}",
        further={code: said[n % len(said)] for code, said in _said(parties).items() if n % 6},
    )  # fmt: skip
    file = File(size=n % 4, sha256=digest, inode=n, modified_ns=n // 3 * 10**9)
    name = f"{'Doc' if n % 2 else 'doc'} {n:02d}.pdf"
    return documents.add(
        conn,
        state="filed",
        folder=folder,
        name=name,
        conforms=False,
        file=file,
        record=record,
        person=person,
    )


#: one field of each type, and how it is ordered
FURTHER = [Field(code=f"own_{kind}", label=f"Own {kind}", type=kind,
                 choices=[Choice(code="red", label="Red"), Choice(code="blue", label="Blue")] if kind == "choice" else [])
           for kind in FieldType]  # fmt: skip


def _said(parties: list[int]) -> dict[str, list[str]]:
    return {
        "own_date": ["2026-02-01", "2025-12-31", "2026-10-09"], "own_party": [str(party) for party in parties],
        "own_text": ["sail", "mast", "Keel"], "own_code": ["B-7", "A-10"], "own_choice": ["red", "blue"],
        "own_money": ["9.50 GBP", "10.00 GBP", "-3.00 EUR", "100.00 GBP"], "own_number": ["9", "10", "-2.5", "100"],
    }  # fmt: skip


@pytest.mark.parametrize("descending", [False, True])
@pytest.mark.parametrize("sort", [*SORTS, *(field.code for field in FURTHER)])
@pytest.mark.parametrize("limit", [1, 7, 100])
def test_pages_together_are_the_whole_list_in_order(
    filled: tuple[Deps, int, int], sort: str, descending: bool, limit: int
) -> None:
    deps, folder, person = filled
    field = next((one for one in FURTHER if one.code == sort), None)
    seen: list[tuple[str, int]] = []
    after = None
    with deps.db.transaction() as conn:
        while True:
            found = page(
                conn,
                scope=Scope("folder", folder),
                person=person,
                sort=sort,
                descending=descending,
                after=after,
                limit=limit,
                field=field,
            )
            if not found:
                break
            seen += [(row.key, row.id) for row in found]
            after = seen[-1]
        whole = page(
            conn,
            scope=Scope("folder", folder),
            person=person,
            sort=sort,
            descending=descending,
            after=None,
            limit=COUNT + 1,
            field=field,
        )
    assert [number for _, number in seen] == [row.id for row in whole]
    assert len({number for _, number in seen}) == COUNT
    if sort in ("name", "who", "kind"):
        assert [key for key, _ in seen] == sorted((key for key, _ in seen), reverse=descending)
    if sort in ("own_number", "own_money", "amount"):
        numbers = [Decimal(key) for key, _ in seen]
        assert numbers == sorted(numbers, reverse=descending)


def test_documents_are_grouped_by_what_a_field_says(filled: tuple[Deps, int, int]) -> None:
    deps, folder, person = filled
    by = {field.type: field for field in FURTHER}
    with deps.db.transaction() as conn:
        found = {
            kind: groups(conn, scope=Scope("folder", folder), person=person, by="", shows_others=False, field=by[kind])
            for kind in (FieldType.PARTY, FieldType.DATE, FieldType.CHOICE)
        }  # fmt: skip
    assert {key for key, _ in found[FieldType.PARTY]} == {"", "ärmel", "Bow", "carrick"}
    assert {key for key, _ in found[FieldType.DATE]} == {"", "2025-12", "2026-02", "2026-10"}
    assert {key for key, _ in found[FieldType.CHOICE]} == {"", "red", "blue"}
    assert all(sum(count for _, count in told) == COUNT for told in found.values())


def test_somebody_else_gets_an_empty_page(filled: tuple[Deps, int, int]) -> None:
    deps, folder, person = filled
    with deps.db.transaction() as conn:
        found = page(
            conn,
            scope=Scope("folder", folder),
            person=person + 1,
            sort="name",
            descending=False,
            after=None,
            limit=9,
        )
        assert found == []
        assert search.find(conn, words=["knot"], person=person + 1) == []


@pytest.mark.parametrize(
    ("words", "count"),
    [
        (["knot"], COUNT),
        (["kno"], COUNT),
        (["not"], 0),  # the text is found by beginnings
        (["oc"], COUNT),  # the name by any part
        (["doc", "07"], 1),
        (["armel"], 16),  # as who, or in a field of the team's own
        (["keel"], 15),
        (["red"], 16),  # a choice by its label
        (["knot", "absent"], 0),
        (["o'reilly\\"], 0),
        (["%"], 0),
    ],
)
def test_search_finds_words_and_their_beginnings(
    filled: tuple[Deps, int, int], words: list[str], count: int
) -> None:
    deps, _, person = filled
    from waka.core.finding.words import wanted

    asked = wanted(" ".join(words))
    with deps.db.transaction() as conn:
        found = search.find(conn, words=asked, person=person) if asked else []
    assert len(found) == count
