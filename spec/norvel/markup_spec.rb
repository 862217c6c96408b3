# frozen_string_literal: true

require_relative "../support/wild"

# The table of the standard's markup holds the reader to it: whatever a file says is laid out, said, or without effect on paper.
RSpec.describe Norvel::Formats::Docx::Markup do
  # Where each kind of properties stands in a body.
  places = {
    "pPr" => ->(inner) { "<w:p><w:pPr>#{inner}</w:pPr><w:r><w:t>The lamps of the quay</w:t></w:r></w:p>" },
    "rPr" => ->(inner) { "<w:p><w:r><w:rPr>#{inner}</w:rPr><w:t>The lamps of the quay</w:t></w:r></w:p>" },
    "tblPr" => ->(inner) {
      "<w:tbl><w:tblPr>#{inner}</w:tblPr><w:tblGrid><w:gridCol w:w=\"3000\"/></w:tblGrid><w:tr><w:tc><w:tcPr/><w:p><w:r><w:t>oil</w:t>" \
        "</w:r></w:p></w:tc></w:tr></w:tbl><w:p/>"
    },
    "trPr" => ->(inner) {
      "<w:tbl><w:tblPr/><w:tblGrid><w:gridCol w:w=\"3000\"/></w:tblGrid><w:tr><w:trPr>#{inner}</w:trPr><w:tc><w:tcPr/><w:p><w:r>" \
        "<w:t>oil</w:t></w:r></w:p></w:tc></w:tr></w:tbl><w:p/>"
    },
    "tcPr" => ->(inner) {
      "<w:tbl><w:tblPr/><w:tblGrid><w:gridCol w:w=\"3000\"/></w:tblGrid><w:tr><w:tc><w:tcPr>#{inner}</w:tcPr><w:p><w:r><w:t>oil</w:t>" \
        "</w:r></w:p></w:tc></w:tr></w:tbl><w:p/>"
    },
    "tcBorders" => ->(inner) { places_of("tcPr").call("<w:tcBorders>#{inner}</w:tcBorders>") },
    "sectPr" => ->(inner) {
      "<w:p><w:pPr><w:sectPr>#{inner}</w:sectPr></w:pPr><w:r><w:t>The lamps</w:t></w:r></w:p><w:p><w:r><w:t>oil</w:t></w:r></w:p>"
    }
  }
  define_method(:places_of) { |name| places.fetch(name) }
  values = {"em" => "dot", "textAlignment" => "top", "textDirection" => "tbRl", "bdr" => "single", "textboxTightWrap" => "allLines",
            "tl2br" => "single", "tr2bl" => "single"}.freeze

  define_method(:made) do |around, name|
    inner = values[name] ? %(<w:#{name} w:val="#{values[name]}"/>) : "<w:#{name}/>"
    read(docx { |file| file.raw(instance_exec(inner, &places_of(around))) })
  end

  def said(manuscript) = layout(manuscript).approximations.map { |one| [one.sort || one.kind, one.page] }

  def unknown(manuscript) = manuscript.warnings.grep(/does not know/)

  described_class::SAID.each do |around, rows|
    rows.each do |name, sort|
      it "says #{name} in #{around} on its page, in words" do
        one = made(around, name)
        expect(said(one)).to include([sort, 1])
        expect(layout(one).inexact[1]).to include(Norvel::Layout::Approximation::WORDS.fetch(sort))
        expect(unknown(one)).to eq([])
      end
    end
  end

  described_class::ROWS.each do |around, fates|
    if fates[:none]
      it "says nothing of what has no effect in #{around}, and shows the same without it" do
        (fates[:none] - %w[ins del moveFrom moveTo cellIns cellDel cellMerge pPrChange rPrChange]).each do |name|
          one = made(around, name)
          expect([name, said(one), unknown(one)]).to eq([name, [], []])
          plain = read(docx { |file| file.raw(instance_exec("", &places_of(around))) })
          drawn = [one, plain].map { |each| layout(each).pages.map { |page| Norvel::Drawing::PageSvg.new(layout(each), page).to_s } }
          expect([name, drawn.uniq.size]).to eq([name, 1])
        end
      end
    end

    it "knows every row of #{around}, and tells what stands in none" do
      told = ["The file says “wickAndOil”, which Norvel does not know; it stays in the file."]
      expect(unknown(made(around, "wickAndOil"))).to eq(told)
      fates[:set].each { |name| expect([name, unknown(made(around, name))]).to eq([name, []]) }
    end
  end

  it "reads every property of its table of spellings, and no other as laid out" do
    spelled = Norvel::Formats::Docx::PropertySpelling::TABLE.each_value.map { |row| row[:el] }.uniq
    rows = described_class::ROWS.values_at("pPr", "rPr").flat_map { |fates| fates[:set] }
    expect(spelled - rows).to eq([])
    elsewhere = %w[pStyle framePr rPr sectPr rStyle specVanish]
    expect(rows - spelled - elsewhere).to eq([])
    order = Norvel::Formats::Docx::Spelling::ORDER
    expect(order[:paragraph] - described_class::BECOMES["pPr"].keys).to eq([])
    expect(order[:text] - described_class::BECOMES["rPr"].keys).to eq([])
  end

  it "says of attributes and drawings too, of styles where they are used, and nothing of what is switched off" do
    distributed = read(docx { |file| file.raw(%(<w:p><w:pPr><w:jc w:val="distribute"/></w:pPr><w:r><w:t>oil</w:t></w:r></w:p>)) })
    expect(said(distributed)).to eq([[:distributed_lines, 1]])
    off = read(docx { |file| file.raw(%(<w:p><w:r><w:rPr><w:em w:val="none"/><w:dstrike w:val="0"/></w:rPr><w:t>oil</w:t></w:r></w:p>)) })
    expect(said(off)).to eq([])
    column = read(docx { |file| file.raw(%(<w:p><w:pPr><w:sectPr><w:cols w:num="2" w:sep="1"/></w:sectPr></w:pPr></w:p><w:p/>)) })
    expect(said(column)).to eq([[:column_line, 1]])
    bordered = read(docx { |file|
      3.times { |index| file.raw("<w:p><w:pPr>#{"<w:pageBreakBefore/>" if index.positive?}</w:pPr><w:r><w:t>oil</w:t></w:r></w:p>") }
      file.raw("<w:p><w:pPr><w:sectPr><w:pgBorders><w:top w:val=\"single\"/></w:pgBorders></w:sectPr></w:pPr></w:p><w:p/>")
    })
    expect(layout(bordered).inexact.keys).to eq([1, 2, 3]) # on each of its pages
  end

  it "reads what a text box says of its text, and says what of it no page shows" do
    box = lambda do |says|
      shape = Wild.shape("wick").sub("<sh:bodyPr/>", "<sh:bodyPr #{says}/>")
      read(Wild.build(body: Wild.p(Wild.r(Wild.drawing(shape, anchor: true)))))
    end
    anchor = ->(says) { box[says].paragraphs.flat_map(&:insets).first.anchor }
    expect(anchor[%(lIns="12700" tIns="0" anchor="ctr")]).to have_attributes(inner: {start: 12_700, top: 0}, stands: :center)
    expect(anchor[%(rIns="-5" bIns="99999999999999")].inner.values_at(:end, :bottom)).to all(be_between(0, 72_000_000))
    expect(anchor[""]).to have_attributes(inner: {}, stands: :top)
    expect(said(box[%(vert="vert270")])).to include([:vertical_text, 1])
    expect(said(box[%(numCol="2")])).to include([:box_columns, 1])
    expect(said(box[%(vert="horz" numCol="1")]).map(&:first) & %i[vertical_text box_columns]).to eq([])
  end

  it "says it of headers and notes too, on the first page that they stand on" do
    dotted = %(<w:r><w:rPr><w:em w:val="dot"/></w:rPr><w:t>lamps</w:t></w:r>)
    one = read(docx(header: "<w:p>#{dotted}</w:p>") { |file| file.paragraph("oil") })
    expect(said(one)).to eq([[:emphasis_marks, 1]])
    source = docx { |file| file.paragraph([file.text("oil"), file.note("wick")]) }
    members = Norvel::Formats::Archive.read(source).members
    dot = '<w:rPr><w:em w:val="dot"/></w:rPr>'
    notes = members["word/footnotes.xml"].sub(/<w:t[^>]*> wick/) { |text| dot + text }
    noted = read(Norvel::Formats::Archive.new({}).write(members.merge("word/footnotes.xml" => notes)))
    expect(said(noted)).to eq([[:emphasis_marks, 1]])
  end

  it "keeps pages measurable whose lines stay where they are" do
    dotted = made("rPr", "em")
    expect(layout(dotted).unsure_of_lines).to eq({})
    expect(layout(made("tblPr", "tblCellSpacing")).unsure_of_lines.keys).to eq([1])
  end
end
