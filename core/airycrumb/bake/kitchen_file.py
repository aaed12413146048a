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
    return r.quantity(text, "mass", where, 5, 400, say("A cup of {food}", food=verbatim(key[:40])), "g")


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
    cup = r.optional(row.get("cup"), "mass", f"{where}.cup", 5, 600, say("A cup of it"), "g")
    piece = r.optional(row.get("piece"), "mass", f"{where}.piece", 0.1, 5000, say("One of it"), "g")
    if base is None or not named or not both:
        return None
    density = None if cup is None else cup / FACTORS["volume"]["cup"]
    return alike(base, row["name"], shares.get("water"), shares.get("fat"), density, piece)


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
        r.quantity(row["air"], "temperature", f"{where}.air", 1, 45, say("Warmth of the spot"), "C"),
        r.optional(row.get("cools"), "duration", f"{where}.cools", 1, 1440, say("The time it cools in"), "min"),
    )


def _room_day(rows: list[Document], r: Reader) -> tuple[tuple[float, float], ...]:
    """(minute of the day, °C) of each point, rising."""
    points = []
    for i, row in enumerate(rows):
        at = float(r.collect(partial(minute_of_day, row["at"], f"room_day[{i}].at"), 0.0))
        points.append(
            (at, r.quantity(row["room"], "temperature", f"room_day[{i}].room", 5, 40, say("The kitchen"), "C"))
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
        room_c=r.quantity(document["room"], "temperature", "room", 5, 40, say("The kitchen"), "C"),
        altitude_m=r.quantity(document["altitude"], "length", "altitude", -400, 4500, say("The altitude"), "m") / 1000,
        scale_step_g=r.quantity(document["scale_step"], "mass", "scale_step", 0.1, 10, say("The scale's step"), "g"),
        bowl_loss=r.number(document.get("bowl_loss", 0.015), 0, 0.1, say("The loss on the bowl"), "bowl_loss"),
        baskets=r.count(steamer["baskets"], 6, say("The number of baskets"), "steamer.baskets"),
        basket_mm=r.quantity(steamer["diameter"], "length", "steamer.diameter", 10, 60, say("A basket"), "cm"),
        net_watts=r.quantity(
            steamer["net_power"], "power", "steamer.net_power", 100, 4000, say("The hob's net power"), "W"
        ),
        trays=r.count(oven["trays"], 4, say("The number of trays"), "oven.trays"),
        tray_mm=(
            r.quantity(oven["width"], "length", "oven.width", 10, 90, say("A tray"), "cm"),
            r.quantity(oven["depth"], "length", "oven.depth", 10, 90, say("A tray"), "cm"),
        ),
        preheat_min=r.quantity(oven["preheat"], "duration", "oven.preheat", 0, 120, say("The preheat"), "min"),
        boil_min=r.quantity(steamer["boil"], "duration", "steamer.boil", 0, 60, say("Bringing to the boil"), "min"),
        friction_c=r.quantity(
            document.get("kneading_warms", "1 C"),
            "temperature",
            "kneading_warms",
            0,
            15,
            say("Warming by kneading"),
            "C",
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
        pot_ml=r.quantity(steamer.get("pot", "2 l"), "volume", "steamer.pot", 200, 20_000, say("The pot"), "ml"),
        pan_mm=r.quantity(document.get("pan", "26 cm"), "length", "pan", 10, 60, say("The pan"), "cm"),
        oven=_oven(document.get("oven_truth"), r),
        paces={method: _pace(raw, method, r) for method, raw in document.get("heats", {}).items()},
        board_mm=r.optional(document.get("board"), "length", "board", 10, 120, say("The board"), "cm"),
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
