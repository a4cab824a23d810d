"""What is kept: packs and games with their revisions, and plays as their moves, in SQLite."""
