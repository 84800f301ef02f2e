"""Tags, notes, cross-references, zips, uploads in pieces, storage: what they do and whom they tell."""

import io
import zipfile
from pathlib import Path

import pytest

from tests.support import assert_records_agree
from tests.work.drive import CANVAS, LOG, NOTE, ROPE, SAIL, SmallDrive
from waka.errors import BadRequest, DriveTrouble, NotAllowed, NotFound, TooLarge, UploadConflict
from waka.records.folders.listing import Scope
from waka.work.changes.ways import by_hand
from waka.work.changes.ways import undo as undoing
from waka.work.desk import queue as desk
from waka.work.desk import uploading
from waka.work.desk.arriving import Sweeper
from waka.work.finding import search as finding
from waka.work.folders import browsing, labelling, storage, taking_out
from waka.work.outside.taking_in import index_next, take_in
from waka.work.people import signing_in


def names(drive: SmallDrive, person: int, scope: Scope) -> list[str]:
    page = browsing.page(drive.deps, person, scope, "name", descending=False, after=None)
    return [row.listed.name for row in page.documents]


def test_tags_are_put_on_many_listed_found_and_taken_off(drive: SmallDrive) -> None:
    numbers = [drive.number(SAIL), drive.number(LOG)]
    assert labelling.set_tags(drive.deps, drive.filer, numbers, put_on=["Refit  2025"], take_off=[]) == 2
    [tag] = labelling.tags(drive.deps, drive.reader)
    assert (tag.name, tag.documents) == ("Refit 2025", 2)
    assert len(names(drive, drive.reader, Scope("tag", tag=tag.id))) == 2
    while index_next(drive.deps):
        pass
    assert len(finding.find(drive.deps, drive.reader, "refit").found) == 2
    labelling.set_tags(drive.deps, drive.filer, numbers, put_on=[], take_off=["refit 2025"])
    assert labelling.tags(drive.deps, drive.reader) == []


def test_a_tag_tells_nothing_of_what_is_hidden(drive: SmallDrive) -> None:
    labelling.set_tags(drive.deps, drive.keeper, [drive.number(LOG)], put_on=["trouble"], take_off=[])
    drive.keep_to("Trainees", drive.keeper)
    assert labelling.tags(drive.deps, drive.filer) == []
    [tag] = labelling.tags(drive.deps, drive.keeper)
    assert names(drive, drive.filer, Scope("tag", tag=tag.id)) == []
    with pytest.raises(NotFound):
        labelling.set_tags(drive.deps, drive.filer, [drive.number(LOG)], put_on=["x"], take_off=[])


def test_a_reader_puts_nothing_on_anything(drive: SmallDrive) -> None:
    number = drive.number(SAIL)
    with pytest.raises(NotAllowed):
        labelling.set_tags(drive.deps, drive.reader, [number], put_on=["x"], take_off=[])
    with pytest.raises(NotAllowed):
        labelling.set_note(drive.deps, drive.reader, number, "mine")
    with pytest.raises(NotAllowed):
        labelling.refer(drive.deps, drive.reader, number, drive.folder("Letters"), shown=True)
    with pytest.raises(NotAllowed):
        uploading.begin(drive.deps, drive.reader, path="x.txt", size=1, folder=drive.folder("Letters"))


def test_folders_bear_tags_too(drive: SmallDrive) -> None:
    folder = drive.folder("Finance")
    assert labelling.set_folder_tags(drive.deps, drive.filer, folder, put_on=["audit"], take_off=[]) == [
        "audit"
    ]
    [tag] = labelling.tags(drive.deps, drive.reader)
    assert (tag.documents, tag.folders) == (0, 1)
    assert [f.path for f in labelling.tagged_folders(drive.deps, drive.reader, tag.id)] == ["Finance"]


