"""Made-up games, as documents and cards, and moves for them."""

from hypothesis import strategies as st

NUMBERS = ["0", "1", "2", "3", "4", "0.5", "2.5", "0.1", "10"]
COUNTS = [
    "attempt", "tries_left", "streak", "best_streak", "asked", "right", "wrong", "missed", "late", "skipped",
    "first_try", "total", "left", "percent", "worth", "level", "count", "hits", "possible",
]  # fmt: skip
OF_ROUNDS = [
    "round", "rounds", "round_asked", "round_right", "round_missed", "round_late", "round_first_try",
    "round_percent", "round_left", "round_total", "visit",
]  # fmt: skip
ONLY = ["level <= 2", "level >= 2", 'topic == "knots"', 'kind != "letters"', "worth > 1 or level == 1"]
TIMES = ["time_left", "time_used", "game_left"]
METERS = ["score", "lives", "warmth"]
MOMENTS = [
    "begun", "opened", "right", "part", "close", "wrong", "missed", "late", "skipped", "unreadable", "over",
    "answered",
]  # fmt: skip
QUIET = ["begun", "opened", "over", "round_begun", "round_over"]
SWITCHES = [
    "blanks", "outer_blanks", "inner_blanks", "case", "compatibility", "accents", "punctuation", "articles",
]  # fmt: skip
PHRASES = st.sampled_from(
    ["bowline", "Edelweiß", "été", "l'arbre", "The Col", "belay-knot", "ﬁrn", "Ǆep", "a", "cat", "ſnow"]
)
ODD = ["", "e\u0301", " ", "\u200b", "\u200f", "ʼ", "’", "-", "x", "E", "ﬁ", "the ", "L’", "İ", "ß", "."]
SPELLING = st.integers(0, 3) | st.dictionaries(st.integers(1, 9), st.integers(0, 3), max_size=2)
RESULTS = st.sampled_from(["won", "lost", "done"])
WORDS = ["bowline", "Cirrus", "fog", "Edelweiß", "l'arbre", "a", "whiteout line"]


CHANCES = ["roll(3)", "roll(2)", "one_of(1, 2.5)", "one_of(score, 3)"]
TOPICS = ['right_in("knots")', 'asked_in("sky")', 'missed_in("knots")', 'percent_in("sky")']
NAMED = {"brave": "attempt == 1", "lucky": "roll(2)", "prize": "2 + lucky * brave", "rich": "score + worth"}
"""Named expressions that made-up games may have."""
OF_CARRIED = ["value"]
HELPS = ["remove", "hint", "time", "letter"]


@st.composite
def expressions(draw, names, depth=2):
    if depth == 0 or draw(st.integers(0, 2)) == 0:
        return draw(st.sampled_from([*names, *NUMBERS]))
    one, other = draw(expressions(names, depth - 1)), draw(expressions(names, depth - 1))
    forms = [
        "({} + {})", "({} - {})", "({} * {})", "({} / {})", "({} // {})", "({} % {})", "min({}, {})",
        "max({}, {})", "(-{} + {})", "round({}) + {}", "floor({}) - {}", "abs({} - {})",
    ]  # fmt: skip
    return draw(st.sampled_from(forms)).format(one, other)


@st.composite
def conditions(draw, names, depth=1):
    if depth and draw(st.integers(0, 3)) == 0:
        one, other = draw(conditions(names, 0)), draw(conditions(names, 0))
        return draw(st.sampled_from(["{} and {}", "{} or {}", "not ({}) or {}"])).format(one, other)
    if "value" in names and draw(st.integers(0, 6)) == 0:
        return draw(st.sampled_from(['picked == "A"', 'given == "bowline"', 'picked in ("B", "A B")']))
    if draw(st.integers(0, 8)) == 0:
        return draw(st.sampled_from(['topic == "knots"', 'kind in ("choice", "typed")', "level in (1, 3)"]))
    signs = st.sampled_from(["==", "<", ">", ">=", "<=", "!="])
    if draw(st.integers(0, 3)):
        return f"{draw(st.sampled_from(names))} {draw(signs)} {draw(st.sampled_from(NUMBERS))}"
    return f"{draw(expressions(names, 1))} {draw(signs)} {draw(expressions(names, 1))}"


