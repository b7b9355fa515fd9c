"""Jobs on the board and all that was done to them; places, hours, absences; feeds of the calendar; recalls."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.db.models import F, Q

from stathmos.core.day import kinds
from stathmos.rigs.models import Rig


def who() -> models.ForeignKey:
    """Who did it."""
    return models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")


class Place(models.Model):
    """A bay, or a flat floor. One that is no longer used keeps its jobs."""

    name = models.CharField(max_length=40, unique=True)
    kind = models.CharField(max_length=8)
    retired = models.BooleanField(default=False)

    class Meta:
        ordering = ["pk"]
        constraints = [models.CheckConstraint(name="place_kind_known", condition=Q(kind__in=list(kinds.PLACES)))]

    def __str__(self) -> str:
        return self.name


class Hours(models.Model):
    """When the house is open (append-only: the last row holds). ``week``: weekday, opens, closes; ``zone``: of the house."""

    week = models.JSONField()
    zone = models.CharField(max_length=60)
    chosen_by = who()
    chosen_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-pk"]

    def __str__(self) -> str:
        return f"Hours of {self.chosen_at:%Y-%m-%d}"


class Away(models.Model):
    """Somebody, a place or a tool that is not there, or the house shut where none is named. ``uid``: of the calendar it came from."""

    person = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, default=None, related_name="absences"
    )
    place = models.ForeignKey(Place, on_delete=models.PROTECT, null=True, default=None, related_name="shut")
    tool = models.CharField(max_length=120, blank=True, default="")
    begins = models.DateTimeField()
    ends = models.DateTimeField()
    why = models.CharField(max_length=120, blank=True, default="")
    uid = models.CharField(max_length=255, blank=True, default="")
    written_by = who()
    written_at = models.DateTimeField(auto_now_add=True)
    withdrawn_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, default=None, related_name="+"
    )
    withdrawn_at = models.DateTimeField(null=True, default=None)

    class Meta:
        ordering = ["begins", "pk"]
        indexes = [models.Index(fields=["ends"])]
        constraints = [models.CheckConstraint(name="away_ends_after_it_begins", condition=Q(ends__gt=F("begins")))]

    def __str__(self) -> str:
        return f"away from {self.begins}"


class Recall(models.Model):
    """Every rig with a part is called back (append-only)."""

    kind = models.CharField(max_length=12)
    name = models.CharField(max_length=120)
    why = models.CharField(max_length=200)
    by = who()
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-pk"]

    def __str__(self) -> str:
        return f"recall of {self.name}"


class Job(models.Model):
    """One job. ``version`` grows with every change. ``reason``: the key of why it was proposed, ``why`` in words; ``due``: the day by
    which it is wanted. ``planned``: minutes set aside, ``reckoned``: what its pieces came to when it was last looked at, before the
    house's own factor. ``worked``: minutes of it that are over; ``since``: when it was last begun.
    """

    class State(models.TextChoices):
        OPEN = "open", "open"
        BEGUN = "begun", "begun"
        PAUSED = "paused", "paused"
        DONE = "done", "done"
        DROPPED = "dropped", "not wanted"

    rig = models.ForeignKey(Rig, on_delete=models.PROTECT, related_name="jobs")
    kind = models.CharField(max_length=12)
    reason = models.CharField(max_length=40, blank=True, default="")
    why = models.CharField(max_length=200, blank=True, default="")
    due = models.DateField(null=True, default=None)
    state = models.CharField(max_length=8, choices=State.choices, default=State.OPEN)
    place = models.ForeignKey(Place, on_delete=models.PROTECT, null=True, default=None, related_name="jobs")
    person = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, default=None, related_name="jobs"
    )
    begins = models.DateTimeField(null=True, default=None)
    planned = models.PositiveIntegerField()
    reckoned = models.FloatField()
    worked = models.FloatField(default=0.0)
    since = models.DateTimeField(null=True, default=None)
    ended_at = models.DateTimeField(null=True, default=None)
    version = models.PositiveIntegerField(default=1)
    made_by = who()
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["pk"]
        indexes = [models.Index(fields=["state", "begins"])]
        constraints = [
            models.CheckConstraint(name="job_kind_known", condition=Q(kind__in=list(kinds.KINDS))),
            models.CheckConstraint(
                name="job_state_known", condition=Q(state__in=["open", "begun", "paused", "done", "dropped"])
            ),
            models.CheckConstraint(
                name="job_stands_with_a_place",
                condition=Q(begins__isnull=True, place__isnull=True) | Q(begins__isnull=False, place__isnull=False),
            ),
        ]

    def __str__(self) -> str:
        return f"{self.kind} of {self.rig_id}"


class JobChange(models.Model):
    """One thing done to a job (append-only). ``key``: of the device that sent it, so that it is done once however often it is sent."""

    job = models.ForeignKey(Job, on_delete=models.PROTECT, related_name="changes")
    act = models.CharField(max_length=10)
    says = models.CharField(max_length=250)
    key = models.UUIDField(null=True, default=None, unique=True)
    by = who()
    at = models.DateTimeField()

    class Meta:
        ordering = ["pk"]

    def __str__(self) -> str:
        return self.says


class Feed(models.Model):
    """A calendar that goes out under a key of its own: of a person, or of a place. Only the key's hash is kept."""

    person = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, default=None, related_name="feeds"
    )
    place = models.ForeignKey(Place, on_delete=models.PROTECT, null=True, default=None, related_name="feeds")
    key = models.CharField(max_length=64, unique=True)
    made_by = who()
    made_at = models.DateTimeField(auto_now_add=True)
    revoked_at = models.DateTimeField(null=True, default=None)

    class Meta:
        ordering = ["pk"]

    def __str__(self) -> str:
        return f"feed {self.pk}"
