"""A real server (gunicorn, two workers) on the test database, and a real Chromium that can reach nothing but it."""

import ctypes
import multiprocessing
import os
import re
import signal
import socket
import subprocess
import time
from collections.abc import Iterator
from functools import cache
from types import FrameType
from typing import Any, ClassVar
from urllib.parse import quote, urlsplit

from django.conf import settings
from django.contrib.auth import get_user_model
from django.core.management import CommandError, call_command
from django.core.management.color import no_style
from django.db import connection, connections, transaction
from django.db.models import Model
from django.test import TransactionTestCase
from playwright.sync_api import Browser, BrowserContext, Frame, Page, Playwright, expect, sync_playwright
from playwright.sync_api import Error as PlaywrightError

from accounts.models import Household, Member
from bakes.models import Bake, BakeVersion
from batches.models import Batch, Observation
from days.models import Day
from kitchens.models import Kitchen
from scripts.serving import CHROMIUM, FLAGS, address, serve
from tests.browser.driver import Bench, Hands, Notebook

# Three of these run at once, each with a browser and a server, on two cores: slow is not wrong. A machine that is lent
# out may stand still for half a minute, and a wait of forty seconds has been outlasted.
PATIENCE_MS = 90_000
expect.set_options(timeout=PATIENCE_MS)
# What the page's security policy refuses is an error of the page.
VIOLATIONS = """document.addEventListener("securitypolicyviolation", (e) => {
  const what = `policy: ${e.violatedDirective} ${e.blockedURI} ${e.sourceFile}:${e.lineNumber}`;
  setTimeout(() => { throw new Error(what); });
});"""
# A cook who wants every reason and the settings of every tray: it stays so. What else a test needs it pulls out.
DRAWERS = (
    "why cautions said elsewhere sentence weigh.change rise.change divide.change filling.change wrap.change "
    "proof.change heat.change kitchen.hours kitchen.heat kitchen.spots kitchen.board kitchen.instruments notebook.all "
    "day.table day.fit day.sure day.hands day.inside day.before day.along day.legend"
)
BEHIND = (
    f"{DRAWERS} weigh.scale weigh.numbers rise.look rise.again rise.options rise.numbers divide.scale divide.eye "
    "divide.numbers filling.steps filling.numbers wrap.steps wrap.solve wrap.paper wrap.numbers proof.look "
    "proof.numbers heat.others heat.lie heat.water heat.numbers"
)
EVERY_DRAWER = f"{BEHIND} weigh.recipe heat.inside heat.ovens heat.after"
PULL_OUT = """if (location.protocol === "http:")
  for (const drawer of "DRAWERS".split(" ")) {
    const name = `airycrumb.more.${drawer}`;
    if (localStorage.getItem(name) === null) localStorage.setItem(name, "true");
  }"""
SIZES = {"laptop": (1280, 800), "tablet": (820, 1180), "phone": (390, 844)}


def database_url() -> str:
    """The test database of this process."""
    db = settings.DATABASES["default"]
    return f"postgres://{quote(db['USER'])}:{quote(db['PASSWORD'])}@{db['HOST']}:{db['PORT']}/{db['NAME']}"


class Server:
    """gunicorn on the test database; can be stopped and started again on the same port."""

    def __init__(self, mode: str = "demo") -> None:
        with socket.socket() as s:
            s.bind(("127.0.0.1", 0))
            self.port = int(s.getsockname()[1])
        self.mode, self.address = mode, address(self.port)
        self.process: subprocess.Popen[bytes] | None = None

    def start(self) -> None:
        """Start it, unless it runs, and wait until it answers."""
        if self.process is not None:
            return
        env = {**os.environ, "AIRYCRUMB_MODE": self.mode, "AIRYCRUMB_DATABASE_URL": database_url()}
        self.process = serve(env, self.port, start_new_session=True, preexec_fn=_die_with_parent)

    def stop(self) -> None:
        """Stop it, workers and all."""
        if self.process is not None:
            os.killpg(self.process.pid, signal.SIGKILL)
            self.process.wait()
            self.process = None


@cache
def shut_server() -> Server:
    """A server whose demo kitchen is not open: one signs in. Started once in this process; gone with it."""
    server = Server(mode="test")
    server.start()
    return server


def _stop_shut_server() -> None:
    """Its connections would keep the test database from being dropped."""
    if shut_server.cache_info().currsize:
        shut_server().stop()
        shut_server.cache_clear()


def _die_with_parent() -> None:
    """A test process that is killed must not leave its server behind (Linux: PR_SET_PDEATHSIG)."""
    ctypes.CDLL(None).prctl(1, signal.SIGKILL)