def simple(names):
    """What rows mostly do to meters."""
    return st.sampled_from(["1", "-1", "2", "0.1", "-2.5", "worth", "streak", "hits"]) | expressions(names)


@st.composite
def rows(draw, names, texts, clocks, rounds=False):
    moment = draw(st.sampled_from([*MOMENTS, *(["round_begun", "round_over"] if rounds else [])]))
    clock = st.sampled_from(["question", "game", *(["round"] if rounds else [])])
    row = {"moment": moment}
    if draw(st.booleans()):
        row["if"] = draw(conditions(names))
    for key in ("add", "add", "set"):
        if draw(st.integers(0, 2)) == 0:
            row.setdefault(key, {})[draw(st.sampled_from(METERS))] = draw(simple(names))
    if clocks and draw(st.integers(0, 4)) == 0:
        by = st.sampled_from(["1", "-1", "-3", "0.4", "-20", "lives"])
        row["time"] = {draw(clock): draw(by)}
    if clocks and draw(st.integers(0, 6)) == 0:
        row["restart"] = [draw(clock)]
    if texts and draw(st.booleans()):
        parts = [
            "{score}",
            "{score / right:.1f}",
            "{given} {answer} {letter}",
            "{1/0}",
            "{attempt != 2}",
            "{{x}}",
        ]
        row["tell"] = draw(st.sampled_from([*parts, "plain", "{percent:.0f} % {left:d}"]))
        if "value" in names and draw(st.booleans()):
            row["tell"] = ["one {picked}", "two {value}", "three {given}"][: draw(st.integers(2, 3))]
    for key, value in (("reveal", True), ("hold", 0.7), ("cue", "c")):
        if draw(st.integers(0, 3)) == 0:
            row[key] = value
    thens = ["won", "lost", "done"] if moment in QUIET else ["next", "next", "won", "lost"]
    if moment not in (*QUIET, "right", "answered"):
        thens += ["again", "again", "again"]
    if moment in ("right", "missed", "late", "skipped") and rounds:
        thens += ["later", "later", "later", "later"]
        row["after"] = draw(st.integers(1, 3))
    if moment not in QUIET and rounds:
        thens += ["round"]
    seldom = 12 if moment in ("begun", "opened", "round_begun", "round_over") else 1 if rounds else 4
    if draw(st.integers(0, seldom)) == 0 and not (seldom == 12 and "if" not in row):
        row["then"] = draw(st.sampled_from(thens))
    return row


CARRIED = st.fixed_dictionaries(
    {
        "says": st.sampled_from(["", "Well."]),
        "value": st.sampled_from([0, 2, 0.5]),
        "adds": st.lists(st.tuples(st.sampled_from(METERS), st.sampled_from([1, -1, 0.5])), max_size=2),
    }
)


