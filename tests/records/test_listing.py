"""Lists in pages: every row once, in order, whatever the sort; and the search index."""

from collections.abc import Iterator
from datetime import date, timedelta
from typing import get_args

import pytest

from tests.support import World
from waka.launch import opened
from waka.records.desk import naming
from waka.records.documents import contents, documents
from waka.records.documents.documents import File, Record
from waka.records.finding import search
from waka.records.folders import folders
from waka.records.folders.listing import Scope, Sort, page
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


@pytest.mark.parametrize("descending", [False, True])
@pytest.mark.parametrize("sort", get_args(Sort))
@pytest.mark.parametrize("limit", [1, 7, 100])
def test_pages_together_are_the_whole_list_in_order(
    filled: tuple[Deps, int, int], sort: Sort, descending: bool, limit: int
) -> None:
    deps, folder, person = filled
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
        )
    assert [number for _, number in seen] == [row.id for row in whole]
    assert len({number for _, number in seen}) == COUNT
    if sort in ("name", "who", "kind"):
        assert [key for key, _ in seen] == sorted((key for key, _ in seen), reverse=descending)


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
        (["armel"], 12),
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
