"""A rig as it is being worked on: entries in, read by the core with the parts that the rig took over."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.catalogue.models import KINDS
from stathmos.catalogue.shelf import parts_on_the_shelf
from stathmos.core import cargo, compare, coupled, elevation, heights, report
from stathmos.core.assess import Assessment
from stathmos.core.contradictions import contradictions
from stathmos.core.figures import Missing
from stathmos.core.rigfile import RigFile, read_entries
from stathmos.core.units import WEIGHT, UnreadableError, parse
from stathmos.house import models as house
from stathmos.rigs import assessing
from stathmos.rigs.actions.write_rig import NotWritten
from stathmos.rigs.models import PART_KINDS, Rig

MOST_ENTRIES = 500


@dataclass(frozen=True)
class Draft:
    """Entries read; the saved rig they belong to, where there is one."""

    rig_file: RigFile
    saved: Rig | None
    kept: dict[str, dict[str, dict]]

    def assess(self, advice: bool = True) -> Assessment:
        waivers = self.saved.waivers() if self.saved else ()
        asides = assessing.differing_parts(self.kept)
        return assessing.assessed(self.rig_file, house.rules(), advice, waivers, asides)


def entries_in(data: object) -> dict:
    """The entries of a request. Raises `NotWritten` for a body of the wrong shape."""
    if not isinstance(data, dict):
        raise NotWritten({"(body)": "Send an object."})
    entries = data.get("entries", {})
    if not isinstance(entries, dict) or len(entries) > MOST_ENTRIES:
        raise NotWritten({"entries": f"Send an object of at most {MOST_ENTRIES} entries by path."})
    return entries


def read(data: object) -> Draft:
    """A draft; its named parts as the saved rig took them over, where they are the same ones."""
    entries = entries_in(data)
    number = data.get("rig")
    saved = Rig.objects.filter(pk=number).first() if isinstance(number, int) and 0 < number < 2**31 else None
    named = {_text(entries.get(path)) for path in PART_KINDS}
    taken_over = saved.kept_parts() if saved else {}
    kept = {kind: {name: part for name, part in parts.items() if name in named} for kind, parts in taken_over.items()}
    return Draft(read_entries(entries, parts_on_the_shelf(kept)), saved, kept)


def problems(draft: Draft) -> list[dict[str, str]]:
    """What is written and cannot be read, or cannot be, by place."""
    rig = draft.rig_file.rig
    wrong = contradictions(rig, cargo.plan(rig, rig.figure("vehicle.overhang")))
    unread = [{"place": one.place, "says": one.says} for one in draft.rig_file.problems]
    return [*unread, *({"place": one.place, "says": one.says.text("us")} for one in wrong)]


def _text(entry: object) -> str:
    return str(entry.get("is", "")) if isinstance(entry, dict) else str(entry or "")


def asked(data: dict) -> tuple[coupled.Asked | None, dict[str, str]]:
    """What if: holes, washers and steps as whole numbers, the tongue as typed, softer springs in per cent; what cannot be read, by place."""
    written = data.get("what_if")
    if not isinstance(written, dict):
        return None, {}
    problems, numbers = {}, {}
    for name, most in (("holes", 12), ("washers", 12), ("steps", 12), ("softer", 60)):
        number = written.get(name, 0)
        whole = isinstance(number, int) and not isinstance(number, bool)
        if not whole or abs(number) > most or (name == "softer" and number < 0):
            problems[f"what_if.{name}"] = f"A whole number up to {most}."
        numbers[name] = number
    tongue, text = 0.0, str(written.get("tongue", "")).strip()[:60]
    sign = -1.0 if text[:1] in ("-", "−") else 1.0
    if text.lstrip("+-−").strip():
        try:
            tongue = sign * parse(text.lstrip("+-−"), WEIGHT, written.get("system", "us"))
        except (UnreadableError, KeyError) as error:
            problems["what_if.tongue"] = str(error)
        if abs(tongue) > 1000:
            problems["what_if.tongue"] = "More than 2,204 lb (1,000 kg) is not believed."
    if problems:
        return None, problems
    holes, washers, steps, softer = (numbers[name] for name in ("holes", "washers", "steps", "softer"))
    return coupled.Asked(holes, heights.hole_pitch(None), washers, steps, tongue, softer / 100), {}


def what_if(assessment: Assessment, question: coupled.Asked) -> dict | None:
    """The rig as asked for, with its pose for the drawing."""
    if question.nothing:
        return None
    pitch = heights.hole_pitch(assessment.choice.in_force.shank)
    question = coupled.Asked(**{**vars(question), "pitch": pitch})
    found = coupled.what_if(assessment.rest, assessment.coupled, question)
    told = report.answer(found)
    if isinstance(found, Missing):
        return {**told, "pose": None}
    drawn = assessment.elevation
    L = drawn.trailer_axle_x - drawn.ball_x
    return {**told, "pose": vars(elevation.pose(found.state, drawn.uncoupled.ball_height, drawn.coupler_height, L))}


def compared(draft: Draft, data: dict) -> dict:
    """The rig under other schools; or, where one is named, with another vehicle or trailer."""
    rig, stock, rules = draft.rig_file.rig, draft.rig_file.stock, house.rules()
    vehicle, trailer = data.get("vehicle"), data.get("trailer")
    if vehicle:
        others = compare.with_another_vehicle(rig, picked("vehicles", vehicle), rules, stock)
    elif trailer:
        others = compare.with_another_trailer(rig, picked("trailers", trailer), rules, stock)
    else:
        others = compare.under_other_schools(rig, rules, stock, assessing.unread(draft.rig_file))
    return report.compared(draft.assess(advice=False), others)


def picked(kind: str, name: object):
    """A vehicle or a trailer of the catalogue in the core's form."""
    item = KINDS[kind].objects.filter(name=str(name)[:200]).first()
    if item is None:
        raise NotWritten({kind.removesuffix("s"): "There is none of this name in the catalogue."})
    return item.core(**item.figures())
