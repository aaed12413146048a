"""The front end's own tests, run as part of this suite, with sentences for its writer to write as the core does."""

import json
import os
import random
import subprocess
import tempfile
import unittest
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any, get_args

from airycrumb.words import Message, hour_of, listed, say, text, weekday_of
from airycrumb.words.message import as_json
from airycrumb.words.quantity import Kind, Moment, Quantity
from tests.core.examples import DEMO_BAKES, NOON, bake_document, raw_sheet
from tests.core.test_words import messages_in

ROOT = Path(__file__).resolve().parent.parent.parent
SEED = 20_261_125
DRAWN = 3000


def drawn_messages(random_from: random.Random) -> Iterator[Message]:
    """Sentences of one quantity of every kind, single or a range, from a speck to a sackful, and of times."""
    for _ in range(DRAWN):
        value = round(10 ** random_from.uniform(-2, 4.7), random_from.choice((0, 1, 2, 4)))
        quantity = Quantity(
            random_from.choice(get_args(Kind)),
            value if random_from.random() < 0.9 else -value,
            value * random_from.uniform(1, 3) if random_from.random() < 0.4 else None,
            random_from.choice((None, None, 0, 1, 2)),
            random_from.choice((None, None, None, 2, 3)),
        )
        if quantity.value < 0 and (quantity.kind == "duration" or quantity.to is not None):
            continue
        yield say("it is {quantity} there", quantity=quantity)
    for _ in range(DRAWN // 20):
        at = NOON + timedelta(minutes=random_from.randrange(-3000, 3000))
        until = at + timedelta(minutes=random_from.randrange(1, 2000))
        yield say("ready {at}", at=hour_of(at, random_from.choice((None, until))))
        yield say("{at}", at=weekday_of(at))
        yield say("{at}", at=Moment(at, shown="day"))
    for n in range(1, 5):
        for joined in ("and", "or", "commas"):
            yield say("{list}", list=listed([say("{n} ml", n=Quantity("count", i + 1)) for i in range(n)], joined))


def cases() -> list[dict[str, Any]]:
    """Every sentence of the demo bakes and the drawn ones, as the contract has them and as the core writes them."""
    demo = (m for path in DEMO_BAKES for m in messages_in(raw_sheet(bake_document(path.stem))))
    now = datetime(NOON.year, NOON.month, NOON.day, 12, tzinfo=UTC)
    return [
        {"said": as_json(m), "now": now.isoformat(), "metric": text(m, "metric", now), "us": text(m, "us", now)}
        for m in (*demo, *drawn_messages(random.Random(SEED)))
    ]


class FrontEnd(unittest.TestCase):
    def test_its_own_tests_hold(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            sentences, report = Path(folder) / "sentences.json", Path(folder) / "report.json"
            sentences.write_text(json.dumps(cases()))
            done = subprocess.run(
                ["npx", "--no-install", "vitest", "run", "--reporter=json", f"--outputFile={report}"],
                cwd=ROOT / "web",
                env={**os.environ, "TZ": "UTC", "AIRYCRUMB_SENTENCES": str(sentences)},
                capture_output=True,
                text=True,
            )
            self.assertTrue(report.exists(), done.stdout + done.stderr)
            found = json.loads(report.read_text())
        for file in found["testResults"]:
            with self.subTest(file=Path(file["name"]).name):
                self.assertEqual(file["status"], "passed", file.get("message"))
            for one in file["assertionResults"]:
                with self.subTest(test=one["fullName"]):
                    # One that was skipped has shown nothing.
                    self.assertEqual(one["status"], "passed", "\n".join(one["failureMessages"])[:2000])
        self.assertGreater(found["numPassedTests"], 5)
        self.assertEqual(done.returncode, 0, done.stderr)
