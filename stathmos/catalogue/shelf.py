"""The catalogue's parts in the core's form."""

from stathmos.catalogue.item import CatalogueItem
from stathmos.catalogue.models import Ball, HitchKit, Shank
from stathmos.core import stock


def _part(item: CatalogueItem):
    words = {"name": item.name}
    if isinstance(item, HitchKit):
        words["family"] = item.family
    return item.core(**words, **item.figures())


def parts_on_the_shelf() -> stock.Stock:
    """Every part not retired, in three queries."""
    kits, shanks, balls = (
        tuple(_part(item) for item in kind.objects.filter(retired=False)) for kind in (HitchKit, Shank, Ball)
    )
    return stock.Stock(kits, shanks, balls)


def as_rig_file_stock() -> dict[str, list[dict]]:
    """The same parts as a rig file carries them."""
    listed = {"kits": HitchKit, "shanks": Shank, "balls": Ball}
    return {
        name: [
            {
                "name": item.name,
                **({"family": item.family} if kind is HitchKit else {}),
                **_without_system(item.as_entries()),
            }
            for item in kind.objects.filter(retired=False)
        ]
        for name, kind in listed.items()
    }


def _without_system(written: dict[str, dict[str, str]]) -> dict[str, dict[str, str]]:
    return {name: {key: text for key, text in entry.items() if key != "system"} for name, entry in written.items()}
