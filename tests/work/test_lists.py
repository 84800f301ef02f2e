"""Change lists of any number: proposed, checked, tried, run, proved, undone; the records equal to the tree."""

import time
from collections import OrderedDict
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from typing import Any

import pytest

from tests.support import files_beneath
from tests.work.drive import CANVAS, FILES, LOG, NOTE, ROPE, SAIL
from tests.work.lists import Lists, stand
from waka.core.words import blocks, worded
from waka.errors import BadRequest, ListHasErrors, NotFound, NotUndoable, UndoIsAList
from waka.records.changes import lists as kept
from waka.records.changes.lists import ChangeList
from waka.records.changes.steps import Filter, ListedStep
from waka.work.changes import carrying, lists, looking, paging
from waka.work.changes.lists import Mend
from waka.work.changes.proving import prove
from waka.work.changes.run import run_list
from waka.work.changes.sheets import read_sheet
from waka.work.changes.ways import chosen, sheet
from waka.work.changes.ways import undo as undoing
from waka.work.changes.ways.chosen import Choice
from waka.work.folders import browsing
from waka.work.outside.taking_in import take_in

A, B = "Finance/2025/2025-03-12_mrc_mizzen-sail.txt", "Finance/2025/2025-04-02_mrc_rope.txt"
WORKS: list[tuple[str, Callable[[Lists], int], dict[str, str | None]]] = [
    ("to a folder", lambda m: m.sheet((SAIL, "Letters"), (ROPE, "Letters/")),
     {SAIL: None, ROPE: None, f"Letters/{SAIL.split('/')[-1]}": SAIL, f"Letters/{ROPE.split('/')[-1]}": ROPE}),
    ("to a new folder", lambda m: m.sheet((SAIL, "Boat/Sails/old"), (ROPE, "Boat/Ropes")),
     {SAIL: None, ROPE: None, f"Boat/Sails/old/{SAIL.split('/')[-1]}": SAIL, f"Boat/Ropes/{ROPE.split('/')[-1]}": ROPE}),
    ("renamed", lambda m: m.sheet((NOTE, "Letters/2026-01-02_mrc_dear-all.txt")),
     {NOTE: None, "Letters/2026-01-02_mrc_dear-all.txt": NOTE}),
    ("swapped", lambda m: m.sheet((SAIL, ROPE), (ROPE, SAIL)), {SAIL: ROPE, ROPE: SAIL}),
    ("in a circle", lambda m: m.sheet((SAIL, ROPE), (ROPE, CANVAS), (CANVAS, SAIL)),
     {ROPE: SAIL, CANVAS: ROPE, SAIL: CANVAS}),
    ("one after another", lambda m: m.sheet((SAIL, ROPE), (ROPE, "Letters")),
     {SAIL: None, ROPE: SAIL, f"Letters/{ROPE.split('/')[-1]}": ROPE}),
    ("copied", lambda m: m.chosen("copy", SAIL, ROPE, into=m.drive.folder("Letters")),
     {f"Letters/{SAIL.split('/')[-1]}": SAIL, f"Letters/{ROPE.split('/')[-1]}": ROPE}),
    ("as a new version", lambda m: m.onto(NOTE, LOG), {NOTE: None, LOG: NOTE}),
    ("binned", lambda m: m.chosen("bin", SAIL, NOTE, reason="done with"), {SAIL: None, NOTE: None}),
    ("restructured", lambda m: m.mapping("Finance/{year}", "{year}/Finance"),
     {SAIL: None, ROPE: None, CANVAS: None, SAIL.replace("Finance/2025", "2025/Finance"): SAIL,
      ROPE.replace("Finance/2025", "2025/Finance"): ROPE, CANVAS.replace("Finance/2026", "2026/Finance"): CANVAS}),
    ("a folder", lambda m: chosen.propose_chosen(m.drive.deps, m.drive.keeper, Choice(
        do="move", folders=[m.drive.folder("Finance/2025")], into=m.drive.folder("Letters"))),
     {SAIL: None, ROPE: None, SAIL.replace("Finance", "Letters"): SAIL, ROPE.replace("Finance", "Letters"): ROPE}),
    ("a folder copied", lambda m: chosen.propose_chosen(m.drive.deps, m.drive.keeper, Choice(
        do="copy", folders=[m.drive.folder("Finance/2025")], into=m.drive.folder("Letters"), name="As it was")),
     {SAIL.replace("Finance/2025", "Letters/As it was"): SAIL, ROPE.replace("Finance/2025", "Letters/As it was"): ROPE}),
    ("a folder and what is in it", lambda m: chosen.propose_chosen(m.drive.deps, m.drive.keeper, Choice(
        do="move", folders=[m.drive.folder("Finance/2025")], documents=[m.drive.number(SAIL)], into=m.drive.folder("Letters"))),
     {SAIL: None, ROPE: None, f"Letters/{SAIL.split('/')[-1]}": SAIL, ROPE.replace("Finance", "Letters"): ROPE}),
]  # fmt: skip


