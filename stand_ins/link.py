"""What a stand-in says to the server, and what it hears: nothing but Python, so that a bridge can be written by reading it."""

import json
import urllib.request
from typing import Any


def ask(server: str, token: str, path: str, body: Any = None) -> Any:
    """GET, or POST a JSON body; what is answered. urllib's errors come through."""
    data = None if body is None else json.dumps(body).encode()
    headers = {"Content-Type": "application/json", "Authorization": f"Bearer {token}"}
    request = urllib.request.Request(f"{server}/api{path}", data, headers)
    return json.loads(urllib.request.urlopen(request, timeout=10).read())
