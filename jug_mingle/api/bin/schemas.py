"""The bin over the wire."""

from datetime import datetime
from typing import Annotated

from pydantic import BaseModel

from jug_mingle.documents.strict import OneOf
from jug_mingle.services.bin import KINDS

BinKind = Annotated[str, OneOf(KINDS)]


class RemovedOut(BaseModel):
    """Something that was removed, and can be brought back."""

    kind: BinKind
    id: int
    name: str
    job_name: str
    removed: datetime
