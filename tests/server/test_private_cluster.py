"""The private PostgreSQL: survives crashes, taken ports and half-made folders, and touches nothing else."""

import os
import signal
import socket
import time
import unittest
from unittest import mock

from scripts import postgres
from scripts.postgres import Cluster, in_use, port_is_free
from scripts.run_demo import choose_port, wanted_port


def destroyed(name: str) -> None:
    """No such cluster any more, and nothing of it: destroying needs the state file, and leaves only locks behind."""
    Cluster(name).destroy()
    for left in postgres.RUN.glob(f"postgres-{name}.*"):
        left.unlink()
    assert not [*postgres.RUN.glob(f"postgres-{name}")], "a cluster's folder was left"


class OneCluster(unittest.TestCase):
    """A cluster of this process alone, kept from test to test: making one takes seconds."""

    name: str

    @classmethod
    def setUpClass(cls) -> None:
        cls.name = f"trial-{cls.__name__}-{os.getpid()}"
        cls.addClassCleanup(destroyed, cls.name)

    def setUp(self) -> None:
        self.addCleanup(lambda: Cluster(self.name).stop())

    def started(self) -> Cluster:
        cluster = Cluster(self.name)
        cluster.start()
        self.assertTrue(cluster.is_running())
        return cluster


class KeptCluster(OneCluster):
    def test_it_starts_twice_as_once_and_keeps_its_password_and_port(self) -> None:
        first = self.started()
        again = self.started()
        self.assertEqual(first.url, again.url)
        self.assertIn("@127.0.0.1:", first.url)
        again.stop()
        self.assertFalse(Cluster(self.name).is_running())
        self.assertEqual(self.started().url, first.url)

    def test_it_comes_back_after_it_was_killed(self) -> None:
        cluster = self.started()
        for pid in cluster.processes():
            os.kill(pid, signal.SIGKILL)
        for _ in range(100):
            if not cluster.processes():
                break
            time.sleep(0.05)
        self.assertFalse(cluster.is_running())
        self.assertTrue((cluster.data / "postmaster.pid").exists(), "a crash leaves its pid file")
        self.started()

    def test_a_pid_file_that_names_a_strangers_process_does_no_harm(self) -> None:
        cluster = self.started()
        cluster.stop()
        (cluster.data / "postmaster.pid").write_text(f"{os.getppid()}\n{cluster.data}\n0\n{cluster.state['port']}\n")
        self.started()
        os.kill(os.getppid(), 0)  # still there

    def test_a_taken_port_is_left_to_whoever_has_it(self) -> None:
        cluster = self.started()
        cluster.stop()
        with socket.create_server(("127.0.0.1", cluster.state["port"])):
            moved = self.started()
            self.assertNotEqual(moved.state["port"], cluster.state["port"])
        self.assertEqual(Cluster(self.name).state["port"], moved.state["port"])

    def test_a_port_taken_just_before_the_start_is_passed_over(self) -> None:
        cluster = self.started()
        cluster.stop()
        port = cluster.state["port"]
        seen = iter([port])
        # The first look finds the port free; by the time the server binds it somebody has it.
        free = lambda p: next(seen, None) == p or port_is_free(p)
        with socket.create_server(("127.0.0.1", port)), mock.patch.object(postgres, "port_is_free", free):
            moved = self.started()
        self.assertNotEqual(moved.state["port"], port)

    def test_the_last_of_its_users_stops_it(self) -> None:
        with in_use(self.name) as one:
            with in_use(self.name) as other:
                self.assertTrue(other.is_running())
            self.assertTrue(one.is_running())
        self.assertFalse(Cluster(self.name).is_running())


class FreshCluster(OneCluster):
    def setUp(self) -> None:
        destroyed(self.name)
        super().setUp()

    def test_a_folder_left_half_made_is_made_again(self) -> None:
        cluster = Cluster(self.name)
        with mock.patch.object(Cluster, "_launch", side_effect=KeyboardInterrupt), self.assertRaises(KeyboardInterrupt):
            cluster.start()
        self.started()

    def test_a_spoilt_state_file_is_no_obstacle(self) -> None:
        Cluster(self.name).state_file.write_text("{half")
        self.started()

    def test_destroyed_it_leaves_nothing(self) -> None:
        cluster = self.started()
        folder = cluster.data
        cluster.destroy()
        self.assertFalse(folder.exists())
        self.assertFalse(cluster.state_file.exists())


class ThePortOfTheDemo(unittest.TestCase):
    def test_an_occupied_port_is_said_and_another_taken(self) -> None:
        with socket.create_server(("127.0.0.1", 0)) as taken, mock.patch("builtins.print") as said:
            port = taken.getsockname()[1]
            chosen = choose_port(port)
        self.assertGreater(chosen, port)
        self.assertTrue(port_is_free(chosen))
        self.assertIn(f"Port {port} is taken", said.call_args[0][0])

    def test_what_is_no_port_is_answered_with_a_sentence(self) -> None:
        for text in ("http", "80", "70000", "-1"):
            with (
                self.subTest(text=text),
                mock.patch.dict(os.environ, {"PORT": text}),
                self.assertRaisesRegex(SystemExit, "from 1024 to 65000"),
            ):
                wanted_port()
