"""What the labels say of a rig that nobody weighed: what holds whatever the open figures are, and what hangs on which."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import partial

import numpy as np

from stathmos.core import guesses, lot
from stathmos.core.decisions.distribution import forbidden_by
from stathmos.core.desk.left import Left, left_of
from stathmos.core.desk.open_figures import Open, narrowed, of_the_hitch, open_figures
from stathmos.core.desk.rows import rows
from stathmos.core.desk.settles import Hangs, hangs_on
from stathmos.core.figures import Missing
from stathmos.core.lot.chain import OVER, UNKNOWN
from stathmos.core.lot.columns import Column
from stathmos.core.ratings import SAME, link_name
from stathmos.core.rig import Rig
from stathmos.core.rig_rules import rules_for
from stathmos.core.rules import Rules
from stathmos.core.stock import Stock
from stathmos.core.weighing import Weights

CANNOT, HANGS, FITS, NOT_ENOUGH = "cannot", "hangs", "fits_whatever", "not_enough"
WITHIN, OVER_WHATEVER, OPEN = "within", "over", "open"
#: what the desk asks for before it answers at all; the receiver's by how the hitch is used
ASKED = ("vehicle.gvwr", "vehicle.payload", "vehicle.front_gawr", "vehicle.rear_gawr", "trailer.gvwr")
RECEIVER = {True: ("vehicle.receiver_wd_tongue", "vehicle.receiver_wd_gross"), False: ("vehicle.receiver_wc_tongue", "vehicle.receiver_wc_gross")}  # fmt: skip
#: the links that no answer is without, whatever is left open
JUDGED = ("payload", "gvwr", "front_gawr", "rear_gawr", "receiver_tongue", "receiver_gross")
#: the trailer may be as heavy as its plate allows: that says nothing of the rig
_BY_ITSELF = ("trailer_gvwr",)


@dataclass(frozen=True)
class Span:
    """How much of one rating is used, from least to most of what is open, as shares; ``over``: in how many cases of a hundred, as a share."""

    key: str
    name: str
    low: float
    high: float
    over: float
    state: str


@dataclass(frozen=True)
class Desk:
    """The first answer. ``fits``: in how many cases of a hundred no rating is passed, as a share; None where too little is read.

    ``left``: how much is left for people and cargo in the vehicle, besides what is written. ``ruled_out``: why this style may not
    be (`lot.FORBIDDEN`, `lot.REQUIRED`), or may not in some cases. ``lacking``: what the shelf has nothing for, in some cases at
    least (`lot.NO_KIT`…); ``unread``: the labels that the answer waits for.
    """

    state: str
    weight_distributing: bool
    fits: float | None
    left: Left | None
    spans: tuple[Span, ...]
    ruled_out: str
    lacking: tuple[str, ...]
    hangs_on: tuple[Hangs, ...]
    opened: tuple[Open, ...]
    unread: tuple[str, ...]


def desk(rig: Rig, house: Rules, stock: Stock, weights: Weights, wrong: tuple[str, ...] = ()) -> Desk:
    """The first answer for a rig as far as it is read. In the style that is written, else in the one that fits the oftener.

    ``wrong``: the paths at which something is written that cannot be read, or cannot be; with any there is no answer.
    """
    told = [_in_style(rig, house, stock, weights, distributing, wrong) for distributing in styles(rig)]
    return min(told, key=lambda one: (_ORDER.index(one.state), -(one.fits or 0.0)))


_ORDER = (FITS, HANGS, NOT_ENOUGH, CANNOT)


def not_read(rig: Rig, distributing: bool, wrong: tuple[str, ...] = ()) -> tuple[str, ...]:
    """What the first answer waits for: written wrong, first; then the labels that are not written, or a guess."""
    guessed = guesses.of_rig(rig)
    labels = (*ASKED, *RECEIVER[distributing])
    waits = (path for path in labels if isinstance(rig.figure(path), Missing) or path in guessed)
    return tuple(dict.fromkeys((*wrong, *waits)))


def not_worked_out(share: Mapping[str, Column]) -> Column:
    """In which rows nothing can be told of some rating that an answer must have judged."""
    untold: Column = np.any([np.isnan(share[key]) for key in JUDGED], axis=0)
    return untold


def styles(rig: Rig) -> tuple[bool, ...]:
    """Whether with bars, without, or either; in the order of preference."""
    written = rig.choice("hitch.style")
    if written:
        return (written == "weight_distributing",)
    return (False,) if forbidden_by(rig) else (True, False)


def _ruled_out(rig: Rig, distributing: bool, carried: lot.Carried) -> tuple[str, bool, bool]:
    """Why a style may not be: the key of it, whether in every case, and whether in some."""
    if distributing:
        return (lot.FORBIDDEN, True, True) if forbidden_by(rig) else ("", False, False)
    if rig.choice("vehicle.handbook_wd") != "required":
        return "", False, False
    above = rig.vehicle.handbook_wd_above
    if above is None:
        return lot.REQUIRED, True, True
    over = carried.gross > above.value + SAME
    return lot.REQUIRED, bool(over.all()), bool(over.any() | np.isnan(carried.gross).any())


def _in_style(
    rig: Rig, house: Rules, stock: Stock, weights: Weights, distributing: bool, wrong: tuple[str, ...]
) -> Desk:
    rules = rules_for(rig, house)
    opened = (*open_figures(rig, rules, weights), *of_the_hitch(rig, rules, stock, distributing))
    made = rows(rig, opened, house, weights)
    links = lot.without_parts(made.cars, made.trailers, distributing, made.carried, made.hitch)
    parts = lot.judge(made.cars, made.trailers, stock, distributing, made.carried).chosen
    over = {key: state == OVER for key, state in links.state.items()}
    none = {lot.NO_KIT: parts.no_kit, lot.NO_MOUNT: parts.no_mount} if distributing else {lot.NO_MOUNT: parts.no_mount}
    failing = np.any(list(over.values()), axis=0)
    between = slice(made.corners, None) if len(failing) > made.corners else slice(None)
    share = {key: column for key, column in links.share.items() if not np.isnan(column).all() and key not in _BY_ITSELF}
    corners = slice(None, made.corners)
    # A load is known and its rating written, and it is unknown all the same: the rating is a guess, and nothing passes on it.
    guessed = {key: (links.state[key] == UNKNOWN) & ~np.isnan(column) for key, column in share.items()}
    wd = "WD" if distributing else "WC"
    spans = tuple(
        Span(
            key,
            link_name(key, wd),
            float(np.nanmin(column)),
            float(np.nanmax(column)),
            float(over[key][between].mean()),
            OVER_WHATEVER if over[key][corners].all() else OPEN if (over[key] | guessed[key]).any() else WITHIN,
        )
        for key, column in share.items()
    )
    why, out_always, out_sometimes = _ruled_out(rig, distributing, made.carried)
    never = [key for key, column in (*over.items(), *none.items()) if column[corners].all()] + [why] * out_always
    unread = not_read(rig, distributing, wrong)
    untold = not_worked_out(links.share).any()
    fits = float(1 - failing[between].mean())
    weak = np.any(list(guessed.values()), axis=0) if guessed else np.zeros(len(failing), bool)
    too_little = bool(unread) or bool(untold)
    state = (
        NOT_ENOUGH if wrong else CANNOT if never else NOT_ENOUGH if too_little
        else HANGS if (failing | weak).any() or out_sometimes else FITS
    )  # fmt: skip
    hanging = {span.key: share[span.key] for span in spans if span.state == OPEN and over[span.key].any()}
    lacking = tuple(key for key, column in none.items() if column.any())
    return Desk(
        state,
        distributing,
        None if state == NOT_ENOUGH else fits,
        None if state == NOT_ENOUGH else left_of(made.cars, links, made.people),
        spans,
        why if out_sometimes else "",
        lacking,
        hangs_on(made, opened, hanging, partial(narrowed, rig, rules, opened)) if state in (HANGS, NOT_ENOUGH) else (),
        opened,
        unread,
    )
