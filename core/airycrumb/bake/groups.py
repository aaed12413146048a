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
        air_c = r.quantity(
            text=told, kind="temperature", where=at, low=100, high=280, what=say("The oven temperature"), unit="C"
        )
    lidded = r.optional(
        text=raw.get("lid"),
        kind="duration",
        where=f"{where}.lid",
        low=1,
        high=180,
        what=say("The time under a lid"),
        unit="min",
    )
    return HeatSettings(
        method=raw["method"],
        air_c=air_c,
        fire=raw.get("fire", "gentle" if raw["method"] == "pan" else "high"),
        fan=raw.get("fan", False),
        wash=raw.get("wash", "none"),
        heat_min=r.optional(
            text=raw.get("minutes"),
            kind="duration",
            where=f"{where}.minutes",
            low=1,
            high=180,
            what=say("The stated time"),
            unit="min",
        ),
        rest_min=r.quantity(
            text=raw["rest"], kind="duration", where=f"{where}.rest", low=0, high=60, what=say("The rest"), unit="min"
        ),
        covered=raw.get("covered", raw["method"] == "steam"),
        on=raw.get("on", "tray"),
        shelf=raw.get("shelf", "middle"),
        steam_pan=raw.get("steam_pan", False),
        lid_min=lidded or 0.0,
        seared=raw.get("seared", False),
        came=raw.get("from", "proofed"),
        cold_min=r.quantity(
            text=raw.get("cold_for", "12 h"),
            kind="duration",
            where=f"{where}.cold_for",
            low=60,
            high=129_600,
            what=say("The time kept cold"),
            unit="min",
        ),
        crust=raw.get("crust", ""),
        later_loads=raw.get("later_loads", "bench"),
    )


def _inside(raw: Document, where: str, each_g: float, main: list[Part], r: Reader) -> list[Part]:
    """What is laid inside a filling, in proportion to the filling round it."""
    own = r.parts(raw["ingredients"], f"{where}.ingredients")
    inside_g = r.quantity(
        text=raw["each"],
        kind="mass",
        where=f"{where}.each",
        low=1,
        high=1000,
        what=verbatim(raw["name"][:40]) or say("What is inside"),
        unit="g",
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
        name=raw["name"],
        parts=parts + own,
        state=raw["state"],
        celsius=r.quantity(
            text=raw["temperature"],
            kind="temperature",
            where=f"{where}.temperature",
            low=0,
            high=60,
            what=say("The filling's temperature"),
            unit="C",
        ),
        hands_min=r.quantity(
            text=raw["hands_on"],
            kind="duration",
            where=f"{where}.hands_on",
            low=0,
            high=480,
            what=say("Time to make the filling"),
            unit="min",
        ),
        cool_min=r.quantity(
            text=raw["cooling"],
            kind="duration",
            where=f"{where}.cooling",
            low=0,
            high=2880,
            what=say("Time to cool the filling"),
            unit="min",
        ),
        treatments=tuple(dict.fromkeys(raw.get("treatments", []))),
        vessel=raw.get("vessel", "tray"),
        made_g=r.optional(
            text=raw.get("made"),
            kind="mass",
            where=f"{where}.made",
            low=1,
            high=200_000,
            what=say("The filling made"),
            unit="g",
        ),
        inside=laid_in["name"] if laid_in and own else "",
        inside_parts=len(own),
    )


def _group(raw: Document, at: str, first: Document, r: Reader) -> Group:
    """One group of pieces; what a further group leaves unsaid is as in the first."""
    dough = raw.get("dough_per_piece", first["dough_per_piece"])
    closing = str(raw.get("closing", first["closing"]))
    pieces = r.count(raw["pieces"], 200, say("The number of pieces"), f"{at}pieces")
    dough_g = r.quantity(
        text=dough, kind="mass", where=f"{at}dough_per_piece", low=10, high=1500, what=say("A piece"), unit="g"
    )
    heat = heating(raw["heat"], f"{at}heat", r) if at and "heat" in raw else None
    if closing == "plain":
        return Group(
            pieces=pieces, dough_each_g=dough_g, filling_each_g=0.0, closing=closing, filling=NO_FILLING, heat=heat
        )
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
        return Group(
            pieces=pieces, dough_each_g=dough_g, filling_each_g=0.0, closing=closing, filling=NO_FILLING, heat=heat
        )
    each = r.quantity(
        text=raw["filling_per_piece"],
        kind="mass",
        where=f"{at}filling_per_piece",
        low=5,
        high=1500,
        what=say("Filling for a piece"),
        unit="g",
    )
    return Group(
        pieces=pieces,
        dough_each_g=dough_g,
        filling_each_g=each,
        closing=closing,
        filling=_filling(raw["filling"], f"{at}filling", each, r),
        heat=heat,
    )


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
