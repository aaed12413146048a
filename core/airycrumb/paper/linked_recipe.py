"""A bake as a recipe anyone can read: schema.org's Recipe, in grams, with this kitchen's times."""

import re
from typing import Any

from airycrumb.data.vocabulary import VERB
from airycrumb.plan.events import Event
from airycrumb.recipe.linked import linked
from airycrumb.stations.enclose import Wrapper
from airycrumb.trays.types import GroupTray, HeatTray, RiseTray, Sheet
from airycrumb.words import (
    NOTHING,
    Message,
    as_number,
    in_celsius,
    in_grams,
    in_millilitres,
    in_millimetres,
    in_minutes,
    joined,
    listed,
    say,
)


def _lines(s: Sheet) -> list[str]:
    """Every ingredient in grams; a filling's name beside its own where there are several."""
    plain = [f"{line.shown_g:g} g {line.name}" for line in s.weigh.dough]
    several = len(s.groups) > 1
    for group in s.groups:
        where = f" (for the {group.name} filling)" if several else ""
        plain += [f"{x.shown_g:g} g {x.name}{where}" for x in group.filling]
    return plain


def wrapping_words(s: Sheet) -> list[Message]:
    """How each group is rolled, filled and closed."""
    return [_wrap(g, len(s.groups) > 1) for g in s.groups]


def _wrap(g: GroupTray, several: bool) -> Message:
    who = say("{pieces} of them", pieces=g.pieces) if several else say("each")
    filling, label = in_grams(g.filling_each_g), g.wrap.label
    if not g.filling_each_g:
        return say("Pat {who} out and fold it in half ({closing}).", who=who, closing=label)
    if not g.wrap.rolled:
        return say(
            "Knead {filling} of {name} into {who} ({closing}).", filling=filling, name=g.name, who=who, closing=label
        )
    return say(
        "Roll {who} to {size}, put {filling} of {name} on it and close it ({closing}).",
        who=who,
        size=rolled_to(g.wrap),
        filling=filling,
        name=g.name,
        closing=label,
    )


def rolled_to(w: Wrapper) -> Message:
    """How wide a wrapper is rolled, and how deep where that is not the same."""
    across = in_millimetres(w.across_mm)
    if w.round:
        return say("{across}", across=across)
    return say("{across} by {along}", across=across, along=in_millimetres(w.along_mm))


def _dividing(s: Sheet) -> Message:
    return say(
        "Divide into {pieces}, round them up and rest {rest}.",
        pieces=s.divide.in_words(),
        rest=in_minutes(s.bench_rest_min),
    )


RIPEN, RISE, RISE_AGAIN, PROOF = (
    say("Mix the sponge and let it ripen, covered"),
    say("Let it rise, covered"),
    say("Knock it back and let it rise again, covered"),
    say("Proof, covered"),
)


def stage_words(tray: RiseTray, what: Message) -> Message:
    """A fermenting stage in a sentence."""
    ready = tray.forecast.ready
    if tray.rests:
        rest = in_minutes(ready.typical if ready else 0)
        return say("Let it rest, covered, for {rest}; it does not rise.", rest=rest)
    return say(
        "{what}, {where}, to {target} times its size: {time}. Go by the dough.",
        what=what,
        where=stands(tray),
        target=as_number(tray.forecast.target),
        time=say("{ready}", ready=in_minutes(ready.low, ready.high)) if ready else say("as long as it takes"),
    )


def stands(tray: RiseTray) -> Message:
    """Where a stage stands: how warm it is there as it begins, and where it goes after."""
    first, *rest = tray.where
    return in_turn([say("{spot} ({air})", spot=first, air=in_celsius(tray.air_c)), *rest])


def in_turn(spots: list[Message]) -> Message:
    """Spots one after another."""
    first, *rest = spots
    for spot in rest:
        first = say("{before}, then {spot}", before=first, spot=spot)
    return first


def _cook(h: HeatTray) -> Message:
    way, minutes = say("{verb} ({setting})", verb=VERB[h.method], setting=h.setting), in_minutes(h.minutes_planned)
    if h.arrives == "fridge":
        return say("Straight from the fridge. {way} for {minutes}.", way=way, minutes=minutes)
    if h.arrives == "frozen":
        return say("Straight from the freezer. {way} for {minutes}.", way=way, minutes=minutes)
    return say("{way} for {minutes}.", way=way, minutes=minutes)


