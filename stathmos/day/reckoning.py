"""What the jobs of a rig take, want and wait for: worked out from the rig as it stands, and kept until it stands otherwise."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from functools import lru_cache

from django.db.models import Max

from stathmos.catalogue.models import HitchKit
from stathmos.core.day.kinds import KINDS
from stathmos.core.day.length import Length, Minutes, Work, history, length
from stathmos.core.day.rig_work import Wrenches, family_of, needs_of, not_yet, work_of, wrenches_of
from stathmos.core.stockroom import Need
from stathmos.day.models import Job
from stathmos.handover.models import Card
from stathmos.house.models import Dealer, House, the_dealer
from stathmos.rigs.assessing import fit_rig
from stathmos.rigs.models import Reading, Rig, SignOff
from stathmos.rigs.signatures import OPEN, STALE, last_sign_offs


@dataclass(frozen=True)
class Facts:
    """Of one rig as it stands: what work there is to it, the family of its kit, its wrenches and parts, and what is not yet so."""

    work: Work
    family: str
    wrenches: Wrenches
    needs: tuple[Need, ...]
    not_yet: tuple[str, ...]


_kept: dict[int, tuple[tuple, Facts]] = {}
MOST_KEPT = 2000


def facts(rigs: Iterable[Rig], house: House) -> dict[int, Facts]:
    """The facts of some rigs, by their keys; what did not change since is not worked out again."""
    found, rigs = {}, list(rigs)
    signed = dict(SignOff.objects.filter(rig__in=rigs).order_by().values_list("rig").annotate(last=Max("pk")))
    for rig in rigs:
        stands_on = (rig.version, signed.get(rig.pk), house.marks)
        known = _kept.get(rig.pk)
        if known is None or known[0] != stands_on or not house.marks:
            if len(_kept) > MOST_KEPT:
                _kept.clear()
            known = _kept[rig.pk] = (stands_on, _facts(rig, house))
        found[rig.pk] = known[1]
    return found


def _facts(rig: Rig, house: House) -> Facts:
    rig.hold()
    read, fitted = fit_rig(rig, house)
    signatures = last_sign_offs(rig, house)
    signed = {one["station"] for one in signatures if one["state"] != OPEN}
    stale = {one["station"] for one in signatures if one["state"] == STALE}
    work = work_of(read, fitted)
    return Facts(work, family_of(fitted), wrenches_of(fitted), needs_of(fitted), not_yet(fitted, signed, stale))


def minutes_of(dealer: Dealer) -> Minutes:
    """What each thing takes in this house, as the manager wrote it; what nobody writes is the program's, from memory."""
    return Minutes(
        float(dealer.minutes_fixed), float(dealer.minutes_trial), float(dealer.minutes_joint), trials=float(dealer.trials)
    )  # fmt: skip


@dataclass(frozen=True)
class Experience:
    """What the house went by so far: what each thing takes, trials of its fits by family, and how long jobs took by kind."""

    minutes: Minutes
    trials: dict[str, tuple[int, ...]]
    took: dict[str, tuple[tuple[float, float], ...]]

    def length(self, kind: str, of: Facts) -> Length:
        """How long a job of a kind takes on a rig."""
        work = Work(
            of.work.bars, of.work.likely, of.work.joints, of.work.steps, of.work.passes, self.trials.get(of.family, ())
        )
        return length(KINDS[kind], work, self.minutes, self.took.get(kind, ()))


def experience() -> Experience:
    """The house's experience now."""
    done = Job.objects.filter(state=Job.State.DONE, worked__gt=0).values_list("kind", "worked", "reckoned")
    last = Card.objects.order_by("-pk").values_list("pk", "handed_over_at").first()
    return Experience(minutes_of(the_dealer()), {} if last is None else _trials(*last), dict(history(done)))


@lru_cache(maxsize=2)
def _trials(last_card: int, at: datetime) -> dict[str, tuple[int, ...]]:
    """How many trials each fit took that was handed over, by the family of its kit; ``at``: when the last was."""
    rigs = set(Card.objects.filter(pk__lte=last_card).values_list("rig", flat=True))
    families = dict(HitchKit.objects.values_list("name", "family"))
    tried: defaultdict[int, set[str]] = defaultdict(set)
    kits: dict[int, str] = {}
    rows = Reading.objects.filter(rig__in=rigs, path__startswith="trials.") | Reading.objects.filter(
        rig__in=rigs, path="hitch.kit"
    )
    for rig, path, typed in rows.order_by("pk").values_list("rig", "path", "typed"):
        if path == "hitch.kit":
            kits[rig] = typed
        else:
            tried[rig].add(path.split(".")[1])
    found: defaultdict[str, list[int]] = defaultdict(list)
    for rig, trials in tried.items():
        found[families.get(kits.get(rig, ""), "")].append(len(trials))
    return {family: tuple(numbers) for family, numbers in found.items()}
