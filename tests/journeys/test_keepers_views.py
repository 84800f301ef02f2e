"""Every view of who keeps the drive and runs the office, in both schemes: as in test_views."""

from collections.abc import Callable, Iterator

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.journeys.conftest import pick, sign_in
from tests.journeys.looking import assert_sound, go_to, outside
from tests.journeys.test_views import folders
from tests.support import Server


def folders_chosen(page: Page) -> None:
    """As the keeper, with all the actions there are; what the person may do decides what is shown."""
    folders(page)
    page.keyboard.press("Shift+ArrowDown")
    expect(page.get_by_role("toolbar")).to_contain_text("chosen")


def folders_as_pages(page: Page) -> None:
    go_to(page, "/folders")
    page.get_by_role("navigation", name="Outline").get_by_text("Letters").click()
    page.keyboard.press("v")
    # a document without pages shows what it begins with
    expect(page.get_by_role("option").first.get_by_text("Nobody pays yet.")).to_be_visible()


def folders_grouped(page: Page) -> None:
    go_to(page, "/folders")
    page.get_by_role("navigation", name="Outline").get_by_text("Letters").click()
    pick(page, "Grouping", "by kind")
    expect(page.locator(".grouprow").first).to_be_visible()


def chooser(page: Page) -> None:
    folders(page)
    page.keyboard.press("m")
    page.keyboard.type("boat")
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog").locator(".path")).to_contain_text("Boat")


def fields(page: Page) -> None:
    folders(page)
    page.keyboard.press("b")
    expect(page.get_by_role("dialog")).to_contain_text("Fields of No.")


def fields_of_many(page: Page) -> None:
    go_to(page, "/find?q=invoice")
    expect(page.get_by_text("best first")).to_be_visible()
    page.keyboard.press("Tab")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Shift+ArrowDown")
    expect(page.get_by_role("toolbar")).to_contain_text("2 chosen")
    page.keyboard.press("b")
    expect(page.get_by_role("dialog")).to_contain_text("Fields of 2 documents")


def emptying_the_bin(page: Page) -> None:
    go_to(page, "/folders/bin")
    page.get_by_role("button", name="empty by age").click()
    expect(page.get_by_role("dialog")).to_contain_text("Nothing has been there for so long")


def rights(page: Page) -> None:
    go_to(page, "/folders")
    page.get_by_role("navigation", name="Outline").get_by_text("Letters").click()
    page.keyboard.press("w")
    expect(page.get_by_role("dialog")).to_contain_text("Tamsin Brook")


def lately(page: Page) -> None:
    go_to(page, "/folders/lately")
    expect(page.get_by_role("heading", name="What others changed")).to_be_visible()


def bin(page: Page) -> None:
    go_to(page, "/folders/bin")
    expect(page.get_by_text("The bin is empty.")).to_be_visible()


def storage(page: Page) -> None:
    go_to(page, "/storage")
    expect(page.get_by_text("Largest")).to_be_visible()


def office(page: Page) -> None:
    go_to(page, "/office")
    expect(page.get_by_role("heading", name="Teams")).to_be_visible()


def invitation(page: Page) -> None:
    office(page)
    page.keyboard.press("i")
    expect(page.get_by_label("Whole name")).to_be_focused()


def carrying(page: Page) -> None:
    folders(page)
    page.keyboard.press("k")
    expect(page.get_by_role("complementary", name="What you carry")).to_contain_text("Put down in Letters")


def carried_elsewhere(page: Page) -> None:
    """Ghost lines among the names, and the folders above them."""
    carrying(page)
    page.get_by_role("navigation", name="Outline").get_by_text("Drive").click()
    expect(page.locator(".ghostrow")).to_have_count(1)


def changes_by_sheet(page: Page) -> None:
    go_to(page, "/changes?make=sheet")
    expect(page.get_by_label("Paste two columns")).to_be_focused()


def changes_by_path(page: Page) -> None:
    go_to(page, "/changes?make=mapping")
    page.get_by_label("From", exact=True).fill("{area}/{kind}/{year}")
    page.get_by_label("To", exact=True).fill("{area}/{year}/{kind}")
    expect(page.get_by_text("do not fit")).to_be_visible()


def change_list(page: Page) -> None:
    """With findings to decide, names that are long, a folder to make."""
    changes_by_sheet(page)
    rows = ["Finance/absent.pdf,Boat", "Letters/none.pdf,x/y", "Trainees,Boat"]
    long = page.request.get("/api/folders").json()["folders"]
    letters = next(one["id"] for one in long if one["path"] == "Letters")
    names = [one["name"] for one in page.request.get(f"/api/folders/{letters}/documents").json()["documents"]]
    rows += [f"Letters/{name},Letters/Kept for good/{name}" for name in names]
    rows += [f"Letters/{name},Safety" for name in names]
    page.get_by_label("Paste two columns").fill("\n".join(["from,to", *rows]))
    page.keyboard.press("Control+Enter")
    expect(page.locator(".listtitle")).to_contain_text("to decide")
    page.locator(".facet.wrong").first.click()
    expect(page.get_by_role("group", name="Decide")).to_be_visible()


