"""Holds the parts of OpenDocument files against the tables of elements and attributes in odfpy's grammar (made from the schema of 1.2).

Reads paths, one a line, from standard input; for each prints a JSON list of what does not fit: [rule, element, other].
"""
import json
import sys
import zipfile

from lxml import etree
from odf import grammar

STYLE = "urn:oasis:names:tc:opendocument:xmlns:style:1.0"
# What 1.3 adds (part 3, appendix: changes from the version before).
ADDED = {(STYLE, "header-first"), (STYLE, "footer-first")}
ADDED_ATTRIBUTES = {(STYLE, "contextual-spacing")}
SPACES = {key[0] for key in grammar.allowed_children}


def name(node):
    tag = etree.QName(node)
    return (tag.namespace, tag.localname)


def short(pair):
    return pair[0].split(":")[-2] + ":" + pair[1] if pair[0].count(":") > 2 else pair[1]


def faults(root):
    found = []
    for node in root.iter():
        if not isinstance(node.tag, str):
            continue
        own = name(node)
        if own[0] not in SPACES or own in ADDED:
            continue
        children = grammar.allowed_children.get(own)
        if own not in grammar.allowed_children:
            found.append(["element", short(own), ""])
        for child in node:
            if not isinstance(child.tag, str):
                continue
            inner = name(child)
            if children is not None and inner[0] in SPACES and inner not in ADDED and inner not in children:
                found.append(["child", short(own), short(inner)])
        attributes = grammar.allowed_attributes.get(own)
        said = {(etree.QName(key).namespace, etree.QName(key).localname) for key in node.attrib}
        if attributes is not None:
            for key in said:
                if key[0] in SPACES and key not in attributes and key not in ADDED_ATTRIBUTES:
                    found.append(["attribute", short(own), key[1]])
        for key in grammar.required_attributes.get(own, ()):
            if key not in said:
                found.append(["required", short(own), key[1]])
        if own not in grammar.allows_text and any((text or "").strip() for text in [node.text, *[child.tail for child in node]]):
            found.append(["text", short(own), ""])
    return found


for line in sys.stdin:
    path = line.strip()
    found = []
    if zipfile.is_zipfile(path):
        with zipfile.ZipFile(path) as package:
            for member in ("content.xml", "styles.xml", "meta.xml"):
                if member in package.namelist():
                    found += faults(etree.fromstring(package.read(member)))
    else:
        found = faults(etree.parse(path).getroot())
    print(json.dumps(found))
