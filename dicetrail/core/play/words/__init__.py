"""The texts of the player's page, in every language that ships. A new language is a module here, a line
below, and its texts in each of the tables beside them (:mod:`.of_kinds` and so on).

A text may hold names in braces, such as ``{n}``. One that depends on a number has a form for each plural
category of its language (Unicode CLDR, "Language Plural Rules"): ``rules.questions.one``,
``rules.questions.other`` and so on.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import replace

from . import ar, de, en, es, fr, it, nl, pl, pt, uk
from .language import Language
from .of_helps import OF_HELPS
from .of_kinds import OF_KINDS
from .of_moments import OF_MOMENTS
from .of_players import OF_PLAYERS
from .of_rounds import OF_ROUNDS
from .of_walls import OF_WALLS


def _whole(language: Language) -> Language:
    """A language with the texts that stand beside those of the page."""
    tables = (OF_KINDS | OF_MOMENTS | OF_ROUNDS | OF_HELPS | OF_PLAYERS | OF_WALLS).items()
    beside = {name: said[language.code] for name, said in tables if language.code in said}
    return replace(language, texts=language.texts | beside)


LANGUAGES: dict[str, Language] = {
    language.code: _whole(language)
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
