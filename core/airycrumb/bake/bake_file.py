"""The bake file as the core works with it."""

from airycrumb.bake.groups import heating, read_groups
from airycrumb.bake.model import BENCH, Bake, Group, Stay
from airycrumb.bake.reader import Reader
from airycrumb.bake.structure import structure_problems
from airycrumb.bake.text import Document
from airycrumb.pantry import Own, Part
from airycrumb.problems import InputError
from airycrumb.quantities import parse
from airycrumb.stations.weigh.formula import Pin, filling_pinned
from airycrumb.words import in_grams, in_percent, say, verbatim


def _pin(raw: Document | None, parts: list[Part], groups: tuple[Group, ...], r: Reader) -> Pin | None:
    if raw is None:
        return None
    amount = r.quantity(
        text=raw["amount"],
        kind="mass",
        where="pin.amount",
        low=1,
        high=200_000,
        what=say("The pinned amount"),
        unit="g",
    )
    keys = {item.key for item, _ in parts}
    by = raw["by"].strip().lower()
    filling = filling_pinned(by)
    known = by in {"flour", "dough"} | keys or (
        filling is not None and 0 <= filling < len(groups) and groups[filling].filling_each_g > 0
    )
    r.require(
        known,
        "unknown_pin",
        "pin.by",
        say("“{by}” cannot be pinned: pin flour, dough, filling or an ingredient of this dough.", by=verbatim(by[:40])),
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


_WARMTH = {
    "rise": say("Warmth of the rise"),
    "proof": say("Warmth of the proof"),
    "sponge": say("Warmth of the sponge"),
}


def _stays(stage: Document, name: str, r: Reader) -> tuple[Stay, ...]:
    """Where a stage stands, in turn; files written before there were spots say at most how warm it is."""
    rows = stage.get("spots")
    if not rows:
        air = r.optional(
            text=stage.get("air"), kind="temperature", where=f"{name}.air", low=1, high=45, what=_WARMTH[name], unit="C"
        )
        return BENCH if air is None else (Stay("spot", air),)
    stays = []
    for i, row in enumerate(rows):
        at, last = f"{name}.spots[{i}]", i == len(rows) - 1
        air = r.optional(
            text=row.get("air"),
            kind="temperature",
            where=f"{at}.air",
            low=1,
            high=45,
            what=say("Warmth of the spot"),
            unit="C",
        )
        told = r.optional(
            text=row.get("for"),
            kind="duration",
            where=f"{at}.for",
            low=1,
            high=5760,
            what=say("The time there"),
            unit="min",
        )
        r.require(
            last or told is not None,
            "no_end",
            f"{at}.for",
            say("Only in the last spot can a dough stay until it is ready: say how long it stays in this one."),
        )
        r.require(
            row["where"] != "spot" or air is not None,
            "no_air",
            f"{at}.air",
            say("How warm the spot is is missing: write a temperature such as {example}.", example=verbatim("28 C")),
        )
        stays.append(Stay(row["where"].strip(), air, None if last else told))
    return tuple(stays)


def _school(dough: Document) -> str:
    """How the yeast goes in; files written before there were three ways say only whether it is woken."""
    return str(dough.get("yeast_school", "woken" if dough.get("yeast_woken") else "straight"))


def read_bake(document: Document, own: Own = ()) -> Bake:
    """A bake document as the core works with it; own: the kitchen's own foods. Raises InputError with every problem
    found.
    """
    structural = structure_problems("bake", document)
    if structural:
        raise InputError(structural)
    r = Reader(own)
    dough = document["dough"]
    plan, rise, proof, sponge = (
        document.get("plan", {}),
        document["rise"],
        document["proof"],
        document.get("sponge", {}),
    )
    parts = r.parts(dough["ingredients"], "dough.ingredients")
    flour = sum(g for i, g in parts if i.role == "flour")
    r.require(flour > 0, "no_flour", "dough.ingredients", say("The dough has no flour: add one, and how much of it."))
    yeast = sum(g for i, g in parts if i.role == "yeast")
    r.require(
        dough["leavening"] in RESTS
        or yeast > 0
        or any("yeast" in row["use"] and r.problems for row in dough["ingredients"]),
        "no_yeast",
        "dough.ingredients",
        say(
            "This dough has no yeast and would not rise: add about {mass} of instant yeast ({share} of the flour).",
            mass=in_grams(flour * 0.01, significant=2),
            share=in_percent(1),
        ),
    )
    groups = read_groups(document, r)
    bake = Bake(
        name=document["name"],
        groups=groups,
        leavening=dough["leavening"],
        parts=parts,
        yeast_school=_school(dough),
        start_c=r.optional(
            text=dough.get("start_temperature"),
            kind="temperature",
            where="dough.start_temperature",
            low=2,
            high=45,
            what=say("The dough's start temperature"),
            unit="C",
        ),
        rise_to=r.number(rise["to"], 1.2, 3.5, say("The rise"), "rise.to"),
        rise_stays=_stays(rise, "rise", r),
        proof_to=r.number(proof["to"], 1.05, 2.5, say("The proof"), "proof.to"),
        proof_stays=_stays(proof, "proof", r),
        **vars(heating(document["heat"], "heat", r)),
        eat_at=plan.get("eat_at"),
        start_at=plan.get("start_at"),
        room_c=r.optional(
            text=plan.get("room"),
            kind="temperature",
            where="plan.room",
            low=5,
            high=40,
            what=say("The kitchen"),
            unit="C",
        ),
        pin=_pin(document.get("pin"), parts, groups, r),
        kept=frozenset(document.get("kept", [])),
        bands=r.bands(dough["ingredients"], parts, "dough.ingredients"),
        places=tuple(row.get("part", "dough") for row in dough["ingredients"]),
        said=_said(document.get("said", {}), r),
        kneading=dough.get("kneading", "hand"),
        said_feel=document.get("said", {}).get("feel"),
        wanted_c=r.optional(
            text=dough.get("wanted_temperature"),
            kind="temperature",
            where="dough.wanted_temperature",
            low=16,
            high=32,
            what=say("The dough wanted"),
            unit="C",
        ),
        by_thermometer=plan.get("room_from") == "thermometer",
        vessel=rise.get("in", "bowl"),
        again_to=None
        if rise.get("again_to") is None
        else r.number(rise["again_to"], 1.1, 3, say("The second rise"), "rise.again_to"),
        rest_only_min=r.quantity(
            text=rise.get("rest", "30 min"),
            kind="duration",
            where="rise.rest",
            low=0,
            high=1440,
            what=say("The rest"),
            unit="min",
        ),
        sponge_to=r.number(sponge.get("to", 2.6), 1.5, 3.5, say("The sponge"), "sponge.to"),
        sponge_stays=_stays(sponge, "sponge", r),
        spare_dough=document.get("spare_dough", ""),
        divide_by=document.get("divide_by", "scale"),
    )
    r.done()
    return bake
