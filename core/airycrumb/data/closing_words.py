"""How each closing is called and done, what goes wrong with it and how to see that coming (common practice, no
source).
"""

from dataclasses import dataclass

from airycrumb.data.closings import STRIP_MM
from airycrumb.words import Message, in_millimetres, say


@dataclass(frozen=True)
class Words:
    """label: one piece; plural: of many, as the sentence says it; note: what is done, in a line; how: its steps in
    order, one drawing each; vent: where steam leaves; wrong: (what goes wrong, how to see it coming); blade: whether
    one is needed to make it."""

    label: Message
    plural: Message
    note: Message
    how: tuple[Message, ...]
    vent: Message
    wrong: tuple[tuple[Message, Message], ...]
    blade: bool


_WET = (say("The seam opens"), say("the rim shines with juice or fat: wipe it dry before you press it"))
_FULL = (say("It bursts"), say("the wall goes see-through over the filling: take a spoonful out"))
_VENTED = say("cut one short slit in the top for the oven; none for steam")

WORDS = {
    "gathered": Words(
        label=say("pleated round"),
        plural=say("pleated buns"),
        note=say("gathered and twisted shut on top"),
        how=(
            say("Roll the rim thin and leave the middle thick; heap the filling in the middle, rim clean."),
            say("Gather pleat by pleat, turning it in your hand, and press the air out."),
            say("Twist the neck shut and pinch off what is left over."),
        ),
        vent=say("none: the twist lets a little steam out"),
        wrong=(
            _FULL,
            (say("A knob of raw dough on top"), say("the neck is thicker than a finger: roll the rim thinner")),
            (say("Filling comes up through the twist"), say("you pinch and pinch again: leave it, once is enough")),
        ),
        blade=False,
    ),
    "ball": Words(
        label=say("sealed ball"),
        plural=say("sealed balls"),
        note=say("gathered, turned over, seam below"),
        how=(
            say("Roll the rim thin and leave the middle thick; heap the filling in the middle."),
            say("Draw the rim up all round and pinch it shut, no air inside."),
            say("Turn it over on its seam and round it with cupped hands."),
        ),
        vent=say("none: the weight on the seam keeps it shut"),
        wrong=(
            _WET,
            (say("One side thin, the other thick"), say("the ball leans: pull the rim evenly from all sides")),
        ),
        blade=False,
    ),
    "pinch": Words(
        label=say("pinched parcel"),
        plural=say("pinched parcels"),
        note=say("two sides pinched, then the other two"),
        how=(
            say("Roll a round; heap the filling in the middle."),
            say("Bring two opposite sides together over it and pinch them."),
            say("Bring the two open sides up and pinch them to the first."),
            say("Press the corners in and turn it over."),
        ),
        vent=say("none"),
        wrong=(
            _WET,
            (say("The corners stay thick and raw"), say("four knobs stand out: tear them off before you turn it")),
        ),
        blade=False,
    ),
    "envelope": Words(
        label=say("folded envelope"),
        plural=say("folded envelopes"),
        note=say("sides in, then two flips"),
        how=(
            say("Roll a square; lay the filling in a bar across the middle."),
            say("Fold both sides in over its ends."),
            say("Flip the near edge over the filling."),
            say("Flip it over once more onto its seam."),
        ),
        vent=say("prick the top once with a fork for the oven"),
        wrong=(
            _FULL,
            (say("Juice runs out at a corner"), say("the sides do not overlap the bar: fold them in further")),
        ),
        blade=True,
    ),
    "half_moon": Words(
        label=say("half-moon"),
        plural=say("half-moons"),
        note=say("a disc folded over and crimped"),
        how=(
            say("Roll an even disc; lay the filling on one half and wet the clean rim."),
            say("Fold over and press the air out from the fold to the rim."),
            say("Crimp the rim in small pinches."),
        ),
        vent=_VENTED,
        wrong=(
            _WET,
            (say("It puffs and splits"), say("air was shut in: press from the fold outwards before you crimp")),
        ),
        blade=True,
    ),
    "half_moon_fork": Words(
        label=say("forked half-moon"),
        plural=say("forked half-moons"),
        note=say("a disc folded over, pressed with a fork"),
        how=(
            say("Roll an even disc; lay the filling on one half and wet the clean rim."),
            say("Fold over and press the air out from the fold to the rim."),
            say("Press the rim shut with a floured fork, all the way round."),
        ),
        vent=_VENTED,
        wrong=(
            _WET,
            (
                say("The fork cuts through"),
                say("the rim is thinner than {thin}: press, do not saw", thin=in_millimetres(2)),
            ),
        ),
        blade=True,
    ),
    "half_moon_rope": Words(
        label=say("roped half-moon"),
        plural=say("roped half-moons"),
        note=say("a disc folded over, rim rolled into a rope"),
        how=(
            say("Roll an even disc; lay the filling on one half and keep a wide rim clean."),
            say("Fold over and press the air out from the fold to the rim."),
            say("Fold the rim over itself a thumb's width at a time, into a rope."),
        ),
        vent=_VENTED,
        wrong=(
            _WET,
            (say("The rope is doughy"), say("it is thicker than the piece: trim the rim to a finger before roping")),
        ),
        blade=True,
    ),
    "crescent": Words(
        label=say("crescent"),
        plural=say("crescents"),
        note=say("rolled up from triangles"),
        how=(
            say("Cut triangles from a strip; lay a roll of filling along the base."),
            say("Roll from the base towards the point."),
            say("Tuck the point under and bend the ends in."),
        ),
        vent=say("none: the turns let steam out"),
        wrong=(
            (
                say("Filling runs out at the ends"),
                say("it reaches the corners of the base: keep a finger's width clear"),
            ),
            (say("It unrolls"), say("the point lies on top: tuck it below")),
        ),
        blade=True,
    ),
    "two_rounds": Words(
        label=say("double round"),
        plural=say("double rounds"),
        note=say("a second round laid on top"),
        how=(
            say("Roll two rounds, the upper a little wider; heap the filling on the lower and wet its rim."),
            say("Lay the upper round over it and press the air out."),
            say("Seal the rim all round."),
        ),
        vent=say("cut a small cross in the middle of the lid"),
        wrong=(_WET, (say("The lid slides off"), say("the upper round only just reaches: roll it a finger wider"))),
        blade=True,
    ),
    "lidded": Words(
        label=say("lidded bun"),
        plural=say("lidded buns"),
        note=say("a filled bun under a decorated lid"),
        how=(
            say("Roll the larger piece, thick in the middle; heap the filling on it."),
            say("Gather and pinch it shut, and turn it on its seam."),
            say("Roll the small piece thin, score or cut its pattern, and lay it over the damp bun."),
        ),
        vent=say("the pattern of the lid, if it is cut through"),
        wrong=(
            _FULL,
            (say("The lid lifts off in the heat"), say("the bun was dry when it went on: brush it with water first")),
        ),
        blade=True,
    ),
    "boat": Words(
        label=say("boat"),
        plural=say("boats"),
        note=say("an oval, rim up, ends pinched, open"),
        how=(
            say("Roll an oval; spread the filling, the rim clean."),
            say("Fold the rim up and over, all along both sides."),
            say("Pinch both ends to a point and twist them."),
        ),
        vent=say("open: nothing to vent"),
        wrong=(
            (
                say("The filling runs over the rim"),
                say("it stands level with the rim before the heat: it needs a finger below it"),
            ),
            (say("The bottom stays pale"), say("the filling is wet or deeper than two fingers")),
        ),
        blade=False,
    ),
    "well": Words(
        label=say("open well"),
        plural=say("open wells"),
        note=say("a hollow pressed with a glass, twice"),
        how=(
            say("Let the rounded piece proof, then press a floured glass into its middle."),
            say("Press again just before filling: it springs back."),
            say("Spoon or pipe the filling into the hollow."),
        ),
        vent=say("open: nothing to vent"),
        wrong=(
            (say("The hollow pushes the filling out"), say("it was pressed once and had time to spring back")),
            (say("The bottom is raw"), say("dough below the hollow is thicker than a finger: press down to the board")),
        ),
        blade=False,
    ),
    "sticks": Words(
        label=say("stick roll"),
        plural=say("stick rolls"),
        note=say("a sheet rolled round sticks of filling"),
        how=(
            say("Roll a rectangle; lay the sticks along the near edge, ends clear."),
            say("Roll it up tightly over them."),
            say("Pinch the long seam and both ends; lay it seam down."),
        ),
        vent=say("closed ends keep the fat in; open ends let it run onto the tray"),
        wrong=((say("It melts out at the ends"), say("the sticks reach the edge: cut them a finger shorter")), _WET),
        blade=False,
    ),
    "kneaded_in": Words(
        label=say("studded piece"),
        plural=say("studded pieces"),
        note=say("the filling kneaded into the dough"),
        how=(
            say("Pat the dough flat after its rise and scatter the filling over it."),
            say("Fold it over itself a few times until the pieces are spread."),
            say("Divide, round up, and tuck in what sticks out."),
        ),
        vent=say("none"),
        wrong=(
            (say("The dough turns wet and will not hold"), say("the pieces weep: dry them, or dust them with flour")),
            (say("What sticks out burns"), say("bits lie on the skin: tuck them under")),
        ),
        blade=False,
    ),
    "pulled_pie": Words(
        label=say("pulled-in pie"),
        plural=say("pulled-in pies"),
        note=say("edges drawn to the middle, a hole left"),
        how=(
            say("Stretch a wide thin round; spread the filling over the middle."),
            say("Draw the edges in to the middle, pleat over pleat."),
            say("Leave a small hole, and press it flat from the middle outwards."),
        ),
        vent=say("the hole in the middle"),
        wrong=((say("It blows up like a ball"), say("the hole has closed: open it again before the heat")), _FULL),
        blade=False,
    ),
    "braid": Words(
        label=say("braid"),
        plural=say("braids"),
        note=say("strips crossed over the filling"),
        how=(
            say(
                "Roll a rectangle; heap the filling along the middle third and cut equal strips "
                "{wide} wide on both sides.",
                wide=in_millimetres(STRIP_MM.value),
            ),
            say("Fold the ends in, then cross the strips left and right over the filling."),
            say("Tuck the last two pairs under."),
        ),
        vent=say("the gaps between the strips"),
        wrong=(
            (say("It gapes in the middle"), say("the strips only just meet: cut them longer or fill less")),
            (say("One side hangs"), say("strips are not equal in number on both sides")),
        ),
        blade=True,
    ),
    "layered": Words(
        label=say("layered roll"),
        plural=say("layered rolls"),
        note=say("spread, rolled up, in turns"),
        how=(
            say("Roll a rectangle; spread the filling thinly, the far edge clean."),
            say("Roll it up from the near edge, evenly."),
            say("Press the seam shut and lay it below."),
        ),
        vent=say("open ends"),
        wrong=(
            (say("Gaps between the turns"), say("rolled loosely, or the filling was wet")),
            (say("The middle is raw"), say("more turns than five: roll the sheet shorter and wider")),
        ),
        blade=False,
    ),
    "plain": Words(
        label=say("plain folded piece"),
        plural=say("plain folded pieces"),
        note=say("no filling: what is left over"),
        how=(say("Pat it out."), say("Oil the top and fold it in half.")),
        vent=say("none"),
        wrong=((say("It is dry"), say("it cooked as long as the filled ones: take it out sooner")),),
        blade=False,
    ),
}
