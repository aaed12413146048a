"""How many questions an answer asks of the database: a page asks a dozen things at once, and waits for all of them."""

from collections.abc import Callable
from typing import Any

from django.db import connection
from django.test.utils import CaptureQueriesContext

from kitchens.models import Kitchen
from tests.core.examples import kitchen_document
from tests.server.base import NOW
from tests.server.test_days import DayCase

WHO = 2  # the session; and the person with their household
AT = NOW.isoformat().replace("+", "%2B")


class AskedOnce(DayCase):
    def asked(self, what: Callable[[], Any]) -> list[str]:
        """What is asked of the database meanwhile."""
        with CaptureQueriesContext(connection) as heard:
            what()
        return [query["sql"] for query in heard]

    def test_who_somebody_is_and_where_they_belong_is_one_question(self) -> None:
        sql = self.asked(lambda: self.call("GET", "/kitchens"))
        self.assertEqual(len(sql), WHO + 1, sql)
        self.assertEqual(sum('"accounts_household"' in one for one in sql), 1, sql)

    def test_the_marks_of_a_batch_are_read_once(self) -> None:
        batch = self.start()
        sql = self.asked(lambda: self.call("GET", f"/batches/{batch['id']}?now={AT}"))
        self.assertEqual(sum('"batches_observation"' in one for one in sql), 1, sql)

    def test_a_day_with_more_bakes_asks_no_more(self) -> None:
        first = self.make_day(self.bakes[0])
        both = self.make_day(*self.bakes, self.make_bake(name="Third")["id"])
        counts = []
        for day in (first, both):
            self.read(day)  # planned, and a better plan asked for: what follows only reads
            counts.append(len(self.asked(lambda day=day: self.read(day))))  # type: ignore[misc]
        self.assertEqual(*counts)


class ThePantry(DayCase):
    def names(self) -> set[str]:
        return {item["name"] for item in self.call("GET", "/pantry")[1]}

    def test_a_kitchens_own_food_is_on_the_shelf_at_once_and_off_it_again(self) -> None:
        before = self.names()
        kitchen = Kitchen.objects.get(household=self.home)
        own = {"name": "hill salt", "like": "fine salt", "cup": "270 g"}
        for foods, more in (([own], {"hill salt"}), ([], set())):
            kitchen.document = {**kitchen_document(), "pantry": foods}
            kitchen.save()
            self.assertEqual(self.names() - before, more)

    def test_it_is_told_in_the_language_asked_for(self) -> None:
        plain = self.client.get("/api/pantry")
        marked = self.client.get("/api/pantry", headers={"accept-language": "en-XA"})
        self.assertNotEqual(plain.content, marked.content)
        self.assertEqual(self.client.get("/api/pantry").content, plain.content)
