"""From a reading to a bake document: what the recipe says, and what had to be assumed."""

import re
from dataclasses import dataclass
from typing import Any

from airycrumb.data.closings import PRESSED
from airycrumb.data.heat import WASHES
from airycrumb.quantities import Band
from airycrumb.recipe.closing import closing_of
from airycrumb.recipe.doughs import IN_THE_DOUGH, STARTER, Kind, in_dough, kind_of, unpacked
from airycrumb.recipe.heat_said import OVEN, first, heat_minutes, heat_of, said_of
from airycrumb.recipe.method import Said, sentences
from airycrumb.recipe.outside import PutOn
from airycrumb.recipe.piece_groups import LARGEST_PIECE, PLAIN_ONES, groups_of, kept_plain, words_apart
from airycrumb.recipe.reading import Reading
from airycrumb.recipe.rows import grams_in, rows_in
from airycrumb.recipe.shares import shares_of_dough
from airycrumb.recipe.told_apart import own_settings, told_apart
from airycrumb.stations.enclose.registry import CLOSINGS
from airycrumb.words import Message, as_number, in_celsius, in_grams, in_millimetres, listed, say, verbatim

FOAMS = re.compile(r"foam|froth", re.IGNORECASE)
WAITS = re.compile(r"bubbl|\b(?:5|10) min", re.IGNORECASE)
FEEL = re.compile(r"\b(stiff|firm|soft|sticky)(?:,? (?:but )?(?:not )?\w+)? dough\b", re.IGNORECASE)
KNEADED = {
    "machine": re.compile(r"\b(?:mixer|machine|processor|dough hook)\b", re.IGNORECASE),
    "none": re.compile(r"\bno[- ]knead|do not knead|without kneading\b", re.IGNORECASE),
}
NARROWEST_MM, WIDEST_MM = 30.0, 1200.0  # a width that can be rolled
NARROWER = 0.75  # of the width a filling asks for: a filling heaped higher still closes; assumed
LONGEST_KEPT, MOST_STATED, MOST_UNREAD = 60_000, 80, 60
SMALLEST_PIECE, MOST_PIECES, MOST_ON_TOP = 10.0, 200, 12


@dataclass(frozen=True)
class Draft:
    """A bake document made from a recipe, and a sentence for everything it had to assume."""

    document: dict[str, Any]
    assumed: list[Message]


def _pieces(reading: Reading, dough: float, assumed: list[Message]) -> tuple[int, float]:
    """Pieces and g of dough in each."""
    count, each = first(reading.said, "pieces"), first(reading.said, "each_g")
    if count is not None and 1 <= count.typical <= MOST_PIECES:
        pieces = int(count.typical)
    else:
        target = each.typical if each else 60.0
        pieces = min(MOST_PIECES, max(1, round(dough / target)))
        assumed.append(
            say("How many pieces is not said: {pieces}, of about {target}.", pieces=pieces, target=in_grams(target))
        )
    weight = each.typical if each else dough * 0.985 / pieces
    if not each:
        assumed.append(
            say("The dough shared over {pieces} pieces makes {weight} each.", pieces=pieces, weight=in_grams(weight))
        )
    return pieces, min(max(weight, SMALLEST_PIECE), LARGEST_PIECE)


def _on_top(reading: Reading, wash: str, assumed: list[Message]) -> list[dict[str, Any]]:
    """What a recipe strews on, and what it brushes on besides the wash."""
    put = [one for one in reading.outside if not one.condition and one.key != WASHES[wash].of]
    brushed = [one.called for one in put if one.step == "wash"]
    if brushed:
        assumed.append(say("Brushed on as well, on the label, not in the colour: {foods}.", foods=listed(brushed)))
    rows = {one.key: {"use": one.key} | ({"brushed": True} if one.step == "wash" else {}) for one in put}
    return list(rows.values())[:MOST_ON_TOP]


def _said(reading: Reading) -> dict[str, Any]:
    """What the recipe claims, for the audit to hold against what is worked out."""
    said, found = reading.said, {}
    found["pieces"] = first(said, "pieces")
    found["piece_weight"] = first(said, "each_g")
    found["rise"] = first(said, "minutes", "rise")
    found["proof"] = first(said, "minutes", "proof")
    heat = heat_minutes(said)
    found["heat"] = None if heat is None else Band(heat, heat, heat)
    found["oven"] = first(said, "temperature", *OVEN)
    found["liquid"] = first(said, "temperature", "yeast")
    found["across"] = first(said, "across_mm")
    found["filling_each"] = first(said, "filling_each_g")
    units = {
        "piece_weight": "g",
        "filling_each": "g",
        "rise": "min",
        "proof": "min",
        "heat": "min",
        "oven": "C",
        "liquid": "C",
        "across": "mm",
    }
    return {
        k: int(v.typical) if k == "pieces" else f"{v.typical:.4g} {units[k]}" for k, v in found.items() if v is not None
    }


