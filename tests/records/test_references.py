"""Steps and logbook lines refer to what is there, and what they refer to stays, though no foreign key holds it."""

import pytest
from psycopg.errors import ForeignKeyViolation

from waka.work.deps import Deps

_STEP = """insert into change_step (list_id, position, act, document_id, folder_id, onto_id, from_place, from_path, to_place,
    to_path, state, size, sha256, inode, modified_ns)
    values ({list}, 1, 'place', {document}, {folder}, {onto}, 'drive', '', 'drive', '', 'proposed', 0, '', 0, 0)"""
_LINE = """insert into logbook (action, person_id, document_id, list_id, folder_id, from_folder_id, to_folder_id)
    values ('moved', {person}, {document}, {list}, {folder}, {from_folder}, {to_folder})"""
STEP = {"list": "1", "document": "null", "folder": "null", "onto": "null"}
LINE = dict.fromkeys(["person", "document", "list", "folder", "from_folder", "to_folder"], "null")
ABSENT = [
    *((_STEP, STEP | {part: "99999"}) for part in STEP),
    *((_LINE, LINE | {part: "99999"}) for part in LINE),
]


@pytest.fixture
def listed(deps: Deps, filer: int) -> int:
    """A drive with one list, number 1, that was begun."""
    with deps.db.transaction() as conn:
        conn.execute(
            "insert into change_list (title, origin, person_id, state, at_once, begun_at)"
            """ values ('{"code": "bin"}', 'chosen', %s, 'done', false, now())""", (filer,),
        )  # fmt: skip
    return filer


@pytest.mark.parametrize(("query", "values"), ABSENT)
def test_nothing_refers_to_what_is_not_there(
    deps: Deps, listed: int, query: str, values: dict[str, str]
) -> None:
    with pytest.raises(ForeignKeyViolation, match="that is not there"), deps.db.transaction() as conn:
        conn.execute(query.format(**values))  # type: ignore[call-overload]


def test_what_is_there_is_referred_to(deps: Deps, listed: int) -> None:
    with deps.db.transaction() as conn:
        root = conn.execute("select id from folder").fetchone()
        assert root is not None
        conn.execute(_STEP.format(**STEP | {"folder": root[0]}))  # type: ignore[call-overload]
        conn.execute(_LINE.format(**LINE | {"list": 1, "person": listed, "to_folder": root[0]}))  # type: ignore[call-overload]


KEPT = [
    "delete from folder", "delete from person", "delete from change_list",
    "update change_step set folder_id = null", "update logbook set list_id = null",
]  # fmt: skip


@pytest.mark.parametrize("query", KEPT)
def test_what_is_referred_to_stays(deps: Deps, listed: int, query: str) -> None:
    test_what_is_there_is_referred_to(deps, listed)
    with pytest.raises(ForeignKeyViolation), deps.db.transaction() as conn:
        conn.execute(query)  # type: ignore[call-overload]


def test_a_list_goes_that_was_not_begun(deps: Deps, listed: int) -> None:
    with deps.db.transaction() as conn:
        conn.execute("update change_list set begun_at = null")
        assert conn.execute("delete from change_list").rowcount == 1