class Demo:
    """The demo kitchen, loaded once in this process and put back as it was before each test: it takes seconds to
    make.
    """

    models: tuple[type[Model], ...] = (
        get_user_model(),
        Household,
        Member,
        Kitchen,
        Bake,
        BakeVersion,
        Batch,
        Observation,
        Day,
    )
    kept: ClassVar[list[list[Model]]] = []

    @classmethod
    def put_back(cls) -> None:
        """The tables as the demo command leaves them."""
        if not cls.kept:
            call_command("load_demo", verbosity=0, stdout=open(os.devnull, "w"))  # noqa: SIM115
            cls.kept = [list(model._default_manager.order_by("pk")) for model in cls.models]
            return
        with transaction.atomic():
            for model, rows in zip(cls.models, cls.kept, strict=True):
                model._default_manager.bulk_create(rows)
            with connection.cursor() as cursor:
                for sql in connection.ops.sequence_reset_sql(no_style(), cls.models):
                    cursor.execute(sql)


def _started() -> tuple[Playwright, Browser, Server]:
    """A browser and a server, running."""
    playwright = sync_playwright().start()
    browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
    server = Server()
    server.start()
    return playwright, browser, server


@cache
def _of_this_process() -> tuple[Browser, Server]:
    """The browser and the server of one of several test processes, started once: both take seconds.

    Such a process is ended by a signal once there is nothing left to do. The server must be gone by then: its
    connections would keep the test database from being dropped.
    """
    _, browser, server = _started()

    def end(number: int, _frame: FrameType | None) -> None:
        server.stop()
        _stop_shut_server()
        signal.signal(number, signal.SIG_DFL)
        os.kill(os.getpid(), number)

    signal.signal(signal.SIGTERM, end)
    return browser, server


class SharedPage:
    """A page that tests take in turn, each as if it had never been used: one opened anew compiles the application
    anew, which is a second of computing.
    """

    #: a file that is shown here and not run: the page keeps its process there, and nothing writes any more
    REST = "/theme.js"

    def __init__(self, context: BrowserContext, opened: str, address: str) -> None:
        self.context, self.opened, self.address = context, opened, address
        self.page = context.new_page()
        self.devtools = context.new_cdp_session(self.page)
        self.been_elsewhere = False
        context.on("page", lambda page: page.on("framenavigated", self._note))
        self.page.on("framenavigated", self._note)

    def _note(self, frame: Frame) -> None:
        # What another server's pages keep is not known here.
        self.been_elsewhere |= frame.url.startswith("http") and not frame.url.startswith(f"{self.address}/")

    def put_back(self) -> bool:
        """Forget all that was kept and changed; whether it can be taken again."""
        if self.page.is_closed() or self.been_elsewhere:
            return False
        self.context.set_offline(False)
        for thing in (self.context, self.page):
            thing.unroute_all(behavior="ignoreErrors")
        for other in self.context.pages:
            if other is not self.page:
                other.close()
        self.page.goto(self.address + self.REST)
        self.page.evaluate("() => { localStorage.clear(); sessionStorage.clear(); }")
        self.devtools.send("Storage.clearDataForOrigin", {"origin": self.address, "storageTypes": "all"})
        self.context.clear_cookies()
        self.page.set_viewport_size({"width": SIZES["laptop"][0], "height": SIZES["laptop"][1]})
        self.page.emulate_media(color_scheme="light")
        # A clock that was put in stays in.
        return bool(self.page.evaluate("() => String(Date).includes('native code')"))


