"""The wrapper solved from any side: the widest I can roll, a thickness, the filling I have, how many should fit."""

from dataclasses import dataclass, replace
from typing import Literal

from airycrumb.bake.edits import Answer, Change
from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.model import Bake
from airycrumb.numerical import root
from airycrumb.plan.context import Context
from airycrumb.problems import InputError, Problem
from airycrumb.stations.enclose import CLOSINGS, Fit
from airycrumb.trays.heating import fit_of
from airycrumb.trays.pieces import filling_density, thinner
from airycrumb.trays.types import Sheet
from airycrumb.words import Message, counted, in_grams, in_millimetres, joined, say

By = Literal["across", "thickness", "filling", "fits"]
# what may be asked: (least, most, refusal)
LIMITS: dict[str, tuple[float, float, Message]] = {
    "across": (30.0, 1200.0, say("A wrapper can be worked out from {limits} wide.", limits=in_millimetres(30, 1200))),
    "thickness": (0.5, 40.0, say("A wrapper can be worked out from {limits} thick.", limits=in_millimetres(0.5, 40))),
    "filling": (5.0, 100_000.0, say("Filling can be worked with from {limits}.", limits=in_grams(5, 100_000))),
    "fits": (1.0, 60.0, say("Between {limits} pieces at once can be worked out.", limits=counted(1, 60))),
}
LEAST_G, MOST_G = 10.0, 1500.0


@dataclass(frozen=True)
class Solved:
    """What was found, in a sentence, in numbers and as an edit. mm, g; pieces: None where their number is not
    touched.
    """

    words: Message
    across_mm: float
    thickness_mm: float
    dough_g: float
    filling_g: float
    pieces: int | None
    answers: list[Answer]


def _refuse(where: str, message: Message) -> InputError:
    return InputError([Problem("cannot_be_solved", where, message)])


def _rolled(ctx: Context, across: float, lead: Message) -> Solved:
    """A wrapper so wide: what it holds and how thick it comes out."""
    how, share = CLOSINGS[ctx.group.closing], ctx.share
    density = filling_density(ctx)
    holds = how.holds(across) * density
    thick = how.thickness(share.dough_per_piece_g, across)
    thinnest = how.usual.thinnest_mm * thinner(ctx)
    words = say(
        "{lead}: it closes easily over {holds}, {thick} thick.",
        lead=lead,
        holds=in_grams(holds),
        thick=in_millimetres(thick),
    )
    if thick < thinnest:
        words = joined([words, say("That is thinner than the {thinnest} it bears.", thinnest=in_millimetres(thinnest))])
    wide = Change(ctx.path("across"), f"{across:.0f} mm")
    answers = [Answer(say("Roll it so"), [wide, Change(ctx.path("thickness"), None)])]
    if holds >= 5:
        fill = Change(ctx.path("filling_per_piece"), f"{holds:.1f} g")
        answers.append(Answer(say("Roll it so and put in {holds}", holds=in_grams(holds)), [*answers[0].changes, fill]))
    return Solved(
        words=words,
        across_mm=across,
        thickness_mm=thick,
        dough_g=share.dough_per_piece_g,
        filling_g=holds,
        pieces=None,
        answers=answers,
    )


def _across(ctx: Context, value: float) -> Solved:
    return _rolled(ctx, value, say("Rolled to {across}", across=in_millimetres(value)))


def _thickness(ctx: Context, value: float) -> Solved:
    how = CLOSINGS[ctx.group.closing]
    across = how.across_at(ctx.share.dough_per_piece_g, value)
    thick, wide, deep = in_millimetres(value), in_millimetres(across), in_millimetres(across * how.long)
    if how.long == 1:
        return _rolled(ctx, across, say("{thick} thick is {across} across", thick=thick, across=wide))
    return _rolled(ctx, across, say("{thick} thick is {across} by {along}", thick=thick, across=wide, along=deep))


