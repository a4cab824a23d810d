"""A sheet of questions to print: dealt by a dice number, so three dice make three versions.

One HTML document that prints well on A4 and on Letter, every version on pages of its own; the key, where it
is wanted, follows on a page of its own behind each.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from html import escape
from itertools import groupby

from ..core.pack.light import marked
from ..core.play.deal.setup import choose
from ..core.play.kinds import key_of, kind_of, shown_answer
from ..core.play.questions.card import Card
from ..core.play.questions.question import LABELS, picture
from ..core.play.rulebook.game import Game
from ..core.play.rulebook.program import Program
from ..core.play.run.dealt import InRound, dealt
from ..core.play.words import LANGUAGES, texts_of

MOST_VERSIONS = 8
_STYLE = """
@page { margin: 18mm 16mm }
body { font: 11.5pt/1.45 Georgia, "Times New Roman", serif; color: #1d1a15; max-width: 46rem;
  margin: 1.5rem auto; padding: 0 1rem }
h1 { font-size: 1.5em; margin: 0 } h2 { font-size: 1.2em }
.about { display: flex; gap: 2em; align-items: end; border-bottom: 1px solid #777; padding-bottom: .6em }
.about span:last-child { margin-inline-start: auto }
.line { display: inline-block; border-bottom: 1px solid #555; min-width: 14em; height: 1.3em }
ol.questions { padding-inline-start: 2em } ol.questions > li { break-inside: avoid; margin: 1em 0 }
ol.options { list-style: none; padding: 0; margin: .3em 0; columns: 2; column-gap: 2em }
ol.options li { break-inside: avoid } .box { display: inline-block; width: 1.6em; font-weight: bold }
.hint { color: #444; font-style: italic } .covered { letter-spacing: .35em; white-space: pre-wrap }
img { max-width: 14em; max-height: 9em; display: block; margin: .3em 0 }
section + section { break-before: page } code { font-family: monospace }
@media print { body { margin: 0; max-width: none; padding: 0 } .unprinted { display: none } }
"""


def sheet(game: Game, dice: Sequence[int], *, key: bool) -> str:
    """The questions that each of the dice deals, as one document; with the key to each where it is wanted."""
    language = game.words.language
    title, program = escape(game.title), Program(game)
    parts = []
    for place, number in enumerate(dice):
        name = LABELS[place] if len(dice) > 1 else ""
        cards = dealt(program, choose(game, number))
        parts.append(_questions(game, name, number, cards))
        if key:
            parts.append(_key(title, name, number, cards))
    return (
        f'<!doctype html>\n<html lang="{escape(language)}" dir="{LANGUAGES[language].direction}">\n'
        f'<head><meta charset="utf-8"><title>{title}</title><style>{_STYLE}</style></head>\n'
        f"<body><main>\n{''.join(parts)}</main></body>\n</html>\n"
    )


def _questions(game: Game, name: str, dice: int, cards: Sequence[InRound]) -> str:
    texts = texts_of(game.words.language, game.words.texts)
    asked = "".join(_rounds(game, cards, texts))
    return (
        f'<section><h1>{escape(game.title)} {name}</h1>\n<p class="about">'
        f'<span>{escape(texts["start.name"])} <span class="line"></span></span>'
        f"<span>{name} · {dice}</span></p>\n"
        f"{asked}</section>\n"
    )


def _rounds(game: Game, cards: Sequence[InRound], texts: dict[str, str]) -> Iterator[str]:
    """The questions of each round under its name, numbered on from those before."""
    before = 0
    for number, some in groupby(cards, key=lambda one: one.round):
        if number:
            of = game.rounds[number - 1]
            says = "" if "{" in of.intro else _light(of.intro)
            yield f"<h2>{escape(of.name)}</h2>\n" + (f"<p>{says}</p>\n" if says else "")
        asked = [f"<li>{''.join(_question(card, texts))}</li>\n" for _, card in some]
        yield f'<ol class="questions" start="{before + 1}">\n{"".join(asked)}</ol>\n'
        before += len(asked)


def _question(card: Card, texts: dict[str, str]) -> Iterator[str]:
    question = card.question
    yield f"<div>{_light(question.prompt)}</div>"
    if hint := texts.get(f"hint.{question.kind}"):
        yield f'<div class="hint">{escape(hint)}</div>'
    if question.image:
        yield _picture(question.alt, question.image)
    kind = kind_of(question)
    if items := kind.items(question):
        yield f'<ol class="items">{"".join(f"<li>{_option(item)}</li>" for item in items)}</ol>'
    covered = kind.covered(question, (), known=False)
    if card.order:
        options = (
            f'<li><span class="box">{label}</span>{_option(option)}</li>'
            for label, option in zip(LABELS, card.options, strict=False)
        )
        yield f'<ol class="options">{"".join(options)}</ol>'
    elif covered is not None:
        yield f'<div class="covered">{escape("".join(mark or "_" for mark in covered.pattern))}</div>'
    else:
        yield f'<div><span class="line"></span> {escape(question.unit)}</div>'


def _key(title: str, name: str, dice: int, cards: Sequence[InRound]) -> str:
    answers = "".join(f"<li>{_answer(card)}</li>\n" for _, card in cards)
    return f'<section class="key"><h2>{title} {name} · {dice}: key</h2>\n<ol>\n{answers}</ol></section>\n'


def _answer(card: Card) -> str:
    said = escape(shown_answer(card.question))
    return f"<b>{escape(key_of(card))}</b> {said}" if card.order else said


def _option(option: str) -> str:
    shown = picture(option)
    return _picture(*shown) if shown else _light(option)


def _picture(alt: str, file: str) -> str:
    return f'<img src="{escape(file)}" alt="{escape(alt)}">'


def _light(text: str) -> str:
    """A text with light Markdown as HTML: bold, italics and code, nothing else."""
    return "".join(f"<{tag}>{escape(piece)}</{tag}>" if tag else escape(piece) for tag, piece in marked(text))
