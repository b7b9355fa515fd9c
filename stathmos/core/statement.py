"""An assessment as plain text, for a terminal or a letter: the report's own words, nothing added."""

from __future__ import annotations

from typing import Any

from stathmos.core.finding import VERDICTS

_MARKS = {
    "within": "ok",
    "fits": "ok",
    "present": "ok",
    "inside the reserve": "close",
    "at the limit": "limit",
    "unknown": "?",
}


def statement(report: dict[str, Any], customer: str, system: str) -> str:
    """The report of `report.plain` in lines, in ``us`` or ``metric``."""
    verdict = report["verdict"]
    lines = [
        f"Stathmos assessment{': ' + customer if customer else ''}",
        "",
        verdict["says"][system],
        verdict["remedy"][system],
    ]
    if len(verdict["stages"]) > 1:
        lines.append(" ".join(f"{one['name']}: {VERDICTS[one['state']]}." for one in verdict["stages"]))
    for found in report["findings"][1:]:
        lines.append(f"  also: {found['says'][system]} {found['remedy'][system]}")
    lines += ["", "Weights"]
    weights = report["weights"]
    for name, key in (
        ("tongue weight", "tongue"),
        ("gross trailer weight", "gross"),
        ("share", "share"),
        ("hitch load", "hitch_load"),
    ):
        lines.append(_line(name, weights[key], system))
    lines.append(
        f"  spread (k = 2): share ± {_spread(weights['share'], system)}, tongue ± {_spread(weights['tongue'], system)}"
    )
    for way in weights["ways"]:
        lines.append(
            f"  {way['name']}: {way['figure']['text'][system]} ± {_spread(way['figure'], system)} ({way['became']})"
        )
    lines += [f"  note: {warning[system]}" for warning in weights["warnings"]]
    for index, school in enumerate(weights["schools"]):
        off = (
            f", {school['correction_text'][system]} {'under' if school['way'] == 'more' else 'over'}"
            if school["correction_text"]
            else ""
        )
        by = f" [{school['authority']}]" if index == 0 else ""
        lines.append(f"  school {school['school']} ({school['source']}){by}: {school['state']}{off}")
    for reading in weights["next"][:3]:
        lines.append(
            f"  next: {reading['name']}: share then ± {reading['share_spread']}, settles it with {reading['settles_text']} likelihood"
        )
    lines += ["", "Loading, three cases"]
    for case in report["loading"]["cases"]:
        told = ", ".join(f"{name} {_text(case[key], system)}" for name, key in _CASE)
        lines.append(f"  {case['name'].lower()}: {told}")
    for move in report["loading"]["moves"]:
        over = "; left out: " + ", ".join(_crossed(one, system) for one in move["crosses"]) if move["crosses"] else ""
        lines.append(
            f"  move: {move['says'][system]} Tongue {move['tongue'][system]}, share {move['share_text']}{over}"
        )
    if report["to_read"]:
        lines += ["", "To go and read, the most decisive first"]
        lines += [f"  {one['name']} ({one['read_at']}): {one['why']}" for one in report["to_read"]]
    ratings = report["ratings"]
    for chain, title in (("planned", "Ratings as planned"), ("full", "Ratings with the trailer at its GVWR")):
        lines += ["", title]
        for link in ratings[chain]["links"]:
            weakest = "  << weakest" if link["key"] == ratings[chain]["weakest"] else ""
            lines.append(
                f"  [{_MARKS.get(link['word'], link['word'].upper()):>5}] {link['name']}: {_link_words(link, system)}{weakest}"
            )
    if ratings["remedies"]:
        lines += ["", "Remedies, the least change first"]
        names = {link["key"]: link["name"] for link in ratings["planned"]["links"]}
        for remedy in ratings["remedies"]:
            over = "; but " + ", ".join(_crossed(one, system) for one in remedy["crosses"]) if remedy["crosses"] else ""
            light = "; but it leaves the tongue too light" if remedy["lightens"] else ""
            lines.append(f"  {names[remedy['link']]}: {remedy['says'][system]}{over}{light}")
    lines += ["", "Heights"]
    rows = (
        ("level coupler height", "coupler"), ("predicted settle", "settle"), ("ball height wanted, uncoupled", "ball_wanted"),
        ("shank rise (negative: drop)", "rise_wanted"), ("ball stands at", "ball_standing"), ("front rail above rear", "rail"),
    )  # fmt: skip
    lines += [_line(name, report["heights"][key], system) for name, key in rows]
    lines += ["", "Hitch"]
    for kind in ("kits", "shanks", "balls"):
        for part in report["hitch"][kind]:
            lines.append(f"  {part['name']}: {part['state']} ({part['rule']}). {part['reason'][system]}")
    lines += _decided(report, system)
    lines += _bay(report["bay"], system) if "bay" in report else []
    lines += [
        "",
        "Ratings and handbooks rule over this program; local law decides on brakes, chains, mirrors and licences.",
    ]
    return "\n".join(lines)