def _across(reading: Reading, closing: str, filling_each: str, assumed: list[Message]) -> dict[str, str]:
    """The width the recipe rolls a piece to, where a wrapper so wide closes over its filling."""
    told, how = first(reading.said, "across_mm"), CLOSINGS[closing]
    if told is None or not how.rolled:
        return {}
    asked = how.across(float(filling_each.split()[0])) if how.wraps else NARROWEST_MM
    if NARROWER * asked <= told.typical <= WIDEST_MM:
        return {"across": f"{told.typical:.0f} mm"}
    assumed.append(
        say(
            "{told} is not taken for the width of a piece: its filling asks for about {asked}.",
            told=in_millimetres(told.typical),
            asked=in_millimetres(asked),
        )
    )
    return {}


def _feel(reading: Reading) -> dict[str, str]:
    told = FEEL.search(reading.method)
    return {"feel": told[1].lower()} if told else {}


def _woken(reading: Reading) -> bool:
    """Whether the method wakes the yeast and waits for it."""
    return any(FOAMS.search(s) or ("yeast" in s.lower() and WAITS.search(s)) for s in sentences(reading.method))


def _for_another_day(reading: Reading, assumed: list[Message]) -> float:
    """Which share of the dough the method keeps for something else: it is weighed, and not shared over the pieces."""
    kept = [one for one in shares_of_dough(reading.method) if one.kept]
    if kept and sum(one.share for one in kept) < 1:
        assumed.append(say("“{words}”: the pieces share the rest of the dough.", words=verbatim(kept[0].clause[:120])))
        return sum(one.share for one in kept)
    return 0.0


COLD_OR = re.compile(r"\bor\b[^.]{0,20}\b(?:fridge|refrigerat\w*|overnight)\b", re.IGNORECASE)
LONGEST_BENCH_MIN, LONGEST_STAY_MIN, USUAL_REST_MIN, SOUR_REST_MIN = 180.0, 1440.0, 30.0, 480.0


def _rises(reading: Reading, kind: Kind, assumed: list[Message]) -> dict[str, Any]:
    """Where the dough stands: in the cold where the method puts it there, for as long as it says where it rests."""
    rise = first(reading.said, "minutes", "rise")
    if not kind.leavening.startswith("yeast"):
        usual = SOUR_REST_MIN if STARTER in in_dough(reading) else USUAL_REST_MIN
        return {"rest": f"{min(rise.typical if rise else usual, LONGEST_STAY_MIN):.0f} min"}
    cold = [s for s in said_of(reading.said, "minutes", "cold") if not COLD_OR.search(s.text)]
    if not cold or "filling" in cold[0].text.lower():
        return {}
    assumed.append(say("The method puts the dough in the fridge: it rises there."))
    together = rise is not None and any(s.text == cold[0].text for s in said_of(reading.said, "minutes", "rise"))
    before = [{"where": "bench", "for": f"{rise.typical:.0f} min"}] if together and rise else []
    return {"spots": [*before, {"where": "fridge"}]}


def _filled(reading: Reading, closing: str) -> dict[str, str]:
    """Wells that are pressed and filled once they are proofed, where the method has it in that order."""
    proofs = [s.text for s in reading.said if s.step == "proof"]
    told = sentences(reading.method)
    presses = [at for at, one in enumerate(told) if closing in PRESSED and closing_of("", one) == closing]
    late = presses and any(text in told[: presses[0]] for text in proofs)
    return {"filled": "after"} if late else {}


def _bench_rest(reading: Reading) -> dict[str, str]:
    rest = first(reading.said, "minutes", "bench")
    return {"bench_rest": f"{min(rest.typical, LONGEST_BENCH_MIN):.0f} min"} if rest else {}


COUNTED = ("pieces", "loads", "at_once")
UNITS_OF = {"minutes": "min", "temperature": "C", "each_g": "g", "filling_each_g": "g"} | dict.fromkeys(COUNTED, "")


