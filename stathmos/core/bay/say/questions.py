"""The bay's work as single questions, in the order of the work, each with why and where to hold the tape."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from stathmos.core import units
from stathmos.core.answer import Assessment
from stathmos.core.bay.adjust import Adjusted
from stathmos.core.bay.adjust.words import DONE_VERDICTS
from stathmos.core.bay.measure import Measured, matches_a_rig
from stathmos.core.bay.measure.as_found import IS_NEW, was_used
from stathmos.core.bay.measure.trials import Tried, new_key
from stathmos.core.bay.prove import Proved
from stathmos.core.bay.prove.order import Unsafe, unsafe_before
from stathmos.core.bay.prove.proof import looks_of
from stathmos.core.bay.say.pages import paged, ticked_first, with_near
from stathmos.core.bay.say.question import PART, BallUp, Question, optional, question
from stathmos.core.families import PLAIN
from stathmos.core.figures import Given, there
from stathmos.core.finding import GOOD, REFUSED, UNKNOWN
from stathmos.core.looks import Look
from stathmos.core.mounts import MOUNTED, MOUNTS, Build
from stathmos.core.procedure import AFTER, BRACKETS, COUPLED_UP, MOUNTING, SETTING, TIGHT_AGAIN, UNHOOKING, Step
from stathmos.core.rig import Rig, Trial, entry_at
from stathmos.core.rig.bay import (
    AGAIN,
    AT_BUMPERS,
    BUMPER_MIDDLE,
    CORNERS,
    FLAT,
    FRONT_HIGH,
    NOT_FLAT,
    NOT_ON,
    REAR_HIGH,
    corner_path,
    corners_taped,
    trial_number,
)
from stathmos.core.selection import extras_of
from stathmos.core.settings import settings_of, written_at
from stathmos.core.stock import Kit, Shank
from stathmos.core.tolerances import Between
from stathmos.core.units import LENGTH

#: parts that a fitter mounts, by where they are written
PARTS = {"hitch.kit": "kit", "hitch.shank": "shank", "hitch.ball": "ball"}
AHEAD = 12  # trials that a tablet out of reach can begin
#: answers that are usually so
YES, NONE_FITTED = "yes", "none"
OPEN, PART_DONE, COMPLETE = "open", "part done", "complete"


@dataclass(frozen=True)
class Trials:
    """The trials that can be begun next: their keys in order, and what is asked of the first of them."""

    keys: tuple[str, ...]
    questions: tuple[Question, ...]


@dataclass(frozen=True)
class Section:
    """A stretch of the work. ``kind``: questions, steps, coach, torque. ``steps``: what is done, as the family has it, ``off``: how it
    is undone; ``joints``: what is tightened; ``unsafe``: what must be tight or made sure before it, and is not."""

    key: str
    name: str
    kind: str
    state: str
    questions: tuple[Question, ...] = ()
    steps: tuple[Step, ...] = ()
    off: tuple[Step, ...] = ()
    joints: tuple[str, ...] = ()
    unsafe: tuple[Unsafe, ...] = ()


def _wanted(asked: list[Question], needs: tuple[str, ...], state: str) -> list[Question]:
    """The marks of a state, those that the school in force does not look at as checks more."""
    return [one if f"{one.path.rpartition('.')[2].split('_')[0]}_{state}" in needs else optional(one) for one in asked]


def _end_of(corner: str) -> str:
    return corner.split("_", maxsplit=1)[0]


def _marks(rig: Rig, paths: dict[str, str], state: str, why: str) -> list[Question]:
    where = rig.choice("bay.marks")
    bumper, middle = where in AT_BUMPERS, where == BUMPER_MIDDLE
    mark = "bumper mark" if bumper else "wheel arch"
    return [
        question(
            rig,
            path,
            f"{_end_of(corner).capitalize()} bumper in the middle, {state}"
            if middle
            else f"{CORNERS[corner].capitalize()} {mark}, {state}",
            why,
            f"{_end_of(corner)}_{'bumper' if bumper else 'mark'}",
            "" if middle else corner.split("_")[1],
        )
        for corner, path in paths.items()
    ]


def _known_good(rig: Rig) -> list[Question]:
    """The reference of a known-good rig, where one is to be matched."""
    why = "Differences count, not absolutes: they hold on a floor that is not level, if nothing was moved."
    return [
        question(rig, "bay.good_same_spot", "Same spot, same marks, and the trailer not moved?", why),
        question(rig, "bay.good_front", "Front mark of the known-good rig", why, "front_mark"),
        question(rig, "bay.good_rear", "Rear mark of the known-good rig", why, "rear_mark"),
    ]


def _before_measuring(rig: Rig, known_good: bool, marks: bool) -> list[Question]:
    asked = [
        question(rig, "bay.floor", "Is the floor flat and hard?", "A tape measures to the ground.", so=FLAT),
        question(
            rig,
            "bay.loaded",
            "Are both loaded as they will travel?",
            "People, water, propane and gear move every mark.",
            so=YES,
        ),
        question(
            rig,
            "bay.in_line",
            "Does the rig stand straight in line?",
            "Out of line one side carries and the other is slack.",
            so=YES,
        ),
        question(
            rig,
            "vehicle.auto_levelling",
            "Does the vehicle level itself?",
            "Levelling hides what the tongue does.",
            so=NONE_FITTED,
        ),
        question(
            rig,
            "vehicle.air_springs",
            "Has it air springs?",
            "They carry what the hitch should give back.",
            so=NONE_FITTED,
        ),
    ]
    if marks:
        asked += _as_found(rig)
    if rig.choice("bay.floor") == NOT_FLAT:
        why = "Only differences on one spot count there."
        asked.append(
            question(rig, "bay.stayed", "Will the rig stay on this spot, trailer and all, until the last mark?", why)
        )
    if rig.choice("vehicle.air_springs") == "fitted":
        asked.append(
            question(
                rig, "bay.air_set", "How are the air springs set?", "By the handbook, and the same in every state."
            )
        )
    if not marks:
        return asked
    asked.append(
        question(rig, "bay.marks", "Where will you measure?", "Arches or bumpers: all states at the same marks.")
    )
    if rig.choice("bay.marks") in AT_BUMPERS:
        asked += [
            question(
                rig,
                "bay.front_mark",
                "Front axle to the front mark",
                "The height over the axle lies between the marks.",
                "front_reach",
            ),
            question(
                rig,
                "bay.rear_mark",
                "Rear axle to the rear mark",
                "The height over the axle lies between the marks.",
                "rear_reach",
            ),
        ]
    return ticked_first(asked + (_known_good(rig) if known_good else []))


def _as_found(rig: Rig) -> list[Question]:
    """Whether the hitch is new, and how a used one was found."""
    why = "A hitch that was used before is looked at before it goes on."
    asked = [optional(question(rig, IS_NEW, "Is the hitch new?", why, so=YES))]
    if was_used(rig):
        asked += [
            question(rig, "bay.found_torque", "Were its bolts at their torque, as found?", "Never trust the last fitter's torque.", so=YES),
            question(rig, "bay.found_bars", "Are its bars straight?", "A bowed bar is a kit too light for its load.", so=YES),
            question(rig, "bay.found_holes", "Are its holes round and its pins snug?", "A worn hole lets the head move.", so=YES),
        ]  # fmt: skip
    return asked


def _before_coupling(rig: Rig) -> list[Question]:
    bubble = "By the bubble of a level laid on the frame: the tape tells the floor there."
    levelled = (
        [question(rig, "bay.levelled_by", "What tells that the trailer is level?", bubble)]
        if rig.choice("bay.floor") == NOT_FLAT
        else []
    )
    return [
        *levelled,
        question(
            rig, "bay.rail_front_level", "Rail front, trailer level", "Level is front and rear the same.", "rail_front"
        ),
        question(
            rig, "bay.rail_rear_level", "Rail rear, trailer level", "Level is front and rear the same.", "rail_rear"
        ),
        question(
            rig,
            "bay.coupler_height",
            "Level coupler height",
            "What the ball must stand at with everything coupled.",
            "coupler",
        ),
        question(
            rig,
            "bay.receiver_height",
            "Receiver height, ground to the inside top of the tube",
            "The shank's hole is chosen from it.",
            "receiver",
        ),
    ]


def _parts(rig: Rig, now: Assessment) -> list[Question]:
    """Which parts are on the vehicle: the planned ones, or not."""
    asked = []
    for path, what in PARTS.items():
        part = getattr(now.choice.in_force, what)
        if what == "kit" and not now.choice.weight_distributing:
            continue
        if what == "ball" and now.choice.in_force.shank is not None and len(now.choice.in_force.shank.own_balls) > 1:
            asked.append(_ball_up(rig, path, now.choice.in_force.shank))
            continue
        name = part.name if part is not None else rig.choice(path)
        why = f"As planned: {name}." if name else "Nothing is chosen: see the Hitch station."
        asked.append(
            Question(
                path,
                f"Which {what} is on the vehicle?",
                why,
                PART,
                what,
                "",
                bool(rig.choice(path)),
                ((name, name),) if name else (),
                so=name,
            )
        )
    return asked


def _ball_up(rig: Rig, path: str, mount: Shank) -> Question:
    """Which of a mount's own balls is up, each drawn as it is seen then."""
    balls = tuple(BallUp(one.name, there(one.diameter).value) for one in mount.own_balls)
    return Question(
        path, "Which ball is up?", "Look at the mount as it sits in the receiver. The coupler's size is stamped on the coupler.",
        "choice", "ball", "", bool(rig.choice(path)),
        tuple((one.name, units.write(one.diameter, units.LENGTH, "us")) for one in balls), balls=balls,
    )  # fmt: skip


