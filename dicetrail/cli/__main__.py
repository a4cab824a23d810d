"""``python -m dicetrail.cli``."""

from . import main

main()
