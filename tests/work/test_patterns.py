"""The drive's name pattern: tried on real documents, changed by revisions, and every name read by the new one."""

import threading
from dataclasses import replace

import pytest

from tests.work.drive import CANVAS, LOG, NOTE, ROPE, SAIL, SmallDrive, hand_in
from waka.core.names import FieldType, Pattern, Style
from waka.core.rules.advice import advice, narrow_numbers
from waka.errors import BadRequest, NotAllowed, NotFound
from waka.records.finding import logbook
from waka.records.rules import patterns as kept
from waka.work.changes import lists
from waka.work.changes.run import run_list
from waka.work.changes.ways.chosen import Choice, propose_chosen
from waka.work.changes.ways.filing import file_arrival
from waka.work.changes.ways.undo import undo
from waka.work.folders import browsing
from waka.work.naming.slips import Slip
from waka.work.rules import charters, conformance, learned, patterns
from waka.work.rules.charters import Shown
from waka.work.rules.patterns import Wish

HOUSE = Wish(text='{when yyyy-mm-dd}_{who short}_{what}{"_" reference?}', joiner="-", letter_case="lower",
             transliterate=True, longest=80)  # fmt: skip
SPOKEN = replace(HOUSE, text="{what} {when d mon yyyy}", joiner=" ", letter_case="keep")


def shown(drive: SmallDrive) -> Shown:
    return charters.show(drive.deps, drive.keeper, drive.folder(""))


def kept_now(drive: SmallDrive) -> conformance.NamesKept:
    return conformance.show(drive.deps, drive.keeper, drive.folder(""))


def put(drive: SmallDrive, wish: Wish, seen: int | None = None, by: int | None = None) -> None:
    now = shown(drive)
    wanted = charters.Wanted(charter=now.own, names=wish)
    charters.put(drive.deps, by or drive.keeper, wanted, now.edition if seen is None else seen)


def look(drive: SmallDrive, wish: Wish) -> patterns.Looked:
    return patterns.look(drive.deps, drive.keeper, drive.folder(""), wish)


def conform(drive: SmallDrive) -> set[str]:
    every = (SAIL, ROPE, CANVAS, NOTE, LOG)
    return {
        path
        for path in every
        if browsing.details(drive.deps, drive.keeper, drive.number(path)).document.conforms
    }


def test_a_pattern_is_tried_on_real_documents_and_changes_nothing(drive: SmallDrive) -> None:
    looked = look(drive, SPOKEN)
    made = {"".join(s.text for s in one.now): "".join(s.text for s in one.made) for one in looked.samples}
    assert made == {
        "2025-03-12_mrc_mizzen-sail.txt": "mizzen sail 12 Mar 2025.txt",
        "2025-04-02_mrc_rope.txt": "rope 2 Apr 2025.txt", "2026-01-09_mrc_canvas.txt": "canvas 9 Jan 2026.txt",
    }  # fmt: skip
    assert [one.code for one in looked.advice] == ["date_does_not_sort", "date_not_first"]
    assert shown(drive).revision.text == HOUSE.text
    same = look(drive, HOUSE)
    assert all(one.same for one in same.samples) and same.advice == []


@pytest.mark.parametrize(("wish", "codes"), [
    (replace(HOUSE, text="{when yyyy}_{who short}"), {"alike"}),
    (replace(HOUSE, text="{when yyyy-mm-dd}_{reference}"), {"lacks"}),
    (replace(HOUSE, text="{when yyyy-mm-dd}_{what}", longest=12), {"shortened"}),
], ids=["alike", "lacks", "shortened"])  # fmt: skip
def test_what_would_be_missing_cut_or_alike_is_said(drive: SmallDrive, wish: Wish, codes: set[str]) -> None:
    looked = look(drive, wish)
    assert {said.code for one in looked.samples for said in one.says} == codes


