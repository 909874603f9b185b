"""How a see-through film is laid, and over what: with a mix that is one, and with a strip of it."""

from typing import Annotated

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from jug_mingle.core.optics.uptake import LONGEST, PREPARED, SHORTEST, Laying
from jug_mingle.core.recipes.over_kinds import OVER_KINDS
from jug_mingle.documents.strict import OneOf, StrictModel

FilmKind = Annotated[str, OneOf(kind.key for kind in OVER_KINDS)]
Prepared = Annotated[str, OneOf(PREPARED)]
GroundName = Annotated[str, Field(max_length=60)]


class LayingIn(StrictModel):
    """How a film is laid."""

    wait: float = Field(default=5.0, description=f"Before wiping, {SHORTEST:.2g} to {LONGEST:g}. [minutes]")
    wipe: float = Field(default=1.0, description="0 left alone, 1 wiped hard. [0..1]")
    coats: int = 1
    prepared: Prepared = "as sanded"

    @model_validator(mode="after")
    def check(self) -> "LayingIn":
        """Refuse what cannot be done, in the core's own words."""
        try:
            self.laying()
        except ValueError as error:
            raise PydanticCustomError("laying", "{words}", {"words": str(error)}) from error
        return self

    def laying(self) -> Laying:
        """Return it as the core takes it."""
        return Laying(wait=self.wait, wipe=self.wipe, coats=self.coats, prepared=self.prepared)


class FieldIn(LayingIn):
    """How a field of a board was laid, over what, and what was put over a half of it."""

    over: GroundName
    finish: Annotated[str, OneOf(("", "oiled", "sealed"))] = ""


class LaidIn(LayingIn):
    """The same, of a film of some kind over some ground."""

    kind: FilmKind
    over: GroundName = Field(
        description="A ground by its key, a colour, mix or strip of the job: oak, wood:7, mix:3."
    )
