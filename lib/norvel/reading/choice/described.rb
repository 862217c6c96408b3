# frozen_string_literal: true

module Norvel
  module Choice
    # Paragraphs by what is said of them, one thing after the other, with commas between: how many words, where they stand, what they are,
    # and how they come out, in the words of the line. "Not" before a condition turns it round. What is no condition is words that stand in
    # them.
    #
    #   described = Described.new(manuscript, "bold, not in tables, fewer than 12 words", layout, roles: roles)
    #   described.paragraphs
    #   described.said         # "bold: 14; not in tables: 380; fewer than 12 words: 40; together 9"
    class Described
      # What may be said, for those who begin.
      SAMPLES = ["40 words and more", "fewer than 12 words", "in quotation marks", "40 words and more, in quotation marks", "pages 3 to 7",
        "in tables", "not in tables", "captions", "headings", "block quotations", "bold, fewer than 12 words", "centred", "not 12 pt",
        "larger than 12 pt", "by hand", "empty", "part 2"].freeze

      # A pattern, and the method that makes a test of what it caught.
      CONDITIONS = {
        /(?:at least )?(\d{1,6})\+? words(?: (?:and|or) more)?/ => :words_from,
        /more than (\d{1,6}) words/ => :words_over,
        /at most (\d{1,6}) words/ => :words_up_to,
        /(?:fewer|less) than (\d{1,6}) words/ => :words_under,
        /in (?:quotation marks|quotes)/ => :in_quotes,
        /(?:on )?(?:pages?|p\.) ?(\d{1,6})(?: ?(?:-|–|to) ?(\d{1,6}))?/ => :on_pages,
        /in (?:a )?tables?/ => :in_table,
        /(?:formatted )?by hand/ => :by_hand,
        /(?:empty|blank(?: lines?)?)/ => :empty,
        /(?:in )?part (\d{1,4})/ => :in_part,
        /(?:in )?(?:the )?style (.+)/ => :in_style,
        /(?:larger|bigger) than (\d{1,4}(?:[.,]\d{1,2})? ?(?:pt|mm|cm)?)/ => :larger,
        /smaller than (\d{1,4}(?:[.,]\d{1,2})? ?(?:pt|mm|cm)?)/ => :smaller
      }.transform_keys { |pattern| /\A#{pattern.source}\z/i }.freeze

      # Roles as people call many of them.
      ROLES = {
        /headings?/ => %i[heading_1 heading_2 heading_3 heading_4 heading_5 heading_6 run_in_heading],
        /titles?/ => [:title], /subtitles?/ => [:subtitle], /authors?/ => [:author], /body(?: text)?|running text/ => [:body],
        /(?:block |long )?quotations?/ => [:block_quotation], /verses?/ => [:verse], /lists?|list items?/ => [:list_item],
        /captions?/ => [:caption], /table (?:heads?|headings?)/ => [:table_heading], /table text|table cells?/ => [:table_text],
        /references?|reference entries|bibliography/ => [:reference_entry], /contents(?: entries)?/ => [:contents_entry],
        /code/ => [:code], /figures?/ => [:figure], /signatures?/ => [:signature], /abstract/ => [:abstract],
        /run-in headings?/ => [:run_in_heading]
      }.transform_keys { |pattern| /\A(?:#{pattern.source})\z/i }.freeze
      LEVEL = /\Aheadings? (?:of level )?([1-6])\z/i

      # @param written [String] @param layout [Layout] @param roles [Roles, nil] what each paragraph is, as far as that is known
      # @param families [Array<String>] of fonts that may be written without quotes
      def initialize(manuscript, written, layout, roles: nil, families: [])
        @manuscript = manuscript
        @layout = layout
        @cascade = layout.cascade
        @roles = roles
        @families = families
        @parts = written.to_s.split(/,(?=\s)/).map(&:strip).reject(&:empty?)
        raise ChangeRefused, "Write the words to look for." if @parts.empty?
      end

      # @return [Array<Manuscript::Paragraph>] for which all of it is so
      # @raise [ChangeRefused] where something is not understood
      def paragraphs = @paragraphs ||= @manuscript.paragraphs.select { |paragraph| tests.all? { |_, test| test.call(paragraph) } }

      # @return [String] what was understood, and how many paragraphs there are of each
      def said
        counts = tests.map { |words, test| told(words, @manuscript.paragraphs.count { |paragraph| test.call(paragraph) }) }
        (tests.size > 1) ? "#{counts.join("; ")}; together #{paragraphs.size}" : counts.first
      end

      private

      # Where nothing is so, the same may stand there as words.
      def told(words, count)
        stands = (count.zero? && !words.start_with?("the words")) ? Choice.matching(@manuscript, words).size : 0
        "#{words}: #{count}#{" (as words, in quotation marks: #{stands})" if stands.positive?}"
      end

      # @return [Array<Array(String, Proc)>] each condition as it is told, and its test
      def tests = @tests ||= @parts.map { |part| test(part) }

      def test(part)
        inner = part[/\A(?:not|no) (.+)\z/mi, 1]
        turned = inner && condition(inner)
        return [part, ->(paragraph) { !paragraph.blank? && !turned.call(paragraph) }] if turned

        known = condition(part)
        known ? [part, known] : words(part)
      end

      def words(part)
        plain = part[/\A["“](.+)["”]\z/m, 1] || part
        found = Choice.matching(@manuscript, plain).to_set(&:id)
        ["the words “#{plain}”", ->(paragraph) { found.include?(paragraph.id) }]
      end

      # @return [Proc, nil]
      def condition(part)
        CONDITIONS.each { |pattern, test| (found = part.match(pattern)) && (return send(test, *found.captures)) }
        role(part) || look(part)
      end

      def words_from(count) = ->(paragraph) { Choice.words_in(paragraph) >= count.to_i }

      def words_over(count) = ->(paragraph) { Choice.words_in(paragraph) > count.to_i }

      def words_up_to(count) = ->(paragraph) { Choice.words_in(paragraph).between?(1, count.to_i) }

      def words_under(count) = words_up_to(count.to_i - 1)

      def in_quotes = ->(paragraph) { Choice.quoted?(paragraph) }

      def on_pages(first, last) = ->(paragraph) { @layout.page_of(paragraph.id).to_i.between?(first.to_i, (last || first).to_i) }

      def in_table = ->(paragraph) { paragraph.in_table }

      def by_hand = ->(paragraph) { DirectFormatting.objectionable(paragraph).any? }

      def empty = ->(paragraph) { paragraph.empty? }

      def in_part(number) = ->(paragraph) { part_of(paragraph) == number.to_i }

      def in_style(name)
        style = @manuscript.sheet.named(name) || raise(ChangeRefused, "There is no style “#{name}”.")
        ->(paragraph) { paragraph.style == style.id }
      end

      def larger(written)
        size = Lengths.parse(written)
        ->(paragraph) { all_text?(paragraph) { |values| values[:size] > size } }
      end

      def smaller(written)
        size = Lengths.parse(written)
        ->(paragraph) { all_text?(paragraph) { |values| values[:size] < size } }
      end

      def role(part)
        names = (level = part[LEVEL, 1]) ? [:"heading_#{level}"] : ROLES.find { |pattern, _| part.match?(pattern) }&.last
        names && @roles && ->(paragraph) { names.include?(@roles.of(paragraph.id).name) }
      end

      # How they come out, all of their text.
      def look(part)
        reading = Properties::Specification.read(part, families: @families)
        return if reading.name || reading.values.empty?
        raise ChangeRefused, "#{reading.faults.first} To look for words, put them into quotation marks." if reading.faults.any?

        wanted = reading.values.to_h { |name, written| [name, Properties[name].parse(written, ch: 1, em: Lengths::PT)] }
        text, whole = wanted.partition { |name, _| Properties[name].text? }.map(&:to_h)
        so = ->(values, asked) { asked.all? { |name, value| Properties[name].same?(values[name], value) } }
        lambda do |paragraph|
          next false if paragraph.blank? || !so[@cascade.paragraph(paragraph), whole]

          text.empty? || all_text?(paragraph) { |values| so[values, text] }
        end
      end

      def all_text?(paragraph)
        runs = paragraph.runs.select { |run| run.text.match?(/[^[:space:]\u{FFFC}]/) }
        runs.any? && runs.all? { |run| yield @cascade.run(paragraph, run) }
      end

      # @return [Integer] the number of the part that a paragraph stands in, from 1
      def part_of(paragraph)
        @ends ||= @manuscript.sections.map { |section| section.last ? @manuscript.index_of(section.last) : @manuscript.paragraphs.size }
        place = @manuscript.index_of(paragraph.id)
        @ends.index { |last| place <= last }.to_i + 1
      end
    end
  end
end
