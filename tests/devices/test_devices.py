"""The colour reader and the scale over real sockets, with every fault that the stand-ins can be given."""

import socket
import threading
import time
import unittest
from contextlib import ExitStack, suppress

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from numpy.testing import assert_allclose

from jug_mingle.devices.lines import (
    IDLE,
    DeviceGarbledError,
    DeviceGoneError,
    DeviceRefusedError,
    DeviceSlowError,
    checksum,
    opened,
    sealed,
)
from jug_mingle.devices.reader import ColourReader
from jug_mingle.devices.scale import Scale, parse_weight
from jug_mingle.devices.simulated_reader import SimulatedReader
from jug_mingle.devices.simulated_scale import SimulatedScale

RAMP = np.linspace(0.1, 0.7, 36)


class LinesTest(unittest.TestCase):
    @given(st.text(alphabet=st.characters(exclude_characters="\r\n", exclude_categories=["Cs"]), max_size=60))
    def test_sealed_and_opened(self, text: str) -> None:
        self.assertEqual(opened(sealed(text)), text)

    def test_checksum(self) -> None:
        """Exclusive-or of all bytes, in two hexadecimal digits: worked by hand, 0x41 ^ 0x42 = 0x03."""
        self.assertEqual(checksum("AB"), "03")

    @given(st.integers(0, 20), st.integers(1, 255))
    def test_damage_is_noticed(self, at: int, flip: int) -> None:
        """Any one changed byte, and any cut, is refused."""
        line = bytearray(sealed("R 0.1 0.2 0.3 0.4 0.5"))
        line[at] ^= flip
        with self.assertRaises(DeviceGarbledError):
            opened(bytes(line))
        with self.assertRaises(DeviceGarbledError):
            opened(sealed("R 0.1")[: min(at, 8)])


class StrangersTest(unittest.TestCase):
    """A stand-in listens on a port that any page and program reaches: it answers only who has its key."""

    def setUp(self) -> None:
        self.device = self.enterContext(SimulatedScale())

    def heard(self, *said: bytes) -> bytes:
        """Return what comes back until the stand-in hangs up."""
        with socket.create_connection(self.device.address, timeout=8) as connection:
            for one in said:
                connection.sendall(one)
            heard = b""
            try:
                while chunk := connection.recv(4096):
                    heard += chunk
            except ConnectionError:
                pass
            return heard

    def test_no_key_no_answer(self) -> None:
        """Neither what a page sends as a form, nor a command, nor a wrong key is answered."""
        form = b"POST / HTTP/1.1\r\nHost: x\r\nContent-Length: 14\r\n\r\nSIM LOAD 4000\n"
        for said in (form, b"ID\n", b"SIM FAULT drift\n", b"HELLO \n", b"HELLO 1234\nW\n", b"hello\n", b"\n"):
            with self.subTest(said):
                self.assertEqual(self.heard(said), b"")
        self.assertIn(b"ID jm-scale", self.heard(f"HELLO {self.device.key}\nID\n\n".encode()))

    def test_without_a_line_end(self) -> None:
        """A line has an end within 4 kB, or it is hung up: nothing grows."""
        self.assertEqual(self.heard(b"x" * 100_000), b"")
        self.assertEqual(self.heard(f"HELLO {self.device.key}\n".encode() + b"x" * 100_000), b"")

    def test_idle_ones_go(self) -> None:
        """Who says nothing is let go, and a crowd of them keeps nobody out for longer."""
        with ExitStack() as crowd:
            for _ in range(40):
                crowd.enter_context(socket.create_connection(self.device.address, timeout=8))
            time.sleep(IDLE + 0.5)
            self.assertEqual(Scale(self.device.address, key=self.device.key).weigh().grams, 0.0)

    def test_tray_of_a_full_shelf(self) -> None:
        """Two hundred tins with long names lie on the tray of the reader, a few to a line."""
        names = [f"A tin of the library with a rather long name, number {n}" for n in range(200)]
        tray = {name: lambda: RAMP for name in names}
        reader = self.enterContext(SimulatedReader(lambda: tray))
        found = ColourReader(reader.address, key=reader.key).tray()
        self.assertEqual(found[1:], names)


class TrickleTest(unittest.TestCase):
    def test_a_letter_now_and_then(self) -> None:
        """A device that sends a letter at a time is waited for once, not for each letter; what is no number
        is none."""
        for said, pause, error in (
            (b"W 1.0 g S*00" * 40, 0.1, DeviceSlowError),
            (sealed("W nan g S"), 0.0, DeviceGarbledError),
            (sealed("W inf kg S"), 0.0, DeviceGarbledError),
            (sealed("W 1e308 lb S"), 0.0, DeviceGarbledError),
            (sealed("W -5000 kg S"), 0.0, DeviceGarbledError),
        ):
            server = socket.create_server(("127.0.0.1", 0))

            def serve(server: socket.socket = server, said: bytes = said, pause: float = pause) -> None:
                connection, _ = server.accept()
                with connection, suppress(OSError):
                    connection.recv(100)
                    for letter in said:
                        connection.sendall(bytes([letter]))
                        time.sleep(pause)

            threading.Thread(target=serve, daemon=True).start()
            with self.subTest(said[:14]), server, self.assertRaises(error):
                Scale(server.getsockname(), timeout=0.5).weigh()


