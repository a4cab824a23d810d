"""How a score spreads by the skill of who plays: drawn where matplotlib is installed, else printed."""

from __future__ import annotations

from pathlib import Path

import dicetrail

GAME = Path(__file__).parents[1] / "dicetrail" / "demo" / "1-hut-night.yaml"
SKILLS = [number / 10 for number in range(1, 10)]


def main() -> None:
    game = dicetrail.load(GAME)
    spreads = [game.odds(skill=skill).meters["score"] for skill in SKILLS]
    try:
        import matplotlib.pyplot as plot
    except ImportError:
        for skill, spread in zip(SKILLS, spreads, strict=True):
            bar = "#" * max(0, round(spread.mean))
            print(f"skill {skill:.1f}  {spread.mean:6.1f} ± {spread.sd:4.1f}  {bar}")
        return
    plot.errorbar(SKILLS, [one.mean for one in spreads], [one.sd for one in spreads], capsize=3)
    plot.xlabel("skill")
    plot.ylabel("score, with its standard deviation")
    plot.title(game.title)
    plot.savefig("scores.png")


if __name__ == "__main__":
    main()