def _filling(ctx: Context, value: float) -> Solved:
    each = ctx.share.filling_per_piece_g
    pieces = int(value / each + 1e-9)
    how = CLOSINGS[ctx.group.closing]
    across = how.across(each / filling_density(ctx))
    by = "filling" if ctx.at == 0 else f"filling {ctx.at + 1}"
    hold = Change(["pin"], {"by": by, "amount": f"{value:g} g", "gives_way": "pieces"})
    answers = [Answer(say("Make {pieces}", pieces=pieces), [hold, Change(["eaters"], None)])] if pieces else []
    left = value - pieces * each
    words = say(
        "{there} is enough for {pieces} at {each} each.", there=in_grams(value), pieces=pieces, each=in_grams(each)
    )
    if left >= 1:
        words = joined([words, say("{left} is left.", left=in_grams(left))])
    thick = how.thickness(ctx.share.dough_per_piece_g, across)
    return Solved(
        words=words,
        across_mm=across,
        thickness_mm=thick,
        dough_g=ctx.share.dough_per_piece_g,
        filling_g=each,
        pieces=pieces,
        answers=answers,
    )


# Of the size at which they stop fitting: another size proofs a little further than these do; assumed.
SURELY_FITS = 0.98


def _grown(ctx: Context, sheet: Sheet, dough_g: float) -> Fit:
    """How pieces of so much dough, filled in the proportion they are now, lie once cooked."""
    cooked = sheet.groups[ctx.at].wrap.sizes[-1]
    factor = (dough_g / ctx.share.dough_per_piece_g) ** (1 / 3)
    grown = replace(cooked, width_mm=cooked.width_mm * factor, length_mm=cooked.length_mm * factor)
    return fit_of(ctx, grown, grown)


def _fits(ctx: Context, sheet: Sheet, value: float) -> Solved:
    """The largest piece of which so many go in at once."""
    wanted = int(value)

    def fits(dough_g: float) -> int:
        lying = _grown(ctx, sheet, dough_g)
        return lying.per_load if lying.whole else 0

    if fits(LEAST_G) < wanted:
        raise _refuse(
            "fits",
            say(
                "{wanted} do not go in at once, however small: at {least} of dough {fits} do.",
                wanted=wanted,
                least=in_grams(LEAST_G),
                fits=fits(LEAST_G),
            ),
        )
    dough = (
        MOST_G
        if fits(MOST_G) >= wanted
        else root(lambda g: 0.5 if fits(g) >= wanted else -0.5, LEAST_G, MOST_G, within=0.05)
    )
    dough = max(LEAST_G, float(int(dough * SURELY_FITS)))
    share = ctx.share
    filling = share.filling_per_piece_g * dough / share.dough_per_piece_g
    how = CLOSINGS[ctx.group.closing]
    across = how.across(filling / filling_density(ctx)) if filling else how.across_at(dough, 8.0)
    changes = [Change(ctx.path("dough_per_piece"), f"{dough:g} g"), Change(["pin"], None)]
    if filling >= 5:
        changes.insert(1, Change(ctx.path("filling_per_piece"), f"{filling:.1f} g"))
    words = say(
        "{wanted} go in at once up to {dough} of dough around {filling} of filling.",
        wanted=wanted,
        dough=in_grams(dough),
        filling=in_grams(filling),
    )
    return Solved(
        words=words,
        across_mm=across,
        thickness_mm=how.thickness(dough, across),
        dough_g=dough,
        filling_g=filling,
        pieces=None,
        answers=[Answer(say("Make them {dough}", dough=in_grams(dough)), changes)],
    )


def solve(bake: Bake, kitchen: Kitchen, sheet: Sheet, group: int, by: By, value: float) -> Solved:
    """The wrapper of one group from one number: "across" and "thickness" in mm, "filling" in g, "fits" in pieces.

    InputError for a group that is not there, a number out of range, or a closing with no wrapper to solve.
    """
    if not 0 <= group < len(bake.groups):
        raise _refuse(
            "group",
            say("There is no group {group}: this bake has {groups}.", group=group + 1, groups=len(bake.groups)),
        )
    low, high, words = LIMITS[by]
    if not low <= value <= high:
        raise _refuse("value", words)
    ctx = Context.here(bake, kitchen, (), sheet.worked_at).each_group()[group]
    how = CLOSINGS[ctx.group.closing]
    if by != "fits" and (not how.rolled or not how.wraps):
        raise _refuse(
            "group",
            say("There is no wrapper to solve for this closing ({closing}): choose another.", closing=how.words.label),
        )
    if by == "fits":
        return _fits(ctx, sheet, value)
    return {"across": _across, "thickness": _thickness, "filling": _filling}[by](ctx, value)
