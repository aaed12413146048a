"""The kitchen file as the core works with it."""

from functools import partial
from importlib.resources import files
from itertools import pairwise

from airycrumb.bake.model import Kitchen, OwnSpot
from airycrumb.bake.reader import Reader
from airycrumb.bake.room_day import minute_of_day
from airycrumb.bake.structure import structure_problems
from airycrumb.bake.text import Document, load_json
from airycrumb.data.spots import SPOTS
from airycrumb.pantry import Ingredient, alike, find
from airycrumb.problems import InputError
from airycrumb.quantities import FACTORS
from airycrumb.recipe import Habits
from airycrumb.stations.heat.learning import OvenTruth, Pace
from airycrumb.stations.rise.learning import Vigour
from airycrumb.words import say, verbatim


def _vigour(raw: Document | None, r: Reader) -> Vigour:
    if raw is None:
        return Vigour()
    mean = r.number(raw["mean"], -2, 2, say("Mean vigour"), "vigour.mean")
    variance = r.number(raw["variance"], 1e-6, 1, say("Variance of vigour"), "vigour.variance")
    return Vigour(mean, variance, max(0, raw["bakes"]))


def _pace(raw: Document, method: str, r: Reader) -> Pace:
    mean = r.number(raw["mean"], -1, 1, say("Mean pace"), f"heats.{method}.mean")
    variance = r.number(raw["variance"], 1e-6, 1, say("Variance of the pace"), f"heats.{method}.variance")
    return Pace(mean, variance, max(0, raw["bakes"]))


def _oven(raw: Document | None, r: Reader) -> OvenTruth:
    if raw is None:
        return OvenTruth()
    usual, at = OvenTruth(), "oven_truth"
    recovery, drop = raw.get("recovery_min", usual.recovery_min), raw.get("drop_c_per_kg", usual.drop_c_per_kg)
    return OvenTruth(
        r.number(raw["off_c"], -60, 60, say("How far off the oven is"), f"{at}.off_c"),
        r.number(recovery, 0.5, 20, say("The oven's recovery"), f"{at}.recovery_min"),
        r.number(drop, 0, 80, say("The oven's drop"), f"{at}.drop_c_per_kg"),
        max(0, raw["bakes"]),
    )


def _cup(key: str, text: str, r: Reader) -> float:
    where = f"measuring.weighed.{key}"
    r.collect(lambda: find(key, where), None)
    return r.quantity(
        text=text,
        kind="mass",
        where=where,
        low=5,
        high=400,
        what=say("A cup of {food}", food=verbatim(key[:40])),
        unit="g",
    )


def _habits(document: Document, r: Reader) -> Habits:
    raw = document.get("measuring", {})
    weighed = tuple((key, _cup(key, text, r)) for key, text in sorted(raw.get("weighed", {}).items()))
    foods = [_food(row, f"pantry[{i}]", r) for i, row in enumerate(document.get("pantry", []))]
    own = tuple(food for food in foods if food is not None)
    names = [food.key for food in own]
    r.require(len(set(names)) == len(names), "twice", "pantry", say("Two foods of your own have one name: rename one."))
    return Habits(raw.get("cups", "us"), raw.get("filled", "unknown"), weighed, own)


def _food(row: Document, where: str, r: Reader) -> Ingredient | None:
    base = r.collect(lambda: find(row["like"], f"{where}.like"), None)
    named = bool(row["name"].strip())
    r.require(named, "no_name", f"{where}.name", say("A food of your own has no name: write what recipes call it."))
    food = verbatim(row["name"][:40])
    shares = {
        what: r.number(row[what], 0, 100, said, f"{where}.{what}")
        for what, said in (("water", say("Water in {food}", food=food)), ("fat", say("Fat in {food}", food=food)))
        if what in row
    }
    both = sum(shares.values()) <= 100
    r.require(
        both,
        "too_much",
        where,
        say("{name} has more water and fat than it weighs: check the two.", name=row["name"][:40]),
    )
    cup = r.optional(
        text=row.get("cup"), kind="mass", where=f"{where}.cup", low=5, high=600, what=say("A cup of it"), unit="g"
    )
    piece = r.optional(
        text=row.get("piece"), kind="mass", where=f"{where}.piece", low=0.1, high=5000, what=say("One of it"), unit="g"
    )
    if base is None or not named or not both:
        return None
    density = None if cup is None else cup / FACTORS["volume"]["cup"]
    return alike(
        base=base, name=row["name"], water=shares.get("water"), fat=shares.get("fat"), density=density, piece_g=piece
    )


def _spot(row: Document, where: str, r: Reader) -> OwnSpot:
    known = row["name"].strip().lower() in SPOTS or not row["name"].strip()
    r.require(
        not known,
        "taken",
        f"{where}.name",
        say("“{name}” cannot name a spot of your own: choose another.", name=row["name"][:40]),
    )
    return OwnSpot(
        row["name"].strip(),
        r.quantity(
            text=row["air"],
            kind="temperature",
            where=f"{where}.air",
            low=1,
            high=45,
            what=say("Warmth of the spot"),
            unit="C",
        ),
        r.optional(
            text=row.get("cools"),
            kind="duration",
            where=f"{where}.cools",
            low=1,
            high=1440,
            what=say("The time it cools in"),
            unit="min",
        ),
    )


