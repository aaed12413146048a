"""How each closing is called and done, what goes wrong with it and how to see that coming (common practice, no source)."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Words:
    """label: one piece; plural: of many, as the sentence says it; note: what is done, in a line; how: its steps in
    order, one drawing each; vent: where steam leaves; wrong: (what goes wrong, how to see it coming)."""

    label: str
    plural: str
    note: str
    how: tuple[str, ...]
    vent: str
    wrong: tuple[tuple[str, str], ...]


_WET = ("The seam opens", "the rim shines with juice or fat: wipe it dry before you press it")
_FULL = ("It bursts", "the wall goes see-through over the filling: take a spoonful out")
_VENTED = "cut one short slit in the top for the oven; none for steam"

WORDS = {
    "gathered": Words(
        "pleated round",
        "pleated buns",
        "gathered and twisted shut on top",
        (
            "Roll the rim thin and leave the middle thick; heap the filling in the middle, rim clean.",
            "Gather pleat by pleat, turning it in your hand, and press the air out.",
            "Twist the neck shut and pinch off what is left over.",
        ),
        "none: the twist lets a little steam out",
        (
            _FULL,
            ("A knob of raw dough on top", "the neck is thicker than a finger: roll the rim thinner"),
            ("Filling comes up through the twist", "you pinch and pinch again: leave it, once is enough"),
        ),
    ),
    "ball": Words(
        "sealed ball",
        "sealed balls",
        "gathered, turned over, seam below",
        (
            "Roll the rim thin and leave the middle thick; heap the filling in the middle.",
            "Draw the rim up all round and pinch it shut, no air inside.",
            "Turn it over on its seam and round it with cupped hands.",
        ),
        "none: the weight on the seam keeps it shut",
        (_WET, ("One side thin, the other thick", "the ball leans: pull the rim evenly from all sides")),
    ),
    "pinch": Words(
        "pinched parcel",
        "pinched parcels",
        "two sides pinched, then the other two",
        (
            "Roll a round; heap the filling in the middle.",
            "Bring two opposite sides together over it and pinch them.",
            "Bring the two open sides up and pinch them to the first.",
            "Press the corners in and turn it over.",
        ),
        "none",
        (_WET, ("The corners stay thick and raw", "four knobs stand out: tear them off before you turn it")),
    ),
    "envelope": Words(
        "folded envelope",
        "folded envelopes",
        "sides in, then two flips",
        (
            "Roll a square; lay the filling in a bar across the middle.",
            "Fold both sides in over its ends.",
            "Flip the near edge over the filling.",
            "Flip it over once more onto its seam.",
        ),
        "prick the top once with a fork for the oven",
        (_FULL, ("Juice runs out at a corner", "the sides do not overlap the bar: fold them in further")),
    ),
    "half_moon": Words(
        "half-moon",
        "half-moons",
        "a disc folded over and crimped",
        (
            "Roll an even disc; lay the filling on one half and wet the clean rim.",
            "Fold over and press the air out from the fold to the rim.",
            "Crimp the rim in small pinches.",
        ),
        _VENTED,
        (_WET, ("It puffs and splits", "air was shut in: press from the fold outwards before you crimp")),
    ),
    "half_moon_fork": Words(
        "forked half-moon",
        "forked half-moons",
        "a disc folded over, pressed with a fork",
        (
            "Roll an even disc; lay the filling on one half and wet the clean rim.",
            "Fold over and press the air out from the fold to the rim.",
            "Press the rim shut with a floured fork, all the way round.",
        ),
        _VENTED,
        (_WET, ("The fork cuts through", "the rim is thinner than 2 mm: press, do not saw")),
    ),
    "half_moon_rope": Words(
        "roped half-moon",
        "roped half-moons",
        "a disc folded over, rim rolled into a rope",
        (
            "Roll an even disc; lay the filling on one half and keep a wide rim clean.",
            "Fold over and press the air out from the fold to the rim.",
            "Fold the rim over itself a thumb's width at a time, into a rope.",
        ),
        _VENTED,
        (_WET, ("The rope is doughy", "it is thicker than the piece: trim the rim to a finger before roping")),
    ),
    "crescent": Words(
        "crescent",
        "crescents",
        "rolled up from triangles",
        (
            "Cut triangles from a strip; lay a roll of filling along the base.",
            "Roll from the base towards the point.",
            "Tuck the point under and bend the ends in.",
        ),
        "none: the turns let steam out",
        (
            ("Filling runs out at the ends", "it reaches the corners of the base: keep a finger's width clear"),
            ("It unrolls", "the point lies on top: tuck it below"),
        ),
    ),
    "two_rounds": Words(
        "double round",
        "double rounds",
        "a second round laid on top",
        (
            "Roll two rounds, the upper a little wider; heap the filling on the lower and wet its rim.",
            "Lay the upper round over it and press the air out.",
            "Seal the rim all round.",
        ),
        "cut a small cross in the middle of the lid",
        (_WET, ("The lid slides off", "the upper round only just reaches: roll it a finger wider")),
    ),
    "lidded": Words(
        "lidded bun",
        "lidded buns",
        "a filled bun under a decorated lid",
        (
            "Roll the larger piece, thick in the middle; heap the filling on it.",
            "Gather and pinch it shut, and turn it on its seam.",
            "Roll the small piece thin, score or cut its pattern, and lay it over the damp bun.",
        ),
        "the pattern of the lid, if it is cut through",
        (_FULL, ("The lid lifts off in the heat", "the bun was dry when it went on: brush it with water first")),
    ),
    "boat": Words(
        "boat",
        "boats",
        "an oval, rim up, ends pinched, open",
        (
            "Roll an oval; spread the filling, the rim clean.",
            "Fold the rim up and over, all along both sides.",
            "Pinch both ends to a point and twist them.",
        ),
        "open: nothing to vent",
        (
            (
                "The filling runs over the rim",
                "it stands level with the rim before the heat: it needs a finger below it",
            ),
            ("The bottom stays pale", "the filling is wet or deeper than two fingers"),
        ),
    ),
    "well": Words(
        "open well",
        "open wells",
        "a hollow pressed with a glass, twice",
        (
            "Let the rounded piece proof, then press a floured glass into its middle.",
            "Press again just before filling: it springs back.",
            "Spoon or pipe the filling into the hollow.",
        ),
        "open: nothing to vent",
        (
            ("The hollow pushes the filling out", "it was pressed once and had time to spring back"),
            ("The bottom is raw", "dough below the hollow is thicker than a finger: press down to the board"),
        ),
    ),
    "sticks": Words(
        "stick roll",
        "stick rolls",
        "a sheet rolled round sticks of filling",
        (
            "Roll a rectangle; lay the sticks along the near edge, ends clear.",
            "Roll it up tightly over them.",
            "Pinch the long seam and both ends; lay it seam down.",
        ),
        "closed ends keep the fat in; open ends let it run onto the tray",
        (("It melts out at the ends", "the sticks reach the edge: cut them a finger shorter"), _WET),
    ),
    "kneaded_in": Words(
        "studded piece",
        "studded pieces",
        "the filling kneaded into the dough",
        (
            "Pat the dough flat after its rise and scatter the filling over it.",
            "Fold it over itself a few times until the pieces are spread.",
            "Divide, round up, and tuck in what sticks out.",
        ),
        "none",
        (
            ("The dough turns wet and will not hold", "the pieces weep: dry them, or dust them with flour"),
            ("What sticks out burns", "bits lie on the skin: tuck them under"),
        ),
    ),
    "pulled_pie": Words(
        "pulled-in pie",
        "pulled-in pies",
        "edges drawn to the middle, a hole left",
        (
            "Stretch a wide thin round; spread the filling over the middle.",
            "Draw the edges in to the middle, pleat over pleat.",
            "Leave a small hole, and press it flat from the middle outwards.",
        ),
        "the hole in the middle",
        (("It blows up like a ball", "the hole has closed: open it again before the heat"), _FULL),
    ),
    "braid": Words(
        "braid",
        "braids",
        "strips crossed over the filling",
        (
            "Roll a rectangle; heap the filling along the middle third and cut equal strips on both sides.",
            "Fold the ends in, then cross the strips left and right over the filling.",
            "Tuck the last two pairs under.",
        ),
        "the gaps between the strips",
        (
            ("It gapes in the middle", "the strips only just meet: cut them longer or fill less"),
            ("One side hangs", "strips are not equal in number on both sides"),
        ),
    ),
    "layered": Words(
        "layered roll",
        "layered rolls",
        "spread, rolled up, in turns",
        (
            "Roll a rectangle; spread the filling thinly, the far edge clean.",
            "Roll it up from the near edge, evenly.",
            "Press the seam shut and lay it below.",
        ),
        "open ends",
        (
            ("Gaps between the turns", "rolled loosely, or the filling was wet"),
            ("The middle is raw", "more turns than five: roll the sheet shorter and wider"),
        ),
    ),
    "plain": Words(
        "plain folded piece",
        "plain folded pieces",
        "no filling: what is left over",
        ("Pat it out.", "Oil the top and fold it in half."),
        "none",
        (("It is dry", "it cooked as long as the filled ones: take it out sooner"),),
    ),
}
