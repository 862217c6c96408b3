# frozen_string_literal: true

# What paragraphs are in manuscripts without a single style.
RSpec.describe Norvel::Roles do
  let(:long) do
    "The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next, or so it was " \
      "said in the town, whenever fog lay over it. " * 2
  end

  def bold(text, size = 24) = [text, %(<w:b/><w:sz w:val="#{size}"/>)]

  def centred(text, run = "") = [text, run, %(<w:jc w:val="center"/>)]

  # Lines as texts, or as [text, run properties, paragraph properties]; "" is a blank line.
  def roles_of(*lines)
    bytes = docx do |file|
      lines.each do |text, run, props|
        next file.paragraph if text == ""

        file.paragraph([file.text(text, run.to_s)], props.to_s)
      end
    end
    one = read(bytes)
    found = described_class.new(one)
    one.paragraphs.reject(&:blank?).map { |paragraph| found.of(paragraph.id).name }
  end

  describe "at the front" do
    it "are title, subtitle, author and date, however they are set" do
      expect(roles_of(centred("The Night Boats", %(<w:sz w:val="40"/>)), centred("Lamps and tolls"),
        "", centred("by Linnet Ashgarth"), centred("12 May 2024"), "", bold("Introduction", 28), long))
        .to eq(%i[title subtitle author date heading_1 body])
      expect(roles_of(bold("The Night Boats", 36), ["Ada Verrill, Piers Dunmar", "<w:i/>"], "May 2024",
        "", bold("1. Water", 28), long, bold("2. Boats", 28), long)).to eq(%i[title author date heading_1 body heading_1 body])
    end

    it "is no title where the first line looks like the headings after it" do
      expect(roles_of(bold("Water"), long, bold("Boats"), long)).to eq(%i[heading_1 body heading_1 body])
    end

    it "is a title where nothing sets it off but the name under it" do
      expect(roles_of("The night boats of the sound", "by Linnet Ashgarth", "", "1. Water", "", long, "", "2. Boats", "", long))
        .to eq(%i[title author heading_1 body heading_1 body])
    end
  end

  describe "headings" do
    it "have the level of their numbers, though nothing else tells them apart" do
      expect(roles_of(bold("1 Water"), long, bold("1.1 Fog"), long, bold("1.2 Tides"), long, bold("2 Boats"), long))
        .to eq(%i[heading_1 body heading_2 body heading_2 body heading_1 body])
    end

    it "have three levels by numeral, letter and figure" do
      lines = ["I. Water", "A. Fog", "B. Tides", "1. Springs", "2. Neaps", "II. Boats"].flat_map { |text| [bold(text), long] }
      expect(roles_of(*lines).reject { |role| role == :body }).to eq(%i[heading_1 heading_2 heading_2 heading_3 heading_3 heading_1])
    end

    it "are a level below the parts that stand over them, where they look otherwise" do
      lines = [centred("FIRST PART: WATER", "<w:b/>"), bold("Chapter 1. Fog"), bold("1.1 Drums", 22),
        bold("Chapter 2. Tides"), centred("SECOND PART: BOATS", "<w:b/>"), bold("Chapter 3. Oars")].flat_map { |line| [line, long] }
      expect(roles_of(*lines).reject { |role| role == :body }).to eq(%i[heading_1 heading_2 heading_3 heading_2 heading_1 heading_2])
      expect(roles_of(*["Part One", "Part Two"].flat_map { |text| [bold(text), long] }, bold("Chapter 3"), long)
        .reject { |role| role == :body }.uniq).to eq([:heading_1])
    end

    it "are known by numbers that follow each other through plain text" do
      expect(roles_of("1 Water", long, "1.1 Fog", long, "1.2 Tides", long, "2 Boats", long, "2.1 Oars", long)
        .reject { |role| role == :body }).to eq(%i[heading_1 heading_2 heading_2 heading_1 heading_2])
    end

    it "may be numbered by the file without a style, at the levels of the list" do
      bold_item = ->(id, text, level) {
        paragraph(id, stretch(text, bold: true), numbering: Norvel::Properties::NumberRef.new(list: "1", level: level))
      }
      levels = (0..1).to_h { |level| [level, Norvel::Manuscript::ListLevel.new(text: "%#{level + 1}.")] }
      blocks = [bold_item[0, "Water", 0], paragraph(1, long), bold_item[2, "Fog", 1], paragraph(3, long), bold_item[4, "Boats", 0],
        paragraph(5, long), *[6, 7].map { |id|
          paragraph(id, "oars", numbering: Norvel::Properties::NumberRef.new(list: "2"))
        }, paragraph(8, long)]
      one = manuscript(*blocks, lists: {
        "1" => Norvel::Manuscript::List.new(id: "1", levels: levels), "2" => Norvel::Manuscript::List.new(id: "2", levels: levels)
      })
      found = described_class.new(one)
      expect(one.paragraphs.map { |each| found.of(each.id).name })
        .to eq(%i[heading_1 body heading_2 body heading_1 body list_item list_item body])
    end

    it "are as high as those that look alike, also when one is typed in capitals" do
      expect(roles_of(bold("Water", 32), long, bold("Fog"), long, bold("Boats", 32), long, bold("Oars"),
        long, bold("REFERENCES", 32), "Quill, M. (1911) Eleven Winters. Eastmere.").reject { |role| role == :body })
        .to eq(%i[heading_1 heading_2 heading_1 heading_2 heading_1 reference_entry])
    end

    it "may be underlined, in small capitals, in colour or in another face, above text" do
      ["<w:u w:val=\"single\"/>", "<w:smallCaps/>", "<w:color w:val=\"1F4E79\"/>", "<w:i/>", %(<w:rFonts w:ascii="Arial" w:hAnsi="Arial"/>)]
        .each do |run|
          expect([run, roles_of(["Water and fog", run], long, ["Boats and oars", run], long)])
            .to eq([run, %i[heading_1 body heading_1 body]])
        end
    end

    it "are no bold sentences, and no rows of bold lines" do
      expect(roles_of(long, bold("Nobody may enter the shed. Nobody did, for as long as the tide stood above the sill."), long)[1]).to eq(
        :body
      )
      expect(roles_of(long, *%w[oars rope lamp].map { |text| ["• #{text}"] }, long)).to eq(%i[body list_item list_item list_item body])
    end
  end

  describe "lists" do
    it "are rows of typed numbers, letters or signs, long items too" do
      expect(roles_of(long, "1) #{long}", "2) #{long}", "3) #{long}", long)).to eq(%i[body list_item list_item list_item body])
      %w[■ ✓ → o ·].each do |mark|
        expect([mark, roles_of(long, "#{mark}\tSalt and rope", "#{mark}\tOil", long)]).to eq([mark, %i[body list_item list_item body]])
      end
    end

    it "are lists with lists inside them, short items too" do
      expect(roles_of(long, "1. boats", "a) Teal", "b) Tern", "2. lamps", "a) oil", "b) wick", "3. tolls", long)[1..7].uniq).to eq(
        [:list_item]
      )
    end

    it "are not what people say to each other behind dashes, nor a date, nor initials" do
      expect(roles_of(long, "— Where is the lamp? I saw it on the stairs.", "— Who asks?", "— The keeper!", long)[1..3].uniq).to eq([:body])
      expect(roles_of(long, "1. Januar und Ostern waren die einzigen Tage, an denen kein Boot fuhr.",
        long, "A. Verrill saw it first.", long).uniq).to eq([:body])
    end
  end

  describe "what is set apart" do
    let(:inset) { %(<w:ind w:left="720"/>) }

    it "is a quotation by its indent, by its size or by its marks" do
      expect(roles_of(long, [long, "", inset], long, ["“#{long.strip}”", "<w:i/>"], ["\t“#{long.strip}”"], long))
        .to eq(%i[body block_quotation body block_quotation block_quotation body])
    end

    it "is verse where the lines are short" do
      verse = ["The lamp is low, the tide is long,", "The stair is wet with rain,", "And those who sang the landing song"]
      expect(roles_of(long, *verse.map { |line| [line, "<w:i/>", inset] }, long)).to eq(%i[body verse verse verse body])
      expect(roles_of(long, [verse.join("\n"), "", inset], long)).to eq(%i[body verse body])
    end

    it "is a heading in the line of its text where a few strong words are closed by a stop" do
      bytes = docx do |file|
        file.paragraph([file.text("Method.", "<w:b/>"), file.text(" #{long}")])
        file.paragraph([file.text("Teal", "<w:i/>"), file.text(" was the name of the boat. #{long}")])
      end
      one = read(bytes)
      expect(one.paragraphs.map { |paragraph| described_class.new(one).of(paragraph.id).name }).to eq(%i[run_in_heading body])
    end

    it "is a line to sign or a field to fill in" do
      expect(roles_of(long, "Marrowby, 12 May 2024\t\t____________________", "Name: ______________",
        "____________________", "Signature", "Yours faithfully,")).to eq(%i[body signature form_field signature signature signature])
    end
  end

  it "is the title of a table under its number" do
    expect(roles_of(long, bold("Table 1"), ["Tolls by season", "<w:i/>"], long)).to eq(%i[body caption caption body])
  end

  describe "zones" do
    it "are contents under their heading, and lines with leaders without one" do
      entries = ["1 Water\t2", "1.1 Fog ........ 3", "A line that is too long for its page and turns", "2 Boats … 7"]
      expect(roles_of(bold("Contents", 28), *entries, "", bold("1 Water", 28), long))
        .to eq(%i[contents_heading contents_entry contents_entry contents_entry contents_entry heading_1 body])
      expect(roles_of(long, "Water ..... 2", "Fog ..... 3", "Boats ..... 7", long))
        .to eq(%i[body contents_entry contents_entry contents_entry body])
    end

    it "are references up to the next heading of their level, those below it included" do
      entry = "Quill, M. (1911) Eleven Winters. Eastmere."
      expect(roles_of(bold("Water", 32), long, bold("References", 32), bold("Letters"), entry, bold("Books"),
        entry, bold("Thanks", 32), long).last(7)).to eq(%i[heading_1 heading_2 reference_entry heading_2 reference_entry heading_1 body])
    end

    it "is no zone of references under the word sources where none follow" do
      expect(roles_of(bold("Water", 32), long, bold("Sources", 32), long)).to eq(%i[heading_1 body heading_1 body])
    end

    it "are the abstract at the beginning, not a summary at the end" do
      expect(roles_of(bold("Zusammenfassung", 32), long, bold("Water", 32), long, long, long, bold("Boats", 32),
        *[long] * 20, bold("Zusammenfassung", 32), long).values_at(1, -1)).to eq(%i[abstract body])
      expect(roles_of("Abstract: #{long}", bold("Water", 32), long).first).to eq(:abstract)
    end
  end
end
