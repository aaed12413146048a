"""A device that may send readings, and the readings it sent."""

from django.db import models

from kitchens.models import Kitchen


class Device(models.Model):
    """An instrument of one kitchen. Its token is kept as a hash: it is shown once.

    stand_in: a simulated one, which may be told what to do; second, in_second: requests in the second it last spoke.
    """

    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, related_name="devices")
    kind = models.CharField(max_length=20)
    name = models.CharField(max_length=60)
    token_hash = models.CharField(max_length=64, unique=True)
    stand_in = models.BooleanField(default=False)
    second = models.BigIntegerField(default=0)
    in_second = models.IntegerField(default=0)
    created = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.name} ({self.kind})"


class Reading(models.Model):
    """What a device said: a thermometer °C, a scale g and whether it has come to rest."""

    device = models.ForeignKey(Device, on_delete=models.CASCADE, related_name="readings")
    at = models.DateTimeField()
    celsius = models.FloatField(null=True)
    grams = models.FloatField(null=True)
    settled = models.BooleanField(default=True)

    class Meta:
        ordering = ["at"]
        constraints = [models.UniqueConstraint(fields=["device", "at"], name="each_reading_once")]

    def __str__(self) -> str:
        said = f"{self.celsius} °C" if self.celsius is not None else f"{self.grams} g"
        return f"{said} at {self.at}"


class Play(models.Model):
    """Something a stand-in is told to do, kept until it asks. grams: of what is put on; of an oven, the °C it is set
    to.
    """

    device = models.ForeignKey(Device, on_delete=models.CASCADE, related_name="plays")
    do = models.CharField(max_length=20)
    grams = models.FloatField(null=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return self.do
