# frozen_string_literal: true

RSpec.describe Norvel::Formats::Docx::Reader do
  def texts(bytes) = read(bytes).paragraphs.map(&:text)

  it "reads tabs, breaks, no-break and soft hyphens as characters" do
    bytes = docx do |file|
      file.raw(
        %(<w:p><w:r><w:t>a</w:t><w:tab/><w:t>b</w:t><w:br/><w:t>c</w:t><w:noBreakHyphen/><w:softHyphen/><w:br w:type="page"/></w:r></w:p>)
      )
    end
    expect(texts(bytes)).to eq(["a\tb\nc\u2011\u00AD\f"])
  end

  it "takes a field's result for text, its instruction not, across paragraphs" do
    field = ->(type) { %(<w:r><w:fldChar w:fldCharType="#{type}"/></w:r>) }
    bytes = docx do |file|
      file.raw(
        %(<w:p><w:r><w:t>See </w:t></w:r>#{field["begin"]}<w:r><w:instrText> TOC </w:instrText></w:r>#{field["separate"]}<w:r>) +
          %(<w:t>One</w:t></w:r></w:p>)
      )
      file.raw(%(<w:p><w:r><w:t>Two</w:t></w:r>#{field["end"]}</w:p>))
      file.raw(%(<w:p><w:fldSimple w:instr=" REF x "><w:r><w:t>three</w:t></w:r></w:fldSimple></w:p>))
    end
    expect(texts(bytes)).to eq(["See One", "Two", "three"])
  end

  it "takes inserted revisions in and deleted ones out" do
    bytes = docx do |file|
      file.raw(
        %(<w:p><w:ins w:id="1" w:author="A"><w:r><w:t>in</w:t></w:r></w:ins><w:del w:id="2" w:author="A"><w:r>) +
          %(<w:delText>out</w:delText></w:r></w:del><w:r><w:t> it is</w:t></w:r></w:p>)
      )
    end
    expect(texts(bytes)).to eq(["in it is"])
    expect(read(bytes).paragraphs.first.carries).to include(:revision)
  end

  it "leaves hidden text out and says how much" do
    bytes = docx { |file| file.paragraph([file.text("seen "), file.text("unseen", "<w:vanish/>")]) }
    expect(texts(bytes)).to eq(["seen "])
    expect(read(bytes).warnings).to include("6 characters of hidden text are left out.")
  end

  it "takes space that is left to the program, or said in lines, for what it comes to" do
    spaces = lambda do |attributes|
      bytes = docx { |file| file.raw(%(<w:p><w:pPr><w:spacing #{attributes}/></w:pPr><w:r><w:t>A</w:t></w:r></w:p>)) }
      read(bytes).paragraphs.first.properties.values_at(:space_before, :space_after).map { |space| space && space / 12_700.0 }
    end
    expect(spaces[%(w:before="100" w:beforeAutospacing="1" w:afterAutospacing="on")]).to eq([14, 14])
    expect(spaces[%(w:before="100" w:beforeAutospacing="0" w:afterAutospacing="0")]).to eq([5, nil])
    expect(spaces[%(w:beforeLines="50" w:before="156" w:afterLines="150")]).to eq([7.8, 18])
  end

  it "holds one place for images, note marks, equations and floating things" do
    bytes = docx do |file|
      file.paragraph([file.text("A"), file.image(Demo::Picture.soundings(1), 12_700, 25_400, nil), file.note("A note."), file.text("B")])
      file.raw(
        %(<w:p><m:oMath xmlns:m="http://schemas.openxmlformats.org/officeDocument/2006/math"><m:r><m:t>x</m:t></m:r></m:oMath></w:p>)
      )
    end
    one = read(bytes)
    expect(one.paragraphs.map(&:text)).to eq(["A\u{FFFC}\u{FFFC}B", "\u{FFFC}"])
    expect(one.paragraphs.flat_map(&:insets).map { |inset| [inset.kind, inset.width, inset.alt] })
      .to eq([[:image, 12_700, nil], [:note, nil, nil], [:equation, nil, nil]])
    expect(one.notes.values.flatten.map { |note| note.text.strip }).to eq(["A note."])
  end

  it "numbers body paragraphs in document order, cells row by row" do
    bytes = docx do |file|
      file.paragraph("before")
      file.table([%w[a b], %w[c d]], [2000, 2000])
      file.raw(%(<w:sdt><w:sdtContent><w:p><w:r><w:t>inside</w:t></w:r></w:p></w:sdtContent></w:sdt>))
    end
    one = read(bytes)
    expect(one.paragraphs.map { |paragraph| [paragraph.id, paragraph.text, paragraph.in_table] })
      .to eq([[0, "before", false], [1, "a", true], [2, "b", true], [3, "c", true], [4, "d", true], [5, "inside", false]])
  end

  it "reads sections with their page design and folios, headers inherited" do
    inner =
      %(<w:pPr><w:sectPr><w:pgSz w:w="8391" w:h="11906"/><w:pgMar w:top="720" w:right="720" w:bottom="720" w:left="1440" ) +
      %(w:header="0" w:footer="0" w:gutter="0"/><w:pgNumType w:fmt="lowerRoman" w:start="3"/></w:sectPr></w:pPr>)
    bytes = docx(footer: Demo::Report::FOOTER) do |file|
      file.raw("<w:p>#{inner}<w:r><w:t>front</w:t></w:r></w:p>")
      file.paragraph("main")
    end
    front, main = read(bytes).sections
    expect([front.page.paper, front.page.margin[:start], front.folio, front.last])
      .to eq(["A5", 914_400, Norvel::Manuscript::Folio.new(format: :lower_roman, start: 3), 0])
    expect([main.page.paper, main.folio_printed?, front.folio_printed?]).to eq(["A4", true, false])
  end

  it "resolves theme fonts and keeps style ids apart from names" do
    styles =
      %(<w:style w:type="paragraph" w:default="1" w:styleId="a0"><w:name w:val="Standard"/></w:style>) +
      %(<w:style w:type="paragraph" w:styleId="a1"><w:name w:val="Überschrift 1"/><w:basedOn w:val="a0"/><w:pPr>) +
      %(<w:outlineLvl w:val="0"/></w:pPr></w:style>)
    one = read(docx(styles: styles) { |file| file.paragraph("x", %(<w:pStyle w:val="a1"/>)) })
    expect(one.sheet["a1"].name).to eq("Überschrift 1")
    expect(one.sheet.heading(1).id).to eq("a1")
    expect(Norvel::Roles.new(one).of(0).name).to eq(:heading_1)
  end

  describe "bad files" do
    def refusal(bytes)
      read(bytes)
      nil
    rescue Norvel::FileError => error
      error.message
    end

    def with_document(xml)
      members = Norvel::Formats::Archive.read(docx { |file| file.paragraph("x") }).members
      Norvel::Formats::Archive.new(members).write("word/document.xml" => xml)
    end

    it "are refused in one clear sentence" do
      bomb = Norvel::Formats::Archive.new({}).write("word/document.xml" => "0" * 60_000_000)
      entities = with_document(%(<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "aaaa">]><w:document xmlns:w="x"/>))
      deep = with_document("<w:document xmlns:w=\"#{Demo::DocxBuilder::W}\"><w:body>#{"<w:tbl><w:tr><w:tc>" * 200}</w:body></w:document>")
      {"" => /empty/, "PK\x03\x04" => /damaged|cut short/, bomb => /unpacks to far more/, entities => /declares entities/,
       deep => /not well-formed|nested/, "plain" => /not a \.docx/,
       Norvel::Formats::Archive.new({}).write("a.txt" => "x") => /no text document/, with_document("<w:document") => /not well-formed/,
       with_document(%(<?xml version="1.0" encoding="KLINGON"?><w:document/>)) => /cannot be read as XML|no body/}.each do |bytes, words|
        expect(refusal(bytes)).to match(words).and match(/\A[^\n]+\.\z/)
      end
    end

    # The mutations come from a seed; a crash would show as another kind of error.
    it "that were mutated are refused or read, never worse" do
      source = demo("quayside-notice.docx")
      document = Norvel::Formats::Archive.read(source).members["word/document.xml"]
      random = Random.new(7)
      outcomes = Array.new(400) do |round|
        bytes = if round.even?
          source.dup.tap { |copy| random.rand(1..12).times { copy.setbyte(random.rand(copy.bytesize), random.rand(256)) } }
        else
          xml = document.dup
          random.rand(1..6).times { xml.slice!(random.rand(xml.bytesize), random.rand(1..40)) }
          with_document(xml)
        end
        refusal(bytes) ? :refused : (layout(read(bytes)) && :read)
      end
      expect(outcomes.tally.keys).to contain_exactly(:refused, :read)
    end
  end
end
