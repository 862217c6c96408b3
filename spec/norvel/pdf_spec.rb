# frozen_string_literal: true

require_relative "../support/pdf"

# The PDF as another reads it. Clauses of ISO 14289-1 (PDF/UA-1), ISO 19005-2 (PDF/A-2) and ISO 32000-1 stand beside what they ask for.
RSpec.describe Norvel::Formats::Pdf do
  def pdf(bytes, name: "Überblick", **more) =
    ReadPdf.new(Norvel::Formats.make(layout(read(bytes)), as: "pdf", source: bytes, name: name, **more))

  def run(text, set = "") = %(<w:r><w:rPr>#{set}</w:rPr><w:t xml:space="preserve">#{text}</w:t></w:r>)

  def heading(file, text, level = 1) = file.raw(%(<w:p><w:pPr><w:pStyle w:val="Heading#{level}"/></w:pPr>#{run(text)}</w:p>))

  let(:table) do
    %(<w:tbl><w:tblPr/><w:tblGrid><w:gridCol w:w="2000"/><w:gridCol w:w="2000"/></w:tblGrid>) +
      %(<w:tr><w:trPr><w:tblHeader/></w:trPr><w:tc><w:p>#{run("Boat")}</w:p></w:tc><w:tc><w:p>#{run("Year")}</w:p></w:tc></w:tr>) +
      %(<w:tr><w:tc><w:tcPr><w:gridSpan w:val="2"/></w:tcPr><w:p>#{run("Halcyon Dray")}</w:p></w:tc></w:tr></w:tbl>)
  end
  let(:bytes) do
    docx do |file|
      file.paragraph("The Night Ferries")
      heading(file, "The boats")
      file.paragraph("Two of them were built on the Sound, and the crews learned the tide bell by ear, as a stranger could not have done.")
      heading(file, "Their lamps", 2)
      file.raw(
        %(<w:p>#{run("See ")}<w:hyperlink w:anchor="there">#{run("the table")}</w:hyperlink>#{run(" and ")}) +
        run("die Fähre", %(<w:lang w:val="de-DE"/>)) + run(", or ") + run("small capitals", "<w:smallCaps/>") +
        %(#{run(" at ")}<w:r><w:fldChar w:fldCharType="begin"/></w:r>) +
        %(<w:r><w:instrText>HYPERLINK "https://example.org/lamps"</w:instrText></w:r><w:r><w:fldChar w:fldCharType="separate"/></w:r>) +
        %(#{run("its page")}<w:r><w:fldChar w:fldCharType="end"/></w:r>#{run(".")}</w:p>)
      )
      file.raw(%(<w:p><w:bookmarkStart w:id="5" w:name="there"/>#{run("Table 1. Boats and years")}<w:bookmarkEnd w:id="5"/></w:p>))
      file.raw(table)
      file.paragraph([file.text("A sentence with a note"), file.note("From the log of 1891.")])
      heading(file, "The end")
      file.paragraph("Nothing more is known.")
    end
  end
  let(:made) { pdf(bytes) }

  it "has bookmarks from the headings, nested, each leading to its page" do
    expect(made.outline).to eq([[1, "The boats", 1], [2, "Their lamps", 1], [1, "The end", 1]])
    expect(made.catalog[:PageMode]).to eq(:UseOutlines)
  end

  it "says what it is in both places: title, author, subject, keywords, language" do
    named = Norvel::Changes.build("set_info", "title" => "Lamps & “tolls”", "author" => "Linnet Ashgarth",
      "subject" => "Ferries", "keywords" => "night, lamps").call(read(bytes))
    one = ReadPdf.new(Norvel::Formats.make(layout(named), as: "pdf", source: bytes, name: "x"))
    expect(one.info.slice(:Title, :Author, :Subject, :Keywords).values)
      .to eq(["Lamps & “tolls”", "Linnet Ashgarth", "Ferries", "night, lamps"])
    said = one.metadata
    expect(["title", "creator", "description", "language"].map { |name| said.at_xpath("//*[local-name()='#{name}']").text.strip })
      .to eq(["Lamps & “tolls”", "Linnet Ashgarth", "Ferries", "en-GB"])
    expect(said.at_xpath("//*[local-name()='Keywords']").text).to eq("night, lamps")
    expect(one.catalog[:Lang]).to eq("en-GB") # ISO 14289-1 §7.2
    expect(made.deref(made.catalog[:ViewerPreferences])).to eq(DisplayDocTitle: true) # ISO 14289-1 §7.1
  end

  it "is called by its title, else by the paragraph that is it, else by the file" do
    bare = ->(*texts) {
      docx { |file| texts.each { |text| file.paragraph(text) } }.then do |data|
        read(data).with(info: Norvel::Manuscript::Info.new).then do |one|
          ReadPdf.new(Norvel::Formats.make(layout(one), as: "pdf", name: "Überblick",
            roles: Norvel::Roles.new(one).corrected(one.paragraphs.first.id => texts.first.start_with?("The") ? :title : :body)))
        end
      end
    }
    expect(bare["The  Night Ferries"].info[:Title]).to eq("The Night Ferries")
    expect(bare["nothing of a title here"].info[:Title]).to eq("Überblick")
    expect(bare["nothing"].catalog[:Lang]).to eq("en")
  end

  it "has the folios as page labels" do
    pages = layout(Norvel::Plan.new(read(short_report), Norvel::Guide.find("marrowby-diploma")).apply)
    one = ReadPdf.new(Norvel::Formats.make(pages, as: "pdf", source: short_report, name: "x"))
    expect(one.labels).to eq(pages.pages.map(&:folio))
    expect(one.labels.first(4)).to eq(%w[i ii iii 1])
    lines = one.elements(:TOCI)
    expect(lines.size).to be >= 10
    expect(one.elements(:TOC).size).to eq(1)
    ends = one.annotations.select { |link| link[:Dest] }.map { |link| one.page_number(link[:Dest].first) }
    expect(ends.size).to be >= lines.size
    expect(one.outline.map(&:last)).to all(be_positive)
  end

  it "is tagged in reading order: headings by level, tables with their head cells, notes behind their mark" do
    expect(made.tree.kids.map(&:type)).to eq(%i[P H1 P H2 P Table P Note H1 P])
    shape = made.elements(:Table).first
    expect(shape.kids.map(&:type)).to eq(%i[Caption TR TR])
    # ISO 14289-1 §7.5
    expect(shape.kids[1].kids.map { |cell| [cell.type, made.deref(cell.data[:A])[:Scope]] }).to eq([%i[TH Column], %i[TH Column]])
    expect(made.deref(shape.kids[2].kids.first.data[:A])[:ColSpan]).to eq(2)
    expect(made.elements(:Note).map { |note| note.data[:ID] }).to all(match(/\Anote /)) # §7.9
    expect(made.elements(:Reference).size).to eq(1)
    expect(made.elements(:Span).filter_map { |span| span.data[:Lang] }).to eq(["de-DE"]) # §7.2
  end

  it "tags lists with their labels, deeper ones inside their item" do
    item = ->(file, text, level) {
      file.raw(%(<w:p><w:pPr><w:numPr><w:ilvl w:val="#{level}"/><w:numId w:val="1"/></w:numPr></w:pPr>#{run(text)}</w:p>))
    }
    made = read(docx { |file| [["one", 0], ["inner", 1], ["two", 0]].each { |text, level| item[file, text, level] } })
    levels = [Norvel::Manuscript::ListLevel.new(format: "bullet", text: "•"),
      Norvel::Manuscript::ListLevel.new(format: "decimal", text: "%2.")]
    listed = made.with(lists: {"1" => Norvel::Manuscript::List.new(id: "1", levels: levels)})
    one = ReadPdf.new(Norvel::Formats.make(layout(listed), as: "pdf", name: "x"))
    list = one.elements(:L).first
    expect(list.kids.map { |li| li.kids.map(&:type) }).to eq([%i[Lbl LBody], %i[Lbl LBody]])
    expect(list.kids.first.kids.last.kids.map(&:type)).to eq(%i[P L])
    expect(one.elements(:L).map { |node| one.deref(node.data[:A])[:ListNumbering] }).to eq(%i[Disc Decimal])
  end

  it "has links inside and outside, each with its words and its element" do
    links = made.annotations
    expect(links.map { |link| link[:Subtype] }.uniq).to eq([:Link])
    inside, outside = links.partition { |link| link[:Dest] }
    expect(inside.map { |link| made.page_number(made.deref(link[:Dest]).first) }).to eq([1])
    expect(outside.map { |link| made.deref(link[:A])[:URI] }).to eq(["https://example.org/lamps"])
    expect(links.map { |link| made.text(link[:Contents]) }).to all(satisfy { |words| !words.empty? }) # ISO 14289-1 §7.18.5
    expect(links.map { |link| link[:F] }).to all(eq(4)) # ISO 19005-2 §6.3.2: printed
    expect(made.pages.map { |page| page[:Tabs] }).to all(eq(:S)) # ISO 14289-1 §7.18.3
    objects = made.elements(:Link).flat_map(&:marks).grep(Hash).map { |mark| made.deref(mark[:Obj]) }
    expect(objects).to match_array(links)
  end

  it "leads nowhere that could do harm" do
    bad = docx do |file|
      file.raw(
        %(<w:p><w:r><w:fldChar w:fldCharType="begin"/></w:r><w:r><w:instrText>HYPERLINK "javascript:alert(1)"</w:instrText>) +
          %(</w:r><w:r><w:fldChar w:fldCharType="separate"/></w:r>#{run("here")}<w:r><w:fldChar w:fldCharType="end"/></w:r></w:p>)
      )
    end
    expect(pdf(bad).annotations).to eq([])
  end

  # ISO 14289-1 §7.1: everything is tagged, or an artifact, and neither lies within the other.
  it "draws nothing that is neither content nor artifact" do
    [bytes, demo("boat-shed-handbook.docx")].each do |data|
      one = pdf(data)
      one.pages.each_index do |index|
        depth = []
        one.content(index).each_line do |line|
          case line
          when /\A\/Artifact .*(?:BMC|BDC)/ then expect(depth).to eq([]) and depth << :artifact
          when %r{\A/(\w+) <</MCID \d+.*>> BDC} then expect(depth).to eq([]) and depth << :content
          when "EMC\n" then depth.pop
          else expect([line, depth.any?]).to eq([line, true]) unless line.strip.empty?
          end
        end
        expect(depth).to eq([])
      end
    end
  end

  it "leads from each marked stretch back to its element" do
    root = made.deref(made.catalog[:StructTreeRoot])
    nums = made.deref(made.deref(root[:ParentTree])[:Nums]).each_slice(2).to_h
    made.pages.each_with_index do |page, index|
      expect(page[:StructParents]).to eq(index)
      owners = made.deref(nums[index])
      expect(owners.size).to eq(made.content(index).scan("MCID").size)
      expect(owners.map { |owner| made.deref(owner)[:Type] }).to all(eq(:StructElem))
    end
    made.annotations.each { |link| expect(made.deref(nums[link[:StructParent]])[:S]).to eq(:Link) }
    expect(made.deref(made.catalog[:MarkInfo])).to eq(Marked: true)
  end

  it "says what letters drawn otherwise are: capitals, hyphens that only divide" do
    spoken = made.content(0).scan(/ActualText <FEFF(\h+)>/).map { |(hex)| [hex].pack("H*").force_encoding("UTF-16BE").encode("UTF-8") }
    expect(spoken.join).to include("small").and(include("capitals"))
    expect(made.elements(:Span).filter_map { |span| made.text(span.data[:ActualText]) }.join).to eq(spoken.join)
  end

  it "has every font in it, cut down, with the characters its glyphs stand for" do
    made.fonts.each do |font|
      below = made.deref(made.deref(font[:DescendantFonts]).first)
      about = made.deref(below[:FontDescriptor])
      expect(font[:BaseFont]).to match(/\A[A-Z]{6}\+/)
      expect(about[:FontFile2] || about[:FontFile3]).not_to be_nil # ISO 14289-1 §7.21.4.1
      expect(made.deref(font[:ToUnicode]).unfiltered_data).to include("beginbfchar") # §7.21.7
      expect(below[:CIDSystemInfo]).to eq(Registry: "Norvel", Ordering: "Identity", Supplement: 0)
    end
    expect(made.reader.pages.first.text).to include("The Night Ferries", "die Fähre", "Nothing more is known.")
  end

  it "draws compact outlines by the right glyphs" do
    sheet = {"Base" => {name: "Base", properties: {font_family: "EB Garamond", size: 152_400}}}
    one = layout(manuscript(paragraph(0, "Wave, the AVATAR"), styles: sheet))
    made = ReadPdf.new(Norvel::Formats.make(one, as: "pdf", name: "x"))
    about = made.deref(made.deref(made.deref(made.fonts.first[:DescendantFonts]).first)[:FontDescriptor])
    cut = TTFunk::File.new(made.deref(about[:FontFile3]).unfiltered_data)
    whole = TTFunk::File.open(Norvel::Fonts::Book.shipped.face("EB Garamond").path)
    glyphs = made.deref(made.fonts.first[:ToUnicode]).unfiltered_data.scan(/<(\h{4})> <(\h{4})>/).to_h do |glyph, code|
      [code.hex, glyph.hex]
    end
    "WaveAT".each_codepoint do |code|
      outline = ->(file, glyph) { file.cff.top_index[0].charstrings_index[glyph].glyph.then { |one| [one.x_min, one.x_max, one.y_max] } }
      expect([code, outline[cut, glyphs[code]]]).to eq([code, outline[whole, whole.cmap.unicode.first[code]]])
    end
  end

  it "does not give away a font whose maker does not allow it" do
    face = Norvel::Fonts::Book.shipped.face("Carlito")
    file = TTFunk::File.open(face.path)
    allow(TTFunk::File).to receive(:open).and_return(file)
    allow(file.os2).to receive(:type).and_return(2)
    expect { described_class::Font.new(face) }.to raise_error(Norvel::FileError, /“Carlito” may not be part of a file that is given away/)
  end

  it "says what colours mean, what standard it follows, and calls itself accessible only when it is" do
    intent = made.deref(made.deref(made.catalog[:OutputIntents]).first)
    expect([intent[:S], made.deref(intent[:DestOutputProfile]).hash[:N]]).to eq([:GTS_PDFA1, 3]) # ISO 19005-2 §6.2.3
    read = ->(one, name) {
      one.metadata.at_xpath("//*[local-name()='#{name}' and starts-with(namespace-uri(), 'http://www.aiim.org/pdf')]")&.text
    }
    expect([
      read[made, "conformance"],
      made.metadata.at_xpath("//*[local-name()='part' and namespace-uri()='http://www.aiim.org/pdfua/ns/id/']")&.text
    ]).to eq(
      %w[A 1]
    )
    hindrances = ->(bytes) { Norvel::Formats.hindrances(layout(read(bytes)), as: "pdf") }
    levels = ->(*all) {
      docx do |file|
        all.each { |level| file.raw(%(<w:p><w:pPr><w:pStyle w:val="Heading#{level}"/></w:pPr><w:r><w:t>Part</w:t></w:r></w:p>)) }
      end
    }
    silent = pdf(silent_file = docx { |file|
      file.raw(
        %(<w:p><w:r><w:pict><v:shape xmlns:v="urn:schemas-microsoft-com:vml" style="width:90pt;height:60pt">) +
          %(<v:imagedata xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships" r:id="rIdNone"/>) +
          %(</v:shape></w:pict></w:r></w:p>)
      )
    })
    expect(silent.metadata.at_xpath("//*[namespace-uri()='http://www.aiim.org/pdfua/ns/id/']")).to be_nil
    expect(hindrances[silent_file]).to eq(["an image has no text alternative"])
    expect(hindrances[levels[1, 2, 2, 3, 1, 3]]).to eq(["a heading of level 3 follows one of level 1 on page 1"]) # §7.4.2
    expect(hindrances[levels[2, 3]]).to eq(["the first heading is of level 2"])
    expect(hindrances[levels[1, 2, 3, 1]]).to eq([])
    expect(made.objects.trailer[:ID].size).to eq(2) # ISO 19005-2 §6.1.3
  end

  it "says what an image shows; a decorative one is no content" do
    whole = short_report(3)
    before = read(whole)
    figures = pdf(whole).elements(:Figure)
    expect(figures.map { |figure| made.text(figure.data[:Alt]) }).to include("Depths across the sound, drawn as a section")
    expect(figures.map { |one| one.data[:A] }).to all(be_truthy)
    place = before.paragraphs.find { |paragraph| paragraph.insets.any? { |inset| inset.kind == :image } }
    bare = Norvel::Changes.build("set_alternative", "paragraph" => place.id, "place" => 0, "decorative" => true).call(before)
    expect(ReadPdf.new(Norvel::Formats.make(layout(bare), as: "pdf", source: whole, name: "x")).elements(:Figure).size).to eq(
      figures.size - 1
    )
  end

  it "counts what is not in it in words" do
    lost = Norvel::Formats::Format::Lost
    said = [["sign that no font here has", 3], ["sign that no font here has", 1], ["comment", 2], ["text box", 2]]
    expect(said.map { |what, count| lost.new(what: what, count: count).words })
      .to eq(["3 signs that no font here has", "1 sign that no font here has", "2 comments", "2 text boxes"])
  end

  it "tells what does not go across" do
    commented = read(docx { |file|
      file.raw(
        %(<w:p>#{run("x")}<m:oMath xmlns:m="http://schemas.openxmlformats.org/officeDocument/2006/math"><m:r><m:t>y</m:t>) +
          %(</m:r></m:oMath></w:p>)
      )
    })
    commented = commented.with(matters: [Norvel::Manuscript::Matter.new(kind: :comment, paragraph: 0, text: "why")] * 2)
    expect(described_class::Lost.new(layout(commented), nil).kinds.map { |kind| [kind.what, kind.count] })
      .to eq([["comment", 2], ["equation", 1]])
  end

  it "is the same for the same manuscript" do
    twice = Array.new(2) { Norvel::Formats.make(layout(read(bytes)), as: "pdf", source: bytes, name: "x", date: Time.at(1_790_000_000)) }
    expect(twice[0]).to eq(twice[1])
  end
end
