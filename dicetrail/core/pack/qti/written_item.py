"""A question as an item of QTI 3.0."""

from __future__ import annotations

import re
from collections.abc import Iterator
from xml.etree.ElementTree import Element

from ...play.language.numbers import as_written
from ...play.questions.carried import Carried
from ...play.questions.question import LABELS, Question
from ..light import marked
from ..xml import document, element, words
from .asked import ASKED, MEDIA, RESPONSE, Interaction, Sizes, shown, value_of, variable
from .item import HINT, OURS, VALUE

NAMESPACE = "http://www.imsglobal.org/xsd/imsqtiasi_v3p0"
_LONGEST_TITLE = 80
_MADE = "it is made anew for each play, which QTI has no word for"


def can_be_written(question: Question, sizes: Sizes) -> bool:
    """Whether there is an item for it."""
    return question.kind in ASKED and (not ASKED[question.kind].in_picture or question.image in sizes)


def lost_in(question: Question, sizes: Sizes) -> Iterator[str]:
    """What of a question its item does not say."""
    if question.recipe is not None:
        yield f"the whole question: {_MADE}"
    elif not can_be_written(question, sizes):
        yield "the whole question: its picture is not there"
    else:
        yield from ASKED[question.kind].lost(question)
        if any(one.adds for one in question.carries):
            yield "what its answers add to meters"
        if any(one.value and one.place < 0 for one in question.carries):
            yield "the values of typed answers"
        if question.times:
            yield "how often it is asked"


def item_of(question: Question, identifier: str, sizes: Sizes) -> bytes:
    """The item of a question that can be written."""
    asked = ASKED[question.kind].ask(question, sizes)
    root = element(
        "qti-assessment-item",
        {
            "xmlns": NAMESPACE,
            "identifier": identifier,
            "label": question.id,
            "title": shortened(question.prompt),
            "adaptive": "false",
            "time-dependent": "false",
            "tool-name": OURS,
        },
        *asked.declared,
        *_outcomes(question, asked),
        _body(question, asked, sizes),
        element("qti-response-processing", {}, *_processing(question, asked)),
        *_feedback(question),
    )
    return document(root)


def shortened(text: str) -> str:
    """The first words of a text, without what is marked in it."""
    text = re.sub(r"\s+", " ", "".join(piece for _, piece in marked(text)))
    return text if len(text) <= _LONGEST_TITLE else f"{text[: _LONGEST_TITLE - 1]}…"


def _body(question: Question, asked: Interaction, sizes: Sizes) -> Element:
    body = element("qti-item-body", {})
    if question.image and not ASKED[question.kind].in_picture:
        body.append(element("p", {}, shown(question.image, question.alt, sizes)))
    if question.sound:
        body.append(
            element("p", {}, element("audio", {"src": MEDIA + question.sound, "controls": "controls"}))
        )
    body.extend(asked.body)
    if question.hint:
        body.append(element("qti-rubric-block", {"view": "candidate", "use": HINT}, _content(question.hint)))
    return body


def _content(text: str) -> Element:
    return element("qti-content-body", {}, element("p", {}, *words(text)))


def _says(question: Question) -> list[tuple[str, Carried]]:
    """What is said to single answers, each with the identifier of its text."""
    having = [one for one in question.carries if one.says and not ASKED[question.kind].in_picture]
    return [(LABELS[one.place] if one.place >= 0 else f"S{n}", one) for n, one in enumerate(having, 1)]


def _outcomes(question: Question, asked: Interaction) -> Iterator[Element]:
    worth = as_written(float(question.worth))
    yield _outcome("SCORE", "float", {"normal-maximum": worth})
    yield _outcome("MAXSCORE", "float", {}, worth)
    if any(one.value and one.place >= 0 for one in question.carries):
        yield _outcome(VALUE, "float", {})
    if question.why:
        yield _outcome("WHY", "identifier", {}, "why")
    if question.why_right or question.why_wrong:
        yield _outcome("VERDICT", "identifier", {})
    if _says(question):
        yield _outcome("SAID", "identifier", {"cardinality": asked.cardinality})


def _outcome(name: str, base: str, more: dict[str, str], value: str = "") -> Element:
    attributes = {"identifier": name, "cardinality": "single", "base-type": base, **more}
    default = [element("qti-default-value", {}, element("qti-value", {}, value))] if value else []
    return element("qti-outcome-declaration", attributes, *default)


def _processing(question: Question, asked: Interaction) -> Iterator[Element]:
    if asked.right is not None:
        right = element(
            "qti-response-if", {}, asked.right, _set("SCORE", "float", as_written(float(question.worth)))
        )
        wrong = element("qti-response-else", {})
        if question.why_right:
            right.append(_set("VERDICT", "identifier", "right"))
        if question.why_wrong:
            wrong.append(_set("VERDICT", "identifier", "wrong"))
        yield element("qti-response-condition", {}, right, *([wrong] if len(wrong) else []))
    if any(one.value and one.place >= 0 for one in question.carries):
        mapped = element("qti-map-response", {"identifier": RESPONSE})
        yield element("qti-set-outcome-value", {"identifier": VALUE}, mapped)
    says = _says(question)
    if says and says[0][1].place >= 0:
        yield element("qti-set-outcome-value", {"identifier": "SAID"}, variable())
        return
    for name, one in says:
        yield element(
            "qti-response-condition",
            {},
            element(
                "qti-response-if",
                {},
                asked.is_given(one.text, question.unit),
                _set("SAID", "identifier", name),
            ),
        )


def _set(name: str, base: str, value: str) -> Element:
    return element("qti-set-outcome-value", {"identifier": name}, value_of(base, value))


def _feedback(question: Question) -> Iterator[Element]:
    texts = [("WHY", "why", question.why), ("VERDICT", "right", question.why_right)]
    texts += [("VERDICT", "wrong", question.why_wrong)]
    texts += [("SAID", name, one.says) for name, one in _says(question)]
    for outcome, name, text in texts:
        if text:
            attributes = {"outcome-identifier": outcome, "identifier": name, "show-hide": "show"}
            yield element("qti-modal-feedback", attributes, _content(text))
