"""The web: the maker's API, the players' API, the live socket, and the pages."""
