"""A colour reader and a scale: their line protocols (docs/devices.md), and the simulated ones that ship."""
