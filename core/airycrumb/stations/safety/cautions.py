"""The usual cautions, next to the step they belong to. They defer to local rules and a thermometer."""

from collections.abc import Iterable
from dataclasses import dataclass

from airycrumb.data import safety as table
from airycrumb.data.vocabulary import ALLERGEN, NO_ALLERGENS
from airycrumb.pantry import Ingredient
from airycrumb.stations.safety.lines import CoreLine, is_perishable, is_raw
from airycrumb.stations.safety.warm_clock import WarmClock
from airycrumb.words import NOTHING, Message, in_celsius, in_minutes, joined, listed, say


@dataclass(frozen=True)
class Caution:
    """One caution. tray: the station it stands beside; urgent: it can hurt someone if missed."""

    code: str
    tray: str
    title: Message
    text: Message
    source: Message
    urgent: bool


@dataclass(frozen=True)
class Stuffing:
    """What a group of pieces holds, as safety sees it. state: "raw", "part-cooked" or "cooked"."""

    parts: list[Ingredient]
    state: str


KIND_NAMED = {"nuts", "fish", "crustacea", "molluscs"}  # of which the kind is to be named; common practice of labels


@dataclass(frozen=True)
class Allergens:
    """Allergens of what is eaten, each once, sorted: what any region asks to be named, since whoever eats may be from
    another. contains: by what the foods are; may: what packets of such foods often hold besides; guessed: foods of the
    cook's own, known only by what they are like; kinds: the foods behind those of which the kind is to be named."""

    contains: list[str]
    may: list[str]
    guessed: list[Message]
    kinds: dict[str, list[Message]]

    @property
    def named(self) -> list[Message]:
        """What is contained, each kind of nut, fish or shellfish by its own name; a nut's name says what it is."""
        named = {
            a: [k if a == "nuts" else say("{allergen} ({kind})", allergen=ALLERGEN[a], kind=k) for k in kinds]
            for a, kinds in self.kinds.items()
        }
        return [one for a in self.contains for one in named.get(a, [ALLERGEN[a]])]

    @property
    def may_named(self) -> list[Message]:
        """What packets often hold besides."""
        return [ALLERGEN[a] for a in self.may]


def allergens(eaten: Iterable[Ingredient]) -> Allergens:
    """Allergens of everything that goes into and onto a piece."""
    foods = list(eaten)
    contains = {a for i in foods for a in i.allergens}
    may = {a for i in foods for a in i.may_contain} - contains
    own = {i.key: i.called for i in foods if i.own}
    kinds: dict[str, list[Message]] = {}
    for food in {i.key: i for i in foods}.values():
        for one in KIND_NAMED & set(food.allergens):
            kinds.setdefault(one, []).append(food.called)
    return Allergens(sorted(contains), sorted(may), list(own.values()), kinds)


@dataclass(frozen=True)
class HeatHazard:
    """A heat as safety sees it. method: steam, oven or pan; air_c: °C; hot_stone: a stone or steel; refills: boiling
    water is added on the way."""

    method: str
    air_c: float
    hot_stone: bool = False
    refills: bool = False


def _packets(found: Allergens) -> Message:
    """What the list of allergens cannot know."""
    may = NOTHING
    if found.may:
        may = say("May also contain {may}: read the packets.", may=listed(found.may_named))
    own = NOTHING
    if found.guessed:
        own = say("Of {foods} only what it is like is known: read its packet.", foods=listed(found.guessed))
    return joined([say("Say so to whoever eats."), may, own, say("The list covers the pantry's own data.")])


def _working(eaten: list[Ingredient], blade: bool) -> list[Caution]:
    """Before any heat: raw dough, allergens, blades."""
    known = allergens(eaten)
    named = listed(known.named or [NO_ALLERGENS])
    found = [
        Caution(
            code="raw_dough",
            tray="weigh",
            title=say("Do not taste the raw dough"),
            text=say("Raw flour and raw egg can carry germs. Wash hands, bowl and bench after mixing."),
            source=say("common practice"),
            urgent=False,
        ),
        Caution(
            code="allergens",
            tray="weigh",
            title=say("Contains {named}", named=named),
            text=_packets(known),
            source=say("pantry data"),
            urgent=False,
        ),
    ]
    if blade:
        found.append(
            Caution(
                code="blade",
                tray="wrap",
                title=say("A blade for vents and strips: cut away from the other hand"),
                text=say("Put it down out of children's reach between cuts; a pizza wheel and a razor cut alike."),
                source=say("common practice"),
                urgent=False,
            )
        )
    return found


def _fillings(stuffings: list[Stuffing]) -> list[Caution]:
    found = []
    if any(is_raw(s.parts, s.state) for s in stuffings):
        found.append(
            Caution(
                code="raw_filling",
                tray="wrap",
                title=say("Raw filling: keep it cold until the moment you wrap"),
                text=say("Take it from the fridge in small lots, keep a clean hand for the dough, and wash the board."),
                source=say("common practice"),
                urgent=True,
            )
        )
    if any(s.state == "cooked" for s in stuffings):
        found.append(
            Caution(
                code="cool_fast",
                tray="filling",
                title=say("Cool the filling fast"),
                text=say(
                    "Spread it shallow: under {cool} within {within}, then into the fridge.",
                    cool=in_celsius(21),
                    within=in_minutes(120),
                ),
                source=table.COOLING,
                urgent=False,
            )
        )
    return found


