"""A pack made from an open table: the huts of the demo's CSV, or any table with a header that is named.

`python a_pack_from_a_table.py OUT [TABLE PROMPT_COLUMN ANSWER_COLUMN]`
"""

from __future__ import annotations

import csv
import sys
from pathlib import Path

import dicetrail

TABLE = Path(__file__).parents[1] / "dicetrail" / "demo" / "packs" / "ridge-huts.csv"


def main() -> None:
    out, *rest = sys.argv[1:]
    table, asked, answer = rest if len(rest) == 3 else (str(TABLE), "hut", "ridge")
    with Path(table).open(encoding="utf-8-sig", newline="") as file:
        rows = list(csv.DictReader(file))
    with Path(out).open("w", encoding="utf-8", newline="") as file:
        writer = csv.writer(file, delimiter="\t", lineterminator="\n")
        writer.writerow(["prompt", "answer", "topic"])
        for row in rows:
            writer.writerow([f"{answer.capitalize()} of {row[asked]}?", row[answer], answer])
    pack = dicetrail.read(out)
    print(f"{len(pack.questions)} questions, {len(pack.snags)} snags")


if __name__ == "__main__":
    main()
