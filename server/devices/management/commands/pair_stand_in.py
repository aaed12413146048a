"""Let the demo's simulated instruments in: python manage.py pair_stand_in (their tokens in the environment)."""

import os
from typing import Any

from django.core.management.base import BaseCommand, CommandError
from django.db import transaction

from accounts.models import Member
from accounts.services import DEMO_USER
from devices import services

# variable with the token: kind, name
STAND_INS = {
    "AIRYCRUMB_DEVICE_TOKEN": ("room_thermometer", "kitchen shelf (simulated)"),
    "AIRYCRUMB_SCALE_TOKEN": ("scale", "kitchen scale (simulated)"),
    "AIRYCRUMB_PROBE_TOKEN": ("probe", "probe (simulated)"),
    "AIRYCRUMB_OVEN_TOKEN": ("oven_thermometer", "oven thermometer (simulated)"),
}


class Command(BaseCommand):
    """Give the demo household's first kitchen the stand-ins whose tokens are there."""

    help = __doc__

    @transaction.atomic
    def handle(self, *_args: Any, **_options: Any) -> None:
        """Run the command."""
        tokens = {variable: os.environ[variable] for variable in STAND_INS if os.environ.get(variable)}
        if not tokens:
            raise CommandError(f"No token is set: {' or '.join(STAND_INS)} holds what a stand-in will send.")
        household = Member.objects.get(user__username=DEMO_USER).household
        for variable, token in tokens.items():
            kind, name = STAND_INS[variable]
            services.devices_of(household).filter(name=name).delete()
            services.add(household, None, kind, name, token, stand_in=True)
