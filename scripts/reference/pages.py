"""Each page of the reference that is made from the code, by the name of its file."""

from __future__ import annotations

import inspect
import re
from collections.abc import Callable, Iterable, Mapping
from typing import Any

import typer.main

from dicetrail.cli.commands import app
from dicetrail.core.pack.formats import FORMATS
from dicetrail.core.pack.kinds import GENERATED, WRITTEN
from dicetrail.core.play.answers.switches import SWITCHES
from dicetrail.core.play.kinds import KINDS
from dicetrail.core.play.language.calls import CHANCES, OF_TOPIC, OVER_ALL
from dicetrail.core.play.rulebook.moments import MOMENTS
from dicetrail.core.play.rulebook.names import LATER, NAMES, TOLD
from dicetrail.core.rules.document import schema
from dicetrail.handbook.keys import KEYS
from dicetrail.handbook.render import slug

from . import examples
from .markdown import block, bullets, code, page, section, table

_SCREENS = {
    "everywhere": "Everywhere",
    "handout": "Hand out",
    "player": "The player’s page",
}
"""What screens are called whose names are not their words."""


def game() -> str:
    """Every part of a game, from its schema."""
    whole = schema()
    parts = [section("The game", _part(whole))]
    for name, part in sorted(whole["$defs"].items()):
        if "properties" in part:
            parts.append(section(_called(name), _sentence(part["description"]), _part(part)))
    return page(
        "What a game says",
        "A game is one YAML text. These are all its parts, with what each may say and what holds"
        " where it says"
        " nothing. `dicetrail schema` gives the same to editors that complete YAML.",
        *parts,
    )


def _part(part: Mapping[str, Any], at: str = "") -> str:
    required = part.get("required", ())
    return table(
        ("word", "is", "if not said", "what it does"),
        (
            (
                code(word),
                _kind_of(one, at),
                "it must be said" if word in required else _default(one),
                _sentence(one["description"]),
            )
            for word, one in part["properties"].items()
        ),
    )


def _called(name: str) -> str:
    words = re.sub(r"(?<=[a-z])(?=[A-Z])", " ", name.removesuffix("Part")).lower()
    return words.capitalize()


def _kind_of(one: Mapping[str, Any], at: str) -> str:
    """What may stand there, in words; other parts stand on the page ``at``."""
    if "$ref" in one:
        called = _called(one["$ref"].split("/")[-1])
        return f"[{called}]({at}#{slug(called)})"
    if "enum" in one:
        return ", ".join(code(str(word)) for word in one["enum"])
    if "const" in one:
        return code(str(one["const"]))
    if "anyOf" in one:
        tried = [_kind_of(way, at) for way in one["anyOf"] if way != {"type": "null"}]
        return " or ".join(dict.fromkeys(tried))
    match one.get("type"):
        case "array":
            return f"a list: {_kind_of(one['items'], at)}"
        case "object":
            inside = one.get("additionalProperties")
            return f"by names: {_kind_of(inside, at)}" if isinstance(inside, dict) else "by names"
        case list():
            return "an expression"
        case "integer" | "number" as number:
            bounds = [str(one[end]) for end in ("minimum", "maximum") if end in one]
            said = "a whole number" if number == "integer" else "a number"
            return f"{said}, {' to '.join(bounds)}" if len(bounds) == 2 else said
        case "boolean":
            return "`true` or `false`"
    return "a text"


def _default(one: Mapping[str, Any]) -> str:
    match one.get("default"):
        case None | "" | {} | []:
            return ""
        case True | False as truth:
            return code(str(truth).lower())
        case dict():
            return ""
        case list() as listed:
            return code(f"[{', '.join(map(str, listed))}]")
        case value:
            return code(str(value))


