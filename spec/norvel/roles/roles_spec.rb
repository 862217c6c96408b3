# frozen_string_literal: true

RSpec.describe Norvel::Roles do
  def roles(bytes) = read(bytes).then { |one| [one, described_class.new(one)] }

  def named(bytes)
    one, found = roles(bytes)
    one.paragraphs.reject(&:blank?).map { |paragraph| [paragraph.text, found.of(paragraph.id).name] }
  end

  let(:sentence) do
    "The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next, or so it was " \
      "said in the town. " * 2
  end

  it "believes the heading level, whatever the style is called" do
    expect(named(docx { |file| file.paragraph("Bells", %(<w:pStyle w:val="Heading2"/>)) })).to eq([["Bells", :heading_2]])
  end

  it "knows headings made by hand, by number and by size" do
    bold = ->(size) { %(<w:b/><w:sz w:val="#{size}"/>) }
    bytes = docx do |file|
      [["Chapter 1: Fog", 32], ["1.1 Drum and horn", 26], ["1.1.1 The horn alone", 24], ["Bells", 26]].each do |text, size|
        file.paragraph([file.text(text, bold[size])])
        file.paragraph(sentence)
      end
    end
    expect(named(bytes).map(&:last)).to eq(%i[heading_1 body heading_2 body heading_3 body heading_2 body])
  end

  it "tells captions, lists, quotations, tables and references apart" do
    bytes = docx do |file|
      file.paragraph(sentence)
      file.paragraph("Figure 3. The low stairs")
      file.paragraph("1.\tthe boat nearest the stairs")
      file.paragraph(sentence, %(<w:ind w:left="720" w:right="720"/>))
      file.table([%w[Season Boats], %w[Winter 3]], [2000, 2000])
      file.paragraph([file.text("References", "<w:b/>")])
      file.paragraph("Quill, M. (1911) Eleven Winters. Eastmere.")
    end
    expect(named(bytes).map(&:last))
      .to eq(%i[body caption list_item block_quotation table_heading table_heading table_text table_text heading_1 reference_entry])
  end

  it "gives its reasons and how sure it is" do
    _, found = roles(docx { |file| file.paragraph("Bells", %(<w:pStyle w:val="Heading2"/>)) })
    expect(found.of(0)).to have_attributes(confidence: be_between(0.8, 0.99), reasons: include(/heading level 2/))
  end

  # Truth: the script that made the report knows what it made.
  it "is right on the demo report's headings and captions" do
    one, found = roles(demo("night-ferries.docx"))
    wrong = one.paragraphs.reject { |paragraph| paragraph.blank? || paragraph.in_table }.reject do |paragraph|
      expected = case paragraph.text
      when /\Achapter \d/i, /\A(Abstract|References)\z/ then :heading_1
      when /\A\d\.\d / then :heading_2
      when /\A(A note on|The view from|Words and|What the tables)/ then (paragraph.text.length < 60) ? :heading_3 : nil
      when /\A(Table|Figure) \d/ then :caption
      end
      expected.nil? || found.of(paragraph.id).name == expected
    end
    expect(wrong.map(&:text)).to eq([])
  end
end

RSpec.describe Norvel::Looks do
  # Sharma, Wu and Dalal (2005), The CIEDE2000 color-difference formula, table 1.
  it "measures colours as the published pairs say" do
    pairs = {[[50.0, 2.6772, -79.7751], [50.0, 0.0, -82.7485]] => 2.0425, [[50.0, 0.0, 0.0], [50.0, -1.0, 2.0]] => 2.3669,
             [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387]] => 1.2644,
             [[22.7233, 20.0904, -46.6940], [23.0331, 14.9730, -42.5619]] => 2.0373,
             [[2.0776, 0.0795, -1.1350], [0.9033, -0.0636, -0.5514]] => 0.9082}
    pairs.each do |(one, other), difference|
      expect(Norvel::Looks::ColourDifference.lab_difference(one, other)).to be_within(0.0001).of(difference)
    end
  end

  def looks(*paragraphs) = described_class.of(manuscript(*paragraphs)).map { |look| [look.paragraphs, look.variants.size] }

  it "joins what looks the same to the eye and keeps the variants" do
    near = [684_000, 684_000, 694_800].each_with_index.map { |indent, id| paragraph(id, "x" * 60, indent_start: indent) }
    expect(looks(*near, paragraph(3, "x" * 60))).to eq([[[0, 1, 2], 2], [[3], 1]])
  end

  it "never joins by chains: each variant is held against the commonest" do
    steps = [0, 0, 15_000, 30_000].each_with_index.map { |indent, id| paragraph(id, "x" * 60, indent_start: indent) }
    expect(looks(*steps)).to eq([[[0, 1, 2], 2], [[3], 1]])
  end

  it "does not split a look for one italic word" do
    expect(looks(paragraph(0, "A plain sentence about boats."),
      paragraph(1, "A sentence about the ", stretch("Teal", italic: true), " and boats."))).to eq([[[0, 1], 1]])
  end
end
