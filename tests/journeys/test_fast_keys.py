"""Fast hands and slow lines: every key reaches its field, no slip is lost or overwritten in silence."""

import json
import re

import pytest
from playwright.sync_api import Page, Route, expect

from tests.conftest import LONG
from tests.journeys.conftest import let_in, sign_in, stand_between
from tests.support import Client, Server
from waka.demo.make import PASSWORD

THREE = [
    # what is typed, field after field with Tab; then the way to the folder
    (("cert", "csi", "7 11 26", "First aid certificate", "C26551", ""), "saf cert",
     "Safety/Certificates/2026-11-07_csi_first-aid-certificate_C26551.pdf"),
    (("pho", "mrc", "30.10.2026", "rope delivery", "", ""), "boat", "Boat/2026-10-30_mrc_rope-delivery.jpg"),
    (("pho", "tph", "1 nov 26", "notice to mariners", "", ""), "let post 2026",
     "Letters/posted/2026/2026-11-01_tph_notice-to-mariners.jpg"),
]  # fmt: skip


TWO = [  # of few letters, for who types slowly
    (("pho", "mrc", "30 10", "rope", "", ""), "boat", "Boat/2026-10-30_mrc_rope.pdf"),
    (("pho", "tph", "1 11", "notice", "", ""), "boat", "Boat/2026-11-01_tph_notice.jpg"),
]  # fmt: skip


def kind(page: Page):  # type: ignore[no-untyped-def]
    return page.get_by_role("combobox", name="Kind")


def fill_and_file(page: Page, fields: tuple[str, ...], folder: str, pause: int = 0) -> None:
    """Type a slip from its first field on, without waiting for the page; *pause* is ms between keys."""
    for text in fields:
        page.keyboard.type(text, delay=pause)
        page.keyboard.press("Tab", delay=pause)
    page.keyboard.type(folder, delay=pause)
    page.keyboard.press("Enter", delay=pause)
    page.keyboard.press("Enter", delay=pause)


PAUSES = [0, 30, 60, 110, 200] if LONG else [0, 60, 200]  #: ms between keys


@pytest.mark.parametrize("pause", PAUSES)
def test_every_key_reaches_its_field_at_any_speed(page: Page, demo_server: Server, pause: int) -> None:
    """Some documents are filed without once waiting for the page."""
    some = THREE if LONG or pause < 60 else TWO
    sign_in(page)
    expect(kind(page)).to_be_focused()
    for fields, folder, _ in some:
        fill_and_file(page, fields, folder, pause)
    heading = f"{37 - len(some)} waiting · {3 + len(some)} filed today"
    expect(page.get_by_role("heading", name=heading)).to_be_visible()
    for _, _, path in some:
        assert (demo_server.settings.drive / path).is_file(), path


def test_keys_typed_while_a_filing_is_under_way_are_the_next_slips(page: Page, demo_server: Server) -> None:
    sign_in(page)
    expect(kind(page)).to_be_focused()
    held: list[Route] = []
    stand_between(page, re.compile(r"/desk/\d+/file"), held.append)
    fields, folder, path = THREE[0]
    fill_and_file(page, fields, folder)
    for text in ("pho", "mrc", "30.10.2026"):
        page.keyboard.type(text)
        page.keyboard.press("Tab")
    page.keyboard.type("rope delivery")
    expect(page.get_by_label("What", exact=True)).to_have_value("rope delivery")
    expect(kind(page)).to_have_value("Photo")
    held[0].continue_()
    expect(page.get_by_role("heading", name="36 waiting · 4 filed today")).to_be_visible()
    assert (demo_server.settings.drive / path).is_file()
    expect(page.get_by_label("What", exact=True)).to_have_value("rope delivery")


def test_what_could_not_be_filed_waits_to_be_looked_at_again(page: Page) -> None:
    sign_in(page)
    expect(kind(page)).to_be_focused()
    name = page.locator('.queue [aria-current="true"] code').inner_text()
    problem = {"type": "/problems/drive_trouble", "title": "x", "status": 503, "detail": "The disk is full.", "code": "drive_trouble",
               "mend": "Make room on the disk.", "request_id": "1"}  # fmt: skip
    stand_between(
        page,
        re.compile(r"/desk/\d+/file"),
        lambda route: route.fulfill(
            status=503, content_type="application/problem+json", body=json.dumps(problem)
        ),
    )
    fields, folder, _ = THREE[0]
    fill_and_file(page, fields, folder)
    page.keyboard.type("pho")
    page.keyboard.press("Tab")
    page.keyboard.type("mrc")
    alert = page.get_by_role("alert").filter(has_text="was not filed")
    expect(alert).to_contain_text(name)
    expect(page.get_by_role("combobox", name="Who")).to_have_value(
        "mrc"
    )  # what was typed meanwhile stays where it is
    page.keyboard.press("Alt+b")
    expect(page.get_by_label("What", exact=True)).to_have_value("First aid certificate")
    expect(page.get_by_role("alert").filter(has_text="The disk is full.")).to_be_visible()
    page.unroute(re.compile(r"/desk/\d+/file"))
    page.keyboard.press("Control+Enter")
    expect(page.get_by_role("heading", name="36 waiting · 4 filed today")).to_be_visible()


