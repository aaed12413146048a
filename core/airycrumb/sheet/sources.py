"""Where the numbers of a sheet are from."""

from airycrumb.bake.model import Bake
from airycrumb.data import heat as heat_table
from airycrumb.data import rise as rise_table
from airycrumb.data.record import Constant, Source


def sources(bake: Bake) -> list[Source]:
    """Where the numbers of this bake's sheet are from, each once."""
    inside = [part for group in bake.groups for part in group.parts]
    items = {item.key: item for item, _ in bake.dough.parts + inside}
    found = [Source(i.name, i.kind, i.source) for _, i in sorted(items.items())]  # type: ignore[arg-type]
    for name, module in (("rise", rise_table), ("heat", heat_table)):
        constants = [v for v in vars(module).values() if isinstance(v, Constant)]
        found += sorted({Source(name, k.kind, k.source) for k in constants}, key=lambda s: s.source)
    return found
