"""The Django project: settings, addresses, the contract, and the door to the core."""
