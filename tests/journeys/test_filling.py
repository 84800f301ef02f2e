"""A slip that fills itself in: what was read stands in its fields, marked on the page; a person decides."""

from collections.abc import Iterator

import pytest
from playwright.sync_api import Page, Route, expect

from tests.journeys.conftest import Tabs, sign_in
from tests.reading.test_codes import LINES, bill
from tests.support import Server
from tests.work.test_pages import photograph, stack

#: milliseconds until what has just arrived is read on a busy machine
UNTIL_READ = 120_000


@pytest.fixture
def desk(tabs: Tabs, reading_server: Server) -> Iterator[Page]:
    with tabs.at(reading_server.address) as page:
        sign_in(page)
        yield page


def two_bills(server: Server) -> None:
    for name, number, day in (
        ("bill a.pdf", "MRC-4711", "12 March 2025"),
        ("bill b.pdf", "MRC-4790", "9 June 2025"),
    ):
        lines = [line.replace("MRC-4711", number).replace("12 March 2025", day) for line in LINES]
        (server.settings.arrivals / "Front office scanner" / name).write_bytes(bill(lines=tuple(lines)))


def value(page: Page, label: str) -> str:
    return page.get_by_label(label, exact=True).input_value()


def test_a_slip_is_filled_in_from_the_page_looked_at_and_filed(desk: Page, reading_server: Server) -> None:
    expect(desk.get_by_label("When", exact=True)).to_have_value("2026-11-07", timeout=60_000)
    assert [value(desk, label) for label in ("Kind", "Who", "Reference")] == [
        "Certificate",
        "Coastal Safety Institute",
        "C26551",
    ]
    # each value is marked where it stands, in the form of its field; the one at hand stands out
    for field in ("who", "when", "reference", "expires"):
        expect(desk.locator(f".evidence.{field}")).to_be_visible()
    desk.keyboard.press("Alt+n")
    expect(desk.locator(".evidence.when.at")).to_be_visible()
    expect(desk.locator('[data-field="when"] .readfrom')).to_contain_text("read on page 1")
    # what a person writes instead is theirs, and nothing on the page is said to be its source
    desk.keyboard.type("8 11 26")
    expect(desk.locator(".evidence.when")).to_have_count(0)
    # a key brings what was read back, and what else was
    desk.keyboard.press("Alt+o")
    expect(desk.get_by_label("When", exact=True)).to_have_value("2026-11-07")
    # and what is typed then takes the place of it
    desk.wait_for_timeout(50)
    desk.keyboard.type("9 11 26")
    expect(desk.get_by_label("When", exact=True)).to_have_value("9 11 26")
    desk.keyboard.press("Alt+o")
    expect(desk.get_by_label("When", exact=True)).to_have_value("2026-11-07")
    desk.get_by_label("What", exact=True).fill("first aid")
    desk.keyboard.press("Alt+/")
    desk.keyboard.type("saf cert")
    desk.keyboard.press("Enter")
    desk.keyboard.press("Enter")
    expect(desk.get_by_role("heading", name="36 waiting · 4 filed today")).to_be_visible()
    assert (
        reading_server.settings.drive / "Safety/Certificates/2026-11-07_csi_first-aid_C26551.pdf"
    ).is_file()


def test_what_is_doubtful_is_looked_at_before_enter_files_it(desk: Page) -> None:
    what = desk.get_by_label("What", exact=True)
    expect(what).to_have_value("Certificate", timeout=60_000)
    # the cursor is where a doubt is
    expect(what).to_be_focused()


def test_what_was_typed_is_never_written_over(desk: Page, reading_server: Server) -> None:
    expect(desk.get_by_label("When", exact=True)).to_have_value("2026-11-07", timeout=60_000)
    desk.get_by_label("Who", exact=True).fill("somebody else")
    desk.get_by_label("Reference", exact=True).fill("")
    desk.keyboard.press("Alt+ArrowDown")
    desk.keyboard.press("Alt+ArrowUp")
    expect(desk.get_by_label("Who", exact=True)).to_have_value("somebody else")
    expect(desk.get_by_label("Reference", exact=True)).to_have_value("")


def test_words_that_are_asked_for_before_their_page_is_read_come_as_soon_as_it_is(desk: Page) -> None:
    asked: list[str] = []

    def too_early(route: Route) -> None:
        asked.append(route.request.url)
        if len(asked) > 1:
            route.continue_()
        else:
            route.fulfill(json={"is_read": False, "words": []})

    desk.route("**/pages/1/words", too_early)
    reference = desk.get_by_label("Reference", exact=True)
    expect(reference).to_have_value("C26551", timeout=60_000)
    reference.fill("")
    desk.locator(".pagewords").first.hover()
    desk.locator(".pagewords > i[title='C26551']").first.click()
    expect(reference).to_have_value("C26551")


