"""Every trade word a screen explains is in the glossary, and every word there is explained in a sentence."""

import re
import unittest
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent.parent
ROW = re.compile(r"^\| (?P<word>[^|]+) \| (?P<meaning>[^|]+) \|$", re.MULTILINE)


class Glossary(unittest.TestCase):
    def test_what_is_explained_on_a_screen_is_there(self) -> None:
        page = (ROOT / "docs" / "glossary.md").read_text(encoding="utf-8")
        words = {row["word"]: row["meaning"] for row in ROW.finditer(page) if row["word"] not in ("word", "---")}
        screens = [path.read_text(encoding="utf-8") for path in (ROOT / "web" / "src" / "trays").glob("*.tsx")]
        asked = {term for screen in screens for term in re.findall(r'\bterm="([^"]+)"', screen)}
        self.assertGreaterEqual(len(asked), 8)
        self.assertLessEqual(asked, set(words))
        for word, meaning in words.items():
            with self.subTest(word=word):
                self.assertGreater(len(meaning.split()), 2)


if __name__ == "__main__":
    unittest.main()
