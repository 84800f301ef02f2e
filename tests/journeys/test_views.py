"""Every view in both schemes: nothing that axe-core finds, nothing cut off, nothing on top of another."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.conftest import LONG, serving
from tests.journeys.conftest import fill_slip, pick, sign_in
from tests.support import Server, World
from waka.settings import CHECKOUT

AXE = (CHECKOUT / "client/node_modules/axe-core/axe.min.js").read_text()
LOOKS = (Path(__file__).parent / "looks.js").read_text()


@pytest.fixture(scope="module")
def one_server(the_world: World, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    with serving(the_world, tmp_path_factory.mktemp("views") / "home") as server:
        server.start()
        yield server


@pytest.fixture(scope="module", params=["light", "dark"])
def scheme(request: pytest.FixtureRequest) -> str:
    return str(request.param)


@contextmanager
def outside(browser: Browser, server: Server, scheme: str) -> Iterator[Page]:
    """A page before the sign-in. Each role has its own, since tests may run in any order."""
    context = browser.new_context(
        viewport={"width": 1280, "height": 800}, base_url=server.address, color_scheme=scheme,  # type: ignore[arg-type]
        # axe is put into the page from outside, which its policy would refuse
        bypass_csp=True,
    )  # fmt: skip
    page = context.new_page()
    page.goto("/")
    yield page
    context.close()


def go_to(page: Page, path: str) -> None:
    """Go there as a link does, not by loading the whole page again, which takes longer than to look at it."""
    page.evaluate(
        "(to) => { history.pushState({}, '', to); dispatchEvent(new PopStateEvent('popstate', { state: {} })) }",
        path,
    )


def assert_sound(page: Page) -> None:
    """Nothing that axe finds, nothing cut off. In the dark only colours are looked at anew: all else is the same page."""
    is_dark = page.evaluate("matchMedia('(prefers-color-scheme: dark)').matches")
    page.wait_for_timeout(150)
    assert page.evaluate(LOOKS) == []
    if page.evaluate("typeof axe === 'undefined'"):
        page.evaluate(AXE)
    # what passes is not told in full, which takes as long again
    how = {"resultTypes": ["violations"]} | ({"runOnly": ["color-contrast"]} if is_dark and not LONG else {})
    found: list[dict[str, Any]] = page.evaluate("async (how) => (await axe.run(how)).violations", how)
    # the choices of a field are walked through, and scrolled, by the field's own arrow keys
    scrolled = "ant-select-dropdown-list-holder"
    found = [
        v
        for v in found
        if v["id"] != "scrollable-region-focusable" or any(scrolled not in n["html"] for n in v["nodes"])
    ]
    assert [(v["id"], [n["html"][:160] for n in v["nodes"]]) for v in found] == []


def desk_with_a_full_slip(page: Page) -> None:
    words = "a long account of what was said on the notice about the leading lights and the wall"
    fill_slip(
        page,
        "a very long name",
        ("pho", "tph", "1 11 26", words, "N-2026-0001-B", "12.50"),
        "let posted 2026",
    )
    expect(page.locator(".strip .ghost")).to_be_visible()


def desk_with_open_folders(page: Page) -> None:
    page.get_by_role("link", name="empty scan").click()
    page.get_by_text("This document cannot be shown.").wait_for()
    page.keyboard.press("Alt+/")
    expect(page.get_by_role("option").first).to_be_visible()


def desk_with_a_problem(page: Page) -> None:
    page.get_by_role("link", name="tide tables").click()
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    page.keyboard.press("Control+Enter")
    expect(page.locator(".slipfield.lacking").first).to_be_visible()


def desk_compared(page: Page) -> None:
    page.get_by_role("link", name="scan_00428").click()
    page.get_by_text("It is here already").wait_for()
    page.keyboard.press("Alt+d")
    expect(page.get_by_role("dialog")).to_contain_text("Both say the same.")


def desk_inside(page: Page) -> None:
    page.get_by_role("link", name="harbour papers.zip").click()
    page.get_by_text("2 files inside.").wait_for()
    page.keyboard.press("Alt+i")
    expect(page.get_by_role("dialog")).to_contain_text("berth.pdf")


def desk_pages(page: Page) -> None:
    page.get_by_role("link", name="scan_00429").click()
    page.get_by_text("Page 1 of 2").wait_for()
    page.keyboard.press("Alt+p")
    expect(page.get_by_role("dialog").locator(".leaf")).to_have_count(2)


def desk_together(page: Page) -> None:
    page.get_by_role("link", name="Dredging in December").click()
    page.get_by_title("The text of Dredging in December.eml").wait_for()
    page.keyboard.press("Alt+m")
    expect(page.get_by_role("dialog").locator("tr.ant-table-row")).to_have_count(1, timeout=60_000)


def desk_outline(page: Page) -> None:
    page.get_by_role("link", name="IMG_4377").click()
    page.get_by_text("Page 1 of 1").wait_for()
    page.keyboard.press("Alt+p")
    expect(page.get_by_role("dialog").locator(".leaf")).to_have_count(1)
    page.keyboard.press("o")
    expect(page.locator(".corner")).to_have_count(4, timeout=60_000)


def desk_asking(page: Page) -> None:
    page.get_by_role("link", name="Dredging in December").click()
    page.keyboard.press("Alt+q")
    page.get_by_label("Question").fill("Is this ours to pay?")


def keys(page: Page) -> None:
    page.get_by_role("link", name="tide tables").click()
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    page.keyboard.press("Escape")
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_be_visible()


def folders(page: Page) -> None:
    go_to(page, "/folders")
    page.get_by_role("navigation", name="Outline").get_by_text("Letters").click()
    expect(page.locator(".tablerow", has_text="the long conversation").or_(
        page.locator(".tablerow", has_text="the-long-conversation")).first).to_be_visible()  # fmt: skip
    page.keyboard.press("ArrowDown")
    expect(page.get_by_role("complementary", name="Document")).to_contain_text("Where it has been")


def folders_large(page: Page) -> None:
    folders(page)
    page.keyboard.press("Space")
    expect(page.locator(".details.wide")).to_be_visible()


def folders_empty(page: Page) -> None:
    go_to(page, "/folders")
    page.get_by_role("navigation", name="Outline").get_by_text("Finance").click()
    expect(page.get_by_text("No document stands in this folder itself")).to_be_visible()


def find(page: Page) -> None:
    go_to(page, "/find?q=fenders")
    expect(page.locator("article.hit").first).to_be_visible()


def find_nothing(page: Page) -> None:
    go_to(page, "/find?q=zeppelin")
    expect(page.get_by_text("Nothing has all of")).to_be_visible()


def logbook(page: Page) -> None:
    go_to(page, "/logbook")
    page.get_by_label("Arrivals and take-in too").check()
    expect(page.get_by_text("taken in").first).to_be_visible()
    page.get_by_label("Where did this path go?").fill("minutes_nov.docx")
    expect(page.get_by_text("is now")).to_be_visible()


def no_such_place(page: Page) -> None:
    go_to(page, "/d/99999")
    expect(page.get_by_role("alert")).to_contain_text("No. 99999 is not here, or not for you to see.")


def folders_chosen(page: Page) -> None:
    """As the keeper, with all the actions there are; what the person may do decides what is shown."""
    folders(page)
    page.keyboard.press("Shift+ArrowDown")
    expect(page.get_by_role("toolbar")).to_contain_text("chosen")


def folders_as_pages(page: Page) -> None:
    go_to(page, "/folders")
    page.get_by_role("navigation", name="Outline").get_by_text("Letters").click()
    page.keyboard.press("v")
    expect(page.get_by_role("option").first).to_be_visible()


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
VIEWS: list[Callable[[Page], None]] = [
    desk_with_a_full_slip, desk_with_open_folders, desk_with_a_problem, desk_compared, desk_inside, desk_pages, desk_together, desk_outline, desk_asking, keys, folders, folders_large,
    folders_empty, find, find_nothing, logbook, no_such_place,
]  # fmt: skip


#: what is looked at in the dark, too: each kind of thing that has colours of its own; all of them in a long run
IN_THE_DARK = (
    folders_chosen,
    chooser,
    fields,
    rights,
    office,
    carrying,
    change_list,
    proof,
    new_field,
    rules_charters,
    names_of_many,
    grouping,
)


def test_the_sign_in_is_sound(browser: Browser, one_server: Server, scheme: str) -> None:
    with outside(browser, one_server, scheme) as page:
        page.get_by_label("Sign-in").wait_for()
        assert_sound(page)
        page.keyboard.type("tamsin")
        page.keyboard.press("Tab")
        page.keyboard.type("wrong")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("do not fit together")
        assert_sound(page)


@pytest.fixture(scope="module")
def view(browser: Browser, one_server: Server, scheme: str) -> Iterator[Page]:
    with outside(browser, one_server, scheme) as page:
        sign_in(page)
        yield page


@pytest.mark.parametrize("show", VIEWS, ids=lambda show: show.__name__)
def test_a_view_is_sound(view: Page, show: Callable[[Page], None]) -> None:
    go_to(view, "/desk")
    show(view)
    assert_sound(view)


@pytest.fixture(scope="module")
def keepers_view(browser: Browser, one_server: Server, scheme: str) -> Iterator[Page]:
    with outside(browser, one_server, scheme) as page:
        sign_in(page, "magnus")
        yield page


@pytest.mark.parametrize("show", KEEPERS, ids=lambda show: show.__name__)
def test_a_keeper_s_view_is_sound(keepers_view: Page, scheme: str, show: Callable[[Page], None]) -> None:
    if scheme == "dark" and not LONG and show not in IN_THE_DARK:
        pytest.skip("the same controls as others that are looked at in the dark: --long")
    show(keepers_view)
    assert_sound(keepers_view)
