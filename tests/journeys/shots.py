"""Takes the pictures of docs/screenshots from the demo: python -m tests.journeys.shots (bin/shots)."""

import io
import random
import sys
import tempfile
from datetime import date
from pathlib import Path

import pypdfium2
from playwright.sync_api import Page, expect, sync_playwright
from reportlab.pdfgen.canvas import Canvas

from tests.conftest import serving
from tests.journeys.conftest import CHROMIUM, FLAGS, fill_slip, pick, sign_in
from tests.support import Server, leave_slips_empty, world
from tests.work.test_pages import stack
from waka.demo.filed import invoice
from waka.demo.papers import pdf
from waka.settings import CHECKOUT

OUT = CHECKOUT / "docs" / "screenshots"
STAMPED, STACK = "scan_00433.pdf", "scan_00434.pdf"
BILLS = ("scan_00435.pdf", "scan_00436.pdf", "scan_00437.pdf")


def desk(page: Page) -> None:
    page.goto("/desk")
    page.get_by_role("link", name="scan_00422").click()
    # filled in with what stands on the page and what was learned; the folder is said, and the cursor is in a field
    expect(page.locator(".evidence.who")).to_be_visible(timeout=120_000)
    expect(page.get_by_text("papers of this kind from Wren & Daughters are called this")).to_have_count(
        1, timeout=60_000
    )
    page.keyboard.press("Alt+n")
    expect(page.locator(".strip .ghost")).to_be_visible()
    expect(page.locator(".evidence.when.at")).to_be_visible()


def same(page: Page) -> None:
    """A bill that is filed already has come again, with a stamp on it."""
    page.goto("/desk")
    page.get_by_role("link", name=STAMPED).click()
    expect(page.get_by_text("It is here already, it seems")).to_be_visible(timeout=120_000)
    page.keyboard.press("Alt+d")
    expect(page.locator(".compare .unlike").first).to_be_visible(timeout=60_000)
    expect(page.locator(".compare img.sheet")).to_have_count(2)


def parting(page: Page) -> None:
    """A stack that was scanned in one go."""
    page.goto("/desk")
    page.get_by_role("link", name=STACK).click()
    expect(page.get_by_text("Page 1 of 6")).to_be_visible(timeout=120_000)
    page.keyboard.press("Alt+p")
    expect(page.get_by_role("button", name="Part into 3 documents")).to_be_visible(timeout=120_000)


def together(page: Page) -> None:
    """Several bills from one sender, looked over in a table."""
    page.goto("/desk")
    for bill in BILLS:  # what somebody looks at is read before all others
        page.get_by_role("link", name=bill).click()
        expect(page.get_by_label("Who", exact=True)).to_have_value("Marlow Rope & Canvas", timeout=120_000)
    page.keyboard.press("Alt+m")
    expect(page.get_by_role("dialog").locator("tr.ant-table-row").nth(3)).to_be_visible()
    expect(page.locator(".becomes .path").nth(3)).to_be_visible()
    page.get_by_role("dialog").get_by_label("What of").first.focus()


def folders(page: Page) -> None:
    page.goto("/folders")
    for name in ("Finance", "Invoices", "2026"):
        page.locator(".outline a", has_text=name).click()
        expect(page.locator(".path.large .stop").last).to_have_text(name)
    expect(page.locator(".tablerow", has_text="2026-01-05")).to_be_visible()
    page.keyboard.press("ArrowDown")
    expect(page.get_by_text("Where it has been")).to_be_visible()


def find(page: Page) -> None:
    page.goto("/find?q=mizzen")
    expect(page.locator("article.hit").first).to_be_visible()


def logbook(page: Page) -> None:
    page.goto("/logbook")
    page.get_by_label("Where did this path go?").fill("minutes_nov.docx")
    expect(page.get_by_text("is now")).to_be_visible()


def pages(page: Page) -> None:
    folders(page)
    page.keyboard.press("v")
    expect(page.get_by_role("option").first).to_be_visible()
    page.wait_for_timeout(2500)


def rights(page: Page) -> None:
    page.goto("/folders")
    page.locator(".outline a", has_text="Trainees").click()
    expect(page.locator(".path.large .stop").last).to_have_text("Trainees")
    page.keyboard.press("w")
    pick(page, "Grant to", "Magnus Orr")
    pick(page, "Right of Magnus Orr", "keeper")
    page.get_by_label("Only these").check()
    expect(page.get_by_role("list", name="What changes")).to_be_visible()


def office(page: Page) -> None:
    page.goto("/office")
    expect(page.get_by_role("heading", name="Teams")).to_be_visible()


