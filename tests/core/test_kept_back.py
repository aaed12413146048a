"""Some pieces heated today, the others kept raw: what the day is, how long they keep and what is said of them."""

import unittest
from datetime import timedelta
from typing import Any

from airycrumb.trays.types import Sheet
from tests.core.examples import NOON, bake_document, raw_sheet, seen, sheet

# Minutes after noon at which each stage of a day is over.
STAGES = (("weigh", 25), ("rise", 150), ("divide", 175), ("wrap", 200), ("proof", 250), ("heat", 275))


def half(place: str = "frozen", cold_for: str = "336 h", which: str = "hake-fennel-buns", **changes: Any) -> Sheet:
    """Half of a demo bake's pieces kept raw in the cold."""
    document = bake_document(which)
    heat = {**document["heat"], "from": place, "cold_for": cold_for, "minutes": None}
    more = [
        {"pieces": 4, "filling": document["filling"], "filling_per_piece": document["filling_per_piece"], "heat": heat}
    ]
    return sheet(bake_document(which, pieces=4, more_groups=more), **changes)


class KeptBack(unittest.TestCase):
    def test_the_day_is_that_of_the_pieces_heated_today(self) -> None:
        alone = sheet(bake_document("hake-fennel-buns", pieces=8, more_groups=[]))
        found = half()
        self.assertNotIn("hold", {s.key for s in found.day.steps})
        self.assertLess(abs(found.day.total_min - alone.day.total_min), 30)
        self.assertIsNone(found.unbaked)
        (back,) = found.kept_back
        self.assertEqual(back.pieces, 4)
        self.assertAlmostEqual((back.into_heat - back.put_away).total_seconds() / 3600, 336)

    def test_the_others_are_timed_from_the_cold_and_said_with_what_goes_on(self) -> None:
        found = half()
        (other,) = found.more_heats
        self.assertEqual(other.arrives, "frozen")
        self.assertGreater(other.minutes_planned, found.heat.minutes_planned)
        self.assertRegex(found.finish, r"Freeze 4 of them raw.*straight from the cold for \d+ min, by ")

    def test_their_label_has_the_date_with_its_year_and_how_long_they_need(self) -> None:
        found = half()
        (away,) = [e for e in found.events if e.kind == "put_away"]
        (back,) = found.kept_back
        # Sixty days from 25 November: a weekday would be any of eight.
        self.assertRegex(back.said, r"by 24 Jan 2027\.$")
        label = f"{back.minutes:.0f} min in the heat straight from the freezer, by 24 Jan 2027"
        self.assertIn(label, " ".join(away.details))
        self.assertRegex(half("fridge", "20 h").kept_back[0].said, r"by \w+day, \d\d:\d\d\.$")

    def test_kept_for_longer_than_guidance_gives_it_is_stopped_and_each_way_out_works(self) -> None:
        late = half("fridge", "240 h")
        (doubt,) = [d for d in late.doubts if d.code.startswith("kept_too_long")]
        self.assertEqual(doubt.severity, "stop")
        for answer in doubt.answers[:2]:
            (change,) = answer.changes
            self.assertEqual(change.path[:3], ["more_groups", 0, "heat"])
        hours = doubt.answers[0].changes[0].value
        self.assertFalse([d for d in half("fridge", hours).doubts if d.code.startswith("kept_too_long")])
        self.assertFalse([d for d in half("frozen", "240 h").doubts if d.code.startswith("kept_too_long")])

    def test_a_dough_frozen_past_its_month_is_asked_about(self) -> None:
        self.assertIn("weak_after_freezing_2", {d.code for d in half("frozen", "1440 h").doubts})

    def test_first_pieces_that_wait_while_others_do_not_are_asked_about(self) -> None:
        document = bake_document("hake-fennel-buns", heat={"from": "frozen"})
        heat = {**document["heat"], "from": "proofed"}
        more = [{"pieces": 2, "filling": document["filling"], "filling_per_piece": "40 g", "heat": heat}]
        self.assertIn("cold_before_warm", {d.code for d in sheet({**document, "more_groups": more}).doubts})

    def test_a_day_whose_heat_is_over_goes_on_though_loads_of_the_others_never_began(self) -> None:
        document = bake_document("hake-fennel-buns")
        heat = {**document["heat"], "from": "frozen", "minutes": None}
        kept = {"pieces": 40, "filling": document["filling"], "filling_per_piece": "40 g", "heat": heat}
        marks = [seen("started", "weigh", 0), *(seen("done", s, m) for s, m in STAGES)]
        found = raw_sheet(
            bake_document("hake-fennel-buns", pieces=4, more_groups=[kept]), marks, NOON + timedelta(hours=7)
        )
        self.assertGreater(found.more_heats[0].loads, 1)
        self.assertEqual([e.id for e in found.events if e.standing == "open" and not e.along][-1], "rest.stand")

    def test_nothing_is_kept_back_where_all_are_baked(self) -> None:
        self.assertEqual(len(raw_sheet(bake_document("hake-fennel-buns")).kept_back), 0)
