"""What an expression, a text and an answer come to: the referee's own, from the design alone."""

import ast
import math
import re
import unicodedata

from rapidfuzz.distance import DamerauLevenshtein

LARGEST = 10**15


class Mistake(Exception):
    """An expression that has no value now."""


# Expressions: a part of Python's


def evaluate(source, names):
    """``names`` also holds what may be called: ``roll``, and ``counted`` for counts of a topic."""
    source = str(source).strip()
    return _value(ast.parse(source, mode="eval").body, {"source": source}, names)


def number(value):
    if isinstance(value, str | tuple):
        raise Mistake
    return value


def _bounded(value):
    if not isinstance(value, str) and not math.isinf(value) and not abs(value) <= LARGEST:
        raise Mistake
    return value


def _value(node, whole, names):
    kind = type(node).__name__
    if kind == "Constant":
        return node.value
    if kind == "Name":
        return names[node.id]
    if kind in ("Tuple", "List"):
        return tuple(_value(one, whole, names) for one in node.elts)
    if kind == "IfExp":
        return _value(node.body if _value(node.test, whole, names) else node.orelse, whole, names)
    if kind == "BoolOp":
        for one in node.values:
            value = _value(one, whole, names)
            if bool(value) == isinstance(node.op, ast.Or):
                break
        return value
    try:
        if kind == "UnaryOp":
            value = _value(node.operand, whole, names)
            if isinstance(node.op, ast.Not):
                return not value
            return -number(value) if isinstance(node.op, ast.USub) else +number(value)
        if kind == "BinOp":
            left, right = number(_value(node.left, whole, names)), number(_value(node.right, whole, names))
            work = {"Add": "+", "Sub": "-", "Mult": "*", "Div": "/", "FloorDiv": "//", "Mod": "%"}
            return _bounded(eval(f"a {work[type(node.op).__name__]} b", {"a": left, "b": right}))
        if kind == "Compare":
            left = _value(node.left, whole, names)
            signs = {"Eq": "==", "NotEq": "!=", "Lt": "<", "LtE": "<=", "Gt": ">", "GtE": ">=",
                     "In": "in", "NotIn": "not in"}  # fmt: skip
            for op, side in zip(node.ops, node.comparators, strict=True):
                right = _value(side, whole, names)
                if not eval(f"a {signs[type(op).__name__]} b", {"a": left, "b": right}):
                    return False
                left = right
            return True
        if node.func.id in ("roll", "one_of"):
            where = f"{whole['source']} {node.col_offset}"
            if node.func.id == "one_of":
                return _value(node.args[names["roll"](len(node.args), where)], whole, names)
            sides = number(_value(node.args[0], whole, names))
            if not 1 <= sides <= 1_000_000 or sides != int(sides):
                raise Mistake
            return 1 + names["roll"](int(sides), where)
        if node.func.id.endswith("_in"):
            return names["counted"](node.func.id, node.args[0].value)
        functions = {"min": min, "max": max, "abs": abs, "round": round, "floor": math.floor,
                     "ceil": math.ceil}  # fmt: skip
        return _bounded(functions[node.func.id](*[number(_value(one, whole, names)) for one in node.args]))
    except (ArithmeticError, TypeError, ValueError) as error:
        raise Mistake from error


def said(template, names):
    """A text with what stands in its braces worked out."""
    text = ""
    for brace, field, form, plain in re.findall(
        r"(\{\{|\}\})|\{([^{}:]+)(?::([^{}]*))?\}|([^{}]+)", template
    ):
        if not field:
            text += brace[:1] + plain
            continue
        value = evaluate(field, names)
        if form:
            try:
                value = int(value) if form.endswith("d") and isinstance(value, float) else value
                text += format(value, form)
            except (ValueError, OverflowError) as error:
                raise Mistake from error
        elif isinstance(value, bool):
            text += "yes" if value else "no"
        elif isinstance(value, float):
            text += "∞" if math.isinf(value) else f"{value:.2f}".rstrip("0").rstrip(".")
        else:
            text += str(value)
    return text


# Checking

ARTICLES = ("the", "a", "an")
UNSEEN = "\u200b\u2060\ufeff\u061c\u200e\u200f\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069"


def _bare(text):
    apart = unicodedata.normalize("NFD", text)
    return unicodedata.normalize("NFC", "".join(one for one in apart if not unicodedata.combining(one)))


