"""What is not worth filing goes from the desk with a reason, by keys, and comes back."""

import os

from playwright.sync_api import Page, expect

from tests.journeys.conftest import sign_in
from tests.support import Client, Server

SHOTS = os.environ.get("WAKA_TEST_SHOTS")


def shot(page: Page, name: str) -> None:
    if SHOTS:
        page.screenshot(path=f"{SHOTS}/{name}.png")


def test_an_arrival_is_discarded_and_taken_back_by_keys(page: Page, demo_server: Server) -> None:
    sign_in(page)
    page.get_by_role("combobox", name="Kind").wait_for()
    waiting = Client(demo_server.port).sign_in().ask("GET", "/api/desk")[1]["waiting"]
    page.keyboard.press("Alt+Delete")
    dialog = page.get_by_role("dialog", name="Discard this arrival")
    expect(dialog.get_by_role("combobox", name="Why")).to_be_focused()
    shot(page, "discard")
    page.keyboard.type("not for us")
    page.keyboard.press("Enter")
    expect(dialog).to_be_hidden()
    expect(page.get_by_text("Discarded:")).to_be_visible()
    left = Client(demo_server.port).sign_in().ask("GET", "/api/desk")[1]["waiting"]
    assert len(left) == len(waiting) - 1
    page.get_by_role("button", name="What was discarded").click()
    drawer = page.get_by_role("dialog", name="Discarded from the desk")
    expect(drawer.get_by_text("not for us")).to_be_visible()
    shot(page, "discarded")
    drawer.get_by_role("button", name="Back to the desk").click()
    expect(drawer).to_be_hidden()
    again = Client(demo_server.port).sign_in().ask("GET", "/api/desk")[1]["waiting"]
    assert sorted(a["number"] for a in again) == sorted(a["number"] for a in waiting)


def test_the_office_s_settings_are_set_and_used(page: Page, demo_server: Server) -> None:
    sign_in(page, "magnus", at="/office")
    office = page.get_by_role("region", name="The office")
    office.get_by_label("Currency").click()
    page.keyboard.type("EUR")
    page.keyboard.press("Enter")
    office.get_by_label("Its own names").click()
    page.keyboard.type("Saltmarsh Trust")
    page.keyboard.press("Enter")
    office.get_by_role("button", name="Keep these").click()
    expect(office.get_by_role("status")).to_have_text("Kept.")
    office.scroll_into_view_if_needed()
    shot(page, "office")
    told = Client(demo_server.port).sign_in("magnus").ask("GET", "/api/office/settings")[1]
    assert (told["currency"], told["names"]) == (
        "EUR",
        ["Tern Point Sail Training Trust", "Saltmarsh Trust"],
    )
    assert Client(demo_server.port).sign_in("alba").ask("GET", "/api/me")[1]["currency"] == "EUR"
