# frozen_string_literal: true

module Norvel
  # Cross-references in the text: to headings, captions and pages, by the fields that make them. What they say, what they should say, and
  # which of them lead nowhere.
  class References
    # One reference: the run's place in its paragraph, what it `refers` to, what it says and should say (nil: not known how).
    Found = Value.define(:paragraph, :run, :refers, :says, wanted: nil, broken: false) do
      # @return [Boolean]
      def current? = broken || wanted.nil? || says.strip == wanted
    end

    KINDS = %i[folio text number note].freeze
    DEEPEST = 9 # level of headings

    # @param layout [Layout]
    def initialize(layout)
      @layout = layout
      @manuscript = layout.manuscript
    end

    # @return [Array<Found>] in the order of the text; those in contents and the like are theirs
    def all
      @all ||= (@manuscript.paragraphs + @manuscript.note_paragraphs).flat_map do |paragraph|
        next [] if paragraph.runs.none?(&:refers) || @manuscript.listed.include?(paragraph.id)

        paragraph.runs.each_with_index.filter_map { |run, index| found(paragraph, run, index) if KINDS.include?(run.refers&.what) }
      end
    end

    # @return [Array<Found>] that lead nowhere
    def broken = all.select(&:broken)

    # @return [Array<Found>] that say something else than they should
    def stale = all.reject(&:current?)

    # Numbers that fields count (§17.16.5.56), captions' for the most part: where one says another than its own.
    # @return [Array<Found>]
    def miscounted
      @miscounted ||= if counts?
        counts, begun, headings = Hash.new(0), {}, Hash.new(0)
        @manuscript.paragraphs.flat_map do |paragraph|
          (level = @layout.cascade.paragraph(paragraph)[:outline_level]) && (level..DEEPEST).each { |one| headings[one] += 1 }
          paragraph.runs.each_with_index.filter_map do |run, index|
            counted(paragraph, run, index, counts, begun, headings) if run.refers&.what == :count
          end
        end
      else
        []
      end
    end

    private

    def counts? = @manuscript.paragraphs.any? { |paragraph| paragraph.runs.any? { |run| run.refers&.what == :count } }

    # @param counts [Hash{String=>Integer}] what was counted so far @param begun [Hash{String=>Integer}] under how many headings that began
    # @param headings [Hash{Integer=>Integer}] how many headings of a level, or above it, stand before
    # @return [Found, nil]
    def counted(paragraph, run, index, counts, begun, headings)
      name, resets = run.refers.to, run.refers.resets
      if resets
        counts[name] = 0 unless begun[name] == headings[resets]
        begun[name] = headings[resets]
      end
      counts[name] = (resets == false) ? run.text.to_i : counts[name] + 1
      return if run.text.strip == counts[name].to_s || !run.text.strip.match?(/\A\d+\z/)

      Found.new(paragraph: paragraph.id, run: index, refers: run.refers, says: run.text, wanted: counts[name].to_s)
    end

    def found(paragraph, run, index)
      target = @manuscript.anchors[run.refers.to]
      gone = target.nil? || @manuscript.paragraph(target).nil?
      Found.new(paragraph: paragraph.id, run: index, refers: run.refers, says: run.text, broken: gone,
        wanted: gone ? nil : wanted(run, target))
    end

    def wanted(run, id)
      case run.refers.what
      when :folio then (page = @layout.page_of(id)) && @layout.pages[page - 1].folio
      when :number then @layout.labels[id]&.delete_suffix(".")
      when :text then words(run.text, @manuscript.paragraph(id))
      end
    end

    # The label and number of a caption, or all of a heading, whichever it said so far.
    def words(said, paragraph)
      text = paragraph.text.tr("\n\t", "  ").squeeze(" ").strip
      return text if Captions.kind_counted(paragraph).nil?

      label = text[Captions::BEGINS]&.strip
      said.strip.match?(/\A#{Captions::BEGINS.source}\z/i) ? label : nil
    end
  end
end
