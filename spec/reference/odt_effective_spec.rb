# frozen_string_literal: true

require_relative "../support/open_document"
require "json"
require "open3"

# Held against a second resolver, in another language, of the same section of the standard.
RSpec.describe "Effective formatting of OpenDocument" do
  include OpenDocument

  let(:dice) { Random.new(4711) }

  def pick(*from) = from.sample(random: dice)

  def length(from = -2.0, to = 3.0) = "#{(dice.rand * (to - from) + from).round(2)}#{pick("cm", "cm", "pt", "mm", "pc")}"

  def percent = "#{dice.rand(20..300)}%"

  def paragraph_said
    {"fo:margin-left" => pick(nil, length, percent), "fo:margin-right" => pick(nil, nil, length(0, 2)),
     "fo:text-indent" => pick(nil, length), "fo:margin-top" => pick(nil, length(0, 2), percent),
     "fo:margin-bottom" => pick(nil, length(0, 2)), "fo:margin" => pick(nil, nil, nil, length(0, 1)),
     "fo:line-height" => pick(nil, "150%", "14pt", "97%"), "fo:text-align" => pick(nil, "left", "right", "center", "justify", "end")}
  end

  def text_said
    {"fo:font-size" => pick(nil, "11pt", "9.5pt", percent), "fo:font-weight" => pick(nil, "bold", "normal"),
     "fo:font-style" => pick(nil, "italic", "normal"), "fo:color" => pick(nil, "#aa0000", "#00aa00")}
  end

  def said(values) = values.compact.map { |name, value| %(#{name}="#{value}") }.join(" ")

  def some_style(name, family, parents)
    style_xml(name, family, parent: pick(nil, *parents), paragraph: (said(paragraph_said) if family == "paragraph"), text: said(text_said))
  end

  def family(prefix, family, count, under = [])
    names = Array.new(count) { |index| "#{prefix}#{index}" }
    [names, names.each_with_index.map { |name, index| some_style(name, family, under + names.first(index)) }.join]
  end

  def words(spans, depth = 0)
    Array.new(dice.rand(1..3)) {
      inner = (depth < 3 && dice.rand < 0.6) ? words(spans, depth + 1) : pick("ferry", "mole", "a")
      (dice.rand < 0.5) ? inner : %(<text:span text:style-name="#{pick(*spans)}">#{inner}</text:span>)
    }.join
  end

  def lists
    alignment = ->(level) {
      "<style:list-level-properties text:list-level-position-and-space-mode=\"label-alignment\"><style:list-level-label-alignment " \
        "text:label-followed-by=\"listtab\" fo:margin-left=\"#{level}.5cm\" fo:text-indent=\"-0.#{level}cm\"/>" \
        "</style:list-level-properties>"
    }
    levels = (1..3).map { |level|
      %(<text:list-level-style-number text:level="#{level}" style:num-format="1">#{alignment[level]}</text:list-level-style-number>)
    }
    "<text:list-style style:name=\"L\">#{levels.join}</text:list-style>"
  end

  def listed(paragraph, depth)
    named = ' text:style-name="L"' if depth == 1
    inner = (depth == 1) ? paragraph : nil
    return "<text:list#{named}><text:list-item>#{inner}</text:list-item></text:list>" if inner

    paragraph.then { |one| (2..depth).reduce(one) { |nested, _| "<text:list><text:list-item>#{nested}</text:list-item></text:list>" } }
      .sub("<text:list>", '<text:list text:style-name="L">')
  end

  it "agrees on 300 paragraphs with chains, percentages, spans in one another and lists" do
    named, styles = family("N", "paragraph", 14, ["Standard"])
    automatic_names, _ = family("P", "paragraph", 20)
    automatic = automatic_names.map { |name| some_style(name, "paragraph", named) }.join
    char_names, chars = family("C", "text", 8)
    spans = Array.new(12) { |index| "T#{index}" }
    automatic += spans.map { |name| some_style(name, "text", char_names) }.join
    body = Array.new(300) {
      one = %(<text:p text:style-name="#{pick(*named, *automatic_names)}">#{words(spans + char_names)}</text:p>)
      (dice.rand < 0.25) ? listed(one, dice.rand(1..3)) : one
    }.join
    bytes = fodt(body, styles: styles + chars + lists, automatic: automatic)
    path = File.join(Dir.mktmpdir, "effective.fodt").tap { |file| File.binwrite(file, bytes) }
    out, status = Open3.capture2("/usr/bin/python3", File.join(__dir__, "second_odt_resolver.py"), path)
    expect(status).to be_success
    compare(Norvel::Formats.read(bytes, name: "a.fodt"), JSON.parse(out))
  end

  def compare(manuscript, theirs)
    cascade = Norvel::Cascade.new(manuscript)
    expect(manuscript.paragraphs.size).to eq(theirs.size)
    wrong = manuscript.paragraphs.zip(theirs).reject do |paragraph, other|
      same?(of_paragraph(cascade.paragraph(paragraph)), other["paragraph"].values) && paragraph.text.length == other["characters"].size &&
        paragraph.each_run_with_offset.all? { |run, from|
          other["characters"][from, run.text.length].all? { |one| same?(of_text(cascade.run(paragraph, run)), one.values) }
        }
    end
    found = wrong.map { |one, other| [of_paragraph(cascade.paragraph(one)), one.runs.map { |run| of_text(cascade.run(one, run)) }, other] }
    expect(found.first(2).map(&:to_s)).to eq([])
  end

  def of_paragraph(set)
    spacing = set[:line_spacing]
    lengths = %i[indent_start indent_end indent_first space_before space_after].map { |name| set[name] / 12_700.0 }
    [*lengths, [spacing.rule.to_s, spacing.multiple? ? spacing.value : spacing.value / 12_700.0], set[:align].to_s]
  end

  def of_text(set) = [set[:size] / 12_700.0, set[:bold], set[:italic], set[:color]]

  def same?(ours, theirs)
    ours.size == theirs.size && ours.zip(theirs).all? do |one, other|
      next same?(one, other) if one.is_a?(Array)

      one.is_a?(Numeric) ? (one - other).abs < 0.02 : one == other
    end
  end
end
