"""The exit codes of the command line; 0 is that all is well."""

from __future__ import annotations

FOUND = 1
"""A command ran and found something wrong."""
UNUSABLE = 2
"""It could not be used."""
