"""The tool's questions: each with its number, the usual band, the reason and a one-press answer."""

from collections.abc import Callable, Iterator

from airycrumb.documents import BENCH
from airycrumb.rise.forecast import cooler_adds
from airycrumb.sheet.audit import AUDIT
from airycrumb.sheet.dividing_doubts import DIVIDING
from airycrumb.sheet.eggs import eggs
from airycrumb.sheet.heating_doubts import HEATING
from airycrumb.sheet.timing import clock, spell
from airycrumb.sheet.types import Answer, Change, Doubt
from airycrumb.sheet.worked import KEEP, PRACTICE, RISE_MODEL, Worked
from airycrumb.sheet.wrapping_doubts import WRAPPING

APART_MIN = 8.0  # minutes between groups' proofs that are worth a word; assumed
# usual bands in % of flour, common practice: low, high, what to suggest
USUAL = {"yeast": (0.3, 3.0, 1.2), "salt": (1.0, 2.5, 1.8), "hydration": (50.0, 80.0, 62.0)}


def _amount_change(w: Worked, role: str, percent: float, now: float) -> list[Change]:
    """Scale every ingredient of a role so that it makes up `percent` of the flour."""
    changes: list[Change] = []
    for i, (item, grams) in enumerate(w.ctx.bake.parts):
        if item.role == role and now > 0:
            changes.append(Change(["dough", "ingredients", i, "amount"], f"{grams * percent / now:.1f} g"))
    return changes


def _recipe_grams(w: Worked, role: str) -> tuple[float, float]:
    parts = w.ctx.bake.parts
    return sum(g for i, g in parts if i.role == role), sum(g for i, g in parts if i.role == "flour")


def _share(w: Worked, role: str, value: float, word: str, slip: str) -> Iterator[Doubt]:
    low, high, suggested = USUAL[role]
    grams, flour = _recipe_grams(w, role)
    if low <= value <= high:
        return
    side = "more" if value > high else "less"
    answers = [Answer(f"Make it {suggested:g} %", _amount_change(w, role, suggested, value)), KEEP][
        0 if value > 0 else 1 :
    ]
    yield Doubt(
        f"{role}_{'high' if value > high else 'low'}",
        "weigh",
        "ask",
        f"{grams:.3g} g of {word} on {flour:.4g} g of flour?",
        f"That is {value:.2g} %, {side} than the usual {low:g} to {high:g} %. {slip}",
        answers,
        PRACTICE,
    )


def yeast(w: Worked) -> Iterator[Doubt]:
    """Too much or too little yeast for the flour."""
    if w.ctx.rises:
        yield from _share(w, "yeast", w.ctx.percentages.yeast, "yeast", "A tablespoon read for a teaspoon does this.")


def salt(w: Worked) -> Iterator[Doubt]:
    """Too much, too little or no salt."""
    yield from _share(w, "salt", w.ctx.percentages.salt, "salt", "Salt crystals differ by twice in a spoon; weigh it.")


def hydration(w: Worked) -> Iterator[Doubt]:
    """A dough outside what can be shaped, counting the water in milk and egg."""
    value = w.ctx.percentages.true_hydration
    low, high, _ = USUAL["hydration"]
    if not low <= value <= high:
        word = "too stiff to close" if value < low else "too soft to hold a filling"
        yield Doubt(
            "hydration",
            "weigh",
            "ask",
            f"True hydration {value:.0f} %: {word}?",
            f"Counting the water in milk, egg and butter. Usual: {low:g} to {high:g} %.",
            [KEEP],
            PRACTICE,
        )


def sugar(w: Worked) -> Iterator[Doubt]:
    """Ordinary yeast in a sweet dough."""
    p = w.ctx.percentages
    if p.sugar > 10:
        keep_apart = Answer("Keep yeast and sugar apart", [Change(["dough", "yeast_school"], "apart")])
        apart = [] if w.ctx.bake.yeast_school == "apart" else [keep_apart]
        yield Doubt(
            "sugary_yeast",
            "weigh",
            "note",
            f"{p.sugar:.0f} % sugar slows ordinary yeast",
            "Above about 10 % the sugar draws water from the yeast. The forecast counts on it; a yeast for sweet doughs would be quicker, and yeast that reaches the flour before the sugar starts better.",
            [*apart, KEEP],
            PRACTICE,
        )


def room(w: Worked) -> Iterator[Doubt]:
    """Whether the kitchen's warmth is known well enough, when it matters."""
    if w.ctx.done is not None and "rise" in w.ctx.done.ended:
        return
    if not w.ctx.rises or w.ctx.thermometer:
        return
    extra = cooler_adds(w.first.forecast, w.first.stage, w.first.start, w.first.place, 2.0)
    if extra is None or extra < 8:
        return
    at = clock(w.ctx.later(w.rise_tray.ready, extra))
    where: list[str | int] = ["plan", "room"]
    if w.ctx.bake.rise_stays != BENCH:
        return
    yield Doubt(
        "room_known",
        "rise",
        "note",
        f"Is it really {w.rise_tray.air_c:.0f} °C beside the bowl?",
        f"2 °C cooler would mean {at} instead of {clock(w.rise_tray.ready)}. The dough's own temperature, measured after kneading, would tell more.",
        [
            Answer(f"Yes, {w.rise_tray.air_c:.0f} °C", []),
            Answer("2 °C cooler", [Change(where, f"{w.rise_tray.air_c - 2:.0f} C")]),
        ],
        RISE_MODEL,
    )


