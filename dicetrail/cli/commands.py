"""The command line: what can be typed.

What a command does stands in a module of its own, which is imported when it is called: so help comes at once,
and a command waits for nothing but what it needs.
"""

from __future__ import annotations

import gc
import os
import sys
from pathlib import Path
from typing import Annotated, Any, NoReturn

import typer

from ..core.play.dice import LARGEST_DICE
from .exits import FOUND, UNUSABLE

app = typer.Typer(
    add_completion=False,
    no_args_is_help=True,
    rich_markup_mode=None,
    pretty_exceptions_enable=False,
    help="Program a quiz game, prove it, play it, hand it out.",
)
COLLECTED = (50_000, 50, 100)
"""How many new objects the collector of cycles waits for. Modules, packs and games are many objects that stay
and make no cycle, and while it goes through them everybody waits."""
GamePath = Annotated[Path, typer.Argument(help="a game's YAML, or a bundle", metavar="GAME")]
AsJson = Annotated[bool, typer.Option("--json", help="write one JSON value")]
Dice = Annotated[
    int | None, typer.Option(help="the number all chance comes from; rolled where it is not given")
]
Count = Annotated[int | None, typer.Option(help="how many questions, where the game asks")]
Topic = Annotated[str, typer.Option(help="only questions of this topic")]
Level = Annotated[int | None, typer.Option(help="only questions of this level")]
Skill = Annotated[float | None, typer.Option(min=0, max=1, help="the chance that a try is right")]
Knows = Annotated[float | None, typer.Option(min=0, max=1, help="the chance that the answer is known")]
Pace = Annotated[float, typer.Option(min=0, max=3600, help="seconds a try takes")]
Helps = Annotated[bool, typer.Option("--helps", help="use each help where the answer is not known")]


def main() -> NoReturn:
    """Run the command line; every failure is one sentence on standard error and an exit code."""
    gc.set_threshold(*COLLECTED)
    code: Any = 0
    try:
        code = app(standalone_mode=False)
    except typer.Abort:
        code = 130
    except typer.TyperException as error:  # it knows which option or argument was meant
        print(f"dicetrail: {error.format_message()}", file=sys.stderr)
        code = UNUSABLE
    except BrokenPipeError:
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        code = FOUND
    except Exception as error:
        print(f"dicetrail: {_said_of(error)}", file=sys.stderr)
        code = UNUSABLE
    sys.exit(code if isinstance(code, int) else 0)


def _said_of(error: Exception) -> str:
    """A failure as a sentence: also one that is a fault of ours, never a traceback."""
    from ..core.play.deal.setup import SetupError
    from ..core.play.run.moves import MoveError
    from ..core.snag import Refused
    from ..give.carried.playing import CannotPlay

    if isinstance(error, Refused | SetupError | MoveError | CannotPlay):
        return str(error)
    return f"this is a fault in Dice Trail ({type(error).__name__}: {error})."


@app.command()
def serve(
    host: Annotated[str, typer.Option(help="address to listen at")] = "127.0.0.1",
    port: Annotated[int, typer.Option(min=1, max=65535, help="port to listen at")] = 8321,
    data: Annotated[Path | None, typer.Option(help="folder for what you make")] = None,
    demo: Annotated[bool, typer.Option("--demo", help="begin with the demo's packs and games")] = False,
) -> None:
    """Serve the workshop and the players' pages."""
    from ..web.server import serve as run_server

    run_server(host, port, data, demo=demo)


@app.command()
def backup(
    target: Annotated[Path, typer.Argument(help="the file to write", metavar="FILE")],
    data: Annotated[Path | None, typer.Option(help="folder of the workshop's data")] = None,
) -> None:
    """Copy all that a workshop keeps into one file, also while it runs. Serve it from a folder in which the
    copy is called dicetrail.sqlite."""
    from ..store.copies import copy_database
    from ..store.folder import DATABASE, usual_folder

    copy_database((data or usual_folder()) / DATABASE, target)
    print(f"Everything is in {target}", file=sys.stderr)


# Question files


@app.command()
def check(
    files: Annotated[list[Path], typer.Argument(help="question files", metavar="FILE…")],
    as_json: AsJson = False,
) -> None:
    """Read question files and tell what is wrong in them."""
    from . import question_files

    question_files.check(files, as_json=as_json)


@app.command()
def convert(
    source: Annotated[Path, typer.Argument(help="the file to read", metavar="IN")],
    target: Annotated[Path, typer.Argument(help="the file to write", metavar="OUT")],
) -> None:
    """Write the questions of a file as another kind of file, by their endings."""
    from . import question_files

    question_files.convert(source, target)


@app.command()
def answer(
    file: Annotated[Path, typer.Argument(metavar="FILE")],
    question_id: Annotated[str, typer.Argument(metavar="ID")],
    text: Annotated[str, typer.Argument(metavar="TEXT")],
    as_json: AsJson = False,
) -> None:
    """Check one answer to one question of a file and show every step."""
    from . import question_files

    question_files.answer(file, question_id, text, as_json=as_json)


