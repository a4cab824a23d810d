"""An item: one question of a package, with what of it a question here can't have."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field

from ..record import WrittenRecord
from .declared import Declared, declared_in
from .processing import Said, said_in, worth_of
from .tree import QtiNode, plain

Find = Callable[[str], str]
"""The name that a picture or sound is kept under, by how an item calls it; "" where it can't be had."""
OURS = "Dice Trail"
"""What we call ourselves in items that we write."""
HINT = "ext:hint"
"""The use of a block that holds a hint."""
VALUE = "VALUE"
"""The outcome that tells the value of an answer, where answers have values."""
_CHOICES = (
    *("simple-choice", "simple-match-set", "inline-choice", "gap-text", "gap-img"),
    *("hotspot-choice", "associable-hotspot"),
)
_ASIDE = (
    *("rubric-block", "feedback-block", "feedback-inline", "template-block"),
    *("stylesheet", "catalog-info", "companion-materials-info"),
)
_SHOWN, _HEARD = ("img", "object", "picture"), ("audio", "video")
NO_WORDS = dict.fromkeys([*_CHOICES, *_ASIDE, *_SHOWN, *_HEARD], "")
"""Elements of a body that are no words of what is asked."""


class NoQuestion(ValueError):
    """An item that can't become a question; the message says why."""


@dataclass(slots=True)
class Item:
    """An item that is read. ``left_out`` is what of it the question does not have. Raises NoQuestion."""

    node: QtiNode
    find: Find
    left_out: list[str] = field(default_factory=list)
    declared: dict[str, Declared] = field(init=False)
    said: Said = field(init=False)
    body: QtiNode = field(init=False)

    def __post_init__(self) -> None:
        body = self.node.child("item-body")
        if body is None:
            raise NoQuestion("it has no body, so nothing is asked")
        self.body, self.declared, self.said = body, declared_in(self.node), said_in(self.node)

    def response(self, interaction: QtiNode) -> Declared:
        """What is declared of the response to an interaction. Raises NoQuestion."""
        name = interaction.get("response-identifier")
        if name not in self.declared:
            raise NoQuestion(f"its response ‘{name}’ is not declared, so nothing says what is right")
        return self.declared[name]

    def prompt(self, gap: str = "") -> str:
        """The words that are asked; ``gap`` stands where something is to be filled in. Raises NoQuestion."""
        inline = dict.fromkeys(("text-entry-interaction", "inline-choice-interaction", "gap"), gap)
        words = plain(self.body, NO_WORDS | inline)
        own = self.body.first("prompt")
        if own is not None and plain(own, NO_WORDS) == plain(self.body, NO_WORDS | inline | {"prompt": ""}):
            words = plain(own, NO_WORDS)  # some write the same words at both places
        words = words or self.node.get("title")
        if not words:
            raise NoQuestion("there are no words in it that ask anything")
        return words

    def option(self, node: QtiNode) -> str:
        """The words of an option, or its picture where it is nothing else."""
        words, shown = plain(node, NO_WORDS), node.first(*_SHOWN)
        if shown is None:
            return words
        alt, file = _words_of(shown), self._found(shown)
        if words or not file:
            self.left_out.append(f"a picture of the option ‘{words or alt}’")
            return words or alt
        return f"![{alt}]({file})"

    def common(self) -> WrittenRecord:
        """What any question can have: its name, its worth, what is said, its picture and its sound."""
        node, said = self.node, self.said
        own = node.get("label") if node.get("tool-name") == OURS else ""
        worth = worth_of(node)
        record: WrittenRecord = {"id": own or node.get("identifier")}
        if worth is not None and worth > 0 and worth != 1:
            record["worth"] = f"{float(worth):.10g}"
        record |= {"why": said.why, "why right": said.right, "why wrong": said.wrong}
        hints = (one for one in self.body.all("rubric-block") if one.get("use") == HINT)
        record["hint"] = " ".join(map(plain, hints))
        record |= self._media()
        return {role: value for role, value in record.items() if value}

    def _media(self) -> WrittenRecord:
        """The first picture and the first sound that stand beside the question."""
        record: WrittenRecord = {}
        for node in _beside(self.body):
            role = "sound" if node.name in _HEARD or node.get("type").startswith("audio") else "image"
            file = self._found(node)
            if not file or role in record:
                self.left_out.append(f"the {'sound' if role == 'sound' else 'picture'} ‘{_address(node)}’")
            elif role == "sound":
                record["sound"] = file
            else:
                record |= {"image": file, "alt": _words_of(node)}
        return record

    def _found(self, node: QtiNode) -> str:
        """The name of its file, and which part of it is meant (W3C, Media Fragments URI 1.0)."""
        address, mark, part = _address(node).partition("#t=")
        file = self.find(address)
        return file + mark + part if file else ""


def _beside(node: QtiNode) -> Iterator[QtiNode]:
    """The pictures and sounds in an element that belong to no option."""
    for child in node.children:
        if child.name in (*_SHOWN, *_HEARD):
            yield child
        elif child.name not in NO_WORDS:
            yield from _beside(child)


def _address(node: QtiNode) -> str:
    source = node.first("source", "img") if not (node.get("src") or node.get("data")) else None
    return (source or node).get("src") or (source or node).get("data")


def _words_of(node: QtiNode) -> str:
    return node.get("alt") or plain(node)
