"""Effective formatting of a .docx, written from ISO/IEC 29500-1 17.7.2 and 17.7.3 over the raw values
that python-docx hands out. It shares nothing with Norvel; it knows only what the specs ask for.
Output: one JSON line a file, a list of its body paragraphs with the values of each run."""
import json
import sys
from docx import Document
from docx.oxml.ns import qn

TOGGLES = {"b": "bold", "i": "italic", "caps": "caps", "smallCaps": "small_caps", "strike": "strike"}
styles, defaults = {}, None


def chain(style_id, kind):
    """The style and its ancestors, nearest first; a loop or a missing parent ends it."""
    found = []
    while style_id in styles and style_id not in found and styles[style_id].get(qn("w:type")) == kind:
        found.append(style_id)
        based = styles[style_id].find(qn("w:basedOn"))
        style_id = based.get(qn("w:val")) if based is not None else None
    return [styles[s] for s in found]


def value(props, tag, attr="w:val"):
    node = props.find(qn("w:" + tag)) if props is not None else None
    return None if node is None else (node.get(qn(attr)) if attr else node)


def toggle(props, tag):
    node = props.find(qn("w:" + tag)) if props is not None else None
    return None if node is None else node.get(qn("w:val")) not in ("0", "false", "off")


def first(read, layers):
    return next((v for v in map(read, layers) if v is not None), None)


def default_props(kind):
    outer = defaults.find(qn("w:%sDefault" % kind)) if defaults is not None else None
    return outer.find(qn("w:" + kind)) if outer is not None else None


def effective_toggle(tag, direct, character, paragraph):
    """17.7.3: direct is absolute; a true default wins; else exclusive or over the levels."""
    own = toggle(direct, tag)
    if own is not None:
        return own
    if toggle(default_props("rPr"), tag):
        return True
    levels = [first(lambda p: toggle(p, tag), level) for level in (paragraph, character)]
    return sum(bool(level) for level in levels) % 2 == 1


def resolve(p, default):
    ppr = p.find(qn("w:pPr"))
    style_id = value(ppr, "pStyle") or default
    p_chain = chain(style_id if style_id in styles else default, "paragraph")
    p_layers = [ppr] + [s.find(qn("w:pPr")) for s in p_chain] + [default_props("pPr")]
    r_paragraph = [s.find(qn("w:rPr")) for s in p_chain]

    def twips(tag, attr):
        raw = first(lambda layer: value(layer, tag, attr), p_layers)
        return int(raw) / 20 if raw is not None else 0.0

    def first_line(layer):
        hanging, line = value(layer, "ind", "w:hanging"), value(layer, "ind", "w:firstLine")
        return -int(hanging) if hanging is not None else (int(line) if line is not None else None)

    record = {
        "align": {"both": "justify", "right": "end", "center": "center"}.get(first(lambda l: value(l, "jc"), p_layers) or "left", "start"),
        "space_before_pt": twips("spacing", "w:before"), "space_after_pt": twips("spacing", "w:after"),
        "indent_start_pt": twips("ind", "w:left"), "indent_end_pt": twips("ind", "w:right"),
        "indent_first_pt": (first(first_line, p_layers) or 0) / 20,
        "style": style_id, "line": first(lambda l: value(l, "spacing", "w:line"), p_layers), "shading": first(lambda l: value(l, "shd", "w:fill"), p_layers),
        "numbered": first(lambda l: value(l.find(qn("w:numPr")), "numId") if l is not None and l.find(qn("w:numPr")) is not None else None, p_layers) not in (None, "0"),
        "keep_next": bool(first(lambda l: toggle(l, "keepNext"), p_layers)), "runs": []}
    for r in p.iterchildren(qn("w:r")):
        rpr = r.find(qn("w:rPr"))
        r_chain = [s.find(qn("w:rPr")) for s in chain(value(rpr, "rStyle"), "character")]
        layers = [rpr] + r_chain + r_paragraph + [default_props("rPr")]
        run = {name: effective_toggle(tag, rpr, r_chain, r_paragraph) for tag, name in TOGGLES.items()}
        run["size_pt"] = int(first(lambda l: value(l, "sz"), layers) or 20) / 2
        run["font_family"] = first(lambda l: value(l, "rFonts", "w:ascii"), layers)
        run["color"] = first(lambda l: value(l, "color"), layers)
        run["text"] = "".join(t.text or "" for t in r.iterchildren(qn("w:t")))
        record["runs"].append(run)
    return record


for path in sys.argv[1:]:
    document = Document(path)
    styles = {s.get(qn("w:styleId")): s for s in document.styles.element.findall(qn("w:style"))}
    default = next((k for k, s in styles.items() if s.get(qn("w:type")) == "paragraph" and s.get(qn("w:default")) in ("1", "true", "on")), None)
    defaults = document.styles.element.find(qn("w:docDefaults"))
    print(json.dumps([resolve(p, default) for p in document.element.body.iterchildren(qn("w:p"))]))
