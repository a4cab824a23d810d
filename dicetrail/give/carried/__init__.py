"""What take-aways carry beside the engine. Standard library only: it runs where nothing is installed."""
