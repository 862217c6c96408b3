# frozen_string_literal: true

require_relative "side_by_side/alignment"
require_relative "side_by_side/words"
require_relative "side_by_side/values"

module Norvel
  # Two manuscripts, or two states of one, side by side: what differs in words, in how paragraphs and words in them come out, in styles
  # and pages.
  #
  #   both = SideBySide.new(Examination.new(one), Examination.new(other))
  #   both.text.first.kind       # :changed
  class SideBySide
    # Something in the text: a paragraph :added, :removed, :moved or :changed. `before` and `after` are indexes, nil where there is none.
    Text = Value.define(:kind, before: nil, after: nil, was: nil, is: nil)

    # A value that a paragraph comes to, or, from `start` to `end`, words in it.
    Formatting = Value.define(:before, :after, :property, :was, :is, start: nil, end: nil)

    # A style :added, :removed or :changed.
    Style = Value.define(:name, :kind, properties: [])

    # @return [Examination]
    attr_reader :before, :after

    # @param before [Examination] @param after [Examination]
    # @param known [Boolean] whether they are states of one manuscript, whose paragraphs are told by their ids
    def initialize(before, after, known: false)
      @before = before
      @after = after
      @known = known
      @alignment = aligned(&:paragraphs)
      @values = Values.new(before, after)
    end

    # @return [Array<Array(Integer, Integer)>] indexes of paragraphs that stand in both
    def pairs = @alignment.pairs

    # @return [Array<Text>] in the order of the manuscript that is, what is gone where it stood
    def text = @text ||= differences(@alignment, *[before, after].map { |one| one.manuscript.paragraphs })

    # @return [Array<Text>] the same of words in notes, headers, footers, text boxes and comments; their indexes are among these
    def beside
      @beside ||= differences(aligned { |one| others(one) }, *[before, after].map { |one| others(one.manuscript) })
        .reject { |one| [one.was, one.is].all? { |words| words.to_s.strip.empty? } }
    end

    # @return [Array<Formatting>] of whole paragraphs, by what they come to
    def formatting = @formatting ||= pairs.flat_map { |was, is| @values.of_paragraph(was, is) }

    # @return [Array<Formatting>] of words in paragraphs whose text is the same
    def spans = @spans ||= pairs.flat_map { |was, is| @values.of_words(was, is) }

    # @return [Array<Style>] by name
    def styles
      @styles ||= begin
        old, new = [before, after].map { |one| one.manuscript.sheet.styles.values.to_h { |style| [style.name, style] } }
        gone = (old.keys - new.keys).map { |name| Style.new(name: name, kind: :removed) }
        come = (new.keys - old.keys).map { |name| Style.new(name: name, kind: :added) }
        both = (old.keys & new.keys).filter_map do |name|
          properties = Properties.differing(old[name].properties, new[name].properties)
          properties -= [:numbering] if numbered(before, old[name]) == numbered(after, new[name])
          ties = (parent_name(before, old[name]) == parent_name(after, new[name])) ? [] : [:parent]
          Style.new(name: name, kind: :changed, properties: ties + properties) if (ties + properties).any?
        end
        both + come + gone
      end
    end

    # @return [Integer, nil] the first page that does not have the same lines in the same places
    def first_page
      return @first_page if defined?(@first_page)

      one, other = [before, after].map { |state| state.layout.pages }
      found = (0...[one.size, other.size].max).find do |index|
        one[index].nil? || other[index].nil? || !same_lines?(one[index], other[index])
      end
      @first_page = found && found + 1
    end

    # @return [Array<Array(Integer, Integer)>] every paragraph of either, next to its like: indexes, nil where there is none
    def rows = @alignment.rows

    # @return [Array<Array(Integer, Integer)>] those rows that anything differs in
    def differing_rows
      @differing_rows ||= begin
        words = text.map { |one| [one.before, one.after] }
        values = (formatting + spans).map { |one| [one.before, one.after] }
        rows & (words + values)
      end
    end

    # Where the paragraphs stand on the pages of both, so that one can follow the other.
    # @return [Array<Array>] of each row that stands on a page: page and points from its top before, the same after (nil where it does not
    #   stand), and whether anything differs in it
    def places
      @places ||= begin
        tops = [before, after].map { |one| tops(one) }
        differing = differing_rows.to_set
        rows.filter_map do |row|
          was, is = row.zip([before, after], tops).map { |at, one, all| at && all[one.manuscript.paragraphs[at].id] }
          [*(was || [nil, nil]), *(is || [nil, nil]), differing.include?(row)] if was || is
        end
      end
    end

    # @param row [Array(Integer, Integer)]
    # @return [Array<Words::Piece>] its words, those that came and those that went
    def words(row)
      one, other = paragraphs(*row)
      return Words.between(told(after, other), told(after, other)) if one && other && same_words?(one, other)

      Words.between(one ? told(before, one) : "", other ? told(after, other) : "")
    end

    # @return [Boolean] whether nothing differs
    def same? = text.empty? && beside.empty? && formatting.empty? && spans.empty? && styles.empty? && first_page.nil?

    # @return [Hash{Symbol=>Integer}] how many paragraphs were added, removed, moved and changed
    def sums = {added: 0, removed: 0, moved: 0, changed: 0}.merge(text.map(&:kind).tally)

    # @return [Hash{Symbol=>Integer}] paragraphs by the property that differs in them, the most frequent first
    def properties = (formatting + spans).group_by(&:property).transform_values { |all| all.map(&:after).uniq.size }
      .sort_by { |_, count| -count }.to_h

    private

    # @yieldparam manuscript [Manuscript] @yieldreturn [Array<Manuscript::Paragraph>]
    def aligned
      Alignment.new(yield(before.manuscript), yield(after.manuscript), known: @known,
        words: ->(paragraph, later) { told(later ? after : before, paragraph) })
    end

    # @return [Hash{Integer=>Array(Integer, Float)}] by paragraph the page it begins on, and where
    def tops(examined)
      examined.layout.pages.each_with_object({}) do |page, found|
        page.placed.each { |one| found[one.paragraph.id] ||= [page.number, one.y.round(1)] if one.paragraph }
      end
    end

    def others(manuscript) = manuscript.note_paragraphs + manuscript.margin_paragraphs + manuscript.aside_paragraphs

    def differences(alignment, old, new)
      alignment.rows.filter_map do |was, is|
        one, other = was && old[was], is && new[is]
        said = {before: was, after: is, was: one && told(before, one), is: other && told(after, other)}
        next Text.new(kind: is.nil? ? :removed : :added, **said) if was.nil? || is.nil?
        next Text.new(kind: :changed, **said) unless same_words?(one, other)

        Text.new(kind: :moved, **said) if alignment.moved?(is)
      end
    end

    # The words as they are read: with the label that a list gives.
    def told(examined, paragraph)
      label = examined.layout.labels[paragraph.id].to_s
      label.empty? ? paragraph.text : "#{label} #{paragraph.text}"
    end

    # A number that was typed and is a list's now is the same number.
    def same_words?(one, other)
      labels = [before.layout.labels[one.id].to_s, after.layout.labels[other.id].to_s]
      return one.text == other.text if labels.uniq.size == 1

      [told(before, one), told(after, other)].map { |text| text.gsub(/[[:space:]]+/, " ").strip }.uniq.size == 1
    end

    def paragraphs(was, is) = [was && before.manuscript.paragraphs[was], is && after.manuscript.paragraphs[is]]

    # What its number looks like: which list makes it is a file's own.
    def numbered(examined, style)
      ref = style.properties[:numbering] or return
      level = examined.manuscript.lists[ref.list]&.levels&.[](ref.level)
      [ref.level, level&.format, level&.text]
    end

    def parent_name(examined, style) = examined.manuscript.sheet[style.parent]&.name

    PLACES = 0.3 # points, a tenth of a millimetre: what no eye sees, and what the rounding of files comes to down a page

    # Everything that stands on it, headers, footers and notes too.
    def same_lines?(page, other)
      old, new = [page, other].map { |one| one.placed.reject(&:hidden?) }
      near?(page.width, other.width) && near?(page.height, other.height) && old.size == new.size && old.zip(new).all? do |was, is|
        line(was) == line(is) && near?(was.x, is.x) && near?(was.baseline, is.baseline)
      end
    end

    def line(placed) = [placed.line.start, placed.line.end, placed.paragraph&.text]

    def near?(one, other) = (one - other).abs <= PLACES
  end
end
