# frozen_string_literal: true

require "timeout"

# What people say of a style, in the trade's words, in the fields' own labels, in British and American spelling.
RSpec.describe Norvel::Properties::Wordings do
  let(:families) { ["Times New Roman", "Arial", "Liberation Serif", "Courier New", "Black Forest Text"] }

  def read(line) = Norvel::Properties::Specification.read(line, families: families)

  # @return [Hash{Symbol=>Object}] values as the core has them
  def values(line) =
    read(line).values.to_h { |name, written| [name, Norvel::Properties[name].parse(written, ch: 1, em: 12 * Norvel::Lengths::PT)] }

  pt = Norvel::Lengths::PT
  cm = 360_000
  lines = ->(factor) { Norvel::Properties::LineSpacing.multiple(factor) }
  exactly = ->(points) { Norvel::Properties::LineSpacing.new(rule: :exact, value: points * pt) }
  least = ->(points) { Norvel::Properties::LineSpacing.new(rule: :at_least, value: points * pt) }

  {
    {size: 12 * pt} => [
      "12 pt", "12pt", "12 point", "12-point", "12 points", "size 12 pt", "font size 12", "type size 12 pt", "size of 12 pt", "1 pc"
    ],
    {size: 10.5 * pt} => ["10.5 pt", "10,5 pt"],
    {font_family: "Times New Roman"} => ["Times New Roman", "times new roman", "font Times New Roman",
      "font family Times New Roman", "typeface Times New Roman", "\"Times New Roman\"", "font \"Times New Roman\"",
      "set in Times New Roman", "times"],
    {font_family: "Black Forest Text"} => ["\"Black Forest Text\""],
    {bold: true} => ["bold", "boldface", "Bold", "bold yes", "bold on"],
    {bold: false} => ["not bold", "no bold", "bold no", "bold off", "regular weight", "normal weight"],
    {italic: true} => ["italic", "italics", "in italics", "ital.", "italicized", "italicised"],
    {italic: false} => ["not italic", "no italics", "upright"],
    {caps: true} => ["capitals", "caps", "all caps", "all capitals", "upper case", "uppercase", "in capitals"],
    {caps: false} => ["not capitals", "no caps"],
    {small_caps: true} => ["small capitals", "small caps", "s.c.", "in small capitals"],
    {strike: true} => ["struck through", "strikethrough", "strike-through", "struck"],
    {underline: :single} => ["underline", "underlined", "underscore", "single underline", "underline single"],
    {underline: :double} => ["double underline", "underline double", "double underscore"],
    {underline: :none} => ["no underline", "not underlined", "no underscore", "underline none"],
    {color: "#000080"} => [
      "navy", "colour navy", "color navy", "text colour navy", "font color navy", "in navy", "navy ink", "colour #000080", "#000080"
    ],
    {color: "#8b0000"} => ["dark red", "darkred", "colour dark red", "dark-red"],
    {color: "#808080"} => %w[grey gray],
    {color: "auto"} => ["automatic colour", "automatic color", "no colour", "colour auto", "color automatic"],
    {shading: "#d3d3d3"} => ["shading light grey", "shaded light gray", "light grey shading", "shading colour lightgrey"],
    {shading: "none"} => ["no shading", "without shading", "shading none"],
    {background: "#ffff00"} => ["background yellow", "yellow background"],
    {highlight: "#ffff00"} => ["highlight yellow", "highlighted yellow"],
    {letter_spacing: 1 * pt} => ["spaced 1 pt", "letter spacing 1 pt", "letter-spacing 1 pt", "1 pt letter spacing",
      "character spacing 1 pt", "letter spacing of 1 pt", "letter spacing 1"],
    {letter_spacing: 0} => ["no letter spacing"],
    {kerning: 8 * pt} => ["kerned from 8 pt", "kerning from 8 pt", "kerning from a size of 8 pt"],
    {scale: 90} => ["scaled 90 %", "scaled 90%", "horizontal scale 90 %", "90 % wide"],
    {raised: :superscript} => ["superscript", "raised or lowered superscript"],
    {raised: :subscript} => ["subscript"],
    {raised: :baseline} => ["on the line", "on the baseline"],
    {shift: 2 * pt} => ["shifted 2 pt", "shift from the baseline 2 pt", "baseline shift 2 pt"],
    {language: "de-AT"} => ["language de-AT"],
    {align: :start} => ["flush left", "left", "left-aligned", "left aligned", "aligned left", "align left",
      "ranged left", "flush", "alignment left", "alignment start", "ragged right"],
    {align: :end} => ["flush right", "right", "right-aligned", "aligned right", "flush at end", "alignment end"],
    {align: :center} => ["centred", "centered", "centre", "center", "align centre", "aligned center", "alignment centred"],
    {align: :justify} => ["justified", "justify", "fully justified", "alignment justified", "flush on both sides"],
    {indent_first: 1.25 * cm} => ["first line 1.25 cm", "first-line indent 1.25 cm", "first line indent 1.25 cm",
      "1.25 cm first-line indent", "indent 1.25 cm", "first-line indent of 1.25 cm", "indent of 1.25 cm", "1.25 cm indent",
      "first line indented 1.25 cm", "paragraph indent 12.5 mm", "First-line indent 1,25",
      "indent 1.25 centimetres", "indent 1.25 centimeters"],
    {indent_first: 0} => ["no first-line indent", "no indent", "without first-line indent", "first-line indent 0"],
    {indent_first: -1 * cm} => ["hanging 1 cm", "hanging indent 1 cm", "1 cm hanging indent", "hanging indent of 1 cm", "hanging by 1 cm"],
    {indent_start: 1 * cm} => ["left indent 1 cm", "indent left 1 cm", "in 1 cm", "1 cm left indent",
      "left indent of 1 cm", "indent at start 1 cm", "indent on the left 1 cm", "indent 1 cm on the left",
      "indent 1 cm left", "1 cm in from the left"],
    {indent_end: 1 * cm} => ["right indent 1 cm", "indent right 1 cm", "in at end 1 cm", "1 cm right indent",
      "indent at end 1 cm", "indent 1 cm on the right", "indent 1 cm from the right"],
    {indent_start: 1 * cm, indent_end: 1 * cm} => ["in on both sides 1 cm", "indented on both sides 1 cm", "1 cm indent on both sides"],
    {space_before: 6 * pt} => ["6 pt before", "before 6 pt", "space before 6 pt", "6 pt space before",
      "spacing before 6 pt", "6 pt above", "space above 6 pt", "space before of 6 pt", "space before 6"],
    {space_after: 6 * pt} => [
      "6 pt after", "space after 6 pt", "6 pt space after", "6 pt of space after", "6 pt below",
      "spacing after 6 pt", "space after of 6 points"
    ],
    {space_before: 12 * pt, space_after: 12 * pt} => ["12 pt before and after", "space before and after 12 pt", "12 pt above and below"],
    {space_before: 0} => ["no space before", "space before 0"],
    {space_after: 0} => ["no space after", "without space after"],
    {space_before: 0, space_after: 0} => ["no space before and after"],
    {line_spacing: lines[1.5]} => ["lines 1.5", "line spacing 1.5", "1.5 lines", "1.5 line spacing", "1,5 lines", "one and a half spaced",
      "one and a half line spacing".sub("line ", ""), "1.5 spaced", "1.5-spaced", "1½ spaced", "line height 1.5", "line spacing of 1.5"],
    {line_spacing: lines[2.0]} => [
      "double", "double spaced", "double-spaced", "lines double", "double spacing", "line spacing double", "double line spacing", "lines 2"
    ],
    {line_spacing: lines[1.0]} => ["single", "single spaced", "single-spaced", "lines single", "single line spacing", "line spacing 1"],
    {line_spacing: exactly[14]} => [
      "exactly 14 pt", "lines exactly 14 pt", "line spacing exactly 14 pt", "14 pt leading", "leading 14 pt",
      "line spacing 14 pt", "leading of 14 points"
    ],
    {line_spacing: least[12]} => ["at least 12 pt", "lines at least 12 pt", "line spacing at least 12 pt"],
    {size: 16 * pt, line_spacing: exactly[18]} => ["16/18", "16/18 pt", "16 / 18"],
    {close_to_same: true} => ["close up", "no space between same-style paragraphs yes", "no space between paragraphs of the same style"],
    {keep_next: true} => ["keep with next", "kept with next", "keep with the next paragraph"],
    {keep_next: false} => ["not keep with next", "keep off", "keep with next no"],
    {keep_together: true} => ["keep together", "kept together", "keep lines together"],
    {break_before: true} => [
      "new page", "on a new page", "page break before", "begins a new page", "starts a new page", "page break before yes"
    ],
    {break_before: false} => ["no new page", "not on a new page", "no page break before", "not new page"],
    {hyphenate: true} => ["hyphenated", "with hyphenation"],
    {hyphenate: false} => ["not hyphenated", "no hyphenation", "hyphenation off", "unhyphenated"],
    {outline_level: 2} => ["level 2", "heading level 2", "outline level 2"],
    {orphans: 3} => ["3 orphans", "orphans 3"],
    {widows: 2} => ["2 widows", "widows 2"],
    {borders: {top: {style: "single", width: pt / 2, color: "auto", space: pt}}} => [
      "borders top 0.5 pt", "border top 0.5 pt", "rule above", "line above 0.5 pt"
    ],
    {tabs: [Norvel::Properties::TabStop.new(position: 5 * cm)]} => ["tab stops 5 cm", "tab stop at 5 cm", "tabs 5 cm"],
    {size: 12 * pt, font_family: "Arial", bold: true, align: :center, space_after: 6 * pt} => [
      "12 pt Arial bold centred 6 pt space after", "Arial, 12 point, bold, centered, space after 6 pt",
      "bold 12-point Arial, centre, 6 pt below"
    ]
  }.each do |wanted, said|
    said.each do |line|
      it "understands “#{line}”" do
        expect([read(line).faults.map(&:to_s), values(line)]).to eq([[], wanted])
      end
    end
  end

  ["fancy", "6 bananas", "6 pt bananas", "blod", "itallic", "very bold", "bold-ish", "a bit bold", "like the title",
    "nice", "6 pt beforehand", "afterwards 6 pt", "spacing 6 pt", "6 pt spacing", "indented 1 cm",
    "indented by 1 cm", "margin 2 cm", "left margin 2 cm",
    "2 cm margins", "margins 2 cm", "no orphans", "no widows or orphans", "numbered", "bulleted", "bullets", "landscape", "A4", "2 columns",
    "in 2 columns", "12 furlongs", "12 px", "300 %", "colour of the sea", "colour nothing", "dark",
    "half", "line", "space", "first", "hanging", "before",
    "after", "indent", "exactly", "at least", "lines many", "tab", "12 pt, 14 pt", "left, right", "bold, not bold", "single, double",
    "6 pt before 8 pt before", "Quayside", "font Quayside", "1 cm 12 furlongs", "underline wobbly",
    "900 pt", "level 12", "12 pt after the heading", "not", "no", "with"].each do |line|
    it "refuses “#{line}” by name" do
      expect(read(line).faults).not_to be_empty
      expect(read(line).faults.first.to_s).to match(/\A“.+”(?:: | is not understood\.)/)
    end
  end

  it "asks back where something well meant says too little" do
    expect(read("bold, indented 1 cm").faults.map(&:to_s))
      .to eq(["“indented 1 cm”: write “indent 1 cm” for the first line, or “in 1 cm” for the whole paragraph."])
    expect(read("6 pt before, 8 pt before").faults.map(&:to_s)).to eq(["“8 pt before”: space before was said before: 6 pt."])
  end

  # By construction: whatever a field is called can be written with what the field shows.
  samples = {length: 2 * 12_700, switch: true, choice: nil, number: 2, colour: "#8a2a20", language: "de", line_spacing: lines[1.5],
             tabs: [Norvel::Properties::TabStop.new(position: 5 * cm)],
             borders: {top: {style: "double", width: pt, color: "auto", space: pt}}, font: "Arial"}
  Norvel::Properties.all.select(&:written?).each do |property|
    (property.choices || [samples.fetch(property.kind)]).each do |value|
      value = 80 if property.name == :scale
      value = cm if property.unit == "cm"
      it "understands the field “#{property.label}” with #{property.show(value)}" do
        line = "#{property.label} #{property.show(value)}"
        expect([read(line).faults.map(&:to_s), values(line)]).to eq([[], {property.name => value}])
        expect(values(line.downcase)).to eq(property.name => value)
      end

      # Some words of the margin say that there is something, not what.
      it "understands what the margin calls #{property.name} #{property.show(value)}" do
        said = Norvel::Properties::Words.of(property.name, value)
        next if %w[highlight background shading borders kerned raised scaled shifted spaced language].include?(said) ||
          said == "tab stops" || property.name == :underline

        expect([said, read(said).faults.map(&:to_s)]).to eq([said, []])
      end
    end
  end

  it "is read in a moment, whatever is written" do
    ["1", " ", "a", "-", ".", "in ", "no ", "1.", "#", "1 pt "].each do |piece|
      expect(Timeout.timeout(3) { read(piece * (8_000 / piece.length)).faults.size }).not_to be_nil
    end
  end

  it "completes with words that are understood, or that wait for their measure" do
    waiting = described_class.vocabulary.reject do |words|
      read(words).faults.empty? || read("#{words} 2 pt").faults.empty? || read("2 pt #{words}").faults.empty? ||
        ["#{words} de", "2 #{words}", "#{words} 2", "#{words} red", "#{words} top 1 pt", "#{words} 5 cm", "#{words} 90 %"].any? do |line|
          read(line).faults.empty?
        end
    end
    expect(waiting).to eq([])
  end
end
