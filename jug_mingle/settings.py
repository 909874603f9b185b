"""Settings, read in one place: from the command line's arguments or JUG_MINGLE_* variables."""

import socket
from pathlib import Path
from typing import Any

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
    """Further names, comma between, by which browsers may reach the program, as "workshop.example"; this
    machine's own names always may. A page of any other name is refused."""

    share: bool = False
    """Whether the workshop's own devices may come in over the network; each is let in by a code."""

    certificate: Path | None = None
    """A certificate (PEM) by which the program is reached over HTTPS."""

    certificate_key: Path | None = None
    """The private key of the certificate (PEM), where it does not stand in the same file."""

    better_plans: bool = True
    """Whether a better plan is looked for in the background, for some seconds of a processor; without, the
    first that keeps every rule stands."""

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


def addresses(settings: Settings) -> list[str]:
    """Return by which names or addresses a workshop reaches this machine, the best first; there is always
    one."""
    named = [name.strip() for name in settings.hosts.split(",") if name.strip()]
    found = [*_outward(), *(str(one[4][0]) for one in _known_by_name())]
    return list(dict.fromkeys(named + [one for one in found if not one.startswith("127.")])) or ["127.0.0.1"]


def _outward() -> list[str]:
    """Return the address that this machine has on its network; to look which one it is, nothing is sent."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            probe.connect(
                ("192.0.2.1", 9)
            )  # an address of documentation (RFC 5737): the system only picks a way
        except OSError:
            return []
        return [str(probe.getsockname()[0])]


def _known_by_name() -> list[tuple[Any, ...]]:
    try:
        return list(socket.getaddrinfo(socket.gethostname(), None, family=socket.AF_INET))
    except OSError:
        return []


def own_hosts(settings: Settings) -> frozenset[str]:
    """Return the names by which this program may be reached, in small letters: this machine's, and those
    configured."""
    machine = socket.gethostname().lower()
    named = {name.strip().lower().strip("[]") for name in settings.hosts.split(",")}
    return frozenset({"127.0.0.1", "localhost", "::1", machine, f"{machine}.local"} | named) - {""}