def _room_day(rows: list[Document], r: Reader) -> tuple[tuple[float, float], ...]:
    """(minute of the day, °C) of each point, rising."""
    points = []
    for i, row in enumerate(rows):
        at = float(r.collect(partial(minute_of_day, row["at"], f"room_day[{i}].at"), 0.0))
        points.append(
            (
                at,
                r.quantity(
                    text=row["room"],
                    kind="temperature",
                    where=f"room_day[{i}].room",
                    low=5,
                    high=40,
                    what=say("The kitchen"),
                    unit="C",
                ),
            )
        )
    minutes = [m for m, _ in points]
    r.require(
        all(a < b for a, b in pairwise(minutes)),
        "not_in_order",
        "room_day",
        say("The hours of the day's warmth must follow one another: put them in order, each once."),
    )
    return tuple(points)


def read_kitchen(document: Document) -> Kitchen:
    """A kitchen document as the core works with it. Raises InputError with every problem found."""
    structural = structure_problems("kitchen", document)
    if structural:
        raise InputError(structural)
    r = Reader()
    steamer, oven = document["steamer"], document["oven"]
    kitchen = Kitchen(
        name=document["name"],
        room_c=r.quantity(
            text=document["room"], kind="temperature", where="room", low=5, high=40, what=say("The kitchen"), unit="C"
        ),
        altitude_m=r.quantity(
            text=document["altitude"],
            kind="length",
            where="altitude",
            low=-400,
            high=4500,
            what=say("The altitude"),
            unit="m",
        )
        / 1000,
        scale_step_g=r.quantity(
            text=document["scale_step"],
            kind="mass",
            where="scale_step",
            low=0.1,
            high=10,
            what=say("The scale's step"),
            unit="g",
        ),
        bowl_loss=r.number(document.get("bowl_loss", 0.015), 0, 0.1, say("The loss on the bowl"), "bowl_loss"),
        baskets=r.count(steamer["baskets"], 6, say("The number of baskets"), "steamer.baskets"),
        basket_mm=r.quantity(
            text=steamer["diameter"],
            kind="length",
            where="steamer.diameter",
            low=10,
            high=60,
            what=say("A basket"),
            unit="cm",
        ),
        net_watts=r.quantity(
            text=steamer["net_power"],
            kind="power",
            where="steamer.net_power",
            low=100,
            high=4000,
            what=say("The hob's net power"),
            unit="W",
        ),
        trays=r.count(oven["trays"], 4, say("The number of trays"), "oven.trays"),
        tray_mm=(
            r.quantity(
                text=oven["width"], kind="length", where="oven.width", low=10, high=90, what=say("A tray"), unit="cm"
            ),
            r.quantity(
                text=oven["depth"], kind="length", where="oven.depth", low=10, high=90, what=say("A tray"), unit="cm"
            ),
        ),
        preheat_min=r.quantity(
            text=oven["preheat"],
            kind="duration",
            where="oven.preheat",
            low=0,
            high=120,
            what=say("The preheat"),
            unit="min",
        ),
        boil_min=r.quantity(
            text=steamer["boil"],
            kind="duration",
            where="steamer.boil",
            low=0,
            high=60,
            what=say("Bringing to the boil"),
            unit="min",
        ),
        friction_c=r.quantity(
            text=document.get("kneading_warms", "1 C"),
            kind="temperature",
            where="kneading_warms",
            low=0,
            high=15,
            what=say("Warming by kneading"),
            unit="C",
        ),
        region=document.get("food_safety_region", "strictest"),
        vigour=_vigour(document.get("vigour"), r),
        drinks={
            k: r.number(v, 0.5, 1.2, say("What a flour drinks"), f"drinks.{k}")
            for k, v in document.get("drinks", {}).items()
        },
        habits=_habits(document, r),
        spots=tuple(_spot(row, f"spots[{i}]", r) for i, row in enumerate(document.get("spots", []))),
        room_day=_room_day(document.get("room_day", []), r),
        pot_ml=r.quantity(
            text=steamer.get("pot", "2 l"),
            kind="volume",
            where="steamer.pot",
            low=200,
            high=20_000,
            what=say("The pot"),
            unit="ml",
        ),
        pan_mm=r.quantity(
            text=document.get("pan", "26 cm"),
            kind="length",
            where="pan",
            low=10,
            high=60,
            what=say("The pan"),
            unit="cm",
        ),
        oven=_oven(document.get("oven_truth"), r),
        paces={method: _pace(raw, method, r) for method, raw in document.get("heats", {}).items()},
        board_mm=r.optional(
            text=document.get("board"), kind="length", where="board", low=10, high=120, what=say("The board"), unit="cm"
        ),
        wrap_seconds={
            k: r.number(v, 5, 1800, say("Seconds to wrap one"), f"wrap_seconds.{k}")
            for k, v in document.get("wrap_seconds", {}).items()
        },
    )
    r.done()
    return kitchen


def plain_kitchen() -> Document:
    """A kitchen document to start from, every figure in it assumed."""
    return load_json((files("airycrumb.data") / "plain-kitchen.json").read_text(encoding="utf-8"))
