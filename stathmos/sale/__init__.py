"""The sale: what a customer takes home, and what it costs."""
