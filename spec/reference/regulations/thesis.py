"""Writes manuscripts that meet a regulation, and the same with one error each: by python-docx, with nothing of Norvel in it.

thesis.py FOLDER: reads NAME.json of the regulations beside it, writes FOLDER/NAME/clean.docx and FOLDER/NAME/ERROR.docx.
"""
import copy, json, os, struct, sys, zlib
import docx
from docx.enum.section import WD_SECTION
from docx.enum.text import WD_ALIGN_PARAGRAPH as ALIGN, WD_BREAK
from docx.oxml import OxmlElement
from docx.oxml.ns import qn
from docx.shared import Cm, Pt, RGBColor

SENTENCES = {
    "en": ["The lamps of the quay were counted in the first week of winter, and the number was told to the board by a clerk.",
           "Nobody who kept the register thought of it as a history, yet every entry names a day, a lamp and a hand.",
           "Oil came up the river in casks, was weighed on the stairs, and went into the store before the tide turned.",
           "A lamp that was out twice in a month was taken down, cleaned, and hung again by two men and a boy.",
           "The accounts of the harbour show what was paid, and they leave out what the women of the stairs were owed."],
    "de": ["Die Laternen am Kai wurden in der ersten Woche des Winters gezählt, und die Zahl ging an den Rat der Stadt.",
           "Niemand, der das Register führte, hielt es für eine Geschichte, und doch nennt jeder Eintrag Tag und Hand.",
           "Das Öl kam in Fässern den Fluss herauf, wurde auf der Treppe gewogen und vor der Flut in das Lager gebracht.",
           "Eine Laterne, die zweimal im Monat aus war, wurde abgenommen, gereinigt und von zwei Leuten wieder gehängt.",
           "Die Rechnungen des Hafens zeigen, was bezahlt wurde, und sie verschweigen, was man den Frauen schuldig blieb."]}
LONG = {"en": "It was the custom of the stairs that whoever found a lamp out in the night should knock at the nearest door, wake the house, "
              "and stay until the oil was brought, for which the board allowed a penny, a dry coat, and the right to sit by the fire of the "
              "ferry house until the first boat went.",
        "de": "Es war der Brauch der Treppe, dass jeder, der in der Nacht eine Laterne erloschen fand, an der nächsten Tür klopfte, das Haus "
              "weckte und blieb, bis das Öl gebracht war, wofür der Rat einen Pfennig, einen trockenen Mantel und das Recht gewährte, am "
              "Feuer des Fährhauses zu sitzen, bis das erste Boot ging."}


def png():
    rows = b"".join(b"\x00" + b"\x60\x80\xa0" * 40 for _ in range(24))
    chunk = lambda kind, data: struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))
    return (b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", struct.pack(">IIBBBBB", 40, 24, 8, 2, 0, 0, 0)) + chunk(b"IDAT", zlib.compress(rows))
            + chunk(b"IEND", b""))


def field(paragraph, code, shown):
    for kind, text in (("begin", None), (None, code), ("separate", None), ("text", shown), ("end", None)):
        run = paragraph.add_run()
        if kind == "text":
            run.text = text
        elif kind:
            run._r.append(OxmlElement("w:fldChar", {qn("w:fldCharType"): kind}))
        else:
            node = OxmlElement("w:instrText", {qn("xml:space"): "preserve"})
            node.text = text
            run._r.append(node)


def language(style, tag):
    rpr = style.element.get_or_add_rPr()
    for old in rpr.findall(qn("w:lang")):
        rpr.remove(old)
    rpr.append(OxmlElement("w:lang", {qn("w:val"): tag}))


