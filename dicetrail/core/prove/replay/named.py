"""Named expressions as they stand in a play."""

from __future__ import annotations

from ...play.language.calls import CHANCE
from ...play.language.expressions import ExpressionError, Value, show_value
from ...play.run.run import Run

ROLLED = "rolled when it is used"
NO_VALUE = "no value now"


def named_now(run: Run, at: int) -> dict[str, str]:
    """What each named expression comes to at a time, in words. What is rolled has a value only where the last
    step used it: to look at a play rolls nothing."""
    found: dict[str, str] = {}
    names = run.names(at)
    for name, expression in run.program.named.items():
        try:
            if CHANCE in expression.names:
                value = run.instant.named.get(name)
                found[name] = ROLLED if value is None else shown(value)
            else:
                found[name] = shown(expression(names))
        except ExpressionError:
            found[name] = NO_VALUE
    return found


def shown(value: Value) -> str:
    """A value as a maker reads it."""
    if isinstance(value, bool):
        return "yes" if value else "no"
    return f"‘{value}’" if isinstance(value, str) else show_value(value)  # type: ignore[arg-type]
