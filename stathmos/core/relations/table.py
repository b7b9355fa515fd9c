"""Every relation, a row each. Weights in kg, lengths in mm."""

from __future__ import annotations

from collections.abc import Iterator

from stathmos.core.relations.relation import Relation
from stathmos.core.units import KG_PER_LB, MM_PER_IN

#: kg: fuel, a spare wheel, what lies about in a vehicle
ABOUT = 150 * KG_PER_LB
#: kg: what readings in steps of 20 lb leave open
SCALE_STEPS = 60 * KG_PER_LB
#: no hitch, receiver or coupler is rated to more than this share of its gross rating on the tongue: from memory
TONGUE_OF_GROSS = 0.20
#: the most that a coupler of a ball size is rated for, mm and kg, the smallest first: SAE J684 and what is sold, from memory
COUPLERS = ((1.875 * MM_PER_IN, 3600 * KG_PER_LB), (2 * MM_PER_IN, 12500 * KG_PER_LB))

_PLACARD = "the placard in the driver's door jamb"
_HANDBOOK = "the towing pages of the vehicle's handbook"
_PLATE = "the certification plate at the front left of the trailer"
_TICKET = "the scale ticket: weigh that axle again"
_RECEIVER = "the label on the receiver"
_STAMP = "the stamp on the coupler"
_ALONE = {"front": "weighing.bridge_front_alone", "rear": "weighing.bridge_rear_alone"}
_EMPTY = {"empty_front": "vehicle.unladen_front", "empty_rear": "vehicle.unladen_rear"}


