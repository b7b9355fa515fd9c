"""An assessment as plain text, for a terminal or a letter: the report's own words, nothing added."""

from __future__ import annotations

from typing import Any

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
    lines.append(f"  school: {weights['band']['school']} ({weights['band']['source']}): {weights['share_state']}")
    for chain, title in (("planned", "Ratings as planned"), ("full", "Ratings with the trailer at its GVWR")):
        lines += ["", title]
        for link in report[chain]["links"]:
            weakest = "  << weakest" if link["key"] == report[chain]["weakest"] else ""
            lines.append(
                f"  [{_MARKS.get(link['word'], link['word'].upper()):>5}] {link['name']}: {_link_words(link, system)}{weakest}"
            )
    lines += ["", "Heights"]
    names = (
        ("level coupler height", "coupler"), ("predicted settle", "settle"), ("ball height wanted, uncoupled", "ball_wanted"),
        ("shank rise (negative: drop)", "rise_wanted"), ("ball stands at", "ball_standing"), ("front rail above rear", "rail"),
    )  # fmt: skip
    lines += [_line(name, report["heights"][key], system) for name, key in names]
    lines += ["", "Hitch"]
    for kind in ("kits", "shanks", "balls"):
        for part in report["hitch"][kind]:
            lines.append(f"  {part['name']}: {part['state']} ({part['rule']}). {part['reason'][system]}")
    lines += [
        "",
        "Ratings and handbooks rule over this program; local law decides on brakes, chains, mirrors and licences.",
    ]
    return "\n".join(lines)


def _line(name: str, figure: dict[str, Any], system: str) -> str:
    if "missing" in figure:
        return f"  {name}: unknown; go and read: {figure['ask']}"
    return f"  {name}: {figure['text'][system]} ({figure['from']})"


def _link_words(link: dict[str, Any], system: str) -> str:
    if link["state"] == "unknown":
        return f"unknown; go and read: {link['ask']}"
    if link["kind"] == "presence":
        return link["word"]
    words = f"{link['demand']['text'][system]} ({link['demand']['from']}) of {link['rating']['text'][system]} ({link['rating']['from']})"
    return (
        f"{words}, {link['share_text']} used, {link['margin_text'][system]} left"
        if link["kind"] == "load"
        else f"{words}: {link['word']}"
    )
