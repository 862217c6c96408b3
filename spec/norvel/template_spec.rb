# frozen_string_literal: true

require "open3"
require_relative "../../lib/norvel/report"
require_relative "../support/generated_guides"
require_relative "../support/other_hands"
require_relative "../../demo/script/habits"

# A guide as a file to begin with (F4): its family, page design, parts, contents, and sample text that says what goes where.
RSpec.describe Norvel::Template do
  def check(guide, manuscript) = Norvel::Examination.new(manuscript).check(guide)

  Norvel::Guide.shipped.each do |name|
    describe name do
      let(:guide) { Norvel::Guide.find(name) }
      let(:bytes) { described_class.with_samples(guide) }
      let(:manuscript) { read(bytes) }

      it "meets its guide but for text that is still to be written" do
        found = check(guide, manuscript).findings
        expect(found.map { |one| guide.rules.find { |rule| rule.id == one.rule }.class.called }.uniq).to eq(["no_sample_text"])
        expect(found.size).to be >= 5
      end

      # Each text of its own: as long, in the same style.
      it "meets it when it is filled" do
        filled = manuscript.paragraphs.select { |paragraph| manuscript.matters.any? { |matter| matter.paragraph == paragraph.id } }
          .reduce(manuscript) do |now, one|
          words = one.text.gsub(/\p{L}+/) do |word|
            word.reverse.capitalize.tr("aeiou", "eioua").then { |made| word.match?(/\A\p{Lu}/) ? made : made.downcase }
          end
          words = words.tr("0-9", "3-90-2") if one.text.match?(/\A\d+\z/)
          words = one.text.sub(/\A(Table 1\. )?.*\z/) { "#{$1}Night crossings" } if one.text.start_with?("Table 1. ")
          if one.text.match?(/\A(?:Author|Writer),/)
            words = one.text.sub("Author, First", "Ashgarth, Linnet").sub("Writer, Second", "Quill, Maro")
          end
          words = one.text.sub("shows how a table is set", "lists the night crossings") if one.text.start_with?("Table 1 shows")
          Norvel::Changes.build("edit_text", "paragraph" => one.id, "text" => words).call(now)
        end
        filled = Norvel::Changes.build("update_contents").call(filled) if filled.contents.any?
        expect(check(guide, filled).findings.map(&:message)).to eq([])
        again = read(Norvel::Formats.write(filled, source: bytes))
        expect(again.matters).to eq([])
        expect(Norvel::Formats::Archive.member(Norvel::Formats.write(filled, source: bytes), "word/document.xml"))
          .not_to include("showingPlcHdr")
      end

      it "has the guide's styles as one family, read by another" do
        told = Dir.mktmpdir do |folder|
          File.binwrite(File.join(folder, "t.docx"), bytes)
          code = "import docx,json,sys; d=docx.Document(sys.argv[1]); print(json.dumps({s.style_id:[s.name, " \
            "s.base_style.style_id if s.base_style else None] for s in d.styles if s.type==1}))"
          out, errors, status = Open3.capture3("/usr/bin/python3", "-c", code, File.join(folder, "t.docx"))
          raise errors unless status.success?

          JSON.parse(out)
        end
        roots = told.values.count { |_, base| base.nil? }
        expect(roots).to eq(1)
        used = manuscript.paragraphs.map(&:style).uniq
        values = used.to_h { |id| [id, Norvel::Cascade.new(manuscript).style(id)] }
        used.each do |id|
          slot = guide.family.members.keys.find { |key| guide.family[key].name == manuscript.sheet[id].name } or next
          wanted = guide.family.values(slot)
          differing = Norvel::Properties.all.reject do |property|
            %i[language numbering].include?(property.name) || property.beside ||
              property.same?(values[id][property.name], wanted[property.name])
          end
          expect([slot, differing.map(&:name)]).to eq([slot, []])
        end
      end
    end
  end

  it "keeps sample text apart from what is still open in a survey, and knows it as written when it is" do
    manuscript = read(described_class.with_samples(Norvel::Guide.find("office-report")))
    expect(Norvel::Report::Survey.new(Norvel::Examination.new(manuscript)).to_h[:open_matters]).to eq([])
    expect(manuscript.matters.map(&:kind).uniq).to eq([:placeholder])
  end
