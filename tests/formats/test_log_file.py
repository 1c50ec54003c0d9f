"""The log as a table: a row for each thing, by day, in the grower's own measures."""

import csv
import io

import gardens as make
from eznel.core.document import Log
from eznel.formats.log_file import COLUMNS, write_log


def test_a_row_for_each_product_of_a_feed_and_each_thing_seen() -> None:
    file = make.garden_file(
        places=[make.bed("bed")],
        products=[make.product("feed", "soluble", N=10), make.product("salt", "soluble", Mg=9)],
        scoops=[make.scoop("teaspoon", 5)],
        plantings=[make.planting("bush_bean", name="beans")],
    )
    log = Log.model_validate(
        {
            "feeds": [
                {
                    "id": make.uid("fed"),
                    "planting": make.uid("beans"),
                    "on": "2026-06-02",
                    "outcome": "given",
                    "water": {"value": 9, "unit": "L"},
                    "amounts": [
                        {"product": make.uid("feed"), "scoop": make.uid("teaspoon"), "count": 3},
                        {"product": make.uid("salt"), "amount": {"value": 4, "unit": "g"}},
                    ],
                    "note": "=1+1",
                }
            ],
            "stages": [
                {
                    "id": make.uid("seen"),
                    "planting": make.uid("beans"),
                    "stage": "flower",
                    "on": "2026-06-01",
                }
            ],
            "watered": [
                {
                    "id": make.uid("wet"),
                    "place": make.uid("bed"),
                    "on": "2026-06-03",
                    "amount": {"value": 45, "unit": "L"},
                },
                {
                    "id": make.uid("rain"),
                    "place": make.uid("gone"),
                    "on": "2026-06-04",
                    "outcome": "rained",
                },
            ],
        }
    )
    head, *rows = csv.reader(io.StringIO(write_log(file.model_copy(update={"log": log}))))
    assert tuple(head) == COLUMNS
    names = {str(one.id): one.name for one in (*file.garden.products, *file.garden.scoops)}
    feed, salt, spoon = (names[make.uid(one)] for one in ("feed", "salt", "teaspoon"))
    what = [(row[0], row[1], row[4], row[5], row[6], row[7], row[10]) for row in rows]
    assert what == [
        ("2026-06-01", "stage flower", "", "", "", "", ""),
        ("2026-06-02", "given", feed, "3.0", spoon, "9.0", "'=1+1"),  # runs nothing
        ("2026-06-02", "given", salt, "4.0", "g", "9.0", "'=1+1"),
        ("2026-06-03", "watered", "", "45.0", "L", "", ""),
        ("2026-06-04", "rained", "", "", "", "", ""),
    ]