def _air(rig: Rig, path: str) -> list[Question]:
    """At what pressure the air springs stand while a state is taped, where there are any."""
    if rig.choice("vehicle.air_springs") != "fitted":
        return []
    why = "The same in every state: at another pressure what was taped before is void."
    return [question(rig, path, "Air-spring pressure, as you tape", why)]


def _tongue(rig: Rig, trial: str, why: str) -> Question:
    return question(
        rig, f"trials.{trial}.tongue", "Tongue height, hitch loaded, to the top of the coupler", why, "coupler"
    )


_WHY_GAUGE = "It reads the force on the ball: the tongue, and once the hitch is loaded what that presses it down."
_WHY_ARCHES = "They tell how far the front was lifted; a plain mount is not set by them."
_WHY_BALL = "A check for nothing: it follows from the arches, or a jack carries or a mark is wrong."


def next_trials(measured: Measured) -> Trials | None:
    """What a trial asks that nobody has begun, so that one can be begun out of reach; None without bars."""
    if measured.kit is None:
        return None
    keys = tuple(new_key(measured.trials, more) for more in range(AHEAD))
    needs = measured.taped.needs(measured.windows[0].school)
    before = measured.trials[-1].trial if measured.trials else None
    asked = _trial(measured.rig, measured.kit, keys[0], needs, before)
    return Trials(keys, paged(tuple(with_near(measured, asked))))


