"""Take every picture in docs/screenshots again, from the demo kitchen at five past one in the afternoon."""

import re
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Literal

from playwright.sync_api import Browser, Page, Route, sync_playwright

from scripts.served import Served, demo_kitchen
from scripts.serving import CHROMIUM, FLAGS, ROOT, manage
from scripts.states import draw_states

FOLDER = ROOT / "docs" / "screenshots"
NOW = datetime(2026, 11, 25, 13, 5, tzinfo=UTC)
RECIPE = """Chickpea and blue cheese half-moons
Makes 10

Dough
3 to 3 1/2 cups plain flour
1 packet dried yeast
1 cup warm milk
1 egg + 1 yolk
2 tbsp butter, softened
1 1/2 tsp salt

Filling
1 (400 g) tin chickpeas
half a large onion, finely chopped
3/4 cup (90 g) blue cheese
2 heaped tbsp parsley

Method
Warm the milk to 40 C, stir in the yeast and wait 10 minutes for foam.
Let rise 1 hour until doubled. Divide into 10 pieces of 70 g each, roll 12 cm across, fold over and crimp.
Proof 25 minutes. Bake at 375 F (190 C) for 20-25 minutes.
"""
DAY = {
    "00:00": "17.5",
    "03:00": "16.5",
    "06:00": "16",
    "09:00": "18.5",
    "12:00": "20.5",
    "15:00": "22",
    "18:00": "21.5",
    "21:00": "19.5",
}
Theme = Literal["light", "dark"]
SIZES = {"laptop": (1280, 800), "tablet": (820, 1180), "phone": (390, 844)}
# file, address after the bench's own, size, theme
BENCH: tuple[tuple[str, str, str, Theme], ...] = (
    ("bench-weigh", "?tray=weigh", "laptop", "light"),
    ("bench-rise", "?tray=rise", "laptop", "light"),
    ("bench-divide", "?tray=divide", "laptop", "light"),
    ("bench-wrap", "?tray=wrap", "laptop", "light"),
    ("bench-heat-dark", "?tray=heat", "laptop", "dark"),
    ("bench-phone", "?tray=rise", "phone", "dark"),
)


def page_of(browser: Browser, base: str, size: str, theme: Theme, now: datetime = NOW) -> Page:
    """A fresh page whose clock stands at a moment."""
    width, height = SIZES[size]
    context = browser.new_context(
        viewport={"width": width, "height": height},
        color_scheme=theme,
        base_url=base,
        timezone_id="Europe/Lisbon",
        # A service worker's questions cannot be answered at the picture's hour.
        service_workers="block",
    )
    page = context.new_page()
    page.clock.set_fixed_time(now)
    # The server's clock is the picture's too: a device whose clock is wrong says so.
    for who in ("**/api/me", "**/api/session/demo"):
        page.route(who, _at_the_pages_own_hour)
    return page


def _at_the_pages_own_hour(route: Route) -> None:
    response = route.fetch()
    hour = route.request.frame.evaluate("new Date().toISOString()")
    route.fulfill(response=response, json={**response.json(), "now": hour})


def shoot(page: Page, name: str) -> None:
    """Wait until it stands still, and take the picture."""
    page.wait_for_load_state("networkidle")
    page.wait_for_selector("svg:visible")
    page.evaluate("document.fonts.ready")
    page.evaluate("scrollTo(0, 0)")
    page.wait_for_timeout(250)
    page.screenshot(path=Path(FOLDER) / f"{name}.png")
    print(f"{name}.png")


def cut_and_weigh(page: Page) -> None:
    """The first pieces on the scale, one of them far off."""
    for number, grams in enumerate((58, 57, 60, 70, 58), 1):
        page.get_by_label(f"Piece {number} weighs", exact=True).fill(str(grams))
        page.get_by_role("button", name="Note it").click()
        page.get_by_label(f"Piece {number + 1} weighs", exact=True).wait_for()
    page.get_by_text("Or share it out").wait_for()


def through_to_the_heat(browser: Browser, base: str, address: str) -> Page:
    """The batch under way, marked on until it steams."""
    marks = (
        (24, "It has doubled"),
        (30, "The filling is made"),
        (36, "Cut and rounded"),
        (46, "Rounded and rested"),
        (66, "The last is wrapped"),
        (98, "Into the steam"),
    )
    page = page_of(browser, base, "tablet", "light")
    for minutes, wanted in marks:
        page.clock.set_fixed_time(NOW + timedelta(minutes=minutes))
        page.goto(address)
        if wanted == "Cut and rounded":
            cut_and_weigh(page)
        press_on(page, wanted)
    for minutes, celsius in ((104, 24), (106, 36), (108, 50)):
        page.clock.set_fixed_time(NOW + timedelta(minutes=minutes))
        page.goto(address)
        probe_says(page, celsius)
    return page


def press_on(page: Page, wanted: str) -> None:
    """Press what is in front, until that is what was wanted."""
    label = ""
    while label != wanted:
        figure = page.get_by_role("button", name=re.compile("press anywhere here$"))
        label = str(figure.get_attribute("aria-label")).removesuffix(": press anywhere here")
        page.get_by_role("button", name=label, exact=True).click()
        asked = page.get_by_role("alertdialog", name=re.compile("Already|hot"))
        if asked.is_visible():
            asked.get_by_role("button").first.click()
        page.wait_for_load_state("networkidle")
        page.wait_for_timeout(300)


