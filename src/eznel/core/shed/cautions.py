"""Hazards in plain words, by what a product is. Keys; `words` has the sentences."""

from eznel.core.products.fertiliser import Fertiliser

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


def cautions(of: Fertiliser, ph: float | None) -> tuple[str, ...]:
    """Return the cautions that apply to handling a product.

    Parameters
    ----------
    of : Fertiliser
        The product.
    ph : float or None
        pH of the soil it goes on, where known. [pH]

    Returns
    -------
    tuple of str
        Keys, the most important first; always at least one.
    """
    keys = of.material.cautions if of.material is not None else OF_FORM[of.form]
    if ph is None or ph <= BONE_PH:
        keys = tuple(key for key in keys if key != "bone_high_ph")
    return keys
