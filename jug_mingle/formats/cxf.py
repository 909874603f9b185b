"""CxF3 (ISO 17972): XML with reflectance spectra and CIELAB of named objects."""

import xml.etree.ElementTree as ET
from collections.abc import Callable, Sequence
from datetime import UTC, datetime
from typing import Final

import numpy as np
from defusedxml.ElementTree import fromstring

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import WAVELENGTHS
from jug_mingle.formats.colour_file import (
    ColourFile,
    ColourFileError,
    Lab_in_daylight,
    Lab_of_RGB,
    Sample,
    check_count,
    clean_name,
    number,
    refuse_seen_otherwise,
    resampled,
    said_of,
)
from jug_mingle.formats.whites import White, WhiteName, stated, words_of

NAMESPACE: Final = "http://colorexchangeformat.com/CxF3-core"
_MOST_NOTES: Final = 12
_PERCENT: Final = 2.0
"""A reflectance above this is in percent. """

_USED: Final = {"ReflectanceSpectrum", "ColorCIELab", "ColorSRGB"}


def read(data: bytes, white: WhiteName | None = None) -> ColourFile:
    """Return the objects of a CxF3 document that have a spectrum, CIELAB or sRGB; what else they hold is
    reported."""
    try:
        root = fromstring(data)
    except Exception as error:  # defusedxml and expat raise a dozen kinds, all of which mean this
        raise ColourFileError(f"the file is no well-formed XML: {error}") from error
    if _bare(root.tag) != "CxF":
        raise ColourFileError(f"the file is no CxF3 document: its root is {_bare(root.tag)!r}")
    specs = {
        spec.get("Id", ""): spec
        for spec in _within(root, "ColorSpecificationCollection", "ColorSpecification")
    }
    things = _within(root, "ObjectCollection", "Object")
    check_count(len(things))
    scale = _scale_of(things, specs)
    whites: set[White] = set()
    samples, notes = [], []
    for place, thing in enumerate(things, start=1):
        sample, said, under = _sample(thing, place, specs, white, scale)
        notes += [note for note in said if note not in notes]
        whites |= {under} if under else set()
        if sample is not None:
            samples.append(sample)
    check_count(len(samples))
    one = next(iter(whites)) if len(whites) == 1 else None
    return ColourFile(samples=tuple(samples), notes=(*notes[:_MOST_NOTES], *map(words_of, whites)), white=one)


def _within(root: ET.Element, collection: str, name: str) -> list[ET.Element]:
    """Return what lies straight in the collections of a document; what is nested deeper is none of its
    objects."""
    return [
        one for kept in root.iter() if _bare(kept.tag) == collection for one in kept if _bare(one.tag) == name
    ]


def _bare(tag: object) -> str:
    return str(tag).rsplit("}", 1)[-1]


def _child(element: ET.Element | None, *names: str) -> ET.Element | None:
    """Return what lies straight below an element by these names, one below the other; never looks deeper."""
    for name in names:
        element = None if element is None else next((one for one in element if _bare(one.tag) == name), None)
    return element


def _sample(
    thing: ET.Element, place: int, specs: dict[str, ET.Element], chosen: WhiteName | None, scale: float
) -> tuple[Sample | None, list[str], White | None]:
    """Return an object's colour, notes, and the white under which it stands where it is no spectrum."""
    name = clean_name(thing.get("Name") or thing.get("Id") or "", f"object {place}")
    where = f"object {name!r}"
    extra = {key: value for key, value in thing.attrib.items() if key not in ("Name", "Id")}
    tags = {tag.get("Name", ""): tag.get("Value", "") for tag in _child(thing, "TagCollection") or ()}
    known = said_of(tags.get("noise", ""), tags.get("how", ""), where)
    values = _child(thing, "ColorValues")
    notes = [
        f"Objects also hold {kind}, which is not read."
        for kind in map(_tag_of, values or ())
        if kind not in _USED
    ]
    Lab, RGB = _child(values, "ColorCIELab"), _child(values, "ColorSRGB")
    if (spectrum := _child(values, "ReflectanceSpectrum")) is not None:
        try:
            R, said = _spectrum(spectrum, specs, where, scale)
            return Sample(name=name, R=R, extra=extra, **known), notes + said, None
        except ColourFileError as error:
            if Lab is None and RGB is None:
                raise
            notes.append(
                f"Where a spectrum {str(error).removeprefix(f'{where}: ')}, the colour was taken instead."
            )
    if Lab is not None:
        white = _white(specs.get(Lab.get("ColorSpecification", "")), chosen)
        in_daylight = Lab_in_daylight(_numbers(Lab, "LAB", where), white.XYZ, where)
        return Sample(name=name, Lab=in_daylight, extra=extra, **known), notes, white
    if RGB is not None:
        return (
            Sample(name=name, Lab=Lab_of_RGB(_numbers(RGB, "RGB", where), where), extra=extra, **known),
            notes,
            None,
        )
    return None, [*notes, f"{where} holds no colour that is read and was passed over."], None


def _tag_of(element: ET.Element) -> str:
    return _bare(element.tag)


