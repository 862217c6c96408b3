"""A file as somebody gives it back: paragraphs rewritten, split, joined, moved, taken out, put in, restyled and formatted by python-docx
(.docx) or odfpy (.odt).

edited_elsewhere.py IN OUT SEED COUNT -> JSON: {"was": [for each paragraph of OUT its number in IN, null where it is new],
"formatted": [numbers in OUT of those set by hand]}
"""
import copy
import json
import random
import sys

NEW = "Hier wünscht sich die Aufsicht einen Satz über die Zölle, den niemand geschrieben hat."


class Docx:
    def __init__(self, path):
        import docx
        from docx.oxml.ns import qn
        from docx.shared import Pt
        from docx.text.paragraph import Paragraph
        from docx.text.run import Run
        self.Paragraph, self.Run, self.qn, self.Pt = Paragraph, Run, qn, Pt
        self.doc = docx.Document(path)
        self.body = self.doc.element.body

    def all(self):
        boxes = {p for box in self.body.iter(self.qn("w:txbxContent")) for p in box.iter(self.qn("w:p"))}
        return [p for p in self.body.iter(self.qn("w:p")) if p not in boxes]

    def plain(self, p):
        """Of words alone: no section ends with it, nothing else stands in it."""
        kinds = {child.tag for child in p} <= {self.qn("w:pPr"), self.qn("w:r")}
        inner = {inner.tag for r in p.findall(self.qn("w:r")) for inner in r} <= {self.qn("w:rPr"), self.qn("w:t")}
        section = p.find(self.qn("w:pPr") + "/" + self.qn("w:sectPr")) is not None
        return kinds and inner and not section and p.getparent() is self.body

    def text(self, p):
        return "".join(t.text or "" for t in p.iter(self.qn("w:t")))

    def longest(self, p):
        return max((self.Run(r, None) for r in p.findall(self.qn("w:r"))), key=lambda run: len(run.text))

    def rewrite(self, p, change):
        run = self.longest(p)
        run.text = change(run.text)

    def cut(self, p):
        """The second half as a paragraph of its own."""
        runs = p.findall(self.qn("w:r"))
        if len(runs) < 2:
            run = self.Run(runs[0], None)
            words = run.text.split(" ")
            rest = copy.deepcopy(runs[0])
            runs[0].addnext(rest)
            run.text, self.Run(rest, None).text = " ".join(words[:len(words) // 3]) + " ", " ".join(words[len(words) // 3:])
            runs = [runs[0], rest]
        half = copy.deepcopy(p)
        for r in half.findall(self.qn("w:r")):
            half.remove(r)
        p.addnext(half)
        for r in runs[1:]:
            half.append(r)
        return half

    def join(self, p, other):
        self.longest(p).text += " "
        for r in other.findall(self.qn("w:r")):
            p.append(r)

    def new(self, p):
        made = copy.deepcopy(p)
        for r in made.findall(self.qn("w:r"))[1:]:
            made.remove(r)
        self.Run(made.find(self.qn("w:r")), None).text = NEW
        return made

    def bold(self, p):
        run = self.longest(p)
        run.bold, run.font.size = True, self.Pt(17)

    def space(self, p):
        self.Paragraph(p, self.doc._body).paragraph_format.space_after = self.Pt(31)

    def save(self, path):
        self.doc.save(path)


class Odt:
    def __init__(self, path):
        from odf import style, teletype
        from odf.opendocument import load
        self.style, self.teletype = style, teletype
        self.doc = load(path)

    def all(self):
        found = []

        def walk(node):
            for child in node.childNodes:
                tag = getattr(child, "qname", ("", ""))[1]
                if tag in ("p", "h"):
                    found.append(child)
                elif tag not in ("note", "annotation", "text-box", "tracked-changes", "frame", "shape", "index-title-template"):
                    walk(child)
        walk(self.doc.text)
        return found

    def plain(self, p):
        return all(child.nodeType == 3 for child in p.childNodes) and p.childNodes and p.parentNode is self.doc.text

    def text(self, p):
        return self.teletype.extractText(p)

    def rewrite(self, p, change):
        node = max(p.childNodes, key=lambda child: len(child.data))
        node.data = change(node.data)

    def twin(self, p, words):
        made = p.__class__(qname=p.qname, attributes={}, check_grammar=False)
        made.attributes = dict(p.attributes)
        made.addText(words)
        return made

    def cut(self, p):
        words = self.text(p).split(" ")
        for child in list(p.childNodes):
            p.removeChild(child)
        p.addText(" ".join(words[:len(words) // 3]))
        half = self.twin(p, " ".join(words[len(words) // 3:]))
        self.after(p, half)
        return half

    def after(self, p, other):
        following = p.nextSibling
        if following is None:
            p.parentNode.appendChild(other)
        else:
            p.parentNode.insertBefore(other, following)

    def join(self, p, other):
        p.addText(" " + self.text(other))

    def new(self, p):
        return self.twin(p, NEW)

    def styled(self, p, properties):
        from odf.namespaces import TEXTNS
        name = "Given%d" % len(self.doc.automaticstyles.childNodes)
        own = p.attributes.get((TEXTNS, "style-name"))
        automatic = [one for one in self.doc.automaticstyles.childNodes if one.getAttribute("name") == own]
        made = self.style.Style(name=name, family="paragraph", parentstylename=own and (automatic[0].getAttribute("parentstylename")
                                                                                       if automatic else own))
        for child in automatic[0].childNodes if automatic else []:
            made.addElement(copy.copy(child))
        made.addElement(properties)
        self.doc.automaticstyles.addElement(made)
        p.attributes[(TEXTNS, "style-name")] = name

    def bold(self, p):
        self.styled(p, self.style.TextProperties(fontweight="bold", fontsize="17pt"))

    def space(self, p):
        self.styled(p, self.style.ParagraphProperties(marginbottom="31pt"))

    def save(self, path):
        self.doc.save(path)


def main(source, out, seed, count):
    dice = random.Random(int(seed))
    file = (Docx if source.endswith(".docx") else Odt)(source)
    keep = list(file.all())  # so that no id is given twice
    was = {id(p): at for at, p in enumerate(keep)}
    formatted, touched = [], set()
    for _ in range(int(count)):
        here = file.all()
        plain = [p for p in here if file.plain(p) and len(file.text(p).split()) > 8 and id(p) not in touched]
        if not plain:
            break
        p = dice.choice(plain)
        act = dice.choice(["rewrite", "split", "join", "move", "remove", "insert", "bold", "space"])
        touched.add(id(p))
        words = file.text(p).split(" ")
        if act == "rewrite":
            file.rewrite(p, lambda text: " ".join(("[so nicht] " + w) if n % 7 == 3 else w for n, w in enumerate(text.split(" "))))
        elif act == "split" and len(words) > 12:
            half = file.cut(p)
            keep.append(half)
            was[id(half)] = was.pop(id(p))  # the longer one is what it was
            touched.add(id(half))
        elif act == "join":
            at = here.index(p)
            other = here[at + 1] if at + 1 < len(here) else None
            if other is None or other not in plain or len(words) < len(file.text(other).split(" ")) * 1.3:
                continue
            file.join(p, other)
            other.getparent().remove(other) if hasattr(other, "getparent") else other.parentNode.removeChild(other)
        elif act == "move":
            goal = dice.choice(plain)
            if goal is p:
                continue
            if hasattr(p, "getparent"):
                goal.addnext(p)
            else:
                p.parentNode.removeChild(p)
                file.after(goal, p)
        elif act == "remove":
            p.getparent().remove(p) if hasattr(p, "getparent") else p.parentNode.removeChild(p)
        elif act == "insert":
            made = file.new(p)
            keep.append(made)
            p.addnext(made) if hasattr(p, "addnext") else file.after(p, made)
            touched.add(id(made))
        elif act == "bold":
            file.bold(p)
            formatted.append(p)
        elif act == "space":
            file.space(p)
            formatted.append(p)
    file.save(out)
    end = file.all()
    print(json.dumps({"was": [was.get(id(p)) for p in end], "formatted": [at for at, p in enumerate(end) if any(p is f for f in formatted)]}))


main(*sys.argv[1:])
