"""Settings, read in one place: from the command line's arguments or JUG_MINGLE_* variables."""

from pathlib import Path

from pydantic_settings import BaseSettings, SettingsConfigDict


class Settings(BaseSettings):
    """Where the data lie and what is let in."""

    model_config = SettingsConfigDict(env_prefix="JUG_MINGLE_")

    data: Path = Path("data")
    """Folder of the database and the photos; made when it is not there."""

    max_upload: int = 50 * 1024 * 1024
    """Largest photo file. [bytes]"""

    max_pixels: int = 50_000_000
    """Largest photo. [pixels]"""
