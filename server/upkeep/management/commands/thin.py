"""Let go of what nobody can ask for any more, now instead of at night: python manage.py thin."""

from typing import Any

from django.core.management.base import BaseCommand
from django.utils import timezone

from upkeep import thinning


class Command(BaseCommand):
    """Says how many rows of each kind it let go."""

    help = "Thin what grows: old receipts, sessions, attempts, counts, and versions nobody used."

    def handle(self, *_args: Any, **_options: Any) -> None:
        """Thin, and say what went."""
        for name, rows in thinning.thin(timezone.now()).items():
            self.stdout.write(f"{name}: {rows}")
