"""A rig as it is being worked on: entries in, read by the core with the parts that the rig took over."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from stathmos.catalogue.models import KINDS
from stathmos.catalogue.shapes import PROVENANCES
from stathmos.catalogue.shelf import Kept
from stathmos.core import cargo, compare, coupled, elevation, heights, relations, report, units
from stathmos.core.answer import Assessment
from stathmos.core.contradictions import contradictions
from stathmos.core.figures import Missing
from stathmos.core.holding import Aside, Drafted, Standing
from stathmos.core.predicted_heights import predicted
from stathmos.core.ratings import Waiver
from stathmos.core.rig import entry_at
from stathmos.core.rigfile import RigFile, read_entries, read_entry
from stathmos.core.settings import KINDS as SETTINGS
from stathmos.core.units import WEIGHT, UnreadableError, parse
from stathmos.house.models import House, the_house
from stathmos.rigs import assessing
from stathmos.rigs.actions.write_rig import NotWritten, text_of
from stathmos.rigs.heads import head_of
from stathmos.rigs.models import PART_KINDS, Reading

MOST_ENTRIES = 500


@dataclass(frozen=True)
class Draft:
    """Entries read; with the parts and the waivers of the saved rig that they belong to.

    ``standing``: its history with what is typed on top; ``back``: what holds again by what is typed, and was not sent.
    """

    rig_file: RigFile
    kept: Kept
    waivers: tuple[Waiver, ...]
    now: House
    standing: Standing
    back: dict[str, Reading]

    def assess(self) -> Assessment:
        """The draft judged by the house's rules of today."""
        asides = assessing.beside(self.rig_file.rig, self.kept, self.now.shelf)
        return assessing.assessed(self.rig_file, self.now.rules, self.waivers, asides)


def entries_in(data: object) -> dict:
    """The entries of a request. Raises `NotWritten` for a body of the wrong shape."""
    if not isinstance(data, dict):
        raise NotWritten({"(body)": "Send an object."})
    entries = data.get("entries")
    if not isinstance(entries, dict) or len(entries) > MOST_ENTRIES:
        raise NotWritten({"entries": f"Send an object of at most {MOST_ENTRIES} entries by path."})
    return entries


def _is_entry(raw: object) -> bool:
    """Nothing, or an entry whole."""
    if raw is None:
        return True
    return (
        isinstance(raw, dict)
        and isinstance(raw.get("is"), str)
        and raw.get("from") in PROVENANCES
        and raw.get("system") in units.SYSTEMS
        and isinstance(raw.get("datum", ""), str)
        and isinstance(raw.get("again", False), bool)
        and isinstance(raw.get("typed", False), bool)
    )


def read(data: object) -> Draft:
    """A draft: what holds of the saved rig and of what is typed on top; its named parts as the saved rig took them over."""
    entries, now = entries_in(data), the_house()
    wrong = [path for path, raw in entries.items() if not _is_entry(raw)]
    if wrong:
        raise NotWritten(
            {path[:64]: "An entry says what is written, from where, and in which units." for path in wrong}
        )
    assert isinstance(data, dict)
    rig = data.get("rig")
    if rig is not None and (not isinstance(rig, int) or isinstance(rig, bool)):
        raise NotWritten({"rig": "Send the number of the saved rig, or nothing."})
    head = head_of(rig)
    on_top = tuple(_typed_on_top(head.kept.held, entries))
    standing = Standing(head.kept.history, on_top)
    retyped = tuple(_typed_again(standing, head.kept.held, entries))
    if retyped:
        standing = Standing(head.kept.history, (*on_top, *retyped))
    held = standing.held()
    hold = {path: entries[path] if isinstance(one, Drafted) else one.as_entry() for path, one in held.items()}
    named = {text_of(hold.get(path)) for path in PART_KINDS}
    parts = head.kept.named_parts(PART_KINDS)
    kept = {kind: {name: part for name, part in known.items() if name in named} for kind, known in parts.items()}
    back = {
        path: one
        for path, one in held.items()
        if not isinstance(one, Drafted) and not (path in entries and one.is_said_by(entries[path]))
    }
    answers = {text_of(raw) for path, raw in hold.items() if path.startswith("answers.")}
    rig_file = read_entries(hold, now.stock(kept, head.mark, answers))
    return Draft(rig_file, kept, head.waivers, now, standing, back)


