"""The stockroom: what of each part is on the shelf, set aside, ordered; counted from movements that nobody overwrites."""
