# frozen_string_literal: true

module Norvel
  # What a manuscript is made of, in numbers that lead to their places: every row has a key, and every key its paragraphs.
  #
  #   makeup = Makeup.new(layout, roles: roles, looks: looks, appearance: appearance)
  #   makeup.groups["Formatted by hand"].first     # Row(what: "size", count: 256, key: "hand:size")
  #   makeup.places("hand:size")                   # ids of the paragraphs
  class Makeup
    # `count` is a number; `key` leads to the places, nil where there are none.
    Row = Value.define(:what, :count, key: nil)

    TYPED = {"tabs at the start" => /\A[ \u00A0]*\t/, "spaces at the start" => /\A[ \u00A0]{2,}(?!\t)/, "runs of spaces" => /\S {2,}\S/,
             "line breaks" => /\S[ \t]*\n/}.freeze

    # @param layout [Layout] @param roles [Roles] @param looks [Array<Looks::Look>] @param appearance [Appearance]
    def initialize(layout, roles:, looks:, appearance:)
      @layout = layout
      @manuscript = layout.manuscript
      @roles = roles
      @looks = looks
      @appearance = appearance
    end

    # @return [Hash{String=>Array<Row>}] by heading
    def groups
      {"The text" => text, "What stands in for formatting" => typed, "Formatted by hand" => by_hand, "Headings" => headings,
       "Styles" => styles, "Roles, as Norvel reads them" => roles, "Fonts asked for" => fonts}
    end

    # @param key [String] of a row; or "look:3" and "look:3.2" for a look and an exact variant of it, "mark:ital." for what the trade
    #   mark-up calls so, "read:17" for what is taken for the same as paragraph 17 for the same reason
    # @return [Array<Integer>] ids of body paragraphs in document order
    # @raise [ChangeRefused] when there is nothing of that name
    def places(key)
      kind, name = key.split(":", 2)
      case kind
      when "look" then of_look(name)
      when "hand" then by_hand_places.fetch(name.to_sym, [])
      when "level" then ids { |paragraph| level(paragraph) == name.to_i }
      when "style" then ids { |paragraph| paragraph.style == name || paragraph.runs.any? { |run| run.style == name } }
      when "role" then ids { |paragraph| @roles.of(paragraph.id).name.to_s == name }
      when "font" then ids { |paragraph| !paragraph.blank? && @appearance.of(paragraph)[:font_family] == name }
      when "mark" then Choice.by_mark(@manuscript, name).map(&:id)
      when "read" then read_alike(name.to_i)
      when "typed" then typed_places(name)
      when "holds" then ids { |paragraph| holds?(paragraph, name) }
      else raise ChangeRefused, "There is nothing called “#{key}” in a survey."
      end
    end

    # @return [Integer] runs between white space with a letter or digit, body only
    def words = @manuscript.paragraphs.sum { |paragraph| Manuscript.words_in(paragraph.text).count { |word| word.match?(/[[:alnum:]]/) } }

    private

    def paragraphs = @manuscript.paragraphs

    def ids(&chosen) = paragraphs.select(&chosen).map(&:id)

    def row(what, key) = Row.new(what: what, count: places(key).size, key: key)

    def text
      images = paragraphs.sum { |paragraph| paragraph.insets.count { |inset| inset.kind == :image } }
      [Row.new(what: "pages", count: @layout.pages.size), Row.new(what: "words", count: words),
        Row.new(what: "paragraphs", count: paragraphs.size), Row.new(what: "notes", count: @manuscript.notes.size, key: "holds:note"),
        Row.new(what: "tables", count: @manuscript.tables.size, key: "holds:table"),
        Row.new(what: "images", count: images, key: "holds:image")]
    end

    def typed
      [row("empty paragraphs", "typed:empty"), *TYPED.keys.map { |name| row(name, "typed:#{name}") },
        row("items of typed lists", "typed:lists"),
        row("typed numbers of headings", "typed:headings"), row("columns made with tabs", "typed:columns")]
    end

    def typed_places(name)
      case name
      when "empty" then ids(&:empty?)
      when "lists"
        Changes::ListsFromTyped.found(@manuscript, @layout.cascade, only: Changes::ListsFromTyped.possible(@manuscript, @roles))
          .flat_map { |list| list.items.map { |paragraph, _| paragraph.id } }
      when "headings" then ids { |paragraph| Roles.level(@roles.of(paragraph.id).name) && Changes::HeadingsFromTyped.typed(paragraph.text) }
      when "columns" then ids { |paragraph| Changes::TidyWhiteSpace.columns?(paragraph) }
      else ids do |paragraph|
        paragraph.text.match?(TYPED.fetch(name) { raise ChangeRefused, "There is nothing called “#{name}” in a survey." })
      end
      end
    end

    def by_hand =
      by_hand_places.sort_by { |_, found| -found.size }.map do |name, found|
        Row.new(what: Properties[name].label.downcase, count: found.size, key: "hand:#{name}")
      end

    # @return [Hash{Symbol=>Array<Integer>}] property to the paragraphs that have it by hand
    def by_hand_places
      @by_hand_places ||= paragraphs.each_with_object({}) do |paragraph, found|
        DirectFormatting.objectionable(paragraph).map(&:first).uniq.each { |name| (found[name] ||= []) << paragraph.id }
      end
    end

    def level(paragraph) = paragraph.blank? ? nil : @layout.cascade.paragraph(paragraph)[:outline_level]

    def headings
      levels = paragraphs.filter_map { |paragraph| level(paragraph) }.tally.sort
      left_out = (1..levels.map(&:first).max.to_i).to_a - levels.map(&:first)
      levels.map { |level, count| Row.new(what: "level #{level}", count: count, key: "level:#{level}") } + left_out.map do |level|
        Row.new(what: "level #{level}, left out", count: 0)
      end
    end

    def styles
      @manuscript.sheet.styles.keys.map { |id| row(@manuscript.sheet[id].name, "style:#{id}") }
        .select { |row| row.count.positive? }.sort_by { |row| -row.count }
    end

    def roles =
      paragraphs.reject(&:blank?).map { |paragraph| @roles.of(paragraph.id).name }.tally.sort_by { |_, count| -count }.map do |role, count|
        Row.new(what: role.to_s.tr("_", " "), count: count, key: "role:#{role}")
      end

    def fonts =
      paragraphs.reject(&:blank?).map { |paragraph| @appearance.of(paragraph)[:font_family] }
        .tally.sort_by { |_, count| -count }.map { |family, count| Row.new(what: family, count: count, key: "font:#{family}") }

    def holds?(paragraph, name) = (name == "table") ? paragraph.in_table : paragraph.insets.any? { |inset| inset.kind.to_s == name }

    def read_alike(id)
      told = ->(paragraph) { @roles.of(paragraph.id).then { |role| [role.name, role.reasons.first] } }
      example = @manuscript.paragraph(id) or raise ChangeRefused, "That paragraph is not there any more."
      wanted = told.call(example)
      ids { |paragraph| !paragraph.blank? && told.call(paragraph) == wanted }
    end

    def of_look(name)
      number, variant = name.split(".").map(&:to_i)
      look = @looks.find { |one| one.id == number } or raise ChangeRefused, "That look is not there any more."
      return look.paragraphs unless variant

      (look.variants[variant - 1] or raise ChangeRefused, "That variant is not there any more.").last.sort_by do |id|
        @manuscript.index_of(id)
      end
    end
  end
end
