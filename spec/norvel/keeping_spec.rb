# frozen_string_literal: true

require_relative "../support/outside"
require_relative "../support/wild"

# The look kept, and styles made of it: of a manuscript that was formatted by hand from end to end.
RSpec.describe Norvel::Plan::Keeping do
  long = "The night ferries of the sound left at nine, and nobody who stood on the stairs in the rain would have called them punctual."
  text = %(<w:rFonts w:ascii="Arial" w:hAnsi="Arial" w:cs="Arial"/><w:sz w:val="22"/>)
  body = ->(words, more = "") {
    Wild.p(Wild.t(words, text) + more, %(<w:spacing w:after="120" w:line="324" w:lineRule="auto"/><w:jc w:val="both"/>))
  }
  chapter = ->(words) {
    Wild.p(Wild.t(words, %(<w:b/><w:color w:val="5B2C6F"/><w:sz w:val="32"/>)),
      %(<w:pageBreakBefore/><w:spacing w:before="240" w:after="120"/>))
  }
  section = ->(words) { Wild.p(Wild.t(words, %(<w:b/><w:sz w:val="26"/>)), %(<w:spacing w:before="180" w:after="60"/>)) }
  shaded = ->(words, grey) {
    Wild.p(
      Wild.t(words, text),
      %(<w:pBdr><w:left w:val="single" w:sz="24" w:space="4" w:color="808080"/></w:pBdr>) +
        %(<w:shd w:val="clear" w:color="auto" w:fill="#{grey}"/><w:ind w:left="567"/>)
    )
  }
  ship = Wild.t("Teal", "#{text}<w:i/>") + Wild.t(" lay at the stairs, and ", text) +
    Wild.t("not one", %(#{text}<w:color w:val="C00000"/>)) + Wild.t(" of them sailed.", text)
  cells = Wild.table(Wild.row(*%w[Boat Toll].map { |word| Wild.cell(Wild.p(Wild.t(word, "<w:b/>"))) }),
    Wild.row(*%w[Teal 14].map { |word| Wild.cell(Wild.p(Wild.t(word, %(<w:sz w:val="18"/>)))) }))

  let(:source) do
    Wild.build(body: %w[Tolls Boats].map { |name|
      chapter[name] + body["#{long} "] + section["The #{name.downcase} of the sound"] + body["#{long} #{long} ", ship] +
        shaded["A note on #{name}. #{long}", (name == "Tolls") ? "F2F2F2" : "F1F1F1"] + body[long] +
        Wild.p("") + body[long] + section["What is left"] + body["#{long} #{long} #{long}"]
    }.join + cells)
  end
  let(:before) { read(source) }
  let(:plan) { described_class.new(before) }
  let(:after) { plan.apply }

  def style_of(manuscript, words) = manuscript.sheet[manuscript.paragraphs.find { |paragraph| paragraph.text.start_with?(words) }.style]

  it "leaves nothing by hand, and every paragraph and every word looks as it did" do
    expect(Norvel::DirectFormatting.count(before)).to be > 60
    expect(after.paragraphs.flat_map { |paragraph| Norvel::DirectFormatting.objectionable(paragraph) }).to eq([])
    was, is = [before, after].map { |one| Norvel::Cascade.new(one) }
    before.paragraphs.reject(&:blank?).each do |old|
      now = after.paragraph(old.id)
      %i[align indent_start space_before space_after line_spacing borders break_before].each do |name|
        expect(is.paragraph(now)[name]).to eq(was.paragraph(old)[name]), "#{name} of #{old.text[0, 30]}"
      end
      old.each_run_with_offset do |run, start|
        part = now.runs_in(start, start + run.text.length).first
        %i[font_family size bold italic color].each do |name|
          expect(is.run(now, part)[name]).to eq(was.run(old, run)[name]), "#{name} of #{run.text[0, 30]}"
        end
      end
    end
  end

  # Reference: spec/reference/resolver.py over python-docx's raw values.
  it "looks the same to python-docx, letter by letter" do
    was, is = Outside.resolve([source, Norvel::Formats.write(after, source: source)]).map do |paragraphs|
      paragraphs.map do |paragraph|
        letters = paragraph[:runs].flat_map do |run|
          run[:text].chars.map { |letter| [letter, run.slice(:size_pt, :font_family, :bold, :italic, :color)] }
        end
        [
          paragraph.slice(*(letters.empty? ? [] : %i[align]), :space_before_pt, :space_after_pt, :indent_start_pt,
            :indent_first_pt, :line), letters
        ]
      end
    end
    expect(is.map(&:last).map { |letters| letters.map(&:first).join }).to eq(was.map(&:last).map { |letters| letters.map(&:first).join })
    differing = was.zip(is).reject do |one, other|
      one.last.zip(other.last).all? { |(_, form), (_, now)| same_form?(form, now) } && one.first.except(:line) == other.first.except(:line)
    end
    expect(differing.map { |one, other|
      [one.last.map(&:first).join[0, 30], one.first, other.first, one.last.zip(other.last)
        .reject { |(_, form), (_, now)| same_form?(form, now) }.map { |(letter, form), (_, now)| [letter, form, now] }.first(1)]
    }).to eq([])
  end

  def same_form?(one, other) =
    one.all? do |name, value|
      value == other[name] || (name == :color && [value, other[name]].map { |one| one&.upcase || "AUTO" }.uniq.one?)
    end

  it "gives headings their levels, with what comes after them, and one style to two greys of nearly one value" do
    expect(after.sheet.level_of(style_of(after, "Tolls"))).to eq(1)
    expect(after.sheet.level_of(style_of(after, "The tolls"))).to eq(2)
    expect(style_of(after, "Boats")).to eq(style_of(after, "Tolls"))
    expect(style_of(after, "Tolls").properties).to include(break_before: true, color: "#5b2c6f", keep_next: true)
    expect(style_of(after, "Tolls").next_style).to eq(after.sheet.default_id)
    expect(style_of(after, "A note on Tolls")).to eq(style_of(after, "A note on Boats"))
    expect(style_of(after, "A note on Tolls").properties).to include(:shading, :borders)
    expect(style_of(after, "A note on Tolls").parent).to eq(after.sheet.default_id)
  end

  it "keeps italics and colours of words by character styles" do
    named = after.paragraphs.flat_map(&:spans).filter_map { |span| [span[:run].text, after.sheet[span[:style]].name] if span[:style] }
    expect(named.uniq).to contain_exactly(["Teal", "Emphasis"], ["not one", "Words red"])
  end

  it "is the same when it is read back, and finds nothing more to do" do
    again = read(Norvel::Formats.write(after, source: source))
    expect(again.paragraphs.map(&:text)).to eq(before.paragraphs.map(&:text))
    expect(layout(again).pages.size).to eq(layout(before).pages.size)
    expect(described_class.new(again).lines.map(&:sentence)).to eq([])
    expect(described_class.new(after).operation).to be_nil
  end

  it "is one step, by its parameters alone, and each of its lines can be left out" do
    stored = JSON.parse(JSON.generate(plan.operation.parameters))
    expect(Norvel::Changes.build("series", stored).call(before).paragraphs).to eq(after.paragraphs)
    without = described_class.new(before, without: %i[heading_1 words])
    tolls = before.paragraphs.find { |one| one.text == "Tolls" }
    left = without.apply.paragraph(tolls.id)
    expect([left.properties, left.runs.map(&:properties)]).to eq([tolls.properties, tolls.runs.map(&:properties)])
    expect(Norvel::Cascade.new(without.apply).paragraph(left)[:outline_level]).to be_nil
    red = without.apply.paragraphs.flat_map(&:runs).find { |run| run.text == "not one" }
    expect(red.style).to be_nil
    expect(without.lines.map(&:part)).not_to include(:words, :heading_1)
  end

  it "leaves headers as they look, though their style rests on the one that the text takes" do
    with_header = came("night-ferries.docx")
    was, is = [with_header, described_class.new(with_header).apply].map { |one| [one, Norvel::Cascade.new(one)] }
    with_header.margin_paragraphs.reject(&:blank?).each do |old|
      now = is.first.paragraph(old.id)
      %i[align line_spacing indent_first space_after].each do |name|
        expect(is.last.paragraph(now)[name]).to eq(was.last.paragraph(old)[name])
      end
      expect(is.last.run(now, now.runs.first)[:size]).to eq(was.last.run(old, old.runs.first)[:size])
    end
  end

  # Seen: what rules off the notes was told as a text box, and text in a box took over the look of the text.
  it "leaves text in a box as it looks, since it cannot be given a style, and says what follows" do
    boxed = Wild.build(body: Wild.p(Wild.r(Wild.vml_box("Boxed words of the quay"))) + Array.new(4) { body[long * 2] }.join)
    before = read(boxed)
    after = described_class.new(before).apply
    was, is = [before, after].map do |one|
      [one.boxed_paragraphs.find { |paragraph| paragraph.text.start_with?("Boxed") }, Norvel::Cascade.new(one)]
    end
    expect(is.last.paragraph(is.first).values(%i[align space_after line_spacing]))
      .to eq(was.last.paragraph(was.first).values(%i[align space_after line_spacing]))
    expect(after.paragraphs.flat_map { |one| Norvel::DirectFormatting.objectionable(one) }).to eq([])
    ruled = described_class.new(came("night-ferries.docx"))
    expect(ruled.remarks.map(&:sentence)).to include("The line over the notes is as high as a line in “Normal” is then.")
  end
end