class Thesis:
    def __init__(self, house):
        self.house = house
        self.code = house["language"][:2]
        self.words = house["words"]
        self.doc = docx.Document()
        for one in list(self.doc.styles.element): # the looks of tables that nobody uses are most of the file
            if one.get(qn("w:type")) == "table" and one.get(qn("w:default")) != "1": self.doc.styles.element.remove(one)
        self.count = 0
        self.styles()
        self.front()
        self.main()
        self.back()
        self.sections()
        self.doc.core_properties.title = self.words["title"]
        self.doc.core_properties.author = "E. Marrow"
        self.doc.core_properties.language = house["language"]

    # -- the sheet
    def style(self, name, like=None):
        styles = self.doc.styles
        found = next((one for one in styles if one.name.lower() == name.lower()), None)
        if found is None:
            found = styles.add_style(name, 1)
            found.base_style = styles["Normal"]
        said = self.house["styles"].get(name, {})
        font, form = found.font, found.paragraph_format
        if name != "Normal" and found.element.rPr is not None:
            found.element.remove(found.element.rPr)
        if "font" in said:
            font.name = said["font"]
            fonts = found.element.get_or_add_rPr().get_or_add_rFonts()
            for side in ("ascii", "hAnsi", "cs", "eastAsia"):
                fonts.set(qn("w:" + side), said["font"])
        if "size" in said: font.size = Pt(said["size"])
        for flag in ("bold", "italic", "all_caps"):
            if flag in said: setattr(font, flag, said[flag])
        form.space_before, form.space_after = Pt(said.get("before", 0)), Pt(said.get("after", 0))
        if "line" in said: form.line_spacing = said["line"]
        form.alignment = {"start": ALIGN.LEFT, "center": ALIGN.CENTER, "justify": ALIGN.JUSTIFY, "end": ALIGN.RIGHT}[said.get("align", "start")]
        form.left_indent, form.right_indent = Cm(said.get("left", 0)), Cm(said.get("right", 0))
        form.first_line_indent = Cm(said.get("first", 0))
        form.keep_with_next, form.page_break_before = said.get("keep", False), said.get("page", False)
        form.widow_control = True
        return found

    def styles(self):
        for name in self.house["styles"]:
            self.style(name)
        language(self.doc.styles["Normal"], self.house["language"])
        for name in self.house["styles"]:
            if name.startswith("toc"):
                self.tab(self.doc.styles[name].element.get_or_add_pPr(), self.house.get("leader", "dot"))

    def tab(self, ppr, leader):
        for old in ppr.findall(qn("w:tabs")):
            ppr.remove(old)
        tabs = OxmlElement("w:tabs")
        tabs.append(OxmlElement("w:tab", {qn("w:val"): "right", qn("w:leader"): leader, qn("w:pos"): str(self.house["width"])}))
        ppr.insert_element_before(tabs, "w:suppressAutoHyphens", "w:spacing", "w:ind", "w:jc", "w:outlineLvl", "w:rPr")

    # -- the text
    def p(self, text, style="Normal"):
        return self.doc.add_paragraph(text, style=style)

    def sentences(self, count):
        texts = SENTENCES[self.code]
        said = [texts[(self.count + index) % len(texts)] for index in range(count)]
        self.count += count
        return " ".join(said)

    def body(self, count=4, also=""):
        return self.p((self.sentences(count) + " " + also).strip(), self.house["body"])

    def heading(self, text, level=1):
        return self.p(text, "Heading %d" % level)

    def front(self):
        words = self.words
        self.p(words["title"], "Title")
        self.p("E. Marrow", "Author")
        self.p(words["presented"], "Author")
        self.heading(words["abstract"])
        self.abstract = self.p(self.sentences(3), "Abstract")
        self.heading(words["contents"])
        entries = [(words["introduction"], 1, "1"), (words["lamps"], 1, "2"), (words["oil"], 2, "2"), (words["stairs"], 2, "3")]
        for index, (text, level, folio) in enumerate(entries):
            line = self.p("", "toc %d" % level)
            if index == 0:
                for kind, said in (("begin", None), (None, ' TOC \\o "1-2" '), ("separate", None)):
                    run = line.add_run()
                    if kind: run._r.append(OxmlElement("w:fldChar", {qn("w:fldCharType"): kind}))
                    else:
                        node = OxmlElement("w:instrText", {qn("xml:space"): "preserve"})
                        node.text = said
                        run._r.append(node)
            line.add_run(text + "\t" + folio)
            if index == len(entries) - 1:
                line.add_run()._r.append(OxmlElement("w:fldChar", {qn("w:fldCharType"): "end"}))
        self.doc.add_section(WD_SECTION.NEW_PAGE)

    def main(self):
        words = self.words
        self.heading(words["introduction"])
        self.first = self.body(4)
        self.body(5, words["cited"])
        self.heading(words["lamps"])
        self.body(4)
        self.heading(words["oil"], 2)
        self.body(4, words["named_figure"])
        if words["caption_place_figures"] == "above": self.caption("figure")
        self.figure = self.p("", "Figure")
        self.figure.add_run().add_picture(self.picture(), width=Cm(6))
        self.figure._p.xpath(".//wp:docPr")[0].set("descr", words["alternative"])
        if words["caption_place_figures"] == "below": self.caption("figure")
        self.body(3)
        self.quotation = self.p(LONG[self.code], "Quote")
        self.heading(words["stairs"], 2)
        self.body(3, words["named_table"])
        if words["caption_place_tables"] == "above": self.caption("table")
        self.table = self.doc.add_table(3, 2)
        for row in range(3):
            for column in range(2):
                cell = self.table.cell(row, column).paragraphs[0]
                cell.style = self.doc.styles["Table heading" if row == 0 else "Table text"]
                cell.add_run(words["cells"][row][column])
        trpr = self.table.rows[0]._tr.get_or_add_trPr()
        trpr.append(OxmlElement("w:tblHeader"))
        if words["caption_place_tables"] == "below": self.caption("table")
        self.body(3)
        for item in words["items"]:
            self.p(item, "List Bullet")
        self.body(3)

    def picture(self):
        path = os.path.join(sys.argv[1], "picture.png")
        with open(path, "wb") as out:
            out.write(png())
        return path

    def caption(self, kind):
        line = self.p("", "Caption")
        line.add_run(self.words[kind] + " ")
        field(line, " SEQ %s \\* ARABIC " % self.words[kind], "1")
        line.add_run(self.words["separator"] + " " + self.words["caption_" + kind])

    def back(self):
        self.heading(self.words["references"])
        for entry in self.words["entries"]:
            self.p(entry, "References")

    # -- pages
    def sections(self):
        page = self.house["page"]
        for index, section in enumerate(self.doc.sections):
            section.page_width, section.page_height = Cm(page["width"]), Cm(page["height"])
            section.top_margin, section.bottom_margin = Cm(page["top"]), Cm(page["bottom"])
            section.left_margin, section.right_margin = Cm(page["left"]), Cm(page["right"])
            section.header_distance, section.footer_distance = Cm(page["header"]), Cm(page["footer"])
            section.different_first_page_header_footer = index == 0
            self.folios(section, "lowerRoman" if index == 0 else "decimal", 1)
            self.margin(section)

    def folios(self, section, form, start):
        sect = section._sectPr
        for old in sect.findall(qn("w:pgNumType")):
            sect.remove(old)
        node = OxmlElement("w:pgNumType", {qn("w:fmt"): form})
        if start is not None: node.set(qn("w:start"), str(start))
        sect.insert_element_before(node, "w:cols", "w:titlePg", "w:docGrid")

    def margin(self, section):
        place = self.house["folio"]
        side = section.header if place["side"] == "top" else section.footer
        side.is_linked_to_previous = False
        line = side.paragraphs[0]
        line.style = self.doc.styles["Header" if place["side"] == "top" else "Footer"]
        line.alignment = {"center": ALIGN.CENTER, "end": ALIGN.RIGHT, "start": ALIGN.LEFT}[place["across"]]
        before, after = place["words"]
        if before: line.add_run(before)
        field(line, " PAGE ", "1")
        if after: line.add_run(after)
        if self.house.get("running_head"):
            section.header.is_linked_to_previous = False
            head = section.header.paragraphs[0]
            head.style = self.doc.styles["Header"]
            field(head, " TITLE ", self.words["title"])


