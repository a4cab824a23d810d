"""Grids: what plays come to over many skills at once, put together from parts of the grid."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from typing import Any

import numpy as np

from .figures import Figures, Sums
from .walker import Walker

PARTS = 3
"""Into how many parts a grid goes that is too much at once."""


def parts_of(walker: Walker) -> list[Walker]:
    """A walker over parts of its skills; itself where it has few."""
    if np.size(walker.share) < PARTS:
        return [walker]
    return [replace(walker, share=share) for share in np.array_split(walker.share, PARTS)]


def beside(walkers: Sequence[Walker], parts: Sequence[Figures]) -> Figures:
    """The figures of walkers over parts of a grid as those of one over all of it."""
    sizes = [len(walker.share) for walker in walkers]

    def row(values: Iterable[Any]) -> Any:
        return np.concatenate([np.broadcast_to(one, size) for one, size in zip(values, sizes, strict=True)])

    def rows(shares: Sequence[Mapping[Any, Any]]) -> dict[Any, Any]:
        names = dict.fromkeys(name for one in shares for name in one)
        return {name: row(one.get(name, 0) for one in shares) for name in names}

    def sums(some: Sequence[Sums]) -> Sums:
        found = Sums()
        found.weight, found.sum = row(one.weight for one in some), row(one.sum for one in some)
        found.square = row(one.square for one in some)
        found.low, found.high = min(one.low for one in some), max(one.high for one in some)
        return found

    meters = dict.fromkeys(name for one in parts for name in one.meters)
    return Figures(
        None,
        results=rows([one.results for one in parts]),
        awards=rows([one.awards for one in parts]),
        meters={name: rows([one.meters.get(name, {}) for one in parts]) for name in meters},
        asked=sums([one.asked for one in parts]),
        seconds=sums([one.seconds for one in parts]),
        means=rows([one.means for one in parts]),
        rows=set().union(*(one.rows for one in parts)),
        left_over=max(one.left_over for one in parts),
    )