def test_a_word_clicked_or_several_drawn_over_go_into_the_field_at_hand(desk: Page) -> None:
    reference = desk.get_by_label("Reference", exact=True)
    expect(reference).to_have_value("C26551", timeout=60_000)
    reference.fill("")
    desk.locator(".pagewords").first.hover()
    desk.locator(".pagewords > i[title='C26551']").first.click()
    expect(reference).to_have_value("C26551")
    expect(reference).to_be_focused()
    expect(desk.locator(".evidence.reference.at")).to_be_visible()
    who = desk.get_by_label("Who", exact=True)
    who.fill("")
    first, last = (desk.locator(f".pagewords > i[title='{word}']").first for word in ("Coastal", "Institute"))
    first.hover()
    desk.mouse.down()
    last.hover()
    desk.mouse.up()
    expect(who).to_have_value("Coastal Safety Institute")


def test_what_stands_on_the_page_completes_what_is_typed_for_who_goes_to_it(desk: Page) -> None:
    what = desk.get_by_label("What", exact=True)
    expect(what).to_have_value("Certificate", timeout=60_000)
    offered = desk.locator(".ant-select-dropdown").get_by_text("first aid", exact=True)
    desk.keyboard.press("Alt+t")
    desk.keyboard.type("fir")
    expect(offered).to_be_visible()
    # what is offered never takes the place of what is typed by itself
    desk.keyboard.press("Tab")
    expect(what).to_have_value("fir")
    desk.keyboard.press("Alt+t")
    desk.keyboard.type("fir")
    expect(offered).to_be_visible()
    desk.keyboard.press("ArrowDown")
    desk.keyboard.press("Enter")
    expect(what).to_have_value("first aid")
    expect(what).to_be_focused()
    expect(desk.get_by_role("heading", name="37 waiting")).to_be_visible()


def test_a_paper_that_is_here_already_is_compared_and_binned_by_key(
    desk: Page, reading_server: Server
) -> None:
    desk.get_by_role("link", name="scan_00428.pdf").click()
    expect(desk.get_by_text("It is here already, byte for byte")).to_be_visible(timeout=30_000)
    desk.keyboard.press("Alt+d")
    dialog = desk.get_by_role("dialog", name="Is it here already?")
    expect(dialog.get_by_text("Both say the same.")).to_be_visible()
    # both are shown, each from its own place
    expect(dialog.locator("img.sheet")).to_have_count(2)
    desk.keyboard.press("b")
    expect(dialog).to_be_hidden()
    expect(desk.get_by_role("heading", name="36 waiting · 3 filed today")).to_be_visible()
    desk.keyboard.press("Control+z")
    expect(desk.get_by_role("heading", name="37 waiting · 3 filed today")).to_be_visible()


def test_several_alike_are_looked_over_in_a_table_and_filed_and_undone_as_one(
    desk: Page, reading_server: Server
) -> None:
    two_bills(reading_server)
    for name, number in (("bill b.pdf", "MRC-4790"), ("bill a.pdf", "MRC-4711")):
        desk.get_by_role("link", name=name).click(timeout=60_000)
        expect(desk.get_by_label("Reference", exact=True)).to_have_value(number, timeout=60_000)
    desk.keyboard.press("Alt+m")
    table = desk.get_by_role("dialog", name="Several alike")
    expect(table.get_by_label("Reference of bill b.pdf")).to_have_value("MRC-4790")
    # other bills of the demo from the same yard may be read by now: they stay
    for row in table.locator("tr.ant-table-row").filter(has_not_text="bill").get_by_role("checkbox").all():
        row.uncheck()
    for name in ("bill a.pdf", "bill b.pdf"):
        table.get_by_label(f"What of {name}").fill("rope")
    desk.keyboard.press("Enter")
    for _ in range(10):  # to each thing that is to be looked at, and then it files
        if table.is_hidden():
            break
        desk.keyboard.press("Enter")
        desk.wait_for_timeout(300)
    expect(table).to_be_hidden()
    expect(desk.get_by_role("heading", name="37 waiting · 5 filed today")).to_be_visible()
    invoices = reading_server.settings.drive / "Finance/Invoices/2025"
    assert {path.name for path in invoices.glob("*mrc_rope_MRC-47*")} == {
        "2025-03-12_mrc_rope_MRC-4711.pdf",
        "2025-06-09_mrc_rope_MRC-4790.pdf",
    }
    desk.keyboard.press("Control+z")
    expect(desk.get_by_role("link", name="bill a.pdf")).to_be_visible()
    expect(desk.get_by_role("link", name="bill b.pdf")).to_be_visible()
    assert not list(invoices.glob("*mrc_rope_MRC-47*"))


