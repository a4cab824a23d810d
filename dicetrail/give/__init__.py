"""Take-away formats: a game as files that others can play, print, or go on with."""
