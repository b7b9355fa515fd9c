"""Which edition of the catalogue, of the house's rules, or of what is on the shelf, is in force: a mark that every change renews."""

from __future__ import annotations

import uuid
from collections.abc import Iterator
from contextlib import contextmanager

from django.db import models, transaction

CATALOGUE, RULES, COUNTS = "catalogue", "rules", "counts"
SUBJECTS = (CATALOGUE, RULES, COUNTS)


class Edition(models.Model):
    """One row a subject. A change writes a new mark in its own transaction, so whoever reads the mark reads what it stands for.

    Never a count: two changes that came to the same number after one was rolled back would be taken for one.
    """

    subject = models.CharField(max_length=12, primary_key=True)
    mark = models.UUIDField(default=uuid.uuid4)

    def __str__(self) -> str:
        return f"{self.subject} {self.mark}"


def raise_edition(subject: str) -> None:
    """Say that something of a subject has changed; called in the transaction of the change."""
    Edition.objects.update_or_create(subject=subject, defaults={"mark": uuid.uuid4()})


@contextmanager
def new_edition(subject: str) -> Iterator[None]:
    """A change of a subject together with its new mark: whoever reads the mark reads the change too, or neither."""
    with transaction.atomic():
        raise_edition(subject)
        yield


def editions() -> dict[str, uuid.UUID]:
    """The mark in force of each subject."""
    return dict(Edition.objects.values_list("subject", "mark"))
