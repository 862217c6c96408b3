# frozen_string_literal: true

# No change of formatting alters a word, wherever it stands; what fields work out is not theirs to guard.
RSpec.describe "The guard of words" do
  let(:box) do
    %(<w:r><w:pict><v:shape xmlns:v="urn:schemas-microsoft-com:vml" style="width:100pt;height:20pt"><v:textbox>) +
      %(<w:txbxContent><w:p><w:r><w:t>Boxed words</w:t></w:r></w:p></w:txbxContent></v:textbox></v:shape></w:pict></w:r>)
  end
  let(:toc) do
    %(<w:p><w:r><w:fldChar w:fldCharType="begin"/></w:r><w:r><w:instrText> TOC \\o "1-3" </w:instrText></w:r><w:r>) +
      %(<w:fldChar w:fldCharType="separate"/></w:r><w:r><w:t>Water 3</w:t></w:r></w:p><w:p><w:r><w:t>Boats 4</w:t></w:r>) +
      %(<w:r><w:fldChar w:fldCharType="end"/></w:r></w:p>)
  end
  let(:source) do
    bytes = docx(footer: %(<w:p><w:r><w:t>At the foot</w:t></w:r></w:p>)) do |file|
      file.raw(toc)
      file.raw("<w:p><w:r><w:t>Text </w:t></w:r>#{box}</w:p>")
      file.paragraph([file.text("Body"), file.note("A note.")])
    end
    commented(bytes)
  end
  let(:before) { read(source) }

  def commented(bytes)
    members = Norvel::Formats::Archive.read(bytes).members
    comments =
      %(<w:comments xmlns:w="#{Demo::DocxBuilder::W}"><w:comment w:id="4" w:author="Reader"><w:p><w:r><w:t>Is this so?</w:t>) +
      %(</w:r></w:p></w:comment></w:comments>)
    Norvel::Formats::Archive.new(members).write("word/comments.xml" => comments,
      "word/_rels/document.xml.rels" => members["word/_rels/document.xml.rels"]
        .sub("</Relationships>", %(<Relationship Id="rIdC" Type="#{Demo::DocxBuilder::R}/comments" Target="comments.xml"/>) +
          %(</Relationships>)),
      "[Content_Types].xml" => members["[Content_Types].xml"]
        .sub(
          "</Types>",
          %(<Override PartName="/word/comments.xml" ) +
            %(ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.comments+xml"/></Types>)
        ))
  end

  def operation(&work)
    Class.new(Norvel::Changes::Operation) do
      define_method(:carry_out) { |manuscript| work.call(manuscript) }
      define_method(:sentence) { |_| "Tried." }
    end.new
  end

  it "knows the words of every story, and leaves out what fields work out" do
    expect(before.words).to eq(%w[Text Body A note. At the foot Boxed words Is this so?].then { |words|
      words.insert(1, "\u{FFFC}").tap { |all| all[2] = "Body\u{FFFC}" }
    })
    expect(before.paragraphs.first(2).map { |paragraph| [paragraph.text, paragraph.written] }).to eq([["Water 3", ""], ["Boats 4", ""]])
  end

  # Seen: an operation that emptied the footers passed.
  it "refuses what empties a footer, a note, a text box or a comment, or alters a word of it" do
    section = before.sections.first
    [->(one) { one.with(sections: [section.with(footers: {})]) },
      ->(one) {
        one.with(sections: [section.with(footers: {default: [section.footers[:default].first.with(runs: [stretch("At the feet")])]})])
      },
      ->(one) { one.with(notes: {}) }, ->(one) { one.with(asides: one.asides.reject { |ref, _| ref.start_with?("text box") }) },
      ->(one) { one.with(asides: one.asides.reject { |ref, _| ref.start_with?("comment") }) },
      ->(one) {
        one.with(asides: one.asides.transform_values { |blocks| blocks.map { |block| block.with(runs: [stretch("else")]) } })
      }].each do |work|
      expect { operation(&work).call(before) }.to raise_error(Norvel::ChangeRefused, /would alter the text/)
    end
  end

  it "lets a field come to something else" do
    changed = operation { |one|
      one.with_paragraphs(0 => one.paragraph(0).with(runs: one.paragraph(0).runs.map { |run| run.with(text: "Water 5") }))
    }.call(before)
    expect(changed.paragraphs.first.text).to eq("Water 5")
  end

  it "delivers text boxes and comments as they were, whatever was formatted around them" do
    after = Norvel::Changes.build("format_here", "paragraphs" => before.paragraphs.map(&:id),
      "values" => {"bold" => "yes", "align" => "justify"}).call(before)
    again = read(Norvel::Formats.write(after, source: source))
    expect(again.words).to eq(before.words)
    expect(again.asides.keys).to eq(["text box 1", Norvel::Manuscript::NOTE_SEPARATOR, "comment 4"])
  end

  it "cleans what comes from outside, wherever it comes in" do
    dirty = "a\u0001b\u000B\uFFFE\rc\u{FFFC}"
    [["edit_text", {"paragraph" => 3, "text" => dirty}, "ab\nc\u{FFFC}"],
      ["insert_paragraph", {"paragraph" => 3, "text" => dirty}, "ab\nc"],
      ["paste_text", {"paragraph" => 3, "blocks" => Norvel::Formats::Pasted.read(html: "<p>#{dirty.tr("\r", " ")}</p>")}, "ab c"],
      ["replace_text", {"find" => "Body", "replace" => "a\u0001b"}, "ab\u{FFFC}"]].each do |name, parameters, text|
      after = Norvel::Changes.build(name, parameters).call(before)
      expect(after.paragraphs.map(&:text)).to include(text)
      expect { Norvel::Formats.write(after, source: source) }.not_to raise_error
      layout(after)
    end
  end
end
