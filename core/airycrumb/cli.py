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
from airycrumb.bake.kitchen import Kitchen
from airycrumb.data.vocabulary import METHOD
from airycrumb.paper.linked_recipe import as_recipe, rolled_to, stands
from airycrumb.paper.recipe_text import as_markdown, as_text, page_of
from airycrumb.paper.wrapper_files import as_pdf, as_svg
from airycrumb.paper.wrapper_pages import PAPERS, template_of, thickness_of
from airycrumb.problems import InputError, Problem
from airycrumb.recipe import Draft, Habits, Reading, asks, read_recipe, to_bake
from airycrumb.recipe.carried import in_a_comment
from airycrumb.sheet import Sheet, work
from airycrumb.trays.types import FillingTray, GroupTray, HeatTray, RiseTray
from airycrumb.words import (
    NOTHING,
    Message,
    Units,
    as_json,
    hour_of,
    in_celsius,
    in_grams,
    in_minutes,
    in_percent,
    listed,
    say,
    text,
    verbatim,
    weekday_of,
)


def _read(path: str) -> dict[str, Any]:
    return load_json(_file_text(path))


def _file_text(path: str) -> str:
    try:
        return Path(path).read_text(encoding="utf-8")
    except (OSError, UnicodeDecodeError) as error:
        raise InputError(
            [
                Problem(
                    "no_file",
                    "",
                    say("{path} cannot be read: check the name, and that it is a text file.", path=verbatim(path)),
                )
            ]
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
            [
                Problem(
                    "not_a_time",
                    "--now",
                    say(
                        "“{text}” is not a date and time: write one such as {example}.",
                        text=verbatim(text or ""),
                        example=verbatim("2026-11-25T14:00"),
                    ),
                )
            ]
        ) from error


def _loads(h: HeatTray) -> Message:
    if h.loads == 1:
        return say("all at once")
    return say("{loads} loads of up to {each}", loads=h.loads, each=h.per_load)


def _fermenting(t: RiseTray) -> Message:
    """A fermenting stage in a line."""
    if t.rests:
        return say("rests until {ready}; it does not rise", ready=hour_of(t.ready))
    return say(
        "{where}: ready {ready}, look from {look}",
        where=stands(t),
        ready=hour_of(t.ready_low, t.ready_high),
        look=hour_of(t.look_from),
    )


def _wrapping(g: GroupTray) -> Message:
    """A group's wrapper in a line."""
    w = g.wrap
    if not w.rolled:
        return say("{name}: {closing}, no wrapper", name=g.name, closing=w.label)
    rolled = say(
        "{name}: {closing}, roll to {size}, {thick}",
        name=g.name,
        closing=w.label,
        size=rolled_to(w),
        thick=thickness_of(w),
    )
    if not g.filled:
        return rolled
    return say("{rolled}; closes over up to {most}", rolled=rolled, most=in_grams(w.closes_over_g))


def _pieces(g: GroupTray) -> Message:
    dough, filling = in_grams(g.dough_each_g, digits=1), in_grams(g.filling_each_g, digits=1)
    if not g.filled:
        return say("{pieces} × {dough} of dough, {name}", pieces=g.pieces, dough=dough, name=g.name)
    return say(
        "{pieces} × {dough} of dough around {filling} of {name}",
        pieces=g.pieces,
        dough=dough,
        filling=filling,
        name=g.name,
    )


def _filling(g: GroupTray, f: FillingTray) -> Message:
    weighed = say("{name}, {mass}", name=g.name, mass=in_grams(f.weighed_g))
    if not f.treatments:
        return weighed
    treated = listed(f.treatments)
    return say("{weighed}; {left} once {treated}", weighed=weighed, left=in_grams(g.filling_g), treated=treated)


def _weighing(s: Sheet) -> Iterator[tuple[str, Message]]:
    w = s.weigh
    yield (
        "WEIGH ",
        say(
            "dough {dough}, true hydration {hydration} ({feel}), liquid at {liquid}",
            dough=in_grams(w.dough_g),
            hydration=in_percent(w.percentages.true_hydration),
            feel=w.feels,
            liquid=in_celsius(w.water_c),
        ),
    )
    for line in w.dough:
        yield (
            "",
            say(
                "{mass}  {name}  ({share})",
                mass=in_grams(line.shown_g),
                name=line.name,
                share=in_percent(line.percent or 0.0, digits=1),
            ),
        )
    for g in s.groups:
        if g.filled:
            yield "", _filling(g, g.filled)
            yield from (("", say("{mass}  {name}", mass=in_grams(x.shown_g), name=x.name)) for x in g.filling)


def _heated(h: HeatTray) -> Iterator[tuple[str, Message]]:
    yield (
        "HEAT  ",
        say(
            "{method}, {setting}: {minutes}, {loads}",
            method=METHOD[h.method],
            setting=h.setting,
            minutes=in_minutes(h.minutes_planned),
            loads=_loads(h),
        ),
    )
    if h.reaches:
        yield (
            "",
            say(
                "the middle reaches {line} after about {typical} ({between}): probe it",
                line=in_celsius(h.line_c),
                typical=in_minutes(h.reaches.typical),
                between=in_minutes(h.reaches.low, h.reaches.high),
            ),
        )


