"""What is seen of a play and before it, and no more."""
