# frozen_string_literal: true

require_relative "../support/wild"

# What a file tells of persons: listed, and taken out as a change.
RSpec.describe "What a file tells of persons" do
  let(:source) do
    members = Norvel::Formats::Archive.read(Wild.build(body: Wild.p(Wild.t("The ") + Wild.ins(Wild.t("new ")) + Wild.t("lamp") +
      Wild.r(%(<w:commentReference w:id="3"/>))), settings: %(<w:attachedTemplate r:id="rIdT" xmlns:r="#{Wild::R}"/>),
      **Wild::COMMENTED)).members
    package = "http://schemas.openxmlformats.org/package/2006"
    Norvel::Formats::Archive.new({}).write(members.merge(
      "docProps/core.xml" => %(<cp:coreProperties xmlns:cp="#{package}/metadata/core-properties">) +
        %(<cp:lastModifiedBy>Maro Quill</cp:lastModifiedBy></cp:coreProperties>),
      "docProps/app.xml" => %(<Properties xmlns="http://schemas.openxmlformats.org/officeDocument/2006/extended-properties">) +
        %(<Template>Thesis.dotx</Template><Company>Marrowby Institute</Company></Properties>),
      "word/_rels/settings.xml.rels" => %(<Relationships xmlns="#{package}/relationships">) +
        %(<Relationship Id="rIdT" Type="#{Wild::R}/attachedTemplate" Target="file:///C:/Users/maro/Thesis.dotx" TargetMode="External"/>) +
        %(</Relationships>),
      "_rels/.rels" => members["_rels/.rels"]
        .sub(
          "</Relationships>",
          %(<Relationship Id="rIdC" Type="#{package}/relationships/metadata/core-properties" Target="docProps/core.xml"/>) +
            %(<Relationship Id="rIdA" Type="#{Wild::R}/extended-properties" Target="docProps/app.xml"/></Relationships>)
        )
    ))
  end

  def told(manuscript) = manuscript.traces.map { |trace| [trace.kind, trace.said] }

  def without(manuscript, kinds) = Norvel::Changes.build("remove_traces", "kinds" => kinds).call(manuscript)

  it "is listed" do
    expect(told(read(source))).to contain_exactly([:comment_author, "A. Keeper"], [:revision_author, "A. Keeper"],
      [:dates, nil], [:last_editor, "Maro Quill"], [:company, "Marrowby Institute"],
      [:template, "Thesis.dotx"], [:template, "file:///C:/Users/maro/Thesis.dotx"])
  end

  it "goes kind by kind, and nothing else with it" do
    less = without(read(source), ["company"])
    again = read(Norvel::Formats.write(less, source: source))
    expect(told(again)).to eq(told(less))
    expect(told(again)).not_to include([:company, "Marrowby Institute"])
    expect([again.paragraphs, again.matters]).to eq([less.paragraphs, less.matters])
  end

  it "goes all at once, comments and revisions staying" do
    bytes = Norvel::Formats.write(without(read(source), "all"), source: source)
    parts = Norvel::Formats::Archive.read(bytes).members.values.map { |part| part.dup.force_encoding("UTF-8") }.join
    expect(parts).not_to match(/Keeper|Maro|Marrowby Institute|Thesis\.dotx|2024-03-01|w:initials/)
    expect(read(bytes).matters.map(&:kind)).to contain_exactly(:comment, :insertion)
    expect(read(bytes).traces).to eq([])
    named = Norvel::Changes.build("set_info", "author" => "Ada Verrill").call(read(source))
    expect([Norvel::Changes::RemoveTraces.of(named).first.said, without(named, "all").info.author, without(named, ["author"]).traces])
      .to eq(["Ada Verrill", nil, named.traces])
    expect { without(read(bytes), "all") }.to raise_error(Norvel::NothingToChange)
  end
end
