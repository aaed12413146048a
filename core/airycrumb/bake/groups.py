"""The groups of pieces in a bake file: how many, how large, how closed, what is in them, how they are heated."""

from dataclasses import replace

from airycrumb.bake.model import NO_FILLING, Filling, Group, HeatSettings
from airycrumb.bake.reader import Reader
from airycrumb.bake.text import Document
from airycrumb.pantry import Part
from airycrumb.quantities import share_rounded
from airycrumb.words import in_grams, say, verbatim


def heating(raw: Document, where: str, r: Reader) -> HeatSettings:
    """How pieces are heated."""
    oven, told = raw["method"] == "oven", raw.get("temperature")
    r.require(
        not oven or told is not None,
        "no_oven_temperature",
        f"{where}.temperature",
        say("An oven temperature is missing: write one such as {example}.", example=verbatim("190 C")),
    )
    at = f"{where}.temperature"
    air_c = 100.0
    if oven and told is not None:
        air_c = r.quantity(told, "temperature", at, 100, 280, say("The oven temperature"), "C")
    lidded = r.optional(raw.get("lid"), "duration", f"{where}.lid", 1, 180, say("The time under a lid"), "min")
    return HeatSettings(
        raw["method"],
        air_c,
        raw.get("fire", "gentle" if raw["method"] == "pan" else "high"),
        raw.get("fan", False),
        raw.get("wash", "none"),
        r.optional(raw.get("minutes"), "duration", f"{where}.minutes", 1, 180, say("The stated time"), "min"),
        r.quantity(raw["rest"], "duration", f"{where}.rest", 0, 60, say("The rest"), "min"),
        raw.get("covered", raw["method"] == "steam"),
        raw.get("on", "tray"),
        raw.get("shelf", "middle"),
        raw.get("steam_pan", False),
        lidded or 0.0,
        raw.get("seared", False),
        raw.get("from", "proofed"),
        r.quantity(
            raw.get("cold_for", "12 h"), "duration", f"{where}.cold_for", 60, 129_600, say("The time kept cold"), "min"
        ),
        raw.get("crust", ""),
        raw.get("later_loads", "bench"),
    )


def _inside(raw: Document, where: str, each_g: float, main: list[Part], r: Reader) -> list[Part]:
    """What is laid inside a filling, in proportion to the filling round it."""
    own = r.parts(raw["ingredients"], f"{where}.ingredients")
    inside_g = r.quantity(
        raw["each"], "mass", f"{where}.each", 1, 1000, verbatim(raw["name"][:40]) or say("What is inside"), "g"
    )
    weight, around = sum(g for _, g in own), sum(g for _, g in main)
    r.require(
        weight > 0, "no_filling", f"{where}.ingredients", say("What is laid inside the filling has no ingredients.")
    )
    r.require(
        not inside_g >= each_g,
        "too_much_inside",
        f"{where}.each",
        say(
            "{inside} inside {each} of filling leaves nothing round it: put less of it, or more filling.",
            inside=in_grams(inside_g),
            each=in_grams(each_g),
        ),
    )
    if weight <= 0 or around <= 0 or not 0 < inside_g < each_g:
        return []
    share = inside_g / (each_g - inside_g)
    return [(item, g / weight * share * around) for item, g in own]


def _filling(raw: Document, where: str, each_g: float, r: Reader) -> Filling:
    parts = r.parts(raw["ingredients"], f"{where}.ingredients")
    r.require(
        sum(g for _, g in parts) > 0,
        "no_filling",
        f"{where}.ingredients",
        say("The filling has nothing in it: add an ingredient, and how much of it."),
    )
    laid_in = raw.get("inside")
    own = _inside(laid_in, f"{where}.inside", each_g, parts, r) if laid_in else []
    return Filling(
        raw["name"],
        parts + own,
        raw["state"],
        r.quantity(
            raw["temperature"], "temperature", f"{where}.temperature", 0, 60, say("The filling's temperature"), "C"
        ),
        r.quantity(raw["hands_on"], "duration", f"{where}.hands_on", 0, 480, say("Time to make the filling"), "min"),
        r.quantity(raw["cooling"], "duration", f"{where}.cooling", 0, 2880, say("Time to cool the filling"), "min"),
        tuple(dict.fromkeys(raw.get("treatments", []))),
        raw.get("vessel", "tray"),
        r.optional(raw.get("made"), "mass", f"{where}.made", 1, 200_000, say("The filling made"), "g"),
        laid_in["name"] if laid_in and own else "",
        len(own),
    )


