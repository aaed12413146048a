"""The walls between the rooms of the front end hold: an import planted across each is refused by the lint."""

import json
import subprocess
import unittest
from pathlib import Path

WEB = Path(__file__).resolve().parent.parent.parent / "web"
REFUSED = [
    ("src/lib/planted.ts", "../api/client"),
    ("src/lib/planted.ts", "../views/queries"),
    ("src/api/planted.ts", "../stores/draft"),
    ("src/api/planted.ts", "radix-ui"),
    ("src/drawings/planted.tsx", "../api/client"),
    ("src/drawings/planted.tsx", "../ui/button"),
    ("src/ui/planted.tsx", "../api/client"),
    ("src/ui/planted.tsx", "../parts/quantity"),
    ("src/stores/planted.ts", "../ui/button"),
    ("src/stores/planted.ts", "../views/bench/bench"),
    ("src/parts/planted.tsx", "../trays/heat"),
    ("src/parts/planted.tsx", "../stores/draft"),
    ("src/trays/planted.tsx", "./heat"),
    ("src/trays/planted.tsx", "../views/bench/bench"),
    ("src/trays/planted.tsx", "../stores/outbox"),
    ("src/views/alarms/planted.tsx", "../hands/hands"),
    ("src/views/bench/planted.tsx", "../hands/hands"),
    ("src/views/bench/planted.tsx", "radix-ui"),
    ("src/views/door/planted.tsx", "../kitchen/kitchen"),
    ("src/views/hands/planted.tsx", "../../trays/heat"),
    ("src/views/kitchen/planted.tsx", "../reading/reading"),
    ("src/views/marks/planted.tsx", "../bench/bench"),
    ("src/views/notebook/planted.tsx", "../trainer/trainer"),
    ("src/views/reading/planted.tsx", "../kitchen/kitchen"),
    ("src/views/day/planted.tsx", "../bench/rail-of"),
    ("src/views/first/planted.tsx", "../bench/skeleton"),
    ("src/views/trainer/planted.tsx", "../../main"),
    ("src/cellar/planted.ts", "../lib/clock"),
    ("src/views/cellar/planted.ts", "../../lib/clock"),
]
TAKEN = [
    ("src/trays/planted.tsx", "../parts/quantity"),
    ("src/views/bench/planted.tsx", "../../trays/heat"),
    ("src/views/hands/planted.tsx", "../marks/steps"),
    ("src/views/hands/planted.tsx", "./alarm"),
    ("src/stores/planted.ts", "../api/client"),
    ("src/ui/planted.tsx", "radix-ui"),
]
# What the lint refuses of each of [file, text].
LINT = """
import { readFileSync } from "node:fs";
import { ESLint } from "eslint";
const eslint = new ESLint();
const said = [];
for (const [filePath, text] of JSON.parse(readFileSync(0, "utf8"))) {
  const [result] = await eslint.lintText(text, { filePath });
  said.push(result.messages.map((m) => m.ruleId));
}
console.log(JSON.stringify(said));
"""


def refused(texts: list[tuple[str, str]]) -> list[list[str]]:
    """The rules each text breaks as the named file."""
    done = subprocess.run(
        ["node", "--input-type=module", "-e", LINT],
        cwd=WEB,
        input=json.dumps(texts),
        capture_output=True,
        text=True,
        check=True,
    )
    return json.loads(done.stdout)


class Walls(unittest.TestCase):
    def test_an_import_across_each_wall_is_refused_and_no_other(self) -> None:
        planted = [*REFUSED, *TAKEN]
        said = refused([(file, f'export {{ it }} from "{imported}";\n') for file, imported in planted])
        for (file, imported), rules in zip(planted, said, strict=True):
            with self.subTest(file=file, imported=imported):
                walls = {"no-restricted-imports", "no-restricted-syntax"} & set(rules)
                self.assertEqual(bool(walls), (file, imported) in REFUSED, rules)

    def test_every_folder_has_its_walls(self) -> None:
        known = {Path(file).parent for file, _ in REFUSED}
        folders = {p.parent.relative_to(WEB) for p in (WEB / "src").rglob("*.ts*")}
        self.assertEqual(folders - known - {Path("src"), Path("src/views")}, set())

    def test_a_line_is_held(self) -> None:
        long = "const a = [" + ", ".join(str(n) for n in range(60)) + "];\nexport { a };\n"
        self.assertIn("@stylistic/max-len", refused([("src/lib/planted.ts", long)])[0])
