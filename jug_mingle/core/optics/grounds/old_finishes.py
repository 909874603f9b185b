"""Finishes that are on furniture already. Tones from memory of what is found."""

from typing import Final

from jug_mingle.core.optics.grounds.ground import GroundKind

OLD_FINISHES: Final = (
    GroundKind(
        key="failed_varnish", title="Failed varnish", Lab=(47.0, 18.0, 36.0), figure=0.6, bleeds=True,
        adhesion="scuff", coat="varnish",
    ),
    GroundKind(
        key="sound_varnish", title="Sound varnish", Lab=(52.0, 15.0, 34.0), figure=0.8, bleeds=True,
        adhesion="scuff", coat="varnish",
    ),
    GroundKind(key="stained_wood", title="Stained wood", Lab=(38.0, 14.0, 20.0), figure=0.8, bleeds=True, thirst=0.3),
    GroundKind(
        key="oiled_wood", title="Oiled wood", Lab=(50.0, 14.0, 30.0), figure=1.0, bleeds=True, adhesion="scuff",
        thirst=0.2, coat="oil",
    ),
    GroundKind(
        key="waxed_wood", title="Waxed wood", Lab=(55.0, 13.0, 29.0), figure=1.0, bleeds=True, adhesion="clean",
        coat="wax",
    ),
    GroundKind(key="old_white_paint", title="Old white paint", Lab=(88.0, 0.0, 11.0), adhesion="scuff", coat="paint"),
    GroundKind(key="old_dark_paint", title="Old dark paint", Lab=(27.0, 5.0, 7.0), adhesion="scuff", coat="paint"),
    GroundKind(
        key="old_thick_paint", title="Old paint in many coats", Lab=(80.0, 0.5, 13.0), adhesion="thick", coat="paint"
    ),
    GroundKind(
        key="old_flaking_paint", title="Old flaking paint", Lab=(76.0, 1.0, 14.0), adhesion="loose", coat="paint"
    ),
)  # fmt: skip
