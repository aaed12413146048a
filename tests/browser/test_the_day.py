"""Several bakes for one table: laid out from nothing, clashes told, followed to the table, found again by a worker."""

import os
import re
import subprocess
import uuid
from datetime import datetime, timedelta
from itertools import pairwise
from typing import Any
from unittest.mock import patch
from zoneinfo import ZoneInfo

from django.utils import timezone
from icalendar import Calendar
from playwright.sync_api import Locator, expect

from accounts.models import Household
from bakes import services as bakes
from batches.models import Batch
from days import services as days
from days.models import Day
from kitchens.models import Kitchen
from scripts.serving import worker
from tests.browser.base import BrowserCase, database_url
from tests.core.examples import bake_document

KINDS = ("squash-lentil-half-moons", "mushroom-buckwheat-half-moons", "pear-hazelnut-buns")
# A filling that thaws in the fridge overnight.
THAWED = {"steps": [{"do": "thaw", "for": "720 min", "of": ["kale"]}, {"do": "chill", "for": "30 min", "of": []}]}
SOLVED_MS = 60_000
# What is written in the drawing of the day and reaches past its edge.
CUT_OFF = """[...document.querySelectorAll("main svg[role=group]")].flatMap((svg) => {
  const { left, right } = svg.getBoundingClientRect();
  return [...svg.querySelectorAll("text")]
    .filter((text) => {
      const box = text.getBoundingClientRect();
      return box.left < left - 1 || box.right > right + 1;
    })
    .map((text) => text.textContent);
})"""


class OnTheDay(BrowserCase):
    """Days made without the page."""

    def setUp(self) -> None:
        super().setUp()
        self.home = Household.objects.get(pk=Kitchen.objects.earliest("pk").household_id)

    def baked(self, kind: str, **changes: Any) -> int:
        document = bake_document(kind, **{"plan": {"eat_at": None}, **changes})
        return bakes.create(self.home, document, uuid.uuid4()).bake_id

    def day(self, *kinds: str, hours: float) -> Day:
        """A day with these, so many hours from now."""
        Day.objects.all().delete()
        eat = timezone.now().replace(second=0, microsecond=0) + timedelta(hours=hours)
        dishes = [{"bake": self.baked(kind)} for kind in kinds]
        up = [{"name": "", "sleeps": "00:01", "wakes": "00:02"}]
        document = {"format": "airycrumb-day", "version": 1, "eat_at": eat.isoformat(), "dishes": dishes, "hands": up}
        return days.create(self.home, document)

    def lanes(self) -> Locator:
        return self.page.locator("[data-lane]")

    def lane(self, name: str) -> Locator:
        return self.page.locator("[data-lane^='dish']").filter(has_text=name).get_by_role("button")

    def on_hands(self) -> list[tuple[float, float]]:
        """From where to where hands are taken, as drawn."""
        spans = self.page.locator("[data-lane='hands.0'] [data-span]").filter(has=self.page.locator("rect[rx='5']"))
        boxes = [span.locator("rect").first.bounding_box() for span in spans.all()]
        return sorted((b["x"], b["x"] + b["width"]) for b in boxes if b)


