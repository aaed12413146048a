"""A kitchen: its document, and how often it has changed."""

from django.db import models

from accounts.models import Household


class Kitchen(models.Model):
    """One household's kitchen. revision guards against two people saving over each other."""

    household = models.ForeignKey(Household, on_delete=models.CASCADE, related_name="kitchens")
    document = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    changed = models.DateTimeField(auto_now=True)

    def __str__(self) -> str:
        return str(self.document.get("name", "a kitchen"))
