"""How far a long reading has come."""

from __future__ import annotations

from collections.abc import Callable

Progress = Callable[[int, int], None]
"""Told how many records were read, and of how many (0: not known yet). It ends the reading by raising
InterruptedError."""
