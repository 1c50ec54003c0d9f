"""What is said of a place's soil: reports that contradict each other, sulphur, water that sinks."""

from collections.abc import Iterator

from eznel.core.document import Bed
from eznel.core.ground.mending import MOST_PH_FOR_SULPHUR
from eznel.core.ground.soils import Soil
from eznel.core.soil.reading import Reading
from eznel.core.working import Finding, Level, Origin, Quantity

SLOW_CM_H, FAST_CM_H = 1.0, 15.0
"""Water that sinks slower stands on roots; faster, it takes nitrate along."""


def contradicting(reading: Reading) -> Iterator[Finding]:
    """Yield values of two reports of one year that cannot both be right, at the newer one.

    Parameters
    ----------
    reading : Reading
        Of a place's tests.

    Yields
    ------
    Finding
        A question for each.
    """
    for pair in reading.contradicted:
        now, before = pair.newer.value, pair.older.value
        numbers = (
            Quantity("now", now.value or 0.0, now.unit, Origin.LAB),
            Quantity("before", before.value or 0.0, before.unit, Origin.LAB),
        )
        about, names = str(pair.newer.report.id), (now.analyte,)
        yield Finding("classes_contradict", Level.QUESTION, "values", about, numbers, names)


def asked_in_vain(bed: Bed, soil: Soil) -> Iterator[Finding]:
    """Yield why sulphur that was asked for is none that can be worked out.

    Parameters
    ----------
    bed : Bed
        The bed.
    soil : Soil
        What is known of it.

    Yields
    ------
    Finding
        That nobody knows the texture, or that the soil is so full of lime that none helps.
    """
    acidity = soil.acidity
    if not bed.lower_ph or acidity is None or acidity.ph.value <= acidity.high:
        return
    if acidity.ph.value > MOST_PH_FOR_SULPHUR:
        numbers = (
            Quantity("ph", acidity.ph.value, "", Origin.LAB),
            Quantity("most", MOST_PH_FOR_SULPHUR, "", Origin.TYPICAL),
        )
        yield Finding("sulphur_in_vain", Level.WARNING, "lower_ph", numbers=numbers)
    elif bed.texture is None:
        yield Finding("sulphur_wants_texture", Level.QUESTION, "texture")


def by_feel(bed: Bed) -> Iterator[Finding]:
    """Yield what follows from how fast water sank in a hole.

    Parameters
    ----------
    bed : Bed
        With what the grower found.

    Yields
    ------
    Finding
        A note at most.
    """
    if bed.drained is None:
        return
    number = (Quantity("drains_cm_h", bed.drained.cm_h, "cm/h", Origin.TYPED),)
    if bed.drained.cm_h < SLOW_CM_H:
        yield Finding("drains_slowly", Level.NOTE, "drained", numbers=number)
    elif bed.drained.cm_h > FAST_CM_H:
        yield Finding("drains_fast", Level.NOTE, "drained", numbers=number)
