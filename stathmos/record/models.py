"""When backups were made: written by `bin/backup`, told on the manager's page."""

from __future__ import annotations

from django.db import models


class Backup(models.Model):
    """One backup that came to its end."""

    made_at = models.DateTimeField()
    bytes = models.BigIntegerField()

    class Meta:
        ordering = ["-pk"]

    def __str__(self) -> str:
        return f"{self.made_at:%Y-%m-%d %H:%M}"
