"""Change lists by hand: dragged, carried, pasted, restructured; looked at, tried, cancelled, proved, undone."""

from pathlib import Path

import psycopg
from playwright.sync_api import Page, expect

from tests.journeys.conftest import fill_slip, let_in, sign_in, stand_between
from tests.journeys.test_folders import FIRST, PLACE, drag, entry, open_folder, rows
from tests.support import Client, Server, assert_records_agree, files_beneath, wait_until
from waka.launch import opened

MADE = ("Letters/{made}/{year}/{month}", "Letters/{year}/{month}/{made}")


def standing(page: Page) -> str:
    return page.locator(".listtitle").inner_text()


def run_and_wait(page: Page, state: str = "done") -> None:
    page.keyboard.press("r")
    expect(page.locator(".listtitle")).to_contain_text(state)


def assert_agree(server: Server) -> None:
    with opened(server.settings, server.url, 2) as deps:
        assert_records_agree(deps)


def test_many_are_dragged_onto_a_folder_and_onto_the_path_line(page: Page, demo_server: Server) -> None:
    drive = demo_server.settings.drive
    let_in(page, "magnus")
    open_folder(page, PLACE)
    expect(rows(page).first).to_be_visible()
    page.keyboard.press("Control+a")
    expect(page.get_by_role("toolbar")).to_contain_text("22 chosen")
    drag(page, rows(page).nth(0), entry(page, "Boat"))
    expect(page.locator(".listtitle")).to_contain_text("Move 22 documents to Boat")
    assert len(files_beneath(drive / PLACE)) == 22, "nothing moves before it was looked at"
    run_and_wait(page)
    assert len(files_beneath(drive / PLACE)) == 0
    open_folder(page, "Boat")
    page.keyboard.press("Control+a")
    expect(page.get_by_role("toolbar")).to_contain_text("26 chosen")
    drag(page, rows(page).nth(0), page.locator(".listhead .stop", has_text="Drive"))
    expect(page.locator(".listtitle")).to_contain_text("Move 26 documents to Drive")
    run_and_wait(page)
    # a whole folder, from the outline
    page.goto("/folders")
    drag(page, entry(page, "Meetings"), entry(page, "Safety"))
    expect(page.locator(".listtitle")).to_contain_text("Move 1 folder to Safety")
    run_and_wait(page)
    assert (drive / "Safety/Meetings/2026").is_dir()
    # and the other way, among the folders above the list: documents into one, then one into another
    open_folder(page, "Drive")
    here = page.get_by_role("navigation", name="Folders in this one")
    drag(page, rows(page).nth(0), here.get_by_role("link", name="Boat"))
    expect(page.locator(".keybar")).to_contain_text("pdf to Boat")
    page.goto("/folders")
    open_folder(page, "Finance")
    drag(page, here.get_by_role("link", name="Grants"), here.get_by_role("link", name="Bills"))
    expect(page.locator(".listtitle")).to_contain_text("Move 1 folder to Finance/Bills")
    run_and_wait(page)
    assert (drive / "Finance/Bills/Grants").is_dir()
    assert_agree(demo_server)


def test_a_load_is_carried_over_a_reload_and_put_down(page: Page, demo_server: Server) -> None:
    let_in(page, "magnus")
    open_folder(page, PLACE)
    expect(rows(page).first).to_be_visible()
    page.keyboard.press("Control+a")
    expect(page.get_by_role("toolbar")).to_contain_text("22 chosen")
    page.keyboard.press("k")
    load = page.get_by_role("complementary", name="What you carry")
    expect(load).to_contain_text("22 documents")
    page.reload()
    expect(load).to_contain_text("22 documents")
    open_folder(page, "Boat")
    expect(load).to_contain_text("Put down in Boat")
    # where each will stand, between those that stand there
    ghosts = page.locator(".ghostrow")
    expect(ghosts.first).to_contain_text("2026-01-05_kby_slipway-hire_S-209.pdf")
    expect(page.locator(".tablebody [data-index='0']")).to_have_class("ghostrow")
    page.keyboard.press("j")
    expect(page.locator(".listtitle")).to_contain_text("Move 22 documents to Boat")
    expect(load).to_have_count(0)
    run_and_wait(page)
    # a few are put down at once
    open_folder(page, "Boat")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("k")
    expect(load).to_contain_text("1 document")
    open_folder(page, "Safety")
    expect(ghosts).to_have_count(1)
    page.keyboard.press("j")
    expect(load).to_have_count(0)
    expect(rows(page)).to_have_count(1)
    assert_agree(demo_server)


