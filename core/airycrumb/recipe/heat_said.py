"""How a recipe heats its pieces: steamed, baked or in the pan, in one phase or two, washed with what."""

import re
from typing import Any

from airycrumb.data.heat import WASHES
from airycrumb.quantities import Band
from airycrumb.recipe.method import Said
from airycrumb.recipe.reading import Reading
from airycrumb.words import Message, in_celsius, say

PAN = re.compile(r"\b(?:pan|skillet|griddle)\b", re.IGNORECASE)
SEARED = re.compile(
    r"\badd\b[^.]{0,30}\bwater\b|\bwater\b[^.]{0,20}\blid\b|\blid\b[^.]{0,20}\bwater\b|\bsplash(?:es)? of water\b",
    re.IGNORECASE,
)
# "180C fan", "180 °C (fan)", "fan 180": a number for an oven with its fan on.
FAN_AT = re.compile(
    r"\b(?P<before>\d{3})\s*(?:°|º|degrees)?\s*(?P<unit>[CF])?\b\s*[(/,]?\s*(?:with (?:the )?)?fan\b(?![ -]?(?:\d|at))|"
    r"\bfan(?:[ -](?:oven|forced|assisted|bake))?\s*(?:at|to|:)?\s*(?P<after>\d{3})\b",
    re.IGNORECASE,
)
FAN_ON = re.compile(
    r"\bfan[- ](?:oven|forced|assisted|bake|on)|\b(?:with|in) (?:a |the )?fan\b|\bconvection|\bturbo\b", re.IGNORECASE
)
COOLEST_C, HOTTEST_C, LONGEST_PHASE_MIN = 100.0, 280.0, 120.0  # what an oven can be set to, and for how long
OVEN = ("bake", "preheat", "")
LONGEST_REST_MIN, ASSUMED_C = 60.0, 190.0


def said_of(said: list[Said], what: str, *steps: str) -> list[Said]:
    """What is said of a kind, under no condition; with steps, only where it is about one of them."""
    return [s for s in said if s.what == what and not s.condition and (not steps or s.step in steps)]


def first(said: list[Said], what: str, *steps: str) -> Band | None:
    """The first value of a kind; with steps, only where the sentence is about one of them."""
    return next((s.value for s in said_of(said, what, *steps)), None)


def wash_of(reading: Reading) -> str:
    """What is brushed on: the one that browns most of all that is. "none" where none of it is a wash known here."""
    brushed = [one.key for one in reading.outside if one.step == "wash" and not one.condition]
    known = sorted(WASHES.items(), key=lambda row: -row[1].sooner)
    return next((key for key, wash in known if wash.of in brushed), "none")


def heat_minutes(said: list[Said]) -> float | None:
    """Minutes of heat in all: both phases where a sentence gives two, one after the other."""
    told = said_of(said, "minutes", "bake", "steam", "fry")
    if not told:
        return None
    same = [s for s in told if s.text == told[0].text and s.step == told[0].step]
    return sum(s.value.typical for s in same) if _phased(same[0]) else told[0].value.typical


def _phased(one: Said) -> bool:
    return bool(re.search(r"\bthen\b|\bafter that\b", one.text, re.IGNORECASE))


def _then(said: list[Said]) -> dict[str, Any]:
    """A second phase: "230 °C for 10 min, then 200 °C for 8 min"."""
    minutes = said_of(said, "minutes", "bake")
    if not minutes or not _phased(minutes[0]):
        return {}
    text = minutes[0].text
    heats = [s.value.typical for s in said_of(said, "temperature", *OVEN) if s.text == text]
    told = [s.value.typical for s in minutes if s.text == text]
    if len(told) < 2 or not 1 <= told[0] <= LONGEST_PHASE_MIN or not heats:
        return {}
    later = heats[1] if len(heats) > 1 else (heats[0] if text.find("then") < _at(text, heats[0]) else None)
    if later is None or not COOLEST_C <= later <= HOTTEST_C:
        return {}
    return {"then": {"after": f"{told[0]:.0f} min", "temperature": f"{later:.0f} C"}}


def _at(text: str, celsius: float) -> int:
    found = re.search(rf"\b{celsius:.0f}\b", text)
    return found.start() if found else -1


def _in_the_pan(reading: Reading) -> bool:
    """Whether the pieces themselves are cooked in a pan: nothing is baked or steamed."""
    baked = said_of(reading.said, "minutes", "bake", "steam") or said_of(reading.said, "temperature", *OVEN)
    return not baked and bool(said_of(reading.said, "minutes", "fry")) and bool(PAN.search(reading.method))


def _fan_at(method: str) -> float | None:
    """°C that a method sets an oven with its fan to, None where it says none."""
    for found in FAN_AT.finditer(method):
        number = float(found["before"] or found["after"])
        celsius = (number - 32) / 1.8 if (found["unit"] or "").upper() == "F" else number
        if COOLEST_C <= celsius <= HOTTEST_C:
            return celsius
    return None


def heat_of(reading: Reading, assumed: list[Message]) -> dict[str, Any]:
    """The heat of a bake document. The time needed is worked out; what the recipe says is kept beside it."""
    said, method = reading.said, reading.method
    steams = bool(said_of(said, "minutes", "steam")) or bool(re.search(r"\bsteam", method, re.IGNORECASE))
    rest = first(said, "minutes", "rest")
    rests = f"{min(rest.typical, LONGEST_REST_MIN):.0f} min" if rest else "5 min"
    celsius, fan = _oven_of(reading)
    common = {"minutes": None, "rest": rests, "fan": fan}
    if steams and celsius is None:
        return {"method": "steam", "fire": "high", "covered": True, **common}
    if _in_the_pan(reading):
        return {"method": "pan", "covered": False, "seared": bool(SEARED.search(method)), **common}
    if celsius is None:
        assumed.append(say("No oven temperature is said: {taken} is taken.", taken=in_celsius(ASSUMED_C)))
    taken = min(max(celsius or ASSUMED_C, COOLEST_C), HOTTEST_C)
    told = {"method": "oven", "temperature": f"{taken:.0f} C", "wash": wash_of(reading), "covered": False}
    return {**told, **_then(said), **common}


def _oven_of(reading: Reading) -> tuple[float | None, bool]:
    """°C of an oven, None where none is said, and whether its fan is on. Of two numbers for two ovens the one without a
    fan is taken."""
    oven = first([s for s in reading.said if s.value.typical >= COOLEST_C], "temperature", *OVEN)
    fanned = _fan_at(reading.method)
    if oven is not None and fanned is not None and abs(oven.typical - fanned) > 1:
        fanned = None
    fan = fanned is not None or bool(FAN_ON.search(reading.method))
    return (oven.typical if oven else fanned), fan
