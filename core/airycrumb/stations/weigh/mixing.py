"""The order things go into the bowl, and what the scale reads after each."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from airycrumb.stations.weigh.formula import Line
from airycrumb.words import NOTHING, Message, in_celsius, in_minutes, say

# Order in the bowl by role; what is not named goes in after the salt. Fat last: it would coat the flour.
STRAIGHT = ("flour", "yeast", "leavener", "improver", "sugar", "dairy", "salt", "", "liquid", "egg", "fat")
AFTER_JUG = ("flour", "leavener", "improver", "sugar", "dairy", "salt", "", "egg", "fat")
AFTER_YEAST = ("liquid", "egg", "dairy", "sugar", "salt", "", "fat")
OWN_WATER = 10.0  # g of liquid for each g of yeast that has some of its own; assumed
OWN_SUGAR = 4.0  # g of sugar at most that goes in with it, a teaspoon; common practice
OWN_C = (38.0, 43.0)  # °C of that liquid; common practice
HAS_ITS_OWN = ("little", "apart")  # schools in which yeast has liquid of its own
NOTES = {
    "wake": say("Stir, wait {wait} for foam. No foam: stop, the yeast is dead.", wait=in_minutes(5, 15)),
    "pour": say("Everything from the jug."),
    "little": say(
        "Warm the liquid in this jug to {warm} first. Stir, wait {wait} for foam. No foam: stop, the yeast is dead.",
        warm=in_celsius(*OWN_C),
        wait=in_minutes(5, 15),
    ),
    "alone": say("In water at {warm}. Stir. No sugar, no salt in here.", warm=in_celsius(*OWN_C)),
    "apart": say("Only now, with the yeast worked into the flour."),
    "fat": say("Knead it in once the dough has come together."),
    "fat, not kneaded": say("Stir it in with the rest: this dough is not kneaded."),
    "sponge": say("Mix to a rough dough, cover, and leave until tearing shows a honeycomb."),
    "whole sponge": say("All of it, torn into pieces."),
    "soaked": say("Stir until no dry flour is left; boiling water for a scald, cold for a soak. Let it cool, covered."),
    "whole soaked": say("All of it, cooled to the room."),
}
EARLIER = {"sponge": say("the sponge"), "soaked": say("the soaked part")}


@dataclass(frozen=True)
class Added:
    """One thing going onto the scale. adds_g: of it; reads_g: the scale afterwards if never set to zero since
    the vessel went on; vessel: "sponge", "soaked", "jug" or "bowl"; note: what to do with it, "" for nothing."""

    vessel: str
    key: str
    name: Message
    adds_g: float
    reads_g: float
    note: Message


def _ranked(lines: Sequence[Line], order: tuple[str, ...]) -> list[Line]:
    rank = {role: i for i, role in enumerate(order)}
    return sorted(lines, key=lambda line: rank.get(line.role, rank[""]))


def _onto(vessel: str, lines: Sequence[Line], start: float, notes: dict[str, Message]) -> list[Added]:
    reads, steps = start, []
    for line in lines:
        reads += line.shown_g
        steps.append(
            Added(
                vessel=vessel,
                key=line.key,
                name=line.name,
                adds_g=line.shown_g,
                reads_g=round(reads, 3),
                note=notes.get(line.role, NOTHING),
            )
        )
    return steps


def mixing_order(dough: Sequence[Line], places: Sequence[str], school: str, kneaded: bool = True) -> list[Added]:
    """What to put on the scale, in turn, as it shows it; the last reading in the bowl is the whole dough.

    places: where each line goes, "dough", "sponge", "soaked" or "late". school: yeast "straight" into the
    flour, "woken" in all the liquid in a jug, "little" in some of it with sugar, or "apart" in water of its own;
    kneaded: False for a dough that is only mixed. Masses in g, as `Line`.
    """
    placed = [(line, place) for line, place in zip(dough, places, strict=True) if line.shown_g > 0]
    late = [line for line, p in placed if p == "late"]
    main = _mixed([line for line, p in placed if p == "dough"], school)
    reads, before = main[-1].reads_g if main else 0.0, []
    for vessel, name in EARLIER.items():
        early = _made_before(vessel, [line for line, p in placed if p == vessel])
        if not early:
            continue
        before += early
        whole = early[-1].reads_g
        reads = round(reads + whole, 3)
        main.append(
            Added(vessel="bowl", key=vessel, name=name, adds_g=whole, reads_g=reads, note=NOTES[f"whole {vessel}"])
        )
    order = [*before, *main, *_onto("bowl", late, reads, {line.role: NOTES["fat"] for line in late})]
    return order if kneaded else _not_kneaded(order)


def _made_before(vessel: str, lines: list[Line]) -> list[Added]:
    """What goes into a vessel of its own before the dough is mixed; [] where nothing does."""
    early = _onto(vessel, _ranked(lines, STRAIGHT), 0.0, {})
    return [*early[:-1], replace(early[-1], note=NOTES[vessel])] if early else []


def _not_kneaded(order: list[Added]) -> list[Added]:
    """The same, its fat worked in without kneading."""
    return [replace(a, note=NOTES["fat, not kneaded"]) if a.note is NOTES["fat"] else a for a in order]


def _mixed(lines: list[Line], school: str) -> list[Added]:
    """The main dough: straight into the bowl, or by way of a jug in which the yeast wakes."""
    liquids = [line for line in lines if line.role == "liquid"]
    yeasts = [line for line in lines if line.role == "yeast"]
    if not liquids or not yeasts or school == "straight":
        return _onto("bowl", _ranked(lines, STRAIGHT), 0.0, {"fat": NOTES["fat"]})
    if school in HAS_ITS_OWN:
        return _apart(lines, liquids, yeasts, school)
    jug = _onto("jug", [*liquids, *yeasts], 0.0, {"yeast": NOTES["wake"]})
    rest = _ranked([line for line in lines if line.role not in ("liquid", "yeast")], AFTER_JUG)
    dry = [line for line in rest if line.role not in ("egg", "fat")]
    return _poured(jug, dry, [line for line in rest if line.role in ("egg", "fat")], {"fat": NOTES["fat"]})


def _poured(jug: list[Added], before: list[Line], after: list[Line], notes: dict[str, Message]) -> list[Added]:
    """A jug weighed, what goes into the bowl before it, the jug, and what comes after."""
    dry = _onto("bowl", before, 0.0, {})
    at = dry[-1].reads_g if dry else 0.0
    poured = Added(
        vessel="bowl",
        key="jug",
        name=say("the jug"),
        adds_g=jug[-1].reads_g,
        reads_g=round(at + jug[-1].reads_g, 3),
        note=NOTES["pour"],
    )
    return [*jug, *dry, poured, *_onto("bowl", after, poured.reads_g, notes)]


def _split(line: Line, own_g: float) -> tuple[Line, Line]:
    """So much of a line, and what is left of it."""
    left_g = round(line.shown_g - own_g, 6)
    return replace(line, grams=own_g, shown_g=own_g), replace(line, grams=line.grams - own_g, shown_g=left_g)


def own_liquid(lines: Sequence[Line], school: str) -> tuple[Line, float] | None:
    """The liquid yeast has some of for itself, and g of it; None where it has none."""
    liquids = [line for line in lines if line.role == "liquid" and line.shown_g > 0]
    yeast_g = sum(line.shown_g for line in lines if line.role == "yeast")
    if school not in HAS_ITS_OWN or not liquids or not yeast_g:
        return None
    liquid = max(liquids, key=lambda line: (line.key == "water", line.shown_g))
    return liquid, min(liquid.shown_g, float(round(OWN_WATER * yeast_g)))


def _apart(lines: list[Line], liquids: list[Line], yeasts: list[Line], school: str) -> list[Added]:
    """Yeast in a little liquid of its own into the flour; kept apart, sugar and salt only once it is at work there."""
    found = own_liquid([*liquids, *yeasts], school)
    assert found is not None, "a dough with liquid and yeast"
    liquid, own_g = found
    sugar = next((line for line in lines if line.role == "sugar"), None) if school == "little" else None
    shared = [(liquid, own_g), *([(sugar, min(sugar.shown_g, OWN_SUGAR))] if sugar else [])]
    split = {id(line): _split(line, own) for line, own in shared}
    note = NOTES["little" if school == "little" else "alone"]
    jug = _onto("jug", [*(split[id(line)][0] for line, _ in shared), *yeasts], 0.0, {"yeast": note})
    left = [split[id(line)][1] if id(line) in split else line for line in lines if line.role != "yeast"]
    return _into_the_bowl(jug, [line for line in left if line.shown_g > 0], school)


def _into_the_bowl(jug: list[Added], others: list[Line], school: str) -> list[Added]:
    """What goes before the jug and after it: with a little sugar the wet things after, else all that is no flour."""
    after_it = ("egg", "fat", "liquid") if school == "little" else None
    flour = ("flour", "leavener", "improver")
    later = lambda line: line.role in after_it if after_it else line.role not in flour
    before = _ranked([line for line in others if not later(line)], AFTER_JUG)
    after = _ranked([line for line in others if later(line)], AFTER_YEAST)
    notes = {"fat": NOTES["fat"]} if school == "little" else {"fat": NOTES["fat"], "sugar": NOTES["apart"]}
    return _poured(jug, before, after, notes)