# -- errors: what is done to a thesis that meets its regulation
def under(heading, thesis):
    return [one for one in thesis.doc.paragraphs if one.text == thesis.words[heading] and one.style.name.startswith("Heading")][0]


def bodies(thesis):
    return [one for one in thesis.doc.paragraphs if one.style.name == thesis.house["body"] and len(one.text) > 200]


def after(paragraph, text, style):
    new = copy.deepcopy(paragraph._p)
    paragraph._p.addnext(new)
    made = docx.text.paragraph.Paragraph(new, paragraph._parent)
    for run in list(made.runs):
        run._r.getparent().remove(run._r)
    for other in list(made._p):
        if other.tag != qn("w:pPr"): made._p.remove(other)
    made.style = style
    made.add_run(text)
    return made


def swap(thesis, one, other, place=2):
    paragraph = bodies(thesis)[place]
    run = paragraph.runs[0]
    assert one in run.text, (one, run.text)
    run.text = run.text.replace(one, other, 1)


def put(thesis, text, place=2):
    run = bodies(thesis)[place].runs[0]
    run.text = run.text + " " + text


def set_style(name, **values):
    def do(thesis):
        style = thesis.doc.styles[name]
        for key, value in values.items():
            target = style.font if hasattr(style.font, key) and key in ("size", "bold", "italic", "name", "all_caps") else style.paragraph_format
            setattr(target, key, value)
    return do


def page(**values):
    def do(thesis):
        for section in thesis.doc.sections:
            for key, value in values.items():
                setattr(section, key, value)
    return do


