"""The app of guards: it looks at every migration before it runs."""

from typing import Any

from django.apps import AppConfig
from django.db.models.signals import pre_migrate


class GuardsConfig(AppConfig):
    """Guards the database."""

    name = "guards"

    def ready(self) -> None:
        """Begin to guard."""
        from guards.services import look_at

        def look(sender: AppConfig, plan: list[tuple[Any, bool]], using: str, **_: Any) -> None:
            if sender.label == "auth":  # the signal comes once for each app with models: one of them is enough
                look_at(plan, using)

        pre_migrate.connect(look, weak=False, dispatch_uid="guards.look")
