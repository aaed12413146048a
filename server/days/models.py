"""A day: what is on its table, the plan that stands, and what a worker is finding out about it."""

from django.db import models

from accounts.models import Household


class Day(models.Model):
    """Several bakes for one table.

    document: an airycrumb-day file; revision: how often it was changed; plan: the plan that stands, in slots, as
    the core stores it; planned: how often another was made; before: the one agreed on before anything of it was
    begun; made_for: what the plan was made for (document, bakes, kitchen, marks); ways: what would help where it
    does not fit; state: "waiting" for a worker, "solving", "done" or "stuck": it could not be thought about;
    progress: of the search, 0 to 1; calendar: the secret of its private address, null for none.
    """

    household = models.ForeignKey(Household, on_delete=models.CASCADE, related_name="days")
    document = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    plan = models.JSONField(null=True)
    planned = models.PositiveIntegerField(default=0)
    before = models.JSONField(null=True)
    made_for = models.CharField(max_length=64, default="", blank=True)
    ways = models.JSONField(default=list, blank=True)
    state = models.CharField(max_length=8, default="waiting")
    progress = models.FloatField(default=0.0)
    calendar = models.UUIDField(null=True, unique=True)
    changed = models.DateTimeField(auto_now=True)
    deleted = models.BooleanField(default=False)

    def __str__(self) -> str:
        return str(self.document.get("name") or f"day {self.pk}")
