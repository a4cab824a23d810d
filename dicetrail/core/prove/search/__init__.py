"""The search: every way the plays of a game can go, each state once, and what it comes to."""
