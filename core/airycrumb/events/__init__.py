"""The events of a bake: everything that happens, worked out once from what the stations found."""

from airycrumb.events.all_of_them import events_of
from airycrumb.events.known import Known

__all__ = ["Known", "events_of"]
