# frozen_string_literal: true

require_relative "../../support/genres"
require_relative "../../support/harm"
require_relative "../../support/other_hands"
require_relative "../../support/whole_chapters"
require_relative "../../../demo/script/habits"

# Manuscripts that are no thesis. Seen: questions of an examination run in with their first option, verse justified, "Action: Wyatt"
# made a chapter, a letter and a CV given contents and parts.
RSpec.describe Norvel::Roles::Genre do
  all = Genres::NAMES.product(Genres::LANGUAGES, Genres::HANDS)

  def roles(manuscript) = Norvel::Roles.new(manuscript)

  it "tells what each is as a whole" do
    called = {interview: :conversation, play: :conversation, exam: :examination}
    all.each do |name, language, hand|
      genre = roles(read(Genres.new(name, language, hand).bytes)).genre
      expect([name, language, hand, genre]).to eq([name, language, hand, called.fetch(name, name)])
    end
  end

  it "tells what their lines are, at least nineteen in twenty" do
    asked = all.flat_map do |name, language, hand|
      made = Genres.new(name, language, hand)
      manuscript = read(made.bytes)
      told = roles(manuscript)
      manuscript.paragraphs.zip(made.lines).filter_map do |paragraph, line|
        [line.roles.include?(told.of(paragraph.id).name), name, paragraph.text[0, 40]] if line.roles && !paragraph.blank?
      end
    end
    right, wrong = asked.partition(&:first)
    expect(right.size).to be >= asked.size * 0.95, wrong.inspect
  end

  it "lets no clean-up touch their structure" do
    guides = %w[marrowby-diploma marrowby-handbook]
    pairs = all.each_with_index.map { |made, index| [made, guides[(index + index / 2) % 2]] }
    pairs = Share.all? ? all.product(guides) : Share.every(pairs, 2, turn: 1)
    pairs.each do |(name, language, hand), guide|
      made = Genres.new(name, language, hand)
      before = read(made.bytes)
      after = Norvel::Plan.new(before, Norvel::Guide.find(guide)).apply
      expect([name, language, hand, guide, Harm.new(before, after, made.lines).to_a]).to eq([name, language, hand, guide, []])
      # Seen: once its headings had levels a CV was taken for a book, and the second clean-up gave it contents and parts.
      again = Norvel::Plan.new(after, Norvel::Guide.find(guide))
      expect([name, language, hand, guide, again.lines.map(&:sentence)]).to eq([name, language, hand, guide, []])
    end
  end

  # Seen: "Fix all that are safe" took the blank lines that the clean-up had left.
  it "lets no fix of a finding touch it either" do
    Share.every(all, 4).each do |name, language, hand|
      made = Genres.new(name, language, hand)
      before = read(made.bytes)
      check = Norvel::Guide::Check.new(Norvel::Guide.find("marrowby-diploma"), layout(before))
      after = Norvel::Changes::SafeMending.new(check).changes.reduce(before) do |now, (change, given)|
        Norvel::Changes.build(change, given).call(now)
      end
      expect([name, language, hand, Harm.new(before, after, made.lines).to_a]).to eq([name, language, hand, []])
    end
  end

  it "takes no report, no manual and no chapter for one of them" do
    books = {Demo::Habits => 700..712, OtherHands => 4_000..4_012, WholeChapters => 200..206}.flat_map do |writers, seeds|
      Share.every(seeds, 2).map { |seed| writers.new(seed) }
    end
    found = books.map { |book| roles(read(book.bytes)).genre } + ["night-ferries.docx", "boat-shed-handbook.docx"].map do |name|
      roles(came(name)).genre
    end
    expect(found.compact).to eq([])
  end

  # What a report lists, counts or quotes makes no recipe, examination, agreement or letter of it.
  it "takes no report for one by what stands in a few of its lines" do
    prose = Array.new(24) do |index|
      "The lamps of the quay were counted in winter #{index + 1}, and the board was told of every one that was out."
    end
    {recipe: ["5 g salt", "10 ml oil", "3 kg rope"], examination: ["Tides (4 points)", "Charts (2 points)"],
     agreement: Array.new(4) { |index| "1.#{index + 1} The stairs are swept at dawn." },
     letter: ["Dear reader,", "Yours faithfully,"]}.each do |genre, lines|
      texts = (genre == :letter) ? [lines.first, *prose.first(3), lines.last, *prose] : [*prose.first(4), *lines, *prose.drop(4)]
      manuscript = manuscript(*texts.each_with_index.map { |text, index| paragraph(index, text) })
      expect([genre, roles(manuscript).genre]).to eq([genre, nil])
    end
    notes = ["Note: each wick was weighed twice.", "Warning: oil and water were kept apart."] * 2
    manuscript = manuscript(*[*prose.first(9), *notes].each_with_index.map { |text, index| paragraph(index, text) })
    expect(manuscript.paragraphs.last(4).map { |one| roles(manuscript).of(one.id).name }.uniq).to eq([:body])
  end

  # Seen: a template whose lines end in fields was taken for verse.
  it "takes no lines with fields in them for verse" do
    lines = Array.new(8) { |index| paragraph(index, "Before the tide of spring we go,\n#{"far out " * 3}to sea") }
    expect(roles(manuscript(*lines)).genre).to eq(:verse)
    expect(roles(manuscript(*lines.map { |line| line.with(carries: [:field]) })).genre).to be_nil
  end

  it "leaves a conversation that stands in a book to the book" do
    made = Genres.new(:interview, "en-GB")
    book = read(WholeChapters.new(202).bytes)
    talk = read(made.bytes).paragraphs.reject(&:blank?).each_with_index.map do |paragraph, index|
      paragraph.with(id: Norvel::Manuscript::NEW_IDS + index, style: book.sheet.default_id)
    end
    told = roles(book.with(blocks: book.blocks + talk))
    expect(told.genre).to be_nil
    expect(talk.last(4).map { |paragraph| told.of(paragraph.id).name }.uniq).to eq([:other])
  end
end
