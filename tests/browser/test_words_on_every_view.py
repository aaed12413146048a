"""Every view in a second language that only marks each message, and in US units: no sentence and no unit left out."""

import re
from collections.abc import Iterator
from pathlib import Path

from babel.messages.pofile import read_po
from playwright.sync_api import Page, expect

from batches.models import Batch
from tests.browser.base import PATIENCE_MS, BrowserCase
from tests.browser.driver import Bench, Hands, walk

ROOT = Path(__file__).resolve().parent.parent.parent
CATALOGUE = ROOT / "core" / "airycrumb" / "words" / "messages.pot"
PAGE = ROOT / "web" / "src"
TRAYS = ("weigh", "rise", "filling", "divide", "wrap", "proof", "heat")
# A stretch this long is no word the page might say for itself.
TELLING = 24


def telling_stretches() -> list[str]:
    """The longest stretch without a value of every message that can be told from the page's own words: it is long
    enough, and no label of the page's own.
    """
    own = "".join(p.read_text() for p in PAGE.rglob("*.ts*") if p.name != "schema.d.ts")
    with CATALOGUE.open() as file:
        catalogue = read_po(file)
    found = []
    for message in catalogue:
        for template in (message.id,) if isinstance(message.id, str) else message.id:
            longest = max(re.split(r"\{\w+\}", template), key=len).strip()
            if len(longest) >= TELLING and longest not in own:
                found.append(longest)
    return found


def unmarked(text: str) -> str:
    """What of a page stands outside every mark."""
    while "⟦" in text:
        shorter = re.sub(r"⟦[^⟦⟧]*⟧", "", text)
        if shorter == text:
            raise AssertionError(f"unbalanced marks in {text!r}")
        text = shorter
    return text


class EveryView(BrowserCase):
    def views(self, page: Page) -> Iterator[tuple[str, str]]:
        """Every view of the demo kitchen and what stands on it, drawings' titles too."""
        self.open_first_screen(page)
        for tray in TRAYS:
            Bench(page).open(tray)
            yield f"bench, {tray}", self.read(page)
        Bench(page).start()
        hands = Hands(page)
        for step in range(14):
            expect(page.get_by_role("heading", level=1)).to_be_visible()
            yield f"hands, step {step}", self.read(page)
            if hands.figure().count() == 0:
                break
            hands.go_on()
        finished = Batch.objects.exclude(finished=None).latest("pk")
        for path in ("/notebook", f"/notebook/{finished.pk}", "/notebook/eye", "/kitchen", "/read", "/day", "/day/new"):
            walk(page, path)
            expect(page.get_by_role("heading").first).to_be_visible()
            page.wait_for_load_state("networkidle")
            yield path, self.read(page)

    def read(self, page: Page) -> str:
        """Everything that stands on a page, what is said of its drawings included."""
        labels = page.locator("main [aria-label]").evaluate_all("all => all.map((e) => e.ariaLabel).join('\\n')")
        titles = page.locator("main title").all_text_contents()
        return "\n".join([page.locator("main").inner_text(), labels, *titles])

    def test_every_sentence_is_marked_and_every_figure_in_us_units(self) -> None:
        size = {"width": 1280, "height": 800}
        context = self.browser.new_context(
            base_url=self.server.address, locale="en-XA", timezone_id="Europe/Lisbon", viewport=size
        )
        self.addCleanup(context.close)
        context.set_default_timeout(PATIENCE_MS)
        context.add_init_script("localStorage.setItem('airycrumb.units', JSON.stringify('us'))")
        stretches = telling_stretches()
        self.assertGreater(len(stretches), 300)
        metric = re.compile(r"\d\s?(?:°C|g|kg|mm|cm|ml)(?![\w°])")
        marks = 0
        for view, text in self.views(context.new_page()):
            with self.subTest(view=view):
                left = unmarked(text)
                marks += text.count("⟦")
                self.assertEqual([s for s in stretches if s in left], [])
                self.assertEqual([line for line in text.splitlines() if metric.search(line)], [])
        self.assertGreater(marks, 200)
