"""The text a new game starts from."""

from __future__ import annotations

import json

_NEW_GAME = """\
# The rules of this game. Change anything: mistakes are marked where they are.
title: {title}
packs: [{pack}]

deal: {{draw: {draw}, order: shuffled, options: shuffled, repeats: never}}
setup: {{name: ask}}
tries: 2                       # how many answers each question allows

meters:
  score: {{start: 0}}
  lives: {{start: 4, max: 4}}

clocks: {{question: 25, game: none, breather: 1.5}}   # seconds
checking: {{ignore: [blanks, case, punctuation], spelling: 0, unreadable: ask_again}}

# At each moment the first row whose `if` holds applies.
consequences:
  - {{moment: right, if: attempt == 1, add: {{score: 4}}, say: "Straight there.", cue: bright}}
  - {{moment: right, add: {{score: 2}}, say: "Found it the long way round.", cue: bright}}
  - {{moment: wrong, say: "Not that one. Look again.", cue: nudge}}
  - {{moment: missed, add: {{lives: -1}}, reveal: true, cue: dull}}
  - {{moment: late, add: {{lives: -1}}, reveal: true, say: "Too late.", cue: gust}}

endings:
  - {{if: lives == 0, result: lost, say: "No lives left."}}

awards:
  - {{if: percent == 100, title: Pathfinder}}
  - {{if: percent >= 50, title: Walker}}
  - {{if: percent >= 0, title: Stroller}}
"""


def new_game(title: str, pack: str, questions: int) -> str:
    """The YAML of a new game over one pack of so many questions."""
    return _NEW_GAME.format(
        title=json.dumps(title, ensure_ascii=False),
        pack=json.dumps(pack, ensure_ascii=False),
        draw=max(1, min(10, questions)),
    )