def names() -> str:
    """Every name and function of expressions and texts."""
    functions = {name: (says, examples.FUNCTIONS[name]) for name, says in _functions().items()}
    of_round = {name for name in NAMES if name.startswith("round")}
    groups = (
        ("Names", [name for name in NAMES if name not in of_round]),
        ("Names of a round", [name for name in NAMES if name in of_round]),
    )
    return page(
        "Names and functions",
        "What conditions (`if`), sums (`add`, `set`) and texts (`tell`) know, besides a game's own meters and"
        " `names`. In a text a name stands between braces: `{streak}`. A meter of a game may be"
        " called as those"
        f" that came later ({', '.join(code(name) for name in sorted(LATER & NAMES.keys()))}); it"
        f" then hides them.",
        *(
            section(
                heading,
                table(
                    ("name", "what it is", "an example"),
                    ((code(name), NAMES[name], code(examples.NAMES[name])) for name in group),
                ),
            )
            for heading, group in groups
        ),
        section(
            "Only in texts",
            table(
                ("name", "what it is", "an example"),
                ((code(name), says, code(examples.NAMES[name])) for name, says in TOLD.items()),
            ),
        ),
        section(
            "Functions",
            table(
                ("function", "what it gives", "an example"),
                ((code(name), says, code(example)) for name, (says, example) in functions.items()),
            ),
        ),
        section(
            "How expressions are written",
            "Numbers, texts in quotes, `True` and `False`; `+ - * / // % **`; `== != < <= > >=`,"
            " also in a row"
            " (`1 <= level <= 3`); `and`, `or`, `not`; `a if condition else b`; brackets. A"
            " condition that holds"
            " is 1 in a sum, else 0: `score + 5 * (attempt == 1)`. `//` divides and rounds down, `%`"
            " is what is"
            " left over. Sums of decimals are exact.",
        ),
    )


def moments() -> str:
    """Every moment of a play."""
    return page(
        "Moments",
        "When rows are looked at. Of the rows of a moment, the round's before the game's, the first"
        " whose `if`"
        " holds applies; where none does, what is usual follows.",
        *(
            section(
                name,
                f"{about.title}. If no row says otherwise: {about.built_in}. Its rows may say"
                f" `then:` {', '.join(map(code, about.thens))}.",
                block("yaml", f"- {{moment: {name}, {examples.MOMENTS[name]}}}"),
            )
            for name, about in MOMENTS.items()
        ),
    )


def kinds() -> str:
    """Every kind of question."""
    written = {**WRITTEN, **GENERATED}
    return page(
        "Kinds of questions",
        "What a question can be, which columns say it, and lines of a file with one (its cells are parted by"
        " tabs). All of them may have what [every question may have](5-columns.md#every-column).",
        *(
            section(
                name, _doc(type(KINDS[name])), _doc(type(written[name])), block("tsv", examples.KINDS[name])
            )
            for name in KINDS
        ),
    )


def columns() -> str:
    """Every column of a question file."""
    rows = [(code(name), *_column(says, example)) for name, (says, example) in examples.COLUMNS.items()]
    families = [
        (code(name) + " …", *_column(says, example)) for name, (says, example) in examples.FAMILIES.items()
    ]
    return page(
        "Columns of a question file",
        "Tab-, comma- or semicolon-separated text, .xlsx, .ods, JSON, JSON Lines or YAML. A first"
        " line (or the"
        " names in JSON and YAML) says what stands where; without one, a prompt, its answer and wrong options"
        " are taken in this order.",
        section(
            "Every column",
            "The examples are questions of a YAML file, each on a line.",
            table(("column", "what it holds", "an example"), rows),
        ),
        section(
            "Columns of every option or pair", table(("columns", "what they hold", "an example"), families)
        ),
        section(
            "Files that can be read and written",
            table(
                ("ending", "what it is"),
                ((", ".join(f"`.{ending}`" for ending in one.endings), one.says) for one in FORMATS),
            ),
        ),
    )


def _column(says: str, example: str) -> tuple[str, str]:
    return says, code(f"{{{example}}}")


