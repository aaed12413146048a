"""The command line: python -m airycrumb sheet, recipe, export or template FILE; --help says what each takes."""

import argparse
import dataclasses
import json
import sys
from collections.abc import Iterator
from datetime import datetime
from pathlib import Path
from typing import Any

from airycrumb.bake import load_json, plain_kitchen, read_bake, read_kitchen
from airycrumb.bake.model import Kitchen
from airycrumb.paper.linked_recipe import as_recipe
from airycrumb.paper.wrapper_files import as_pdf, as_svg
from airycrumb.paper.wrapper_pages import PAPERS, template_of
from airycrumb.problems import InputError, Problem
from airycrumb.recipe import Draft, Reading, read_recipe, to_bake
from airycrumb.sheet import Sheet, work
from airycrumb.trays.types import GroupTray, RiseTray


def _read(path: str) -> dict[str, Any]:
    return load_json(_text(path))


def _text(path: str) -> str:
    try:
        return Path(path).read_text(encoding="utf-8")
    except (OSError, UnicodeDecodeError) as error:
        raise InputError(
            [Problem("no_file", "", f"{path} cannot be read: check the name, and that it is a text file.")]
        ) from error


def _kitchen(path: str | None) -> Kitchen:
    """The named kitchen, or a plain one that ships with the program."""
    if path is not None:
        return read_kitchen(_read(path))
    return read_kitchen(plain_kitchen())


def _now(text: str | None) -> datetime:
    try:
        return datetime.fromisoformat(text).astimezone() if text else datetime.now().astimezone()
    except ValueError as error:
        raise InputError(
            [Problem("not_a_time", "--now", f"“{text}” is not a date and time: write one such as 2026-11-25T14:00.")]
        ) from error


def _loads(s: Sheet) -> str:
    return "all at once" if s.heat.loads == 1 else f"{s.heat.loads} loads of up to {s.heat.per_load}"


def _fermenting(what: str, t: RiseTray) -> str:
    """A fermenting stage in a line."""
    if t.rests:
        return f"{what} rests until {t.ready:%H:%M}; it does not rise"
    where = ", then ".join(t.where)
    return f"{what} {where}, {t.air_c:.0f} °C at first: ready {t.ready_low:%a %H:%M} to {t.ready_high:%a %H:%M}, look from {t.look_from:%H:%M}"


def _wrapping(g: GroupTray) -> str:
    """A group's wrapper in a line."""
    w = g.wrap
    if not w.rolled:
        return f"WRAP   {g.name}: {w.label}, no wrapper"
    by = "" if w.round else f" by {w.along_mm / 10:.1f}"
    thick = (
        f"{w.mean_mm:.1f} mm"
        if w.middle_mm == w.rim_mm
        else f"{w.middle_mm:.1f} mm in the middle, {w.rim_mm:.1f} mm at the rim"
    )
    holds = f"; closes over up to {w.closes_over_g:.0f} g" if g.filled else ""
    return f"WRAP   {g.name}: {w.label}, roll to {w.across_mm / 10:.1f}{by} cm, {thick}{holds}"


def _lines(s: Sheet) -> Iterator[str]:
    """The sheet as text, in the order of the work."""
    yield s.name
    for g in s.groups:
        inside = f" around {g.filling_each_g:.1f} g {g.name}" if g.filled else f", {g.name}"
        yield f"  {g.pieces} × {g.dough_each_g:.1f} g dough{inside}"
    yield f"Start {s.day.start:%a %H:%M}, eat {s.day.eat:%a %H:%M} (between {s.day.eat_low:%H:%M} and {s.day.eat_high:%H:%M})"
    yield f"\nWEIGH  dough {s.weigh.dough_g:.0f} g, true hydration {s.weigh.percentages.true_hydration:.0f} % ({s.weigh.feel}), liquid at {s.weigh.water_c:.0f} °C"
    for line in s.weigh.dough:
        yield f"  {line.shown_g:8g} g  {line.name}  ({line.percent:.1f} %)"
    for g in s.groups:
        if not g.filled:
            continue
        yield f"  {g.name} {g.filled.weighed_g:.0f} g" + (
            f", {g.filling_g:.0f} g once {', '.join(g.filled.treatments)}" if g.filled.treatments else ""
        )
        yield from (f"  {line.shown_g:8g} g  {line.name}" for line in g.filling)
    if s.sponge:
        yield _fermenting("SPONGE", s.sponge)
    yield _fermenting("RISE  ", s.rise)
    yield from (f"       {cue}" for cue in s.rise.cues)
    if s.again:
        yield _fermenting("AGAIN ", s.again)
    yield f"DIVIDE {s.divide.in_words('×')}" + (f"; by eye: {', '.join(s.divide.cuts)}" if s.divide.cuts else "")
    for g in s.groups:
        yield _wrapping(g)
    yield _fermenting("PROOF ", s.proof)
    yield f"HEAT   {s.heat.method}, {s.heat.setting}: {s.heat.minutes_planned:.0f} min, {_loads(s)}"
    if s.heat.reaches:
        yield f"       the middle reaches {s.heat.line_c:.0f} °C at {s.heat.reaches.typical:.0f} min ({s.heat.reaches.low:.0f} to {s.heat.reaches.high:.0f}): probe it"
    yield "\nDAY"
    yield from (
        f"  {step.start:%H:%M} to {step.end:%H:%M}  {step.label}{'  (hands)' if step.hands else ''}"
        for step in s.day.steps
    )
    yield "\nDOUBTS" if s.doubts else "\nNo doubts."
    yield from (f"  [{d.severity}] {d.title}\n         {d.reason}" for d in s.doubts)
    yield "\nCAUTIONS"
    yield from (f"  {c.title}. {c.text}" for c in s.cautions)


