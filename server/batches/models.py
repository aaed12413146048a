"""A batch: a version of a bake being made, the kitchen and plan at its start, and what was seen."""

from django.db import models

from accounts.models import Household
from bakes.models import BakeVersion
from kitchens.models import Kitchen


class Batch(models.Model):
    """One making of a bake.

    kitchen_document: the kitchen as it was at the start; plan: what was forecast then, as
    `services.forecast_of` keeps it; room_heard: from before the start on, [] where the bake does not go by it.
    """

    household = models.ForeignKey(Household, on_delete=models.CASCADE, related_name="batches")
    version = models.ForeignKey(BakeVersion, on_delete=models.PROTECT, related_name="batches")
    kitchen = models.ForeignKey(Kitchen, on_delete=models.PROTECT, related_name="batches")
    kitchen_document = models.JSONField()
    plan = models.JSONField()
    started = models.DateTimeField()
    utc_offset = models.IntegerField(help_text="minutes east of UTC where it was started")
    finished = models.DateTimeField(null=True)
    outcome = models.JSONField(null=True)
    lesson = models.JSONField(null=True)
    teaches = models.BooleanField(default=True, help_text="left out of learning where false")
    stopped = models.DateTimeField(null=True, help_text="when it was given up and put away")
    stopped_for = models.CharField(max_length=24, default="", blank=True, help_text="the mishap it was stopped for")
    held = models.JSONField(default=dict, blank=True, help_text="hours its day has for it, by stage and load")
    room_heard = models.JSONField(default=list, help_text="what the kitchen's thermometer said: [hour, °C] in order")
    learned_before = models.JSONField(null=True, help_text="what its kitchen had learned when it was finished")

    def __str__(self) -> str:
        return f"batch {self.pk} of {self.version}"


class Observation(models.Model):
    """Something seen or done. Append-only; client_id makes sending twice harmless.

    undoes: client_id of an observation this one takes back; event: the event it ends, or the load a reading was taken
    of, "" where it names none.
    """

    batch = models.ForeignKey(Batch, on_delete=models.CASCADE, related_name="observations")
    client_id = models.UUIDField()
    kind = models.CharField(max_length=24)
    stage = models.CharField(max_length=16)
    at = models.DateTimeField()
    value = models.FloatField(null=True)
    where = models.CharField(max_length=60, null=True, help_text="the spot it was moved to")
    event = models.CharField(max_length=60, default="", blank=True)
    undoes = models.UUIDField(null=True)
    recorded = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["at", "id"]
        constraints = [models.UniqueConstraint(fields=["batch", "client_id"], name="each_observation_once")]

    def __str__(self) -> str:
        return f"{self.kind} at {self.stage}"
