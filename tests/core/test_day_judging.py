"""What a plan of a day costs, worked by hand; and everything that cannot be, planted and found."""

import unittest
from dataclasses import replace
from datetime import UTC, datetime, timedelta

from airycrumb.day.greedy import alone
from airycrumb.day.job import Filling, Job, Load, Person, Placed, Plan, Resources
from airycrumb.day.judging import WEIGHTS, Clash, clashes, costs, served
from airycrumb.day.live import gains, still_holds, told
from tests.core.days import wait, work

# 5 slots of weighing, a rise of 20 (best given 22, past its best after 24), 2 of wrapping, a proof of 8 (9, 12).
STAGES = (work("weigh", 5), wait("rise", 20, 22, 24), work("wrap", 2), wait("proof", 8, 9, 12))
BAKE = Job(0, STAGES, Filling(3, 4, 50), (Load("heat.1.1", "oven", 200.0, 5, 1),), due=60, warm=20)
ROOM = Resources((Person(""),), warms=1.0, cools=2.0, horizon=120)
# Weighed from 16, risen 22, wrapped at 43, proofed 9, in at 54, out at 59, on the table at 60.
PLACED = Placed(0, (16, 21, 43, 45), (0, None, 0, None), 30, 0, (54,), (0,))


def beside(by: int, **changes: object) -> tuple[Job, Placed]:
    """The same bake again, so many slots later, otherwise as told."""
    job = replace(BAKE, key=1, due=BAKE.due + by, **changes)  # type: ignore[arg-type]
    starts = tuple(at + by for at in PLACED.starts)
    return job, replace(PLACED, job=1, starts=starts, filling=30 + by, into=(54 + by,))


def both(other: tuple[Job, Placed], having: Resources = ROOM) -> list[str]:
    return named(clashes([BAKE, other[0]], Plan((PLACED, other[1])), having))


def named(found: list[Clash]) -> list[str]:
    """What clashes, in short."""
    return [" ".join(filter(None, (c.over, c.first, c.second))) for c in found]


class Cost(unittest.TestCase):
    def test_a_bake_in_time_costs_only_having_begun_before_it_is_eaten(self) -> None:
        found = costs(BAKE, PLACED, ROOM)
        self.assertEqual(served(BAKE, PLACED), 60)
        self.assertEqual(found.total, 44 * WEIGHTS["long"])  # begun at 16, eaten at 60

    def test_late_early_unsure_past_its_best_and_warm_are_counted_by_the_slot(self) -> None:
        late = costs(replace(BAKE, due=57), PLACED, ROOM)
        self.assertEqual(late.late, 3 * WEIGHTS["late"])
        early = costs(replace(BAKE, due=70), PLACED, ROOM)
        self.assertEqual(early.early, 7 * WEIGHTS["early"])  # ten slots before its hour, three of them let pass
        self.assertEqual(costs(replace(BAKE, due=70, serve="cool"), PLACED, ROOM).early, 7)
        hurried = costs(BAKE, replace(PLACED, starts=(17, 22, 42, 44), into=(54,)), ROOM)
        self.assertEqual(hurried.unsure, 2 * WEIGHTS["unsure"])
        waits = replace(PLACED, starts=(10, 15, 43, 45), into=(59,))
        self.assertEqual(costs(BAKE, waits, ROOM).over, (4 + 2) * WEIGHTS["over"])
        self.assertEqual(costs(replace(BAKE, warm=10), waits, ROOM).unsafe, 4 * WEIGHTS["unsafe"])

    def test_hands_and_heat_at_night_cost_all_of_what_they_do(self) -> None:
        sleeps = replace(ROOM, people=(Person("", asleep=((0, 17), (58, 90))),))
        # The weighing begins a slot before they wake, the load is still in when they go to sleep.
        self.assertEqual(costs(BAKE, PLACED, sleeps).night, (5 + 5) * WEIGHTS["night"])
        watched = replace(sleeps, people=(*sleeps.people, Person("Helper", away=((0, 20),))))
        self.assertEqual(costs(BAKE, PLACED, watched).night, 5 * WEIGHTS["night"])

    def test_everybody_asleep_or_away_is_nobody_there(self) -> None:
        people = (Person("", asleep=((0, 10),)), Person("Helper", away=((5, 20),)))
        self.assertEqual(replace(ROOM, people=people).unwatched, ((5, 10),))


