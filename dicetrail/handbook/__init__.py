"""The handbook: pages written in Markdown under ``docs/handbook``, searched and shown.

Pages of the reference that tell what there is are made from the code by ``make handbook``
(``scripts/reference``); all others are written by hand. Recipes carry whole games, which tests run.
"""
