"""Products as a table and as JSON, in and out without losing anything but photos.

A photo goes with its garden. What a label said is in JSON alone.

A table has a row for each product and a column for each thing that a label may say. A measure
stands in one cell with its unit, like "25 kg" or "15 mL in 10 L"; a declared nutrient has a column
of its own, with its range as "4 (3-5)". What is written here reads back to the same products.
"""

import csv
import io
import json
import re
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any, get_args
from uuid import UUID, uuid5

from pydantic import ValidationError

from eznel.core.document import Product
from eznel.core.document.product import Nutrient
from eznel.core.errors import Impossible
from eznel.formats.cells import guarded
from eznel.formats.files import decoded
from eznel.formats.numbers import Mark, read_number
from eznel.formats.tables import table_of

READ = UUID("0d0c5b7e-3c0a-4f0e-9e63-2f8a2d0b9b51")
"""Namespace of the ids of products in a table that names none."""
FORMAT = "eznel products"
MOST_PRODUCTS = 500

NUTRIENTS: tuple[str, ...] = get_args(Nutrient)
_TEXT = ("id", "name", "form", "basis", "material", "proof", "note")
_NUMBERS = (
    "dry_matter_pct", "first_season_n_pct", "release_days", "carbon_to_n", "ec_of_1g_l_ds_m",
    "interval_days", "max_times",
)  # fmt: skip
_YES_NO = ("organic", "animal", "may_use", "for_seed")
_MEASURES = ("density", "max_rate", "max_per_plant", "max_strength", "max_in_mix")
_NITROGEN = ("nitrate_pct", "ammonium_pct", "urea_pct", "insoluble_pct", "slow_pct")
_LIMING = ("cce_pct", "passing_60_mesh_pct", "passing_20_mesh_pct")
HEADINGS = (
    *_TEXT[:5], *(f"{n} %" for n in NUTRIENTS), "lines", *(f"nitrogen.{n}" for n in _NITROGEN),
    *(f"liming.{n}" for n in _LIMING), *_MEASURES, *_NUMBERS, *_YES_NO, *_TEXT[5:],
    "weighed", "stock", "counted_on", "price", "other_packs", "added",
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class ReadProduct:
    """One product of a file, or what it cannot be."""

    at: str
    """Where it stood, like "row 3"."""
    name: str
    product: Product | None
    wrong: ValidationError | None
    left: tuple[str, ...] = ()
    """Cells that were not understood: heading and text."""


def write_json(products: Iterable[Product]) -> str:
    """Return products as JSON.

    Parameters
    ----------
    products : iterable of Product
        The shed.

    Returns
    -------
    str
        With the name and version of the format.
    """
    plain = [product.model_dump(mode="json", exclude={"photo"}) for product in products]
    whole = {"format": FORMAT, "version": 1, "products": plain}
    return json.dumps(whole, indent=2, ensure_ascii=False) + "\n"


def write_csv(products: Iterable[Product]) -> str:
    """Return products as a table with a row each.

    Parameters
    ----------
    products : iterable of Product
        The shed.

    Returns
    -------
    str
        Comma separated, with a heading row.
    """
    out = io.StringIO(newline="")
    sheet = csv.DictWriter(out, HEADINGS, lineterminator="\r\n")
    sheet.writeheader()
    for product in products:
        sheet.writerow({key: guarded(cell) for key, cell in _cells(product).items()})
    return out.getvalue()


def _number(value: float) -> str:
    return repr(int(value)) if float(value).is_integer() and abs(value) < 1e15 else repr(value)


def _measure(data: Any) -> str:
    if data is None:
        return ""
    if "water" in data:
        return f"{_measure(data['product'])} in {_measure(data['water'])}"
    if "area" in data:
        return f"{_measure(data['product'])} on {_measure(data['area'])}"
    return f"{_number(data['value'])} {data['unit']}"


def _priced(data: Any) -> str:
    return f"{_number(data['amount'])} for {_measure(data['pack'])}"


def _cells(product: Product) -> dict[str, str]:
    data = product.model_dump(mode="json")
    cells = {key: data[key] or "" for key in _TEXT}
    for key in _NUMBERS:
        cells[key] = "" if data[key] is None else _number(data[key])
    for key in _YES_NO:
        cells[key] = {None: "", True: "yes", False: "no"}[data[key]]
    for key in _MEASURES:
        cells[key] = _measure(data[key])
    for line in data["declared"]:
        cells[f"{line['nutrient']} %"] = _declared(line)
    order = [line["nutrient"] for line in data["declared"]]
    if order != sorted(order, key=NUTRIENTS.index):
        cells["lines"] = " ".join(order)
    for part, keys in (("nitrogen", _NITROGEN), ("liming", _LIMING)):
        for key in keys:
            value = (data[part] or {}).get(key)
            cells[f"{part}.{key}"] = "" if value is None else _number(value)
    if data["weighed"]:
        one = data["weighed"]
        count = _number(one["count"])
        cells["weighed"] = f"{count} x {_measure(one['volume'])} = {_measure(one['mass'])}"
    if data["stock"]:
        cells["stock"], cells["counted_on"] = (
            _measure(data["stock"]["amount"]),
            data["stock"]["counted_on"],
        )
    cells["price"] = _priced(data["price"]) if data["price"] else ""
    cells["other_packs"] = "; ".join(_priced(one) for one in data["other_packs"])
    cells["added"] = "; ".join(f"{one['nutrient']} {_number(one['mg_l'])}" for one in data["added"])
    return cells


def _declared(line: dict[str, Any]) -> str:
    text = _number(line["pct"])
    if line["low_pct"] is None and line["high_pct"] is None:
        return text
    low, high = ("" if line[key] is None else _number(line[key]) for key in ("low_pct", "high_pct"))
    return f"{text} ({low}-{high})"


def read_products(file: bytes) -> tuple[ReadProduct, ...]:
    """Return the products of a file, CSV or JSON.

    Parameters
    ----------
    file : bytes
        As chosen.

    Returns
    -------
    tuple of ReadProduct
        In the order of the file, each with a product or with what it cannot be.

    Raises
    ------
    Impossible
        When it is no list of products, or far too long.
    """
    text = decoded(file)
    rows = _from_json(text) if text.lstrip()[:1] in ("{", "[") else _from_csv(text)
    if len(rows) > MOST_PRODUCTS:
        raise Impossible("file", "products_too_many", most=MOST_PRODUCTS)
    return tuple(_product(at, data, left) for at, data, left in rows)


Found = list[tuple[str, dict[str, Any], tuple[str, ...]]]


def _product(at: str, data: dict[str, Any], left: tuple[str, ...]) -> ReadProduct:
    name = str(data.get("name", ""))[:80]
    try:
        return ReadProduct(at, name, Product.model_validate(data), None, left)
    except ValidationError as error:
        return ReadProduct(at, name, None, error, left)


def _from_json(text: str) -> Found:
    try:
        data = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise Impossible("file", "products_not_read") from error
    listed = data.get("products") if isinstance(data, dict) else data
    if not isinstance(listed, list) or not all(isinstance(one, dict) for one in listed):
        raise Impossible("file", "products_not_read")
    return [(f"product {n}", one, ()) for n, one in enumerate(listed, start=1)]


def _from_csv(text: str) -> Found:
    try:
        table = table_of(text)
    except Impossible as error:
        raise Impossible("file", "products_not_read") from error
    headings = table.rows[0].cells if table.rows else ()
    if "name" not in headings:
        raise Impossible("file", "products_not_read")
    found: Found = []
    reader = _Cells(table.mark)
    for row in table.rows[1:]:
        cells = {h: c for h, c in zip(headings, row.cells, strict=False) if c}
        data, left = _read_cells(cells, reader)
        data.setdefault("id", str(uuid5(READ, f"{row.number} {data.get('name')}")))
        found.append((f"row {row.number}", data, left))
    return found


_ONE = r"(-?[\d.,]+(?:e-?\d+)?) ?([\w/%]+)"
_PRICED = re.compile(rf"(-?[\d.,]+(?:e-?\d+)?) for {_ONE}")


def _yes_no(text: str) -> bool:
    known = {"yes": True, "no": False, "true": True, "false": False}
    if text.strip().lower() not in known:
        raise ValueError(text)
    return known[text.strip().lower()]


class _Cells:
    """Reads the cells of a row as the document has them; `mark` stands before decimals."""

    def __init__(self, mark: Mark | None) -> None:
        self.mark = mark
        self.readers: dict[str, Callable[[str], Any]] = {
            **dict.fromkeys((*_TEXT, "lines"), str),
            **dict.fromkeys(_NUMBERS, self.number),
            **dict.fromkeys(_YES_NO, _yes_no),
            **dict.fromkeys(_MEASURES, self.any_measure),
            "weighed": self.weighed,
            "price": self.pack,
            "other_packs": lambda text: [self.pack(part) for part in text.split(";")],
            "added": self.added,
        }

    def number(self, text: str) -> float:
        """A number; what can be read in two ways is left with its words."""
        read = read_number(text, self.mark)
        if read is None or read.other is not None:
            raise ValueError(text)
        return read.value

    def measure(self, text: str) -> dict[str, Any]:
        match = re.fullmatch(_ONE, text.strip())
        if match is None:
            raise ValueError(text)
        return {"value": self.number(match[1]), "unit": match[2]}

    def any_measure(self, text: str) -> dict[str, Any]:
        for word, key in ((" in ", "water"), (" on ", "area")):
            if word in text:
                product, _, over = text.partition(word)
                return {"product": self.measure(product), key: self.measure(over)}
        return self.measure(text)

    def pack(self, text: str) -> dict[str, Any]:
        match = _PRICED.fullmatch(text.strip())
        if match is None:
            raise ValueError(text)
        pack = {"value": self.number(match[2]), "unit": match[3]}
        return {"amount": self.number(match[1]), "pack": pack}

    def line(self, nutrient: str, text: str) -> dict[str, Any]:
        match = re.fullmatch(r"(.+?) \((.*?)-(.*?)\)", text.strip())
        if match is None:
            return {"nutrient": nutrient, "pct": self.number(text)}
        low, high = (self.number(part) if part else None for part in (match[2], match[3]))
        pct = self.number(match[1])
        return {"nutrient": nutrient, "pct": pct, "low_pct": low, "high_pct": high}

    def weighed(self, text: str) -> dict[str, Any]:
        match = re.fullmatch(r"(.+?) x (.+?) = (.+)", text.strip())
        if match is None:
            raise ValueError(text)
        volume, mass = self.measure(match[2]), self.measure(match[3])
        return {"count": self.number(match[1]), "volume": volume, "mass": mass}

    def added(self, text: str) -> list[dict[str, Any]]:
        pairs = [part.split() for part in text.split(";")]
        return [{"nutrient": nutrient, "mg_l": self.number(amount)} for nutrient, amount in pairs]

    def put(self, data: dict[str, Any], heading: str, text: str) -> None:
        """Put a cell where its heading says."""
        part, _, key = heading.partition(".")
        if heading.endswith(" %") and heading[:-2] in NUTRIENTS:
            data["declared"].append(self.line(heading[:-2], text))
        elif (part, key) in _PARTS:
            data.setdefault(part, {})[key] = self.number(text)
        elif heading == "stock":
            data.setdefault("stock", {})["amount"] = self.measure(text)
        elif heading == "counted_on":
            data.setdefault("stock", {})["counted_on"] = text.strip()
        else:
            data[heading] = self.readers[heading](text)


_PARTS = {*(("nitrogen", n) for n in _NITROGEN), *(("liming", n) for n in _LIMING)}


def _read_cells(cells: dict[str, str], reader: _Cells) -> tuple[dict[str, Any], tuple[str, ...]]:
    """A row's cells as the document has them, and the cells that nobody understands."""
    data: dict[str, Any] = {"declared": []}
    left: list[str] = []
    for heading, text in cells.items():
        try:
            reader.put(data, heading, text)
        except (ValueError, KeyError):
            left.append(f"{heading}: {text}"[:200])
    if "lines" in data:
        order = data.pop("lines").split()
        data["declared"].sort(key=lambda line: _place(line["nutrient"], order))
    if "stock" in data and "counted_on" not in data["stock"]:
        left.append(f"stock: {cells['stock']}")
        del data["stock"]
    return data, tuple(left)


def _place(nutrient: str, order: list[str]) -> int:
    """Where a line stands on the label; what the order does not name comes last."""
    return order.index(nutrient) if nutrient in order else len(order)
