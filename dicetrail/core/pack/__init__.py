"""Questions as written: reading files, what the columns mean, and the snags in them."""
