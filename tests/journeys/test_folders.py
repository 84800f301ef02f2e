"""Folders with hands on it: choosing, moving, copying, dragging, renaming, binning, tags, uploads, rights."""

from pathlib import Path

import pytest
from playwright.sync_api import FloatRect, Locator, Page, expect

from tests.journeys.conftest import let_in, pick, sign_in
from tests.support import Server, wait_until

PLACE = "Finance/Invoices/2026"
FIRST = "2026-01-05_kby_slipway-hire_S-209.pdf"


@pytest.fixture
def folder(page: Page) -> Page:
    let_in(page, "magnus")
    open_folder(page, PLACE)
    expect(rows(page).first).to_contain_text(FIRST)
    return page


def open_folder(page: Page, path: str) -> None:
    folders = page.request.get("/api/folders").json()["folders"]
    page.goto(f"/folders/{next(one['id'] for one in folders if (one['path'] or 'Drive') == path)}")
    here = page.get_by_role("region", name=path, exact=True)
    expect(here).to_have_attribute("aria-busy", "false")  # what stands there, not what stood before


def rows(page: Page) -> Locator:
    return page.locator(".tablerow")


def chosen(page: Page) -> Locator:
    return page.locator(".tablerow.on")


def entry(page: Page, name: str) -> Locator:
    return page.get_by_role("navigation", name="Outline").locator(".entry", has_text=name).first


def bar(page: Page) -> Locator:
    return page.get_by_role("toolbar")


def test_choosing_by_key_mouse_and_pattern(folder: Page) -> None:
    page, keys = folder, folder.keyboard
    keys.press("ArrowDown")
    keys.press("Shift+ArrowDown")
    keys.press("Shift+ArrowDown")
    expect(chosen(page)).to_have_count(3)
    expect(bar(page)).to_contain_text("3 chosen · 6.8 KB")
    keys.press("Control+ArrowDown")
    keys.press("Control+ArrowDown")
    keys.press("Control+ ")
    expect(bar(page)).to_contain_text("4 chosen")
    rows(page).nth(0).click()
    rows(page).nth(3).click(modifiers=["Shift"])
    rows(page).nth(1).click(modifiers=["Control"])
    expect(bar(page)).to_contain_text("3 chosen")
    keys.press("Control+a")
    expect(bar(page)).to_contain_text("22 chosen")
    keys.press("Escape")
    expect(bar(page)).to_have_count(0)
    keys.press("p")
    keys.type("*_gmf_*")
    keys.press("Enter")
    expect(bar(page)).to_contain_text("5 chosen")


def test_moving_by_key_and_undo(folder: Page, demo_server: Server) -> None:
    page, keys = folder, folder.keyboard
    drive = demo_server.settings.drive
    keys.press("ArrowDown")
    keys.press("Shift+ArrowDown")
    keys.press("m")
    expect(page.get_by_role("dialog")).to_be_visible()
    keys.press("Escape")  # nothing was typed: it leaves the question, not only what is offered
    expect(page.get_by_role("dialog")).to_be_hidden()
    keys.press("m")
    expect(page.get_by_role("dialog")).to_be_visible()
    keys.type("boat")
    keys.press("Enter")
    expect(page.get_by_role("dialog").locator(".path")).to_contain_text("Boat")
    keys.press("Enter")
    expect(page.locator(".keybar")).to_contain_text("Move 2 documents to Boat")
    assert (drive / "Boat" / FIRST).is_file() and not (drive / PLACE / FIRST).exists()
    expect(rows(page).first).not_to_contain_text(FIRST)
    expect(chosen(page)).to_have_count(1)  # the next one has the cursor
    keys.press("Control+z")
    expect(page.locator(".keybar")).to_contain_text("Undone: Move 2 documents to Boat")
    expect(rows(page).first).to_contain_text(FIRST)
    assert (drive / PLACE / FIRST).is_file()


def _box(what: Locator) -> FloatRect:
    """Return where *what* stands; a list that is just being drawn again has it nowhere for a moment."""
    expect(what).to_be_visible()
    for _ in range(100):
        found = what.bounding_box()
        if found is not None:
            return found
        what.page.wait_for_timeout(50)
    raise AssertionError(f"{what} stands nowhere")


