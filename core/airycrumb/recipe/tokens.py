"""A line of a recipe as tokens: numbers, words and marks, each with where it stands."""

import re
import unicodedata
from dataclasses import dataclass
from functools import lru_cache

# A thousands comma has three digits behind it and no nought before; any other comma is a decimal one.
_NUMBER = r"\d{1,3}(?:,\d{3})++(?![\d.,])|\d++(?:[.,]\d++)?"
_WORD = r"[^\W\d_]++(?:['-][^\W\d_]++)*+"
# "1e3" is how machines write a thousand, and no cook: half of it read would be another number.
_POWER = r"\d++(?:[.,]\d++)?e[+-]?\d++"
# How finely a flour is milled is part of its name: "type 405", "T55", "00".
_ALONE, _ENDS = r"(?<![^\W_])", r"(?![^\W_]|[.,]\d)"
_GRADE = (
    rf"{_ALONE}(?:type|typ|tipo)[. ]{{0,2}}\d{{1,4}}{_ENDS}|{_ALONE}t ?(?:45|55|65|80|110|130|150){_ENDS}"
    r"|(?<![\d.,/:])0{2,4}(?![\d/]|[.,:]\d)|(?<![\d.,/:])0(?= flour)"
)
_TOKEN = re.compile(
    rf"(?P<grade>{_GRADE})|(?P<power>{_POWER})|(?P<number>{_NUMBER})|(?P<word>[dl]'(?=[^\W\d_])|{_WORD})|(?P<mark>\S)",
    re.IGNORECASE,
)
# A scan's letter before a unit is the figure one: "l tsp salt"
_SCANNED = re.compile(r"(?<![\w'])[lI|](?= ?(?:tsp|tbsp|teaspoon|tablespoon|cup|kg|g|ml|oz|lb)s?\b)")
# Either will do: it is not another food.
_EITHER = re.compile(r"\b(?:fresh or frozen|frozen or fresh|fresh or tinned|tinned or fresh|fresh or canned)\b", re.I)
_KEYCAP = re.compile(r"[\d#*]\ufe0f?\u20e3")  # a number drawn as a key counts steps, and no food
LONGEST_NUMBER = 24  # characters; a longer run of digits is no amount of anything
_ELIDED = ("d'", "l'")  # "d'huile": the word behind it is what counts


@dataclass(frozen=True, slots=True)
class Token:
    """kind: number, word or mark. text: as written; word: in lower case without accents; start, end: in the line."""

    kind: str
    text: str
    word: str
    start: int
    end: int

    @property
    def value(self) -> float:
        """A number's value."""
        thousands = re.fullmatch(r"[1-9]\d{0,2}(?:,\d{3})+", self.text)
        return float(self.text.replace(",", "" if thousands else "."))


@lru_cache(maxsize=4096)
def plain(text: str) -> str:
    """The text with one kind of dash, space and fraction: "1½–2 cups" becomes "1 1/2-2 cups"."""
    text = _EITHER.sub(" ", _SCANNED.sub("1", text))
    spread = _KEYCAP.sub(" ", re.sub(r"(?<=\d)(?=[¼-¾⅐-⅞])", " ", text))
    simple = unicodedata.normalize("NFKC", spread).replace("\u2044", "/")
    simple = re.sub(r"[\u2010-\u2015\u2212]", "-", simple)
    return re.sub(r"\s+", " ", simple.replace("\u2019", "'").replace("\u02bc", "'")).strip()


@lru_cache(maxsize=8192)
def folded(word: str) -> str:
    """A word in lower case without its accents: "Crème" is "creme", "Öl" is "ol"."""
    spread = unicodedata.normalize("NFKD", word.lower().replace("ß", "ss").replace("œ", "oe"))
    return "".join(c for c in spread if not unicodedata.combining(c))


@lru_cache(maxsize=4096)
def tokens_of(text: str) -> tuple[Token, ...]:
    """The tokens of a plain text. Every character that is no space is in one."""
    found = []
    for hit in _TOKEN.finditer(text):
        kind = hit.lastgroup or "mark"
        if kind == "grade":
            kind = "word"
        if kind == "power" or (kind == "number" and len(hit[0]) > LONGEST_NUMBER):
            kind = "mark"
        found.append(Token(kind, hit[0], folded(hit[0]), hit.start(), hit.end()))
    return tuple(t for t in found if t.word not in _ELIDED)


def set_of(words: str) -> frozenset[str]:
    """The words of a list written in one string."""
    return frozenset(words.split())
