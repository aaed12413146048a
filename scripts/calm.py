"""How much there is to read: words in sight and pixels to scroll, of each tray and view at three sizes, as a new cook
meets them. Writes the table of docs/screens.md."""

from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

from scripts.served import demo_kitchen
from scripts.serving import CHROMIUM, FLAGS, ROOT
from tests.browser.driver import Bench, Hands

PAGE = Path(ROOT) / "docs" / "screens.md"
MARK = "<!-- counted: written by make calm -->"
SIZES = {"laptop": (1280, 800), "tablet": (820, 1180), "phone": (390, 844)}
TRAYS = ("weigh", "rise", "filling", "divide", "wrap", "proof", "heat")
# Where each view is; Hands is wherever a batch is under way.
VIEWS = {
    "Hands, rising": "",
    "Day": "/day",
    "Notebook": "/notebook",
    "Train the eye": "/notebook/eye",
    "Kitchen": "/kitchen",
    "Read a recipe, nothing pasted": "/read",
}
MOST_STEPS, LAST_PRESS = 60, "Eat"  # of a bake in Hands
# Nothing that must be read is smaller: 16 px, on a phone 17.
LEAST_PX = {"laptop": 16, "tablet": 16, "phone": 17}
# Every text in sight of a part of the page: how many words, how many of them in smaller letters than these, px.
COUNT = """([part, least]) => {
  const root = document.querySelector(part);
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
  let [words, small] = [0, 0];
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const parent = node.parentElement;
    if (!parent || !parent.checkVisibility() || parent.closest("title, [hidden], .sr-only")) continue;
    if (parent.getBoundingClientRect().width <= 1) continue;
    const found = node.textContent.trim().split(/\\s+/).filter((word) => /[\\p{L}\\p{N}]/u.test(word)).length;
    const box = parent.ownerSVGElement;
    const scale = box ? box.getBoundingClientRect().width / (box.viewBox.baseVal.width || 1) : 1;
    words += found;
    if (parseFloat(getComputedStyle(parent).fontSize) * scale < least - 0.3) small += found;
  }
  return [words, small];
}"""
# Words of whole cautions: at the stove they are not folded away, and are no part of what is to be done.
CAUTIONS = """() => [...document.querySelectorAll("main [role=note], main [role=alert]")]
  .flatMap((caution) => caution.innerText.trim().split(/\\s+/)).length"""
SCROLL = "Math.max(0, document.documentElement.scrollHeight - innerHeight)"


def counted(browser: Browser, base: str) -> list[tuple[str, str]]:
    """A row for each tray and view: its name, and its three sizes."""
    rows: dict[str, list[str]] = {}
    for size, (width, height) in SIZES.items():
        page = browser.new_page(viewport={"width": width, "height": height})
        page.goto(base)
        page.wait_for_selector("[data-worked]")
        bench = page.url
        for tray in TRAYS:
            cells = _of(page, f"{bench}?tray={tray}", "[role=tabpanel]", size)
            rows.setdefault(f"Bench, {tray}", []).append(cells)
        rows.setdefault("Bench, above the trays", []).append(_of(page, bench, "main > div", size))
        hands = page.locator("a[href^='/hands/']").first.get_attribute("href")
        for name, path in VIEWS.items():
            rows.setdefault(name, []).append(_of(page, base + (path or str(hands)), "main", size))
        page.close()
    return [(name, " | ".join([*cells, ""])) for name, cells in rows.items()]


def _of(page: Page, address: str, part: str, size: str) -> str:
    page.goto(address)
    page.wait_for_selector("main h1")
    page.wait_for_timeout(1_500)
    return _cells(page, part, size)


def _cells(page: Page, part: str, size: str) -> str:
    words, small = page.evaluate(COUNT, [part, LEAST_PX[size]])
    return f"{words} ({round(100 * small / max(1, words))} %) | {page.evaluate(SCROLL)}"


def stepped_through(browser: Browser, base: str) -> list[tuple[str, str]]:
    """A row for each step of a bake in Hands, from its start to the table."""
    page = browser.new_page(viewport={"width": 1280, "height": 800})
    bench, hands = Bench(page), Hands(page)
    page.goto(base)
    bench.worked()
    bench.start()
    rows: dict[str, str] = {}
    for _ in range(MOST_STEPS):
        _, label = hands.front()
        name = f"Hands, {page.locator('main h1').first.inner_text().strip().rstrip('.:').lower()[:48]}"
        if name not in rows:
            cells = " | ".join(_at(page, size) for size in SIZES)
            cautions = page.evaluate(CAUTIONS)
            rows[name] = f"{cells} | {cautions or ''}"
        if label == LAST_PRESS or hands.go_on() == LAST_PRESS:
            break
    page.close()
    return list(rows.items())


def _at(page: Page, size: str) -> str:
    """Hands as it stands, on a screen of this size, once what rang was heard."""
    width, height = SIZES[size]
    page.set_viewport_size({"width": width, "height": height})
    ringing = page.get_by_role("button", name="I heard it")
    if ringing.is_visible():
        ringing.click()
    page.wait_for_timeout(400)
    return _cells(page, "main", size)


def main() -> None:
    """Count, and write the table."""
    with demo_kitchen() as served:
        served.start()
        try:
            with sync_playwright() as play:
                browser = play.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
                rows = counted(browser, served.base) + stepped_through(browser, served.base)
                browser.close()
        finally:
            served.stop()
    heads = " | ".join(f"{size}: words (in small letters) | px to scroll" for size in SIZES)
    table = [
        f"| | {heads} | words of caution |",
        "|" + "---|" * (2 + 2 * len(SIZES)),
        *(f"| {name} | {cells} |" for name, cells in rows),
    ]
    before = PAGE.read_text(encoding="utf-8").split(MARK)[0]
    PAGE.write_text(before + MARK + "\n\n" + "\n".join(table) + "\n", encoding="utf-8")
    print("\n".join(table))


if __name__ == "__main__":
    main()