@pytest.mark.parametrize(("text", "at", "why"), [
    ("{when", 0, "A brace that is not closed"), ("{when yyyy}_{what}x}", 19, "A closing brace"),
    ("{what}-{reference}", 0, "Reference and What could not be told apart"), ("{deck}_{what}", 1, "There is no field “deck”"),
    ("", 0, "The pattern has no field"), ("{when yyyy-nn}", 6, "no date format"),
])  # fmt: skip
def test_what_cannot_be_used_is_pointed_at_and_refused(
    drive: SmallDrive, text: str, at: int, why: str
) -> None:
    fault = look(drive, replace(HOUSE, text=text)).fault
    assert fault is not None and (fault.at, why in fault.why) == (at, True), fault
    with pytest.raises(BadRequest):
        put(drive, replace(HOUSE, text=text))
    assert shown(drive).revision.text == HOUSE.text


def test_a_new_pattern_makes_names_from_now_on_and_reads_those_that_are_there(drive: SmallDrive) -> None:
    assert conform(drive) == {SAIL, ROPE, CANVAS}
    put(drive, replace(HOUSE, text="{what first 1}"))
    now = shown(drive)
    assert kept_now(drive).is_being_read and now.revision.changed_by == "Magnus Orr"
    patterns.read_names(drive.deps, threading.Event())
    assert conform(drive) == {NOTE, LOG}, "names stay as they are; whether they conform is another matter"
    now = kept_now(drive)
    assert (now.is_being_read, now.counts.conforming, now.counts.documents) == (False, 2, 5)
    number = hand_in(drive.deps, drive.filer, "scan.txt", b"paper")
    slip = Slip(what="Tide table", folder=drive.folder("Letters"))  # type: ignore[arg-type]
    assert file_arrival(drive.deps, drive.filer, number, slip).path == "Letters/tide.txt"  # type: ignore[arg-type]
    with drive.deps.db.transaction() as conn:
        book = logbook.entries(
            conn, person=drive.keeper, before=None, number=None, mine=False, quiet=False, limit=9
        )  # type: ignore[arg-type]
    assert any(entry.action == "charter_changed" for entry in book)


