"""The run of a game: what follows on what, and the trail of it."""