def _written(what: str, value: float) -> str:
    return f"{value:.4g} {UNITS_OF.get(what, 'mm')}".strip()


def _stated(one: Said) -> dict[str, Any]:
    told = {"step": one.step, "what": one.what, "value": _written(one.what, one.value.low), "words": one.text[:420]}
    if one.value.high > one.value.low:
        told["to"] = _written(one.what, one.value.high)
    return told | ({"condition": True} if one.condition else {})


def _finished(one: PutOn) -> dict[str, Any]:
    told = {"step": one.step, "what": "food", "value": one.key, "words": one.text[:420]}
    return told | ({"condition": True} if one.condition else {})


def _recipe(reading: Reading) -> dict[str, Any]:
    """The recipe itself, what it states, and what nothing is taken from."""
    unread = [*(line.written for line in reading.unread), *reading.not_used]
    told = [one for one in reading.said if one.value.low > 0]
    return {
        "text": reading.text[:LONGEST_KEPT],
        "stated": [*map(_finished, reading.outside), *map(_stated, told)][:MOST_STATED],
        "unread": list(dict.fromkeys(line[:300] for line in unread))[:MOST_UNREAD],
    }


WHOLE = say("The bake itself came with this recipe, and its words are unchanged: it is taken as it is.")


def to_bake(reading: Reading) -> Draft:
    """A bake document from a reading. Every number the recipe does not give is named in `assumed`."""
    if reading.bake is not None:
        return Draft(reading.bake, [WHOLE])
    assumed: list[Message] = []
    reading = unpacked(reading, assumed)
    kind = kind_of(reading)
    assumed += kind.told
    dough = rows_in(reading, *IN_THE_DOUGH)
    if any(p.part in ("sponge", "soaked") for p in reading.lines):
        assumed.append(say("What goes into the sponge or is soaked before is counted in the dough."))
    shared = grams_in(reading, *IN_THE_DOUGH) * (1 - _for_another_day(reading, assumed))
    pieces, each = _pieces(reading, shared, assumed)
    if len(reading.text) > LONGEST_KEPT:
        assumed.append(
            say("Only the first {most} characters of the text stay with the bake.", most=as_number(LONGEST_KEPT))
        )
    plain = kept_plain(reading, pieces, assumed)
    leading, *more = groups_of(reading, pieces - plain, each, assumed)
    apart = told_apart(reading, words_apart(reading))
    of_the_first = apart.of(apart.parts[0])
    closing = closing_of(reading.title, PLAIN_ONES.sub("", of_the_first.method))
    if closing is None:
        assumed.append(say("Nothing says how the pieces are closed: taken as pleated rounds."))
    heat = heat_of(of_the_first, assumed)
    lead = {"closing": closing or "gathered", "heat": heat}
    for part, group in zip(apart.parts[1:], more, strict=False):
        group |= own_settings(apart, part, lead, group["filling"]["name"], assumed)
    more += [{"pieces": plain, "closing": "plain"}] if plain else []
    if kind.leavening.startswith("yeast"):
        assumed.append(
            say(
                "Rise to double, then proof to {proof} times the size; the filling goes in at {cold}.",
                proof=as_number(1.4),
                cold=in_celsius(6),
            )
        )
    on_top = _on_top(reading, heat.get("wash", "none"), assumed)
    document = {
        "format": "airycrumb-bake",
        "version": 1,
        "name": reading.title[:120],
        "pieces": leading["pieces"],
        "dough_per_piece": f"{each:.0f} g",
        "filling_per_piece": leading["filling_per_piece"],
        "closing": closing or "gathered",
        **_across(of_the_first, closing or "gathered", leading["filling_per_piece"], assumed),
        "dough": {
            "ingredients": dough,
            "leavening": kind.leavening,
            "kneading": next((how for how, words in KNEADED.items() if words.search(reading.method)), "hand"),
            "yeast_school": "woken" if _woken(reading) else "straight",
        },
        "rise": {"to": 2.0, **_rises(reading, kind, assumed)},
        **_filled(reading, closing or "gathered"),
        **_bench_rest(reading),
        "filling": leading["filling"],
        **({"more_groups": more} if more else {}),
        "proof": {"to": 1.4},
        "heat": heat,
        **({"on_top": on_top} if on_top else {}),
        "said": {**_said(reading), **_feel(reading)},
        "recipe": _recipe(reading),
    }
    return Draft(document, assumed)
