"""Django's test runner, which also writes down how many tests passed and failed."""

import json
import os
from pathlib import Path
from typing import Any

from django.test.runner import DiscoverRunner


class CountingRunner(DiscoverRunner):
    """Writes {"passed", "failed", "skipped"} to AIRYCRUMB_TEST_COUNTS, where that is set."""

    def run_suite(self, suite: Any, **kwargs: Any) -> Any:
        """Run, count, and leave the counts where scripts/check.py finds them."""
        result = super().run_suite(suite, **kwargs)
        # A test whose subtests failed is listed once for each of them.
        bad = {str(test).split(" [", 1)[0].split(" (<", 1)[0] for test, _ in result.failures + result.errors}
        failed, skipped = len(bad) + len(result.unexpectedSuccesses), len(result.skipped)
        counts = {"passed": max(0, result.testsRun - failed - skipped), "failed": failed, "skipped": skipped}
        if target := os.environ.get("AIRYCRUMB_TEST_COUNTS"):
            Path(target).write_text(json.dumps(counts))
        return result
