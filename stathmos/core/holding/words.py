"""Why a reading holds no longer, for a person: what was done to know it, and how things stood then and stand now."""

from __future__ import annotations

from collections.abc import Sequence

from stathmos.core.holding.conditions import Condition
from stathmos.core.holding.history import Stood
from stathmos.core.holding.riding import Riding, ride_alike
from stathmos.core.holding.writing import WORDS, Writing
from stathmos.core.phrases import Phrase, Quantity, as_text, joined
from stathmos.core.rig import entry_at
from stathmos.core.rig.loads import KINDS
from stathmos.core.units import VOLUME, WEIGHT

_ANOTHER = "another one"
_NOBODY = "not written down"


def why(one: Writing, told: Sequence[Phrase]) -> Phrase:
    """The whole sentence's beginning and its reasons, one after the other: "weighed with Wrenfold 24 on the hook"."""
    entry = entry_at(one.path)
    done = entry.done if entry is not None else "written down"
    return joined(*told, by="; ").after(f"{done} ")


def of_another(condition: Condition, name: Writing | None) -> Phrase:
    """It was read of another vehicle or trailer."""
    called = as_text(name.typed) if name is not None and name.typed else _ANOTHER
    return Phrase(condition.says.replace("{then}", called))


def of_parts(condition: Condition, apart: Sequence[tuple[Stood, Stood]]) -> Phrase:
    """Something stood otherwise."""
    quantities: dict[str, Quantity] = {}
    if condition.says and len(apart) == 1:
        was, now = apart[0]
        says = condition.says.replace("{then}", _put(was, "then", quantities))
        return Phrase(says.replace("{now}", _put(now, "now", quantities)), quantities)
    each = []
    for number, (was, now) in enumerate(apart):
        label = _label(was if was.path else now)
        each.append(f"{label} {_put(was, f'then{number}', quantities)}, now {_put(now, f'now{number}', quantities)}")
    return Phrase(condition.otherwise + "; ".join(each), quantities)


def _label(stood: Stood) -> str:
    entry = entry_at(stood.path)
    return as_text(entry.label.lower().removesuffix(", as set")) if entry is not None else ""


def _put(stood: Stood, name: str, quantities: dict[str, Quantity]) -> str:
    """How it stood, as a word or as a place for a figure."""
    if stood.written is None:
        return _NOBODY
    entry, amount = entry_at(stood.written.path), stood.written.amount
    if entry is None or amount is None or entry.dimension in WORDS:
        chosen = dict(entry.choices).get(stood.written.typed) if entry is not None else None
        return as_text(chosen or stood.written.typed)
    quantities[name] = (amount, entry.dimension, "nearest")
    return f"{{{name}}}"


def of_loads(condition: Condition, then: Sequence[Riding], now: Sequence[Riding]) -> Phrase:
    """What rode along otherwise, kind by kind."""
    quantities: dict[str, Quantity] = {}
    each = []
    for kind in dict.fromkeys(one.kind for one in (*then, *now)):
        was, stands = (tuple(one for one in some if one.kind == kind) for some in (then, now))
        if ride_alike(was, stands):
            continue
        before, after = _weight(was, f"then_{kind}", quantities), _weight(stands, f"now_{kind}", quantities)
        moved = "elsewhere" if before == after or _same_load(was, stands) else ""
        each.append(f"{as_text(KINDS[kind].word.lower())} {moved or f'{before}, now {after}'}")
    return Phrase(condition.otherwise + "; ".join(each), quantities)


def _same_load(some: Sequence[Riding], others: Sequence[Riding]) -> bool:
    def total(them: Sequence[Riding]) -> tuple[float, float]:
        return sum(one.weight for one in them), sum(one.volume for one in them)

    return all(abs(one - other) < 0.05 for one, other in zip(total(some), total(others), strict=True))


def _weight(loads: Sequence[Riding], name: str, quantities: dict[str, Quantity]) -> str:
    if not loads:
        return "none"
    weight, volume = sum(one.weight for one in loads), sum(one.volume for one in loads)
    quantities[name] = (weight, WEIGHT, "nearest") if weight > 0 else (volume, VOLUME, "nearest")
    return f"{{{name}}}"
