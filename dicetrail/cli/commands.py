"""The command line."""

from __future__ import annotations

import os
import sys
from collections import Counter
from pathlib import Path
from typing import Annotated, Any, NoReturn

import typer

from ..core.pack.formats import lost_in_file, write_file
from ..core.pack.reading import Reading
from ..core.play.answers.switches import Checking
from ..core.play.deal.setup import SetupError, choose
from ..core.play.kinds import key_of, shown_answer
from ..core.play.questions.card import as_filed
from ..core.play.run.checking import check
from ..core.play.run.dealt import dealt
from ..core.play.run.moves import MoveError
from ..core.rules.document import schema as game_schema
from ..core.snag import Refused
from ..files import read_pack_file, read_pack_with_media, write_bytes
from ..give.carried.playing import CannotPlay, Told, play_as_told, rolled
from . import giving, proof, report
from .parts import FOUND, UNUSABLE, AsJson, GamePath, leave_if, line_of, placed, program_of, write

app = typer.Typer(
    add_completion=False,
    no_args_is_help=True,
    rich_markup_mode=None,
    pretty_exceptions_enable=False,
    help="Program a quiz game, prove it, play it, hand it out.",
)
Dice = Annotated[
    int | None, typer.Option(help="the number all chance comes from; rolled where it is not given")
]
Count = Annotated[int | None, typer.Option(help="how many questions, where the game asks")]
Topic = Annotated[str, typer.Option(help="only questions of this topic")]
Level = Annotated[int | None, typer.Option(help="only questions of this level")]


app.add_typer(proof.commands)
app.add_typer(giving.commands)
app.add_typer(report.commands)


def main() -> NoReturn:
    """Run the command line; every failure is one sentence on standard error and an exit code."""
    code: Any = 0
    try:
        code = app(standalone_mode=False)
    except typer.Abort:
        code = 130
    except typer.TyperException as error:  # it knows which option or argument was meant
        print(f"dicetrail: {error.format_message()}", file=sys.stderr)
        code = UNUSABLE
    except (Refused, SetupError, MoveError, CannotPlay) as error:
        print(f"dicetrail: {error}", file=sys.stderr)
        code = UNUSABLE
    except BrokenPipeError:
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        code = FOUND
    except Exception as error:  # a fault of ours: still a sentence, never a traceback
        print(f"dicetrail: this is a fault in Dice Trail ({type(error).__name__}: {error}).", file=sys.stderr)
        code = UNUSABLE
    sys.exit(code if isinstance(code, int) else 0)


@app.command()
def serve(
    host: Annotated[str, typer.Option(help="address to listen at")] = "127.0.0.1",
    port: Annotated[int, typer.Option(min=1, max=65535, help="port to listen at")] = 8321,
    data: Annotated[Path | None, typer.Option(help="folder for what you make")] = None,
    demo: Annotated[bool, typer.Option("--demo", help="begin with the demo's packs and games")] = False,
) -> None:
    """Serve the workshop and the players' pages."""
    from ..web.server import serve as run_server  # imported late: the other commands need no web

    run_server(host, port, data, demo=demo)


@app.command()
def backup(
    target: Annotated[Path, typer.Argument(help="the file to write", metavar="FILE")],
    data: Annotated[Path | None, typer.Option(help="folder of the workshop's data")] = None,
) -> None:
    """Copy all that a workshop keeps into one file, also while it runs. Serve it from a folder in which the
    copy is called dicetrail.sqlite."""
    from ..store.copies import copy_database  # imported late: the other commands need no database
    from ..store.folder import DATABASE, usual_folder

    copy_database((data or usual_folder()) / DATABASE, target)
    print(f"Everything is in {target}", file=sys.stderr)


@app.command("check")
def check_files(
    files: Annotated[list[Path], typer.Argument(help="question files", metavar="FILE…")],
    as_json: AsJson = False,
) -> None:
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


@app.command()
def convert(
    source: Annotated[Path, typer.Argument(help="the file to read", metavar="IN")],
    target: Annotated[Path, typer.Argument(help="the file to write", metavar="OUT")],
) -> None:
    """Write the questions of a file as another kind of file, by their endings."""
    reading, media = read_pack_with_media(source)
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


@app.command("deal")
def deal_cards(
    game_path: GamePath,
    dice: Dice = None,
    count: Count = None,
    topic: Topic = "",
    level: Level = None,
    as_json: AsJson = False,
) -> None:
    """Show which questions a play would ask, in which order, with the options in their places; where that
    hangs on how the play goes, if all answers are right."""
    program = program_of(game_path)
    game = program.game
    cards = dealt(program, choose(game, rolled(dice), count=count, topic=topic, level=level))
    if as_json:
        write(
            [
                {
                    "id": card.question.id,
                    "prompt": card.question.prompt,
                    "options": list(card.options),
                    "right": shown_answer(card.question),
                    "key": key_of(card),
                    **({"round": of} if of else {}),
                }
                for of, card in cards
            ]
        )
        return
    before = 0
    for number, (of, card) in enumerate(cards, 1):
        if of != before:
            print(f"{game.rounds[of - 1].name}:")
            before = of
        print(f"{number}. {card.question.prompt}  [{key_of(card)}]")
        for place, option in enumerate(card.options):
            print(f"   {'▸' if place in card.rights else ' '} {option}")


@app.command()
def answer(
    file: Annotated[Path, typer.Argument(metavar="FILE")],
    question_id: Annotated[str, typer.Argument(metavar="ID")],
    text: Annotated[str, typer.Argument(metavar="TEXT")],
    as_json: AsJson = False,
) -> None:
    """Check one answer to one question of a file and show every step."""
    reading = read_pack_file(file)
    question = next((question for question in reading.questions if question.id == question_id), None)
    if question is None:
        raise Refused(f"There is no question {question_id} in {file}.")
    if question.recipe is not None:
        raise Refused(f"{question_id} is a recipe; only the questions made from it have an answer.")
    verdict = check(as_filed(question), text, Checking())
    if as_json:
        write({"verdict": verdict.name, "steps": list(verdict.steps)})
    else:
        print("\n".join([*verdict.steps, f"→ {verdict.name}"]))


@app.command("play")
def play_game(
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
    play_as_told(program_of(game_path), Told(dice, moves, player, count, topic, level, players, as_json))


@app.command()
def schema() -> None:
    """Write the JSON Schema of a game."""
    write(game_schema())


def _tell_reading(reading: Reading) -> None:
    for snag in reading.all_snags:
        print(line_of(snag))
    kinds = ", ".join(f"{number} {kind}" for kind, number in reading.kinds.items()) or "none"
    print(f"{reading.file}: {len(reading.questions)} questions ({kinds}), {len(reading.all_snags)} snags")
