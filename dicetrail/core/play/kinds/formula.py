"""``formula``: a sum made anew for each play, typed in or picked."""

from __future__ import annotations

from ..questions.formulas import FormulaMaker, uses_level
from ..questions.maker import Maker, Texts
from ..questions.recipes import Formula
from .base import Generated


class FormulaKind(Generated):
    """Gives ``number`` or ``choice`` questions."""

    name = "formula"
    recipe = Formula

    def maker(self, recipe: Formula, texts: Texts, level: int) -> Maker:
        """What fills in the formula's variables."""
        return FormulaMaker(recipe, texts.prompt, level)

    def uses_level(self, recipe: Formula) -> bool:
        """Whether a limit, a condition or the answer names ``level``."""
        return uses_level(recipe)
