"""The first answer as plain data: what it comes to in a sentence, each rating as a span, what it hangs on, what stands in."""

from __future__ import annotations

import math
from collections.abc import Sequence

from stathmos.core import desk, lot
from stathmos.core.answer import Assessment
from stathmos.core.desk import Desk, Hangs, Open, Span
from stathmos.core.findings.unanswered import UNANSWERED
from stathmos.core.phrases import Phrase, as_text, joined
from stathmos.core.ratings import Link
from stathmos.core.report.writing import Amount, Tree, figure, rule_of
from stathmos.core.rig import entry_at, name_at
from stathmos.core.units import SHARE, WEIGHT

#: what no rating is, and keeps a rig from fitting
LACKING = {lot.NO_KIT: "no hitch kit on the shelf serves", lot.NO_MOUNT: "no shank or ball on the shelf serves"}
#: findings that say of a figure that it cannot be read, or cannot be
WRITTEN_WRONG = ("unreadable", "contradicted", "mismatched")
_NAMED = 3


def first_answer(assessment: Assessment) -> Tree:
    """The desk's answer for a rig as far as it is read."""
    judged = assessment.bench.rig
    wrong = tuple(path for one in assessment.findings if one.key in WRITTEN_WRONG for path in one.reads)
    told = desk.desk(judged, assessment.rules, assessment.stock, assessment.weights, wrong)
    links = {link.key: link for link in assessment.planned}
    labels = _labels(assessment)
    return {
        "state": told.state,
        "says": joined(_says(told), _not_checked(labels)) if told.state == desk.FITS and labels else _says(told),
        "next": _next(told),
        "weight_distributing": told.weight_distributing,
        "fits": told.fits,
        "left": None
        if told.left is None
        else {
            "least": Amount(max(0.0, told.left.least), WEIGHT, "down"),
            "most": Amount(max(0.0, told.left.most), WEIGHT, "down"),
            "driver": told.left.driver,
        },
        "spans": [_span(span, links.get(span.key)) for span in sorted(told.spans, key=lambda span: -span.high)],
        "lacking": [LACKING[key] for key in told.lacking],
        "hangs_on": [_hangs(one, told) for one in told.hangs_on],
        "opened": [_open(one) for one in told.opened if one.low < one.high],
        "unread": [_asked(path) for path in told.unread],
        "labels": [_asked(path) for path in labels],
    }


#: why a style may not be
RULED_OUT = {
    lot.FORBIDDEN: "A maker or the owner's manual forbids weight distribution",
    lot.REQUIRED: "The owner's manual requires weight distribution",
}


def _says(told: Desk) -> Phrase:
    over = [span for span in told.spans if span.state != "within"]
    over.sort(key=lambda span: -span.high)
    names = ", ".join(span.name for span in over[:_NAMED])
    if told.state == desk.CANNOT and told.ruled_out:
        return Phrase(f"{RULED_OUT[told.ruled_out]}: choose the other way to hitch up.")
    if told.state == desk.CANNOT:
        sure = [span for span in told.spans if span.state == "over"]
        if not sure:
            return Phrase(f"It cannot fit, whatever is read: {' and '.join(LACKING[key] for key in told.lacking)}.")
        worst = max(sure, key=lambda span: span.low)
        return Phrase(
            f"It cannot fit, whatever is read: {as_text(worst.name)} is used to {{low}} at the least.",
            {"low": (worst.low, SHARE, "down")},
        )
    if told.state == desk.NOT_ENOUGH:
        labels = ", ".join(name_at(path) for path in told.unread) or "what the axles carry cannot be worked out"
        return Phrase(f"Too little is read for an answer: {as_text(labels)}.")
    open_ = f" Still open: {as_text(names)}." if names else ""
    if told.ruled_out:
        open_ += f" {RULED_OUT[told.ruled_out]} above a weight that this trailer may reach."
    return joined(_left(told), Phrase(open_.strip())) if open_ else _left(told)


