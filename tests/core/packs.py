"""Random packs of every kind of question, for tests. Their strategies are made once: to make one takes longer
than to draw from it."""

from __future__ import annotations

from fractions import Fraction
from functools import cache

from hypothesis import strategies as st

from dicetrail.core.play.kinds import KINDS
from dicetrail.core.play.kinds.gaps import as_fills
from dicetrail.core.play.questions.carried import Carried
from dicetrail.core.play.questions.question import TRUTH_OPTIONS, Question, same
from dicetrail.core.play.questions.recipes import Formula, Odd, Span, Table
from dicetrail.core.play.questions.tables import OF_A_ROW

COUNTRIES = "name,capital,tongues\nNorland,Fjell,no/se\nSudland,Bri,de\nOstmark,Laa,de/cz\nWestry,Aber,en\n"
"""A small made-up data table."""
TABLE = (
    ("name", "capital", "tongues"),
    tuple(tuple(line.split(",")) for line in COUNTRIES.splitlines()[1:]),
)


def load_countries(name: str):
    assert name == "countries.csv"
    return TABLE


WORDS = (
    st.text(
        alphabet=st.one_of(
            st.sampled_from("abc ABC?|\\,;:'\"{}[]#&*!-=+~%@`\n"),
            st.characters(
                min_codepoint=0x20, max_codepoint=0xFFFD, exclude_categories=("Cs", "Cc", "Zl", "Zp", "Cn")
            ),
        ),
        min_size=1,
        max_size=25,
    )
    .map(lambda text: " ".join(text.split(" ")).strip())
    .filter(lambda text: text and text == text.strip())
)
LINES = WORDS.filter(lambda text: "\n" not in text)
AREAS = ("circle 40 60 8", "box 10 10 30.5 20", "poly 50 10 70 10 60 30")
NUMBERS = st.sampled_from(("3", "-2", "3/4", "0.125", "12", "2 1/2"))


NAMES = ("hint", "image", "level", "seconds", "sound", "topic", "why", "why_right", "why_wrong", "worth")
CHOSEN = st.sets(st.sampled_from(NAMES), max_size=3)


@cache
@st.composite
def details(draw: st.DrawFn, words: st.SearchStrategy[str]) -> dict:
    optional = {
        "topic": words,
        "why": words,
        "why_right": words,
        "why_wrong": words,
        "hint": words,
        "level": st.integers(1, 5),
        "worth": st.sampled_from((0, 2, 2.5, 10)),
        "seconds": st.sampled_from((5, 7.5)),
        "image": st.sampled_from(("signs/well.png", "a.jpg")),
        "sound": st.sampled_from(("bell.ogg", "bell.ogg#t=1.5,4")),
    }
    return {name: draw(optional[name]) for name in sorted(draw(CHOSEN))}


@cache
def distinct(words: st.SearchStrategy[str]) -> st.SearchStrategy[list[str]]:
    return st.lists(words, min_size=2, max_size=8, unique_by=same)


@cache
def answers_of(words: st.SearchStrategy[str], most: int) -> st.SearchStrategy[list[str]]:
    return st.lists(words, min_size=1, max_size=most)


VALUES = st.sampled_from((0, 1, -2, 2.5, 10))
ADDS = st.lists(st.tuples(st.sampled_from(("fox", "owl", "score")), VALUES), max_size=2).map(tuple)


@cache
@st.composite
def carried(draw: st.DrawFn, words: st.SearchStrategy[str], options: int, texts: bool = False) -> tuple:
    """What some options carry, or some answers that are typed."""
    says = st.one_of(st.just(""), words)
    if texts:
        typed = draw(st.lists(words, max_size=2, unique=True))
        return tuple(Carried(-1, text, draw(says), draw(VALUES), draw(ADDS)) for text in typed)
    places = sorted(draw(st.sets(st.integers(0, options - 1), max_size=2)))
    found = [Carried(place, "", draw(says), draw(VALUES), draw(ADDS)) for place in places]
    return tuple(one for one in found if one.says or one.counts)


def plain_prompt(text: str) -> str:
    return text.replace("{", "(").replace("}", ")")