def test_the_last_letters_survive_a_reload_and_another_arrival(page: Page) -> None:
    sign_in(page)
    expect(kind(page)).to_be_focused()
    page.get_by_label("What", exact=True).click()
    page.keyboard.type("typed and gone")
    page.reload()
    expect(page.get_by_label("What", exact=True)).to_have_value("typed and gone")
    page.get_by_label("What", exact=True).click()
    page.keyboard.type("a second time")
    page.keyboard.press("Alt+ArrowDown")
    expect(page.get_by_label("What", exact=True)).to_have_value("")
    page.keyboard.press("Alt+ArrowUp")
    expect(page.get_by_label("What", exact=True)).to_have_value("a second time")


def test_a_save_that_fails_is_said_and_tried_again(page: Page) -> None:
    sign_in(page)
    expect(kind(page)).to_be_focused()
    stand_between(page, re.compile(r"/desk/\d+/slip"), lambda route: route.abort())
    page.get_by_label("What", exact=True).click()
    page.keyboard.type("on a slow line")
    expect(page.get_by_text("Not saved yet")).to_be_visible()
    page.unroute(re.compile(r"/desk/\d+/slip"))
    expect(page.get_by_text("Not saved yet")).to_be_hidden()


def test_a_session_that_ends_is_said_and_signed_in_again_in_place(page: Page, demo_server: Server) -> None:
    sign_in(page)
    expect(kind(page)).to_be_focused()
    page.get_by_label("What", exact=True).click()
    page.keyboard.type("half way")
    page.context.clear_cookies()
    page.keyboard.type(" there")
    dialog = page.get_by_role("dialog", name="Your session has ended")
    expect(dialog).to_be_visible()
    dialog.get_by_label("Password").fill(PASSWORD)
    page.keyboard.press("Enter")
    expect(dialog).to_be_hidden()
    expect(page.get_by_label("What", exact=True)).to_have_value("half way there")
    page.reload()
    expect(page.get_by_label("What", exact=True)).to_have_value("half way there")


@pytest.mark.parametrize("whose", ["Keep mine", "Take theirs"])
def test_two_at_one_slip_overwrite_nothing_in_silence(
    page: Page, other: Page, demo_server: Server, whose: str
) -> None:
    sign_in(page)
    sign_in(other, "magnus")
    what = {one: one.get_by_label("What", exact=True) for one in (page, other)}
    for one in (page, other):
        expect(kind(one)).to_be_focused()
        stand_between(
            one, re.compile(r"/api/desk$"), lambda route: route.abort()
        )  # neither sees the other's before saving
    with other.expect_response(re.compile(r"/slip")):
        what[other].fill("theirs")
    what[page].fill("mine")
    expect(page.get_by_text("changed this slip meanwhile")).to_contain_text("Magnus Orr")
    expect(what[page]).to_have_value("mine")
    page.get_by_role("button", name=whose).click()
    expect(page.get_by_text("changed this slip meanwhile")).to_be_hidden()
    page.unroute(re.compile(r"/api/desk$"))
    page.wait_for_timeout(800)
    page.reload()
    expect(what[page]).to_have_value("mine" if whose == "Keep mine" else "theirs")


def test_a_question_goes_with_the_place_and_documents_it_was_asked_of(
    page: Page, demo_server: Server
) -> None:
    """A is chosen here, B elsewhere and asked to move; Back, and Enter moves neither."""
    let_in(page, "magnus")
    client = Client(demo_server.port).sign_in("magnus")
    folders = {f["path"]: f["id"] for f in client.ask("GET", "/api/folders")[1]["folders"]}
    here, there = folders["Safety/Certificates"], folders["Boat"]

    def choose_first(folder: int) -> str:
        documents = client.ask("GET", f"/api/folders/{folder}/documents")[1]["documents"]
        page.locator(".listing").get_by_text(documents[0]["name"], exact=True).first.click()
        return str(documents[0]["name"])

    page.goto(f"/folders/{here}")
    choose_first(here)
    page.get_by_role("navigation", name="Outline").get_by_text("Boat", exact=True).click()
    name = choose_first(there)
    page.keyboard.press("m")
    dialog = page.get_by_role("dialog", name=f"Move “{name}”")
    expect(dialog).to_be_visible()
    page.go_back()
    if page.url.endswith(f"/{there}") or f"/{there}?" in page.url:
        page.go_back()
    expect(dialog).to_be_hidden()
    before = client.ask("GET", "/api/logbook?quiet=true")[1]["entries"][0]["id"]
    page.keyboard.press("Enter")
    page.wait_for_timeout(500)
    assert client.ask("GET", "/api/logbook?quiet=true")[1]["entries"][0]["id"] == before