class LaidOut(OnTheDay):
    def test_three_kinds_for_saturday_noon_are_laid_out_from_an_empty_day_and_one_is_held(self) -> None:
        Day.objects.all().delete()
        self.page.goto("/day")
        expect(self.page.get_by_role("heading", name="Several bakes for one table")).to_be_visible()
        for name in ("Squash and lentil half-moons", "Mushroom and buckwheat half-moons", "Pear and hazelnut buns"):
            self.page.get_by_label(name).check()
        self.page.get_by_role("button", name="Lay out the day").click()
        expect(self.page.get_by_role("heading", name="The day, for 10")).to_be_visible()
        expect(self.lanes()).to_have_count(5)  # three bakes, a pair of hands, an oven
        taken = self.on_hands()
        self.assertGreaterEqual(len(taken), 12)
        for (_, end), (start, _) in pairwise(taken):
            self.assertLessEqual(end, start + 0.5)
        expect(self.page.get_by_role("region", name=re.compile("^(What collided|Clashes)"))).to_contain_text(
            "both want"
        )
        # An hour later by keyboard: it is held there, the others give way, and one press takes it back.
        before = self.lane("Squash").get_attribute("aria-label")
        self.lane("Squash").press("Shift+ArrowLeft")
        expect(self.page.get_by_text("held").first).to_be_visible()
        self.assertNotEqual(self.lane("Squash").get_attribute("aria-label"), before)
        self.page.get_by_role("button", name="undo").click()
        expect(self.page.get_by_text("held", exact=False).filter(has_text="begins")).to_have_count(0)

    def test_a_bake_on_the_bench_is_told_where_it_clashes_and_goes_onto_the_day_with_one_press(self) -> None:
        day = self.day("squash-lentil-half-moons", hours=9)
        bake = self.baked("mushroom-buckwheat-half-moons", plan={"eat_at": day.document["eat_at"]})
        self.page.goto(f"/bench/{bake}")
        self.bench.worked()
        expect(self.page.get_by_text(re.compile("Wants (your hands|the oven) at"))).to_be_visible()
        self.page.get_by_role("button", name=re.compile("^put it on the day")).click()
        expect(self.page).to_have_url(re.compile(r"/day/\d+"))
        expect(self.lane("Mushroom")).to_be_visible()
        expect(self.lane("Squash")).to_be_visible()

    def test_somebody_is_away_for_forty_minutes_and_then_all_of_it_is_half_an_hour_later(self) -> None:
        day = self.day(*KINDS[:2], hours=9)
        eat = datetime.fromisoformat(day.document["eat_at"])
        begins = days.standing(day, timezone.now()).reply.plan.begins
        self.page.goto(f"/day/{day.pk}")
        self.page.get_by_role("button", name="away from… to…").click()
        for label, minutes in (("You away from", -5), ("You back at", 35)):
            at = (begins + timedelta(minutes=minutes)).astimezone(ZoneInfo("Europe/Lisbon"))
            self.page.get_by_label(f"{label}, the date").fill(f"{at:%Y-%m-%d}")
            self.page.get_by_label(f"{label}, the hour").fill(f"{at:%H:%M}")
            self.page.get_by_label(f"{label}, the hour").press("Enter")
        self.page.get_by_role("button", name="that is right").click()
        expect(self.page.get_by_role("button", name="there after all")).to_be_visible()
        self.page.get_by_role("button", name="All of it later").click()
        self.page.get_by_role("menuitemradio", name="everything 30 min later").click()
        shown = (eat + timedelta(minutes=30)).astimezone(ZoneInfo("Europe/Lisbon"))
        expect(self.page.get_by_label("When it is on the table, the hour")).to_have_value(f"{shown:%H:%M}")
        day.refresh_from_db()
        self.assertEqual(datetime.fromisoformat(day.document["eat_at"]), eat + timedelta(minutes=30))
        # Nobody works while they are away.
        plan = days.standing(day, timezone.now()).reply.plan
        hands = next(lane for lane in plan.lanes if lane.key == "hands.0")
        gone = (begins - timedelta(minutes=5), begins + timedelta(minutes=35))
        self.assertFalse([s for s in hands.spans if s.start < gone[1] and gone[0] < s.end])

    def test_what_does_not_fit_is_told_with_ways_out_and_one_press_takes_one(self) -> None:
        day = self.day(*KINDS, hours=4)
        found = days.standing(day, timezone.now()).day
        with patch("gateway.compute.day.SECONDS", 3.0), patch("airycrumb.day.ways_out.ALL_S", 6.0):
            days.improve(found.pk, found.made_for, timezone.now())
        self.page.goto(f"/day/{day.pk}")
        way = self.page.get_by_role("listitem").filter(has_text=re.compile("^Eat at"))
        expect(way).to_contain_text("the table waits")
        before = day.document["eat_at"]
        way.get_by_role("button", name="Do that").click()
        expect(way).to_have_count(0)
        day.refresh_from_db()
        self.assertGreater(datetime.fromisoformat(day.document["eat_at"]), datetime.fromisoformat(before))

    def test_the_day_reads_on_a_phone_and_the_calendar_is_subscribed_to_and_taken_back(self) -> None:
        day = self.day(*KINDS[:2], hours=10)
        for size in self.at_each_size(self.page):
            self.page.goto(f"/day/{day.pk}")
            expect(self.lane("Squash")).to_be_visible()
            wide = self.page.evaluate("document.documentElement.scrollWidth <= innerWidth")
            self.assertTrue(wide, f"{size} scrolls sideways")
            self.assertEqual(self.page.evaluate(CUT_OFF), [], size)
        self.page.get_by_role("button", name="Make a private calendar address").click()
        address = self.page.get_by_text(re.compile(r"/api/calendar/.*\.ics$")).inner_text()
        stranger = self.fresh_context().request.get(address)
        self.assertEqual(stranger.status, 200)
        events = Calendar.from_ical(stranger.text()).walk("VEVENT")
        self.assertIn("Squash", "".join(str(e["summary"]) for e in events))
        self.page.get_by_role("button", name="take the address back").click()
        expect(self.page.get_by_role("button", name="Make a private calendar address")).to_be_visible()
        self.assertEqual(self.fresh_context().request.get(address).status, 404)


