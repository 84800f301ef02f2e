"""Charters: what folders declare holds beneath them, for names, kinds, uploads and where things are filed."""

import threading
from dataclasses import replace
from datetime import date

import pytest

from tests.work.drive import CANVAS, LOG, NOTE, ROPE, SAIL, SmallDrive, hand_in
from waka.core.ids import FolderId
from waka.core.rules.charter import Charter, Kinds, Others
from waka.errors import BadRequest, NameUnfit, NeedsALook, NotAllowed, NotFound, StatementToConfirm, WakaError
from waka.records.documents import documents
from waka.records.finding import logbook
from waka.records.folders.listing import Scope
from waka.work.changes import lists
from waka.work.changes.run import run_list
from waka.work.changes.ways import by_hand
from waka.work.changes.ways.asks import Ask
from waka.work.changes.ways.filing import file_arrival
from waka.work.changes.ways.undo import undo
from waka.work.desk import uploading
from waka.work.folders import browsing
from waka.work.naming import preview
from waka.work.naming.slips import Slip
from waka.work.rules import charters, conformance, patterns
from waka.work.rules.patterns import Wish

SPOKEN = Wish(text="{what} {when d mon yyyy}", joiner=" ", letter_case="keep", transliterate=True, longest=80)
BILL = Slip(kind="bill", who="mrc", when="5 5 2025", what="Tar")


def declare(
    drive: SmallDrive, path: str, *, names: Wish | None = None, by: int | None = None, **parts: object
) -> None:
    folder = FolderId(drive.folder(path))
    now = charters.show(drive.deps, drive.keeper, folder)
    charter = replace(now.own, **parts)
    charters.put(drive.deps, by or drive.keeper, charters.Wanted(charter=charter, names=names), now.edition)


def read_again(drive: SmallDrive) -> None:
    patterns.read_names(drive.deps, threading.Event())


def conforming(drive: SmallDrive, *paths: str) -> set[str]:
    return {
        path
        for path in paths
        if browsing.details(drive.deps, drive.keeper, drive.number(path)).document.conforms
    }


def run(drive: SmallDrive, list_id: int) -> None:
    lists.run(drive.deps, drive.keeper, list_id, None)
    run_list(drive.deps, list_id)


def test_what_is_declared_above_holds_beneath_until_it_is_declared_otherwise(drive: SmallDrive) -> None:
    declare(
        drive, "", names=wish_now(drive), purpose="All that the trust keeps", statement="It is ours to keep."
    )
    declare(drive, "Finance", purpose="What we are asked to pay", keeper=drive.keeper)
    shown = charters.show(drive.deps, drive.reader, drive.folder("Finance/2025"))
    assert (shown.holds.purpose, shown.holds.statement) == ("What we are asked to pay", "It is ours to keep.")
    assert shown.keeper == "Magnus Orr" and shown.own == Charter(folder=drive.folder("Finance/2025"))
    assert shown.paths[shown.by.purpose or 0] == "Finance" and shown.paths[shown.by.statement or 0] == ""
    assert shown.people == {}, "only who may change it is told whom it could name"
    with drive.deps.db.transaction() as conn:
        book = logbook.entries(
            conn, person=drive.reader, before=None, number=None, mine=False, quiet=False, limit=9
        )
    assert [one.to_path for one in book if one.action == "charter_changed"] == ["Finance", ""]


def wish_now(drive: SmallDrive) -> Wish:
    now = charters.show(drive.deps, drive.keeper, drive.folder("")).revision
    return Wish(text=now.text, joiner=now.joiner, letter_case=now.letter_case, transliterate=now.transliterate,
                longest=now.longest)  # fmt: skip


def test_names_beneath_a_charter_with_a_pattern_are_read_by_it_and_made_by_it(drive: SmallDrive) -> None:
    declare(drive, "Finance/2025", names=SPOKEN)
    read_again(drive)
    assert conforming(drive, SAIL, ROPE, CANVAS) == {CANVAS}
    drive.change("rename", ROPE, name="rope 2 Apr 2025.txt")
    assert conforming(drive, "Finance/2025/rope 2 Apr 2025.txt")
    number = hand_in(drive.deps, drive.filer, "scan.txt", b"paper")
    made = file_arrival(drive.deps, drive.filer, number, replace(BILL, folder=drive.folder("Finance/2025")))
    with drive.deps.db.transaction() as conn:
        assert not patterns.is_due(conn), "what is filed is read as it is filed, and nothing else again"
    assert made.path == "Finance/2025/Tar 5 May 2025.txt"
    assert conforming(drive, made.path)
    (drive.root / "Finance/2025" / "Paint 3 Jun 2025.txt").write_text("by another program")
    drive.sweep()
    found = browsing.details(
        drive.deps, drive.keeper, drive.number("Finance/2025/Paint 3 Jun 2025.txt")
    ).document
    assert (found.conforms, found.what, found.when) == (True, "Paint", date(2025, 6, 3))
    declare(drive, "Finance/2025", names=None)
    read_again(drive)
    assert conforming(drive, SAIL, made.path) == {SAIL}


