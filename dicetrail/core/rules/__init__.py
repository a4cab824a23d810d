"""The game as written: its document, its YAML, and the way to the compiled game."""
