"""The tests. Random ones draw the same examples every time, so that a run can be repeated; with
HYPOTHESIS_PROFILE=explore they draw new ones."""

import os

from hypothesis import settings

settings.register_profile("steady", derandomize=True, database=None)
settings.register_profile("explore")
settings.load_profile(os.environ.get("HYPOTHESIS_PROFILE", "steady"))