@st.composite
def cards(draw, number, kinds):
    kind = draw(st.sampled_from(kinds))
    card = {
        "id": f"q{number}", "kind": kind, "level": draw(st.integers(1, 3)), "options": [], "rights": (),
        "worth": draw(st.sampled_from([1, 1, 2, 2.5])), "topic": draw(st.sampled_from(["knots", "sky"])),
    }  # fmt: skip
    if draw(st.integers(0, 4)) == 0:
        card["seconds"] = draw(st.sampled_from([2, 4.5]))
    carry = draw(st.integers(0, 2)) == 0 and "opinion" in kinds
    if carry and kind == "typed":
        card["carries"] = [{"text": draw(st.sampled_from(WORDS)), **draw(CARRIED)}]
    if kind in ("typed", "letters"):
        card["answers"] = [draw(st.sampled_from(WORDS)), "second"][: 1 if kind == "letters" else 2]
        if kind == "letters":
            card["misses"] = draw(st.integers(1, 3))
        return card
    count = 2 if kind == "truth" else draw(st.integers(2, 4))
    options = ["True", "False"] if kind == "truth" else [f"way {number}{one}" for one in "pqrs"[:count]]
    if carry and kind != "order":
        places = sorted(draw(st.sets(st.integers(0, count - 1), min_size=1, max_size=2)))
        card["carries"] = [{"place": place, **draw(CARRIED)} for place in places]
    if kind == "opinion":
        return {**card, "options": options, "rights": (), "answers": []}
    rights = (draw(st.integers(0, count - 1)),)
    if kind == "several":
        rights = tuple(sorted(draw(st.sets(st.integers(0, count - 1), min_size=1, max_size=3))))
    if kind == "order":
        rights = tuple(range(count))
    return {**card, "options": options, "rights": rights, "answers": [options[one] for one in rights]}


ALL_KINDS = ["choice", "truth", "typed", "several", "order", "sort", "letters"]


@st.composite
def deals(draw, names, size, *, repeats):
    """What a round says of its deal."""
    deal = {}
    if draw(st.booleans()):
        deal["order"] = draw(st.sampled_from(["filed", "shuffled", "shuffled", "easiest_first", "by_topic"]))
    if repeats and draw(st.integers(0, 3)) == 0:
        deal |= {"repeats": "when_empty", "draw": draw(st.integers(1, size + 2))}
    elif draw(st.integers(0, 3)) == 0:
        parts = [{"if": draw(st.sampled_from(ONLY)), "draw": draw(st.integers(1, 2))} for _ in range(2)]
        deal |= {"draw": parts, "order": draw(st.sampled_from(["by_part", "shuffled", "filed"]))}
    elif draw(st.booleans()):
        deal["draw"] = draw(st.integers(1, size))
    if draw(st.integers(0, 3)) == 0:
        deal["next"] = draw(
            st.sampled_from(
                ["abs(level - (1 + streak // 2))", "level", "-worth", "abs(level - right) + level / 9"]
            )
        )
    if draw(st.integers(0, 5)) == 0:
        deal["choose"] = draw(st.sampled_from(["topic", "level"]))
    return deal


@st.composite
def rounds(draw, names, size, texts, timed, *, weighed):
    """Rounds of a game."""
    count = draw(st.integers(1, 2 if weighed else 3))
    called = [f"Round {'ABC'[place]}" for place in range(count)]
    found = []
    for name in called:
        one = {"name": name, "deal": draw(deals(names, size, repeats=not weighed))}
        if draw(st.integers(0, 2)) == 0:
            one["intro"] = "Now {score}."
        if draw(st.integers(0, 2)) == 0:
            one["only"] = draw(st.sampled_from(ONLY))
        if draw(st.integers(0, 2)) == 0:
            one["tries"] = draw(st.sampled_from([1, 2]))
        if draw(st.integers(0, 2)) == 0:
            one["clocks"] = draw(
                st.sampled_from(
                    [{"question": 2}, {"round": 6}, {"round": 3.5, "question": 4}, {"breather": 1}]
                )
            )
        if draw(st.booleans()):
            one["consequences"] = draw(st.lists(rows(names, texts, timed, True), max_size=2))
        gates = []
        for _ in range(draw(st.integers(0, 2))):
            gate = {"go": draw(st.sampled_from([*called, "next", "over", "won", "lost"]))}
            if draw(st.integers(0, 4)):
                gate["if"] = draw(conditions(names))
            if draw(st.integers(0, 3)) == 0 and not weighed:
                gate["most"] = 2
            gates.append(gate)
        one["then"] = gates
        found.append(one)
    return found


