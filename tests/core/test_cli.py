"""The command line, run as a program."""

import contextlib
import io
import json
import os
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

from airycrumb.cli import main
from tests.core.examples import DEMO_BAKES, ROOT, bake_document

HAND_WRITTEN = {
    "format": "airycrumb-bake",
    "version": 1,
    "name": "Plain test rolls",
    "pieces": 8,
    "dough_per_piece": "2.5 oz",
    "filling_per_piece": "1 oz",
    "closing": "gathered",
    "dough": {
        "leavening": "yeast",
        "ingredients": [
            {"use": "bread flour", "amount": "1 lb"},
            {"use": "water", "amount": "1.25 cup"},
            {"use": "fine salt", "amount": "1.5 tsp"},
            {"use": "instant yeast", "amount": "1.5 tsp"},
        ],
    },
    "rise": {"to": 2},
    "filling": {
        "name": "squash",
        "state": "cooked",
        "temperature": "45 F",
        "hands_on": "20 min",
        "cooling": "1 h",
        "ingredients": [{"use": "squash cooked", "amount": "9 oz"}],
    },
    "proof": {"to": 1.4},
    "heat": {"method": "oven", "temperature": "400 F", "rest": "5 min"},
}


class CommandLine(unittest.TestCase):
    def run_it(self, *arguments: str) -> subprocess.CompletedProcess[str]:
        """As the program runs it, without starting another Python; SystemExit is argparse's own."""
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            try:
                status = main(list(arguments))
            except SystemExit as stop:
                status = int(stop.code or 0)
        return subprocess.CompletedProcess(arguments, status, out.getvalue(), err.getvalue())

    def test_it_is_a_program_of_its_own(self) -> None:
        env = {**os.environ, "PYTHONPATH": str(ROOT / "core")}
        command = [sys.executable, "-m", "airycrumb", "sheet", str(DEMO_BAKES[0])]
        done = subprocess.run(command, capture_output=True, text=True, env=env, timeout=60)
        self.assertEqual(done.returncode, 0, done.stderr)
        self.assertIn("RISE", done.stdout)

    def file(self, text: str) -> str:
        path = Path(self.enterContext(tempfile.TemporaryDirectory())) / "bake.json"
        path.write_text(text, encoding="utf-8")
        return str(path)

    def test_a_demo_bake_prints_its_day_in_order(self) -> None:
        done = self.run_it(
            "sheet", str(DEMO_BAKES[0]), "--kitchen", str(ROOT / "demo" / "kitchen.json"), "--now", "2026-11-25T12:00"
        )
        self.assertEqual(done.returncode, 0, done.stderr)
        places = [
            done.stdout.index(word) for word in ("WEIGH", "RISE", "DIVIDE", "WRAP", "PROOF", "HEAT", "DAY", "CARE")
        ]
        self.assertEqual(places, sorted(places))
        self.assertNotRegex(done.stdout, r"\bnan\b|None")

    def test_a_hand_written_file_in_pounds_cups_and_fahrenheit(self) -> None:
        done = self.run_it("sheet", self.file(json.dumps(HAND_WRITTEN)), "--json")
        self.assertEqual(done.returncode, 0, done.stderr)
        worked = json.loads(done.stdout)
        # by hand: 1.25 cup is 295.7 g of water on 453.6 g of flour: 65.2 %
        self.assertAlmostEqual(worked["weigh"]["percentages"]["stated_hydration"], 65.2, delta=0.1)
        self.assertAlmostEqual(sum(x["grams"] for x in worked["weigh"]["dough"]), worked["weigh"]["dough_g"], delta=0.1)

    def test_bad_input_is_a_sentence_and_status_two(self) -> None:
        cases = {
            json.dumps({**bake_document(), "colour": "red"}): "Unknown field “colour”",
            json.dumps(bake_document(dough_per_piece="62 stone")): "“stone” is not a unit",
            json.dumps(bake_document()).replace('"pieces": 12', '"pieces": NaN'): "NaN is not a number",
            json.dumps(bake_document()).replace('"pieces": 12', '"pieces": 1e400'): "1e400 is not a number",
            "{": "not a JSON file",
        }
        for text, part in cases.items():
            with self.subTest(part=part):
                done = self.run_it("sheet", self.file(text))
                self.assertEqual(done.returncode, 2)
                self.assertIn(part, done.stderr)
                self.assertEqual(done.stdout, "")
                self.assertNotIn("Traceback", done.stderr)

    def test_a_file_that_is_not_there_and_a_time_that_is_none(self) -> None:
        self.assertEqual(self.run_it("sheet", "/no/such/file.json").returncode, 2)
        self.assertIn("not a date and time", self.run_it("sheet", str(DEMO_BAKES[0]), "--now", "soon").stderr)

    def test_a_wrapper_is_written_to_a_file_and_what_cannot_be_is_said(self) -> None:
        braids = str(ROOT / "demo" / "bakes" / "kale-potato-braids.json")
        with tempfile.TemporaryDirectory() as folder:
            out = Path(folder) / "wrapper.pdf"
            done = self.run_it("template", braids, str(out), "--paper", "letter")
            self.assertEqual((done.returncode, out.read_bytes()[:5]), (0, b"%PDF-"), done.stderr)
            self.assertIn("letter", done.stdout)
            drawn = Path(folder) / "wrapper.svg"
            self.assertEqual(self.run_it("template", braids, str(drawn), "--group", "2").returncode, 0)
            self.assertTrue(drawn.read_text().startswith("<svg "))
            refused = self.run_it("template", braids, str(drawn), "--group", "3")
            self.assertEqual((refused.returncode, "There is no group 3" in refused.stderr), (2, True))

    def test_a_plain_piece_is_told_without_a_filling(self) -> None:
        done = self.run_it("sheet", str(ROOT / "demo" / "bakes" / "kale-potato-braids.json"))
        self.assertIn("1 × 60 g of dough, nothing inside", done.stdout)
        self.assertIn("plain folded piece, roll to", done.stdout)
        self.assertNotIn("closes over up to 0 g", done.stdout)
