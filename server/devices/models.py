"""A device that may send readings, and the readings it sent."""

from django.db import models

from kitchens.models import Kitchen


class Device(models.Model):
    """An instrument of one kitchen. Its token is kept as a hash: it is shown once."""

    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, related_name="devices")
    kind = models.CharField(max_length=20)
    name = models.CharField(max_length=60)
    token_hash = models.CharField(max_length=64, unique=True)
    created = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.name} ({self.kind})"


class Reading(models.Model):
    """What a device said. celsius: °C."""

    device = models.ForeignKey(Device, on_delete=models.CASCADE, related_name="readings")
    at = models.DateTimeField()
    celsius = models.FloatField()

    class Meta:
        ordering = ["at"]
        constraints = [models.UniqueConstraint(fields=["device", "at"], name="each_reading_once")]

    def __str__(self) -> str:
        return f"{self.celsius} °C at {self.at}"