def test_what_goes_under_another_pattern_is_named_by_it_once_that_was_seen(drive: SmallDrive) -> None:
    declare(drive, "Letters", names=SPOKEN)
    read_again(drive)
    ask = Ask(act="move", documents=[drive.number(ROPE)], folder=drive.folder("Letters"))
    with pytest.raises(NeedsALook, match="follows the pattern"):
        by_hand.run(drive.deps, drive.filer, ask)
    seen = by_hand.look(drive.deps, drive.filer, ask)
    assert [line.to_path for line in seen.lines] == ["Letters/rope 2 Apr 2025.txt"]
    done = by_hand.run(drive.deps, drive.filer, replace(ask, seen=seen.digest))
    assert conforming(drive, "Letters/rope 2 Apr 2025.txt")
    undo(drive.deps, drive.filer, done.list_id)
    assert conforming(drive, ROPE) == {ROPE}
    # what its fields do not suffice for keeps its name
    drive.change("move", LOG, folder=drive.folder("Letters"))
    assert drive.number("Letters/log.txt")


def test_a_folder_that_is_moved_beneath_a_charter_has_its_names_read_again(drive: SmallDrive) -> None:
    declare(drive, "Letters", names=SPOKEN)
    read_again(drive)
    ask = Ask(act="move_folder", folder=drive.folder("Finance/2025"), into=drive.folder("Letters"))
    look = by_hand.look(drive.deps, drive.keeper, ask)
    by_hand.run(drive.deps, drive.keeper, replace(ask, seen=look.digest))
    read_again(drive)
    assert conforming(drive, "Letters/2025/2025-04-02_mrc_rope.txt") == set()


@pytest.mark.parametrize(
    ("others", "code", "stops"), [("warn", "other_kind", False), ("refuse", "kind_refused", True), ("desk", "kind_for_desk", True)]
)  # fmt: skip
def test_documents_of_other_kinds_are_warned_of_refused_or_left_on_the_desk(
    drive: SmallDrive, others: Others, code: str, stops: bool
) -> None:
    declare(drive, "Letters", kinds=Kinds(codes=("letter",), others=others))
    number = hand_in(drive.deps, drive.filer, "scan.txt", b"paper")
    slip = replace(BILL, folder=drive.folder("Letters"))
    with drive.deps.db.transaction() as conn:
        seen = preview.preview(conn, drive.filer, number, slip, date(2026, 1, 1))
    assert [finding.code for finding in seen.findings] == [code]
    if stops:
        with pytest.raises(NameUnfit):
            file_arrival(drive.deps, drive.filer, number, slip)
        with drive.deps.db.transaction() as conn:
            assert documents.one(conn, number, drive.filer).state == "waiting"
        with pytest.raises(WakaError, match="alone"):
            drive.change("move", SAIL, folder=drive.folder("Letters"))
    else:
        assert file_arrival(drive.deps, drive.filer, number, slip).path.startswith("Letters/")
        done = drive.change("move", SAIL, folder=drive.folder("Letters"))
        assert [finding.code for finding in done.findings] == [code]
    fits = hand_in(drive.deps, drive.filer, "other.txt", b"letter")
    assert file_arrival(drive.deps, drive.filer, fits, replace(slip, kind="letter", what="Notice"))


def test_an_upload_of_a_kind_that_is_not_known_waits_on_the_desk_where_the_charter_says_so(
    drive: SmallDrive,
) -> None:
    declare(drive, "Letters", kinds=Kinds(codes=("letter",), others="desk"))
    with pytest.raises(WakaError) as refused:
        hand_in(drive.deps, drive.filer, "scan.txt", b"paper", drive.folder("Letters"))
    assert "waits on the desk" in (refused.value.mend or "")


