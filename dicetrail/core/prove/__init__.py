"""What a game comes to, found out by trying and by counting."""
