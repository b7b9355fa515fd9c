"""What the ratings chain says."""

from __future__ import annotations

from stathmos.core.figures import Phrase
from stathmos.core.findings.finding import CAUTION, REFUSED, UNKNOWN, Finding, needs_in_words
from stathmos.core.ratings import Link, State
from stathmos.core.remedies import remedy
from stathmos.core.rig import Rig
from stathmos.core.units import SHARE


def _over_words(link: Link) -> tuple[Phrase, dict]:
    put = {
        "demand": (link.demand.value, link.demand.dimension, "up"),
        "rating": (link.rating.value, link.rating.dimension, "down"),
        "excess": (-(link.margin or 0.0), link.demand.dimension, "up"),
    }
    return Phrase(f"{link.name}: {{demand}} on a rating of {{rating}}, {{excess}} over.", put), put


def overloads(rig: Rig, planned: tuple[Link, ...], refused_kit: bool) -> list[Finding]:
    found = []
    # A kit that is too small is said once, with the kit to fit instead.
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


def unknown_links(planned: tuple[Link, ...]) -> list[Finding]:
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


def when_full(planned: tuple[Link, ...], full: tuple[Link, ...]) -> list[Finding]:
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


def close_links(planned: tuple[Link, ...]) -> list[Finding]:
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
