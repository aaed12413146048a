"""Fill an empty database with the demo household: python manage.py load_demo."""

import dataclasses
import json
import random
import uuid
from datetime import datetime, timedelta
from typing import Any

from django.conf import settings
from django.contrib.auth import get_user_model
from django.core.management.base import BaseCommand, CommandParser
from django.db import transaction
from django.utils import timezone

from accounts.models import Household, Member
from accounts.services import DEMO_USER
from bakes import services as bakes
from bakes.models import BakeVersion
from batches import services as batches
from days import services as days
from gateway import compute
from kitchens import services as kitchens
from kitchens.models import Kitchen

SEED = 20_260
TRUE_LOG_VIGOUR, BAKE_SPREAD = -0.13, 0.12
# days ago, hour, room °C, which bake, how it turned out
HISTORY: tuple[tuple[int, int, int, str, str, list[str]], ...] = (
    (93, 13, 24, "squash", "good", []),
    (86, 14, 26, "beetroot", "good", []),
    (79, 9, 25, "pear", "fair", ["pale"]),
    (71, 13, 23, "hake", "good", []),
    (64, 14, 22, "mushroom", "good", []),
    (55, 12, 21, "beetroot", "fair", ["burst"]),
    (48, 13, 20, "squash", "good", []),
    (37, 10, 19, "pear", "good", []),
    (29, 13, 18, "mushroom", "poor", ["dense"]),
    (20, 12, 19, "hake", "good", []),
    (12, 13, 18, "beetroot", "poor", ["collapsed"]),
    (5, 13, 19, "mushroom", "good", []),
)


def _document(path: Any) -> compute.Document:
    return compute.load_json(path.read_text(encoding="utf-8"))


def _seen(observations: list[compute.Observation], noise: random.Random) -> list[batches.Seen]:
    return [
        batches.Seen(uuid.UUID(int=noise.getrandbits(128), version=4), o.kind, o.stage, o.at, o.value)
        for o in observations
        if o.kind != "started"
    ]


FORGOTTEN = timedelta(minutes=48)  # how much longer than it should the batch that sank was left to proof


def _over_proofed(played: list[compute.Observation]) -> list[compute.Observation]:
    """The same batch, forgotten on the bench before the heat, and its lid lifted to look."""
    wrapped = next(o.at for o in played if (o.kind, o.stage) == ("done", "wrap"))
    late = [dataclasses.replace(o, at=o.at + FORGOTTEN) if o.at > wrapped else o for o in played]
    into_heat = next(o.at for o in late if (o.kind, o.stage) == ("done", "proof"))
    lifted = compute.Observation("lid_lifted", "heat", into_heat + timedelta(minutes=8))
    return sorted([*late, lifted], key=lambda o: o.at)


