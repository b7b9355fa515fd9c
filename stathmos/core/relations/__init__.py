"""The figures of a record held against each other: one misread label is asked about, and nothing passes on it."""

from stathmos.core.relations.deciding import Deciding, JudgedBy, Witnessed, deciding, witnesses
from stathmos.core.relations.held import broken_by, held_back, mismatches
from stathmos.core.relations.relation import Mismatch, Relation, Slip
from stathmos.core.relations.second_reading import is_missing, is_typed
from stathmos.core.relations.table import RELATIONS

__all__ = [
    "RELATIONS",
    "Deciding",
    "JudgedBy",
    "Mismatch",
    "Relation",
    "Slip",
    "broken_by",
    "deciding",
    "Witnessed",
    "witnesses",
    "held_back",
    "is_missing",
    "is_typed",
    "mismatches",
]
