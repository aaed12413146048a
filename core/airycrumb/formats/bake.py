"""The bake file as the core works with it."""

from dataclasses import replace

from airycrumb.documents import BENCH, Bake, Filling, Group, Stay
from airycrumb.formats.reader import Reader
from airycrumb.formats.structure import structure_problems
from airycrumb.formats.text import Document
from airycrumb.formula import Part, Pin, filling_pinned
from airycrumb.pantry import Own
from airycrumb.problems import InputError
from airycrumb.quantities import parse, share_rounded


def _pin(raw: Document | None, parts: list[Part], groups: int, r: Reader) -> Pin | None:
    if raw is None:
        return None
    amount = r.quantity(raw["amount"], "mass", "pin.amount", 1, 200_000, "The pinned amount", "g")
    keys = {item.key for item, _ in parts}
    by = raw["by"].strip().lower()
    filling = filling_pinned(by)
    known = by in {"flour", "dough"} | keys or (filling is not None and 0 <= filling < groups)
    r.require(
        known,
        "unknown_pin",
        "pin.by",
        f"“{by[:40]}” cannot be pinned: pin flour, dough, filling or an ingredient of this dough.",
    )
    return Pin(by, amount, raw["gives_way"])


RESTS = ("soda", "none")  # leavenings that let a dough rest and do not raise it
SAID = {
    "piece_weight": "mass",
    "filling_each": "mass",
    "rise": "duration",
    "proof": "duration",
    "heat": "duration",
    "oven": "temperature",
    "liquid": "temperature",
    "across": "length",
}


def _said(raw: Document, r: Reader) -> dict[str, float]:
    """What the recipe claims, in the core's units. It may be absurd: that is what the audit is for."""

    def told(name: str) -> float:
        return float(r.collect(lambda: parse(raw[name], SAID[name], f"said.{name}"), 0.0))

    return {name: told(name) for name in SAID if name in raw} | (
        {"pieces": float(raw["pieces"])} if "pieces" in raw else {}
    )


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


def _filling(raw: Document, where: str, r: Reader) -> Filling:
    parts = r.parts(raw["ingredients"], f"{where}.ingredients")
    r.require(
        sum(g for _, g in parts) > 0,
        "no_filling",
        f"{where}.ingredients",
        "The filling has nothing in it: add an ingredient with an amount above 0 g.",
    )
    return Filling(
        raw["name"],
        parts,
        raw["state"],
        r.quantity(raw["temperature"], "temperature", f"{where}.temperature", 0, 60, "The filling's temperature", "C"),
        r.quantity(raw["hands_on"], "duration", f"{where}.hands_on", 0, 480, "Time to make the filling", "min"),
        r.quantity(raw["cooling"], "duration", f"{where}.cooling", 0, 2880, "Time to cool the filling", "min"),
    )


def _group(raw: Document, at: str, first: Document, r: Reader) -> Group:
    """One group of pieces; what a further group leaves unsaid is as in the first."""
    dough = raw.get("dough_per_piece", first["dough_per_piece"])
    return Group(
        r.count(raw["pieces"], 200, "The number of pieces", f"{at}pieces"),
        r.quantity(dough, "mass", f"{at}dough_per_piece", 10, 1500, "A piece", "g"),
        r.quantity(raw["filling_per_piece"], "mass", f"{at}filling_per_piece", 5, 1500, "Filling for a piece", "g"),
        str(raw.get("closing", first["closing"])),
        _filling(raw["filling"], f"{at}filling", r),
    )


def _groups(document: Document, r: Reader) -> tuple[Group, ...]:
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


def _stays(stage: Document, name: str, r: Reader) -> tuple[Stay, ...]:
    """Where a stage stands, in turn; files written before there were spots say at most how warm it is."""
    rows = stage.get("spots")
    if not rows:
        air = r.optional(stage.get("air"), "temperature", f"{name}.air", 1, 45, f"Warmth of the {name}", "C")
        return BENCH if air is None else (Stay("spot", air),)
    stays = []
    for i, row in enumerate(rows):
        at, last = f"{name}.spots[{i}]", i == len(rows) - 1
        air = r.optional(row.get("air"), "temperature", f"{at}.air", 1, 45, "Warmth of the spot", "C")
        told = r.optional(row.get("for"), "duration", f"{at}.for", 1, 5760, "The time there", "min")
        r.require(
            last or told is not None,
            "no_end",
            f"{at}.for",
            "Only in the last spot can a dough stay until it is ready: say how long it stays in this one.",
        )
        r.require(
            row["where"] != "spot" or air is not None,
            "no_air",
            f"{at}.air",
            "How warm the spot is is missing: write a temperature such as 28 C.",
        )
        stays.append(Stay(row["where"].strip(), air, None if last else told))
    return tuple(stays)


