"""Questions as the engine needs them, cards of them, and makers of generated ones."""