def test_a_cross_reference_shows_and_grants_nothing(drive: SmallDrive) -> None:
    number, letters = drive.number(LOG), drive.folder("Letters")
    labelling.refer(drive.deps, drive.keeper, number, letters, shown=True)
    page = browsing.page(
        drive.deps, drive.filer, Scope("folder", letters), "name", descending=False, after=None
    )
    assert [(row.listed.name, row.listed.folder_path) for row in page.documents] == [
        ("log.txt", "Trainees"), ("note.txt", None),
    ]  # fmt: skip
    assert [r.path for r in browsing.details(drive.deps, drive.filer, number).references] == ["Letters"]
    drive.keep_to("Trainees", drive.keeper)
    assert names(drive, drive.filer, Scope("folder", letters)) == ["note.txt"]
    labelling.refer(drive.deps, drive.keeper, number, letters, shown=False)
    assert names(drive, drive.keeper, Scope("folder", letters)) == ["note.txt"]
    assert drive.path(number) == LOG
    with pytest.raises(BadRequest, match="lives in this folder"):
        labelling.refer(drive.deps, drive.keeper, drive.number(NOTE), letters, shown=True)


def test_a_note_is_kept_and_found(drive: SmallDrive) -> None:
    labelling.set_note(drive.deps, drive.filer, drive.number(SAIL), "ask Greta about the luff")
    while index_next(drive.deps):
        pass
    [found] = finding.find(drive.deps, drive.reader, "luff").found
    assert (
        browsing.details(drive.deps, drive.reader, found.hit.id).document.note == "ask Greta about the luff"
    )


def opened(zipped: taking_out.Zip) -> dict[str, str]:
    with zipfile.ZipFile(io.BytesIO(b"".join(zipped.chunks))) as archive:
        assert archive.testzip() is None
        return {name: archive.read(name).decode() for name in archive.namelist()}


def test_zips_hold_what_the_person_may_see(drive: SmallDrive) -> None:
    assert opened(taking_out.of_folder(drive.deps, drive.reader, drive.folder("Finance"))) == {
        f"{path}": (drive.root / path).read_text() for path in (SAIL, ROPE, CANVAS)
    }
    hidden = drive.number(LOG)
    drive.keep_to("Trainees", drive.keeper)
    assert not [
        n for n in opened(taking_out.of_folder(drive.deps, drive.filer, drive.folder(""))) if "log" in n
    ]
    with pytest.raises(NotFound):
        taking_out.of_documents(drive.deps, drive.filer, [drive.number(SAIL), hidden])
    (drive.root / ROPE).unlink()
    got = opened(taking_out.of_documents(drive.deps, drive.keeper, [drive.number(SAIL), drive.number(ROPE)]))
    assert "rope" in got["NOT IN THIS ZIP.txt"]


def test_an_upload_in_pieces_goes_on_where_it_broke(drive: SmallDrive) -> None:
    data = b"log of the ketch, " * 1000
    begun = uploading.begin(
        drive.deps, drive.filer, path="Voyage/Day 1/log.txt", size=len(data), folder=drive.folder("Trainees")
    )

    def breaks():  # type: ignore[no-untyped-def]
        yield data[:5000]
        raise OSError("the connection broke")

    assert uploading.receive(drive.deps, drive.filer, begun.id, 0, breaks()).received == 5000
    with pytest.raises(UploadConflict):
        uploading.receive(drive.deps, drive.filer, begun.id, 0, [data])
    assert uploading.how_far(drive.deps, drive.filer, begun.id).received == 5000
    with pytest.raises(NotFound):  # nobody else's business
        uploading.how_far(drive.deps, drive.keeper, begun.id)
    done = uploading.receive(drive.deps, drive.filer, begun.id, 5000, [data[5000:9000], data[9000:]])
    assert done.number is not None and drive.path(done.number) == "Trainees/Voyage/Day 1/log.txt"
    assert (drive.root / "Trainees/Voyage/Day 1/log.txt").read_bytes() == data
    assert_records_agree(drive.deps)
    undoing.undo_last(drive.deps, drive.filer)
    assert [a.name for a in desk.desk(drive.deps, drive.filer).waiting] == ["log.txt"]


def test_two_pieces_at_once_do_not_mix(drive: SmallDrive) -> None:
    begun = uploading.begin(drive.deps, drive.filer, path="log.txt", size=8, folder=drive.folder("Letters"))

    def meanwhile():  # type: ignore[no-untyped-def]
        yield b"wind"
        with pytest.raises(UploadConflict):
            uploading.receive(drive.deps, drive.filer, begun.id, 0, [b"calmcalm"])
        yield b"west"

    done = uploading.receive(drive.deps, drive.filer, begun.id, 0, meanwhile())
    assert done.number and (drive.root / "Letters/log.txt").read_text() == "windwest"
    with pytest.raises(UploadConflict):
        uploading.receive(drive.deps, drive.filer, begun.id, 0, [b"calmcalm"])


