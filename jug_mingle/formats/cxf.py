"""CxF3 (ISO 17972): XML with reflectance spectra and CIELAB of named objects."""

import xml.etree.ElementTree as ET
from collections.abc import Callable, Sequence
from datetime import UTC, datetime
from typing import Final

import numpy as np
from defusedxml.ElementTree import fromstring

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import DAYLIGHT, WAVELENGTHS
from jug_mingle.formats.colour_file import (
    D50_WHITE,
    ColourFile,
    ColourFileError,
    Lab_in_daylight,
    Lab_of_RGB,
    Sample,
    check_count,
    clean_name,
    number,
    resampled,
    said_of,
)

NAMESPACE: Final = "http://colorexchangeformat.com/CxF3-core"
_USED: Final = {"ReflectanceSpectrum", "ColorCIELab", "ColorSRGB"}


def read(data: bytes) -> ColourFile:
    """Return the objects of a CxF3 document that have a spectrum, CIELAB or sRGB; what else they hold is reported."""
    try:
        root = fromstring(data)
    except Exception as error:  # defusedxml and expat raise a dozen kinds, all of which mean this
        raise ColourFileError(f"the file is no well-formed XML: {error}") from error
    if _bare(root.tag) != "CxF":
        raise ColourFileError(f"the file is no CxF3 document: its root is {_bare(root.tag)!r}")
    starts = {spec.get("Id", ""): spec for spec in root.iter() if _bare(spec.tag) == "ColorSpecification"}
    samples, notes = [], []
    for place, thing in enumerate((e for e in root.iter() if _bare(e.tag) == "Object"), start=1):
        sample, said = _sample(thing, place, starts)
        notes += [note for note in said if note not in notes]
        if sample is not None:
            samples.append(sample)
    check_count(len(samples))
    return ColourFile(samples=tuple(samples), notes=tuple(notes[:20]))


def _bare(tag: object) -> str:
    return str(tag).rsplit("}", 1)[-1]


def _child(element: ET.Element, name: str) -> ET.Element | None:
    return next((e for e in element.iter() if _bare(e.tag) == name), None)


def _sample(thing: ET.Element, place: int, specs: dict[str, ET.Element]) -> tuple[Sample | None, list[str]]:
    name = clean_name(thing.get("Name") or thing.get("Id") or "", f"object {place}")
    where = f"object {name!r}"
    extra = {key: value for key, value in thing.attrib.items() if key not in ("Name", "Id")}
    tags = {tag.get("Name", ""): tag.get("Value", "") for tag in thing.iter() if _bare(tag.tag) == "Tag"}
    known = said_of(tags.get("noise", ""), tags.get("how", ""), where)
    values = _child(thing, "ColorValues")
    kinds = [] if values is None else [_bare(e.tag) for e in values]
    notes = [f"Objects also hold {kind}, which is not read." for kind in kinds if kind not in _USED]
    if (spectrum := _child(thing, "ReflectanceSpectrum")) is not None:
        R, said = _spectrum(spectrum, specs, where)
        return Sample(name=name, R=R, extra=extra, **known), notes + said
    if (Lab := _child(thing, "ColorCIELab")) is not None:
        spec = specs.get(Lab.get("ColorSpecification", ""))
        light = "" if spec is None else "".join(e.text or "" for e in spec.iter() if _bare(e.tag) == "Illuminant")
        white = DAYLIGHT.white if light == "D65" else D50_WHITE
        in_daylight = Lab_in_daylight(_numbers(Lab, "LAB", where), white, where)
        return Sample(name=name, Lab=in_daylight, extra=extra, **known), notes
    if (RGB := _child(thing, "ColorSRGB")) is not None:
        return Sample(name=name, Lab=Lab_of_RGB(_numbers(RGB, "RGB", where), where), extra=extra, **known), notes
    return None, [*notes, f"{where} holds no colour that is read and was passed over."]


def _numbers(element: ET.Element, names: str, where: str) -> list[float]:
    found = {_bare(e.tag).upper(): e.text or "" for e in element}
    if any(name not in found for name in names):
        raise ColourFileError(f"{where}: {_bare(element.tag)} needs {', '.join(names)}")
    return [number(found[name], where) for name in names]


def _spectrum(element: ET.Element, specs: dict[str, ET.Element], where: str) -> tuple[FloatArray, list[str]]:
    values = [number(word, where) for word in (element.text or "").split()]
    spec = specs.get(element.get("ColorSpecification", ""))
    wavelengths = None if spec is None else _child(spec, "WavelengthRange")
    start = element.get("StartWL") or (wavelengths.get("StartWL") if wavelengths is not None else None)
    step = element.get("Increment") or (wavelengths.get("Increment") if wavelengths is not None else None)
    if start is None:
        raise ColourFileError(f"{where}: its spectrum does not say at which wavelength it starts (StartWL)")
    first, apart = number(start, where), number(step or "10", where)
    return resampled([first + apart * n for n in range(len(values))], values, where)


def write(samples: Sequence[Sample], title: str) -> bytes:
    """Return a CxF3 document with the reflectance of every sample that has a measured one, and CIELAB of the others."""
    ET.register_namespace("cc", NAMESPACE)

    def add(parent: ET.Element, name: str, text: str = "", **attributes: str) -> ET.Element:
        made = ET.SubElement(parent, f"{{{NAMESPACE}}}{name}", attributes)
        made.text = text or None
        return made

    root = ET.Element(f"{{{NAMESPACE}}}CxF")
    info = add(root, "FileInformation")
    add(info, "Creator", "Jug Mingle")
    add(info, "CreationDate", datetime.now(UTC).strftime("%Y-%m-%dT%H:%M:%SZ"))
    add(info, "Description", clean_name(title, "Colours"))
    resources = add(root, "Resources")
    things = add(resources, "ObjectCollection")
    for place, sample in enumerate(samples, start=1):
        thing = add(things, "Object", ObjectType="Standard", Name=clean_name(sample.name, "colour"), Id=f"c{place}")
        values = add(thing, "ColorValues")
        if sample.R is not None:
            text = " ".join(f"{x:.6f}" for x in sample.R)
            add(values, "ReflectanceSpectrum", text, ColorSpecification="cs36", StartWL="380")
        else:
            Lab = add(values, "ColorCIELab", ColorSpecification="csD65")
            for axis, value in zip("LAB", sample.colour(), strict=True):
                add(Lab, axis, f"{value:.4f}")
        _tag(add, thing, sample)
    specs = add(resources, "ColorSpecificationCollection")
    seen = add(add(specs, "ColorSpecification", Id="csD65"), "TristimulusSpec")
    add(seen, "Illuminant", "D65")
    add(seen, "Observer", "2_Degree")
    spec = add(specs, "ColorSpecification", Id="cs36")
    measured = add(spec, "MeasurementSpec")
    add(measured, "MeasurementType", "Spectrum_Reflectance")
    add(measured, "WavelengthRange", StartWL="380", Increment=f"{np.diff(WAVELENGTHS)[0]:g}")
    return bytes(ET.tostring(root, encoding="utf-8", xml_declaration=True))


def _tag(add: Callable[..., ET.Element], thing: ET.Element, sample: Sample) -> None:
    """Say of an object how it was caught, and what error to expect."""
    said = {"how": sample.how, "noise": "" if sample.noise is None else f"{sample.noise:.2f}"}
    if any(said.values()):
        tags = add(thing, "TagCollection", Name="caught")
        for name, value in said.items():
            if value:
                add(tags, "Tag", Name=name, Value=value)
