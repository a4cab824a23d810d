"""Answers: texts and letters held against each other, and what is said of them."""