def test_an_upload_where_something_is_to_be_confirmed_says_what_and_remembers_it(drive: SmallDrive) -> None:
    declare(drive, "Letters", statement="The sender agreed.")
    letters = FolderId(drive.folder("Letters"))
    for confirmed in ("", "Something else."):
        with pytest.raises(StatementToConfirm) as refused:
            uploading.begin(
                drive.deps, drive.filer, path="a.txt", size=1, folder=letters, confirmed=confirmed
            )
        assert refused.value.facts == {"statement": "The sender agreed."}
    begun = uploading.begin(
        drive.deps, drive.filer, path="a.txt", size=1, folder=letters, confirmed="The sender agreed."
    )
    uploading.receive(drive.deps, drive.filer, begun.id, 0, [b"a"])
    with drive.deps.db.transaction() as conn:
        book = logbook.entries(
            conn, person=drive.filer, before=None, number=None, mine=False, quiet=False, limit=3
        )
    assert [one.reason.facts["text"] for one in book if one.action == "uploaded" and one.reason] == [
        "The sender agreed."
    ]


def test_a_charter_leads_its_kinds_before_the_party_does(drive: SmallDrive) -> None:
    declare(drive, "Finance", kinds=Kinds(codes=("bill",)), destination="{when yyyy}/{who}")
    number = hand_in(drive.deps, drive.filer, "scan.txt", b"paper")
    with drive.deps.db.transaction() as conn:
        seen = preview.preview(conn, drive.filer, number, BILL, date(2026, 1, 1))
        letter = preview.preview(conn, drive.filer, number, replace(BILL, kind="letter"), date(2026, 1, 1))
    assert seen.lead is not None and letter.lead is None
    assert (seen.lead.by, seen.lead.path, seen.lead.make) == (
        "charter", "Finance/2025/Marlow Rope & Canvas", "Marlow Rope & Canvas",
    )  # fmt: skip


def test_what_is_deeper_or_fuller_than_advised_is_said(drive: SmallDrive) -> None:
    declare(drive, "Finance", deepest=1, fullest=2)
    done = drive.change("move", NOTE, folder=drive.folder("Finance/2025"))
    assert [one.code for one in done.findings] == ["fuller_than_advised"]
    ask = Ask(act="make_folder", folder=drive.folder("Finance/2025"), name="May")
    made = by_hand.run(drive.deps, drive.filer, ask)
    assert [one.code for one in made.findings] == ["deeper_than_advised"]


@pytest.mark.parametrize(
    ("parts", "field"),
    [
        ({"kinds": Kinds(codes=())}, "kinds"), ({"kinds": Kinds(codes=("deck",))}, "kinds"),
        ({"destination": "{when yyyy}"}, "kinds"), ({"keeper": 99}, "keeper"),
        ({"kinds": Kinds(codes=("bill",)), "destination": "{deck}"}, "destination"),
        ({"purpose": "x" * 3000}, "purpose"),
    ],
)  # fmt: skip
def test_a_charter_that_cannot_be_is_refused_by_its_part(
    drive: SmallDrive, parts: dict[str, object], field: str
) -> None:
    with pytest.raises(BadRequest) as refused:
        declare(drive, "Finance", **parts)
    assert refused.value.facts["field"] == field
    assert charters.show(drive.deps, drive.keeper, FolderId(drive.folder("Finance"))).edition == 0


def test_the_drive_keeps_a_pattern_and_only_a_keeper_declares(drive: SmallDrive) -> None:
    with pytest.raises(BadRequest, match="needs a pattern"):
        declare(drive, "", names=None)
    with pytest.raises(NotAllowed):
        declare(drive, "Finance", by=drive.filer, purpose="mine")
    drive.keep_to("Trainees", drive.keeper)
    with pytest.raises(NotFound):
        charters.show(drive.deps, drive.filer, drive.folder("Trainees"))


def test_what_a_hidden_folder_says_of_itself_is_not_told_beneath_it(drive: SmallDrive) -> None:
    drive.keep_to("Finance", drive.keeper)
    from waka.work.folders import access

    grants = [(access.Holder(person=drive.filer), "filer"), (access.Holder(person=drive.keeper), "keeper")]
    access.grant(
        drive.deps, drive.keeper, drive.folder("Finance/2025"), access.Wish(replaces=True, grants=grants)
    )
    declare(drive, "Finance", purpose="planted", keeper=drive.keeper, statement="Agreed.")
    shown = charters.show(drive.deps, drive.filer, drive.folder("Finance/2025"))
    assert (shown.holds.purpose, shown.holds.keeper, shown.keeper) == (None, None, None)
    assert shown.holds.statement == "Agreed.", "what is asked of whoever uploads is told"
    assert set(shown.paths.values()).isdisjoint({"Finance"})