def _white(spec: ET.Element | None, chosen: WhiteName | None) -> White:
    light, observer = (_child(spec, "TristimulusSpec", one) for one in ("Illuminant", "Observer"))
    said = ((light.text if light is not None else "") or "").strip()
    refuse_seen_otherwise(((observer.text if observer is not None else "") or "").replace("_", " "))
    if said and not stated(said) and not stated(f"ILLUMINANT {said}"):
        refuse_seen_otherwise(f"ILLUMINANT {said}")
    name = stated(said) or stated(f"ILLUMINANT {said}")
    if chosen is not None:
        return White(chosen, "chosen")
    return White(name, "stated") if name else White("D50", "assumed")


def _numbers(element: ET.Element, names: str, where: str) -> list[float]:
    found = {_bare(e.tag).upper(): e.text or "" for e in element}
    if any(name not in found for name in names):
        raise ColourFileError(f"{where}: {_bare(element.tag)} needs {', '.join(names)}")
    return [number(found[name], where) for name in names]


def _most_of(spectrum: ET.Element, specs: dict[str, ET.Element]) -> float | None:
    """Return the value that stands for all of the light, where a spectrum or its specification says it
    (MaxRange)."""
    spec = specs.get(spectrum.get("ColorSpecification", ""))
    near = [spectrum, *(spec.iter() if spec is not None else ())]
    said = [one.get("MaxRange") or (one.text if _bare(one.tag) == "MaxRange" else None) for one in near]
    most = next((number(text, "MaxRange") for text in said if text), None)
    return most if most is None or most > 0.0 else None


def _scale_of(things: Sequence[ET.Element], specs: dict[str, ET.Element]) -> float:
    """Return by what the reflectances of a file are multiplied where it does not say so: in percent are all
    of them, or none, since a dark one in percent looks like a light one in shares."""
    spectra = [_child(thing, "ColorValues", "ReflectanceSpectrum") for thing in things]
    unsaid = [one for one in spectra if one is not None and _most_of(one, specs) is None]
    most = max(
        (float(word) for one in unsaid for word in (one.text or "").split() if _is_number(word)), default=0.0
    )
    return 0.01 if most > _PERCENT else 1.0


def _is_number(word: str) -> bool:
    try:
        return bool(np.isfinite(float(word)))
    except ValueError:
        return False


def _spectrum(
    element: ET.Element, specs: dict[str, ET.Element], where: str, scale: float
) -> tuple[FloatArray, list[str]]:
    values = [number(word, where) for word in (element.text or "").split()]
    spec = specs.get(element.get("ColorSpecification", ""))
    wavelengths = _child(spec, "MeasurementSpec", "WavelengthRange")
    start = element.get("StartWL") or (wavelengths.get("StartWL") if wavelengths is not None else None)
    step = element.get("Increment") or (wavelengths.get("Increment") if wavelengths is not None else None)
    if start is None:
        raise ColourFileError(f"{where}: its spectrum does not say at which wavelength it starts (StartWL)")
    first, apart = number(start, where), number(step or "10", where)
    most = _most_of(element, specs)
    return resampled(
        [first + apart * n for n in range(len(values))], values, where, scale if most is None else 1.0 / most
    )


def write(samples: Sequence[Sample], title: str) -> bytes:
    """Return a CxF3 document with the reflectance of every sample that has a measured one, and CIELAB of the
    others."""
    ET.register_namespace("cc", NAMESPACE)

    def add(parent: ET.Element, name: str, text: str = "", **attributes: str) -> ET.Element:
        made = ET.SubElement(parent, f"{{{NAMESPACE}}}{name}", attributes)
        made.text = text or None
        return made

    root = ET.Element(f"{{{NAMESPACE}}}CxF")
    info = add(root, "FileInformation")
    add(info, "Creator", "Jug Mingle")
    made = datetime.now(UTC).strftime("%Y-%m-%dT%H:%M:%SZ")
    add(info, "CreationDate", made)
    add(info, "Description", clean_name(title, "Colours"))
    resources = add(root, "Resources")
    things = add(resources, "ObjectCollection")
    for place, sample in enumerate(samples, start=1):
        thing = add(
            things, "Object", ObjectType="Standard", Name=clean_name(sample.name, "colour"), Id=f"c{place}"
        )
        add(thing, "CreationDate", made)
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
    daylight = add(specs, "ColorSpecification", Id="csD65")
    seen = add(daylight, "TristimulusSpec")
    add(seen, "Illuminant", "D65")
    add(seen, "Observer", "2_Degree")
    add(seen, "Method", "E308_Table5")
    alone = add(daylight, "MeasurementSpec")
    add(alone, "MeasurementType", "Colorimetric_Reflectance")
    add(add(alone, "GeometryChoice"), "UnknownGeometry", "not said")
    spec = add(specs, "ColorSpecification", Id="cs36")
    measured = add(spec, "MeasurementSpec")
    add(measured, "MeasurementType", "Spectrum_Reflectance")
    add(add(measured, "GeometryChoice"), "UnknownGeometry", "not said")
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
