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
      GROUPS = {headings: [*Roles::HEADINGS, :run_in_heading, :contents_heading], titles: %i[title subtitle author date],
                tables: %i[table_text table_heading], captions: %i[caption figure], references: %i[reference_entry],
                quotations: %i[block_quotation verse], notes: %i[footnote]}.freeze
      GROUP_OF = GROUPS.flat_map { |group, roles| roles.map { |role| [role, group] } }.to_h.freeze
      ALWAYS = %i[headings titles].freeze # never follow running text, whatever it is about
      SPREADING = %i[align indent_start indent_end indent_first space_before space_after line_spacing].freeze

      # What a style is called that is made for those who had none of their own.
      NAMES = {headings: "Heading line", titles: "Title line", tables: "Table text", captions: "Caption", references: "Reference entry",
               quotations: "Block quotation", notes: "Note"}.freeze

      # @return [Symbol, nil] of GROUPS; nil for running text, and for what is not sure
      def self.group_of(roles, paragraph)
        role = roles.of(paragraph.id)
        GROUP_OF[role.name] if role.sure?
      end

      # @param names [Array<Symbol>] properties
      # @return [Boolean] whether a paragraph is no running text, and so does not follow a change of these by itself: titles and headings
      #   never do, the others where it is a spacing, an indent or an alignment
      def self.apart?(roles, paragraph, names)
        group = group_of(roles, paragraph)
        ALWAYS.include?(group) || (!group.nil? && names.intersect?(SPREADING))
      end

      # @return [String] a value as it is written without loss
      def self.exactly(name, value)
        return Lengths.exactly(value) if Properties[name].length?
        return Properties[name].show(value) unless Properties[name].kind == :line_spacing
        return value.value.round(6).to_s if value.multiple?

        "#{value.rule.to_s.tr("_", " ").sub("exact", "exactly")} #{Lengths.exactly(value.value)}"
      end

      # @param formatting [Formatting] @param names [Array<Symbol>]
      # @return [Hash{String=>String}] what it comes to, as a change of a style takes it
      def self.written(formatting, names) = names.to_h { |name| [name.to_s, exactly(name, formatting[name])] }

      # @param operation [Operation] that changes styles @param roles [Roles] of the manuscript
      # @param take [Array<Symbol>] groups that are to take it over
      def initialize(manuscript, operation, roles, take: [])
        @manuscript = manuscript
        @change = operation
        @roles = roles
        @take = take
        @paragraphs = manuscript.paragraphs + manuscript.note_paragraphs
      end

      # @return [Hash{Symbol=>Array<Manuscript::Paragraph>}] by group who would take something over that was meant for running text
      def reached
        @reached ||= if special? then {}
        else
          apart = found.except(nil).transform_values { |rows| rows.map(&:first) }
          apart.sort_by { |group, _| GROUPS.keys.index(group) }.to_h
        end
      end

      # @return [Hash{Symbol=>Array<Symbol>}] by group the properties
      def properties = reached.keys.to_h { |group| [group, found[group].flat_map { |_, values| values.keys }.uniq] }

      # @return [Hash{Symbol=>Array<Manuscript::Paragraph>}] those that keep clear of it
      def kept = reached.except(*@take)

      # @return [String, nil] who keeps clear, in words
      def told = kept.empty? ? nil : kept.map { |group, paragraphs| "#{group} (#{paragraphs.size})" }.join(", ")

      # @return [Operation] the change itself where nobody is reached
      def operation = kept.empty? ? @change : Series.extending(@change, @manuscript, "#{told} kept clear of it", mends)

      private

      def after = @after ||= @change.call(@manuscript)

      def group(paragraph) = Exceptions.group_of(@roles, paragraph)

      # Whether it was meant for something else than running text: that is most of what stands in the styles that change, by letters.
      def special?
        styles = changed_styles
        letters = Hash.new(0)
        @paragraphs.each { |paragraph| letters[group(paragraph)] += paragraph.text.length if styles.include?(paragraph.style) }
        found.empty? || letters.empty? || !letters.max_by(&:last).first.nil?
      end

      # @return [Set<String>] those that say something else now, and what rests on them
      def changed_styles
        sheet = @manuscript.sheet
        says = ->(style) { style.properties.slice(*SPREADING) }
        changed = sheet.of_kind(:paragraph).select { |style| (now = after.sheet[style.id]) && says[now] != says[style] }.map(&:id)
        (changed + changed.flat_map { |id| sheet.ancestry.under(id).keys }).to_set
      end

      # @return [Hash{Symbol=>Array<Array(Manuscript::Paragraph, Hash)>}] by group (nil: running text) the paragraphs whose values change,
      #   and the values that they have now
      def found
        @found ||= begin
          old, new = Cascade.new(@manuscript), Cascade.new(after)
          rows = @paragraphs.reject(&:blank?).filter_map do |paragraph|
            now = after.paragraph(paragraph.id) or next
            values = differing(old.paragraph(paragraph), new.paragraph(now), now.style)
            [paragraph, values] if values.any?
          end
          rows.group_by { |paragraph, _| group(paragraph) }
        end
      end

      def differing(was, will, style)
        said = (@said ||= {})[style] ||= said_itself(style)
        (SPREADING - said).reject { |name| Properties.same?(name, was[name], will[name]) }.to_h { |name| [name, was[name]] }
      end

      # @return [Array<Symbol>] what a style that is not for running text is told by the change itself
      def said_itself(id)
        before, now = @manuscript.sheet[id]&.properties || {}, after.sheet[id].properties
        told = SPREADING.select { |name| now.key?(name) && now[name] != before[name] }
        (told.any? && !running?(id)) ? told : []
      end

      # Whether most paragraphs of a style are running text.
      def running?(style)
        own = (in_styles[style] || []).select { |paragraph| @manuscript.index_of(paragraph.id) }
        groups = own.map { |paragraph| group(paragraph) }.tally
        groups.empty? || groups.max_by(&:last).first.nil?
      end

      # @return [Hash{String=>Array<Manuscript::Paragraph>}] by style those that are not blank
      def in_styles = @in_styles ||= @paragraphs.reject(&:blank?).group_by(&:style)

      def mends
        rows = kept.keys.flat_map { |group| found[group].map { |paragraph, values| [group, paragraph, values] } }
        rows.group_by { |_, paragraph, _| paragraph.style }.flat_map do |style, same|
          (same.size == in_styles[style].size) ? in_style(style, same) : apart(style, same)
        end
      end

      # What the style came to before.
      def in_style(style, rows) = [["change_style", {"style" => style, "values" => values_before(style, rows)}]]

      # Where running text is in the same style, a style for each group under it.
      def apart(style, rows)
        rows.group_by(&:first).flat_map do |group, same|
          name = free_name(NAMES.fetch(group))
          id = @manuscript.sheet.free_id(name)
          [["define_style", {"id" => id, "name" => name, "parent" => style, "values" => values_before(style, same)}],
            ["apply_style", {"style" => id, "paragraphs" => same.map { |_, paragraph, _| paragraph.id }}]]
        end
      end

      def values_before(style, rows)
        Exceptions.written(Cascade.new(@manuscript).style(style), rows.flat_map { |_, _, values| values.keys }.uniq)
      end

      def free_name(name)
        @taken ||= @manuscript.sheet.styles.values.flat_map { |style| [style.name, style.file_name] }
        free = [name, *(2..99).map { |number| "#{name} #{number}" }].find { |one| @taken.none? { |other| other.casecmp?(one) } }
        free.tap { |one| @taken << one }
      end
    end
  end
end
