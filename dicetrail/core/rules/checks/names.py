"""Checks of named expressions, and of the topics that expressions count."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from difflib import get_close_matches

from ...play.language.calls import of_topic, topics_in
from ...play.questions.once import once_over
from ...play.questions.question import Question
from ...play.rulebook.named import DEEPEST, circle, depths, used_by
from ..sites import names_at, sites_of
from .found import Found, Written, gone, put


def names(game: Written) -> Iterator[Found]:
    """Names that are taken, that use one another in a circle, or that nothing uses."""
    document = game.document
    for name in document.names:
        if name in document.meters:
            message = f"`{name}` is a meter already. Give this another name."
            yield Found("name-taken", "stop", message, ("names", name), of_key=True)
    if found := circle(document.names):
        said = " → ".join(f"`{name}`" for name in found)
        message = f"These names use one another in a circle, so they have no value: {said}."
        yield Found("name-circle", "stop", message, ("names", found[-2]))
        return
    for name, depth in depths(document.names).items():
        if depth == DEEPEST + 1:
            message = f"`{name}` uses names that use names, {depth} in a row; {DEEPEST} are possible."
            yield Found("name-too-deep", "stop", message, ("names", name))
    used = {one for some in used_by(document.names).values() for one in some}
    used |= {one for site in sites_of(document) if site.sort != "named" for one in names_at(site)}
    used |= {one for waymark in document.waymarks for one in waymark.expect}
    for name in document.names:
        if name not in used:
            yield Found(
                "name-unused",
                "note",
                f"Nothing uses `{name}`.",
                ("names", name),
                of_key=True,
                mend=gone("Remove it", ("names", name)),
            )


def topics(game: Written) -> Iterator[Found]:
    """Counts of a topic that no question has."""
    for site in sites_of(game.document):
        for called, (function, topic) in topics_in(names_at(site)).items():
            there = _topics(game.questions)
            if topic in there:
                continue
            near = get_close_matches(topic, there, n=1)
            known = f"Did you mean ‘{near[0]}’?" if near else f"There are {', '.join(there[:8]) or 'none'}."
            message = f"No question has the topic ‘{topic}’, so `{called}` stays 0. {known}"
            mended = site.source.replace(f'"{topic}"', f'"{near[0]}"') if near else site.source
            mended = mended.replace(f"'{topic}'", f"'{near[0]}'") if near else mended
            mend = put(f"Write {of_topic(function, near[0])}", site.path, mended) if near else None
            yield Found("unknown-topic", "warn", message, site.path, mend=mend)


@once_over
def _topics(questions: Sequence[Question]) -> list[str]:
    return list(dict.fromkeys(question.topic for question in questions if question.topic))
