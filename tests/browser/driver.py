"""The interface in gestures: what a cook does, not where it is on the page.

What must be in sight is waited for: Playwright looks for that after 20, 50 and 100 ms, and for what is expected after
100, 250, 500 and then once a second, which costs a test a tenth of its time.
"""

import re

from playwright.sync_api import Locator, Page, expect
from playwright.sync_api import TimeoutError as PlaywrightTimeout

# As pressing a link does, without loading the application anew.
WALK = """path => {
  const left = document.querySelector("main");
  if (left && new URL(path, location).pathname !== location.pathname) left.dataset.left = "";
  history.pushState(null, "", path);
  dispatchEvent(new PopStateEvent("popstate", { state: null }));
}"""

# By then what was pressed has answered, on a machine that is not very busy.
SOON_MS = 10_000


def walk(page: Page, path: str) -> None:
    """Go to a view of the application that is open in this page already."""
    page.evaluate(WALK, path)
    expect(page.locator("main[data-left]")).to_have_count(0)
    page.locator("main").first.wait_for()


# What is left of a wait: 12:05, 1:20:00 or 11 h 40.
COUNTDOWN = re.compile(r"(?:(\d+):)?(\d+):(\d\d)|(\d+) h (\d\d)")


def milliseconds(countdown: str) -> int | None:
    """So many of them a countdown says are left; None where nothing is counted down."""
    left = COUNTDOWN.match(countdown)
    if left is None:
        return None
    h, m, s, long_h, long_m = (int(part or 0) for part in left.groups())
    return 1000 * (s + 60 * (m + long_m + 60 * (h + long_h)))


class Bench:
    """One bake on the Bench."""

    def __init__(self, page: Page) -> None:
        self.page = page

    def worked(self) -> None:
        """Wait for a plan in sight."""
        self.page.get_by_role("tab", name=re.compile("Rise")).wait_for()
        self.page.get_by_role("tabpanel").wait_for()

    def field(self, label: str) -> Locator:
        """A word of the sentence or a field of a tray."""
        return self.page.get_by_label(label, exact=True)

    def set(self, label: str, text: str) -> None:
        """Type into a field and take it."""
        field = self.field(label)
        field.click()
        field.fill(text)
        field.press("Enter")

    def nudge(self, label: str, key: str = "ArrowUp") -> None:
        """Nudge a number from the keyboard."""
        self.field(label).focus()
        self.page.keyboard.press(key)

    def drag(self, label: str, pixels: int) -> None:
        """Drag a number sideways."""
        box = self.field(label).bounding_box()
        assert box
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x + pixels, y, steps=6)
        self.page.mouse.up()

    def choose(self, label: str, option: str) -> None:
        """Open a word that is a choice and choose. What comes in late may carry the word away, and its list with it:
        then it is opened once more, as a cook would.
        """
        word = self.page.locator(f'button[aria-haspopup=menu][aria-label^="{label}:"]')
        wanted = self.page.get_by_role("menuitemradio", name=re.compile(f"^{re.escape(option)}"))
        word.click()
        try:
            wanted.click(timeout=SOON_MS)
        except PlaywrightTimeout:
            self.page.keyboard.press("Escape")
            word.click()
            wanted.click()

    def choose_food(self, label: str, food: str) -> None:
        """Open a word that is a food, type a name of it and take the first that is found."""
        self.page.locator(f'button[aria-haspopup=dialog][aria-label^="{label}:"]').focus()
        self.page.keyboard.press("Enter")
        self.page.get_by_role("combobox", name=f"{label}, find one").fill(food)
        expect(self.page.get_by_role("option").first).to_contain_text(food)
        self.page.keyboard.press("Enter")

    def choose_by_keys(self, label: str, option: str) -> None:
        """Open a word that is a choice and choose, without a mouse: down until the option is lit."""
        self.page.locator(f'button[aria-haspopup=menu][aria-label^="{label}:"]').focus()
        self.page.keyboard.press("Enter")
        lit = self.page.locator("[role=menuitemradio]:focus")
        wanted = re.compile(f"^{re.escape(option)}")
        self.page.get_by_role("menu").wait_for()
        for _ in range(self.page.get_by_role("menuitemradio").count()):
            if lit.count() and wanted.match(lit.inner_text()):
                break
            before = lit.inner_text() if lit.count() else "nothing"
            self.page.keyboard.press("ArrowDown")
            expect(lit).to_have_count(1)
            expect(lit).not_to_have_text(before, use_inner_text=True)
        expect(lit).to_have_text(wanted, use_inner_text=True)
        self.page.keyboard.press("Enter")

    def open(self, tray: str) -> None:
        """Open a tray, and wait until it is."""
        name = re.compile(f"^{tray}", re.IGNORECASE)
        self.page.get_by_role("tab", name=name).click()
        self.page.get_by_role("tab", name=name, selected=True).wait_for()

    def pull(self, drawer: str) -> None:
        """Pull out what lies behind a tray's first glance."""
        self.page.get_by_role("button", name=drawer, exact=True).click()
        self.page.get_by_role("button", name=drawer, exact=True, expanded=True).wait_for()

    def tab(self, tray: str) -> str:
        """What a tray's tab says."""
        return self.page.get_by_role("tab", name=re.compile(f"^{tray}", re.IGNORECASE)).inner_text()

    def text(self) -> str:
        """Everything on the page."""
        return self.page.locator("main").inner_text()

    def saved(self) -> None:
        """Wait until the server has it."""
        expect(self.page.locator("[data-save=saved]")).to_be_visible()

    def says(self, sentence: str) -> None:
        """Wait for a sentence."""
        # What a drawing only says when pointed at is no sentence in sight. A unit may be bound to its number.
        self.page.get_by_text(re.compile(sentence.replace(" ", r"\s"))).locator("visible=true").first.wait_for()

    def undo(self) -> None:
        """Ctrl+Z with nothing in hand."""
        self.page.keyboard.press("Control+z")

    def start(self) -> None:
        """Start the batch now, and wait for Hands."""
        self.page.get_by_role("button", name="Start this bake").click()
        self.now()
        expect(self.page).to_have_url(re.compile(r"/hands/\d+"))

    def now(self) -> None:
        """Where it is asked what is begun, or long before its hour: the dough, now."""
        asked = self.page.get_by_role("dialog", name=re.compile("^(Now, or at its hour|What is begun now)"))
        if asked.is_visible():
            asked.get_by_role("button", name=re.compile("^(Start now|The dough)")).click()


