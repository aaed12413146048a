"""A lesson written into a kitchen's document leaves a kitchen that reads, and says what was learned."""

import unittest
from datetime import timedelta

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.bake import read_bake, read_kitchen
from airycrumb.bake.marks import Observation
from airycrumb.learning.finish import Lesson
from airycrumb.learning.simulated_cook import simulated_batch
from airycrumb.learning.write_back import after_lesson
from airycrumb.stations.enclose import CLOSINGS
from airycrumb.stations.heat.learning import OvenTruth, Pace, Probed, learn_oven, learn_pace
from airycrumb.stations.rise import Vigour
from tests.core.examples import NOON, bake_document, kitchen, kitchen_document, sheet
from tests.core.spoken import finish

ANY = st.floats(-30, 30)
MINUTES = tuple(2.0 * i for i in range(9))


class WrittenBack(unittest.TestCase):
    @given(
        st.builds(Vigour, ANY, st.floats(0, 30), st.integers(0, 9000)),
        st.none() | st.floats(5, 1800),
        st.none() | st.floats(0.5, 1.2),
        st.none() | st.floats(0, 15),
        st.none() | st.builds(Probed, ANY, ANY, ANY, ANY, st.floats(0.01, 3), st.booleans(), st.booleans()),
        st.sampled_from(("steam", "oven", "pan")),
        st.none() | st.lists(st.floats(0, 350), min_size=4, max_size=9),
        st.sampled_from(sorted(CLOSINGS)),
    )
    def test_whatever_a_batch_said_the_kitchen_still_reads(
        self,
        vigour: Vigour,
        wrap: float | None,
        drank: float | None,
        warms: float | None,
        probed: Probed | None,
        method: str,
        oven: list[float] | None,
        closing: str,
    ) -> None:
        learned = Lesson(
            vigour=Vigour(vigour.mean, min(vigour.variance, 1.0), vigour.bakes),
            vigour_before=1.0,
            wrap_seconds=wrap,
            stages=[],
            findings=[],
            flour="bread flour",
            drank=drank,
            kneading_warms=warms,
            method=method,
            pace=None if probed is None else learn_pace(Pace(), probed),
            oven=None
            if oven is None
            else learn_oven(OvenTruth(), 190, 500, [(2.0 * i, c) for i, c in enumerate(oven)]),
        )
        document = kitchen_document()
        after = read_kitchen(after_lesson(document, learned, closing))
        self.assertEqual(document, kitchen_document(), "the document itself is left alone")
        self.assertEqual(after.vigour.bakes, vigour.bakes)
        if drank is not None:
            self.assertEqual(after.absorption["bread flour"], drank)
        if wrap is not None:
            self.assertAlmostEqual(after.wrap_seconds[closing], wrap, delta=0.06)
        if learned.pace is not None:
            self.assertEqual(after.paces[method].bakes, 1)
        if learned.oven is not None:
            self.assertAlmostEqual(after.true_oven.off_c, learned.oven.off_c, delta=0.06)

    def test_what_is_not_taught_stays(self) -> None:
        before = kitchen_document(wrap_seconds={"gathered": 61.0}, drinks={"rye flour": 1.05})
        learned = Lesson(Vigour(0.1, 0.02, 3), 1.0, 44.0, [], [], "bread flour", 0.97)
        after = after_lesson(before, learned, "ball")
        self.assertEqual(after["wrap_seconds"], {"gathered": 61.0, "ball": 44.0})
        self.assertEqual(after["drinks"], {"rye flour": 1.05, "bread flour": 0.97})
        self.assertEqual(
            {k: v for k, v in after.items() if k in ("room", "oven", "heats")},
            {k: v for k, v in before.items() if k in ("room", "oven", "heats")},
        )

    def test_a_played_batch_moves_the_kitchen_towards_how_its_dough_rose(self) -> None:
        bake = read_bake(bake_document())
        for log_vigour in (-0.5, 0.5):
            marks = simulated_batch(bake, kitchen(), NOON, log_vigour, seed=11)
            learned = finish(bake, kitchen(), marks, [], now=marks[-1].at)
            after = read_kitchen(after_lesson(kitchen_document(), learned, "gathered"))
            with self.subTest(log_vigour=log_vigour):
                self.assertEqual(after.vigour.mean > kitchen().vigour.mean, log_vigour > 0)
                self.assertEqual(after.vigour.bakes, kitchen().vigour.bakes + 1)


class AGummyMiddle(unittest.TestCase):
    """Without a probe it hints at a slower heat, but only where every load had its planned minutes."""

    def pace(self, share_of_planned: float, troubles: list[str]) -> float | None:
        bake = read_bake(bake_document("hake-fennel-buns", pieces=60))
        plan = sheet(bake_document("hake-fennel-buns", pieces=60)).heat
        self.assertGreater(plan.loads, 1)
        played = simulated_batch(bake, kitchen(), NOON, 0.0, seed=2)
        into = next(o.at for o in played if (o.kind, o.stage) == ("done", "proof"))
        out = into + timedelta(minutes=plan.minutes_planned * plan.loads * share_of_planned)
        marks = [o for o in played if o.kind not in ("probe", "oven") and o.stage not in ("heat", "rest")]
        marks += [Observation("done", "heat", out), Observation("done", "rest", out + timedelta(minutes=5))]
        learned = finish(bake, kitchen(), marks, troubles, now=marks[-1].at)
        return None if learned.pace is None else float(learned.pace.mean)

    def test_it_teaches_a_slower_heat_where_all_loads_had_their_time(self) -> None:
        slower = self.pace(1.02, ["gummy"])
        assert slower is not None
        self.assertGreater(slower, 0)

    def test_it_teaches_nothing_where_they_were_taken_out_early_or_were_not_gummy(self) -> None:
        self.assertIsNone(self.pace(0.7, ["gummy"]))
        self.assertIsNone(self.pace(1.02, []))
