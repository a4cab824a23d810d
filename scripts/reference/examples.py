"""An example of every name, function, moment, kind and column. Tests put each to use."""

from __future__ import annotations

NAMES = {
    "attempt": "add: {score: 6 - 2 * attempt}",
    "tries_left": 'tell: "{tries_left} left"',
    "total": 'tell: "{asked} of {total}"',
    "asked": "if: asked == 5",
    "right": "if: right >= 3",
    "wrong": "add: {score: -1 * (wrong > 3)}",
    "missed": "if: missed == 0",
    "late": "if: late >= 2",
    "skipped": "add: {score: 5 - skipped}",
    "first_try": 'tell: "{first_try} at the first try"',
    "streak": "add: {score: 5 + streak}",
    "opinions": "if: opinions == 0",
    "helps_used": "add: {score: 5 - helps_used}",
    "best_streak": "if: best_streak >= 5",
    "left": 'tell: "{left} to come"',
    "percent": "if: percent >= 80",
    "others_asked": 'tell: "{others_asked} for the others so far"',
    "round_total": 'tell: "{round_asked} of {round_total}"',
    "round_asked": "if: round_asked == 1",
    "round_right": "if: round_right >= 3",
    "round_wrong": "if: round_wrong == 0",
    "round_missed": "if: round_missed == 0",
    "round_late": "if: round_late == 0",
    "round_skipped": "if: round_skipped == 0",
    "round_opinions": "if: round_opinions == 0",
    "round_first_try": "add: {score: round_first_try}",
    "round_others_asked": "if: round_others_asked == 0",
    "round_left": 'tell: "{round_left} more in this round"',
    "round_percent": "if: round_percent >= 80",
    "time_left": "add: {score: time_left // 2}",
    "time_used": "if: time_used <= 5",
    "game_left": "if: game_left < 30",
    "worth": "add: {score: worth}",
    "level": "add: {score: 2 * level}",
    "topic": 'if: topic == "knots"',
    "kind": 'if: kind == "typed"',
    "player": 'tell: "Well done, {player}."',
    "count": "add: {score: 10 / count}",
    "hits": "add: {score: hits}",
    "possible": "add: {score: 10 * hits // possible}",
    "value": "add: {score: value}",
    "given": 'if: given == "sheet bent"',
    "picked": 'if: picked == "A C"',
    "off": "add: {score: 'max(0, 10 - off)'}",
    "off_percent": "add: {score: 'max(0, 10 - off_percent)'}",
    "visit": "add: {score: '3 - min(2, visit)'}",
    "round": "add: {score: 5 * round}",
    "round_name": 'tell: "This was {round_name}."',
    "rounds": "if: round == rounds",
    "help": "add: {score: \"2 if help == 'hint' else 4\"}",
    "turn": "add: {score: 3 - turn}",
    "players": "if: players == 1",
    "rank": "if: rank == 1",
    "answer": 'tell: "It is {answer}."',
    "letter": 'tell: "{letter} it is."',
}
"""How a row uses each name that expressions and texts know."""
FUNCTIONS = {
    "min": "add: {score: 'min(5, time_left)'}",
    "max": "add: {score: 'max(1, 6 - 2 * attempt)'}",
    "abs": "add: {score: abs(level - 3)}",
    "round": "add: {score: 'round(time_left / 3, 1)'}",
    "floor": "add: {score: floor(time_left)}",
    "ceil": "add: {score: ceil(time_left / 5)}",
    "roll": "add: {score: roll(6)}",
    "one_of": "add: {score: 'one_of(2, 5, 10)'}",
    "asked_in": 'if: asked_in("knots") == 1',
    "right_in": 'if: right_in("knots") >= 2',
    "missed_in": 'if: missed_in("knots") == 0',
    "percent_in": 'if: percent_in("knots") >= 80',
    "most": "if: score == most(score)",
    "least": "add: {score: 'most(score) - least(score)'}",
}
"""How a row uses each function."""
OF_NUMBERS = {
    "min": "the least of some numbers",
    "max": "the greatest of some numbers",
    "abs": "a number without its sign",
    "round": "the nearest whole number, or with so many decimals; halves go to the even one",
    "floor": "the whole number below",
    "ceil": "the whole number above",
}
MOMENTS = {
    "begun": 'tell: "Good evening, {player}."',
    "round_begun": "if: round == 2, add: {score: 5}",
    "opened": "if: level == 3, cue: nudge",
    "helped": "add: {score: -1}",
    "right": 'add: {score: 5}, tell: "Yes.", cue: bright',
    "part": "add: {score: 1}",
    "close": 'tell: "Nearly. Once more."',
    "wrong": 'tell: "Not yet.", cue: nudge',
    "missed": "reveal: true, cue: dull",
    "late": "add: {lives: -1}, reveal: true",
    "skipped": "add: {score: -1}",
    "answered": 'tell: "Noted."',
    "unreadable": 'tell: "A number, please."',
    "round_over": "if: round_missed == 0, add: {score: 10}",
    "over": "if: percent >= 80, cue: summit",
}
"""A row of each moment."""
KINDS = {
    "choice": "prompt\tanswer\twrong 1\twrong 2\nWhich cloud is high?\tCirrus\tStratus\tFog",
    "several": "prompt\toption A\toption B\toption C\tkey\nWhich are knots?\tBowline\tCirrus\tSheet bend\tA, C",
    "order": "kind\tprompt\toption A\toption B\toption C\norder\tFrom low to high\tStratus\tAltocumulus\tCirrus",
    "typed": "prompt\tanswer\nWhich knot joins two ropes?\tsheet bend | becket bend",
    "number": "kind\tprompt\tanswer\tunit\ttolerance\nnumber\tHow high is the hut?\t2140\tm\t10",
    "truth": "kind\tprompt\tanswer\ntruth\tA cirrus brings rain at once.\tfalse",
    "sort": "kind\tprompt\tgroup\nsort\tCirrus\thigh\nsort\tStratus\tlow\nsort\tFog\tlow",
    "letters": "kind\tprompt\tanswer\tmisses\nletters\tWhat keeps the wind out?\thut door\t6",
    "match": "kind\tprompt\tpairs\nmatch\tWhat is what?\tgranite = igneous | slate = metamorphic",
    "gaps": "kind\tprompt\tanswer\ngaps\tTwo ropes: a ___ ; a loop: a ___ .\tsheet bend; bowline | king knot",
    "spot": "kind\tprompt\tanswer\timage\talt\nspot\tWhere is the hut?\tcircle 40 60 8\tmap.png\tA map",
    "opinion": "kind\tprompt\toption A\toption B\nopinion\tWhere do you sleep best?\tBy the stove\tUnder the roof",
    "formula": "kind\tprompt\tvariables\tanswer\nformula\tWhat is {a} times {b}?\ta = 2..9; b = 2..9\ta * b",
    "table": "kind\tprompt\tfrom\tanswer\ntable\tHow high is {peak}?\tpeaks.csv\theight",
    "odd": "kind\tprompt\tgroups\nodd\tWhich does not belong?\tHigh: Cirrus | Cirrostratus | Cirrocumulus;"
    " Low: Stratus | Nimbostratus | Stratocumulus",
}
"""Lines of a file with a question of each kind."""
FILES = {"peaks.csv": "peak,height\nLantern,2140\nFell,1980\nStag,2310\nOwl,1790\nFox,2005\n"}
"""The tables that the examples name."""
_TYPED = "prompt: 'Which knot joins two ropes?', answer: sheet bend"
_OPTIONS = "prompt: 'Which cloud is high?', option A: Cirrus, option B: Stratus"
_PICKED = "prompt: 'Which cloud is high?', answer: Cirrus, wrong 1: Stratus"
_MATCH = "kind: match, prompt: 'What is what?', left A: granite, right A: igneous, left B: slate"
COLUMNS = {
    "id": ("what a question is called, for good", f"id: knot-1, {_TYPED}"),
    "kind": (
        "the kind, where it can't be told by the other columns",
        "kind: truth, prompt: Ice floats., answer: true",
    ),
    "prompt": ("what is asked", _TYPED),
    "answer": ("what is right; several parted by a bar", f"{_TYPED} | becket bend"),
    "accepted": ("what is right, too", f"{_TYPED}, accepted: becket bend"),
    "wrong": ("wrong options: `wrong 1`, `wrong 2` …", f"{_PICKED}, wrong 2: Fog"),
    "option": ("options as they stand: `option A`, `option B` …, with a `key`", f"{_OPTIONS}, key: A"),
    "key": ("the letters of the right options", f"{_OPTIONS}, option C: Cirrocumulus, key: 'A, C'"),
    "expected": (
        "answers that are known without being right, with what is said to them",
        f"{_TYPED}, expected: granny = It slips.",
    ),
    "pinned": (
        "options that stay last when others are shuffled",
        f"{_OPTIONS}, option C: None of them, key: A, pinned: C",
    ),
    "pairs": (
        "what belongs together, all pairs in one cell",
        "kind: match, prompt: 'What is what?', pairs: granite = igneous | slate = metamorphic",
    ),
    "groups": (
        "lists of members, for which does not belong",
        "kind: odd, prompt: 'Which is it?', groups: 'High: Cirrus | Cirrostratus | Cirrocumulus; Low: Stratus | Nimbostratus | Stratocumulus'",
    ),
    "variables": (
        "numbers that are rolled for a formula",
        "kind: formula, prompt: 'What is {a} + {b}?', variables: a = 2..9; b = 2..9, answer: a + b",
    ),
    "where": (
        "what must hold of the variables",
        "kind: formula, prompt: 'What is {a} - {b}?', variables: a = 2..9; b = 2..9, answer: a - b, where: a >= b",
    ),
    "from": (
        "the table that questions are made from",
        "kind: table, prompt: 'How high is {peak}?', from: peaks.csv, answer: height",
    ),
    "parted by": (
        "what stands between several answers in a cell of the table",
        "kind: table, prompt: 'How high is {peak}?', from: peaks.csv, answer: height, parted by: /",
    ),
    "ask": (
        "how a made question is asked: choice, typed, number",
        "kind: table, prompt: 'How high is {peak}?', from: peaks.csv, answer: height, ask: typed",
    ),
    "choices": (
        "how many options a made question has",
        "kind: table, prompt: 'How high is {peak}?', from: peaks.csv, answer: height, choices: 3",
    ),
    "form": (
        "how a result is written: decimal, fraction, mixed",
        "kind: formula, prompt: 'What is {a} / {b}?', variables: a = 1..9; b = 2..9, answer: a / b, form: fraction",
    ),
    "times": (
        "how often a formula is asked in a play",
        "kind: formula, prompt: 'What is {a} * {b}?', variables: a = 2..9; b = 2..9, answer: a * b, times: 3",
    ),
    "unit": (
        "the unit of a number; it may be typed",
        "kind: number, prompt: 'How high is the hut?', answer: 2140, unit: m",
    ),
    "tolerance": (
        "how far off is still right",
        "kind: number, prompt: 'How high is the hut?', answer: 2140, tolerance: 10",
    ),
    "between": (
        "the bounds of a slider",
        "kind: number, prompt: 'How high is the hut?', answer: 2140, between: 0..3000",
    ),
    "misses": (
        "wrong letters that a covered phrase allows",
        "kind: letters, prompt: 'What keeps the wind out?', answer: hut door, misses: 4",
    ),
    "topic": ("what it is about", f"{_TYPED}, topic: knots"),
    "level": ("how hard it is, 1 to 5", f"{_TYPED}, level: 3"),
    "worth": ("a number rules know as `worth`", f"{_TYPED}, worth: 5"),
    "seconds": ("the seconds of its own clock", f"{_TYPED}, seconds: 40"),
    "why": ("what is told after it", f"{_TYPED}, why: It holds ropes of unlike thickness."),
    "why right": ("what is told after a right answer", f"{_TYPED}, why right: Just so."),
    "why wrong": (
        "what is told after a wrong one",
        f"{_TYPED}, why wrong: Ropes of unlike thickness want it.",
    ),
    "hint": ("what the help `hint` shows", f"{_TYPED}, hint: Sails have it in their name."),
    "image": ("a picture", f"{_TYPED}, image: map.png"),
    "alt": (
        "what is on the picture, for who can't see it",
        f"{_TYPED}, image: map.png, alt: A map of the valley.",
    ),
    "sound": ("a sound, or a part of one", f"{_TYPED}, sound: 'bell.ogg#t=1.5,4'"),
    "group": ("the group that a thing belongs to", "kind: sort, prompt: Cirrus, group: high"),
    "unused": (
        "a column that is left aside: so are headings that are none of these",
        f"{_TYPED}, remarks: ask Ida",
    ),
}
"""What each column holds, and a question that has it; those of options and pairs are below."""
FAMILIES = {
    "says": (
        "shown when this answer was given: `says A` … `says H`, `says answer`, `says wrong 1` …",
        f"{_OPTIONS}, key: A, says B: It lies low.",
    ),
    "value": ("a number that rules know as `value` when this was given", f"{_OPTIONS}, key: A, value B: 2"),
    "adds": ("added to meters when this was given", f"{_OPTIONS}, key: A, adds B: 'fog 1, score -1'"),
    "left": ("what something is matched with: `left A` … `left H`", f"{_MATCH}, right B: metamorphic"),
    "right": (
        "what belongs to it: `right A` … `right H`; without a `left` it belongs to none",
        f"{_MATCH}, right B: metamorphic, right C: sedimentary",
    ),
}
"""Columns that there are of every option or pair, by the word they begin with."""
COMMANDS = {
    "serve": "dicetrail serve --demo --data here",
    "backup": "dicetrail backup everything.sqlite --data here",
    "check": "dicetrail check knots.tsv",
    "convert": "dicetrail convert knots.tsv knots.yaml",
    "deal": "dicetrail deal game.yaml --dice 7",
    "answer": 'dicetrail answer knots.tsv 1 "sheet bent"',
    "play": "dicetrail play game.yaml --dice 7 --moves moves.txt",
    "schema": "dicetrail schema",
    "prove": "dicetrail prove game.yaml",
    "walk": "dicetrail walk game.yaml --plays 500 --dice 1 --skill 0.7",
    "odds": "dicetrail odds game.yaml --skill 0.7",
    "compare": "dicetrail compare game.yaml mine.yaml --skill 0.7",
    "snags": "dicetrail snags game.yaml",
    "give": "dicetrail give game.yaml --as page knots.html",
    "report": "dicetrail report plays.jsonl",
}
"""A line for each command."""
READING = {
    "delimiter": ("what parts the cells: tab, comma, semicolon", "semicolon"),
    "roles": ("what each column is read as", "prompt, answer, unused"),
    "header": ("whether the first line names columns", "no"),
    "lists": (
        "what columns headed `group: NAME` give: a sorting question of each member, which does not belong, or both",
        "odd",
    ),
    "ask_member": ("how a member is asked for; `{member}` stands for it", "Which sort is {member}?"),
    "ask_odd": ("how is asked which does not belong", "Which one is a stranger here?"),
}
"""What a maker may say of how a file is read (*Columns*), with an example."""
HANDING_OUT = {
    "name": ("what the maker and the players’ list call it", "Tonight at the stove"),
    "note": ("what players read before the game’s own welcome", "Two tables, one prize."),
    "opens": ("when it can be played from", "tonight at 20:00"),
    "closes": ("until when", "tomorrow at 9:00"),
    "closed": ("closed by hand, until it is opened again", "yes"),
    "asks_name": ("whether a name is asked for, also where the game does not", "no"),
    "one_deal": ("whether all plays have the same dice", "yes"),
    "plays_each": ("how many plays a browser may have", "3"),
    "listed": ("whether it stands on the players’ list", "yes"),
    "best": ("whether players are shown the best plays", "yes"),
    "wall": ("whether its wall shows players by name, by marks only, or is off", "marks"),
    "together": ("whether all wait until the maker begins for them", "yes"),
    "keep_days": ("for how many days plays are kept", "30"),
}
"""The settings of a hand-out, with an example."""
