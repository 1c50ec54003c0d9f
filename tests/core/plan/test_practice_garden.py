"""The practice garden's feeds are those that its plan asked for."""

from eznel import catalogue, demo
from eznel.demo.followed import followed


def test_it_was_fed_as_the_plan_says() -> None:
    """Where the plan says something else now, `./eznel demo` writes its feeds anew."""
    found = followed(demo.before_feeding(), catalogue.load())
    fed = demo.garden_file().log.feeds
    assert list(found) == list(fed)
    assert len(fed) > 20
    assert [one.outcome for one in fed].count("missed") == 1
