# frozen_string_literal: true

require_relative "../../demo/script/long"
require_relative "../support/other_hands"
require_relative "../support/walks"
require "norvel/command_line"

# Two manuscripts, or two states of one, side by side.
RSpec.describe Norvel::SideBySide do
  def change(name, **given) = Norvel::Changes.build(name, given.transform_keys(&:to_s))

  def compare(one, other, **more) = described_class.new(Norvel::Examination.new(one), Norvel::Examination.new(other), **more)

  def texts(*all) = on_page(*all.each_with_index.map { |text, id| paragraph(id, text) })

  it "tells what was added, removed, changed and moved, where it stands" do
    one = texts("The lamps of the stairs", "are lit an hour before the ebb by two men", "Nobody pays.", "The end of it", "Last words here")
    other = texts("The lamps of the stairs", "are lit an hour before the flood by two men", "New here.", "Last words here", "The end of it")
    found = compare(one, other)
    expect(found.text.map { |row| [row.kind, row.before, row.after] })
      .to contain_exactly([:changed, 1, 1], [:removed, 2, nil], [:added, nil, 2], [:moved, 4, 3])
    expect(found.sums).to include(added: 1, removed: 1, changed: 1, moved: 1)
    expect(found.words([1, 1]).map { |piece| [piece.kind, piece.text] })
      .to eq([[:both, "are lit an hour before the "], [:gone, "ebb"], [:came, "flood"], [:both, " by two men"]])
    expect(compare(one, one).same?).to be(true)
  end

  # Seen: a word of a note, or of a header, made no difference, and neither did pages that were set further in.
  it "tells words beside the text, and lines that stand elsewhere" do
    one = came("night-ferries.docx")
    note = one.note_paragraphs.find { |each| each.text.strip.length > 20 }
    words = note.runs.map { |run| run.text.strip.empty? ? run : run.with(text: run.text.sub(/\p{L}{4,}/, "Otherwise")) }
    found = compare(one, one.with_paragraphs(note.id => note.with(runs: words)), known: true)
    expect([found.text, found.same?, found.beside.map(&:kind)]).to eq([[], false, [:changed]])
    expect(found.beside.first.is).to include("Otherwise")
    expect(Norvel::Report::Comparison.new(found, %w[a b]).lines).to include(/Beside it: 1 changed in notes/)
    page = one.sections.first.page
    moved = page.with(margin: page.margin.merge(start: page.margin[:start] + 36_000, end: page.margin[:end] - 36_000))
    shifted = compare(one, one.with(sections: one.sections.map { |section| section.with(page: moved) }), known: true)
    expect([shifted.same?, shifted.first_page]).to eq([false, 1])
  end

  # Seen: a heading whose number another list of the same form makes, as a file that was written has it, was a style that differs.
  it "tells of a style with a number what it looks like, not which list of its file makes it" do
    source = demo("pilot-interview.odt")
    tidy = Norvel::Plan.new(Norvel::Formats.read(source, name: "a.odt"), Norvel::Guide.find("marrowby-diploma")).apply
    again = Norvel::Formats.read(Norvel::Formats.write(tidy, source: source), name: "a.odt")
    expect(compare(tidy, again).styles.flat_map(&:properties)).not_to include(:numbering)
    lists = again.lists.transform_values { |list|
      list.with(levels: list.levels.transform_values { |level| level.with(format: "upper_roman", text: "%1)") })
    }
    expect(compare(tidy, again.with(lists: lists)).styles.map { |one| [one.name, one.properties] })
      .to include(["Chapter heading", [:numbering]])
  end

  it "tells values of whole paragraphs, and of words in them" do
    one = texts("The lamps of the stairs are lit", "Nobody pays.")
    set = change("format_here", paragraphs: [1], values: {"size" => "14 pt", "align" => "center"}).call(one)
    both = change("format_here", text: [[0, 4, 9]], values: {"italic" => "yes"}).call(set)
    found = compare(one, both)
    expect(found.text).to eq([])
    expect(found.formatting.map { |one| [one.after, one.property] }).to contain_exactly([1, :size], [1, :align])
    expect(found.spans.map { |span| [span.after, span.start, span.end, span.property, span.was, span.is] })
      .to eq([[0, 4, 9, :italic, false, true]])
    data = JSON.parse(JSON.generate(Norvel::Report::Comparison.new(found, %w[a b]).to_h))
    expect(data.keys).to eq(%w[text formatting styles spans looks pages beside])
    expect(data["formatting"].find { |one| one["property"] == "size_pt" }).to include("before" => 1, "after" => 1, "is" => 14.0)
    expect(data["spans"].first).to include("property" => "italic", "was" => false, "is" => true, "start" => 4, "end" => 9)
  end

  it "says of a change what the change said: nothing in words, styles and values as they were set" do
    one = came("boat-shed-handbook.docx")
    style = one.paragraphs.map(&:style).tally.max_by(&:last).first
    styled = change("change_style", style: style, values: {"space_after" => "31 pt"}).call(one)
    found = compare(one, styled, known: true)
    expect([found.text, found.spans, found.formatting.map(&:property).uniq]).to eq([[], [], [:space_after]])
    expect(found.styles.map { |style| [style.kind, style.properties] }).to eq([[:changed, [:space_after]]])
    expect(found.first_page).to eq(1)
    expect(compare(one, styled).formatting.size).to eq(found.formatting.size)
  end

  # @return [Hash{Integer=>Array}] by paragraph all that anybody sees of it: its words with their label, its values, those of each letter
  def seen(examined)
    values = ->(formatting, target) { formatting.values(Norvel::Properties.of(target).map(&:name) - %i[numbering]) }
    examined.manuscript.paragraphs.to_h do |one|
      letters = one.runs.flat_map { |run| [values[examined.cascade.run(one, run), :text]] * run.text.length }
      [one.id, [[examined.layout.labels[one.id], one.text], values[examined.cascade.paragraph(one), :paragraph], letters]]
    end
  end

  it "lists of every change the paragraphs that anybody sees changed, and no other" do
    tried = %w[boat-shed-handbook.docx pilot-interview.odt].flat_map do |file|
      walk = RandomWalk.new(demo(file), 900, name: file)
      before = walk.manuscript
      RandomWalk::CHANGES.keys.filter_map do |kind|
        operation = walk.change_of(before, kind)
        after = operation.call(before)
        states = [before, after].map { |one| Norvel::Examination.new(one) }
        both = described_class.new(*states, known: true)
        was, is = states.map { |one| seen(one) }
        changed = (was.keys | is.keys).reject { |id| was[id] == is[id] }
        moved = both.text.select { |one| one.kind == :moved }.map(&:after)
        told = both.differing_rows.reject { |_, at| moved.include?(at) }
          .map { |old, new| new ? after.paragraphs[new].id : before.paragraphs[old].id }
        expect([kind, told.sort]).to eq([kind, changed.sort])
        operation.class.operation_name
      rescue Norvel::Error # refused
        nil
      end
    end
    expect(tried.uniq.size).to be > 35
  end

  # @return [Norvel::Manuscript] as a supervisor gives it back: rewritten, split, joined, moved, cut, restyled
  def returned(manuscript, dice)
    12.times.reduce(manuscript) do |now, _|
      plain = now.paragraphs.select { |one| one.text.length > 60 && one.insets.empty? && !one.in_table }
      ids = plain.map(&:id) - now.listed.to_a
      id = ids.sample(random: dice)
      text = now.paragraph(id).text
      words = text.split(" ")
      said = [*words.first(words.size / 4), "and the pilot said otherwise", *words.drop(words.size / 3)].join(" ")
      act = [-> { change("edit_text", paragraph: id, text: said) },
        -> { change("delete_paragraphs", paragraphs: [id]) }, -> { change("format_here", paragraphs: [id], values: {"size" => "15 pt"}) },
        -> { change("apply_style", style: now.sheet.default_id, paragraphs: [id]) }].sample(random: dice)
      act.call.call(now)
    rescue Norvel::ChangeRefused, Norvel::NothingToChange
      now
    end
  end

  it "finds without ids which paragraph is which, in 98 of 100" do
    right, all = [4_001, 4_002, 4_003, 4_004].map { |seed|
      before = read(OtherHands.new(seed).bytes)
      after = returned(before, Random.new(seed))
      sure = compare(before, after, known: true)
      worded = sure.pairs.reject { |was, _| before.paragraphs[was].blank? }
      [(worded & compare(before, after).pairs).size, worded.size]
    }.transpose.map(&:sum)
    expect(right.fdiv(all)).to be >= 0.98
  end

  it "holds 300 pages against one another in two seconds" do
    one = read(Demo::Long.manuscript(90_000).first)
    other = change("replace_text", find: "lamp", replace: "lantern").call(one)
    states = [one, other].map { |state| Norvel::Examination.new(state).tap { |examined| [examined.layout, examined.looks] } }
    expect(states.first.layout.pages.size).to be > 200
    started = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID)
    found = described_class.new(*states)
    found.differing_rows
    expect([found.text.map(&:kind).uniq, found.first_page]).to match([[:changed], be_an(Integer)])
    taken = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID) - started
    expect(taken).to be < 2
  end

  it "is told on the command line, on a page, and of guides in words" do
    Dir.mktmpdir do |folder|
      out = StringIO.new
      paths = [File.join(Manuscripts::DEMO, "quayside-notice.docx"), File.join(folder, "Überblick.docx")]
      File.binwrite(paths.last, Norvel::Formats.write(Norvel::Plan.new(came("quayside-notice.docx"),
        Norvel::Guide.find("staff-notice")).apply, source: demo("quayside-notice.docx")))
      page = File.join(folder, "c.html")
      expect(Norvel::CommandLine.run(["compare", *paths, "--report", page], out: out, err: StringIO.new)).to eq(0)
      expect(out.string).to match(/^Text: .*^Formatting: .*^Pages: \d+, then \d+/m)
      expect(Nokogiri::HTML5.parse(File.read(page, encoding: "UTF-8")).css("tbody tr").size).to be > 5
      out = StringIO.new
      Norvel::CommandLine.run(%w[compare marrowby-handbook marrowby-diploma], out: out, err: StringIO.new)
      expect(out.string).to include("Top margin: 2 cm becomes 2.5 cm.")
    end
  end
end
