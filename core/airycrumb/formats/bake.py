"""The bake file as the core works with it."""

from airycrumb.documents import Bake
from airycrumb.formats.reader import Reader
from airycrumb.formats.structure import structure_problems
from airycrumb.formats.text import Document
from airycrumb.formula import Part, Pin
from airycrumb.pantry import Own
from airycrumb.problems import InputError
from airycrumb.quantities import parse


def _pin(raw: Document | None, parts: list[Part], r: Reader) -> Pin | None:
    if raw is None:
        return None
    amount = r.quantity(raw["amount"], "mass", "pin.amount", 1, 200_000, "The pinned amount", "g")
    keys = {item.key for item, _ in parts}
    by = raw["by"].strip().lower()
    known = by in {"flour", "dough", "filling"} | keys
    r.require(
        known,
        "unknown_pin",
        "pin.by",
        f"“{by[:40]}” cannot be pinned: pin flour, dough, filling or an ingredient of this dough.",
    )
    return Pin(by, amount, raw["gives_way"])


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


def _pieces(document: Document, r: Reader) -> int:
    """Pieces as written, or as many as the eaters want. Two things that both fix them contradict each other."""
    eaters, pin = document.get("eaters"), document.get("pin")
    if eaters is None:
        return r.count(document["pieces"], 200, "The number of pieces", "pieces")
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


def read_bake(document: Document, own: Own = ()) -> Bake:
    """A bake document as the core works with it; own: the kitchen's own foods. Raises InputError with every problem found."""
    structural = structure_problems("bake", document)
    if structural:
        raise InputError(structural)
    r = Reader(own)
    dough, filling, heat = document["dough"], document["filling"], document["heat"]
    plan, rise, proof = document.get("plan", {}), document["rise"], document["proof"]
    parts = r.parts(dough["ingredients"], "dough.ingredients")
    inside = r.parts(filling["ingredients"], "filling.ingredients")
    flour = sum(g for i, g in parts if i.role == "flour")
    r.require(flour > 0, "no_flour", "dough.ingredients", "The dough has no flour: add one with an amount above 0 g.")
    yeast = sum(g for i, g in parts if i.role == "yeast")
    r.require(
        yeast > 0 or any("yeast" in row["use"] and r.problems for row in dough["ingredients"]),
        "no_yeast",
        "dough.ingredients",
        f"This dough has no yeast and would not rise: add about {flour * 0.01:.2g} g of instant yeast (1 % of the flour).",
    )
    r.require(
        sum(g for _, g in inside) > 0,
        "no_filling",
        "filling.ingredients",
        "The filling has nothing in it: add an ingredient with an amount above 0 g.",
    )
    oven = heat["method"] == "oven"
    r.require(
        not oven or heat.get("temperature") is not None,
        "no_oven_temperature",
        "heat.temperature",
        "An oven temperature is missing: write one such as 190 C.",
    )
    bake = Bake(
        name=document["name"],
        pieces=_pieces(document, r),
        dough_each_g=r.quantity(document["dough_per_piece"], "mass", "dough_per_piece", 10, 1500, "A piece", "g"),
        filling_each_g=r.quantity(
            document["filling_per_piece"], "mass", "filling_per_piece", 5, 1500, "Filling for a piece", "g"
        ),
        closing=document["closing"],
        leavening=dough["leavening"],
        parts=parts,
        bloomed=dough.get("yeast_woken", False),
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
        rise_air_c=r.optional(rise.get("air"), "temperature", "rise.air", 1, 45, "Warmth of the rise", "C"),
        filling_name=filling["name"],
        filling_parts=inside,
        filling_state=filling["state"],
        filling_c=r.quantity(
            filling["temperature"], "temperature", "filling.temperature", 0, 60, "The filling's temperature", "C"
        ),
        filling_hands_min=r.quantity(
            filling["hands_on"], "duration", "filling.hands_on", 0, 480, "Time to make the filling", "min"
        ),
        filling_cool_min=r.quantity(
            filling["cooling"], "duration", "filling.cooling", 0, 2880, "Time to cool the filling", "min"
        ),
        proof_to=r.number(proof["to"], 1.05, 2.5, "The proof", "times", "proof.to"),
        proof_air_c=r.optional(proof.get("air"), "temperature", "proof.air", 1, 45, "Warmth of the proof", "C"),
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
        pin=_pin(document.get("pin"), parts, r),
        kept=frozenset(document.get("kept", [])),
        bands=r.bands(dough["ingredients"], parts, "dough.ingredients"),
        places=tuple(row.get("part", "dough") for row in dough["ingredients"]),
        said=_said(document.get("said", {}), r),
        kneading=dough.get("kneading", "hand"),
        said_feel=document.get("said", {}).get("feel"),
    )
    r.done()
    return bake
