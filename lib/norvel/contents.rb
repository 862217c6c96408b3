# frozen_string_literal: true

module Norvel
  # What a list of contents (or of figures, of tables) should say by the pages as they are, and whether it does.
  #
  #   contents = Contents.new(layout)
  #   contents.entries(list)      # what it should hold
  #   contents.state(list)        # how it differs
  class Contents
    # One line: the heading or caption, its level, its text as the list has it, its folio.
    Entry = Value.define(:paragraph, :level, :text, folio: nil)

    # How a list differs from its entries: how many folios, how many texts, entries missing and too many.
    State = Value.define(folios: 0, texts: 0, missing: 0, surplus: 0) do
      # @return [Boolean]
      def current? = [folios, texts, missing, surplus].all?(&:zero?)

      # @return [String] "3 folios and 1 heading differ"
      def words
        parts = {"folio" => folios, "text" => texts, "missing entry" => missing, "entry too many" => surplus}.select do |_, count|
          count.positive?
        end
        parts = parts.map { |what, count| "#{count} #{(count == 1) ? what : many(what)}" }
        if parts.size > 1
          "#{parts[0..-2].join(", ")} and #{parts.last} differ"
        else
          "#{parts.first} #{parts.first&.start_with?("1 ") ? "differs" : "differ"}"
        end
      end

      private

      def many(what) = {"missing entry" => "missing entries", "entry too many" => "entries too many"}.fetch(what) { "#{what}s" }
    end

    # @param layout [Layout]
    def initialize(layout)
      @layout = layout
      @manuscript = layout.manuscript
      @cascade = layout.cascade
    end

    # @return [Array<Manuscript::ContentsList>] those whose paragraphs are still there
    def lists = @lists ||= @manuscript.contents.select { |list| [list.first, list.last].all? { |id| @manuscript.index_of(id) } }

    # @param list [Manuscript::ContentsList]
    # @return [Array<Entry>] in the order of the text
    def entries(list)
      @manuscript.paragraphs.filter_map do |paragraph|
        next if @manuscript.listed.include?(paragraph.id) || paragraph.blank?

        level = level(list, paragraph)
        Entry.new(paragraph: paragraph.id, level: level, text: text(paragraph), folio: folio(paragraph.id)) if level
      end
    end

    # @param list [Manuscript::ContentsList]
    # @return [Array<Manuscript::Paragraph>] the lines that it has now
    def lines(list) = ids(list).map { |id| @manuscript.paragraph(id) }.reject(&:blank?)

    # @param list [Manuscript::ContentsList]
    # @return [State]
    def state(list)
      wanted, has = entries(list), lines(list).map { |paragraph| split(paragraph, list) }
      pairs = aligned(wanted.map { |entry| bare(entry.text) }, has.map { |text, _| bare(text) })
      State.new(folios: list.folios ? pairs.count { |want, is| want && is && has[is][1] != wanted[want].folio } : 0,
        texts: [pairs.count { |want, is| is.nil? && want }, pairs.count { |want, is| want.nil? && is }].min,
        missing: [pairs.count { |want, is| want && is.nil? } - pairs.count { |want, is| want.nil? && is }, 0].max,
        surplus: [pairs.count { |want, is| want.nil? && is } - pairs.count { |want, is| want && is.nil? }, 0].max)
    end

    # @return [String] a paragraph as a list has it: its number, a space, its words in one line
    def text(paragraph)
      label = @layout.labels[paragraph.id]
      words = paragraph.text.tr("\n\t\f\u{FFFC}", "   ").delete("\u{AD}").squeeze(" ").strip
      label.to_s.empty? ? words : "#{label} #{words}"
    end

    private

    def ids(list)
      from, to = [list.first, list.last].map { |id| @manuscript.index_of(id) }
      @manuscript.paragraphs[from..to].map(&:id)
    end

    def folio(id) = (page = @layout.page_of(id)) && @layout.pages[page - 1].folio

    def level(list, paragraph)
      return (Captions.kind_counted(paragraph) == list.of) ? 1 : nil if list.kind == :captions

      style = @manuscript.sheet[paragraph.style]
      named = list.styles.find { |name, _| [style&.name, style&.file_name].any? { |own| own&.casecmp?(name) } }&.last
      return named if named

      level = @cascade.paragraph(paragraph)[:outline_level] or return
      within = list.levels.nil? || level.between?(*list.levels)
      level if within && (list.by.include?(:level) || (list.by.include?(:style) && heading_style?(style)))
    end

    # Contents by styles go by the standard's heading styles, and by those that stand under one or have a level of their own.
    def heading_style?(style) = style && !@manuscript.sheet.level_of(style).nil?

    # The text of an entry and the folio behind its last tab.
    def split(paragraph, list)
      return [paragraph.text, nil] unless list.folios

      text, tab, folio = paragraph.text.strip.rpartition("\t")
      tab.empty? ? [folio.sub(/(?<!\s)\s++\S+\z/, ""), folio[/\S+\z/]] : [text, folio.strip]
    end

    def bare(text) = text.gsub(/[[:space:]\u{AD}\u{FFFC}]/, "")

    # Which entries and lines are of one another: the longest common row of texts.
    # @return [Array<Array(Integer, Integer)>] indexes, nil where one has no partner
    def aligned(wanted, has)
      return wanted.each_index.map { |index| [index, index] } if wanted == has

      lengths = Array.new(wanted.size + 1) { Array.new(has.size + 1, 0) }
      wanted.each_index.reverse_each do |one|
        has.each_index.reverse_each do |other|
          longer = [lengths[one + 1][other], lengths[one][other + 1]].max
          lengths[one][other] = (wanted[one] == has[other]) ? lengths[one + 1][other + 1] + 1 : longer
        end
      end
      walk(wanted, has, lengths)
    end

    def walk(wanted, has, lengths)
      one = other = 0
      pairs = []
      while one < wanted.size && other < has.size
        if wanted[one] == has[other]
          pairs << [one, other]
          one += 1
          other += 1
        elsif lengths[one + 1][other] >= lengths[one][other + 1]
          pairs << [one, nil]
          one += 1
        else
          pairs << [nil, other]
          other += 1
        end
      end
      pairs + (one...wanted.size).map { |index| [index, nil] } + (other...has.size).map { |index| [nil, index] }
    end
  end
end
