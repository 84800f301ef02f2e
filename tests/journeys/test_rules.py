"""Rules: a team's own field from its making to its place in slips, lists, searches, corrections and sheets."""

import csv
import io

import psycopg
from playwright.sync_api import Page, expect

from tests.journeys.conftest import pick, sign_in
from tests.support import Server, wait_until

BILLS = "Finance/Bills/2026"


def add_field(page: Page, label: str, holds: str, words: tuple[str, ...] = ()) -> None:
    page.get_by_role("link", name="Rules").click()
    page.get_by_role("tab", name="Fields").click()
    expect(page.get_by_role("button", name="New field")).to_be_visible()
    page.keyboard.press("n")
    page.keyboard.type(label)
    pick(page, "What it holds", holds)
    if words:
        page.get_by_label("The words to choose from").click()
        for word in words:
            page.keyboard.type(word)
            page.keyboard.press("Enter")
    page.get_by_role("button", name="Add it").click()
    expect(page.get_by_role("row", name=label)).to_be_visible()


def test_a_field_of_the_team_s_own_works_everywhere(page: Page, other: Page) -> None:
    keeper = other
    sign_in(keeper, "magnus", at="/rules")
    add_field(keeper, "Hull number", "Number")
    add_field(keeper, "Sailing area", "One of a few words", ("Inner bay", "Open sea"))

    # filled on a slip, after the folder
    sign_in(page)
    page.get_by_role("link", name="scan_00418").click()
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    for words in ("let", "tph", "12 3 26", "keelson"):
        page.keyboard.type(words)
        page.keyboard.press("Tab")
    page.keyboard.press("Alt+/")
    page.keyboard.type("fin bills 2026")
    page.keyboard.press("Tab")
    page.get_by_label("Hull number").fill("seven")
    expect(page.get_by_text("“seven” is no number")).to_be_visible()
    page.get_by_label("Hull number").fill("17")
    page.get_by_label("Sailing area").click()
    page.keyboard.type("op")
    page.keyboard.press("Tab")
    page.keyboard.press("Control+Enter")
    expect(page.locator(".keybar")).to_contain_text("Filed: 2026-03-12_tph_keelson.pdf")

    _is_found_and_told(page)
    _is_corrected_for_many_and_listed(page)
    _is_exported(page)


def _is_found_and_told(page: Page) -> None:
    page.keyboard.press("Escape")
    page.goto("/find?q=open sea")
    wait_until(lambda: _found(page), "it is found by the word of its choice")
    page.locator("article.hit").first.click()
    expect(page.locator(".details")).to_contain_text("hull number17")
    expect(page.locator(".details")).to_contain_text("sailing areaOpen sea")


def _is_corrected_for_many_and_listed(page: Page) -> None:
    go(page, BILLS)
    expect(page.get_by_role("columnheader", name="Hull number")).to_be_visible()
    others = page.locator(".tablerow:not(:has-text('keelson'))")
    others.first.click()
    others.nth(1).click(modifiers=["Control"])
    page.keyboard.press("b")
    page.get_by_label("Hull number").fill("9")
    page.get_by_text("Rename each").click()
    page.get_by_role("button", name="Look at the list").click()
    page.get_by_role("button", name="Run").first.click()
    expect(page.get_by_text("Done").first).to_be_visible(timeout=15_000)
    go(page, BILLS)
    page.get_by_role("button", name="Hull number").click()
    page.get_by_role("button", name="Hull number").click()
    expect(page.locator(".tablerow").first).to_contain_text("17")
    expect(page.locator(".tablerow").nth(1)).to_contain_text("9")
    pick(page, "Grouping", "by sailing area")
    expect(page.locator(".grouprow", has_text="Open sea")).to_be_visible()


def _is_exported(page: Page) -> None:
    with page.expect_download() as saved:
        page.get_by_role("button", name="this folder").click()
        page.get_by_text("Its documents as a spreadsheet").click()
    rows = list(csv.DictReader(io.StringIO(saved.value.path().read_text("utf-8-sig"))))
    told = {row["from"].rpartition("/")[2]: (row["Hull number"], row["Sailing area"]) for row in rows}
    assert told["2026-03-12_tph_keelson.pdf"] == ("17", "Open sea")
    assert sorted(number for number, _ in told.values())[-3:] == ["17", "9", "9"]


