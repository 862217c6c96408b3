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
require_relative "layout/drop_cap"
require_relative "layout/flow"
require_relative "layout/table_rows"
require_relative "layout/page_builder"
require_relative "layout/note_numbers"
require_relative "layout/approximations"

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
    # @param store [LineStore, nil] of the layout before; one of other fonts is of no use and not used
    def initialize(manuscript, store: nil, cascade: nil)
      @manuscript = manuscript
      @cascade = cascade || Cascade.new(manuscript)
      @labels = ListLabels.for(manuscript, @cascade)
      fonts = Fonts.of(manuscript)
      @store = store&.fonts.equal?(fonts) ? store : LineStore.new(fonts)
      @approximations = []
      @store.alone do
        @store.turn(manuscript)
        build
      end
    end

    # @return [FormatTable] of its formats in points
    def formats = @store.formats

    # @return [String] a sign of its sheets of paper: how many, how large, with which folios; the same where only ink differs
    def papers = @papers ||= Digest::SHA256.hexdigest(pages.map { |page| [page.folio, page.width, page.height] }.inspect)[0, 20]

    def inspect = "#<#{self.class} of #{pages&.size} pages>"

    # @param id [Integer] of a paragraph
    # @return [Integer, nil] the physical page of its first line, from 1
    def page_of(id)
      first_pages.fetch(id) { first_pages[id] = (beside_text(id) if manuscript.paragraph(id) && !manuscript.index_of(id)) }
    end

    # @return [Array<Fonts::Book::Match>] of families that are not here themselves
    def substitutions
      @substitutions ||=
        families.map { |family| @store.fonts.match(family) }.reject { |match| match.match == :exact } | characters_elsewhere
    end

    # @return [Hash{String=>Integer}] families that are asked for and the number of pages with text in them, the commonest first
    def pages_by_family
      pages = Hash.new { |found, family| found[family] = Set.new }
      each_part do |page, placed|
        (placed.paragraph&.runs || []).each do |run|
          pages[cascade.run(placed.paragraph, run)[:font_family]] << page.number unless run.text.strip.empty?
        end
      end
      pages.transform_values(&:size).sort_by { |_, count| -count }.to_h
    end

    # @return [Hash{Integer=>Array<String>}] the numbers of pages on which a metric is not right or something is not laid out truly, and why
    def inexact
      @inexact ||= begin
        said = approximations.group_by(&:page).transform_values { |same| same.map(&:words).uniq }
        pages.to_h { |page| [page.number, (said[page.number] || []) + unlike_metrics(page)] }.reject { |_, why| why.empty? }
      end
    end

    # @return [Hash{Integer=>Array<String>}] the numbers of pages whose lines may stand elsewhere, and why: what is not drawn, and moves no
    #   line, is none
    def unsure_of_lines
      @unsure_of_lines ||= begin
        said = approximations.select(&:moves?).group_by(&:page).transform_values { |same| same.map(&:words).uniq }
        pages.to_h { |page| [page.number, (said[page.number] || []) + unlike_metrics(page)] }.reject { |_, why| why.empty? }
      end
    end

    # @return [Array<Array(Page, Placed)>] lines with characters that the face asked for lacks
    def lines_with_stand_ins
      @lines_with_stand_ins ||= lines_where { |_, placed| !placed.setting.stand_ins.empty? }
    end

    # @yieldparam page [Page] @yieldparam first [Placed] of what stands together, where it is no plain text
    # @return [Array<Array(Page, Placed)>] all lines of those that are chosen
    def lines_where
      with = {}.compare_by_identity
      parts_apart.each { |page, placed| with[placed.setting] = true if yield(page, placed) }
      with.empty? ? [] : pages.select(&:apart).flat_map do |page|
        page.placed.select { |placed| with.key?(placed.setting) }.map { |placed| [page, placed] }
      end
    end

    # @return [Array<Array(Page, Placed)>] of what `each_part` gives that which is not plain: from right to left, beside something, with
    #   signs from another face, in a row that cuts off
    def parts_apart
      @parts_apart ||= [].tap do |found|
        each_part(pages.select(&:apart)) { |page, placed| found << [page, placed] if placed.cut || !placed.setting.ordinary? }
      end
    end

    # What stands together of one paragraph, page by page: what holds for all its lines is asked of one.
    # @param of [Array<Page>] @yieldparam page [Page] @yieldparam first [Placed] its first line there
    def each_part(of = pages)
      of.each do |page|
        last = nil
        page.placed.each do |placed|
          next if placed.setting.equal?(last)

          last = placed.setting
          yield page, placed
        end
      end
    end

    # @return [Boolean] true when every metric is right and everything is laid out truly
    def exact? = approximations.empty? && substitutions.all? { |match| match.match == :metric }

    # @return [Hash{String=>Integer}] the numbers of notes, however they are written
    def note_numbers = @note_numbers ||= NoteNumbers.new(manuscript).numbers(pages)

    # @return [Hash{String=>Integer}] the page of each note's mark
    def note_pages = @note_pages ||= NoteNumbers.pages_of_marks(pages)

    # @return [Array<Placed>] the body lines of a paragraph, over all pages
    def lines_of(id)
      @lines_of ||= pages.flat_map(&:text_lines).group_by { |placed| placed.paragraph.id }
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
      @approximations = (@approximations + Approximations.new(self, @store).to_a).uniq.freeze
    end

    def pages_with(note_labels)
      @approximations.clear
      PageBuilder.new(manuscript, Setter.new(manuscript, cascade, @store, labels: labels, note_labels: note_labels), @approximations).pages
    end

    def unlike_metrics(page) = (page.placed.all? { |placed| placed.setting.exact? }) ? [] : ["a font that is not here"]

    # Faces that stand in for single characters.
    def characters_elsewhere
      formats = lines_with_stand_ins.flat_map { |_, placed| placed.setting.stand_ins }.reject(&:nowhere?)
      pairs = formats.map { |format| [format.stands_for.family, format.face.family] }.uniq
      pairs.map { |asked, used| Fonts::Book::Match.new(asked: asked, used: used, match: :fallback) }
    end

    def first_pages
      @first_pages ||= pages.each_with_object({}) do |page, found|
        page.paragraphs.each { |paragraph| found[paragraph.id] ||= page.number if paragraph }
      end
    end

    # Of headers, footers and text boxes.
    def beside_text(id) = pages.find { |page| page.placed.any? { |placed| placed.paragraph&.id == id } }&.number

    def families
      manuscript.paragraphs.flat_map do |paragraph|
        texts = paragraph.runs.reject { |run| run.text.strip.empty? }.map { |run| cascade.run(paragraph, run) }
        (texts.empty? ? [cascade.mark(paragraph)] : texts).map { |formatting| formatting[:font_family] }
      end.uniq
    end
  end
end
