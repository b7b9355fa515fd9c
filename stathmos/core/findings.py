"""What is to be said of a rig, worst first, each with its remedy; and the standing verdict.

A finding is a sentence a person can act on. The verdict is the first finding, or
the good news with the build when there is none.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

from stathmos.core.figures import Missing, Phrase, Provenance
from stathmos.core.ratings import Link, State
from stathmos.core.remedies import remedy
from stathmos.core.rig import ENTRIES, Rig
from stathmos.core.rules import ATTITUDE_TOLERANCE
from stathmos.core.selection import CHOSEN, REJECTED, RESERVE
from stathmos.core.selection import UNKNOWN as PART_UNKNOWN
from stathmos.core.units import LENGTH, SHARE, WEIGHT
from stathmos.core.weighing import Weights

if TYPE_CHECKING:
    from stathmos.core.assess import Choice, Heights

REFUSED, UNKNOWN, CAUTION, GOOD = "refused", "unknown", "caution", "good"
ORDER = (REFUSED, UNKNOWN, CAUTION, GOOD)


@dataclass(frozen=True)
class Finding:
    """One thing to say. ``rank``: lower is worse. ``station`` and ``subject`` say where on the page it belongs."""

    state: str
    rank: int
    station: str
    subject: str
    says: Phrase
    remedy: Phrase


@dataclass(frozen=True)
class Verdict:
    """The standing verdict: one sentence, its remedy, and how many more findings stand behind it."""

    state: str
    says: Phrase
    remedy: Phrase
    station: str
    more: int


def collect(
    rig: Rig,
    weights: Weights,
    choice: Choice,
    heights: Heights,
    planned: tuple[Link, ...],
    full: tuple[Link, ...],
    unread: tuple[str, ...] = (),
) -> tuple[Finding, ...]:
    """Every finding on a rig, worst first. ``unread``: the places where something is written that cannot be read."""
    found = [
        *_unread(unread),
        *_overloads(rig, planned, choice),
        *_share(weights),
        *_hitch(rig, weights, choice),
        *_height(heights, choice),
        *_unknown_links(planned),
        *_when_full(planned, full),
        *_close_links(planned),
    ]
    return tuple(sorted(found, key=lambda finding: (ORDER.index(finding.state), finding.rank)))


_STATION_OF_SECTION = {"weighing": "weigh", "hitch": "hitch"}


def _unread(places: tuple[str, ...]) -> list[Finding]:
    """Something written that cannot be read may be the very figure that decides: no rig is fit with it."""
    if not places:
        return []
    entry = ENTRIES.get(places[0])
    count = "One figure" if len(places) == 1 else f"{len(places)} figures"
    station = _STATION_OF_SECTION.get(places[0].split(".")[0], "meet")
    return [
        Finding(
            UNKNOWN,
            -1,
            station,
            places[0],
            Phrase(
                f"{count} cannot be read, and this answer goes without: {entry.label if entry else 'see its place'}."
            ),
            Phrase("Write it again, or leave it blank if it is not known."),
        )
    ]


def out_of_scope() -> Finding:
    """The word for a trailer that does not hang on a ball behind the vehicle."""
    return Finding(
        REFUSED,
        -10000,
        "meet",
        "coupling",
        Phrase(
            "Stathmos does not judge fifth-wheel or gooseneck trailers: their weight sits over the rear axle, and other rules hold."
        ),
        Phrase("Ask the vehicle's and the trailer's makers. Nothing here is worked out for this rig."),
    )


def verdict(found: tuple[Finding, ...], choice: Choice, heights: Heights) -> Verdict:
    """The first finding as the standing verdict; or that all is within, with the build."""
    if found:
        first = found[0]
        return Verdict(first.state, first.says, first.remedy, first.station, len(found) - 1)
    parts = ", ".join(part.name for part in (choice.in_force.kit, choice.in_force.shank, choice.in_force.ball) if part)
    hole = f"shank {choice.position.words}" if choice.position else "shank as fitted"
    return Verdict(
        GOOD,
        Phrase("Within every rating that Stathmos checks, as planned and with the trailer full."),
        Phrase(
            f"{parts}; {hole}; top of ball at {{ball}} uncoupled.",
            {"ball": (heights.ball_standing.value, LENGTH, "nearest")},
        ),
        "hitch",
        0,
    )


def needs_in_words(needs: tuple[str, ...]) -> str:
    """What to go and read first, and where: “Rear GAWR (certification label …)”; three at most, then how many more."""
    told = []
    for need in needs[:3]:
        entry = ENTRIES.get(need)
        if entry is None:
            told.append("the part's stamp or drawing: " + need.split(".")[-1].replace("_", " "))
        elif need in ("hitch.kit", "hitch.shank", "hitch.ball"):
            told.append(f"a {need.split('.')[1]} that serves")
        else:
            told.append(f"{entry.label} ({entry.read_at})" if entry.read_at else entry.label)
    more = len(needs) - len(told)
    return "; ".join(told) + (f"; and {more} more" if more else "")


def _over_words(link: Link) -> tuple[Phrase, dict]:
    put = {
        "demand": (link.demand.value, link.demand.dimension, "up"),
        "rating": (link.rating.value, link.rating.dimension, "down"),
        "excess": (-(link.margin or 0.0), link.demand.dimension, "up"),
    }
    return Phrase(f"{link.name}: {{demand}} on a rating of {{rating}}, {{excess}} over.", put), put


def _overloads(rig: Rig, planned: tuple[Link, ...], choice: Choice) -> list[Finding]:
    found = []
    # A kit that is too small is said once, with the kit to fit instead.
    refused_kit = choice.fitted_kit is not None and choice.fitted_kit.state == REJECTED
    said_already = ("hitch_gross", "hitch_tongue", "hitch_window") if refused_kit else ()
    for link in planned:
        if link.state is not State.OVER or link.key in said_already:
            continue
        if link.kind == "load":
            says, put = _over_words(link)
            # Ranked by how far over: 5 % over comes before 2 % over.
            rank = -round((link.share or 1.0) * 1000)
            found.append(
                Finding(
                    REFUSED,
                    rank,
                    "ratings",
                    link.key,
                    Phrase("Do not tow. " + says.template, says.quantities),
                    remedy(rig, link),
                )
            )
        elif link.kind == "fit":
            sizes = {
                "own": (link.demand.value, link.demand.dimension, "nearest"),
                "other": (link.rating.value, link.rating.dimension, "nearest"),
            }
            says = Phrase(f"Do not tow. {link.name}: it does not; {{own}} against {{other}}.", sizes)
            found.append(Finding(REFUSED, -5000, "ratings", link.key, says, Phrase("Fit the part of the right size.")))
        else:
            says = Phrase(f"Do not tow. {link.name}: missing.")
            found.append(
                Finding(REFUSED, 0, "ratings", link.key, says, Phrase("Have it fitted by a qualified technician."))
            )
    return found


def _share(weights: Weights) -> list[Finding]:
    judgement = weights.judgement
    if judgement.state == "unknown":
        needs = () if not isinstance(weights.share, Missing) else weights.share.needs
        return [
            Finding(
                UNKNOWN,
                0,
                "weigh",
                "share",
                Phrase("Tongue weight or gross trailer weight is unknown: nothing can be chosen on a guess."),
                Phrase(f"Go and read: {needs_in_words(needs)}."),
            )
        ]
    put = {
        "share": (weights.share.value, SHARE, {"light": "down", "heavy": "up"}.get(judgement.state, "nearest")),
        "low": (judgement.school.low, SHARE, "nearest"),
        "high": (judgement.school.high, SHARE, "nearest"),
        "correction": (abs(judgement.correction or 0.0), WEIGHT, "up"),
    }
    found = []
    if weights.tongue.value >= weights.gross.value:
        found.append(
            Finding(
                REFUSED,
                -9000,
                "weigh",
                "share",
                Phrase("The tongue weighs no less than the whole trailer: one of the two figures is wrong."),
                Phrase("Weigh both again."),
            )
        )
    if weights.tongue.provenance.strength < Provenance.MEASURED.strength:
        # A share from a brochure or a guess is no verdict on the tongue, neither way.
        says = weights.warnings[0] if weights.warnings else Phrase("The tongue weight is not measured.")
        found.append(
            Finding(UNKNOWN, 1, "weigh", "tongue", says, Phrase("Weigh the tongue: that one measurement settles it."))
        )
        return found
    if judgement.state == "light":
        says = Phrase(
            "Do not tow. The tongue is too light: {share} of the trailer, at least {low} wanted. A light tongue lets the trailer sway, then whip.",
            put,
        )
        found.append(
            Finding(
                REFUSED,
                -8000,
                "weigh",
                "share",
                says,
                Phrase("Move load forward until the tongue weighs {correction} more, then weigh again.", put),
            )
        )
    if judgement.state == "heavy":
        says = Phrase(
            "The tongue is heavy: {share} of the trailer, at most {high} wanted. It squats the vehicle and spoils ride, steering and braking.",
            put,
        )
        found.append(
            Finding(
                CAUTION,
                0,
                "weigh",
                "share",
                says,
                Phrase("Move load rearward until the tongue weighs {correction} less, then weigh again.", put),
            )
        )
    if weights.gross.provenance.strength < Provenance.MEASURED.strength:
        says = Phrase("Gross trailer weight is planned, not weighed; the tongue's share of {share} hangs on it.", put)
        found.append(Finding(CAUTION, 6, "weigh", "gross", says, Phrase("Weigh the loaded trailer.")))
    return found


def _hitch(rig: Rig, weights: Weights, choice: Choice) -> list[Finding]:
    found = []
    # Bars too heavy for a brochure's tongue may be right for the real one, which is heavier.
    weighed = not isinstance(weights.tongue, Missing) and weights.tongue.provenance is Provenance.MEASURED
    fitted = choice.fitted_kit
    best = next((verdict for verdict in choice.kits if verdict.state == CHOSEN), None)
    take = Phrase(f"Fit {best.part.name} instead.") if best else Phrase("No kit in the stock serves this rig.")
    if fitted and fitted.state in (REJECTED, PART_UNKNOWN):
        sure = fitted.state == REJECTED and (weighed or fitted.rule != "capacity window")
        state = REFUSED if sure else UNKNOWN
        begins = "Do not tow. " if sure else ""
        says = Phrase(
            f"{begins}{fitted.part.name} on the vehicle does not serve. {fitted.reason.template}",
            fitted.reason.quantities,
        )
        found.append(Finding(state, -7000, "hitch", "kit", says, take))
    elif fitted and fitted.state == RESERVE:
        says = Phrase(f"{fitted.part.name} on the vehicle: {fitted.reason.template}", fitted.reason.quantities)
        found.append(Finding(CAUTION, 3, "hitch", "kit", says, take))
    if choice.kits and not fitted and best is None:
        first = choice.kits[0]
        unknown = not weighed or all(verdict.state == PART_UNKNOWN for verdict in choice.kits)
        says = (
            Phrase("No kit can be chosen yet: figures that the choice stands on are not known.")
            if unknown
            else Phrase(
                f"No weight-distributing kit in the stock serves. {first.part.name}: {first.reason.template}",
                first.reason.quantities,
            )
        )
        found.append(
            Finding(
                UNKNOWN if unknown else REFUSED,
                3,
                "hitch",
                "kit",
                says,
                _without_bars(rig, weights, choice),
            )
        )
    if best is not None and fitted is None and best.rule in ("house reserve", "full trailer"):
        found.append(
            Finding(
                CAUTION,
                3,
                "hitch",
                "kit",
                Phrase(f"{best.part.name}: {best.reason.template}", best.reason.quantities),
                Phrase("No larger kit serves."),
            )
        )
    for verdicts, what in ((choice.balls, "ball"), (choice.shanks, "shank")):
        named = getattr(rig.hitch, what)
        rejected = next((v for v in verdicts if named and v.part.name == named.typed and v.state == REJECTED), None)
        if rejected:
            says = Phrase(
                f"{rejected.part.name} on the vehicle does not serve. {rejected.reason.template}",
                rejected.reason.quantities,
            )
            found.append(Finding(REFUSED, -6000, "hitch", what, says, Phrase("See what serves at the Hitch station.")))
        elif verdicts and not named and not any(v.state == CHOSEN for v in verdicts):
            unknown = all(v.state in (PART_UNKNOWN, REJECTED) for v in verdicts) and any(
                v.state == PART_UNKNOWN for v in verdicts
            )
            says = Phrase(f"No {what} can be chosen yet." if unknown else f"No {what} in the stock serves.")
            found.append(
                Finding(
                    UNKNOWN if unknown else REFUSED,
                    4,
                    "hitch",
                    what,
                    says,
                    Phrase("See each one's reason at the Hitch station."),
                )
            )
    return found


def _without_bars(rig: Rig, weights: Weights, choice: Choice) -> Phrase:
    """What to do where no kit serves: carry the weight, where the receiver is rated for it and the load is light."""
    see = Phrase("See each kit's reason at the Hitch station.")
    gross, tongue = rig.vehicle.receiver_wc_gross, rig.vehicle.receiver_wc_tongue
    if gross is None or tongue is None or isinstance(weights.gross, Missing) or isinstance(choice.hitch_load, Missing):
        return see
    if weights.gross.value > gross.value or choice.hitch_load.value > tongue.value:
        return see
    return Phrase(
        "The receiver is rated to carry this without bars: choose weight-carrying at the Hitch station, and it is judged so."
    )


def _height(heights: Heights, choice: Choice) -> list[Finding]:
    residual, rail = heights.attitude.residual, heights.attitude.rail
    if isinstance(residual, Missing) or isinstance(rail, Missing):
        needs = residual.needs if isinstance(residual, Missing) else rail.needs
        return [
            Finding(
                UNKNOWN,
                2,
                "height",
                "ball",
                Phrase("How level the trailer will stand cannot be told."),
                Phrase(f"Go and read: {needs_in_words(needs)}."),
            )
        ]
    if abs(rail.value) <= ATTITUDE_TOLERANCE:
        return []
    high = rail.value > 0
    put = {
        "off": (abs(residual.value), LENGTH, "up"),
        "rail": (abs(rail.value), LENGTH, "up"),
        "ball": (heights.ball_standing.value, LENGTH, "nearest"),
        "wanted": (heights.ball_wanted.value, LENGTH, "nearest"),
        "tolerance": (ATTITUDE_TOLERANCE, LENGTH, "nearest"),
    }
    end = "front" if high else "rear"
    says = Phrase(
        f"The ball is too {'high' if high else 'low'}: its top stands at {{ball}}, {{wanted}} wanted. "
        f"The trailer's {end} would stand {{rail}} high over the frame; {{tolerance}} is the most.",
        put,
    )
    if high:
        says = Phrase("Do not tow. " + says.template + " Nose high invites sway.", put)
    hole = ""
    if choice.position and choice.in_force.shank:
        hole = f" {choice.in_force.shank.name} {choice.position.words}, comes nearest."
    move = Phrase(f"{'Lower' if high else 'Raise'} the ball by {{off}}.{hole}", put)
    return [Finding(REFUSED, -100, "height", "ball", says, move)]


def _unknown_links(planned: tuple[Link, ...]) -> list[Finding]:
    unknown = [link for link in planned if link.state is State.UNKNOWN]
    if not unknown:
        return []
    needs = tuple(dict.fromkeys(need for link in unknown for need in link.needs))
    names = "; ".join(link.name for link in unknown[:4]) + (f" and {len(unknown) - 4} more" if len(unknown) > 4 else "")
    return [
        Finding(
            UNKNOWN,
            5,
            "ratings",
            unknown[0].key,
            Phrase(f"Nothing to go by yet for: {names}. What is not known is not passed."),
            Phrase(f"Go and read: {needs_in_words(needs)}."),
        )
    ]


def _when_full(planned: tuple[Link, ...], full: tuple[Link, ...]) -> list[Finding]:
    over_now = {link.key for link in planned if link.state is State.OVER}
    then = [link for link in full if link.state is State.OVER and link.key not in over_now and link.kind == "load"]
    if not then:
        return []
    worst = max(then, key=lambda link: link.share or 0.0)
    says, put = _over_words(worst)
    others = f" And {len(then) - 1} more." if len(then) > 1 else ""
    begins = (
        "With the trailer full more is over."
        if over_now
        else "Within its ratings as planned, not with the trailer full."
    )
    return [
        Finding(
            CAUTION,
            1,
            "ratings",
            worst.key,
            Phrase(f"{begins} {says.template}{others}", put),
            Phrase(
                "Write the planned load on the card and tell the customer; or choose a rig that carries the trailer full."
            ),
        )
    ]


def _close_links(planned: tuple[Link, ...]) -> list[Finding]:
    close = [link for link in planned if link.state in (State.LIMIT, State.RESERVE)]
    if not close:
        return []
    worst = max(close, key=lambda link: link.share or 0.0)
    put = {
        "demand": (worst.demand.value, worst.demand.dimension, "up"),
        "rating": (worst.rating.value, worst.rating.dimension, "down"),
        "share": (worst.share or 0.0, SHARE, "up"),
    }
    word = "at the limit" if worst.state is State.LIMIT else "inside the house reserve"
    others = f" And {len(close) - 1} more." if len(close) > 1 else ""
    return [
        Finding(
            CAUTION,
            2,
            "ratings",
            worst.key,
            Phrase(f"{worst.name} is {word}: {{demand}} of {{rating}}, {{share}} used.{others}", put),
            Phrase("Within the rating; leave load at home, or take the next size up."),
        )
    ]
