"""The tests. Random ones draw the same examples every time, so that a run can be repeated; with
HYPOTHESIS_PROFILE=explore they draw new ones. How long one takes is no matter of theirs."""

import os

from hypothesis import settings

settings.register_profile("steady", derandomize=True, database=None, deadline=None)
settings.register_profile("explore", database=None, deadline=None, print_blob=True)
settings.load_profile(os.environ.get("HYPOTHESIS_PROFILE", "steady"))
