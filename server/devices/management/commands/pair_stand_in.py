"""Let the demo's simulated thermometer in: python manage.py pair_stand_in (its token in AIRYCRUMB_DEVICE_TOKEN)."""

import os
from typing import Any

from django.core.management.base import BaseCommand, CommandError
from django.db import transaction

from accounts.models import Member
from accounts.services import DEMO_USER
from devices import services

NAME = "kitchen shelf (simulated)"


class Command(BaseCommand):
    """Give the demo household's first kitchen a thermometer with the token of this run."""

    help = __doc__

    @transaction.atomic
    def handle(self, *_args: Any, **_options: Any) -> None:
        """Run the command."""
        token = os.environ.get("AIRYCRUMB_DEVICE_TOKEN")
        if not token:
            raise CommandError("AIRYCRUMB_DEVICE_TOKEN is empty: it holds the token the stand-in will send.")
        household = Member.objects.get(user__username=DEMO_USER).household
        services.devices_of(household).filter(name=NAME).delete()
        services.add(household, None, "room_thermometer", NAME, token)
