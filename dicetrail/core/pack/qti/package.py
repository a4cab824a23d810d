"""A content package: the items of a zip archive, in the order of its test, with their pictures and sounds."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from pathlib import PurePosixPath
from urllib.parse import unquote, urlsplit

from ...archive import unpacked
from ...snag import Refused
from ..media_file import MediaFile, media_file
from ..record import WrittenRecord
from . import MANIFEST
from .described import described_in
from .item import Find
from .records import Read, record_of
from .tree import QtiNode, tree_of

MOST_ITEMS = 2000
_NUMBERED = re.compile(r"(?:section|part|abschnitt|teil) ?-?\d*", re.IGNORECASE)
"""Titles of sections that say nothing."""
_ITEM, _TEST = "imsqti-item-", "imsqti-test-"


@dataclass(slots=True)
class Package:
    """What was read: the items, and the pictures and sounds that they use, by how they are called here."""

    items: list[Read] = field(default_factory=list)
    media: dict[str, MediaFile] = field(default_factory=dict)


def read_item(name: str, data: bytes) -> Package:
    """A single item; its pictures and sounds are looked for beside it. Raises Refused."""
    return Package([record_of(tree_of(data, name), lambda called: _local(called).rpartition("/")[2])])


def read_package(name: str, data: bytes) -> Package:
    """A content package. Raises Refused, with what is wrong in it."""
    files = unpacked(data, name, "package")
    if MANIFEST not in files:
        raise Refused(f"{name} holds no {MANIFEST}: it is no package of questions. Save it anew as QTI.")
    package = Package()
    resources = [*_resources(tree_of(files[MANIFEST], MANIFEST))]
    for resource in resources:
        if resource.href not in files:
            gone = resource.href[:80]
            raise Refused(
                f"The manifest of {name} names {gone!r}, which is not in it. Save the package anew."
            )
    items = {one.href: one for one in resources if one.sort == "item"}
    if len(items) > MOST_ITEMS:
        raise Refused(f"{name} has {len(items):,} questions; a package has {MOST_ITEMS:,} at the most.")
    tests = [one.href for one in resources if one.sort == "test"]
    asked = dict(_in_order(files, tests, items))
    keeper = _Keeper(files, package)
    for href in [*asked, *(one for one in items if one not in asked)]:
        root = tree_of(files[href], href)
        if root.name != "assessment-item":
            raise Refused(f"{href} in {name} is no question: it begins with `{root.name}`.")
        read = record_of(root, keeper.beside(href))
        if read.record is not None:
            read.record.update(asked.get(href, {}) | described_in(items[href].node))
        package.items.append(read)
    return package


@dataclass(frozen=True, slots=True)
class _Resource:
    sort: str
    href: str
    node: QtiNode


def _resources(manifest: QtiNode) -> Iterator[_Resource]:
    """The items and tests that a manifest names. Raises Refused where one lies elsewhere."""
    for node in manifest.all("resource"):
        sort = node.get("type").replace("_", "-").lower()
        kind = "item" if sort.startswith(_ITEM) else "test" if sort.startswith(_TEST) else ""
        href = node.get("href")
        if kind:
            yield _Resource(kind, _inside(href, PurePosixPath()), node)


def _in_order(
    files: Mapping[str, bytes], tests: list[str], items: Mapping[str, _Resource]
) -> Iterator[tuple[str, WrittenRecord]]:
    """The items that tests name, in their order, with what a test says of each: its topic, where there are
    several sections, and its seconds."""
    for test in tests:
        folder, root = PurePosixPath(test).parent, tree_of(files[test], test)
        parted = sum(1 for _ in root.all("assessment-section")) > 1  # the title of the only one is the test's
        for ref, title in _refs(root, ""):
            path = _inside(ref.get("href"), folder)
            limits = ref.child("time-limits")
            about: WrittenRecord = {
                "topic": title if parted else "",
                "seconds": limits.get("max-time") if limits else "",
            }
            if path in items:
                yield path, {role: value for role, value in about.items() if value}


def _refs(node: QtiNode, title: str) -> Iterator[tuple[QtiNode, str]]:
    """What names items, with the title of the innermost section that has one."""
    for child in node.children:
        if child.name == "assessment-item-ref":
            yield child, title
        else:
            own = child.get("title") if child.name == "assessment-section" else ""
            yield from _refs(child, title if _NUMBERED.fullmatch(own) else own or title)


class _Keeper:
    """Keeps the pictures and sounds of a package under names of their own."""

    def __init__(self, files: Mapping[str, bytes], package: Package) -> None:
        self._files = files
        self._media = package.media
        self._names: dict[str, str] = {}

    def beside(self, item: str) -> Find:
        """How the pictures and sounds of an item are found."""
        folder = PurePosixPath(item).parent

        def find(called: str) -> str:
            try:
                return self._name(_inside(called, folder))
            except Refused:
                return ""

        return find

    def _name(self, path: str) -> str:
        if path not in self._names:
            one = media_file(path, self._files[path]) if path in self._files else None
            name = ""
            if one is not None:
                name = self._free(one)
                self._media[name] = one._replace(name=name)
            self._names[path] = name
        return self._names[path]

    def _free(self, one: MediaFile) -> str:
        """A name that no other picture or sound of the package has."""
        stem, _, ending = one.name.rpartition(".")
        number, name = 1, one.name
        while name in self._media and self._media[name].data != one.data:
            number += 1
            name = f"{stem}-{number}.{ending}"
        return name


def _local(called: str) -> str:
    """How a file is called inside, "" for an address elsewhere."""
    parts = urlsplit(called)
    return "" if parts.scheme or parts.netloc else unquote(parts.path)


def _inside(called: str, folder: PurePosixPath) -> str:
    """The path of a file in the package. Raises Refused where it lies elsewhere."""
    local = _local(called)
    path: list[str] = []
    for part in (*folder.parts, *PurePosixPath(local).parts):
        if part == ".." and path:
            path.pop()
        elif part in ("..", "/"):
            local = ""
        elif part != ".":
            path.append(part)
    if not local or "\\" in local or "\0" in local:
        raise Refused(f"{called[:80]!r} lies outside of the package. Nothing was read.")
    return "/".join(path)