end

RSpec.describe "A template's file" do
  it "says whose it is, in properties that any reader of the format has" do
    Norvel::Guide.shipped.first(2).map { |name| Norvel::Guide.find(name) }.each do |guide|
      [Norvel::Template.bytes(guide), Norvel::Template.with_samples(guide)].each do |bytes|
        expect(Norvel::Template.guide_of(bytes)).to eq([guide.title, guide.version])
        expect(Norvel::Formats.properties(bytes).keys).to eq(%w[norvel-guide norvel-guide-version])
      end
    end
    expect(Norvel::Template.guide_of(Norvel::Formats.bare)).to be_nil
  end

  it "keeps what else a file says there" do
    twice = Norvel::Formats.of("docx").with_properties(
      Norvel::Formats.of("docx").with_properties(Norvel::Formats.bare, "Other" => "1"), "norvel-guide" => "Ä & <B>"
    )
    expect(Norvel::Formats.properties(twice)).to eq("Other" => "1", "norvel-guide" => "Ä & <B>")
  end
end

# What a guide asks for, its own template and a clean-up bring. Seen: a German guide's template had contents on a verso, no heading numbers,
# no running head and a quotation too short; a clean-up for it raised the findings from 28 to 31.
RSpec.describe Norvel::Guide do
  def kinds(check)
    rules = check.guide.rules.to_h { |rule| [rule.id, rule.class.called] }
    check.findings.map { |finding| rules.fetch(finding.rule) }.tally
  end

  (0...Share.count(20, 8)).each do |seed|
    it "has a template that meets it, made as houses write guides: #{seed}" do
      guide = GeneratedGuides.new(seed).guide
      made = read(Norvel::Template.with_samples(guide))
      expect(kinds(Norvel::Examination.new(made).check(guide)).except("no_sample_text")).to eq({})
    end
  end

  described_class.shipped.each do |name|
    it "has a template that meets it, of those that come along: #{name}" do
      guide = described_class.find(name)
      made = read(Norvel::Template.with_samples(guide))
      expect(kinds(Norvel::Examination.new(made).check(guide)).except("no_sample_text")).to eq({})
      expect(guide.family.members.keys).to include(:heading_1, :heading_2, :heading_3)
      expect(guide.rules.map { |rule| rule.class.called })
        .to include("tabs_at_start", "runs_of_spaces", "lists_by_style", "empty_paragraphs")
    end
  end

  it "has a template as .odt that meets it as well, and says whose it is" do
    odt = Norvel::Formats.of("odt")
    guides = described_class.shipped.map { |name| described_class.find(name) } + [0, 7, 13].map { |seed| GeneratedGuides.new(seed).guide }
    guides.each do |guide|
      bytes = Norvel::Template.with_samples(guide, name: "a.ott", format: odt)
      made = Norvel::Formats.read(bytes, name: "a.ott")
      expect([guide.title, kinds(Norvel::Examination.new(made).check(guide)).except("no_sample_text")]).to eq([guide.title, {}])
      expect(Norvel::Template.guide_of(bytes)).to eq([guide.title, guide.version.to_s.then { |said| said unless said.empty? }])
    end
  end

  # Every guide over some of the files, with NORVEL_ALL over all.
  it "raises no kind of finding by a clean-up" do
    guides = described_class.shipped.map { |name| described_class.find(name) } + (0...3).map { |seed| GeneratedGuides.new(seed).guide }
    files = [demo("quayside-notice.docx"), demo("boat-shed-handbook.docx"), OtherHands.new(4_001).bytes, Demo::Habits.new(702).bytes]
    Share.every(files.product(guides), 5).each do |bytes, guide|
      before = read(bytes)
      store = Norvel::Layout::LineStore.new(Norvel::Fonts.of(before))
      examined = Norvel::Examination.new(before, store: store)
      was = kinds(examined.check(guide))
      now = kinds(Norvel::Examination.new(Norvel::Plan.new(examined, guide).apply, store: store).check(guide))
      expect([guide.title, now.select { |kind, count| count > was.fetch(kind, 0) }]).to eq([guide.title, {}])
    end
  end
end