def aside(draft: Draft, system: str) -> dict[str, dict]:
    """What does not hold as it is typed now, by path: what it was, when it was written, and why, in one system of units."""
    return {
        path: {
            "is": one.written.typed,
            "at": getattr(one.written, "written_at", None),
            "why": one.why.text(system),
            "predicted": _predicted(draft, path, one, system),
        }
        for path, one in draft.standing.set_aside().items()
    }


def _predicted(draft: Draft, path: str, one: Aside, system: str) -> str | None:
    """What it may be now, where that can be told, to be offered until it is read again."""
    found = predicted(draft.rig_file.rig, path, one)
    return None if found is None else units.write(found.value, found.dimension, system)


def _typed_on_top(held: dict[str, Reading], entries: dict) -> Iterator[Drafted]:
    """What is sent and is not what holds of the saved rig, or was taken again; and what was sent no more: taken back.

    Which vehicle and which trailer stand there stays as saved where nothing is sent of it.
    """
    for path, raw in entries.items():
        reading = held.get(path)
        if reading is not None and raw_again(raw) is False and reading.is_said_by(raw):
            continue
        text = text_of(raw).strip()
        if text or reading is not None:
            yield Drafted(path, text, _amount(raw, path))
    yield from (Drafted(path, "") for path in held if path not in entries and not path.startswith("which."))


def _typed_again(standing: Standing, held: dict[str, Reading], entries: dict) -> Iterator[Drafted]:
    """What was typed as it was saved, together with what sets that aside: it is of the state as it is typed."""
    for path, raw in entries.items():
        reading = held.get(path)
        typed = isinstance(raw, dict) and raw.get("typed") is True
        if typed and reading is not None and reading.is_said_by(raw) and standing.at(path) is None:
            yield Drafted(path, text_of(raw).strip(), _amount(raw, path))


def raw_again(raw: object) -> bool:
    """Whether an entry says that the same was taken again."""
    return isinstance(raw, dict) and raw.get("again") is True


def _amount(raw: object, path: str) -> float | None:
    entry = entry_at(path)
    if entry is None:
        return None
    try:
        read = read_entry(raw, entry, path)
    except UnreadableError:
        return None
    return None if read is None or read.absent else read.value


@dataclass(frozen=True)
class Shown:
    """What of the answer a screen shows: a station, in a system of units."""

    station: str
    system: str


def shown(data: object) -> Shown:
    """The station and the system that a request asks for. Raises `NotWritten` for one that is none."""
    asked = data if isinstance(data, dict) else {}
    return Shown(_one_of(asked, "station", tuple(report.ROOMS)), _one_of(asked, "system", units.SYSTEMS))


def _one_of(asked: dict, name: str, choices: tuple[str, ...]) -> str:
    """A choice of a request; the first of them where it is left out. Raises `NotWritten` for another."""
    chosen = asked.get(name, choices[0])
    if chosen not in choices:
        raise NotWritten({name: f"One of: {', '.join(choices)}."})
    return chosen


def problems(draft: Draft, system: str) -> list[dict[str, str]]:
    """What is written and cannot be read, or cannot be, by place, in one system of units."""
    rig = draft.rig_file.rig
    wrong = {one.place: one.says for one in contradictions(rig, cargo.plan(rig))}
    wrong |= {path: one.beside(path) for one in relations.mismatches(rig) for path in one.figures}
    unread = [{"place": one.place, "says": one.says} for one in draft.rig_file.problems]
    return [*unread, *({"place": place, "says": says.text(system)} for place, says in wrong.items())]