class ReaderTest(unittest.TestCase):
    def setUp(self) -> None:
        device = self.enterContext(SimulatedReader(lambda: {"Chip": lambda: RAMP}, sleep=0.4))
        self.reader = ColourReader(device.address, key=device.key, timeout=0.2)

    def ready(self) -> None:
        self.reader.simulate("FAULT none")
        self.reader.simulate("PLACE White_tile")
        self.reader.calibrate()
        self.reader.simulate("PLACE Chip")

    def test_reads(self) -> None:
        """Identified, calibrated, laid on a sample, it reads the reflectance to its noise."""
        self.assertEqual(self.reader.identify().model, "jm-reader")
        self.ready()
        assert_allclose(self.reader.read(), RAMP, atol=0.012)

    def test_drifts_until_calibrated(self) -> None:
        """Many readings later it reads darker; calibrated again it does not."""
        self.ready()
        last = [self.reader.read() for _ in range(25)][-1]
        self.assertLess(last.mean(), 0.999 * RAMP.mean())
        self.ready()
        self.assertGreater(self.reader.read().mean(), last.mean())

    def test_every_fault_and_recovery(self) -> None:
        """Each fault is named for what it is, and once it is gone the next reading is good."""
        for fault, error, words in (
            ("timeout", DeviceSlowError, "did not answer"),
            ("disconnect", DeviceGoneError, "hung up"),
            ("half-line", DeviceGarbledError, "middle of a line"),
            ("out-of-range", DeviceGarbledError, "no painted surface"),
            ("uncalibrated", DeviceRefusedError, "not calibrated"),
            ("lies", DeviceGarbledError, "differ by"),
        ):
            with self.subTest(fault):
                self.ready()
                self.reader.simulate(f"FAULT {fault}")
                with self.assertRaisesRegex(error, words):
                    for _ in range(4):  # a lie may agree with itself once
                        self.reader.read()
                self.ready()
                assert_allclose(self.reader.read(), RAMP, atol=0.012)

    def test_refuses(self) -> None:
        with self.assertRaisesRegex(DeviceRefusedError, "not calibrated"):
            self.reader.read()
        self.ready()
        with self.assertRaisesRegex(DeviceRefusedError, "not the white tile"):
            self.reader.calibrate()
        for command in ("PLACE nothing", "FAULT sneeze", "DANCE"):
            with self.assertRaises(DeviceRefusedError):
                self.reader.simulate(command)

    def test_nobody_there(self) -> None:
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            address = free.getsockname()
        with self.assertRaisesRegex(DeviceGoneError, "cannot be reached"):
            ColourReader(address).identify()

    def test_some_other_program(self) -> None:
        """Something that answers but is no reader is told from one."""
        server = socket.create_server(("127.0.0.1", 0))
        self.addCleanup(server.close)

        def serve() -> None:
            connection, _ = server.accept()
            with connection:
                connection.recv(100)
                connection.sendall(sealed("HELLO world"))

        threading.Thread(target=serve, daemon=True).start()
        with self.assertRaisesRegex(DeviceGarbledError, "no colour reader"):
            ColourReader(server.getsockname()).identify()


class ScaleTest(unittest.TestCase):
    def setUp(self) -> None:
        device = self.enterContext(SimulatedScale(sleep=0.4))
        self.scale = Scale(device.address, key=device.key, timeout=0.2)

    def settled(self) -> float:
        weight = self.scale.weigh()
        deadline = time.monotonic() + 5.0
        while weight.state != "stable" and time.monotonic() < deadline:
            time.sleep(0.02)
            weight = self.scale.weigh()
        self.assertEqual(weight.state, "stable")
        return weight.grams

    def test_settles_and_tares(self) -> None:
        self.scale.simulate("LOAD 500")
        self.assertEqual(self.scale.weigh().state, "moving")
        self.assertAlmostEqual(self.settled(), 500.0, delta=0.3)
        self.scale.tare()
        self.assertAlmostEqual(self.settled(), 0.0, delta=0.3)

    def test_faults(self) -> None:
        self.scale.simulate("LOAD 6000")
        time.sleep(0.5)
        with self.assertRaisesRegex(DeviceRefusedError, "overloaded"):
            self.scale.weigh()
        for fault, error in (("timeout", DeviceSlowError), ("disconnect", DeviceGoneError)):
            self.scale.simulate(f"FAULT {fault}")
            with self.assertRaises(error):
                self.scale.weigh()
            self.scale.simulate("FAULT none")

    def test_units(self) -> None:
        """Ounces and pounds are avoirdupois (international yard and pound agreement, 1959: 1 lb = 453.59237
        g)."""
        self.assertAlmostEqual(parse_weight(["W", "16", "oz", "S"]).grams, 453.59237)
        self.assertAlmostEqual(parse_weight(["W", "1", "lb", "S"]).grams, 453.59237)
        for line in ("W x g S", "W 1 stone S", "W 1 g Q", "X 1 g S", "W 1"):
            with self.assertRaises(DeviceGarbledError):
                parse_weight(line.split())
