"""The grammar of a line: what stands between its commas, and which amount belongs to which words.

A line is a list of phrases, each joined to the one before it (by a comma, "plus", "and", "or", "with", "less"). A
phrase holds amounts, words and brackets. Things grow out of phrases: an amount before or after its words, amounts that
add up, amounts of one tin, of each, or of the other choice. What nothing takes is left over, and told.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field

from airycrumb.data.measures import UNITS
from airycrumb.pantry import Own
from airycrumb.recipe.amounts import Measure, measure_at, summed
from airycrumb.recipe.lexicon import hits, known
from airycrumb.recipe.tokens import Token, set_of

JOINERS = {
    ",": ",", ";": ",", "|": ",", "•": ",", "+": "plus", "plus": "plus", "and": "and", "&": "and", "y": "and",
    "e": "and", "und": "and", "et": "and", "or": "or", "with": "with", "less": "less", "minus": "less", "from": "from",
}  # fmt: skip
OPEN, CLOSE = "([{", ")]}"
# What a number may measure that is no amount of food.
ASIDE = set_of(
    "cm mm inch inches % ° º degrees degree c f percent min mins minute minutes h hr hrs hour hours day days "
    "kcal calories cal kj years year people persons"
)
# Words in a bracket beside an amount of the same thing.
RESTATING = set_of(
    "each about approx approximately around roughly circa drained net weight total in all peeled flesh g of "
    "so total roughly packed pitted dry raw unpeeled altogether size ounces per"
)
EXTRA = frozenset(("extra", "more"))
TURNS = frozenset(
    ("for", "to", "such", "like", "cut", "until", "if", "as", "into", "in", "für", "zum", "para", "per", "pour")
)


@dataclass(frozen=True)
class Given:
    """One amount a line gives. of_one: it is that of one tin, packet or piece, and there are several."""

    measure: Measure
    of_one: bool = False


@dataclass
class Phrase:
    """What stands between two joiners. amounts: as given; words; notes: words behind "for", "cut" and the like;
    brackets: each with whether it stands before the words."""

    joiner: str
    amounts: list[Given] = field(default_factory=list)
    words: list[Token] = field(default_factory=list)
    notes: list[Token] = field(default_factory=list)
    brackets: list[tuple[list[Token], bool]] = field(default_factory=list)
    each: bool = False

    @property
    def empty(self) -> bool:
        """Whether nothing stands in it."""
        return not (self.amounts or self.words or self.notes or self.brackets)

    @property
    def names(self) -> list[str]:
        """Its words as they are looked up."""
        return [t.word for t in self.words]


@dataclass
class Thing:
    """One thing of a line. left: what nothing took, as written; other: the other choice; known: whether its words name
    a food; shared: of each as much; apart: how much of it is used for what, where a bracket says so;
    plus: amounts of another kind that are added to the first."""

    amounts: list[Given] = field(default_factory=list)
    words: list[str] = field(default_factory=list)
    notes: list[str] = field(default_factory=list)
    left: list[str] = field(default_factory=list)
    other: list[str] = field(default_factory=list)
    known: bool = False
    shared: bool = False
    apart: list[tuple[Given, list[str]]] = field(default_factory=list)
    plus: list[Given] = field(default_factory=list)


def _closing(tokens: Sequence[Token], at: int) -> int:
    """The token that closes the bracket opened at a token; the last one where none does."""
    depth = 0
    for i in range(at, len(tokens)):
        depth += (tokens[i].text in OPEN) - (tokens[i].text in CLOSE)
        if depth == 0:
            return i
    return len(tokens) - 1


def phrases(tokens: Sequence[Token]) -> list[Phrase]:
    """The phrases of a line."""
    found, at = [Phrase("")], 0
    while at < len(tokens):
        token, phrase = tokens[at], found[-1]
        if token.text in OPEN:
            end = _closing(tokens, at)
            phrase.brackets.append((list(tokens[at + 1 : end]), not phrase.words))
            at = end + 1
        elif (joiner := JOINERS.get(token.word)) and not phrase.empty:
            found.append(Phrase(joiner))
            at += 1
        elif _begins_another(phrase, tokens, at):
            found.append(Phrase(","))
            at = _into(found[-1], tokens, at)
        else:
            at = _into(phrase, tokens, at)
    return [p for p in found if not p.empty]


def _begins_another(phrase: Phrase, tokens: Sequence[Token], at: int) -> bool:
    """Whether a weight begins the next thing where nothing parts them: "500 g flour 300 g water"."""
    if not phrase.amounts or tokens[at].kind != "number" or not hits(phrase.names):
        return False
    read = measure_at(tokens, at)
    if read is None or not _weighable(read[0]):
        return False
    end = read[1]
    while end < len(tokens) and tokens[end].kind == "word" and end - read[1] < 5:
        end += 1
    return bool(hits([t.word for t in tokens[read[1] : end]]))


def _into(phrase: Phrase, tokens: Sequence[Token], at: int) -> int:
    """Puts what begins at a token into the phrase; returns where to go on."""
    token = tokens[at]
    read = measure_at(tokens, at)
    if read is not None and not (token.word in ("a", "an", "e") and phrase.words and not read[0].unit):
        measure, after = read
        behind = after + 1 if after < len(tokens) and tokens[after].text == "-" else after
        if not measure.unit and behind < len(tokens) and tokens[behind].word in ASIDE:
            return _past_aside(tokens, behind)
        phrase.amounts.append(Given(measure))
        return _alternatives(phrase, tokens, after)
    if token.word == "each" and phrase.amounts:
        phrase.each = True
    elif token.kind == "word":
        turned = phrase.notes or (token.word in TURNS and phrase.words)
        (phrase.notes if turned else phrase.words).append(token)
    return at + 1


def _past_aside(tokens: Sequence[Token], at: int) -> int:
    while at < len(tokens) and tokens[at].word in ASIDE:
        at += 1
    return at


def _alternatives(phrase: Phrase, tokens: Sequence[Token], at: int) -> int:
    """ "240 ml / 1 cup": the same amount said again."""
    while at + 1 < len(tokens) and tokens[at].text == "/" and (read := measure_at(tokens, at + 1)):
        phrase.amounts.append(Given(read[0]))
        at = read[1]
    return at


def _weighable(measure: Measure) -> bool:
    return bool(measure.unit) and UNITS[measure.unit][0] != "piece"


def _said(phrase: Phrase) -> list[str]:
    return [t.word for t in (*phrase.words, *phrase.notes)]


def _in_bracket(tokens: list[Token], first: bool, thing: Thing, own: Own) -> None:
    """What a bracket adds: the same amount in another measure, the other choice, or a note."""
    inner = phrases(tokens)
    if thing.amounts and _tells_apart(inner):
        thing.apart = [(p.amounts[0], _said(p)) for p in inner]
    elif tokens and tokens[0].word == "or":
        thing.other.append(" ".join(t.text for t in tokens))
    else:
        _more_of_it(tokens, inner, first, thing, own)


def _more_of_it(tokens: list[Token], inner: list[Phrase], first: bool, thing: Thing, own: Own) -> None:
    """An amount said again, one of something else, or a note."""
    words = [word for p in inner for word in _said(p)]
    amounts = [g for p in inner for g in p.amounts if _weighable(g.measure)]
    if amounts and set(words) <= RESTATING:
        of_one = _of_one(thing, first) or any(p.each for p in inner) or any(t.word == "each" for t in tokens)
        thing.amounts += [Given(g.measure, of_one) for g in amounts]
    elif amounts and hits(words, own):
        thing.left.append(" ".join(t.text for t in tokens))
    else:
        thing.notes += words


def _tells_apart(inner: list[Phrase]) -> bool:
    """ "(20 g for the dough, 10 g for the pan)": what is told in parts."""
    return len(inner) > 1 and all(p.amounts and "for" in _said(p) for p in inner)


def _of_one(thing: Thing, first: bool) -> bool:
    """Whether a bracket says what one of a thing weighs: of a packet or tin always, of what is counted where it stands
    right behind the count."""
    unit = thing.amounts[0].measure.unit if thing.amounts else None
    return unit in ("packet", "tin") or (unit == "" and first)


def _grown(phrase: Phrase, own: Own) -> Thing:
    """A new thing out of a phrase."""
    names = phrase.names
    thing = Thing(list(phrase.amounts), names, [t.word for t in phrase.notes], known=bool(hits(names, own)))
    if not thing.known and thing.notes and hits(thing.notes, own):
        _named_behind(thing)
    thing.shared = phrase.each
    if len(phrase.amounts) > 1 and not all(_weighable(g.measure) for g in phrase.amounts):
        _packed(thing)
    return thing


def _named_behind(thing: Thing) -> None:
    """What is named behind "in": "softened in 30 g butter", where the amount is the butter's."""
    within = bool(thing.amounts) and thing.notes[0] == "in"
    if within or not thing.words:
        thing.words, thing.notes, thing.known = thing.notes, thing.words, True


