"""What a recipe claims, held against what is worked out: slips of the spoon, the sum and the clock."""

from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.data.measures import CUP_HABITS
from airycrumb.plan.timing import spell
from airycrumb.questions.findings import HEAT_MODEL, KEEP, PRACTICE, RISE_MODEL, Findings, piece_count

MADE_TOLERANCE = 0.05  # of the dough; assumed
FILLING_TOLERANCE = 0.2  # a spoon is no scale; assumed
WIDE_DOUBT = 6.0  # points of hydration from which a cup is worth weighing; assumed
YEAST_HURT_C, YEAST_DEAD_C = 43.0, 55.0  # common practice


def cups(w: Findings) -> Iterator[Doubt]:
    """A dough known only to within what a cup holds."""
    band, i = w.weighed.hydration, w.weighed.doubt_line
    if band.high - band.low < WIDE_DOUBT or i is None:
        return
    item, line = w.ctx.bake.parts[i][0], w.ctx.bake.bands[i]
    answers = []
    for habit, says in (("spooned", "Spooned in"), ("dipped", "Cup dipped")):
        ratio = [v / CUP_HABITS["unknown"][1] for v in CUP_HABITS[habit]]
        grams = [line.typical * r for r in ratio]
        path: list[str | int] = ["dough", "ingredients", i]
        names = ("low", "amount", "high")
        if item.role == "flour":
            changes = [Change([*path, n], f"{g:.0f} g") for n, g in zip(names, grams, strict=True)]
            answers.append(Answer(f"{says}: {grams[1]:.0f} g", changes))
    yield Doubt(
        "cups",
        "weigh",
        "ask",
        f"Hydration anywhere from {band.low:.0f} to {band.high:.0f} %",
        f"Most of that is the {item.name}: {line.low:.0f} to {line.high:.0f} g in the recipe's measures. Weigh it once and write the grams.",
        [*answers, KEEP],
        "what cups hold in practice; cup sizes of NIST Handbook 44",
    )


def made(w: Findings) -> Iterator[Doubt]:
    """Pieces times weight against the dough the recipe makes."""
    said = w.ctx.bake.said
    if not said.get("pieces") or not said.get("piece_weight"):
        return
    asked, dough = said["pieces"] * said["piece_weight"], sum(g for _, g in w.ctx.bake.parts)
    if abs(asked / dough - 1) <= MADE_TOLERANCE:
        return
    each = dough * (1 - w.ctx.kitchen.bowl_loss) / said["pieces"]
    count = max(1, int(dough * (1 - w.ctx.kitchen.bowl_loss) / said["piece_weight"]))
    yield Doubt(
        "made",
        "divide",
        "ask",
        f"{said['pieces']:.0f} × {said['piece_weight']:.0f} g is {asked:.0f} g, and the recipe makes {dough:.0f} g",
        "The two should agree within 5 %. Either the pieces weigh something else, or there are more or fewer of them.",
        [
            Answer(
                f"{each:.0f} g each",
                [Change(["dough_per_piece"], f"{each:.0f} g"), Change(["said", "piece_weight"], f"{each:.1f} g")],
            ),
            Answer(f"{count} pieces", [*piece_count(count), Change(["said", "pieces"], count)]),
            KEEP,
        ],
        "the recipe's own figures",
    )


def liquid(w: Findings) -> Iterator[Doubt]:
    """Liquid too hot for the yeast that goes into it."""
    celsius = w.ctx.bake.said.get("liquid", 0.0)
    if celsius <= YEAST_HURT_C:
        return
    dead = celsius >= YEAST_DEAD_C
    yield Doubt(
        "hot_liquid",
        "weigh",
        "stop" if dead else "ask",
        f"Yeast into {celsius:.0f} °C?",
        f"{'Yeast dies from about 55 °C' if dead else 'Above 43 °C yeast suffers'}; 38 to 43 °C wakes it. No foam after 15 min: stop, do not go on.",
        [Answer("Use 40 °C", [Change(["said", "liquid"], "40 C")]), KEEP],
        PRACTICE,
    )


