"""Soil files over the wire: read without storing, kept all or none, written back."""

import base64
import json

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel.formats import garden_file

GARDEN = f"/api/gardens/{make.uid('garden')}"
TABLE = """Sample,Date,pH,P ppm (M3),K ppm (M3),Colour
bed,2026-03-03,6.4,41,60,blue
other,2026-03-03,5.7,18,96,red
"""


@pytest.fixture
def garden(client: TestClient) -> TestClient:
    file = make.garden_file(places=[make.bed("bed"), make.bed("other")])
    assert client.put(f"{GARDEN}/file", json=json.loads(garden_file.dumps(file))).status_code == 200
    return client


def read(client: TestClient, data: bytes, **more):
    brought = {"file": base64.b64encode(data).decode(), **more}
    return client.post(f"{GARDEN}/soil-files/read", json=brought)


def stored(client: TestClient) -> list:
    return client.get(GARDEN).json()["file"]["garden"]["reports"]


def test_read_keep_and_write_back(garden: TestClient) -> None:
    understood = read(garden, TABLE.encode()).json()
    assert [c["meaning"] for c in understood["columns"]] == ["sample", "date", "ph", "P", "K", None]
    samples = understood["samples"]
    assert [s["report"]["places"] for s in samples] == [[make.uid("bed")], [make.uid("other")]]
    assert [p["words"] for p in samples[0]["pieces"] if p["taken"] == "left"] == ["Colour: blue"]
    assert stored(garden) == []  # reading stores nothing

    reports = [s["report"] for s in samples]
    kept = garden.post(f"{GARDEN}/reports", json=reports)
    assert kept.status_code == 200
    assert [r["id"] for r in stored(garden)] == [r["id"] for r in reports]
    again = garden.post(f"{GARDEN}/reports", json=reports)
    assert again.json() == kept.json()  # the same again changes nothing
    journal = garden.get(f"{GARDEN}/journal").json()["changes"]
    assert [c["kind"] for c in journal].count("reports") == 2

    sheet = garden.get(f"{GARDEN}/soil-tests.csv")
    assert sheet.headers["content-type"].startswith("text/csv")
    back = read(garden, sheet.content).json()["samples"]
    assert [s["report"]["ph"] for s in back] == [6.4, 5.7]
    assert [s["report"]["places"] for s in back] == [[make.uid("bed")], [make.uid("other")]]


def test_a_table_that_was_saved_updates_what_it_came_from(garden: TestClient) -> None:
    """pH 6.4 is made 6.9 in the sheet: one field of one report, and nothing is there twice."""
    reports = [s["report"] for s in read(garden, TABLE.encode()).json()["samples"]]
    noted = {**reports[0], "note": "after rain"}  # which the table does not hold
    garden.post(f"{GARDEN}/reports", json=[noted, reports[1]])
    sheet = garden.get(f"{GARDEN}/soil-tests.csv").text
    assert sheet.count("6.4") == 1
    samples = read(garden, sheet.replace("6.4", "6.9").encode()).json()["samples"]
    assert [(s["known"], s["changes"]) for s in samples] == [
        (True, [{"field": "ph", "before": 6.4, "after": 6.9}]),
        (True, []),
    ]
    changed = [s["report"] for s in samples]
    unbased = {"things": changed, "based_on": {}}
    assert garden.put(f"{GARDEN}/reports", json=unbased).status_code == 409
    based = {"things": changed, "based_on": {r["id"]: 1 for r in changed}}
    assert garden.put(f"{GARDEN}/reports", json=based).status_code == 200
    assert [(r["ph"], r.get("note")) for r in stored(garden)] == [(6.9, "after rain"), (5.7, "")]
    journal = garden.get(f"{GARDEN}/journal").json()["changes"]
    assert [c["what"] for c in journal if c["kind"] == "reports"] == ["changed", "added", "added"]


def test_all_are_kept_or_none(garden: TestClient) -> None:
    reports = [s["report"] for s in read(garden, TABLE.encode()).json()["samples"]]
    homeless = {**reports[1], "places": [make.uid("nowhere")]}
    refused = garden.post(f"{GARDEN}/reports", json=[reports[0], homeless])
    assert refused.status_code == 422
    assert refused.json()["faults"][0]["key"] == "no_such_thing"
    assert stored(garden) == []
    garden.post(f"{GARDEN}/reports", json=[reports[0]])
    changed = {**reports[0], "ph": 6.9}
    stale = garden.post(f"{GARDEN}/reports", json=[reports[1], changed])
    assert stale.status_code == 409
    assert len(stored(garden)) == 1


def test_columns_are_told_and_read_again(garden: TestClient) -> None:
    told = read(garden, TABLE.encode()).json()["columns"]
    told[3] |= {"unit": "lb/acre", "method": "Bray P1", "printed_as": "P2O5"}
    (first, _) = read(garden, TABLE.encode(), columns=told).json()["samples"]
    value = first["report"]["values"][0]
    assert (value["unit"], value["extractant"], value["printed_as"]) == (
        "lb/acre", "Bray P1", "P2O5",
    )  # fmt: skip


def test_pasted_text(garden: TestClient) -> None:
    brought = {"text": "Report on: other\npH 6.1\nPotassium 60 ppm (Mehlich-3)"}
    (sample,) = garden.post(f"{GARDEN}/soil-files/read", json=brought).json()["samples"]
    assert sample["report"]["ph"] == 6.1
    assert sample["report"]["places"] == [make.uid("other")]