def cautions(
    eaten: list[Ingredient],
    stuffings: list[Stuffing],
    fires: list[HeatHazard],
    line: CoreLine,
    clock: WarmClock,
    blade: bool = False,
) -> list[Caution]:
    """Every caution this bake needs, in the order of the work.

    eaten: everything in and on the pieces; fires: every heat; line: the strictest over the stuffings; clock: of the
    filling that stands longest; blade: whether a closing wants one.
    """
    filling = [item for s in stuffings for item in s.parts]
    found = _working(eaten, blade) + _fillings(stuffings)
    found.append(
        Caution(
            code="probe",
            tray="heat",
            title=_probe_for(line),
            text=say(
                "It is the line for {why}. The forecast is an estimate; a thermometer decides. Local food-safety rules "
                "come first.",
                why=line.why,
            ),
            source=line.source,
            urgent=True,
        )
    )
    if is_perishable(filling):
        found.append(_standing(clock))
        if clock.chills_slowly:
            found.append(_slow_chilling(clock))
        if clock.cools_slowly:
            found.append(_slow_cooling(clock))
    return found + [c for fire in dict.fromkeys(fires) for c in _burns(fire)]


def _probe_for(line: CoreLine) -> Message:
    if not line.hold_min:
        return say("Probe the middle: {line}", line=in_celsius(line.celsius))
    return say(
        "Probe the middle: {line}, held for {held}", line=in_celsius(line.celsius), held=in_minutes(line.hold_min)
    )


def _standing(clock: WarmClock) -> Caution:
    stands, limit_min = clock.standing_min, clock.limit_min
    title = (
        say(
            "The filling stands warm for about {stands}: longer than the {limit} allowed",
            stands=in_minutes(stands),
            limit=in_minutes(limit_min),
        )
        if clock.over
        else say("The filling stands warm for about {stands}", stands=in_minutes(stands))
    )
    text = (
        say("Wrap in two lots and keep the second cold, or proof cooler for less time.")
        if clock.over
        else say(
            "From wrapping until it is hot again, all added up. Keep it under {limit}; what waits goes in the fridge.",
            limit=in_minutes(limit_min),
        )
    )
    return Caution(code="standing", tray="proof", title=title, text=text, source=clock.source, urgent=clock.over)


def _slow_chilling(clock: WarmClock) -> Caution:
    return Caution(
        code="chills_slowly",
        tray="proof",
        title=say(
            "Standing and chilling take about {all}: longer than the {limit} allowed",
            all=in_minutes(clock.standing_min + clock.chilling_min),
            limit=in_minutes(clock.all_limit_min),
        ),
        text=say(
            "Put them in the cold before they have proofed, apart, on a cold tray, covered once cold: they go on "
            "rising as they chill."
        ),
        source=clock.all_source,
        urgent=True,
    )


def _slow_cooling(clock: WarmClock) -> Caution:
    first = clock.to_cool_min > clock.to_cool_limit_min
    title = (
        say(
            "The filling takes {takes} to cool to {cool}: longer than the {limit} allowed",
            takes=in_minutes(clock.to_cool_min),
            cool=in_celsius(table.COOL_C),
            limit=in_minutes(clock.to_cool_limit_min),
        )
        if first
        else say(
            "The filling takes {takes} to cool: longer than the {limit} allowed",
            takes=in_minutes(clock.cooling_min),
            limit=in_minutes(clock.cooling_limit_min),
        )
    )
    return Caution(
        code="cools_slowly",
        tray="filling",
        title=title,
        text=say("Spread it in a shallow tray, or cool it in two lots."),
        source=clock.cooling_source,
        urgent=True,
    )


def _burns(fire: HeatHazard) -> list[Caution]:
    if fire.method == "steam":
        return [_steam(fire.refills)]
    if fire.method == "pan":
        return [
            Caution(
                code="pan",
                tray="heat",
                title=say("Hot fat spits: dry hands, lid as a shield"),
                text=say(
                    "Lay pieces in away from you. Add water only round the edge with the lid at hand, and "
                    "never to fat that smokes. Burning fat: lid on, heat off, no water."
                ),
                source=say("common practice"),
                urgent=True,
            )
        ]
    hot = NOTHING
    if fire.hot_stone:
        hot = say("The stone or steel stays hot for an hour: slide pieces on with a peel.")
    elif fire.air_c >= 220:
        hot = say("Trays stay hot long after.")
    return [
        Caution(
            code="oven",
            tray="heat",
            title=say("The oven is at {air}: dry thick gloves", air=in_celsius(fire.air_c)),
            text=joined([say("Open the door at arm's length and let the hot air out first."), hot]),
            source=say("common practice"),
            urgent=True,
        )
    ]


def _steam(refills: bool) -> Caution:
    refill = say("Top up with boiling water only, the fire turned down.") if refills else NOTHING
    return Caution(
        code="steam",
        tray="heat",
        title=say("Steam burns: tilt the lid away from you"),
        text=joined(
            [
                say(
                    "Lift the far edge first. Keep water in the pot; a pot boiled dry can catch fire. Keep the "
                    "basket's edge off an open flame."
                ),
                refill,
            ]
        ),
        source=say("common practice"),
        urgent=True,
    )