def _decided(report: dict[str, Any], system: str) -> list[str]:
    """The decisions with their reasons, the coupled states, the settings to begin with, and the parts list."""
    lines = ["", "Decisions"]
    for name, key in (("weight distribution", "distribution"), ("sway control", "sway")):
        found = report["decisions"][key]
        lines.append(f"  {name}: {found['verdict']}. {found['says'][system]}")
        lines += [f"    {one['weight']}: {one['says'][system]} ({one['rule']['source']})" for one in found["reasons"]]
    lines += ["", "Coupled"]
    for state in report["heights"]["states"]:
        told = ", ".join(f"{name} {_text(state[key], system)}" for name, key in _STATE if state[key] is not None)
        lines.append(f"  {state['name'].lower()}: {told}")
    settings = report["hitch"]["settings"]
    if settings is not None:
        set_to = [f"{one['row'].lower()} {one['count']}" for one in settings["counts"]]
        lines.append(f"  to begin with ({settings['source']}): {', '.join(set_to) or 'not in the catalogue'}")
    lines += ["", "Parts"]
    for line in report["hitch"]["parts"]["lines"]:
        lines.append(
            f"  {line['quantity']} x {line['name']} ({line['what']}): {line['state']}, {line['amount'] or 'no price'}"
        )
    return [*lines, f"  to buy: {report['hitch']['parts']['total']}"]


def _bay(bay: dict[str, Any], system: str) -> list[str]:
    """What the bay measured and proved: marks, restoration, every school's window, the next step, the torque sheet."""
    lines = ["", "Bay"]
    rows = (("front rises on coupling", "rise"), ("rear drops on coupling", "drop"))
    lines += [_line(name, bay["states"][key], system) for name, key in rows]
    lines += [_line(f"restoration, {key}", bay["restoration"][key], system) for key in ("tape", "bridge", "together")]
    for one in bay["windows"]:
        by = f" [{one['authority']}]" if one["in_force"] else ""
        lines.append(f"  school {one['name']}{by}: {one['state']}. {one['says'][system]}")
    if bay["next"] is not None:
        lines.append(f"  next: {bay['next']['says'][system]} {bay['next']['why'][system]}")
    for one in bay["proofs"]:
        lines.append(f"  {one['name']}: {one['state']}. {one['says'][system]}")
    for one in bay["torque"]:
        wanted = (
            "" if one["least"] is None or one["most"] is None else f", {one['least'][system]} to {one['most'][system]}"
        )
        lines.append(f"  {one['name']}{wanted}: {one['state']}. {one['says'][system]}")
    return lines


_STATE = (
    ("front arch", "front_drop"), ("rear arch", "rear_drop"), ("ball", "ball_height"), ("front axle", "front"),
    ("rear axle", "rear"), ("trailer axles", "trailer_axles"), ("restoration", "restoration"),
)  # fmt: skip
_CASE = (
    ("tongue", "tongue"), ("gross", "gross"), ("share", "share"),
    ("front axle", "front"), ("rear axle", "rear"), ("trailer axles", "trailer_axles"),
)  # fmt: skip


def _crossed(one: dict[str, Any], system: str) -> str:
    return f"{one['name']} {one['by'][system]} over" if one["by"] else f"{one['name']}: no longer"


def _text(figure: dict[str, Any], system: str) -> str:
    return figure["text"][system] if "text" in figure else "unknown"


def _spread(figure: dict[str, Any], system: str) -> str:
    return figure["spread"][system] if "spread" in figure else "nothing told"


def _line(name: str, figure: dict[str, Any], system: str) -> str:
    if "missing" in figure:
        return f"  {name}: unknown; go and read: {figure['ask']}"
    return f"  {name}: {figure['text'][system]} ({figure['from']})"


def _link_words(link: dict[str, Any], system: str) -> str:
    if link["state"] == "unknown":
        return f"unknown; go and read: {link['ask']}"
    if link["kind"] == "presence":
        return str(link["word"])
    words = f"{link['demand']['text'][system]} ({link['demand']['from']}) of {link['rating']['text'][system]} ({link['rating']['from']})"
    return (
        f"{words}, {link['share_text']} used, {link['margin_text'][system]} left"
        if link["kind"] == "load"
        else f"{words}: {link['word']}"
    )
