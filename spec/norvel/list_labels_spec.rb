# frozen_string_literal: true

RSpec.describe Norvel::ListLabels do
  it "writes roman numerals" do
    expect([1, 4, 9, 14, 40, 90, 400, 1994, 2026, 3999].map { |number| described_class.roman(number) })
      .to eq(%w[i iv ix xiv xl xc cd mcmxciv mmxxvi mmmcmxcix])
  end

  it "writes letters, repeated after z (ISO/IEC 29500-1 §17.18.59)" do
    expect([1, 26, 27, 53].map { |number| described_class.letters(number) }).to eq(%w[a z aa aaa])
  end

  it "counts levels, restarts the deeper ones and fills the pattern" do
    levels = {0 => Norvel::Manuscript::ListLevel.new(text: "%1."), 1 => Norvel::Manuscript::ListLevel.new(text: "%1.%2", format: "decimal")}
    lists = {"1" => Norvel::Manuscript::List.new(id: "1", levels: levels)}
    items = [0, 1, 1, 0, 1].each_with_index.map do |level, id|
      paragraph(id, "x", numbering: Norvel::Properties::NumberRef.new(list: "1", level: level))
    end
    one = manuscript(*items, lists: lists)
    expect(described_class.for(one, Norvel::Cascade.new(one)).values).to eq(["1.", "1.1", "1.2", "2.", "2.1"])
  end

  describe "counters" do
    let(:list) do
      Norvel::Manuscript::List.new(id: "1", levels: {0 => Norvel::Manuscript::ListLevel.new(text: "Chapter %1:")}, counter: "c")
    end
    let(:other) { list.with(id: "2", levels: {0 => list.levels[0].with(text: "CHAPTER %1:")}) }

    it "are shared by lists of one counter, whatever their labels look like" do
      counters = described_class::Counters.new
      expect([list, other, list].map { |one| counters.label(one, 0) }).to eq(["Chapter 1:", "CHAPTER 2:", "Chapter 3:"])
    end

    it "can be tried out without counting" do
      counters = described_class::Counters.new
      counters.label(list, 0)
      expect([counters.dup.label(list, 0), counters.dup.label(other, 0), counters.label(list, 0)])
        .to eq(["Chapter 2:", "CHAPTER 2:", "Chapter 2:"])
    end

    it "begin where a list restarts, once" do
      counters = described_class::Counters.new
      expect([list, list.with(id: "3", starts: {0 => 7}), list].map { |one| counters.label(one, 0) })
        .to eq(["Chapter 1:", "Chapter 7:", "Chapter 8:"])
    end
  end

  describe "words" do
    let(:lists) { {"1" => Norvel::Manuscript::List.new(id: "1", levels: {0 => Norvel::Manuscript::ListLevel.new(text: "%1.")})} }
    let(:ref) { Norvel::Properties::NumberRef.new(list: "1") }

    def same?(before, after) = described_class.same_words?(manuscript(*before, lists: lists), manuscript(*after, lists: lists))

    it "are the same where a typed number is generated now, sign for sign" do
      expect(same?([paragraph(0, "1. oars")], [paragraph(0, "oars", numbering: ref)])).to be true
      expect(same?([paragraph(0, "2. oars")], [paragraph(0, "oars", numbering: ref)])).to be false
    end

    it "are the same where a number is gained, not where one is lost or another" do
      expect(same?([paragraph(0, "oars")], [paragraph(0, "oars", numbering: ref)])).to be true
      expect(same?([paragraph(0, "oars", numbering: ref)], [paragraph(0, "oars")])).to be false
      expect(same?([paragraph(0, "oars", numbering: ref), paragraph(1, "rope", numbering: ref)],
        [paragraph(0, "oars"), paragraph(1, "rope", numbering: ref)])).to be false
    end

    it "are counted without blank lines" do
      expect(same?([paragraph(0, "oars"), paragraph(1, " "), paragraph(2, "rope")], [paragraph(0, "oars"), paragraph(2, "rope")]))
        .to be true
      expect(same?([paragraph(0, "oars"), paragraph(2, "rope")], [paragraph(0, "oars")])).to be false
    end
  end
end
