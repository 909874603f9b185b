"""Bare woods by species, sanded and dry. Tones from memory: open spectra of wood tell no species."""

from typing import Final

from jug_mingle.core.optics.grounds.ground import GroundKind

WOODS: Final = (
    GroundKind(key="oak", title="Oak", Lab=(66.0, 8.5, 24.0), figure=1.0, thirst=0.5, bleeds=True),
    GroundKind(key="pine", title="Pine", Lab=(78.0, 6.0, 27.0), figure=1.0, thirst=0.5),
    GroundKind(key="beech", title="Beech", Lab=(71.0, 10.0, 20.0), figure=1.0, thirst=0.5),
    GroundKind(key="walnut", title="Walnut", Lab=(44.0, 9.0, 15.0), figure=1.0, thirst=0.5, bleeds=True),
    GroundKind(key="mahogany", title="Mahogany", Lab=(42.0, 19.0, 20.0), figure=1.0, thirst=0.5, bleeds=True),
    GroundKind(key="ash", title="Ash", Lab=(76.0, 4.5, 19.0), figure=1.0, thirst=0.5),
    GroundKind(key="cherry", title="Cherry", Lab=(58.0, 15.0, 25.0), figure=1.0, thirst=0.5),
    GroundKind(key="maple", title="Maple", Lab=(80.0, 5.0, 19.0), figure=1.0, thirst=0.5),
    GroundKind(key="teak", title="Teak", Lab=(52.0, 11.0, 25.0), figure=1.0, thirst=0.5, bleeds=True),
    GroundKind(key="elm", title="Elm", Lab=(60.0, 9.0, 22.0), figure=1.0, thirst=0.5),
    GroundKind(key="birch", title="Birch", Lab=(80.0, 4.0, 18.0), figure=1.0, thirst=0.5),
)
