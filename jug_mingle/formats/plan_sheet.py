"""The plan on paper: its days with what is done in each, and a card for each step to be propped up at the
bench."""

from collections.abc import Sequence
from dataclasses import dataclass

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from jug_mingle.formats.print_sheet import fitted, paragraph, room_for_notes, sheet, swatch, text, whole

RGB = tuple[float, float, float]


@dataclass(frozen=True, slots=True, kw_only=True)
class PlanLine:
    """A line of a day: when, what, on which piece, how long, how much of what, and how what is laid looks."""

    when: str
    title: str
    piece: str
    long: str
    amounts: str = ""
    sRGB: RGB | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class PlanDay:
    """A session as it is printed."""

    title: str
    lines: Sequence[PlanLine]


@dataclass(frozen=True, slots=True, kw_only=True)
class StepCard:
    """A step as it is printed on a card of its own."""

    title: str
    piece: str
    when: str
    amounts: str
    ready: str
    how: str
    why: str
    after: str
    cautions: Sequence[str]
    sRGB: RGB | None = None


def plan_sheet(title: str, said: Sequence[str], days: Sequence[PlanDay], *, paper: str = "A4") -> bytes:
    """Return the PDF of a plan: a line to tick off for each step."""

    def draw(canvas: Canvas) -> None:
        text(canvas, 20, 277, fitted(title, width=170, size=20, bold=True), size=20, bold=True)
        y = 268.0
        for words in said:
            y = paragraph(canvas, 20, y, words, width=170, size=10) - 1
        y -= 4
        for day in days:
            if y < 40:
                canvas.showPage()
                y = 280.0
            text(canvas, 20, y, day.title, size=12, bold=True)
            y -= 7
            for line in day.lines:
                if y < 18:
                    canvas.showPage()
                    y = 280.0
                canvas.setLineWidth(0.3 * mm)
                canvas.rect(20 * mm, (y - 0.6) * mm, 3.4 * mm, 3.4 * mm, stroke=1, fill=0)
                text(canvas, 27, y, line.when, size=9.5)
                if line.sRGB:
                    swatch(canvas, 39, y - 1.0, line.sRGB, width=10, height=4.2)
                left = 52.0
                if line.amounts:
                    whole(canvas, left, y, line.amounts, width=40, size=9.5, bold=True)
                    left = 94.0
                whole(canvas, left, y, line.title, width=146 - left, size=9.5)
                text(canvas, 148, y, fitted(line.piece, width=29, size=9.5), size=9.5)
                text(canvas, 179, y, line.long, size=9.5)
                y -= 6
            y -= 5
        room_for_notes(canvas, 20, top=y, foot=16, width=170)

    return sheet(title, draw, paper=paper)


def step_cards(title: str, cards: Sequence[StepCard], *, paper: str = "A4") -> bytes:
    """Return the PDF of step cards, four on a page."""

    def draw(canvas: Canvas) -> None:
        for number, card in enumerate(cards):
            if number and number % 4 == 0:
                canvas.showPage()
            _card(canvas, card, 280.0 - 69.0 * (number % 4))

    return sheet(title, draw, paper=paper)


def _card(canvas: Canvas, card: StepCard, y: float) -> None:
    canvas.setLineWidth(0.2 * mm)
    canvas.roundRect(16 * mm, (y - 56) * mm, 178 * mm, 64 * mm, 3 * mm)
    width = 168.0
    if card.sRGB:
        width = 126.0
        swatch(canvas, 152, y - 22, card.sRGB, width=38, height=26)
    text(canvas, 20, y, fitted(card.title, width=width, size=15, bold=True), size=15, bold=True)
    text(canvas, 20, y - 6, fitted(f"{card.piece} · {card.when}", width=width, size=10), size=10)
    at = y - 13
    if card.amounts:
        whole(canvas, 20, at, card.amounts, width=width, size=13.0, bold=True)
        at -= 6.5
    for words, size in ((card.ready, 11.0), (card.how, 11.0), (card.after, 10.0), (card.why, 9.0)):
        if words and at > y - 46:
            at = paragraph(canvas, 20, at, words, width=width if at > y - 24 else 168.0, size=size) - 1.5
    for caution in card.cautions:
        if at > y - 54:
            at = paragraph(canvas, 20, at, f"! {caution}", width=168, size=8.5)
    room_for_notes(canvas, 20, top=at + 2.0, foot=y - 53, width=168)
