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


class Asked(models.Model):
    """How often something was asked in the minute that ran last: of whom, and what for (`limits.Pace`)."""

    scope = models.CharField(max_length=16)
    who = models.CharField(max_length=80)
    since = models.BigIntegerField(help_text="minutes since 1970")
    times = models.PositiveIntegerField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["scope", "who"], name="each_pace_once")]

    def __str__(self) -> str:
        return f"{self.scope} of {self.who}: {self.times}"


class Receipt(models.Model):
    """That something sent with an id of its own was done: sent again, it is answered and not done twice.

    what: the kind of thing, so that a key is never taken for another table's; made: the key of what it made or changed.
    """

    household = models.ForeignKey(Household, on_delete=models.CASCADE, related_name="receipts")
    what = models.CharField(max_length=16)
    client_id = models.UUIDField()
    made = models.BigIntegerField(null=True)
    taken = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["household", "what", "client_id"], name="each_id_once")]

    def __str__(self) -> str:
        return f"{self.client_id} of {self.household}"