class Away(OnTheDay):
    def test_a_day_looked_at_before_is_there_without_the_server_and_says_that_a_change_cannot_be_made(self) -> None:
        day = self.day(*KINDS[:2], hours=10)
        self.page.goto(f"/day/{day.pk}")
        expect(self.lane("Squash")).to_be_visible()
        self.page.wait_for_load_state("networkidle")
        self.page.wait_for_timeout(600)  # what was answered is written down in a quiet moment
        self.page.route("**/api/**", lambda route: route.abort())
        self.page.goto(f"/day/{day.pk}")
        expect(self.lane("Squash")).to_be_visible()
        self.lane("Squash").press("ArrowLeft")
        expect(self.page.get_by_role("alert").filter(has_text="out of reach: this was not done")).to_be_visible()
        self.page.unroute("**/api/**")
        day.refresh_from_db()
        self.assertEqual(day.revision, 1)


class PutRight(OnTheDay):
    def test_what_is_no_hour_and_no_number_is_told_and_stays_as_typed(self) -> None:
        day = self.day(*KINDS[:2], hours=10)
        self.page.goto(f"/day/{day.pk}")
        hour = self.page.get_by_label("When it is on the table, the hour")
        hour.fill("noon")
        hour.press("Enter")
        expect(self.page.get_by_role("alert").filter(has_text="Write an hour such as 12:30")).to_be_visible()
        expect(hour).to_have_value("noon")
        self.lane("Squash").press("Enter")
        pieces = self.page.get_by_label("pieces")
        pieces.fill("a dozen")
        pieces.press("Enter")
        expect(self.page.get_by_text("Write a whole number from 1 to 999.")).to_be_visible()
        expect(pieces).to_have_value("a dozen")
        day.refresh_from_db()
        self.assertEqual(day.revision, 1)
        pieces.fill("9")
        pieces.press("Enter")
        expect(pieces).to_have_attribute("placeholder", "9")
        day.refresh_from_db()
        self.assertEqual(day.document["dishes"][0]["changes"], [{"path": ["pieces"], "value": 9}])

    def test_a_day_that_is_not_wanted_is_put_away_and_its_bakes_stay(self) -> None:
        day = self.day(*KINDS[:2], hours=10)
        count = self.home.bakes.filter(deleted=False).count()
        self.page.goto(f"/day/{day.pk}")
        self.page.get_by_role("button", name="put this day away").click()
        self.page.get_by_role("button", name="Keep it").click()
        self.page.get_by_role("button", name="put this day away").click()
        self.page.get_by_role("button", name="Put it away").click()
        expect(self.page.get_by_role("heading", name="Several bakes for one table")).to_be_visible()
        self.assertEqual(self.home.bakes.filter(deleted=False).count(), count)


class Followed(OnTheDay):
    page_of_its_own = True

    def test_three_kinds_that_collide_alone_are_run_to_the_table_in_hands_with_one_of_them_behind(self) -> None:
        day = self.day(*KINDS, hours=9)
        plan = days.standing(day, timezone.now()).reply.plan
        assert plan is not None
        first, *others = sorted(plan.dishes, key=lambda d: d.begins)
        self.page.clock.install(time=first.begins)
        self.page.goto(f"/day/{day.pk}")
        # Alone they want the same hands and the same oven; planned together nothing is left of that.
        expect(self.page.get_by_role("button", name="What collided")).to_be_visible()
        expect(self.page.get_by_role("region", name="It does not quite fit")).to_have_count(0)
        self.begin(first.name)
        # Kneading was to take 25 minutes; a plan may have room for as much again.
        self.page.clock.fast_forward("01:20:00")
        self.hands.waiting_for("Kneaded, in the bowl")
        self.hands.press("Kneaded, in the bowl")
        self.hands.sent()
        self.page.goto(f"/day/{day.pk}")
        # Whose table hour gives way is the plan's choice: the late one may have had time to spare.
        names = "|".join(dish.name for dish in plan.dishes)
        told = self.page.get_by_role("status").filter(has_text="behind")
        expect(told).to_have_text(re.compile(f"“({names})” is .+ behind: on the table at"))
        for other in others:
            self.page.goto(f"/day/{day.pk}")
            self.begin(other.name)
        day.refresh_from_db()
        for dish in day.document["dishes"]:
            self.page.goto(f"/hands/{dish['batch']}")
            while self.page.get_by_role("heading", level=1, name="How did they turn out?").count() == 0:
                self.hands.go_on()
            self.hands.press("Good")
            self.hands.press("Into the notebook")
            expect(self.page).to_have_url(re.compile(r"/notebook/\d+"))
        self.page.goto(f"/day/{day.pk}")
        expect(self.page.get_by_role("button", name=re.compile("under way"))).to_have_count(len(KINDS))

    def begin(self, name: str) -> None:
        """Start one bake of the day, from its lane."""
        self.lane(name[:12]).press("Enter")
        self.page.get_by_role("button", name=re.compile("^Start (it|its dough) now$")).click()
        expect(self.page).to_have_url(re.compile(r"/hands/\d+"))


