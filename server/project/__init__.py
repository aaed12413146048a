"""The Django project: settings, addresses, errors, and the language a request is answered in."""
