# frozen_string_literal: true

# Line breaks in running text: put in where a line was full, or where a line is to end.
RSpec.describe Norvel::Changes::TidyWhiteSpace do
  def tidied(text)
    long = "The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next. " * 2
    read(docx { |file|
      2.times { file.paragraph(long) }
      file.raw(
        "<w:p>#{text.split("\n").map { |line| "<w:r><w:t xml:space=\"preserve\">#{line}</w:t></w:r>" }.join("<w:r><w:br/></w:r>")}</w:p>"
      )
      2.times { file.paragraph(long) }
    }).then { |before| described_class.new("paragraphs" => "all", "kinds" => ["line_breaks"]).call(before).paragraphs[2].text }
  rescue Norvel::NothingToChange
    text
  end

  it "go where lines were broken by hand as they were full" do
    expect(tidied("The ferry left the quay at ten, and nobody on\nthe shore could have told the bell of one boat\nfrom the next."))
      .not_to include("\n")
    expect(tidied("The ferry left the quay at ten, and nobody on the shore\nheard it.")).not_to include("\n")
    expect(tidied("A stroke.\nThe ferry left the quay at ten, and nobody on the shore heard it.")).not_to include("\n")
  end

  it "stay where most lines end before there is need to" do
    ["The harbour office\n3 Quay Street\nAnsel",
      "What was carried on the night boats between the two shores:\nflour\nlamp oil\nletters and parcels\nsheep"].each do |text|
      expect(tidied(text)).to eq(text)
    end
  end
end
