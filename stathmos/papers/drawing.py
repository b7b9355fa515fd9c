"""The rig in side elevation for the card, to scale, as SVG."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from stathmos.core import elevation, outlines

WIDTH, HEIGHT = 1000.0, 190.0
INK, SOFT, GLASS = "#1d1b16", "#6b665a", "#e9e6dc"
_FRONT = 1050.0  # mm: what stands before the front axle, from memory
_BARS = 205.0  # mm: how far below the frame's top bars lie, parallel with it
_TYRE = 400.0  # mm, radius drawn


def side_elevation(drawn: Mapping) -> str:
    """An SVG of the coupled rig. ``drawn``: the elevation as the report gives it, mm."""
    tall = outlines.ROOF + 120
    length = drawn["rail_to_x"] + _FRONT + 200
    scale = min(WIDTH / length, (HEIGHT - 14) / tall)

    def x(mm: float) -> float:
        return (mm + _FRONT) * scale

    def y(mm: float) -> float:
        return HEIGHT - 12 - mm * scale

    pose = drawn["coupled"]
    ball = pose["ball_height"]

    def rail(at: float) -> float:
        """Height of the trailer's rail at a place: level at the coupler's height, sloped about the axles."""
        return drawn["coupler_height"] + pose["trailer_slope"] * (drawn["trailer_axle_x"] - at)

    bodies = _bodies(drawn)
    sunk = pose["front_drop"], (pose["rear_drop"] - pose["front_drop"]) / drawn["wheelbase"]
    shapes = [f'<line x1="0" y1="{y(0):.1f}" x2="{WIDTH}" y2="{y(0):.1f}" class="ground"/>']
    shapes += [_stroke(one, x, lambda at, high: y(high - sunk[0] - sunk[1] * at)) for one in bodies["vehicle_body"]]
    tail = drawn["ball_x"] - 180
    low = drawn["receiver_height"] - sunk[0] - sunk[1] * tail
    shapes.append(_line(tail, low, drawn["ball_x"], ball - 60, x, y, "beam"))
    shapes += [_wheel(0, x, y, scale), _wheel(drawn["wheelbase"], x, y, scale)]
    front = drawn["rail_from_x"]
    for one in (*bodies["trailer_body"], *bodies["fittings"]):
        shapes.append(_stroke(one, x, lambda at, high: y(high + rail(at) - drawn["coupler_height"])))
    shapes.append(_line(drawn["ball_x"], ball, front, rail(front), x, y, "beam"))
    shapes.append(f'<circle cx="{x(drawn["ball_x"]):.1f}" cy="{y(ball):.1f}" r="3.2" class="ball"/>')
    if drawn["bracket_x"] is not None:
        at = drawn["bracket_x"]
        shapes.append(_line(drawn["ball_x"], rail(drawn["ball_x"]) - _BARS, at, rail(at) - _BARS, x, y, "bar"))
        shapes.append(_line(at, rail(at) - _BARS, at, rail(at), x, y, "bar"))
    first = drawn["trailer_axle_x"] - drawn["axle_spacing"] * (drawn["axle_count"] - 1) / 2
    for number in range(drawn["axle_count"]):
        shapes.append(_wheel(first + number * drawn["axle_spacing"], x, y, scale))
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {WIDTH:.0f} {HEIGHT:.0f}" width="100%" role="img">'
        "<style>.ground{stroke:" + SOFT + ";stroke-width:1}.body,.load{fill:#fff;stroke:" + INK + ";stroke-width:1.4}"
        ".glass,.part{fill:" + GLASS + ";stroke:" + INK + ";stroke-width:.8}.line{fill:none;stroke:" + INK + ";stroke-width:.8}"
        ".moved{fill:none;stroke:" + SOFT + ";stroke-width:.8;stroke-dasharray:5 4}"
        ".wheel{fill:#fff;stroke:" + INK + ";stroke-width:2}.hub{fill:" + INK + "}.beam{stroke:" + INK + ";stroke-width:3}"
        ".bar{stroke:" + INK + ";stroke-width:1.6}.ball{fill:" + INK + "}</style>" + "".join(shapes) + "</svg>"
    )  # fmt: skip


def _bodies(drawn: Mapping) -> dict[str, list[Mapping]]:
    """What stands there; of a card from before bodies were kept with it, what its lengths and its vehicle's class tell."""
    if "vehicle_body" in drawn:
        return {name: drawn[name] for name in ("vehicle_body", "trailer_body", "fittings")}
    on = outlines.Rail(drawn["rail_from_x"], drawn["rail_to_x"], drawn["trailer_axle_x"], drawn["coupler_height"])
    made = {
        "vehicle_body": outlines.vehicle(drawn["vehicle_class"], drawn["wheelbase"], drawn["ball_x"]),
        "trailer_body": outlines.trailer(elevation.TYPICAL_KINDS["trailer.body"], on),
        "fittings": (),
    }
    return {name: [vars(one) for one in strokes] for name, strokes in made.items()}


def _stroke(one: Mapping, x: Callable[[float], float], y: Callable[[float, float], float]) -> str:
    points = " ".join(f"{x(at):.1f},{y(at, high):.1f}" for at, high in zip(one["x"], one["y"], strict=True))
    return f'<{"polygon" if one["closed"] else "polyline"} points="{points}" class="{one["kind"]}"/>'


def _line(x1: float, y1: float, x2: float, y2: float, x, y, name: str) -> str:
    return f'<line x1="{x(x1):.1f}" y1="{y(y1):.1f}" x2="{x(x2):.1f}" y2="{y(y2):.1f}" class="{name}"/>'


def _wheel(at: float, x, y, scale: float) -> str:
    radius = _TYRE * scale
    return f'<circle cx="{x(at):.1f}" cy="{y(_TYRE):.1f}" r="{radius:.1f}" class="wheel"/><circle cx="{x(at):.1f}" cy="{y(_TYRE):.1f}" r="2" class="hub"/>'
