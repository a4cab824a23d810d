"""How each kind of question is asked in an item: its responses, its interaction, and when it is right. A new
kind is a function here and a line in :data:`ASKED`."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import partial
from typing import Any
from xml.etree.ElementTree import Element

from ...play.answers.areas import read_area
from ...play.kinds.gaps import GAP
from ...play.language.numbers import as_decimal, read_number
from ...play.questions.question import LABELS, MISSES, Question, picture, same
from ..xml import Part, element, words
from .areas import in_pixels

RESPONSE = "RESPONSE"
MEDIA = "media/"
"""The folder of a package for pictures and sounds."""
Sizes = Mapping[str, tuple[int, int]]
"""Width and height of pictures, in pixels, by their names."""


@dataclass(frozen=True, slots=True)
class Interaction:
    """What is asked: the responses, the parts of the body, and the condition under which the answer is right;
    None where no answer is."""

    declared: Sequence[Element]
    body: Sequence[Element]
    right: Element | None

    @property
    def cardinality(self) -> str:
        """How many answers there are to its response: ``single``, ``multiple`` or ``ordered``."""
        return self.declared[0].get("cardinality", "")

    def is_given(self, text: str, unit: str) -> Element:
        """The condition that a text is answered."""
        number = read_number(text, unit) if self.declared[0].get("base-type") == "float" else None
        if number is None:
            text_ = value_of("string", text)
            return element("qti-string-match", {"case-sensitive": "false"}, variable(), text_)
        written = value_of("float", as_decimal(number))
        return element("qti-equal", {"tolerance-mode": "exact"}, variable(), written)


def shown(file: str, alt: str, sizes: Sizes) -> Element:
    """A picture, of its size where that is known."""
    size = dict(zip(("width", "height"), sizes[file], strict=True)) if file in sizes else {}
    return element("img", {"src": MEDIA + file, "alt": alt, **size})


def variable(name: str = RESPONSE) -> Element:
    """What was answered."""
    return element("qti-variable", {"identifier": name})


def value_of(base: str, value: object) -> Element:
    """A value of a base type."""
    return element("qti-base-value", {"base-type": base}, str(value))


def numbers_of(question: Question) -> list[Fraction]:
    """The numbers that it accepts."""
    return [number for one in question.answers if (number := read_number(one, question.unit)) is not None]


def _response(
    base: str, right: Sequence[str], *more: Element, name: str = RESPONSE, cardinality: str = "single"
) -> Element:
    attributes = {"identifier": name, "cardinality": cardinality, "base-type": base}
    declared = element("qti-response-declaration", attributes)
    if right:
        values = [element("qti-value", {}, one) for one in right]
        declared.append(element("qti-correct-response", {}, *values))
    declared.extend(more)
    return declared


def _is_right(name: str = RESPONSE) -> Element:
    return element("qti-match", {}, variable(name), element("qti-correct", {"identifier": name}))


def _maps_to_some(name: str = RESPONSE, how: str = "qti-map-response") -> Element:
    return element("qti-gt", {}, element(how, {"identifier": name}), value_of("float", 0))


def _mapping(entries: Mapping[str, object], **attributes: object) -> Element:
    more = {name.replace("_", "-"): value for name, value in attributes.items()}
    rows = [
        element("qti-map-entry", {"map-key": key, "mapped-value": value, **more})
        for key, value in entries.items()
    ]
    return element("qti-mapping", {"default-value": 0}, *rows)


def _option(text: str, sizes: Sizes) -> list[Part]:
    found = picture(text)
    return [shown(found[1], found[0], sizes)] if found else words(text)


def _prompt(question: Question) -> Element:
    return element("qti-prompt", {}, *words(question.prompt))


def _choice(
    question: Question, sizes: Sizes, cardinality: str = "single", shuffle: str = "true"
) -> Interaction:
    values = {LABELS[one.place]: one.value for one in question.carries if one.value and one.place >= 0}
    declared = _response(
        "identifier",
        [LABELS[place] for place in question.rights],
        *([_mapping(values)] if values else []),
        cardinality=cardinality,
    )
    choices = [
        element(
            "qti-simple-choice",
            {"identifier": label, **({"fixed": "true"} if place in question.pinned else {})},
            *_option(option, sizes),
        )
        for place, (label, option) in enumerate(zip(LABELS, question.options, strict=False))
    ]
    attributes = {
        "response-identifier": RESPONSE,
        "max-choices": 1 if cardinality == "single" else 0,
        "shuffle": shuffle,
    }
    body = element("qti-choice-interaction", attributes, _prompt(question), *choices)
    return Interaction([declared], [body], _is_right() if question.rights else None)


def _order(question: Question, sizes: Sizes) -> Interaction:
    labels = LABELS[: len(question.options)]
    choices = [
        element("qti-simple-choice", {"identifier": label}, *_option(option, sizes))
        for label, option in zip(labels, question.options, strict=True)
    ]
    attributes = {"response-identifier": RESPONSE, "shuffle": "true"}
    body = element("qti-order-interaction", attributes, _prompt(question), *choices)
    return Interaction([_response("identifier", [*labels], cardinality="ordered")], [body], _is_right())


def _match(question: Question, sizes: Sizes) -> Interaction:
    sides = [
        element(
            "qti-simple-match-set",
            {},
            *(
                element(
                    "qti-simple-associable-choice",
                    {"identifier": f"{side}{n}", "match-max": 1},
                    *_option(text, sizes),
                )
                for n, text in enumerate(texts, 1)
            ),
        )
        for side, texts in (("L", question.items), ("R", question.options))
    ]
    pairs = [f"L{n} R{n}" for n in range(1, len(question.items) + 1)]
    attributes = {"response-identifier": RESPONSE, "shuffle": "true", "max-associations": len(pairs)}
    body = element("qti-match-interaction", attributes, _prompt(question), *sides)
    return Interaction([_response("directedPair", pairs, cardinality="multiple")], [body], _is_right())


def _gaps(question: Question, sizes: Sizes) -> Interaction:
    if question.options:
        return _bank(question, sizes)
    names = [f"{RESPONSE}_{n}" for n in range(1, len(question.gaps) + 1)]
    declared = [
        _response("string", accepted[:1], _accepts(accepted), name=name)
        for name, accepted in zip(names, question.gaps, strict=True)
    ]
    entries = [element("qti-text-entry-interaction", {"response-identifier": name}) for name in names]
    right = element("qti-and", {}, *map(_maps_to_some, names))
    return Interaction(declared, [element("p", {}, *_with_gaps(question.prompt, entries))], right)


def _bank(question: Question, sizes: Sizes) -> Interaction:
    names = {same(option): f"W{n}" for n, option in enumerate(question.options, 1)}
    pairs = [
        [f"{names[same(one)]} G{n}" for one in accepted if same(one) in names]
        for n, accepted in enumerate(question.gaps, 1)
    ]
    firsts, further = [some[0] for some in pairs], [pair for some in pairs for pair in some]
    words_ = [
        element("qti-gap-text", {"identifier": name, "match-max": 0}, *_option(option, sizes))
        for name, option in zip(names.values(), question.options, strict=True)
    ]
    gaps = [element("qti-gap", {"identifier": f"G{n}"}) for n in range(1, len(pairs) + 1)]
    text = element("p", {}, *_with_gaps(question.prompt, gaps))
    attributes = {"response-identifier": RESPONSE, "shuffle": "true"}
    body = element("qti-gap-match-interaction", attributes, *words_, text)
    mapping = _mapping(dict.fromkeys(further, 1))
    full = element(
        "qti-gte",
        {},
        element("qti-map-response", {"identifier": RESPONSE}),
        value_of("float", len(question.gaps)),
    )
    return Interaction([_response("directedPair", firsts, mapping, cardinality="multiple")], [body], full)


def _with_gaps(prompt: str, gaps: Sequence[Element]) -> list[Part]:
    first, *rest = prompt.split(GAP)
    parts = words(first)
    for gap, text in zip(gaps, rest, strict=True):
        parts += [gap, *words(text)]
    return parts


def _accepts(answers: Sequence[str]) -> Element:
    return _mapping(dict.fromkeys(answers, 1), case_sensitive="false")


def _typed(question: Question, sizes: Sizes) -> Interaction:
    entry = element("qti-text-entry-interaction", {"response-identifier": RESPONSE})
    declared = _response("string", question.answers[:1], _accepts(question.answers))
    body = [element("p", {}, *words(question.prompt)), element("p", {}, entry)]
    return Interaction([declared], body, _maps_to_some())


def _number(question: Question, sizes: Sizes) -> Interaction:
    numbers = [as_decimal(number) for number in numbers_of(question)]
    how = {"tolerance-mode": "exact"}
    if question.tolerance:
        near = as_decimal(question.tolerance)
        how = {"tolerance-mode": "absolute", "tolerance": f"{near} {near}"}
    equal = [element("qti-equal", how, variable(), value_of("float", number)) for number in numbers]
    right = equal[0] if len(equal) == 1 else element("qti-or", {}, *equal)
    declared = [_response("float", numbers[:1])]
    if question.between:
        low, high = map(as_decimal, question.between)
        attributes: dict[str, Any] = {
            "response-identifier": RESPONSE,
            "lower-bound": low,
            "upper-bound": high,
        }
        slider = element("qti-slider-interaction", attributes, _prompt(question))
        return Interaction(declared, [slider], right)
    entry = element("qti-text-entry-interaction", {"response-identifier": RESPONSE})
    unit = [f" {question.unit}"] if question.unit else []
    return Interaction(
        declared,
        [element("p", {}, *words(question.prompt)), element("p", {}, entry, *unit)],
        right,
    )


def _spot(question: Question, sizes: Sizes) -> Interaction:
    width, height = sizes[question.image]
    x, y = read_area(question.answers[0]).middle()
    entries = [
        element("qti-area-map-entry", {"shape": shape, "coords": coords, "mapped-value": 1})
        for shape, coords in (in_pixels(answer, width, height) for answer in question.answers)
    ]
    mapping = element("qti-area-mapping", {"default-value": 0}, *entries)
    middle = f"{round(x * width / 100)} {round(y * height / 100)}"
    body = element(
        "qti-select-point-interaction",
        {"response-identifier": RESPONSE, "max-choices": 1},
        _prompt(question),
        shown(question.image, question.alt, sizes),
    )
    right = _maps_to_some(how="qti-map-response-point")
    return Interaction([_response("point", [middle], mapping)], [body], right)


def _nothing(question: Question) -> Iterator[str]:
    return iter(())


def _lost_letters(question: Question) -> Iterator[str]:
    yield "its kind: its letters are typed at once, as one answer"
    if question.misses != MISSES:
        yield "how many misses it takes"


def _lost_groups(question: Question) -> Iterator[str]:
    yield "its kind: it is a choice between its groups"


def _lost_fractions(question: Question) -> Iterator[str]:
    if any("/" in answer for answer in question.answers):
        yield "its fraction: it stands there as a decimal"


def _lost_places(question: Question) -> Iterator[str]:
    if question.tolerance or question.carries:
        yield "how near is near, and what is said to other places"


@dataclass(frozen=True, slots=True)
class HowAsked:
    """How a kind is asked, and what is lost by it, each a phrase. What is ``in_picture`` is answered there,
    and can't be asked without."""

    ask: Callable[[Question, Sizes], Interaction]
    lost: Callable[[Question], Iterator[str]] = _nothing
    in_picture: bool = False


ASKED: dict[str, HowAsked] = {
    "choice": HowAsked(_choice),
    "several": HowAsked(partial(_choice, cardinality="multiple")),
    "opinion": HowAsked(_choice),
    "truth": HowAsked(partial(_choice, shuffle="false")),
    "sort": HowAsked(_choice, _lost_groups),
    "order": HowAsked(_order),
    "match": HowAsked(_match),
    "gaps": HowAsked(_gaps),
    "typed": HowAsked(_typed),
    "letters": HowAsked(_typed, _lost_letters),
    "number": HowAsked(_number, _lost_fractions),
    "spot": HowAsked(_spot, _lost_places, in_picture=True),
}
"""The kinds that can be asked so, and how."""
