# frozen_string_literal: true

require_relative "../support/wild"
require_relative "../support/open_document"

# What is said otherwise, or not at all, by another format: made of small files, and read again.
RSpec.describe Norvel::Formats::Across do
  include OpenDocument

  # @return [Array(Norvel::Manuscript, Array<String>)] as it is read again, and what did not go along
  def across(bytes, to)
    from = (to == "odt") ? "docx" : "fodt"
    layout = Norvel::Layout.new(Norvel::Formats.read(bytes, name: "a.#{from}"))
    made = Norvel::Formats.make(layout, as: to, source: bytes, name: "x")
    [Norvel::Formats.read(made, name: "a.#{to}"), Norvel::Formats.lost(layout, as: to, source: bytes).map(&:words), made]
  end

  def labels(manuscript)
    found = Norvel::ListLabels.for(manuscript, Norvel::Cascade.new(manuscript))
    manuscript.paragraphs.to_h { |paragraph| [paragraph.text, found[paragraph.id].to_s] }.reject { |text, _| text.empty? }
  end

  let(:page) { Wild.r('<w:br w:type="page"/>') }

  it "begins pages where a break stands among words; what comes after it keeps its look and its link, and has no number again" do
    link = %(<w:hyperlink w:anchor="quay">#{Wild.t("there")}</w:hyperlink>)
    list = '<w:numPr><w:ilvl w:val="0"/><w:numId w:val="1"/></w:numPr>'
    body = Wild.p('<w:bookmarkStart w:id="4" w:name="quay"/><w:bookmarkEnd w:id="4"/>' + Wild.t("Bold", "<w:b/>") + Wild.t(" one") + page +
      Wild.t("red ", %(<w:color w:val="C00000"/>)) + Wild.t("leant ", "<w:i/>") + link, list) + Wild.p(page + Wild.t("Second item"), list)
    now, lost = across(Wild.build(body: body, numbering: true), "odt")
    cut = now.paragraphs.find { |one| one.text.start_with?("red") }
    expect(cut.runs.map { |run| [run.text, run.properties[:color], run.properties[:italic], !run.link.nil?] })
      .to eq([["red ", "#c00000", nil, false], ["leant ", nil, true, false], ["there", nil, nil, true]])
    begun = now.paragraphs.select { |one| Norvel::Cascade.new(now).paragraph(one)[:break_before] }.map(&:text)
    expect(begun).to eq(["red leant there", "Second item"])
    expect(labels(now).values_at("Bold one", "red leant there", "Second item")).to eq(["1.", "", "2."])
    expect(lost).to eq([])
  end

  it "says what of pages and parts has no words there" do
    body = Wild.p(Wild.t("Left") + Wild.r('<w:br w:type="column"/>') + Wild.t(" right"))
    section = '<w:pgNumType w:fmt="numberInDash"/><w:cols w:num="2" w:space="720"/><w:vAlign w:val="center"/>'
    now, lost = across(Wild.build(body: body, section: section), "odt")
    expect(lost).to contain_exactly("1 column break", "1 page number form", "1 vertical placing")
    expect(now.paragraphs.map(&:text)).to include("Left right")
    expect(now.sections.map { |one| [one.folio.format, one.vertical, one.columns] }).to eq([[:decimal, :top, 2]])
  end

  it "keeps what paragraphs say of hyphenation where no words are divided, so that they say it when some are" do
    off = '<w:pPr><w:suppressAutoHyphens w:val="%d"/></w:pPr>'
    styles = {Divided: 0, Whole: 1}.sum("") { |name, value|
      %(<w:style w:type="paragraph" w:styleId="#{name}"><w:name w:val="#{name}"/>#{off % value}</w:style>)
    }
    body = %w[Divided Whole].sum("") { |style| Wild.p(Wild.t(style), %(<w:pStyle w:val="#{style}"/>)) }
    now, = across(Wild.build(body: body, styles: styles), "odt")
    expect(now.settings.hyphenate).to be(false)
    shown = now.paragraphs.select { |one| %w[Divided Whole].include?(one.text) }
    expect(shown.map { |one| Norvel::Cascade.new(now).paragraph(one)[:hyphenate] }).to eq([true, false])
  end

  it "takes the numbers of notes along, both ways" do
    note = '<text:note text:id="n1" text:note-class="footnote"><text:note-citation>iii</text:note-citation><text:note-body><text:p>Below' \
      "</text:p></text:note-body></text:note>"
    said = '<text:notes-configuration text:note-class="footnote" style:num-format="i" text:start-value="2" ' \
      'text:start-numbering-at="chapter"/>'
    docx, lost, bytes = across(fodt("<text:p>One#{note}</text:p>", styles: said), "docx")
    form = Norvel::Manuscript::NoteForm.new(format: :lower_roman, start: 3, restart: :section)
    expect([docx.settings.footnotes, lost]).to eq([form, []])
    expect(across(bytes, "odt").first.settings.footnotes).to eq(form)
  end

  it "shows the words that stand in one run with the number of their note, and takes them along" do
    both = Wild.p(Wild.r('<w:footnoteRef/><w:t xml:space="preserve"> Below the line</w:t>'))
    notes = {parts: {"word/footnotes.xml" => %(<w:footnotes xmlns:w="#{Wild::W}"><w:footnote w:id="2">#{both}</w:footnote></w:footnotes>)},
             relations: {"rIdNotes" => ["footnotes", "footnotes.xml"]}}
    bytes = Wild.build(body: Wild.p(Wild.t("One") + Wild.r('<w:footnoteReference w:id="2"/>')), **notes)
    lines = Norvel::Layout.new(Norvel::Formats.read(bytes, name: "a.docx")).pages.flat_map(&:placed).select { |one| one.area == :note }
    expect(lines.map { |one| one.setting.text_of(one.line) }).to eq(["1 Below the line"])
    now, = across(bytes, "odt")
    expect(now.note_paragraphs.map(&:text)).to eq(["  Below the line"])
  end

  it "goes by the numbers of notes that all parts have, and tells where they differ" do
    notes = {parts: {"word/footnotes.xml" => %(<w:footnotes xmlns:w="#{Wild::W}"><w:footnote w:id="2">#{Wild.p(Wild.t("Below"))}) +
      "</w:footnote></w:footnotes>"}, relations: {"rIdNotes" => ["footnotes", "footnotes.xml"]}}
    form = '<w:footnotePr><w:numFmt w:val="upperLetter"/></w:footnotePr>'
    marked = Wild.p(Wild.t("One") + Wild.r('<w:footnoteReference w:id="2"/>'))
    part = Wild.p(Wild.t("End"), '<w:sectPr><w:pgSz w:w="11906" w:h="16838"/></w:sectPr>')
    one, lost = across(Wild.build(body: marked, section: form, **notes), "odt")
    expect([one.settings.footnotes.format, lost]).to eq([:upper_letter, []])
    _, lost = across(Wild.build(body: marked + part, section: form, **notes), "odt")
    expect(lost).to eq(["1 note numbering"])
  end
end
