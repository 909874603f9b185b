"""Devices that speak in lines over local TCP: `command` out, `reply*checksum` back."""

import secrets
import socket
import socketserver
import threading
import time
from abc import ABC, abstractmethod
from functools import reduce
from typing import Any, Final

from jug_mingle.core.marked import marked

TIMEOUT: Final = 1.5
"""How long an answer may take. [s]"""

LONGEST: Final = 4096
"""A line is shorter than this. [bytes]"""


IDLE: Final = 5.0
"""A stand-in waits so long for a line. [s]"""

MOST: Final = 24
"""A stand-in answers so many at once."""


class DeviceError(Exception):
    """Something is wrong with a device; the message says what and what to do."""


class DeviceGoneError(DeviceError):
    """It cannot be reached, or hung up."""


class DeviceSlowError(DeviceError):
    """It did not answer in time."""


class DeviceGarbledError(DeviceError):
    """What it said was cut short or damaged."""


class DeviceRefusedError(DeviceError):
    """It refused; `code` is its own word for why."""

    def __init__(self, message: str, code: str) -> None:
        super().__init__(message)
        self.code = code


def checksum(text: str) -> str:
    """Return the two hexadecimal digits that follow a reply: all its bytes, exclusive-or."""
    return f"{reduce(lambda a, b: a ^ b, text.encode(), 0):02X}"


def sealed(text: str) -> bytes:
    """Return a reply as it goes over the wire."""
    return f"{text}*{checksum(text)}\n".encode()


def opened(line: bytes) -> str:
    """Return the text of a reply; DeviceGarbledError when it is cut short or damaged."""
    text, star, told = line.decode("utf-8", errors="replace").rstrip("\r\n").rpartition("*")
    if not line.endswith(b"\n") or not star or told != checksum(text):
        raise DeviceGarbledError(
            "The device sent a damaged line. Try again; if it stays, check its cable or battery."
        )
    return text


class LineClient:
    """One connection to a device; use it in a `with` block."""

    def __init__(self, address: tuple[str, int], *, key: str = "", timeout: float = TIMEOUT) -> None:
        self._address, self._key, self._timeout = address, key, timeout
        self._socket: socket.socket | None = None
        self._buffer = b""

    def __enter__(self) -> "LineClient":
        try:
            self._socket = socket.create_connection(self._address, timeout=self._timeout)
        except OSError as error:
            raise DeviceGoneError("The device cannot be reached. Is it switched on and near?") from error
        if self._key:
            self.send(f"HELLO {self._key}")
        return self

    def __exit__(self, *_: object) -> None:
        if self._socket is not None:
            self._socket.close()

    def ask(self, command: str) -> list[str]:
        """Return the words of the answer to a command.

        Raises
        ------
        DeviceGoneError, DeviceSlowError, DeviceGarbledError
            If no whole answer came.
        DeviceRefusedError
            If it answered `ERR code words…`.
        """
        self.send(command)
        return self.listen()

    def _connected(self) -> socket.socket:
        if self._socket is None:
            raise DeviceGoneError("The device is not connected: open the line first.")
        return self._socket

    def send(self, command: str) -> None:
        """Send a command without waiting for an answer."""
        try:
            self._connected().sendall(f"{command}\n".encode())
        except OSError as error:
            raise DeviceGoneError("The device hung up. Switch it on again.") from error

    def listen(self) -> list[str]:
        """Return the words of the next line that the device sends."""
        words = opened(self._line()).split()
        if words and words[0] == "ERR":
            raise DeviceRefusedError(
                " ".join(words[2:]) or "The device refused.", words[1] if len(words) > 1 else ""
            )
        return words

    def _line(self) -> bytes:
        connected, end = self._connected(), time.monotonic() + self._timeout
        while b"\n" not in self._buffer:
            try:
                # The whole line has this long, not each letter of it.
                connected.settimeout(max(0.001, end - time.monotonic()))
                chunk = connected.recv(LONGEST)
            except TimeoutError as error:
                raise DeviceSlowError(
                    f"The device did not answer within {marked(self._timeout)} s. Wake it up and try again."
                ) from error
            except OSError as error:
                raise DeviceGoneError("The device hung up. Switch it on again.") from error
            if not chunk:
                if self._buffer:
                    raise DeviceGarbledError("The device hung up in the middle of a line. Try again.")
                raise DeviceGoneError("The device hung up. Switch it on again.")
            self._buffer += chunk
            if len(self._buffer) > LONGEST:
                raise DeviceGarbledError("The device sends no line ends: it is not the device it should be.")
        line, _, self._buffer = self._buffer.partition(b"\n")
        return line + b"\n"


class HangUp(Exception):  # noqa: N818 - a way out, no fault
    """A simulated device cuts the connection, after sending `last`."""

    def __init__(self, last: bytes = b"") -> None:
        super().__init__()
        self.last = last


class SimulatedDevice(ABC):
    """A stand-in that answers commands on a local port, in threads, to whoever greets it with its own key.

    The key is made anew at each start and told to nobody but the program: a page of a browser, which reaches
    local ports, too, and any other program get no answer.
    """

    def __init__(self, host: str = "127.0.0.1", port: int = 0) -> None:
        device, self.key = self, secrets.token_hex(16)

        class Handler(socketserver.StreamRequestHandler):
            timeout = IDLE

            def handle(self) -> None:
                try:
                    if self._line() != f"HELLO {device.key}":
                        return
                    while command := self._line():
                        self.wfile.write(sealed(device.answer(command)))
                except HangUp as end:
                    self.wfile.write(end.last)
                except (ConnectionError, OSError):
                    pass

            def _line(self) -> str:
                """Return the next line; nothing where none came whole, in time and short enough."""
                line = self.rfile.readline(LONGEST)
                return line.decode("utf-8", errors="replace").strip() if line.endswith(b"\n") else ""

        class Server(socketserver.ThreadingTCPServer):
            daemon_threads = True
            allow_reuse_address = True
            free = threading.BoundedSemaphore(MOST)

            def verify_request(self, *_: object) -> bool:
                return self.free.acquire(blocking=False)

            def process_request_thread(self, request: Any, client_address: Any) -> None:
                try:
                    super().process_request_thread(request, client_address)
                finally:
                    self.free.release()

        self._server = Server((host, port), Handler)
        self.address: tuple[str, int] = (host, int(self._server.server_address[1]))
        self._thread = threading.Thread(
            target=self._server.serve_forever, kwargs={"poll_interval": 0.05}, daemon=True
        )

    def __enter__(self) -> "SimulatedDevice":
        self._thread.start()
        return self

    def __exit__(self, *_: object) -> None:
        self._server.shutdown()
        self._server.server_close()
        self._thread.join()

    @abstractmethod
    def answer(self, command: str) -> str:
        """Return the answer to a command; HangUp cuts the connection."""
