"""The deal: which questions a play asks, and what is chosen before it."""