def patterns(page: Page) -> None:
    """The pattern of names is written as parts and as text, and tried on real documents."""
    page.goto("/rules/charters")
    page.get_by_label("The same as text").fill('{who short}_{what}{"_" reference?}_{when d mon yyyy}')
    expect(page.get_by_text("does not sort by time")).to_be_visible()
    expect(page.get_by_role("row").nth(1)).to_contain_text("nov 2026")
    page.get_by_text("does not sort by time").scroll_into_view_if_needed()


def charter(page: Page) -> None:
    """What a folder declares, from here and from above, and how its names are kept since its pattern is another."""
    found = page.request.get("/api/folders").json()["folders"]
    page.goto(f"/rules/charters/{next(one['id'] for one in found if one['path'] == 'Finance/Invoices')}")
    page.get_by_role("button", name="declare here: Takes").click()
    page.get_by_role("combobox", name="Kinds that belong here").click()
    page.keyboard.type("inv")
    page.keyboard.press("Enter")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="declare here: Filed under").click()
    page.get_by_label("Filed under", exact=True).fill("{when yyyy}")
    page.get_by_role("button", name="declare here: Statement").click()
    page.get_by_label("Statement", exact=True).fill("The goods or the work were received.")
    page.get_by_role("button", name="declare here: Names").click()
    page.get_by_label("The same as text").fill('{who short}_{when yyyy-mm-dd}_{what}{"_" reference?}')
    expect(page.get_by_role("row").nth(1)).to_contain_text("_2026")
    page.get_by_role("button", name="Keep it so").click()
    kept = page.get_by_role("complementary", name="How its names are kept")
    expect(kept).to_contain_text("by an earlier one")
    expect(kept.locator(".couldbe").first).to_be_visible()


def renaming(page: Page) -> None:
    """One name is corrected, and tells the others."""
    found = page.request.get("/api/folders").json()["folders"]
    page.goto(f"/folders/{next(one['id'] for one in found if one['path'] == 'Trainees/Bryn Osei')}")
    expect(page.locator(".tablerow").first).to_be_visible()
    page.keyboard.press("Control+a")
    expect(page.get_by_role("toolbar")).to_contain_text("9 chosen")
    page.keyboard.press("a")
    page.get_by_label("New name of 2026-04-21_bos_knots-01-bowline.pdf").fill(
        "Bryn Osei - knots 01 bowline (21 Apr 2026).pdf"
    )
    page.keyboard.press("Enter")
    page.wait_for_timeout(2500)


def rules(page: Page) -> None:
    """A field of the team's own is added."""
    page.goto("/rules/fields")
    expect(page.get_by_role("tab", name="Fields")).to_be_visible()
    page.keyboard.press("n")
    page.keyboard.type("Sailing area")
    pick(page, "What it holds", "One of a few words")
    page.get_by_label("The words to choose from").click()
    for word in ("Inner bay", "Open sea"):
        page.keyboard.type(word)
        page.keyboard.press("Enter")


def storage(page: Page) -> None:
    page.goto("/storage")
    expect(page.get_by_text("Largest")).to_be_visible()


def chosen(page: Page) -> None:
    """Three chosen, one tagged: what the foot of the list offers."""
    folders(page)
    page.keyboard.press("ArrowDown")
    page.keyboard.press("t")
    page.keyboard.type("refit 2026")
    page.keyboard.press("Enter")
    expect(page.locator(".tablerow .flag")).to_have_count(1)
    page.keyboard.press("Shift+ArrowDown")
    page.keyboard.press("Shift+ArrowDown")


def changes(page: Page) -> None:
    """A restructuring and a wrong row, in check."""
    page.goto("/changes?make=sheet")
    folders_of = {one["path"]: one["id"] for one in page.request.get("/api/folders").json()["folders"]}
    rows = []
    for path, folder in folders_of.items():
        if path.startswith("Letters/"):
            year, _, month = path.rpartition("/")
            for one in page.request.get(f"/api/folders/{folder}/documents").json()["documents"]:
                made = path.split("/")[1]
                rows.append(f"{path}/{one['name']},Letters/{year.rpartition('/')[2]}/{month}/{made}")
    # two that meet at one name, early in the list; two that are not there
    (source, target), other = rows[0].split(","), rows[1].partition(",")[0]
    rows[1] = f"{other},{target}/{source.rpartition('/')[2]}"
    rows += ["Letters/posted/absent.pdf,Letters/2025", "Trainees/Maya Hartle/none.pdf,Boat"]
    page.get_by_label("Paste two columns").fill("from,to\n" + "\n".join(rows))
    page.keyboard.press("Control+Enter")
    expect(page.locator(".listtitle")).to_contain_text("to decide")
    page.locator(".step.wrong").first.click()
    expect(page.get_by_role("group", name="Decide")).to_be_visible()
    page.mouse.move(640, 780)


