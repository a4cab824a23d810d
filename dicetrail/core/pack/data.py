"""Data tables that questions are made from, and how they are found by name."""

from __future__ import annotations

from collections.abc import Callable

from ..snag import Refused

Data = tuple[tuple[str, ...], tuple[tuple[str, ...], ...]]
"""A data table: its columns' names, and its rows."""
DataLoader = Callable[[str], Data]
"""Gives the data table of a name; raises Refused where there is none."""


def no_data(name: str) -> Data:
    """The loader where no other file can be read."""
    raise Refused(f"The table {name} can't be read from here.")
