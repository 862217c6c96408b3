// Manuscripts as the library docx writes them: what it can put into a file, in three files. node written_by_docx.js FOLDER
const fs = require("fs");
const path = require("path");
const d = require("docx");

const text = (words, more = {}) => new d.TextRun({ text: words, ...more });
const line = (words, more = {}) => new d.Paragraph({ children: typeof words === "string" ? [text(words)] : words, ...more });
const PIXEL = Buffer.from("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==", "base64");
const picture = (more = {}) =>
  new d.ImageRun({
    type: "png",
    data: PIXEL,
    transformation: { width: 60, height: 40 },
    altText: { name: "Quay", title: "The quay", description: "The quay at low water" },
    ...more
  });
const cell = (words, more = {}) => new d.TableCell({ children: [line(words)], ...more });
const words =
  "The night ferries of the sound left when the last lamp on the quay was lit, and came back before the boats of the day were under way. ";

const report = new d.Document({
  title: "Night crossings",
  creator: "A clerk",
  description: "A report",
  features: { updateFields: true, trackRevisions: true },
  evenAndOddHeaderAndFooters: true,
  styles: {
    default: {
      document: { run: { font: "Liberation Serif", size: 23 } },
      heading1: { run: { bold: true, size: 31, color: "203040" }, paragraph: { spacing: { before: 240, after: 120 } } }
    },
    paragraphStyles: [
      {
        id: "Aside",
        name: "Aside",
        basedOn: "Normal",
        next: "Normal",
        run: { italics: true },
        paragraph: { indent: { left: 720, hanging: 360 }, spacing: { line: 276 } }
      }
    ],
    characterStyles: [{ id: "Term", name: "Term", run: { smallCaps: true } }]
  },
  numbering: {
    config: [
      {
        reference: "steps",
        levels: [
          {
            level: 0,
            format: d.LevelFormat.DECIMAL,
            text: "%1.",
            alignment: d.AlignmentType.START,
            style: { paragraph: { indent: { left: 720, hanging: 260 } } }
          },
          { level: 1, format: d.LevelFormat.LOWER_LETTER, text: "%2)", style: { paragraph: { indent: { left: 1440, hanging: 260 } } } }
        ]
      }
    ]
  },
  footnotes: {
    1: { children: [line("A note with several words.")] },
    2: { children: [line("A second note."), line("In two paragraphs.")] }
  },
  endnotes: { 1: { children: [line("A note at the end.")] } },
  comments: { children: [{ id: 0, author: "A reader", date: new Date(0), children: [line("Is that so?")] }] },
  sections: [
    {
      properties: { page: { pageNumbers: { start: 1, formatType: d.NumberFormat.LOWER_ROMAN } }, titlePage: true },
      headers: {
        default: new d.Header({ children: [line("Night crossings")] }),
        first: new d.Header({ children: [line("")] }),
        even: new d.Header({ children: [line("even")] })
      },
      footers: {
        default: new d.Footer({
          children: [
            new d.Paragraph({
              alignment: d.AlignmentType.CENTER,
              children: [new d.TextRun({ children: ["Page ", d.PageNumber.CURRENT, " of ", d.PageNumber.TOTAL_PAGES] })]
            })
          ]
        })
      },
      children: [
        line("Night crossings", { heading: d.HeadingLevel.TITLE }),
        new d.TableOfContents("Contents", { hyperlink: true, headingStyleRange: "1-3" }),
        line("")
      ]
    },
    {
      properties: {
        column: { count: 2, space: 500, separate: true },
        type: d.SectionType.NEXT_PAGE,
        page: { margin: { top: 1134, right: 1134, bottom: 1134, left: 1500, gutter: 200 } }
      },
      children: [
        line([new d.Bookmark({ id: "first", children: [text("The first chapter")] })], { heading: d.HeadingLevel.HEADING_1 }),
        line(
          [
            text(words),
            text("in italics", { italics: true }),
            text(", "),
            text("raised", { superScript: true }),
            text(" and "),
            text("struck", { strike: true, color: "777777" }),
            new d.FootnoteReferenceRun(1),
            text(" "),
            new d.EndnoteReferenceRun(1)
          ],
          { alignment: d.AlignmentType.JUSTIFIED, indent: { firstLine: 425 }, widowControl: true }
        ),
        line([
          new d.CommentRangeStart(0),
          text("a remarked stretch"),
          new d.CommentRangeEnd(0),
          new d.TextRun({ children: [new d.CommentReference(0)] })
        ]),
        line([
          new d.InsertedTextRun({ text: "put in", id: 5, author: "A reader", date: "1970-01-01T00:00:00Z" }),
          text(" "),
          new d.DeletedTextRun({ text: "taken out", id: 6, author: "A reader", date: "1970-01-01T00:00:00Z" }),
          text(" and what stays")
        ]),
        line([
          text("See "),
          new d.PageReference("first"),
          text(" and "),
          new d.InternalHyperlink({ children: [text("there", { style: "Hyperlink" })], anchor: "first" }),
          text(" or "),
          new d.ExternalHyperlink({ children: [text("elsewhere", { style: "Hyperlink" })], link: "https://harbour.example/" })
        ]),
        line("Steps", { heading: d.HeadingLevel.HEADING_2, keepNext: true }),
        line("one", { numbering: { reference: "steps", level: 0 } }),
        line("within", { numbering: { reference: "steps", level: 1 } }),
        line("a sign", { bullet: { level: 0 } }),
        line(
          [
            text("left\tright"),
            new d.TextRun({ children: [new d.Tab(), "after the tab"] }),
            new d.TextRun({ break: 1, text: "after the break" })
          ],
          { tabStops: [{ type: d.TabStopType.RIGHT, position: 6000, leader: d.LeaderType.DOT }] }
        ),
        line([picture()], { alignment: d.AlignmentType.CENTER }),
        line("Figure 1: The quay", { style: "Caption" }),
        line([
          picture({
            floating: {
              horizontalPosition: { offset: 1014400 },
              verticalPosition: { offset: 1014400 },
              wrap: { type: d.TextWrappingType.SQUARE, side: d.TextWrappingSide.BOTH_SIDES }
            }
          }),
          text(words)
        ]),
        line([
          new d.Math({
            children: [new d.MathRun("a = "), new d.MathFraction({ numerator: [new d.MathRun("1")], denominator: [new d.MathRun("2")] })]
          })
        ]),
        line([new d.SymbolRun("F071"), text(" a symbol")]),
        line([new d.CheckBox({ checked: true })]),
        line([new d.ColumnBreak()]),
        line([text("a term", { style: "Term" })], {
          style: "Aside",
          border: { bottom: { style: d.BorderStyle.SINGLE, size: 6, space: 1, color: "auto" } },
          shading: { type: d.ShadingType.CLEAR, fill: "EEEEEE" }
        }),
        line([new d.TextRun({ children: [new d.NoBreakHyphen(), new d.SoftHyphen(), new d.PageBreak()] })]),
        line([new d.SimpleField("DATE", "today")]),
        line([new d.SequentialIdentifier("Figure"), text(" counted")])
      ]
    },
    {
      properties: { page: { size: { orientation: d.PageOrientation.LANDSCAPE } } },
      children: [
        new d.Table({
          width: { size: 100, type: d.WidthType.PERCENTAGE },
          rows: [
            new d.TableRow({ tableHeader: true, cantSplit: true, children: [cell("Boat"), cell("Lamps", { columnSpan: 2 })] }),
            new d.TableRow({
              children: [
                cell("Ansel", { rowSpan: 2, verticalAlign: d.VerticalAlign.CENTER }),
                cell("2"),
                cell("", { margins: { top: 100 } })
              ]
            }),
            new d.TableRow({
              children: [
                cell("3"),
                new d.TableCell({ children: [new d.Table({ rows: [new d.TableRow({ children: [cell("within")] })] }), line("")] })
              ]
            })
          ]
        }),
        line("The end.", { pageBreakBefore: true })
      ]
    }
  ]
});

