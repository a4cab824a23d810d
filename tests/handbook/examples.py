"""The examples of the handbook, read from its pages, and put to use."""

from __future__ import annotations

import json
import tempfile
from collections.abc import Mapping
from pathlib import Path
from typing import Any, NamedTuple

from ruamel.yaml import YAML, YAMLError

from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.prove.search.doubts import doubts
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.rules.set_aside import with_set_aside
from dicetrail.core.snag import Snag
from dicetrail.files import read_game_file, read_pack_file
from dicetrail.handbook.page import BookPage
from dicetrail.handbook.render import tokens_of

_yaml = YAML(typ="safe")


class Example(NamedTuple):
    """A block of a page: under which heading it stands, the words of its first line, and its text."""

    heading: str
    words: list[str]
    text: str


def examples_of(page: BookPage) -> list[Example]:
    """The blocks of a page."""
    found, heading = list[Example](), page.title
    tokens = tokens_of(page)
    for place, token in enumerate(tokens):
        if token.type == "heading_open":
            heading = tokens[place + 1].content
        elif token.type == "fence":
            found.append(Example(heading, token.info.split(), token.content.rstrip("\n")))
    return found


def headings_of(page: BookPage, tag: str) -> list[str]:
    """The headings of a page that are of one depth, such as ``h3``."""
    tokens = tokens_of(page)
    return [
        tokens[n + 1].content for n, one in enumerate(tokens) if one.type == "heading_open" and one.tag == tag
    ]


def filled(base: str, example: str) -> str:
    """A game that says what an example says, and all else as the base does; the example, where that is a
    whole text or none that can be read."""
    try:
        said = _yaml.load(example)
    except YAMLError:
        return example
    if not isinstance(said, dict) or "title" in said:
        return example
    rest = {key: value for key, value in _yaml.load(base).items() if key not in said}
    return "\n".join(f"{key}: {_flow(value)}" for key, value in rest.items()) + f"\n{example}\n"


def _flow(value: Any) -> str:
    return json.dumps(value, ensure_ascii=False)


def snags_of_game(text: str, files: Mapping[str, str]) -> list[Snag]:
    """Everything that is told of a game that lies beside some files, what the search finds, too."""
    with tempfile.TemporaryDirectory() as folder:
        for name, content in files.items():
            Path(folder, name).write_text(content, "utf-8")
        path = Path(folder, "game.yaml")
        path.write_text(text, "utf-8")
        reading = read_game_file(path)
        found = list(reading.snags)
        if reading.game is not None:
            found += doubts(reading, reach(Program(reading.game)))
        return with_set_aside(found, reading.document)


def snags_of_pack(name: str, text: str, files: Mapping[str, str]) -> list[Snag]:
    """Everything that is told of a question file."""
    with tempfile.TemporaryDirectory() as folder:
        for other, content in files.items():
            Path(folder, other).write_text(content, "utf-8")
        path = Path(folder, name)
        path.write_text(text, "utf-8")
        return list(read_pack_file(path).all_snags)
