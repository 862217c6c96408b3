# frozen_string_literal: true

require_relative "../support/outside"

# Reference: spec/reference/resolver.py, written from ISO/IEC 29500-1 §17.7.2–3 over python-docx's raw values.
RSpec.describe "Effective formatting against a second resolver" do
  # Styles with deep random chains; now and then a loop or a parent that is not there.
  def random_styles(random)
    toggles = %w[b i caps smallCaps strike]
    text = lambda do
      parts = toggles.select { random.rand < 0.35 }.map { |tag| "<w:#{tag}#{' w:val="0"' if random.rand < 0.3}/>" }
      font = %(<w:rFonts w:ascii="#{%w[Arial Calibri Cambria].sample(random: random)}"/>) if random.rand < 0.3
      colour = %(<w:color w:val="#{%w[FF0000 1F3864].sample(random: random)}"/>) if random.rand < 0.3
      size = %(<w:sz w:val="#{random.rand(16..40)}"/>) if random.rand < 0.5
      "#{font}#{parts.join}#{colour}#{size}"
    end
    block = lambda do
      keep = "<w:keepNext#{' w:val="false"' if random.rand < 0.5}/>" if random.rand < 0.3
      if random.rand < 0.6
        spacing =
          %(<w:spacing#{%( w:before="#{random.rand(0..400)}") if random.rand < 0.6}) +
          %(#{%( w:after="#{random.rand(0..400)}") if random.rand < 0.6}/>)
      end
      if random.rand < 0.6
        indent =
          %(<w:ind#{%( w:left="#{random.rand(0..900)}") if random.rand < 0.6}) +
          ((random.rand < 0.4) ? %( w:right="#{random.rand(0..900)}") : "") +
          [%( w:firstLine="#{random.rand(0..500)}"), %( w:hanging="#{random.rand(0..500)}"), ""].sample(random: random) + "/>"
      end
      align = %(<w:jc w:val="#{%w[left center right both].sample(random: random)}"/>) if random.rand < 0.4
      "#{keep}#{spacing}#{indent}#{align}"
    end
    paragraphs = (0..14).map do |number|
      parent = (number.zero? || random.rand < 0.1) ? %w[P14 Gone].sample(random: random) : "P#{random.rand(0...number)}"
      %(<w:style w:type="paragraph"#{' w:default="1"' if number == 3} w:styleId="P#{number}">) +
        %(<w:name w:val="Style #{number}"/>#{%(<w:basedOn w:val="#{parent}"/>) if random.rand < 0.9}<w:pPr>#{block.call}</w:pPr>) +
        %(<w:rPr>#{text.call}</w:rPr></w:style>)
    end
    characters = (0..6).map do |number|
      %(<w:style w:type="character" w:styleId="C#{number}">) +
        %(<w:name w:val="Mark #{number}"/>#{%(<w:basedOn w:val="C#{random.rand(0..6)}"/>) if random.rand < 0.8}) +
        %(<w:rPr>#{text.call}</w:rPr></w:style>)
    end
    [(paragraphs + characters).join, text, block]
  end

  def random_file(seed)
    random = Random.new(seed)
    styles, text, block = random_styles(random)
    docx(styles: styles) do |file|
      12.times do |number|
        runs = Array.new(3) do |index|
          file.text("word#{index} ",
            "#{%(<w:rStyle w:val="C#{random.rand(0..7)}"/>) if random.rand < 0.5}#{text.call if random.rand < 0.5}")
        end
        file.paragraph(runs, "#{%(<w:pStyle w:val="P#{random.rand(0..15)}"/>) if random.rand < 0.9}#{block.call if random.rand < 0.5}")
      end
    end
  end

  def ours(bytes)
    read = read(bytes)
    cascade = Norvel::Cascade.new(read)
    read.paragraphs.reject(&:in_table).map do |paragraph|
      block = cascade.paragraph(paragraph)
      lengths = %i[space_before space_after indent_start indent_end indent_first].to_h do |name|
        [:"#{name}_pt", Norvel::Lengths.points(block[name])]
      end
      lengths.merge(align: block[:align].to_s, keep_next: block[:keep_next], runs: paragraph.runs.map do |run|
        set = cascade.run(paragraph, run)
        {bold: set[:bold], italic: set[:italic], caps: set[:caps], small_caps: set[:small_caps], strike: set[:strike],
         size_pt: Norvel::Lengths.points(set[:size]), font_family: set[:font_family],
         color: set[:color]&.delete_prefix("#"), text: run.text}
      end)
    end
  end

  # Both sides as plain values in one order; no colour said is "auto".
  def plain(paragraphs)
    paragraphs.map do |paragraph|
      runs = paragraph[:runs].map { |run| run.merge(color: run[:color]&.downcase || "auto").sort.to_h }
      paragraph.merge(runs: runs).sort.to_h
    end
  end

  it "agrees on 160 files with deep random chains" do
    files = (1..160).map { |seed| random_file(seed) }
    pairs = files.map { |bytes| plain(ours(bytes)) }.zip(Outside.resolve(files).map { |paragraphs| plain(paragraphs) })
    expect(pairs.count { |mine, its| mine == its }).to eq(160)
  end

  it "agrees on the demo manuscripts" do
    files = Dir[File.join(Manuscripts::DEMO, "*.docx")].sort.map { |path| File.binread(path) }
    files.zip(Outside.resolve(files)).each do |bytes, paragraphs|
      mine, its = [ours(bytes), paragraphs].map { |list| plain(list) }
      without_text = ->(list) { list.map { |paragraph| paragraph.except(:runs) } }
      inked = ->(list) {
        list.flat_map { |paragraph| paragraph[:runs] }.reject { |run| run[:text].delete("\t\n\u{FFFC}").empty? }.map do |run|
          run.except(:text)
        end
      }
      expect(without_text.call(mine)).to eq(without_text.call(its))
      expect(inked.call(mine)).to eq(inked.call(its))
    end
  end
end
