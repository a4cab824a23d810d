"""Commands that prove a game: its waymarks and aims, odds, walks, what a change did, its snags.

What reckons with arrays is imported by those who do: it takes a tenth of a second.
"""

from __future__ import annotations

import sys
from collections.abc import Sequence
from dataclasses import asdict
from pathlib import Path
from typing import TYPE_CHECKING, Any

from ..core.play.rulebook.program import Program
from ..core.prove.odds.company import Company
from ..core.prove.odds.figures import Figures, changes
from ..core.prove.odds.walker import Walker
from ..core.prove.replay.waymarks import walk_all
from ..core.rules.set_aside import with_set_aside
from ..core.snag import Refused
from ..files import read_game_file
from .parts import leave_if, line_of, placed, program_and_document, program_of, write

if TYPE_CHECKING:
    from ..core.prove.odds.aims import Held


def prove(game_path: Path, *, as_json: bool) -> None:
    """Walk the waymarks of a game and look at its aims."""
    from ..core.prove.odds.aims import look

    program, document = program_and_document(game_path)
    walked = walk_all(program, document.waymarks)
    failed = [one for one in walked if not one.passed]
    aims = look(program, document.aims)
    missed = [aim for aim in aims if not aim.holds]
    if as_json:
        write(
            {
                "passed": len(walked) - len(failed),
                "failed": len(failed),
                "waymarks": [
                    {
                        "name": one.name,
                        "passed": one.passed,
                        "expected": one.end.expected,
                        "got": one.end.got,
                        "along": [asdict(looked) for looked in one.along],
                        "problem": one.problem,
                    }
                    for one in walked
                ],
                "aims": [aim.as_dict() for aim in aims],
            }
        )
    else:
        for one in walked:
            print(f"{'passed' if one.passed else 'FAILED'}  {one.name}")
            for sentence in one.sentences():
                print(f"        {sentence}")
        for aim in aims:
            print(f"{'holds ' if aim.holds else 'MISSED'}  {aim.name}: {_told_of(aim)}")
        print(f"{len(walked) - len(failed)} passed, {len(failed)} failed")
        if aims:
            print(f"{len(aims) - len(missed)} aims hold, {len(missed)} do not")
    leave_if(bool(failed or missed))


def _told_of(aim: Held) -> str:
    if aim.problem or aim.value is None:
        return aim.problem or "not a number"
    if aim.exact:
        return f"{aim.value:.4g}, exactly"
    return f"{aim.value:.4g}, between {_told(aim.low)} and {_told(aim.high)} ({aim.plays:,} plays walked)"


def walker_of(skill: float | None, knows: float | None, pace: float, *, helps: bool) -> Walker:
    """Who makes the plays. Raises Refused where neither or both of skill and knows are given."""
    if (skill is None) == (knows is None):
        raise Refused("Say how the plays are made: --skill P or --knows K.")
    share = skill if skill is not None else knows
    return Walker("skill" if skill is not None else "knows", share or 0.0, pace, helps)


def company_of(one: Walker, spread: float, pace_spread: float, at_level: Sequence[str] | None) -> Company:
    """Players around one, who differ. Raises Refused."""
    if one.helps:
        raise Refused("A company of players uses no helps: --helps goes with one --skill or --knows.")
    if one.how != "skill":
        raise Refused("A company of players has a skill: --skill P, with --spread, --at-level and so on.")
    return Company(one.share, spread, one.pace, pace_spread, dict(map(_level, at_level or ())))


def walk(game_path: Path, walker: Walker | Company, plays: int, dice: int, *, as_json: bool) -> None:
    """Make many plays, and tell what they come to."""
    from ..core.prove.odds.together import ENOUGH, walk_together
    from ..core.prove.odds.walking import Walking

    program = program_of(game_path)
    walking = Walking(program, walker, dice)
    if plays >= ENOUGH:
        walk_together(walking, plays)
    else:
        walking.make(plays)
    _show_figures(walking.figures(), program, as_json)


def _level(said: str) -> tuple[int, float]:
    level, _, skill = said.partition("=")
    try:
        found = int(level), float(skill)
    except ValueError:
        found = 0, -1.0
    if not (1 <= found[0] <= 5 and 0 <= found[1] <= 1):
        raise Refused(f"‘{said}’ is no skill at a level: write 3=0.6, levels 1 to 5, skills 0 to 1.")
    return found


def odds(game_path: Path, walker: Walker, *, as_json: bool) -> None:
    """Tell exactly what plays come to."""
    from ..core.prove.odds.exact import Inexact
    from ..core.prove.odds.exact import odds as exact_odds

    program = program_of(game_path)
    try:
        found = exact_odds(program, walker)
    except Inexact as error:
        print(error, file=sys.stderr)
        leave_if(True)
    _show_figures(found, program, as_json)


def compare(game_path: Path, other_path: Path, walker: Walker, *, as_json: bool) -> None:
    """Hold what plays of a game come to against what those of another do."""
    sides = [_figures_of(program_of(path), walker) for path in (game_path, other_path)]
    found = changes(*sides)
    if as_json:
        write({"before": sides[0], "after": sides[1], "changed": found})
    else:
        for one in found:
            print(f"{one['what']}: was {_told(one['before'])}, is {_told(one['after'])}")
        print(f"{len(found)} differences" if found else "no difference")


def _figures_of(program: Program, walker: Walker) -> dict[str, Any]:
    """The exact figures of a game, walked ones where there are none."""
    from ..core.prove.odds.best import best_figures

    found, problem = best_figures(program, walker)
    if problem:
        print(f"{program.game.title}: {problem} {found.plays:,} plays were walked.", file=sys.stderr)
    return found.as_dict(len(program.game.rows))


def _show_figures(found: Figures, program: Program, as_json: bool) -> None:
    data = found.as_dict(len(program.game.rows))
    if as_json:
        write(data)
        return
    print("exact" if found.exact else f"{found.plays:,} plays walked")
    for kind in ("results", "awards"):
        for name, share in data[kind].items():
            if share:
                print(f"  {100 * share:6.2f} %  {name or 'no award'}")
    for player, shares in enumerate(found.places_by_player, 1):
        told = ", ".join(f"{100 * share:.2f} % {place}." for place, share in enumerate(shares, 1) if share)
        print(f"  player {player}: {told}")
    for name, spread in (*data["meters"].items(), ("asked", data["asked"]), ("seconds", data["seconds"])):
        print(
            f"  {name}: {_told(spread['mean'])} on average (sd {_told(spread['sd'])}),"
            f" {_told(spread['min'])} to {_told(spread['max'])}"
        )
    if data["unused_rows"]:
        print(f"  never used: row {', '.join(map(str, data['unused_rows']))}")
    if found.left_over:
        print(f"  {float(found.left_over):.1e} of all plays still go on")


def _told(value: object) -> str:
    return f"{value:.4g}" if isinstance(value, int | float) else str(value)


def snags(game_path: Path, *, as_json: bool) -> None:
    """Tell what is wrong with a game."""
    from ..core.prove.search.doubts import doubts
    from ..core.prove.search.reach import reach

    reading = read_game_file(game_path)
    found = reading.snags
    if reading.game is not None:
        found = [*found, *doubts(reading, reach(Program(reading.game)))]
    found = with_set_aside(found, reading.document)
    if as_json:
        write({"snags": [{**placed(snag), "column": snag.column, "path": snag.path} for snag in found]})
    else:
        for snag in found:
            print(line_of(snag))
        print(f"{len(found)} snags")
    leave_if(any(snag.severity == "stop" for snag in found))
