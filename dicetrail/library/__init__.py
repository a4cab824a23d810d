"""The library: games and packs for makers who know Python. :mod:`dicetrail` has all its public names.

It is a thin face over the core: what a game does stands there, once.
"""