@pytest.mark.parametrize(("propose", "differs"), [w[1:] for w in WORKS], ids=[w[0] for w in WORKS])
def test_a_list_is_run_proved_and_undone(
    made: Lists, propose: Callable[[Lists], int], differs: dict[str, str | None]
) -> None:
    drive = made.drive
    before = stand(drive)
    numbers = {path: drive.number(path) for path in FILES}
    list_id = propose(made)
    assert made.one(list_id).state == "checked"
    assert stand(drive) == before, "checking moves nothing"
    ran = made.run(list_id)
    assert (ran.state, ran.trouble) == ("done", None)
    expected = {path: FILES[path] for path in FILES if path not in differs}
    expected |= {path: FILES[was] for path, was in differs.items() if was is not None}
    assert stand(drive) == expected
    proof = prove(drive.deps, drive.keeper, list_id, read=True)
    assert (proof.arrived, proof.amiss) == (proof.files, [])
    assert proof.bytes_before == proof.bytes_after > 0 or proof.files == 0
    undo = undoing.propose_undo(drive.deps, drive.keeper, list_id)
    assert made.run(undo).state == "done"
    assert stand(drive) == before
    assert {path: drive.number(path) for path in FILES} == numbers
    with pytest.raises(BadRequest, match="nothing left"):
        lists.run(drive.deps, drive.keeper, list_id)


def test_a_list_that_is_saved_and_brought_back_is_the_same_list(made: Lists) -> None:
    drive = made.drive
    (drive.root / "Letters/README").write_text("no extension")
    take_in(drive.deps, drive.keeper)
    rows = (
        (SAIL, ROPE),
        (ROPE, SAIL),
        (NOTE, "Boat/Papers"),
        ("Letters/README", "Boat"),
        (LOG, "Letters/a.md"),
    )
    first = made.sheet(*rows)
    saved = b"".join(looking.csv_of(drive.deps, drive.keeper, first)[1])
    again = sheet.propose_sheet(drive.deps, drive.keeper, read_sheet(saved, drive.deps.reader), "list.csv")

    def targets(
        list_id: int,
    ) -> list[tuple[str, str]]:  # which of two that change places steps aside does not matter
        return sorted((act, target) for act, _, target in made.steps(list_id) if "~" not in target)

    assert targets(again) == targets(first)
    assert made.findings(first) == ["by_temporary_name", "other_extension"]
    assert made.run(again).state == "done"
    assert (stand(drive)[SAIL], stand(drive)[ROPE]) == (FILES[ROPE], FILES[SAIL])
    assert {"Boat/README", "Boat/Papers/note.txt", "Letters/a.md"} <= set(stand(drive))


Wrong = tuple[str, Callable[[Lists], int], list[str]]
FOUND: list[Wrong] = [
    ("missing", lambda m: m.sheet(("Letters/absent.txt", "Finance")), ["missing"]),
    ("already there", lambda m: m.sheet((SAIL, "Finance/2025")), ["already_there"]),
    ("run again", lambda m: m.sheet(("Letters/log.txt", "Trainees")), ["already_there"]),
    ("taken", lambda m: m.sheet((SAIL, ROPE)), ["taken"]),
    ("twin", lambda m: m.sheet((NOTE, "Trainees/LOG.txt")), ["twin"]),
    ("same target", lambda m: m.sheet((SAIL, "Letters/x.txt"), (ROPE, "Letters/x.txt")), ["same_target"]),
    ("same source", lambda m: m.sheet((SAIL, "Letters"), (SAIL, "Trainees")), ["same_source"]),
    ("out of the drive", lambda m: m.sheet((SAIL, "../etc")), ["outside"]),
    ("into our corner", lambda m: m.sheet((SAIL, ".waka/bin")), ["outside"]),
    ("unfit", lambda m: m.sheet((SAIL, "Letters/a:b.txt")), ["refused_sign"]),
    ("unfit folder", lambda m: m.sheet((SAIL, "Letters/a:b")), ["unfit_folder"]),
    ("too long", lambda m: m.sheet((SAIL, "Letters/" + "x" * 240 + ".txt")), ["path_too_long"]),
    ("swap", lambda m: m.sheet((SAIL, ROPE), (ROPE, SAIL)), ["by_temporary_name"]),
    ("a folder into itself", lambda m: chosen.propose_chosen(m.drive.deps, m.drive.keeper, Choice(
        do="move", folders=[m.drive.folder("Finance")], into=m.drive.folder("Finance/2025"))), ["into_itself"]),
]  # fmt: skip


