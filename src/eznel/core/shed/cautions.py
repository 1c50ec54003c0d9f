"""Hazards in plain words, by what a product is. Keys; `words` has the sentences."""

from eznel.core.document import Product
from eznel.core.reference import Material

OF_FORM = {
    "granular": ("keep_from_children",),
    "soluble": ("keep_from_children", "store_sealed"),
    "liquid": ("keep_from_children", "store_frost_free"),
    "organic": ("meal_dust", "pets_meal"),
    "coated": ("keep_from_children", "store_cool"),
    "mix": ("mix_dust",),
}
"""Where the material is not known."""

BONE_PH = 7.0


def cautions(product: Product, material: Material | None, ph: float | None) -> tuple[str, ...]:
    """Return the cautions that apply to handling a product.

    Parameters
    ----------
    product : Product
        The product. [document]
    material : Material or None
        The general material it is. [catalogue]
    ph : float or None
        pH of the soil it goes on, where known. [pH]

    Returns
    -------
    tuple of str
        Keys, the most important first; always at least one.
    """
    keys = material.cautions if material is not None else OF_FORM[product.form]
    if ph is None or ph <= BONE_PH:
        keys = tuple(key for key in keys if key != "bone_high_ph")
    return keys
