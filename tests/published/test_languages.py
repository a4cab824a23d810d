"""The languages of the player's page against Unicode's Common Locale Data Repository, as Babel carries it."""

from __future__ import annotations

import re
import unittest
from typing import get_args

from babel import Locale

from dicetrail.core.play.answers.letters import bare
from dicetrail.core.play.rulebook.moments import MOMENTS, Moment
from dicetrail.core.play.words import LANGUAGES, filled, texts_of
from dicetrail.core.rules.compile import read_game

from ..core.making import choice

CATEGORIES = ("zero", "one", "two", "few", "many", "other")
ENGLISH = LANGUAGES["en"].texts


def base(name: str) -> str:
    """A text's name without its plural category."""
    start, _, end = name.rpartition(".")
    return start if end in CATEGORIES else name


def names_in(text: str) -> set[str]:
    return set(re.findall(r"\{(\w+)\}", text))


class Languages(unittest.TestCase):
    def test_each_has_every_text(self):
        wanted = {base(name) for name in ENGLISH}
        for code, language in LANGUAGES.items():
            self.assertEqual({base(name) for name in language.texts}, wanted, code)
            self.assertEqual([name for name, text in language.texts.items() if not text.strip()], [], code)

    def test_each_text_that_depends_on_a_number_has_the_forms_its_language_has(self):
        """CLDR, "Language Plural Rules", by babel.Locale.plural_form."""
        counted = {base(name) for name in ENGLISH if base(name) != name}
        self.assertGreaterEqual(len(counted), 5)
        for code, language in LANGUAGES.items():
            forms = set(Locale.parse(code).plural_form.tags) | {"other"}
            for name in counted:
                have = {form for form in CATEGORIES if f"{name}.{form}" in language.texts}
                self.assertEqual(have, forms, f"{code}: {name}")

    def test_the_names_in_braces_are_the_same(self):
        for code, language in LANGUAGES.items():
            for name, text in language.texts.items():
                known = names_in(ENGLISH.get(name, ENGLISH.get(f"{base(name)}.other", "")))
                left_out = {"n"} if base(name) != name else set()  # "one question" needs no figure
                self.assertLessEqual(names_in(text), known, f"{code}: {name}")
                self.assertLessEqual(known - names_in(text), left_out, f"{code}: {name}")

    def test_none_is_left_in_english(self):
        for code, language in LANGUAGES.items():
            if code == "en":
                continue
            same = [
                base(name) if base(name) != name else name.partition(".")[0]
                for name, text in language.texts.items()
                if text == ENGLISH.get(name) and len(re.sub(r"\{\w+\}|\W", "", text)) > 1
            ]
            self.assertLessEqual(set(same), {"question", "rules.questions"}, code)  # as in French

    def test_direction_and_own_name(self):
        """CLDR's character order, and each language's name for itself."""
        for code, language in LANGUAGES.items():
            locale = Locale.parse(code)
            self.assertEqual(
                language.direction, "rtl" if locale.character_order == "right-to-left" else "ltr"
            )
            self.assertEqual(language.name.casefold(), str(locale.get_display_name(code)).casefold())

    def test_an_alphabet_has_each_letter_once(self):
        for code, language in LANGUAGES.items():
            letters = list(language.alphabet)
            self.assertEqual(len(letters), len(set(letters)), code)
            self.assertTrue(all(letter.isalpha() and letter == letter.lower() for letter in letters), code)
            self.assertGreaterEqual(len({bare(letter) for letter in letters}), 25, code)

    def test_what_the_engine_says_of_a_moment_is_in_the_table(self):
        said = {name.removeprefix("said.") for name in ENGLISH if name.startswith("said.")}
        self.assertEqual(said, {name for name in get_args(Moment) if MOMENTS[name].answers})

    def test_a_text_is_replaced_and_filled(self):
        texts = texts_of("de", {"start.go": "Auf!"})
        self.assertEqual((texts["start.go"], texts["sound.on"]), ("Auf!", "Ton an"))
        self.assertEqual(filled("{n} von {total} {x}", n=2, total=5), "2 von 5 {x}")


PLAYED = {
    "en": "4 questions, 2 tries each, 12.5 seconds each, 90 seconds in all, lives: 3",
    "de": "4 Fragen, je 2 Versuche, je 12,5 Sekunden, 90 Sekunden insgesamt, lives: 3",
    "pl": "4 pytania, po 2 próby, po 12,5 sekundy, 90 sekund w sumie, lives: 3",
    "uk": "4 питання, по 2 спроби, по 12,5 секунди, 90 секунд на все, lives: 3",
}
"""By the plural rules: few is 2 to 4 in Polish and Ukrainian, other a fraction; from the rules' own text."""
RULES = """\
title: T
packs: [p.tsv]
tries: 2
words: {language: LANGUAGE}
meters: {lives: {start: 3}}
clocks: {question: 12.5, game: 90}
"""


class HowItIsPlayed(unittest.TestCase):
    def played(self, rules: str, questions: int = 4) -> str:
        made = [choice(n) for n in range(questions)]
        game = read_game(rules, lambda _: made).game
        assert game is not None
        return game.words.played

    def test_a_line_from_the_rules_in_the_plural_of_its_language(self):
        for code, said in PLAYED.items():
            self.assertEqual(self.played(RULES.replace("LANGUAGE", code)), said)

    def test_one_is_one(self):
        one = RULES.replace("LANGUAGE", "en").replace("tries: 2", "tries: 1").replace("12.5", "1")
        self.assertEqual(
            self.played(one, 1), "1 question, 1 try each, 1 second each, 90 seconds in all, lives: 3"
        )

    def test_what_is_asked_and_what_has_no_end(self):
        asked = "title: T\npacks: [p.tsv]\ntries: none\nsetup: {count: {min: 3, max: 20}}\n"
        self.assertEqual(self.played(asked), "3–20 questions, each until it is right")
        endless = "title: T\npacks: [p.tsv]\ndeal: {repeats: when_empty}\nclocks: {game: 60}\n"
        self.assertEqual(self.played(endless), "questions without end, 1 try each, 60 seconds in all")


if __name__ == "__main__":
    unittest.main()