def test_reading_goes_on_where_it_was_stopped_and_begins_again_for_another_pattern(
    drive: SmallDrive, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(patterns, "READ_AT_ONCE", 2)
    put(drive, replace(HOUSE, text="{what}"))
    stop = threading.Event()
    load = patterns.NameReader.load

    def stopping(conn):  # type: ignore[no-untyped-def]
        stop.set()
        return load(conn)

    monkeypatch.setattr(patterns.NameReader, "load", stopping)
    patterns.read_names(drive.deps, stop)
    with drive.deps.db.transaction() as conn:
        assert any(done_to > 0 for done_to in kept.next_folders(conn, 99).values()) and patterns.is_due(conn)
    put(drive, HOUSE)
    monkeypatch.setattr(patterns.NameReader, "load", load)
    patterns.read_names(drive.deps, threading.Event())
    assert conform(drive) == {SAIL, ROPE, CANVAS}
    with drive.deps.db.transaction() as conn:
        assert not patterns.is_due(conn)


def test_a_pattern_that_another_changed_meanwhile_is_not_overwritten(drive: SmallDrive) -> None:
    seen = shown(drive).edition
    put(drive, replace(HOUSE, text="{what}"))
    with pytest.raises(BadRequest, match="changed this charter meanwhile"):
        put(drive, SPOKEN, seen)


def test_only_who_keeps_the_folder_may(drive: SmallDrive) -> None:
    for ask in (
        lambda: patterns.look(drive.deps, drive.filer, drive.folder(""), HOUSE),
        lambda: put(drive, SPOKEN, by=drive.filer),
    ):
        with pytest.raises(NotAllowed):
            ask()


@pytest.mark.parametrize(("text", "style", "codes"), [
    ("{when yyyy-mm-dd}_{what}", {}, []), ("{when yyyymmdd} {what}", {}, []), ("{when yyyy-Qq}_{what}", {}, []),
    ("{when school} {what}", {}, []), ("{when dd.mm.yyyy}_{what}", {}, ["date_does_not_sort"]),
    ("{when yyyy-mon}_{what}", {}, ["date_does_not_sort"]), ("{when yyyy-m-d}_{what}", {}, ["date_does_not_sort"]),
    ("{what}", {}, ["no_date_in_it"]), ("{who}_{when yyyy}", {}, ["date_not_first"]),
    ("{when yyyy}_{what}", {"joiner": ""}, ["words_run_together"]),
])  # fmt: skip
def test_a_pattern_that_will_disappoint_is_advised_against(
    text: str, style: dict[str, str], codes: list[str]
) -> None:
    assert [one.code for one in advice(Pattern.read(text, Style(**style)))] == codes  # type: ignore[arg-type]


@pytest.mark.parametrize(("text", "numbers", "told"), [
    ("{berth} {what}", ["7", "12"], {"berth": "00"}), ("{berth 00} {what}", ["7", "12"], {}),
    ("{berth 00} {what}", ["7", "112"], {"berth": "000"}), ("{berth} {what}", ["7", "9"], {}), ("{what}", ["12"], {}),
])  # fmt: skip
def test_numbers_that_would_not_sort_are_advised_to_have_as_many_digits(
    text: str, numbers: list[str], told: dict[str, str]
) -> None:
    pattern = Pattern.read(text, types={"berth": FieldType.NUMBER, "what": FieldType.TEXT})
    found = narrow_numbers(pattern, [{"berth": number} for number in numbers] + [{"what": "x"}])
    assert {str(one.facts["field"]): one.facts["format"] for one in found} == told


def test_patterns_are_learned_from_the_names_of_a_folder(drive: SmallDrive) -> None:
    folder = drive.root / "Letters" / "Old"
    folder.mkdir()
    old = ("150324 jt budget v2.xlsx", "150330 jt grant letter.docx", "150402 mo crew list.docx", "150419 jt budget v3.xlsx",
           "150502 mo passage plan.docx", "scan.pdf")  # fmt: skip
    for name in old:
        (folder / name).write_text(name)
    drive.sweep()
    found = learned.from_names(drive.deps, drive.keeper, drive.folder("Letters/Old"))
    first = found.patterns[0]
    assert (found.names, first.reads, list(first.left)) == (6, 5, ["scan"])
    assert first.wish.text.startswith("{when yymmdd} ") and first.wish.joiner == " "
    assert look(drive, first.wish).fault is None
    with pytest.raises(NotAllowed):
        learned.from_names(drive.deps, drive.filer, drive.folder("Letters/Old"))
    with pytest.raises(NotFound):
        learned.from_names(drive.deps, drive.keeper, 9_999)


def marks(drive: SmallDrive, path: str) -> list[str]:
    return browsing.details(drive.deps, drive.keeper, drive.number(path)).document.from_name


def test_fields_that_a_name_alone_tells_are_marked_until_a_person_says_so(drive: SmallDrive) -> None:
    assert marks(drive, SAIL) == ["what", "when", "who"], "it was taken in"
    # by the same fields a person says that they are right; of another only the field that is corrected
    said = Slip(who="mrc", when="12 3 2025", what="mizzen sail")
    drive.change("correct", SAIL, fields=said)
    assert marks(drive, SAIL) == []
    done = drive.change("rename", SAIL, name="2025-03-12_mrc_main-sail.txt")
    assert marks(drive, "Finance/2025/2025-03-12_mrc_main-sail.txt") == ["what"], (
        "the name says something else"
    )
    undo(drive.deps, drive.filer, done.list_id)
    assert marks(drive, SAIL) == []
    # a list that sets one field of many
    choice = Choice(do="correct", documents=[drive.number(ROPE)], fields=Slip(what="new rope"))
    list_id = propose_chosen(drive.deps, drive.keeper, choice)
    lists.run(drive.deps, drive.keeper, list_id, None)
    run_list(drive.deps, list_id)
    assert marks(drive, ROPE) == ["when", "who"]


def test_what_is_empty_is_filled_from_names_that_a_new_pattern_reads_and_nothing_else_changes(
    drive: SmallDrive,
) -> None:
    drive.change("correct", NOTE, fields=Slip(kind="letter"))
    drive.change("correct", LOG, fields=Slip(what="kept by hand"))
    put(drive, replace(HOUSE, text="{what first 1}"))
    patterns.read_names(drive.deps, threading.Event())
    note = browsing.details(drive.deps, drive.keeper, drive.number(NOTE)).document
    log = browsing.details(drive.deps, drive.keeper, drive.number(LOG)).document
    assert (note.kind, note.what, note.from_name) == ("letter", "note", ["what"])
    assert (log.what, log.from_name) == ("kept by hand", [])