def _school(dough: Document) -> str:
    """How the yeast goes in; files written before there were three ways say only whether it is woken."""
    return str(dough.get("yeast_school", "woken" if dough.get("yeast_woken") else "straight"))


def read_bake(document: Document, own: Own = ()) -> Bake:
    """A bake document as the core works with it; own: the kitchen's own foods. Raises InputError with every problem found."""
    structural = structure_problems("bake", document)
    if structural:
        raise InputError(structural)
    r = Reader(own)
    dough, heat = document["dough"], document["heat"]
    plan, rise, proof, sponge = (
        document.get("plan", {}),
        document["rise"],
        document["proof"],
        document.get("sponge", {}),
    )
    parts = r.parts(dough["ingredients"], "dough.ingredients")
    flour = sum(g for i, g in parts if i.role == "flour")
    r.require(flour > 0, "no_flour", "dough.ingredients", "The dough has no flour: add one with an amount above 0 g.")
    yeast = sum(g for i, g in parts if i.role == "yeast")
    r.require(
        dough["leavening"] in RESTS
        or yeast > 0
        or any("yeast" in row["use"] and r.problems for row in dough["ingredients"]),
        "no_yeast",
        "dough.ingredients",
        f"This dough has no yeast and would not rise: add about {flour * 0.01:.2g} g of instant yeast (1 % of the flour).",
    )
    groups = _groups(document, r)
    oven = heat["method"] == "oven"
    r.require(
        not oven or heat.get("temperature") is not None,
        "no_oven_temperature",
        "heat.temperature",
        "An oven temperature is missing: write one such as 190 C.",
    )
    bake = Bake(
        name=document["name"],
        groups=groups,
        leavening=dough["leavening"],
        parts=parts,
        yeast_school=_school(dough),
        start_c=r.optional(
            dough.get("start_temperature"),
            "temperature",
            "dough.start_temperature",
            2,
            45,
            "The dough's start temperature",
            "C",
        ),
        rise_to=r.number(rise["to"], 1.2, 3.5, "The rise", "times", "rise.to"),
        rise_stays=_stays(rise, "rise", r),
        proof_to=r.number(proof["to"], 1.05, 2.5, "The proof", "times", "proof.to"),
        proof_stays=_stays(proof, "proof", r),
        method=heat["method"],
        air_c=r.quantity(
            heat.get("temperature"), "temperature", "heat.temperature", 100, 280, "The oven temperature", "C"
        )
        if oven and heat.get("temperature") is not None
        else 100.0,
        fire=heat.get("fire", "high"),
        fan=heat.get("fan", False),
        wash=heat.get("wash", "none"),
        heat_min=r.optional(heat.get("minutes"), "duration", "heat.minutes", 1, 180, "The stated time", "min"),
        rest_min=r.quantity(heat["rest"], "duration", "heat.rest", 0, 60, "The rest", "min"),
        covered=heat.get("covered", heat["method"] == "steam"),
        eat_at=plan.get("eat_at"),
        start_at=plan.get("start_at"),
        room_c=r.optional(plan.get("room"), "temperature", "plan.room", 5, 40, "The kitchen", "C"),
        pin=_pin(document.get("pin"), parts, len(groups), r),
        kept=frozenset(document.get("kept", [])),
        bands=r.bands(dough["ingredients"], parts, "dough.ingredients"),
        places=tuple(row.get("part", "dough") for row in dough["ingredients"]),
        said=_said(document.get("said", {}), r),
        kneading=dough.get("kneading", "hand"),
        said_feel=document.get("said", {}).get("feel"),
        wanted_c=r.optional(
            dough.get("wanted_temperature"), "temperature", "dough.wanted_temperature", 16, 32, "The dough wanted", "C"
        ),
        by_thermometer=plan.get("room_from") == "thermometer",
        vessel=rise.get("in", "bowl"),
        again_to=None
        if rise.get("again_to") is None
        else r.number(rise["again_to"], 1.1, 3, "The second rise", "times", "rise.again_to"),
        rest_only_min=r.quantity(rise.get("rest", "30 min"), "duration", "rise.rest", 0, 1440, "The rest", "min"),
        sponge_to=r.number(sponge.get("to", 2.6), 1.5, 3.5, "The sponge", "times", "sponge.to"),
        sponge_stays=_stays(sponge, "sponge", r),
    )
    r.done()
    return bake
