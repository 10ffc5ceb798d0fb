"""Pages drawn glyph by glyph, turned, and with two lines set into each other's height."""
import math
import sys

import cairo

out = sys.argv[1]


def page(name, width, height, draw):
    surface = cairo.PDFSurface(f"{out}/{name}.pdf", width, height)
    context = cairo.Context(surface)
    context.select_font_face("DejaVu Serif")
    context.set_font_size(12)
    draw(context)
    surface.finish()


def lettered(context):
    def letters(x, y, text, extra):
        for letter in text:
            context.move_to(x, y)
            context.show_text(letter)
            x += context.text_extents(letter).x_advance + extra

    letters(50, 60, "MOORING PERMIT", 1.0)
    letters(50, 100, "Permit no: MHP-2027-0501", 0.0)
    letters(50, 120, "Vessel: Grey Heron", -0.3)


def turned(context):
    context.translate(595, 0)
    context.rotate(math.pi / 2)
    for y, text in [(60, "MOORING PERMIT"), (100, "Permit no: MHP-2027-0502"), (120, "Vessel: Grey Heron")]:
        context.move_to(50, y)
        context.show_text(text)


def close(context):
    for y, text in [(60, "MOORING PERMIT"), (72, "Permit no: MHP-2027-0503"), (82, "Vessel: Grey Heron"), (92, "Berth: Lantern Quay 4")]:
        context.move_to(50, y)
        context.show_text(text)
    context.set_font_size(7)
    context.move_to(186, 88)
    context.show_text("1")


page("cairo-letters", 595, 842, lettered)
page("cairo-turned", 595, 842, turned)
page("cairo-close", 595, 842, close)
