"""From a reading to a bake document: what the recipe says, and what had to be assumed."""

import re
from dataclasses import dataclass
from typing import Any

from airycrumb.data.closings import PRESSED
from airycrumb.data.heat import WASHES
from airycrumb.data.measures import NUMBER_WORDS
from airycrumb.quantities import Band
from airycrumb.recipe.closing import closing_of
from airycrumb.recipe.doughs import IN_THE_DOUGH, STARTER, Kind, in_dough, kind_of, unpacked
from airycrumb.recipe.heat_said import OVEN, first, heat_minutes, heat_of, said_of
from airycrumb.recipe.method import Said, sentences
from airycrumb.recipe.outside import PutOn
from airycrumb.recipe.reading import PlacedLine, Reading
from airycrumb.recipe.shares import by_filling, shares_of_dough, stems
from airycrumb.stations.enclose.registry import CLOSINGS
from airycrumb.words import Message, as_number, in_celsius, in_grams, in_millimetres, listed, say, say_n, verbatim

RAW_ROLES = ("ground meat", "poultry", "fish")
COOKS = re.compile(r"\b(?:fry|saut[eé]|brown|simmer|cook)\b", re.IGNORECASE)
COOKED = re.compile(r"\b(?:filling|meat|mince|pork|beef|lamb|chicken)\b", re.IGNORECASE)
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
SMALLEST_PIECE, LARGEST_PIECE, MOST_PIECES, MOST_ON_TOP = 10.0, 1500.0, 200, 12


@dataclass(frozen=True)
class Draft:
    """A bake document made from a recipe, and a sentence for everything it had to assume."""

    document: dict[str, Any]
    assumed: list[Message]


def _amount(grams: float) -> str:
    return f"{grams:.4g} g" if grams < 1000 else f"{grams:.0f} g"


def _row(placed: PlacedLine) -> dict[str, Any]:
    line = placed.line
    assert line.use is not None and line.grams is not None
    row: dict[str, Any] = {"use": line.use, "amount": _amount(line.grams.typical), "written": line.written[:200]}
    if placed.part in ("sponge", "soaked"):
        row["part"] = placed.part
    if line.grams.high > line.grams.low * 1.001:
        row |= {"low": _amount(line.grams.low), "high": _amount(line.grams.high)}
    return row


def _rows(reading: Reading, *parts: str) -> list[dict[str, Any]]:
    return [_row(p) for p in reading.lines if p.part in parts and p.line.use and p.line.grams]


def _grams(reading: Reading, *parts: str) -> float:
    return sum(p.line.grams.typical for p in reading.lines if p.part in parts and p.line.grams)


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
        assumed.append(
            say(
                "{foods} is brushed on as well: on the label, and not counted in the colour.",
                foods=listed(brushed),
            )
        )
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


def _state(reading: Reading, part: str, assumed: list[Message]) -> str:
    raw = [p.line.name for p in reading.lines if p.part == part and p.line.use and p.line.role in RAW_ROLES]
    if not raw:
        return "cooked"
    if any(COOKS.search(one) and COOKED.search(one) for one in sentences(reading.method)):
        assumed.append(say("The method cooks the filling before wrapping, so {raw} counts as part-cooked.", raw=raw[0]))
        return "part-cooked"
    return "raw"


def _woken(reading: Reading) -> bool:
    """Whether the method wakes the yeast and waits for it."""
    return any(FOAMS.search(s) or ("yeast" in s.lower() and WAITS.search(s)) for s in sentences(reading.method))


def _named(reading: Reading, part: str) -> str:
    """The two weightiest things in a filling, as one says them."""
    inside = [p.line for p in reading.lines if p.part == part and p.line.use and p.line.grams]
    most = sorted(inside, key=lambda line: -(line.grams.typical if line.grams else 0.0))[:2]
    return " and ".join(str(line.name).removeprefix("raw ") for line in most)[:60] or "grated cheese"


def _fillings(reading: Reading) -> list[str]:
    """The fillings there is something for, in the order of the recipe; one at least."""
    found = dict.fromkeys(p.part for p in reading.lines if p.part.startswith("filling") and p.line.use and p.line.grams)
    return list(found) or ["filling"]


def _stuffed(reading: Reading, part: str, pieces: int, each_g: float, assumed: list[Message]) -> dict[str, Any]:
    """So many pieces and the filling that goes into each."""
    rows, whole = _rows(reading, part), _grams(reading, part)
    if not rows:
        rows = [{"use": "hard cheese", "amount": "100 g"}]
        assumed.append(say("No filling was found: a grated cheese stands in until you change it."))
    inside = whole / pieces if whole else each_g * 0.4
    state = _state(reading, part, assumed)
    return {
        "filling_per_piece": f"{min(max(inside, 5.0), LARGEST_PIECE):.0f} g",
        "filling": {
            "name": _named(reading, part),
            "ingredients": rows,
            "state": state,
            "temperature": "6 C",
            "hands_on": "20 min",
            "cooling": "0 min" if state == "raw" else "75 min",
        },
    }


