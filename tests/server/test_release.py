"""Pages built beside those that are served, and changed over in one step."""

import json
import os
import tempfile
import time
import unittest
from pathlib import Path

from scripts.release import OWN, WEEK_S, carry_over, change_over, outdated, releases


class Releases(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.web = Path(folder.name)

    def built(self, name: str, *files: str) -> Path:
        """A release with these files of its own."""
        release = self.web / "releases" / name
        (release / "assets").mkdir(parents=True)
        for file in files:
            (release / "assets" / file).write_text(f"{name} {file}")
        (release / OWN).write_text(json.dumps(list(files)))
        return release

    def test_an_open_page_goes_on_finding_its_files_and_a_server_its_release(self) -> None:
        first, second = self.built("1", "index-a.js", "same.js"), self.built("2", "index-b.js", "same.js")
        change_over(self.web, first)
        began_with = (self.web / "dist").resolve()
        carry_over(second, [first])
        change_over(self.web, second)
        served = self.web / "dist" / "assets"
        self.assertEqual(sorted(p.name for p in served.iterdir()), ["index-a.js", "index-b.js", "same.js"])
        self.assertEqual((served / "same.js").read_text(), "2 same.js")
        self.assertTrue((began_with / "assets" / "index-a.js").is_file())

    def test_what_was_built_before_there_were_releases_is_taken_along(self) -> None:
        (self.web / "dist" / "assets").mkdir(parents=True)
        new = self.built("20261201T120000", "index-b.js")
        change_over(self.web, new)
        self.assertEqual((self.web / "dist").resolve(), new.resolve())
        self.assertEqual(next(p.name for p in releases(self.web)), "0-before-there-were-any")

    def test_a_release_goes_a_week_after_it_was_replaced_and_never_the_last_two(self) -> None:
        now = time.time()
        for name, days_old in (("1", 30), ("2", 20), ("3", 3), ("4", 2), ("5", 1)):
            release = self.built(name, f"{name}.js")
            os.utime(release, (now - days_old * 86_400,) * 2)
        self.assertEqual([p.name for p in outdated(self.web, now)], ["1"])
        self.assertEqual([p.name for p in outdated(self.web, now + 3 * WEEK_S)], ["1", "2", "3"])
