"""Practices: the truth of one as it was drawn, each act as it was done, what came of it, and who was told to practise what."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.db.models import Q

from stathmos.core.practice.acts import ACTS
from stathmos.core.practice.begin import LEVELS
from stathmos.core.practice.debrief import GO, HOLD
from stathmos.core.practice.scenarios import SCENARIOS
from stathmos.rigs.models import Rig

#: an act that only asks for a hint
HINT = "hint"


class Practice(models.Model):
    """One practice rig (append-only). ``scenario`` empty where it is an endless one; ``begun``: its truth and beginning, as drawn then."""

    rig = models.OneToOneField(Rig, on_delete=models.PROTECT, related_name="practised")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="practices")
    scenario = models.CharField(max_length=30, blank=True)
    seed = models.PositiveIntegerField()
    level = models.PositiveSmallIntegerField()
    begun = models.JSONField()
    begun_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.CheckConstraint(name="practice_scenario_known", condition=Q(scenario__in=["", *SCENARIOS])),
            models.CheckConstraint(name="practice_level_known", condition=Q(level__in=list(LEVELS))),
        ]

    def __str__(self) -> str:
        return self.scenario or f"seed {self.seed}, level {self.level}"

    @property
    def title(self) -> str:
        """What it is called."""
        return SCENARIOS[self.scenario].title if self.scenario else f"Seed {self.seed}, level {self.level}"


class Done(models.Model):
    """One act in the yard (append-only): what was done, the scene after it, at which version of the rig."""

    practice = models.ForeignKey(Practice, on_delete=models.PROTECT, related_name="acts")
    number = models.PositiveIntegerField()
    act = models.CharField(max_length=20)
    args = models.JSONField()
    scene = models.JSONField()
    version = models.PositiveIntegerField()
    done_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["number"]
        constraints = [
            models.UniqueConstraint(name="practice_one_act_a_number", fields=["practice", "number"]),
            models.CheckConstraint(name="practice_act_known", condition=Q(act__in=[HINT, *ACTS])),
        ]

    def __str__(self) -> str:
        return f"{self.number}: {self.act}"


class End(models.Model):
    """A practice let go (append-only): the verdict, and the debrief as it was told then."""

    practice = models.OneToOneField(Practice, on_delete=models.PROTECT, related_name="end")
    verdict = models.CharField(max_length=8)
    passed = models.BooleanField()
    mistakes = models.JSONField()
    hints = models.PositiveIntegerField()
    trials = models.PositiveIntegerField()
    debrief = models.JSONField()
    ended_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.CheckConstraint(name="practice_verdict_known", condition=Q(verdict__in=[GO, HOLD]))]

    def __str__(self) -> str:
        return f"{self.practice}: {self.verdict}"


class Assignment(models.Model):
    """Somebody was told to practise a scenario (append-only). It is done once a practice of it, begun after, was passed."""

    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="assigned")
    scenario = models.CharField(max_length=30)
    assigned_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    assigned_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.CheckConstraint(name="assignment_scenario_known", condition=Q(scenario__in=list(SCENARIOS)))
        ]

    def __str__(self) -> str:
        return f"{self.person_id}: {self.scenario}"
