"""Small stand-ins for services outside: to try things with, and for tests."""