def drag(page: Page, what: Locator, onto: Locator, *, copying: bool = False) -> None:
    """Drag with the mouse, as a hand does: in steps, so that the page hears of it."""
    start, end = _box(what), _box(onto)
    page.mouse.move(start["x"] + 60, start["y"] + 12)
    page.mouse.down()
    page.mouse.move(start["x"] + 40, start["y"] + 40, steps=3)
    if copying:
        page.keyboard.down("Control")
    page.mouse.move(end["x"] + end["width"] / 2, end["y"] + end["height"] / 2, steps=5)
    page.mouse.up()
    if copying:
        page.keyboard.up("Control")


def test_dragging_onto_a_folder_and_onto_the_path_line(folder: Page, demo_server: Server) -> None:
    page, drive = folder, demo_server.settings.drive
    rows(page).nth(0).click()
    rows(page).nth(1).click(modifiers=["Shift"])
    drag(page, rows(page).nth(0), entry(page, "Boat"))
    expect(page.locator(".keybar")).to_contain_text("Move 2 documents to Boat")
    assert (drive / "Boat" / FIRST).is_file()
    name = rows(page).nth(0).locator(".name").inner_text()
    drag(page, rows(page).nth(0), page.locator(".listhead .dropstop", has_text="Finance"))
    expect(page.locator(".keybar")).to_contain_text(f"Move {name} to Finance")
    assert (drive / "Finance" / name).is_file()


def test_copying_correcting_and_renaming_one_after_another(folder: Page, demo_server: Server) -> None:
    page, keys, drive = folder, folder.keyboard, demo_server.settings.drive
    keys.press("ArrowDown")
    keys.press("c")
    keys.type("boat")
    keys.press("Enter")
    keys.press("Enter")
    expect(page.locator(".keybar")).to_contain_text("to Boat")
    assert (drive / "Boat" / FIRST).is_file() and (drive / PLACE / FIRST).is_file()
    keys.press("b")
    expect(page.get_by_role("dialog")).to_contain_text("Fields of No.")
    what = page.get_by_role("textbox", name="what")
    expect(what).to_have_value("slipway hire")
    what.fill("slipway and crane")
    expect(page.get_by_role("dialog")).to_contain_text("slipway-and-crane")
    keys.press("Enter")
    expect(page.locator(".keybar")).to_contain_text("Correct and rename")
    assert (drive / PLACE / "2026-01-05_kby_slipway-and-crane_S-209.pdf").is_file()
    expect(rows(page).first).to_contain_text("slipway-and-crane")
    keys.press("e")
    box = page.get_by_role("textbox", name="New name for 2026-01-05")
    expect(box).to_have_value("2026-01-05_kby_slipway-and-crane_S-209")
    box.fill("2026-01-05_kby_first")
    keys.press("Tab")  # saves, and goes on to the next
    box = page.get_by_role("textbox", name="New name for 2026-01-09_gmf")
    expect(box).to_be_focused()
    # in shorthand: what is not typed stays as it is known, and nothing waits for the name that it stands for
    keys.type("wda 12 3")
    expect(page.locator(".meant")).to_contain_text("2026-03-12_wda_red-diesel_77150.pdf")
    keys.type(" tar")
    keys.press("Tab")
    expect(page.get_by_role("textbox", name="New name for 2026-01-09_mrc")).to_be_focused()
    keys.press("Escape")
    expect(page.locator(".table")).to_contain_text("2026-03-12_wda_tar_77150.pdf")
    expect(page.locator(".tablerow", has_text="2026-03-12_wda_tar")).to_contain_text("Wren & Daughters")
    expect(page.locator(".table")).to_contain_text("2026-01-05_kby_first.pdf")
    assert (drive / PLACE / "2026-01-05_kby_first.pdf").is_file()


def test_the_bin_and_back(folder: Page, demo_server: Server) -> None:
    page, keys, drive = folder, folder.keyboard, demo_server.settings.drive
    keys.press("ArrowDown")
    keys.press("Delete")
    keys.type("paid twice")
    keys.press("Enter")
    expect(page.locator(".keybar")).to_contain_text(f"Bin {FIRST}")
    assert not (drive / PLACE / FIRST).exists()
    page.get_by_role("link", name="Bin").click()
    expect(rows(page)).to_have_count(1)
    keys.press("ArrowDown")
    expect(page.get_by_role("complementary", name="Document")).to_contain_text("paid twice")
    keys.press("r")
    expect(page.get_by_text("The bin is empty.")).to_be_visible()
    assert (drive / PLACE / FIRST).is_file()


