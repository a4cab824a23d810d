"""The language of rules: expressions, numbers as people write them, and hints for who writes otherwise."""