def _vehicle() -> Iterator[Relation]:
    yield Relation(
        key="vehicle_alone", figures={**_ALONE, **_EMPTY},
        room=lambda front, rear, empty_front, empty_rear: front + rear + 0.03 * (empty_front + empty_rear) - empty_front - empty_rear,
        states="A vehicle weighs no less on the scale than it does empty.", settled_by=_TICKET,
    )  # fmt: skip
    yield Relation(
        key="front_alone", figures={"front": _ALONE["front"], "empty": _EMPTY["empty_front"]},
        room=lambda front, empty: min(front - 0.8 * empty, 1.6 * empty + ABOUT - front),
        states="A front axle weighs about what it weighs empty, and what people ride on it.", settled_by=_TICKET,
    )  # fmt: skip
    yield Relation(
        key="rear_alone", figures={"rear": _ALONE["rear"], "empty": _EMPTY["empty_rear"]},
        room=lambda rear, empty: min(rear - 0.9 * empty + ABOUT, 2.2 * empty + ABOUT - rear),
        states="A rear axle weighs no less than it does empty, and no more than about double.", settled_by=_TICKET,
    )  # fmt: skip
    yield Relation(
        key="payload_of_gvwr", figures={"gvwr": "vehicle.gvwr", "payload": "vehicle.payload", **_EMPTY},
        room=lambda gvwr, payload, empty_front, empty_rear: min(
            gvwr - payload - empty_front - empty_rear + 0.01 * gvwr + 50 * KG_PER_LB,
            # what was built into this one takes from its payload, and is in no brochure
            0.035 * gvwr + ABOUT - (gvwr - payload - empty_front - empty_rear),
        ),
        states="A placard's payload is the GVWR less what the vehicle weighs empty.", settled_by=_PLACARD, source="49 CFR 571.110",
    )  # fmt: skip
    yield Relation(
        key="payload_under_gvwr", figures={"gvwr": "vehicle.gvwr", "payload": "vehicle.payload"},
        room=lambda gvwr, payload: min(0.6 * gvwr - payload, payload - 0.06 * gvwr),
        states="A payload is a tenth to a half of the GVWR: the vehicle itself is the rest.", settled_by=_PLACARD,
    )  # fmt: skip
    yield Relation(
        key="gawrs_reach_gvwr", figures={"front": "vehicle.front_gawr", "rear": "vehicle.rear_gawr", "gvwr": "vehicle.gvwr"},
        room=lambda front, rear, gvwr: min(front + rear - 0.995 * gvwr, 1.45 * gvwr - front - rear),
        states="Front and rear GAWR together are no less than the GVWR, and not much more.", settled_by=_PLACARD, source="49 CFR 567.4",
    )  # fmt: skip
    for end, least, most, empty_times in (("front", 0.28, 0.70, 2.2), ("rear", 0.30, 0.78, 3.2)):
        yield Relation(
            key=f"{end}_gawr_under_gvwr", figures={"gawr": f"vehicle.{end}_gawr", "gvwr": "vehicle.gvwr"},
            room=lambda gawr, gvwr, least=least, most=most: min(most * gvwr - gawr, gawr - least * gvwr),
            states="A GAWR is a part of the GVWR: more than a quarter of it, and no more than three quarters.", settled_by=_PLACARD,
        )  # fmt: skip
        yield Relation(
            key=f"{end}_gawr_empty", figures={"gawr": f"vehicle.{end}_gawr", "empty": f"vehicle.unladen_{end}"},
            room=lambda gawr, empty, times=empty_times: min(gawr - empty, times * empty - gawr),
            states="An axle is rated for more than it weighs empty, and for no more than two or three times that.", settled_by=_PLACARD,
        )  # fmt: skip
    yield Relation(
        key="gawrs_alike", figures={"front": "vehicle.front_gawr", "rear": "vehicle.rear_gawr"},
        room=lambda front, rear: min(1.15 * rear - front, 1.9 * front - rear),
        states="A rear axle is rated for about as much as the front one, or for up to twice that.", settled_by=_PLACARD,
    )  # fmt: skip
    yield Relation(
        key="gcwr_over_gvwr", figures={"gcwr": "vehicle.gcwr", "gvwr": "vehicle.gvwr"},
        room=lambda gcwr, gvwr: min(gcwr - 1.05 * gvwr, 4.0 * gvwr - gcwr),
        states="A GCWR is the vehicle and a trailer: more than the GVWR.", settled_by=_HANDBOOK,
    )  # fmt: skip
    yield Relation(
        key="tow_rating_of_gcwr", figures={"gcwr": "vehicle.gcwr", "tows": "vehicle.tow_rating", **_EMPTY},
        room=lambda gcwr, tows, empty_front, empty_rear: 1.03 * gcwr - tows - empty_front - empty_rear,
        states="A GCWR bears the empty vehicle and the tow rating.", settled_by=_HANDBOOK, source="SAE J2807, from memory",
    )  # fmt: skip
    yield Relation(
        key="gcwr_of_both", figures={"gcwr": "vehicle.gcwr", "tows": "vehicle.tow_rating", "gvwr": "vehicle.gvwr"},
        room=lambda gcwr, tows, gvwr: 1.25 * (tows + gvwr) - gcwr,
        states="A GCWR is about the GVWR and the tow rating together, or less.", settled_by=_HANDBOOK,
    )  # fmt: skip
    yield Relation(
        key="front_tires_bear", figures={"tire": "vehicle.front_tyre_rating", "axle": "vehicle.front_gawr"},
        room=lambda tire, axle: min(2.06 * tire - axle, 2.2 * axle - 2 * tire),
        states="An axle's tires bear its GAWR, and not much over twice that.", settled_by="a front tire's sidewall", source="49 CFR 571.110",
    )  # fmt: skip
    yield Relation(
        key="rear_tires_bear",
        figures={"tire": "vehicle.rear_tyre_rating", "tires": "vehicle.rear_tyre_count", "axle": "vehicle.rear_gawr"},
        room=lambda tire, tires, axle: min(1.03 * tire * tires - axle, 2.2 * axle - tire * tires),
        states="An axle's tires bear its GAWR, and not much over twice that.", settled_by="a rear tire's sidewall", source="49 CFR 571.110",
    )  # fmt: skip
    yield Relation(
        key="overhang_of_wheelbase", figures={"o": "vehicle.overhang", "w": "vehicle.wheelbase"},
        room=lambda o, w: min(0.68 * w - o, o - 0.15 * w),
        states="From rear axle to ball is a fifth to two thirds of the wheelbase.", settled_by="the tape, hub center to ball center",
    )  # fmt: skip


