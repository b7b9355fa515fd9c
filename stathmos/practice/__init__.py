"""The practice bay: rigs with a hidden truth, worked through the same screens, and what came of each."""