# Plays


@app.command()
def deal(
    game_path: GamePath,
    dice: Dice = None,
    count: Count = None,
    topic: Topic = "",
    level: Level = None,
    as_json: AsJson = False,
) -> None:
    """Show which questions a play would ask, in which order, with the options in their places; where that
    hangs on how the play goes, if all answers are right."""
    from ..give.carried.playing import Told
    from . import plays

    plays.deal(game_path, Told(dice, count=count, topic=topic, level=level, as_json=as_json))


@app.command()
def play(
    game_path: GamePath,
    dice: Dice = None,
    moves: Annotated[str | None, typer.Option(help="a moves file, - for standard input")] = None,
    player: Annotated[str, typer.Option(help="the player's name")] = "",
    count: Count = None,
    topic: Topic = "",
    level: Level = None,
    players: Annotated[str, typer.Option(help="who plays in turn, with commas between the names")] = "",
    as_json: AsJson = False,
) -> None:
    """Play in the terminal; with moves, write the trail as JSON Lines."""
    from ..give.carried.playing import Told, play_as_told
    from .parts import program_of

    play_as_told(program_of(game_path), Told(dice, moves, player, count, topic, level, players, as_json))


@app.command()
def schema() -> None:
    """Write the JSON Schema of a game."""
    from ..core.rules.document import schema as game_schema
    from .parts import write

    write(game_schema())


# Proofs


@app.command()
def prove(game_path: GamePath, as_json: AsJson = False) -> None:
    """Walk the waymarks of a game and look at its aims; tell which still come out as they must."""
    from . import proof

    proof.prove(game_path, as_json=as_json)


@app.command()
def walk(
    game_path: GamePath,
    plays: Annotated[int, typer.Option(min=1, max=10_000_000, help="how many plays")],
    dice: Annotated[int, typer.Option(min=0, max=LARGEST_DICE, help="what all their chance comes from")],
    skill: Skill = None,
    knows: Knows = None,
    pace: Pace = 0,
    helps: Helps = False,
    spread: Annotated[float, typer.Option(min=0, max=1, help="how far skills differ (sd)")] = 0,
    pace_spread: Annotated[float, typer.Option(min=0, max=3600, help="how far paces differ (sd)")] = 0,
    at_level: Annotated[
        list[str] | None, typer.Option(help="the skill at a level, such as 3=0.6; may be given again")
    ] = None,
    as_json: AsJson = False,
) -> None:
    """Make many plays, and tell what they come to."""
    from . import proof

    one = proof.walker_of(skill, knows, pace, helps=helps)
    walker = (
        proof.company_of(one, spread, pace_spread, at_level) if spread or pace_spread or at_level else one
    )
    proof.walk(game_path, walker, plays, dice, as_json=as_json)


@app.command()
def odds(
    game_path: GamePath,
    skill: Skill = None,
    knows: Knows = None,
    pace: Pace = 0,
    helps: Helps = False,
    as_json: AsJson = False,
) -> None:
    """Tell exactly what plays come to. Exit 1 where a game has too many states for it."""
    from . import proof

    proof.odds(game_path, proof.walker_of(skill, knows, pace, helps=helps), as_json=as_json)


@app.command()
def compare(
    game_path: GamePath,
    other_path: Annotated[Path, typer.Argument(metavar="OTHER")],
    skill: Skill = None,
    knows: Knows = None,
    pace: Pace = 0,
    helps: Helps = False,
    as_json: AsJson = False,
) -> None:
    """Hold what plays of a game come to against what those of another do."""
    from . import proof

    proof.compare(game_path, other_path, proof.walker_of(skill, knows, pace, helps=helps), as_json=as_json)


@app.command()
def snags(game_path: GamePath, as_json: AsJson = False) -> None:
    """Tell what is wrong with a game."""
    from . import proof

    proof.snags(game_path, as_json=as_json)


# What is given away, and what comes back


@app.command()
def give(
    game_path: GamePath,
    out: Annotated[Path, typer.Argument(help="the file to write", metavar="OUT")],
    way: Annotated[
        str,
        typer.Option(
            "--as", help="bundle: to go on with; page, terminal, course: to be played; qti: its questions"
        ),
    ],
) -> None:
    """Write a game as one file: for another maker, for a terminal, or for a browser.

    Right answers are not in plain sight in a file that plays, but whoever opens it up can find them.
    """
    from . import giving

    giving.give(game_path, out, way)


@app.command()
def report(
    history: Annotated[Path, typer.Argument(help="plays as the workshop writes them", metavar="HISTORY")],
    as_json: AsJson = False,
) -> None:
    """Tell what plays say of the questions: how hard each is, how well it tells players apart, what to do."""
    from . import reporting

    reporting.report(history, as_json=as_json)
