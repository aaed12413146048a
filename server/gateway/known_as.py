"""Names the contract keeps: what clients know a field by, where the core has come to call it otherwise.

A field of a station, a tray or a question is renamed in the core alone: one line here, and no page that is still open,
no answer kept in a browser and no client of somebody else's breaks. A name goes from here when the contract drops it.
"""

import re
from collections.abc import Mapping
from dataclasses import fields
from typing import Annotated

from pydantic import Field

from airycrumb.sheet import Sheet
from airycrumb.trays.types import HeatTray
from airycrumb.whatif.keeping import Reheating

KNOWN_AS: Mapping[type, Mapping[str, str]] = {
    Sheet: {"second_rise": "again"},
    HeatTray: {"arrives": "came"},
    Reheating: {"kept_in": "came"},
}


def keep_names(known: Mapping[type, Mapping[str, str]]) -> None:
    """Send fields of these dataclasses under the names clients know. known: by dataclass, name in the core to name in
    the contract. Before the first schema is made. ValueError for a field that is not there, or a name that is.
    """
    for kind, names in known.items():
        there = {f.name: f for f in fields(kind)}
        if wrong := (names.keys() - there) | (set(names.values()) & there.keys()):
            raise ValueError(f"{kind.__name__}: {sorted(wrong)} cannot be known by another name")
        for name, known_name in names.items():
            # What a dataclass keeps of a field is what schemas and answers are made from.
            there[name].type = Annotated[there[name].type, Field(serialization_alias=known_name)]
            kind.__doc__ = re.sub(rf"\b{name}\b", known_name, kind.__doc__ or "")