def test_a_sample_that_cannot_be_says_why(garden: TestClient) -> None:
    (sample,) = read(garden, b"Sample,pH,P ppm\nbed,64,41\n").json()["samples"]
    assert sample["report"] is None
    assert [(f["field"], f["key"]) for f in sample["faults"]] == [("ph", "ph_out_of_range")]


@pytest.mark.parametrize(
    ("body", "key"),
    [
        ({}, "file_empty"),
        ({"text": "  "}, "text_empty"),
        ({"file": base64.b64encode(b"x" * 3_000_000).decode()}, "file_too_large"),
        ({"file": base64.b64encode(b"pH,P\n" + b"6,4\n" * 100_000).decode()}, "too_many_rows"),
        ({"file": base64.b64encode(b"\x00\x01").decode()}, "file_not_text"),
        ({"text": "pH 6\n" * 5_000}, "text_too_long"),
        ({"file": base64.b64encode(b"\x89PNG\r\n").decode()}, "file_is_picture"),
        ({"file": base64.b64encode(b"%PDF-1.4 torn").decode()}, "pdf_damaged"),
    ],
    ids=["nothing", "blank", "3 MB", "100,000 rows", "binary", "a novel", "a photo", "a torn PDF"],
)
def test_what_is_no_report_is_refused(garden: TestClient, body, key) -> None:
    refused = garden.post(f"{GARDEN}/soil-files/read", json=body)
    assert refused.status_code == 422
    (fault,) = refused.json()["faults"]
    assert fault["key"] == key
    assert fault["problem"]
    assert fault["remedy"]
    assert stored(garden) == []


def test_ten_megabytes_are_refused_before_they_are_read(garden: TestClient) -> None:
    refused = read(garden, b"x" * 10_000_000)
    assert refused.status_code == 413
    (fault,) = refused.json()["faults"]
    assert (fault["key"], fault["remedy"]) == ("too_large", "Send less at once.")


def test_what_is_worked_in_and_bands_of_one_s_own_over_the_wire(garden: TestClient) -> None:
    layer = {"by": "layer", "thickness": make.measure(1, "cm")}
    compost = {
        "id": make.uid("compost"), "place": make.uid("bed"), "material": "garden_compost",
        "how": layer, "on": "2026-04-01", "done": True,
    }  # fmt: skip
    tried = garden.post(f"{GARDEN}/what-if", json={"preparations": [compost]}).json()
    (view,) = tried["places"][0]["preparations"]
    assert view["litres"] == pytest.approx(43.2)  # 4.32 m² × 1 cm
    assert garden.get(GARDEN).json()["file"]["garden"]["preparations"] == []

    saved = garden.put(f"{GARDEN}/preparations/{compost['id']}", json=compost)
    assert saved.status_code == 200
    why = garden.get(f"{GARDEN}/why/prepared/{compost['id']}").json()
    assert why["value"] == pytest.approx(25_920)
    (kept,) = garden.get(GARDEN).json()["file"]["garden"]["preparations"]
    assert kept["how"]["thickness"] == make.measure(1, "cm")
    in_use = garden.delete(f"{GARDEN}/places/{make.uid('bed')}?based_on=1")
    assert in_use.status_code == 409

    wrong = {**compost, "how": {"by": "layer", "thickness": make.measure(9, "m")}}
    refused = garden.post(f"{GARDEN}/what-if", json={"preparations": [wrong]})
    (fault,) = refused.json()["faults"]
    assert fault["field"].endswith("how.thickness")
    unknown = {**compost, "material": "moon_dust"}
    refused = garden.put(
        f"{GARDEN}/preparations/{compost['id']}?based_on={saved.json()['revision']}", json=unknown
    )
    assert refused.json()["faults"][0]["key"] == "unknown_material"

    bands = {
        "id": make.uid("bands"), "extractant": "Morgan", "analyte": "Mg", "low": 25, "medium": 50,
        "high": 120, "very_high": 250, "source": "a county guide",
    }  # fmt: skip
    report = make.report("bed", values={"Mg": 90.0}, extractant="Morgan")
    tried = garden.post(f"{GARDEN}/what-if", json={"reports": [report], "bands": [bands]}).json()
    (gauge,) = tried["places"][0]["gauges"]
    assert (gauge["soil_class"], gauge["basis"]) == ("medium", "a county guide")
    undone = garden.get(f"{GARDEN}/journal").json()["undo"]["number"]
    assert garden.post(f"{GARDEN}/undo/{undone}").status_code == 200
    assert garden.get(GARDEN).json()["file"]["garden"]["preparations"] == []


@pytest.mark.parametrize(
    ("text", "key"),
    [
        ("Irrigation water analysis\npH 7.2\nCalcium 92 mg/L\n", "paper_is_water"),
        ("Chalk feed 5-5-5\nGuaranteed analysis\nTotal Nitrogen (N) 5%\n", "paper_is_label"),
        ("We dug the north bed on a fine day.\n", "text_says_nothing"),
    ],
)
def test_another_paper_is_refused_by_its_name(garden: TestClient, text: str, key: str) -> None:
    answer = garden.post(f"{GARDEN}/soil-files/read", json={"text": text})
    assert answer.status_code == 422
    assert [fault["key"] for fault in answer.json()["faults"]] == [key]


def test_pasted_pieces_say_extract_and_oxide(garden: TestClient) -> None:
    text = "Phosphor (P2O5, CAL) 28 mg/100 g   Gehaltsklasse D\n"
    (sample,) = garden.post(f"{GARDEN}/soil-files/read", json={"text": text}).json()["samples"]
    (piece,) = sample["pieces"]
    assert (piece["method"], piece["printed_as"], piece["rating"]) == ("CAL", "P2O5", "high")