def checking() -> str:
    """Every switch of checking."""
    own = schema()["$defs"]["CheckingPart"]
    return page(
        "Switches of checking",
        "What makes an answer that is typed the same as one that is right. They are set for a game,"
        " for a pack"
        " (`checking: {packs: {NAME: …}}`) or for one question (`questions: {ID: …}`); the nearest wins.",
        section(
            "What may be ignored",
            table(
                ("switch", "what it ignores", "so that"),
                ((code(switch), title, example) for switch, (title, example) in SWITCHES.items()),
            ),
            "`blanks` turns both sorts of blanks on. Usual are `[blanks, case]`.",
        ),
        section("All of checking", _part(own, "1-game.md")),
        section(
            "An example", block("yaml", "checking: {ignore: [blanks, case, accents], spelling: {5: 1, 9: 2}}")
        ),
    )


def settings() -> str:
    """Every setting that is no part of a game."""
    return page(
        "Settings",
        "What is set besides games: how a file is read, and how a game is handed out.",
        *(
            section(
                heading,
                about,
                table(
                    ("setting", "what it does", "an example"),
                    ((code(name), says, example) for name, (says, example) in settings.items()),
                ),
            )
            for heading, about, settings in (
                ("How a file is read", "On *Columns*, where the guess was wrong.", examples.READING),
                ("How a game is handed out", "On *Hand out*, for each link.", examples.HANDING_OUT),
            )
        ),
    )


def commands() -> str:
    """Every command with its options."""
    group = typer.main.get_command(app)
    return page(
        "Commands",
        "What `dicetrail` does in a terminal. Exit codes: 0 fine, 1 something wrong was found, 2 it"
        " could not be"
        " used. `--help` tells the same of each.",
        *(_command(name, command) for name, command in group.commands.items()),  # type: ignore[attr-defined]
    )


def _command(name: str, command: Any) -> str:
    rows = [
        (code(", ".join(one.opts) if one.opts[0].startswith("-") else one.name.upper()), one.help or "")
        for one in command.params
        if one.name != "help"
    ]
    about = inspect.cleandoc(command.help or "").replace("\n", " ")
    options = [table(("option", "what it is"), rows)] if rows else []
    return section(name, about, *options, block("sh", examples.COMMANDS[name]))


def keys() -> str:
    """Every key, screen by screen."""
    return page(
        "Keys",
        "What keys do, screen by screen. `?` tells those of the screen you are at.",
        *(section(_screen(name), _keys(name)) for name in KEYS if KEYS[name]),
    )


def card() -> str:
    """All keys and names, to be printed on one sheet."""
    named = {**NAMES, **TOLD, **{f"{name}( )": says for name, says in _functions().items()}}
    keys = (
        f"**{_screen(name)}**: " + "; ".join(f"{code(key.keys)} {key.does}" for key in some)
        for name, some in KEYS.items()
        if some
    )
    return page(
        "All keys and names",
        "One page to print and put beside the keyboard.",
        section("Keys", bullets(keys)),
        section("Names and functions", bullets(f"{code(name)} {says}" for name, says in named.items())),
        section("Moments", bullets(f"{code(name)} {about.title}" for name, about in MOMENTS.items())),
    )


def _functions() -> dict[str, str]:
    of_all = {name: says for name, (says, _) in OVER_ALL.items()}
    return {**examples.OF_NUMBERS, **CHANCES, **OF_TOPIC, **of_all}


def _screen(name: str) -> str:
    return _SCREENS.get(name, name.capitalize())


def _keys(name: Any) -> str:
    return table(("keys", "what they do"), ((code(key.keys), key.does) for key in KEYS[name]))


def _doc(of: type) -> str:
    return _sentence(inspect.getdoc(of) or "")


def _sentence(text: str) -> str:
    return re.sub(r"``([^`]*)``", r"`\1`", text.replace("\n", " "))


PAGES: dict[str, Callable[[], str]] = {
    "1-game": game,
    "2-names": names,
    "3-moments": moments,
    "4-kinds": kinds,
    "5-columns": columns,
    "6-checking": checking,
    "71-settings": settings,
    "8-commands": commands,
    "9-keys": keys,
    "99-card": card,
}
"""What writes each page; ``7-snags`` is written by hand."""


def written() -> Iterable[tuple[str, str]]:
    """Each page by the name of its file."""
    return ((f"{name}.md", make()) for name, make in PAGES.items())