def _tellable(reading: Reading, parts: list[str]) -> dict[str, frozenset[str]]:
    """For each filling, the words of what is in it that are in no other."""
    lines = {part: [p.line for p in reading.lines if p.part == part and p.line.use] for part in parts}
    words = {part: {w for one in lines[part] for w in stems(f"{one.name} {one.written}")} for part in parts}
    return {
        part: frozenset(own - {w for other, theirs in words.items() if other != part for w in theirs})
        for part, own in words.items()
    }


def _counts(shares: list[float], pieces: int) -> list[int]:
    """So many pieces shared out by these, one for each at least where there are enough."""
    counts = [max(1, round(share * pieces)) for share in shares]
    counts[counts.index(max(counts))] += pieces - sum(counts)
    return counts


def _for_another_day(reading: Reading, assumed: list[Message]) -> float:
    """Which share of the dough the method keeps for something else: it is weighed, and not shared over the pieces."""
    kept = [one for one in shares_of_dough(reading.method) if one.kept]
    if kept and sum(one.share for one in kept) < 1:
        assumed.append(say("“{words}”: the pieces share the rest of the dough.", words=verbatim(kept[0].clause[:120])))
        return sum(one.share for one in kept)
    return 0.0


def _groups(reading: Reading, pieces: int, each_g: float, assumed: list[Message]) -> list[dict[str, Any]]:
    """The pieces shared evenly over the fillings; the first takes what does not come out even."""
    parts = _fillings(reading)
    shares = [pieces // len(parts)] * len(parts)
    shares[0] += pieces - sum(shares)
    told_counts = [dict(reading.counts).get(part, 0) for part in parts]
    if len(parts) > 1 and all(told_counts) and sum(told_counts) == pieces:
        shares = told_counts
    elif len(parts) > 1 and (of_dough := by_filling(shares_of_dough(reading.method), _tellable(reading, parts))):
        shares = _counts([of_dough[part] for part in parts], pieces)
    if pieces < len(parts):
        parts, shares = parts[:pieces], [1] * pieces
    if len(parts) > 1:
        told = listed(
            say("{pieces} with {filling}", pieces=n, filling=verbatim(_named(reading, part)))
            for part, n in zip(parts, shares, strict=True)
        )
        assumed.append(say("The pieces are shared over the fillings: {told}.", told=told))
    return [{"pieces": n, **_stuffed(reading, part, n, each_g, assumed)} for part, n in zip(parts, shares, strict=True)]


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


PLAIN_ONES = re.compile(
    r"\b(one|two|three|four|\d{1,2}) (?:of them )?(?:stays?|remains?|(?:is|are) left|(?:is|are) kept) plain\b|"
    r"\bleave (one|two|three|four|\d{1,2}) (?:of them )?(?:plain|unfilled)\b",
    re.IGNORECASE,
)


def _kept_plain(reading: Reading, first_group: dict[str, Any], assumed: list[Message]) -> list[dict[str, Any]]:
    """Pieces the method leaves without a filling: they come out of the first group."""
    told = PLAIN_ONES.search(reading.method)
    if told is None:
        return []
    word = (told[1] or told[2]).lower()
    count = int(NUMBER_WORDS.get(word, 0) or word)
    if not 0 < count < first_group["pieces"]:
        return []
    first_group["pieces"] -= count
    assumed.append(say_n("{count} piece stays plain.", "{count} pieces stay plain.", count, count=count))
    return [{"pieces": count, "closing": "plain"}]


WHOLE = say("The bake itself came with this recipe, and its words are unchanged: it is taken as it is.")


def to_bake(reading: Reading) -> Draft:
    """A bake document from a reading. Every number the recipe does not give is named in `assumed`."""
    if reading.bake is not None:
        return Draft(reading.bake, [WHOLE])
    assumed: list[Message] = []
    reading = unpacked(reading, assumed)
    kind = kind_of(reading)
    assumed += kind.told
    dough = _rows(reading, *IN_THE_DOUGH)
    if any(p.part in ("sponge", "soaked") for p in reading.lines):
        assumed.append(say("What goes into the sponge or is soaked before is counted in the dough."))
    shared = _grams(reading, *IN_THE_DOUGH) * (1 - _for_another_day(reading, assumed))
    pieces, each = _pieces(reading, shared, assumed)
    if len(reading.text) > LONGEST_KEPT:
        assumed.append(
            say("Only the first {most} characters of the text stay with the bake.", most=as_number(LONGEST_KEPT))
        )
    leading, *more = _groups(reading, pieces, each, assumed)
    more += _kept_plain(reading, leading, assumed)
    closing = closing_of(reading.title, PLAIN_ONES.sub("", reading.method))
    if closing is None:
        assumed.append(say("Nothing says how the pieces are closed: taken as pleated rounds."))
    heat = heat_of(reading, assumed)
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
        **_across(reading, closing or "gathered", leading["filling_per_piece"], assumed),
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
