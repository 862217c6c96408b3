# frozen_string_literal: true

RSpec.describe Norvel::Changes do
  def change(name, **parameters) = described_class.build(name, parameters.transform_keys(&:to_s))

  let(:ferries) { came("night-ferries.docx") }

  it "applies a style and leaves direct formatting alone" do
    one = manuscript(paragraph(0, "x", align: :center), paragraph(1, "y"))
    after = change("apply_style", style: "Quote", paragraphs: [0]).call(one)
    expect(after.paragraphs.map { |paragraph| [paragraph.style, paragraph.properties] }).to eq([["Quote", {align: :center}], ["Base", {}]])
    expect(after.paragraphs[1]).to be(one.paragraphs[1])
  end

  # Common practice, no source: giving another style never silently takes a bullet or number away.
  describe "numbers and bullets" do
    let(:lists) do
      %w[1 2].to_h { |id| [id, Norvel::Manuscript::List.new(id: id, levels: {0 => Norvel::Manuscript::ListLevel.new}, counter: id)] }
    end
    let(:ref) { ->(id) { Norvel::Properties::NumberRef.new(list: id) } }

    it "stay when the new style brings none, and are the new style's when it does" do
      styles = {"Item" => {name: "Item", properties: {numbering: ref["1"]}}, "Other" => {name: "Other", properties: {numbering: ref["2"]}}}
      one = manuscript(paragraph(0, "x", style: "Item"), styles: styles, lists: lists)
      plain = change("apply_style", style: "Base", paragraphs: [0]).call(one)
      expect(Norvel::ListLabels.for(plain, Norvel::Cascade.new(plain))).to eq(0 => "1.")
      expect(change("apply_style", style: "Other", paragraphs: [0]).call(one).paragraphs.first.properties).to eq({})
    end

    it "are not turned into those of another list by the plan" do
      styles = {"Numbered" => {name: "List Number", properties: {numbering: ref["1"]}},
                "Dotted" => {name: "List Bullet", properties: {numbering: ref["2"]}}}
      one = manuscript(paragraph(0, "first", style: "Numbered"), paragraph(1, "second", style: "Numbered"),
        paragraph(2, "dot", style: "Dotted"), styles: styles, lists: lists)
      after = Norvel::Plan.new(one, Norvel::Guide.find("marrowby-diploma")).apply
      cascade = Norvel::Cascade.new(after)
      expect(after.paragraphs.map { |paragraph| cascade.numbering(paragraph).list }).to eq(%w[1 1 2])
      expect(after.paragraphs.map { |paragraph| cascade.run(paragraph, paragraph.runs.first)[:font_family] }.uniq)
        .to eq(["Times New Roman"])
    end
  end

  it "changes a style and gives values back to the parent" do
    after = change("change_style", style: "Heading1", values: {"size" => "18 pt", "bold" => "", "line_spacing" => "double"})
      .call(manuscript(paragraph(0, "x")))
    expect(after.sheet["Heading1"].properties).to include(size: 228_600, line_spacing: Norvel::Properties::LineSpacing.multiple(2.0))
    expect(after.sheet["Heading1"].properties).not_to include(:bold)
  end

  it "refuses what cannot be, in one sentence" do
    one = manuscript(paragraph(0, "x"))
    [["apply_style", {style: "Nowhere", paragraphs: [0]}], ["apply_style", {style: "Quote", paragraphs: [7]}],
      ["change_style", {style: "Base", values: {"size" => "huge"}}],
      ["set_page_design", {margin: {"start" => "30 cm"}}], ["set_page_design", {paper: "Foolscap"}]].each do |name, parameters|
      expect { change(name, **parameters).call(one) }.to raise_error(Norvel::ChangeRefused, /\A[^\n]+\.\z/)
    end
    expect { described_class.build("explode") }.to raise_error(Norvel::ChangeRefused)
  end

  describe "removing direct formatting" do
    def bare(paragraph, styles: {}, **more) =
      change("remove_direct_formatting", paragraphs: "all", **more).call(manuscript(paragraph, styles: styles))

    it "turns italics inside a sentence into the emphasis style" do
      after = bare(
        paragraph(0, stretch("The ", size: 152_400), stretch("Teal", italic: true, size: 152_400),
          stretch(" left at slack water.", size: 152_400), align: :justify)
      )
      expect(after.paragraphs.first.properties).to eq({})
      expect(after.paragraphs.first.runs.map { |run| [run.style, run.properties] }).to eq([[nil, {}], ["Emphasis", {}], [nil, {}]])
      expect(after.sheet["Emphasis"]).to have_attributes(kind: :character, properties: {italic: true})
    end

    it "comes out upright inside an italic style, by the toggle rule" do
      slanted = {"Slanted" => {name: "Slanted", parent: "Base", properties: {italic: true}}}
      after = bare(
        paragraph(0, "All of this slants but ", stretch("this word", italic: false), " does not slant.", style: "Slanted"), styles: slanted
      )
      cascade = Norvel::Cascade.new(after)
      expect(after.paragraphs.first.runs.map { |run| cascade.run(after.paragraphs.first, run)[:italic] }).to eq([true, false, true])
    end

    it "takes a whole paragraph in italics for its look" do
      after = bare(paragraph(0, stretch("All in italics here.", italic: true)))
      expect(after.paragraphs.first.runs.first).to have_attributes(style: nil, properties: {})
    end

    it "keeps superscripts, links, languages, numbering and forced breaks" do
      listed = Norvel::Properties::NumberRef.new(list: "1")
      after = bare(
        paragraph(0, "Area 20 km", stretch("2", raised: :superscript, language: "de-DE", bold: false),
          numbering: listed, break_before: true, space_after: 5)
      )
      expect(after.paragraphs.first.properties.keys).to eq(%i[numbering break_before])
      expect(after.paragraphs.first.runs.last.properties).to eq(raised: :superscript, language: "de-DE")
    end

    it "takes only the kinds that were named" do
      after = bare(paragraph(0, stretch("All", bold: true, size: 1), align: :end), kinds: ["size"])
      expect(after.paragraphs.first.runs.first.properties).to eq(bold: true)
      expect(after.paragraphs.first.properties).to eq(align: :end)
    end
  end

  describe "removing empty paragraphs" do
    it "leaves one that has a number, from which others count, and takes one that has only a bullet" do
      item = ->(id, text, list) { paragraph(id, text, numbering: Norvel::Properties::NumberRef.new(list: list)) }
      lists = {"1" => %w[decimal %1.], "2" => %w[bullet •]}.to_h do |id, (format, text)|
        [id, Norvel::Manuscript::List.new(id: id, levels: {0 => Norvel::Manuscript::ListLevel.new(format: format, text: text)})]
      end
      now = manuscript(item[0, "oars", "1"], item[1, "", "1"], item[2, "rope", "1"], item[3, "", "2"], paragraph(4, "Fog."), lists: lists)
      after = Norvel::Changes.build("remove_empty_paragraphs", "paragraphs" => "all").call(now)
      expect(Norvel::ListLabels.for(after, Norvel::Cascade.new(after))).to eq(0 => "1.", 1 => "2.", 2 => "3.")
      expect(after.paragraphs.map(&:id)).to eq([0, 1, 2, 4])
    end

    def removable(*blocks) = Norvel::EmptyParagraphs.removable(manuscript(*blocks)).map(&:id)

    it "takes those with nothing but white space" do
      expect(removable(paragraph(0, "x"), paragraph(1, ""), paragraph(2, " \t\u00A0"), paragraph(3, "y"))).to eq([1, 2])
    end

    it "never takes what carries something, is obligatory in a cell, or stands between tables" do
      table = ->(id) {
        Norvel::Manuscript::Table.new(
          id: "t#{id}", rows: [
            Norvel::Manuscript::Row.new(cells: [Norvel::Manuscript::Cell.new(blocks: [paragraph(id, "").with(in_table: true)])])
          ]
        )
      }
      expect(removable(paragraph(0, "", carries: [:section_end]), paragraph(1, "\f", carries: [:page_break]),
        table[2], paragraph(3, ""), table[4], paragraph(5, ""))).to eq([])
    end
  end

  it "is written down as what it did, and read back to the same manuscript" do
    steps = [["apply_style", {paragraphs: "all", style: "BodyText"}], ["remove_direct_formatting", {paragraphs: "all"}],
      ["remove_empty_paragraphs", {paragraphs: "all"}],
      ["change_style", {style: "BodyText", values: {"tabs" => "", "indent_first" => "0.8 cm", "line_spacing" => "exactly 20 pt"}}],
      ["set_page_design", {margin: {"start" => "3.5 cm"}}]]
    steps.reduce(ferries) do |before, (name, parameters)|
      after = change(name, **parameters).call(before)
      again = described_class::Difference.apply(before, JSON.parse(JSON.generate(described_class::Difference.between(before, after))))
      expect([again.paragraphs, again.sheet.styles, again.sections, again.notes])
        .to eq([after.paragraphs, after.sheet.styles, after.sections, after.notes])
      after
    end
  end

  it "never alters a text: random series of changes" do
    20.times do |seed|
      random = Random.new(seed)
      after = Array.new(6).reduce(ferries) do |now, _|
        ids = now.paragraphs.sample(random.rand(1..60), random: random).map(&:id)
        styles = now.sheet.of_kind(:paragraph).map(&:id)
        [change("apply_style", style: styles.sample(random: random), paragraphs: ids), change("remove_direct_formatting", paragraphs: ids),
          change("change_style", style: styles.sample(random: random),
            values: {"size" => "#{random.rand(8..20)} pt", "indent_first" => "1 cm"})].sample(random: random).call(now)
      end
      expect(after.paragraphs.map(&:text)).to eq(ferries.paragraphs.map(&:text))
    end
  end

  describe "the ripple" do
    it "equals what differs after the change" do
      [["Normal", {"size" => "13 pt"}], ["Heading2", {"space_before" => "40 pt"}], ["Heading3", {"color" => "#b3261e"}]]
        .each do |style, values|
        operation = change("change_style", style: style, values: values)
        before = layout(ferries)
        after = layout(operation.call(ferries))
        ripple = described_class::Ripple.between(before, after)
        looks = ->(of) { Norvel::Appearance.new(of.manuscript, of.cascade) }
        old, new = looks[before], looks[after]
        seen = ferries.paragraphs.select { |paragraph| old.of(paragraph) != new.of(paragraph) }.map(&:id)
        expect(seen).not_to be_empty
        expect(seen - ripple.paragraphs).to eq([])
        expect([ripple.pages_before, ripple.pages_after]).to eq([before.pages.size, after.pages.size])
        ends = ->(of) { lines_by_page(of).map(&:last) }
        moved = ends[before].zip(ends[after]).each_index.select { |index| ends[before][index] != ends[after][index] }
        expect(moved.map { |index| index + 1 } - ripple.moved).to eq([])
      end
    end
  end
