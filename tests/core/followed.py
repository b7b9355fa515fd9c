"""Whatever a rig is told, followed to the letter: as planned, and physically, each load really put there and every scale read again."""

from __future__ import annotations

import math
import random
import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field, replace
from functools import cache

from stathmos.core import axles, rigfile
from stathmos.core.answer import Assessment
from stathmos.core.assess import assess
from stathmos.core.cargo import plan, still_to_change
from stathmos.core.figures import Authority, Given, Missing, Provenance, constant, sure
from stathmos.core.load_changes import put, shifted, with_loads
from stathmos.core.relations import mismatches
from stathmos.core.rig import KINDS, Load, Rig, entry_at
from stathmos.core.rig.loads import ABOARD, TO_COME, TO_COME_OUT, TRAILER
from stathmos.core.rules import Rules, own_band
from stathmos.core.schools import SHARE_SCHOOLS
from stathmos.core.stock import Stock
from stathmos.core.tryout import severities, with_choices
from stathmos.core.uncertainty import as_written
from tests.core import random_rigs
from tests.core.rigs import BALL, KG, label, shank

UNKNOWN, REFUSED = 2, 3
SHARE = "weigh/share"


@dataclass
class Tally:
    """How often each kind of instruction was followed, what it left over, worse, or untold; and the first few of those."""

    followed: dict[str, int] = field(default_factory=dict)
    bad: dict[str, list[str]] = field(default_factory=dict)
    untold: dict[str, int] = field(default_factory=dict)

    def add(self, kind: str, worse: str, untold: bool, what: str) -> None:
        self.followed[kind] = self.followed.get(kind, 0) + 1
        if worse:
            self.bad.setdefault(kind, []).append(f"{what}: {worse}")
        elif untold:
            self.untold[kind] = self.untold.get(kind, 0) + 1


@cache
def a_shelf(number: int) -> Stock:
    """A shelf with plain mounts of several holes, one with a ball of its own, and a ball for each hole."""
    base = random_rigs.a_stock(number)
    small = {"style": label("fixed"), "most_rise": label("5 in"), "holes": label("1"), "pitch": label("0 in")}
    own = {
        "own_ball_1_diameter": label("2 5/16 in"),
        "own_ball_1_rating": label("12000 lb"),
        "own_ball_1_top": label("2 1/2 in"),
    }
    shanks = [
        shank("Mount 3 small", "2 in", "3 in", **small, ball_hole=label("1 in")), shank("Mount 5 small", "2 in", "5 in", **small, ball_hole=label("1 in")),
        shank("Mount of its own", "2 in", "4 in", **small, **own),
    ]  # fmt: skip
    balls = [{**BALL, "name": "Ball small", "shank_diameter": label("1 in"), "rating": label("6000 lb")}]
    more = rigfile.read({"stathmos_rig_file": rigfile.VERSION, "stock": {"shanks": shanks, "balls": balls}}).stock
    return replace(base, shanks=(*base.shanks, *more.shanks), balls=(*base.balls, *more.balls))


