"""Expressions: as Python has them, and nothing more."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from dicetrail.core.play.language.expressions import (
    ExpressionError,
    check_names,
    compile_expression,
    compile_template,
)

NAMES = {"lives": 2, "score": 7.5, "zero": 0, "topic": "knots"}

ATTEMPTS = (
    "__import__('os').system('true')", "().__class__.__bases__[0]", "lives.__class__", "[x for x in (1,)]",
    "lambda: 1", "(lambda: 1)()", "topic[0]", "topic.upper()", "{1: 2}", "{1, 2}", "[1, 2]", "f'{lives}'",
    "open('x')", "eval('1')", "max", "max(*[1])", "min(key=abs)", "2 ** 99", "1 << 9", "1 | 2", "~1", "1 @ 2",
    "lives := 3", "yield", "await lives", "...", "None", "b'x'", "1j", "lives is 2", "print(1)", "1; 2",
    "import os", "9" * 400, "1e400", "-" * 300 + "1", "1 +" * 100 + "1" + " " * 200,
    "x" * 501, "", "   ", "\x00", "lives == ", "lives = 2", "if lives", "max()", "abs(1, 2)", "not",
)  # fmt: skip

NUMBER = st.one_of(st.integers(-50, 50).map(str), st.sampled_from(("1.5", "0.25", "lives", "score", "zero")))


def grown(inner: st.SearchStrategy[str]) -> st.SearchStrategy[str]:
    two = st.tuples(inner, inner)
    operators = ["+", "-", "*", "/", "//", "%", "==", "!=", "<", "<=", ">", ">=", "and", "or"]
    return st.one_of(
        st.tuples(two, st.sampled_from(operators)).map(lambda t: f"({t[0][0]} {t[1]} {t[0][1]})"),
        st.tuples(two, inner).map(lambda t: f"({t[0][0]} if {t[1]} else {t[0][1]})"),
        two.map(lambda t: f"max({t[0]}, {t[1]})"),
        inner.map(lambda text: f"(not {text})"),
        inner.map(lambda text: f"abs(-{text})"),
        inner.map(lambda text: f"floor({text})"),
        st.tuples(two, inner).map(lambda t: f"({t[0][0]} < {t[1]} <= {t[0][1]})"),
    )


class Expressions(unittest.TestCase):
    @settings(max_examples=400)
    @given(st.recursive(NUMBER, grown, max_leaves=8))
    def test_the_same_as_python(self, source):
        """Python itself is the reference."""
        import math

        if len(source) > 400:
            return
        try:
            wanted = eval(
                source, {"__builtins__": {}, "max": max, "abs": abs, "floor": math.floor}, dict(NAMES)
            )
        except ZeroDivisionError:
            with self.assertRaises(ExpressionError):
                compile_expression(source)(NAMES)
            return
        if abs(wanted) <= 10**12:
            self.assertEqual(compile_expression(source)(NAMES), wanted)

    def test_nothing_escapes(self):
        for source in ATTEMPTS:
            with self.subTest(source=source[:40]), self.assertRaises(ExpressionError):
                expression = compile_expression(source)
                check_names(expression, NAMES)
                expression(NAMES)

    def test_numbers_are_bounded(self):
        for source in (
            "999999999 * 999999999 * 999",
            "'x' * 1000000000",
            "'a' + 'b'",
            "-topic",
            "max(topic, 1)",
        ):
            with self.subTest(source=source), self.assertRaises(ExpressionError):
                compile_expression(source)(NAMES)

    def test_words(self):
        self.assertTrue(compile_expression("topic == 'knots' and topic in ('knots', 'maps')")(NAMES))
        self.assertTrue(compile_expression("'not' in topic")({"topic": "knots"}))
        self.assertEqual(compile_expression("'a' if lives > 1 else 'b'")(NAMES), "a")
        with self.assertRaises(ExpressionError):
            compile_expression("topic < 3")(NAMES)

    def test_a_mistake_has_its_place_and_a_hint(self):
        with self.assertRaises(ExpressionError) as caught:
            check_names(compile_expression("score > 1 and live == 0"), NAMES)
        self.assertEqual(caught.exception.column, 14)
        self.assertIn("Did you mean `lives`?", str(caught.exception))
        with self.assertRaises(ExpressionError) as caught:
            compile_expression("lives = 0")
        self.assertIn("Use ==", str(caught.exception))
        with self.assertRaises(ExpressionError) as caught:
            compile_expression("'ü' == topic.x")
        self.assertEqual(caught.exception.column, 7)

    def test_rounding_is_pythons(self):
        self.assertEqual([compile_expression(f"round({x})")({}) for x in (0.5, 1.5, 2.5)], [0, 2, 2])
        self.assertEqual(compile_expression("7 / 2")({}), 3.5)


class Templates(unittest.TestCase):
    def said(self, source: str) -> str:
        return compile_template(source)(NAMES | {"p": 200 / 3, "inf": float("inf")})

    def test_expressions_in_braces(self):
        self.assertEqual(
            self.said("{lives + 1} of {{x}}, {p:.1f} %, {p}, {inf}"), "3 of {x}, 66.7 %, 66.67, ∞"
        )
        self.assertEqual(self.said("{score:d} {lives > 1} {topic}"), "7 yes knots")
        self.assertEqual(self.said(""), "")

    def test_mistakes(self):
        for source in (
            "{",
            "}",
            "{}",
            "{lives!r}",
            "{lives:99999d}",
            "{lives:{score}}",
            "{__class__}",
            "{lives.x}",
        ):
            with self.subTest(source=source), self.assertRaises(ExpressionError):
                template = compile_template(source)
                for expression in template.expressions:
                    check_names(expression, NAMES)
        with self.assertRaises(ExpressionError) as caught:
            compile_template("Hello {lives} and {lives +}")
        self.assertGreater(caught.exception.column, 17)
