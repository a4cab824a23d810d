"""Lists of moves that come by all that happens in the demo's games."""

from __future__ import annotations

MOVES = """right
wrong
answer b
answer Belay-Knot
unreadable
wrong @1.5
right @2
skip
answer e
answer 3/4
right
wrong
wrong
wrong
right @0.25
"""
