"""Commands on question files: what is wrong in them, other files of them, and answers to them."""

from __future__ import annotations

import sys
from collections import Counter
from collections.abc import Sequence
from pathlib import Path

from ..core.pack.formats import holds_media, lost_in_file, write_file
from ..core.pack.formats.base import NO_MEDIA
from ..core.pack.reading import Reading
from ..core.play.answers.switches import Checking
from ..core.play.questions.card import as_filed
from ..core.play.run.checking import check as check_answer
from ..core.snag import Refused
from ..files import read_pack_file, read_pack_with_media, write_bytes
from .parts import leave_if, line_of, placed, write


def check(files: Sequence[Path], *, as_json: bool) -> None:
    """Read question files and tell what is wrong in them."""
    readings = [read_pack_file(path) for path in files]
    snags = [snag for reading in readings for snag in reading.all_snags]
    kinds: Counter[str] = Counter()
    for reading in readings:
        kinds.update(reading.kinds)
    if as_json:
        write({"questions": kinds.total(), "kinds": dict(kinds), "snags": [placed(snag) for snag in snags]})
    else:
        for reading in readings:
            _tell_reading(reading)
    leave_if(any(snag.severity != "note" for snag in snags))


def convert(source: Path, target: Path) -> None:
    """Write the questions of a file as another kind of file."""
    reading, media = (
        read_pack_with_media(source) if holds_media(target.name) else (read_pack_file(source), NO_MEDIA)
    )
    write_bytes(target, write_file(target.name, reading.questions, media))
    for sentence in lost_in_file(target.name, reading.questions, media):
        print(sentence, file=sys.stderr)
    unread = [snag for snag in reading.snags if snag.severity == "stop"]
    for snag in unread:
        print(line_of(snag), file=sys.stderr)
    print(f"{len(reading.questions)} questions written to {target}", file=sys.stderr)
    if unread:
        print(f"{len(unread)} lines were not read and so are not in it", file=sys.stderr)
    leave_if(bool(unread))


def answer(file: Path, question_id: str, text: str, *, as_json: bool) -> None:
    """Check one answer to one question of a file and show every step."""
    reading = read_pack_file(file)
    question = next((question for question in reading.questions if question.id == question_id), None)
    if question is None:
        raise Refused(f"There is no question {question_id} in {file}.")
    if question.recipe is not None:
        raise Refused(f"{question_id} is a recipe; only the questions made from it have an answer.")
    verdict = check_answer(as_filed(question), text, Checking())
    if as_json:
        write({"verdict": verdict.name, "steps": list(verdict.steps)})
    else:
        print("\n".join([*verdict.steps, f"→ {verdict.name}"]))


def _tell_reading(reading: Reading) -> None:
    for snag in reading.all_snags:
        print(line_of(snag))
    kinds = ", ".join(f"{number} {kind}" for kind, number in reading.kinds.items()) or "none"
    print(f"{reading.file}: {len(reading.questions)} questions ({kinds}), {len(reading.all_snags)} snags")