# How many marks lie in the browser's own store; where that was cleared, none.
MARKS_WAITING = """() => new Promise((tell) => {
    const asked = indexedDB.open("airycrumb");
    // None was made yet: nor is it made here, in a shape of its own.
    asked.onupgradeneeded = () => asked.transaction.abort();
    asked.onerror = () => tell(0);
    asked.onsuccess = () => {
        const db = asked.result;
        if (!db.objectStoreNames.contains("outbox")) { db.close(); return tell(0); }
        const all = db.transaction("outbox").objectStore("outbox").getAll();
        all.onsuccess = () => { db.close(); tell(all.result.filter((p) => p.work.kind === "mark").length); };
    };
})"""


class Hands:
    """A batch under way. pressed: the events gone on from, in order."""

    def __init__(self, page: Page) -> None:
        self.page = page
        self.pressed: list[str] = []
        self.patient = False

    def in_its_time(self) -> None:
        """From here on what takes its time is waited for, by the page's clock, before it is gone on from."""
        self.page.clock.install()
        self.patient = True

    def _wait(self) -> None:
        """Until what is in front is due, or something that has its hour before it."""
        for _ in range(6):
            coming = self.page.get_by_role("region", name="Next").get_by_role("button").all_inner_texts()
            told = [self.page.get_by_role("timer").inner_text(), *(text for text in coming if "\nat " in text)]
            left = [ms for ms in map(milliseconds, told) if ms is not None]
            if milliseconds(told[0]) is None or not left:
                return
            self.page.clock.fast_forward(min(left) + 1000)

    def at(self, title: str) -> None:
        """Wait for a step."""
        self.page.get_by_role("heading", level=1, name=re.compile(title)).wait_for()

    def rising(self) -> None:
        """Wait for the dough to rise, whether or not the filling is to be made beside it."""
        self.at("Make the filling|Let it rise")

    def the_rise(self) -> None:
        """Wait for the rise to be in front: where the filling is to be made beside it, that is made first."""
        self.rising()
        made = self.page.get_by_role("button", name="The filling is made", exact=True)
        if made.is_visible():
            made.click()
        self.at("Let it rise")

    def press(self, name: str) -> None:
        """Press a large button."""
        self.page.get_by_role("button", name=name, exact=True).click()
        self.sure()

    def sure(self) -> None:
        """Where a press is asked about, being so soon or for what it goes into: it was meant, and it is hot."""
        asked = self.page.get_by_role("alertdialog", name=re.compile("Already|hot"))
        if asked.is_visible():
            asked.get_by_role("button").first.click()

    def figure(self) -> Locator:
        """The huge figure of what is in front, which is pressed to go on."""
        return self.page.get_by_role("button", name=re.compile("press anywhere here$"))

    def front(self) -> tuple[str, str]:
        """The event in front, and what its large button says."""
        self.figure().wait_for()
        # Read at one moment: the next answer may put another in front.
        event, label = self.figure().evaluate("it => [it.dataset.event, it.ariaLabel]")
        return str(event), str(label).removesuffix(": press anywhere here")

    def go_on(self) -> str:
        """Press the large button, whatever it says, and wait for what comes after; what it said."""
        if self.patient:
            self._wait()
        event, label = self.front()
        try:
            self.page.get_by_role("button", name=label, exact=True).click(timeout=4_000)
        except PlaywrightTimeout:
            # The server's answer put another in front meanwhile: a cook presses what is there then.
            return self.go_on()
        self.pressed.append(event)
        self.sure()
        another = "event => document.querySelector('[data-event]')?.dataset.event !== event"
        self.page.wait_for_function(another, arg=event)
        return label

    def waiting_for(self, *presses: str) -> None:
        """Press what is due beside it, until what is waited for is in front."""
        while self.front()[1] not in presses:
            self.go_on()

    def through(self, *presses: str) -> None:
        """Press whatever is in front, until each of these was pressed in its turn."""
        for wanted in presses:
            for _ in range(40):
                if self.go_on() == wanted:
                    break
            else:
                raise AssertionError(f"“{wanted}” never came")

    def risen_by(self, percent: int) -> None:
        """Say how much the dough has grown."""
        self.press("Risen by…")
        self.page.get_by_role("group", name="Growth").get_by_role("button", name=f"{percent} %", exact=True).click()
        self.page.get_by_role("button", name=f"It has risen by {percent} %").click()

    def drag_jar(self, percent: int) -> None:
        """Drag the level in the jar to so much growth, and say it."""
        self.press("Risen by…")
        jar = self.page.get_by_role("slider", name="Level in the jar")
        box = jar.bounding_box()
        assert box
        # The jar's own scale: 118 units high, the floor at 106, the start 34 above it.
        y = box["y"] + box["height"] * (106 - 34 * (1 + percent / 100)) / 118
        self.page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] * 0.5)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] + box["width"] / 2, y, steps=5)
        self.page.mouse.up()
        self.press(f"It has risen by {percent} %")

    def move(self, spot: str) -> None:
        """Say where the dough was moved to."""
        self.press("Moved to…")
        self.page.get_by_role("dialog").get_by_role("button", name=re.compile(f"^{re.escape(spot)}")).click()

    def reading(self, button: str, field: str, value: str) -> None:
        """Type a thermometer's or scale's reading."""
        self.press(button)
        self.page.get_by_label(field, exact=True).last.fill(value)
        self.press("Note it")

    def sent(self) -> None:
        """Wait until nothing is waiting to be sent."""
        # A mark is written into the browser's own store before it is on its way, and what is said of it comes and goes.
        self.page.wait_for_timeout(100)
        for _ in range(400):
            if not self.page.evaluate(MARKS_WAITING):
                break
            self.page.wait_for_timeout(50)
        expect(self.page.get_by_text("Sending…")).to_have_count(0)
        expect(self.page.get_by_text("Server out of reach")).to_have_count(0)