def test_names_that_do_not_conform_are_listed_with_why_and_mended_by_a_list(drive: SmallDrive) -> None:
    declare(drive, "", names=replace(wish_now(drive), text="{when yyyymmdd} {who short} {what}", joiner=" "))
    read_again(drive)
    shown = conformance.show(drive.deps, drive.keeper, drive.folder(""))
    assert (shown.counts.conforming, shown.counts.documents, shown.by_earlier, shown.known) == (0, 5, 3, 3)
    told = {"".join(s.text for s in one.segments): "".join(s.text for s in one.could_be) for one in shown.odd}
    assert told["2025-04-02_mrc_rope.txt"] == "20250402 mrc rope.txt" and told["note.txt"] == ""
    assert {one.says[0].code for one in shown.odd} == {"named_by_earlier", "name_goes_astray"}
    beneath = conformance.show(drive.deps, drive.reader, drive.folder("Finance/2026"))
    assert (beneath.counts.documents, len(beneath.odd)) == (1, 1)
    list_id = conformance.propose(drive.deps, drive.keeper, drive.folder(""), "earlier")
    assert lists.one(drive.deps, drive.keeper, list_id).steps == 3
    run(drive, list_id)
    assert conforming(drive, "Finance/2025/20250402 mrc rope.txt")
    assert conformance.show(drive.deps, drive.keeper, drive.folder("")).by_earlier == 0
    with pytest.raises(BadRequest, match="No name would change"):
        conformance.propose(drive.deps, drive.keeper, drive.folder(""), "known")


def test_documents_of_other_kinds_are_in_the_list_and_never_moved(drive: SmallDrive) -> None:
    drive.change("correct", SAIL, fields=Slip(kind="bill", who="mrc", when="12 3 2025", what="mizzen sail"))
    declare(drive, "Finance", kinds=Kinds(codes=("invoice",), others="refuse"))
    shown = conformance.show(drive.deps, drive.keeper, drive.folder("Finance"))
    assert [one.says[-1].code for one in shown.odd] == ["other_kind_here"] * 3
    page = browsing.page(
        drive.deps,
        drive.reader,
        Scope("folder", drive.folder("Finance/2025")),
        "name",
        descending=False,
        after=None,
    )
    assert {row.listed.name: row.strange for row in page.documents} == dict.fromkeys(
        (SAIL.rpartition("/")[2], ROPE.rpartition("/")[2]), True
    )
    with pytest.raises(BadRequest):
        conformance.propose(drive.deps, drive.keeper, drive.folder("Finance"), "all")


def test_old_names_are_read_by_a_pattern_that_they_follow_and_made_anew_by_the_one_in_force(
    drive: SmallDrive,
) -> None:
    (drive.root / "Letters/Old").mkdir()
    for name in ("150324 mrc rope.txt", "150330 mrc tar.txt", "scan.txt"):
        (drive.root / "Letters/Old" / name).write_text(name)
    drive.sweep()
    folder = FolderId(drive.folder("Letters/Old"))
    by = Wish(
        text="{when yymmdd} {who short} {what}",
        joiner=" ",
        letter_case="lower",
        transliterate=True,
        longest=80,
    )
    with pytest.raises(BadRequest, match="No name would change"):
        conformance.propose(drive.deps, drive.keeper, folder, "earlier")
    run(drive, conformance.propose(drive.deps, drive.keeper, folder, "earlier", by))
    assert sorted(path.name for path in (drive.root / "Letters/Old").iterdir()) == [
        "2015-03-24_mrc_rope.txt", "2015-03-30_mrc_tar.txt", "scan.txt",
    ]  # fmt: skip
    found = browsing.details(
        drive.deps, drive.keeper, drive.number("Letters/Old/2015-03-24_mrc_rope.txt")
    ).document
    assert (found.what, found.when, found.who, found.from_name) == (
        "rope", date(2015, 3, 24), "Marlow Rope & Canvas", ["what", "when", "who"],
    )  # fmt: skip
    with pytest.raises(BadRequest):
        conformance.propose(drive.deps, drive.keeper, folder, "earlier", replace(by, text="{when"))


def test_earlier_patterns_of_each_folder_are_its_own(drive: SmallDrive) -> None:
    """The pattern that holds is the same in both; what held before is not."""
    declare(drive, "Finance/2025", names=SPOKEN)
    drive.change("rename", ROPE, name="rope 2 Apr 2025.txt")
    drive.change("rename", CANVAS, name="canvas 9 Jan 2026.txt")
    declare(drive, "Finance/2025", names=None)
    read_again(drive)
    shown = conformance.show(drive.deps, drive.keeper, FolderId(drive.folder("Finance")))
    told = {"".join(s.text for s in one.segments): one.by_earlier for one in shown.odd}
    assert told == {"rope 2 Apr 2025.txt": True, "canvas 9 Jan 2026.txt": False}
