"""A later release beside this one over one store: this one goes on, and takes nothing along."""

from pathlib import Path
from typing import Any

import gardens as make
from eznel.store import database
from eznel.store.server import PrivateServer
from running import Running

GARDEN = f"/api/gardens/{make.uid('garden')}"
LATER = "0999"


def test_a_release_serves_on_when_a_later_one_has_the_tables(
    server: PrivateServer, tmp_path: Path
) -> None:
    engine = database.connect(server.url)
    with engine.connect() as connection:
        connection.exec_driver_sql("SET FOREIGN_KEY_CHECKS = 0")
        connection.exec_driver_sql("CREATE OR REPLACE DATABASE eznel_rolling")
    url = server.url.replace("/eznel?", "/eznel_rolling?")
    old = Running(tmp_path / "old", "--no-demo", EZNEL_DATABASE_URL=url)
    bag: dict[str, Any] = make.product("bag", N=10, K2O=10)
    file = make.garden_file(places=[make.bed()], products=[bag])
    old.ask(f"{GARDEN}/file", file.model_dump(mode="json"))
    later = database.connect(url)
    with later.begin() as connection:  # what a later release would do: it adds, and removes nothing
        connection.exec_driver_sql("ALTER TABLE product ADD COLUMN shade VARCHAR(20) NULL")
        connection.exec_driver_sql("UPDATE product SET shade = 'blue'")
        connection.exec_driver_sql("CREATE TABLE hedgehog (id INT PRIMARY KEY)")
        connection.exec_driver_sql(f"UPDATE alembic_version SET version_num = '{LATER}'")
    bag |= {"name": "bag anew", "density": make.measure(1.25, "g/mL")}
    based_on = old.ask(GARDEN)["revisions"][make.uid("bag")]
    old.ask(f"{GARDEN}/products/{make.uid('bag')}?based_on={based_on}", bag)
    assert old.ask(f"{GARDEN}/plan")["products"][0]["density_g_ml"] == 1.25
    assert old.answers("/readyz")
    with later.connect() as connection:
        row = connection.exec_driver_sql("SELECT name, shade FROM product").one()
    assert tuple(row) == ("bag anew", "blue")
    later.dispose()
    engine.dispose()
    old.end()
