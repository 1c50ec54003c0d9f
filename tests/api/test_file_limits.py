"""What is sent in files and pasted: taken at its limit, refused beyond it, at its field."""

import base64

import pytest
from fastapi.testclient import TestClient

from eznel.api import limits
from eznel.demo import SLIP
from eznel.formats.files import MOST_BYTES
from eznel.formats.labels.reading import MOST_CHARACTERS

GARDEN = f"/api/gardens/{SLIP}"
TABLE = b"date,min C,max C\n2026-06-01,8,19\n"
LIST = b"name,N %,P2O5 %,K2O %\nBag,5,3,8\n"
REPORT = b"pH (H2O): 6.4\nPhosphorus (Mehlich 3): 40 mg/kg\n"


def padded(head: bytes, size: int) -> str:
    """So many bytes that say no more than their beginning."""
    return base64.b64encode(head + b"\n" * (size - len(head))).decode()


FILES = {
    "weather": (f"{GARDEN}/weather/read", TABLE, []),
    "products": (f"{GARDEN}/products-file/read", LIST, []),
    "reports": (f"{GARDEN}/soil-files/read", REPORT, [("text", "text_too_long")]),  # its lines
}


def faults(client: TestClient, path: str, said: dict[str, object]) -> list[tuple[str, str]]:
    answer = client.post(path, json=said)
    assert answer.status_code in (200, 422)
    refused = answer.json()["faults"] if answer.status_code == 422 else []
    return [(fault["field"], fault["key"]) for fault in refused]


@pytest.mark.parametrize("kind", FILES)
def test_a_file_is_taken_at_its_limit_and_refused_beyond_it(
    kind: str, slip_client: TestClient
) -> None:
    path, head, at_most = FILES[kind]
    too_large = [("file", "file_too_large")]
    assert faults(slip_client, path, {"file": padded(head, MOST_BYTES)}) == at_most
    assert faults(slip_client, path, {"file": padded(head, MOST_BYTES + 1)}) == too_large
    most = limits.MOST_OF_A_FILE
    assert faults(slip_client, path, {"file": padded(head, most)}) == too_large
    ((field, _),) = faults(slip_client, path, {"file": padded(head, most + 1)})
    assert field == "file"


def test_a_label_is_taken_at_its_limit_and_refused_beyond_it(slip_client: TestClient) -> None:
    def read(size: int) -> list[tuple[str, str]]:
        said = {"id": "c1f70db8-13b6-4d1c-9a0c-2b9c5f0f7a11", "elements": None}
        text = "Feed 5-3-8\n".ljust(size)
        return faults(slip_client, f"{GARDEN}/labels/read", {**said, "text": text})

    assert read(MOST_CHARACTERS) == []
    assert read(MOST_CHARACTERS + 1) == [("text", "label_too_long")]


def test_every_file_fits_into_a_request() -> None:
    # Base64 writes three bytes as four; names and braces come to some dozens of bytes.
    assert limits.MOST_OF_A_FILE * 4 / 3 + 1000 < limits.MOST_BYTES
