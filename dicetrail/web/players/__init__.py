"""The players' API."""