def test_an_upload_that_cannot_be_filed_waits_on_the_desk(drive: SmallDrive) -> None:
    """The folder is taken away while somebody uploads into it."""
    letters = drive.folder("Letters")
    begun = uploading.begin(drive.deps, drive.filer, path="late.txt", size=4, folder=letters)
    drive.keep_to("Letters", drive.keeper)
    with pytest.raises(NotFound) as refused:
        uploading.receive(drive.deps, drive.filer, begun.id, 0, [b"late"])
    assert refused.value.mend and "waits on the desk" in refused.value.mend
    assert [a.name for a in desk.desk(drive.deps, drive.filer).waiting] == ["late.txt"]
    assert_records_agree(drive.deps)


def test_an_upload_into_a_folder_that_is_renamed_meanwhile_lands_in_it(drive: SmallDrive) -> None:
    from waka.work.changes.ways.asks import Ask

    letters = drive.folder("Letters")
    begun = uploading.begin(drive.deps, drive.filer, path="note.txt", size=4, folder=letters)
    ask = Ask(act="rename_folder", folder=letters, name="Post")
    seen = by_hand.look(drive.deps, drive.keeper, ask)
    by_hand.run(
        drive.deps, drive.keeper, Ask(act="rename_folder", folder=letters, name="Post", seen=seen.digest)
    )
    done = uploading.receive(drive.deps, drive.filer, begun.id, 0, [b"new!"])
    assert done.number and drive.path(done.number) == "Post/note-2.txt"  # numbered, never replaced


def test_uploads_are_bounded_and_given_up(drive: SmallDrive) -> None:
    with pytest.raises(TooLarge):
        uploading.begin(drive.deps, drive.filer, path="big.bin", size=1 << 60, folder=None)
    for path in ("", "../x", "a/../../x", "/".join("d" * 60)):
        with pytest.raises(BadRequest):
            uploading.begin(drive.deps, drive.filer, path=path, size=1, folder=None)
    begun = uploading.begin(drive.deps, drive.filer, path="x.txt", size=9, folder=None)
    more = uploading.receive(drive.deps, drive.filer, begun.id, 0, [b"1234"])
    assert more.received == 4
    uploading.give_up(drive.deps, drive.filer, begun.id)
    assert [f.name for f in (drive.deps.arrivals.root / ".incoming").iterdir()] == ["mark"]


def test_an_empty_upload_is_whole_at_once(drive: SmallDrive) -> None:
    done = uploading.begin(drive.deps, drive.filer, path="empty.txt", size=0, folder=drive.folder("Letters"))
    assert done.number and drive.path(done.number) == "Letters/empty.txt"


def test_storage_counts_what_the_person_may_see(drive: SmallDrive) -> None:
    keeper = signing_in.sign_in(drive.deps, "magnus", "fair winds here", "1.2.3.4").person
    tamsin = signing_in.sign_in(drive.deps, "tamsin", "fair winds here", "1.2.3.4").person
    found = storage.glance(drive.deps, keeper, None)
    assert {s.label: s.documents for s in found.by_folder} == {"Finance": 3, "Letters": 1, "Trainees": 1}
    assert sum(s.bytes for s in found.by_folder) == sum(f.stat().st_size for f in _files(drive.root))
    assert {s.label: s.documents for s in found.by_year}["2025"] == 2
    assert found.notable and found.disk and found.disk.limit is None
    with pytest.raises(NotAllowed):
        storage.glance(drive.deps, tamsin, None)
    storage.set_limit(drive.deps, keeper, 1 << 20)
    disk = storage.glance(drive.deps, keeper, drive.folder("Letters")).disk
    assert disk and disk.limit == 1 << 20 and disk.warning is None


def _files(root: Path) -> list[Path]:
    return [path for path in root.rglob("*.txt") if ".waka" not in path.parts]


