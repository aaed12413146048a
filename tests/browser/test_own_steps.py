"""A method in the cook's own order: put together on the Bench, and called step by step in Hands on a phone."""

import re
from typing import Any

from playwright.sync_api import expect

from bakes import services as bakes
from tests.browser.base import SIZES
from tests.browser.test_every_event import OVEN, Events
from tests.core.examples import bake_document
from tests.core.test_own_steps import PORK

RISEN, BY_CLOCK = {"to": 2.0, "clock": ["90 min"]}, {"to": 1.15, "clock": ["20 min"]}


class OwnSteps(Events):
    def to_the_end(self, **changes: Any) -> list[str]:
        """A bake pressed through on a phone, from its start into the notebook: what was pressed, in order."""
        width, height = SIZES["phone"]
        bake = self.baked("hake-fennel-buns", **changes)
        self.begun(bake)
        self.page.set_viewport_size({"width": width, "height": height})
        while self.page.get_by_role("heading", level=1, name="How did they turn out?").count() == 0:
            self.hands.go_on()
        self.hands.press("Good")
        self.hands.press("Into the notebook")
        expect(self.page).to_have_url(re.compile(r"/notebook/\d+"))
        return self.hands.pressed

    def test_from_soaked_mushrooms_to_glazed_buns_at_the_table(self) -> None:
        glaze = [
            {"do": "cool", "before": "table", "for": "30 min"},
            {"do": "glaze", "before": "table", "with": [{"use": "icing sugar", "amount": "40 g"}]},
        ]
        # By the clock: a dough that is ready early is not wrapped before its filling is made.
        rise, proof = {"to": 2.0, "clock": ["150 min"]}, {"to": 1.15, "clock": ["20 min"]}
        pressed = self.to_the_end(filling=PORK, steps=glaze, rise=rise, proof=proof, heat=OVEN)
        mine = [i for i in pressed if i.startswith(("filling.", "step.")) and i != "filling.1.5.over"]
        # The last wait is over as wrapping begins: that ends it.
        each = ["1", "1.over", "2", "3", "4", "5"]
        self.assertEqual(mine, [*(f"filling.1.{n}" for n in each), "step.1", "step.1.over", "step.2"])
        self.assertLess(pressed.index("filling.1.5"), pressed.index("wrap.last"))
        self.assertLess(pressed.index("heat.1.1.out"), pressed.index("step.1"))

    def test_one_sheet_for_eight_without_a_proof(self) -> None:
        sheet = [
            {"do": "sheet", "before": "wrap"},
            {"do": "roll_up", "before": "wrap"},
            {"do": "cut", "before": "wrap"},
            {"do": "brush", "before": "rest", "with": [{"use": "butter", "amount": "15 g"}]},
        ]
        pressed = self.to_the_end(pieces=8, steps=sheet, proof={"to": 1.15, "clock": ["0 min"]}, heat=OVEN)
        order = [pressed.index(i) for i in ("divide.rest", "step.1", "step.2", "step.3", "wrap.last", "heat.1.1.out")]
        self.assertEqual(order, sorted(order))

    def test_wells_are_filled_after_the_proof_and_glazed_cold(self) -> None:
        glaze = [
            {"do": "cool", "before": "table", "for": "40 min"},
            {"do": "glaze", "before": "table", "with": [{"use": "icing sugar", "amount": "40 g"}]},
        ]
        heat = {**OVEN, "wash": "none"}
        pressed = self.to_the_end(
            closing="well", filled="after", dough_per_piece="70 g", proof=BY_CLOCK, rise=RISEN, heat=heat, steps=glaze
        )
        order = ("divide.rest", "proof.grown", "wrap.last", "heat.1.1.out", "rest.stand", "step.1.over", "step.2")
        self.assertEqual([i for i in pressed if i in order], list(order))

    def test_one_large_half_moon_with_no_proof_from_a_dough_in_two_bowls(self) -> None:
        bowls = [
            {"do": "oil_bowl", "before": "rise", "with": [{"use": "oil", "amount": "10 g"}]},
            {"do": "two_bowls", "before": "rise"},
        ]
        large = {"pieces": 1, "dough_per_piece": "420 g", "filling_per_piece": "300 g", "closing": "half_moon"}
        none = {"to": 1.15, "clock": ["0 min"]}
        pressed = self.to_the_end(**large, proof=none, rise=RISEN, heat={**OVEN, "wash": "none"}, steps=bowls)
        order = ("weigh.knead", "step.1", "step.2", "rise.grown", "wrap.last", "heat.1.1.out")
        self.assertEqual([i for i in pressed if i in order], list(order))

    def test_half_are_baked_and_half_frozen_raw_with_a_label(self) -> None:
        cold = {**OVEN, "from": "frozen", "cold_for": "336 h"}
        hake = bake_document("hake-fennel-buns")
        rest = {"pieces": 5, "filling": hake["filling"], "filling_per_piece": hake["filling_per_piece"], "heat": cold}
        pressed = self.to_the_end(pieces=5, more_groups=[rest], proof=BY_CLOCK, rise=RISEN, heat=OVEN)
        self.assertIn("away.1", pressed)
        self.assertLess(pressed.index("wrap.last"), pressed.index("away.1"))

    def test_flour_added_while_kneading_and_a_piece_lost_move_what_follows(self) -> None:
        self.begun(self.baked("hake-fennel-buns"))
        self.hands.at("Knead")
        self.page.get_by_role("button", name="Added…").click()
        self.page.get_by_role("textbox", name="Flour added").fill("35")
        self.page.get_by_role("button", name="Note it").click()
        self.hands.sent()
        batch = self.household.batches.latest("pk")
        self.assertEqual(self.arrived(batch, "flour_added").value, 35)
        self.hands.through("Kneaded, in the bowl")
        self.hands.waiting_for("Cut and rounded")
        before = self.page.get_by_role("heading", level=1).inner_text()
        self.assertIn("Cut 10 pieces", before)
        self.page.get_by_role("button", name="Pieces…").click()
        self.page.get_by_role("textbox", name="How many pieces there are").fill("9")
        self.page.get_by_role("button", name="Note it").click()
        self.hands.at("Cut 9 pieces")
        self.finish()