@pytest.mark.parametrize(("propose", "codes"), [f[1:] for f in FOUND], ids=[f[0] for f in FOUND])
def test_the_check_says_what_is_wrong_before_anything_moves(
    made: Lists, propose: Callable[[Lists], int], codes: list[str]
) -> None:
    list_id = propose(made)
    assert made.findings(list_id) == codes
    assert "not_prepared" not in made.one(list_id).summary.acts, "it is listed as what was proposed"
    if any(blocks(code) for code in codes):
        with pytest.raises(ListHasErrors):
            lists.run(made.drive.deps, made.drive.keeper, list_id)
        # what cannot be mended can be taken out
        mended = lists.mend(made.drive.deps, made.drive.keeper, list_id, Mend(finding=codes[0], leave=True))
        assert mended.summary.blocked == 0


def test_a_reader_s_moves_are_refused_and_sight_is_told(made: Lists) -> None:
    drive = made.drive
    drive.keep_to("Trainees", drive.keeper)
    list_id = made.sheet((SAIL, "Trainees"))
    [sight] = made.one(list_id).summary.sight
    assert (sight.gain, sight.lose) == ([], ["Alba Beck", "Tamsin Brook"])
    refused = sheet.propose_sheet(
        drive.deps,
        drive.reader,
        read_sheet(f"{SAIL}\tLetters\n{LOG}\tLetters".encode(), drive.deps.reader),
        "x",
    )
    found = lists.one(drive.deps, drive.reader, refused).summary.findings
    assert found == {"no_right": 1, "missing": 1}, "what a person may not see is not there for them"
    with pytest.raises(NotFound):
        lists.one(drive.deps, drive.reader, list_id)


def test_names_that_do_not_fit_are_all_mended_alike(made: Lists) -> None:
    drive = made.drive
    list_id = made.sheet((SAIL, "Letters/sail: mizzen.txt"), (ROPE, "Letters/rope?.txt"), (NOTE, "Trainees"))
    assert made.findings(list_id) == ["refused_sign"]
    mended = lists.mend(drive.deps, drive.keeper, list_id, Mend(finding="refused_sign", as_offered=True))
    assert (mended.summary.blocked, mended.summary.findings) == (0, {})
    assert made.run(list_id).state == "done"
    assert {"Letters/sail- mizzen.txt", "Letters/rope-.txt", "Trainees/note.txt"} <= set(stand(drive))


COLLISIONS = [
    ("wait", {"left_waiting": 1}, 0), ("beside", {}, 1), ("same", {"taken": 1}, None), ("version", {"new_version": 1}, 0),
]  # fmt: skip


@pytest.mark.parametrize(("policy", "findings", "moved"), COLLISIONS)
def test_a_collision_is_met_as_the_list_says(
    made: Lists, policy: Any, findings: dict[str, int], moved: int | None
) -> None:
    list_id = made.sheet((NOTE, "Trainees/log.txt"))
    found = lists.choose(made.drive.deps, made.drive.keeper, list_id, collision=policy, on_failure=None,
                         remove_empty=None, title=None)  # fmt: skip
    assert found.summary.findings == findings
    if moved:
        made.run(list_id)
        assert stand(made.drive)["Trainees/log-2.txt"] == FILES[NOTE]


