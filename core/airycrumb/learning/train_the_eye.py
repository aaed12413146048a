"""A dough to judge: a state drawn at random, the picture's measures, and what the answer is and why."""

import random
from dataclasses import dataclass
from typing import Literal

import numpy as np

from airycrumb.stations.rise.model import Dough, State, bubble_gas, simulate
from airycrumb.stations.rise.stage import Stage, crossings
from airycrumb.stations.rise.surroundings import Place
from airycrumb.words import Message, as_number, in_millimetres, say

Picture = Literal["bowl", "poke", "tear", "membrane"]
Judgement = Literal["early", "ready", "past"]
PICTURES: tuple[Picture, ...] = ("bowl", "poke", "tear", "membrane")
# share of the growth asked for; between the bands nobody could tell, so nothing is drawn there; assumed
BANDS: dict[Judgement, tuple[float, float]] = {"early": (0.1, 0.7), "ready": (0.92, 1.1), "past": (1.4, 1.9)}
CELLS_PER_ML = 12.0  # bubbles in a millilitre of dough, for the size of the honeycomb; assumed
TARGET = 2.0


@dataclass(frozen=True)
class Question:
    """A dough in a picture. seed: names it; ratio: its size over that at the start; dome: how its top stands, 1
    domed, 0 flat, -1 sunken; dent_left: of a poke after three seconds, 0 to 1; cell_mm: across a bubble; stretch_mm:
    how far a membrane stretches before it tears; air_c, minutes: where and how long it stood.
    """

    seed: int
    picture: Picture
    ratio: float
    dome: float
    dent_left: float
    cell_mm: float
    stretch_mm: float
    air_c: float
    minutes: float


@dataclass(frozen=True)
class Marked:
    """An answer marked: what it is, in words why, and how long until it is ready (negative: since)."""

    right: bool
    truth: Judgement
    why: Message
    ready_in_min: float


def _stage(noise: random.Random) -> tuple[Stage, float]:
    yeast, air = noise.uniform(0.7, 1.8), noise.uniform(18, 29)
    dough = Dough(
        yeast=yeast,
        hydration=noise.uniform(58, 68),
        salt=1.8,
        sugar=noise.uniform(0, 6),
        fat=noise.uniform(0, 6),
        total=170,
        rise_ceiling=4.4,
        awake=0.29,
    )
    return Stage(dough, simulate(dough, State(noise.uniform(23, 27)), Place(air, "bowl", 800), 900)), air


def _dome(share: float) -> float:
    """Domed while it grows, flat as it tires, sunken past it."""
    return max(-1.0, min(1.0, 1.0 - 2.2 * max(0.0, share - 0.95)))


def _dent(share: float) -> float:
    """A poke: springs back at once below two thirds, comes back slowly when ready, stays past it. Assumed."""
    return max(0.03, min(0.97, (share - 0.55) / 0.85))


def question(seed: int) -> Question:
    """The question a seed names: always the same one. seed: 0 to 2^31."""
    return _drawn(seed)[0]


def _drawn(seed: int) -> tuple[Question, Judgement, float]:
    noise = random.Random(seed)
    picture, truth = noise.choice(PICTURES), noise.choice(tuple(BANDS))
    if picture == "membrane":
        return _membrane(seed, noise, truth)
    share = noise.uniform(*BANDS[truth])
    stage, air = _stage(noise)
    ratios = stage.ratios(np.array([1.0]))
    ratio = 1 + share * (TARGET - 1)
    minute, ready = (float(crossings(stage.course.minutes, ratios, r)[0]) for r in (ratio, TARGET))
    held = stage.held(np.array([[1.0]]), np.array([min(minute, 900.0)]))
    bubbles = float(bubble_gas(stage.dough, held, stage.course.state_at(min(minute, 900.0)).temperature)[0, 0])
    cell = 10 * (6 * max(bubbles, 0.02) / (np.pi * CELLS_PER_ML)) ** (1 / 3)
    found = Question(
        seed=seed,
        picture=picture,
        ratio=ratio,
        dome=_dome(share),
        dent_left=_dent(share),
        cell_mm=float(cell),
        stretch_mm=0.0,
        air_c=air,
        minutes=min(minute, 900.0),
    )
    return found, truth, ready - minute


def _membrane(seed: int, noise: random.Random, truth: Judgement) -> tuple[Question, Judgement, float]:
    """Kneading, judged by the film it stretches to. A film that is too slack and sticky has been worked too long."""
    stretch = {"early": (8.0, 22.0), "ready": (48.0, 70.0), "past": (26.0, 34.0)}[truth]
    minutes = {"early": (2.0, 5.0), "ready": (9.0, 12.0), "past": (24.0, 35.0)}[truth]
    return (
        Question(
            seed=seed,
            picture="membrane",
            ratio=1.0,
            dome=1.0,
            dent_left=0.0,
            cell_mm=0.0,
            stretch_mm=noise.uniform(*stretch),
            air_c=24.0,
            minutes=noise.uniform(*minutes),
        ),
        truth,
        0.0,
    )


def mark(seed: int, answer: Judgement) -> Marked:
    """Mark an answer to the question a seed names."""
    asked, truth, wait = _drawn(seed)
    return Marked(answer == truth, truth, _why(asked, truth), wait)


def _why(q: Question, truth: Judgement) -> Message:
    if q.picture == "membrane":
        return {
            "early": say(
                "It tears after {stretch}: the gluten is not joined yet. Knead on.",
                stretch=in_millimetres(q.stretch_mm),
            ),
            "ready": say(
                "It stretches {stretch} to a film light shines through. Enough.", stretch=in_millimetres(q.stretch_mm)
            ),
            "past": say(
                "It runs rather than stretches, and tears after {stretch}: worked too long and too warm. "
                "Let it rest cold.",
                stretch=in_millimetres(q.stretch_mm),
            ),
        }[truth]
    cell = in_millimetres(q.cell_mm)
    seen: dict[Picture, dict[Judgement, Message]] = {
        "bowl": {
            "early": say("still small under its dome"),
            "ready": say("domed and full"),
            "past": say("the top flat or fallen in"),
        },
        "poke": {
            "early": say("the dent is gone at once"),
            "ready": say("the dent comes back slowly"),
            "past": say("the dent stays"),
        },
        "tear": {
            "early": say("bubbles of {cell}: dense", cell=cell),
            "ready": say("a honeycomb of {cell}", cell=cell),
            "past": say("wide, broken bubbles of {cell}", cell=cell),
        },
    }
    return say(
        "It stands at {ratio} times its size where {target} is asked: {seen}.",
        ratio=as_number(q.ratio, digits=1),
        target=as_number(TARGET),
        seen=seen[q.picture][truth],
    )