class Clashes(unittest.TestCase):
    def test_one_bake_alone_clashes_with_nothing(self) -> None:
        self.assertEqual(clashes([BAKE], Plan((PLACED,)), ROOM), [])

    def test_hands_twice(self) -> None:
        self.assertIn("hands 0.weigh 1.weigh", both(beside(2)))
        helped = beside(2)
        helped = helped[0], replace(helped[1], who=(1, None, 1, None), filler=1)
        found = both(helped, replace(ROOM, people=(Person(""), Person("Helper")), shelves=2))
        self.assertEqual(found, [])

    def test_somebody_who_is_away(self) -> None:
        gone = replace(ROOM, people=(Person("", away=((20, 21),)),))
        self.assertEqual(named(clashes([BAKE], Plan((PLACED,)), gone)), ["away 0.weigh"])

    def test_an_oven_needs_its_time_to_change(self) -> None:
        hotter = (replace(BAKE.loads[0], celsius=230.0),)
        # 30 degrees up take three minutes, a slot; 30 degrees down take six, two slots.
        self.assertEqual(ROOM.change(BAKE.loads[0], hotter[0]), 1)
        self.assertEqual(ROOM.change(hotter[0], BAKE.loads[0]), 2)
        self.assertIn("oven 0.heat.1.1 1.heat.1.1", both(beside(5, loads=hotter)))
        self.assertNotIn("oven 0.heat.1.1 1.heat.1.1", both(beside(6, loads=hotter)))

    def test_shelves_pots_burners_pan_and_fridge_hold_so_much(self) -> None:
        self.assertIn("shelves", both(beside(3)))
        self.assertNotIn("shelves", both(beside(3), replace(ROOM, shelves=2)))
        steamed = (Load("heat.1.1", "steamer", 99.0, 5, 1),)
        panned = (Load("heat.1.1", "pan", 170.0, 5, 1),)
        one = replace(BAKE, loads=steamed)
        other = beside(3, loads=steamed)
        self.assertIn("steamer", named(clashes([one, other[0]], Plan((PLACED, other[1])), ROOM)))
        two = replace(ROOM, steamers=2, burners=1)
        self.assertIn("burners", named(clashes([one, other[0]], Plan((PLACED, other[1])), two)))
        fried = replace(BAKE, loads=panned)
        also = beside(3, loads=panned)
        self.assertIn("pan", named(clashes([fried, also[0]], Plan((PLACED, also[1])), ROOM)))
        cold, colder = replace(BAKE, chilled=True), beside(6, chilled=True)
        small = replace(ROOM, fridge_trays=1)
        self.assertIn("fridge", named(clashes([cold, colder[0]], Plan((PLACED, colder[1])), small)))


class Following(unittest.TestCase):
    def test_a_plan_goes_on_as_it_is_until_something_of_it_is_past_or_otherwise(self) -> None:
        plan = Plan((PLACED,))
        self.assertTrue(still_holds([BAKE], plan, ROOM))
        self.assertFalse(still_holds([replace(BAKE, earliest=17)], plan, ROOM))
        self.assertFalse(still_holds([replace(BAKE, pinned=20)], plan, ROOM))
        later = (replace(STAGES[0], began=16, ended=22), *STAGES[1:])
        self.assertFalse(still_holds([replace(BAKE, stages=later, earliest=22)], plan, ROOM))
        as_planned = (replace(STAGES[0], began=16, ended=21), replace(STAGES[1], began=21), *STAGES[2:])
        self.assertTrue(still_holds([replace(BAKE, stages=as_planned, earliest=21)], plan, ROOM))

    def test_another_order_is_worth_ten_minutes_of_lateness(self) -> None:
        by = lambda slots: Plan((replace(PLACED, into=(PLACED.into[0] + slots,)),))
        job = replace(BAKE, stages=(*STAGES[:3], wait("proof", 8, 9, None)), warm=None)
        self.assertFalse(gains([job], by(2), by(0), ROOM))
        self.assertTrue(gains([job], by(3), by(0), ROOM))
        self.assertFalse(gains([job], by(0), by(-3), ROOM))  # sooner than it is wanted is no gain

    def test_what_changed_is_told_in_hours(self) -> None:
        begin = datetime(2026, 11, 28, 7, 0, tzinfo=UTC)
        at = lambda slot: begin + timedelta(minutes=5 * slot)
        job, other = beside(10)
        before, after = Plan((PLACED, other)), Plan((replace(PLACED, into=(59,)), replace(other, into=(57,))))
        said = str(told(["Buns", "Braids"], [BAKE, job], before, after, at))
        self.assertIn("“Buns” is 25 min behind: on the table at 12:25.", said)
        self.assertIn("“Braids” is 35 min sooner", said)
        self.assertIn("“Braids” goes into the oven first.", said)

    def test_a_bake_held_to_an_hour_begins_then(self) -> None:
        placed = alone(replace(BAKE, pinned=12), ROOM)
        assert placed is not None
        self.assertEqual(placed.starts[0], 12)


if __name__ == "__main__":
    unittest.main()
