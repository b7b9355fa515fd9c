"""Kinds of setting: how a hitch's bars are wound, and all that is said, asked and learned of it.

A family sets its bars by some of these: washers or a tilt position at the head, holes, links
or turns at the bar ends. Each kind stands here once; what is asked, proved, coached, printed
and drawn of it comes from here, and so do the fields in which a trial and a kit have it.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from stathmos.core.entry import choice, described, length
from stathmos.core.figures import Given
from stathmos.core.phrases import Phrase
from stathmos.core.subjects import Subject
from stathmos.core.units import ANGLE, COUNT, KPA_PER_PSI, LENGTH, MM_PER_IN, PRESSURE

HANDBOOK, DRAWING = "hitch handbook", "maker's drawing"
MOST = 40  # of anything that is counted

HEAD, ENDS = "head", "ends"
#: how one more works on the bars: it tilts the head, it lifts the bar's end, or a table has the bar's height at each
TILTS, LIFTS, TABLE = "tilts", "lifts", "table"


@dataclass(frozen=True, kw_only=True)
class Place:
    """Where a kind of setting is written: the beginning of its fields in a kit and in a trial.

    Kinds that exclude one another may share a place; the kit's ``<one>_word`` then says which it is.
    ``effect``: the kit's field for what one more does. ``rows``: of a table, how many. ``sided``: it is set on each bar by itself.
    """

    key: str
    one: str
    label: str
    counted: str
    at: str
    effect: str = ""
    effect_label: str = ""
    word_label: str = ""
    rows: int = 0
    sided: bool = False


def in_halves(number: float) -> str:
    """A count as it is said, to the half.

    >>> in_halves(5), in_halves(5.5), in_halves(0.5), in_halves(0)
    ('5', '5½', '½', '0')
    """
    whole, half = int(number), "½" if number % 1 == 0.5 else ""
    if not half:
        return f"{number:g}"
    return f"{whole}{half}" if whole else half


@dataclass(frozen=True, kw_only=True)
class Kind:
    """One kind of setting.

    ``winds``: whether one more winds the bars (+1) or slackens them (−1). ``more``/``less``: what the fitter does.
    ``row``: what its count is called in a list; ``ask``: the bay's question, ``hold`` the spot on the drawing;
    ``stepper``: what *what if* calls it; ``words``: what the kit's choice says. ``equal``: what is to be the same on both sides.
    ``typical``: effect of one on the restoration, and its standard uncertainty, where the bars' geometry is not known.
    ``halved_by``: the kit's flag that allows half of one. ``place_of``: where it is one place of several and no number of things, what it
    is called before its number. ``each``: what one is worth where it is read as an amount, and ``dimension`` of that.
    """

    key: str
    place: str
    where: str
    works: str
    winds: float = 1.0
    one: str
    many: str
    row: str
    stepper: str
    words: str
    more: str
    less: str
    ask: str
    hold: str
    equal: str = ""
    typical: tuple[float, float]
    halved_by: str = ""
    label: str
    place_of: str = ""
    each: float = 1.0
    dimension: str = COUNT

    @property
    def sided(self) -> bool:
        """Whether it is set on each bar by itself."""
        return PLACES[self.place].sided

    def count(self, number: float) -> str:
        """So many of it in words.

        >>> KINDS["washer"].count(2), KINDS["link"].count(0.5)
        ('2 washers', '½ working link')
        """
        return f"{in_halves(number)} {self.one if number <= 1 else self.many}"

    def stands(self, number: float) -> str:
        """How it is set, in words: a place by its number, else so many.

        >>> KINDS["position"].stands(2), KINDS["washer"].stands(6)
        ('tilt position 2', '6 washers')
        """
        return f"{self.place_of} {in_halves(number)}" if self.place_of else self.count(number)

    def reads(self, number: float) -> Phrase:
        """The setting as it is read off the hitch, behind its label: a number, or an amount.

        >>> KINDS["link"].reads(5.5).text("us"), KINDS["stroke"].reads(10).text("us")
        ('5½, both sides', '1\xa01/4\xa0in')
        """
        if self.dimension != COUNT:
            return Phrase("{is}", {"is": (number * self.each, self.dimension, "nearest")})
        return Phrase(in_halves(number) + (", both sides" if self.sided else ""))

    def change(self, by: float, to: float) -> str:
        """A change of it in words.

        >>> KINDS["hole"].change(1, 4)
        'Raise the brackets by 1 bracket hole: 4 instead of 3, the same on both sides.'
        """
        sides = ", the same on both sides" if self.sided else ""
        return f"{self.more if by > 0 else self.less} {self.count(abs(by))}: {in_halves(to)} instead of {in_halves(to - by)}{sides}."


PLACES: dict[str, Place] = {
    place.key: place
    for place in (
        Place(
            key="washers", one="washer", label="Head washers", counted="Head washers", at=HEAD,
            effect="washer_tilt", effect_label="Tilt of one washer",
        ),
        Place(
            key="positions", one="position", label="Tilt positions", counted="Tilt position", at=HEAD, rows=5,
            effect_label="Bar's height at tilt position",
        ),
        Place(
            key="steps", one="step", label="Bar ends", counted="bar end", at=ENDS,
            effect="step_lift", effect_label="Lift of one hole, link, thread or turn", word_label="Bar ends are set by", sided=True,
        ),
        Place(
            key="screw", one="screw", label="Turns of the lead screw", counted="Turns of the lead screw", at=HEAD,
            effect="screw_tilt", effect_label="Tilt of one turn of the lead screw",
        ),
        Place(
            key="pump", one="pump", label="Pump", counted="Pump", at=ENDS,
            effect="pump_lift", effect_label="Lift of one mark of the pump", word_label="The pump is told by",
        ),
    )
}  # fmt: skip

KINDS: dict[str, Kind] = {
    kind.key: kind
    for kind in (
        Kind(
            key="washer", label="Head washers", place="washers", where=HEAD, works=TILTS, one="washer", many="washers", row="Head washers",
            stepper="Washers", words="head washers", more="Add", less="Take out",
            ask="Head washers, as set", hold="washers", typical=(0.12, 0.10),
        ),
        Kind(
            key="position", label="Tilt position", place_of="tilt position", place="positions", where=HEAD, works=TABLE, one="tilt position", many="tilt positions",
            row="Tilt position of the head", stepper="Tilt positions up", words="tilt positions", more="Tilt the head by",
            less="Tilt the head back by", ask="Tilt position, as set", hold="tilt", typical=(0.12, 0.10),
        ),
        Kind(
            key="hole", label="Bracket hole", place_of="bracket hole", place="steps", where=ENDS, works=LIFTS, one="bracket hole", many="bracket holes",
            row="Bracket hole, from the bottom", stepper="Bracket holes up", words="bracket holes, up",
            more="Raise the brackets by", less="Lower the brackets by",
            ask="bracket hole, as set", hold="bracket_hole", equal="bracket holes", typical=(0.15, 0.12),
        ),
        Kind(
            key="link", label="Working links", place="steps", where=ENDS, works=LIFTS, winds=-1.0, one="working link", many="working links",
            row="Chain links, working", stepper="Working links", words="chain links, working",
            more="Let out", less="Take up",
            ask="working links, as set", hold="links", equal="links", typical=(0.15, 0.12), halved_by="half_links",
        ),
        Kind(
            key="turn", label="Turns of the tension nut", place="steps", where=ENDS, works=LIFTS, one="turn", many="turns",
            row="Turns of the tension nut", stepper="Turns", words="turns of the tension nut",
            more="Tighten", less="Slacken",
            ask="tension nut, turns as set", hold="threads", equal="turns", typical=(0.15, 0.12),
        ),
        Kind(
            key="thread", label="Threads showing", place="steps", where=ENDS, works=LIFTS, one="thread", many="threads",
            row="Threads showing past the tension nut", stepper="Threads", words="threads showing past the tension nut",
            more="Tighten by", less="Slacken by",
            ask="tension nut, threads showing", hold="threads", equal="threads", typical=(0.15, 0.12),
        ),
        Kind(
            key="screw", label="Turns of the screw", place="screw", where=HEAD, works=TILTS, one="turn of the screw", many="turns of the screw",
            row="Turns of the lead screw", stepper="Turns of the screw", words="turns of the lead screw",
            more="Turn in", less="Turn back",
            ask="Lead screw, turns in", hold="screw", typical=(0.06, 0.05),
        ),
        Kind(
            key="stroke", label="Chrome showing", each=MM_PER_IN / 8, dimension=LENGTH, place="pump", where=ENDS, works=LIFTS, winds=-1.0, one="eighth of an inch of chrome", many="eighths of an inch of chrome",
            row="Chrome showing, eighths of an inch", stepper="Chrome, eighths of an inch", words="chrome showing, in eighths of an inch",
            more="Let out", less="Pump in", ask="Chrome showing on the cylinder, eighths of an inch", hold="chrome", typical=(0.10, 0.08),
        ),
        Kind(
            key="pressure", label="Cylinder pressure", each=100 * KPA_PER_PSI, dimension=PRESSURE, place="pump", where=ENDS, works=LIFTS, one="mark of 100 psi", many="marks of 100 psi",
            row="Cylinder pressure, marks of 100 psi (7 bar)", stepper="Pressure, marks of 100 psi", words="its pressure, in marks of 100 psi (7 bar)",
            more="Pump up by", less="Let down by", ask="Cylinder pressure, marks of 100 psi (7 bar)", hold="chrome", typical=(0.08, 0.06),
        ),
    )
}  # fmt: skip


def kinds_at(place: str) -> tuple[Kind, ...]:
    """The kinds that share a place."""
    return tuple(kind for kind in KINDS.values() if kind.place == place)


def kit_fields() -> dict[str, Given | None]:
    """What a kit says of its settings, by field: which it has, from how many to how many, where to begin, what one does."""
    made: dict[str, Given | None] = {}
    for place in PLACES.values():
        sharing = kinds_at(place.key)
        if len(sharing) > 1:
            words = ((kind.key, kind.words) for kind in sharing)
            made[f"{place.one}_word"] = choice(place.word_label, HANDBOOK, *words, guess=True)
        for end, says in (
            ("least", "least"),
            ("most", "most"),
            ("start", "to begin with"),
            ("slack", "at which the bars just touch"),
        ):
            joint = " " if end == "slack" else ", "
            made[f"{place.key}_{end}"] = described(f"{place.label}{joint}{says}", COUNT, HANDBOOK, 0, MOST, guess=True)
        works = sharing[0].works
        if works == TILTS:
            made[place.effect] = described(place.effect_label, ANGLE, HANDBOOK, 0, 6 * math.pi / 180, guess=True)
        elif works == LIFTS:
            made[place.effect] = length(place.effect_label, DRAWING, 0, 4, guess=True)
        for row in range(1, place.rows + 1):
            made[f"{place.one}_height_{row}"] = length(f"{place.effect_label} {row}", HANDBOOK, 0, 40, guess=True)
    return made


def trial_fields(begins: str = "", says: str = "as set", of: Subject | None = None) -> dict[str, Given | None]:
    """What a trial writes down of its setting, by field. ``begins``: what the fields' names begin with, ``says``: when."""
    made: dict[str, Given | None] = {}

    def counted(label: str, halves: bool) -> Given | None:
        return described(label, COUNT, "count them", 0, MOST, usual="measured", parts=2 if halves else 1, of=of)

    for place in PLACES.values():
        halves = any(kind.halved_by for kind in kinds_at(place.key))
        if place.sided:
            for side in SIDES:
                made[f"{begins}{place.key}_{side}"] = counted(f"{side.capitalize()} {place.counted}, {says}", halves)
        else:
            made[f"{begins}{place.key}"] = counted(f"{place.counted}, {says}", halves)
    return made


