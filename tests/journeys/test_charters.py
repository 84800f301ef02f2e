"""Charters: written as text and as parts, and what is filed, uploaded and renamed goes by them."""

import re

from playwright.sync_api import Page, expect

from tests.journeys.conftest import pick, sign_in
from tests.journeys.test_folders import open_folder
from tests.journeys.test_rules import add_field
from tests.support import Server

HOUSE = '{when yyyy-mm-dd}_{who short}_{what}{"_" reference?}'


def charter(page: Page, folder: str) -> None:
    page.get_by_role("link", name="Rules").click()
    outline = page.get_by_role("navigation", name="Folders with their charters")
    for name in folder.split("/"):
        outline.get_by_role("link", name=re.compile(f"^{name}")).click()
    expect(page.get_by_role("region", name=f"Charter of {folder}")).to_be_visible()


def test_the_pattern_of_the_drive_is_written_as_text_and_as_parts_and_used(
    page: Page, demo_server: Server
) -> None:
    sign_in(page, "magnus", at="/rules")
    text = page.get_by_label("The same as text")
    parts = page.get_by_role("group", name="The parts of the pattern")
    expect(text).to_have_value(HOUSE)
    kept = page.get_by_role("complementary", name="How its names are kept")
    expect(kept).to_contain_text("166 by the pattern · 9 not")
    text.fill("{when yyyy")
    expect(page.get_by_text("A brace that is not closed.")).to_be_visible()
    expect(page.get_by_role("button", name="Keep it so")).to_be_disabled()
    page.get_by_role("button", name="As it was").click()
    shown = parts.get_by_role("button")
    expect(shown).to_have_count(4)
    # the form of the date, by keyboard and by choice; the reference is left out; who goes to the end
    shown.nth(0).focus()
    page.keyboard.press("Alt+ArrowDown")
    expect(text).to_have_value(HOUSE.replace("yyyy-mm-dd", "yyyymmdd"))
    page.get_by_role("radiogroup").get_by_text(re.compile(r"^\d{4}-\d\d$")).first.click()
    expect(text).to_have_value(HOUSE.replace("yyyy-mm-dd", "yyyy-mm"))
    shown.nth(3).focus()
    page.keyboard.press("Delete")
    expect(text).to_have_value("{when yyyy-mm}_{who short}_{what}")
    expect(shown).to_have_count(3)
    shown.nth(1).focus()
    page.keyboard.press("ArrowRight")
    expect(text).to_have_value("{when yyyy-mm}_{what}_{who short}")
    expect(page.get_by_role("row").nth(1)).to_contain_text("2026-11_trustees-minutes_tps.docx")
    pick(page, "A field more", "Kind")
    expect(text).to_have_value("{when yyyy-mm}_{what}_{who short}_{kind}")
    page.get_by_role("button", name="leave Kind out").click()
    expect(text).to_have_value("{when yyyy-mm}_{what}_{who short}")
    page.keyboard.press("Control+Enter")
    # every name that is there was made by the one before, and can be renewed as a list; nothing was renamed
    expect(kept).to_contain_text("0 by the pattern · 166 by an earlier one · 9 not")
    page.get_by_role("button", name="Mend 166 names as a list").click()
    expect(page.locator(".listtitle")).to_contain_text("Mend the names of 166 documents in Drive")


def test_what_a_folder_declares_holds_for_what_is_filed_uploaded_and_there_already(
    page: Page, demo_server: Server
) -> None:
    sign_in(page, "magnus", at="/rules")
    charter(page, "Finance/Invoices")
    for part in ("Purpose", "Takes", "Filed under", "Statement"):
        page.get_by_role("button", name=f"declare here: {part}").click()
    page.get_by_label("Purpose", exact=True).fill("What suppliers ask us to pay")
    page.get_by_role("combobox", name="Kinds that belong here").click()
    page.keyboard.type("inv")
    page.keyboard.press("Enter")
    page.keyboard.press("Escape")
    pick(page, "What becomes of others", "others stay on the desk")
    page.get_by_label("Filed under", exact=True).fill("{when yyyy}/{who}")
    page.get_by_label("Statement", exact=True).fill("The goods were received.")
    page.get_by_role("button", name="declare here: Names").click()
    page.get_by_label("The same as text").fill("{who short}_{when yyyy-mm-dd}_{what}")
    expect(page.get_by_role("row").nth(1)).to_contain_text(re.compile(r"[a-z]{3}_2026"))
    page.get_by_role("button", name="Keep it so").click()
    kept = page.get_by_role("complementary", name="How its names are kept")
    expect(kept).to_contain_text("by an earlier one")
    expect(page.get_by_role("link", name=re.compile("^Invoices declares"))).to_be_visible()
    # a slip of its kind is led there and named so
    page.get_by_role("navigation", name="Places").get_by_role("link", name="Desk").click()
    asked = page.get_by_role("link", name="scan_00421")
    asked.click()
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    for word in ("inv", "bce", "28 10 26", "shed light"):
        page.keyboard.type(word)
        page.keyboard.press("Tab")
    expect(page.locator(".slip")).to_contain_text("where the charter of Finance/Invoices files this kind")
    page.keyboard.press("Control+Enter")
    made = "Finance/Invoices/2026/Brae Coast Energy/bce_2026-10-28_shed-light"
    # in the line of what was done: the slip itself shows the name before it is filed
    expect(page.locator(".keybar")).to_contain_text("bce_2026-10-28_shed-light.pdf")
    assert list(demo_server.settings.drive.glob(f"{made}*"))
    # an upload is confirmed first, and of an unknown kind it waits on the desk
    open_folder(page, "Finance/Invoices/2026")
    note = page.get_by_role("region", name="Charter")
    expect(note).to_contain_text("What suppliers ask us to pay")
    files = [{"name": "fax.txt", "mimeType": "text/plain", "buffer": b"a fax"}]
    page.locator('input[type="file"]').first.set_input_files(files)  # type: ignore[arg-type]
    expect(page.get_by_role("dialog")).to_contain_text("The goods were received.")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("It waits on the desk")


def test_a_field_of_the_team_s_own_is_put_into_the_pattern(page: Page, demo_server: Server) -> None:
    sign_in(page, "magnus", at="/rules")
    add_field(page, "Berth", "Text")
    page.get_by_role("tab", name="Charters").click()
    expect(page.get_by_label("The same as text")).to_have_value(HOUSE)
    pick(page, "A field more", "Berth")
    page.get_by_role("button", name="only if there is one").click()
    expect(page.get_by_label("The same as text")).to_have_value(HOUSE + '{"_" berth?}')
    expect(page.get_by_text("could not be told apart")).to_be_visible()
    page.get_by_label("The same as text").fill(HOUSE + '{"+" berth?}')
    page.keyboard.press("Control+Enter")
    expect(page.get_by_role("button", name="As it was")).to_have_count(0)
    page.get_by_role("navigation", name="Places").get_by_role("link", name="Desk").click()
    page.get_by_role("link", name="scan_00421").click()
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    for word in ("let", "bce", "28 10 26", "shed light"):
        page.keyboard.type(word)
        page.keyboard.press("Tab")
    name = page.locator(".namebox .name")
    expect(name).to_contain_text("shed-light")
    expect(name).not_to_contain_text("+")
    page.get_by_label("Berth").fill("north wall")
    expect(name).to_contain_text("+north-wall")
