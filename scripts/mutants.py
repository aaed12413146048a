"""Small faults planted in the core, one at a time: does a test see each? make mutants

Draws faults by a fixed seed over the rooms that compute (the compiled march left out), plants each in a copy of the
core, and runs the core's tests that reach the faulty function, the quickest first, until one fails. A fault no test
sees is a survivor: it is printed as it was planted. Some survivors change nothing that can be seen; most want a test.
"""

import argparse
import ast
import json
import os
import random
import shutil
import subprocess
import sys
import tempfile
import time
import unittest
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from queue import Queue
from types import CodeType, FrameType
from typing import Any

ROOT = Path(__file__).resolve().parent.parent
ROOMS = ("stations", "trays", "questions", "learning", "plan", "whatif", "sheet", "bake", "recipe")
LEFT_OUT = ("march.py", "__main__.py", "__init__.py")
SEED, DRAWN, MOST_SECONDS, WORKERS = 20_261_125, 45, 240, 2

NOT_COPIED = shutil.ignore_patterns("__pycache__", "*.png", ".*", "web")

COMPARED = {ast.Lt: ast.Gt, ast.Gt: ast.Lt, ast.LtE: ast.GtE, ast.GtE: ast.LtE, ast.Eq: ast.NotEq, ast.NotEq: ast.Eq}
REACHED = dict[str, dict[str, Any]]


@dataclass(frozen=True)
class Fault:
    """One fault: the number of its node among the module's, and the function it stands in (by its first line)."""

    path: str
    node: int
    line: int
    function: int
    before: str
    after: str


def faulty(node: ast.AST) -> ast.AST | None:
    """The node the other way round; None for one that has no other way. The node itself is left alone."""
    match node:
        case ast.Compare(left=left, ops=[op], comparators=right) if type(op) in COMPARED:
            return ast.Compare(left, [COMPARED[type(op)]()], right)
        case ast.BinOp(left=left, op=ast.Add(), right=right) if not _texts(left, right):
            return ast.BinOp(left, ast.Sub(), right)
        case ast.BinOp(left=left, op=ast.Sub(), right=right):
            return ast.BinOp(left, ast.Add(), right)
        case ast.BinOp(left=left, op=ast.Mult(), right=right) if not _texts(left, right):
            return ast.BinOp(left, ast.Div(), right)
        case ast.BinOp(left=left, op=ast.Div(), right=right):
            return ast.BinOp(left, ast.Mult(), right)
        case ast.BoolOp(op=op, values=values):
            return ast.BoolOp(ast.Or() if isinstance(op, ast.And) else ast.And(), values)
        case ast.IfExp(test=test, body=body, orelse=orelse):
            return ast.IfExp(test, orelse, body)
        case ast.Call(func=ast.Name(id="min" | "max" as name), args=args, keywords=keywords):
            return ast.Call(ast.Name("max" if name == "min" else "min", ast.Load()), args, keywords)
        case ast.Constant(value=float() | int() as value) if not isinstance(value, bool) and value not in (0, 1):
            return ast.Constant(value * 1.5 if isinstance(value, float) else value + 1)
    return None


def _texts(*sides: ast.AST) -> bool:
    """Whether a sum joins texts, lists or tuples."""
    return any(
        isinstance(s, ast.JoinedStr | ast.List | ast.Tuple | ast.ListComp)
        or (isinstance(s, ast.Constant) and isinstance(s.value, str))
        for s in sides
    )


def faults_in(path: Path, root: Path = ROOT) -> Iterator[Fault]:
    """Every fault that can be planted in the functions of a module."""
    tree = ast.parse(path.read_text())
    inside: dict[ast.AST, int] = {}
    for function in ast.walk(tree):
        if isinstance(function, ast.FunctionDef):
            first = min([function.lineno, *(d.lineno for d in function.decorator_list)])
            inside |= dict.fromkeys(ast.walk(function), first)
    for number, node in enumerate(ast.walk(tree)):
        other = faulty(node) if node in inside else None
        if other is not None:
            line = getattr(node, "lineno", 0)
            yield Fault(
                path=str(path.relative_to(root)),
                node=number,
                line=line,
                function=inside[node],
                before=ast.unparse(node),
                after=ast.unparse(other),
            )


def planted(text: str, fault: Fault) -> str:
    """The module with the fault in it."""
    tree = ast.parse(text)
    wanted = list(ast.walk(tree))[fault.node]

    class Plant(ast.NodeTransformer):
        def visit(self, node: ast.AST) -> Any:
            return faulty(node) if node is wanted else self.generic_visit(node)

    return ast.unparse(ast.fix_missing_locations(Plant().visit(tree)))