SIDES = ("left", "right")


@dataclass(frozen=True, kw_only=True)
class Allowed:
    """One kind of setting as a kit has it; counts None where the catalogue has none.

    ``slack``: the count at which the bars just touch. ``effect``: what one more does, radians of tilt or mm of lift;
    ``heights``: of a table, the bar's height at each, mm.
    """

    kind: Kind
    least: Given | None
    most: Given | None
    start: Given | None
    slack: Given | None
    effect: Given | None = None
    heights: tuple[Given | None, ...] = ()
    halves: bool = False

    @property
    def needs(self) -> tuple[str, ...]:
        """The kit's fields that are wanting before its wind can be worked out."""
        place = PLACES[self.kind.place]
        wanted = {f"{place.key}_slack": self.slack}
        if self.kind.works != TABLE:
            wanted = {place.effect: self.effect, **wanted}
        found = [name for name, given in wanted.items() if given is None]
        if self.kind.works == TABLE and (self.least is None or self.most is None):
            found.append(f"{place.key}_most")
        if self.kind.works == TABLE and not found:
            assert self.least is not None and self.most is not None
            rows = range(int(self.least.value), int(self.most.value) + 1)
            found += [f"{place.one}_height_{row}" for row in rows if self.height(row) is None]
        return tuple(f"stock.kit.{name}" for name in found)

    def height(self, row: float) -> Given | None:
        """The bar's height at a row of the table, mm."""
        index = int(row) - 1
        return self.heights[index] if 0 <= index < len(self.heights) else None

    @property
    def begins_with(self) -> int | None:
        """The count to begin with, by the handbook."""
        return None if self.start is None else int(self.start.value)

    @property
    def least_of_it(self) -> float:
        """The least count; nought where the catalogue has none."""
        return 0.0 if self.least is None else self.least.value

    def counts(self) -> tuple[float, ...]:
        """Every count that the kit allows, from the least; none where its ends are not in the catalogue or leave no choice."""
        if self.least is None or self.most is None or self.least.value >= self.most.value:
            return ()
        pitch = 0.5 if self.halves else 1.0
        number = int((self.most.value - self.least.value) / pitch + 1e-9)
        return tuple(self.least.value + index * pitch for index in range(number + 1))


