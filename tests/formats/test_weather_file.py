"""Weather files: styles, units, dates, and nothing lost on the way out and in."""

from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from eznel.core.document import WeatherDay
from eznel.core.errors import Impossible
from eznel.formats.weather_file import day_id, read_weather, write_weather


def day(on: date, low: float, high: float, rain: float | None) -> WeatherDay:
    return WeatherDay(id=day_id(on), on=on, low_c=low, high_c=high, rain_mm=rain, source="file")


@pytest.mark.parametrize(
    "text",
    [
        "date,min,max,rain\n2026-05-01,4.5,15,3.2\n2026-05-02,6,18,\n",
        "Datum;Tmin °C;Tmax °C;Niederschlag mm\n01.05.2026;4,5;15,0;3,2\n02.05.2026;6;18;\n",
        "fecha\tmínima\tmáxima\tlluvia\n2026-05-01\t4,5\t15\t3,2\n2026-05-02\t6\t18\t\n",
        # 40.1 °F is 4.5 °C, 59 is 15, 42.8 is 6, 64.4 is 18; 0.126 in is 3.2 mm
        "Station 7\nDate,Low (°F),High (°F),Precip (in)\n5/1/2026,40.1,59,0.126\n"
        "5/2/2026,42.8,64.4,\n5/13/2026,x,y,z\n",
    ],
)
def test_styles(text: str) -> None:
    read = read_weather(text)
    assert [d.on for d in read.days] == [date(2026, 5, 1), date(2026, 5, 2)]
    assert [d.low_c for d in read.days] == pytest.approx([4.5, 6])
    assert [d.high_c for d in read.days] == pytest.approx([15, 18])
    assert read.days[0].rain_mm == pytest.approx(3.2, abs=0.005)
    assert read.days[1].rain_mm is None


def test_rows_that_are_no_days_are_named() -> None:
    read = read_weather("date,min,max\n2026-05-01,4,15\n2026-05-02,16,15\nlater,1,2\n,,\n")
    assert [d.on for d in read.days] == [date(2026, 5, 1)]
    assert [one.row for one in read.left] == [3, 4]  # minimum above maximum; no date


def test_dates_that_can_be_read_in_two_ways_are_refused() -> None:
    with pytest.raises(Impossible) as refused:
        read_weather("date,min,max\n05/06/2026,4,15\n")
    assert refused.value.key == "weather_dates"
    read = read_weather("date,min,max\n05/06/2026,4,15\n13/06/2026,4,15\n")
    assert [d.on for d in read.days] == [date(2026, 6, 5), date(2026, 6, 13)]


def test_without_headings_it_is_refused() -> None:
    with pytest.raises(Impossible):
        read_weather("2026-05-01,4,15\n")


temperature = st.floats(-30, 45).map(lambda x: round(x, 1))


@given(
    st.lists(
        st.tuples(st.dates(date(2020, 1, 1), date(2030, 1, 1)), temperature, temperature,
                  st.none() | st.floats(0, 90).map(lambda x: round(x, 1))),
        unique_by=lambda one: one[0],
    )
)  # fmt: skip
def test_what_is_written_reads_back(rows: list) -> None:
    made = [day(on, min(a, b), max(a, b), rain) for on, a, b, rain in sorted(rows)]
    assert read_weather(write_weather(made)).days == tuple(made)


@given(st.text(max_size=300))
def test_any_text_is_read_or_refused(text: str) -> None:
    try:
        read_weather(text)
    except Impossible:
        return


PIECES = ("date", "min", "max", "rain", "5/6/2026", "2026-02-30", "°F", "1,5", "-3", "", "9e99")


@given(st.lists(st.lists(st.sampled_from(PIECES), max_size=5), max_size=6))
def test_shuffled_pieces_are_read_or_refused(rows: list) -> None:
    try:
        read_weather("date,min,max\n" + "\n".join(",".join(row) for row in rows))
    except Impossible:
        return


def test_columns_are_what_they_say() -> None:
    """Gusts, dew points and hours of rain are no warmth and no rain; 1.2 cm are 12 mm."""
    text = (
        "date,dew min °C,max gust,precipitation hours,min °C,max °C,rain cm\n"
        "2026-05-01,2,60,5,8,17,1.2\n"
    )
    (day,) = read_weather(text).days
    assert (day.low_c, day.high_c, day.rain_mm) == (8, 17, 12)