_JACK = "A jack that carries hides the tongue."
_ROCK = "Roll the rig a length, rock it at both ends. Done?"
_WHY_ROCK = (
    "Springs lag: a mark stands about ⅛ in behind where it belongs, and a quarter of that once the rig was rocked."
)


def _read_again(rig: Rig, paths: dict[str, str], state: str, wanted: bool) -> list[Question]:
    """Each mark once more, where the coach wants it or somebody began to."""
    again = {corner: path + AGAIN for corner, path in paths.items()}
    if not wanted and not any(rig.choice(path) for path in again.values()):
        return []
    marks = _marks(rig, again, f"{state}, read again after a rock", "A mark that was read twice is known better.")
    return [optional(one) for one in marks]


def _trial(
    rig: Rig, kit: Kit, key: str, needs: tuple[str, ...], before: Trial | None = None, again: bool = False
) -> list[Question]:
    """What one trial asks. ``before``: the trial whose setting it begins with, where it is not set otherwise."""
    place, loaded = f"trials.{key}", kit.held.loaded
    why = "A trial teaches only with its setting."
    hole = question(rig, f"{place}.hole", "Shank hole of the head, counted from the bottom", why, "shank")
    asked = [*_settings(rig, kit, place), hole]
    asked = [replace(one, so=_as_it_was(rig, one, before)) for one in asked]
    if kit.held.levered:
        went_on = question(
            rig, f"{place}.went_on", "How did the bars go on?",
            "Lift the rig about 3 in with the jack first. Stand clear of a loaded lever.", "bar",
        )  # fmt: skip
        asked.append(replace(went_on, ends=(NOT_ON,)))
        if rig.choice(f"{place}.went_on") == NOT_ON:
            return asked  # a bound on the setting: there is nothing to tape
    looks = ticked_first(_looks(rig, kit, SETTING))
    asked += [one for one in looks if one.kind != LENGTH]
    asked.append(
        question(rig, f"{place}.jack_clear", f"Is the jack clear of the ground, {loaded}?", _JACK, "jack", so=YES)
    )
    asked.append(question(rig, f"{place}.rocked", _ROCK, _WHY_ROCK, so=YES))
    asked += [replace(one, page="looks") for one in looks if one.kind == LENGTH]
    asked += _air(rig, f"{place}.air_pressure")
    paths = {corner: f"{place}.{corner}" for corner in corners_taped(rig.choice("bay.marks"))}
    asked += _wanted(_marks(rig, paths, loaded, "State C, jack clear of the ground."), needs, "c")
    rails = [
        question(rig, f"{place}.rail_{end}", f"Rail {end}, {loaded}", "The trailer's attitude.", f"rail_{end}")
        for end in ("front", "rear")
    ]
    by_level = bool(rig.choice(f"{place}.bubble_way"))
    asked += [
        *(optional(one) if by_level else one for one in rails),
        optional(question(rig, f"{place}.ball_coupled", f"Ball height, coupled, {loaded}", _WHY_BALL, "ball")),
    ]
    if rig.choice("bay.floor") == NOT_FLAT:
        asked += _by_level(rig, place)
    if rig.bay.good_tongue is not None:
        why = "The tongue of the known-good rig is the target, while the trailer is not moved."
        asked.append(_tongue(rig, key, why))
    if kit.held.gauged or rig.choice(f"{place}.ball_gauge") or rig.weighing.gauge is not None:
        gauge = question(rig, f"{place}.ball_gauge", f"Gauge under the ball, {loaded}", _WHY_GAUGE, "ball")
        asked.append(gauge if kit.held.gauged else optional(gauge))
    if rig.weighing.bridge_front_bars is not None:
        why = "Only then tape and weighbridge speak of the same setting."
        asked.append(question(rig, f"{place}.weighed", "Was weighbridge pass 3 read with this setting?", why))
    # last, since it may come to be asked while the rest is still being taped
    return asked + _read_again(rig, paths, loaded, again)


