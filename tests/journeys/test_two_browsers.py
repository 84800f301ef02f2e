"""Two people at the same list and at the same folder: nothing is overwritten in silence."""

from pathlib import Path

from playwright.sync_api import Page, expect

from tests.journeys.conftest import let_in, pick, sign_in, stand_between
from tests.journeys.test_folders import entry, open_folder
from tests.support import Server, files_beneath

PLACE = "Finance/Invoices/2026"


def test_a_step_is_taken_out_of_the_list_that_was_looked_at_or_of_none(
    page: Page, other: Page, demo_server: Server
) -> None:
    names = sorted(Path(path).name for path in files_beneath(demo_server.settings.drive / PLACE))[:4]
    sign_in(page, "magnus", at="/changes?make=sheet")
    let_in(other, "magnus")
    sheet = "from,to\n" + "".join(f"{PLACE}/{name},{PLACE}/{names[3]}\n" for name in names[:3])
    page.get_by_label("Paste two columns").fill(sheet)
    page.keyboard.press("Control+Enter")
    expect(page.locator(".listtitle")).to_contain_text("3 to decide")
    other.goto(page.url)
    expect(other.locator(".listtitle")).to_contain_text("3 to decide")
    for one in (page, other):
        one.keyboard.press("d")
        one.keyboard.press("a")
        expect(one.get_by_role("radio", name="this step")).to_be_checked()
    # the list at rest is not asked for again by itself: the other browser goes on looking at what it was
    stand_between(
        other,
        "**/api/lists/**",
        lambda route: route.continue_() if route.request.method == "POST" else route.abort(),
    )
    page.keyboard.press("1")
    expect(page.locator(".listtitle")).to_contain_text("2 to decide")
    other.keyboard.press("1")
    expect(other.get_by_role("alert")).to_contain_text("was checked anew since you looked at it")
    other.unroute("**/api/lists/**")
    page.reload()
    expect(page.locator(".listtitle")).to_contain_text("2 to decide")


def test_a_folder_that_another_renamed_meanwhile_is_not_renamed_over(
    page: Page, other: Page, demo_server: Server
) -> None:
    let_in(page, "magnus")
    let_in(other, "magnus")
    for one in (page, other):
        open_folder(one, PLACE)
        one.get_by_role("button", name="this folder").click()
        one.get_by_text("Rename it").click()
    other.get_by_label("New name").fill("Of this year")
    page.get_by_label("New name").fill("Twenty-six")
    for one in (page, other):
        one.keyboard.press("Enter")
        expect(one.get_by_role("dialog")).to_contain_text("A folder changes its path")
    page.keyboard.press("Enter")
    expect(entry(page, "Twenty-six")).to_be_visible()
    other.keyboard.press("Enter")
    # what would be done is no longer what was looked at: it is shown anew
    expect(other.get_by_role("dialog")).to_contain_text("Twenty-six")
    assert (demo_server.settings.drive / "Finance/Invoices/Twenty-six").is_dir()


def test_a_list_waits_for_the_yes_of_whom_it_names(page: Page, other: Page, demo_server: Server) -> None:
    name = sorted(Path(path).name for path in files_beneath(demo_server.settings.drive / PLACE))[0]
    sign_in(page, "magnus", at="/changes?make=sheet")
    page.get_by_label("Paste two columns").fill(f"from,to\n{PLACE}/{name},Boat\n")
    page.keyboard.press("Control+Enter")
    title = page.locator(".listtitle")
    expect(title).to_contain_text("ready to run")
    page.keyboard.press("n")
    dialog = page.get_by_role("dialog", name="Name others in this list")
    pick(page, "Person", "Tamsin Brook")
    expect(dialog.get_by_role("combobox", name="Part of Tamsin Brook")).to_be_visible()
    dialog.get_by_role("button", name="Name them").click()
    expect(title).to_contain_text("waits for the yes of Tamsin Brook")
    expect(page.get_by_role("button", name="Run 1")).to_be_disabled()
    sign_in(other)
    other.get_by_role("navigation", name="Places").get_by_role("link", name="Changes").click()
    expect(other.get_by_role("region", name="Changes")).to_contain_text("of Magnus Orr")
    other.locator(".listrow").first.click()
    expect(other.get_by_role("region", name="Who is named in it")).to_contain_text("Made by Magnus Orr")
    expect(other.get_by_role("button", name="Run")).to_have_count(0)
    other.keyboard.press("v")
    expect(other.get_by_role("button", name="Take your yes back")).to_be_visible()
    page.reload()
    expect(page.get_by_role("region", name="Who is named in it")).to_contain_text("Tamsin Brook says yes")
    page.keyboard.press("r")
    expect(title).to_contain_text("done: 1 step")
    assert (demo_server.settings.drive / "Boat" / name).is_file()