def comment(thesis):
    run = bodies(thesis)[1].runs[0]._r
    mark = OxmlElement("w:ins", {qn("w:id"): "91", qn("w:author"): "A. Keeper", qn("w:date"): "2026-01-01T00:00:00Z"})
    run.addprevious(mark)
    mark.append(run)


def chapter_by_break(thesis):
    thesis.doc.styles["Heading 1"].paragraph_format.page_break_before = False
    for key in ("lamps",):
        under(key, thesis).insert_paragraph_before("", thesis.house["body"]).add_run().add_break(WD_BREAK.PAGE)


def long_in_text(thesis):
    text = thesis.quotation.text
    thesis.quotation._p.getparent().remove(thesis.quotation._p)
    marks = thesis.words["marks"]
    put(thesis, marks[0] + text + marks[1])


def drop(paragraph):
    paragraph._p.getparent().remove(paragraph._p)


def captions(thesis, word):
    return [one for one in thesis.doc.paragraphs if one.style.name == "Caption" and one.text.startswith(thesis.words[word])][0]


def link(thesis):
    rel = thesis.doc.part.relate_to("https://marrowby.example/", docx.opc.constants.RELATIONSHIP_TYPE.HYPERLINK, is_external=True)
    node = OxmlElement("w:hyperlink", {qn("r:id"): rel})
    run = bodies(thesis)[1].add_run(thesis.words["here"])
    bodies(thesis)[1]._p.append(node)
    node.append(run._r)


