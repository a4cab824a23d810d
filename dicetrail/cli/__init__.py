"""The command line."""

from .commands import main as main