@st.composite
def helps(draw, names, rounds):
    """Helps of a game, each doing something else."""
    does = st.sampled_from(HELPS)
    return [draw(_help(one, names, rounds)) for one in draw(st.lists(does, min_size=1, unique=True))]


@st.composite
def _help(draw, does, names, rounds):
    one = {"name": does, "does": does}
    if draw(st.booleans()):
        one["uses"] = draw(st.sampled_from([1, 2, 3, "none"]))
    if draw(st.booleans()):
        one["per"] = draw(st.sampled_from(["play", "question", *(["round"] if rounds else [])]))
    if draw(st.integers(0, 2)) == 0:
        one["if"] = draw(conditions(names))
    if draw(st.booleans()):
        one["add"] = {draw(st.sampled_from(METERS)): draw(st.sampled_from([-1, -2, 0.5, "worth", "-streak"]))}
    if does == "remove" and draw(st.booleans()):
        one["remove"] = draw(st.sampled_from([1, 3]))
    if does == "time" and draw(st.booleans()):
        one["seconds"] = draw(st.sampled_from([1, 2.5]))
    return one


@st.composite
def of_helps(draw):
    """A row that is about helps."""
    row = {"moment": "helped", **draw(st.sampled_from([{}, {"if": 'help == "remove"'}]))}
    if draw(st.booleans()):
        row["moment"] = draw(st.sampled_from(["right", "wrong", "missed", "opened", "over", "helped"]))
        row["if"] = draw(st.sampled_from(['help == "letter"', 'help != ""', "helps_used > 1"]))
    does = [{"add": {"score": 7}}, {"set": {"lives": 2}}, {"add": {"warmth": "helps_used"}}, {"hold": 1}]
    row |= draw(st.sampled_from(does))
    if row["moment"] == "helped" and draw(st.integers(0, 7)) == 0:
        row["then"] = draw(st.sampled_from(["won", "lost"]))
    return row


