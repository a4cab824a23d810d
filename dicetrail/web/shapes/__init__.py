"""The shapes of what the APIs take and give."""
