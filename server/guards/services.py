"""A database newer than the code is not opened, and none is taken back, with what it holds, without consent."""

import os
from typing import Any

from django.core.management.base import CommandError
from django.db import DatabaseError, connections
from django.db.migrations.loader import MigrationLoader

CONSENT = "AIRYCRUMB_LOSE_DATA"


class NewerDatabase(Exception):
    """The database was made by a newer version than this one."""


def refuse_newer(using: str = "default") -> None:
    """NewerDatabase, in one sentence, where the database knows migrations that this code does not.

    A database that is away, or empty, is none of its business: whoever asks next is told.
    """
    try:
        loader = MigrationLoader(connections[using])
    except DatabaseError:
        return
    ours = {app for app, _ in loader.disk_migrations}
    applied = [key for key in loader.applied_migrations if key[0] in ours]
    unknown = sorted(f"{app} {name}" for app, name in applied if (app, name) not in loader.disk_migrations)
    if unknown:
        raise NewerDatabase(
            f"This database was made by a newer version ({', '.join(unknown)}): install that version, or restore the "
            "backup from before it."
        )


def look_at(plan: list[tuple[Any, bool]], using: str) -> None:
    """CommandError before anything is done: for a newer database, or going backwards without consent."""
    try:
        refuse_newer(using)
    except NewerDatabase as error:
        raise CommandError(str(error)) from None
    lost = [f"{migration.app_label} {migration.name}" for migration, backwards in plan if backwards]
    if lost and os.environ.get(CONSENT) != "yes":
        raise CommandError(
            f"This goes back before {', '.join(lost)} and takes what they hold away. Make a backup first; then run it "
            f"with {CONSENT}=yes."
        )
