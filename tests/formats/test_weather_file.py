"""Weather files: styles, units, dates, and nothing lost on the way out and in."""

from dataclasses import replace
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from eznel.core.document import WeatherDay
from eznel.core.errors import Impossible
from eznel.formats.weather_columns import Usual, WeatherColumn
from eznel.formats.weather_file import day_id, read_weather, write_weather

USUAL = Usual(
    low_c=(-2, -2, 1, 4, 8, 11, 13, 13, 9, 6, 2, -1),
    high_c=(3, 5, 9, 14, 19, 22, 24, 24, 19, 14, 7, 4),
)


def day(on: date, low: float, high: float, rain: float | None) -> WeatherDay:
    return WeatherDay(id=day_id(on), on=on, low_c=low, high_c=high, rain_mm=rain, source="file")


@pytest.mark.parametrize(
    "text",
    [
        "date,min °C,max °C,rain\n2026-05-01,4.5,15,3.2\n2026-05-02,6,18,\n",
        # a row of units; units in the cells
        "date,min,max,rain\n,C,C,mm\n2026-05-01,4.5,15,3.2\n2026-05-02,6,18,\n",
        "date,min,max,rain\n2026-05-01,4.5 °C,15 °C,3.2 mm\n2026-05-02,6 °C,18 °C,\n",
        "Datum;Tmin °C;Tmax °C;Niederschlag mm\n01.05.2026;4,5;15,0;3,2\n02.05.2026;6;18;\n",
        "fecha\tmínima °C\tmáxima °C\tlluvia\n2026-05-01\t4,5\t15\t3,2\n2026-05-02\t6\t18\t\n",
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
    read = read_weather("date,min_c,max_c\n2026-05-01,4,15\n2026-05-02,16,15\nlater,1,2\n,,\n")
    assert [d.on for d in read.days] == [date(2026, 5, 1)]
    assert [one.row for one in read.left] == [3, 4]  # minimum above maximum; no date


def test_a_day_that_is_there_twice_counts_once_and_the_other_row_is_named() -> None:
    read = read_weather("date,min_c,max_c\n2026-05-01,4,15\n2026-05-01,5,15\n2026-05-01,5,15\n")
    assert [(d.low_c, d.high_c) for d in read.days] == [(5, 15)]
    assert [one.row for one in read.left] == [2]


def test_the_order_of_day_and_month_is_asked_where_nothing_tells() -> None:
    text = "date,min_c,max_c\n05/06/2026,4,15\n"
    read = read_weather(text)
    assert (read.days, read.questions) == ((), ("weather_order",))
    for month_first, on in ((True, date(2026, 5, 6)), (False, date(2026, 6, 5))):
        (answered,) = read_weather(text, month_first=month_first).days
        assert answered.on == on
    read = read_weather("date,min_c,max_c\n05/06/2026,4,15\n13/06/2026,4,15\n")
    assert [d.on for d in read.days] == [date(2026, 6, 5), date(2026, 6, 13)]


@pytest.mark.parametrize(
    ("rows", "scale"),
    [
        # July is usually 13 to 24, so 18.5 in the middle; one day may be 25 K off.
        ("2026-07-01,12,24", "°C"),  # 18; as °F it would be -11 to -4, 26 K off
        ("2026-07-01,55,77", "°F"),  # no garden has 77 °C
        # January is usually -2 to 3, so 0.5. 25 to 38 °F is -4 to 3; as °C 31 K off.
        ("2026-01-05,25,38", "°F"),
        # April: 4 to 14, so 9. As °C 9.5; as °F -15 to -10, 21.6 K off: possible on one day,
        ("2026-04-10,5,14", None),
        # but not on four, which may be 12 + 13 / 2 = 18.5 K off.
        ("2026-04-10,5,14\n2026-04-11,5,14\n2026-04-12,5,14\n2026-04-13,5,14", "°C"),
        # In frost the scales come together: -5 to 5 is 0 °C or -17.8.
        ("2026-01-05,-5,5", None),
    ],
)
def test_degrees_without_a_scale_are_what_is_possible_there_or_asked(
    rows: str, scale: str | None
) -> None:
    read = read_weather(f"date,min,max\n{rows}\n", USUAL)
    assert [(c.unit, c.by_usual) for c in read.columns[1:]] == [(scale, scale is not None)] * 2
    assert read.questions == (() if scale else ("weather_scale",))
    assert bool(read.days) is (scale is not None)


def test_without_a_climate_only_what_no_garden_has_is_left_out() -> None:
    assert read_weather("date,min,max\n2026-07-01,12,24\n").questions == ("weather_scale",)
    (hot,) = read_weather("date,min,max\n2026-07-01,59,77\n").days
    assert (hot.low_c, hot.high_c) == (15, 25)


@pytest.mark.parametrize(
    ("heads", "rain", "mm"),
    [
        ("min °F,max °F,rain", "0.5", None),  # half an inch, or half a millimetre
        ("min °F,max °F,rain", "16", 16),  # no day has 16 inches
        ("min °F,max °F,rain", "0", 0),
        ("min °C,max °C,rain", "0.5", 0.5),
        ("min °F,max °F,rain in", "0.5", 12.7),
    ],
)
def test_rain_without_a_unit(heads: str, rain: str, mm: float | None) -> None:
    read = read_weather(f"date,{heads}\n2026-07-01,55,59,{rain}\n")
    if mm is None:
        assert read.questions == ("weather_rain",)
    else:
        assert read.days[0].rain_mm == mm


def test_columns_that_nobody_knows_are_listed_and_can_be_told() -> None:
    text = "when,cold,hot,sun\n2026-05-01,4,15,7\n2026-05-02,5,16,8\n"
    read = read_weather(text)
    assert read.questions == ("weather_columns",)
    assert [one.heading for one in read.columns] == ["", "", "", ""]
    told = [
        WeatherColumn("", "on"),
        WeatherColumn("", "low", "°C"),
        WeatherColumn("", "high", "°C"),
        WeatherColumn(""),
    ]
    answered = read_weather(text, told=told)
    assert [(d.low_c, d.high_c) for d in answered.days] == [(4, 15), (5, 16)]
    assert [one.words for one in answered.left] == ["when cold hot sun"]
    with pytest.raises(Impossible) as refused:
        read_weather(text, told=told[:3])
    assert refused.value.key == "columns_differ"


def test_a_column_can_be_told_otherwise() -> None:
    text = "date,min,max\n2026-05-01,40,59\n"
    (day_,) = read_weather(text, USUAL).days  # 40 to 59 °C is 40 K above a usual May
    assert (day_.low_c, day_.high_c) == (pytest.approx(4.44), 15)
    told = [
        WeatherColumn("date", "on"),
        WeatherColumn("min", "low", "°C"),
        WeatherColumn("max", "high", "°C"),
    ]
    (day_,) = read_weather(text, USUAL, told).days
    assert (day_.low_c, day_.high_c) == (40, 59)


def test_what_has_too_few_columns_is_no_table() -> None:
    with pytest.raises(Impossible) as refused:
        read_weather("2026-05-01,4\n")
    assert refused.value.key == "weather_headings"


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


def test_the_sky_is_read_where_its_unit_is_printed() -> None:
    """10 km/h is 2.78 m/s; 10 mph at 10 m is 4.47 × 0.748 = 3.34 at 2 m. Gusts are no mean wind."""
    (one,) = read_weather(
        "date,min °C,max °C,humidity %,max gust km/h,wind km/h,sunshine hours\n"
        "2026-05-01,4,15,71,60,10,6.5\n"
    ).days
    assert (one.humidity_pct, one.wind_m_s, one.sun_h) == (71, 2.78, 6.5)
    (high,) = read_weather("date,min °C,max °C,wind 10 m (mph)\n2026-05-01,4,15,10\n").days
    assert high.wind_m_s == 3.34
    plain = read_weather("date,min °C,max °C,wind,humidity\n2026-05-01,4,15,10,70\n")
    assert [column.meaning for column in plain.columns] == ["on", "low", "high", None, None]
    told = [replace(c, meaning="wind") if c.heading == "wind" else c for c in plain.columns]
    asked = read_weather("date,min °C,max °C,wind,humidity\n2026-05-01,4,15,10,70\n", told=told)
    assert (asked.days, asked.questions) == ((), ("weather_wind",))


def test_the_sky_survives_the_way_out_and_in() -> None:
    one = day(date(2026, 5, 1), 4, 15, 1).model_copy(
        update={"humidity_pct": 71.0, "wind_m_s": 2.5, "sun_h": 6.5}
    )
    assert read_weather(write_weather([one])).days == (one,)