def _by_level(rig: Rig, place: str) -> list[Question]:
    """What a level laid on the frame tells, on a floor that is not flat."""
    why = "A bubble tells slope on any floor."
    asked = [
        optional(question(rig, f"{place}.bubble_way", "What does a 4 ft level on the rail say, hitch loaded?", why))
    ]
    if rig.choice(f"{place}.bubble_way") in (FRONT_HIGH, REAR_HIGH):
        lift = "Lift the level's low end until the bubble centers: by how much?"
        asked.append(optional(question(rig, f"{place}.bubble", lift, why)))
    return asked


def _as_it_was(rig: Rig, one: Question, before: Trial | None) -> str:
    """What was counted in an earlier trial, as it was typed, or as it was mounted; empty where neither was counted."""
    name = one.path.rpartition(".")[2]
    given = getattr(rig.bay, MOUNTED + name, None) if before is None else getattr(before, name)
    return given.typed if isinstance(given, Given) else ""


def _settings(rig: Rig, kit: Kit, place: str) -> Iterator[Question]:
    """How the bars are set: every kind that the kit has, in its own words, on each side where it is set there."""
    why = "A trial teaches only with its setting."
    for one in settings_of(kit):
        for name in written_at(one.kind):
            side = name.removeprefix(f"{one.kind.place}_") if one.kind.sided else ""
            ask = f"{side.capitalize()} {one.kind.ask}" if side else one.kind.ask
            yield question(rig, f"{place}.{name}", ask, why, one.kind.hold, side)


