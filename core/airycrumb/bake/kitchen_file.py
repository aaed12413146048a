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


def _vigour(raw: Document | None, r: Reader) -> Vigour:
    if raw is None:
        return Vigour()
    mean = r.number(raw["mean"], -2, 2, "Mean vigour", "(ln)", "vigour.mean")
    variance = r.number(raw["variance"], 1e-6, 1, "Variance of vigour", "(ln squared)", "vigour.variance")
    return Vigour(mean, variance, max(0, raw["bakes"]))


def _pace(raw: Document, method: str, r: Reader) -> Pace:
    mean = r.number(raw["mean"], -1, 1, "Mean pace", "(ln)", f"heats.{method}.mean")
    variance = r.number(raw["variance"], 1e-6, 1, "Variance of the pace", "(ln squared)", f"heats.{method}.variance")
    return Pace(mean, variance, max(0, raw["bakes"]))


def _oven(raw: Document | None, r: Reader) -> OvenTruth:
    if raw is None:
        return OvenTruth()
    usual, at = OvenTruth(), "oven_truth"
    recovery, drop = raw.get("recovery_min", usual.recovery_min), raw.get("drop_c_per_kg", usual.drop_c_per_kg)
    return OvenTruth(
        r.number(raw["off_c"], -60, 60, "How far off the oven is", "°C", f"{at}.off_c"),
        r.number(recovery, 0.5, 20, "The oven's recovery", "min", f"{at}.recovery_min"),
        r.number(drop, 0, 80, "The oven's drop", "°C for a kg", f"{at}.drop_c_per_kg"),
        max(0, raw["bakes"]),
    )


def _cup(key: str, text: str, r: Reader) -> float:
    where = f"measuring.weighed.{key}"
    r.collect(lambda: find(key, where), None)
    return r.quantity(text, "mass", where, 5, 400, f"A cup of {key[:40]}", "g")


def _habits(document: Document, r: Reader) -> Habits:
    raw = document.get("measuring", {})
    weighed = tuple((key, _cup(key, text, r)) for key, text in sorted(raw.get("weighed", {}).items()))
    foods = [_food(row, f"pantry[{i}]", r) for i, row in enumerate(document.get("pantry", []))]
    own = tuple(food for food in foods if food is not None)
    names = [food.key for food in own]
    r.require(len(set(names)) == len(names), "twice", "pantry", "Two foods of your own have one name: rename one.")
    return Habits(raw.get("cups", "us"), raw.get("filled", "unknown"), weighed, own)


def _food(row: Document, where: str, r: Reader) -> Ingredient | None:
    base = r.collect(lambda: find(row["like"], f"{where}.like"), None)
    named = bool(row["name"].strip())
    r.require(named, "no_name", f"{where}.name", "A food of your own has no name: write what recipes call it.")
    shares = {
        what: r.number(row[what], 0, 100, f"The {what} of {row['name'][:40]}", "g in 100 g", f"{where}.{what}")
        for what in ("water", "fat")
        if what in row
    }
    both = sum(shares.values()) <= 100
    r.require(both, "too_much", where, f"{row['name'][:40]} has more water and fat than it weighs: check the two.")
    cup = r.optional(row.get("cup"), "mass", f"{where}.cup", 5, 600, "A cup of it", "g")
    piece = r.optional(row.get("piece"), "mass", f"{where}.piece", 0.1, 5000, "One of it", "g")
    if base is None or not named or not both:
        return None
    density = None if cup is None else cup / FACTORS["volume"]["cup"]
    return alike(base, row["name"], shares.get("water"), shares.get("fat"), density, piece)


def _spot(row: Document, where: str, r: Reader) -> OwnSpot:
    known = row["name"].strip().lower() in SPOTS or not row["name"].strip()
    r.require(
        not known, "taken", f"{where}.name", f"“{row['name'][:40]}” cannot name a spot of your own: choose another."
    )
    return OwnSpot(
        row["name"].strip(),
        r.quantity(row["air"], "temperature", f"{where}.air", 1, 45, "Warmth of the spot", "C"),
        r.optional(row.get("cools"), "duration", f"{where}.cools", 1, 1440, "The time it cools in", "min"),
    )