class Command(BaseCommand):
    """Creates the household, its kitchen, its bakes, a notebook and a batch under way; does nothing where it exists."""

    help = "Load the demo household into an empty database."

    def add_arguments(self, parser: CommandParser) -> None:
        """The moment the demo's day is laid out around."""
        parser.add_argument(
            "--now", type=datetime.fromisoformat, help="a date and time with its offset; now by default"
        )

    def handle(self, *_args: Any, **options: Any) -> None:
        """Load once; a second call keeps what is there."""
        self.now = options["now"] or timezone.localtime()
        if get_user_model().objects.filter(username=DEMO_USER).exists():
            self.stdout.write("The demo kitchen is there already.")
            return
        with transaction.atomic():
            self._load()
        self.stdout.write("The demo kitchen is loaded.")

    def _load(self) -> None:
        household = Household.objects.create(name="The ferry house")
        user = get_user_model().objects.create_user(DEMO_USER)
        user.set_unusable_password()
        user.save()
        Member.objects.create(user=user, household=household)
        kitchen = kitchens.create(household, _document(settings.ROOT / "demo" / "kitchen.json"))
        paths = sorted((settings.ROOT / "demo" / "bakes").glob("*.json"), reverse=True)
        made = {p.stem.split("-")[0]: bakes.create(household, _document(p)) for p in paths}
        noise = random.Random(SEED)
        for line in HISTORY:
            self._finished(household, kitchen, made, noise, *line)
        self._under_way(household, made["hake"], noise)
        self._feast(household, made)
        self._next(household, made["beetroot"])

    def _finished(
        self,
        household: Household,
        kitchen: Kitchen,
        made: dict[str, BakeVersion],
        noise: random.Random,
        days: int,
        hour: int,
        room: int,
        which: str,
        verdict: str,
        troubles: list[str],
    ) -> None:
        """One batch of the past: played through by the simulated cook, recorded as a real one would be."""
        started = self.now.replace(hour=hour, minute=noise.randrange(60), second=0, microsecond=0)
        started -= timedelta(days=days)
        head = bakes.head_of(household, made[which].bake_id)
        document = {**head.document, "plan": {"eat_at": None, "start_at": None, "room": f"{room} C"}}
        version = bakes.save(household, head.bake_id, head.number, document)
        kitchen.refresh_from_db()
        vigour = noise.gauss(TRUE_LOG_VIGOUR, BAKE_SPREAD)
        played = compute.played(document, kitchen.document, started, vigour, noise.randrange(10**6))
        batch = batches.start(household, version.bake_id, version.number, kitchen.pk, started)
        played = _over_proofed(played) if "collapsed" in troubles else played
        batches.observe(household, batch.pk, _seen(played, noise))
        outcome = {"verdict": verdict, "troubles": troubles, "note": ""}
        batches.finish(household, batch.pk, outcome, played[-1].at)

    def _under_way(self, household: Household, version: BakeVersion, noise: random.Random) -> None:
        """A batch begun an hour ago: kneaded, rising, looked at once."""
        now = self.now.replace(microsecond=0)
        self._restore(household, version, "20 C")
        batch = batches.start(household, version.bake_id, None, None, now - timedelta(minutes=74))
        marks = [("done", "weigh", 50, None), ("risen", "rise", 6, 0.22)]
        seen = [
            batches.Seen(
                uuid.UUID(int=noise.getrandbits(128), version=4), kind, stage, now - timedelta(minutes=ago), value
            )
            for kind, stage, ago, value in marks
        ]
        batches.observe(household, batch.pk, seen)

    def _restore(self, household: Household, version: BakeVersion, room: str | None, eat: str | None = None) -> None:
        head = bakes.head_of(household, version.bake_id)
        document = json.loads(json.dumps(version.document))
        document["plan"] = {"eat_at": eat, "start_at": None, "room": room}
        bakes.save(household, head.bake_id, head.number, document)

    def _next(self, household: Household, version: BakeVersion) -> None:
        """The bake the Bench opens on, last so that it is the last changed: to eat in good time from now."""
        eat = _good_hour(self.now)
        self._restore(household, version, None, eat.isoformat(timespec="minutes"))

    def _feast(self, household: Household, made: dict[str, BakeVersion]) -> None:
        """Four kinds for ten on Saturday at noon, one oven, and somebody to help from ten."""
        noon = _saturday_noon(self.now)
        at = lambda hour: noon.replace(hour=hour).isoformat(timespec="minutes")
        document = {
            "format": "airycrumb-day",
            "version": 1,
            "name": "Ferry house feast",
            "eat_at": at(12),
            "zone": settings.DEMO_ZONE,
            "people": 10,
            "dishes": [
                {"bake": made["mushroom"].bake_id},
                {"bake": made["squash"].bake_id},
                {"bake": made["kale"].bake_id, "serve": "reheat"},
                {"bake": made["pear"].bake_id, "serve": "cool"},
            ],
            "hands": [{"name": ""}, {"name": "Helper", "away": [{"from": at(0), "until": at(10)}]}],
        }
        days.create(household, document)


def _saturday_noon(now: datetime) -> datetime:
    """Of the next Saturday that leaves a day and a half to plan for."""
    ahead = (5 - now.weekday()) % 7
    noon = (now + timedelta(days=ahead)).replace(hour=12, minute=0, second=0, microsecond=0)
    return noon if noon - now > timedelta(hours=36) else noon + timedelta(days=7)


def _good_hour(now: datetime) -> datetime:
    """The next half hour at least five hours off."""
    later = now + timedelta(hours=5, minutes=30)
    return later.replace(minute=30 if later.minute >= 30 else 0, second=0, microsecond=0)
