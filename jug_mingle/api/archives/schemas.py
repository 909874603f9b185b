"""Archives over the wire."""

from pydantic import BaseModel, Field

from jug_mingle.documents.strict import Id, StrictModel


class JobThereOut(BaseModel):
    """A job of an archive; `here` where one begun at the same moment stands here, too."""

    id: int
    name: str
    counts: dict[str, int]
    here: bool


class ArchiveOut(BaseModel):
    """An archive that was sent, and what bringing it back would do. Nothing was changed yet."""

    token: str
    of: str = Field(description='"everything" or "job".')
    title: str
    made: str
    jobs: list[JobThereOut]
    brings: dict[str, int]
    replaces: dict[str, int]
    new_photos: int
    words: str


class ImportIn(StrictModel):
    """Which jobs of an archive are brought in, by their numbers in it."""

    jobs: list[Id] = Field(min_length=1, max_length=10_000)


class ImportedOut(BaseModel):
    """The numbers that jobs got here."""

    jobs: list[int]


class RestoredOut(BaseModel):
    """What was here before, kept as a copy of this name in the data folder."""

    aside: str
