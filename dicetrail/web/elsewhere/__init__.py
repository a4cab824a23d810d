"""What the workshop does in a process beside the server: large reading, and files that are made."""
