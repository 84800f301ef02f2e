"""What people do in each place, in the real interface."""

from pathlib import Path

from playwright.sync_api import Page, Route, expect

from tests.journeys.conftest import fill_slip, sign_in, stand_between, wait_on
from tests.support import Server


def test_files_are_handed_in_with_the_picker_and_by_dropping(
    page: Page, demo_server: Server, tmp_path: Path
) -> None:
    sign_in(page)
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    paper = tmp_path / "berth plan.txt"
    paper.write_text("Berth seven, north mole.")
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Hand in files").click()
    chooser.value.set_files(paper)
    expect(page.get_by_role("link", name="berth plan.txt")).to_be_visible()
    page.evaluate(
        """() => {
          const data = new DataTransfer()
          data.items.add(new File(['dropped'], 'dropped.txt'))
          const drop = new DragEvent('drop', { dataTransfer: data, bubbles: true })
          document.querySelector('.desk').dispatchEvent(drop)
        }"""
    )
    expect(page.get_by_role("link", name="dropped.txt")).to_be_visible()
    uploads = demo_server.settings.arrivals / "Uploads"
    assert (uploads / "berth plan.txt").read_text() == "Berth seven, north mole."
    assert (uploads / "dropped.txt").read_text() == "dropped"
    page.get_by_role("link", name="berth plan.txt").click()
    expect(page.locator(".textsheet")).to_contain_text("Berth seven")


def test_a_file_dropped_into_the_arrivals_folder_appears_by_itself(page: Page, demo_server: Server) -> None:
    sign_in(page)
    expect(page.get_by_role("heading", name="37 waiting")).to_be_visible()
    (demo_server.settings.arrivals / "Front office scanner/scan_00500.txt").write_text("new page")
    expect(page.get_by_role("link", name="scan_00500.txt")).to_be_visible(timeout=15_000)


def test_a_slip_is_kept_over_a_reload_and_set_aside(page: Page) -> None:
    sign_in(page)
    asked = page.get_by_role("link", name="tide tables.txt")
    asked.click()
    expect(asked).to_have_attribute("aria-current", "true")
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    page.get_by_label("What", exact=True).fill("tides of the spring")
    page.wait_for_timeout(1200)
    page.reload()
    expect(page.get_by_label("What", exact=True)).to_have_value("tides of the spring")
    page.keyboard.press("Alt+l")
    expect(page.get_by_role("navigation", name="Queue")).to_contain_text("Set aside")


def test_a_wrong_extension_is_mended_by_key_and_a_new_party_gets_its_short_form(
    page: Page, demo_server: Server
) -> None:
    (demo_server.settings.arrivals / "letter.doc").write_bytes(
        (demo_server.settings.arrivals / "Post/Slipway fees 2027 FINAL(2).docx").read_bytes()
    )
    sign_in(page)
    row = page.get_by_role("link", name="letter.doc")
    expect(row).to_contain_text("is a DOCX · same as No. ")
    row.click()
    keyboard = page.keyboard
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    keyboard.type("l")
    keyboard.press("Tab")
    keyboard.type("Gull Point Chandlers")
    keyboard.press("Tab")
    page.get_by_label("Short form").fill("gull")
    page.get_by_label("When").fill("2 1 26")
    page.get_by_label("What", exact=True).fill("lamp prices")
    keyboard.press("Alt+x")
    expect(page.locator(".namebox .name")).to_contain_text("2026-01-02")
    expect(page.locator(".namebox")).to_contain_text(".docx")
    keyboard.press("Alt+/")
    keyboard.type("let posted 2026 01")
    keyboard.press("Escape")
    page.get_by_role("combobox", name="Folder").fill("letters")
    keyboard.press("Enter")
    keyboard.press("Enter")
    expect(page.locator(".keybar")).to_contain_text("2026-01-02_gull_lamp-prices.docx")
    assert (demo_server.settings.drive / "Letters/2026-01-02_gull_lamp-prices.docx").is_file()


def test_a_window_that_was_left_with_its_arrival_does_not_come_back_with_it(page: Page) -> None:
    sign_in(page)
    asked, dialog = page.get_by_role("link", name="tide tables.txt"), page.get_by_role("dialog")
    for key in ("Alt+q", "?"):
        asked.click()
        expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
        page.keyboard.press("Escape")
        page.keyboard.press(key)
        expect(dialog).to_be_visible()
        page.go_back()
        expect(dialog).to_be_hidden()
        asked.click()
        expect(asked).to_have_attribute("aria-current", "true")
        page.wait_for_timeout(200)
        expect(dialog).to_be_hidden()
        page.go_back()


def test_a_taken_name_offers_the_way_on(page: Page, demo_server: Server) -> None:
    sign_in(page)
    fill_slip(page, "scan_00421", ("inv", "bce", "28 10 26", "shed electricity", "2610", ""), "bills 2026")
    expect(page.locator(".namebox")).to_contain_text("already stands here")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("nothing was moved")
    page.get_by_role("button", name="Add “2” to what").click()
    page.get_by_role("button", name="File and next").click()
    expect(page.locator(".keybar")).to_contain_text("2026-10-28_bce_shed-electricity-2_2610.pdf")