@cache
@st.composite
def questions(draw: st.DrawFn, number: int, words: st.SearchStrategy[str] = WORDS) -> Question:
    """One question of any kind, with its own id and a prompt like no other."""
    kind = draw(st.sampled_from((*KINDS,)))
    prompt = f"{draw(words)} {number}"
    common = draw(details(words))
    name = f"q{number}"
    match kind:
        case "choice" | "sort":
            options = tuple(draw(distinct(words)))
            right = draw(st.integers(0, len(options) - 1))
            pins = draw(st.sets(st.integers(0, len(options) - 1), max_size=2))
            common["carries"] = draw(carried(words, len(options)))
            return Question(
                name, kind, prompt, (options[right],), options, (right,), pinned=tuple(sorted(pins)), **common
            )
        case "opinion":
            options = tuple(draw(distinct(words)))
            common["carries"] = draw(carried(words, len(options)))
            return Question(name, kind, prompt, (), options, **common)
        case "several":
            options = tuple(draw(distinct(words)))
            rights = draw(st.sets(st.integers(0, len(options) - 1), min_size=1))
            places = tuple(sorted(rights))
            answers = tuple(options[place] for place in places)
            common["carries"] = draw(carried(words, len(options)))
            return Question(name, kind, prompt, answers, options, places, **common)
        case "order":
            options = tuple(draw(distinct(words)))
            return Question(name, kind, prompt, options, options, tuple(range(len(options))), **common)
        case "typed":
            common["carries"] = draw(carried(words, 0, texts=True))
            return Question(name, kind, prompt, tuple(draw(answers_of(words, 3))), **common)
        case "number":
            tolerance = draw(st.sampled_from((Fraction(0), Fraction(1, 3), Fraction(1, 2))))
            unit = draw(st.sampled_from(("", "km")))
            answers = tuple(draw(answers_of(NUMBERS, 2)))
            common["between"] = draw(st.sampled_from((None, (Fraction(-3), Fraction(25, 2)))))
            return Question(name, kind, prompt, answers, tolerance=tolerance, unit=unit, **common)
        case "truth":
            right = draw(st.integers(0, 1))
            return Question(name, kind, prompt, (TRUTH_OPTIONS[right],), TRUTH_OPTIONS, (right,), **common)
        case "match":
            options = tuple(draw(distinct(words)))
            items = tuple(draw(st.lists(words, min_size=2, max_size=len(options), unique_by=same)))
            return Question(
                name,
                kind,
                prompt,
                options[: len(items)],
                options,
                tuple(range(len(items))),
                items=items,
                **common,
            )
        case "gaps":
            texts = draw(st.lists(words, min_size=1, max_size=5, unique_by=same))
            bank = draw(st.booleans())
            number_of = draw(st.integers(1, len(texts)))
            gaps = tuple(
                (text, *(() if bank else draw(st.lists(words, max_size=2)))) for text in texts[:number_of]
            )
            options = tuple(texts) if bank and number_of < len(texts) else ()
            prompt = f"{prompt.replace('_', '-')} {' '.join(['___'] * number_of)}"
            rights = tuple(range(number_of)) if options else ()
            answers = (as_fills([accepted[0] for accepted in gaps]),)
            return Question(name, kind, prompt, answers, options, rights, gaps=gaps, **common)
        case "spot":
            areas = tuple(draw(st.lists(st.sampled_from(AREAS), min_size=1, max_size=3, unique=True)))
            common["image"] = "signs/well.png"
            tolerance = draw(st.sampled_from((Fraction(0), Fraction(5), Fraction(5, 2))))
            said = Carried(-1, draw(st.sampled_from(("circle 90 90 5", "5 5"))), draw(words), draw(VALUES))
            common["carries"] = draw(st.sampled_from(((), (said,))))
            return Question(name, kind, prompt, areas, tolerance=tolerance, **common)
        case "letters":
            phrase = "x" + draw(words)
            return Question(name, kind, prompt, (phrase,), misses=draw(st.integers(1, 12)), **common)
        case "formula":
            recipe: Formula | Table | Odd = Formula(
                (Span("a", "1", draw(st.sampled_from(("9", "level * 5")))), Span("b", values=("1/2", "3"))),
                draw(st.sampled_from(("a + b", "a * b - 1", "a / b"))),
                draw(st.sampled_from(((), ("whole",), ("a >= b", "answer > 0")))),
                draw(st.sampled_from(("number", "choice"))),
                draw(st.integers(2, 8)),
                draw(st.sampled_from(("decimal", "fraction", "mixed"))),
            )
            text = plain_prompt(prompt) + " {a} {b}"
        case "table":
            recipe = Table(
                *TABLE, "capital", draw(st.sampled_from(("choice", "typed"))), 3, "", "countries.csv"
            )
            text = plain_prompt(prompt) + " {name}"
            common |= {name: plain_prompt(common[name]) for name in OF_A_ROW if name in common}
            if draw(st.booleans()):
                common["why"] = "{name}: {capital}"
        case _:
            groups = tuple(
                (group, tuple(f"{group} {member}" for member in range(draw(st.integers(3, 5)))))
                for group in "xyz"
            )
            recipe = Odd(groups, draw(st.integers(3, 4)))
            text = prompt
    answers = () if kind == "odd" else (recipe.answer,)  # type: ignore[union-attr]
    times = draw(st.sampled_from((0, 3)))
    return Question(name, kind, text, answers, recipe=recipe, times=times, **common)


@cache
@st.composite
def packs(draw: st.DrawFn, words: st.SearchStrategy[str] = WORDS, most: int = 5) -> list[Question]:
    """A few questions."""
    return [draw(questions(number, words)) for number in range(draw(st.integers(1, most)))]


def content(question: Question) -> Question:
    """A question without where it was read."""
    return question._replace(file="", line=0)
