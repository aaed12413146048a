"""The groups of pieces in a bake file: how many, how large, how closed, what is in them, how they are heated."""

from dataclasses import replace

from airycrumb.bake.model import NO_FILLING, Filling, Group, HeatSettings
from airycrumb.bake.reader import Reader
from airycrumb.bake.text import Document
from airycrumb.pantry import Part
from airycrumb.quantities import share_rounded


def heating(raw: Document, where: str, r: Reader) -> HeatSettings:
    """How pieces are heated."""
    oven, told = raw["method"] == "oven", raw.get("temperature")
    r.require(
        not oven or told is not None,
        "no_oven_temperature",
        f"{where}.temperature",
        "An oven temperature is missing: write one such as 190 C.",
    )
    at = f"{where}.temperature"
    air_c = 100.0
    if oven and told is not None:
        air_c = r.quantity(told, "temperature", at, 100, 280, "The oven temperature", "C")
    lidded = r.optional(raw.get("lid"), "duration", f"{where}.lid", 1, 180, "The time under a lid", "min")
    return HeatSettings(
        raw["method"],
        air_c,
        raw.get("fire", "gentle" if raw["method"] == "pan" else "high"),
        raw.get("fan", False),
        raw.get("wash", "none"),
        r.optional(raw.get("minutes"), "duration", f"{where}.minutes", 1, 180, "The stated time", "min"),
        r.quantity(raw["rest"], "duration", f"{where}.rest", 0, 60, "The rest", "min"),
        raw.get("covered", raw["method"] == "steam"),
        raw.get("on", "tray"),
        raw.get("shelf", "middle"),
        raw.get("steam_pan", False),
        lidded or 0.0,
        raw.get("seared", False),
        raw.get("from", "proofed"),
        r.quantity(
            raw.get("cold_for", "12 h"), "duration", f"{where}.cold_for", 60, 129_600, "The time kept cold", "min"
        ),
        raw.get("crust", ""),
        raw.get("later_loads", "bench"),
    )


def _inside(raw: Document, where: str, each_g: float, main: list[Part], r: Reader) -> list[Part]:
    """What is laid inside a filling, in proportion to the filling round it."""
    own = r.parts(raw["ingredients"], f"{where}.ingredients")
    inside_g = r.quantity(raw["each"], "mass", f"{where}.each", 1, 1000, f"{raw['name'][:40] or 'What is inside'}", "g")
    weight, around = sum(g for _, g in own), sum(g for _, g in main)
    r.require(weight > 0, "no_filling", f"{where}.ingredients", "What is laid inside the filling has no ingredients.")
    r.require(
        not inside_g >= each_g,
        "too_much_inside",
        f"{where}.each",
        f"{inside_g:.0f} g inside {each_g:.0f} g of filling leaves nothing round it: put less of it, or more filling.",
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
        "The filling has nothing in it: add an ingredient with an amount above 0 g.",
    )
    laid_in = raw.get("inside")
    own = _inside(laid_in, f"{where}.inside", each_g, parts, r) if laid_in else []
    return Filling(
        raw["name"],
        parts + own,
        raw["state"],
        r.quantity(raw["temperature"], "temperature", f"{where}.temperature", 0, 60, "The filling's temperature", "C"),
        r.quantity(raw["hands_on"], "duration", f"{where}.hands_on", 0, 480, "Time to make the filling", "min"),
        r.quantity(raw["cooling"], "duration", f"{where}.cooling", 0, 2880, "Time to cool the filling", "min"),
        tuple(dict.fromkeys(raw.get("treatments", []))),
        raw.get("vessel", "tray"),
        r.optional(raw.get("made"), "mass", f"{where}.made", 1, 200_000, "The filling made", "g"),
        laid_in["name"] if laid_in and own else "",
        len(own),
    )


def _group(raw: Document, at: str, first: Document, r: Reader) -> Group:
    """One group of pieces; what a further group leaves unsaid is as in the first."""
    dough = raw.get("dough_per_piece", first["dough_per_piece"])
    closing = str(raw.get("closing", first["closing"]))
    pieces = r.count(raw["pieces"], 200, "The number of pieces", f"{at}pieces")
    dough_g = r.quantity(dough, "mass", f"{at}dough_per_piece", 10, 1500, "A piece", "g")
    heat = heating(raw["heat"], f"{at}heat", r) if at and "heat" in raw else None
    if closing == "plain":
        return Group(pieces, dough_g, 0.0, closing, NO_FILLING, heat)
    for name, example in (("filling", ""), ("filling_per_piece", ', such as "40 g"')):
        r.require(
            name in raw, "missing_field", f"{at}{name}", f"“{name}” is missing from {at.rstrip('.')}: add it{example}."
        )
    if "filling" not in raw or "filling_per_piece" not in raw:
        return Group(pieces, dough_g, 0.0, closing, NO_FILLING, heat)
    each = r.quantity(raw["filling_per_piece"], "mass", f"{at}filling_per_piece", 5, 1500, "Filling for a piece", "g")
    return Group(pieces, dough_g, each, closing, _filling(raw["filling"], f"{at}filling", each, r), heat)


def _eaten(document: Document, r: Reader) -> int | None:
    """Pieces the eaters want, None where no eaters decide. Two things that both fix them contradict each other."""
    eaters, pin = document.get("eaters"), document.get("pin")
    if eaters is None:
        return None
    wanted = r.count(eaters["count"], 200, "The number of eaters", "eaters.count") * r.count(
        eaters["each"], 200, "Pieces for each eater", "eaters.each"
    )
    r.require(
        pin is None or pin["gives_way"] != "pieces",
        "pins_contradict",
        "pin.gives_way",
        f"The eaters want {wanted} pieces, and the held {pin['by'] if pin else ''} lets the pieces give way: let the weight give way instead, or let one of the two go.",
    )
    return r.count(wanted, 200, "The number of pieces for these eaters", "eaters")


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
            f"The eaters want {wanted} pieces, and there are {len(groups)} kinds: at least one of each is needed.",
        )
        counts = _shared_out(wanted, [g.pieces for g in groups])
        groups = [replace(g, pieces=n) for g, n in zip(groups, counts, strict=True)]
    whole = sum(g.pieces for g in groups)
    r.require(
        whole <= 200, "out_of_range", "pieces", f"{whole} pieces in all is more than the 200 that can be planned."
    )
    return tuple(groups)


def _shared_out(wanted: int, ratio: list[int]) -> list[int]:
    """So many pieces in the ratio given, whole ones, one of each at least."""
    spare = max(0, wanted - len(ratio))
    return [1 + round(n) for n in share_rounded([spare * n / sum(ratio) for n in ratio], 1)]
