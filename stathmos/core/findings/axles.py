"""What is to be said of the trailer's axles and tyres: what the nose does to the tongue, the air in the tyres, how old they are."""

from __future__ import annotations

from datetime import date

from stathmos.core.axles import aged, is_code, load_at_pressure, made_in
from stathmos.core.axles.tyres import FLAT, OLD, TYRE_PRESSURE
from stathmos.core.cases import OnHitch
from stathmos.core.figures import Missing
from stathmos.core.finding import CAUTION, REFUSED, UNKNOWN, Finding
from stathmos.core.phrases import Phrase, as_text, joined
from stathmos.core.rig import Rig
from stathmos.core.tryout import Tryout
from stathmos.core.units import KG_PER_LB, KPA_PER_PSI, LENGTH, PRESSURE, SHARE, WEIGHT
from stathmos.core.weighing import INSIDE, Weights

TOLD_FROM = 10 * KG_PER_LB  # less than a scale's mark: nothing is said of it
GAUGE = KPA_PER_PSI  # a tyre gauge tells no more


def _finding(
    key: str, state: str, station: str, subject: str, says: Phrase, remedy: Phrase, reads: tuple[str, ...] = ()
) -> Finding:
    return Finding(key=key, state=state, station=station, subject=subject, says=says, remedy=remedy, reads=reads)


def as_towed(weights: Weights, on_hitch: OnHitch, tryout: Tryout | None) -> list[Finding]:
    """A tongue weighed level and towed otherwise, on axles that do not share."""
    if isinstance(weights.tongue, Missing) or isinstance(weights.gross, Missing):
        return []
    above, towed = on_hitch.above_as_set(weights.tongue), on_hitch.as_towed(weights.tongue)
    if towed is None or isinstance(above, Missing) or abs(towed.value - weights.tongue.value) < TOLD_FROM:
        return []
    judged, share = weights.judgement, towed.value / weights.gross.value
    low = above.value < 0
    put = {
        "level": (weights.tongue.value, WEIGHT, "nearest"),
        "by": (abs(above.value), LENGTH, "nearest"),
        "more": (abs(towed.value - weights.tongue.value), WEIGHT, "up"),
        "towed": (towed.value, WEIGHT, "down" if low else "up"),
        "share": (share, SHARE, "down" if low else "up"),
        "least": (judged.low, SHARE, "nearest"),
    }
    way = "low" if low else "high"
    says = Phrase(
        f"Weighed level the tongue is {{level}}. The coupler rides {{by}} {way}, and on axles that do not share that makes it "
        f"{{more}} {'less' if low else 'more'}: {{towed}}, {{share}} of the trailer.",
        put,
    )
    level = _level_or_weighed(on_hitch, tryout)
    if low and judged.state == INSIDE and share < judged.low:
        light = joined(says, Phrase("That is less than the {least} wanted.", put))
        return [_finding("tongue_light_towed", UNKNOWN, "weigh", "tongue", light, level)]
    return [_finding("tongue_as_towed", CAUTION, "weigh", "tongue", says, level)]


def _level_or_weighed(on_hitch: OnHitch, tryout: Tryout | None) -> Phrase:
    """What to do: stand the trailer level where that leaves nothing worse; weighing it as it is towed always tells."""
    level = on_hitch.heights.level
    if tryout is None or isinstance(level, Missing) or not tryout.with_ball_at(level.value).clean:
        return Phrase("Weigh it as it is towed.")
    return Phrase("Stand the trailer level, or weigh it as it is towed.")


def air_in_tyres(rig: Rig) -> list[Finding]:
    """The pressure that was found against the one beside the tyre's rating."""
    found, rated, rating = (
        rig.figure(f"trailer.{name}") for name in ("tyre_pressure", "tyre_rated_pressure", "tyre_rating")
    )
    if not isinstance(found, Missing) and found.value <= FLAT:
        flat = Phrase("A tyre of the trailer was found without air: what it carries nobody can say.")
        fill = Phrase("Find out why and have it mended or replaced; then read the pressure again, cold.")
        return [_finding("tyres_flat", REFUSED, "ratings", "trailer_tyres", flat, fill, (TYRE_PRESSURE,))]
    if isinstance(found, Missing) or isinstance(rated, Missing) or abs(found.value - rated.value) < GAUGE:
        return []
    put = {"found": (found.value, PRESSURE, "nearest"), "rated": (rated.value, PRESSURE, "nearest")}
    if found.value > rated.value:
        says = Phrase(
            "The trailer's tyres stand at {found}; {rated} is what their rating is for, and the most they are to have cold.",
            put,
        )
        return [
            _finding(
                "tyres_too_hard",
                CAUTION,
                "ratings",
                "trailer_tyres",
                says,
                Phrase("Let them down to {rated}, cold.", put),
            )
        ]
    says = Phrase("The trailer's tyres stand at {found}, and their rating is for {rated}.", put)
    if not isinstance(rating, Missing):
        least = load_at_pressure(rating.value, found.value, rated.value)
        put = {**put, "least": (least, WEIGHT, "down"), "rating": (rating.value, WEIGHT, "nearest")}
        says = Phrase(f"{says.template} At that each carries {{least}}, not {{rating}}.", put)
    return [
        _finding(
            "tyres_soft",
            CAUTION,
            "ratings",
            "trailer_tyres",
            says,
            Phrase("Fill them to {rated}, cold, and write it down.", put),
        )
    ]


def age_of_tyres(rig: Rig, today: date) -> list[Finding]:
    """How old the trailer's tyres are by their code."""
    code = rig.trailer.tyre_code
    if code is None or not is_code(code.typed):  # what is none is said at its place
        return []
    made = made_in(code.typed, today)
    if made is None:
        says = Phrase(as_text(f"By the code “{code.typed}” the trailer's tyres are still to be made."))
        look = Phrase("Read the last four digits of the DOT code again: the week and the year.")
        return [_finding("tyre_code_unread", CAUTION, "ratings", "trailer_tyres", says, look, ("trailer.tyre_code",))]
    years = aged(made, today)
    if years < OLD:
        return []
    says = Phrase(
        f"The trailer's tyres were made in week {made.week} of {made.year}, {int(years)} years ago: a tyre ages whatever its tread."
    )
    return [
        _finding(
            "tyres_old",
            CAUTION,
            "ratings",
            "trailer_tyres",
            says,
            Phrase("Six years is the most by common practice: have them replaced."),
        )
    ]
