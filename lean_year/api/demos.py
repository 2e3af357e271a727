"""The demos with all that stands beside their designs: quotes, and devices with what they reported."""

import datetime as dt
from itertools import groupby

from lean_year.api.quoting import Quoting
from lean_year.api.reported import read_lines
from lean_year.api.workshop import Workshop
from lean_year.demo.shipped import DEMO_DEVICES, DEMOS, DemoDevice
from lean_year.demo.simulated_device import simulated
from lean_year.store import devices, properties
from lean_year.store.properties import Stored

SENT_AFTER = dt.timedelta(minutes=5)


class Demos:
    """Puts them in."""

    def __init__(self, workshop: Workshop, quoting: Quoting) -> None:
        self._workshop = workshop
        self._engine = workshop.engine
        self._quoting = quoting

    def load(self, name: str) -> Stored:
        """Put a demo in, or find it."""
        known = properties.find_demo(self._engine, name)
        stored = self._workshop.load_demo(name)
        if known is None and not self._quoting.listed(stored.id):
            self._offer(stored, name)
        if known is None and not devices.devices_of(self._engine, stored.id):
            for each in DEMO_DEVICES.get(name, ()):
                self._report(stored.id, each)
        return stored

    def _offer(self, stored: Stored, name: str) -> None:
        for standing in DEMOS[name].offers:
            paper = "letter" if stored.document.units == "us" else "a4"
            quote = self._quoting.make(stored.id, stored.revision, paper, "", "")  # type: ignore[arg-type]
            if standing != "open":
                self._quoting.answer(stored.id, quote.id, standing, "")

    def _report(self, property_id: str, of: DemoDevice) -> None:
        """Each day's readings in the evening, as such a device sends them."""
        made, _ = devices.make_device(
            self._engine, property_id, kind=of.device.kind, name=of.name, about="", by=of.made_by
        )
        for _, day in groupby(simulated(of.device, of.first, of.days), lambda reading: reading.sent.date()):
            sent = list(day)
            came = sent[-1].sent + SENT_AFTER
            readings, refused = read_lines("\n".join(each.line for each in sent).encode(), of.device.kind, came)
            assert not refused, refused
            devices.keep_readings(self._engine, made.id, readings, came)