const plain = new d.Document({
  sections: [
    {
      children: Array.from({ length: 40 }, (_, place) =>
        line(
          place % 5 ? words.repeat(1 + (place % 3)) : "",
          place % 7 ? {} : { heading: d.HeadingLevel.HEADING_1, children: [text(`${place / 7 + 1}. Chapter`)] }
        )
      )
    }
  ]
});

const boxes = new d.Document({
  sections: [
    {
      children: [
        line("Before"),
        new d.Textbox({ alignment: "center", children: [line([text("in a box")])], style: { width: "200pt", height: "auto" } }),
        line("", {
          frame: {
            type: "absolute",
            position: { x: 1000, y: 1000 },
            width: 4000,
            height: 1000,
            anchor: { horizontal: d.FrameAnchorType.MARGIN, vertical: d.FrameAnchorType.MARGIN }
          }
        }),
        line("After", { bidirectional: true })
      ]
    }
  ]
});

fs.mkdirSync(process.argv[2], { recursive: true });
Promise.all(
  Object.entries({ report, plain, boxes }).map(([name, made]) =>
    d.Packer.toBuffer(made).then((bytes) => fs.writeFileSync(path.join(process.argv[2], `docx-${name}.docx`), bytes))
  )
).catch((error) => {
  console.error(error);
  process.exit(1);
});
