"""What a recipe claims, held against what is worked out: slips of the spoon, the sum and the clock."""

from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.data.measures import CUP_HABITS
from airycrumb.data.vocabulary import COLOUR, FEEL
from airycrumb.questions.findings import HEAT_MODEL, KEEP, PRACTICE, RISE_MODEL, Findings, piece_count
from airycrumb.recipe.doughs import limits_of
from airycrumb.trays.heating import LoadResult
from airycrumb.trays.weigh import FEELS
from airycrumb.words import Message, in_celsius, in_grams, in_minutes, in_percent, joined, listed, say, say_n

MADE_TOLERANCE = 0.05  # of the dough; assumed
HEAT_TOLERANCE = 0.2  # the doubt every forecast of the heat is shown with
FILLING_TOLERANCE = 0.2  # a spoon is no scale; assumed
WIDE_DOUBT = 6.0  # points of hydration from which a cup is worth weighing; assumed
YEAST_HURT_C, YEAST_DEAD_C = 43.0, 55.0  # common practice


def cups(w: Findings) -> Iterator[Doubt]:
    """A dough known only to within what a cup holds."""
    band, i = w.weighed.hydration, w.weighed.doubt_line
    if band.high - band.low < WIDE_DOUBT or i is None:
        return
    item, line = w.ctx.bake.dough.parts[i][0], w.ctx.bake.dough.bands[i]
    answers = []
    for habit, says in (("spooned", say("Spooned in")), ("dipped", say("Cup dipped"))):
        ratio = [v / CUP_HABITS["unknown"][1] for v in CUP_HABITS[habit]]
        grams = [line.typical * r for r in ratio]
        path: list[str | int] = ["dough", "ingredients", i]
        names = ("low", "amount", "high")
        if item.role == "flour":
            changes = [Change([*path, n], f"{g:.0f} g") for n, g in zip(names, grams, strict=True)]
            answers.append(Answer(say("{says}: {grams}", says=says, grams=in_grams(grams[1])), changes))
    yield Doubt(
        code="cups",
        tray="weigh",
        severity="ask",
        title=say("The hydration may be anything from {hydration}", hydration=in_percent(band.low, band.high)),
        reason=say(
            "Most of that is the {name}: {usual} in the recipe's measures. Weigh it once and write the grams.",
            name=item.called,
            usual=in_grams(line.low, line.high),
        ),
        answers=[*answers, KEEP],
        source=say("what cups hold in practice; cup sizes of NIST Handbook 44"),
    )


def made(w: Findings) -> Iterator[Doubt]:
    """Pieces times weight against the dough the recipe makes."""
    claims = w.ctx.bake.claims
    if not claims.pieces or not claims.piece_g:
        return
    asked, dough = claims.pieces * claims.piece_g, sum(g for _, g in w.ctx.bake.dough.parts)
    if abs(asked / dough - 1) <= MADE_TOLERANCE:
        return
    each = dough * (1 - w.ctx.kitchen.bowl_loss) / claims.pieces
    count = max(1, int(dough * (1 - w.ctx.kitchen.bowl_loss) / claims.piece_g))
    yield Doubt(
        code="made",
        tray="divide",
        severity="ask",
        title=say(
            "{pieces} × {each} is {asked}, and the recipe makes {dough}",
            pieces=round(claims.pieces),
            each=in_grams(claims.piece_g),
            asked=in_grams(asked),
            dough=in_grams(dough),
        ),
        reason=say(
            "The two should agree within {tolerance}. Either the pieces weigh something else, or there are more or "
            "fewer of them.",
            tolerance=in_percent(100 * MADE_TOLERANCE),
        ),
        answers=[
            Answer(
                say("{each} each", each=in_grams(each)),
                [Change(["dough_per_piece"], f"{each:.0f} g"), Change(["said", "piece_weight"], f"{each:.1f} g")],
            ),
            Answer(
                say_n("{count} piece", "{count} pieces", count, count=count),
                [*piece_count(count), Change(["said", "pieces"], count)],
            ),
            KEEP,
        ],
        source=say("the recipe's own figures"),
    )