def _looks(rig: Rig, kit: Kit | None, when: str) -> list[Question]:
    """What this rig's family is looked at for at one stage."""
    family = kit.held if kit is not None else PLAIN
    return [
        replace(
            question(
                rig,
                path,
                _ask(path, look),
                look.why + (f" {look.caution}" if look.caution else ""),
                look.hold,
                _side(path),
                so=look.so,
            ),
            near=look.limit.low if isinstance(look.limit, Between) and look.dimension else None,  # where a count begins
        )
        for look in looks_of(rig, kit)
        if family.stage_of(look.key) == when
        for path in look.paths
    ]


def _ask(path: str, look: Look) -> str:
    return there(entry_at(path)).label if look.sided else look.ask


def _side(path: str) -> str:
    return path.rpartition("_")[2] if path.endswith(("_left", "_right")) else ""


def _mounting(rig: Rig, now: Assessment, kit: Kit | None) -> list[Question]:
    """As the hitch is mounted: which parts, where they went, and what its family wants seen."""
    ball = "Uncoupled, as the shank is mounted."
    asked = [
        *_parts(rig, now),
        *_mounts(rig, now, kit),
        *_looks(rig, kit, MOUNTING),
        question(rig, "hitch.ball_height", "Ball height, ground to the top of the ball", ball, "ball"),
    ]
    if not brackets_later(kit):
        asked += _brackets(rig, kit)
    return ticked_first(asked)


def brackets_later(kit: Kit | None) -> bool:
    """Whether a family's brackets go on with the rig coupled."""
    return kit is not None and bool(kit.held.told(BRACKETS))


def _brackets(rig: Rig, kit: Kit | None) -> list[Question]:
    if kit is None or kit.bracket_distance is None:
        return []
    told = " ".join(one.does for one in kit.held.told(MOUNTING))
    why = " ".join(filter(None, (told, _aim(kit))))
    return [question(rig, "bay.bracket_place", "Ball to the middle of the brackets, as bolted", why, "bracket")]


def _aim(kit: Kit) -> str:
    """Where the brackets go, by their maker."""
    aim, least, most = (
        None if one is None else units.write(one.value, units.LENGTH, "us")
        for one in (kit.bracket_distance, kit.bracket_least, kit.bracket_most)
    )
    span = f", between {least} and {most}" if least and most else ""
    return f"Its maker wants {aim}{span}. All that follows is worked out with where they are: write that down."


