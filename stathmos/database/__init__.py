"""What the database says when it cannot, in words; and what is tried again."""
