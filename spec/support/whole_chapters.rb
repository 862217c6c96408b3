# frozen_string_literal: true

require_relative "other_hands"

# Chapters of real manuals from beginning to end, in their own order, as somebody typed them with formatting by hand: Debian's policy
# in English, its developers' reference in German and French, its reference in Spanish (packages debian-policy,
# developers-reference-de, developers-reference-fr, debian-reference-es). The mark-up of the manuals says what each paragraph is;
# where it does not (terms and their definitions, hints in boxes, labels of examples), the truth is nil.
class WholeChapters
  TEXTS = {"en-GB" => "/usr/share/doc/debian-policy/policy.html/ch-*.html",
           "de-DE" => "/usr/share/developers-reference/de/[bdlnprst]*s.html",
           "fr-FR" => "/usr/share/developers-reference/fr/[bdlnprst]*s.html", "es-ES" => "/usr/share/debian-reference/ch*.es.html"}.freeze
  PACKAGES = %w[debian-policy developers-reference-de developers-reference-fr debian-reference-es].freeze
  MOST = 260 # paragraphs
  BULLETS = ["•\t", "- ", "–\t", "* ", "o\t", "· "].freeze

  attr_reader :truth

  def self.here? = TEXTS.values.all? { |glob| Dir[glob].any? }

  # @param seed [Integer] which chapter, and by whose hand
  def initialize(seed)
    @random = Random.new(seed + 91_000)
    @language = TEXTS.keys[seed % 4]
    files = Dir[TEXTS[@language]].sort
    @files = [files[(seed / 4) % files.size], files[(seed / 4 + 1) % files.size]]
    @truth = []
    @body = pick([20, 21, 22, 24])
    @scheme = OtherHands::SCHEMES[pick(OtherHands::SCHEMES.keys - %i[all_bold plain])]
    @numbers = pick([nil, "", "."])
    @apart = pick(%i[indent space blank tab])
    @marks = [pick(["%d. ", "%d)\t", "(%d) "]), pick(BULLETS)]
    @indent = pick(["", %(<w:ind w:left="720" w:hanging="360"/>)])
  end

  # @return [String] the bytes of a .docx file; `truth` says the role of each paragraph
  def bytes
    styles =
      %(<w:style w:type="paragraph" w:default="1" w:styleId="a"><w:name w:val="Normal"/><w:rPr>) +
      %(<w:rFonts w:ascii="Cambria" w:hAnsi="Cambria"/><w:sz w:val="#{@body}"/></w:rPr></w:style>) +
      %(<w:style w:type="table" w:styleId="TableGrid"><w:name w:val="Table Grid"/></w:style>)
    @docx = Demo::DocxBuilder.new(title: "", styles: styles, language: @language)
    @files.each_with_index do |file, index|
      @most = MOST / 2 * (index + 1)
      page = Nokogiri::HTML(File.read(file, encoding: "UTF-8"), nil, "UTF-8")
      walk(page.at_css("div.body") || page.at_css("div[role=main]") || page.at_css("div.chapter") || page.at_css("body"))
    end
    @docx.bytes(section: %(<w:pgSz w:w="11906" w:h="16838"/><w:pgMar w:top="1417" w:right="1417" w:bottom="1134" w:left="1417"/>))
  end

  private

  def pick(list) = list.sample(random: @random)

  def words(node) = node.text.delete("¶").gsub(/[[:space:]]+/, " ").strip

  def add(role, text, paragraph: "", run: "")
    return if text.empty? || @truth.size > @most

    @truth << role
    @docx.paragraph([@docx.text(text, run)], paragraph)
    return unless @apart == :blank && %i[body].include?(role)

    @truth << :empty
    @docx.paragraph([])
  end

  def walk(node)
    node.element_children.each do |child|
      case child.name
      when /\Ah([1-6])\z/ then heading(child, $1.to_i)
      when "p" then add((child["class"] == "title") ? nil : :body, "#{"\t" if @apart == :tab}#{words(child)}", paragraph: body_format)
      when "ul" then items(child, @marks[1])
      when "ol" then items(child, @marks[0])
      when "pre" then child.text.lines.map(&:chomp).reject { |line| line.strip.empty? }.each do |line|
        add(:code, line, run: %(<w:rFonts w:ascii="Courier New" w:hAnsi="Courier New"/><w:sz w:val="#{@body - 2}"/>))
      end
      when "table" then table(child)
      when "dl" then child.element_children.each { |one| add(nil, words(one)) }
      when "nav", "aside", "script", "style", "img" then next
      else (child["class"].to_s.match?(/\b(tip|note|caution|warning|important|admonition|nav\w*|toc|related|abstract)\b/) &&
        child["class"] != "section") ? boxed(child) : walk(child)
      end
    end
  end

  # Hints and warnings: somebody would have to say what they are.
  def boxed(node) = node.css("p").each { |one| add(nil, words(one)) unless node["class"].to_s.match?(/nav|toc|related/) }

  def heading(node, level)
    @top ||= level
    text = words(node)
    number = text[/\A(?:(?:Capítulo|Chapter|Kapitel|Chapitre)[[:space:]]*)?([\dA-Z]+(?:\.\d+)*\.?)[[:space:]]/, 1].to_s.delete_suffix(".")
    depth = [number.empty? ? level - @top + 1 : number.split(".").size, 3].min
    bare = text.sub(/\A(?:(?:Capítulo|Chapter|Kapitel|Chapitre)[[:space:]]*)?[\dA-Z]+(?:\.\d+)*\.?[[:space:]]+/, "")
    return if bare.empty?

    paragraph, run = @scheme.call(@body, depth)
    add(:"heading_#{depth}", (@numbers.nil? || number.empty? || number.count(".") > 2) ? bare : "#{number}#{@numbers} #{bare}",
      paragraph: paragraph, run: run)
  end

  def items(node, mark)
    found = node.element_children.select { |child| child.name == "li" }
    found.each_with_index do |item, index|
      inner = item.element_children.select { |one| %w[ul ol].include?(one.name) }
      text = words(item.dup.tap { |copy| copy.css("ul, ol, pre, table, dl").remove })
      add((found.size > 1) ? :list_item : nil, "#{format(mark, index + 1)}#{text}", paragraph: @indent) unless text.empty?
      inner.each { |list| items(list, (list.name == "ul") ? @marks[1] : @marks[0]) }
    end
  end

  def table(node)
    rows = node.css("tr").map { |row| row.css("th, td").map { |cell| words(cell) } }.reject(&:empty?)
    width = rows.map(&:size).max.to_i
    return if width < 2 || rows.size < 2 || @truth.size + width * rows.size > @most

    heads = node.at_css("tr").css("th").size
    @docx.table(rows.map { |row| row + [""] * (width - row.size) }, [9000 / width] * width)
    @truth.concat(rows.each_with_index.flat_map { |row, at|
      Array.new(width) { |place|
        next :empty if row[place].to_s.empty?
        if at.zero?
          (heads == width) ? :table_heading : nil
        else
          :table_text
        end
      }
    })
  end

  def body_format = "#{%(<w:spacing w:after="120"/>) if @apart == :space}#{%(<w:ind w:firstLine="567"/>) if @apart == :indent}"
end
