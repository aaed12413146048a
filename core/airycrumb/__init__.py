"""Airy Crumb's computation: from a bake and a kitchen to everything the cook needs to know.

Nothing in this package knows of the web, HTTP or a database. Stations (`formula`, `rise`,
`divide`, `enclose`, `heat`, `safety`, `day`, `notebook`) never import one another; `sheet`
brings them together.
"""

__version__ = "0.1.0"
