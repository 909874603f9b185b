"""Settings: units, currency, the paint kept over, and the schools that a person follows."""

from dataclasses import asdict

from fastapi import APIRouter

from jug_mingle.api.common.schemas import WordsOut
from jug_mingle.api.context import ContextNow
from jug_mingle.api.settings.schemas import QuestionOut, SettingsIn, SettingsOut
from jug_mingle.core.practice.schools import QUESTIONS
from jug_mingle.services import settings as service

router = APIRouter(prefix="/api/settings", tags=["settings"])


@router.get("")
def read_settings(context: ContextNow) -> SettingsOut:
    """Return what was set, and what can be."""
    with context.database.read() as session:
        return _out(service.settings_of(session))


@router.patch("")
def change_settings(body: SettingsIn, context: ContextNow) -> SettingsOut:
    """Set what is sent, or follow a school."""
    with context.database.write.begin() as session:
        return _out(service.keep_settings(session, **body.model_dump()))


def _out(settings: service.Settings) -> SettingsOut:
    return SettingsOut.model_validate(dict(
        **{name: value for name, value in asdict(settings).items() if name != "schools"},
        length_unit=settings.saying().length_unit, temperature_unit=settings.saying().temperature, page=settings.page,
        label_choices=[WordsOut(key=key, title=title) for key, title in service.LABEL_NAMES.items()],
        questions=[
            QuestionOut(
                key=one.key, title=one.title, chosen=settings.schools.get(one.key, ""), unanswered=one.unanswered,
                answers=[WordsOut(key=key, title=title) for key, title in one.answers.items()],
            )
            for one in QUESTIONS.values()
        ],
    ))  # fmt: skip