def liquid(w: Findings) -> Iterator[Doubt]:
    """Liquid too hot for the yeast that goes into it."""
    celsius = w.ctx.bake.claims.liquid_c
    if celsius is None or celsius <= YEAST_HURT_C:
        return
    dead = celsius >= YEAST_DEAD_C
    yield Doubt(
        code="hot_liquid",
        tray="weigh",
        severity="stop" if dead else "ask",
        title=say("Yeast into {celsius}?", celsius=in_celsius(celsius)),
        reason=joined(
            [
                say("Yeast dies from about {dead}.", dead=in_celsius(YEAST_DEAD_C))
                if dead
                else say("Above {hurt} yeast suffers.", hurt=in_celsius(YEAST_HURT_C)),
                say(
                    "{wakes} wakes it. No foam after {foam}: stop, do not go on.",
                    wakes=in_celsius(38, YEAST_HURT_C),
                    foam=in_minutes(15),
                ),
            ]
        ),
        answers=[Answer(say("Use {warm}", warm=in_celsius(40)), [Change(["said", "liquid"], "40 C")]), KEEP],
        source=PRACTICE,
    )


def clock_against_kitchen(w: Findings) -> Iterator[Doubt]:
    """A stated rise or proof this kitchen will not keep to."""
    if w.ctx.bake.recipe.stated:
        return  # told with the recipe's own words beside the stage
    claims = w.ctx.bake.claims
    for stage, said, tray in (("rise", claims.rise_min, w.first), ("proof", claims.proof_min, w.proof)):
        ready = tray.forecast.ready
        if not said or ready is None or ready.low * 0.9 <= said <= ready.high * 1.1:
            continue
        yield Doubt(
            code=f"said_{stage}",
            tray=stage,
            severity="note",
            title=say("The recipe says {said}; here it is ready sooner", said=in_minutes(said))
            if said > ready.high
            else say("The recipe says {said}; here it takes longer", said=in_minutes(said)),
            reason=say(
                "Worked out for your kitchen it takes {ready}. Go by the dough.",
                ready=in_minutes(ready.low, ready.high),
            ),
            answers=[KEEP],
            source=RISE_MODEL,
        )


def _each_at(heated: LoadResult) -> Message:
    """When each thing the heat must do is done, as this kitchen heats."""
    needs, line = heated.needs, in_celsius(heated.load.most.line.celsius)
    at = [
        say("the middle is at {line} after about {middle}", line=line, middle=in_minutes(needs.middle or 0.0)),
        say("the crumb is set after {crumb}", crumb=in_minutes(needs.crumb or 0.0)),
    ]
    if heated.ctx.bake.heat.method == "oven" and needs.golden:
        at.append(say("the crust is golden after {golden}", golden=in_minutes(needs.golden)))
    return say("Worked out, {each}.", each=listed(at))


def _by_then(heated: LoadResult, minutes: float) -> Message:
    """What the recipe's minutes would leave."""
    most, then = heated.load.most, in_minutes(minutes)
    core = in_celsius(round(most.core_at(minutes)))
    if heated.ctx.bake.heat.method != "oven":
        return say("After {then} the middle is at about {core}.", then=then, core=core)
    colour = COLOUR[most.colour_at(minutes)]
    return say(
        "After {then} the middle is at about {core} and the crust {colour}.", then=then, core=core, colour=colour
    )


def stated_heat(w: Findings) -> Iterator[Doubt]:
    """A recipe's minutes that are not what is needed here: both said, and why they differ."""
    heated, bake = w.heats[0].heated, w.ctx.bake
    claims, needs, planned = bake.claims, heated.needs, heated.needs.planned
    if not claims.heat_min or needs.middle is None or planned is None or bake.heat.heat_min is not None:
        return
    if claims.oven_c and bake.heat.method == "oven" and abs(claims.oven_c - bake.heat.air_c) > 3:
        return  # the cook bakes at something else: the recipe's time means nothing
    short = claims.heat_min < 0.9 * needs.middle
    if not short and abs(claims.heat_min / planned - 1) <= HEAT_TOLERANCE:
        return
    title = say("The recipe's {heat} is short", heat=in_minutes(claims.heat_min))
    if not short:
        title = say(
            "The recipe says {heat}; {planned} here", heat=in_minutes(claims.heat_min), planned=in_minutes(planned)
        )
    why = [_each_at(heated), _by_then(heated, claims.heat_min)]
    yield Doubt(
        code="said_heat",
        tray="heat",
        severity="ask" if short else "note",
        title=title,
        reason=joined([*why, say("Planned with a margin: {planned}. Probe it.", planned=in_minutes(planned))]),
        answers=[KEEP],
        source=HEAT_MODEL,
    )