def test_a_spreadsheet_goes_round(page: Page, demo_server: Server, tmp_path: Path) -> None:
    drive = demo_server.settings.drive
    names = sorted(Path(path).name for path in files_beneath(drive / PLACE))[:4]
    sign_in(page, "magnus", at="/changes")
    expect(page.get_by_role("region", name="Changes")).to_be_visible()
    page.keyboard.press("s")
    sheet = (
        "from,to\n"
        + "\n".join(f"{PLACE}/{name},Boat/Papers" for name in names)
        + "\nFinance/absent.pdf,Boat\n"
    )
    page.get_by_label("Paste two columns").fill(sheet)
    page.keyboard.press("Control+Enter")
    expect(page.locator(".listtitle")).to_contain_text("1 to decide")
    with page.expect_download() as download:
        page.get_by_role("link", name="CSV").click()
    saved = tmp_path / "list.csv"
    download.value.save_as(saved)
    rows_of = saved.read_text("utf-8-sig").splitlines()
    assert rows_of[0].startswith("step,from,to,")
    # edited: the absent one goes, the rest goes elsewhere
    kept = [line.replace("Boat/Papers", "Boat/Kept") for line in rows_of if "absent" not in line]
    saved.write_text("\n".join(kept))
    page.get_by_role("link", name="Changes").click()
    expect(page.get_by_role("region", name="Changes")).to_be_visible()
    page.keyboard.press("s")
    page.get_by_label("File with a spreadsheet").set_input_files(saved)
    expect(page.locator(".listtitle")).to_contain_text("list.csv: 4 rows")
    run_and_wait(page)
    assert sorted(files_beneath(drive / "Boat/Kept")) == names
    assert_agree(demo_server)


def test_what_was_found_is_decided_by_keys(page: Page, demo_server: Server) -> None:
    drive = demo_server.settings.drive
    names = sorted(Path(path).name for path in files_beneath(drive / PLACE))[:4]
    rows = [(names[0], f"{PLACE}/{names[2]}"), (names[1], f"{PLACE}/{names[3]}"), ("absent.pdf", "Boat")]
    sign_in(page, "magnus", at="/changes?make=sheet")
    sheet = "from,to\n" + "".join(f"{PLACE}/{name},{to}\n" for name, to in rows)
    page.get_by_label("Paste two columns").fill(sheet)
    page.keyboard.press("Control+Enter")
    expect(page.locator(".listtitle")).to_contain_text("3 to decide")
    decide = page.get_by_role("group", name="Decide")
    page.keyboard.press("d")
    expect(decide).to_contain_text("Not found")
    page.keyboard.press("1")
    expect(page.locator(".listtitle")).to_contain_text("2 to decide")
    page.keyboard.press("d")
    expect(decide).to_contain_text("Name taken there")
    page.keyboard.press("a")  # for this step alone
    expect(decide.get_by_role("radio", name="this step")).to_be_checked()
    page.keyboard.press("2")
    expect(page.locator(".listtitle")).to_contain_text("1 to decide")
    expect(decide).to_be_visible()
    page.keyboard.press("1")
    expect(page.locator(".listtitle")).to_contain_text("ready to run")
    run_and_wait(page)
    beside = names[2].replace(".pdf", "-2.pdf")
    assert beside in files_beneath(drive / PLACE) and names[1] in files_beneath(drive / PLACE)
    assert_agree(demo_server)