def _receiver() -> Iterator[Relation]:
    for tongue, gross, settled in (
        ("vehicle.tongue_limit", "vehicle.tow_rating", _HANDBOOK),
        ("vehicle.receiver_wc_tongue", "vehicle.receiver_wc_gross", _RECEIVER),
        ("vehicle.receiver_wd_tongue", "vehicle.receiver_wd_gross", _RECEIVER),
        ("trailer.coupler_tongue_limit", "trailer.coupler_rating", _STAMP),
    ):
        yield Relation(
            key=f"{tongue.partition('.')[2]}_of_gross", figures={"tongue": tongue, "gross": gross},
            room=lambda tongue, gross: min(TONGUE_OF_GROSS * gross - tongue, tongue - 0.03 * gross),
            states="A tongue rating is a tenth or so of the gross rating beside it, and never more than a fifth.", settled_by=settled,
        )  # fmt: skip
    for what in ("gross", "tongue"):
        yield Relation(
            key=f"receiver_{what}_wd_over_wc", figures={"wd": f"vehicle.receiver_wd_{what}", "wc": f"vehicle.receiver_wc_{what}"},
            room=lambda wd, wc: min(wd - wc, 3.5 * wc - wd),
            states="A receiver is rated for no less with weight distribution than without, and for no more than about three times that.", settled_by=_RECEIVER,
        )  # fmt: skip
    for receiver, handbook in (
        ("vehicle.receiver_wd_gross", "vehicle.tow_rating"),
        ("vehicle.receiver_wd_tongue", "vehicle.tongue_limit"),
    ):
        yield Relation(
            key=f"{receiver.partition('.')[2]}_of_handbook", figures={"receiver": receiver, "handbook": handbook},
            room=lambda receiver, handbook: min(2.2 * handbook - receiver, receiver - 0.5 * handbook),
            states="A receiver is rated for about what its vehicle may tow.", settled_by=_RECEIVER,
        )  # fmt: skip


