# frozen_string_literal: true

require "open3"
require_relative "../support/outside"
require_relative "../support/other_hands"
require_relative "../support/chromium"

# The PDF held against programs that are not ours: qpdf, poppler's pdffonts, pdfinfo, pdftotext and pdftoppm, and the browser's picture of
# the same SVG.
RSpec.describe Norvel::Formats::Pdf, :reference do
  def said(*command)
    output, errors, status = Open3.capture3(*command)
    raise "#{command.first}: #{errors}" unless status.success?

    output.force_encoding("UTF-8")
  end

  def in_file(bytes)
    Dir.mktmpdir do |folder|
      path = File.join(folder, "Überblick.pdf")
      File.binwrite(path, bytes)
      yield path
    end
  end

  let(:dressed) { tidied("night-ferries.docx") }
  let(:manuscripts) do
    own = %w[night-ferries.docx boat-shed-handbook.docx quayside-notice.docx].map { |name| [came(name), demo(name)] }
    others = (5_000...5_002).map { |seed| OtherHands.new(seed).bytes.then { |bytes| [read(bytes), bytes] } }
    own + others + [[dressed, demo("night-ferries.docx")]]
  end

  it "is sound, with every font in it" do
    Share.every(manuscripts, 3).each do |manuscript, source|
      in_file(Norvel::Formats.make(layout(manuscript), as: "pdf", source: source, name: "x")) do |path|
        expect(said("qpdf", "--check", path)).to include("No syntax or stream encoding errors found")
        fonts = said("pdffonts", path).lines.drop(2).map { |line| line.split[-5..-3] }
        expect(fonts).not_to be_empty
        expect(fonts).to all(eq(%w[yes yes yes]))
        expect(said("pdfinfo", path)).to match(/^Tagged:\s+yes/)
      end
    end
  end

  # Who hears it hears what the eye does not get; nothing of it is on the paper.
  it "cuts off what goes beyond the exact height of a row" do
    blocks = Array.new(12) { |index| paragraph(index, "Line #{index}").with(in_table: true) }
    row = Norvel::Manuscript::Row.new(cells: [Norvel::Manuscript::Cell.new(blocks: blocks)], height: 37 * 12_700, exact: true)
    pages = layout(on_page(Norvel::Manuscript::Table.new(id: "t0", rows: [row], columns: [2_000_000])))
    in_file(Norvel::Formats.make(pages, as: "pdf", source: nil, name: "x")) do |path|
      expect(said("pdftotext", path, "-").scan(/^Line \d+/).size).to eq(12)
      said("pdftoppm", "-r", "72", "-gray", path, path)
      picture = File.binread(Dir["#{path}*.pgm"].first)
      width, height = picture[/\AP5\s+(\d+)\s+(\d+)\s+255\s/].then { [$1.to_i, $2.to_i] } # rubocop:disable Style/PerlBackrefs
      rows = picture[-(width * height)..].bytes.each_slice(width).map(&:min)
      expect(rows.rindex { |darkest| darkest < 128 }).to be_between(83, 87) # the row goes from 50 to 87 points
    end
  end

  # Spaces apart, every letter in its order: headers and footers are no content, hyphens that only divide are gone. The reference takes long
  # over many pages: the report is looked at, tidied, with NORVEL_ALL.
  it "says the manuscript's words in order, by its structure" do
    manuscripts[1..(Share.count(-1, 2))].each do |manuscript, source|
      pages = layout(manuscript)
      in_file(Norvel::Formats.make(pages, as: "pdf", source: source, name: "x")) do |path|
        found = said("pdfinfo", "-struct-text", path).lines.filter_map { |line| line[/\A\s*"(.*)"\s*\z/m, 1] }.join
        order = ->(paragraphs) { paragraphs.map { |paragraph| "#{pages.labels[paragraph.id]}#{paragraph.text}" }.join }
        wanted = order[manuscript.paragraphs]
        # signs that no font here has are told as lost
        bare = ->(text) { text.gsub(/[[:space:]\u{FFFC}\u{AD}\u{200B}\u{2011}-]|\p{So}/, "") }
        notes = manuscript.notes.values.flat_map { |blocks| Norvel::Manuscript.paragraphs_of([blocks]) }
        expect(bare[found].length).to be >= bare[wanted].length
        rest = bare[found]
        missing = manuscript.paragraphs.reject(&:blank?).reject do |one|
          rest.include?(bare[one.text.split("\u{FFFC}").max_by(&:length).to_s][0, 40])
        end
        expect(missing.map(&:text)).to eq([])
        expect(notes.reject { |note| rest.include?(bare[note.text][1, 30].to_s) }.map(&:text)).to eq([])
        behind = 0
        lost = manuscript.paragraphs.reject { |one|
          one.blank? || one.in_table || manuscript.listed.include?(one.id) || one.text.length < 60
        }.reject do |one|
          at = rest.index(bare[one.text.split("\u{FFFC}").first.split("\n").first], behind) or next
          behind = at + 1
        end
        expect(lost.map(&:text)).to eq([]) # each stands behind the one before it
      end
    end
  end

  it "has each line where the layout has it" do
    pages = layout(dressed)
    in_file(Norvel::Formats.make(pages, as: "pdf", source: demo("night-ferries.docx"), name: "x")) do |path|
      drawn = Nokogiri::XML(said("pdftotext", "-bbox", path, "-")).remove_namespaces!.xpath("//page").map do |page|
        page.xpath("word").map { |word| [word["xMin"].to_f, word["yMax"].to_f, word.text] }
      end
      expect(drawn.size).to eq(pages.pages.size)
      off = 0
      all = 0
      pages.pages.zip(drawn) do |page, words|
        page.placed.each do |placed|
          piece = placed.setting.pieces(placed.line).first or next
          text = piece.text[/\A\p{L}+/] or next
          all += 1
          x = placed.x + piece.x
          near = words.select { |left, _, word| (left - x).abs < 0.5 && word.start_with?(text) }
          off += 1 if near.none? { |_, bottom, _| (bottom - placed.baseline).between?(-1, piece.format.size * 0.6) }
        end
      end
      expect(all).to be > 1_000
      expect(off).to be <= all / 500
    end
  end

  it "looks as the page on the bench does" do
    pages = layout(dressed)
    in_file(Norvel::Formats.make(pages, as: "pdf", source: demo("night-ferries.docx"), name: "x")) do |path|
      [5, 9].each do |number|
        ours = said("pdftoppm", "-r", "36", "-f", number.to_s, "-l", number.to_s, "-gray", path).b
        svg = Norvel::Drawing::PageSvg.new(pages, pages.pages[number - 1], style_marks: false, mark_up: false,
          window: [0, 0, pages.pages[number - 1].width, pages.pages[number - 1].height]).to_s
        theirs = Dir.mktmpdir do |folder|
          said("pdftoppm", "-r", "36", "-gray", Chromium.printed(page_of(svg, pages.pages[number - 1]), folder)).b
        end
        expect([number, difference(ours, theirs)]).to match([number, be < 0.02])
      end
    end
  end

  # The drawing with what the bench's style sheet says of ink.
  def page_of(svg, page)
    faces = Norvel::Fonts::Book.shipped.paths.map do |path|
      File.basename(path, ".*").then do |name|
        %(@font-face{font-family:"#{name}";src:url("file://#{path}")}.f-#{name}{font-family:"#{name}"})
      end
    end
    ink =
      "svg{width:#{page.width}pt;height:#{page.height}pt;display:block;font-kerning:none;font-variant-ligatures:none}" \
      "text{white-space:pre}.paper,.hit{fill:none}.rule{stroke:#6d7371;stroke-width:.5}" \
      ".border:not([stroke]),.ink,.leader{stroke:#000}.leader{stroke-width:.8}metadata{display:none}"
    sheet = "@page{size:#{page.width}pt #{page.height}pt;margin:0}body{margin:0}"
    "<!doctype html><meta charset='utf-8'><style>#{sheet}#{faces.join}#{ink}</style>#{svg}"
  end

  # @return [Float] the mean difference of two grey pictures, each blurred over 4 × 4 dots; 1 is black against white
  def difference(*pictures)
    one, other = pictures.map do |data|
      _, width, height, _, dots = data.match(/\AP5\s+(\d+)\s+(\d+)\s+(\d+)\s(.*)\z/mn).to_a.then do |all|
        [all[0], all[1].to_i, all[2].to_i, all[3], all[4].bytes]
      end
      (0...(height / 4)).flat_map do |y|
        (0...(width / 4)).map { |x| (0..3).sum { |down| (0..3).sum { |right| dots[(y * 4 + down) * width + x * 4 + right] } } / 16.0 }
      end
    end
    one.zip(other).sum { |a, b| (a - (b || 255)).abs } / one.size / 255
  end
end
