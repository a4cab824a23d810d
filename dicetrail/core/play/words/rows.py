"""Tables of texts that have a row each, with a text for every language in its order."""

from __future__ import annotations

from collections.abc import Mapping

CODES = ("en", "de", "fr", "es", "it", "pt", "nl", "pl", "uk", "ar")
"""The languages in the order in which a row has them."""


def by_language(rows: Mapping[str, tuple[str, ...]]) -> dict[str, dict[str, str]]:
    """The texts of rows by the codes of their languages. Raises ValueError where one is missing."""
    return {name: dict(zip(CODES, said, strict=True)) for name, said in rows.items()}
