"""Effective formatting of an OpenDocument file, worked out from ISO/IEC 26300, part 3, section 16, by itself and plainly.

For every paragraph of the body: its values, and the values of every character. Lengths are in points.
"""
import json
import re
import sys

from lxml import etree

O = "urn:oasis:names:tc:opendocument:xmlns:"
NS = {p: O + n + ":1.0" for p, n in {"office": "office", "text": "text", "style": "style", "fo": "xsl-fo-compatible",
                                     "table": "table"}.items()}
POINTS = {"cm": 72 / 2.54, "mm": 72 / 25.4, "in": 72.0, "pt": 1.0, "pc": 12.0}
LENGTHS = ["margin-left", "margin-right", "text-indent", "margin-top", "margin-bottom"]


def q(name):
    prefix, local = name.split(":")
    return "{%s}%s" % (NS[prefix], local)


def points(said):
    number, unit = re.match(r"(-?[\d.]+)([a-z]+)", said).groups()
    return float(number) * POINTS[unit]


class Styles:
    def __init__(self, root):
        self.named, self.default = {}, {}
        for node in root.iter(q("style:style")):
            self.named[node.get(q("style:family")), node.get(q("style:name"))] = node
        for node in root.iter(q("style:default-style")):
            self.default[node.get(q("style:family"))] = node
        self.lists = {}
        for style in root.iter(q("text:list-style")):
            for level in style:
                alignment = level.find(".//" + q("style:list-level-label-alignment"))
                self.lists[style.get(q("style:name")), int(level.get(q("text:level")))] = dict(
                    (n, points(alignment.get(q("fo:" + n)))) for n in ("margin-left", "text-indent"))

    def chain(self, family, name):
        """Farthest first."""
        found, seen = [], set()
        while name and (family, name) in self.named and name not in seen:
            seen.add(name)
            found.insert(0, self.named[family, name])
            name = self.named[family, name].get(q("style:parent-style-name"))
        return found

    def apply(self, values, node):
        """What one style says over what it inherits."""
        before = dict(values)
        paragraph = node.find(q("style:paragraph-properties"))
        text = node.find(q("style:text-properties"))
        if paragraph is not None:
            every = paragraph.get(q("fo:margin"))
            for name in LENGTHS:
                said = paragraph.get(q("fo:" + name)) or (every if name.startswith("margin") else None)
                if said is not None:
                    values[name] = before[name] * float(said[:-1]) / 100 if said.endswith("%") else points(said)
            height = paragraph.get(q("fo:line-height"))
            if height:
                values["line"] = ["multiple", float(height[:-1]) / 100] if height.endswith("%") else ["exact", points(height)]
            align = paragraph.get(q("fo:text-align"))
            if align:
                values["align"] = {"left": "start", "right": "end"}.get(align, align)
        if text is not None:
            size = text.get(q("fo:font-size"))
            if size:
                values["size"] = before["size"] * float(size[:-1]) / 100 if size.endswith("%") else points(size)
            for name, key in (("fo:font-weight", "bold"), ("fo:font-style", "italic")):
                if text.get(q(name)):
                    values[key] = text.get(q(name)) in ("bold", "italic")
            if text.get(q("fo:color")):
                values["color"] = text.get(q("fo:color"))


def effective(root):
    styles = Styles(root)
    base = dict({n: 0.0 for n in LENGTHS}, line=["multiple", 1.0], align="start", size=10.0, bold=False, italic=False, color="auto")
    styles.apply(base, styles.default["paragraph"])
    result = []
    for node in root.find(".//" + q("office:text")).iter(q("text:p"), q("text:h")):
        values = dict(base)
        around = [a for a in node.iterancestors() if a.tag == q("text:list")]
        spoken = set()
        for style in styles.chain("paragraph", node.get(q("text:style-name")) or "Standard"):
            styles.apply(values, style)
            said = style.find(q("style:paragraph-properties"))
            spoken |= {etree.QName(name).localname for name in (said.attrib if said is not None else {})}
        if around:  # the level stands under the styles: what one of them says, it does not
            name = next(a.get(q("text:style-name")) for a in around if a.get(q("text:style-name")))
            for key, value in styles.lists.get((name, len(around)), {}).items():
                if key not in spoken and not (key == "margin-left" and "margin" in spoken):
                    values[key] = value
        characters = []
        walk(styles, node, values, base, characters)
        result.append({"paragraph": values, "characters": characters})
    return result


def walk(styles, node, values, base, characters):
    characters.extend([values] * len(node.text or ""))
    for child in node:
        inner = dict(values)
        if child.tag == q("text:span"):
            said = dict(base)  # percentages are of the parent style's value
            for style in styles.chain("text", child.get(q("text:style-name"))):
                styles.apply(said, style)
                text = style.find(q("style:text-properties"))
                for name, key in (("fo:font-size", "size"), ("fo:font-weight", "bold"), ("fo:font-style", "italic"), ("fo:color", "color")):
                    if text is not None and text.get(q(name)):
                        inner[key] = said[key]
        walk(styles, child, inner, base, characters)
        characters.extend([values] * len(child.tail or ""))


if __name__ == "__main__":
    keys = ("size", "bold", "italic", "color")
    json.dump([{"paragraph": {k: v for k, v in one["paragraph"].items() if k not in keys},
                "characters": [{k: c[k] for k in keys} for c in one["characters"]]}
               for one in effective(etree.parse(sys.argv[1]).getroot())], sys.stdout)