def _rows(s: Sheet) -> Iterator[tuple[str, Message]]:
    """The sheet in the order of the work: (heading, line)."""
    yield s.name, NOTHING
    yield from (("", _pieces(g)) for g in s.groups)
    span = hour_of(s.day.eat_low, s.day.eat_high)
    start, eat = weekday_of(s.day.start), weekday_of(s.day.eat)
    yield "START ", say("{start}; eat {eat} (from {span})", start=start, eat=eat, span=span)
    yield from _weighing(s)
    if s.sponge:
        yield "SPONGE", _fermenting(s.sponge)
    yield "RISE  ", _fermenting(s.rise)
    yield from (("", cue) for cue in s.rise.cues)
    if s.second_rise:
        yield "AGAIN ", _fermenting(s.second_rise)
    yield "DIVIDE", s.divide.in_words()
    if s.divide.cuts:
        yield "", say("by eye: {cuts}", cuts=listed(s.divide.cuts, "commas"))
    yield from (("WRAP  ", _wrapping(g)) for g in s.groups)
    yield "PROOF ", _fermenting(s.proof)
    yield from (row for h in (s.heat, *s.more_heats) for row in _heated(h))
    for event in s.events:
        at = hour_of(event.due)
        alone, beside = say("{at}  {words}", at=at, words=event.words), say("{at}    {words}", at=at, words=event.words)
        yield "DAY   ", beside if event.along else alone
    for d in s.doubts:
        yield "DOUBT ", say("{title}", title=d.title)
        yield "", say("{reason}", reason=d.reason)
    yield from (("CARE  ", say("{title}. {text}", title=c.title, text=c.text)) for c in s.cautions)


def _lines(s: Sheet, units: Units) -> Iterator[str]:
    """The sheet as text; a heading said before is not repeated."""
    before = ""
    for heading, line in _rows(s):
        shown = heading if heading != before or not heading.strip() else ""
        before = heading or before
        yield f"{shown:6} {text(line, units, s.worked_at)}".rstrip()


def _json_default(value: Any) -> Any:
    return value.isoformat() if isinstance(value, datetime) else str(value)


def _plain(value: Any) -> Any:
    """A sheet as JSON values; every message as the contract has it, its quantities in place."""
    if isinstance(value, Message):
        return as_json(value)
    if dataclasses.is_dataclass(value) and not isinstance(value, type):
        return {f.name: _plain(getattr(value, f.name)) for f in dataclasses.fields(value)}
    if isinstance(value, list | tuple):
        return [_plain(one) for one in value]
    return {k: _plain(v) for k, v in value.items()} if isinstance(value, dict) else value


def _sheet(args: argparse.Namespace) -> int:
    kitchen = _kitchen(args.kitchen)
    sheet = work(read_bake(_read(args.file), kitchen.habits.own), kitchen, now=_now(args.now))
    if args.json:
        print(json.dumps(_plain(sheet), default=_json_default, allow_nan=False, indent=1))
    else:
        print("\n".join(_lines(sheet, args.units)))
    return 0


def _export(args: argparse.Namespace) -> int:
    kitchen = _kitchen(args.kitchen)
    document = _read(args.file)
    bake = read_bake(document, kitchen.habits.own)
    sheet = work(bake, kitchen, now=_now(args.now))
    if args.form == "linked":
        print(json.dumps(as_recipe(document, sheet), indent=1, ensure_ascii=False))
    else:
        page = page_of(bake, sheet)
        print(in_a_comment(document, as_markdown(page)) if args.form == "markdown" else as_text(page), end="")
    return 0


def _recipe_lines(reading: Reading, draft: Draft, habits: Habits) -> Iterator[str]:
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
    if left_open := asks(reading, draft.document, habits):
        yield "ASKED"
        yield from (f"  {ask.question}" for ask in left_open)


def _recipe(args: argparse.Namespace) -> int:
    habits = _kitchen(args.kitchen).habits
    reading = read_recipe(_file_text(args.file), habits)
    draft = to_bake(reading)
    open_asks = [] if args.anyway else asks(reading, draft.document, habits)
    if args.bake and open_asks:
        for ask in open_asks:
            print(ask.question, file=sys.stderr)
        print("Put these right in the text, or add --anyway to go on without them.", file=sys.stderr)
        return 2
    if args.bake:
        print(json.dumps(draft.document, indent=1, ensure_ascii=False))
    else:
        print("\n".join(_recipe_lines(reading, draft, habits)))
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
    sheet.add_argument("--units", choices=("metric", "us"), default="metric", help="units to print it in")
    sheet.add_argument("--json", action="store_true", help="print the sheet as JSON")
    sheet.set_defaults(run=_sheet)
    recipe = commands.add_parser("recipe", help="read a recipe in cups, spoons or grams")
    recipe.add_argument("file", help="a text, or a page or JSON-LD file that holds a recipe")
    recipe.add_argument("--kitchen", help="a kitchen file, for how its cook fills a cup")
    recipe.add_argument("--bake", action="store_true", help="print the bake file it makes")
    recipe.add_argument("--anyway", action="store_true", help="say yes to everything that is left open")
    recipe.set_defaults(run=_recipe)
    export = commands.add_parser("export", help="print a bake as a recipe: schema.org (JSON-LD), text or Markdown")
    export.add_argument("--form", choices=("linked", "text", "markdown"), default="linked", help="linked if left out")
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
        print("\n".join(str(p.message) for p in error.problems), file=sys.stderr)
        return 2