def folded(text, checking):
    """A text without what the switches ignore."""
    ignore = set(checking.get("ignore", ["blanks", "case"]))
    ignore |= {"outer_blanks", "inner_blanks"} if "blanks" in ignore else set()
    text = unicodedata.normalize("NFKC" if "compatibility" in ignore else "NFC", text)
    outer = re.fullmatch(rf"([\s{UNSEEN}]*)(.*?)([\s{UNSEEN}]*)", text, re.DOTALL).groups()
    before, bare, after = ("", outer[1], "") if "outer_blanks" in ignore else outer
    if "inner_blanks" in ignore:
        bare = " ".join("".join(one for one in bare if one not in UNSEEN).split())
    text = before + bare + after
    if "case" in ignore:
        text = unicodedata.normalize("NFD", text).casefold()
        if "compatibility" in ignore:
            text = unicodedata.normalize("NFKC", unicodedata.normalize("NFKD", text).casefold())
        text = unicodedata.normalize("NFC", text)
    if "accents" in ignore:
        text = _bare(text) or text
    words = checking.get("articles", ARTICLES) if "articles" in ignore else ()
    marks = "'\u2019\u2018\u02bc\u02bb\u02bd\u02b9\u2032`\u00b4"
    if elided := "|".join(one[:-1] for one in words if one[-1] in marks):
        text = re.sub(rf"^([\W_]*)(?:{elided})[{marks}]\s*(?=\w)", r"\1", text, flags=re.IGNORECASE)
    if "punctuation" in ignore:
        apart = "".join(" " if unicodedata.category(one) == "Pd" or one in "/_" else one for one in text)
        kept = [one for one in apart if unicodedata.category(one)[0] != "P" and one not in "ʼʻʽʹ`´"]
        text = " ".join("".join(kept).split()) or text
    if plain := "|".join(one for one in words if one[-1] not in marks):
        text = re.sub(rf"^\s*(?:{plain})\s+(?=.)", "", text, flags=re.IGNORECASE)
    return text


def words_verdict(answers, text, checking):
    given, wanted = folded(text, checking), [folded(one, checking) for one in answers]
    if given in wanted:
        return "right"
    spelling = checking.get("spelling", 0)
    over = []
    for answer in wanted:
        if isinstance(spelling, dict):
            allowed = max((edits for least, edits in spelling.items() if len(answer) >= least), default=0)
        else:
            allowed = min(spelling, len(answer) // 3)
        away = DamerauLevenshtein.distance(given, answer)
        over.append((away - allowed, away, len(answer)))
    if min(over)[0] <= 0:
        return "right"
    near = any(excess == 1 and length > away for excess, away, length in over)
    if near or _bare(given) in map(_bare, wanted):
        return "close"
    return "wrong"


def _place(text, card, checking):
    word = text.strip().rstrip(".)").upper()
    count = len(card["options"])
    if len(word) == 1 and word in "ABCDEFGH"[:count]:
        return "ABCDEFGH".index(word)
    if len(word) == 1 and word.isascii() and word.isdigit() and 1 <= int(word) <= count:
        return int(word) - 1
    if card["kind"] == "truth":
        return {"true": 0, "t": 0, "yes": 0, "y": 0, "false": 1, "f": 1, "no": 1, "n": 1}.get(word.lower())
    given = folded(text, checking)
    return next((n for n, one in enumerate(card["options"]) if folded(one, checking) == given), None)


def _letter(text):
    """A single letter or digit without case and accents; "" for anything else."""
    text = unicodedata.normalize("NFC", text.strip())
    is_one = len(text) == 1 and unicodedata.category(text)[0] in "LN"
    return _bare(unicodedata.normalize("NFKD", text.casefold())) if is_one else ""


def uncovered(card, tried):
    """Whether nothing of a covered phrase is left to uncover."""
    return all(_letter(one) in tried for one in card["answers"][0] if _letter(one))


def verdict(card, text, checking, tried=()):
    """right, close, wrong or unreadable; how many parts were right; the places that were meant; and the
    letter that was guessed."""
    if all(unicodedata.category(one)[0] in "ZC" for one in text) or len(text) > 1000:
        return "unreadable", 0, (), ""
    kind, rights = card["kind"], card["rights"]
    if kind in ("choice", "truth", "sort", "opinion"):
        place = _place(text, card, checking)
        if place is None:
            return "unreadable", 0, (), ""
        if kind == "opinion":
            return "answered", 0, (place,), ""
        return ("right" if place in rights else "wrong"), int(place in rights), (place,), ""
    if kind in ("several", "order"):
        whole = _place(text, card, checking)
        places = [_place(one, card, checking) for one in text.split()] if whole is None else [whole]
        if None in places or (kind == "order" and sorted(places) != list(range(len(card["options"])))):
            return "unreadable", 0, (), ""
        if kind == "order":
            hits = sum(one == other for one, other in zip(places, rights, strict=True))
            return ("right" if tuple(places) == tuple(rights) else "wrong"), hits, tuple(places), ""
        places = sorted({*places})
        hits = len({*places} & {*rights})
        return ("right" if {*places} == {*rights} else "wrong"), hits, tuple(places), ""
    letter = _letter(text) if kind == "letters" else ""
    if letter and folded(text, checking) not in [folded(one, checking) for one in card["answers"]]:
        if letter in tried:
            return "unreadable", 0, (), ""
        found = any(_letter(one) == letter for one in card["answers"][0])
        return ("right" if found else "wrong"), int(found), (), letter
    found = words_verdict(card["answers"], text, checking)
    return found, int(found == "right"), (), ""


def carried(card, name, text, places, checking):
    """What an answer carries: what is said, its value, and what it adds."""
    if name == "unreadable":
        return "", 0, []
    some = [one for one in card.get("carries", []) if one.get("place") in places]
    if not places:
        met = (
            one for one in card.get("carries", []) if words_verdict([one["text"]], text, checking) == "right"
        )
        some = [one for one in [next(met, None)] if one]
    says = " ".join(one["says"] for one in some if one.get("says"))
    return (
        says,
        sum(one.get("value", 0) for one in some),
        [pair for one in some for pair in one.get("adds", [])],
    )