def clock_against_kitchen(w: Findings) -> Iterator[Doubt]:
    """A stated rise or proof this kitchen will not keep to."""
    for stage, tray, name in (("rise", w.first, "rise"), ("proof", w.proof, "proof")):
        said, ready = w.ctx.bake.said.get(stage), tray.forecast.ready
        if not said or ready is None or ready.low * 0.9 <= said <= ready.high * 1.1:
            continue
        word = "sooner" if said > ready.high else "longer"
        yield Doubt(
            f"said_{stage}",
            stage,
            "note",
            f"The recipe says {spell(said)}; here it takes {word}",
            f"Worked out for your kitchen: {spell(ready.low)} to {spell(ready.high)} until the {name} is done. Go by the dough.",
            [KEEP],
            RISE_MODEL,
        )


def stated_heat(w: Findings) -> Iterator[Doubt]:
    """A stated oven or time that cannot do the job."""
    said, needs, bake = w.ctx.bake.said, w.heats[0].heated.core_needs, w.ctx.bake
    if not said.get("heat") or needs is None or bake.heat_min is not None:
        return
    if said.get("oven") and bake.method == "oven" and abs(said["oven"] - bake.air_c) > 3:
        return  # the cook bakes at something else: the recipe's time means nothing
    if said["heat"] >= 0.9 * needs:
        return
    yield Doubt(
        "said_heat",
        "heat",
        "ask",
        f"The recipe's {said['heat']:.0f} min is short",
        f"Worked out, the middle needs about {needs:.0f} min to reach {w.heats[0].tray.line_c:.0f} °C; planned with a margin: {w.heats[0].tray.minutes_planned:.0f} min. Probe it.",
        [KEEP],
        HEAT_MODEL,
    )


def filling_made(w: Findings) -> Iterator[Doubt]:
    """The filling the recipe makes against what it puts into each piece."""
    each, bake = w.ctx.bake.said.get("filling_each"), w.ctx.bake
    lead = bake.groups[0]
    made_g, pieces = sum(g for _, g in lead.filling.parts), bake.said.get("pieces") or lead.pieces
    if not each or len(bake.groups) > 1 or abs(each * pieces / made_g - 1) <= FILLING_TOLERANCE:
        return
    word = "left over" if each * pieces < made_g else "short"
    shared = made_g / pieces
    settled = Change(["said", "filling_each"], f"{shared:.1f} g")
    yield Doubt(
        "filling_made",
        "wrap",
        "ask",
        f"{pieces:.0f} × {each:.0f} g of filling is {each * pieces:.0f} g, and the recipe makes {made_g:.0f} g",
        f"{abs(each * pieces - made_g):.0f} g would be {word}. A spoon of filling is taken for a spoon of water.",
        [Answer(f"{g:.0f} g each", [Change(["filling_per_piece"], f"{g:.0f} g"), settled]) for g in (each, shared)]
        + [KEEP],
        "the recipe's own figures",
    )


def claimed_feel(w: Findings) -> Iterator[Doubt]:
    """A dough the recipe calls soft that works out stiff, or the other way."""
    said, found = w.ctx.bake.said_feel, w.weighed.feel
    order = ("stiff", "firm", "soft", "sticky")
    if said is None or abs(order.index(said) - order.index(found)) < 2:
        return
    h = w.weighed.hydration
    yield Doubt(
        "claimed_feel",
        "weigh",
        "ask",
        f"The recipe says a {said} dough; at {w.ctx.percentages.true_hydration:.0f} % it is {found}",
        f"Worked out between {h.low:.0f} and {h.high:.0f} %, milk, egg and butter counted. Below 56 % is stiff, above 70 % sticky. A cup misread does this.",
        [KEEP],
        PRACTICE,
    )


def sponge_time(w: Findings) -> Iterator[Doubt]:
    """A sponge with no yeast in it does not ripen."""
    found = w.weighed.sponge
    if found is not None and not w.ctx.ripens:
        yield Doubt(
            "sponge_time",
            "weigh",
            "note",
            f"A sponge without yeast: {found.grams:.0f} g",
            f"{found.flour_g:.0f} g of flour at {found.hydration:.0f} % stand before the rest, and nothing in them ferments: no ripening is planned. Move the yeast into the sponge if it is meant to ripen.",
            [KEEP],
            PRACTICE,
        )


AUDIT = (sponge_time, claimed_feel, filling_made, cups, made, liquid, clock_against_kitchen, stated_heat)
