"""Replay: plays walked move by move, held against what was expected of them and against each other."""