def settings_of(kit: object | None) -> tuple[Allowed, ...]:
    """The kinds of setting that a kit has, those at the head first."""
    found = []
    for place in PLACES.values() if kit is not None else ():
        kind = _kind_at(place, kit)
        ends: dict[str, Given | None] = {
            end: getattr(kit, f"{place.key}_{end}") for end in ("least", "most", "start", "slack")
        }
        if ends["start"] is None and ends["most"] is None:
            continue
        halves = getattr(kit, kind.halved_by, None) if kind.halved_by else None
        found.append(
            Allowed(
                kind=kind, **ends,
                effect=getattr(kit, place.effect) if place.effect else None,
                heights=tuple(getattr(kit, f"{place.one}_height_{row}") for row in range(1, place.rows + 1)),
                halves=halves is not None and halves.typed == "yes",
            )
        )  # fmt: skip
    return tuple(found)


@dataclass(frozen=True)
class Counted:
    """How many of one kind were counted in a trial: on both sides where it is set on each bar, else once. None: not counted."""

    kind: Kind
    by_side: Mapping[str, float | None]

    @property
    def both(self) -> float | None:
        """The mean of what was counted; None where a side was not."""
        found = [number for number in self.by_side.values() if number is not None]
        return sum(found) / len(found) if len(found) == len(self.by_side) else None

    @property
    def unequal(self) -> bool:
        """Whether both sides were counted and differ."""
        return self.both is not None and len(set(self.by_side.values())) > 1


def _kind_at(place: Place, kit: object | None) -> Kind:
    """The kind that a kit has at a place: as its choice says, else the usual one."""
    word = getattr(kit, f"{place.one}_word", None)
    return kinds_at(place.key)[0] if word is None else KINDS[word.typed]


def counted_in(trial: object, kit: object | None) -> tuple[Counted, ...]:
    """What a trial counted of each kind that the kit has; and of others, where somebody counted them all the same."""

    def number(name: str) -> float | None:
        given: Given | None = getattr(trial, name)
        return None if given is None else given.value

    known = {one.kind.place for one in settings_of(kit)}
    found = []
    for place in PLACES.values():
        kind = _kind_at(place, kit)
        one = Counted(kind, {name: number(name) for name in written_at(kind)})
        if place.key in known or any(count is not None for count in one.by_side.values()):
            found.append(one)
    return tuple(found)


def written_at(kind: Kind) -> tuple[str, ...]:
    """The fields of a trial that a kind is counted in."""
    return tuple(f"{kind.place}_{side}" for side in SIDES) if kind.sided else (kind.place,)