def test_identical_bytes_are_skipped_where_that_is_asked_for(made: Lists) -> None:
    drive = made.drive
    (drive.root / "Letters/log.txt").write_text(FILES[LOG])
    take_in(drive.deps, drive.keeper)
    list_id = made.sheet(("Letters/log.txt", "Trainees"), (SAIL, "Letters"))
    lists.choose(
        drive.deps, drive.keeper, list_id, collision="same", on_failure=None, remove_empty=None, title=None
    )
    assert made.findings(list_id) == ["identical"]
    assert made.run(list_id).state == "done"
    assert {"Letters/log.txt", LOG} <= set(stand(drive))
    assert made.findings(made.onto("Letters/log.txt", LOG)) == ["identical"], "nor are they a new version"


def test_a_few_are_tried_looked_at_and_the_rest_follows(made: Lists) -> None:
    list_id = made.sheet((SAIL, ROPE), (ROPE, SAIL), (NOTE, "Trainees"))
    tried = made.run(list_id, only=[4])
    assert tried.state == "paused" and tried.steps_done == 1
    assert "Trainees/note.txt" in stand(made.drive)
    tried = made.run(list_id, only=[2])  # of the swap: all three steps of it
    assert tried.state == "done"
    assert stand(made.drive)[ROPE] == FILES[SAIL]


def test_emptied_folders_are_offered_and_removed_with_the_list(made: Lists) -> None:
    list_id = made.mapping("Finance/{year}", "{year}/Finance")
    assert made.one(list_id).summary.emptied == ["Finance/2025", "Finance/2026", "Finance"]
    lists.choose(made.drive.deps, made.drive.keeper, list_id, collision=None, on_failure=None, remove_empty=True,
                 title=None)  # fmt: skip
    assert made.run(list_id).state == "done"
    assert not (made.drive.root / "Finance").exists()
    undo = undoing.propose_undo(made.drive.deps, made.drive.keeper, list_id)
    assert made.run(undo).state == "done"
    assert stand(made.drive) == FILES
    assert not (made.drive.root / "2025").exists(), "what the list made is gone again"


@pytest.mark.parametrize("wish", ["pause", "cancel"])
def test_a_list_that_begins_just_now_is_stopped_by_its_runner(made: Lists, wish: str) -> None:
    """Whoever asks has seen it waiting; by the time it is asked, a runner has it in hand."""
    deps, keeper = made.drive.deps, made.drive.keeper
    list_id = made.sheet((SAIL, "Letters"))
    lists.run(deps, keeper, list_id)
    with ThreadPoolExecutor(1) as other, deps.db.transaction() as conn:
        kept.set_state(conn, list_id, "running")  # the runner, which has not committed yet
        asked = other.submit(lists.ask_to_stop, deps, keeper, list_id, wish)
        time.sleep(0.3)
        conn.commit()
        found = asked.result()
    assert (found.state, found.wish) == ("running", wish)


def test_a_failure_says_which_why_and_the_rest_goes_on_later(made: Lists) -> None:
    drive = made.drive
    list_id = made.sheet((NOTE, "Boat"), (SAIL, "Boat"), (ROPE, "Boat"))
    (drive.root / SAIL).rename(drive.root / "Finance/2025/moved.txt")  # another program, after the check
    failed = made_run_with_trouble(made, list_id)
    assert (
        failed.state == "failed"
        and failed.trouble
        and f"Step 3, {SAIL} → Boat/{SAIL.split('/')[-1]}: "
        in worded(failed.trouble.code, failed.trouble.facts)
        and failed.trouble.code == "source_gone"
    )
    assert failed.steps_done == 2  # the folder and the note
    (drive.root / "Finance/2025/moved.txt").rename(drive.root / SAIL)
    assert made.run(list_id).state == "done"
    assert set(stand(drive)) == {
        "Boat/note.txt",
        f"Boat/{SAIL.split('/')[-1]}",
        f"Boat/{ROPE.split('/')[-1]}",
        CANVAS,
        LOG,
    }


def made_run_with_trouble(made: Lists, list_id: int) -> ChangeList:
    lists.run(made.drive.deps, made.drive.keeper, list_id)
    run_list(made.drive.deps, list_id)
    return made.one(list_id)


def test_a_failure_set_aside_lets_the_rest_run(made: Lists) -> None:
    drive = made.drive
    list_id = made.sheet((NOTE, "Boat"), (SAIL, "Boat"), (ROPE, "Boat"))
    lists.choose(
        drive.deps, drive.keeper, list_id, collision=None, on_failure="aside", remove_empty=None, title=None
    )
    (drive.root / SAIL).write_text("edited after the check")
    failed = made_run_with_trouble(made, list_id)
    assert (failed.state, failed.steps_done, failed.steps_failed) == ("failed", 3, 1)
    proof = prove(drive.deps, drive.keeper, list_id)
    [amiss] = proof.amiss
    assert amiss.path == SAIL and amiss.why is not None and amiss.why.code == "source_changed"
    assert (proof.files, proof.arrived) == (3, 2)