MOST_ASKED = 12  # holes, or steps of a setting, either way
MOST_SOFTER = 60  # per cent
MOST_ON_TONGUE = 1000.0  # kg


def asked(data: dict) -> tuple[coupled.Asked | None, dict[str, str]]:
    """What if: holes and steps of each setting as whole numbers, the tongue as typed, softer springs in per cent; what cannot be read, by place."""
    written = data.get("what_if")
    if not isinstance(written, dict):
        return None, {}
    problems: dict[str, str] = {}

    def whole(place: str, number: object, least: int, most: int) -> int:
        if isinstance(number, int) and not isinstance(number, bool) and least <= number <= most:
            return number
        problems[f"what_if.{place}"] = f"A whole number up to {most}."
        return 0

    more = written.get("settings") or {}
    if not isinstance(more, dict) or not set(more) <= set(SETTINGS):
        more, problems["what_if.settings"] = {}, f"Each kind of setting by its key: {', '.join(SETTINGS)}."
    settings = {kind: whole(f"settings.{kind}", number, -MOST_ASKED, MOST_ASKED) for kind, number in more.items()}
    holes = whole("holes", written.get("holes", 0), -MOST_ASKED, MOST_ASKED)
    softer = whole("softer", written.get("softer", 0), 0, MOST_SOFTER)
    system = _one_of(written, "system", units.SYSTEMS)
    tongue, text = 0.0, str(written.get("tongue", "")).strip()[:60]
    sign = -1.0 if text[:1] in ("-", "−") else 1.0
    if text.lstrip("+-−").strip():
        try:
            tongue = sign * parse(text.lstrip("+-−"), WEIGHT, system)
        except UnreadableError as error:
            problems["what_if.tongue"] = str(error)
        if abs(tongue) > MOST_ON_TONGUE:
            problems["what_if.tongue"] = "More than 2,204 lb (1,000 kg) is not believed."
    if problems:
        return None, problems
    return coupled.Asked(holes=holes, settings=settings, tongue=tongue, softer=softer / 100), {}


def what_if(assessment: Assessment, question: coupled.Asked, system: str) -> dict | None:
    """The rig as asked for, with its pose for the drawing, in one system of units."""
    if question.nothing:
        return None
    question = replace(question, pitch=heights.hole_pitch(assessment.choice.in_force.shank))
    found = coupled.what_if(assessment.rest, assessment.coupled, question)
    told = report.written(report.answer(found), (system,), workings=True)
    if isinstance(found, Missing):
        return {**told, "pose": None}
    drawn = assessment.elevation
    L = drawn.trailer_axle_x - drawn.ball_x
    return {**told, "pose": vars(elevation.pose(found.state, drawn.uncoupled.ball_height, drawn.coupler_height, L))}


def compared(draft: Draft, data: dict) -> dict:
    """The rig under other schools; or, where one is named, with another vehicle or trailer."""
    rig, stock, rules = draft.rig_file.rig, draft.rig_file.stock, draft.now.rules
    vehicle, trailer = data.get("vehicle"), data.get("trailer")
    if vehicle:
        others = compare.with_another_vehicle(rig, picked("vehicles", vehicle), rules, stock)
    elif trailer:
        others = compare.with_another_trailer(rig, picked("trailers", trailer), rules, stock)
    else:
        others = compare.under_other_schools(rig, rules, stock, assessing.unread(draft.rig_file))
    return report.compared(draft.assess(), others)


def picked(kind: str, name: object):
    """A vehicle or a trailer of the catalogue in the core's form."""
    item = KINDS[kind].objects.filter(name=str(name)[:200]).first()
    if item is None:
        raise NotWritten({kind.removesuffix("s"): "There is none of this name in the catalogue."})
    return item.in_core()
