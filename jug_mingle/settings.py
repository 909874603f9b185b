"""Settings, read in one place: from the command line's arguments or JUG_MINGLE_* variables."""

import socket
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

    hosts: str = ""
    """Further names, comma between, by which browsers may reach the program, as "workshop.example"; this machine's own
    names always may. A page of any other name is refused."""

    reader: str = ""
    """Address of a colour reader as host:port; the stand-in when it is left out."""

    scale: str = ""
    """Address of a scale as host:port; the stand-in when it is left out."""

    weather: str = ""
    """Address of a weather service as host:port; the stand-in when it is left out."""


def address_of(text: str) -> tuple[str, int] | None:
    """Return the address in "host:port", nothing for no text; ValueError for what is neither."""
    if not text:
        return None
    host, _, port = text.rpartition(":")
    if not host or not port.isdigit() or not 0 < int(port) < 65536:
        raise ValueError(f"an address is written host:port, got {text!r}")
    return host, int(port)


def own_hosts(settings: Settings) -> frozenset[str]:
    """Return the names by which this program may be reached, in small letters: this machine's, and those configured."""
    machine = socket.gethostname().lower()
    named = {name.strip().lower().strip("[]") for name in settings.hosts.split(",")}
    return frozenset({"127.0.0.1", "localhost", "::1", machine, f"{machine}.local"} | named) - {""}
