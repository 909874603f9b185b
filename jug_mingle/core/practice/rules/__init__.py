"""The rules of the trade, and what they say of a finish. A new one is a row in the file of its subject.

Each file is called by what its rules are about, as the rooms are that know what that is: grounds, patterns,
waxes.
"""

from collections.abc import Collection, Mapping
from typing import Final

from jug_mingle.core.finishes.stack import Finish
from jug_mingle.core.practice.remark import Remark
from jug_mingle.core.practice.rules.grounds import GROUND_RULES
from jug_mingle.core.practice.rules.order import ORDER_RULES
from jug_mingle.core.practice.rules.patterns import PATTERN_RULES
from jug_mingle.core.practice.rules.rule import Rule
from jug_mingle.core.practice.rules.seals import SEAL_RULES
from jug_mingle.core.practice.rules.waxes import WAX_RULES
from jug_mingle.core.practice.situation import Situation, situations, where

RULES: Final[Mapping[str, Rule]] = {
    rule.key: rule for rule in (*GROUND_RULES, *WAX_RULES, *ORDER_RULES, *SEAL_RULES, *PATTERN_RULES)
}


def by_rules(finish: Finish, faces: Collection[str]) -> list[Remark]:
    """Return what the rules say of a finish on a piece, of whose faces these are the addresses; said once,
    with the faces that are meant where they are not all on which the layer lies."""
    found: dict[tuple[str, int | None, str], list[str]] = {}
    for situation in situations(finish, faces):
        for rule in RULES.values():
            there = [face for face in situation.faces if rule.about(face)]
            for place, words in _said(rule, situation) if there else ():
                found.setdefault((rule.key, place, words), []).extend(there)
    remarks = []
    for (key, place, words), there in found.items():
        rule = RULES[key]
        meant = [face for face in faces if rule.about(face) and _lies(finish, place, face)]
        remarks.append(
            Remark(
                layer=place, weight=rule.weight, words=f"{words.rstrip('.')}{where(there, meant)}.",
                why=rule.why,
                rule=key, school=rule.school, answers=rule.answers, quiet=rule.quiet, cause=rule.cause,
            )
        )  # fmt: skip
    return remarks


def _said(rule: Rule, situation: Situation) -> list[tuple[int | None, str]]:
    if not situation.laid:
        return []
    if rule.of_faces:
        words = rule.says(situation, len(situation.laid) - 1)
        return [(None, words)] if words else []
    every = [(layer.place, rule.says(situation, at)) for at, layer in enumerate(situation.laid)]
    return [(place, words) for place, words in every if words]


def _lies(finish: Finish, place: int | None, face: str) -> bool:
    if place is not None:
        return finish.layers[place].reaches(face)
    return any(layer.reaches(face) for layer in finish.layers)