class OnTheBench(Events):
    def test_a_step_is_added_moved_and_taken_out_and_its_hour_and_what_it_leaves_are_seen(self) -> None:
        bake = self.baked("hake-fennel-buns")
        self.page.goto(f"/bench/{bake.pk}?tray=filling")
        self.bench.worked()
        listed = self.page.get_by_role("list", name="The filling, step by step")
        expect(listed).to_contain_text("Make the filling")
        self.bench.pull("Step by step")
        add = self.page.get_by_role("button", name=re.compile("^Add a step"))
        add.click()
        self.page.get_by_role("option", name="Fry …", exact=True).click()
        expect(listed).to_contain_text("Fry the filling")
        expect(listed).to_contain_text("left")
        add.click()
        self.page.get_by_role("option", name="Let … cool", exact=True).click()
        expect(listed).to_contain_text("Let the filling cool")
        self.page.get_by_role("button", name="Remove: Fry …").click()
        expect(listed).not_to_contain_text("Fry the filling")
        self.bench.saved()
        self.page.reload()
        expect(listed).to_contain_text("Let the filling cool")

    def test_a_filling_of_another_bake_is_looked_at_taken_and_looked_at_again_once_it_has_changed(self) -> None:
        other = self.baked("hake-fennel-buns", name="Lender")
        bake = self.baked("squash-lentil-half-moons")
        self.page.goto(f"/bench/{bake.pk}?tray=filling")
        self.bench.worked()
        self.page.get_by_role("button", name="Take a filling from another bake").click()
        self.page.get_by_role("option", name="filling of “Lender”").click()
        told = self.page.get_by_role("region", name="Take a filling").get_by_role("status")
        expect(told).to_contain_text("It goes in raw instead of")
        told.get_by_role("button", name="Take this filling").click()
        expect(self.page.get_by_text("The filling was taken from “Lender”.")).to_be_visible()
        self.bench.saved()
        document = bake_document("hake-fennel-buns", name="Lender", pieces=4)
        bakes.save(self.household, other.pk, 1, document)
        self.page.reload()  # what was pulled out stays so
        expect(self.page.get_by_role("button", name=re.compile("“Lender” has changed since"))).to_be_visible()

    def test_a_usual_dough_is_taken_and_marked_assumed_until_it_is_weighed(self) -> None:
        bake = self.baked("squash-lentil-half-moons")
        self.page.goto(f"/bench/{bake.pk}?tray=weigh")
        self.bench.worked()
        self.bench.pull("Change the recipe")
        self.page.get_by_role("button", name="Take a dough from another bake").click()
        self.page.get_by_role("option", name=re.compile("^soft milk dough")).click()
        self.page.get_by_role("button", name="Take this dough").click()
        assumed = self.page.get_by_text("a usual amount, assumed")
        expect(assumed).to_have_count(6)
        self.page.get_by_role("textbox", name="Amount of butter").fill("45")
        self.page.get_by_role("textbox", name="Amount of butter").blur()
        expect(assumed).to_have_count(5)

    def test_own_steps_stand_in_their_place_on_the_tray_before_them(self) -> None:
        bake = self.baked("hake-fennel-buns")
        self.page.goto(f"/bench/{bake.pk}?tray=wrap")
        self.bench.worked()
        was = self.bench.tab("Wrap")
        self.page.get_by_role("button", name="Add a step: Your own steps before you wrap").click()
        self.page.get_by_role("option", name="Let it relax, covered").click()
        expect(self.page.get_by_role("region", name="Your own steps before you wrap")).to_contain_text("relax")
        expect(self.page.get_by_role("tab", name=re.compile("^Wrap"))).not_to_have_text(was)
        self.page.get_by_role("button", name=re.compile(r"^all \d+ steps")).click()
        expect(self.page.get_by_role("dialog")).to_contain_text("Let the pieces relax, covered")