def _group(raw: Document, at: str, first: Document, r: Reader) -> Group:
    """One group of pieces; what a further group leaves unsaid is as in the first."""
    dough = raw.get("dough_per_piece", first["dough_per_piece"])
    closing = str(raw.get("closing", first["closing"]))
    pieces = r.count(raw["pieces"], 200, say("The number of pieces"), f"{at}pieces")
    dough_g = r.quantity(dough, "mass", f"{at}dough_per_piece", 10, 1500, say("A piece"), "g")
    heat = heating(raw["heat"], f"{at}heat", r) if at and "heat" in raw else None
    if closing == "plain":
        return Group(pieces, dough_g, 0.0, closing, NO_FILLING, heat)
    where = verbatim(at.rstrip("."))
    wanted = {
        "filling": say("“{field}” is missing from {where}: add it.", field=verbatim("filling"), where=where),
        "filling_per_piece": say(
            "“{field}” is missing from {where}: add it, such as {example}.",
            field=verbatim("filling_per_piece"),
            where=where,
            example=verbatim('"40 g"'),
        ),
    }
    for name, said in wanted.items():
        r.require(
            name in raw,
            "missing_field",
            f"{at}{name}",
            said,
        )
    if "filling" not in raw or "filling_per_piece" not in raw:
        return Group(pieces, dough_g, 0.0, closing, NO_FILLING, heat)
    each = r.quantity(
        raw["filling_per_piece"], "mass", f"{at}filling_per_piece", 5, 1500, say("Filling for a piece"), "g"
    )
    return Group(pieces, dough_g, each, closing, _filling(raw["filling"], f"{at}filling", each, r), heat)


def _eaten(document: Document, r: Reader) -> int | None:
    """Pieces the eaters want, None where no eaters decide. Two things that both fix them contradict each other."""
    eaters, pin = document.get("eaters"), document.get("pin")
    if eaters is None:
        return None
    wanted = r.count(eaters["count"], 200, say("The number of eaters"), "eaters.count") * r.count(
        eaters["each"], 200, say("Pieces for each eater"), "eaters.each"
    )
    r.require(
        pin is None or pin["gives_way"] != "pieces",
        "pins_contradict",
        "pin.gives_way",
        say(
            "The eaters want {wanted} pieces, and what is held ({held}) lets the pieces give way: let the weight give "
            "way instead, or let one of the two go.",
            wanted=wanted,
            held=verbatim(pin["by"] if pin else ""),
        ),
    )
    return r.count(wanted, 200, say("The number of pieces for these eaters"), "eaters")


def read_groups(document: Document, r: Reader) -> tuple[Group, ...]:
    """Every group of pieces, the leading one first; the eaters' pieces shared over them in proportion."""
    further = document.get("more_groups", [])
    groups = [_group(document, "", document, r)]
    groups += [_group(raw, f"more_groups[{i}].", document, r) for i, raw in enumerate(further)]
    wanted = _eaten(document, r)
    if wanted is not None:
        r.require(
            wanted >= len(groups),
            "too_few_eaten",
            "eaters",
            say(
                "The eaters want {wanted} pieces, and there are {groups} kinds: at least one of each is needed.",
                wanted=wanted,
                groups=len(groups),
            ),
        )
        counts = _shared_out(wanted, [g.pieces for g in groups])
        groups = [replace(g, pieces=n) for g, n in zip(groups, counts, strict=True)]
    whole = sum(g.pieces for g in groups)
    r.require(
        whole <= 200,
        "out_of_range",
        "pieces",
        say("{whole} pieces in all are more than the {most} that can be planned.", whole=whole, most=200),
    )
    return tuple(groups)


def _shared_out(wanted: int, ratio: list[int]) -> list[int]:
    """So many pieces in the ratio given, whole ones, one of each at least."""
    spare = max(0, wanted - len(ratio))
    return [1 + round(n) for n in share_rounded([spare * n / sum(ratio) for n in ratio], 1)]
