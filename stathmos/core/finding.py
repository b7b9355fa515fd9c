"""One thing to say of a rig: how bad, where it belongs, and what to do; and the order in which such things are said."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass

from stathmos.core.phrases import Phrase
from stathmos.core.rig import entry_at, name_at
from stathmos.core.stock import part_entry

REFUSED, UNKNOWN, CAUTION, GOOD = "refused", "unknown", "caution", "good"
ORDER = (REFUSED, UNKNOWN, CAUTION, GOOD)
#: what each is called
VERDICTS = {REFUSED: "not fit", UNKNOWN: "not known", CAUTION: "with care", GOOD: "fit"}


@dataclass(frozen=True, kw_only=True)
class StageState:
    """How one stage of the work stands: the desk, the bay or the delivery; ``state`` as a finding's."""

    key: str
    name: str
    state: str


DESK, IN_THE_BAY, DELIVERY = "desk", "bay", "delivery"
STAGES = {DESK: "Desk", IN_THE_BAY: "Bay", DELIVERY: "Delivery"}

#: how bad something stands, for telling whether a change leaves it worse
FINE, PERHAPS_TOO_MUCH = 0, 1
SEVERITY = {GOOD: FINE, CAUTION: FINE, UNKNOWN: 2, REFUSED: 3}
#: the cautions that say of a figure that it is, or may be, more than it should
TOO_MUCH = frozenset({"tongue_heavy", "tongue_may_be_heavy"})

#: every finding by its key, in the order in which those of one state are said; no other file has a rank
KEYS = (
    # refused: what makes the rest pointless first, then what is dangerous, then the ratings by how far they are over
    *("out_of_scope", "bars_forbidden", "bars_forbidden_and_demanded", "bars_demanded"),
    *("tongue_impossible", "tongue_light", "kit_does_not_serve", "part_does_not_serve"),
    *("wrong_size", "tyres_flat", "over", "ball_off", "not_there", "no_kit_serves", "no_part_serves"),
    *(
        "axle_over_as_set",
        "check_refused",
        "jack_bore",
        "window_missed",
        "torque_wrong",
        "proof_refused",
        "bars_would_not_go_on",
    ),
    "test_failed",
    # unknown
    *(
        "kit_not_known",
        "part_not_known",
        "rating_lowered",
        "ball_not_told",
        "unreadable",
        "weighings_disagree",
        "contradicted",
        "mismatched",
        "tongue_may_be_light",
    ),
    "tongue_light_towed",
    *("guessed", "did_not_move", "share_unknown"),
    "unanswered",
    *(
        "tongue_not_weighed",
        "gross_planned",
        "height_unknown",
        "no_kit_yet",
        "no_part_yet",
        "style_open",
        "links_unknown",
    ),
    *("check_open", "kit_not_named", "state_not_measured", "jack_not_seen", "c_not_begun", "c_void", "c_not_measured"),
    *("c_rear_not_measured", "window_not_told", "setting_not_counted", "window_open", "restorations_disagree"),
    *("proof_open", "torque_open", "bay_signature_stale", "bay_not_signed", "test_open", "drill_open"),
    # caution
    *(
        "tongue_heavy",
        "part_differs",
        "drawing_differs",
        "tongue_may_be_heavy",
        "over_when_full",
        "close",
        "kit_with_care",
    ),
    *("chosen_kit_with_care", "may_be_over", "air_springs", "helper_springs", "auto_levelling", "weighbridge_open"),
    *(
        "bars_left_off",
        "school_off_level",
        "off_preference",
        "tongue_as_towed",
        "tyres_soft",
        "tyres_too_hard",
        "tyres_old",
        "tyre_code_unread",
    ),
    *(
        "instrument_late",
        "may_swing",
        "sway_control_wanted",
        "tailgate",
        "load_still_to_change",
        "reserve_waived",
        "rule_loosened",
        "rule_not_loosened",
    ),
    *(
        "check_flagged",
        "proof_flagged",
        "two_changes",
        "one_side",
        "front_only",
        "not_rocked",
        "window_unsure",
        "axle_may_be_over_as_set",
        "refit",
    ),
)
_PLACE = {key: place for place, key in enumerate(KEYS)}


@dataclass(frozen=True, kw_only=True)
class Finding:
    """One thing to say. ``key`` is what it says, for whatever goes by it; ``station`` and ``subject`` say where on the
    page it belongs. ``degree``: of several with one key the greater is said first. ``reads``: the paths of the figures that
    would end it, the first to be read first.
    """

    key: str
    state: str
    station: str
    subject: str
    says: Phrase
    remedy: Phrase
    degree: float = 0.0
    reads: tuple[str, ...] = ()

    @property
    def severity(self) -> int:
        """How bad it is, for telling whether a change leaves something worse."""
        return PERHAPS_TOO_MUCH if self.key in TOO_MUCH else SEVERITY[self.state]


@dataclass(frozen=True)
class Verdict:
    """The standing verdict: one sentence, its remedy, and how many more findings stand behind it. ``reads``: the paths of the
    figures that would end it."""

    state: str
    says: Phrase
    remedy: Phrase
    station: str
    more: int
    reads: tuple[str, ...] = ()


def worst_first(found: Iterable[Finding]) -> tuple[Finding, ...]:
    """Findings in the order in which they are said: by state, then by `KEYS`, then by degree.

    >>> said = {"station": "ratings", "subject": "", "says": Phrase(""), "remedy": Phrase("")}
    >>> little, much = (Finding(key="over", state=REFUSED, degree=by, **said) for by in (1.02, 1.05))
    >>> light = Finding(key="tongue_light", state=REFUSED, **said)
    >>> [one.degree for one in worst_first([little, much, light])]
    [0.0, 1.05, 1.02]
    """
    return tuple(sorted(found, key=lambda one: (ORDER.index(one.state), _PLACE[one.key], -one.degree)))


FEW = 3


def needs_in_words(needs: tuple[str, ...]) -> str:
    """What to go and read first, and where: “Rear GAWR (certification label …)”; three at most, then how many more."""
    return _few(needs, lambda need: f"{_named(need)} ({read_at})" if (read_at := _read_at(need)) else _named(need))


def needs_named(needs: tuple[str, ...]) -> str:
    """What is wanting by name alone; three at most, then how many more."""
    return _few(needs, _named)


def _few(needs: tuple[str, ...], told: Callable[[str], str]) -> str:
    more = len(needs) - FEW
    return "; ".join(told(need) for need in needs[:FEW]) + (f"; and {more} more" if more > 0 else "")


_OPEN_CHOICES = ("hitch.kit", "hitch.shank", "hitch.ball")


def _named(need: str) -> str:
    entry = part_entry(need)
    what = need.split(".")[1] if "." in need else need
    if entry is not None:
        return f"the {what}'s {entry.label.lower()}"
    if entry_at(need) is None:
        return "the part's stamp or drawing: " + need.split(".")[-1].replace("_", " ")
    return f"a {what} that serves" if need in _OPEN_CHOICES else name_at(need)


def _read_at(need: str) -> str:
    entry = entry_at(need) or part_entry(need)
    return "" if entry is None or need in _OPEN_CHOICES else entry.read_at
