"""Real plays: what is kept of them, what they say of the questions, what other rules would make of them."""