def trace(module: str) -> dict[str, Any]:
    """Which functions of the core a test module reaches, as "path:first line", and how long it takes (s)."""
    reached: set[CodeType] = set()

    def heed(frame: FrameType, event: str, _: Any) -> None:
        if event == "call":
            reached.add(frame.f_code)

    suite = unittest.defaultTestLoader.loadTestsFromName(module)
    begin = time.perf_counter()
    sys.setprofile(heed)
    with open(os.devnull, "w") as nowhere:
        unittest.TextTestRunner(stream=nowhere).run(suite)
    sys.setprofile(None)
    core = str(ROOT / "core")
    functions = {
        f"{Path(code.co_filename).relative_to(ROOT)}:{code.co_firstlineno}"
        for code in reached
        if code.co_filename.startswith(core)
    }
    return {"seconds": time.perf_counter() - begin, "functions": sorted(functions)}


def _environment(root: Path) -> dict[str, str]:
    path = os.pathsep.join(str(root / p) for p in (".", "core", "server"))
    return {**os.environ, "PYTHONPATH": path, "AIRYCRUMB_MODE": "test", "PYTHONDONTWRITEBYTECODE": "1"}


def reach_of_tests() -> REACHED:
    """For every test module of the core, what it reaches."""
    modules = sorted(f"tests.core.{p.stem}" for p in (ROOT / "tests" / "core").glob("test_*.py"))

    def one(module: str) -> dict[str, Any]:
        command = [sys.executable, "-m", "scripts.mutants", "--trace", module]
        done = subprocess.run(command, cwd=ROOT, env=_environment(ROOT), capture_output=True, text=True, check=True)
        found: dict[str, Any] = json.loads(done.stdout.splitlines()[-1])
        return found

    with ThreadPoolExecutor(WORKERS) as pool:
        return dict(zip(modules, pool.map(one, modules), strict=True))


def seen(fault: Fault, copy: Path, reach: REACHED) -> bool:
    """Whether a test fails with the fault planted in this copy of the core."""
    function = f"{fault.path}:{fault.function}"
    tests = sorted((r["seconds"], name) for name, r in reach.items() if function in r["functions"])
    module, text = copy / fault.path, (copy / fault.path).read_text()
    module.write_text(planted(text, fault))
    try:
        for _, test in tests:
            command = [sys.executable, "-m", "unittest", "-f", test]
            if subprocess.run(
                command, cwd=copy, env=_environment(copy), capture_output=True, timeout=MOST_SECONDS
            ).returncode:
                return True
    except subprocess.TimeoutExpired:
        return True
    finally:
        module.write_text(text)
    return False


def drawn(number: int, seed: int) -> list[Fault]:
    """So many faults, spread over all there are."""
    files = [p for room in ROOMS for p in sorted((ROOT / "core" / "airycrumb" / room).rglob("*.py"))]
    every = [f for p in files if p.name not in LEFT_OUT for f in faults_in(p)]
    return random.Random(seed).sample(every, number)


def hunt(faults: list[Fault], reach: REACHED, folder: Path) -> list[Fault]:
    """The survivors."""
    copies: Queue[Path] = Queue()
    for i in range(WORKERS):
        copy = folder / str(i)
        shutil.copytree(ROOT, copy, ignore=NOT_COPIED)
        copies.put(copy)

    def one(fault: Fault) -> bool:
        copy = copies.get()
        try:
            killed = seen(fault, copy, reach)
        finally:
            copies.put(copy)
        word = "seen    " if killed else "SURVIVED"
        print(f"{word} {fault.path}:{fault.line}  {fault.before}  ->  {fault.after}", flush=True)
        return killed

    with ThreadPoolExecutor(WORKERS) as pool:
        return [f for f, killed in zip(faults, pool.map(one, faults), strict=True) if not killed]


def main() -> None:
    """Run the command line."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--faults", type=int, default=DRAWN)
    parser.add_argument("--seed", type=int, default=SEED)
    parser.add_argument("--trace", help="print what a test module reaches, and stop")
    args = parser.parse_args()
    if args.trace:
        print(json.dumps(trace(args.trace)))
        return
    faults, reach = drawn(args.faults, args.seed), reach_of_tests()
    with tempfile.TemporaryDirectory() as folder:
        survivors = hunt(faults, reach, Path(folder))
    print(f"{len(survivors)} of {len(faults)} survived ({100 * len(survivors) / len(faults):.0f} %); seed {args.seed}")


if __name__ == "__main__":
    main()
