"""Work beside the server, in processes that stand behind it: it keeps neither players nor makers waiting.

What is to be done is a function of a module, ``work(tell, *given)``. It tells how far it has come, hands over
pieces of what it makes, and gives back the rest. It is ended when it is asked to stop, when it takes longer
than it may, and when it needs more memory than it may.
"""

from .beside import Beside as Beside
from .messages import Tell as Tell