@st.composite
def games(draw, *, weighed=False):
    """A game and its questions; ``weighed`` ones are small enough to go every way of."""
    in_rounds = draw(st.integers(0, 4)) < 2
    kinds = draw(st.sampled_from([ALL_KINDS, ["choice"], ["typed", "choice"], ["several", "order"]]))
    rich = draw(st.integers(0, 3)) == 0
    """Whether it lets chance in, names expressions, counts topics, and asks for more than right answers."""
    if rich:
        kinds = draw(st.sampled_from([[*kinds, "opinion"], ["opinion", "choice"], ["opinion"]]))
    timed = draw(st.booleans())
    size = draw(st.integers(1, 3 if weighed else 6))
    some = [draw(cards(number, kinds)) for number in range(size)]
    names = [*METERS, *COUNTS, *(TIMES if timed else ()), *(OF_ROUNDS if in_rounds else ())]
    named = {name: NAMED[name] for name in NAMED if rich and (weighed or draw(st.booleans()))}
    if "prize" in named and not {"brave", "lucky"} <= named.keys():
        del named["prize"]
    in_rows = [*names, *named, *TOPICS, *CHANCES, "value"] if rich else names
    names = [*names, *(name for name in named if name in ("brave", "rich")), *TOPICS] if rich else names
    game = {
        "title": "Made up",
        "packs": ["p"],
        "deal": {
            "order": draw(st.sampled_from(["filed", "shuffled", "easiest_first", "by_topic"])),
            "options": draw(st.sampled_from(["filed", "shuffled", "balanced"])),
            "repeats": draw(st.sampled_from(["never", "never", "when_empty", "always"])),
        },
        "tries": draw(st.sampled_from([1, 2, 2] if weighed else [1, 2, 3, None])),
        "meters": {
            "score": {"start": draw(st.sampled_from([0, 0, 0.2, 5]))},
            "lives": {"start": 2, "min": 0, "max": draw(st.sampled_from([2, 3]))},
            "warmth": draw(st.sampled_from([{"start": 1.5, "decimals": 1}, {"start": 0, "max": 4}])),
        },
        "clocks": {
            "question": draw(st.sampled_from([None, None, 3, 5.5, "2 + level", "3 + asked / 2"])),
            "game": draw(st.sampled_from([None, None, 7, 12])),
            "breather": draw(st.sampled_from([0, 0, 1.5, "player"])),
            "restart_on_again": draw(st.booleans()),
        },
        "checking": {
            "ignore": draw(st.sampled_from([["blanks", "case"], ["case"]])),
            "spelling": draw(st.integers(0, 2)),
        },
        "consequences": draw(st.lists(rows(in_rows, not weighed, timed, in_rounds), max_size=6)),
        "endings": [
            {"if": draw(conditions(names)), "result": draw(RESULTS), "tell": "end"}
            for _ in range(draw(st.integers(0, 2)))
        ],
        "awards": [
            {"if": draw(conditions(names)), "title": f"Award {place}"}
            for place in range(draw(st.integers(0, 2)))
        ],
        "cues": {"c": {"hold": 1.2}},
        "leave": draw(st.booleans()),
        **({"names": named} if named else {}),
    }  # fmt: skip
    if not weighed and draw(st.integers(0, 2)) == 0:
        game["helps"] = draw(helps([*names, "helps_used"], in_rounds))
        more = draw(st.lists(of_helps(), max_size=2))
        game["consequences"] = [*more, *game["consequences"]]
        some = [{**card, "hint": "A hint."} if draw(st.integers(0, 3)) else card for card in some]
    if in_rounds:
        some = [card for card in some if card["kind"] != "order"] or [draw(cards(0, ["choice"]))]
        game["deal"] |= {"options": "filed", "repeats": "never"}
        game["endings"] = game["endings"][: draw(st.integers(0, 1))] if draw(st.booleans()) else []
        game["rounds"] = draw(rounds(names, size, not weighed, timed, weighed=weighed))
        return game, some
    ends = game["deal"]["repeats"] == "never"
    sizes = st.integers(1, size if ends else size + 1)
    if draw(st.booleans()) or not ends:
        game["deal"]["draw"] = draw(sizes)
    return game, some


@st.composite
def moves(draw):
    every = ["right", "right", "wrong", "wrong", "late", "skip", "unreadable", "answer", "leave"]
    do = draw(st.sampled_from([*every, "help", "help", "help"]))
    texts = [
        "A",
        "b ",
        "A B",
        "B A C",
        "e",
        "bowlin",
        "BOWLINE",
        "way 0p",
        "true",
        " ",
        "Edelweiss",
        "2",
        "l",
    ]
    texts = HELPS if do == "help" else texts
    return do, draw(st.sampled_from(texts)), draw(st.sampled_from([0, 0, 0, 1000, 2500, 3000, 9000]))


@st.composite
def texts(draw):
    """A phrase, something put into it, and something cut out."""
    phrase, place, cut = draw(PHRASES), draw(st.integers(0, 9)), draw(st.integers(0, 2))
    return phrase[:place] + draw(st.sampled_from(ODD)) + phrase[place + cut :]


@st.composite
def setups(draw):
    """What is asked before a play, each of it now and then."""
    setup = {}
    if draw(st.integers(0, 3)) == 0:
        setup["topic"] = draw(st.sampled_from(["ask", "one"]))
    for name in ("level", "count"):
        if draw(st.integers(0, 3)) == 0:
            setup[name] = {"ask": True, "min": 1, "max": draw(st.integers(2, 5)), "default": 2}
    return setup


def chosen(setup, one_of):
    """What a player of a game with this setup chooses; ``one_of`` takes one of several."""
    found = {"topic": one_of(["knots", "sky"])} if setup.topic else {}
    bounds = {"level": setup.level, "count": setup.count}
    return found | {name: one_of(range(one.min, one.max + 1)) for name, one in bounds.items() if one}
