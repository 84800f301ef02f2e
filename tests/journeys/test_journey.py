"""The whole job, with the keyboard alone: sign in, file three, find one, undo one."""

import re

from playwright.sync_api import Page, expect

from tests.journeys.conftest import sign_in
from tests.support import Server

THREE = [
    # kind, who, when, what, reference, folder, and the name that must come of it
    ("cert", "csi", "7 11 26", "First aid certificate", "C26551", "saf cert",
     "Safety/Certificates/2026-11-07_csi_first-aid-certificate_C26551.pdf"),
    ("pho", "mrc", "30.10.2026", "rope delivery", "", "boat",
     "Boat/2026-10-30_mrc_rope-delivery.jpg"),
    ("pho", "tph", "1 nov 26", "notice to mariners", "", "let post 2026",
     "Letters/posted/2026/2026-11-01_tph_notice-to-mariners.jpg"),
]  # fmt: skip


def file_by_keyboard(page: Page, slip: tuple[str, ...]) -> None:
    kind, who, when, what, reference, folder, path = slip
    keyboard = page.keyboard
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    for text in (kind, who, when, what, reference, ""):
        keyboard.type(text)
        keyboard.press("Tab")
    expect(page.get_by_role("combobox", name="Folder")).to_be_focused()
    keyboard.type(folder)
    keyboard.press("Enter")
    name = path.rpartition("/")[2]
    expect(page.locator(".strip .ghost .name")).to_have_text(name)
    keyboard.press("Enter")
    expect(page.locator(".keybar")).to_contain_text(name)


def test_file_three_find_one_undo_one(page: Page, demo_server: Server) -> None:
    page.goto("/")
    page.get_by_label("Sign-in").wait_for()
    page.keyboard.type("tamsin")
    page.keyboard.press("Tab")
    page.keyboard.type("fair winds at tern point")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="37 waiting")).to_be_visible()

    for slip in THREE:
        file_by_keyboard(page, slip)
    expect(page.get_by_role("heading", name="34 waiting · 6 filed today")).to_be_visible()
    for slip in THREE:
        assert (demo_server.settings.drive / slip[-1]).is_file()

    # the next slip takes the cursor once its page is there; Escape leaves it
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    page.keyboard.press("Escape")
    page.keyboard.press("f")
    page.keyboard.type("alba passed")
    hit = page.locator("article.hit").first
    expect(hit).to_contain_text("2026-11-07_csi_first-aid-certificate_C26551.pdf")
    expect(hit.locator(".snippet mark").first).to_have_text(re.compile("alba|passed", re.I))

    page.keyboard.press("Escape")
    page.get_by_role("link", name="Logbook").press("Enter")
    page.get_by_role("button", name="Undo").first.press("Enter")
    expect(page.get_by_text("Undone: File")).to_be_visible()
    page.get_by_role("link", name="Look at it").press("Enter")
    expect(page.get_by_role("heading", name="35 waiting")).to_be_visible()
    expect(page.get_by_label("What", exact=True)).to_have_value("notice to mariners")
    assert not (demo_server.settings.drive / THREE[2][-1]).exists()
    assert list(demo_server.settings.arrivals.glob("a very long name*.jpg"))


def test_undo_by_key_right_after_filing(page: Page, demo_server: Server) -> None:
    sign_in(page)
    file_by_keyboard(page, THREE[0])
    page.keyboard.press("Control+z")
    expect(page.get_by_label("What", exact=True)).to_have_value("First aid certificate")
    assert (demo_server.settings.arrivals / "First aid course ☂ 2026.pdf").is_file()
