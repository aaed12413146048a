"""A line to the server that can be cut: what it carries is refused then, as by a server that is gone."""

import contextlib
import socket
import threading

from scripts.serving import address
from tests.browser.base import Server


class Line:
    """Listens on a port of its own and carries every connection to the server and back."""

    def __init__(self, server: Server) -> None:
        self.server_port = server.port
        self.mode, self.port = server.mode, 0
        self.carried: set[socket.socket] = set()
        self.listener: socket.socket | None = None
        self.start()
        self.address = address(self.port)

    def start(self) -> None:
        """Listen, on the same port as before; nothing where it does already."""
        if self.listener is not None:
            return
        listener = socket.create_server(("127.0.0.1", self.port))
        self.listener, self.port = listener, int(listener.getsockname()[1])
        threading.Thread(target=self._accept, args=(listener,), daemon=True).start()

    def stop(self) -> None:
        """Cut it: nothing more is taken, and what was under way ends in the middle."""
        if self.listener is None:
            return
        for end in (self.listener, *list(self.carried)):
            with contextlib.suppress(OSError):
                end.shutdown(socket.SHUT_RDWR)
            end.close()
        self.listener = None

    def _accept(self, listener: socket.socket) -> None:
        with contextlib.suppress(OSError):
            while True:
                near, _ = listener.accept()
                far = socket.create_connection(("127.0.0.1", self.server_port))
                self.carried |= {near, far}
                for one, other in ((near, far), (far, near)):
                    threading.Thread(target=self._carry, args=(one, other), daemon=True).start()

    def _carry(self, one: socket.socket, other: socket.socket) -> None:
        with contextlib.suppress(OSError):
            while some := one.recv(65_536):
                other.sendall(some)
        for end in (one, other):
            with contextlib.suppress(OSError):
                end.shutdown(socket.SHUT_RDWR)
            end.close()
            self.carried.discard(end)