def test_tags_and_cross_references(folder: Page) -> None:
    page, keys = folder, folder.keyboard
    keys.press("ArrowDown")
    keys.press("Shift+ArrowDown")
    keys.press("t")
    keys.type("refit")
    keys.press("Enter")
    expect(page.locator(".tablerow .flag")).to_have_count(2)
    tag = page.get_by_role("navigation", name="Outline").get_by_role("link", name="refit")
    drag(page, rows(page).nth(4), tag)
    expect(page.locator(".tablerow .flag")).to_have_count(3)
    tag.click()
    expect(rows(page)).to_have_count(3)
    keys.press("ArrowDown")
    keys.press("x")
    keys.type("boat")
    keys.press("Enter")
    keys.press("Enter")
    details = page.get_by_role("complementary", name="Document")
    expect(details).to_contain_text("also in")
    entry(page, "Boat").click()
    expect(page.locator(".tablerow", has_text=FIRST)).to_contain_text(f"in {PLACE}")


def test_uploading_a_folder_and_a_new_folder(folder: Page, demo_server: Server, tmp_path: Path) -> None:
    page, keys, drive = folder, folder.keyboard, demo_server.settings.drive
    trip = tmp_path / "Trip"
    (trip / "Day 1").mkdir(parents=True)
    (trip / "plan.txt").write_text("by the inner channel")
    (trip / "Day 1/log.txt").write_text("wind west, four")
    keys.press("n")
    keys.type("Voyages")
    keys.press("Enter")
    expect(page.locator(".listhead .path")).to_contain_text("Voyages")
    page.get_by_label("Folder to upload").set_input_files(trip)
    expect(page.get_by_role("status", name="Uploads")).to_contain_text("2 of 2 files here")
    wait_until((drive / PLACE / "Voyages/Trip/Day 1/log.txt").is_file, "the log is filed")
    assert (drive / PLACE / "Voyages/Trip/plan.txt").read_text() == "by the inner channel"
    expect(entry(page, "Trip")).to_be_visible()


def test_rights_are_seen_granted_with_a_preview_and_hold(folder: Page, other: Page) -> None:
    page, keys = folder, folder.keyboard
    open_folder(page, "Trainees")
    keys.press("w")
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("Who can see Trainees")
    expect(dialog).to_contain_text("Tamsin Brook")
    pick(page, "Grant to", "Magnus Orr")
    pick(page, "Right of Magnus Orr", "keeper")
    page.get_by_label("Only these").check()
    expect(dialog.get_by_role("list", name="What changes")).to_contain_text(
        "Tamsin Brook: filer → sees nothing"
    )
    page.get_by_role("button", name="Grant it so").click()
    expect(dialog.get_by_role("table")).not_to_contain_text("Tamsin Brook")
    sign_in(other, "tamsin", at="/folders")
    expect(entry(other, "Finance")).to_be_visible()
    expect(entry(other, "Trainees")).to_have_count(0)


def test_a_folder_s_new_name_is_looked_at_first(folder: Page, demo_server: Server) -> None:
    page = folder
    page.get_by_role("button", name="this folder").click()
    page.get_by_text("Rename it").click()
    expect(page.get_by_label("New name")).to_be_focused()
    page.get_by_label("New name").fill("Twenty-six")
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog")).to_contain_text("A folder changes its path")
    page.keyboard.press("Enter")
    expect(entry(page, "Twenty-six")).to_be_visible()
    assert (demo_server.settings.drive / "Finance/Invoices/Twenty-six" / FIRST).is_file()


def test_somebody_is_invited_and_leaves(page: Page, other: Page) -> None:
    sign_in(page, "magnus", at="/office")
    page.get_by_role("button", name="Invite somebody").click()
    page.keyboard.type("Ines Vale")
    page.keyboard.press("Tab")
    page.keyboard.type("ines")
    page.keyboard.press("Enter")
    link = page.get_by_role("textbox", name="Link").input_value()
    page.keyboard.press("Escape")
    guest = other
    guest.goto(link)
    guest.get_by_label("Password").fill("over the bar at noon")
    guest.keyboard.press("Enter")
    guest.get_by_label("Sign-in").fill("ines")
    guest.get_by_label("Password").fill("over the bar at noon")
    guest.keyboard.press("Enter")
    expect(guest.get_by_role("navigation", name="Places")).to_be_visible()
    page.get_by_role("row", name="Ines Vale").get_by_role("button", name="leaves").click()
    page.get_by_role("button", name="Switch off").click()
    expect(page.get_by_role("row", name="Ines Vale")).to_contain_text("left")
    guest.goto("/folders")
    expect(guest.get_by_label("Sign-in")).to_be_visible()