def _packed(thing: Thing) -> None:
    """ "8 balls of 60 g": a count and the amount of one."""
    first, *rest = thing.amounts
    if not _weighable(first.measure):
        thing.amounts = [first, *(Given(g.measure, True) for g in rest)]


def things(tokens: Sequence[Token], own: Own = ()) -> list[Thing]:
    """The things of a line, in their order."""
    found: list[Thing] = []
    for phrase in phrases(tokens):
        _take(phrase, found, own)
    return found


def _take(phrase: Phrase, found: list[Thing], own: Own) -> None:
    """Gives a phrase to the thing it belongs to, or makes a new one of it."""
    grown = _grown(phrase, own)
    last = found[-1] if found else None
    _give(phrase, grown, last, found, own)
    for bracket, first in phrase.brackets:
        _in_bracket(bracket, first, found[-1], own)


def _give(phrase: Phrase, grown: Thing, last: Thing | None, found: list[Thing], own: Own) -> None:
    if last is None:
        found.append(grown)
    elif phrase.joiner in ("plus", ",", "and") and set(grown.words) & EXTRA and not grown.known:
        last.other += grown.words
    elif phrase.joiner == "or" and (one := _shares_its_noun(last, grown)):
        last.words, last.known = one, True
        last.other.extend(_written(phrase, True))
    elif phrase.joiner in ("or", "from"):
        (last.other if phrase.joiner == "or" else last.notes).extend(_written(phrase, phrase.joiner == "or"))
    elif grown.amounts:
        _take_amount(phrase, grown, last, found)
    elif not last.known and (grown.known or not last.words):
        # "2 large, ripe bananas", "1 cup, packed, spinach"
        last.words, last.known = [*last.words, *grown.words], grown.known
        last.notes += grown.notes
    elif grown.known and phrase.joiner in ("and", "plus", "with", ",") and _another(phrase, last, own):
        found.append(_beside(phrase, grown, last))
    else:
        last.notes += [*grown.words, *grown.notes]


