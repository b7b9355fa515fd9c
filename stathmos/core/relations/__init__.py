"""The figures of a record held against each other: one misread label is asked about, and nothing passes on it."""

from stathmos.core.relations.held import held_back, mismatches
from stathmos.core.relations.relation import Mismatch, Relation, Slip
from stathmos.core.relations.table import RELATIONS

__all__ = ["RELATIONS", "Mismatch", "Relation", "Slip", "held_back", "mismatches"]
