"""The bake itself, carried by its written recipe: taken whole where the recipe's words are still those it was written
in.

Words cannot hold everything a bake is. A machine that reads the recipe gets the rest in a field, or a comment nobody
sees; once a word of the recipe is changed, the words are what counts.
"""

import hashlib
import json
from typing import Any

NAME = "airycrumb-bake"
OPENS, CLOSES = f"<!-- {NAME} ", " -->"


def _digest(words: str) -> str:
    """Of a recipe's words; where its lines break makes no difference."""
    return hashlib.sha256(" ".join(words.split()).encode()).hexdigest()


def carrying(document: dict[str, Any], words: str) -> str:
    """The bake and the words it belongs to, as JSON that may stand in a comment of a page."""
    packed = json.dumps({"bake": document, "words": _digest(words)}, ensure_ascii=False, separators=(",", ":"))
    return packed.replace(">", "\\u003e")


def carried(packed: object, words: str) -> dict[str, Any] | None:
    """The bake that comes with these words; None where there is none, or they were changed since."""
    try:
        found = json.loads(packed) if isinstance(packed, str) else None
    except (ValueError, RecursionError):
        return None
    if not isinstance(found, dict) or found.get("words") != _digest(words):
        return None
    bake = found.get("bake")
    return bake if isinstance(bake, dict) and bake.get("format") == NAME else None


def in_a_comment(document: dict[str, Any], words: str) -> str:
    """The words, and the bake behind them in a comment."""
    return f"{words}\n{OPENS}{carrying(document, words)}{CLOSES}\n"


def out_of_a_comment(text: str) -> tuple[str, dict[str, Any] | None]:
    """The words without such a comment, and the bake in it."""
    begin = text.rfind(OPENS)
    end = text.find(CLOSES, begin) if begin >= 0 else -1
    if end < 0:
        return text, None
    words = text[:begin] + text[end + len(CLOSES) :]
    return words, carried(text[begin + len(OPENS) : end], words)
