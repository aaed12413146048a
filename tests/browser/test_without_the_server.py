"""The application opens, runs a batch to its end and keeps everything while the server is away."""

import re

from playwright.sync_api import Page, expect

from batches.models import Batch
from tests.browser.base import BrowserCase
from tests.browser.driver import Bench, Hands

FIRST_LOAD_BYTES = 260_000
KEPT = "navigator.serviceWorker.ready.then((r) => caches.keys()).then((names) => names.length > 0)"


class WithoutTheServer(BrowserCase):
    def kept(self) -> Page:
        """A page of a browser that has kept the whole application."""
        self.context = self.fresh_context(keeps=True)
        self.page = self.context.new_page()
        self.bench, self.hands = Bench(self.page), Hands(self.page)
        self.open_first_screen()
        self.page.wait_for_function(KEPT)
        self.page.wait_for_function("navigator.serviceWorker.controller !== null")
        return self.page

    def away(self) -> None:
        """No request of a page or a worker is answered any more."""
        self.context.set_offline(True)

    def back(self) -> None:
        self.context.set_offline(False)

    def test_the_first_load_is_small_and_the_page_can_be_installed(self) -> None:
        sizes: dict[str, int] = {}
        self.page.on("response", lambda r: sizes.update({r.url: int(r.headers.get("content-length", 0))}))
        self.open_first_screen()
        loaded = {url: size for url, size in sizes.items() if "/api/" not in url}
        self.assertTrue(any(".js" in url for url in loaded))
        self.assertLessEqual(sum(loaded.values()), FIRST_LOAD_BYTES, loaded)
        manifest = self.page.evaluate("fetch(document.querySelector('link[rel=manifest]').href).then((r) => r.json())")
        self.assertEqual((manifest["start_url"], manifest["display"]), ("/", "standalone"))
        for icon in manifest["icons"]:
            drawn = self.page.evaluate(
                "(src) => new Promise((done, fail) => Object.assign(new Image(), {src, onload() { "
                "done([this.naturalWidth, this.naturalHeight]); }, onerror: fail}))",
                icon["src"],
            )
            if icon["sizes"] != "any":
                self.assertEqual("x".join(map(str, drawn)), icon["sizes"])

    def test_every_view_opens_and_an_edit_is_kept_until_the_server_is_back(self) -> None:
        page = self.kept()
        page.goto("/notebook")
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        page.goto("/")
        self.bench.worked()
        page.wait_for_timeout(1_200)
        self.away()
        page.reload()
        self.bench.worked()
        self.bench.set("Pieces", "7")
        self.bench.says("server out of reach; kept here")
        page.reload()
        expect(self.bench.field("Pieces")).to_have_value("7")
        page.get_by_role("link", name=re.compile("Notebook")).click()
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        self.back()
        page.get_by_role("link", name=re.compile("Bench")).click()
        self.bench.saved()
        expect(self.bench.field("Pieces")).to_have_value("7")
