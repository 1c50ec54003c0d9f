"""What a garden taught over HTTP: before and after in the reader's units, and as a table."""

import csv
import io

import pytest
from fastapi.testclient import TestClient

from eznel import demo

GARDEN = f"/api/gardens/{demo.SLIP}"


def test_a_factor_shows_before_after_and_its_working(slip_client: TestClient) -> None:
    """15.4 kg of 12.6: 1.222 times. Against 4 a season weighs 8.163: 1.222 ^ 0.6711 = 1.144."""
    page = slip_client.get(f"{GARDEN}/book/taught").json()
    assert (page["state"], page["since"]) == ("on", None)
    (tomato,) = [f for f in page["factors"] if (f["kind"], f["of"]) == ("yield", "tomato")]
    assert tomato["before"]["result"] == "3.15 kg"
    assert tomato["after"]["value"] == pytest.approx(3.15 * 1.144, abs=0.005)
    assert tomato["after"]["steps"][-1]["formula"] == "3.15 kg × 1.14"
    assert [one["on"] for one in tomato["seen"]] == ["2025-10-12"]


def test_it_is_said_in_the_readers_units(slip_client: TestClient) -> None:
    """2.4 kg/m² are 0.492 lb/ft²."""
    headers = {"X-Eznel-Units": "us"}
    page = slip_client.get(f"{GARDEN}/book/taught", headers=headers).json()
    (bean,) = [f for f in page["factors"] if f["of"] == "climbing_bean"]
    assert bean["before"]["result"] == "0.492 lb/ft²"


def test_the_table_has_a_row_for_each_thing_seen(slip_client: TestClient) -> None:
    answer = slip_client.get(f"{GARDEN}/book/taught.csv")
    assert "taught" in answer.headers["content-disposition"]
    rows = list(csv.DictReader(io.StringIO(answer.text.removeprefix("\ufeff"))))
    (tomato,) = [row for row in rows if (row["what"], row["of"]) == ("yield", "tomato")]
    assert (tomato["usual"], tomato["on"], tomato["believed"]) == ("3.15", "2025-10-12", "yes")
    assert tomato["seen_at"] == "Red Lantern"
    page = slip_client.get(f"{GARDEN}/book/taught").json()
    assert len(rows) == sum(len(one["seen"]) for one in page["factors"])
