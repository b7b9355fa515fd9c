"""What the ratings chain says."""

from __future__ import annotations

from collections.abc import Callable

from stathmos.core.figures import expanded, sure
from stathmos.core.finding import CAUTION, REFUSED, UNKNOWN, Finding, needs_in_words
from stathmos.core.phrases import Phrase, as_text
from stathmos.core.ratings import Link, State, Waiver
from stathmos.core.reading_list import stands_on, there_now
from stathmos.core.rig import Rig, entry_at, name_at
from stathmos.core.units import SHARE


def _finding(
    key: str, state: str, link: Link, says: Phrase, remedy: Phrase, degree: float = 0.0, reads: tuple[str, ...] = ()
) -> Finding:
    return Finding(
        key=key, state=state, station="ratings", subject=link.key, says=says, remedy=remedy, degree=degree, reads=reads
    )  # fmt: skip


def _over_words(link: Link) -> Phrase:
    put = {
        "demand": (sure(link.demand).value, sure(link.demand).dimension, "up"),
        "rating": (sure(link.rating).value, sure(link.rating).dimension, "down"),
        "excess": (-(link.margin or 0.0), sure(link.demand).dimension, "up"),
    }
    return Phrase(f"{link.name}: {{demand}} on a rating of {{rating}}, {{excess}} over.", put)


def overloads(planned: tuple[Link, ...], refused_kit: bool, cure: Callable[[Link], Phrase]) -> list[Finding]:
    """Every link that is over, does not fit, or is not there. ``cure``: what to do about a load that is over."""
    found = []
    # A kit that is too small is said once, with the kit to fit instead.
    said_already = ("hitch_gross", "hitch_tongue", "hitch_window") if refused_kit else ()
    for link in planned:
        if link.state is not State.OVER or link.key in said_already:
            continue
        if link.kind == "load":
            says = _over_words(link).after("Do not tow. ")
            found.append(_finding("over", REFUSED, link, says, cure(link), link.share or 1.0))
        elif link.kind == "fit":
            sizes = {
                "own": (sure(link.demand).value, sure(link.demand).dimension, "nearest"),
                "other": (sure(link.rating).value, sure(link.rating).dimension, "nearest"),
            }
            says = Phrase(f"Do not tow. {link.name}: it does not; {{own}} against {{other}}.", sizes)
            found.append(_finding("wrong_size", REFUSED, link, says, Phrase("Fit the part of the right size.")))
        else:
            says = Phrase(f"Do not tow. {link.name}: missing.")
            found.append(
                _finding("not_there", REFUSED, link, says, Phrase("Have it fitted by a qualified technician."))
            )
    return found


def unknown_links(rig: Rig, planned: tuple[Link, ...]) -> list[Finding]:
    """What nobody has anything to judge by."""
    unknown = [
        link for link in planned if link.state is State.UNKNOWN and not link.guessed
    ]  # a guess is said by itself
    if not unknown:
        return []
    needs = tuple(dict.fromkeys(need for link in unknown for need in link.needs))
    names = "; ".join(link.name for link in unknown[:4]) + (f" and {len(unknown) - 4} more" if len(unknown) > 4 else "")
    says = Phrase(f"Nothing to go by yet for: {names}. What is not known is not passed.")
    first = (*there_now(rig, needs), *(need for need in needs if entry_at(need) is None))
    act = Phrase(
        f"Go and read: {needs_in_words(first)}." if first else "Choose a hitch that is rated for this rig first."
    )
    return [_finding("links_unknown", UNKNOWN, unknown[0], says, act, reads=first)]


def when_full(planned: tuple[Link, ...], full: tuple[Link, ...]) -> list[Finding]:
    """What is over only when the customer fills the trailer one day."""
    over_now = {link.key for link in planned if link.state is State.OVER}
    then = [link for link in full if link.state is State.OVER and link.key not in over_now and link.kind == "load"]
    if not then:
        return []
    worst = max(then, key=lambda link: link.share or 0.0)
    others = f" And {len(then) - 1} more." if len(then) > 1 else ""
    begins = (
        "With the trailer full more is over. "
        if over_now
        else "Within its ratings as planned, not with the trailer full. "
    )
    says = _over_words(worst).after(begins).then(others)
    remedy = Phrase(
        "Write the planned load on the card and tell the customer; or choose a rig that carries the trailer full."
    )
    return [_finding("over_when_full", CAUTION, worst, says, remedy)]


def close_links(planned: tuple[Link, ...], waived: tuple[Waiver, ...]) -> list[Finding]:
    """What is at its limit or inside the reserve; where somebody overrode the reserve, who and why."""
    close = [link for link in planned if link.state in (State.LIMIT, State.RESERVE)]
    overridden = {one.link: one for one in waived}
    left = [link for link in close if link.key not in overridden]
    return [
        *([_close(left)] if left else []),
        *(_waived(link, overridden[link.key]) for link in close if link.key in overridden),
    ]


def _waived(link: Link, waiver: Waiver) -> Finding:
    says = Phrase(
        f"{link.name}: {{share}} used, exception from the safety margin approved by {as_text(waiver.by)}: “{as_text(waiver.reason)}”.",
        {"share": (link.share or 0.0, SHARE, "up")},
    )
    until = f" It ends after {waiver.until:%b} {waiver.until.day}, {waiver.until.year}." if waiver.until else ""
    holds = Phrase(f"It holds for this part, this rating and no more load than then.{until}")
    return _finding("reserve_waived", CAUTION, link, says, holds)


def _close(close: list[Link]) -> Finding:
    worst = max(close, key=lambda link: link.share or 0.0)
    put = {
        "demand": (sure(worst.demand).value, sure(worst.demand).dimension, "up"),
        "rating": (sure(worst.rating).value, sure(worst.rating).dimension, "down"),
        "share": (worst.share or 0.0, SHARE, "up"),
    }
    word = "at the limit" if worst.state is State.LIMIT else "inside the house reserve"
    others = f" And {len(close) - 1} more." if len(close) > 1 else ""
    says = Phrase(f"{worst.name} is {word}: {{demand}} of {{rating}}, {{share}} used.{others}", put)
    return _finding(
        "close", CAUTION, worst, says, Phrase("Within the rating; leave load at home, or take the next size up.")
    )  # fmt: skip


def may_be_over(planned: tuple[Link, ...]) -> list[Finding]:
    """Within its rating, and known so badly that it may be over: what to read to be sure."""
    doubtful = [link for link in planned if link.may_be_over]
    if not doubtful:
        return []
    worst = max(
        doubtful, key=lambda link: (sure(link.demand).value + expanded(sure(link.demand))) / sure(link.rating).value
    )
    put = {
        "demand": (sure(worst.demand).value, sure(worst.demand).dimension, "up"),
        "spread": (expanded(sure(worst.demand)), sure(worst.demand).dimension, "up"),
        "rating": (sure(worst.rating).value, sure(worst.rating).dimension, "down"),
    }
    moved_by = stands_on(worst.demand)
    most = max(moved_by, key=lambda name: moved_by[name], default="")
    others = f" And {len(doubtful) - 1} more." if len(doubtful) > 1 else ""
    entry = entry_at(most)
    read = (
        f"Most of the doubt is {name_at(most)}: {entry.read_at}."
        if entry is not None
        else "Weigh what it is worked out from."
    )
    says = Phrase(f"{worst.name} may be over: {{demand}} ± {{spread}} on {{rating}}.{others}", put)
    return [_finding("may_be_over", CAUTION, worst, says, Phrase(read))]
