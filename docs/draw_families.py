"""Draw every hitch family of the demo's kits, as its maker has one begin, into docs/hitch-families.svg."""

from __future__ import annotations

import json
import re
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT))

from stathmos.core import rigfile  # noqa: E402
from stathmos.core.families import FAMILIES, PLAIN  # noqa: E402
from stathmos.core.hitch_drawing import AsSet, draw  # noqa: E402
from stathmos.core.hitch_drawing.as_set import of_kit  # noqa: E402
from stathmos.core.report import written  # noqa: E402
from stathmos.core.report.hitch_drawing import hitch_drawing  # noqa: E402
from stathmos.papers.hitch import hitch_svg  # noqa: E402

WIDE, TALL, ACROSS = 620, 300, 2


def main() -> None:
    """Write the picture."""
    kits = json.loads((ROOT / "stathmos/demo/data/kits.json").read_text("utf-8"))
    stock = rigfile.read({"stathmos_rig_file": rigfile.VERSION, "stock": {"kits": kits}}).stock
    by_family = {kit.held.key: of_kit(kit) for kit in stock.kits} | {PLAIN.key: AsSet(family=PLAIN)}
    cells = []
    for number, family in enumerate(FAMILIES.values()):
        x, y = (number % ACROSS) * WIDE, (number // ACROSS) * TALL
        inner = hitch_svg(written(hitch_drawing(draw(by_family[family.key]))), "us")
        placed = re.sub(
            r'width="100%"', f'x="{x + 10}" y="{y + 30}" width="{WIDE - 20}" height="{TALL - 40}"', inner, count=1
        )
        cells.append(
            f'<text x="{x + 10}" y="{y + 22}" font-family="sans-serif" font-weight="600" font-size="15">{family.words}</text>{placed}'
        )
    rows = -(-len(FAMILIES) // ACROSS)
    svg = f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {WIDE * ACROSS} {TALL * rows}"><rect width="100%" height="100%" fill="#fff"/>{"".join(cells)}</svg>'
    (ROOT / "docs/hitch-families.svg").write_text(svg, "utf-8")


if __name__ == "__main__":
    main()
