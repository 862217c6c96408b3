# frozen_string_literal: true

require_relative "../support/wild"
require_relative "../support/outside"

# What is delivered is valid, whatever the spelling of what came.
RSpec.describe "The XML of a delivered file" do
  let(:strict_main) { "http://purl.oclc.org/ooxml/wordprocessingml/main" }
  let(:strict_relations) { "http://purl.oclc.org/ooxml/officeDocument/relationships" }
  let(:plain) { Norvel::Formats::Archive.read(Wild.build(body: Wild.p(Wild.t("Words")))).members }

  def packed(members) = Norvel::Formats::Archive.new({}).write(members)

  def members(bytes) = Norvel::Formats::Archive.read(bytes).members

  def tidied(source) = Norvel::Formats.write(Norvel::Plan.new(read(source), Norvel::Guide.find("marrowby-diploma")).apply, source: source)

  def opens?(bytes)
    Tempfile.create(["delivered", ".docx"]) do |file|
      file.binmode
      file.write(bytes)
      file.flush
      system(Outside::PYTHON, "-c", "import docx, sys; docx.Document(sys.argv[1])", file.path, err: File::NULL)
    end
  end

  it "declares the prefixes of its attributes where the file has a default namespace" do
    bare = plain["word/document.xml"].gsub(/<(\/?)w:/, '<\1')
    both = bare.sub("<document ", %(<document xmlns="#{Wild::W}" ))
    {"w" => both, "q" => both.sub("xmlns:w=", "xmlns:q=").gsub(" w:", " q:")}.each do |prefix, document|
      out = tidied(packed(plain.merge("word/document.xml" => document)))
      expect(Nokogiri::XML(members(out)["word/document.xml"]).errors).to eq([])
      expect(members(out)["word/document.xml"]).to include(%(<pStyle #{prefix}:val=))
      expect(opens?(out)).to be(true)
    end
  end

  it "is refused where a prefix is not declared" do
    undeclared = plain.merge("word/more.xml" => %(<document xmlns="#{Wild::W}"><p w:val="1"/></document>))
    package = Norvel::Formats::Docx::Package.new(Norvel::Formats::Archive.new(undeclared))
    expect(%w[word/more.xml word/document.xml].map { |name| package.undeclared?(name) }).to eq([true, false])
  end

  # sablon's html_sample.docx, tidied by a guide that makes a style “Caption”, could not be delivered.
  it "brings no name of a style to life that the file never had" do
    source = Wild.file("names of styles that are not there")
    before = read(source)
    after = Norvel::Changes.build("define_style", "id" => "Caption", "name" => "Caption", "parent" => "Normal").call(before)
    out = Norvel::Formats.write(after, source: source)
    expect(read(out).paragraphs.map(&:style)).to eq(before.paragraphs.map(&:style))
    given = Norvel::Changes.build("apply_style", "paragraphs" => [before.paragraphs.first.id], "style" => "Caption").call(after)
    expect(read(Norvel::Formats.write(given, source: source)).paragraphs.map(&:style).count("Caption")).to eq(1)
  end

  it "has strict names, relationship types and values in a strict file" do
    source = packed(plain.transform_values { |part| part.gsub(Wild::W, strict_main).gsub(Wild::R, strict_relations) })
    placed = Norvel::Changes.build("format_here", "paragraphs" => [1],
      "values" => {"align" => "end", "indent_start" => "1 cm", "tabs" => "3 cm end"}).call(read(tidied(source)))
    parts = members(Norvel::Formats.write(placed, source: tidied(source))).values.join
    expect(parts).not_to include("#{Wild::R}/", Wild::W, 'w:val="left"', 'w:val="right"', "<w:ind w:left")
    expect(parts).to include("#{strict_relations}/footer", '<w:jc w:val="end"/>', "w:start=", '<w:tab w:val="end"')
  end

  it "has every style that another rests on, also where the file has no default one" do
    source = packed(
      plain.merge("word/styles.xml" => plain["word/styles.xml"]
        .sub(' w:default="1"', "").gsub('"Normal"', '"Plainly"').gsub('<w:basedOn w:val="Plainly"/>', ""))
    )
    styles = members(tidied(source))["word/styles.xml"]
    expect(styles.scan(/<w:(?:basedOn|next|link) w:val="([^"]*)"/).flatten.uniq - styles.scan(/w:styleId="([^"]*)"/).flatten).to eq([])
    expect(opens?(tidied(source))).to be(true)
  end

  it "has a part's page design also where the body says none" do
    source = packed(plain.merge("word/document.xml" => plain["word/document.xml"].sub(%r{<w:sectPr>.*</w:sectPr>}, "")))
    expect(read(tidied(source)).sections.first.page.margin[:start]).to be_within(1_000).of(1_260_000)
  end

  it "makes of a style that is called as the standard calls its headings that heading, with its level" do
    after = Norvel::Changes.build("restyle", "lines" => ["Heading 2: 13 pt, italic"]).call(read(packed(plain)))
    style = read(Norvel::Formats.write(after, source: packed(plain))).sheet.heading(2)
    expect([style.name, style.file_name, style.properties[:outline_level]]).to eq(["Heading 2", "heading 2", 2])
  end

  it "says that it is a template where its name says so, and a document where it does not" do
    type = ->(bytes) { members(bytes)["[Content_Types].xml"][/word\/document.xml" ContentType="[^"]*\.(\w+)\.main/, 1] }
    source = packed(plain)
    template = Norvel::Formats.write(read(source), source: source, name: "Überblick.dotx")
    expect([type[source], type[template], type[Norvel::Formats.write(read(template), source: template, name: "x.docx")]])
      .to eq(%w[document template document])
    expect(Norvel::Formats.write(read(source), source: source, name: "x.DOCX")).to eq(source)
  end

  it "finds parts whatever their case, and with backslashes for slashes" do
    [plain.transform_keys { |name| name.sub("word/styles.xml", "Word/Styles.XML") }, plain.transform_keys { |name| name.tr("/", "\\") }]
      .each do |spelled|
      expect(read(packed(spelled)).sheet.heading(1)).not_to be_nil
      expect(read(tidied(packed(spelled))).sheet.named("Chapter heading")).not_to be_nil
    end
  end

  it "is not made of a file whose members lead out of it" do
    ["../x.xml", "word/../../x", "/abs.txt"].each do |name|
      bytes = packed(plain.merge("word/xxxxxxxxxx" => "x")).gsub("word/xxxxxxxxxx".b, name.ljust(15, "x").b)
      expect { read(bytes) }.to raise_error(Norvel::FileError, /leads out of it/)
    end
  end
end
