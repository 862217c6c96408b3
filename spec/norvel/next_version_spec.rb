# frozen_string_literal: true

# A file that came back: their words and their formatting by hand, our styles and everything that was set up here.
RSpec.describe Norvel::NextVersion do
  let(:source) { short_report }
  let(:came) { known[:came] ||= read(source) }
  let(:now) { known[:now] ||= Norvel::Plan.new(Norvel::Examination.new(came), Norvel::Guide.find(Norvel::Guide::DEFAULT)).apply }

  # Values, which no example changes: worked out once.
  known = {}
  define_method(:known) { known }

  def change(manuscript, name, **given) = Norvel::Changes.build(name, given.transform_keys(&:to_s)).call(manuscript)

  # @return [Norvel::Manuscript] as somebody has it who was sent the file
  def sent(manuscript) = read(Norvel::Formats.write(manuscript, source: source))

  def taken(theirs, now, states: [came, now], source: self.source)
    origin = described_class::Origin.of(theirs, states: states, source: source)
    described_class.new(theirs, origin, now: now, roles: Norvel::Examination.new(now).roles)
  end

  def beside(one, other) = Norvel::SideBySide.new(*[one, other].map { |each| Norvel::Examination.new(each) })

  def plain(manuscript) = manuscript.paragraphs.select { |one| one.text.length > 200 && one.runs.size == 1 && one.insets.empty? }

  it "is what it was when nothing was done to it, whichever state they had" do
    version = taken(sent(now), now)
    expect(version.sentence("a.docx")).to eq("Took in “a.docx” as the next version: not a word differs from what they had.")
    expect([version.nothing_new?, version.manuscript.returned, beside(sent(now), version.manuscript).same?]).to eq([true, [], true])
    found = beside(now, version.manuscript)
    expect([found.text, found.beside, found.formatting, found.spans, found.styles]).to all(eq([]))

    # They had it as it came: styles, values by hand, typed numbers and blank lines become as they are here.
    version = taken(came, now)
    found = beside(now, version.manuscript)
    expect([found.formatting, found.spans, version.manuscript.returned]).to eq([[], [], []])
    expect([found.text, version.left]).to eq([[], []])
    expect(version.manuscript.sheet.styles.values.map(&:name) - now.sheet.styles.values.map(&:name)).to eq([])
  end

  describe "in parts" do
    def folios(manuscript) = layout(manuscript).pages.map(&:folio)

    def margins(manuscript)
      manuscript.sections.map do |section|
        [section.headers, section.footers].map do |stories|
          stories.transform_values { |story| story.map { |one| [one.text, one.runs.map(&:field), manuscript.sheet[one.style].name] } }
        end
      end
    end

    def delivered(version) = read(Norvel::Formats.write(version.manuscript, source: source))

    it "gets ours, with their folios, headers and footers, where they had it as it came" do
      version = taken(came, now)
      expect(margins(version.manuscript)).to eq(margins(now))
      designs = [version.manuscript, now].map { |one| one.sections.map { |section| section.to_h.slice(*described_class::Parts::DESIGN) } }
      expect(designs.first).to eq(designs.last)
      back = delivered(version)
      expect(back.sections.size).to eq(2)
      front = now.sections.first.folio
      expect(back.sections.map(&:folio)).to eq([front, Norvel::Manuscript::Folio.new(start: 1)])
      expect(folios(back).drop_while { |folio| folio != "1" }).to eq(folios(now).drop_while { |folio| folio != "1" })
      expect(back.words).to eq(version.manuscript.words)
    end

    it "gets what changed here since they had it, and keeps what they changed themselves" do
      theirs = sent(now)
      header = theirs.sections[1].footers[:default].first
      theirs = sent_again(change(theirs, "edit_text", paragraph: header.id, text: "Seen by Dr Quill"))
      here = change(now, "set_part", parts: [0, 1], margin: {"bottom" => "4 cm"})
      here = change(here, "join_parts", part: 1)
      version = taken(sent(now), here, states: [now])
      expect(version.manuscript.sections.size).to eq(1)
      expect(version.manuscript.sections.first.page.margin[:bottom]).to eq(here.sections.first.page.margin[:bottom])
      # No word of theirs goes, that in the footer of a part that went here least of all.
      version = taken(theirs, here, states: [now])
      expect(version.manuscript.sections.size).to eq(2)
      expect(version.manuscript.words).to include("Quill")

      here = change(now, "begin_part", paragraph: plain(now)[9].id, begins: "recto")
      here = change(here, "set_running_head", parts: [0], side: "top", text: "Draft {folio}")
      version = taken(theirs, here, states: [now])
      expect(version.manuscript.sections.map(&:begins)).to eq(here.sections.map(&:begins))
      expect(margins(version.manuscript)[1].last[:default].first.first).to eq("Seen by Dr Quill")
      expect(margins(version.manuscript)[0].first).to eq(margins(here)[0].first)
    end

    it "is as theirs where they divided it themselves, and says so; a part of which they have nothing is counted" do
      first = came.paragraphs.find { |one| one.text.start_with?("CHAPTER 2") }
      divided = change(came, "begin_part", paragraph: first.id, begins: "page")
      version = taken(read(Norvel::Formats.write(divided, source: source)), now)
      expect(version.manuscript.sections.size).to eq(2)
      expect(version.left).to include("Its parts are as in the file that came: they were divided otherwise there, and changed here.")

      from, to = plain(now)[9], plain(now)[10]
      here = change(change(now, "begin_part", paragraph: from.id), "begin_part", paragraph: to.id)
      theirs = sent(now)
      gone = theirs.paragraphs[now.index_of(from.id)...now.index_of(to.id)].map(&:id)
      version = taken(sent_again(change(theirs, "delete_paragraphs", paragraphs: gone)), here, states: [now])
      expect([version.manuscript.sections.size, version.left]).to eq([3, ["1 part made here has nothing in it."]])
    end
  end

  it "takes their words and our styles, and tells what they set by hand" do
    theirs = sent(now)
    first, second, third, fourth = plain(theirs).first(4)
    theirs = change(theirs, "edit_text", paragraph: first.id, text: first.text.sub(" the ", " the so-called "))
    theirs = change(theirs, "format_here", paragraphs: [second.id], values: {"space_after" => "31 pt", "bold" => "yes"})
    theirs = change(theirs, "format_here", text: [[third.id, 4, 11]], values: {"italic" => "yes"})
    ours = plain(now).first(4).map(&:id)
    here = change(now, "change_style", style: now.sheet.named("Report text").id, values: {"line_spacing" => "2"})
    here = change(here, "format_here", paragraphs: [ours[3]], values: {"align" => "center"})

    version = taken(sent_again(theirs), here, states: [here, came, now])
    after = version.manuscript
    expect(after.words).to eq(theirs.words)
    expect(after.sheet.named("Report text").properties[:line_spacing].value).to eq(2)
    expect(after.paragraph(fourth.id).properties[:align]).to eq(:center)
    expect(after.returned.map { |one| [one.paragraph, one.property, one.value, one.places&.sum { |_, from, to| to - from }] })
      .to contain_exactly([second.id, :space_after, 393_700, nil], [second.id, :bold, true, second.text.length],
        [third.id, :italic, true, 7])

    taken = change(after, "settle_returned", paragraphs: [third.id], way: "take")
    expect([taken.returned.map(&:paragraph).uniq, taken.paragraph(third.id)]).to eq([[second.id], after.paragraph(third.id)])
    cleared = change(taken, "settle_returned", paragraphs: "all", way: "clear")
    expect([cleared.returned, cleared.paragraph(second.id).properties, cleared.paragraph(second.id).runs.map(&:properties)])
      .to eq([[], {}, [{}]])
    expect { change(cleared, "settle_returned", paragraphs: "all", way: "take") }.to raise_error(Norvel::NothingToChange)
  end

  # @return [Norvel::Manuscript] theirs, as their file has it
  def sent_again(theirs) = read(Norvel::Formats.write(theirs, source: Norvel::Formats.write(now, source: source)))

  it "clears words where they stand by then, and leaves what was set otherwise meanwhile" do
    theirs = sent(now)
    one = plain(theirs).first
    theirs = sent_again(change(theirs, "format_here", text: [[one.id, 10, 20]], values: {"bold" => "yes", "color" => "#ff0000"}))
    after = taken(theirs, now).manuscript
    edited = change(after, "edit_text", paragraph: one.id, text: "And so: #{after.paragraph(one.id).text}")
    again = change(edited, "format_here", text: [[one.id, 18, 23]], values: {"color" => "#00ff00"})
    cleared = change(again, "settle_returned", paragraphs: [one.id], way: "clear").paragraph(one.id)
    expect(cleared.spans.map { |span| [span[:start], span[:end], span[:properties]] }.reject { |_, _, set| set.empty? })
      .to eq([[18, 23, {color: "#00ff00"}]])
  end

  it "has our style where both gave another, and theirs to be taken" do
    theirs = sent(now)
    one = plain(theirs).first
    theirs = sent_again(change(theirs, "apply_style", style: theirs.sheet.named("Long quotation").id, paragraphs: [one.id]))
    here = change(now, "apply_style", style: now.sheet.named("Reference entry").id, paragraphs: [plain(now).first.id])
    after = taken(theirs, here, states: [here, now]).manuscript
    name = ->(manuscript) { manuscript.sheet[manuscript.paragraph(one.id).style].name }
    expect([name[after], after.returned.map(&:property)]).to eq(["Reference entry", [:style]])
    expect(name[change(after, "settle_returned", paragraphs: "all", way: "take")]).to eq("Long quotation")
    expect(name[change(after, "settle_returned", paragraphs: "all", way: "clear")]).to eq("Reference entry")
    # What only they restyled is as they have it.
    expect(name[taken(theirs, now, states: [now]).manuscript]).to eq("Long quotation")
  end

  it "keeps guide and waivers with their paragraphs, words written here where they left the paragraph alone, and tells the others" do
    here = change(now, "choose_guide", guide: "staff-notice", title: "Staff notices", from: Norvel::Guide::DEFAULT)
    kept, rewritten, gone = plain(here)[2..4]
    here = change(here, "waive", rule: "body-size", paragraph: kept.id, reason: "so wanted")
    here = change(here, "waive", rule: "body-size", paragraph: gone.id, reason: "so wanted")
    here = change(here, "edit_text", paragraph: kept.id, text: "#{kept.text} Written here.")
    here = change(here, "edit_text", paragraph: rewritten.id, text: "#{rewritten.text} Written here.")
    theirs = sent(now)
    as_sent = plain(theirs)[2..4]
    theirs = change(theirs, "edit_text", paragraph: as_sent[1].id, text: as_sent[1].text.sub(" the ", " another "))
    theirs = sent_again(change(theirs, "delete_paragraphs", paragraphs: [as_sent[2].id]))
    version = taken(theirs, here, states: [here, came, now])
    after = version.manuscript
    texts = after.paragraphs.map(&:text)
    expect(texts).to include("#{kept.text} Written here.", as_sent[1].text.sub(" the ", " another "))
    expect(texts.grep(/Written here/).size).to eq(1)
    expect(version.unheard.map(&:id)).to eq([rewritten.id])
    expect(version.sentence("a.docx")).to include("1 changed, 1 gone of", "1 paragraph written here meanwhile is not in it.")
    expect([after.guide, after.waivers.map { |one| [one.rule, after.paragraph(one.paragraph).text[0, 20]] }])
      .to eq(["staff-notice", [["body-size", kept.text[0, 20]]]])
  end

  # Seen: a note's number was told as theirs where they wrote in the note, and a paragraph of which they cut the half as a new one.
  it "knows what was cut, and tells no number of a note, nothing of a table or a mark, as theirs" do
    theirs = sent(now)
    note = theirs.note_paragraphs.find { |one| one.text.length > 30 }
    cut = plain(theirs).find { |one| one.text.length > 300 }
    changed = change(theirs, "edit_text", paragraph: note.id, text: "#{note.text} Anmerkung der Aufsicht.")
    changed = sent_again(change(changed, "edit_text", paragraph: cut.id, text: cut.text[0, cut.text.length * 2 / 5].rstrip))
    version = taken(changed, now, states: [now])
    expect(version.sentence("a.docx")).to eq("Took in “a.docx” as the next version: 1 changed of #{worded(changed)} paragraphs.")
    expect(version.manuscript.returned).to eq([])
    expect(version.manuscript.paragraph(note.id).text).to end_with("Anmerkung der Aufsicht.")
    expect(version.manuscript.paragraph(note.id).runs.map { |run| [run.field, run.style] }.first)
      .to eq(now.note_paragraphs.find { |one| one.text == note.text }.runs.map { |run| [run.field, run.style] }.first)
  end

  def worded(manuscript) = manuscript.paragraphs.count { |one| !one.blank? }

  it "does not take what is another manuscript for a version" do
    other = read(demo("boat-shed-handbook.docx"))
    expect(taken(other, now).same_manuscript?).to be(false)
    expect(taken(sent(now), now).likeness).to eq(1.0)
  end

  # Seen: headings that have no number, under a style that numbers, got one when their sheet came in once more.
  it "brings a style without number as it is: the same sheet for itself changes nothing" do
    examined = Norvel::Examination.new(now)
    kept = Norvel::KeptSheet.of(now, examined.roles, name: "itself")
    mapping = now.sheet.of_kind(:paragraph).to_h { |style| [style.id, style.id] }
    after = change(now, "swap_sheet", sheet: JSON.parse(JSON.generate(kept.dump)), mapping: mapping)
    expect(Norvel::Layout.new(after).labels.transform_values(&:to_s)).to eq(examined.layout.labels.transform_values(&:to_s))
  end
end