def _shares_its_noun(last: Thing, grown: Thing) -> list[str]:
    """ "20 g fresh or 7 g dry yeast": the name the first choice has with the noun of the second; [] for none."""
    whole = [*last.words, *grown.words[-1:]]
    found = hits(whole) if grown.known and last.words and not last.known else ()
    return whole if found and found[0].end - found[0].start == len(whole) else []


def _written(phrase: Phrase, with_amounts: bool) -> Iterator[str]:
    if with_amounts and phrase.amounts:
        measure = phrase.amounts[0].measure
        yield f"{measure.typical:g} {measure.unit}".strip()
    yield from phrase.names
    yield from (t.word for t in phrase.notes)


def _another(phrase: Phrase, last: Thing, own: Own) -> bool:
    """Whether words without an amount are one more thing: after a thing that is not weighed or of which there is as
    much of each, behind a plus, or where they name a food and nothing else."""
    found = hits(phrase.names, own)
    alone = not phrase.notes and len(found) == 1 and found[0].end - found[0].start == len(phrase.names)
    return not last.amounts or last.shared or alone or (phrase.joiner in ("and", "plus") and not last.notes)


def _beside(phrase: Phrase, grown: Thing, last: Thing) -> Thing:
    """A thing that shares the amount of the one before it, "2 tbsp each soy sauce and honey", and its "ground"."""
    if "ground" in last.words and known(("ground", *grown.words)):
        grown.words = ["ground", *grown.words]
    if last.shared:
        grown.amounts, grown.shared = list(last.amounts), True
    return grown


def _take_amount(phrase: Phrase, grown: Thing, last: Thing, found: list[Thing]) -> None:
    """An amount finds its words: before it, behind it, or in an amount it is added to."""
    if last.amounts and _added(phrase, grown, last):
        return
    if not last.amounts and last.words and not grown.known:
        # "Flour, 2 cups"; "cooked, 300 g"
        last.amounts = grown.amounts
        last.notes += [*grown.words, *grown.notes]
    elif grown.known or not last.known:
        found.append(grown)
    else:
        last.left.append(" ".join(_written(phrase, True)))


def _added(phrase: Phrase, grown: Thing, last: Thing) -> bool:
    """Whether an amount is added to the one before it, or taken off: "1 cup plus 2 tbsp flour"."""
    if phrase.joiner not in ("plus", "less", "and") or grown.notes or _two_names(grown, last):
        return False
    if not _put_together(last, grown, -1.0 if phrase.joiner == "less" else 1.0):
        return False
    last.words, last.known = last.words or grown.words, last.known or grown.known
    return True


def _put_together(last: Thing, grown: Thing, sign: float) -> bool:
    """Whether two amounts are one now: their sum, or each weighed by itself, as a stick and two spoons are."""
    both = summed(last.amounts[0].measure, grown.amounts[0].measure, sign)
    if both is not None:
        last.amounts = [Given(both), *last.amounts[1:], *grown.amounts[1:]]
        return True
    weighed = sign > 0 and all(_weighable(t.amounts[0].measure) for t in (last, grown))
    if weighed:
        last.plus.append(grown.amounts[0])
    return weighed


def _two_names(grown: Thing, last: Thing) -> bool:
    """Whether each of two amounts has a name of its own."""
    return bool(last.words) and (bool(grown.words) or grown.known)