def _trailer() -> Iterator[Relation]:
    yield Relation(
        key="trailer_weighed", figures={"gross": "trailer.gross_weight", "empty": "trailer.unladen_weight"},
        room=lambda gross, empty: 1.03 * gross - empty,
        states="A trailer weighs no less on the scale than its brochure says of it empty.", settled_by="the scale: weigh the trailer again",
    )  # fmt: skip
    yield Relation(
        key="trailer_empty_of_gvwr", figures={"empty": "trailer.unladen_weight", "gvwr": "trailer.gvwr"},
        room=lambda empty, gvwr: min(gvwr - empty, empty - 0.18 * gvwr),
        states="A trailer's GVWR is more than it weighs empty, by what it may carry.", settled_by=_PLATE,
    )  # fmt: skip
    yield Relation(
        key="cargo_of_gvwr",
        figures={"gvwr": "trailer.gvwr", "cargo": "trailer.cargo_capacity", "empty": "trailer.unladen_weight"},
        room=lambda gvwr, cargo, empty: min(
            gvwr - cargo - empty + 0.01 * gvwr + 50 * KG_PER_LB,
            # what was built into this one takes from what it may carry, and is in no brochure
            0.06 * gvwr + ABOUT - (gvwr - cargo - empty),
        ),
        states="A trailer's cargo capacity is its GVWR less what it weighs empty.", settled_by="the cargo-capacity label, inside the door",
        source="49 CFR 571.110 S9, from memory",
    )  # fmt: skip
    yield Relation(
        key="trailer_axles_reach_gvwr",
        figures={"axle": "trailer.axle_rating", "count": "trailer.axle_count", "gvwr": "trailer.gvwr"},
        room=lambda axle, count, gvwr: min(axle * count - 0.75 * gvwr, 1.8 * gvwr - axle * count),
        states="All axles and the tongue together bear the trailer's GVWR, and the axles not much more than that.", settled_by=_PLATE,
        source="49 CFR 567.4",
    )  # fmt: skip
    yield Relation(
        key="tires_of_axles", figures={"tires": "trailer.tyre_count", "axles": "trailer.axle_count"},
        room=lambda tires, axles: 0.5 - min(abs(tires - 2 * axles), abs(tires - 4 * axles)),
        states="Every axle has two tires, or four.", settled_by="the trailer: count axles and tires",
    )  # fmt: skip
    yield Relation(
        key="tires_bear_axle",
        figures={"tire": "trailer.tyre_rating", "tires": "trailer.tyre_count", "axle": "trailer.axle_rating", "axles": "trailer.axle_count"},
        room=lambda tire, tires, axle, axles: min(1.03 * tire * tires - axle * axles, 2.0 * axle * axles - tire * tires),
        states="An axle's tires bear what the axle is rated for, and not many times that.", settled_by="a tire's sidewall, and the plate",
        source="49 CFR 571.120",
    )  # fmt: skip
    yield Relation(
        key="wheel_of_tire", figures={"wheel": "trailer.wheel_rating", "tire": "trailer.tyre_rating"},
        room=lambda wheel, tire: min(wheel - 0.7 * tire, 1.9 * tire - wheel),
        states="A wheel and the tire on it are rated about alike.", settled_by="the stamp inside the wheel",
    )  # fmt: skip
    yield Relation(
        key="brochure_tongue", figures={"tongue": "trailer.brochure_tongue", "empty": "trailer.unladen_weight"},
        room=lambda tongue, empty: min(0.22 * empty - tongue, tongue - 0.04 * empty),
        states="A brochure's hitch weight is a twentieth to a fifth of the empty trailer.", settled_by="the brochure",
    )  # fmt: skip
    yield Relation(
        key="trailer_gross_of_gvwr", figures={"gross": "trailer.gross_weight", "gvwr": "trailer.gvwr"},
        room=lambda gross, gvwr: min(1.4 * gvwr - gross, gross - 0.18 * gvwr),
        states="A loaded trailer weighs about its GVWR, or less.", settled_by="the scale: weigh the trailer again",
    )  # fmt: skip
    yield Relation(
        key="chain_of_gvwr", figures={"chain": "trailer.chain_rating", "gvwr": "trailer.gvwr"},
        room=lambda chain, gvwr: min(6.0 * gvwr - chain, chain - 0.8 * gvwr),
        states="A safety chain is rated for about the trailer's GVWR.", settled_by="the tag on the chain and its hook",
    )  # fmt: skip
    yield Relation(
        key="coupler_of_gvwr", figures={"coupler": "trailer.coupler_rating", "gvwr": "trailer.gvwr"},
        room=lambda coupler, gvwr: min(1.02 * coupler - gvwr, 4.0 * gvwr - coupler),
        states="A coupler is rated for no less than the trailer's GVWR.", settled_by=_STAMP, source="SAE J684, from memory",
    )  # fmt: skip
    yield Relation(
        key="coupler_of_size", figures={"coupler": "trailer.coupler_rating", "size": "trailer.coupler_size"},
        room=lambda coupler, size: next((most for ball, most in COUPLERS if size <= ball + 1.0), 1e6) - coupler,
        states="A coupler for a small ball is rated for a light trailer.", settled_by=_STAMP, source="SAE J684, from memory",
    )  # fmt: skip
    yield Relation(
        key="axles_of_length", figures={"L": "trailer.ball_to_axle", "rear": "trailer.ball_to_rear"},
        room=lambda L, rear: min(0.88 * rear - L, L - 0.4 * rear),
        states="The axles stand in the middle of a trailer, or a little behind it.", settled_by="the tape, ball to axle center",
    )  # fmt: skip
    yield Relation(
        key="frame_of_length", figures={"frame": "trailer.frame_length", "rear": "trailer.ball_to_rear"},
        room=lambda frame, rear: min(1.05 * rear - frame, frame - 0.4 * rear),
        states="A frame is no longer than from the ball to the rear end.", settled_by="the tape along the frame rail",
    )  # fmt: skip
    yield Relation(
        key="frame_of_axle", figures={"frame": "trailer.frame_length", "L": "trailer.ball_to_axle"},
        room=lambda frame, L: min(2.2 * L - frame, frame - 0.8 * L),
        states="A frame reaches from the coupler to well behind the axles.", settled_by="the tape along the frame rail",
    )  # fmt: skip


def _tongue() -> Iterator[Relation]:
    for reading, settled in (("weighing.tongue_scale", "the tongue scale"), ("weighing.gauge", "the gauge")):
        yield Relation(
            key=f"{reading.partition('.')[2]}_of_gross", figures={"tongue": reading, "gross": "trailer.gross_weight"},
            room=lambda tongue, gross: min(0.25 * gross - tongue, tongue - 0.02 * gross),
            states="A tongue weighs a twentieth to a quarter of its trailer.", settled_by=f"{settled}, and the scale under the trailer",
        )  # fmt: skip
        yield Relation(
            key=f"{reading.partition('.')[2]}_of_brochure", figures={"tongue": reading, "brochure": "trailer.brochure_tongue"},
            room=lambda tongue, brochure: min(3.0 * brochure - tongue, tongue - 0.4 * brochure),
            states="A loaded tongue weighs what the brochure says of it empty, or up to about twice that.", settled_by=settled,
        )  # fmt: skip
    yield Relation(
        key="jack_of_gross", figures={"jack": "weighing.jack_reading", "gross": "trailer.gross_weight"},
        room=lambda jack, gross: min(0.3 * gross - jack, jack - 0.02 * gross),
        states="A tongue weighs a twentieth to a quarter of its trailer.", settled_by="the scale under the jack",
    )  # fmt: skip