def probe_says(page: Page, celsius: int) -> None:
    """A reading of the probe, typed."""
    page.get_by_role("button", name="Probe says…").click()
    page.get_by_role("textbox", name="The probe says").fill(str(celsius))
    page.get_by_role("button", name="Note it").click()
    page.wait_for_load_state("networkidle")


def inside_an_oven(page: Page) -> None:
    """The half-moons' heat, seen inside."""
    page.get_by_role("button", name="Bake on the bench").click()
    page.get_by_role("menuitemradio", name="Squash and lentil").click()
    page.get_by_role("tab", name="Heat").click()
    page.get_by_role("button", name="See inside", exact=True).click()
    page.get_by_role("slider", name="Minute").wait_for()
    page.get_by_role("heading", name="See inside").scroll_into_view_if_needed()
    page.mouse.wheel(0, 260)
    shoot(page, "bench-heat-inside")


def around_the_kitchen(browser: Browser, base: str) -> None:
    """A braid and its steps on the Bench, the kitchen with a day drawn into it, and a question for the eye."""
    page = page_of(browser, base, "laptop", "light")
    page.goto("/")
    page.wait_for_selector("[data-worked]")
    page.get_by_role("button", name="Bake on the bench").click()
    page.get_by_role("menuitemradio", name="Mushroom and buckwheat").click()
    page.get_by_role("tab", name="Filling").click()
    page.get_by_role("list", name="The filling, step by step").get_by_text("Fry raw onion").wait_for()
    page.evaluate("document.activeElement.blur()")
    shoot(page, "bench-filling")
    page.get_by_role("button", name="Bake on the bench").click()
    page.get_by_role("menuitemradio", name="Kale and potato").click()
    page.get_by_role("tab", name="Wrap").click()
    page.get_by_role("button", name="How to close it", exact=True).click()
    page.get_by_role("heading", name="Braid, step by step").wait_for()
    page.mouse.wheel(0, 420)
    shoot(page, "bench-braid")
    inside_an_oven(page)
    page.goto("/kitchen")
    page.get_by_role("button", name="Hour by hour", exact=True).click()
    for hour, celsius in DAY.items():
        page.get_by_label(f"Warmth at {hour}").fill(celsius)
    shoot(page, "kitchen")
    page.add_init_script("crypto.getRandomValues = (a) => { a[0] = 8; return a; };")
    page.goto("/notebook/eye")
    page.get_by_role("region", name="Question").get_by_role("button").first.wait_for()
    page.get_by_role("region", name="Question").get_by_role("button").nth(1).click()
    page.get_by_role("button", name="The next one").wait_for()
    shoot(page, "train-the-eye")


def take_all(served: Served) -> None:
    """Every picture."""
    with sync_playwright() as play:
        browser = play.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        first = page_of(browser, served.base, "laptop", "light")
        first.goto("/")
        first.wait_for_selector("[data-worked]")
        bench = first.url.removeprefix(served.base)
        for name, query, size, theme in BENCH:
            page = page_of(browser, served.base, size, theme)
            page.goto("/")
            page.wait_for_selector("[data-worked]")
            page.goto(bench + query)
            shoot(page, name)
        page = page_of(browser, served.base, "laptop", "light")
        page.goto("/")
        page.wait_for_selector("[data-worked]")
        page.goto("/read")
        page.get_by_label("The recipe, as written").fill(RECIPE)
        page.wait_for_selector("[data-read=yes] h2")
        page.get_by_label("The recipe, as written").evaluate("(e) => { e.blur(); e.scrollTop = 0; }")
        shoot(page, "read-a-recipe")
        around_the_kitchen(browser, served.base)
        hands = first.get_by_role("link", name="Hands").get_attribute("href") or ""
        page = page_of(browser, served.base, "phone", "light")
        page.goto(hands)
        shoot(page, "hands-rise-phone")
        for size, name in (("laptop", "day"), ("phone", "day-phone")):
            page = page_of(browser, served.base, size, "light")
            page.goto("/day")
            page.wait_for_selector("[data-lane]")
            manage(served.env, "work_days", "--once", quiet=True)
            page.get_by_role("progressbar").wait_for(state="detached", timeout=60_000)
            shoot(page, name)
        page = page_of(browser, served.base, "laptop", "light")
        page.goto("/notebook")
        shoot(page, "notebook")
        page.locator("main li", has_text="they sank").get_by_role("link").click()
        shoot(page, "notebook-batch")
        shoot(through_to_the_heat(browser, served.base, hands), "hands-heat-tablet")
        running = hands.split("/")[-1]
        draw_states(browser, lambda: page_of(browser, served.base, "laptop", "light"), running, FOLDER / "states.png")
        browser.close()


if __name__ == "__main__":
    FOLDER.mkdir(parents=True, exist_ok=True)
    with demo_kitchen("--now", NOW.isoformat()) as application:
        application.start()
        try:
            take_all(application)
        finally:
            application.stop()