def _left(told: Desk) -> Phrase:
    """The headline: how much is left for people and cargo."""
    word = "Likely OK" if told.state == desk.FITS else "Depends on what isn't read yet"
    if told.left is None:
        return Phrase(f"{word}.")
    put = {"least": (max(0.0, told.left.least), WEIGHT, "down"), "most": (max(0.0, told.left.most), WEIGHT, "down")}
    whose = "people and cargo, driver included" if told.left.driver else "people and cargo beyond what is listed"
    if told.state == desk.FITS:
        return Phrase(f"{word}: at least {{least}} left for {whose}. An estimate, not an approval.", put)
    if told.left.most <= 0:
        return Phrase(f"{word}: nothing may be left for {whose}.")
    if told.left.least <= 0:
        return Phrase(f"{word}: up to {{most}} left for {whose}, or nothing.", put)
    return Phrase(f"{word}: {{least}} to {{most}} left for {whose}.", put)


def _not_checked(labels: Sequence[str]) -> Phrase:
    """What "likely" leaves out."""
    more = f" and {len(labels) - _NAMED} more" if len(labels) > _NAMED else ""
    return Phrase(as_text(f"Not checked yet: {', '.join(name_at(path) for path in labels[:_NAMED])}{more}."))


def _next(told: Desk) -> Phrase | None:
    """The reading that is worth the walk."""
    if told.state == desk.NOT_ENOUGH and told.unread:
        entry = entry_at(told.unread[0])
        return None if entry is None else Phrase(f"Read {as_text(name_at(told.unread[0]))}: {as_text(entry.read_at)}.")
    if not told.hangs_on:
        return None
    first = told.hangs_on[0]
    does = " and ".join(desk.DOES[path] for path in first.closes)
    return Phrase(f"First {as_text(does)}: that settles the ratings in {math.floor(first.settles * 100)} of 100 cases.")


def _span(span: Span, link: Link | None) -> Tree:
    rating = None if link is None or link.rating is None else figure(link.rating, "down")
    known = getattr(link.rating, "value", None) if link is not None else None
    return {
        "key": span.key,
        "name": span.name,
        "low": span.low,
        "high": span.high,
        "low_text": Amount(span.low, SHARE, "down"),
        "high_text": Amount(span.high, SHARE, "up"),
        "load": None if known is None or not _weighs(link) else Phrase(
            "{low} to {high}", {"low": (span.low * known, WEIGHT, "down"), "high": (span.high * known, WEIGHT, "up")}
        ),
        "rating": rating,
        "over": span.over,
        "state": span.state,
    }  # fmt: skip


def _weighs(link: Link | None) -> bool:
    return getattr(link.rating, "dimension", "") == WEIGHT if link is not None else False


def _hangs(one: Hangs, told: Desk) -> Tree:
    names = {span.key: span.name for span in told.spans}
    return {
        "closes": [_asked(path) for path in one.closes],
        "does": " and ".join(desk.DOES[path] for path in one.closes),
        "settles": one.settles,
        "settles_text": f"{math.floor(one.settles * 100)} of 100",
        "links": [names[key] for key in one.links],
    }


def _open(one: Open) -> Tree:
    return {
        "key": one.key,
        "name": one.name,
        "low": Amount(one.low, one.dimension, "down"),
        "high": Amount(one.high, one.dimension, "up"),
        "closes": _asked(one.closes),
        "rule": rule_of(one.rule),
    }


def _asked(path: str) -> Tree:
    entry = entry_at(path)
    return {"path": path, "name": name_at(path), "read_at": "" if entry is None else entry.read_at}


def _labels(assessment: Assessment) -> tuple[str, ...]:
    """The ratings and the words of vehicle and trailer that the first answer does not know, as they were not read."""
    wanted = [need for link in assessment.planned for need in _needs(link.rating)]
    wanted += [path for one in assessment.findings if one.key == UNANSWERED for path in one.reads]
    return tuple(dict.fromkeys(path for path in wanted if path.startswith(("vehicle.", "trailer."))))


def _needs(figure: object) -> tuple[str, ...]:
    return getattr(figure, "needs", ())
