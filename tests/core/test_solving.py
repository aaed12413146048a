"""The wrapper from any side, and the wrapper on paper."""

import io
import re
import unittest
from typing import Any

import pdfplumber
from hypothesis import given, settings
from hypothesis import strategies as st

from airycrumb.bake import read_bake
from airycrumb.paper.wrapper_files import as_pdf, as_svg
from airycrumb.paper.wrapper_pages import CHECK_MM, PAPERS, template, template_of
from airycrumb.problems import InputError
from airycrumb.stations.enclose import CLOSINGS
from airycrumb.whatif.wrapper import Solved
from tests.core.examples import NOON, bake_document, kitchen, raw_sheet, sheet
from tests.core.spoken import enclose, solve, work

POINT_MM = 25.4 / 72
WRAPPING = [key for key, how in CLOSINGS.items() if how.rolled and how.wraps]


def solved(by: Any, value: float, group: int = 0, **changes: Any) -> Solved:
    bake, k = read_bake(bake_document(**changes)), kitchen()
    return solve(bake, k, work(bake, k, now=NOON), group, by, value)


class FromAnySide(unittest.TestCase):
    @settings(max_examples=12, deadline=None)
    @given(st.sampled_from(WRAPPING), st.floats(110, 400))
    def test_rolled_so_wide_and_filled_as_told_the_sheet_says_the_same_width(self, closing: str, across: float) -> None:
        found = solved("across", across, closing=closing)
        if not 5 <= found.filling_g <= 1500 or len(found.answers) < 2:
            return
        filled = bake_document(closing=closing, filling_per_piece=found.answers[1].changes[-1].value)
        self.assertAlmostEqual(sheet(filled).wrap.across_mm / across, 1, delta=0.01)

    def test_a_thickness_gives_the_width_that_has_it(self) -> None:
        found = solved("thickness", 4)
        self.assertAlmostEqual(CLOSINGS["gathered"].thickness(62, found.across_mm), 4)
        self.assertIn("thinner than", solved("thickness", 1).words)

    def test_filling_on_hand_gives_the_pieces_and_holds_it(self) -> None:
        found = solved("filling", 400)
        self.assertEqual(found.pieces, 10)
        pin = found.answers[0].changes[0].value
        self.assertEqual(sheet(bake_document(pin=pin)).groups[0].pieces, 10)

    def test_the_size_of_which_so_many_go_in_at_once(self) -> None:
        found = solved("fits", 14)
        made = bake_document(pieces=14, dough_per_piece=f"{found.dough_g} g", filling_per_piece=f"{found.filling_g} g")
        self.assertGreaterEqual(sheet(made).heat.per_load, 14)
        larger = bake_document(
            pieces=14, dough_per_piece=f"{found.dough_g * 1.1} g", filling_per_piece=f"{found.filling_g * 1.1} g"
        )
        self.assertLess(sheet(larger).heat.per_load, 14)

    def test_what_cannot_be_solved_is_said(self) -> None:
        for by, value, group, closing, words in (
            ("across", 5, 0, "gathered", "from 3 to 120 cm"),
            ("across", 150, 3, "gathered", "There is no group 4"),
            ("thickness", 4, 0, "plain", "no wrapper to solve"),
            ("fits", 60, 0, "pulled_pie", "do not go in at once, however small"),
        ):
            with self.subTest(by=by, closing=closing), self.assertRaises(InputError) as caught:
                solved(by, value, group, closing=closing)
            self.assertIn(words, str(caught.exception.problems[0].message))


class OnPaper(unittest.TestCase):
    def pdf(self, key: str, paper: str, across: float | None = None) -> Any:
        how = CLOSINGS[key]
        w = enclose(key, 62, 40, 1.0, 1.7, 8)
        if across is not None:
            w = enclose(key, 62, how.holds(across), 1.0, 1.7, 8)
        return w, pdfplumber.open(io.BytesIO(as_pdf(template(how, w, 8, paper), "test")))

    def test_a_125_mm_circle_is_125_mm_on_paper(self) -> None:
        for paper, (wide, high) in PAPERS.items():
            w, pdf = self.pdf("gathered", paper, 125.0)
            page = pdf.pages[0]
            self.assertAlmostEqual(float(page.width) * POINT_MM, wide, places=1)
            self.assertAlmostEqual(float(page.height) * POINT_MM, high, places=1)
            outline = max(page.curves, key=lambda c: c["width"])
            self.assertAlmostEqual(w.across_mm, 125.0, places=4)
            self.assertAlmostEqual(float(outline["width"]) * POINT_MM, 125.0, delta=0.05)
            self.assertAlmostEqual(float(outline["height"]) * POINT_MM, 125.0, delta=0.05)

    def test_the_check_line_is_100_mm_on_every_page(self) -> None:
        _, pdf = self.pdf("braid", "a4", 300.0)
        self.assertGreater(len(pdf.pages), 1)
        for page in pdf.pages:
            lengths = [float(x["width"]) * POINT_MM for x in page.lines]
            self.assertTrue(any(abs(length - CHECK_MM) < 0.05 for length in lengths), lengths[:5])
            self.assertIn("10 cm", page.extract_text())

    def test_the_svg_is_in_millimetres(self) -> None:
        how = CLOSINGS["gathered"]
        page = template(how, enclose("gathered", 62, how.holds(125.0), 1.0, 1.7), 1, "letter")[0]
        svg = as_svg(page)
        self.assertIn('width="215.9mm" height="279.4mm" viewBox="0 0 215.9 279.4"', svg)
        path = re.search(r'class="outline" d="M([^"]+)Z"', svg)
        assert path
        xs = [float(pair.split()[0]) for pair in path[1].split("L")]
        self.assertAlmostEqual(max(xs) - min(xs), 125.0, delta=0.01)

    def test_every_rolled_closing_has_a_page_and_the_outline_shows_whole_over_its_pages(self) -> None:
        for key, how in CLOSINGS.items():
            for paper in PAPERS:
                pages = template(how, enclose(key, 300, 150 if how.wraps else 0, 1.0, 1.7, 8), 8, paper)
                self.assertEqual(bool(pages), how.rolled, key)
                for page in pages:
                    x, y, wide, high = page.window
                    self.assertTrue(x > 0 and x + wide < page.wide and y > 0 and y + high < page.high)

    def test_pages_that_go_together_overlap_and_cover_the_wrapper(self) -> None:
        how = CLOSINGS["half_moon"]
        pages = template(how, enclose("half_moon", 600, 500, 1.0, 1.7), 1, "a4")
        self.assertGreater(len(pages), 1)
        x, y, wide, high = pages[0].window
        seen: set[int] = set()
        for page in pages:
            seen |= {i for i, (px, py) in enumerate(page.outlines[0]) if x <= px <= x + wide and y <= py <= y + high}
        self.assertEqual(len(seen), len(pages[0].outlines[0]))

    def test_a_lid_and_an_upper_round_have_pages_of_their_own(self) -> None:
        for key, word in (("lidded", "lid"), ("two_rounds", "upper round")):
            pages = template(CLOSINGS[key], enclose(key, 62, 30, 1.0, 1.7), 1, "a4")
            self.assertIn(word, " ".join(str(label.text) for page in pages for label in page.labels))

    def test_nothing_to_print_is_said(self) -> None:
        with self.assertRaises(InputError) as caught:
            template_of(raw_sheet(bake_document(closing="kneaded_in")), 0, "a4")
        self.assertIn("nothing is rolled", str(caught.exception.problems[0].message))
