"""The server through its HTTP contract."""
