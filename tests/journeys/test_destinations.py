"""Folders that follow from fields: where a slip leads, and what is there grouped by what it says."""

from collections.abc import Iterator
from datetime import UTC, datetime, timedelta

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.journeys.conftest import Tabs, let_in, pick, sign_in
from tests.journeys.test_changes import assert_agree, run_and_wait
from tests.journeys.test_folders import open_folder, rows
from tests.support import Server, files_beneath, wait_until

BOXED = 300  #: documents that are grouped

BILL = ("inv", "mrc", "12 3 26", "mizzen sail")


@pytest.fixture
def clocked(browser: Browser, demo_server: Server) -> Iterator[Page]:
    """A page of its own, whose clock can be stopped."""
    with Tabs(browser).at(demo_server.address) as found:
        found.clock.install()
        yield found
    found.context.close()


def test_a_slip_says_where_it_leads_and_filing_makes_the_folders(clocked: Page, demo_server: Server) -> None:
    page = clocked
    sign_in(page, "magnus", at="/rules/kinds")
    page.get_by_role("button", name="Change Invoice").click()
    filed_in = page.get_by_label("Filed in")
    filed_in.fill("Finance/{when yyyy")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("A brace that is not closed")
    filed_in.fill("Finance/By party/{who}/{when yyyy}")
    page.keyboard.press("Enter")
    expect(page.get_by_role("row", name="Invoice")).to_contain_text("Finance/By party/{who}/{when yyyy}")
    page.get_by_role("link", name="Desk").click()
    asked = page.get_by_role("link", name="renewal_notice.pdf")
    asked.click()
    expect(asked).to_have_attribute("aria-current", "true")
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    for text in BILL:
        page.keyboard.type(text)
        page.keyboard.press("Tab")
    slip = page.get_by_role("region", name="Filing slip")
    expect(slip).to_contain_text("where documents of the kind Invoice go; 3 folders will be made")
    expect(slip.locator(".ghoststop")).to_have_text(["By party", "Marlow Rope & Canvas", "2026"])
    # what is chosen by hand comes first, and Backspace leaves it to the kind again
    page.keyboard.press("Alt+/")
    page.keyboard.type("letters")
    page.keyboard.press("Enter")
    expect(slip).not_to_contain_text("will be made")
    expect(slip).not_to_contain_text("the first document in this folder")
    # in no time: what was chosen leads nowhere any more
    page.clock.pause_at(datetime.now(UTC) + timedelta(seconds=5))
    page.keyboard.press("Backspace")
    expect(slip).to_contain_text("3 folders will be made")
    page.keyboard.press("Enter")  # at once, with no folder chosen by hand
    page.clock.resume()
    expect(page.locator(".keybar")).to_contain_text("2026-03-12_mrc_mizzen-sail.pdf")
    drive = demo_server.settings.drive
    assert (drive / "Finance/By party/Marlow Rope & Canvas/2026/2026-03-12_mrc_mizzen-sail.pdf").is_file()
    page.keyboard.press("Control+z")
    expect(page.get_by_role("link", name="renewal_notice.pdf")).to_be_visible()
    expect(slip).to_contain_text("3 folders will be made")
    assert not (drive / "Finance/By party").exists()
    assert_agree(demo_server)


def test_all_beneath_a_folder_is_grouped_by_year_and_party_and_put_back(
    page: Page, demo_server: Server
) -> None:
    drive = demo_server.settings.drive
    box = drive / "Letters/Box"
    box.mkdir()
    for at in range(BOXED):
        name = f"{2023 + at % 4}-03-{at % 28 + 1:02d}_{('mrc', 'kby')[at // 4 % 2]}_note-{at:03d}.txt"
        (box / name).write_text(name)
    before = files_beneath(drive)
    let_in(page, "magnus")

    def are_there() -> bool:
        found = page.request.get("/api/folders").json()["folders"]
        return any(one["path"] == "Letters/Box" and one["own"] == BOXED for one in found)

    wait_until(are_there, "the box is taken in", 60)
    open_folder(page, "Letters/Box")
    expect(rows(page).first).to_be_visible()
    page.keyboard.press("Control+a")
    expect(page.get_by_role("toolbar")).to_contain_text(f"{BOXED} chosen")
    page.keyboard.press("o")
    pattern = page.get_by_label("The folders")
    expect(pattern).to_be_focused()
    outcome = page.get_by_role("region", name="What it comes to")
    expect(outcome).to_contain_text(f"{BOXED} documents into 4 folders, 4 of them new")
    expect(outcome.locator("li")).to_have_text([f"{year} 75" for year in range(2023, 2027)])
    pattern.fill("{when yyyy}/{whom}")
    expect(page.get_by_text("There is no field “whom”.")).to_be_visible()
    pattern.fill("{when yyyy}/{who}")
    expect(outcome).to_contain_text("into 8 folders, 8 of them new")
    page.get_by_text("All documents beneath").click()
    expect(outcome).to_contain_text(f"{BOXED} documents")
    pattern.focus()
    page.keyboard.press("Enter")
    expect(page.locator(".listtitle")).to_contain_text("into {when yyyy}/{who}")
    run_and_wait(page)
    assert len(list(box.glob("202?/*/*.txt"))) == BOXED and not list(box.glob("*.txt"))
    assert len(list(box.glob("202?/*"))) == 8
    assert_agree(demo_server)
    page.get_by_role("button", name="Undo").click()
    expect(page.locator(".listtitle")).to_contain_text("Undo: Group")
    run_and_wait(page)
    assert files_beneath(drive) == before
    assert_agree(demo_server)


def test_a_set_of_folders_is_made_from_a_list(page: Page, demo_server: Server) -> None:
    trainees = demo_server.settings.drive / "Trainees"
    let_in(page, "magnus")
    open_folder(page, "Trainees")
    page.keyboard.press("s")
    listed = page.get_by_label("The list")
    expect(listed).to_be_focused()
    listed.fill("Maya Hartle\nBryn Osei\nWren Marlow")
    page.get_by_role("button", name="a learner’s folders").click()
    outcome = page.get_by_role("region", name="What it comes to")
    expect(outcome).to_contain_text("6 folders to be made")
    expect(outcome.locator(".ghoststop").first).to_have_text("Coursework")
    page.get_by_label("Keep the set as").fill("Learners")
    page.get_by_role("button", name="Keep", exact=True).click()
    expect(page.get_by_role("combobox", name="A kept set")).to_be_visible()
    page.get_by_label("The folders of each").fill("{name}/{berth}")
    expect(page.get_by_text("The list has no column “berth”.")).to_be_visible()
    listed.fill("")
    pick(page, "A kept set", "Learners")
    expect(listed).to_have_value("Maya Hartle\nBryn Osei\nWren Marlow")
    expect(outcome).to_contain_text("6 folders to be made")
    page.get_by_label("The folders of each").fill("{name}/{number 00} Certificates")
    expect(outcome).to_contain_text("3 folders to be made")
    page.keyboard.press("Control+Enter")
    expect(page.locator(".listtitle")).to_contain_text("Make 3 folders in Trainees")
    run_and_wait(page)
    assert (trainees / "Wren Marlow" / "03 Certificates").is_dir()
    assert_agree(demo_server)
