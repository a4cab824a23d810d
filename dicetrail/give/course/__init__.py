"""What the page of a course carries besides: what it tells the learning platform that it is played in."""