end

RSpec.describe Norvel::Changes::Operation do
  # A change by docs/architecture.md alone: what it takes, what it does, what it says.
  let(:shouted) do
    Class.new(described_class) do
      takes paragraphs: :paragraphs, loud: :switch

      def self.operation_name = "shout"

      def carry_out(manuscript)
        caps = {caps: parameters["loud"] ? true : nil}.compact
        manuscript.with_paragraphs(chosen(manuscript).to_h { |paragraph|
          [paragraph.id, paragraph.with(runs: paragraph.runs.map { |run| run.with(properties: run.properties.merge(caps)) })]
        })
      end

      def sentence(manuscript) = "Shouted #{counted(chosen(manuscript).size, "paragraph")}."
    end
  end

  it "is one class and one row: built by its name, kept in words, refused where it would lose a word" do
    stub_const("Norvel::Changes::OPERATIONS", {**Norvel::Changes::OPERATIONS, "shout" => shouted}.freeze)
    one = manuscript(paragraph(0, "Fog"), paragraph(1, "Ebb"))
    change = Norvel::Changes.build("series", "title" => "Twice.", "changes" => [["shout", {"paragraphs" => [0], "loud" => true}]])
    expect(change.call(one).paragraph(0).runs.first.properties).to eq({caps: true})
    expect(Norvel::Changes.build("shout", "paragraphs" => "all").sentence(one)).to eq("Shouted 2 paragraphs.")
    expect(Norvel::Changes.named("shout").asked).to eq({paragraphs: :paragraphs, loud: :switch})
  end

  it "declares what it takes, each of a kind that is known; the page that documents them is up to date" do
    Norvel::Changes::OPERATIONS.each do |name, operation|
      expect([name, operation.taken.values - described_class::KINDS.keys]).to eq([name, []])
    end
    expect(Norvel::Changes::OPERATIONS.reject { |_, operation| operation.asked || operation.taken.any? }).to eq({})
    expect(File.read(File.expand_path("../../docs/changes.md", __dir__), encoding: "UTF-8")).to eq(Norvel::Changes::Declared.page)
  end

  it "names in its file no parameter that it does not declare" do
    said = Norvel::Changes::OPERATIONS.values.flat_map { |operation| operation.taken.keys.map(&:to_s) }.uniq
    files = Dir[File.expand_path("../../lib/norvel/changes/**/*.rb", __dir__)]
    named = files.flat_map { |path|
      File.read(path, encoding: "UTF-8").scan(/\bparameters(?:\.fetch\(|\[|\.dig\(|\.key\?\()"([a-z_]+)"/).flatten
    }.uniq
    expect(named - said).to eq([])
  end
end
