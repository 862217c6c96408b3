# frozen_string_literal: true

RSpec.describe Norvel::Properties::Specification do
  let(:families) { ["Times New Roman", "Arial", "Liberation Serif", "Courier New"] }

  def read(line) = described_class.read(line, families: families)

  # Every property that is written, with values of all its kinds.
  def random_values(random)
    pick = lambda do |property|
      case property.kind
      when :length then ((property.least || 0)..[property.most || 5_000_000, 5_000_000].min).then do |range|
        random.rand(range) * ((property.signed && random.rand < 0.3) ? -1 : 1)
      end
      when :switch then random.rand < 0.5
      when :choice then property.choices[random.rand(property.choices.size)]
      when :number then random.rand((property.least || 0)..(property.most || 9))
      when :colour then ["#8a2a20", "#0000ff", property.default][random.rand(3)]
      when :font then ["Times New Roman", "Left Right", "Fonte, 2", "Bold Sans"][random.rand(4)]
      when :language then %w[de en-GB][random.rand(2)]
      when :line_spacing then Norvel::Properties::LineSpacing.parse(%w[1.15 2 1 exactly\ 14\ pt at\ least\ 12.5\ pt][random.rand(5)])
      when :tabs then Norvel::Properties["tabs"].parse(["none", "5 cm", "2 cm; 10 cm end with dot leader"][random.rand(3)])
      when :borders
        Norvel::Properties["borders"]
          .parse(["none", "top 0.5 pt", "all 1 pt double #8a2a20 distance 4 pt", "top 1 pt, bottom none"][random.rand(4)])
      end
    end
    Norvel::Properties.all.select(&:written?).select { random.rand < 0.4 }.to_h { |property| [property.name, pick[property]] }
  end

  it "reads what it shows, for every property that is written: shown again, it is the same line" do
    1.upto(400) do |seed|
      line = described_class.show(random_values(Random.new(seed)))
      reading = read(line)
      expect([line, reading.faults]).to eq([line, []])
      parsed = reading.values.to_h { |name, written| [name, Norvel::Properties[name].parse(written)] }
      expect(described_class.show(parsed)).to eq(line)
    end
  end

  {
    "16/18 Times bold, flush left, 12 pt before" => {
      size: "16 pt", line_spacing: "exactly 18 pt", font_family: "Times New Roman", bold: "yes", align: "start", space_before: "12 pt"
    },
    "italic, centred, 12 pt before and after" => {italic: "yes", align: "center", space_before: "12 pt", space_after: "12 pt"},
    "12 pt Arial bold, lines 1,5, indent 0,8 cm" => {
      size: "12 pt", font_family: "Arial", bold: "yes", line_spacing: "1,5", indent_first: "0,8 cm"
    },
    "1,5 lines, in 4 characters" => {line_spacing: "1,5", indent_start: "4 ch"},
    "double spaced, not bold, no indent, right" => {line_spacing: "double", bold: "no", indent_first: "0 cm", align: "end"},
    "\"Bold Sans\" 11 pt, colour #c00, new page, keep with next" => {
      font_family: "Bold Sans", size: "11 pt", color: "#c00", break_before: "yes", keep_next: "yes"
    },
    "courier, hanging 1 cm, 3 widows, level 2" => {font_family: "Courier New", indent_first: "-1 cm", widows: "3", outline_level: "2"},
    "bold, colour dark red, shading lightgrey, background wheat" => {
      bold: "yes", color: "dark red", shading: "lightgrey", background: "wheat"
    }
  }.each do |line, values|
    it "understands #{line}" do
      expect([read(line).values, read(line).faults]).to eq([values, []])
    end
  end

  it "marks what it does not understand, in its place, and reads the rest" do
    reading = read("12 pt, fancy stuff, bold, 7 bananas")
    expect(reading.values).to eq(size: "12 pt", bold: "yes")
    expect(reading.faults.map { |fault| [fault.text, fault.from, fault.to] }).to eq([["fancy stuff", 7, 18], ["7 bananas", 26, 35]])
  end

  it "may begin with a style and the one it rests on" do
    reading = read("Pull quotation from Body: italic, centred")
    expect([reading.name, reading.parent, reading.values]).to eq(["Pull quotation", "Body", {italic: "yes", align: "center"}])
    expect(read("Step: bold").then { |one| [one.name, one.parent] }).to eq(["Step", nil])
  end

  it "sets only what was changed in a line" do
    values = {size: 152_400, indent_first: 899_640, bold: true}
    line = described_class.show(values)
    changed = described_class.changes(line, line.sub("12 pt", "13 pt").sub("bold", "italic"))
    expect(changed.values).to eq(size: "13 pt", bold: "", italic: "yes")
  end

  it "restyles a manuscript: a style that is there, and one that is made" do
    one = read_file("night-ferries.docx")
    lines = ["heading 2: 14 pt, not bold, colour dark red", "Pull quotation from Body Text: italic, centred, 12 pt before and after"]
    after = Norvel::Changes.build("restyle", "lines" => lines).call(one)
    expect(after.sheet.named("heading 2").properties).to include(size: 177_800, bold: false, color: "#8b0000")
    made = after.sheet.named("Pull quotation")
    expect([after.sheet[made.parent].name, described_class.show(made.properties)])
      .to eq(["Body Text", "italic, centred, 12 pt before, 12 pt after"])
    expect { Norvel::Changes.build("restyle", "lines" => ["heading 2: 14 pt, fancy"]).call(one) }
      .to raise_error(Norvel::ChangeRefused, /“fancy” is not understood/)
    expect { Norvel::Changes.build("restyle", "lines" => ["14 pt"]).call(one) }
      .to raise_error(Norvel::ChangeRefused, /begins with no style/)
  end

  it "tells a value that cannot be, and what is not for words" do
    reading = described_class.read("900 pt, bold, centred", text_only: true)
    expect([reading.values, reading.faults.map(&:to_s)])
      .to match([{bold: "yes"}, [/“900 pt”: Size must be at most/, "“centred”: it is a matter of whole paragraphs."]])
  end

  def read_file(name) = Norvel::Formats.read(File.binread(File.join(Manuscripts::DEMO, name)))

  # Seen: “heading 1 from Title then Normal”, which says all that was meant, was not understood without a colon.
  it "needs no colon after what a style rests on, what follows it, or its key" do
    heads = ["heading 1 from Title then Normal", "Aside from Body", "Body then Body", "Aside key a", " Title from Normal then Sub title "]
      .to_h { |line| [line, described_class.read(line)] }
    expect(heads.values.map { |head| [head.name, head.parent, head.following, head.key] })
      .to eq([["heading 1", "Title", "Normal", nil], ["Aside", "Body", nil, nil], ["Body", nil, "Body", nil],
        ["Aside", nil, nil, "a"], ["Title", "Normal", "Sub title", nil]])
    expect(heads.values.flat_map { |one| [*one.values, *one.faults] }).to eq([])
    ["bold then italic", "12 pt from Normal", "bananas", "Title, then bold"].each do |line|
      expect([line, described_class.read(line).name]).to eq([line, nil])
    end
  end
end
