"""Photos of bags: small, without their place, with the garden wherever it goes."""

import base64
import io
import json
import zipfile
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from PIL import Image
from sqlalchemy import Engine, text

import gardens as make
from eznel.formats import garden_file
from eznel.formats.photos import small_photo
from eznel.store import backups, database, snapshots

GARDEN = f"/api/gardens/{make.uid('garden')}"
OTHER = make.uid("another garden")
ROTATED = 6
"""How a camera says that the picture lies on its side."""


def photo(wide: int = 3000, high: int = 2000, *, turned: bool = False) -> bytes:
    """A photo that is red on its left half, with the place where it was taken."""
    picture = Image.new("RGB", (wide, high), (30, 60, 30))
    picture.paste((200, 30, 30), (0, 0, wide // 2, high))
    tags = Image.Exif()
    tags[0x010F] = "a camera"
    tags.get_ifd(0x8825)[1] = "N"
    if turned:
        tags[0x0112] = ROTATED
    out = io.BytesIO()
    picture.save(out, "JPEG", exif=tags)
    return out.getvalue()


def encoded(data: bytes) -> str:
    return base64.b64encode(data).decode()


@pytest.fixture
def garden(client: TestClient) -> TestClient:
    file = make.garden_file(products=[make.product("feed", "soluble", N=10)])
    assert client.put(f"{GARDEN}/file", json=json.loads(garden_file.dumps(file))).status_code == 200
    return client


def kept(client: TestClient) -> str:
    """Keep a photo with the garden's bag; its id."""
    sent = client.post(f"{GARDEN}/photos", json={"file": encoded(photo())})
    assert sent.status_code == 200
    (bag,) = client.get(GARDEN).json()["file"]["garden"]["products"]
    revision = client.get(GARDEN).json()["revisions"][bag["id"]]
    put = client.put(
        f"{GARDEN}/products/{bag['id']}?based_on={revision}",
        json={**bag, "photo": sent.json()["id"]},
    )
    assert put.status_code == 200
    return sent.json()["id"]


def test_it_is_made_small_and_upright_and_says_nothing_of_its_place() -> None:
    with Image.open(io.BytesIO(small_photo(photo(turned=True)))) as found:
        # 3000 × 2000 on its side is 2000 × 3000; the longer side becomes 1280.
        assert found.size == (853, 1280)
        assert dict(found.getexif()) == {}
        # The left half of a picture turned to the right is its upper half.
        red, below = found.getpixel((426, 200)), found.getpixel((426, 1080))
    assert red[0] > 150 > below[0]
    with Image.open(io.BytesIO(small_photo(photo(300, 200)))) as found:
        assert found.size == (300, 200)


def test_it_is_kept_once_and_shown(garden: TestClient) -> None:
    first, second = kept(garden), kept(garden)
    assert first == second
    shown = garden.get(f"{GARDEN}/photos/{first}.jpg")
    assert shown.headers["content-type"] == "image/jpeg"
    assert shown.content == small_photo(photo())
    assert garden.get(f"{GARDEN}/photos/{'0' * 40}.jpg").status_code == 404
    # It weighs nothing where a garden is read.
    assert garden.get(GARDEN).json()["file"]["photos"] == []


def test_it_leaves_and_enters_with_the_garden(garden: TestClient) -> None:
    named = kept(garden)
    file = garden.get(f"{GARDEN}/file").json()
    assert [one["id"] for one in file["photos"]] == [named]
    file["garden"]["id"] = OTHER
    assert garden.put(f"/api/gardens/{OTHER}/file", json=file).status_code == 200
    there = garden.get(f"/api/gardens/{OTHER}/photos/{named}.jpg")
    assert there.content == garden.get(f"{GARDEN}/photos/{named}.jpg").content
    journal = json.dumps(garden.get(f"/api/gardens/{OTHER}/journal").json())
    assert file["photos"][0]["jpeg"] not in journal


def test_photos_of_a_day_leave_and_enter_with_it(garden: TestClient) -> None:
    """Two were kept; the one that a note shows leaves, the other shows nothing."""
    shown, other = (
        garden.post(f"{GARDEN}/photos", json={"file": encoded(photo(wide))}).json()["id"]
        for wide in (900, 1000)
    )
    note = {"id": make.uid("note"), "on": "2026-05-01", "photos": [shown]}
    assert garden.put(f"{GARDEN}/notes/{note['id']}?based_on=0", json=note).status_code == 200
    file = garden.get(f"{GARDEN}/file").json()
    assert [one["id"] for one in file["photos"]] == [shown]
    assert file["log"]["notes"][0]["photos"] == [shown]
    assert garden.get(f"{GARDEN}/photos/{other}.jpg").status_code == 200


def test_a_photo_that_was_torn_on_its_way_is_refused_with_the_whole_file(
    garden: TestClient,
) -> None:
    kept(garden)
    file = garden.get(f"{GARDEN}/file").json()
    file["garden"]["id"] = OTHER
    file["photos"][0]["jpeg"] = encoded(small_photo(photo(30, 20)))
    refused = garden.put(f"/api/gardens/{OTHER}/file", json=file)
    assert refused.status_code == 422
    assert [fault["field"] for fault in refused.json()["faults"]] == ["photos.0"]
    assert garden.get(f"/api/gardens/{OTHER}").status_code == 404


def test_it_outlasts_a_garden_that_is_replaced_and_comes_back_out_of_a_backup(
    garden: TestClient, engine: Engine, tmp_path: Path
) -> None:
    named = kept(garden)
    backups.save(engine, tmp_path / "all.eznel-backup")
    file = garden.get(f"{GARDEN}/file").json() | {"photos": []}
    revision = garden.get(GARDEN).json()["revision"]
    file["garden"]["name"] = "renamed"
    garden.put(f"{GARDEN}/file?based_on={revision}", json=file)
    assert garden.get(f"{GARDEN}/photos/{named}.jpg").status_code == 200
    with engine.begin() as connection:
        connection.execute(text("DELETE FROM photo"))
    assert garden.get(f"{GARDEN}/photos/{named}.jpg").status_code == 404
    backups.restore(engine, backups.read(tmp_path / "all.eznel-backup"))
    assert garden.get(f"{GARDEN}/photos/{named}.jpg").content == small_photo(photo())


def test_it_is_in_a_copy_of_all_tables(garden: TestClient, engine: Engine, tmp_path: Path) -> None:
    named = kept(garden)
    with database.alone(engine, "migration") as connection:
        snapshots.save(connection, tmp_path / "before.eznel-tables")
        snapshots.put_back(connection, tmp_path / "before.eznel-tables")
    assert garden.get(f"{GARDEN}/photos/{named}.jpg").content == small_photo(photo())


@pytest.mark.parametrize(
    ("data", "key"),
    [
        (b"no photo at all", "photo_unreadable"),
        (photo()[:3000], "photo_unreadable"),
        (b"GIF89a" + b"\x00" * 40, "photo_unreadable"),
    ],
)
def test_what_is_no_photo_is_refused(garden: TestClient, data: bytes, key: str) -> None:
    refused = garden.post(f"{GARDEN}/photos", json={"file": encoded(data)})
    assert refused.status_code == 422
    assert [(f["field"], f["key"]) for f in refused.json()["faults"]] == [("file", key)]


def test_more_points_than_any_camera_has_are_refused(garden: TestClient) -> None:
    flat = io.BytesIO()
    Image.new("1", (9000, 9000)).save(flat, "PNG")  # 81 million points in a few kilobytes
    refused = garden.post(f"{GARDEN}/photos", json={"file": encoded(flat.getvalue())})
    assert [fault["key"] for fault in refused.json()["faults"]] == ["photo_too_large"]


def test_a_garden_that_is_not_there_keeps_none(garden: TestClient) -> None:
    sent = garden.post(f"/api/gardens/{OTHER}/photos", json={"file": encoded(photo())})
    assert sent.status_code == 404


def test_all_photos_in_a_zip(garden: TestClient) -> None:
    """The bag's by its name; two of a day by the day, numbered; one that is lost is left out."""
    bag = kept(garden)
    other = garden.post(f"{GARDEN}/photos", json={"file": encoded(photo(400, 300))}).json()["id"]
    words = {"on": "2026-06-16", "words": "a/b: it flowers", "photos": [bag, other, "f" * 40]}
    name = make.uid("note")
    put = garden.put(f"{GARDEN}/notes/{name}?based_on=0", json={"id": name, **words})
    assert put.status_code == 200
    said = garden.get(f"{GARDEN}/photos.zip")
    assert said.headers["content-type"] == "application/zip"
    with zipfile.ZipFile(io.BytesIO(said.content)) as packed:
        names = packed.namelist()
        assert [one.rpartition(" ")[2] for one in names] == ["1.jpg", "1.jpg", "2.jpg"]
        assert [one.startswith("2026-06-16 ") for one in names] == [False, True, True]
        assert Image.open(io.BytesIO(packed.read(names[2]))).size == (400, 300)
        assert packed.getinfo(names[1]).date_time[:3] == (2026, 6, 16)