def _passes() -> Iterator[Relation]:
    """What each axle can weigh, coupled."""
    for way in ("bare", "bars"):
        front, rear, trailer = (f"weighing.bridge_{axle}_{way}" for axle in ("front", "rear", "trailer"))
        yield Relation(
            key=f"front_{way}_of_alone", figures={"coupled": front, "alone": _ALONE["front"]},
            room=lambda coupled, alone: min(1.2 * alone - coupled, coupled - 0.5 * alone),
            states="A front axle weighs about as much with a trailer as alone, or less.", settled_by=_TICKET,
        )  # fmt: skip
        yield Relation(
            key=f"rear_{way}_of_alone", figures={"coupled": rear, "alone": _ALONE["rear"]},
            room=lambda coupled, alone: min(2.2 * alone - coupled, coupled - 0.95 * alone + 20 * KG_PER_LB),
            states="A rear axle weighs more with a trailer behind it than alone.", settled_by=_TICKET,
        )  # fmt: skip
        yield Relation(
            key=f"trailer_{way}_of_gross", figures={"axles": trailer, "gross": "trailer.gross_weight"},
            room=lambda axles, gross: min(1.03 * gross - axles, axles - 0.7 * gross),
            states="A trailer's axles weigh most of the trailer, and no more than all of it.", settled_by=_TICKET,
        )  # fmt: skip
        yield Relation(
            key=f"trailer_{way}_of_empty", figures={"axles": trailer, "empty": "trailer.unladen_weight"},
            room=lambda axles, empty: axles - 0.7 * empty,
            states="A trailer's axles weigh most of what it weighs empty.", settled_by=_TICKET,
        )  # fmt: skip
    yield Relation(
        key="front_lifts", figures={
            "alone": _ALONE["front"], "bare": "weighing.bridge_front_bare", "rear_alone": _ALONE["rear"],
            "rear_bare": "weighing.bridge_rear_bare", "w": "vehicle.wheelbase", "o": "vehicle.overhang",
        },
        room=lambda alone, bare, rear_alone, rear_bare, w, o: (
            SCALE_STEPS + 0.015 * alone - abs(alone - bare - (rear_bare - rear_alone) * o / (w + o))
        ),
        states="By how much a tongue lifts the front axle follows from how much it loads the rear one.", settled_by=_TICKET,
        source="side-view statics, docs/method.md",
    )  # fmt: skip
    bare, bars = (
        {axle: f"weighing.bridge_{axle}_{way}" for axle in ("front", "rear", "trailer")} for way in ("bare", "bars")
    )
    yield Relation(
        key="bars_move", figures={
            "front_bare": bare["front"], "front_bars": bars["front"], "trailer_bare": bare["trailer"], "trailer_bars": bars["trailer"],
            "w": "vehicle.wheelbase", "o": "vehicle.overhang", "L": "trailer.ball_to_axle",
        },
        room=lambda front_bare, front_bars, trailer_bare, trailer_bars, w, o, L: (
            SCALE_STEPS * (1 + (L + o) / w) - abs(front_bars - front_bare - (trailer_bars - trailer_bare) * (L + o) / w)
        ),
        states="What bars put on the front axle follows from what they put on the trailer's.", settled_by=_TICKET,
        source="side-view statics, docs/method.md",
    )  # fmt: skip
    for axle, sign, states in (
        ("front", 1, "Bars load the front axle."), ("rear", -1, "Bars take load off the rear axle."), ("trailer", 1, "Bars load the trailer's axles."),
    ):  # fmt: skip
        yield Relation(
            key=f"{axle}_bars_of_bare", figures={"bars": bars[axle], "bare": bare[axle]},
            room=lambda bars, bare, sign=sign: sign * (bars - bare) + SCALE_STEPS,
            states=states, settled_by=_TICKET,
        )  # fmt: skip


#: every relation that is looked at, in the order in which a mismatch is asked
RELATIONS: tuple[Relation, ...] = (*_vehicle(), *_receiver(), *_trailer(), *_tongue(), *_passes())
