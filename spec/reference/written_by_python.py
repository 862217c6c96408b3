"""Writes a .docx by python-docx alone, from JSON on standard input: {"out": path, "language": "de-DE", "paragraphs": [{"style": "Heading 1",
"align": "center", "line": 1.5, "before": 6, "after": 6, "runs": [{"text", "bold", "italic", "size", "font", "color"}], "image": path}]}."""
import json
import sys
from docx import Document
from docx.enum.text import WD_ALIGN_PARAGRAPH
from docx.oxml.ns import qn
from docx.shared import Pt, RGBColor

said = json.load(sys.stdin)
document = Document()
for node in document.styles.element.iter(qn("w:lang")):
    node.set(qn("w:val"), said["language"])
for given in said["paragraphs"]:
    paragraph = document.add_paragraph(style=given.get("style"))
    form = paragraph.paragraph_format
    if "align" in given:
        form.alignment = getattr(WD_ALIGN_PARAGRAPH, given["align"].upper())
    if "line" in given:
        form.line_spacing = given["line"]
    for side in ("before", "after"):
        if side in given:
            setattr(form, "space_" + side, Pt(given[side]))
    for piece in given.get("runs", []):
        run = paragraph.add_run(piece["text"])
        run.bold, run.italic = piece.get("bold"), piece.get("italic")
        if "size" in piece:
            run.font.size = Pt(piece["size"])
        if "font" in piece:
            run.font.name = piece["font"]
        if "color" in piece:
            run.font.color.rgb = RGBColor.from_string(piece["color"])
    if "image" in given:
        paragraph.add_run().add_picture(given["image"], width=Pt(120))
document.save(said["out"])
