"""The command that tells what plays say of the questions."""

from __future__ import annotations

from dataclasses import asdict
from pathlib import Path

from ..core.play.answers.folding import fold
from ..core.play.answers.switches import Checking
from ..core.prove.plays.about import AboutQuestion
from ..core.prove.plays.advice import advice_on
from ..core.prove.plays.out import STATISTICS_COLUMNS, read_json_lines, statistics_row
from ..core.prove.plays.statistics import FEW, Statistics, statistics_of
from ..core.snag import Refused
from ..files import read_bytes
from .parts import write

LARGEST_HISTORY = 512 * 2**20


def report(history: Path, *, as_json: bool) -> None:
    """Tell what plays say of the questions."""
    try:
        text = read_bytes(history, LARGEST_HISTORY).decode("utf-8-sig")
    except UnicodeDecodeError:
        raise Refused(f"{history} is not UTF-8 text: plays are written as JSON Lines.") from None
    plays, told = read_json_lines(text, str(history))
    found = statistics_of(plays, lambda _, given: fold(given, Checking()), told)
    advised = {
        one.question: advice_on(one, about.options, about.answers)
        for one in found.questions
        for about in (told.get(one.question, AboutQuestion("")),)
    }
    rows = [dict(zip(STATISTICS_COLUMNS, statistics_row(one, told), strict=True)) for one in found.questions]
    if as_json:
        for row, one in zip(rows, found.questions, strict=True):
            row["picked"] = one.picked
            row["refused"] = {text.text: text.times for text in one.refused}
            row["advice"] = [advice.said for advice in advised[one.question]]
        write(
            {
                "plays": found.plays,
                "reliability": found.reliability,
                "common": found.common,
                "questions": rows,
                **({"rounds": _rounds(found)} if found.rounds else {}),
            }
        )
        return
    few = " (few: take the numbers with care)" if found.plays < FEW else ""
    print(f"{found.plays} plays{few}")
    if found.reliability is not None:
        print(f"KR-20 {found.reliability:.2f} over {found.common} questions")
    for of in _rounds(found):
        print(f"round {of['round']}: {of['right']} of {of['asked']} right, in {of['plays']} plays")
    for row, one in zip(rows, found.questions, strict=True):
        apart = "" if one.discrimination is None else f", r = {one.discrimination:+.2f}"
        print(
            f"{100 * one.difficulty:3.0f} % of {one.asked} right at the first try"
            f" ({100 * one.low:.0f}–{100 * one.high:.0f} %){apart}: {row['prompt']}"
        )
        for advice in advised[one.question]:
            print(f"      {advice.said}")


def _rounds(found: Statistics) -> list[dict[str, int]]:
    """The rounds as the command line writes them."""
    return [{"round": number, **asdict(one)} for number, one in found.rounds.items()]
