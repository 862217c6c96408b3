# frozen_string_literal: true

require_relative "../support/counted_hands"
require_relative "../support/outside"
require_relative "../support/wild"

# Jobs with their actions counted, on manuscripts in five languages that python-docx wrote, and read back by
# python-docx: the values that were asked for, on every paragraph that should have them.
RSpec.describe "Jobs abroad, counted", type: :feature do
  include CountedHands

  before { Web.clear }

  abroad = {
    "en-GB" => ["The tide bell", "A study of landing places", %w[Water Rope Oil],
      "The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next, or so it was " \
      "said in the town. "],
    "de-DE" => ["Die Gezeitenglocke", "Eine Untersuchung der Landeplätze", %w[Wasser Tauwerk Öl],
      "Die Mannschaften lernten die Glocke nach dem Gehör, und ein Fremder hätte keinen Schlag vom anderen unterscheiden " \
      "können, so sagte man in der Stadt. "],
    "fr-FR" => ["La cloche des marées", "Étude des lieux d’accostage", %w[L’eau Cordages L’huile],
      "Les équipages apprenaient la cloche à l’oreille, et un étranger n’aurait pu distinguer un coup de l’autre ; c’est " \
      "du moins ce que l’on disait en ville. "],
    "es-ES" => ["La campana de las mareas", "Estudio de los desembarcaderos", %w[Agua Cabos Aceite],
      "Las tripulaciones aprendían la campana de oído, y un forastero no habría distinguido un toque de otro, o eso se " \
      "decía en la ciudad. "],
    "pl-PL" => ["Dzwon przypływów", "Studium miejsc lądowania", %w[Woda Liny Olej],
      "Załogi uczyły się dzwonu ze słuchu, a obcy nie odróżniłby jednego uderzenia od drugiego, tak przynajmniej mówiono w mieście. "]
  }.freeze

  let(:title) { abroad.fetch(language)[0] }
  let(:subtitle) { abroad.fetch(language)[1] }
  let(:heads) { abroad.fetch(language)[2] }
  let(:long) { abroad.fetch(language)[3] * 2 }

  def text(words, **form) = {runs: [{text: words, **form}]}

  # A chapter whose title and headings are bold lines.
  def by_hand(**body)
    [{align: "center", **text(title, bold: true, size: 22)}, *heads.flat_map { |head|
      [text(head, bold: true, size: 15), *Array.new(2) { text(long, **body) }]
    }]
  end

  def bring(paragraphs)
    Web.bring("Überblick.docx", Outside.written_by_python(paragraphs, language))
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#pages .para[data-p]")
  end

  # Several lines in one entry.
  def lines(*all, says:)
    key "t", gives: "#try-line:focus"
    all[0..-2].each do |words|
      write(words)
      find("#try-line").send_keys(%i[shift enter])
    end
    entry all.last, says: says
  end

  def apply_the_plan
    key "5", gives: ".plan .plan-line"
    count
    click_button "Apply the plan"
    expect(page).to have_css("#pages .para[data-p]")
  end

  def delivered = NorvelWeb::Workbench.new(row.id).delivery

  # What python-docx makes of it: paragraphs with words, and the styles by their names.
  def read_back
    bytes = delivered
    styles = Outside.sheet(bytes)[:styles]
    paragraphs = Outside.resolve([bytes], more: true).first.map do |one|
      one.merge(text: one[:runs].map { |run| run[:text] }.join, called: styles[one[:style].to_sym]&.fetch(:name))
    end
    [paragraphs, styles.values.to_h { |style| [style[:name], style.merge(over: styles[style[:parent]&.to_sym]&.fetch(:name))] }]
  end

  def nothing_lost(before) =
    expect(read_back.first.map { |one| one[:text] }.join.gsub(/\s/, ""))
      .to eq(before.map { |one| (one[:runs] || []).map { |run| run[:text] }.join }.join.gsub(/\s/, ""))

  describe "in English" do
    let(:language) { "en-GB" }

    it "one paragraph double-spaced, and then everything: 2 and 2" do
      bring(
        given = [{style: "Heading 1", **text(heads[0])}, text(long), {line: 1.5, **text(long)}, {style: "Quote", **text(long)}, text(long)]
      )
      click_paragraph ids[1]
      @actions = 0
      line "double spaced", says: "Tried line spacing 2 on 1 paragraph"
      expect(read_back.first.map { |one| one[:line] }).to eq([nil, "480", "360", nil, nil]).or eq(["276", "480", "360", "276", "276"])
      line "Everything: double spaced", says: "Restyled"
      expect(read_back.first.map { |one| one[:line] }).to eq(["480"] * 5)
      expect(@actions).to be <= 4
      nothing_lost(given)
    end

    it "parents and next styles for headings and title: 5" do
      bring(
        [{style: "Title", **text(title)}, {style: "Heading 1", **text(heads[0])}, text(long),
          {style: "Heading 2", **text(heads[1])}, text(long)]
      )
      lines "Title from Normal then Subtitle", "heading 1 from Title then Normal", "heading 2 from heading 1 then Normal", says: "Restyled"
      _, styles = read_back
      expect(styles.values_at("Title", "heading 1", "heading 2").map { |style| style[:over] }).to eq(["Normal", "Title", "heading 1"])
      sheet = now.sheet
      expect(["Title", "heading 1", "heading 2"].map { |name| sheet[sheet.named(name).next_style].name }).to eq(%w[Subtitle Normal Normal])
      expect(@actions).to be <= 5
    end
  end

  describe "in German" do
    let(:language) { "de-DE" }

    it "title, headings, next style, another sheet, one style changed, numbers, a recolour adopted: 10" do
      bring(given = by_hand)
      apply_the_plan
      line "Report text: 11 pt, 6 pt after", says: "Restyled “Report text”"
      key "2", gives: ".views [aria-current]", text: "Outline"
      click_on "Number the headings", gives: "Numbered the headings"
      key "1", gives: "#pages .para[data-p='#{now.paragraphs.first.id}']"
      head = now.paragraphs.find { |paragraph| paragraph.text == heads[0] }
      execute_script("document.getElementById('page-#{layout(now).page_of(head.id)}').scrollIntoView()")
      click_paragraph head.id
      key "t"
      expect(page).to have_css("#try-line:focus")
      keys "dark green"
      key "l", chord: :alt, gives: "#message", text: "adopted"
      paragraphs, styles = read_back
      titles = paragraphs.select { |one| heads.include?(one[:text].strip) }
      expect(titles.map { |one| [one[:runs].map { |run| run[:color] }.uniq, one[:numbered]] }).to eq([[["006400"], true]] * 3)
      texts = paragraphs.select { |one| one[:text].start_with?(long[0, 20]) }
      expect(texts.map { |one| [one[:runs].first[:size_pt], one[:space_after_pt], one[:align]] }).to eq([[11.0, 6.0, "justify"]] * 6)
      expect(paragraphs.find { |one| one[:text] == title }[:called]).to eq("Title")
      expect(styles.keys).to include("Title", "heading 1")
      expect(@actions).to be <= 10
      expect(paragraphs.map { |one| one[:text] }).to include(*given.map { |one| one[:runs].first[:text].strip })
    end
  end

  describe "in French" do
    let(:language) { "fr-FR" }

    it "a form of thirty combinations to four styles: 12" do
      kinds = {heading: {bold: true, size: 18}, topic: {bold: true, size: 13}, body: {size: 11}, step: {size: 11}}
      fonts = %w[Arial Calibri Carlito]
      paragraphs = 3.times.flat_map do |chapter|
        font = fonts[chapter]
        [{before: 12 + chapter, **text("#{chapter + 1}. #{heads[chapter]}", font: font, **kinds[:heading])},
          text(long, font: font, **kinds[:body]),
          {after: 2 + chapter, **text("#{chapter + 1}.1 #{heads[(chapter + 1) % 3]}", font: font,
            color: %w[333333 444444 000000][chapter], **kinds[:topic])}, text(long, font: font, **kinds[:body], size: 10.5 + chapter * 0.5),
          *3.times.map { |step| text("•\t#{heads[step]} : #{long[0, 60].strip}.", font: font, **kinds[:step]) },
          {align: "justify", **text(long, font: font, **kinds[:body], color: "222222")}]
      end
      bring(paragraphs)
      row.update!(guide: "marrowby-handbook")
      visit "/manuscripts/#{row.id}"
      expect(page).to have_css("#pages .para[data-p]")
      expect(paragraphs.map { |paragraph| paragraph.except(:runs).merge(paragraph[:runs].first.except(:text)) }.uniq.size).to be >= 12
      apply_the_plan
      found, = read_back
      expect(found.reject { |one| one[:text].strip.empty? }.map { |one| one[:called] }.tally.size).to eq(4)
      found.group_by { |one| one[:called] }.each_value do |same|
        expect(same.map { |one|
          [one[:align], one[:space_before_pt], one[:space_after_pt], one[:runs].map { |run|
            run.slice(:size_pt, :font_family, :bold, :color)
          }.uniq]
        }.uniq.size).to eq(1)
      end
      expect(@actions).to be <= 12
    end
  end

  describe "in Spanish" do
    let(:language) { "es-ES" }

    it "headings, next style and one change everywhere: 6" do
      bring(given = by_hand)
      key "c", gives: "#pattern:focus"
      entry "bold, 15 pt", into: "#pattern"
      expect(page).to have_css(".slip-place", text: "3 paragraphs chosen")
      line "heading 1", says: "Gave 3 paragraphs the style “heading 1”"
      line "heading 1 then Normal: 16 pt, navy, 12 pt after", says: "Restyled “heading 1”"
      paragraphs, = read_back
      titles = paragraphs.select { |paragraph| heads.include?(paragraph[:text]) }
      expect(titles.map { |one| [one[:called], one[:space_after_pt], one[:runs].first.values_at(:size_pt, :color)] })
        .to eq([["heading 1", 12.0, [16.0, "000080"]]] * 3)
      expect(now.sheet[now.sheet.named("heading 1").next_style].name).to eq("Normal")
      expect(@actions).to be <= 6
      nothing_lost(given)
    end
  end

  describe "in Polish" do
    let(:language) { "pl-PL" }

    it "title, subtitle, three headings and body by a printed specimen: 5" do
      given = [{style: "Title", **text(title)}, {style: "Subtitle", **text(subtitle)}, *(1..3).flat_map { |level|
        [{style: "Heading #{level}", **text(heads[level - 1])}, text(long)]
      }]
      bring(given)
      specimen = ["Title: 20 pt, bold, centred, 24 pt after", "Subtitle: 14 pt, italic, centred",
        "heading 1: 16 pt, bold, 18 pt before, 6 pt after", "heading 2: 13 pt, bold, 12 pt before",
        "heading 3: 12 pt, italic, not bold, 8 pt before", "Normal: 12 pt Caladea, one and a half spaced, justified"]
      lines(*specimen, says: "Restyled")
      paragraphs, = read_back
      seen = ->(name) {
        paragraphs.select { |paragraph| paragraph[:called] == name }.map do |one|
          [one[:runs].first.values_at(:size_pt, :bold, :italic), one[:align], one[:space_before_pt], one[:space_after_pt]]
        end
      }
      expect(seen["Title"]).to eq([[[20.0, true, false], "center", 0.0, 24.0]])
      expect(seen["Subtitle"].map { |one| one.first(2) }).to eq([[[14.0, false, true], "center"]]).or eq([[[14.0, true, true], "center"]])
      expect(seen["heading 1"]).to eq([[[16.0, true, false], "start", 18.0, 6.0]])
      expect(seen["heading 2"].map { |one| one.values_at(0, 2) }).to eq([[[13.0, true, false], 12.0]])
      expect(seen["heading 3"].map { |one| one.values_at(0, 2) }).to eq([[[12.0, false, true], 8.0]])
      expect(paragraphs.select { |one| one[:called] == "Normal" }
        .map { |one| [one[:runs].first.values_at(:size_pt, :font_family), one[:line], one[:align]] }).to eq([
          [[12.0, "Caladea"], "360", "justify"]
        ] * 3)
      expect(@actions).to be <= 5
      nothing_lost(given)
    end

    it "everything stripped, headings kept, four images described: 7" do
      picture = File.join(Dir.mktmpdir, "p.png").tap { |path| File.binwrite(path, Wild::PNG) }
      given = by_hand(font: "Arial", size: 11) + Array.new(4) { {image: picture} }
      bring(given)
      count
      click_button "Remove direct formatting everywhere"
      expect(page).to have_css("#message", text: "then removed direct formatting")
      key "7", gives: ".image-act"
      count
      first(".image-act textarea").click
      4.times { |number| entry "Obraz #{number + 1}", into: "#alt-#{number}" }
      expect(page).to have_no_text("An image has no text alternative")
      expect(now.paragraphs.flat_map(&:insets).map(&:alt)).to eq(["Obraz 1", "Obraz 2", "Obraz 3", "Obraz 4"])
      paragraphs, = read_back
      expect(paragraphs.select { |paragraph| heads.include?(paragraph[:text]) }.map { |one| one[:called] }.uniq).to eq(["heading 1"])
      expect(@actions).to be <= 7
      nothing_lost(given)
    end
  end
end