def test_folders_sort_both_ways_and_a_link_by_number_leads_there(page: Page) -> None:
    sign_in(page)
    page.get_by_role("navigation", name="Places").get_by_role("link", name="Folders").click()
    page.locator(".outline a", has_text="Meetings").click()
    page.locator(".outline a", has_text="2026").click()
    rows = page.get_by_role("grid", name="Documents").locator(".tablerow")
    expect(rows.first).to_contain_text("2026-02-11")
    page.get_by_role("button", name="When").click()
    page.get_by_role("button", name="When").click()
    expect(rows.first).to_contain_text("2026-11-11")
    rows.first.click()
    page.get_by_role("link", name="No. 211").click()
    expect(page.get_by_role("complementary", name="Document")).to_contain_text("trustees minutes")
    assert "/folders/" in page.url and "d=211" in page.url


def test_who_leaves_the_desk_while_it_loads_is_not_led_back(page: Page) -> None:
    """The next view's code is still on its way when the queue arrives, which opens its first arrival."""
    queue: list[Route] = []
    code: list[Route] = []
    stand_between(page, "**/api/desk", queue.append)
    stand_between(page, "**/assets/FoldersView-*.js", code.append)
    sign_in(page)
    page.get_by_role("link", name="Folders").click()
    wait_on(page, lambda: bool(queue and code), "the queue and the code are asked for")
    with page.expect_response("**/api/desk"):
        queue.pop().continue_()
    page.wait_for_timeout(300)
    assert page.url.endswith("/folders")
    page.unroute("**/api/desk")
    code.pop().continue_()
    expect(page.get_by_role("navigation", name="Outline")).to_be_visible()


def test_a_reader_looks_but_is_offered_no_filing(page: Page) -> None:
    sign_in(page, "alba")
    expect(page.get_by_text("Nothing waits here for you.")).to_be_visible()
    page.keyboard.press("f")
    page.keyboard.type("bowline")
    expect(page.locator("article.hit").first).to_be_visible()
    page.get_by_role("link", name="Logbook").click()
    expect(page.get_by_text("filed").first).to_be_visible()
    expect(page.get_by_role("button", name="Undo")).to_have_count(0)


def test_a_session_that_ended_asks_to_sign_in_again(page: Page) -> None:
    sign_in(page)
    page.context.clear_cookies()
    expect(page.get_by_label("Password")).to_be_visible(timeout=15_000)


def test_the_key_overview_keeps_to_the_page_s_policy(page: Page) -> None:
    """The page's fixture fails on any complaint of the browser, a refused style among them."""
    sign_in(page)
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    page.keyboard.press("Escape")
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_contain_text("undo the last filing")
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_be_hidden()
    page.get_by_role("button", name="TB: Tamsin Brook").click()
    page.get_by_text("Turn light and dark").click()
    expect(page.locator("html")).to_have_attribute("data-scheme", "dark")
    page.get_by_role("button", name="TB: Tamsin Brook").click()
    page.get_by_text("Sign out").click()
    expect(page.get_by_label("Password")).to_be_visible()


def test_the_colours_follow_the_system_until_somebody_chooses_others(page: Page) -> None:
    root = page.locator("html")
    sign_in(page)
    for scheme in ("dark", "light"):
        page.emulate_media(color_scheme=scheme)  # type: ignore[arg-type]
        expect(root).to_have_attribute("data-scheme", scheme)
    page.get_by_role("button", name="TB: Tamsin Brook").click()
    page.get_by_text("Turn light and dark").click()
    expect(root).to_have_attribute("data-scheme", "dark")
    for scheme in ("dark", "light"):
        page.emulate_media(color_scheme=scheme)  # type: ignore[arg-type]
        page.wait_for_timeout(200)
        expect(root).to_have_attribute("data-scheme", "dark")
    page.reload()
    expect(root).to_have_attribute("data-scheme", "dark")
    page.get_by_role("button", name="TB: Tamsin Brook").click()
    page.get_by_text("Sign out").click()
    expect(page.get_by_label("Password")).to_be_visible()


def test_what_is_missing_is_marked_once_filing_was_asked_for(page: Page) -> None:
    sign_in(page)
    asked = page.get_by_role("link", name="tide tables.txt")
    asked.click()
    expect(asked).to_have_attribute("aria-current", "true")
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.get_by_role("combobox", name="Who")).to_be_focused()
    expect(page.locator(".slipfield.lacking")).to_have_count(3)
    page.keyboard.type("tps")
    expect(page.get_by_role("alert")).to_have_count(0)


def test_enter_before_the_name_was_looked_at_leads_to_the_first_field_that_lacks(page: Page) -> None:
    held: list[Route] = []
    stand_between(page, "**/api/desk/*/preview*", held.append)
    sign_in(page)
    asked = page.get_by_role("link", name="tide tables.txt")
    asked.click()
    expect(asked).to_have_attribute("aria-current", "true")
    kind = page.get_by_role("combobox", name="Kind")
    expect(kind).to_be_focused()
    page.keyboard.press("Enter")
    page.wait_for_timeout(300)
    expect(kind).to_be_focused()
    for route in held:
        route.continue_()
    page.unroute("**/api/desk/*/preview*")
    expect(page.get_by_role("combobox", name="Who")).to_be_focused()