def test_undoing_leaves_alone_what_was_changed_since(made: Lists) -> None:
    drive = made.drive
    list_id = made.sheet((NOTE, "Trainees"), (SAIL, "Trainees"))
    made.run(list_id)
    drive.change("rename", "Trainees/note.txt", name="kept.txt")
    undo = undoing.propose_undo(drive.deps, drive.keeper, list_id)
    assert made.findings(undo) == ["changed_since"]
    assert made.run(undo).state == "done"
    assert set(stand(drive)) == {*FILES, "Trainees/kept.txt"} - {NOTE}


FILTERS: list[tuple[Filter, Callable[[ListedStep], bool], int]] = [
    (Filter(), lambda _: True, 8), (Filter(act="make_folder"), lambda step: step.act == "make_folder", 1),
    (Filter(act="place"), lambda step: step.act == "place", 7), (Filter(act="copy"), lambda _: False, 0),
    (Filter(finding="missing"), lambda step: any(f.code == "missing" for f in step.findings or ()), 1),
    (Filter(finding="by_temporary_name"), lambda step: step.parks or step.was is not None, 2), (Filter(state="done"), lambda _: False, 0),
]  # fmt: skip


@pytest.mark.parametrize(("wanted", "fits", "count"), FILTERS)
def test_a_list_is_looked_at_page_by_page(
    made: Lists,
    monkeypatch: pytest.MonkeyPatch,
    wanted: Filter,
    fits: Callable[[ListedStep], bool],
    count: int,
) -> None:
    deps, keeper = made.drive.deps, made.drive.keeper
    rows = [
        (SAIL, ROPE),
        (ROPE, SAIL),
        (CANVAS, f"{LOG}.md"),
        (LOG, CANVAS),
        (NOTE, "Boat"),
        ("Letters/x.pdf", "Boat"),
    ]
    list_id = made.sheet(*rows)
    every = [step.step for step in looking.page_of(deps, keeper, list_id, Filter(), 0).steps]
    expected = [step.position for step in every if fits(step)]
    assert len(expected) == count
    for page in (1, 2, 3, 50):
        monkeypatch.setattr(paging, "PAGE", page)
        monkeypatch.setattr(deps.kept(paging.KnownPages), "_kept", OrderedDict())
        found = []
        for start in range(0, count + 1, page):
            part = looking.page_of(deps, keeper, list_id, wanted, start)
            assert part.total == count
            assert [step.at for step in part.steps] == list(range(start, min(start + page, count)))
            found += [step.step.position for step in part.steps]
        assert found == expected


def test_the_pages_of_what_is_done_follow_the_run(made: Lists) -> None:
    drive = made.drive
    list_id = made.sheet((NOTE, "Trainees"), (SAIL, "Letters"))
    look = [Filter(state="done"), Filter(state="proposed")]

    def totals() -> list[int]:
        return [looking.page_of(drive.deps, drive.keeper, list_id, wanted, 0).total for wanted in look]

    assert totals() == [0, 2]
    made.run(list_id, only=[1])
    assert totals() == [1, 1]
    made.run(list_id)
    assert totals() == [2, 0]


def test_a_load_is_carried_and_put_down(made: Lists) -> None:
    drive = made.drive
    carrying.pick_up(drive.deps, drive.filer, [drive.number(SAIL)])
    found = carrying.pick_up(drive.deps, drive.filer, [drive.number(NOTE), drive.number(LOG)])
    assert found.total == 3
    assert {one.name for one, _ in found.documents} == {"note.txt", "log.txt", SAIL.split("/")[-1]}
    assert all("".join(part.text for part in parts) == one.name for one, parts in found.documents)
    drive.keep_to("Trainees", drive.keeper)
    assert carrying.carried(drive.deps, drive.filer).total == 2, "what cannot be seen any more is not carried"
    carrying.put_down(drive.deps, drive.filer)
    assert carrying.numbers(drive.deps, drive.filer) == []