def go(page: Page, path: str) -> None:
    found = page.request.get("/api/folders").json()["folders"]
    page.goto(f"/folders/{next(one['id'] for one in found if one['path'] == path)}")
    expect(page.locator(".tablerow").first).to_be_visible()


def _found(page: Page) -> bool:
    page.reload()
    page.wait_for_timeout(400)
    return page.locator("article.hit").count() > 0


def test_parties_and_kinds_are_called_anew(page: Page) -> None:
    sign_in(page, "magnus", at="/rules/parties")
    page.get_by_label("Find a party").fill("marlow")
    page.get_by_role("button", name="Change Marlow Rope & Canvas").click()
    page.get_by_label("Name", exact=True).fill("Marlow Rope and Sail")
    page.keyboard.press("Enter")
    expect(page.get_by_role("row", name="Marlow Rope and Sail")).to_contain_text("Marlow Rope & Canvas")
    page.get_by_role("tab", name="Kinds").click()
    page.keyboard.press("n")
    page.keyboard.type("Survey")
    page.keyboard.press("Enter")
    expect(page.get_by_role("row", name="Survey")).to_contain_text("survey")
    page.get_by_role("link", name="Desk").click()
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    page.keyboard.type("surv")
    page.keyboard.press("Tab")
    expect(page.get_by_role("combobox", name="Kind")).to_have_value("Survey")


def test_two_parties_that_are_one_are_merged(page: Page, demo_server: Server) -> None:
    with psycopg.connect(demo_server.url, autocommit=True) as conn:
        conn.execute(
            "insert into party (name, name_key, short) values ('Marlow Rope and Canvas Ltd', 'marlow rope and canvas ltd', 'mrx')"
        )
        conn.execute(
            "update document set party_id = (select id from party where short = 'mrx') where id in"
            " (select d.id from document d join party p on p.id = d.party_id where p.short = 'mrc' and d.state = 'filed' limit 2)"
        )
    sign_in(page, "magnus", at="/rules/parties")
    page.get_by_role("button", name="Look at merging them").click()
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("2 documents name Marlow Rope & Canvas then.")
    expect(dialog).to_contain_text("“Marlow Rope and Canvas Ltd”")
    page.wait_for_load_state("networkidle")
    page.route("**/merging?*", lambda route: route.abort())  # no button moves for what is told later
    page.get_by_role("button", name="The other way round").click()
    expect(dialog).to_contain_text("Marlow Rope & Canvas is Marlow Rope and Canvas Ltd from now on.")
    expect(dialog).to_contain_text("10 documents name Marlow Rope and Canvas Ltd then.")
    page.get_by_role("button", name="The other way round").click()
    expect(dialog).to_contain_text("2 documents name Marlow Rope & Canvas then.")
    page.get_by_role("button", name="Merge Enter").click()
    expect(dialog).to_have_count(0)
    expect(page.get_by_role("button", name="Look at merging them")).to_have_count(0)
    expect(page.get_by_role("cell", name="Marlow Rope and Canvas Ltd", exact=True)).to_have_count(0)
    expect(page.get_by_role("row", name="Marlow Rope & Canvas")).to_contain_text("12")


def test_parties_come_in_from_a_spreadsheet_that_is_seen_first(page: Page, demo_server: Server) -> None:
    sign_in(page, "magnus", at="/rules/parties")
    page.get_by_role("button", name="Bring in a spreadsheet").click()
    sheet = page.get_by_label("CSV: party, short form")
    sheet.fill("party,short form\nSeal Point Chandlery,mrc")
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("“mrc” already stands for Marlow Rope & Canvas")
    expect(page.get_by_role("button", name="Take them in")).to_be_disabled()
    sheet.fill("party,short form,also written\nSeal Point Chandlery,spc,Seal Pt; SPC Ltd")
    expect(dialog).to_contain_text("a new party · short form spc · also Seal Pt, SPC Ltd")
    page.get_by_role("button", name="Take them in").click()
    expect(dialog).to_have_count(0)
    expect(page.get_by_role("row", name="Seal Point Chandlery")).to_contain_text("SPC Ltd")
    with page.expect_download() as told:
        page.get_by_role("link", name="As a spreadsheet").click()
    assert "Seal Point Chandlery,spc" in told.value.path().read_text()
