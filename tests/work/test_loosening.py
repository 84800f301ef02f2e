"""A first taking in does without indexes and references, and has all of them again at its end, whatever happens."""

from typing import Any

import pytest

from tests.support import assert_records_agree
from waka.errors import DatabaseAway
from waka.work.deps import Deps
from waka.work.outside import new_files
from waka.work.outside.new_files import TakingIn
from waka.work.outside.taking_in import index_next, take_in

_MADE = """
select indexdef from pg_indexes where schemaname = 'public'
union all select conrelid::regclass || conname || pg_get_constraintdef(oid) from pg_constraint
where connamespace = 'public'::regnamespace and contype = 'f' order by 1
"""


def made(deps: Deps) -> list[str]:
    with deps.db.transaction() as conn:
        return [str(row[0]) for row in conn.execute(_MADE)]


def loosened(deps: Deps) -> int:
    with deps.db.transaction() as conn:
        found = conn.execute("select count(*) from loosened").fetchone()
    return int(found[0]) if found else 0


@pytest.fixture
def many(deps: Deps, filer: int, monkeypatch: pytest.MonkeyPatch) -> Deps:
    monkeypatch.setattr(new_files, "LOOSENS", 10)
    monkeypatch.setattr(new_files, "BATCH", 10)
    for at in range(30):
        path = deps.drive.root / f"Letters/{at % 3}/{at}.txt"
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_text(f"letter {at}")
    return deps


def test_all_of_them_are_there_again_in_the_end(
    many: Deps, filer: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    before = made(many)
    seen: list[int] = []
    plain = TakingIn._write_batch

    def batch(*args: Any) -> None:
        seen.append(loosened(many))
        plain(*args)

    monkeypatch.setattr(TakingIn, "_write_batch", batch)
    assert take_in(many, filer) == 30
    assert len(seen) == 3 and min(seen) > 5, "while it is taken in they are not"
    assert (made(many), loosened(many)) == (before, 0)
    while index_next(many):
        pass
    assert_records_agree(many)


def test_a_taking_in_that_was_cut_off_has_them_again_at_the_next_look(
    many: Deps, filer: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    before = made(many)
    with monkeypatch.context() as patch:
        batches: list[int] = []

        def cut_off(*args: Any) -> None:
            batches.append(1)
            if len(batches) == 2:
                raise DatabaseAway
            plain(*args)

        plain = TakingIn._write_batch
        patch.setattr(TakingIn, "_write_batch", cut_off)
        with pytest.raises(DatabaseAway):
            take_in(many, filer)
    assert loosened(many) > 5
    assert take_in(many, filer) == 20
    assert (made(many), loosened(many)) == (before, 0)
    while index_next(many):
        pass
    assert_records_agree(many)


def test_a_second_taking_in_keeps_them(many: Deps, filer: int, monkeypatch: pytest.MonkeyPatch) -> None:
    take_in(many, filer)
    for at in range(30):
        (many.drive.root / f"Letters/0/more {at}.txt").write_text(f"more {at}")
    seen: list[int] = []
    plain = TakingIn._write_batch

    def batch(*args: Any) -> None:
        seen.append(loosened(many))
        plain(*args)

    monkeypatch.setattr(TakingIn, "_write_batch", batch)
    assert take_in(many, filer) == 30 and set(seen) == {0}
