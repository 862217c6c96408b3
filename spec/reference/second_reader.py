"""Reads pairs of .docx files (before, after) with nothing of Norvel: every character of every part, every element that is no formatting,
the order of properties as the schema has it (ISO/IEC 29500-1, annex A), and whether python-docx opens the file. A line of JSON a pair."""
import json
import sys
import zipfile
from collections import Counter
from xml.etree import ElementTree

import docx

PASSING = set("p r t br cr tab hyperlink fldChar fldSimple instrText bookmarkStart bookmarkEnd lastRenderedPageBreak proofErr softHyphen "
              "noBreakHyphen pPr rPr sectPr commentRangeStart commentRangeEnd".split())
ORDER = {
    "pPr": "pStyle keepNext keepLines pageBreakBefore framePr widowControl numPr suppressLineNumbers pBdr shd tabs suppressAutoHyphens kinsoku "
           "wordWrap overflowPunct topLinePunct autoSpaceDE autoSpaceDN bidi adjustRightInd snapToGrid spacing ind contextualSpacing "
           "mirrorIndents suppressOverlap jc textDirection textAlignment textboxTightWrap outlineLvl divId cnfStyle rPr sectPr pPrChange",
    "sectPr": "headerReference footerReference footnotePr endnotePr type pgSz pgMar paperSrc pgBorders lnNumType pgNumType cols formProt vAlign "
              "noEndnote titlePg textDirection bidi rtlGutter docGrid printerSettings sectPrChange",
    "style": "name aliases basedOn next link autoRedefine hidden uiPriority semiHidden unhideWhenUsed qFormat locked personal personalCompose "
             "personalReply rsid pPr rPr tblPr trPr tcPr tblStylePr",
    "lvl": "start numFmt lvlRestart pStyle isLgl suff lvlText lvlPicBulletId legacy lvlJc pPr rPr",
}
ORDER = {name: {child: place for place, child in enumerate(row.split())} for name, row in ORDER.items()}
ORDER["sectPr"]["footerReference"] = ORDER["sectPr"]["headerReference"]  # EG_HdrFtrReferences: a choice, in any order
MAIN = ("http://schemas.openxmlformats.org/wordprocessingml/2006/main", "http://purl.oclc.org/ooxml/wordprocessingml/main")


def local(tag):
    return tag.rpartition("}")[2]


def bad_order(root):
    for node in root.iter():
        places = ORDER.get(local(node.tag))
        if places and isinstance(node.tag, str) and node.tag[1:].startswith(MAIN):
            seen = [places[local(child.tag)] for child in node if local(child.tag) in places]
            if seen != sorted(seen):
                yield "%s: %s" % (local(node.tag), " ".join(local(child.tag) for child in node))


def count(node, letters, elements):
    name = local(node.tag) if isinstance(node.tag, str) else "comment"
    if name.endswith("Pr"):
        return
    if name not in PASSING:
        elements[name] += 1
    if name not in ("instrText", "comment"):
        letters.update("".join((node.text or "").split()))
    for child in node:
        count(child, letters, elements)
        letters.update("".join((child.tail or "").split()))


def read(path):
    letters, elements, wrong = Counter(), Counter(), []
    with zipfile.ZipFile(path) as package:
        for name in package.namelist():
            if name.startswith("word/") and name.endswith(".xml"):
                root = ElementTree.fromstring(package.read(name))
                count(root, letters, elements)
                wrong += ["%s: %s" % (name, order) for order in bad_order(root)]
    return letters, elements, wrong


for line in sys.stdin:
    before, after = line.rstrip("\n").split("\t")
    was, now = read(before), read(after)
    try:
        docx.Document(after)
        opened = None
    except Exception as error:  # whatever it says against the file
        opened = repr(error)
    print(json.dumps({"letters": "".join((was[0] - now[0]).elements()), "elements": dict(was[1] - now[1]),
                      "wrong": [one for one in now[2] if one not in was[2]], "opened": opened}))
