# frozen_string_literal: true

# Chapters by several hands: in what they differ, without a guide.
RSpec.describe Norvel::Together do
  def change(manuscript, name, **given) = Norvel::Changes.build(name, given.transform_keys(&:to_s)).call(manuscript)

  def profile(manuscript) = described_class.profile(Norvel::Examination.new(manuscript))

  let(:chapter) { tidied("boat-shed-handbook.docx", "marrowby-handbook") }

  let(:body) { chapter.sheet.named(Norvel::Guide.find("marrowby-handbook").family[:body].name) }

  it "tells what was made otherwise in one of three, and nothing else" do
    other = change(chapter, "change_style", style: body.id, values: {"size" => "10 pt", "align" => "justify"})
    other = change(other, "set_page_design", margin: {"top" => "4 cm"})
    own = profile(chapter)
    together = described_class.new("one" => own, "two" => own, "three" => profile(other))
    found = together.aspects.map { |one| [one.area, one.label, one.usual, one.values["three"], one.apart] }
    expect(found).to include(["Pages", "Top margin", "2 cm", "4 cm", ["three"]], ["Body", "Size", "11 pt", "10 pt", ["three"]],
      ["Body", "Alignment", "start", "justify", ["three"]])
    # Seen: items of lists were read as body, since their letters were larger than those of the text.
    expect(found.map(&:first).uniq - ["First body", "Habits"]).to contain_exactly("Pages", "Body")
    expect(together.apart).to include("three" => found.size, "one" => 0, "two" => 0)
    expect(described_class.new("one" => own, "two" => own).aspects).to eq([])
  end

  it "tells which styles make the same kind, and passes over what only one has" do
    styled = change(chapter, "duplicate_style", style: body.id, name: "My own body")
    ids = styled.paragraphs.select { |one| one.style == body.id }.map(&:id)
    mine = change(styled, "apply_style", style: styled.sheet.named("My own body").id, paragraphs: ids)
    together = described_class.new("one" => profile(chapter), "two" => profile(mine))
    expect(together.aspects.map { |one| [one.area, one.label] }).to include(%w[Body Style])
    empty = on_page(paragraph(0, "Only this."))
    alone = described_class.new("one" => profile(chapter), "two" => profile(empty))
    expect(alone.aspects.flat_map { |one| one.values.values }).to all(be_a(String))
    expect(alone.aspects.map { |one| one.values.size }.uniq).to eq([2])
    expect(CSV.parse(alone.to_csv).first).to eq(["of", "what", "most have", "one", "two"])
    expect(JSON.parse(JSON.generate(alone.to_h)).keys).to eq(%w[manuscripts apart differ])
  end
end
