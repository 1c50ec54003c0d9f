"""Labels out of pasted text, and products as files."""

from collections.abc import Mapping, Sequence
from typing import Annotated, Any
from uuid import UUID

from fastapi import Response
from pydantic import Base64Bytes, BaseModel, Field, ValidationError

from eznel.api import routers
from eznel.api.changed import FieldChanged, differences
from eznel.api.downloads import attachment
from eznel.api.limits import MOST_OF_A_FILE
from eznel.api.problems import FaultView
from eznel.api.services import TheServices, TheSession
from eznel.api.speech import Speech
from eznel.core.document import Product
from eznel.core.quantities import Mass, Volume
from eznel.core.reference import Catalogue
from eznel.formats import faults
from eznel.formats.files import decoded
from eznel.formats.labels.product import Label, Piece
from eznel.formats.labels.reading import read_label
from eznel.formats.product_files import ReadProduct, read_products, write_csv, write_json
from eznel.words import Words

router = routers.router("/api/gardens/{garden_id}", "product files")

MOST_FIGURES = 80
UNNAMED = "a bag"


class LabelText(BaseModel):
    """A label as pasted, typed or in a file, and the id that its product is to have."""

    text: Annotated[str, Field(max_length=MOST_OF_A_FILE)] = ""
    file: Annotated[Base64Bytes, Field(max_length=MOST_OF_A_FILE)] | None = None
    """A PDF or a text; it counts instead of the text."""
    id: UUID
    elements: bool | None = None
    """Whether its P and K are elements, where the grower has answered that."""


class LabelPieceView(BaseModel):
    """One piece of a label beside the words that it came from."""

    at: str
    words: str
    taken: str
    meaning: str | None
    number: float | None
    unit: str
    over: str
    question: str


class LabelView(BaseModel):
    """A label as it was read; nothing is stored."""

    text: str
    """As it was read, of a file too."""
    product: Product | None
    """None where it cannot be kept as it stands: `faults` say why."""
    pack: Mass | Volume | None
    pieces: list[LabelPieceView]
    questions: list[str]
    faults: list[FaultView]


class ProductsFile(BaseModel):
    """A file of products, CSV or JSON."""

    file: Annotated[Base64Bytes, Field(max_length=MOST_OF_A_FILE)]


class ReadProductView(BaseModel):
    """One product of a file, or what it cannot be."""

    at: str
    name: str
    product: Product | None
    known: bool
    """Whether the shed has one of the same id, which would be replaced."""
    changes: list[FieldChanged]
    """What that would change of the one that is known."""
    left: list[str]
    faults: list[FaultView]


class ReadProductsView(BaseModel):
    """The products of a file; nothing is stored."""

    products: list[ReadProductView]


@router.post("/labels/read")
def read_label_text(
    garden_id: UUID, label: LabelText, session: TheSession, services: TheServices, speech: Speech
) -> LabelView:
    """Read a label's text as a product; nothing is stored."""
    stored = services.stored(session, str(garden_id)).file.garden
    names = _names(services.catalogue, speech)
    text = label.text
    if label.file is not None:
        text = services.apart(decoded, label.file)
    found = services.apart(read_label, text, names, stored.preferences.kitchen, label.elements)
    data = {"id": str(label.id), "form": "granular", **found.product}
    data["name"] = data["name"] or UNNAMED
    data = _with_catalogue(data, services.catalogue)
    figures = [_figure(one) for one in found.pieces if one.meaning not in (None, "heading")]
    data["label"] = {"on": services.clock(stored), "figures": figures[:MOST_FIGURES]}
    product, wrong = _validated(data)
    return LabelView(
        text=text,
        product=product,
        pack=_pack(found),
        pieces=[
            LabelPieceView(
                at=piece.at,
                words=piece.words,
                taken=piece.taken,
                meaning=piece.meaning,
                number=piece.number,
                unit=piece.unit,
                over=_over(piece),
                question=piece.question,
            )
            for piece in found.pieces
        ],
        questions=list(found.questions),
        faults=_faults(wrong, speech),
    )


@router.get("/products.csv", response_class=Response)
def write_products_csv(garden_id: UUID, session: TheSession, services: TheServices) -> Response:
    """Save the shed's products as a table."""
    garden = services.stored(session, str(garden_id)).file.garden
    return Response(
        "\ufeff" + write_csv(garden.products),
        media_type="text/csv; charset=utf-8",
        headers=attachment(garden, services.clock(garden), "products", "csv"),
    )


@router.get("/products.json", response_class=Response)
def write_products_json(garden_id: UUID, session: TheSession, services: TheServices) -> Response:
    """Save the shed's products as JSON."""
    garden = services.stored(session, str(garden_id)).file.garden
    return Response(
        write_json(garden.products),
        media_type="application/json",
        headers=attachment(garden, services.clock(garden), "products", "json"),
    )


@router.post("/products-file/read")
def read_products_file(
    garden_id: UUID,
    brought: ProductsFile,
    session: TheSession,
    services: TheServices,
    speech: Speech,
) -> ReadProductsView:
    """Read a file of products; nothing is stored."""
    shed = services.stored(session, str(garden_id)).file.garden.products
    known = {one.id: one for one in shed}
    return ReadProductsView(
        products=[_read(one, known, speech) for one in services.apart(read_products, brought.file)]
    )


def _read(one: ReadProduct, known: Mapping[UUID, Product], said: Words) -> ReadProductView:
    product = one.product
    theirs = known.get(product.id) if product else None
    if product and theirs:  # a table holds neither a photo nor what the label said
        kept = {"photo": product.photo or theirs.photo, "label": product.label or theirs.label}
        product = product.model_copy(update=kept)
    return ReadProductView(
        at=one.at,
        name=one.name,
        product=product,
        known=theirs is not None,
        changes=differences(theirs, product),
        left=list(one.left),
        faults=_faults(one.wrong, said),
    )


def _figure(piece: Piece) -> dict[str, Any]:
    """A figure as it is kept with the product."""
    return {
        "meaning": piece.meaning,
        "value": piece.number,
        "unit": " / ".join(part for part in (piece.unit, _over(piece)) if part),
        "words": piece.words,
    }


def _over(piece: Piece) -> str:
    return f"{piece.over.value:g} {piece.over.unit}" if piece.over else ""


def _names(catalogue: Catalogue, said: Words) -> dict[str, Sequence[str]]:
    return {
        one.key: (one.name, said.of_row(one.name), *one.also_called)
        for one in catalogue.materials.values()
    }


def _with_catalogue(data: dict[str, Any], catalogue: Catalogue) -> dict[str, Any]:
    """The form of the general material that a label names, where it names no form itself."""
    material = catalogue.materials.get(data.get("material") or "")
    if material is not None and material.form == "coated" and "release_days" not in data:
        data["release_days"] = material.release_days
    return data


def _validated(data: dict[str, Any]) -> tuple[Product | None, ValidationError | None]:
    try:
        return Product.model_validate(data), None
    except ValidationError as error:
        return None, error


def _faults(wrong: ValidationError | None, said: Words) -> list[FaultView]:
    found = faults.of(wrong, said) if wrong is not None else []
    return [FaultView(**{n: getattr(f, n) for n in FaultView.model_fields}) for f in found]


def _pack(label: Label) -> Mass | Volume | None:
    if label.pack is None:
        return None
    shape = Mass if label.pack.unit in ("g", "kg", "oz", "lb", "mg") else Volume
    return shape.model_validate(label.pack.data)
