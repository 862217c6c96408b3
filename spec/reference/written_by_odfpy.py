"""An .odt as odfpy makes it, and what odfpy reads in a file: paragraphs by their text, styles, notes, images.

written_by_odfpy.py make OUT.odt | written_by_odfpy.py read FILE.odt
"""
import json
import sys

from odf import dc, draw, style, teletype, text
from odf.opendocument import OpenDocumentText, load
from odf.table import Table, TableCell, TableColumn, TableRow


def make(out):
    doc = OpenDocumentText()
    doc.meta.addElement(dc.Title(text="Überblick der Nachtfähren"))
    layout = style.PageLayout(name="Sheet")
    layout.addElement(style.PageLayoutProperties(pagewidth="21cm", pageheight="29.7cm", margintop="2.5cm", marginbottom="2.5cm",
                                                 marginleft="3cm", marginright="2.5cm"))
    doc.automaticstyles.addElement(layout)
    master = style.MasterPage(name="Standard", pagelayoutname=layout)
    foot = style.Footer()
    line = text.P()
    line.addElement(text.PageNumber(selectpage="current", text="1"))
    foot.addElement(line)
    master.addElement(foot)
    doc.masterstyles.addElement(master)

    body = style.Style(name="Standard", family="paragraph")
    body.addElement(style.ParagraphProperties(lineheight="150%", textalign="justify"))
    body.addElement(style.TextProperties(fontsize="12pt", fontfamily="Liberation Serif"))
    doc.styles.addElement(body)
    heads = []
    for level in (1, 2):
        head = style.Style(name="Heading %d" % level, family="paragraph", parentstylename=body, defaultoutlinelevel=str(level))
        head.addElement(style.TextProperties(fontsize="%dpt" % (18 - 2 * level), fontweight="bold"))
        doc.styles.addElement(head)
        heads.append(head)
    hand = style.Style(name="P1", family="paragraph", parentstylename=body)
    hand.addElement(style.ParagraphProperties(textindent="0.75cm"))
    doc.automaticstyles.addElement(hand)
    slanted = style.Style(name="T1", family="text")
    slanted.addElement(style.TextProperties(fontstyle="italic"))
    doc.automaticstyles.addElement(slanted)
    numbers = text.ListStyle(name="L1")
    numbers.addElement(text.ListLevelStyleNumber(level="1", numformat="1", numsuffix="."))
    doc.automaticstyles.addElement(numbers)

    for chapter in range(1, 4):
        doc.text.addElement(text.H(outlinelevel=1, stylename=heads[0], text="Kapitel %d: Größe & Fahrt" % chapter))
        for section in range(1, 3):
            doc.text.addElement(text.H(outlinelevel=2, stylename=heads[1], text="Die Mole %d" % section))
            for count in range(4):
                p = text.P(stylename=hand if count % 2 else body)
                teletype.addTextToElement(p, "Die Fähre verließ den Steg   bei Nacht,\tund niemand sah die Lampe. " * 6)
                p.addElement(text.Span(stylename=slanted, text="Ottery Quay"))
                p.addText(" blieb dunkel.")
                if count == 1:
                    note = text.Note(noteclass="footnote", id="ftn%d%d" % (chapter, section))
                    note.addElement(text.NoteCitation(text="1"))
                    held = text.NoteBody()
                    held.addElement(text.P(text="Nach dem Logbuch."))
                    note.addElement(held)
                    p.addElement(note)
                doc.text.addElement(p)
        items = text.List(stylename=numbers)
        for words in ("Leine", "Glocke", "Laterne"):
            item = text.ListItem()
            item.addElement(text.P(text=words))
            items.addElement(item)
        doc.text.addElement(items)
    table = Table(name="Fares")
    table.addElement(TableColumn(numbercolumnsrepeated=2))
    for left, right in (("Steg", "Preis"), ("Tarn", "9"), ("Marrowby", "12")):
        row = TableRow()
        for words in (left, right):
            cell = TableCell()
            cell.addElement(text.P(text=words))
            row.addElement(cell)
        table.addElement(row)
    doc.text.addElement(table)
    doc.save(out)


APART = ("note", "annotation", "frame", "tracked-changes")


def words(node):
    """The text of a paragraph, without what is anchored in it."""
    if not hasattr(node, "qname"):
        return str(node)
    name = node.qname[1]
    if name in APART:
        return ""
    if name == "s":
        return " " * int(node.getAttribute("c") or 1)
    if name in ("tab", "line-break"):
        return {"tab": "\t", "line-break": "\n"}[name]
    return "".join(words(child) for child in node.childNodes)


def read(path):
    doc = load(path)
    found = []

    def walk(node):
        for child in node.childNodes:
            name = getattr(child, "qname", (None, None))[1]
            if name in APART:
                continue
            if name in ("p", "h"):
                found.append({"text": words(child), "style": child.getAttribute("stylename")})
            else:
                walk(child)

    walk(doc.text)
    json.dump({"paragraphs": found, "notes": len(doc.getElementsByType(text.Note)), "images": len(doc.getElementsByType(draw.Image)),
               "styles": sorted(s.getAttribute("name") for s in doc.styles.childNodes if s.qname[1] == "style")}, sys.stdout)


if __name__ == "__main__":
    {"make": make, "read": read}[sys.argv[1]](sys.argv[2])
