"""What the styles of a .docx say themselves, over the raw XML that python-docx hands out; it shares nothing with Norvel.
Output: one JSON line a file: its paragraph styles by id, with their names, parent, the chain's values, what repeats a parent's word,
and the style of every paragraph of body, headers and footers."""
import json
import sys
from docx import Document
from docx.oxml.ns import qn


def said(style):
    """Every statement of a style, one attribute at a time: {"spacing/after": "120", "b": "1"}."""
    found = {}
    for part in ("pPr", "rPr"):
        holder = style.find(qn("w:" + part))
        for node in holder if holder is not None else ():
            name = node.tag.split("}")[1]
            if name in ("numPr", "outlineLvl", "pBdr", "tabs", "lang"):
                continue
            for key, value in node.attrib.items() or {"": "1"}.items():
                found["%s/%s" % (name, key.split("}")[-1])] = value
    return found


def chain(styles, style_id):
    walked = []
    while style_id in styles and style_id not in walked:
        walked.append(style_id)
        based = styles[style_id].find(qn("w:basedOn"))
        style_id = based.get(qn("w:val")) if based is not None else None
    return walked


for path in sys.argv[1:]:
    document = Document(path)
    styles = {s.get(qn("w:styleId")): s for s in document.styles.element.findall(qn("w:style")) if s.get(qn("w:type")) == "paragraph"}
    default = next(k for k, s in styles.items() if s.get(qn("w:default")) == "1")
    sheet = {}
    for style_id, style in styles.items():
        over = {}
        for one in reversed(chain(styles, style_id)[1:]):
            over.update(said(styles[one]))
        own = said(style)
        alias = style.find(qn("w:aliases"))
        sheet[style_id] = {"name": style.find(qn("w:name")).get(qn("w:val")), "alias": alias.get(qn("w:val")) if alias is not None else None,
                           "parent": (chain(styles, style_id) + [None])[1], "values": {**over, **own},
                           "repeated": [key for key, value in own.items() if over.get(key) == value]}

    def style_of(paragraph):
        node = paragraph.find(qn("w:pPr") + "/" + qn("w:pStyle"))
        return node.get(qn("w:val")) if node is not None else default

    body = [style_of(p) for p in document.element.body.iter(qn("w:p"))]
    margins = [style_of(p._p) for section in document.sections for side in (section.header, section.footer) if not side.is_linked_to_previous
               for p in side.paragraphs if p.text.strip()]
    print(json.dumps({"default": default, "styles": sheet, "body": body, "margins": margins, "abstract_numbers": len(document.part.numbering_part.element.findall(qn("w:abstractNum")))
                      if any(r.reltype.endswith("/numbering") for r in document.part.rels.values()) else 0}))