class Ahead(OnTheDay):
    def test_a_filling_made_hours_before_its_dough_is_begun_by_itself_and_the_dough_waits_for_its_hour(self) -> None:
        day = days.standing(self.day("kale-potato-braids", hours=13), timezone.now()).day
        placed = day.plan["placed"][0]
        placed["filling"] = placed["starts"][0] - 60  # five hours before
        day.save()
        self.page.goto(f"/day/{day.pk}")
        self.lane("Kale").press("Enter")
        start = self.page.get_by_role("button", name=re.compile("^Start its filling now: the dough at"))
        hour = start.inner_text()[-5:]
        start.click()
        self.hands.at("Make the filling")
        self.hands.go_on()
        batch = Batch.objects.latest("pk")
        self.hands.sent()
        sheet = self.page.request.get(f"/api/batches/{batch.pk}", params={"now": timezone.now().isoformat()}).json()
        weigh = next(s for s in sheet["live"]["sheet"]["day"]["steps"] if s["key"] == "weigh")
        lisbon = datetime.fromisoformat(weigh["start"]).astimezone(ZoneInfo("Europe/Lisbon"))
        self.assertEqual(lisbon.strftime("%H:%M"), hour)
        self.assertRegex(self.hands.front()[0], "^weigh")
        expect(self.hands.figure()).to_contain_text("not yet: at")
        expect(self.hands.figure()).to_contain_text(hour)
        self.assertEqual(batch.observations.filter(stage="weigh", kind="done").count(), 0)

    def test_on_the_bench_too_what_is_made_before_the_dough_can_be_begun_alone(self) -> None:
        bake = self.baked("kale-potato-braids", filling={**bake_document("kale-potato-braids")["filling"], **THAWED})
        self.page.goto(f"/bench/{bake}")
        self.bench.worked()
        self.page.get_by_role("button", name="Start this bake").click()
        asked = self.page.get_by_role("dialog", name="What is begun now?")
        expect(asked).to_contain_text("before the dough")
        asked.get_by_role("button", name=re.compile("the dough at")).click()
        self.hands.at("Thaw")
        started = Batch.objects.latest("pk").observations.get(kind="started")
        self.assertGreater(started.value, 60)


class Workers(OnTheDay):
    def test_a_worker_that_is_killed_leaves_the_plan_standing_and_the_next_one_finishes(self) -> None:
        day = self.day(*KINDS, hours=12)
        self.page.goto(f"/day/{day.pk}")
        expect(self.page.get_by_text("a better one will be looked for")).to_be_visible()
        killed = self.work()
        expect(self.page.get_by_text("looking for a better plan", exact=True)).to_be_visible(timeout=SOLVED_MS)
        killed.kill()
        killed.wait()
        expect(self.lane("Squash")).to_be_visible()
        other = self.work()
        self.addCleanup(other.wait)
        self.addCleanup(other.kill)
        expect(self.page.get_by_role("progressbar")).to_have_count(0, timeout=SOLVED_MS)
        day.refresh_from_db()
        self.assertEqual((day.state, day.progress), ("done", 1.0))

    def work(self) -> subprocess.Popen[bytes]:
        env = {**os.environ, "AIRYCRUMB_MODE": "demo", "AIRYCRUMB_DATABASE_URL": database_url()}
        # Thirty seconds of silence, as they are in a kitchen, would be most of the test.
        return worker(env, "--gone-after", "10", stderr=subprocess.DEVNULL)
