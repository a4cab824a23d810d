"""What is asked of who answers an item, each sort of interaction as a kind of question. A new one is a
function here and a line in :data:`READERS`."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Iterator, Sequence
from typing import cast

from ...play.answers.areas import AreaError, read_area
from ...play.kinds.gaps import GAP, as_fills
from ...play.language.numbers import show_number
from ...play.questions.question import LABELS, TRUTH_OPTIONS
from ..notation import join_bars
from ..record import WrittenRecord
from ..roles import Role
from .areas import area_of, area_round
from .declared import NUMBERS, Declared
from .item import NO_WORDS, VALUE, Item, NoQuestion
from .processing import accepted_in, tolerance_in
from .tree import QtiNode, plain

LONGEST_UNIT = 20
TRUTH = tuple(text.casefold() for text in TRUTH_OPTIONS)
_HOLDERS = (
    *("p", "div", "span", "li", "td", "th", "label", "blockquote"),
    *("h1", "h2", "h3", "h4", "strong", "em"),
)
_NO_KEY = "nothing says what is right"


def _choice(item: Item, node: QtiNode) -> WrittenRecord:
    declared, choices = item.response(node), [*node.all("simple-choice")]
    names = [one.get("identifier") for one in choices]
    texts = [item.option(one) for one in choices]
    known = declared.right if _has_values(item) else declared.rights
    rights = [names.index(one) for one in known if one in names]
    several = declared.cardinality == "multiple"
    if several and not rights:
        raise NoQuestion(_NO_KEY)
    folded = [text.casefold() for text in texts]
    if rights and not several and sorted(folded) == sorted(TRUTH):
        carried = _carried(item, declared, choices, [TRUTH.index(text) for text in folded])
        return {"kind": "truth", "prompt": item.prompt(), "answer": folded[rights[0]], **carried}
    fixed = [place for place, one in enumerate(choices) if one.get("fixed") == "true"]
    return {
        "kind": "several" if several else "choice" if rights else "opinion",
        "prompt": item.prompt(),
        "option": texts,
        "key": " ".join(map(_label, sorted(rights))),
        "pinned": " ".join(map(_label, fixed)),
        **_carried(item, declared, choices, range(len(choices))),
    }


def _carried(
    item: Item, declared: Declared, choices: Sequence[QtiNode], places: Iterable[int]
) -> WrittenRecord:
    """What is said to those who pick each choice, and its value; the choices stand at ``places`` here."""
    record: WrittenRecord = {}
    for place, choice in zip(places, choices, strict=True):
        name = choice.get("identifier")
        inside = " ".join(plain(one) for one in choice.all("feedback-inline"))
        if says := item.said.to.get(name) or inside:
            record[cast(Role, f"says {_label(place)}")] = says
        if (value := declared.values.get(name)) and _values_say_more(item, declared):
            record[cast(Role, f"value {_label(place)}")] = f"{float(value):.10g}"
    return record


def _values_say_more(item: Item, declared: Declared) -> bool:
    """Whether what responses are mapped to is more than which are right."""
    if _has_values(item):
        return True
    rights = {declared.values.get(one) for one in declared.rights}
    return len(rights) > 1 or any(
        value > 0 for name, value in declared.values.items() if name not in declared.rights
    )


def _has_values(item: Item) -> bool:
    """Whether its responses are mapped to values, not to points."""
    return any(one.get("identifier") == VALUE for one in item.node.all("outcome-declaration"))


def _order(item: Item, node: QtiNode) -> WrittenRecord:
    texts = {one.get("identifier"): item.option(one) for one in node.all("simple-choice")}
    rights = [texts[one] for one in item.response(node).right if one in texts]
    if not rights:
        raise NoQuestion("nothing says in which order its items come")
    if further := [text for text in texts.values() if text not in rights]:
        item.left_out.append(f"items that come nowhere in the order: {', '.join(further)}")
    return {"kind": "order", "prompt": item.prompt(), "option": rights}


def _match(item: Item, node: QtiNode) -> WrittenRecord:
    sides = [
        {one.get("identifier"): item.option(one) for one in side.all("simple-associable-choice")}
        for side in node.all("simple-match-set")
    ]
    if len(sides) != 2:
        raise NoQuestion("it has not two lists to be joined")
    lefts, rights = sides
    joined: dict[str, str] = {}
    for left, right in _pairs(item.response(node), lefts, rights):
        if left in joined:
            item.left_out.append(f"that ‘{lefts[left]}’ goes with ‘{rights[right]}’, too")
        joined.setdefault(left, right)
    if not joined:
        raise NoQuestion("nothing says what belongs together")
    if alone := [text for name, text in lefts.items() if name not in joined]:
        item.left_out.append(f"what belongs to nothing: {', '.join(alone)}")
    pairs = [f"{_escaped(lefts[left])} = {rights[right]}" for left, right in joined.items()]
    wrong = [text for name, text in rights.items() if name not in joined.values()]
    return {"kind": "match", "prompt": item.prompt(), "pairs": join_bars(pairs), "wrong": wrong}


def _gap_match(item: Item, node: QtiNode) -> WrittenRecord:
    texts = {one.get("identifier"): item.option(one) for one in node.all("gap-text", "gap-img")}
    gaps = {one.get("identifier"): one for one in node.all("gap")}
    fills: dict[str, list[str]] = {gap: [] for gap in gaps}
    for text, gap in _pairs(item.response(node), texts, gaps):
        fills[gap].append(texts[text])
    used = {text for some in fills.values() for text in some}
    wrong = [text for text in texts.values() if text not in used]
    if not wrong:
        item.left_out.append("the words to pick from, as all of them are right somewhere: the gaps are typed")
    return _filled(item, list(fills.values()), wrong)


def _inline(item: Item, node: QtiNode) -> WrittenRecord:
    """Gaps that are picked from lists of their own: one list of all that is in them."""
    gaps = []
    wrong: dict[str, None] = {}
    for one in item.body.all("inline-choice-interaction"):
        texts = {choice.get("identifier"): item.option(choice) for choice in one.all("inline-choice")}
        rights = [texts[name] for name in item.response(one).rights if name in texts]
        gaps.append(rights)
        wrong |= dict.fromkeys(text for text in texts.values() if text not in rights)
    firsts = [rights[0] for rights in gaps if rights]
    if len(gaps) > 1:
        item.left_out.append("that each gap has a list of its own")
    return _filled(item, gaps, [text for text in wrong if text not in firsts])


def _filled(item: Item, gaps: Sequence[Sequence[str]], wrong: list[str]) -> WrittenRecord:
    if not all(gaps):
        raise NoQuestion("nothing says what fills a gap")
    answer = as_fills([join_bars(accepted) for accepted in gaps])
    return {"kind": "gaps", "prompt": item.prompt(GAP), "answer": answer, "wrong": wrong}


def _entry(item: Item, node: QtiNode) -> WrittenRecord:
    entries = [*item.body.all("text-entry-interaction")]
    before, after = _around(item.body, node)
    declared = item.response(node)
    if len(entries) > 1 or (declared.base not in NUMBERS and (before or after)):
        return _filled(item, [item.response(one).accepted for one in entries], [])
    if declared.base not in NUMBERS:
        return _typed(item, node)
    rights = _once([*declared.rights, *accepted_in(item.node)])
    record = _answered(item, "number", rights, GAP if before else "")
    if not before and 0 < len(after) <= LONGEST_UNIT:
        prompt = str(record["prompt"])
        record |= {"unit": after, "prompt": prompt.removesuffix(after).strip() or prompt}
    return record | {"tolerance": _tolerance(item, rights)}


def _typed(item: Item, node: QtiNode) -> WrittenRecord:
    return _answered(item, "typed", item.response(node).accepted)


def _slider(item: Item, node: QtiNode) -> WrittenRecord:
    rights = item.response(node).rights
    between = f"{node.get('lower-bound')}..{node.get('upper-bound')}"
    record = _answered(item, "number", rights)
    return record | {"tolerance": _tolerance(item, rights), "between": between}


def _answered(item: Item, kind: str, rights: Sequence[str], gap: str = "") -> WrittenRecord:
    """A question that is answered by typing."""
    if not rights:
        raise NoQuestion(_NO_KEY)
    expected = [
        f"{_escaped(text)} = {says.replace('{', chr(92) + '{')}" for text, says in item.said.to.items()
    ]
    first, *others = (join_bars([right]) for right in rights)
    return {
        "kind": kind,
        "prompt": item.prompt(gap),
        "answer": first,
        "accepted": others,
        "expected": join_bars(expected),
    }


def _tolerance(item: Item, rights: Sequence[str]) -> str:
    tolerance = tolerance_in(item.node, rights[0])
    return show_number(tolerance) if tolerance else ""


def _point(item: Item, node: QtiNode) -> WrittenRecord:
    """Places of a picture, by the areas that they are mapped in."""
    declared = item.response(node)
    areas = [area_of(one.shape, one.coords, node) for one in declared.areas if one.value > 0]
    areas = areas or [area_round(point, node) for point in declared.right]
    return _spot(item, areas)


def _hotspot(item: Item, node: QtiNode) -> WrittenRecord:
    declared = item.response(node)
    places = {one.get("identifier"): one for one in node.all("hotspot-choice")}
    found = [places[name] for name in declared.rights if name in places]
    if declared.cardinality == "multiple" and len(found) > 1:
        item.left_out.append("that all right places are to be pointed at: one of them is enough here")
    return _spot(item, [area_of(one.get("shape"), one.get("coords"), node) for one in found])


def _spot(item: Item, areas: Sequence[str]) -> WrittenRecord:
    if not areas:
        raise NoQuestion("nothing says which place of the picture is right")
    try:
        for area in areas:
            read_area(area)
    except AreaError as error:
        raise NoQuestion(f"its places can't be used: {error}") from None
    return {"kind": "spot", "prompt": item.prompt(), "answer": join_bars(areas)}


def _pairs(
    declared: Declared, firsts: Collection[str], seconds: Collection[str]
) -> Iterator[tuple[str, str]]:
    """The pairs of identifiers that are right."""
    for pair in declared.accepted:
        first, _, second = pair.partition(" ")
        if first in firsts and second in seconds:
            yield first, second


def _around(node: QtiNode, sought: QtiNode) -> tuple[str, str]:
    """The words before and behind an element in the one that holds it."""
    holder = next(one for one in (node, *node.all(*_HOLDERS)) if any(part is sought for part in one.parts))
    place = next(place for place, part in enumerate(holder.parts) if part is sought)
    before, after = (QtiNode("", {}, parts) for parts in (holder.parts[:place], holder.parts[place + 1 :]))
    return plain(before, NO_WORDS), plain(after, NO_WORDS)


def _once(texts: Iterable[str]) -> list[str]:
    return [*dict.fromkeys(texts)]


def _label(place: int) -> str:
    """The letter of a place; its number past the last letter."""
    return LABELS[place] if place < len(LABELS) else str(place + 1)


def _escaped(text: str) -> str:
    return text.replace("=", "\\=")


READERS: dict[str, Callable[[Item, QtiNode], WrittenRecord]] = {
    "choice-interaction": _choice,
    "order-interaction": _order,
    "match-interaction": _match,
    "gap-match-interaction": _gap_match,
    "inline-choice-interaction": _inline,
    "text-entry-interaction": _entry,
    "extended-text-interaction": _typed,
    "slider-interaction": _slider,
    "hotspot-interaction": _hotspot,
    "select-point-interaction": _point,
}
"""How each interaction is read: what is particular to it of a record."""
