"""A bake is a chain of immutable versions; the newest is its head."""

from django.db import models

from accounts.models import Household


class Bake(models.Model):
    """One thing a household makes. head: number of its newest version."""

    household = models.ForeignKey(Household, on_delete=models.CASCADE, related_name="bakes")
    head = models.PositiveIntegerField(default=1)
    changed = models.DateTimeField(auto_now=True)
    deleted = models.BooleanField(default=False)

    def __str__(self) -> str:
        return f"bake {self.pk}"


class BakeVersion(models.Model):
    """One saved state of a bake. Never changed after it is written."""

    bake = models.ForeignKey(Bake, on_delete=models.CASCADE, related_name="versions")
    number = models.PositiveIntegerField()
    document = models.JSONField()
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["bake", "number"], name="one_of_each_version")]

    def __str__(self) -> str:
        return f"{self.document.get('name', 'a bake')}, version {self.number}"
