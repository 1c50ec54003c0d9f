"""Salts that compost and manure bring to a bed or a mix, against what a crop bears."""

import pytest

import gardens

# A layer over the bed, dug in 20 cm deep: 4 cm are a fifth of it.
DEEP = gardens.measure(20, "cm")


def layer(cm: float, material: str, on: str = "2026-04-10", **more):
    return {
        "id": gardens.uid(f"{material}{on}"), "place": gardens.uid("bed"), "material": material,
        "how": {"by": "layer", "thickness": gardens.measure(cm, "cm")}, "on": on, "done": True,
        **more,
    }  # fmt: skip


def warned(*preparations, crop: str = "bush_bean", place=None, **parts):
    made = gardens.garden(
        places=[place or gardens.bed(depth=DEEP)],
        plantings=[gardens.planting(crop, planted_on="2026-05-10")],
        preparations=list(preparations),
        **parts,
    )
    found = gardens.single(gardens.plan_of(made)).findings
    return [f for f in found if f.key.startswith("rich_salts")]


def test_beans_after_a_thick_layer_of_manure_are_warned_of() -> None:
    (finding,) = warned(layer(4, "cow_manure_composted"))
    numbers = {q.name: q.value for q in finding.numbers}
    assert numbers["rise_ds_m"] == pytest.approx(0.2 * 8)  # a fifth of a paste of 8 dS/m
    assert numbers["threshold"] == 1.0  # of beans


def test_layers_add_up() -> None:
    # 2 of 20 cm of 8 dS/m, and 2 of 20 cm of 3 dS/m: 0.8 + 0.3, each alone below 1
    both = layer(2, "cow_manure_composted"), layer(2, "garden_compost", on="2026-04-12")
    (finding,) = warned(*both)
    assert finding.numbers[0].value == pytest.approx(1.1)
    assert warned(both[0]) == []


@pytest.mark.parametrize(
    ("preparation", "crop"),
    [
        (layer(4, "garden_compost"), "bush_bean"),  # 0.2 × 3 = 0.6 dS/m
        (layer(4, "cow_manure_composted"), "tomato"),  # bears 2.5
        (layer(4, "cow_manure_composted", on="2025-11-10"), "bush_bean"),  # washed by the winter
        (layer(4, "cow_manure_composted", mulch=True), "bush_bean"),
    ],
)
def test_what_a_crop_bears_is_not(preparation, crop) -> None:
    assert warned(preparation, crop=crop) == []


def test_under_cover_no_winter_washes_it() -> None:
    covered = gardens.bed(depth=DEEP, shelter="cover")
    in_autumn = layer(4, "cow_manure_composted", on="2025-11-10")
    assert len(warned(in_autumn, place=covered)) == 1


def test_a_test_taken_afterwards_is_believed() -> None:
    ec = {"value": 0.6, "unit": "dS/m", "method": "paste"}
    later = gardens.report(sampled_on="2026-04-25", ec=ec)
    assert warned(layer(4, "cow_manure_composted"), reports=[later]) == []