def _ready_to_run(page: Page) -> None:
    changes_by_sheet(page)
    page.get_by_label("Paste two columns").fill("from,to\n" + _first(page, "Boat") + ",Safety")
    page.keyboard.press("Control+Enter")
    expect(page.locator(".listtitle")).to_contain_text("ready to run")


def naming_others(page: Page) -> None:
    _ready_to_run(page)
    page.keyboard.press("n")
    pick(page, "Person", "Tamsin Brook")
    expect(page.get_by_role("combobox", name="Part of Tamsin Brook")).to_be_visible()


def change_list_run(page: Page) -> None:
    _ready_to_run(page)
    page.keyboard.press("r")
    expect(page.locator(".listtitle")).to_contain_text("done: 1 step")


def _first(page: Page, path: str) -> str:
    found = page.request.get("/api/folders").json()["folders"]
    folder = next(one["id"] for one in found if one["path"] == path)
    return f"{path}/{page.request.get(f'/api/folders/{folder}/documents').json()['documents'][0]['name']}"


def proof(page: Page) -> None:
    change_list_run(page)
    page.keyboard.press("o")
    expect(page.locator(".verdict")).to_have_text("All 1 of 1 arrived.")


def changes(page: Page) -> None:
    change_list(page)  # so that there is one, whatever ran before
    go_to(page, "/changes")
    expect(page.locator(".listrow").first).to_be_visible()


def rules(page: Page) -> None:
    go_to(page, "/rules/fields")
    expect(page.get_by_role("row", name="Assignment")).to_be_visible()


def new_field(page: Page) -> None:
    rules(page)
    page.keyboard.press("n")
    page.keyboard.type("Deck")
    expect(page.get_by_role("dialog")).to_contain_text("A new field")


def rules_kinds(page: Page) -> None:
    go_to(page, "/rules/kinds")
    expect(page.get_by_role("row", name="Coursework")).to_contain_text("Learner, Assignment")


def rules_parties(page: Page) -> None:
    go_to(page, "/rules/parties")
    page.get_by_role("button", name="Change Kilbray Yard").click()
    expect(page.get_by_role("dialog")).to_contain_text("Short form")


def rules_charters(page: Page) -> None:
    go_to(page, "/rules/charters")
    page.get_by_role("button", name="declare here: Takes").click()
    page.get_by_role("button", name="declare here: Filed under").click()
    page.get_by_label("The same as text").fill("{who short}_{what}_{when d mon yyyy}")
    expect(page.get_by_text("does not sort by time")).to_be_visible()
    expect(page.get_by_role("row").nth(1)).to_contain_text("2026")


def names_of_many(page: Page) -> None:
    choose_all(page, "Trainees/Bryn Osei")
    page.keyboard.press("a")
    page.get_by_label("New name of 2026-04-21_bos_knots-01-bowline.pdf").fill("2026-04-21 bowline bos.pdf")
    page.keyboard.press("Enter")
    expect(page.locator(".renaming")).to_contain_text("in doubt: is it right?")


def grouping(page: Page) -> None:
    choose_all(page, "Finance/Invoices/2026")
    page.keyboard.press("o")
    page.get_by_label("The folders").fill("{when yyyy-Qq}/{who}")
    expect(page.get_by_role("region", name="What it comes to")).to_contain_text("2026-Q1")


def folder_set(page: Page) -> None:
    found = page.request.get("/api/folders").json()["folders"]
    go_to(page, f"/folders/{next(one['id'] for one in found if one['path'] == 'Trainees')}")
    expect(page.get_by_role("region", name="Trainees", exact=True)).to_have_attribute("aria-busy", "false")
    page.keyboard.press("s")
    page.get_by_label("The list").fill("Maya Hartle\nWren Marlow")
    expect(page.get_by_role("region", name="What it comes to")).to_contain_text("1 folder to be made")


def choose_all(page: Page, path: str) -> None:
    found = page.request.get("/api/folders").json()["folders"]
    go_to(page, f"/folders/{next(one['id'] for one in found if one['path'] == path)}")
    expect(page.locator(".tablerow").first).to_be_visible()
    page.keyboard.press("Control+a")
    expect(page.get_by_role("toolbar")).to_contain_text("chosen")


KEEPERS: list[Callable[[Page], None]] = [
    folders_chosen, folders_as_pages, folders_grouped, chooser, fields, rights, lately, bin, storage, office,
    invitation, fields_of_many, emptying_the_bin, carrying, carried_elsewhere, changes_by_sheet, changes_by_path, change_list, naming_others, proof, changes,
    rules, new_field, rules_kinds, rules_parties, rules_charters, names_of_many, grouping, folder_set,
]  # fmt: skip


@pytest.fixture(scope="module")
def keepers_view(browser: Browser, one_server: Server) -> Iterator[Page]:
    with outside(browser, one_server) as page:
        sign_in(page, "magnus", at="/folders")
        yield page


@pytest.mark.parametrize("show", KEEPERS, ids=lambda show: show.__name__)
def test_a_keeper_s_view_is_sound(keepers_view: Page, show: Callable[[Page], None]) -> None:
    show(keepers_view)
    assert_sound(keepers_view)