def _room_day(rows: list[Document], r: Reader) -> tuple[tuple[float, float], ...]:
    """(minute of the day, °C) of each point, rising."""
    points = []
    for i, row in enumerate(rows):
        at = float(r.collect(partial(minute_of_day, row["at"], f"room_day[{i}].at"), 0.0))
        points.append((at, r.quantity(row["room"], "temperature", f"room_day[{i}].room", 5, 40, "The kitchen", "C")))
    minutes = [m for m, _ in points]
    r.require(
        all(a < b for a, b in pairwise(minutes)),
        "not_in_order",
        "room_day",
        "The hours of the day's warmth must follow one another: put them in order, each once.",
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
        room_c=r.quantity(document["room"], "temperature", "room", 5, 40, "The kitchen", "C"),
        altitude_m=r.quantity(document["altitude"], "length", "altitude", -400, 4500, "The altitude", "m") / 1000,
        scale_step_g=r.quantity(document["scale_step"], "mass", "scale_step", 0.1, 10, "The scale's step", "g"),
        bowl_loss=r.number(document.get("bowl_loss", 0.015), 0, 0.1, "The loss on the bowl", "(a share)", "bowl_loss"),
        baskets=r.count(steamer["baskets"], 6, "The number of baskets", "steamer.baskets"),
        basket_mm=r.quantity(steamer["diameter"], "length", "steamer.diameter", 10, 60, "A basket", "cm"),
        net_watts=r.quantity(steamer["net_power"], "power", "steamer.net_power", 100, 4000, "The hob's net power", "W"),
        trays=r.count(oven["trays"], 4, "The number of trays", "oven.trays"),
        tray_mm=(
            r.quantity(oven["width"], "length", "oven.width", 10, 90, "A tray", "cm"),
            r.quantity(oven["depth"], "length", "oven.depth", 10, 90, "A tray", "cm"),
        ),
        preheat_min=r.quantity(oven["preheat"], "duration", "oven.preheat", 0, 120, "The preheat", "min"),
        boil_min=r.quantity(steamer["boil"], "duration", "steamer.boil", 0, 60, "Bringing to the boil", "min"),
        friction_c=r.quantity(
            document.get("kneading_warms", "1 C"), "temperature", "kneading_warms", 0, 15, "Warming by kneading", "C"
        ),
        region=document.get("food_safety_region", "strictest"),
        vigour=_vigour(document.get("vigour"), r),
        drinks={
            k: r.number(v, 0.5, 1.2, "What a flour drinks", "(a share)", f"drinks.{k}")
            for k, v in document.get("drinks", {}).items()
        },
        habits=_habits(document, r),
        spots=tuple(_spot(row, f"spots[{i}]", r) for i, row in enumerate(document.get("spots", []))),
        room_day=_room_day(document.get("room_day", []), r),
        pot_ml=r.quantity(steamer.get("pot", "2 l"), "volume", "steamer.pot", 200, 20_000, "The pot", "ml"),
        pan_mm=r.quantity(document.get("pan", "26 cm"), "length", "pan", 10, 60, "The pan", "cm"),
        oven=_oven(document.get("oven_truth"), r),
        paces={method: _pace(raw, method, r) for method, raw in document.get("heats", {}).items()},
        board_mm=r.optional(document.get("board"), "length", "board", 10, 120, "The board", "cm"),
        wrap_seconds={
            k: r.number(v, 5, 1800, "Seconds to wrap one", "s", f"wrap_seconds.{k}")
            for k, v in document.get("wrap_seconds", {}).items()
        },
    )
    r.done()
    return kitchen


def plain_kitchen() -> Document:
    """A kitchen document to start from, every figure in it assumed."""
    return load_json((files("airycrumb.data") / "plain-kitchen.json").read_text(encoding="utf-8"))