class BrowserCase(TransactionTestCase):
    """Each test gets the demo kitchen, a page that remembers nothing, and no way out of this machine."""

    browser: Browser
    server: Server
    # What the cook of these tests had pulled out before.
    opened: ClassVar[str] = DRAWERS
    # Whether these tests leave scripts, listeners or a slow line in their page: then nobody takes it after them.
    page_of_its_own: ClassVar[bool] = False
    shared: ClassVar[SharedPage | None] = None
    strays: ClassVar[list[str]] = []
    errors: ClassVar[list[str]] = []

    @classmethod
    def setUpClass(cls) -> None:
        if multiprocessing.parent_process() is not None:
            # Playwright's loop stays in this process: tests between browser tests are no async code either.
            os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
            super().setUpClass()
            cls.browser, cls.server = _of_this_process()
            return
        # Playwright's loop makes Django think it is called from async code.
        cls.enterClassContext(_environment("DJANGO_ALLOW_ASYNC_UNSAFE", "true"))
        super().setUpClass()
        playwright, cls.browser, cls.server = _started()
        cls.addClassCleanup(playwright.stop)
        cls.addClassCleanup(cls.browser.close)
        cls.addClassCleanup(cls.server.stop)
        cls.addClassCleanup(_stop_shut_server)
        cls.addClassCleanup(setattr, BrowserCase, "shared", None)

    def __reduce__(self) -> Any:
        # Cases travel between test processes by name: a browser cannot be pickled.
        return type(self), (self._testMethodName,)

    def _callTestMethod(self, method: Any) -> None:  # noqa: N802
        try:
            super()._callTestMethod(method)  # type: ignore[misc]
        except PlaywrightError as error:
            # Its own kind of error cannot be sent between processes.
            raise AssertionError(str(error)) from None

    def setUp(self) -> None:
        self.strays.clear()
        self.errors.clear()
        Demo.put_back()
        self.context, self.page = self._page()
        self.bench, self.hands, self.notebook = Bench(self.page), Hands(self.page), Notebook(self.page)

    def _page(self) -> tuple[BrowserContext, Page]:
        """A page to begin on: the one that tests share, unless these want their own."""
        if self.page_of_its_own:
            context = self.fresh_context()
            return context, context.new_page()
        shared = BrowserCase.shared
        if shared is not None and shared.opened != self.opened:
            shared.context.close()
            shared = None
        if shared is None:
            shared = BrowserCase.shared = SharedPage(self._context(), self.opened, self.server.address)
        self.addCleanup(self._put_back)
        return shared.context, shared.page

    def _put_back(self) -> None:
        # Gone unless it is as new: a page that broke breaks no other test.
        shared, BrowserCase.shared = BrowserCase.shared, None
        if shared is not None and shared.put_back():
            BrowserCase.shared = shared
        elif shared is not None:
            shared.context.close()

    def fresh_context(self, **how: Any) -> BrowserContext:
        """A browser with nothing kept, closed after the test. how: as of _context."""
        context = self._context(**how)
        self.addCleanup(context.close)
        return context

    def _context(
        self,
        size: str = "laptop",
        theme: str = "light",
        keeps: bool = False,
        touch: bool = False,
        opened: str | None = None,
        at: str | None = None,
    ) -> BrowserContext:
        """A browser with nothing kept, watched for requests that leave this machine. keeps: it may keep the
        application itself, which takes every file once more; touch: it has a screen to be touched; opened: which
        drawers were pulled out here before; at: the address it knows the application by.
        """
        width, height = SIZES[size]
        context = self.browser.new_context(
            viewport={"width": width, "height": height},
            color_scheme=theme,
            base_url=at or self.server.address,
            timezone_id="Europe/Lisbon",
            service_workers="allow" if keeps else "block",
            has_touch=touch,
        )  # type: ignore[arg-type]
        context.set_default_timeout(PATIENCE_MS)
        context.on("request", self._watch)
        context.on("response", self._heed)
        context.add_init_script(VIOLATIONS)
        pulled = self.opened if opened is None else opened
        if pulled:
            context.add_init_script(PULL_OUT.replace("DRAWERS", pulled))
        context.on("page", lambda page: page.on("pageerror", lambda error: self.errors.append(str(error))))
        return context

    def at_each_size(self, page: Page) -> Iterator[str]:
        """The same page on a laptop, a tablet and a phone, one after another, as when a screen is turned."""
        for size, (width, height) in SIZES.items():
            page.set_viewport_size({"width": width, "height": height})
            yield size

    @classmethod
    def _watch(cls, request: Any) -> None:
        parts = urlsplit(request.url)
        if parts.scheme in ("http", "https", "ws", "wss") and parts.hostname != "127.0.0.1":
            cls.strays.append(request.url)

    @classmethod
    def _heed(cls, response: Any) -> None:
        if response.status >= 500:
            cls.errors.append(f"{response.status} {response.request.method} {response.url}: {response.text()[:300]}")

    def more(self, page: Page | None = None) -> None:
        """Open what is wanted less often than the views: recipes, kitchen, units, light, the way out."""
        (page or self.page).get_by_role("button", name=re.compile("^More:")).click()

    def open_first_screen(self, page: Page | None = None) -> None:
        """Go where a newcomer goes, and wait until a plan is in sight."""
        (page or self.page).goto("/")
        Bench(page or self.page).worked()

    def tearDown(self) -> None:
        self.assertEqual(self.strays, [], "a request left this machine")
        self.assertEqual(self.errors, [], "the page threw, or the server failed")

    def _fixture_teardown(self) -> None:
        # The server's idle connections would hold the tables against the flush.
        connections.close_all()
        # So would a request still under way in it, of a page that is closed already: gone a moment later.
        for wait in (0.3, 1.0):
            try:
                super()._fixture_teardown()
                return
            except CommandError:
                connections.close_all()
                time.sleep(wait)
        super()._fixture_teardown()


class _environment:  # noqa: N801
    """Set one environment variable for a while."""

    def __init__(self, name: str, value: str) -> None:
        self.name, self.value = name, value

    def __enter__(self) -> None:
        self.before = os.environ.get(self.name)
        os.environ[self.name] = self.value

    def __exit__(self, *_: object) -> None:
        if self.before is None:
            del os.environ[self.name]
        else:
            os.environ[self.name] = self.before
