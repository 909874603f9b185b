"""Pieces as they are shown."""

from dataclasses import asdict

from jug_mingle.api.pieces import schemas
from jug_mingle.core.finishes.stack import usual_ground
from jug_mingle.core.pieces import Piece
from jug_mingle.core.pieces.addresses import WHEN_ASKED, closest_first, face_said, zone_of
from jug_mingle.services.hardware import fitted_on
from jug_mingle.services.pieces import ground_keys, piece_of, uses_of
from jug_mingle.store.models import PieceRow


def piece_out(row: PieceRow) -> schemas.PieceOut:
    """Return a piece."""
    piece = piece_of(row)
    measures = {name: value for name, value in row.spec.items() if name not in ("form", "layout", "changes")}
    return schemas.PieceOut(
        id=row.id, version=row.version, name=row.name, form=piece.form, measures=measures,
        layout=[schemas.RowOfFronts.model_validate(one, from_attributes=True) for one in piece.layout],
        changes=[schemas.PartChange.model_validate(one, from_attributes=True) for one in piece.changes],
        parts=_parts(piece, ground_keys(row)), groups=piece.groups, grounds=row.grounds,
        areas={zone: round(area, 4) for zone, area in piece.areas.items()},
        padding=round(sum(area for face, area in piece.faces.items() if zone_of(face) == "padding"), 4),
        uses=list(uses_of(row)), age=row.age,
        count=row.count, belongs=row.belongs, recounted=row.recounted, hardware=_hardware(row), look_id=row.look_id,
    )  # fmt: skip


def _hardware(row: PieceRow) -> schemas.HardwareOut:
    found = fitted_on(row)
    return schemas.HardwareOut(
        **asdict(found.hardware), count=found.count, cost=round(found.cost, 2), wrong=found.wrong,
        holes=[
            schemas.HolesOut.model_validate(
                {key: value if key == "part" else [round(at, 1) for at in value] for key, value in asdict(one).items()}
            )
            for one in found.holes
        ],
    )  # fmt: skip


def _parts(piece: Piece, grounds: dict[str, str]) -> list[schemas.PartOut]:
    faces: dict[str, list[schemas.PartFaceOut]] = {part: [] for part in piece.parts}
    for address, area in piece.faces.items():
        part, face = address.split("/")[2:]
        said = next((grounds[name] for name in closest_first(address) if name in grounds), "")
        ground = said or usual_ground(address) or grounds.get("", "oak")
        faces.setdefault(part, []).append(
            schemas.PartFaceOut(
                name=f"{part}/{face}", said=face_said(address), zone=zone_of(address), area=round(area, 4),
                ground=ground, when_asked=zone_of(address) in WHEN_ASKED,
            )
        )  # fmt: skip
    solids = {box.part: box for box in piece.boxes}
    return [
        schemas.PartOut(
            key=part, name=piece.called(part), kind=piece.parts.get(part, ""), faces=own,
            at=_rounded(solids[part].at) if part in solids else None,
            size=_rounded(solids[part].size) if part in solids else None,
        )
        for part, own in faces.items()
    ]  # fmt: skip


def _rounded(lengths: tuple[float, float, float]) -> list[float]:
    return [round(length, 4) for length in lengths]
