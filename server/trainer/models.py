"""Answers given in training."""

from django.db import models

from accounts.models import Household


class TrainerAnswer(models.Model):
    """One judged picture. seed names the question; client_id makes sending twice harmless."""

    household = models.ForeignKey(Household, on_delete=models.CASCADE, related_name="training")
    client_id = models.UUIDField()
    seed = models.BigIntegerField()
    picture = models.CharField(max_length=16)
    answer = models.CharField(max_length=8)
    right = models.BooleanField()
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["household", "client_id"], name="each_answer_once")]

    def __str__(self) -> str:
        return f"{self.picture}: {self.answer}, {'right' if self.right else 'wrong'}"