class ScaleStandIn:
    """The simulated scale, played from the page."""

    def __init__(self, page: Page) -> None:
        self.page = page

    def open(self) -> None:
        """Show what it is played with."""
        self.page.get_by_text("Play the simulated scale").click()
        self.page.get_by_label("Put on the scale").wait_for()

    def put_on(self, grams: float) -> None:
        """Lay something on it."""
        self.page.get_by_label("Put on the scale").fill(str(grams))
        self.page.get_by_role("button", name="put on", exact=True).click()

    def act(self, name: str) -> None:
        """Take off, press tare, pull its plug, plug it in."""
        self.page.get_by_role("button", name=name, exact=True).click()

    def shows(self, text: str) -> None:
        """Wait for what it shows."""
        expect(self.page.get_by_label("The scale shows")).to_have_text(re.compile(text))

    def weigh(self, grams: float) -> None:
        """Lay a piece on it, take its weight once it has settled, and take the piece off."""
        self.put_on(grams)
        self.shows(rf"^{str(grams)[:-1]}\d g ?on the scale")
        field = self.page.get_by_label(re.compile(r"^Piece \d+ (weighs|again)$"))
        asked = str(field.get_attribute("aria-label"))
        self.page.get_by_role("button", name=re.compile(r"^Take \d")).click()
        # What follows moves beneath the picture of the pieces: a press before that may miss it.
        expect(field).not_to_have_attribute("aria-label", asked)
        self.act("take off")
        expect(self.page.get_by_role("button", name=re.compile(r"^Take \d"))).to_have_count(0)


class Notebook:
    """Batches made."""

    def __init__(self, page: Page) -> None:
        self.page = page

    def lines(self) -> list[str]:
        """One text for each batch."""
        self.page.goto("/notebook")
        self.page.get_by_role("heading", level=1).wait_for()
        return self.page.locator("main li").all_inner_texts()
