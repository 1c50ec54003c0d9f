"""Everything the core looks up, in one."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from eznel.core.document import Programme
from eznel.core.errors import Unknown
from eznel.core.reference.growing import Crop, Holding, Picked, Seed, Stage, WaterUse
from eznel.core.reference.starting import Climate, Country, KeyStep, Preset
from eznel.core.reference.substances import Band, Material, ReadyRecipe, Substrate, SufficiencyRate
from eznel.core.reference.symptoms import Symptoms
from eznel.core.reference.tasks import Practice, Task, TrialIdea


@dataclass(frozen=True)
class Catalogue:
    """Everything the core looks up. Built once by the loader."""

    crops: dict[str, Crop]
    stages: dict[str, tuple[Stage, ...]]
    bands: tuple[Band, ...]
    sufficiency: dict[tuple[str, str], SufficiencyRate]
    materials: dict[str, Material]
    programmes: dict[str, Programme]
    climates: tuple[Climate, ...] = ()
    presets: tuple[Preset, ...] = ()
    countries: tuple[Country, ...] = ()
    texture_key: tuple[KeyStep, ...] = ()
    tasks: tuple[Task, ...] = ()
    practices: tuple[Practice, ...] = ()
    water_use: Mapping[str, WaterUse] = field(default_factory=dict)
    holding: Mapping[str, Holding] = field(default_factory=dict)
    seeds: Mapping[str, Seed] = field(default_factory=dict)
    picked: Mapping[str, Picked] = field(default_factory=dict)
    substrates: Mapping[str, Substrate] = field(default_factory=dict)
    recipes: tuple[ReadyRecipe, ...] = ()
    trials: tuple[TrialIdea, ...] = ()
    symptoms: Symptoms = field(default_factory=lambda: Symptoms({}, {}, {}, (), {}, (), ()))

    def crop(self, key: str, at: str = "crop") -> Crop:
        """Return the crop of that key, or refuse the field `at`."""
        if key not in self.crops:
            raise Unknown(at, "unknown_crop", name=key)
        return self.crops[key]

    def substrate(self, key: str, at: str = "material") -> Substrate:
        """Return the general substrate of that key, or refuse the field `at`."""
        if key not in self.substrates:
            raise Unknown(at, "unknown_substrate", name=key)
        return self.substrates[key]

    def material(self, key: str, at: str = "material") -> Material:
        """Return the general material of that key, or refuse the field `at`."""
        if key not in self.materials:
            raise Unknown(at, "unknown_material", name=key)
        return self.materials[key]
