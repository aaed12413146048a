"""The walls between the rooms of core and server hold, and the page that tells of them says what is there."""

import os
import re
import shutil
import subprocess
import sys
import tempfile
import tomllib
import unittest
from pathlib import Path
from typing import ClassVar

from scripts import architecture

ROOT = Path(__file__).resolve().parent.parent.parent

# The wall that is crossed, the module an import is planted in, and what it imports.
PLANTED = [
    ("The core knows nothing of Django", "airycrumb.stations.weigh.mixing", "django"),
    ("The core knows nothing of Django", "airycrumb.bake.model", "bakes.models"),
    ("Stations never import one another", "airycrumb.stations.heat.cook", "airycrumb.stations.weigh.mixing"),
    ("Stations never import one another", "airycrumb.stations.safety.warm_clock", "airycrumb.stations.filling"),
    ("The rooms of the core", "airycrumb.stations.safety.lines", "airycrumb.bake.model"),
    ("The rooms of the core", "airycrumb.trays.surer", "airycrumb.questions.filling"),
    ("The rooms of the core", "airycrumb.words.quantity", "airycrumb.data.heat"),
    ("The rooms of the core", "airycrumb.sheet.work", "airycrumb.day.planning"),
    ("through its gateway alone", "accounts.services", "airycrumb.bake.model"),
    ("The apps of the server", "batches.services", "days.services"),
    ("The apps of the server", "kitchens.services", "bakes.services"),
    ("The apps of the server", "gateway.compute.heat", "gateway.contract"),
    ("Services know nothing of HTTP routes", "bakes.models", "bakes.services"),
    ("Services know nothing of HTTP routes", "devices.services", "devices.api"),
]


class Walls(unittest.TestCase):
    copy: ClassVar[Path]

    @classmethod
    def setUpClass(cls) -> None:
        folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(folder.cleanup)
        cls.copy = Path(folder.name)
        unwanted = shutil.ignore_patterns("__pycache__", "*.json", "*.csv", "static", "migrations")
        for room in ("core", "server"):
            shutil.copytree(ROOT / room, cls.copy / room, ignore=unwanted)
        shutil.copy(ROOT / "pyproject.toml", cls.copy)

    def lint(self) -> str:
        """What the lint says of the copy."""
        path = os.pathsep.join(str(self.copy / p) for p in ("core", "server"))
        command = [str(Path(sys.executable).with_name("lint-imports")), "--no-logo"]
        done = subprocess.run(
            command, cwd=self.copy, env={**os.environ, "PYTHONPATH": path}, capture_output=True, text=True
        )
        return done.stdout + done.stderr

    def test_every_station_stands_in_the_contract_of_stations(self) -> None:
        contracts = tomllib.loads((ROOT / "pyproject.toml").read_text())["tool"]["importlinter"]["contracts"]
        apart = next(c["modules"] for c in contracts if c["type"] == "independence")
        there = {path.stem for path in (ROOT / "core/airycrumb/stations").iterdir() if not path.stem.startswith("_")}
        self.assertEqual({name.rsplit(".", 1)[1] for name in apart}, there)

    def test_the_rooms_as_they_are_keep_to_their_walls(self) -> None:
        self.assertIn("0 broken", self.lint())

    def test_an_import_across_each_wall_is_refused(self) -> None:
        before = {module: self.file(module).read_text() for _, module, _ in PLANTED}
        for _, module, imported in PLANTED:
            with self.file(module).open("a") as file:
                file.write(f"\nimport {imported}\n")
        said = self.lint()
        for module, text in before.items():
            self.file(module).write_text(text)
        for wall, module, imported in PLANTED:
            with self.subTest(wall=wall, module=module):
                self.assertRegex(said, rf"{wall}.* BROKEN")
                self.assertTrue(f"{module} -> {imported} (l." in said, said)

    def test_a_room_without_a_place_is_refused(self) -> None:
        cellar = self.copy / "core" / "airycrumb" / "cellar.py"
        cellar.write_text("")
        try:
            self.assertIn("cellar", self.lint())
        finally:
            cellar.unlink()

    def file(self, module: str) -> Path:
        """Where a module of the copy stands."""
        side = "core" if module.startswith("airycrumb") else "server"
        return self.copy / side / Path(*module.split(".")).with_suffix(".py")


class TheHouseOnOnePage(unittest.TestCase):
    def test_picture_and_list_of_rooms_say_what_the_contracts_hold(self) -> None:
        self.assertEqual(architecture.stale(), [], "run make schema")

    def test_every_file_it_names_is_there(self) -> None:
        named = set(
            re.findall(r"`([\w/.-]+\.(?:py|tsx?|csv|toml|js|json|pot))`", (ROOT / "ARCHITECTURE.md").read_text())
        )
        self.assertGreater(len(named), 20)
        for name in named:
            with self.subTest(file=name):
                places = [
                    ROOT,
                    ROOT / "core" / "airycrumb",
                    ROOT / "web" / "src",
                    ROOT / "core/airycrumb/stations/enclose",
                ]
                self.assertTrue(any((place / name).exists() for place in places))