def _mounts(rig: Rig, now: Assessment, kit: Kit | None) -> list[Question]:
    """How this build is mounted, step by step, to be ticked off."""
    family, position = kit.held if kit is not None else PLAIN, now.choice.position
    build = Build(
        way_up=position.orientation if position is not None else "",
        hole=position.hole if position is not None else None,
        holes=position.holes_up + position.holes_down + 1 if position is not None else 1,
        counts={one.kind.place: one.begins_with for one in settings_of(kit) if one.begins_with is not None},
        coupler=rig.choice("trailer.coupler_mount"),
        extras=tuple(one.key for one in extras_of(rig, kit)),
    )
    asked = []
    for mount in (MOUNTS[key] for key in family.mounted):
        if mount.tells(build):
            count = None if mount.counts is None else mount.counts(build)
            so = YES if mount.counts is None else "" if count is None else str(count)
            asked.append(question(rig, f"bay.{mount.field}", mount.tells(build), mount.why, mount.hold, so=so))
    return asked


def _coupled(rig: Rig, kit: Kit | None) -> list[Question]:
    """Coupled, without bars to set: the ball in its coupler, and how level the trailer stands, loaded and empty."""
    why = "Loaded as it travels; a slightly different attitude empty is expected."
    return [
        *ticked_first(_looks(rig, kit, COUPLED_UP)),
        *(
            question(rig, f"bay.rail_{end}_coupled", f"Rail {end}, coupled and loaded", why, f"rail_{end}")
            for end in ("front", "rear")
        ),
        *(
            replace(
                optional(question(rig, f"bay.rail_{end}_empty", f"Rail {end}, coupled and empty", why, f"rail_{end}")),
                page="empty",
            )
            for end in ("front", "rear")
        ),
        optional(question(rig, "bay.ball_coupled_b", "Ball height, coupled", _WHY_BALL, "ball")),
        optional(question(rig, "bay.arches_wanted", "Are the arches to be taped too?", _WHY_ARCHES)),
    ]


def _proofs(rig: Rig, kit: Kit | None, trials: tuple[Tried, ...]) -> list[Question]:
    asked = _looks(rig, kit, AFTER)
    if trials and rig.bay.good_tongue is None:  # where it is a target, the trial asks for it
        why = "Kept for the next vehicle: with the trailer as it stands it is the target."
        asked.append(_tongue(rig, trials[-1].trial.key, why))
    return ticked_first(asked)


def _section(measured: Measured, key: str, name: str, asked: list[Question]) -> Section:
    wanted = [one for one in asked if not one.optional]
    done = sum(one.answered for one in wanted)
    state = COMPLETE if done == len(wanted) else PART_DONE if done else OPEN
    return Section(key, name, "questions", state, paged(tuple(with_near(measured, asked))))


#: the stretches before which a hitch must be tight and its pins in, each with its stage
_LOADS = {"coupled": COUPLED_UP, "b": COUPLED_UP, "setting": SETTING, "c": SETTING}