def filling_made(w: Findings) -> Iterator[Doubt]:
    """The filling the recipe makes against what it puts into each piece."""
    each, bake = w.ctx.bake.claims.filling_each_g, w.ctx.bake
    lead = bake.groups[0]
    made_g, pieces = sum(g for _, g in lead.parts), bake.claims.pieces or lead.pieces
    if not each or len(bake.groups) > 1 or abs(each * pieces / made_g - 1) <= FILLING_TOLERANCE:
        return
    off = in_grams(abs(each * pieces - made_g))
    shared = made_g / pieces
    settled = Change(["said", "filling_each"], f"{shared:.1f} g")
    yield Doubt(
        code="filling_made",
        tray="filling",
        severity="ask",
        title=say(
            "{pieces} × {each} of filling is {asked}, and the recipe makes {made}",
            pieces=round(pieces),
            each=in_grams(each),
            asked=in_grams(each * pieces),
            made=in_grams(made_g),
        ),
        reason=say(
            "{off} would be left over. A spoon of filling is taken to weigh what a spoon of water does.", off=off
        )
        if each * pieces < made_g
        else say("{off} would be missing. A spoon of filling is taken to weigh what a spoon of water does.", off=off),
        answers=[
            Answer(say("{each} each", each=in_grams(g)), [Change(["filling_per_piece"], f"{g:.0f} g"), settled])
            for g in (each, shared)
        ]
        + [KEEP],
        source=say("the recipe's own figures"),
    )


def claimed_feel(w: Findings) -> Iterator[Doubt]:
    """A dough the recipe calls soft that works out stiff, or the other way."""
    said, found = w.ctx.bake.claims.feel, w.weighed.feel
    order = ("stiff", "firm", "soft", "sticky")
    if said is None or abs(order.index(said) - order.index(found)) < 2:
        return
    h = w.weighed.hydration
    yield Doubt(
        code="claimed_feel",
        tray="weigh",
        severity="ask",
        title=say(
            "The recipe says a {said} dough; at {hydration} it is {found}",
            said=FEEL[said],
            hydration=in_percent(w.ctx.percentages.true_hydration),
            found=FEEL[found],
        ),
        reason=say(
            "Its hydration is worked out at {between}, milk, egg and butter counted. Below {stiff} a dough is stiff, "
            "above {sticky} it is sticky. A cup misread does this.",
            between=in_percent(h.low, h.high),
            stiff=in_percent(FEELS[0][0]),
            sticky=in_percent(FEELS[2][0]),
        ),
        answers=[KEEP],
        source=PRACTICE,
    )


def sponge_time(w: Findings) -> Iterator[Doubt]:
    """A sponge with no yeast in it does not ripen."""
    found = w.weighed.sponge
    if found is not None and not w.ctx.ripens:
        yield Doubt(
            code="sponge_time",
            tray="weigh",
            severity="note",
            title=say("A sponge without yeast: {grams}", grams=in_grams(found.grams)),
            reason=say(
                "{flour} of flour at {hydration} stand before the rest, and nothing in them ferments: no "
                "ripening is planned. Move the yeast into the sponge if it is meant to ripen.",
                flour=in_grams(found.flour_g),
                hydration=in_percent(found.hydration),
            ),
            answers=[KEEP],
            source=PRACTICE,
        )


def limits(w: Findings) -> Iterator[Doubt]:
    """What cannot be forecast of this dough: a starter, no gluten, self-raising flour."""
    told = list(limits_of(item.key for item, _ in w.ctx.bake.dough.parts))
    if told:
        yield Doubt(
            code="limits",
            tray="rise",
            severity="note",
            title=say("What cannot be told of this dough"),
            reason=joined(told),
            answers=[KEEP],
            source=PRACTICE,
        )


AUDIT = (limits, sponge_time, claimed_feel, filling_made, cups, made, liquid, clock_against_kitchen, stated_heat)
