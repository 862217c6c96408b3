# frozen_string_literal: true

module Norvel
  module Changes
    # One value for the text, and its exceptions by role: who else a change of a style would reach with a spacing, an indent or an alignment
    # that was meant for running text. Titles, headings, tables, captions, references, quotations and notes keep what they have, in a style
    # of their own, unless somebody lets them take it.
    #
    #   exceptions = Exceptions.new(manuscript, operation, roles)
    #   exceptions.reached      # {tables: [paragraphs], captions: [paragraphs]}
    #   exceptions.operation    # the change, with those kept clear of it
    class Exceptions
      GROUPS = {headings: [*Roles::HEADINGS, :run_in_heading, :contents_heading], titles: %i[title subtitle author date], tables: %i[table_text table_heading], captions: %i[caption figure],
                references: %i[reference_entry], quotations: %i[block_quotation verse], notes: %i[footnote]}.freeze
      GROUP_OF = GROUPS.flat_map { |group, roles| roles.map { |role| [role, group] } }.to_h.freeze
      SPREADING = %i[align indent_start indent_end indent_first space_before space_after line_spacing].freeze
      SURE = 0.6 # of a role, from which on it counts; common practice of ours, no source

      # What a style is called that is made for those who had none of their own.
      NAMES = {headings: "Heading line", titles: "Title line", tables: "Table text", captions: "Caption", references: "Reference entry", quotations: "Block quotation", notes: "Note"}.freeze

      # @param names [Array<Symbol>] properties
      # @return [Boolean] whether a paragraph is no running text, and so does not follow a change of these by itself: titles and headings
      #   never do, the others where it is a spacing, an indent or an alignment
      def self.apart?(roles, paragraph, names)
        role = roles.of(paragraph.id)
        group = (GROUP_OF[role.name] if role && role.confidence >= SURE) or return false
        %i[headings titles].include?(group) || names.intersect?(SPREADING)
      end

      # @return [String] a value as it is written without loss
      def self.exactly(name, value) = Properties[name].length? ? Lengths.exactly(value) : Properties[name].show(value)

      # @param operation [Operation] that changes styles @param roles [Roles] of the manuscript
      # @param take [Array<Symbol>] groups that are to take it over
      def initialize(manuscript, operation, roles, take: [])
        @manuscript = manuscript
        @change = operation
        @roles = roles
        @take = take
      end

      # @return [Hash{Symbol=>Array<Manuscript::Paragraph>}] by group who would take something over that was meant for running text
      def reached = @reached ||= special? ? {} : found.except(nil).transform_values { |rows| rows.map(&:first) }.sort_by { |group, _| GROUPS.keys.index(group) }.to_h

      # @return [Hash{Symbol=>Array<Symbol>}] by group the properties
      def properties = reached.keys.to_h { |group| [group, found[group].flat_map { |_, values| values.keys }.uniq] }

      # @return [Hash{Symbol=>Array<Manuscript::Paragraph>}] those that keep clear of it
      def kept = reached.except(*@take)

      # @return [String, nil] who keeps clear, in words
      def told = kept.empty? ? nil : kept.map { |group, paragraphs| "#{group} (#{paragraphs.size})" }.join(", ")

      # @return [Operation] the change itself where nobody is reached
      def operation
        return @change if kept.empty?

        Series.extending(@change, @manuscript, "#{told} kept clear of it", mends)
      end

      private

      # Whether it was meant for something else than running text: that is most of what stands in the styles that change, by letters.
      def special?
        styles = changed_styles
        letters = (@manuscript.paragraphs + @manuscript.note_paragraphs).select { |paragraph| styles.include?(paragraph.style) }.group_by { |paragraph| group(paragraph) }
        found.empty? || letters.empty? || !letters.max_by { |_, paragraphs| paragraphs.sum { |paragraph| paragraph.text.length } }.first.nil?
      end

      # @return [Set<String>] those that say something else now, and what rests on them
      def changed_styles
        sheet, after = @manuscript.sheet, @change.call(@manuscript).sheet
        changed = sheet.of_kind(:paragraph).map(&:id).select { |id| after[id] && sheet[id].properties.slice(*SPREADING) != after[id].properties.slice(*SPREADING) }
        (changed + changed.flat_map { |id| sheet.kinship.under(id).keys }).to_set
      end

      # @return [Hash{Symbol=>Array<Array(Manuscript::Paragraph, Hash)>}] by group (nil: running text) the paragraphs whose values change,
      #   and the values that they have now
      def found
        @found ||= begin
          after = @change.call(@manuscript)
          old, new = Cascade.new(@manuscript), Cascade.new(after)
          (@manuscript.paragraphs + @manuscript.note_paragraphs).reject(&:blank?).filter_map do |paragraph|
            now = after.paragraph(paragraph.id) or next
            values = differing(old.paragraph(paragraph), new.paragraph(now), after, now)
            [group(paragraph), [paragraph, values]] if values.any?
          end.group_by(&:first).transform_values { |rows| rows.map(&:last) }
        end
      end

      def differing(was, will, after, paragraph)
        SPREADING.reject { |name| Properties.same?(name, was[name], will[name]) || said_itself?(after, paragraph, name) }.to_h { |name| [name, was[name]] }
      end

      # Whether the paragraph's own style is told so by the change.
      def said_itself?(after, paragraph, name)
        own = after.sheet[paragraph.style]
        @meant ||= {}
        @meant[[own.id, name]] ||= (own.properties.key?(name) && own.properties[name] != @manuscript.sheet[own.id]&.properties&.[](name) && !running?(own.id)) ? :yes : :no
        @meant[[own.id, name]] == :yes
      end

      # Whether most paragraphs of a style are running text.
      def running?(style)
        groups = @manuscript.paragraphs.select { |paragraph| paragraph.style == style && !paragraph.blank? }.map { |paragraph| group(paragraph) }.tally
        groups.empty? || groups.max_by(&:last).first.nil?
      end

      def group(paragraph)
        return :notes unless @manuscript.index_of(paragraph.id)

        role = @roles.of(paragraph.id)
        GROUP_OF[role.name] if role.confidence >= SURE
      end

      def mends
        rows = kept.keys.flat_map { |group| found[group].map { |paragraph, values| [group, paragraph, values] } }
        rows.group_by { |_, paragraph, _| paragraph.style }.flat_map do |style, same|
          theirs = same.map { |_, paragraph, _| paragraph.id }.to_set
          alone = (@manuscript.paragraphs + @manuscript.note_paragraphs).all? { |one| one.style != style || one.blank? || theirs.include?(one.id) }
          alone ? in_style(style, same) : apart(style, same)
        end
      end

      # What the style came to before.
      def in_style(style, rows)
        names = rows.flat_map { |_, _, values| values.keys }.uniq
        formatting = Cascade.new(@manuscript).style(style)
        [["change_style", {"style" => style, "values" => names.to_h { |name| [name.to_s, Exceptions.exactly(name, formatting[name])] }}]]
      end

      # Where running text is in the same style, a style for each group under it.
      def apart(style, rows)
        formatting = Cascade.new(@manuscript).style(style)
        rows.group_by(&:first).flat_map do |group, same|
          names = same.flat_map { |_, _, values| values.keys }.uniq
          name = free_name(NAMES.fetch(group))
          id = @manuscript.sheet.free_id(name)
          [["define_style", {"id" => id, "name" => name, "parent" => style, "values" => names.to_h { |one| [one.to_s, Exceptions.exactly(one, formatting[one])] }}],
            ["apply_style", {"style" => id, "paragraphs" => same.map { |_, paragraph, _| paragraph.id }}]]
        end
      end

      def free_name(name)
        @taken ||= @manuscript.sheet.styles.values.flat_map { |style| [style.name, style.file_name] }
        [name, *(2..99).map { |number| "#{name} #{number}" }].find { |one| @taken.none? { |other| other.casecmp?(one) } }.tap { |one| @taken << one }
      end
    end
  end
end
