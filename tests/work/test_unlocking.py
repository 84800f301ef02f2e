"""A PDF that asks for a password is opened with it; the password is kept nowhere, and nothing is lost."""

import logging

import pytest

from tests.work.drive import SmallDrive, hand_in
from tests.work.test_filling import invoice, read
from waka.core.ids import DocumentId, PersonId
from waka.demo import waiting
from waka.errors import BadRequest, NotFound
from waka.records.documents import documents
from waka.work.changes.ways.discarding import take_back
from waka.work.desk.queue import desk
from waka.work.desk.unlocking import unlock
from waka.work.documents.looking import opened_file
from waka.work.documents.reading import read_what_waits


@pytest.fixture
def locked(filled: SmallDrive) -> DocumentId:
    number = DocumentId(hand_in(filled.deps, filled.filer, "renewal.pdf", waiting._locked()))
    read(filled.deps)
    return number


def waits(drive: SmallDrive) -> set[int]:
    return {one.id for one in desk(drive.deps, drive.filer).waiting}


def test_what_was_opened_takes_the_place_of_what_asked_for_a_password(
    filled: SmallDrive, locked: DocumentId, caplog: pytest.LogCaptureFixture
) -> None:
    with caplog.at_level(logging.DEBUG):
        opened = unlock(filled.deps, filled.filer, locked, "ketch")
    assert opened in waits(filled) and locked not in waits(filled) and "ketch" not in caplog.text
    read_what_waits(filled.deps)
    with filled.deps.db.transaction() as conn:
        document = documents.one(conn, opened, filled.filer)
        kept = conn.execute("select string_agg(l::text, ' ') from logbook l").fetchone()
    assert document is not None and document.trouble is None and document.pages == 1
    assert kept is not None and "ketch" not in kept[0]
    take_back(filled.deps, filled.filer, locked)
    with filled.deps.db.transaction() as conn:
        again = documents.one(conn, locked, filled.filer)
    assert again is not None
    with opened_file(filled.deps, again) as file:
        assert file.read() == waiting._locked()


def test_a_wrong_password_is_said_and_the_right_one_works_after_it(
    filled: SmallDrive, locked: DocumentId
) -> None:
    for wrong in ("sloop", "Ketch", "ketch "):
        with pytest.raises(BadRequest) as refused:
            unlock(filled.deps, filled.filer, locked, wrong)
        assert refused.value.facts["field"] == "password" and wrong not in refused.value.message
    assert locked in waits(filled)
    assert unlock(filled.deps, filled.filer, locked, "ketch") in waits(filled)


def test_what_asks_for_no_password_is_not_opened_and_what_nobody_may_see_neither(
    filled: SmallDrive, locked: DocumentId
) -> None:
    plain = DocumentId(hand_in(filled.deps, filled.filer, "bill.pdf", invoice()))
    read(filled.deps)
    with pytest.raises(BadRequest):
        unlock(filled.deps, filled.filer, plain, "ketch")
    with pytest.raises(NotFound):
        unlock(filled.deps, PersonId(filled.reader), locked, "ketch")