def a_rig(seed: int) -> tuple[Rig, Stock, Rules]:
    """A rig at random of every school, style and suspension; with loads that can be moved, and often a label too small."""
    dice = random.Random(seed * 7 + 1)
    rig, _, rules = random_rigs.a_rig(seed)
    stock = a_shelf(seed % random_rigs.SHELVES)
    schools = [*SHARE_SCHOOLS.values(), own_band(0.08, 0.13, Authority.HOUSE)]
    school = dice.choice([schools[0], schools[0], *schools])
    rules = replace(rules, share=school)
    gross = rig.trailer.gross_weight.value
    share = dice.uniform(max(0.02, school.low - 0.02), school.high + 0.02)
    kept = random_rigs.from_(
        Given(round(share * gross / KG) * KG, "weight", Provenance.MEASURED, path="weighing.tongue_scale"),
        Provenance.MEASURED,
    )
    mark = Given(dice.choice((1, 5, 10)) * KG, "weight", Provenance.MEASURED, path="weighing.tongue_scale_mark")
    rig = replace(rig, weighing=replace(type(rig.weighing)(), tongue_scale=kept, tongue_scale_mark=mark))
    rig = random_rigs.put(
        rig, "trailer.brochure_tongue", None
    )  # it would be asked about far from the school's own share
    L = rig.trailer.ball_to_axle.value
    rig = random_rigs.put(rig, "trailer.ball_to_rear", _measured(L * 1.45, "length", "trailer.ball_to_rear"))
    rig = random_rigs.put(rig, "trailer.frame_length", _measured(L * 1.35, "length", "trailer.frame_length"))
    if dice.random() < 0.7:
        for key in ("gear", "machine", "galley")[: dice.randrange(1, 4)]:
            when = dice.choice((ABOARD, ABOARD, TO_COME))
            rig = with_loads(rig, (_load(key, dice.randrange(60, 700) * KG, dice.uniform(0.3, 1.35) * L, when),))
    if dice.random() < 0.5:
        rig = with_loads(rig, (_load("bed", dice.randrange(50, 900) * KG, None, ABOARD),))
    for path in dice.sample(TIGHT, dice.choice((0, 0, 1, 2))):
        given = rig.figure(path)
        if not isinstance(given, Missing):
            tight = random_rigs.put(rig, path, replace(given, value=given.value * dice.choice((0.8, 0.9, 0.95, 1.05))))
            rig = (
                rig if mismatches(tight) else tight
            )  # a label that agrees with no other is asked about, and nothing told
    chooses = []
    if dice.random() < 0.2:
        chooses.append(("vehicle.handbook_wd", dice.choice(("forbidden", "required"))))
    if dice.random() < 0.15:
        chooses.append(("trailer.maker_wd", "forbidden"))
    if dice.random() < 0.2:
        chooses.append(("hitch.kit", dice.choice(stock.kits).name))
    return with_choices(rig, chooses), stock, rules


TIGHT = (
    "vehicle.rear_gawr", "vehicle.payload", "vehicle.gvwr", "vehicle.gcwr", "vehicle.tongue_limit", "vehicle.front_gawr", "vehicle.receiver_wd_tongue",
    "trailer.gvwr", "trailer.axle_rating", "trailer.coupler_rating", "vehicle.tow_rating",
)  # fmt: skip


def _measured(value: float, dimension: str, path: str) -> Given:
    return Given(
        value, dimension, Provenance.MEASURED, path=path, u=as_written(value, entry_at(path), Provenance.MEASURED)
    )


def _load(key: str, kg: float, at: float | None, when: str) -> Load:
    word = Given(0.0, "choice", Provenance.ASSUMED, when)
    place = None if at is None else _measured(at, "length", f"loads.{key}.at")
    return Load(key, weight=_measured(kg, "weight", f"loads.{key}.weight"), at=place, when=word)