def test_many_are_restored_to_where_each_of_them_was(made: Lists) -> None:
    drive = made.drive
    numbers = [drive.number(path) for path in (SAIL, NOTE)]
    made.run(made.chosen("bin", SAIL, NOTE))
    choice = Choice(do="restore", documents=numbers)
    made.run(chosen.propose_chosen(drive.deps, drive.keeper, choice))
    assert stand(drive) == FILES
    with pytest.raises(BadRequest, match="no destination"):
        chosen.propose_chosen(drive.deps, drive.keeper, Choice(do="move", documents=numbers))


def test_a_list_that_was_not_begun_is_thrown_away(made: Lists) -> None:
    list_id = made.sheet((SAIL, "Letters"))
    lists.discard(made.drive.deps, made.drive.keeper, list_id)
    with pytest.raises(NotFound):
        made.one(list_id)


def test_what_a_list_did_is_undone_by_key_as_a_checked_list(made: Lists) -> None:
    """A swap, which goes by a name in between: undone step by step it would leave neither where it was."""
    drive = made.drive
    before = stand(drive)
    list_id = made.sheet((SAIL, ROPE), (ROPE, SAIL))
    assert made.run(list_id).state == "done"
    for undo in (
        lambda: undoing.undo_last(drive.deps, drive.keeper),
        lambda: undoing.undo(drive.deps, drive.keeper, list_id),
    ):
        with pytest.raises(UndoIsAList) as told:
            undo()
        assert stand(drive) != before
    assert made.run(told.value.facts["list"]).state == "done"
    assert stand(drive) == before
    with pytest.raises(NotUndoable, match="already undone"):
        undoing.undo(drive.deps, drive.keeper, list_id)


def test_undoing_some_steps_leaves_the_rest_to_be_undone(made: Lists) -> None:
    drive = made.drive
    before = stand(drive)
    list_id = made.sheet((SAIL, "Letters"), (CANVAS, "Letters"))
    made.run(list_id)
    some = undoing.propose_undo(drive.deps, drive.keeper, list_id, [1])
    assert made.run(some).state == "done"
    rest = undoing.propose_undo(drive.deps, drive.keeper, list_id)
    made.run(rest)
    assert stand(drive) == before
    assert made.one(list_id).undone_by == rest


def test_a_restore_by_list_goes_back_to_the_bin_as_it_was(made: Lists) -> None:
    drive = made.drive
    number = drive.number(NOTE)
    drive.change("bin", NOTE, reason="twice there")
    choice = Choice(do="restore", documents=[number], into=drive.folder("Finance"))  # type: ignore[arg-type]
    list_id = chosen.propose_chosen(drive.deps, drive.keeper, choice)
    made.run(list_id)
    made.run(undoing.propose_undo(drive.deps, drive.keeper, list_id))
    shown = browsing.details(drive.deps, drive.keeper, number).document
    assert (shown.state, shown.folder_path, shown.bin_reason) == ("binned", "Letters", "twice there")


def test_a_sheet_that_writes_a_name_otherwise_is_told_so_and_meets_no_other(made: Lists) -> None:
    list_id = made.sheet((SAIL.upper(), "Letters"))
    page = looking.page_of(made.drive.deps, made.drive.keeper, list_id, Filter(), 0)
    assert page.steps[0].step.findings[0].facts["alike"] == [f"“{SAIL.rpartition('/')[2]}”"]
    assert made.findings(list_id) == ["missing"]


def test_a_list_whose_folders_another_made_meanwhile_goes_on(made: Lists) -> None:
    """Both were checked before either ran; both make Boat and Boat/Sails."""
    drive = made.drive
    first = made.sheet((SAIL, "Boat/Sails"))
    second = made.sheet((ROPE, "Boat/Sails"), (NOTE, "Boat/Log"))
    assert made.run(first).state == "done"
    ran = made.run(second)
    assert (ran.state, ran.steps_failed, ran.steps_done) == ("done", 0, ran.steps)
    assert sorted(path for path in files_beneath(drive.root) if path.startswith("Boat")) == [
        "Boat/Log/note.txt", f"Boat/Sails/{SAIL.split('/')[-1]}", f"Boat/Sails/{ROPE.split('/')[-1]}",
    ]  # fmt: skip
    assert prove(drive.deps, drive.keeper, second).amiss == []
    made.run(undoing.propose_undo(drive.deps, drive.keeper, second))
    made.run(undoing.propose_undo(drive.deps, drive.keeper, first))
    assert stand(drive) == {path: text for path, text in FILES.items()}
