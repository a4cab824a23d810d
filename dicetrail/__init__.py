"""Dice Trail: a workshop for people who program quiz games."""