class Walker:
    """Follows everything that one rig is told."""

    def __init__(self, seed: int, tally: Tally, physically: bool = True):
        self.seed, self.tally, self.physically = seed, tally, physically
        self.rig, self.stock, self.rules = a_rig(seed)
        self.dice = random.Random(seed)
        # Every third is told in kilograms.
        self.system, self.word, self.unit = ("metric", "kg", 1.0) if seed % 3 == 2 else ("us", "lb", KG)
        self.now = assess(self.rig, self.rules, self.stock)
        self.stood = severities(self.now)

    def judged(self, rig: Rig) -> Assessment:
        return assess(rig, self.rules, self.stock, trial=True)

    def walk(self) -> None:
        """Every move, remedy, sentence and bound."""
        self._moves()
        self._remedies()
        self._tongue()
        self._rooms()
        self._band()
        self._builds()
        self._sentences()

    def _sentences(self) -> None:
        """What is told in a sentence and is no load: another kit, another style, less restoration, the ball at another height."""
        for one in self.now.findings:
            text = one.remedy.text(self.system).replace("\u00a0", " ")
            rig = self._as_told(text)
            if rig is None:
                continue
            about = one.subject if one.key == "over" else f"{one.station}/{one.subject}"
            self.note("sentence", self.judged(rig), about, text)

    def _as_told(self, text: str) -> Rig | None:
        instead = re.search(r"Fit (.+?) instead", text)
        if instead:
            return with_choices(self.rig, (("hitch.kit", instead[1]), ("hitch.bars", "")))
        for beginning, path, choice in (
            ("Choose weight-carrying", "hitch.style", "weight_carrying"), ("Choose weight-distributing", "hitch.style", "weight_distributing"),
            ("Use a weight-distributing hitch", "hitch.style", "weight_distributing"), ("Set less restoration", "ways.restoration_school", "half"),
        ):  # fmt: skip
            if text.startswith(beginning) or (
                beginning == "Choose weight-carrying"
                and "without bars: choose weight-carrying" in text
                and "not in the stock" not in text
            ):
                return with_choices(self.rig, ((path, choice),))
        if text.startswith("Stand the trailer level"):
            ball = replace(_measured(self.now.heights.level.value, "length", "hitch.ball_height"), datum="top")
            return random_rigs.put(self.rig, "hitch.ball_height", ball)
        return None

    def note(self, kind: str, after: Assessment, cures: str, what: str, told: frozenset[str] = frozenset()) -> None:
        """Hold the rig as it then stands against the rig as it stood; ``cures``: the link or subject that is to be well then."""
        then = severities(after)
        worse = [
            f"{name} {self.stood.get(name, 0)}→{bad}"
            for name, bad in then.items()
            if bad > self.stood.get(name, 0) and name not in told
        ]
        mine = then.get(cures, 0)
        # Read again, what was perhaps too much may read as that; and that it cannot be told is counted by itself.
        done = kind.endswith("done")
        over = [
            one
            for one in worse
            if one.endswith(("3", "2")) and not (done and (" 1→" in one or one in (f"{SHARE} 0→2", f"{SHARE} 2→3")))
        ]
        wrong = "; ".join(over) or (f"{cures} still {mine}" if mine == REFUSED else "")
        self.tally.add(kind, wrong, not wrong and (mine != 0 or bool(worse)), f"{self.seed} {what}")

    def _physical(self, writes: tuple[Load, ...]) -> Rig:
        """Done: each load stands where it was sent, and what hangs on the trailer's load is read again, the scales as good as they were."""
        after, weights = with_loads(self.rig, writes), self.now.weights
        written = {one.key for one in writes}
        if any(KINDS[one.kind_key].on == TRAILER for one in writes):
            # What is told is told of the rig as planned: all that is still to come is aboard before it is weighed.
            written |= {one.key for one in after.loads if one.when_key == TO_COME and KINDS[one.kind_key].on == TRAILER}
        change = still_to_change(tuple(one for one in plan(after) if one.key in written))
        dT, dG = sure(change.tongue).value, sure(change.gross).value
        settled = [
            replace(one, at=one.moved_to or one.at, moved_to=None, when=Given(0.0, "choice", Provenance.ASSUMED, ABOARD)) if one.key in written else one
            for one in after.loads if one.key not in written or one.when_key != TO_COME_OUT
        ]  # fmt: skip
        rig = replace(after, loads=tuple(settled))
        if abs(dT) + abs(dG) < 0.01:
            return rig  # nothing is weighed again that nobody touched
        e0, e1 = (self.dice.gauss(0, sure(weights.tongue_standing).u) for _ in range(2))
        g0, g1 = (self.dice.gauss(0, sure(weights.gross_standing).u) if abs(dG) > 0.01 else 0.0 for _ in range(2))
        tongue, gross = (
            sure(weights.tongue_standing).value - e0 + dT + e1,
            sure(weights.gross_standing).value - g0 + dG + g1,
        )
        rig = replace(
            rig, weighing=replace(rig.weighing, tongue_scale=_measured(tongue, "weight", "weighing.tongue_scale"))
        )
        coupler, sinks = self.rig.figure("trailer.coupler_height"), axles.sinks(self.rig, constant(dG - dT, "weight"))
        if isinstance(coupler, Given) and not isinstance(
            sinks, Missing
        ):  # taped again, on springs as they are believed to be
            rig = replace(
                rig, trailer=replace(rig.trailer, coupler_height=replace(coupler, value=coupler.value - sinks.value))
            )
        return replace(
            rig, trailer=replace(rig.trailer, gross_weight=_measured(gross, "weight", "trailer.gross_weight"))
        )

    def _moves(self) -> None:
        for move in self.now.moves:
            told = frozenset(link.key for link in move.crosses)
            self.note("move", self.judged(with_loads(self.rig, move.writes)), SHARE, move.says.text(self.system), told)
            if self.physically and not move.crosses:
                self.note(
                    "move, done", self.judged(self._physical(move.writes)), SHARE, move.says.text(self.system), told
                )

    def _remedies(self) -> None:
        for remedy in self.now.remedies:
            told = frozenset(link.key for link in remedy.crosses) | ({SHARE} if remedy.lightens else frozenset())
            rig = with_choices(with_loads(self.rig, remedy.writes), remedy.chooses)
            kind = "remedy" if remedy.clean else "remedy with what it costs"
            self.note(kind, self.judged(rig), remedy.link, remedy.says.text(self.system), told)
            if (
                self.physically
                and remedy.clean
                and remedy.writes
                and "may still be" not in remedy.says.text(self.system)
            ):
                self.note(
                    "remedy, done",
                    self.judged(self._physical(remedy.writes)),
                    remedy.link,
                    remedy.says.text(self.system),
                    told,
                )

    def _tongue(self) -> None:
        """“Move load forward until the tongue weighs …, that is 60 lb more than now”; “take 200 lb out of the trailer”."""
        L = self.rig.trailer.ball_to_axle.value
        for one in self.now.findings:
            text = one.remedy.text(self.system).replace("\u00a0", " ")
            found = re.search(rf"\(([\d,]+) {self.word} (more|less) than now\)", text)
            if found and one.subject == "share":
                by = float(found[1].replace(",", "")) * self.unit * (1 if found[2] == "more" else -1)
                writes = shifted(self.rig, L, by)
                told = frozenset(self.now.tryout.loads(writes).worse) if "It brings with it" in text else frozenset()
                self.note("tongue", self.judged(with_loads(self.rig, writes)), SHARE, text, told)
                if self.physically:
                    self.note("tongue, done", self.judged(self._physical(writes)), SHARE, text, told)
            out = re.search(rf"Take ([\d,]+) {self.word} out of the trailer", text)
            if out and one.key == "over" and not isinstance(self.now.weights.share, Missing):
                kg = float(out[1].replace(",", "")) * self.unit
                at = L * (1 - self.now.weights.share.value)
                gone = replace(
                    put(self.rig, "gear", kg, at)[0], when=Given(0.0, "choice", Provenance.ASSUMED, TO_COME_OUT)
                )
                if text.startswith("Take") and ":" not in text:
                    self.note("out of the trailer", self.judged(with_loads(self.rig, (gone,))), one.subject, text)
                    if self.physically and "may still be" not in text:
                        self.note("out of the trailer, done", self.judged(self._physical((gone,))), one.subject, text)

    def _rooms(self) -> None:
        rig, w, L = self.rig, self.rig.vehicle.wheelbase.value, self.rig.trailer.ball_to_axle.value
        places = {
            "trailer": [("gear", L)], "vehicle": [("bed", w), ("bed", 0.42 * w), ("bed", 0.8 * w)], "seats": [("rear_seats", 0.7 * w), ("rear_seats", 0.42 * w)],
        }  # fmt: skip
        rooms = self.now.capacity()
        for room in rooms:
            if not room.alone:
                continue
            for kind, at in places[room.place.key]:
                writes = put(rig, kind, int(room.alone / self.unit) * self.unit, at)
                self.note(
                    f"room, {room.place.key}",
                    self.judged(with_loads(rig, writes)),
                    "",
                    f"{room.alone / KG:.0f} {at:.0f}",
                )
                if self.physically:
                    self.note(
                        f"room, {room.place.key}, done",
                        self.judged(self._physical(writes)),
                        "",
                        f"{room.alone / KG:.0f} {at:.0f}",
                    )
        both = {room.place.key: room.together for room in rooms if room.together}
        if len(both) == 2:
            part, other = self.dice.choice(((1, 1), (1, 0.5), (0.5, 1)))
            writes = put(rig, "gear", part * both["trailer"], L)
            writes += put(with_loads(rig, writes), "bed", other * both["vehicle"], w)
            self.note("room, both", self.judged(with_loads(rig, writes)), "", str(both))
            if self.physically:
                self.note("room, both, done", self.judged(self._physical(writes)), "", str(both))

    def _band(self) -> None:
        band = self.now.tongue_range()
        if band is None or band.excluded:
            return
        L, now, build = self.rig.trailer.ball_to_axle.value, self.now.weights.tongue.value, self.now.choice.in_force
        parts = ((what, getattr(build, what)) for what in ("kit", "shank", "ball"))
        chosen = with_choices(
            self.rig,
            [
                (f"hitch.{what}", part.name)
                for what, part in parts
                if part is not None and not getattr(part, "own", False)
            ],
        )
        ball = self.now.heights.ball_standing
        if not isinstance(ball, Missing):
            chosen = random_rigs.put(
                chosen, "hitch.ball_height", replace(_measured(ball.value, "length", "hitch.ball_height"), datum="top")
            )
        # As it is printed: the least up to the pound or kilogram, the most down to it.
        for at in (
            math.ceil(band.least.at / self.unit - 1e-6) * self.unit,
            math.floor(band.most.at / self.unit + 1e-6) * self.unit,
        ):
            rig = chosen
            if not self.now.weights.change.steps:
                rig = replace(
                    rig, weighing=replace(rig.weighing, tongue_scale=_measured(at, "weight", "weighing.tongue_scale"))
                )
            else:
                rig = with_loads(rig, shifted(rig, L, at - now))
            # How high the ball stands is the height station's, and the bars' window the kit's: neither is a limit of the tongue's.
            told = frozenset({"hitch_window", "hitch/kit", "hitch/shank", "height/ball"})
            self.note("tongue range", self.judged(rig), SHARE, f"{at / KG:.1f} of {band}", told)

    def _builds(self) -> None:
        for build in self.now.builds.best[:4]:
            chooses = [
                ("hitch.shank", build.shank.part.name),
                *([] if build.ball.part.own else [("hitch.ball", build.ball.part.name)]),
            ]
            if build.kit is not None:
                chooses.append(("hitch.kit", build.kit.part.name))
            after = self.judged(with_choices(self.rig, chooses))
            wrong = [
                one.key + " " + one.subject
                for one in after.findings
                if one.key in ("wrong_size", "kit_does_not_serve", "part_does_not_serve", "part_not_known")
            ]
            self.tally.add("build", "; ".join(wrong), False, f"{self.seed} {chooses}")


def walks(seeds: Iterable[int], physically: bool = True) -> Tally:
    """Every rig of some seeds, followed."""
    tally = Tally()
    for seed in seeds:
        Walker(seed, tally, physically).walk()
    return tally


def lines(tally: Tally, most: int = 5) -> Iterator[str]:
    """The tally in words."""
    for kind, count in sorted(tally.followed.items()):
        bad = tally.bad.get(kind, [])
        yield f"{kind}: {count} followed, {len(bad)} wrong, {tally.untold.get(kind, 0)} untold"
        yield from (f"    {one[:300]}" for one in bad[:most])


if __name__ == "__main__":
    import sys

    first, last = (int(one) for one in sys.argv[1:3])
    sys.stdout.write("\n".join(lines(walks(range(first, last)))) + "\n")
