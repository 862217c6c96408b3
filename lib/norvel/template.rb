# frozen_string_literal: true

module Norvel
  # A guide as a file to begin with: empty, in its page design and styles; or with sample text in every style that says what goes where, its
  # parts, folios and contents made.
  module Template
    BEGINNING = %i[title heading_1 body].freeze # roles whose style the first paragraph may have

    # What stands in a template: the slot, and text that says what goes there. A table is its rows; its cells are of the slots named.
    SAMPLES = [
      [:title, "Title of the report"],
      [:subtitle, "Its subtitle, where there is one"],
      [:author, "Name of the author"],
      [:date, "Month and year"],
      [:heading_1, "Abstract", :front],
      [:abstract, "Say here in a few sentences what was asked, how it was looked into and what was found.", :front],
      [:heading_1, "Introduction"],
      [:body, "This is running text. Write over it, or place your own text here: the style of this paragraph gives it its " \
        "font, its spacing and its indents, so that nothing has to be set by hand."],
      [:body, "A second paragraph of running text shows how paragraphs are told apart."],
      [:heading_2, "A section of the chapter"],
      [:body, "A section has text of its own below its heading, and never stands alone on its level."],
      [:block_quotation, "A long quotation stands in a paragraph of its own, without quotation marks, in the style of quotations."],
      [:body, "After a quotation the running text goes on. A list follows:"],
      [:list_item, "\u2022 an item of a list without numbers,"],
      [:list_item, "\u2022 and another one."],
      [:heading_2, "Another section"],
      [:body, "A list with numbers is for steps that follow one another:"],
      [:list_item, "1. the first step,"],
      [:list_item, "2. and the second."],
      [:body, "Table 1 shows how a table is set."],
      [:caption, "Table 1. What the table shows"],
      [:table, [["What", "How much"], ["One thing", "12"], ["Another thing", "7"]]],
      [:body, "Below a table the running text goes on."],
      [:heading_1, "References"],
      [:reference_entry, "Author, First. Title of a book. Place: House, Year."],
      [:reference_entry, "Writer, Second. Title of another book. Place: House, Year."]
    ].freeze

    # What a long quotation goes on with where the guide wants it longer.
    QUOTED_ON = " It is set in from both margins or in smaller type, as its style says, and it is as long as the guide wants quotations " \
      "to be that stand by themselves. What is shorter stays in the text between quotation marks."

    STAYS = ["Abstract", "Introduction", "References"].freeze # headings that need no others

    module_function

    # @param guide [Guide] @param format [Formats::Format] of the file
    # @return [String] the bytes of a file with one empty paragraph, in the style of the title where the guide has one
    def bytes(guide, format: Formats.usual)
      bare = format.bare
      kept = KeptSheet.of_guide(guide)
      page = {"paper" => guide.page[:paper], "margin" => (guide.margins if guide.margins.any?)}.compact
      blank = read(bare, format)
      steps = [["swap_sheet",
        {"sheet" => JSON.parse(JSON.generate(kept.dump)), "mapping" => kept.beneath ? {} : {blank.sheet.default_id => kept.default_id}}]]
      steps << ["set_page_design", JSON.parse(JSON.generate(page))] unless page.empty?
      dressed = steps.reduce(blank) { |now, (name, parameters)| Changes.build(name, parameters).call(now) }
      signed(Formats.write(started(dressed, guide), source: bare), guide, format)
    end

    # @param guide [Guide] @param name [String, nil] what the file is to be called @param format [Formats::Format] of it
    # @return [String] the bytes of a file with sample text in the guide's styles, its parts, folios, captions and contents
    # @raise [ChangeRefused, FileError]
    def with_samples(guide, name: nil, format: Formats.usual)
      samples = samples_of(guide)
      source = format.bare(samples.map { |slot, text| STAYS.include?(text) ? {plain: text} : text })
      manuscript = read(source, format)
      slots = samples.flat_map do |slot, text|
        next [slot] unless text.is_a?(Array)

        text.each_with_index.flat_map { |row, index| [index.zero? ? :table_heading : :table_text] * row.size }
      end
      roles = Roles.said(manuscript, manuscript.paragraphs.map(&:id).zip(slots).to_h)
      named = manuscript.with(info: manuscript.info.with(title: samples.first.last, language: guide.language))
      signed(Formats.write(Plan.new(named, guide, roles: roles).apply, source: source, name: name), guide, format)
    end

    GUIDE, VERSION = "norvel-guide", "norvel-guide-version" # properties of a template's file

    # A template says whose it is, so that it is held against its own guide when it comes back.
    def signed(bytes, guide, format)
      format.with_properties(bytes, {GUIDE => guide.title, VERSION => guide.version}.compact.transform_values(&:to_s))
    end

    def read(bytes, format) = Formats.read(bytes, name: "template#{format.endings.first}")

    # @param bytes [String] a file
    # @return [Array(String, String), nil] title and version of the guide that it says it is of
    def guide_of(bytes)
      said = Formats.properties(bytes, format: (Formats.by_content(bytes) || Formats.usual).name)
      [said[GUIDE], said[VERSION]] if said[GUIDE]
    rescue FileError
      nil
    end

    # @return [Array<Array(Symbol, Object)>] of the samples those that the guide has a style for
    def samples_of(guide)
      has = ->(slot) { guide.family.members.key?(slot) }
      found = SAMPLES.select do |slot, _, part|
        next has[:abstract] && guide.parts.any? if part == :front
        next has[:caption] && has[:table_text] if %i[caption table].include?(slot)

        slot == :body || has[slot]
      end
      found = found.reject { |_, text| text == "References" } unless has[:reference_entry]
      found = found.reject { |_, text| text.to_s.start_with?("Table 1 shows", "Below a table") } unless has[:caption] && has[:table_text]
      found.map { |slot, text, _| [slot, (slot == :block_quotation) ? long_enough(text, guide) : text] }
    end

    def long_enough(text, guide)
      words = guide.rules.grep(Guide::Rules::ShortBlockQuotations).map(&:words).max.to_i
      text += QUOTED_ON while Choice.words(text) < words
      text
    end

    def started(manuscript, guide)
      style = BEGINNING.filter_map { |role| guide.styles.dig(role, :name) }.filter_map { |name| manuscript.sheet.named(name) }.first
      style ? Changes.build("apply_style", "style" => style.id, "paragraphs" => "all").call(manuscript) : manuscript
    end
    private_class_method :read, :signed, :started, :samples_of, :long_enough
  end
end