def _heat_words(h: HeatTray) -> list[Message]:
    turns = say("Turn after {turns}.", turns=listed(in_minutes(t) for t in h.turns)) if h.turns else NOTHING
    said = [joined([_cook(h), turns])]
    if h.reaches:
        said.append(
            say(
                "The middle should pass {line} after about {reaches} ({early}): probe it.",
                line=in_celsius(h.line_c),
                reaches=in_minutes(h.reaches.typical),
                early=in_minutes(h.reaches.low, h.reaches.high),
            )
        )
    if h.water:
        more = [
            say("Top up with {more} of boiling water after {at}.", more=in_millilitres(t.ml), at=in_minutes(t.minute))
            for t in h.water.top_up
        ]
        said.append(joined([say("Put {water} of water in the pot.", water=in_millilitres(h.water.ml)), *more]))
    if h.loads > 1:
        said.append(say("{loads} loads of up to {each}, first wrapped first.", loads=h.loads, each=h.per_load))
    return said


KEPT = {"fridge": say("the fridge"), "frozen": say("the freezer")}


def kept_words(s: Sheet) -> list[Message]:
    """By when pieces kept cold must be in the heat; nothing where none are kept."""
    kept = s.unbaked
    if kept is None:
        return []
    return [
        say(
            "Then into {place}; into the heat by {by}: {what}.",
            place=KEPT[kept.place],
            by=kept.until,
            what=kept.kind,
        )
    ]


def heating_words(s: Sheet) -> list[Message]:
    """Every heat in sentences, with what goes on the pieces before it."""
    finish = [s.finish] if s.finish else []
    return finish + [line for h in (s.heat, *s.more_heats) for line in _heat_words(h)]


def _caution(s: Sheet, tray: str) -> list[Message]:
    return [say("Caution. {title}. {text}", title=c.title, text=c.text) for c in s.cautions if c.tray == tray]


def step_words(s: Sheet, *stages: str) -> list[Message]:
    """Steps of the cook's own in some stages, and those of a filling, each in a sentence."""
    first = s.loads[0].id if s.loads else ""
    found = [e for e in s.events if e.stage in stages and OWN.search(e.id) and e.load in ("", first)]
    return [_step_words(e) for e in sorted(found, key=lambda e: (stages.index(e.stage), e.start))]


OWN = re.compile(r"^filling\.\d|(^|\.)step\.\d")  # ids of their events


def _step_words(e: Event) -> Message:
    waits = e.hands_min <= 0
    words = say("{step}, {time}", step=e.words, time=in_minutes((e.end - e.start).total_seconds() / 60))
    return say("{step}.", step=words if waits or e.stage == "filling" else e.words)


def mixing_words(s: Sheet) -> Message:
    """The liquid's warmth and the dough it makes."""
    return say(
        "Mix with liquid at {water} and knead to a {feel} dough.",
        water=in_celsius(s.weigh.water_c),
        feel=s.weigh.feels,
    )


def _steps(s: Sheet) -> list[Message]:
    """The method, each caution beside its step."""
    return [
        *([stage_words(s.sponge, RIPEN)] if s.sponge else []),
        *step_words(s, "weigh"),
        mixing_words(s),
        *_caution(s, "weigh"),
        stage_words(s.rise, RISE),
        *([stage_words(s.second_rise, RISE_AGAIN)] if s.second_rise else []),
        *_caution(s, "rise"),
        *step_words(s, "filling"),
        *_caution(s, "filling"),
        *step_words(s, "divide"),
        _dividing(s),
        *step_words(s, "wrap"),
        *wrapping_words(s),
        *_caution(s, "wrap"),
        *([] if s.proof.rests else [stage_words(s.proof, PROOF)]),
        *kept_words(s),
        *_caution(s, "proof"),
        *heating_words(s),
        *step_words(s, "heat"),
        *_caution(s, "heat"),
        *step_words(s, "rest"),
    ]


def as_recipe(document: dict[str, Any], s: Sheet) -> dict[str, Any]:
    """A bake's document and its sheet as a schema.org Recipe document, which carries the bake."""
    steps = [str(step) for step in _steps(s)]
    return linked(document["name"], s.divide.pieces, _lines(s), s.day.total_min, steps, document)
