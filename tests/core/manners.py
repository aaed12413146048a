"""Sixty-three manners of practice, each a few words of a method, and the steps and hours they come to.

Every figure is worked by hand from the minutes said (or, where a step says none, from those of its kind). The page
docs/models/method.md shows the same rows: python -m tests.core.manners writes it.
"""

from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

PAGE = Path(__file__).resolve().parents[2] / "docs" / "models" / "method.md"
ROWS_AFTER, ROWS_END = "<!-- manners: written by python -m tests.core.manners -->", "<!-- end of manners -->"
MORE = {"use": "butter", "amount": "30 g"}
OVEN = {"method": "oven", "temperature": "200 C"}


@dataclass(frozen=True)
class Manner:
    """A manner of practice: the words, what the document holds for it, and what it comes to."""

    words: str
    #: steps of the filling
    filling: tuple[dict[str, Any], ...] = ()
    #: steps of dough and pieces
    steps: tuple[dict[str, Any], ...] = ()
    #: other fields of the bake
    other: dict[str, Any] = field(default_factory=dict)
    #: minutes before wrapping at which each step of the filling begins
    begins: tuple[int, ...] = ()
    #: by how many minutes stages begin later than without its steps; "eat" for the end
    later: dict[str, int] = field(default_factory=dict)
    #: events that happen, in this order
    happens: tuple[str, ...] = ()


def f(do: str, minutes: int | None = None, *of: str) -> dict[str, Any]:
    """A step of a filling."""
    return {"do": do, **({"for": f"{minutes} min"} if minutes is not None else {}), "of": list(of)}


def s(do: str, before: str, minutes: int | None = None, *uses: str, **more: Any) -> dict[str, Any]:
    """A step of dough or pieces."""
    lines = [{"use": use, "amount": "20 g"} for use in uses]
    time = {"for": f"{minutes} min"} if minutes is not None else {}
    return {"do": do, "before": before, **time, **({"with": lines} if lines else {}), **more}


