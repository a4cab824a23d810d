"""Odds: how plays come out when a player of some skill makes them, exactly or by walking many."""
