"""The gateway: the one door to the core, and what every part of the HTTP contract shares."""