PORK, MUSHROOM, ONION = "pork raw", "dried mushroom", "onion"
FILLINGS = (
    Manner("Fry the onion slowly, 20 minutes, then cool", (f("fry", 20, ONION), f("cool", 40)), begins=(60, 40)),
    Manner(
        "Soak the mushrooms two hours, squeeze nothing, fry",
        (f("soak", 120, MUSHROOM), f("fry", 10), f("cool", 30)),
        begins=(160, 40, 30),
    ),
    Manner(
        "Brown the mince until it is dry, cool it spread out", (f("brown", 8, PORK), f("cool", 45)), begins=(53, 45)
    ),
    Manner(
        "Onions first, then the meat into the same pan",
        (f("fry", 15, ONION), f("brown", 10, PORK), f("cool", 35)),
        begins=(60, 45, 35),
    ),
    Manner("Marinate the pork half an hour", (f("marinate", 30, PORK), f("chill", 20)), begins=(50, 20)),
    Manner(
        "Simmer it down until a spoon leaves a trail",
        (f("brown", 8, PORK), f("simmer", 25), f("cool", 30)),
        begins=(63, 55, 30),
    ),
    Manner("Thicken with a little starch, then chill", (f("thicken", 4), f("chill", 60)), begins=(64, 60)),
    Manner("Salt the cabbage, wait, squeeze it dry", (f("squeeze", 20, ONION), f("chill", 25)), begins=(45, 25)),
    Manner("Wilt the leaves, press out the water", (f("wilt", 5, ONION), f("cool", 25)), begins=(30, 25)),
    Manner("Boil it ten minutes, cool it, chop it", (f("boil", 10), f("cool", 30)), begins=(40, 30)),
    Manner("Render the belly until crisp", (f("render", 12, PORK), f("cool", 25)), begins=(37, 25)),
    Manner(
        "Steep in hot water and strain", (f("steep", 20, MUSHROOM), f("strain", 3), f("chill", 30)), begins=(53, 33, 30)
    ),
    Manner("Roast the onion, mash it", (f("roast", 40, ONION), f("mash", 5), f("cool", 25)), begins=(70, 30, 25)),
    Manner(
        "Toast the spice, mix, taste",
        (f("toast", 4), f("mix", 5), f("taste", 2), f("chill", 30)),
        begins=(41, 37, 32, 30),
    ),
    Manner(
        "Beat water in by spoonfuls until the bowl is dry, chill",
        (f("beat_in", 6), f("chill", 30)),
        begins=(36, 30),
    ),
    Manner("Blend to a paste, chill an hour", (f("blend", 4), f("chill", 60)), begins=(64, 60)),
    Manner("Thaw in the fridge overnight", (f("thaw", 720, PORK), f("chill", 30)), begins=(750, 30)),
    Manner("Steam the filling a quarter of an hour", (f("steam", 15), f("cool", 40)), begins=(55, 40)),
    Manner("Drain it in a sieve before it is cold", (f("fry", 10), f("drain", 3), f("cool", 40)), begins=(53, 43, 40)),
    Manner("Chop by hand, nothing else", (f("chop", 20), f("chill", 25)), begins=(45, 25)),
)
DOUGHS = (
    Manner("Rub the fat into the flour first", steps=(s("rub_in", "weigh", 5, "butter"),), later={"rise": 5, "eat": 5}),
    Manner(
        "Knock it back and let it rest 10",
        steps=(s("knock_back", "divide", 1), s("rest", "divide", 10)),
        later={"divide": 11},
    ),
    Manner("Let it rest a quarter of an hour before it is cut", steps=(s("rest", "divide", 15),), later={"divide": 15}),
    Manner("Knead again before dividing", steps=(s("knead", "divide", 5),), later={"divide": 5, "wrap": 5}),
    Manner("Knead the bits in once it has risen", steps=(s("knead_in", "divide", 4, "sesame"),), later={"divide": 4}),
    Manner(
        "Mix it, let it rest 20, then knead",
        steps=(s("rest", "rise", 20), s("knead", "rise", 8)),
        later={"rise": 0, "divide": 0},
        happens=("weigh.knead", "step.1", "step.2", "rise.grown"),
    ),
    Manner(
        "Two bowls, each with its own oil",
        steps=(s("oil_bowl", "rise", None, "oil"), s("two_bowls", "rise")),
        later={"rise": 0, "divide": 0},
        happens=("weigh.knead", "step.1", "step.2", "rise.grown"),
    ),
    Manner("Fold it in three", steps=(s("fold", "divide", 2),), later={"divide": 2}),
    Manner("Chill the dough an hour before dividing", steps=(s("chill", "divide", 60),), later={"divide": 60}),
    Manner("Let the rounds relax 30 minutes more", steps=(s("relax", "wrap", 30),), later={"divide": 0, "wrap": 30}),
    Manner(
        "Roll, rest 15, roll again",
        steps=(s("roll", "wrap", 5), s("rest", "wrap", 15), s("roll", "wrap", 5)),
        later={"wrap": 25},
    ),
    Manner(
        "Rest 30, press, 30 more, press again",
        steps=(s("rest", "wrap", 30), s("press", "wrap", 3), s("rest", "wrap", 30), s("press", "wrap", 3)),
        later={"wrap": 66},
    ),
    Manner("Press each one flat", steps=(s("press", "wrap", 3),), later={"wrap": 3, "eat": 3}),
    Manner(
        "One sheet for all, spread, rolled up, cut",
        steps=(s("sheet", "wrap", 8), s("spread", "wrap", 5, "butter"), s("roll_up", "wrap", 3), s("cut", "wrap", 3)),
        later={"wrap": 19},
    ),
    Manner(
        "Laminate: fold, chill, fold",
        steps=(s("fold", "wrap", 2), s("chill", "wrap", 30), s("fold", "wrap", 2)),
        later={"wrap": 34},
    ),
    Manner(
        "A rest of ten minutes instead of a proof",
        other={"proof": {"to": 1.3, "clock": ["10 min"]}},
        happens=("wrap.last", "proof.grown", "heat.1.1.in"),
    ),
    Manner("No proof at all", other={"proof": {"to": 1.3, "clock": ["0 min"]}}, happens=("wrap.last", "proof.grown")),
    Manner(
        "Knock back, rise a second time",
        other={"rise": {"to": 2.0, "again_to": 1.6}},
        happens=("rise.grown", "again.knock", "again.grown", "divide.cut"),
    ),
    Manner(
        "Fold every 30 minutes, by the clock",
        other={"rise": {"to": 2.0, "clock": ["30 min", "30 min", "30 min"]}},
        happens=("rise.fold_1", "rise.fold_2", "rise.grown"),
    ),
    Manner(
        "Yeast woken in warm liquid", other={"dough": {"yeast_school": "woken"}}, happens=("weigh.wake", "weigh.knead")
    ),
    Manner("No bench rest: roll at once", other={"bench_rest": "0 min"}, happens=("divide.cut", "wrap.last")),
    Manner("Mixed only, not kneaded", other={"dough": {"kneading": "none"}}, happens=("weigh.knead", "rise.grown")),
    Manner(
        "Wells pressed and filled after the proof",
        other={"closing": "well", "filled": "after", "dough_per_piece": "70 g", "heat": OVEN},
        happens=("divide.cut", "proof.grown", "wrap.last"),
    ),
)
FIRES = (
    Manner(
        "Brush, then a second time",
        steps=(s("brush", "heat", 3, "whole egg"), s("brush", "heat", 3, "whole egg")),
        other={"heat": OVEN},
        happens=("heat.1.1.step.1", "heat.1.1.in"),
        later={"eat": 0},
    ),
    Manner(
        "Prick and mist just before",
        steps=(s("prick", "heat"), s("mist", "heat")),
        other={"heat": OVEN},
        later={"eat": 0},
    ),
    Manner("Dip the tops in seeds", steps=(s("dip", "heat", None, "sesame"),), other={"heat": OVEN}, later={"eat": 0}),
    Manner(
        "Steamed on leaves, not paper",
        other={"heat": {"method": "steam", "liner": "leaf"}},
        happens=("heat.1.1.in", "heat.1.1.out"),
    ),
    Manner(
        "Flip them inside the oven",
        steps=(s("flip", "fire"),),
        other={"heat": OVEN},
        happens=("heat.1.1.in", "heat.1.1.step.1", "heat.1.1.out"),
    ),
    Manner(
        "Upper shelf for the last two minutes",
        steps=(s("upper_shelf", "fire", left="2 min"),),
        other={"heat": OVEN},
        happens=("heat.1.1.step.1", "heat.1.1.out"),
    ),
    Manner(
        "Top heat on as well for the last three",
        steps=(s("grill", "fire", left="3 min"),),
        other={"heat": OVEN},
        happens=("heat.1.1.step.1", "heat.1.1.out"),
    ),
    Manner(
        "Foil over them when they are brown",
        steps=(s("foil", "fire", left="8 min"),),
        other={"heat": OVEN},
        happens=("heat.1.1.step.1", "heat.1.1.out"),
    ),
    Manner(
        "Grease the pan before each turn",
        steps=(s("grease", "fire", None, "butter"),),
        other={"heat": {"method": "pan"}},
        happens=("heat.1.1.step.1", "heat.1.1.out"),
    ),
    Manner(
        "Steam on high fire, lid shut",
        other={"heat": {"method": "steam"}},
        happens=("heat.1.1.in", "heat.1.1.shut", "heat.1.1.out"),
    ),
    Manner(
        "Frozen raw, baked another day",
        other={"heat": {**OVEN, "from": "frozen", "cold_for": "48 h"}},
        happens=("hold.away", "hold.kept", "heat.1.1.in"),
    ),
    Manner(
        "Proofed in the fridge overnight, then baked",
        other={"heat": {**OVEN, "from": "fridge", "cold_for": "10 h"}},
        happens=("hold.away", "hold.kept", "heat.1.1.in"),
    ),
)
AFTER = (
    Manner(
        "Butter over them while they are hot",
        steps=(s("brush", "rest", 2, "butter"),),
        other={"heat": OVEN},
        happens=("heat.1.1.out", "step.1", "rest.stand"),
        later={"eat": 0},
    ),
    Manner(
        "A cloth over them so the crust stays soft", steps=(s("cloth", "rest"),), other={"heat": OVEN}, later={"eat": 0}
    ),
    Manner(
        "Glaze when they are cool",
        steps=(s("cool", "table", 40), s("glaze", "table", 5, "icing sugar")),
        other={"heat": OVEN},
        later={"eat": 45},
    ),
    Manner(
        "Dust with sugar once cold",
        steps=(s("cool", "table", 30), s("strew", "table", 2, "icing sugar")),
        other={"heat": OVEN},
        later={"eat": 32},
    ),
    Manner(
        "Split them and fill with cream when cold",
        steps=(s("cool", "table", 60), s("split_fill", "table", 8, "whipping cream")),
        other={"heat": OVEN},
        later={"eat": 68},
    ),
    Manner("Cut into portions", steps=(s("cut", "table", 3),), other={"heat": OVEN}, later={"eat": 3}),
    Manner(
        "Crisp them again for five minutes", steps=(s("crisp", "table", 5),), other={"heat": OVEN}, later={"eat": 5}
    ),
    Manner("Sauce at the table", steps=(s("sauce", "table", 3, "yoghurt"),), other={"heat": OVEN}, later={"eat": 3}),
)
MANNERS = (*FILLINGS, *DOUGHS, *FIRES, *AFTER)


