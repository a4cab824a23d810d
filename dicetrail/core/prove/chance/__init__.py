"""Chance: what many deals and plays look like."""