ERRORS = {
    "paper": page(page_width=Cm(21.59), page_height=Cm(27.94)),
    "margin": page(left_margin=Cm(2.0)),
    "header": page(footer_distance=Cm(0.6), header_distance=Cm(0.6)),
    "main_roman": lambda t: t.folios(t.doc.sections[1], "lowerRoman", 1),
    "main_goes_on": lambda t: t.folios(t.doc.sections[1], "decimal", None),
    "front_arabic": lambda t: t.folios(t.doc.sections[0], "decimal", 1),
    "folio_on_title": lambda t: setattr(t.doc.sections[0], "different_first_page_header_footer", False),
    "folio_place": lambda t: [setattr((s.header if t.house["folio"]["side"] == "top" else s.footer).paragraphs[0], "alignment", ALIGN.LEFT)
                              for s in t.doc.sections],
    "folio_words": lambda t: [(s.header if t.house["folio"]["side"] == "top" else s.footer).paragraphs[0].add_run(" *")
                              for s in t.doc.sections],
    "no_running_head": lambda t: [[r._r.getparent().remove(r._r) for r in s.header.paragraphs[0].runs] for s in t.doc.sections],
    "body_size": lambda t: setattr(bodies(t)[2].runs[0].font, "size", Pt(9.5)),
    "body_font": lambda t: setattr(bodies(t)[2].runs[0].font, "name", "Courier New"),
    "body_spacing": lambda t: setattr(bodies(t)[1].paragraph_format, "line_spacing", 1.0 if t.house["styles"]["Normal"]["line"] > 1.3 else 2.0),
    "body_align": lambda t: setattr(bodies(t)[1].paragraph_format, "alignment", ALIGN.RIGHT),
    "bold_words": lambda t: setattr(bodies(t)[2].add_run(" " + t.words["stressed"]), "bold", True),
    "underlined": lambda t: setattr(bodies(t)[2].add_run(" " + t.words["stressed"]), "underline", True),
    "red": lambda t: setattr(bodies(t)[2].add_run(" " + t.words["stressed"]).font.color, "rgb", RGBColor(0xC0, 0x20, 0x20)),
    "pale": lambda t: setattr(bodies(t)[2].runs[0].font.color, "rgb", RGBColor(0xC8, 0xC8, 0xC8)),
    "heading_size": set_style("Heading 1", size=Pt(11)),
    "heading_smaller": set_style("Heading 2", size=Pt(22)),
    "heading_stop": lambda t: under("oil", t).runs[0].__setattr__("text", t.words["oil"] + "."),
    "heading_skipped": lambda t: setattr(under("oil", t), "style", t.doc.styles["Heading 3"]),
    "heading_empty": lambda t: after(t.quotation, t.words["more"], t.doc.styles["Heading 2"]),
    "heading_space": set_style("Heading 1", space_after=Pt(1)),
    "two_titles": lambda t: after(t.doc.paragraphs[0], t.words["more"], t.doc.styles["Title"]),
    "title_words": lambda t: t.doc.paragraphs[2].runs[0].__setattr__("text", t.words["more"]),
    "abstract_long": lambda t: t.abstract.runs[0].__setattr__("text", " ".join(SENTENCES[t.code] * 3)),
    "chapter_here": set_style("Heading 1", page_break_before=False),
    "page_by_hand": chapter_by_break,
    "blank_lines": lambda t: after(bodies(t)[2], "", t.doc.styles[t.house["body"]]),
    "two_spaces": lambda t: swap(t, ", ", ",  "),
    "tab_first": lambda t: bodies(t)[2].runs[0].__setattr__("text", "\t" + bodies(t)[2].text),
    "line_break": lambda t: swap(t, ", ", ",\n"),
    "space_before_comma": lambda t: swap(t, ", ", " , "),
    "hyphen_for_dash": lambda t: put(t, t.words["hyphen"]),
    "three_dots": lambda t: put(t, t.words["dots"]),
    "loose_unit": lambda t: put(t, t.words["unit"]),
    "wrong_marks": lambda t: put(t, t.words["wrong_marks"]),
    "typed_list": lambda t: [after(bodies(t)[3], "%d. %s" % (3 - i, t.words["items"][i % 2]), t.doc.styles[t.house["body"]]) for i in range(3)],
    "long_quotation": long_in_text,
    "short_quotation": lambda t: t.quotation.runs[0].__setattr__("text", t.words["short"]),
    "quotation_spacing": lambda t: setattr(t.quotation.paragraph_format, "line_spacing", 3.0),
    "no_caption": lambda t: drop(captions(t, "figure")),
    "caption_side": lambda t: (lambda c: (t.figure._p.addprevious(c._p) if t.words["caption_place_figures"] == "below"
                                          else t.figure._p.addnext(c._p)))(captions(t, "figure")),
    "caption_word": lambda t: captions(t, "figure").runs[0].__setattr__("text", t.words["wrong_word"] + " "),
    "caption_number": lambda t: [r for r in captions(t, "table").runs if r.text == "1"][0].__setattr__("text", "4"),
    "not_named": lambda t: [p for p in bodies(t) if t.words["named_figure"] in p.text][0].runs[0].__setattr__("text", t.sentences(3)),
    "references_flush": lambda t: setattr([p for p in t.doc.paragraphs if p.style.name == "References"][1].paragraph_format,
                                          "first_line_indent", Cm(0)),
    "references_order": lambda t: (lambda rows: rows[0]._p.addprevious(rows[-1]._p))([p for p in t.doc.paragraphs
                                                                                    if p.style.name == "References"]),
    "not_cited": lambda t: after([p for p in t.doc.paragraphs if p.style.name == "References"][-1], t.words["uncited"],
                                 t.doc.styles["References"]),
    "not_listed": lambda t: put(t, t.words["unlisted"]),
    "no_head_row": lambda t: t.table.rows[0]._tr.trPr.remove(t.table.rows[0]._tr.trPr.find(qn("w:tblHeader"))),
    "no_alternative": lambda t: t.figure._p.xpath(".//wp:docPr")[0].set("descr", ""),
    "no_title": lambda t: setattr(t.doc.core_properties, "title", ""),
    "revision": comment,
    "link_here": link,
    "leader": lambda t: [t.tab(t.doc.styles[n].element.get_or_add_pPr(), "underscore") for n in t.house["styles"] if n.startswith("toc")],
    "contents_flat": set_style("toc 2", left_indent=Cm(0)),
    "widows_off": lambda t: setattr(t.doc.styles[t.house["body"]].paragraph_format, "widow_control", False),
    "wide_figure": lambda t: (lambda e: (e.set("cx", str(Cm(19))), e.set("cy", str(Cm(11)))))(t.figure._p.xpath(".//wp:extent")[0]),
    "table_small": lambda t: [setattr(c.paragraphs[0].runs[0].font, "size", Pt(7)) for r in t.table.rows for c in r.cells],
}

if __name__ == "__main__":
    here = os.path.dirname(os.path.abspath(__file__))
    for name in sorted(one[:-5] for one in os.listdir(here) if one.endswith(".json")):
        house = json.load(open(os.path.join(here, name + ".json"), encoding="utf-8"))
        folder = os.path.join(sys.argv[1], name)
        os.makedirs(folder, exist_ok=True)
        Thesis(house).doc.save(os.path.join(folder, "clean.docx"))
        for error in house["errors"]:
            thesis = Thesis(house)
            ERRORS[error](thesis)
            thesis.doc.save(os.path.join(folder, error + ".docx"))
