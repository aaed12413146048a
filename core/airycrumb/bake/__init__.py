"""A bake, a kitchen and a mark: one typed definition each, read from an open file, refused by name, published.

Schemas are made of the definitions and published in docs/formats.
"""

from airycrumb.bake.files import FILES, Documented, schema, structure_problems
from airycrumb.bake.kitchen import plain_kitchen, read_kitchen
from airycrumb.bake.model import read_bake
from airycrumb.bake.text import Document, load_json

__all__ = [
    "FILES",
    "Document",
    "Documented",
    "load_json",
    "plain_kitchen",
    "read_bake",
    "read_kitchen",
    "schema",
    "structure_problems",
]