def test_what_is_new_is_counted_until_looked_at(drive: SmallDrive) -> None:
    letters = drive.folder("Letters")
    browsing.looked_in(drive.deps, drive.reader, letters)
    drive.change("move", SAIL, folder=letters)
    fresh = {e.path: e.fresh for e in browsing.outline(drive.deps, drive.reader)}
    assert fresh["Letters"] == 1 and fresh[""] == 1
    browsing.looked_in(drive.deps, drive.reader, letters)
    assert {e.path: e.fresh for e in browsing.outline(drive.deps, drive.reader)}["Letters"] == 0


def test_lately_shows_what_i_opened_and_what_others_changed(drive: SmallDrive) -> None:
    number = drive.number(NOTE)
    browsing.opened(drive.deps, drive.reader, number)
    drive.change("rename", NOTE, name="dear.txt")
    found = browsing.lately(drive.deps, drive.reader)
    assert [row.listed.name for row in found.opened] == ["dear.txt"]
    assert [entry.action for entry in found.changed] == ["renamed"]


@pytest.mark.parametrize(
    ("pattern", "found"),
    [("", 2), ("*sail*", 1), ("sail", 1), ("2025-0?-*", 2), ("*.pdf", 0), ("100%", 0), ("*_mrc_*", 2)],
)
def test_documents_are_chosen_by_a_pattern_of_their_names(
    drive: SmallDrive, pattern: str, found: int
) -> None:
    scope = Scope("folder", drive.folder("Finance/2025"))
    assert len(browsing.numbers(drive.deps, drive.reader, scope, pattern)) == found


def test_documents_are_counted_in_groups(drive: SmallDrive) -> None:
    scope = Scope("folder", drive.folder("Finance/2025"))
    assert browsing.groups(drive.deps, drive.reader, scope, "month") == [("2025-03", 1), ("2025-04", 1)]
    assert browsing.groups(drive.deps, drive.reader, scope, "who") == [("Marlow Rope & Canvas", 2)]


@pytest.mark.parametrize("fails", [False, True], ids=["filed", "waits on the desk"])
def test_what_is_bound_for_a_folder_is_only_seen_by_who_sees_that_folder(
    drive: SmallDrive, fails: bool, monkeypatch: pytest.MonkeyPatch
) -> None:
    """An upload into a folder that is kept from the filer: never on the filer's desk, nor in any logbook of theirs."""
    drive.keep_to("Trainees", drive.keeper)
    folder = drive.folder("Trainees")
    if fails:
        monkeypatch.setattr(uploading, "_down", _refuse)
    begun = uploading.begin(drive.deps, drive.keeper, path="dismissal of the mate.txt", size=6, folder=folder)
    looks: list[str] = []
    plain = uploading._file

    def look(*args: object) -> None:  # on its way, before it is filed
        looks.extend(a.name for a in desk.desk(drive.deps, drive.filer).waiting)
        plain(*args)  # type: ignore[arg-type]

    monkeypatch.setattr(uploading, "_file", look)
    number = None
    try:
        number = uploading.receive(drive.deps, drive.keeper, begun.id, 0, [b"secret"]).number
    except DriveTrouble:
        assert fails
    Sweeper(drive.deps, 0.0).sweep()
    Sweeper(drive.deps, 0.0).sweep()
    theirs = [a.name for a in desk.desk(drive.deps, drive.filer).waiting]
    told = finding.entries(drive.deps, drive.filer, before=None, number=None, mine=False, quiet=False)
    assert looks == theirs == []
    assert "dismissal" not in str(told)
    own = [a.name for a in desk.desk(drive.deps, drive.keeper).waiting]
    assert own == (["dismissal of the mate.txt"] if fails else [])
    if number is not None:  # and its way back is no other
        undoing.undo_last(drive.deps, drive.keeper)
        Sweeper(drive.deps, 0.0).sweep()
        assert [a.name for a in desk.desk(drive.deps, drive.keeper).waiting] == ["dismissal of the mate.txt"]
        assert desk.desk(drive.deps, drive.filer).waiting == []


def _refuse(*_: object) -> None:
    raise DriveTrouble("the disk is full")


def test_a_backslash_in_a_name_is_no_folder_in_a_zip(drive: SmallDrive) -> None:
    (drive.root / "Letters/a\\..\\evil.txt").write_text("x")
    take_in(drive.deps, drive.keeper)
    assert "Letters/a_.._evil.txt" in opened(taking_out.of_folder(drive.deps, drive.keeper, drive.folder("")))
