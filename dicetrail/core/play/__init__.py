"""The engine: runs a game. Standard library only, so that it runs wherever Python does."""
