"""Scores items of QTI 3.0 by their own response processing, as the standard says it (from memory: 2.11,
Response Processing; 5, Expressions), knowing nothing of how they were written."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any
from xml.etree.ElementTree import Element, fromstring

Value = Any
Responses = dict[str, list[str]]


def scored(item: bytes, responses: Responses) -> tuple[float, dict[str, list[str]], list[str]]:
    """The score that responses get, all outcomes, and the texts of feedback that are shown."""
    return _Scorer(fromstring(item), responses).run()


class _Scorer:
    def __init__(self, item: Element, responses: Responses) -> None:
        self.item, self.given = _plain(item), responses
        self.declared = {one.get("identifier"): one for one in self.item.iter("response-declaration")}
        self.outcomes: dict[str, list[str]] = {}
        for one in self.item.iter("outcome-declaration"):
            value = one.find("default-value/value")
            default = ["0"] if one.get("base-type") == "float" else []
            self.outcomes[str(one.get("identifier"))] = [str(value.text)] if value is not None else default

    def run(self) -> tuple[float, dict[str, list[str]], list[str]]:
        processing = self.item.find("response-processing")
        assert processing is not None
        for rule in processing:
            self._rule(rule)
        shown = [
            "".join(one.itertext()).strip()
            for one in self.item.iter("modal-feedback")
            if one.get("identifier") in self.outcomes[str(one.get("outcome-identifier"))]
        ]
        return float(self.outcomes["SCORE"][0]), self.outcomes, shown

    def _rule(self, rule: Element) -> None:
        if rule.tag == "set-outcome-value":
            self.outcomes[str(rule.get("identifier"))] = [str(one) for one in self._value(rule[0])]
            return
        assert rule.tag == "response-condition", rule.tag
        for branch in rule:
            rules = list(branch)
            if branch.tag == "response-else" or self._value(rules.pop(0)) == [True]:
                for one in rules:
                    self._rule(one)
                return

    def _value(self, node: Element) -> list[Value]:
        return EXPRESSIONS[node.tag](self, node)

    def _variable(self, node: Element) -> list[Value]:
        name = str(node.get("identifier"))
        return list(self.given.get(name, [])) if name in self.declared else self.outcomes[name]

    def _correct(self, node: Element) -> list[Value]:
        return [one.text for one in self.declared[node.get("identifier")].findall("correct-response/value")]

    def _match(self, node: Element) -> list[Value]:
        one, other = map(self._value, node)
        name = node[0].get("identifier")
        ordered = self.declared[name].get("cardinality") == "ordered"
        return [one == other if ordered else sorted(one) == sorted(other)]

    def _map(self, node: Element) -> list[Value]:
        declared = self.declared[node.get("identifier")]
        mapping = declared.find("mapping")
        assert mapping is not None
        entries = list(mapping.iter("map-entry"))
        total = 0.0
        for given in dict.fromkeys(self.given.get(str(node.get("identifier")), [])):
            for entry in entries:
                key, text = str(entry.get("map-key")), given
                if entry.get("case-sensitive") == "false":
                    key, text = key.casefold(), text.casefold()
                if key == text:
                    total += float(str(entry.get("mapped-value")))
                    break
        return [total]

    def _map_point(self, node: Element) -> list[Value]:
        [point] = self.given[str(node.get("identifier"))]
        x, y = map(float, point.split())
        entries = self.declared[node.get("identifier")].iter("area-map-entry")
        return [
            sum(
                float(str(entry.get("mapped-value")))
                for entry in entries
                if _inside(
                    str(entry.get("shape")), [float(one) for one in str(entry.get("coords")).split(",")], x, y
                )
            )
        ]

    def _equal(self, node: Element) -> list[Value]:
        one, other = (float(self._value(part)[0]) for part in node)
        if node.get("tolerance-mode") == "absolute":
            low, high = map(float, str(node.get("tolerance")).split())
            return [other - low <= one <= other + high]
        return [one == other]

    def _string_match(self, node: Element) -> list[Value]:
        one, other = (str(self._value(part)[0]) for part in node)
        if node.get("case-sensitive") == "false":
            one, other = one.casefold(), other.casefold()
        return [one == other]

    def _compare(self, node: Element) -> list[Value]:
        one, other = (float(self._value(part)[0]) for part in node)
        return [one > other if node.tag == "gt" else one >= other]


EXPRESSIONS: dict[str, Callable[[_Scorer, Element], list[Value]]] = {
    "variable": _Scorer._variable,
    "correct": _Scorer._correct,
    "match": _Scorer._match,
    "map-response": _Scorer._map,
    "map-response-point": _Scorer._map_point,
    "equal": _Scorer._equal,
    "string-match": _Scorer._string_match,
    "gt": _Scorer._compare,
    "gte": _Scorer._compare,
    "base-value": lambda scorer, node: [node.text],
    "and": lambda scorer, node: [all(scorer._value(part) == [True] for part in node)],
    "or": lambda scorer, node: [any(scorer._value(part) == [True] for part in node)],
}


def _inside(shape: str, numbers: list[float], x: float, y: float) -> bool:
    """Whether a point lies in an area, in pixels (HTML 4.01, 13.6.1, and the ellipse that QTI adds)."""
    if shape == "rect":
        left, top, right, bottom = numbers
        return left <= x <= right and top <= y <= bottom
    if shape in ("circle", "ellipse"):
        across, down = numbers[2], numbers[-1]
        return ((x - numbers[0]) / across) ** 2 + ((y - numbers[1]) / down) ** 2 <= 1
    corners = list(zip(numbers[::2], numbers[1::2], strict=True))
    inside = False
    for (ax, ay), (bx, by) in zip(corners, [*corners[1:], corners[0]], strict=True):
        if (ay > y) != (by > y) and x < ax + (y - ay) / (by - ay) * (bx - ax):
            inside = not inside
    return inside


def _plain(element: Element) -> Element:
    """The same without the namespace and the prefix of its names."""
    for one in element.iter():
        one.tag = one.tag.rpartition("}")[2].removeprefix("qti-")
    return element
