"""The texts of the player's page, in every language that ships. A new language is a module here and a line
below.

A text may hold names in braces, such as ``{n}``. One that depends on a number has a form for each plural
category of its language (Unicode CLDR, "Language Plural Rules"): ``rules.questions.one``,
``rules.questions.other`` and so on.
"""

from __future__ import annotations

import re
from collections.abc import Mapping

from . import ar, de, en, es, fr, it, nl, pl, pt, uk
from .language import Language

LANGUAGES: dict[str, Language] = {
    language.code: language
    for language in (
        en.ENGLISH,
        de.GERMAN,
        fr.FRENCH,
        es.SPANISH,
        it.ITALIAN,
        pt.PORTUGUESE,
        nl.DUTCH,
        pl.POLISH,
        uk.UKRAINIAN,
        ar.ARABIC,
    )
}
"""The languages that ship, by their codes (BCP 47), in the order in which they are offered."""
_NAME = re.compile(r"\{(\w+)\}")


def texts_of(code: str, replaced: Mapping[str, str]) -> dict[str, str]:
    """Every text of a language by its name, those that were ``replaced`` as they are then."""
    return {**LANGUAGES[code].texts, **replaced}


def filled(text: str, **values: object) -> str:
    """A text with values for the names in its braces; a name that is not known stays as it is."""
    return _NAME.sub(lambda match: str(values.get(match[1], match[0])), text)
