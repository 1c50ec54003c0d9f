"""A plan with the catalogue's names in a reader's language; the rest is as it was computed."""

from dataclasses import replace

from eznel.core.plan import SeasonPlan
from eznel.core.plan.place_result import FillView, PlacePlan
from eznel.words import Words


def said_in(plan: SeasonPlan, said: Words) -> SeasonPlan:
    """Return a plan with the catalogue's names in a reader's language.

    Parameters
    ----------
    plan : SeasonPlan
        In English, as computed.
    said : Words
        The reader's.

    Returns
    -------
    SeasonPlan
        All else the same.
    """
    if not said.catalogue:
        return plan
    plantings = tuple(
        replace(
            one,
            crop_name=said.of_row(one.crop_name),
            stages=tuple(
                replace(stage, recognise_by=said.of_row(stage.recognise_by)) for stage in one.stages
            ),
            tasks=tuple(
                replace(
                    task,
                    name=said.of_row(task.name),
                    takes=tuple(replace(t, name=said.of_row(t.name)) for t in task.takes),
                )
                for task in one.tasks
            ),
            to_buy=tuple(
                replace(buy, material_name=said.of_row(buy.material_name)) for buy in one.to_buy
            ),
        )
        for one in plan.plantings
    )
    return replace(
        plan,
        plantings=plantings,
        places=tuple(_place(p, said) for p in plan.places),
        looks=tuple(replace(one, cause=said.of_row(one.cause)) for one in plan.looks),
    )


def _place(place: PlacePlan, said: Words) -> PlacePlan:
    work = place.ph_work
    return replace(
        place,
        ph_work=replace(work, product_name=said.of_row(work.product_name)) if work else None,
        fill=None if place.fill is None else _fill(place.fill, said),
        jobs=tuple(replace(job, name=said.of_row(job.name)) for job in place.jobs),
        preparations=tuple(replace(p, name=said.of_row(p.name)) for p in place.preparations),
        gauges=tuple(replace(g, basis=said.of_row(g.basis)) for g in place.gauges),
        schools=tuple(
            replace(
                school,
                crops=tuple(replace(c, crop_name=said.of_row(c.crop_name)) for c in school.crops),
            )
            for school in place.schools
        ),
    )


def _fill(fill: FillView, said: Words) -> FillView:
    named = (replace(layer, name=said.of_row(layer.name)) for layer in fill.layers)
    spoken = (
        replace(one, names=tuple(said.of_row(name) for name in one.names)) for one in fill.findings
    )
    return replace(fill, layers=tuple(named), findings=tuple(spoken))
