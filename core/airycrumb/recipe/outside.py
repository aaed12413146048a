"""What a method brushes, strews or rolls on the outside of its pieces: it is on the label, whether listed or not."""

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from airycrumb.memo import in_time
from airycrumb.pantry import Ingredient, Own
from airycrumb.recipe.lexicon import hits
from airycrumb.recipe.method import CLOSED, SHAPED_FOR_SURE
from airycrumb.recipe.numbers import sentences
from airycrumb.recipe.tokens import Token, plain, set_of, tokens_of
from airycrumb.words import Message

ON_IT = ("wash", "topping")
SHAPED = SHAPED_FOR_SURE | (CLOSED - {"filling"})
BRUSHES = set_of("brush brushed brushing paint painted glaze glazed egg-wash")
STREWS = set_of("sprinkle sprinkled sprinkling scatter scattered strew strewn dust dusted top topped press finish dip")
ROLLS = set_of("roll rolled coat coated dredge dredged")
# What a cook brushes, oils and dusts that nobody eats, and what is still going to be inside.
NOT_A_PIECE = set_of(
    "surface worktop board bench counter table tin tray pan sheet paper bowl hands rolling pin basket rim edge edges "
    "border seam dough rectangle oblong square sheet filling fillings stuffing mixture yeast inside parchment steamer "
    "griddle skillet cloth water up"
)
# One dough brushed before it is rolled up carries a filling; "the shaped dough" and a braid are pieces.
PIECES = set_of(
    "buns bun rolls pieces tops top them each loaf braid braids parcels turnovers boats breads calzone calzones "
    "pasties pockets knots rounds crust crusts outside"
)
CHOICE = re.compile(r"\bif (?:you )?(?:like|liked|wish|want)\b|\boptional\w*\b|\balternatively\b", re.IGNORECASE)
FARTHEST = 13  # words from a verb to what it puts on


@dataclass(frozen=True)
class PutOn:
    """A food a recipe puts on the outside.

    step: wash or topping; key, called: of the pantry; text: the line or sentence; condition: true where the sentence
    leaves it open ("or", "if you like").
    """

    step: str
    key: str
    called: Message
    text: str
    condition: bool = False


def _verbs(tokens: Sequence[Token]) -> list[tuple[int, str]]:
    """Where something is put on, and whether by the brush."""
    found = []
    for at, token in enumerate(tokens):
        if token.word in BRUSHES:
            found.append((at, "wash"))
        elif token.word in STREWS or (token.word in ROLLS and _in_follows(tokens, at)):
            found.append((at, "topping"))
    return found


def _in_follows(tokens: Sequence[Token], at: int) -> bool:
    """Whether pieces are rolled in something, and not rolled out."""
    return any(t.word in ("in", "with") for t in tokens[at + 1 : at + 5])


def _put_on(words: Sequence[str], own: Own) -> Iterator[tuple[Ingredient, bool]]:
    """Each food one verb puts on, and whether it is one of two to choose from."""
    for hit in hits(words[:FARTHEST], own):
        item = hit.named.item
        if item.role not in ("water", "yeast") and item.key != "water":
            yield item, "or" in words[: hit.start]


def _not_on_a_piece(before: Sequence[str], verb: str, told: Sequence[str]) -> bool:
    """Whether it goes on a board, into a tin or on what will be inside: "a board dusted with", "a tray, oil it"."""
    if set(told) & PIECES - {"top"}:
        return False
    pointed_back = "it" in told and bool(set(before) & NOT_A_PIECE)
    said_of_it = verb.endswith("ed") and bool(set(before[-1:]) & NOT_A_PIECE)
    return pointed_back or said_of_it or bool(set(told) & NOT_A_PIECE)


def _of(text: str, own: Own, shaped: bool) -> Iterator[PutOn]:
    """What one sentence puts on."""
    tokens = tokens_of(plain(text))
    words, begun = [t.word for t in tokens], 0
    for at, step in (verbs := _verbs(tokens)):
        end = next((later for later, _ in verbs if later > at), len(words))
        told = words[at + 1 : end]
        if (shaped or set(told) & PIECES) and not _not_on_a_piece(words[:at], words[at], told):
            open_to = bool(CHOICE.search(" ".join([*words[begun:at], *told] if not begun else told)))
            yield from (
                PutOn(step, item.key, item.called, text, open_to or other) for item, other in _put_on(told, own)
            )
        begun = end


def put_on(method: str, own: Own = ()) -> list[PutOn]:
    """Every food a method puts on the outside, each once, in its order.

    Only where it speaks of the pieces, or once they are shaped: before that the same verbs dust a board, oil a bowl and
    spread a filling.
    """
    shaped, found = False, dict[tuple[str, str], PutOn]()
    for text in sentences(method):
        in_time()
        for one in _of(text, own, shaped):
            found.setdefault((one.step, one.key), one)
        shaped = shaped or bool({t.word for t in tokens_of(plain(text))} & SHAPED)
    return list(found.values())