def test_decisions_may_be_pressed_faster_than_they_are_answered(page: Page, demo_server: Server) -> None:
    drive = demo_server.settings.drive
    names = sorted(Path(path).name for path in files_beneath(drive / PLACE))[:4]
    sign_in(page, "magnus", at="/changes?make=sheet")
    sheet = f"from,to\n{PLACE}/{names[0]},{PLACE}/{names[2]}\n{PLACE}/{names[1]},{PLACE}/{names[3]}\nno.pdf,Boat\n"
    page.get_by_label("Paste two columns").fill(sheet)
    page.keyboard.press("Control+Enter")
    expect(page.locator(".listtitle")).to_contain_text("3 to decide")
    stand_between(
        page, "**/api/lists/*/steps*", lambda route: (page.wait_for_timeout(300), route.continue_())
    )
    # all at once, while the steps are still being fetched: each meets the step that it was meant for
    for key in ("d", "1", "d", "a", "2", "2"):
        page.keyboard.press(key)
    expect(page.locator(".listtitle")).to_contain_text("ready to run")
    # a jump before it is known how many there are is kept, too
    page.get_by_role("button", name="Moved or renamed").click()
    page.get_by_label("Jump to step").fill("2")
    page.keyboard.press("Enter")
    expect(page.get_by_role("row", selected=True)).to_have_attribute("aria-rowindex", "2")
    page.unroute("**/api/lists/*/steps*")
    run_and_wait(page)
    beside = {name.replace(".pdf", "-2.pdf") for name in names[2:]}
    assert beside <= set(files_beneath(drive / PLACE))
    assert_agree(demo_server)


def begin_restructuring(page: Page) -> None:
    page.goto("/changes?make=mapping")
    page.get_by_label("From", exact=True).fill(MADE[0])
    page.get_by_label("To", exact=True).fill(MADE[1])
    expect(page.get_by_role("button", name="Check 26 moves")).to_be_enabled()
    page.keyboard.press("Enter")
    expect(page.locator(".listtitle")).to_contain_text("ready to run")


def test_two_parallel_trees_become_one_with_proof_and_undo(page: Page, demo_server: Server) -> None:
    drive = demo_server.settings.drive
    before = sorted(files_beneath(drive))
    let_in(page, "magnus")
    begin_restructuring(page)
    page.get_by_label("Remove folders that are left empty").check()
    expect(page.locator(".facet", has_text="Folders removed")).to_be_visible()
    page.keyboard.press("y")
    expect(page.locator(".listtitle")).to_contain_text("done, the rest waits")
    assert len(files_beneath(drive / "Letters/2024")) == 3
    run_and_wait(page, "done: ")
    assert not (drive / "Letters/posted").exists() and not (drive / "Letters/typed").exists()
    page.keyboard.press("o")
    expect(page.locator(".verdict")).to_have_text("All 26 of 26 arrived.")
    page.get_by_role("button", name="Read every file again").click()
    expect(page.get_by_text("Every one of 26 files was read again")).to_be_visible()
    expect(page.locator(".verdict")).to_have_text("All 26 of 26 arrived.")
    page.go_back()
    page.keyboard.press("u")
    expect(page.locator(".listtitle")).to_contain_text("Undo: Restructure")
    expect(page.locator(".listtitle")).to_contain_text("ready to run")
    run_and_wait(page, "done: ")
    assert sorted(files_beneath(drive)) == before
    assert not (drive / "Letters/2024").exists()
    assert_agree(demo_server)


def test_a_run_is_paused_and_cancelled_in_the_middle(page: Page, demo_server: Server) -> None:
    drive = demo_server.settings.drive
    demo_server.stop()
    demo_server.start(WAKA_FAULT="pause:batch_moved")  # every batch takes two seconds
    let_in(page, "magnus")
    client = Client(demo_server.port).sign_in("magnus")
    folders = {one["path"]: one["id"] for one in client.ask("GET", "/api/folders")[1]["folders"]}
    chosen = [number for path, number in folders.items() if path.startswith(("Trainees/", "Meetings/"))]
    assert len(chosen) == 7
    choice = {"do": "move", "folders": chosen, "into": folders["Boat"]}
    status, made = client.ask("POST", "/api/lists", choice)
    assert status == 201, made
    page.goto(f"/changes/{made['id']}")
    expect(page.locator(".listtitle")).to_contain_text("ready to run")
    page.keyboard.press("r")
    expect(page.get_by_role("status", name="Progress")).to_be_visible()
    page.reload()  # the browser may go and come back
    wait_until(
        lambda: len([path for path in (drive / "Boat").iterdir() if path.is_dir()]) > 0, "something has moved"
    )
    page.get_by_role("button", name="Pause").click()
    expect(page.locator(".listtitle")).to_contain_text("done, the rest waits")
    page.keyboard.press("r")
    expect(page.get_by_role("status", name="Progress")).to_be_visible()
    page.get_by_role("button", name="Cancel").click()
    expect(page.locator(".listtitle")).to_contain_text("cancelled")
    assert 0 < len([path for path in (drive / "Boat").iterdir() if path.is_dir()]) < 7
    assert_agree(demo_server)