def _said(m: Manner) -> str:
    """Steps and hours of a row, in words."""
    if m.filling:
        each = zip((x["do"] for x in m.filling), m.begins, strict=True)
        return ", ".join(f"{do.replace('_', ' ')} from −{minutes}" for do, minutes in each)
    steps = ", ".join(f"{x['do'].replace('_', ' ')} before {x['before']}" for x in m.steps)
    events = " → ".join(m.happens)
    return "; ".join(part for part in (steps, events) if part)


def _hours(m: Manner) -> str:
    return (
        "minutes before wrapping" if m.filling else ", ".join(f"{k} +{v}" for k, v in m.later.items()) or "as planned"
    )


def page() -> str:
    """The rows as the page shows them."""
    rows = [f"| {m.words} | {_said(m)} | {_hours(m)} |" for m in MANNERS]
    return "\n".join(["| manner | steps | hours |", "|---|---|---|", *rows])


def written(text: str) -> str:
    """The page with its rows renewed."""
    before, rest = text.split(ROWS_AFTER)
    return f"{before}{ROWS_AFTER}\n\n{page()}\n\n{ROWS_END}{rest.split(ROWS_END)[1]}"


if __name__ == "__main__":
    PAGE.write_text(written(PAGE.read_text(encoding="utf-8")), encoding="utf-8")
