"""The wall of a hand-out: who is on the way, and how far they have come."""