def progress(page: Page) -> None:
    page.goto("/changes?make=mapping")
    page.get_by_label("From", exact=True).fill("Letters/{made}/{year}/{month}")
    page.get_by_label("To", exact=True).fill("Letters/{year}/{month}/{made}")
    expect(page.get_by_role("button", name="Check 26 moves")).to_be_enabled()
    page.keyboard.press("Enter")
    expect(page.locator(".listtitle")).to_contain_text("ready to run")
    page.keyboard.press("y")
    expect(page.locator(".listtitle")).to_contain_text("done, the rest waits", timeout=60_000)
    page.keyboard.press("r")
    expect(page.get_by_role("status", name="Progress")).to_be_visible()
    page.wait_for_timeout(1_500)


def proof(page: Page) -> None:
    expect(page.locator(".listtitle")).to_contain_text("done: ", timeout=240_000)
    page.keyboard.press("o")
    expect(page.locator(".verdict")).to_contain_text("All 26 of 26")


def versions(page: Page) -> None:
    """A bill that came again, corrected, is filed onto the first one."""
    page.goto("/desk")
    fill_slip(
        page, "scan_00421", ("bill", "bce", "28 10 26", "shed electricity", "2610", ""), "fin bills 2026"
    )
    expect(page.locator(".namebox")).to_contain_text("File as version 2")
    page.keyboard.press("Alt+v")
    expect(page.locator(".namebox")).to_contain_text("the earlier one is kept")
    page.keyboard.press("Control+Enter")
    expect(page.locator(".keybar")).to_contain_text("Filed:")
    page.goto("/d/21")
    page.get_by_role("region", name="Versions").get_by_title("Look at it").click()
    expect(page.get_by_text("This is version 1")).to_be_visible()


def take(page: Page, name: str) -> None:
    page.wait_for_timeout(1200)
    page.screenshot(path=OUT / f"{name}.png")
    print(f"docs/screenshots/{name}.png")  # noqa: T201


def main() -> int:
    OUT.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory(prefix="waka-shots-") as folder:
        Path(folder).chmod(0o755)
        with world(Path(folder)) as the_world, serving(the_world, Path(folder) / "home") as server:
            leave_slips_empty(server.url, wish=False)
            _hand_in(server)
            server.start(WAKA_FAULT="pause:batch_moved")  # so that a list in progress can be seen
            _take_all(server)
    return 0


def _hand_in(server: Server) -> None:
    """Let a bill arrive again, stamped, and a stack of papers."""
    filed = next(iter(sorted((server.settings.drive / "Finance/Invoices/2026").glob("*_kby_*.pdf"))))
    over = io.BytesIO()
    canvas = Canvas(over, pagesize=(595, 842))
    canvas.setFont("Helvetica-Bold", 22)
    canvas.drawString(90, 330, "PAID 14 November, T. Brook")
    canvas.save()
    paper, stamp = pypdfium2.PdfDocument(filed), pypdfium2.PdfDocument(over.getvalue())
    page = paper[0]
    page.insert_obj(stamp.page_as_xobject(0, paper).as_pageobject())
    page.gen_content()
    paper.save(server.settings.arrivals / "Front office scanner" / STAMPED)
    (server.settings.arrivals / "Front office scanner" / STACK).write_bytes(stack())
    rng = random.Random(7)
    for name, day in zip(BILLS, (4, 9, 16), strict=True):
        data = pdf(invoice("mrc", date(2026, 11, day), f"{4600 + day}", rng))
        (server.settings.arrivals / "Front office scanner" / name).write_bytes(data)


def _take_all(server: Server) -> None:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        for scheme in ("light", "dark"):
            context = browser.new_context(
                viewport={"width": 1280, "height": 800}, base_url=server.address, color_scheme=scheme
            )
            page = context.new_page()
            sign_in(page)
            for show in (desk, same, parting, together, find, logbook) if scheme == "light" else (desk,):
                show(page)
                take(page, show.__name__ if scheme == "light" else f"{show.__name__}-dark")
            context.close()
        context = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=server.address)
        page = context.new_page()
        sign_in(page, "magnus")
        for show in (pages, rights, rules, patterns, renaming, office, storage, versions):
            show(page)
            take(page, show.__name__)
        chosen(page)
        take(page, "folders")
        changes(page)
        take(page, "changes")
        progress(page)
        proof(page)
        take(page, "proof")
        # last: it makes other names of what all others show
        charter(page)
        take(page, "charter")
        context.close()
        browser.close()


if __name__ == "__main__":
    sys.exit(main())