def sections(measured: Measured, adjusted: Adjusted, proved: Proved) -> tuple[Section, ...]:
    """The bay's work in its order. Without bars there is no coach."""
    rig, kit, trials = measured.rig, measured.kit, measured.trials
    why_a = "The mark you will come back to: paint or tape it."
    family = kit.held if kit is not None else PLAIN
    why_b = f"{family.carries_by.capitalize()} off, jack clear: what the tongue alone does."
    bare = f"coupled, {family.bare}"
    marks = kit is not None or rig.choice("bay.arches_wanted") == "yes"
    needs = measured.taped.needs(measured.windows[0].school) if measured.windows else ()
    found = [
        Section("tools", "Tools", "tools", COMPLETE),
        _section(measured, "floor", "Before measuring", _before_measuring(rig, matches_a_rig(measured.now), marks)),
        _section(measured, "coupling", "Before coupling", _before_coupling(rig)),
        _section(measured, "mounting", "Mounting", _mounting(rig, measured.now, kit)),
        *_torque("torque_first", "Torque, as mounted", proved, family.tight_at(MOUNTING)),
    ]
    if kit is None:
        found.append(_section(measured, "coupled", "Coupled", _coupled(rig, kit)))
    if marks:
        corners = {
            state: {corner: corner_path(corner, state) for corner in corners_taped(rig.choice("bay.marks"))}
            for state in ("a", "b")
        }
        gauge = (
            [question(rig, "bay.ball_gauge_b", f"Gauge under the ball, {family.bare}", _WHY_GAUGE, "ball")]
            if family.gauged
            else []
        )
        found += [
            _section(measured, "a", "A, uncoupled", _air(rig, "bay.air_pressure_a") + _wanted(_marks(rig, corners["a"], "uncoupled", why_a), needs, "a")),
            _section(
                measured, "b", f"B, {bare}",
                [
                    *_looks(rig, kit, COUPLED_UP),
                    question(rig, "bay.jack_clear", f"Is the jack clear of the ground, {bare}?", _JACK, "jack", so=YES),
                    question(rig, "bay.rocked_b", _ROCK, _WHY_ROCK, so=YES),
                    *_air(rig, "bay.air_pressure_b"),
                    *_wanted(_marks(rig, corners["b"], bare, why_b), needs, "b"),
                    *([optional(question(rig, "bay.ball_coupled_b", f"Ball height, {bare}", _WHY_BALL, "ball"))] if kit is not None else []),
                    *gauge,
                    *_read_again(rig, corners["b"], bare, _asks(adjusted, "bay.")),
                ],
            ),
        ]  # fmt: skip
    if kit is not None:
        if brackets_later(kit):
            later = [*_looks(rig, kit, BRACKETS), *_brackets(rig, kit)]
            found.append(Section("raised", "Raised for the brackets", "steps", COMPLETE, steps=family.told(BRACKETS)))
            found.append(_section(measured, "brackets", "Brackets", ticked_first(later)))
            found += _torque("torque_brackets", "Torque of the brackets", proved, family.tight_at(BRACKETS))
        found.append(
            Section(
                "setting",
                f"Setting the {family.carries_by}",
                "steps",
                COMPLETE,
                steps=family.told(SETTING),
                off=family.told(UNHOOKING),
            )
        )
        if trials:
            again = _asks(adjusted, "trials.")
            last = trials[-1].trial.key
            found.append(
                _section(
                    measured,
                    "c",
                    f"C, {family.loaded}, trial {trial_number(last)}",
                    _trial(rig, kit, last, needs, again=again),
                )
            )
        verdict = adjusted.next.verdict if adjusted.next else ""
        found.append(
            Section("coach", "Coach", "coach", COMPLETE if verdict in DONE_VERDICTS else PART_DONE if trials else OPEN)
        )
    found.append(_section(measured, "proof", "Clearances", _proofs(rig, kit, trials)))
    found += _torque("torque", "Torque, looked at again", proved, family.tight_at(TIGHT_AGAIN))
    found = [
        replace(one, unsafe=unsafe_before(family, _LOADS[one.key], proved.torque, proved.proofs))
        if one.key in _LOADS
        else one
        for one in found
    ]
    bad = any(check.state in (REFUSED, UNKNOWN) for check in (*measured.checks, *proved.proofs))
    found.append(Section("result", "Result", "result", OPEN if bad else COMPLETE))
    return tuple(found)


def _asks(adjusted: Adjusted, where: str) -> bool:
    """Whether the coach wants marks read once more in one state."""
    return adjusted.next is not None and adjusted.next.asks.startswith(where)


def _torque(key: str, name: str, proved: Proved, joints: tuple[str, ...]) -> list[Section]:
    """The bolts that are tightened at one point of the work; none where there are none."""
    states = {one.state for one in proved.torque if one.joint in joints}
    if not states:
        return []
    tight = COMPLETE if states == {GOOD} else PART_DONE if states - {UNKNOWN} else OPEN
    return [Section(key, name, "torque", tight, joints=joints)]
