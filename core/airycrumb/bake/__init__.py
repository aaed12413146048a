"""Reading the bake file and the kitchen file: open JSON formats, checked whole, refused by name.

Schemas: data/bake.schema.json and data/kitchen.schema.json, published in docs/formats.
"""

from airycrumb.bake.bake_file import read_bake
from airycrumb.bake.kitchen_file import plain_kitchen, read_kitchen
from airycrumb.bake.structure import schema, structure_problems
from airycrumb.bake.text import Document, load_json

__all__ = ["Document", "load_json", "plain_kitchen", "read_bake", "read_kitchen", "schema", "structure_problems"]
