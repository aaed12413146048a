"""A worked bake laid out for paper: what to do at each station, its cautions beside it."""

from airycrumb.paper.linked_recipe import heating_words, stage_words, wrapping_words
from airycrumb.paper.pdf import Card, Section
from airycrumb.trays.types import RiseTray, Sheet
from airycrumb.whatif.keeping import Kept

STATIONS = ("weigh", "rise", "divide", "wrap", "proof", "heat")
NAMES = {"weigh": "Weigh and knead", "rise": "First rise", "divide": "Divide", "wrap": "Wrap", "proof": "Final proof", "heat": "Heat"}  # fmt: skip


def _grams(s: Sheet) -> list[str]:
    return [f"{line.shown_g:g} g {line.name}" for line in s.weigh.dough]


def _fillings(s: Sheet) -> list[str]:
    return [f"{g.name}: " + ", ".join(f"{x.shown_g:g} g {x.name}" for x in g.filling) for g in s.groups if g.filling]


def _rises(first: str, trays: list[RiseTray | None]) -> list[str]:
    return [stage_words(t, first if i == 0 else "Knock it back and let it rise again, covered,") for i, t in enumerate(trays) if t]  # fmt: skip


def _lines(s: Sheet) -> dict[str, list[str]]:
    return {
        "weigh": [*_grams(s), f"Liquid at {s.weigh.water_c:.0f} °C; a {s.weigh.feel} dough."],
        "rise": [*_rises("Let it rise, covered,", [s.rise, s.again]), *_fillings(s)],
        "divide": [f"Into {s.divide.in_words('pieces of')}. Round up, rest 10 min, covered."],
        "wrap": wrapping_words(s),
        "proof": [stage_words(s.proof, "Proof, covered,")],
        "heat": heating_words(s),
    }


def _when(s: Sheet, key: str) -> str:
    step = next((x for x in s.day.steps if x.key == key), None)
    return f"{step.start:%H:%M} to {step.end:%H:%M}" if step else ""


def _label(k: Kept) -> list[str]:
    heat_up = [f"{r.method}, from {'frozen' if r.came == 'frozen' else 'the fridge'}: {r.minutes:.0f} min" for r in k.reheating if r.minutes is not None]  # fmt: skip
    return [
        k.name,
        f"Made {k.made:%d %b %Y}",
        f"Fridge until {k.fridge_until:%d %b}, freezer until {k.freezer_until:%d %b %Y}",
        "Contains " + (", ".join(k.allergens) or "none of the listed allergens"),
        f"Reheat to {k.reheat_to_c:.0f} °C in the middle. " + "; ".join(heat_up),
    ]


def card_of(s: Sheet, kept: list[Kept]) -> Card:
    """The card of a sheet. kept: of every group."""
    lines = _lines(s)
    sections = [
        Section(NAMES[key], _when(s, key), lines[key], [(c.title, c.text) for c in s.cautions if c.tray == key])
        for key in STATIONS
    ]
    under = f"{s.divide.pieces} pieces, to eat at {s.day.eat:%H:%M} ({s.day.eat_low:%H:%M} to {s.day.eat_high:%H:%M}), in a kitchen at {s.sentence.room_c:.0f} °C"
    return Card(s.name, under, sections, [_label(k) for k in kept])
