"""Verbs of practice: begin one, do something in the yard, let it go, tell somebody to practise."""
