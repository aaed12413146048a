"""Add a person to a household: python manage.py add_member NAME --household "Hill house"."""

from getpass import getpass
from typing import Any

from django.contrib.auth import get_user_model
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import transaction

from accounts.models import Household, Member
from gateway import compute
from kitchens import services as kitchens


class Command(BaseCommand):
    """Creates the household, with a plain kitchen, where it is new."""

    help = "Add a person to a household, making the household where it is new."

    def add_arguments(self, parser: CommandParser) -> None:
        """Name, household, and a password (asked for when left out)."""
        parser.add_argument("name")
        parser.add_argument("--household", required=True)
        parser.add_argument("--password")

    def handle(self, *_args: Any, **options: Any) -> None:
        """Add them, or say why not."""
        if get_user_model().objects.filter(username=options["name"]).exists():
            raise CommandError(f"{options['name']} is there already: choose another name.")
        password = options["password"] or getpass("Password: ")
        try:
            validate_password(password)
        except ValidationError as error:
            raise CommandError(" ".join(error.messages)) from error
        with transaction.atomic():
            household, new = Household.objects.get_or_create(name=options["household"])
            if new:
                kitchens.create(household, compute.plain_kitchen())
            user = get_user_model().objects.create_user(options["name"], password=password)
            Member.objects.create(user=user, household=household)
        self.stdout.write(f"{options['name']} can sign in to {household}.")
