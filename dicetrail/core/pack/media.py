"""The pictures and sounds that questions name."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Iterator
from dataclasses import replace

from ..play.question import Question, pictures_in, same, with_pictures
from ..play.recipes import Odd, Recipe, Table
from ..play.tables import fill_row, places_of
from ..snag import Snag
from .sounds import read_part


def files_of(questions: Iterable[Question]) -> set[str]:
    """The files of every picture and sound of these questions."""
    return {file for question in questions for file in _files(question)}


def _files(question: Question) -> Iterator[str]:
    for one in _of_rows(question):
        if one.image:
            yield one.image
        if one.sound:
            yield read_part(one.sound)[0]
    for text in (*question.options, *_answers_made(question.recipe)):
        yield from pictures_in(text)


def _answers_made(recipe: Recipe | None) -> Iterable[str]:
    """The texts that a recipe makes options of."""
    if isinstance(recipe, Table):
        place = _answer_place(recipe)
        return [row[place] for row in recipe.rows if place < len(row)]
    return [member for _, members in recipe.groups for member in members] if isinstance(recipe, Odd) else ()


def _answer_place(table: Table) -> int:
    """Where the answers of a table stand; behind all columns where it has no such column."""
    return places_of(table).get(same(table.answer), len(table.columns))


def _recipe_renamed(recipe: Recipe | None, name: Callable[[str], str]) -> Recipe | None:
    if isinstance(recipe, Table):
        place = _answer_place(recipe)
        rows = tuple(
            tuple(with_pictures(cell, name) if at == place else cell for at, cell in enumerate(row))
            for row in recipe.rows
        )
        return replace(recipe, rows=rows)
    if isinstance(recipe, Odd):
        return replace(
            recipe,
            groups=tuple(
                (group, tuple(with_pictures(one, name) for one in members))
                for group, members in recipe.groups
            ),
        )
    return recipe


def _of_rows(question: Question) -> Iterator[Question]:
    """A question, or where its picture or sound is named by a column of its table, it for every row."""
    table = question.recipe
    if not isinstance(table, Table) or "{" not in question.image + question.sound:
        yield question
        return
    for row in range(len(table.rows)):
        yield question._replace(
            image=fill_row(question.image, table, row), sound=fill_row(question.sound, table, row)
        )


def missing(questions: Iterable[Question], lost: Collection[str]) -> list[Snag]:
    """A snag for every question that names a file which is not there."""
    if not lost:
        return []
    return [
        Snag(
            "no-file",
            "warn",
            f"The question names ‘{file}’, which is not there. Bring it, or remove its name.",
            question.file,
            question.line,
        )
        for question in questions
        for file in _files(question)
        if file in lost
    ]


def renamed(question: Question, name: Callable[[str], str]) -> Question:
    """A question whose files are called what ``name`` makes of them."""
    if any(map(pictures_in, _answers_made(question.recipe))):
        question = question._replace(recipe=_recipe_renamed(question.recipe, name))
    changes: dict[str, object] = {}
    if isinstance(question.recipe, Table) and "{" in question.image + question.sound:
        return _renamed_in_rows(question, question.recipe, name)
    if question.image:
        changes["image"] = name(question.image)
    if question.sound:
        changes["sound"] = _renamed_sound(question.sound, name)
    if any(option.startswith("![") for option in question.options):
        options = tuple(with_pictures(option, name) for option in question.options)
        changes["options"] = options
        changes["answers"] = tuple(options[place] for place in question.rights)
    return question._replace(**changes) if changes else question  # type: ignore[arg-type]


def _renamed_sound(sound: str, name: Callable[[str], str]) -> str:
    file, mark, part = sound.partition("#")
    return name(file) + mark + part if file else ""


def _renamed_in_rows(question: Question, table: Table, name: Callable[[str], str]) -> Question:
    """A question of a table whose files are named in its rows: they get columns that hold the new names."""
    images, sounds = [], []
    for one in _of_rows(question):
        images.append(name(one.image) if one.image else "")
        sounds.append(_renamed_sound(one.sound, name))
    width = len(table.columns)
    rows = tuple(
        (*row, *("",) * (width - len(row)), image, sound)
        for row, image, sound in zip(table.rows, images, sounds, strict=True)
    )
    columns = (*table.columns, _IMAGE, _SOUND)
    return question._replace(
        image=f"{{{_IMAGE}}}", sound=f"{{{_SOUND}}}", recipe=replace(table, columns=columns, rows=rows)
    )


_IMAGE, _SOUND = "the file of the image", "the file of the sound"
"""Columns for the files of a table's rows, called as no table of a maker's calls its own."""
