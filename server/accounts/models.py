"""A household owns kitchens, bakes and batches; people belong to one household."""

from django.conf import settings
from django.db import models


class Household(models.Model):
    """Those who share a kitchen."""

    name = models.CharField(max_length=120)
    created = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return self.name


class Member(models.Model):
    """A person of a household."""

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="member")
    household = models.ForeignKey(Household, on_delete=models.CASCADE, related_name="members")

    def __str__(self) -> str:
        return f"{self.user} of {self.household}"
