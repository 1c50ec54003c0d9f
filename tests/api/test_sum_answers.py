"""Sums over the wire: said in the reader's language, answered from what was typed."""

from httpx import Client


def test_sums_are_said_in_the_readers_language(client: Client) -> None:
    said = client.get("/api/sums", headers={"Accept-Language": "de"}).json()
    one = next(sum_ for sum_ in said if sum_["key"] == "bags")
    assert one["name"] == "Wie viele Säcke"
    assert one["parts"] == [
        "{volume_l}", " aus Säcken zu ", "{bag_l}", " sind ", "{bags}", " Säcke.",
    ]  # fmt: skip
    assert [blank["usual"] for blank in one["blanks"]] == ["", "40 L", ""]


def test_an_answer_comes_with_its_working_and_how_it_was_read(client: Client) -> None:
    typed = {"soak_mm": "an inch", "area_m2": "4 x 8 ft", "can_l": "2 gal"}
    asked = {"asked": "given_l", "typed": typed}
    answer = client.post(
        "/api/sums/watering", json=asked, headers={"X-Eznel-Units": "us", "Accept-Language": "en"}
    ).json()
    assert answer["shown"]["result"] == "19.9 gal"  # 32 ft² × 1/12 ft = 2.6667 ft³
    assert answer["read"] == {"soak_mm": "1 in", "area_m2": "32 ft²", "can_l": "2 gal"}
    assert answer["line"] == "1 in on 32 ft² is 19.9 gal, in cans of 2 gal."
    assert [step["formula"] for step in answer["shown"]["steps"]] == ["25.4 mm × 2.97 m²"]


def test_an_australian_spoon_is_twenty_millilitres(client: Client) -> None:
    asked = {"asked": "product_g", "typed": {"count": "1", "scoop_ml": "1 tbsp"}}
    for language, grams in (("en-AU,en;q=0.9", 20.0), ("en-GB", 15.0)):
        answer = client.post("/api/sums/scoops", json=asked, headers={"Accept-Language": language})
        assert answer.json()["shown"]["value"] == grams


def test_what_is_wrong_is_said_at_its_blank(client: Client) -> None:
    asked = {"asked": "bags", "typed": {"volume_l": "5 gallons"}}
    refused = client.post("/api/sums/bags", json=asked, headers={"Accept-Language": "en"})
    assert refused.status_code == 422
    (fault,) = refused.json()["faults"]
    assert (fault["field"], fault["key"]) == ("volume_l", "sum_which_gallon")
    assert client.post("/api/sums/nothing", json=asked).status_code == 422
    long = client.post("/api/sums/bags", json={"asked": "bags", "typed": {"x" * 50: "1"}})
    assert long.status_code == 422
