# frozen_string_literal: true

# What was typed to get an effect, replaced by the property that has it; no word lost.
RSpec.describe Norvel::Changes::Substitution do
  def change(now, name, **parameters) = Norvel::Changes.build(name, JSON.parse(JSON.generate(parameters))).call(now)

  def texts(manuscript) = manuscript.paragraphs.map(&:text)

  def labels(manuscript) = Norvel::ListLabels.for(manuscript, Norvel::Cascade.new(manuscript)).values_at(*manuscript.paragraphs.map(&:id))

  def typed(*lines) = manuscript(*lines.each_with_index.map { |line, id| paragraph(id, line) })

  let(:long) do
    "The lamp is lit an hour before the ebb and put out when the last boat lies at the steps, as the book of the watch says in plain words."
  end

  describe "typed numbers and bullets" do
    it "become lists that generate the same labels" do
      after = change(typed("First:", "1. oars", "2. rope", "3. lamp", long, "– salt", "– rope", "a) one", "b) two"),
        "lists_from_typed", paragraphs: "all")
      expect(texts(after)).to eq(["First:", "oars", "rope", "lamp", long, "salt", "rope", "one", "two"])
      expect(labels(after)).to eq([nil, "1.", "2.", "3.", nil, "–", "–", "a)", "b)"])
    end

    it "tell i as a letter from i as a numeral by its neighbours" do
      expect(labels(change(typed("i. one", "ii. two", "iii. three"), "lists_from_typed", paragraphs: "all"))).to eq(%w[i. ii. iii.])
      letters = ("a".."j").map { |letter| "(#{letter}) item" }
      expect(labels(change(typed(*letters), "lists_from_typed", paragraphs: "all"))).to eq(("a".."j").map { |letter| "(#{letter})" })
    end

    it "go on over blank lines and items below them" do
      after = change(typed("1. one", "", "2. two", "– salt", "– rope", "3. three"), "lists_from_typed", paragraphs: "all")
      expect(labels(after)).to eq(["1.", nil, "2.", "–", "–", "3."])
    end

    it "are not a date, a year, a single number or a sentence" do
      none = typed("1. Janvier fut froid.", "2. Februar kam.", long, "1920. That was the year.",
        long, "A. Trenn kept the log.", "7. alone", "- ", "I. was here")
      expect { change(none, "lists_from_typed", paragraphs: "all") }.to raise_error(Norvel::ChangeRefused, /No row/)
    end

    it "stand at their level: letters under numbers, dashes under bullets, each counting anew" do
      after = change(typed("1. boats", "a) Teal", "b) Tern", "2. lamps", "a) oil", "b) wick", "3. tolls",
        long, "• salt", "   – fine", "   – coarse", "• rope"), "lists_from_typed", paragraphs: "all")
      expect(labels(after)).to eq(["1.", "a)", "b)", "2.", "a)", "b)", "3.", nil, "•", "–", "–", "•"])
      refs = after.paragraphs.filter_map { |one| one.properties[:numbering] }
      expect(refs.map(&:level)).to eq([0, 1, 1, 0, 1, 1, 0, 0, 1, 1, 0])
      expect(refs.map(&:list).uniq.size).to eq(2)
    end

    it "are no headings and no references, where nobody chose them" do
      heads = manuscript(*["1. Water", long, "2. Boats", long].each_with_index.map { |text, id|
        paragraph(id, (text.length > 60) ? text : stretch(text, bold: true))
      })
      expect { change(heads, "lists_from_typed", paragraphs: "all") }.to raise_error(Norvel::NothingToChange)
      expect(labels(change(heads, "lists_from_typed", paragraphs: [0, 2]))).to eq(["1.", nil, "2.", nil])
    end

    it "in a note, where no list counts, stay and hinder nothing" do
      now = typed("1. oars", "2. rope").with(notes: {"1" => [paragraph(7, "1. oil"), paragraph(8, "2. wick")]})
      after = change(now, "lists_from_typed", paragraphs: "all")
      expect([labels(after), after.note_paragraphs.map(&:text)]).to eq([["1.", "2."], ["1. oil", "2. wick"]])
    end

    it "are of one level where different bullets are set in alike" do
      after = change(typed("• salt", "– fine", "• rope", "– coarse"), "lists_from_typed", paragraphs: "all")
      expect([labels(after), after.paragraphs.map { |one| one.properties[:numbering].level }]).to eq([%w[• – • –], [0, 0, 0, 0]])
      near = manuscript(*["• salt", "– fine", "• rope"].each_with_index.map { |text, id|
        paragraph(id, text, indent_start: [226_695, 234_315, 228_600][id])
      })
      expect(change(near, "lists_from_typed", paragraphs: "all").paragraphs.filter_map { |one| one.properties[:numbering]&.level }.uniq)
        .to eq([0])
    end

    it "stand inside the list before them where they are set further in" do
      now = manuscript(paragraph(0, "1. boats"), paragraph(1, "2. lamps"), paragraph(2, "– oil", indent_start: 360_000),
        paragraph(3, "– wick", indent_start: 360_000), paragraph(4, long))
      expect(change(now, "lists_from_typed", paragraphs: "all").paragraphs.filter_map { |one| one.properties[:numbering]&.level }).to eq(
        [0, 0, 1, 1]
      )
    end

    it "go on from a number of their own where nothing stands between them" do
      after = change(typed(long, "3. oars", "4. rope", "5. lamp", long, "7. alone", long), "lists_from_typed", paragraphs: "all")
      expect(labels(after)).to eq([nil, "3.", "4.", "5.", nil, nil, nil])
      expect(after.lists.values.last.levels[0].start).to eq(3)
    end

    it "keep the sign and the font of bullets from symbol fonts" do
      after = change(typed("\uF0B7 salt", "\uF0B7 rope"), "lists_from_typed", paragraphs: "all")
      expect(labels(after)).to eq(%w[• •])
      expect(after.lists.values.last.levels[0].to_h.slice(:text, :label_properties))
        .to eq(text: "\uF0B7", label_properties: {font_family: "Symbol"})
    end

    it "keep the formatting of the words" do
      now = manuscript(paragraph(0, "1. the ", stretch("Teal", italic: true)), paragraph(1, "2. more"))
      expect(change(now, "lists_from_typed", paragraphs: "all").paragraphs.first.runs.map { |run| [run.text, run.properties] })
        .to eq([["the ", {}], ["Teal", {italic: true}]])
    end
  end

  describe "typed numbers of headings" do
    let(:styles) { {"Heading2" => {name: "Heading 2", parent: "Base", properties: {outline_level: 2}}} }

    def headed(*pairs) =
      manuscript(*pairs.each_with_index.map { |(level, text), id| paragraph(id, text, style: "Heading#{level}") }, styles: styles)

    it "become the styles' numbers where they agree" do
      after = change(headed([1, "Chapter 1: Water"], [2, "1.1 The shape"], [2, "1.2 Landings"], [1, "Chapter 2: Boats"], [2, "2.1 Lamps"]),
        "headings_from_typed")
      expect(texts(after)).to eq(["Water", "The shape", "Landings", "Boats", "Lamps"])
      expect(labels(after)).to eq(["Chapter 1:", "1.1", "1.2", "Chapter 2:", "2.1"])
    end

    it "stay where they do not follow, and headings without one stay without" do
      after = change(
        headed([1, "Preface"], [1, "1. Water"], [1, "2. Boats"], [1, "4. Tolls"], [1, "3. Ends"], [1, "References"]), "headings_from_typed"
      )
      expect(after.paragraphs.zip(labels(after)).map { |one, label| [label, one.text].compact.join(" ") })
        .to eq(["Preface", "1. Water", "2. Boats", "4. Tolls", "3. Ends", "References"])
      expect(texts(after)).to eq(["Preface", "Water", "Boats", "4. Tolls", "Ends", "References"])
    end

    it "are refused where they are of no form" do
      expect { change(headed([1, "Water"], [1, "Boats"]), "headings_from_typed") }
        .to raise_error(Norvel::ChangeRefused, /No heading has a typed number/)
    end
  end

  describe "white space" do
    it "of two kinds becomes an indent or centring" do
      after = change(typed("\t#{long}", "#{" " * 5}#{long}", "\t\t\t\t\t  Notice"), "tidy_white_space", paragraphs: "all")
      expect(texts(after)).to eq([long, long, "Notice"])
      expect(after.paragraphs.map { |one| one.properties.slice(:indent_first, :align) })
        .to match([{indent_first: 457_200}, {indent_first: be_between(180_000, 200_000)}, {align: :center}])
    end

    it "between words is one space, at the end nothing" do
      expect(texts(change(typed("one  two   three  ", "#{long}\n#{long}"), "tidy_white_space", paragraphs: "all")))
        .to eq(["one two three", "#{long} #{long}"])
    end

    it "that makes columns, and breaks in headings, are left" do
      now = manuscript(paragraph(0, "Season\tBoats\tLost"), paragraph(1, "Chapter one\nThe sound", style: "Heading1"))
      expect(change(now, "tidy_white_space", paragraphs: "all").paragraphs).to eq(now.paragraphs)
    end
  end

  describe "blank lines" do
    let(:set) do
      {"Base" => {name: "Base", properties: {size: 139_700, font_family: "Liberation Serif", space_after: 127_000}},
       "Heading1" => {name: "Heading 1", parent: "Base", properties: {outline_level: 1, space_after: 0}}}
    end
    let(:blocks) do
      (0..3).flat_map do |part|
        [paragraph(part * 10, "Head #{part}", style: "Heading1"), paragraph(part * 10 + 1), *(2..6).flat_map { |row|
          [paragraph(part * 10 + row, long)]
        }]
      end
    end
    let(:spaced) { blocks.flat_map { |block| (block.style == "Base" && !block.empty?) ? [block, paragraph(block.id + 1_000)] : [block] } }
    let(:before) { on_page(*spaced, styles: set, page: page_design(width: 400, height: 600)) }

    def values(after) =
      [after.sheet["Base"].properties[:space_after], after.sheet["Heading1"].properties.slice(:space_before, :space_after)]

    # Seen: ten before heading 1 were dropped, and 25 of 35 named.
    it "become space after the style that has them, and before headings; every place is named" do
      some = (0..3).flat_map do |part|
        [paragraph(part * 10, "Head #{part}", style: "Heading1"), paragraph(part * 10 + 1, long),
          paragraph(part * 10 + 2), paragraph(part * 10 + 3, long), paragraph(part * 10 + 4), paragraph(part * 10 + 5)]
      end
      before = manuscript(*some)
      change = Norvel::Changes.build("replace_blank_lines", "paragraphs" => "all")
      after = change.call(before)
      expect(after.paragraphs.count(&:empty?)).to eq(0)
      expect(after.sheet["Base"].properties[:space_after]).to be_between(6 * 12_700, 12 * 12_700) # not all of them had one
      expect(after.sheet["Heading1"].properties[:space_before]).to be_between(18 * 12_700, 48 * 12_700)
      expect(change.sentence(before).scan(/\((\d+) place/).flatten.sum(&:to_i)).to eq(Norvel::Changes::BlankGaps.of(before).size)
    end

    # Seen: 0.3 cm after, stated a minute before, became 15 pt; 10 pt of space became 36 pt.
    it "go where the style itself says a space, which is kept" do
      change = Norvel::Changes.build("replace_blank_lines", "paragraphs" => "all")
      after = change.call(before)
      expect(values(after)).to eq([127_000, {space_before: 152_400, space_after: 152_400}])
      expect(change.sentence(before)).to eq(
        "Replaced 24 blank lines: 12 pt after “Heading 1” (4 places), “Base” keeps its 10 pt after (17 places), 12 pt " \
        "before “Heading 1” (3 places)."
      )
    end

    it "or become the whole gap that stood there, where a person wants that" do
      change = Norvel::Changes.build("replace_blank_lines", "paragraphs" => "all", "whole" => ["Base space_after"])
      expect(change.call(before).sheet["Base"].properties[:space_after]).to eq(24 * 12_700)
      expect(change.sentence(before)).to include("24 pt after “Base”, the whole gap (17 places)")
    end

    it "add nothing to the sheet of a guide" do
      change = Norvel::Changes.build("replace_blank_lines", "paragraphs" => "all", "guided" => %w[Base Heading1])
      expect(change.call(before).sheet).to eq(before.sheet)
      expect(change.sentence(before)).to include("nothing at “Base”, which is the guide's (17 places)")
    end

    # Seen: what few paragraphs of a style had went without a trace.
    it "become space on the paragraph where few of its style have one, and at the beginning" do
      few = [paragraph(50), paragraph(0, long), paragraph(1), *(2..9).map { |id| paragraph(id, long) }]
      change = Norvel::Changes.build("replace_blank_lines", "paragraphs" => "all")
      after = change.call(manuscript(*few))
      expect(after.paragraphs.first.properties.slice(:space_before, :space_after)).to eq({space_before: 152_400, space_after: 152_400})
      expect(after.sheet).to eq(manuscript(*few).sheet)
      expect(change.sentence(manuscript(*few)))
        .to eq("Replaced 2 blank lines: space before by hand (1 place), space after by hand in “Base” (1 place).")
    end

    it "that pushed a chapter to its page become a page break before" do
      page = page_design(width: 400, height: 400)
      blocks = (0..2).flat_map do |part|
        [paragraph(part * 100, "Head #{part}", style: "Heading1"), *(1..12).map { |line| paragraph(part * 100 + line, "A short line.") },
          *(20..30).map { |line| paragraph(part * 100 + line) }]
      end
      before = on_page(*blocks, page: page)
      after = change(before, "replace_blank_lines", paragraphs: "all")
      expect(after.sheet["Heading1"].properties[:break_before]).to be(true)
      expect(layout(after).pages.size).to eq(3)
    end
  end

  it "never loses a word, and is written down and delivered" do
    [short_report, demo("quayside-notice.docx"), demo("boat-shed-handbook.docx")].each do |source|
      %w[lists_from_typed tidy_white_space replace_blank_lines headings_from_typed].reduce(read(source)) do |now, operation|
        after = begin
          change(now, operation, paragraphs: "all")
        rescue Norvel::ChangeRefused => error
          expect(error.message).not_to match(/would alter/)
          next now
        end
        data = JSON.parse(JSON.generate(Norvel::Changes::Difference.between(now, after)))
        expect(Norvel::Changes::Difference.apply(now, data).blocks).to eq(after.blocks)
        after
      end.then { |after| expect(labels(read(Norvel::Formats.write(after, source: source)))).to eq(labels(after)) }
    end
  end
end
