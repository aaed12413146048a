"""The app of days: it listens for what is marked in a batch."""

from typing import Any

from django.apps import AppConfig


class DaysConfig(AppConfig):
    """Days follow the marks of their batches."""

    name = "days"

    def ready(self) -> None:
        """Begin to listen."""
        from batches.services import marked, marking
        from days import services

        def will_follow(sender: Any, batch: Any, **_: Any) -> None:
            services.will_follow(batch)

        def follow(sender: Any, batch: Any, now: Any, **_: Any) -> None:
            services.follow(batch, now)

        marking.connect(will_follow, weak=False, dispatch_uid="days.will_follow")
        marked.connect(follow, weak=False, dispatch_uid="days.follow")