def test_a_zip_is_looked_into_and_its_files_become_arrivals(desk: Page, reading_server: Server) -> None:
    desk.get_by_role("link", name="harbour papers.zip").click()
    expect(desk.get_by_text("2 files inside.")).to_be_visible(timeout=30_000)
    desk.keyboard.press("Alt+i")
    dialog = desk.get_by_role("dialog", name="Inside “harbour papers.zip”")
    expect(dialog.get_by_role("row", name="berth.pdf")).to_be_visible()
    dialog.get_by_role("checkbox", name="notes.txt").uncheck()
    dialog.get_by_role("button", name="Take 1 file out").press("Enter")
    expect(dialog).to_be_hidden()
    # the first of them is shown, and says where it comes from; its slip is filled in like any other
    expect(desk.get_by_text("Taken out of harbour papers.zip")).to_be_visible()
    expect(desk.get_by_label("Who", exact=True)).to_have_value("Tern Point Harbour", timeout=UNTIL_READ)
    expect(desk.get_by_role("heading", name="38 waiting · 3 filed today")).to_be_visible()


def test_the_attachment_of_a_mail_becomes_an_arrival(desk: Page) -> None:
    desk.get_by_role("link", name="Re_ slipway booking.eml").click()
    expect(desk.get_by_text("1 file inside.")).to_be_visible(timeout=30_000)
    desk.keyboard.press("Alt+i")
    expect(desk.get_by_role("dialog").get_by_text("Slipway fees 2027.docx")).to_be_visible()
    desk.keyboard.press("Enter")
    expect(desk.get_by_text("Taken out of Re_ slipway booking.eml")).to_be_visible()


def test_a_stack_is_parted_by_key_and_photographs_are_joined_and_straightened(
    desk: Page, reading_server: Server
) -> None:
    scanner = reading_server.settings.arrivals / "Front office scanner"
    (scanner / "stack 0007.pdf").write_bytes(stack())
    for at, turned in ((1, 4.0), (2, -6.0)):
        (scanner / f"photo {at}.jpg").write_bytes(photograph(turned))
    desk.get_by_role("link", name="stack 0007.pdf").click(timeout=60_000)
    expect(desk.get_by_text("Page 1 of 6")).to_be_visible(timeout=60_000)
    expect(desk.get_by_role("button", name="Pages …")).to_be_enabled(timeout=60_000)
    desk.keyboard.press("Alt+p")
    dialog = desk.get_by_role("dialog", name="Pages")
    # where documents begin is found, and the blank sheet between them left out
    expect(dialog.get_by_role("button", name="Part into 3 documents")).to_be_visible(timeout=UNTIL_READ)
    expect(dialog.locator(".leaf.out")).to_have_count(1)
    # a person knows better: the third begins with the page before
    for _ in range(3):
        desk.keyboard.press("ArrowRight")
    desk.keyboard.press("b")
    expect(dialog.get_by_role("button", name="Part into 4 documents")).to_be_visible()
    desk.keyboard.press("b")
    desk.keyboard.press("Enter")
    expect(dialog).to_be_hidden(timeout=60_000)
    expect(desk.get_by_role("link", name="stack 0007 part 01.pdf")).to_have_attribute("aria-current", "true")
    expect(desk.get_by_text("Taken out of stack 0007.pdf")).to_be_visible()
    expect(desk.get_by_role("link", name="stack 0007.pdf", exact=True)).to_have_count(0)
    # joined again: the first part, and the second behind it
    expect(desk.get_by_text("Page 1 of 2")).to_be_visible(timeout=60_000)
    expect(desk.get_by_role("link", name="stack 0007 part 02.pdf")).to_contain_text("2 pages", timeout=60_000)
    expect(desk.get_by_role("button", name="Pages …")).to_be_enabled(timeout=60_000)
    desk.keyboard.press("Alt+p")
    dialog.get_by_role("combobox", name="Add pages of another arrival").click()
    desk.keyboard.type("part 02")
    desk.keyboard.press("Enter")
    expect(dialog.locator(".leaf")).to_have_count(4)
    dialog.get_by_role("button", name="Make one document").click()
    expect(dialog).to_be_hidden(timeout=60_000)
    expect(desk.get_by_text("Page 1 of 4")).to_be_visible(timeout=30_000)
    # two photographs become one straight document
    desk.get_by_role("link", name="photo 1.jpg").click()
    expect(desk.get_by_text("Page 1 of 1")).to_be_visible(timeout=60_000)
    expect(desk.get_by_role("button", name="Pages …")).to_be_enabled(timeout=60_000)
    desk.keyboard.press("Alt+p")
    dialog.get_by_role("combobox", name="Add pages of another arrival").click()
    desk.keyboard.type("photo 2")
    desk.keyboard.press("Enter")
    expect(dialog.get_by_text("made straight")).to_have_count(2)
    dialog.locator(".leaf").first.focus()
    desk.keyboard.press("Control+ArrowRight")
    desk.keyboard.press("Enter")
    expect(dialog).to_be_hidden(timeout=60_000)
    expect(desk.get_by_text("Page 1 of 2")).to_be_visible(timeout=30_000)
    expect(desk.get_by_text("Taken out of photo 2.jpg")).to_be_visible()
