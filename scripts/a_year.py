"""What a household takes in a year: bakes, batches and marks of a year are made up, and every table weighed: make year.

Rows and kB of each table, for one household that bakes twice a week, as they are and once the nightly thinning has let
go of what is old.
"""

import json
import os
import sys
import uuid
from datetime import datetime, timedelta
from typing import Any

import django

from scripts.postgres import in_use
from scripts.serving import ROOT, manage

WEEKS, BAKES_A_WEEK, EDITS_A_BAKE, MARKS_A_BATCH = 52, 2, 12, 40
GOOD = {"verdict": "good", "troubles": [], "note": "as it was meant to be"}
SIZES = """
    SELECT relname, n_live_tup, pg_total_relation_size(relid) / 1000
    FROM pg_stat_user_tables WHERE n_live_tup > 0 ORDER BY 3 DESC
"""


def live(now: datetime) -> None:
    """A year of one household, up to now."""
    from accounts.models import Household
    from bakes import services as bakes
    from kitchens import services as kitchens

    home = Household.objects.create(name="a year")
    kitchens.create(home, json.loads((ROOT / "demo" / "kitchen.json").read_text(encoding="utf-8")))
    paths = sorted((ROOT / "demo" / "bakes").glob("*.json"))
    made = [bakes.create(home, json.loads(path.read_text(encoding="utf-8")), uuid.uuid4()) for path in paths]
    for turn in range(WEEKS * BAKES_A_WEEK):
        at = now - timedelta(days=7 * (WEEKS - turn / BAKES_A_WEEK))
        made[turn % len(made)] = _baked(home, made[turn % len(made)], at, turn)


def _baked(home: Any, version: Any, at: datetime, turn: int) -> Any:
    """One bake changed a dozen times, made, marked and finished; its newest version."""
    from bakes import services as bakes
    from bakes.models import BakeVersion
    from batches import services as batches

    for edit in range(EDITS_A_BAKE):
        document = {**version.document, "pieces": 6 + (edit + turn) % 30}
        version = bakes.save(home, version.bake_id, version.number, document, uuid.uuid4())
        BakeVersion.objects.filter(pk=version.pk).update(created=at)
    batch = batches.start(home, version.bake_id, None, None, at, uuid.uuid4())
    seen = [
        batches.Seen(uuid.uuid4(), "room_temperature", "rise", at + timedelta(minutes=minute), 20 + minute / 10)
        for minute in range(MARKS_A_BATCH)
    ]
    batches.observe(home, batch.pk, seen)
    batches.finish(home, batch.pk, GOOD, at + timedelta(hours=6))
    return version


def weighed() -> list[tuple[str, int, int]]:
    """Each table with its rows and kB, the largest first."""
    from django.db import connection

    with connection.cursor() as cursor:
        cursor.execute("VACUUM FULL ANALYZE")
        cursor.execute(SIZES)
        return list(cursor.fetchall())


def main() -> int:
    """Print the table."""
    with in_use("test") as cluster:
        os.environ |= {"AIRYCRUMB_MODE": "test", "AIRYCRUMB_DATABASE_URL": cluster.url}
        os.environ.setdefault("DJANGO_SETTINGS_MODULE", "project.settings")
        env = dict(os.environ)
        manage(env, "migrate", "-v0")
        manage(env, "flush", "--noinput", quiet=True)
        django.setup()
        from django.utils import timezone

        from upkeep.thinning import RECEIPTS, thin

        now = timezone.now()
        live(now)
        before = weighed()
        thin(now + timedelta(days=RECEIPTS))
        after = {name: (rows, kb) for name, rows, kb in weighed()}
        print("| table | rows in a year | kB | rows once thinned | kB |\n|---|---|---|---|---|")
        for name, rows, kb in before:
            left, kb_left = after.get(name, (0, 0))
            print(f"| {name} | {rows} | {kb} | {left} | {kb_left} |")
        manage(env, "flush", "--noinput", quiet=True)
    return 0


if __name__ == "__main__":
    sys.exit(main())
