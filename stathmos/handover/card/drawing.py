"""The rig in side elevation for the card, to scale, as SVG."""

from __future__ import annotations

from collections.abc import Mapping

WIDTH, HEIGHT = 1000.0, 190.0
INK, SOFT = "#1d1b16", "#6b665a"
_FRONT, _TALL = 950.0, 1750.0  # mm: what stands before the front axle; how high a vehicle is drawn, from memory
_TYRE = 400.0  # mm, radius drawn


def side_elevation(drawn: Mapping) -> str:
    """An SVG of the coupled rig. ``drawn``: the elevation as the report gives it, mm."""
    tall = drawn["coupler_height"] + 2400
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

    shapes = [f'<line x1="0" y1="{y(0):.1f}" x2="{WIDTH}" y2="{y(0):.1f}" class="ground"/>']
    shapes += _vehicle(drawn, x, y, scale)
    front, rear = drawn["rail_from_x"], drawn["rail_to_x"]
    box = [
        (front, rail(front)),
        (rear, rail(rear)),
        (rear, rail(rear) + 2200),
        (front + 250, rail(front) + 2200),
        (front, rail(front) + 1500),
    ]
    shapes.append(_polygon(box, x, y, "box"))
    shapes.append(_line(drawn["ball_x"], ball, front, rail(front), x, y, "beam"))
    shapes.append(f'<circle cx="{x(drawn["ball_x"]):.1f}" cy="{y(ball):.1f}" r="3.2" class="ball"/>')
    if drawn["bracket_x"] is not None:
        at = drawn["bracket_x"]
        shapes.append(_line(drawn["ball_x"], ball - 130, at, rail(at) - 60, x, y, "bar"))
        shapes.append(_line(at, rail(at) - 60, at, rail(at), x, y, "bar"))
    first = drawn["trailer_axle_x"] - drawn["axle_spacing"] * (drawn["axle_count"] - 1) / 2
    for number in range(drawn["axle_count"]):
        shapes.append(_wheel(first + number * drawn["axle_spacing"], x, y, scale))
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {WIDTH:.0f} {HEIGHT:.0f}" width="100%" role="img">'
        "<style>.ground,.line{stroke:" + SOFT + ";stroke-width:1}.body,.box{fill:none;stroke:" + INK + ";stroke-width:1.4}"
        ".wheel{fill:#fff;stroke:" + INK + ";stroke-width:2}.hub{fill:" + INK + "}.beam{stroke:" + INK + ";stroke-width:3}"
        ".bar{stroke:" + INK + ";stroke-width:1.6}.ball{fill:" + INK + "}</style>" + "".join(shapes) + "</svg>"
    )  # fmt: skip


def _vehicle(drawn: Mapping, x, y, scale: float) -> list[str]:
    w, pose = drawn["wheelbase"], drawn["coupled"]
    tail = drawn["ball_x"] - 180

    def sunk(at: float) -> float:
        return pose["front_drop"] + (pose["rear_drop"] - pose["front_drop"]) * at / w

    pickup = drawn["vehicle_class"] in ("half_ton", "three_quarter_ton", "one_ton")
    back = 0.62 * w if pickup else tail
    outline = [
        (-_FRONT + 60, 450),
        (-_FRONT + 60, 1000),
        (0.12 * w, 1150),
        (0.26 * w, _TALL),
        (back, _TALL),
        (back + 90, 1150 if pickup else 1500),
        (tail, 1150),
        (tail, 450),
    ]
    body = _polygon([(at, high - sunk(at)) for at, high in outline], x, y, "body")
    hitch = _line(tail, drawn["receiver_height"] - sunk(tail), drawn["ball_x"], pose["ball_height"] - 60, x, y, "beam")
    return [body, hitch, _wheel(0, x, y, scale), _wheel(w, x, y, scale)]


def _polygon(points: list[tuple[float, float]], x, y, name: str) -> str:
    return f'<polygon points="{" ".join(f"{x(a):.1f},{y(b):.1f}" for a, b in points)}" class="{name}"/>'


def _line(x1: float, y1: float, x2: float, y2: float, x, y, name: str) -> str:
    return f'<line x1="{x(x1):.1f}" y1="{y(y1):.1f}" x2="{x(x2):.1f}" y2="{y(y2):.1f}" class="{name}"/>'


def _wheel(at: float, x, y, scale: float) -> str:
    radius = _TYRE * scale
    return f'<circle cx="{x(at):.1f}" cy="{y(_TYRE):.1f}" r="{radius:.1f}" class="wheel"/><circle cx="{x(at):.1f}" cy="{y(_TYRE):.1f}" r="2" class="hub"/>'
