"""The plainest remedy of an overloaded link, worked out: how much out of where, or which part."""

from __future__ import annotations

from stathmos.core.figures import sure, there
from stathmos.core.phrases import Phrase
from stathmos.core.ratings import SAME, Link
from stathmos.core.rig import KINDS, Load, Rig
from stathmos.core.rig.loads import TO_COME_OUT
from stathmos.core.units import WEIGHT

_TRAILER_SIDE = ("trailer_tyres", "trailer_axles", "trailer_gvwr", "coupler", "chains")
_PARTS = ("ball", "hitch_gross", "hitch_tongue", "shank_gross", "shank_tongue")
_VEHICLE_SIDE = ("rear_gawr", "payload", "gvwr", "gcwr")


def remedy(rig: Rig, link: Link) -> Phrase:
    """What to do about a load link that is over its rating."""
    put = {
        "demand": (sure(link.demand).value, sure(link.demand).dimension, "up"),
        "excess": (-(link.margin or 0.0), sure(link.demand).dimension, "up"),
    }
    if link.key in _TRAILER_SIDE:
        return Phrase("Take {excess} out of the trailer, or choose one rated for it.", put)
    if link.key in _PARTS:
        return Phrase("Fit a part rated {demand} or more.", put)
    if link.key in _VEHICLE_SIDE:
        return _out_of_the_bed(rig, link)
    if link.key == "front_gawr":
        return Phrase("Set less restoration, or move load from the front seats rearward.")
    if link.key in ("receiver_gross", "receiver_tongue") and _would_do_distributing(rig, link):
        return Phrase("Use a weight-distributing hitch: this receiver is rated for it that way.")
    return Phrase("Choose a lighter trailer, or a vehicle and receiver rated {demand} or more.", put)


def _out_of_the_bed(rig: Rig, link: Link) -> Phrase:
    """So much out of the bed that the link stands at its rating; a bed load bears on the rear axle by its place."""
    in_bed = [load for load in rig.loads if load.kind_key == "bed" and load.when_key != TO_COME_OUT]
    # Of several the one that bears least on the rear axle: enough, whichever is taken.
    lever = (
        min([_bed_lever(rig, load) for load in in_bed] or [there(KINDS["bed"].wheelbases)])
        if link.key == "rear_gawr"
        else 1.0
    )
    if lever <= 0:
        return Phrase("Choose a lighter trailer, or a vehicle rated for it.")
    out = -(link.margin or 0.0) / lever
    told = {"out": (out, WEIGHT, "up")}
    if sum(load.weight.value for load in in_bed if load.weight is not None) >= out:
        return Phrase("Take {out} out of the bed or boot, or choose a lighter trailer.", told)
    return Phrase(
        "There is not {out} in the bed or boot to take out: choose a lighter trailer or a vehicle rated for it.", told
    )


def _bed_lever(rig: Rig, load: Load) -> float:
    """What share of a bed load the rear axle carries: by its place where one is written, else by where beds usually are."""
    place, wheelbase = load.moved_to or load.at, rig.vehicle.wheelbase
    if place is None or wheelbase is None:
        return there(KINDS["bed"].wheelbases)
    return place.value / wheelbase.value


def _would_do_distributing(rig: Rig, link: Link) -> bool:
    rating = getattr(rig.vehicle, link.key.replace("receiver_", "receiver_wd_"))
    carrying = rig.choice("hitch.style") == "weight_carrying"
    return carrying and rating is not None and sure(link.demand).value <= rating.value + SAME
