"""Speed of the readers on texts that are made to be slow, and how it grows with length."""

from collections.abc import Callable
from time import process_time

from eznel.bench.garden import TODAY
from eznel.bench.rows import Row, median_ms
from eznel.core.errors import Refusal
from eznel.formats.labels.reading import read_label
from eznel.formats.product_files import read_products, write_csv
from eznel.formats.soil_files.table import read_table
from eznel.formats.soil_files.text import read_text
from eznel.formats.water_report import read_water
from eznel.formats.weather_file import read_weather

CHARACTERS = 39_900
SAMPLES = 3
PIECES = (
    "P|", "P   ", "sample   ", "date|", "5 (---", "5-5-5 ", "pH 6.4, ", "1,", "a\n", "P 5 ppm\n",
    "N 5 % ", "1 to ", "1 part ", "0.25 mm ", "1 200 ", "K2O/", "Ca 1 340 ppm; ",
    "5 g per ", "per\n", "pH  P ppm  K ppm\n", "pH  P  K\n6  4  5\n", "(1 % n, ", "ca 1, ",
    "nitrate (no3) ", "21 ppm sodium ",
)  # fmt: skip
"""What a hostile text repeats: pieces that begin what many patterns look for."""

READERS: tuple[tuple[str, str, Callable[[str], object]], ...] = (
    ("a pasted soil report", "", lambda text: read_text(text, TODAY)),
    (
        "a table of soil tests",
        "Sample,pH,P ppm,Note\nA,6.4,41,",
        lambda text: read_table(text, TODAY),
    ),
    ("a pasted label", "Chalk feed\n", read_label),
    ("a pasted analysis of water", "Water test\n", read_water),
    ("a table of weather", "date,min temp,max temp\n2026-05-01,8,", read_weather),
    (
        "a table of products",
        write_csv(()).rstrip() + "\n",
        lambda text: read_products(text.encode("utf-8")),
    ),
)  # fmt: skip


def rows() -> list[Row]:
    """Measure every reader on the text that is slowest for it.

    Returns
    -------
    list of Row
        The time at full length, and how it grew from half of it. [ms, ms/ms]
    """
    found = []
    for name, head, read in READERS:
        whole = {one: _ms(read, head, one, CHARACTERS) for one in PIECES}
        slowest = max(whole, key=lambda one: whole[one])
        half = _ms(read, head, slowest, CHARACTERS // 2)
        note = f"of {slowest.strip()!r}"
        found += [
            Row(f"reading 40 kB as {name}", whole[slowest], "ms", 2000, 1000, note),
            Row("  growth on doubling", whole[slowest] / half, "×", 2.6, 2.2),
        ]
    return found


def _ms(read: Callable[[str], object], head: str, piece: str, characters: int) -> float:
    text = (head + piece * (characters // len(piece) + 1))[:characters]

    def refused_or_read() -> None:
        try:
            read(text)
        except Refusal:
            return

    return median_ms(refused_or_read, SAMPLES, process_time)
