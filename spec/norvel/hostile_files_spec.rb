# frozen_string_literal: true

require_relative "../support/wild"

require "zip"

# Files that were made or damaged to do harm, or are far larger than any manuscript: a sentence or an answer, in time and in memory.
RSpec.describe "Hostile files" do
  # Of work: others may be at the machine.
  def seconds
    began = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID)
    yield
    Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID) - began
  end

  def styled(properties) = docx { |file| file.paragraph([file.text("Ropes and bells", properties)], "<w:pStyle w:val=\"BodyText\"/>") }

  {%(<w:spacing w:val="99999999999"/>) => [:letter_spacing, Norvel::Lengths::LONGEST],
   %(<w:sz w:val="0"/>) => [:size, 12_700], %(<w:sz w:val="100000000000"/>) => [:size, 400 * 12_700],
   %(<w:w w:val="99999"/>) => [:scale, 600], %(<w:position w:val="-999999999"/>) => [:shift, -Norvel::Lengths::LONGEST]}
    .each do |spelled, (name, held)|
    it "holds #{spelled} to what can be, says so, and sets it" do
      now = read(styled(spelled))
      expect(now.paragraphs.first.runs.first.properties[name]).to eq(held)
      expect(now.warnings.join).to include("#{Norvel::Properties[name].label} is given as").and include("which cannot be; it is read as")
      expect(seconds { Norvel::Layout.new(now) }).to be < 2
      expect(Norvel::Formats.write(now, source: styled(spelled))).to eq(styled(spelled))
    end
  end

  {"an indent" => %(<w:ind w:left="99999999999"/>), "lines" => %(<w:spacing w:line="99999999999"/>),
   "exact lines" => %(<w:spacing w:line="99999999999" w:lineRule="exact"/>),
   "a tab stop" => %(<w:tabs><w:tab w:val="left" w:pos="99999999999"/></w:tabs>),
   "a border" => %(<w:pBdr><w:top w:val="single" w:sz="999999999" w:space="999999999"/></w:pBdr>),
   "a list's level" => %(<w:numPr><w:ilvl w:val="999999999"/><w:numId w:val="1"/></w:numPr>)}.each do |what, spelled|
    it "holds #{what} to what can be" do
      now = read(docx { |file| file.paragraph("Ropes", spelled) })
      expect(now.warnings.join).to include("which cannot be")
      expect(Norvel::Layout.new(now).pages.size).to be < 20
    end
  end

  it "holds the numbers of tables, sheets and lists" do
    source = docx do |file|
      file
        .raw(
          %(<w:tbl><w:tblGrid><w:gridCol w:w="99999999999"/></w:tblGrid><w:tr><w:trPr><w:trHeight w:val="99999999999"/>) +
            %(</w:trPr><w:tc><w:tcPr><w:gridSpan w:val="1000000000"/></w:tcPr><w:p><w:r><w:t>x</w:t></w:r></w:p></w:tc></w:tr></w:tbl>)
        ) &&
        file.paragraph("y")
    end
    now = nil
    expect(seconds { Norvel::Layout.new(now = read(source)) }).to be < 3
    expect(now.warnings.join).to include("The columns of a cell is given as 1000000000, which cannot be")
  end

  it "follows chains of styles in time that grows with their number" do
    chain = Array.new(3_000) { |n|
      %(<w:style w:type="paragraph" w:styleId="S#{n}">) +
        %(<w:name w:val="Style #{n}"/>#{%(<w:basedOn w:val="S#{n - 1}"/>) if n.positive?}<w:rPr>#{%(<w:b/>) if n.zero?}</w:rPr></w:style>)
    }.join
    source = docx(styles: Demo::Report::STYLES + chain) do |file|
      3_000.times { |n| file.paragraph("Link #{n}", %(<w:pStyle w:val="S#{n}"/>)) }
    end
    examined = nil
    took = seconds do
      examined = Norvel::Examination.new(read(source))
      examined.roles
      Norvel::Drawing::FamilySvg.new(examined.manuscript, examined.layout.cascade, uses: examined.style_uses, show: :used).to_s
    end
    expect(took).to be < 12
    last = examined.manuscript.paragraphs.last
    expect(examined.layout.cascade.run(last, last.runs.first)[:bold]).to be(true)
  end

  it "sets a word of a third of a million letters; with NORVEL_ALL of a million" do
    letters = Share.count(1_000_000, 300_000)
    now = read(docx { |file| file.paragraph("wü" * (letters / 2)) })
    layout = nil
    expect(seconds { layout = Norvel::Layout.new(now) }).to be < letters / 30_000
    expect(layout.pages.sum { |page| page.placed.sum { |placed| placed.line.end - placed.line.start } }).to eq(letters)
  end

  it "refuses a container that inflates, before it fills the memory" do
    bomb = Zip::OutputStream.write_buffer(StringIO.new("".b)) do |zip|
      zip.put_next_entry("word/document.xml")
      300.times { zip.write(" " * 1_048_576) }
    end.string
    expect { Norvel::Formats.read(bomb) }.to raise_error(Norvel::FileError, /unpacks to far more/)
  end

  it "refuses every document type, wherever it stands and however it is written" do
    declared = %(<!DOCTYPE w [<!ENTITY a "aaaaaaaaaa">]>)
    source = styled("")
    main = Norvel::Formats::Archive.read(source).members["word/document.xml"].dup.force_encoding("UTF-8")
    plain = main.sub(/\A<\?xml.*?\?>/, "")
    bodies = ["<?xml version=\"1.0\"?><!--#{"x" * 9_000}-->#{declared}#{plain}",
      "<?xml version=\"1.0\" encoding=\"UTF-16\"?>#{declared}#{plain}".encode("UTF-16"), "#{"\n" * 9_000}#{declared}#{plain}"]
    bodies.each do |body|
      file = Norvel::Formats::Archive.read(source).write("word/document.xml" => body.b)
      expect { Norvel::Formats.read(file) }.to raise_error(Norvel::FileError, /declares entities/)
    end
  end

  it "keeps words that stand where none may stand, names them, and never takes their paragraph for an empty one" do
    source = docx do |file|
      file.paragraph("One")
      file.raw(
        %(<w:p><w:t>bare words</w:t></w:p><w:p>plain words</w:p><w:p><w:r>between pieces<w:t>said</w:t></w:r></w:p><w:p>) +
          %(<w:hyperlink>in a link</w:hyperlink></w:p>between blocks)
      )
      file.paragraph("")
      file.paragraph("Two")
    end
    now = read(source)
    %w[bare\ words plain\ words between\ pieces in\ a\ link between\ blocks].each do |words|
      expect(now.warnings.join).to include("“#{words}” stands in the file where no text may stand")
    end
    changed = Norvel::Changes.build("remove_empty_paragraphs", "paragraphs" => "all").call(now)
    expect(now.paragraphs.size - changed.paragraphs.size).to eq(1)
    said = changed.paragraphs.find { |paragraph| paragraph.text == "said" }
    changed = Norvel::Changes.build("edit_text", "paragraph" => said.id, "text" => "well said").call(changed)
    changed = Norvel::Changes.build("apply_style", "style" => "BodyText", "paragraphs" => "all").call(changed)
    plan = Norvel::Plan.new(Norvel::Examination.new(changed), Norvel::Guide.find("marrowby-diploma")).apply
    main = Norvel::Formats::Archive.read(Norvel::Formats.write(plan, source: source)).members["word/document.xml"].force_encoding("UTF-8")
    ["bare words", "plain words", "between pieces", "in a link", "between blocks", ">well <"].each do |words|
      expect(main).to include(words)
    end
  end

  it "keeps protected forms locked, and their fields to fill in" do
    field =
      %(<w:r><w:fldChar w:fldCharType="begin"><w:ffData><w:name w:val="Ship"/><w:enabled/><w:textInput/></w:ffData>) +
      %(</w:fldChar></w:r><w:r><w:instrText xml:space="preserve"> FORMTEXT </w:instrText></w:r><w:r>) +
      %(<w:fldChar w:fldCharType="separate"/></w:r><w:r><w:t>ferry</w:t></w:r><w:r><w:fldChar w:fldCharType="end"/></w:r>)
    control =
      %(<w:sdt><w:sdtPr><w:alias w:val="Port"/><w:lock w:val="sdtContentLocked"/></w:sdtPr><w:sdtContent><w:r><w:rPr>) +
      %(<w:b/></w:rPr><w:t>Gull Steps</w:t></w:r></w:sdtContent></w:sdt>)
    source = docx do |file|
      file
        .raw(
          %(<w:p><w:r><w:t xml:space="preserve">Ship: </w:t></w:r>#{field}</w:p><w:p>#{control}<w:r>) +
            %(<w:t xml:space="preserve"> is the port, ferry or not</w:t></w:r></w:p><w:p/>)
        ) &&
        file.paragraph("End")
    end
    archive = Norvel::Formats::Archive.read(source)
    source = archive.write("word/settings.xml" => archive.members["word/settings.xml"]
      .sub("<w:defaultTabStop", %(<w:documentProtection w:edit="forms" w:enforcement="1" w:hash="c2VjcmV0"/><w:defaultTabStop)))
    now = read(source)
    changed = Norvel::Changes.build("replace_text", "find" => "ferry", "replace" => "boat").call(now)
    changed = Norvel::Changes.build("remove_direct_formatting", "paragraphs" => "all").call(changed)
    plan = Norvel::Plan.new(Norvel::Examination.new(changed), Norvel::Guide.find("marrowby-diploma")).apply
    members = Norvel::Formats::Archive.read(Norvel::Formats.write(plan, source: source)).members.transform_values do |data|
      data.dup.force_encoding("UTF-8")
    end
    expect(members["word/settings.xml"]).to include(%(w:documentProtection w:edit="forms" w:enforcement="1"))
    expect(members["word/document.xml"]).to include(%(<w:lock w:val="sdtContentLocked"/>))
      .and include("<w:ffData>").and include("FORMTEXT").and include("Gull Steps")
    expect(read(Norvel::Formats.write(plan, source: source)).paragraphs.map(&:text)).to eq(plan.paragraphs.map(&:text))
  end

  it "limits what replacing brings about" do
    now = read(docx { |file| 90.times { file.paragraph("a " * 1_000) } })
    expect { Norvel::Changes.build("replace_text", "find" => "a", "replace" => "b" * 100_000).call(now) }
      .to raise_error(Norvel::ChangeRefused, /longer than 5 million letters/)
  end

  # In a thread as well, which has an eighth of a program's stack. Seen: a pattern of five thousand brackets ran over it.
  it "refuses guides and patterns that are nested without end" do
    found = ->(pattern) { Norvel::Choice.matching(read(docx { |file| file.paragraph("x") }), pattern, regular: true) }
    Thread.new {
      expect { Norvel::Guide.read("guide: #{"[" * 5_000}#{"]" * 5_000}") }.to raise_error(Norvel::GuideError)
      expect { Norvel::Guide.read("guide:\n#{(1..900).map { |depth| "#{" " * depth}a:\n" }.join}") }
        .to raise_error(Norvel::GuideError, /nested deeper/)
      expect { found["#{"(" * 5_000}x#{")" * 5_000}"] }.to raise_error(Norvel::ChangeRefused, /has 10001 characters; up to 1000/)
      expect(found["#{"(" * 499}x#{")" * 499}"].size).to eq(1)
    }.value
  end
end

RSpec.describe Norvel::Formats::Limits do
  def wild = Wild

  it "are said before anything is made of a file that has more, and how to raise them" do
    many = wild.build(body: "<w:p/>" * 70_001)
    expect { read(many) }.to raise_error(
      Norvel::FileError, "The file has 70,006 paragraphs; Norvel opens up to 70,000. Divide it into several files, or " \
      "raise the limit (NORVEL_LIMITS=paragraphs=70006)."
    )
    wide = wild.build(body: wild.table(*Array.new(601) { wild.row(*Array.new(100) { "<w:tc><w:p/></w:tc>" }) }, columns: 100))
    expect { read(wide) }.to raise_error(Norvel::FileError, /60,100 cells of tables/)
    styles = (0..4_000).map { |number| %(<w:style w:type="paragraph" w:styleId="S#{number}"><w:name w:val="S#{number}"/></w:style>) }.join
    expect { read(wild.build(styles: styles)) }.to raise_error(Norvel::FileError, /4,003 styles/)
    expect { read(wild.build(body: wild.p(wild.t("lamp " * 200_001)))) }
      .to raise_error(Norvel::FileError, /1,000,005 letters in one paragraph/)
  end

  it "are settings" do
    expect(described_class.said("paragraphs=7, cells=9,nonsense=3,styles=x").to_h)
      .to eq(paragraphs: 7, cells: 9, sections: 1_200, styles: 4_000, letters: 1_000_000)
  end
end
