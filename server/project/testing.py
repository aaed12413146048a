"""Django's test runner, which also writes down how many tests passed and failed, and tells which took longest."""

import gc
import json
import os
import tempfile
import time
from pathlib import Path
from typing import Any

from django.test.runner import DiscoverRunner, ParallelTestSuite, RemoteTestResult, RemoteTestRunner

TIMES = "AIRYCRUMB_TEST_TIMES"


class _Timed(RemoteTestResult):
    """Of one of several test processes: adds a line for each test to the file of times, where there is one."""

    def startTest(self, test: Any) -> None:  # noqa: N802
        self.begun = time.perf_counter()
        super().startTest(test)

    def stopTest(self, test: Any) -> None:  # noqa: N802
        super().stopTest(test)
        if target := os.environ.get(TIMES):
            with open(target, "a", encoding="utf-8") as file:
                file.write(f"{time.perf_counter() - self.begun:.2f} {test.id()}\n")


class _TimedRunner(RemoteTestRunner):
    resultclass = _Timed


class _Suite(ParallelTestSuite):
    runner_class = _TimedRunner


def _tell_slowest(times: Path) -> None:
    """The ten tests that took longest, s; nothing where there was one process and no times."""
    lines = times.read_text(encoding="utf-8").splitlines() if times.exists() else []
    spent = sorted(((float(line.split(" ", 1)[0]), line.split(" ", 1)[1]) for line in lines), reverse=True)
    for seconds, name in spent[:10]:
        print(f"{seconds:7.1f} s {name}")


class CountingRunner(DiscoverRunner):
    """Writes {"passed", "failed", "skipped"} to AIRYCRUMB_TEST_COUNTS, where that is set."""

    parallel_test_suite = _Suite

    def run_suite(self, suite: Any, **kwargs: Any) -> Any:
        """Run, count, and leave the counts where scripts/check.py finds them."""
        # What is loaded stays: the processes that come of this one need not look through it for rubbish.
        gc.collect()
        gc.freeze()
        gc.set_threshold(20_000, 20, 50)
        with tempfile.NamedTemporaryFile() as own:
            times = Path(os.environ.setdefault(TIMES, own.name))
            result = super().run_suite(suite, **kwargs)
            _tell_slowest(times)
        # A test whose subtests failed is listed once for each of them.
        bad = {str(test).split(" [", 1)[0].split(" (<", 1)[0] for test, _ in result.failures + result.errors}
        failed, skipped = len(bad) + len(result.unexpectedSuccesses), len(result.skipped)
        counts = {"passed": max(0, result.testsRun - failed - skipped), "failed": failed, "skipped": skipped}
        if target := os.environ.get("AIRYCRUMB_TEST_COUNTS"):
            Path(target).write_text(json.dumps(counts))
        return result
