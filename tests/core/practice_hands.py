"""Scripted hands for the practice yard: they act, put the tape, read it and write down, as a person at the screen does.

`Hands` is one pair of hands; what it does wrongly is told by `Habits`, one habit a mistake.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.catalogue.invented import bodies
from stathmos.core.bay.adjust.coach import AGAIN
from stathmos.core.bay.adjust.words import HEAD, Next
from stathmos.core.bay.fit import Fit, fit
from stathmos.core.heights import positions
from stathmos.core.practice.acts import Refused, Yard, done
from stathmos.core.practice.begin import Practice, figure, said, written
from stathmos.core.practice.debrief import Debrief, debriefed
from stathmos.core.practice.hand import Event
from stathmos.core.practice.meaning import TONGUE_WAYS
from stathmos.core.practice.safe import least_torques
from stathmos.core.practice.scene import UNDER_COUPLER, fields_of
from stathmos.core.practice.tape import SIXTEENTH, height, on_deck, reading, scale, taped
from stathmos.core.practice.truth import TIGHT
from stathmos.core.rig import Rig, entry_at
from stathmos.core.rig.bay import CORNERS
from stathmos.core.rigfile import read_entries, read_entry
from stathmos.core.settings import settings_of
from stathmos.core.units import COUPLE, LENGTH, MM_PER_IN, WEIGHT

__all__ = ["Habits", "Hands", "bodies"]
MOST_TRIALS = 6


@dataclass(frozen=True)
class Habits:
    """What a careless one does; all of it false is one who works rightly."""

    tongue_for_rail: bool = False
    misreads: bool = False
    invents: bool = False
    leaves_the_jack: bool = False
    leaves_the_air: bool = False
    never_rocks: bool = False
    believes_the_floor: bool = False
    reads_seat: bool = False
    believes_the_brochure: bool = False
    believes_the_slip: bool = False
    counts_from_the_other_end: bool = False
    sets_one_side: bool = False
    keeps_the_kit: bool = False
    keeps_the_bars: bool = False
    keeps_the_hole: bool = False
    keeps_the_load: bool = False
    uses_the_near_wrench: bool = False
    never_lifts: bool = False
    measures_with_bars_on: bool = False
    measures_unloaded: bool = False
    holds_back: bool = False
    tapes_the_bumper: bool = False
    leaves_the_latch: bool = False
    miscounts: bool = False
    tightens_nothing: bool = False
    leaves_bolts_loose: bool = False
    takes_the_bars_off: bool = False
    leaves_levelling_on: bool = False


class Hands:
    """One pair of hands at a practice rig."""

    def __init__(self, practice: Practice, habits: Habits = Habits()) -> None:
        self.practice, self.habits = practice, habits
        self.yard: Yard = practice.yard
        self.entries = dict(practice.entries)
        self.events: list[Event] = []
        self.at = 0.0

    # what anybody can do

    def act(self, key: str, **args: str | float) -> None:
        self.at += 10
        scene = done(self.yard, key, args)
        self.yard = self.yard.now(scene)
        self.events.append(Event(at=self.at, scene=scene, act=key, args=args))

    def type(self, path: str, entry: dict[str, str]) -> None:
        self.at += 5
        self.entries[path] = entry
        given = read_entry(entry, entry_at(path), path)
        self.events.append(Event(at=self.at, scene=self.yard.scene, path=path, given=given))

    def tape(self, place: str) -> float:
        """The tape put somewhere, and read to the sixteenth."""
        self.act("tape", place=place)
        return reading(taped(self.yard.world, self.yard.parts, self.yard.scene, place))

    def write(self, path: str, place: str, datum: str = "", off: float = 0.0) -> None:
        self.type(path, written(self.tape(place) + off, LENGTH, datum=datum))

    @property
    def rig(self) -> Rig:
        return read_entries(self.entries, self.practice.yard.stock).rig

    def fit(self) -> Fit:
        return fit(self.rig, stock=self.practice.yard.stock)

    def let_go(self, verdict: str) -> Debrief:
        self.act("tape", place="")
        p = self.practice
        return debriefed(p, self.events, self.rig, verdict)

    # the work in its order

    def work(self) -> Debrief:
        if TIGHT in self.practice.goals:
            self.tighten()
            return self.let_go("go")
        coupled = self.yard.scene.coupled
        self.set_the_air()
        if not coupled:
            self.load_up()
            self.weigh()
            self.look_at_the_floor()
            self.choose_the_kit()
            self.before_coupling()
        self.b_and_trials(coupled)
        if self.habits.takes_the_bars_off:
            self.bars_off()
        return self.let_go("hold" if self.habits.holds_back else "go")

    def load_up(self) -> None:
        if self.yard.scene.levelling and not self.habits.leaves_levelling_on:
            self.act("levelling")
        for one in self.yard.world.cargo:
            if one.travels and one.key not in self.yard.scene.aboard:
                self.act("load", load=one.key)
        if self.habits.measures_unloaded:
            self.act("load", load="bed")
            self.act("load", load="front_seats")

    def weigh(self) -> None:
        h = self.habits
        if any(path in self.entries for path in TONGUE_WAYS) or h.believes_the_brochure:
            return
        if h.believes_the_slip:
            value, whole = (one for one, _ in self.practice.tempting)
            self.type("weighing.tongue_scale", written(value, WEIGHT))
            self.type("trailer.gross_weight", written(whole, WEIGHT))
            return
        self.weigh_both()
        movable = [one for one in self.yard.world.cargo if one.moves]
        for one in movable:
            share = figure(self.rig.weighing.tongue_scale) / figure(self.rig.trailer.gross_weight)
            if share < 0.11 and not h.keeps_the_load:
                self.act("shift", load=one.key, at=one.from_x)
                self.weigh_both()

    def weigh_both(self) -> None:
        self.act("scale", where=UNDER_COUPLER)
        dial = scale(self.yard.world, self.yard.parts, self.yard.scene)
        self.type("weighing.tongue_scale", written(round(dial.shows / dial.mark) * dial.mark, WEIGHT))
        self.act("scale", where="")
        self.act("deck", deck="whole_trailer")
        self.type("trailer.gross_weight", written(on_deck(self.yard.world, self.yard.parts, self.yard.scene), WEIGHT))
        self.act("deck", deck="")

    def look_at_the_floor(self) -> None:
        heights = {corner: self.tape(corner) for corner in CORNERS}
        leans = max(abs(heights[f"{end}_left"] - heights[f"{end}_right"]) for end in ("front", "rear")) > MM_PER_IN / 2
        other = [spot.key for spot in self.yard.world.spots if spot.key != self.yard.scene.spot]
        if leans and other and not self.habits.believes_the_floor:
            self.act("spot", spot=other[0])
        for path, word in (
            ("bay.floor", "flat"), ("bay.loaded", "yes"), ("bay.in_line", "yes"), ("bay.marks", "arch"),
            ("vehicle.auto_levelling", "none"), ("vehicle.air_springs", "fitted" if self.yard.world.vehicle.air else "none"),
        ):  # fmt: skip
            self.type(path, said(word))

    def choose_the_kit(self) -> None:
        scene, stock = self.yard.scene, self.yard.stock
        kit = next(one for one in stock.kits if one.name == scene.mounted.kit)
        rig = self.rig
        tongue = rig.weighing.tongue_scale or rig.trailer.brochure_tongue
        carries = 1.1 * figure(tongue)
        if figure(kit.tongue_rating) < carries and not self.habits.keeps_the_kit:
            able = [one for one in stock.kits if one.family == kit.family and figure(one.tongue_rating) >= carries]
            kit = min(able, key=lambda one: figure(one.tongue_rating))
            self.act("mount", kit=kit.name)
            self.tighten_after_mounting()
        mounted = self.yard.scene.mounted
        for path, name in (("hitch.kit", kit.name), ("hitch.shank", mounted.shank), ("hitch.ball", mounted.ball)):
            self.type(path, said(name))

    def before_coupling(self) -> None:
        h = self.habits
        for _ in range(80):  # level by the rail
            off = self.tape("rail_front") - self.tape("rail_rear")
            if abs(off) <= SIXTEENTH + 1e-6:
                break
            fine = abs(off) < MM_PER_IN
            self.act(("jack_down" if off > 0 else "jack_up") + ("_fine" if fine else ""))
        rails = ("tongue", "tongue_root") if h.tongue_for_rail else ("rail_front", "rail_rear")
        self.write("bay.rail_front_level", rails[0])
        self.write("bay.rail_rear_level", rails[1])
        self.write("bay.coupler_height", "coupler")
        self.write("bay.receiver_height", "receiver")
        self.write_the_ball()
        self.type("bay.bracket_place", written(self.yard.scene.mounted.bracket, LENGTH))
        self.choose_the_hole()
        if "bay.front_left_a" not in self.practice.entries:
            self.marks("bay", "_a")

    def choose_the_hole(self) -> None:
        """The head where the program would have it, by what was taped so far."""
        found = self.fit()
        hole = found.now.choice.level_hole
        heights = found.now.heights
        if self.habits.keeps_the_hole or heights.band is None or heights.band.holds(heights.ball_standing.value):
            return
        self.act("mount", **self.hole_at(hole.ball))
        self.tighten_after_mounting()
        self.write_the_ball()

    def write_the_ball(self) -> None:
        self.write("hitch.ball_height", "ball_seat" if self.habits.reads_seat else "ball")

    def hole_at(self, wanted: float) -> dict[str, str | int]:
        """The hole whose ball stands nearest a height, told from how it stands now."""
        now = self.yard.parts.position
        stands = height(self.yard.world, self.yard.parts, self.yard.scene, "ball")
        place = min(positions(self.yard.parts.shank), key=lambda one: abs(stands + one.rise - now.rise - wanted))
        return {"hole": place.hole, "way": place.orientation}

    def marks(self, place: str, state: str) -> None:
        for index, corner in enumerate(CORNERS):
            path = f"{place}.{corner}{state}"
            if self.habits.invents and state == "_b" and index < 2:
                self.type(path, written(reading(self.yard.world.vehicle.arch_front + 20 * SIXTEENTH), LENGTH))
                continue
            bumper = self.habits.tapes_the_bumper and state == "_b" and index < 2
            self.write(
                path,
                f"bumper_{corner}" if bumper else corner,
                off=0.5 * MM_PER_IN if self.habits.misreads and state == "_b" and index < 2 else 0.0,
            )

    def b_and_trials(self, coupled: bool) -> None:
        h = self.habits
        if not coupled:
            self.jack_above_the_ball()
            self.act("couple")
            if not h.leaves_the_latch:
                self.act("pin")
        if not (h.leaves_the_jack and coupled):
            self.act("jack_away")
        if h.measures_with_bars_on:
            self.bars_on(self.as_the_handbook_begins())
        self.rock()
        self.type("bay.jack_clear", said("yes"))
        self.type("bay.rocked_b", said("yes"))
        self.marks("bay", "_b")
        if h.leaves_the_jack and coupled:
            self.act("jack_away")
            self.rock()
        self.trials()

    def set_the_air(self) -> None:
        pressure = self.rig.bay.air_pressure_a
        if pressure is not None and not self.habits.leaves_the_air:
            self.act("air", pressure=pressure.value)
        if pressure is not None:
            self.type("bay.air_pressure_b", self.entries["bay.air_pressure_a"])

    def jack_above_the_ball(self) -> None:
        while self.yard.stands.coupler < self.yard.stands.ball:
            self.act("jack_up")

    def rock(self) -> None:
        if not self.habits.never_rocks:
            if not (self.yard.scene.coupled and self.yard.scene.jack):
                self.act("roll")
            self.act("rock")

    def bars_on(self, counts: dict[str, float]) -> None:
        for name, number in counts.items():
            self.act("set", **{name: number - (1 if self.habits.sets_one_side and name.endswith("_right") else 0)})
        self.lift()
        self.act("bars_on")
        self.act("jack_away")

    def bars_off(self) -> None:
        self.lift()
        self.act("bars_off")
        self.act("jack_away")

    def lift(self) -> None:
        if not self.habits.never_lifts:
            for _ in range(3):
                self.act("jack_up")

    def counts_of(self, following: Next) -> dict[str, float]:
        """The setting that the coach wants, by the field of a trial."""
        wanted = {path.split(".")[2]: float(text) for path, text in following.entries.items()}
        return {name: wanted[name] for one in settings_of(self.yard.parts.kit) for name in fields_of(one)}

    def as_the_handbook_begins(self) -> dict[str, float]:
        return {name: one.start.value for one in settings_of(self.yard.parts.kit) for name in fields_of(one)}

    def move_the_head(self, following: Next) -> None:
        hole = next((int(float(text)) for path, text in following.entries.items() if path.endswith(".hole")), None)
        level = self.fit().now.choice.level_hole
        if self.yard.scene.bars_on:
            self.bars_off()
        if self.yard.scene.coupled:
            self.jack_up_to(self.yard.stands.coupler)
            self.act("uncouple")
        self.act("mount", **({"hole": hole} if hole is not None else self.hole_at(level.ball)))
        self.tighten_after_mounting()
        self.jack_up_to(self.yard.stands.ball)
        self.rock()
        self.write_the_ball()
        self.jack_up_to(self.yard.stands.ball)  # rocked, the ball may stand higher than before
        self.act("couple")
        self.act("pin")
        self.act("jack_away")

    def jack_up_to(self, height_: float) -> None:
        self.act("jack_up_fine")
        while self.yard.scene.jack < height_:
            self.act("jack_up")

    def trials(self) -> None:
        h = self.habits
        if h.keeps_the_bars or h.keeps_the_hole:
            self.bars_on(dict(self.yard.scene.counts) if h.keeps_the_bars else self.as_the_handbook_begins())
            self.rock()
            self.measure_trial("trials.trial_1")
            return
        following = self.fit().adjusted.next
        number = moved = 0
        while following is not None and number < MOST_TRIALS:
            if following.verdict == HEAD:
                moved += 1
                if moved > MOST_TRIALS:
                    return
                self.move_the_head(following)
                if not following.entries:
                    following = self.fit().adjusted.next
                    continue
            if not following.entries:
                return
            number += 1
            if self.yard.scene.bars_on:
                self.bars_off()
            try:
                self.bars_on(self.counts_of(following))
            except Refused:  # what was believed of this rig was so wrong that nothing goes on
                return
            self.rock()
            self.measure_trial(f"trials.trial_{number}")
            following = self.fit().adjusted.next
            if following.verdict == AGAIN:
                self.rock()
                for corner in CORNERS:
                    self.write(f"trials.trial_{number}.{corner}_again", corner)
                following = self.fit().adjusted.next

    def measure_trial(self, place: str) -> None:
        kit = self.yard.parts.kit
        for one in settings_of(kit):
            for name in fields_of(one):
                number = self.yard.scene.counts[name]
                if self.habits.counts_from_the_other_end and one.kind.sided:
                    counts = one.counts()
                    number = counts[0] + counts[-1] - number
                if self.habits.miscounts and not one.kind.sided:
                    number += 1 if number < one.most.value else -1
                self.type(f"{place}.{name}", {"is": f"{number:g}", "from": "measured", "system": "us"})
        self.type(f"{place}.hole", {"is": f"{self.yard.scene.mounted.hole}", "from": "measured", "system": "us"})
        self.type(f"{place}.went_on", said("lifted"))
        self.type(f"{place}.jack_clear", said("yes"))
        self.type(f"{place}.rocked", said("yes"))
        if self.yard.world.vehicle.air:
            self.type(f"{place}.air_pressure", self.entries["bay.air_pressure_a"])
        for corner in CORNERS:
            self.write(f"{place}.{corner}", corner)
        self.write(f"{place}.rail_front", "rail_front")
        self.write(f"{place}.rail_rear", "rail_rear")

    def tighten(self, writes: bool = True) -> None:
        for joint, least in least_torques(self.yard.parts).items():
            if self.habits.tightens_nothing:
                continue
            if not self.habits.uses_the_near_wrench:
                able = [one for one in self.yard.stock.wrenches if figure(one.least) <= least <= figure(one.most)]
                self.act("wrench", wrench=able[0].name)
            self.act("tighten", joint=joint, torque=least * 1.02)
            if writes:
                self.type(f"torque.{joint}.reached", written(least * 1.02, COUPLE))

    def tighten_after_mounting(self) -> None:
        """What was undone for another hole or another kit, before anything is coupled on it."""
        if not self.habits.leaves_bolts_loose:
            self.tighten(writes=False)
