"""A simulated weather station: a small HTTP service on loopback, the same weather for one seed.

    python -m eznel.standins.weather_station

    GET /days?seed=TEXT&from=DATE&to=DATE&today=DATE&low=12 numbers&high=12 numbers

It answers with a JSON object `{"days": [{"on", "low_c", "high_c", "rain_mm", "humidity_pct",
"wind_m_s", "sun_h", "forecast"}]}`, wind two metres above the ground. A real station knows where it
stands; this one is told the usual monthly minima and maxima of the place.
Warm and cold spells last about a week, and rain falls on one day in three. Days up to today are
measured. At most five days after it are a forecast, the less certain the further off.
"""

import json
import sys
import threading
from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass
from datetime import date, timedelta
from http import HTTPStatus
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from random import Random
from urllib.error import URLError
from urllib.parse import parse_qs, urlencode, urlsplit
from urllib.request import urlopen

FORECAST_DAYS = 5
MOST_DAYS = 1100
SPELL_DAYS, SPELL_KEEPS, SPELL_C = 12, 0.78, 1.9
"""A day's weather is what is left of that of so many days before it, and its own share."""
RAINY_SHARE, RAIN_MM = 0.34, 6.0
TIMEOUT_S = 5.0


@dataclass(frozen=True, slots=True)
class Reading:
    """A day of the station."""

    on: str
    low_c: float
    high_c: float
    rain_mm: float
    humidity_pct: float
    wind_m_s: float
    sun_h: float
    forecast: bool


class StationSilent(Exception):
    """The station does not answer, or not in its own words."""


def weather_of(
    seed: str, on: date, today: date, low_c: Sequence[float], high_c: Sequence[float]
) -> Reading:
    """Return a day's weather, always the same for the same arguments.

    Parameters
    ----------
    seed : str
        Which station.
    on : date
        The day.
    today : date
        The last day that has been measured.
    low_c : sequence of float
        Usual minima of the twelve months. [°C]
    high_c : sequence of float
        Usual maxima of the twelve months. [°C]

    Returns
    -------
    Reading
        Temperatures to a tenth of a degree, rain to a tenth of a millimetre. [°C, mm]
    """
    spell = sum(
        SPELL_KEEPS**n * SPELL_C * _chance(seed, on - timedelta(n)).gauss(0, 1)
        for n in range(SPELL_DAYS)
    )
    own = _chance(f"{seed} own", on)
    span = own.uniform(-1.2, 1.2)
    wet = own.random() < RAINY_SHARE
    rain = min(own.expovariate(1 / RAIN_MM), 70.0) if wet else 0.0
    lead = max((on - today).days, 0)
    if lead:
        doubt = _chance(f"{seed} forecast {today}", on)
        spell += doubt.gauss(0, 0.5 * lead)
        rain = max(rain * doubt.uniform(1 - 0.12 * lead, 1 + 0.12 * lead), 0.0)
    low = _usual(low_c, on) + spell - span
    high = max(_usual(high_c, on) + spell + span - (1.5 if wet else 0.0), low + 0.5)
    sky = _chance(f"{seed} sky", on)
    humid = sky.uniform(76, 92) if wet else sky.uniform(58, 80)
    wind = min(sky.lognormvariate(0.6, 0.45), 9.0) * (1.3 if wet else 1.0)
    sun = sky.uniform(0, 5) if wet else sky.uniform(3, 11)
    return Reading(
        on.isoformat(), round(low, 1), round(high, 1), round(rain, 1), round(humid, 1),
        round(wind, 1), round(sun, 1), lead > 0,
    )  # fmt: skip


def _chance(seed: str, on: date) -> Random:
    return Random(f"{seed} {on.toordinal()}")


def _usual(monthly: Sequence[float], on: date) -> float:
    """Between the middles of two months. [°C]"""
    at = (on.timetuple().tm_yday - 15) / 30.4375
    month, share = int(at // 1) % 12, at % 1
    return monthly[month] * (1 - share) + monthly[(month + 1) % 12] * share


class _Station(BaseHTTPRequestHandler):
    def do_GET(self) -> None:
        """Answer with the days that are asked for."""
        asked = urlsplit(self.path)
        if asked.path != "/days":
            self.send_error(HTTPStatus.NOT_FOUND)
            return
        try:
            days = _days(parse_qs(asked.query))
        except (KeyError, ValueError):
            self.send_error(HTTPStatus.BAD_REQUEST)
            return
        body = json.dumps({"days": [asdict(day) for day in days]}).encode()
        self.send_response(HTTPStatus.OK)
        self.send_header("Content-Type", "application/json")
        self.send_header("Content-Length", str(len(body)))
        self.end_headers()
        self.wfile.write(body)

    def log_message(self, format: str, *args: object) -> None:
        """Say nothing."""


def _days(asked: Mapping[str, Sequence[str]]) -> list[Reading]:
    first, last, today = (date.fromisoformat(asked[name][0]) for name in ("from", "to", "today"))
    last = min(last, today + timedelta(FORECAST_DAYS), first + timedelta(MOST_DAYS))
    low, high = ([float(x) for x in asked[name][0].split(",")] for name in ("low", "high"))
    if len(low) != 12 or len(high) != 12:
        raise ValueError("twelve months")
    count = max((last - first).days + 1, 0)
    return [
        weather_of(asked["seed"][0], first + timedelta(n), today, low, high) for n in range(count)
    ]


def start(port: int = 0) -> ThreadingHTTPServer:
    """Start the station on loopback in a thread of its own.

    Parameters
    ----------
    port : int
        Its port; any free one where it is 0.

    Returns
    -------
    ThreadingHTTPServer
        Serving until it is shut down.
    """
    server = ThreadingHTTPServer(("127.0.0.1", port), _Station)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    return server


def address(port: int) -> str:
    """Return where a station answers.

    Parameters
    ----------
    port : int
        Its port.

    Returns
    -------
    str
        On loopback.
    """
    return f"http://127.0.0.1:{port}"


def ask(
    at: str, seed: str, days: tuple[date, date], today: date, usual: tuple[Sequence[float], ...]
) -> list[Reading]:
    """Return the days that a station has.

    Parameters
    ----------
    at : str
        Its address.
    seed : str
        Which station.
    days : tuple of date and date
        First and last day.
    today : date
        The garden's date.
    usual : tuple of two sequences of float
        The place's monthly minima and maxima. [°C]

    Returns
    -------
    list of Reading
        In order of days.

    Raises
    ------
    StationSilent
        When it does not answer in a few seconds, or with something else.
    """
    low, high = (",".join(f"{x:g}" for x in months) for months in usual)
    names = {"seed": seed, "from": days[0], "to": days[1], "today": today, "low": low, "high": high}
    try:
        with urlopen(f"{at}/days?{urlencode(names)}", timeout=TIMEOUT_S) as answer:
            found = json.load(answer)["days"]
        return [Reading(**one) for one in found]
    except (URLError, OSError, ValueError, KeyError, TypeError) as error:
        raise StationSilent(str(error)) from error


def main() -> None:
    """Be the station until the input is closed."""
    server = start()
    print(server.server_address[1], flush=True)
    sys.stdin.buffer.read()
    server.shutdown()


if __name__ == "__main__":
    main()
