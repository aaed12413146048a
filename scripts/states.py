"""One sheet of small pictures: every view empty, opening, failed and overfull, so that none of them is forgotten."""

import base64
import json
from collections.abc import Callable
from copy import deepcopy
from pathlib import Path
from typing import Any

from playwright.sync_api import Browser, Page, Route

Open = Callable[[], Page]
SMALL = (480, 300)
STATES = ("empty", "opening", "failed", "overfull")
SHEET = """<style>
body { margin: 0; padding: 16px; background: #cdd5e4; font: 600 22px system-ui; display: grid; gap: 14px;
       grid-template-columns: repeat(4, 480px); }
figure { margin: 0 } figcaption { padding: 2px 4px } img { width: 480px; height: 300px; border-radius: 8px }
</style>"""
LONG = "The longest of all names that anybody ever gave to twelve buns of three kinds"
# view: where it is, and the address of the answer that decides its state
VIEWS = {
    "Bench": ("/", "**/api/bakes"),
    "Hands": ("/hands/{running}", "**/api/batches/{running}?**"),
    "Day": ("/day", "**/api/days"),
    "Notebook": ("/notebook", "**/api/batches"),
    "Kitchen": ("/kitchen", "**/api/kitchens"),
}


def _answered(change: Callable[[Any], Any]) -> Callable[[Route], None]:
    def answer(route: Route) -> None:
        response = route.fetch()
        route.fulfill(response=response, json=change(deepcopy(response.json())))

    return answer


def _failed(route: Route) -> None:
    told = {"message": ["The database does not answer: is it running?"], "problems": []}
    route.fulfill(status=503, content_type="application/json", body=json.dumps(told))


def _many_batches(batches: list[dict[str, Any]]) -> list[dict[str, Any]]:
    again = [{**b, "id": 1000 + i, "name": LONG if i % 5 == 0 else b["name"]} for i in range(9) for b in batches[1:]]
    return [*batches, *again]


def _many_spots(kitchens: list[dict[str, Any]]) -> list[dict[str, Any]]:
    for kitchen in kitchens:
        kitchen["document"]["name"] = LONG
        kitchen["document"]["spots"] = [{"name": f"{LONG[:50]} {i}", "air": f"{24 + i} C"} for i in range(9)]
    return kitchens


def _long_names(day: dict[str, Any]) -> dict[str, Any]:
    """A day of eight bakes with long names, on the lanes it has."""
    plan = day.get("plan")
    if plan:
        first = plan["dishes"]
        plan["dishes"] = [{**first[i % len(first)], "at": i, "name": LONG} for i in range(8)]
    return day


OVERFULL: dict[str, tuple[str, Callable[[Any], Any]]] = {
    "Notebook": ("**/api/batches", _many_batches),
    "Kitchen": ("**/api/kitchens", _many_spots),
    "Day": ("**/api/days/*", _long_names),
}


def states_of(view: str, path: str, answer: str, opened: Open, overfull_bench: str) -> dict[str, bytes]:
    """A picture of each state this view can be in."""
    found, held = {}, list[Route]()
    for state in STATES:
        page = opened()
        where = path
        if state == "opening":
            page.route(answer, lambda route: held.append(route))
        elif state == "failed":
            page.route(answer, _failed)
        elif state == "empty":
            if view in ("Hands", "Kitchen"):  # neither is ever without anything
                page.close()
                continue
            page.route(answer, _answered(lambda _: []))
        elif view == "Bench":
            where = overfull_bench
        elif view in OVERFULL:
            route, change = OVERFULL[view]
            page.route(route, _answered(change))
        else:
            page.close()
            continue
        page.goto(where)
        # What fails is asked for again, twice, before that is said.
        page.wait_for_timeout(8_000 if state == "failed" else 3_000)
        found[state] = page.screenshot()
        for waiting in held:
            waiting.abort()
        held.clear()
        page.context.close()
    return found


def overfull_bake(page: Page) -> str:
    """A bake of six fillings with long names, made in the demo kitchen; its address."""
    made = page.evaluate(
        """async (long) => {
          const [first] = await (await fetch("/api/bakes")).json();
          const { document: d } = await (await fetch(`/api/bakes/${first.id}`)).json();
          const filling = { ...d.filling, name: "smoked aubergine, walnut and sour cherry" };
          const group = (i) => ({ pieces: 3 + i, closing: d.closing, dough_per_piece: `${51 + i} g`,
            filling_per_piece: "30 g", filling: { ...filling, name: `${filling.name} ${i + 1}` } });
          const document_ = { ...d, name: long, pieces: 4, more_groups: [0, 1, 2, 3, 4].map(group) };
          const csrf = /csrftoken=([^;]+)/.exec(document.cookie)[1];
          const answer = await fetch("/api/bakes", { method: "POST", body: JSON.stringify({ document: document_ }),
            headers: { "Content-Type": "application/json", "X-CSRFToken": csrf } });
          return (await answer.json()).id;
        }""",
        LONG,
    )
    return f"/bench/{made}?tray=wrap"


def draw_states(browser: Browser, opened: Open, running: str, to: Path) -> None:
    """Take every state of every view, and lay them on one sheet. running: the number of the batch under way."""
    page = opened()
    page.goto("/")
    page.wait_for_selector("[data-worked]")
    overfull = overfull_bake(page)
    page.context.close()
    figures = []
    for view, (path, answer) in VIEWS.items():
        taken = states_of(view, path.format(running=running), answer.format(running=running), opened, overfull)
        for state, picture in taken.items():
            data = base64.b64encode(picture).decode()
            img = f'<img src="data:image/png;base64,{data}">'
            figures.append(f"<figure>{img}<figcaption>{view}: {state}</figcaption></figure>")
    sheet = browser.new_page(viewport={"width": 4 * SMALL[0] + 74, "height": 800})
    sheet.set_content(SHEET + "".join(figures))
    sheet.screenshot(path=to, full_page=True)
    print(f"{to.name}, {len(figures)} states")
