"""Tips on the writing of questions, mends that are certain, and finding questions."""

from __future__ import annotations

import unittest

from dicetrail.core.pack.filtering import Wanted, find
from dicetrail.core.pack.reader import read_text
from dicetrail.core.play.answers.letters import lines_on_a_phone

LETTERS = "prompt,option A,option B,option C,key\n"


def codes(text: str, name: str = "a.csv") -> list[str]:
    return [
        snag.code for snag in read_text(name, text).all_snags if snag.code not in ("header", "blank-line")
    ]


class Tips(unittest.TestCase):
    def test_each_tip_has_a_near_miss(self):
        for tip, has, nearly in (
            (
                "tip-longest",
                "Which?,a very long and careful right answer,short,brief",
                "Which?,a very long and careful right answer,an equally long and careful wrong one,brief",
            ),
            ("tip-overlap", "How many?,1 to 5,5 to 9,12", "How many?,1 to 4,5 to 9,12"),
            (
                "tip-catch-all",
                "Which of these?,moss,fern,all of the above",
                "Which of these?,moss,fern,all ferns",
            ),
            (
                "tip-negative",
                "Which is not a knot?,fog,reef,bowline",
                "Which is **not** a knot?,fog,reef,bowline",
            ),
            ("label-clash", "Which vitamin?,D,A,K", "Which vitamin?,Vitamin D,Vitamin A,Vitamin K"),
            ("tip-no-alt", "Which?,![](a.png),b,c", "Which?,![a well](a.png),b,c"),
        ):
            self.assertIn(tip, codes(has + "\nAnother one?,a1,b1,c1\n"), tip)
            self.assertNotIn(tip, codes(nearly + "\nAnother one?,a1,b1,c1\n"), tip)

    def test_right_answers_all_in_one_place(self):
        rows = [f"Number {n}?,x{n},y{n},z{n}," for n in range(8)]
        self.assertEqual(codes(LETTERS + "".join(f"{row}B\n" for row in rows)), ["tip-same-place"])
        self.assertEqual(codes(LETTERS + "".join(f"{row}{'AB'[n % 2]}\n" for n, row in enumerate(rows))), [])
        self.assertEqual(codes(LETTERS + "".join(f"{row}B\n" for row in rows[:7])), [], "too few to tell")

    def test_a_phrase_hard_to_take_in_at_a_glance(self):
        """More than three lines on a phone: ten letters of 28 pixels fit into 350, with 6 between them."""
        head = "kind\tprompt\tanswer\n"
        for phrase, lines in (
            ("a" * 10, 1),
            ("a" * 11, 2),
            ("aaaa aaaa", 1),
            ("aaaaa aaaaa", 2),
            ("aaaaaaaaaa aaaaaaaaaa aaaaaaaaaa", 3),
            ("aaaaaaaaa aaaaaaaaa aaaaaaaaa aa", 4),
        ):
            self.assertEqual(lines_on_a_phone(phrase), lines, phrase)
            tips = ["tip-long-phrase"] if lines > 3 else []
            self.assertEqual(codes(head + f"letters\tWhich?\t{phrase}\n", "a.tsv"), tips, phrase)
        self.assertEqual(codes(head + f"letters\tWhich?\t{'a' * 61}\n", "a.tsv"), ["long-phrase"])

    def test_a_picture_without_words(self):
        head = "prompt\tanswer\timage\talt\n"
        self.assertEqual(codes(head + "Which?\twell\ta.png\t\n", "a.tsv"), ["tip-no-alt"])
        self.assertEqual(codes(head + "Which?\twell\ta.png\ta ring\n", "a.tsv"), [])


class Mends(unittest.TestCase):
    def mended(self, text: str, name: str = "a.tsv") -> str:
        """The text with every certain mend pressed once, from the last line up."""
        lines = text.splitlines()
        for snag in reversed(read_text(name, text).all_snags):
            if snag.mend:
                lines[snag.line - 1 : snag.line] = [] if snag.mended is None else [snag.mended]
        return "".join(f"{line}\n" for line in lines)

    def test_what_is_certain_is_mended_by_one_press(self):
        good = "Where is north?\tup\tdown\tleft\n"
        for broken, name, whole in (
            (good + "Spaces?    a    b    c\n", "a.tsv", good + "Spaces?\ta\tb\tc\n"),
            (
                good + "question\tanswer\twrong\twrong\n" + "More?\ta\tb\tc\n",
                "a.tsv",
                good + "More?\ta\tb\tc\n",
            ),
            (good + good, "a.tsv", good),
            (good + "Blanks behind?\ta\tb\tc  \n", "a.tsv", good + "Blanks behind?\ta\tb\tc\n"),
            (
                "Which?,a1,b1,b1\nWhere?,a2,b2,c2\nWhen?,a3,b3,c3\n",
                "a.csv",
                "Which?,a1,b1\nWhere?,a2,b2,c2\nWhen?,a3,b3,c3\n",
            ),
            (LETTERS + "Which?,a1,b1,c1,b\n", "a.csv", LETTERS + "Which?,a1,b1,c1,B\n"),
        ):
            self.assertEqual(self.mended(broken, name), whole)
            self.assertFalse([snag for snag in read_text(name, self.mended(broken, name)).snags if snag.mend])

    def test_what_is_not_certain_is_not(self):
        for text in (
            "Two?    fields\nWhere is north?\tup\tdown\tleft\n" * 2,
            "Which?\t\ta\tb\nWhere?\ta\tb\tc\n",
        ):
            self.assertFalse(
                [snag for snag in read_text("a.tsv", text).snags if snag.mend and snag.severity == "stop"],
                text,
            )


class Finding(unittest.TestCase):
    QUESTIONS = read_text(
        "a.tsv",
        "prompt\tanswer\ttopic\tlevel\n"
        "Which cloud rains?\tNimbostratus\tsky\t3\nWhich knot slips?\tNoose\trope\t1\n"
        "Which cloud is high?\tCirrus\tsky\t2\n",
    ).questions

    def found(self, **wanted: object) -> list[int]:
        return find(self.QUESTIONS, Wanted(**wanted), {2: {"other-answer"}})  # type: ignore[arg-type]

    def test_by_everything(self):
        for wanted, numbers in (
            ({}, [0, 1, 2]),
            ({"words": "cloud"}, [0, 2]),
            ({"words": "CIRRUS which"}, [2]),
            ({"words": "rope"}, [1]),
            ({"topic": "sky", "level": 3}, [0]),
            ({"topic": ""}, []),
            ({"kind": "choice"}, []),
            ({"snag": "any"}, [0]),
            ({"snag": "duplicate"}, []),
            ({"order": "level"}, [1, 2, 0]),
            ({"order": "answer", "falling": True}, [1, 0, 2]),
            ({"falling": True}, [2, 1, 0]),
        ):
            self.assertEqual(self.found(**wanted), numbers, wanted)