def test_a_new_version_is_filed_looked_at_and_the_earlier_restored(page: Page, demo_server: Server) -> None:
    stands = demo_server.settings.drive / "Finance/Bills/2026/2026-10-28_bce_shed-electricity_2610.pdf"
    before = stands.read_bytes()
    sign_in(page)
    fill_slip(page, "scan_00421", ("inv", "bce", "28 10 26", "shed electricity", "2610", ""), "bills 2026")
    expect(page.locator(".namebox")).to_contain_text("File as version 2")
    page.keyboard.press("Alt+v")
    expect(page.locator(".namebox")).to_contain_text("the earlier one is kept")
    page.keyboard.press("Control+Enter")
    expect(page.locator(".keybar")).to_contain_text("Filed:")
    assert stands.read_bytes() != before
    page.goto("/d/177")  # the number that it came by leads to the document
    versions = page.get_by_role("region", name="Versions")
    expect(versions.get_by_role("listitem")).to_have_count(2)
    versions.get_by_title("Look at it").click()
    expect(page.get_by_text("This is version 1")).to_be_visible()
    with page.expect_download() as download:
        versions.get_by_role("link", name="Download").click()
    assert download.value.path().read_bytes() == before
    versions.get_by_role("button", name="Make it the newest").click()
    expect(versions.get_by_role("listitem")).to_have_count(3)
    assert stands.read_bytes() == before
    assert_agree(demo_server)


def test_what_was_found_gets_fields_and_a_folder_is_copied(page: Page, demo_server: Server) -> None:
    drive = demo_server.settings.drive
    sign_in(page, "magnus", at="/find?q=bce 2026")
    hits = page.locator("article.hit")
    expect(hits.nth(3)).to_be_visible()
    hits.nth(0).click()
    hits.nth(2).click(modifiers=["Shift"])
    expect(page.get_by_role("toolbar")).to_contain_text("3 chosen")
    page.keyboard.press("b")
    page.get_by_role("dialog").get_by_role("textbox", name="what").fill("power")
    page.keyboard.press("Enter")
    expect(page.locator(".listtitle")).to_contain_text("Set fields of 3 documents")
    run_and_wait(page)
    assert len([path for path in files_beneath(drive) if "_bce_power" in path]) == 3
    open_folder(page, "Letters/posted")
    page.get_by_role("button", name="this folder").click()
    page.get_by_text("Copy it, with all in it").click()
    page.get_by_label("Name of the copy").fill("posted, as it was")
    page.keyboard.press("Enter")
    page.get_by_role("combobox", name="Where to").fill("boat")
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog").locator(".path")).to_contain_text("Boat")
    page.keyboard.press("Enter")
    expect(page.locator(".listtitle")).to_contain_text("Copy 1 folder to Boat")
    run_and_wait(page)
    assert sorted(files_beneath(drive / "Letters/posted")) == sorted(
        files_beneath(drive / "Boat/posted, as it was")
    )
    assert_agree(demo_server)


def test_the_bin_is_emptied_of_what_is_old(page: Page, demo_server: Server) -> None:
    let_in(page, "magnus")
    open_folder(page, PLACE)
    expect(rows(page).first).to_contain_text(FIRST)
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Shift+ArrowDown")
    page.keyboard.press("Delete")
    expect(page.get_by_role("dialog", name="Bin 2 documents")).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.locator(".keybar [role=status]")).to_contain_text("2 documents")
    with psycopg.connect(demo_server.url) as conn:
        conn.execute("update binned set binned_at = now() - interval '31 days'")
    page.goto("/folders/bin")
    page.get_by_role("button", name="empty by age").click()
    dialog = page.get_by_role("dialog")
    expect(dialog.get_by_role("status")).to_contain_text("2 documents")
    destroy = dialog.get_by_role("button", name="Destroy")
    expect(destroy).to_be_disabled()
    dialog.get_by_label("Type 2 to confirm").fill("2")
    destroy.click()
    expect(page.locator(".listtitle")).to_contain_text("done")
    assert files_beneath(demo_server.settings.drive / ".waka/bin", hidden=True) == []
    assert_agree(demo_server)
