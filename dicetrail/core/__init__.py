"""The rules and computations, without web, database or interface."""