def thermometer(w: Worked) -> Iterator[Doubt]:
    """A thermometer that was to be believed and says nothing."""
    if not w.ctx.bake.by_thermometer or w.ctx.thermometer:
        return
    since = (
        f"It last spoke at {clock(w.heard[-1].at.astimezone(w.ctx.now.tzinfo))}."
        if w.heard
        else "It has not spoken yet."
    )
    yield Doubt(
        "thermometer_silent",
        "rise",
        "note",
        f"The kitchen's thermometer is silent: going by {w.ctx.room_c:.0f} °C",
        f"{since} The typed warmth stands in until it is heard again.",
        [Answer("Go by what I typed", [Change(["plan", "room_from"], "typed")]), KEEP],
        "the thermometer's own readings",
    )


def overstayed(w: Worked) -> Iterator[Doubt]:
    """A dough that is ready long before it leaves the spot it was given a time in."""
    for f, stage in ((w.first, "rise"), (w.proof, "proof")):
        past = f.forecast.past_target_from
        if past is None or f.minutes.typical <= past or f.forecast.ready is None:
            continue
        yield Doubt(
            f"overstayed_{stage}",
            stage,
            "ask",
            f"Past its best {spell(f.minutes.typical - past)} before it comes out",
            f"It is ready after about {spell(f.forecast.ready.typical)} and stays {spell(f.minutes.typical)}. A colder spot, a shorter stay or less yeast would keep it.",
            [KEEP],
            RISE_MODEL,
        )


def altitude(w: Worked) -> Iterator[Doubt]:
    """Thin air, counted on by an assumption that must be said."""
    if w.ctx.rises and w.ctx.pressure < 0.93:
        yield Doubt(
            "altitude",
            "rise",
            "note",
            f"At {w.ctx.kitchen.altitude_m:.0f} m the dough rises sooner",
            f"The air presses with {100 * w.ctx.pressure:.0f} % of that at the sea, so the same gas takes more room: counted on by the gas law alone, as if the yeast did not notice (assumed). Watch the size, not the clock.",
            [KEEP],
            RISE_MODEL,
        )


def ranges(w: Worked) -> Iterator[Doubt]:
    """Inputs outside the range the rise model was ever checked in."""
    for i, text in enumerate(w.first.forecast.findings):
        yield Doubt(f"rise_range_{i}", "rise", "note", "Outside what the forecast knows", text, [KEEP])


def never_risen(w: Worked) -> Iterator[Doubt]:
    """A rise or proof that does not reach its target within a day and a half."""
    for stage, f, target, path in (
        ("rise", w.first, w.ctx.bake.rise_to, "rise"),
        ("proof", w.proof, w.ctx.bake.proof_to, "proof"),
    ):
        if f.forecast.ready is None:
            best = max(f.forecast.typical)
            lower = round(1 + 0.7 * (best - 1), 2)
            answers = (
                [Answer(f"Stop at {lower:g} times", [Change([path, "to"], lower)]), KEEP] if lower > 1.2 else [KEEP]
            )
            yield Doubt(
                f"{stage}_never",
                stage,
                "stop",
                f"It may never reach {target:.3g} times its size",
                f"In 36 hours the forecast grows to about {best:.1f} times. Warmth, more yeast or a lower aim would change that.",
                answers,
                RISE_MODEL,
            )


def proofs_apart(w: Worked) -> Iterator[Doubt]:
    """Groups that are not ready together: what takes longest is wrapped first."""
    lead = w.proof.forecast.ready
    for p in w.pieces[1:]:
        ready = p.proof.forecast.ready
        if not p.ctx.group.filling.parts:
            continue
        if lead is None or ready is None or abs(ready.typical - lead.typical) < APART_MIN:
            continue
        later = ready.typical > lead.typical
        name, first = p.ctx.group.filling.name, w.ctx.group.filling.name
        yield Doubt(
            p.ctx.code("proofs_apart"),
            "proof",
            "note",
            f"The {name} pieces are ready about {abs(ready.typical - lead.typical):.0f} min {'later' if later else 'sooner'}",
            f"Size and cold filling slow a proof. Wrap the {name if later else first} ones first; the plan goes by the {first} ones.",
            [KEEP],
            RISE_MODEL,
        )


QUESTIONS: tuple[Callable[[Worked], Iterator[Doubt]], ...] = (
    yeast,
    salt,
    hydration,
    sugar,
    room,
    thermometer,
    overstayed,
    altitude,
    ranges,
    never_risen,
    *DIVIDING,
    *WRAPPING,
    proofs_apart,
    *HEATING,
    eggs,
    *AUDIT,
)
GRAVITY = {"stop": 0, "ask": 1, "note": 2}


def ask(w: Worked, timing: list[Doubt]) -> list[Doubt]:
    """Every question not answered with "keep", gravest first."""
    found = timing + [d for question in QUESTIONS for d in question(w)]
    return sorted((d for d in found if d.code not in w.ctx.bake.kept), key=lambda d: GRAVITY[d.severity])