def _json_default(value: Any) -> Any:
    return value.isoformat() if isinstance(value, datetime) else dataclasses.asdict(value)


def _sheet(args: argparse.Namespace) -> int:
    kitchen = _kitchen(args.kitchen)
    sheet = work(read_bake(_read(args.file), kitchen.habits.own), kitchen, now=_now(args.now))
    if args.json:
        print(json.dumps(dataclasses.asdict(sheet), default=_json_default, allow_nan=False, indent=1))
    else:
        print("\n".join(_lines(sheet)))
    return 0


def _export(args: argparse.Namespace) -> int:
    kitchen = _kitchen(args.kitchen)
    bake = read_bake(_read(args.file), kitchen.habits.own)
    sheet = work(bake, kitchen, now=_now(args.now))
    print(json.dumps(as_recipe(bake.name, sheet), indent=1, ensure_ascii=False))
    return 0


def _recipe_lines(reading: Reading, draft: Draft) -> Iterator[str]:
    """A recipe as understood, line by line."""
    yield reading.title
    for placed in reading.lines:
        g = placed.line.grams
        amount = f"{g.typical:8.1f} g" if g else "       ?  "
        doubt = f" ({g.low:.0f} to {g.high:.0f})" if g and g.high > g.low * 1.02 else ""
        yield f"  {amount}{doubt}  {placed.line.name or 'not understood'}  <- {placed.part}: {placed.line.written}"
        yield from (f"              {why}" for why in placed.line.why)
    yield "ASSUMED"
    yield from (f"  {sentence}" for sentence in draft.assumed)


def _recipe(args: argparse.Namespace) -> int:
    reading = read_recipe(_text(args.file), _kitchen(args.kitchen).habits)
    draft = to_bake(reading)
    if args.bake:
        print(json.dumps(draft.document, indent=1, ensure_ascii=False))
    else:
        print("\n".join(_recipe_lines(reading, draft)))
    return 0


def _template(args: argparse.Namespace) -> int:
    kitchen = _kitchen(args.kitchen)
    bake = read_bake(_read(args.file), kitchen.habits.own)
    pages = template_of(work(bake, kitchen, now=_now(None)), args.group - 1, args.paper)
    made = as_pdf(pages, bake.name) if args.out.suffix.lower() == ".pdf" else as_svg(pages[0]).encode()
    args.out.write_bytes(made)
    print(f"{args.out}: {len(pages)} page(s), {args.paper}; print at 100 % and check the 100 mm line.")
    return 0


def main(argv: list[str] | None = None) -> int:
    """Run the command line; 0 when it went well, 2 with a sentence on standard error for bad input."""
    parser = argparse.ArgumentParser(prog="airycrumb", description="Work out a bake: amounts, times, wrapper, heat.")
    commands = parser.add_subparsers(dest="command", required=True)
    sheet = commands.add_parser("sheet", help="print everything a bake file needs")
    sheet.add_argument("file", help="a bake file (docs/formats)")
    sheet.add_argument("--kitchen", help="a kitchen file; without one, a plain kitchen is assumed")
    sheet.add_argument("--now", help="plan as if it were this date and time")
    sheet.add_argument("--json", action="store_true", help="print the sheet as JSON")
    sheet.set_defaults(run=_sheet)
    recipe = commands.add_parser("recipe", help="read a recipe in cups, spoons or grams")
    recipe.add_argument("file", help="a text, or a page or JSON-LD file that holds a recipe")
    recipe.add_argument("--kitchen", help="a kitchen file, for how its cook fills a cup")
    recipe.add_argument("--bake", action="store_true", help="print the bake file it makes")
    recipe.set_defaults(run=_recipe)
    export = commands.add_parser("export", help="print a bake as a schema.org Recipe (JSON-LD)")
    export.add_argument("file", help="a bake file")
    export.add_argument("--kitchen", help="a kitchen file; without one, a plain kitchen is assumed")
    export.add_argument("--now", help="plan as if it were this date and time")
    export.set_defaults(run=_export)
    page = commands.add_parser("template", help="write a wrapper at true size, to roll to")
    page.add_argument("file", help="a bake file")
    page.add_argument("out", type=Path, help="wrapper.pdf for all pages, wrapper.svg for the first")
    page.add_argument("--paper", choices=sorted(PAPERS), default="a4")
    page.add_argument("--group", type=int, default=1, help="which pieces, where there are several kinds")
    page.add_argument("--kitchen", help="a kitchen file; without one, a plain kitchen is assumed")
    page.set_defaults(run=_template)
    args = parser.parse_args(argv)
    try:
        return int(args.run(args))
    except InputError as error:
        print("\n".join(p.message for p in error.problems), file=sys.stderr)
        return 2
