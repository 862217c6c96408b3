# frozen_string_literal: true

require "digest"
require_relative "fonts/book"
require_relative "layout/formats"
require_relative "layout/hyphenation"
require_relative "layout/paragraph_lines"
require_relative "layout/run_in"
require_relative "layout/line_store"
require_relative "layout/setter"
require_relative "layout/page"
require_relative "layout/frames"
require_relative "layout/flow"
require_relative "layout/table_rows"
require_relative "layout/page_builder"
require_relative "layout/note_numbers"

module Norvel
  # The manuscript on pages: lines from true font metrics, page turns with their reasons.
  #
  #   layout = Layout.new(manuscript)
  #   layout.pages.first.turn.reason   # :full
  #   layout.page_of(paragraph.id)     # 3
  #
  # A LineStore given again to the next layout saves breaking unchanged paragraphs anew.
  class Layout
    ROUNDS = 5 # layouts until what depends on pages stays

    attr_reader :manuscript, :cascade, :pages, :labels, :approximations

    # @param manuscript [Manuscript]
    # @param fonts [Fonts::Book]
    # @param store [LineStore, nil] of the layout before
    def initialize(manuscript, fonts: Fonts::Book.shipped, store: nil, cascade: nil)
      @manuscript = manuscript
      @fonts = fonts
      @cascade = cascade || Cascade.new(manuscript)
      @labels = ListLabels.for(manuscript, @cascade)
      @store = store || LineStore.new(fonts)
      @store.turn
      @approximations = []
      build
    end

    # @return [FormatTable] of its formats in points
    def formats = @store.formats

    # @return [String] a sign of its sheets of paper: how many, how large, with which folios; the same where only ink differs
    def papers = @papers ||= Digest::SHA256.hexdigest(pages.map { |page| [page.folio, page.width, page.height] }.inspect)[0, 20]

    def inspect = "#<#{self.class} of #{pages&.size} pages>"

    # What an approximation is, in words.
    WORDS = {text_box: "a text box of another kind", equation: "an equation", chart: "a chart",
             object: "an object, uneven columns, line numbers or lines on a grid", right_to_left: "text from right to left",
             vertical_text: "upright text", font: "signs that no font here has, or a script that is not laid out",
             overflow: "what has to stay together is larger than its room",
             float: "text beside something floating"}.freeze

    # @param page [Page]
    # @return [Array<String>] why it is not exact
    def why_inexact(page)
      kinds = approximations.select { |one| one.page == page.number }.map { |one| WORDS.fetch(one.kind, one.kind.to_s.tr("_", " ")) }.uniq
      kinds + ((page.placed.all? { |placed| placed.setting.exact? }) ? [] : ["a font that is not here"])
    end

    # @param id [Integer] of a paragraph
    # @return [Integer, nil] the physical page of its first line, from 1
    def page_of(id) = first_pages[id]

    # @return [Array<Fonts::Book::Match>] of families that are not here themselves
    def substitutions
      @substitutions ||= families.map { |family| @fonts.match(family) }.reject { |match| match.match == :exact } | characters_elsewhere
    end

    # @param page [Page]
    # @return [Boolean] whether every metric on it is right and everything is laid out truly
    def exact_page?(page) = !untrue_pages.key?(page.number) && page.placed.all? { |placed| placed.setting.exact? }

    # @return [Boolean] true when every metric is right and everything is laid out truly
    def exact? = approximations.empty? && substitutions.all? { |match| match.match == :metric }

    # @return [Array<Placed>] the body lines of a paragraph, over all pages
    def lines_of(id)
      text = -> { pages.flat_map(&:placed).select { |placed| %i[body cell].include?(placed.area) } }
      @lines_of ||= text.call.group_by { |placed| placed.paragraph.id }
      @lines_of.fetch(id, [])
    end

    private

    def build
      numbers = NoteNumbers.new(manuscript)
      @pages = pages_with(known = numbers.labels)
      if numbers.by_page?
        ROUNDS.times do
          break if (found = numbers.labels(@pages)) == known

          @pages = pages_with(known = found)
        end
      end
      note_untrue_things
      @approximations.uniq!
      @approximations.freeze
    end

    def pages_with(note_labels)
      @approximations.clear
      PageBuilder.new(manuscript, Setter.new(manuscript, cascade, @store, labels: labels, note_labels: note_labels), @approximations).pages
    end

    def untrue_pages = @untrue_pages ||= approximations.to_h { |one| [one.page, true] }

    # @return [Array<Array(Page, Placed)>] lines with characters that their face lacks
    def placed_stand_ins
      @placed_stand_ins ||= pages.each_with_object([]) do |page, found|
        page.placed.each { |placed| found << [page, placed] unless placed.setting.stand_ins.empty? }
      end
    end

    # Faces that stand in for single characters.
    def characters_elsewhere
      formats = placed_stand_ins.flat_map { |_, placed| placed.setting.stand_ins }.reject { |format| format.face.equal?(format.stands_for) }
      pairs = formats.map { |format| [format.stands_for.family, format.face.family] }.uniq
      pairs.map { |asked, used| Fonts::Book::Match.new(asked: asked, used: used, match: :fallback) }
    end

    def note_untrue_things
      placed_stand_ins.each do |page, placed|
        nowhere = placed.setting.stand_ins.any? { |format| format.face.equal?(format.stands_for) }
        @approximations << Approximation.new(kind: :font, page: page.number, paragraph: placed.paragraph.id) if nowhere
      end
      manuscript.paragraphs.each do |paragraph|
        paragraph.insets.filter_map { |inset| inset_kind(inset) }.each { |kind| approximate(kind, paragraph) } if paragraph.insets.any?
        approximate(:float, paragraph) if paragraph.carries.include?(:frame)
        approximate(:right_to_left, paragraph) if cascade.paragraph(paragraph)[:right_to_left]
        script = @store.script(paragraph)
        approximate(script, paragraph) if script
      end
      note_lost_sides
      manuscript.blocks.grep(Manuscript::Table).flat_map { |block| Manuscript.tables_in(block) }.each { |table| note_untrue_table(table) }
    end

    # Lines that were set beside something which stands on the page before.
    def note_lost_sides
      pages.each do |page|
        lost = page.placed.find { |placed| placed.setting.beside && placed.line.width.positive? }
        next if lost.nil? || page.floats.any? { |float| float.inset.anchor.wrap == :around }

        @approximations << Approximation.new(kind: :float, page: page.number, paragraph: lost.paragraph.id)
      end
    end

    def note_untrue_table(table)
      approximate(:float, Manuscript.paragraphs_in(table).first) if table.floating
      table.rows.flat_map(&:cells).select(&:turned).each do |cell|
        first = cell.blocks.flat_map { |block| Manuscript.paragraphs_in(block) }.first
        approximate(:vertical_text, first) if first
      end
    end

    def inset_kind(inset)
      case inset.kind
      when :equation then :equation
      when :object then :object
      when :symbol then :font
      when :anchor then untrue_anchor(inset)
      end
    end

    def untrue_anchor(inset)
      if Floating.floats?(inset) && (inset.what == :image || inset.box)
        Floating.true?(inset) ? nil : :float
      else
        {image: :float, drawing: :object}.fetch(inset.what, inset.what)
      end
    end

    def approximate(kind, paragraph)
      @approximations << Approximation.new(kind: kind, page: page_of(paragraph.id), paragraph: paragraph.id)
    end

    def first_pages
      @first_pages ||= pages.each_with_object({}) do |page, found|
        page.placed.each { |placed| found[placed.paragraph.id] ||= page.number unless placed.paragraph.nil? }
      end
    end

    def families
      manuscript.paragraphs.flat_map do |paragraph|
        texts = paragraph.runs.reject { |run| run.text.strip.empty? }.map { |run| cascade.run(paragraph, run) }
        (texts.empty? ? [cascade.mark(paragraph)] : texts).map { |formatting| formatting[:font_family] }
      end.uniq
    end
  end
end
