"""What names a thing, and would be left hanging without it."""

from eznel.core.document import GardenFile
from eznel.store.kinds import Kind


def users_of(file: GardenFile, kind: Kind, key: str) -> list[str]:
    """Names of what would be left hanging without a thing."""
    garden, log = file.garden, file.log
    if kind.name == "places":
        return (
            [p.label for p in garden.plantings if str(p.place) == key]
            + [r.lab for r in garden.reports if any(str(p) == key for p in r.places)]
            + [str(p.on) for p in garden.preparations if str(p.place) == key]
        )
    if kind.name == "plantings":
        return [
            str(on)
            for planting, on in (
                *((e.planting, e.on) for e in log.feeds),
                *((s.planting, s.on) for s in log.stages),
                *((s.planting, s.on) for s in log.observed),
                *((t.planting, t.on) for t in log.tasks),
                *((s.planting, s.on) for s in log.sprays),
                *((h.planting, h.on) for h in log.harvests),
                *((n.planting, n.on) for n in log.notes),
                *((one.planting, one.on) for one in log.looks),
                *((p.planting, one.on) for one in garden.trials for p in one.plants),
            )
            if str(planting) == key
        ]
    if kind.name in ("products", "scoops"):
        field = kind.name[:-1]
        used = [str(e.on) for e in log.feeds if any(
            str(getattr(a, field, "")) == key for a in e.amounts)]  # fmt: skip
        return used + (_users_of_product(file, key) if field == "product" else [])
    if kind.name == "programmes":
        return [p.label for p in garden.plantings if p.programme == key]
    return []


def _users_of_product(file: GardenFile, key: str) -> list[str]:
    """Where else than in feeds a product is named: mixes, preparations, moves of stock."""
    filled = [
        p.name
        for p in file.garden.places
        for one in (*getattr(p, "charge", ()), *getattr(p, "recipe", ()))
        if str(one.product) == key
    ]
    mixed = [
        recipe.name for recipe in file.garden.recipes if key in {str(p) for p in recipe.products}
    ]
    worked_in = [str(p.on) for p in file.garden.preparations if str(p.product) == key]
    moved = [str(m.on) for m in file.log.stock_moves if str(m.product) == key]
    return filled + mixed + worked_in + moved
