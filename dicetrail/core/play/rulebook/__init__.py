"""The rulebook of a game: its compiled data, made ready to run, and the tables of what there is in every
game."""
