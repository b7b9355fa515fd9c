"""All that can be done in the practice yard, each act once: its words, what it wants told, when it cannot be done, what it does.

An act that changes how the rig stands leaves the springs where they stood by as much as they hold.
What cannot be done is refused with the word why; what can be done but ought not to be is done, and the debrief tells of it.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, replace

from stathmos.core.families import PLAIN, Family
from stathmos.core.figures import Missing
from stathmos.core.heights import positions
from stathmos.core.joints import JOINTS
from stathmos.core.practice.scene import (
    BEAM_ALONE,
    DECKS,
    UNDER_BEAM,
    UNDER_COUPLER,
    Fitted,
    Mounted,
    Scene,
    allowed_counts,
    fields_of,
    fitted,
)
from stathmos.core.practice.standing import Stands, stand
from stathmos.core.practice.tape import PLACES
from stathmos.core.practice.world import World
from stathmos.core.procedure import LOAD, ROLL
from stathmos.core.settings import settings_of
from stathmos.core.stock import Stock
from stathmos.core.units import (
    COUNT,
    COUPLE,
    KPA_PER_PSI,
    LENGTH,
    MM_PER_IN,
    NEWTON_PER_KG,
    NM_PER_FT_LB,
    PRESSURE,
    SYSTEMS,
    write,
)

#: a bar whose end must be brought no farther than this at its bracket goes on by hand; with the lever no farther than that, mm
BY_HAND, BY_LEVER = 0.5 * MM_PER_IN, 3.0 * MM_PER_IN
#: lifted so far by the jack a rig counts as lifted before a lever is moved, mm: of the three inches that are common practice, half
LIFTED = 1.5 * MM_PER_IN
#: how far the jack goes, and how finely it is wound, mm
JACK_MOST, JACK_FINE, JACK_COARSE = 40.0 * MM_PER_IN, MM_PER_IN / 8, MM_PER_IN
#: of what springs hold, each of rolling and rocking leaves a half: together a quarter, from memory
EACH_LEAVES = 0.5
_FT_LB = NM_PER_FT_LB * 1000 / NEWTON_PER_KG  # kg·mm
CHOICE, FIGURE = "choice", "figure"


class Refused(Exception):
    """It cannot be done now; the message says why, and ``problems`` what is wrong with what was told, by its name."""

    def __init__(self, says: str, problems: Mapping[str, str] | None = None) -> None:
        super().__init__(says)
        self.problems = dict(problems or {})


@dataclass(frozen=True, kw_only=True)
class Yard:
    """A practice rig with the parts that there are, in one scene."""

    world: World
    stock: Stock
    scene: Scene

    @property
    def parts(self) -> Fitted:
        """What is mounted, as it truly is."""
        return fitted(self.world, self.stock, self.scene.mounted)

    @property
    def stands(self) -> Stands:
        """How the rig stands now."""
        return stand(self.world, self.parts, self.scene)

    @property
    def lifted(self) -> float:
        """How far the jack lifts the coupled rig above where it would stand, mm; nought uncoupled."""
        if not self.scene.coupled or not self.scene.jack:
            return 0.0
        return max(0.0, self.stands.coupler - self.now(replace(self.scene, jack=0.0)).stands.coupler)

    def now(self, scene: Scene) -> Yard:
        """The same yard in another scene."""
        return replace(self, scene=scene)


@dataclass(frozen=True, kw_only=True)
class Arg:
    """Something that an act wants told: one of some words (``offers``, key and word) or a figure from ``low`` to ``high``."""

    name: str
    words: str
    kind: str
    dimension: str = ""
    offers: tuple[tuple[str, str], ...] = ()
    low: float = 0.0
    high: float = 0.0
    now: str | float = ""


Args = Mapping[str, str | float]


def _none(_: Yard) -> tuple[Arg, ...]:
    return ()


def _always(_: Yard) -> str:
    return ""


@dataclass(frozen=True, kw_only=True)
class Act:
    """One thing to do. ``hinders``: why it cannot be done now, empty where it can; ``does``: the scene after; ``stirs``: whether it
    changes how the rig stands; ``kind``: of the procedure's step that it is, where one must be safe before it;
    ``loads``: whether it loads or unloads the hitch. ``words``: with ``{noun}`` for what carries."""

    key: str
    group: str
    words: str
    does: Callable[[Yard, Args], Scene]
    wants: Callable[[Yard], tuple[Arg, ...]] = _none
    hinders: Callable[[Yard], str] = _always
    stirs: bool = True
    kind: str = ""
    loads: bool = False

    def called(self, yard: Yard) -> str:
        """Its words, on the hitch that is mounted."""
        noun = _family(yard).carries_by
        return self.words.format(noun=noun, Noun=noun.capitalize())

    def caution(self, yard: Yard) -> str:
        """Where it can hurt, on the hitch that is mounted."""
        if not self.loads:
            return ""
        family = _family(yard)
        own = next((one.caution for one in family.steps if one.kind == LOAD and one.caution), "")
        lift = "Lift the rig about 3 in (76 mm) first. " if family.levered else ""
        return f"{lift}{own}"


def _family(yard: Yard) -> Family:
    """The family of the hitch that is mounted."""
    return PLAIN if yard.parts.kit is None else yard.parts.kit.held


def _set(**changes: object) -> Callable[[Yard, Args], Scene]:
    return lambda yard, args: replace(yard.scene, **changes)  # type: ignore[arg-type]


def _jack(by: float) -> Callable[[Yard, Args], Scene]:
    def wound(yard: Yard, args: Args) -> Scene:
        standing = yard.scene.jack or yard.stands.coupler
        to = min(JACK_MOST, max(0.0, standing + by))
        return replace(yard.scene, jack=to)

    return wound


def _needs_a_foot(yard: Yard) -> str:
    return "" if yard.scene.coupled or yard.scene.jack else "The trailer stands on nothing else."


def _couple(yard: Yard, _: Args) -> Scene:
    # The coupler comes down onto the ball, and the jack still carries what it carried.
    return replace(yard.scene, coupled=True, jack=yard.stands.ball, scale="", deck="")


def _uncouple(yard: Yard, _: Args) -> Scene:
    return replace(yard.scene, coupled=False, pinned=False, jack=max(yard.scene.jack, yard.stands.ball))


def _cannot_couple(yard: Yard) -> str:
    if yard.scene.coupled:
        return "It is coupled."
    if yard.parts.ball is None or yard.parts.position is None:
        return "There is no ball on the vehicle: mount the hitch first."
    if yard.scene.scale:
        return "A scale stands under the coupler: take it away first."
    return (
        "" if yard.stands.coupler >= yard.stands.ball else "The coupler stands below the ball: wind the jack up first."
    )


def _cannot_uncouple(yard: Yard) -> str:
    if not yard.scene.coupled:
        return "It is not coupled."
    if yard.scene.bars_on:
        return "The bars are on: take them off first."
    return "" if yard.scene.jack else "The jack is wound up: wind it down until it carries."


def _only_coupled(yard: Yard) -> str:
    return "" if yard.scene.coupled else "It is not coupled."


def _cannot_pin(yard: Yard) -> str:
    return "It is pinned." if yard.scene.pinned else _only_coupled(yard)


def _bars_hinder(yard: Yard) -> str:
    if yard.parts.kit is None:
        return "This hitch has nothing to load."
    return f"It stands with its {_family(yard).loaded}: unload it first." if yard.scene.bars_on else ""


def _cannot_put_on(yard: Yard) -> str:
    if not yard.scene.coupled:
        return "It is not coupled."
    if _bars_hinder(yard):
        return _bars_hinder(yard)
    return f"The {_family(yard).carries_by} would not go on: too tight." if yard.stands.gap > BY_LEVER else ""


def _cannot_take_off(yard: Yard) -> str:
    return "" if yard.scene.bars_on else f"It has {_family(yard).bare} on."


def _counts(yard: Yard) -> tuple[Arg, ...]:
    return tuple(
        Arg(
            name=name, words=one.kind.row + (f", {name.rpartition('_')[2]}" if one.kind.sided else ""), kind=FIGURE, dimension=COUNT,
            low=min(allowed_counts(one), default=0.0), high=max(allowed_counts(one), default=0.0), now=yard.scene.counts.get(name, ""),
        )
        for one in settings_of(yard.parts.kit)
        for name in fields_of(one)
    )  # fmt: skip


def _set_counts(yard: Yard, args: Args) -> Scene:
    allowed = {name: allowed_counts(one) for one in settings_of(yard.parts.kit) for name in fields_of(one)}
    told = {name: float(number) for name, number in args.items() if name in allowed}
    if not told:
        raise Refused("Say how they are set.")
    for name, number in told.items():
        if not any(abs(number - one) < 1e-9 for one in allowed[name]):
            raise Refused(f"It cannot be set to {number:g}.", {name: f"It cannot be set to {number:g}."})
    return replace(yard.scene, counts={**yard.scene.counts, **told})


def _names(parts: Iterable[object]) -> tuple[tuple[str, str], ...]:
    return tuple((name, name) for name in (str(getattr(one, "name", "")) for one in parts))


def _parts_offered(yard: Yard) -> tuple[Arg, ...]:
    stock, now = yard.stock, yard.scene.mounted
    holes = max((int(one.holes.value) for one in stock.shanks if one.holes is not None), default=1)
    return (
        Arg(name="kit", words="Kit", kind=CHOICE, offers=(("", "no spring bars"), *_names(stock.kits)), now=now.kit),
        Arg(name="shank", words="Shank", kind=CHOICE, offers=_names(stock.shanks), now=now.shank),
        Arg(name="ball", words="Ball", kind=CHOICE, offers=_names(stock.balls), now=now.ball),
        Arg(name="way", words="Shank turned", kind=CHOICE, offers=(("down", "down"), ("up", "up")), now=now.way),
        Arg(name="hole", words="Hole, from the bottom", kind=FIGURE, dimension=COUNT, low=1, high=holes, now=now.hole),
        Arg(
            name="bracket",
            words="Ball to the brackets",
            kind=FIGURE,
            dimension=LENGTH,
            low=0,
            high=80 * MM_PER_IN,
            now=now.bracket,
        ),
    )


def _whole(number: str | float) -> int:
    if abs(float(number) - round(float(number))) > 1e-9:
        raise Refused("Count whole holes.", {"hole": "Count whole holes."})
    return round(float(number))


def _mount(yard: Yard, args: Args) -> Scene:
    now = yard.scene.mounted
    told = Mounted(
        kit=str(args.get("kit", now.kit)), shank=str(args.get("shank", now.shank)), ball=str(args.get("ball", now.ball)),
        way=str(args.get("way", now.way)), hole=_whole(args.get("hole", now.hole)), bracket=float(args.get("bracket", now.bracket)),
    )  # fmt: skip
    shank = next((one for one in yard.stock.shanks if one.name == told.shank), None)
    ways = Missing(("stock.shank",)) if shank is None else positions(shank)
    if isinstance(ways, Missing):
        raise Refused("There is no such shank in the yard, or its holes are not known.")
    if not any((one.orientation, one.hole) == (told.way, told.hole) for one in ways):
        raise Refused(f"{told.shank} has no hole {told.hole}.")
    kit = next((one for one in yard.stock.kits if one.name == told.kit), None)
    if told.kit and kit is None:
        raise Refused("There is no such kit in the yard.")
    if kit is not None and kit.bracket_least is not None and kit.bracket_most is not None:
        low, high = kit.bracket_least.value, kit.bracket_most.value
        if not low - 1 <= told.bracket <= high + 1:
            raise Refused(
                f"Its brackets go from {low / MM_PER_IN:g} to {high / MM_PER_IN:g} in ({low:.0f} to {high:.0f} mm) behind the ball."
            )
    elif kit is not None and told.bracket <= 0:
        raise Refused("Say how far behind the ball the brackets are bolted.")
    kept = yard.scene.counts if told.kit == now.kit else {}
    undone = {} if told != now else yard.scene.torqued
    return replace(yard.scene, mounted=told, counts=kept, torqued=undone)


def _loads(yard: Yard, moves: bool = False) -> tuple[tuple[str, str], ...]:
    return tuple((one.key, one.words) for one in yard.world.cargo if one.moves or not moves)


def _load(yard: Yard, args: Args) -> Scene:
    key = str(args.get("load", ""))
    if yard.world.carried(key) is None:
        raise Refused("There is no such load.")
    aboard = yard.scene.aboard
    return replace(yard.scene, aboard=aboard - {key} if key in aboard else aboard | {key})


def _shift(yard: Yard, args: Args) -> Scene:
    one, to = yard.world.carried(str(args.get("load", ""))), float(args.get("at", 0.0))
    if one is None or one.from_x is None or one.to_x is None:
        raise Refused("That cannot be moved.")
    if not one.from_x - 1 <= to <= one.to_x + 1:
        low, high = one.from_x, one.to_x
        raise Refused(
            f"It goes from {low / MM_PER_IN:.0f} to {high / MM_PER_IN:.0f} in ({low:.0f} to {high:.0f} mm) behind the ball."
        )
    return replace(yard.scene, moved={**yard.scene.moved, one.key: to})


def _nothing_to_move(yard: Yard) -> str:
    return "" if _loads(yard, moves=True) else "Nothing here can be moved."


def _on_deck(yard: Yard, args: Args) -> Scene:
    deck = str(args.get("deck", ""))
    if deck and deck not in DECKS:
        raise Refused("There is no such group.")
    if deck == "whole_trailer" and yard.scene.coupled:
        raise Refused("The trailer is coupled: uncouple it on the deck to weigh it whole.")
    return replace(yard.scene, deck=deck)


DECK_WORDS = {
    "front": "the front axle",
    "rear": "the rear axle",
    "trailer": "the trailer's axles",
    "whole_trailer": "the whole trailer, uncoupled",
}


def _scale(yard: Yard, args: Args) -> Scene:
    where = str(args.get("where", ""))
    if where not in ("", UNDER_COUPLER, UNDER_BEAM, BEAM_ALONE):
        raise Refused("A scale does not go there.")
    return replace(yard.scene, scale=where)


def _tighten(yard: Yard, args: Args) -> Scene:
    wrench = next((one for one in yard.stock.wrenches if one.name == yard.scene.wrench), None)
    joint, asked = str(args.get("joint", "")), float(args.get("torque", 0.0))
    if wrench is None or wrench.most is None:
        raise Refused("Fetch a torque wrench first.")
    if joint not in JOINTS or asked <= 0:
        raise Refused("Say which bolt, and how tight.")
    # Beyond its scale the wrench clicks at its end: so tight it is, and no tighter.
    before = {other: torque for other, torque in yard.scene.torqued.items() if other != joint}
    return replace(yard.scene, torqued={**before, joint: min(asked, wrench.most.value)})


def _tape(yard: Yard, args: Args) -> Scene:
    place = str(args.get("place", ""))
    if place and place not in PLACES:
        raise Refused("A tape does not go there.")
    return replace(yard.scene, tape=place)


ACTS: Mapping[str, Act] = {
    act.key: act
    for act in (
        Act(key="tape", group="Tape", words="Put the tape", does=_tape, stirs=False,
            wants=lambda yard: (Arg(name="place", words="Where", kind=CHOICE, offers=(("", "nowhere"), *((one.key, one.words) for one in PLACES.values())), now=yard.scene.tape),)),
        Act(key="jack_up", group="Jack", words="Wind the jack up 1 in (25 mm)", does=_jack(JACK_COARSE)),
        Act(key="jack_down", group="Jack", words="Wind the jack down 1 in (25 mm)", does=_jack(-JACK_COARSE), hinders=_needs_a_foot),
        Act(key="jack_up_fine", group="Jack", words="Up ⅛ in (3 mm)", does=_jack(JACK_FINE)),
        Act(key="jack_down_fine", group="Jack", words="Down ⅛ in (3 mm)", does=_jack(-JACK_FINE), hinders=_needs_a_foot),
        Act(key="jack_away", group="Jack", words="Wind its foot clear of the ground", does=_set(jack=0.0), hinders=_only_coupled),
        Act(key="couple", group="Coupling", words="Couple", does=_couple, hinders=_cannot_couple),
        Act(key="pin", group="Coupling", words="Close the latch and pin it", does=_set(pinned=True), hinders=_cannot_pin, stirs=False),
        Act(key="uncouple", group="Coupling", words="Uncouple", does=_uncouple, hinders=_cannot_uncouple),
        Act(key="mount", group="Hitch", words="Mount the hitch", does=_mount, wants=_parts_offered,
            hinders=lambda yard: "It is coupled: uncouple first." if yard.scene.coupled else ""),
        Act(key="set", group="Setting", words="Set the {noun}", does=_set_counts, wants=_counts, hinders=_bars_hinder),
        Act(key="bars_on", group="Setting", words="{Noun} on", does=_set(bars_on=True), hinders=_cannot_put_on, kind=LOAD, loads=True),
        Act(key="bars_off", group="Setting", words="{Noun} off", does=_set(bars_on=False), hinders=_cannot_take_off, loads=True),
        Act(key="roll", group="Rig", words="Roll it a length and back", kind=ROLL, hinders=lambda yard: "The trailer stands on its jack." if yard.scene.coupled and yard.scene.jack else "",
            does=lambda yard, _: replace(yard.scene, lag_front=yard.scene.lag_front * EACH_LEAVES, lag_rear=yard.scene.lag_rear * EACH_LEAVES), stirs=False),
        Act(key="rock", group="Rig", words="Rock it at both ends", stirs=False, kind=ROLL,
            does=lambda yard, _: replace(yard.scene, lag_front=yard.scene.lag_front * EACH_LEAVES, lag_rear=yard.scene.lag_rear * EACH_LEAVES)),
        Act(key="spot", group="Rig", words="Drive it to", stirs=False,
            wants=lambda yard: (Arg(name="spot", words="Where", kind=CHOICE, offers=tuple((one.key, one.words) for one in yard.world.spots), now=yard.world.spot(yard.scene.spot).key),),
            does=lambda yard, args: replace(yard.scene, spot=yard.world.spot(str(args.get("spot", ""))).key, deck="")),
        Act(key="air", group="Air and levelling", words="Set the air springs", hinders=lambda yard: "" if yard.world.vehicle.air else "It has no air springs.",
            wants=lambda yard: (Arg(name="pressure", words="Pressure", kind=FIGURE, dimension=PRESSURE, low=0, high=100 * KPA_PER_PSI, now=yard.scene.pressure),),
            does=lambda yard, args: replace(yard.scene, pressure=min(700.0, max(0.0, float(args.get("pressure", 0.0)))))),
        Act(key="levelling", group="Air and levelling", words="Switch auto-levelling on or off", does=lambda yard, _: replace(yard.scene, levelling=not yard.scene.levelling),
            hinders=lambda yard: "" if yard.world.vehicle.levels else "It does not level itself."),
        Act(key="load", group="Loads", words="Put aboard, or take off", does=_load,
            wants=lambda yard: (Arg(name="load", words="What", kind=CHOICE, offers=_loads(yard)),)),
        Act(key="shift", group="Loads", words="Move a load", does=_shift, hinders=_nothing_to_move,
            wants=lambda yard: (Arg(name="load", words="What", kind=CHOICE, offers=_loads(yard, moves=True)),
                                Arg(name="at", words="Behind the ball", kind=FIGURE, dimension=LENGTH, low=0, high=600 * MM_PER_IN))),
        Act(key="scale", group="Weighing", words="Put a scale", does=_scale, stirs=False,
            hinders=lambda yard: "It is coupled: a scale goes under the tongue uncoupled." if yard.scene.coupled else "",
            wants=lambda yard: (Arg(name="where", words="Where", kind=CHOICE, now=yard.scene.scale, offers=(
                ("", "away with it"), (UNDER_COUPLER, "tongue scale, under the coupler"), (BEAM_ALONE, "bathroom scale, under the beam alone"), (UNDER_BEAM, "bathroom scale, beam under the coupler"))),)),
        Act(key="deck", group="Weighing", words="Drive onto the weighbridge", does=_on_deck, stirs=False,
            wants=lambda yard: (Arg(name="deck", words="On the deck", kind=CHOICE, now=yard.scene.deck, offers=(("", "nothing"), *DECK_WORDS.items())),)),
        Act(key="wrench", group="Torque", words="Fetch a torque wrench", stirs=False,
            wants=lambda yard: (Arg(name="wrench", words="Which", kind=CHOICE, offers=_names(yard.stock.wrenches), now=yard.scene.wrench),),
            does=lambda yard, args: replace(yard.scene, wrench=str(args.get("wrench", "")))),
        Act(key="tighten", group="Torque", words="Tighten", does=_tighten, stirs=False,
            wants=lambda yard: (Arg(name="joint", words="What", kind=CHOICE, offers=tuple((one.key, one.name) for one in JOINTS.values())),
                                Arg(name="torque", words="To", kind=FIGURE, dimension=COUPLE, low=_FT_LB, high=1000 * _FT_LB))),
    )
}  # fmt: skip


def wrong_args(wants: tuple[Arg, ...], args: Args) -> dict[str, str]:
    """What is wrong with what an act was told: what it does not want, a word that is not offered, a figure out of its bounds."""
    known = {one.name: one for one in wants}
    wrong = {name[:64]: "This is not wanted here." for name in args if name not in known}
    for name, value in args.items():
        one = known.get(name)
        if one is None:
            continue
        if one.kind == CHOICE:
            if value not in dict(one.offers):
                wrong[name] = "Choose one of those that are offered."
        elif not isinstance(value, (int, float)) or not one.low - 1e-6 <= value <= one.high + 1e-6:
            ends = [[write(end, one.dimension, system) for end in (one.low, one.high)] for system in SYSTEMS]
            both = dict.fromkeys(f"{low} to {high}" for low, high in ends)
            wrong[name] = f"Between {', or '.join(both)}."
    return wrong


def done(yard: Yard, key: str, args: Args | None = None) -> Scene:
    """The scene after an act. Raises `Refused` with the word why, KeyError for an act that there is not."""
    act = ACTS[key]
    hindered = act.hinders(yard)
    if hindered:
        raise Refused(hindered)
    wrong = wrong_args(act.wants(yard), args or {})
    if wrong:
        raise Refused(next(iter(wrong.values())), wrong)
    after = act.does(yard, args or {})
    if not act.stirs:
        return after
    return _follow(yard, after)


def _follow(yard: Yard, after: Scene) -> Scene:
    """The springs after a change of how the rig stands: of what now is mounted."""
    was, then = yard.stands, yard.now(replace(after, lag_front=0.0, lag_rear=0.0)).stands
    holds = yard.world.holds
    lags = (was.front_drop - then.front_drop, was.rear_drop - then.rear_drop)
    front, rear = (max(-holds, min(holds, one)) for one in lags)
    return replace(after, lag_front=front, lag_rear=rear)
