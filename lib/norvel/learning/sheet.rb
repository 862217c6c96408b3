# frozen_string_literal: true

module Norvel
  class Learning
    # The sheet of examples as a family: for each slot what most of its paragraphs look like, by style or by hand; of possible parents the
    # one that leaves least to say.
    class Sheet
      NAMES = Properties.all.select { |property| property.group && property.written? }.map(&:name) - %i[language outline_level]
      SHARED = (Guide::Family::SHARED - [:language] + %i[orphans widows hyphenate]).freeze
      WITHOUT = %i[empty other run_in_heading].freeze # no style of a guide
      LEAST = 3 # paragraphs after headings from which on they are a kind of their own
      PARENTS = {table_heading: :table_text, footer: :header, verse: :block_quotation, abstract: :body, first_body: :body, date: :author,
                 subtitle: :title, contents_heading: :heading_1}
        .merge(Guide::Slots::HEADINGS.each_cons(2).to_h { |one, other| [other, one] },
          Guide::Slots::CONTENTS.each_cons(2).to_h { |one, other| [other, one] }).freeze
      EMPHASES = {emphasis: {italic: true}, strong: {bold: true}}.freeze
      HALF_POINT = 6_350 # EMU: in which people write spaces and sizes
      MARKED = 3 # stretches from which on they are a habit

      # @param examples [Array<Guide::Check>]
      def initialize(examples)
        @examples = examples
        @found = examples.flat_map { |example| example.places.paragraphs.reject(&:blank?).map { |one| [example, one, slot(example, one)] } }
          .reject { |_, _, slot| WITHOUT.include?(slot) }.group_by(&:last)
        @found.delete(:first_body) unless apart?
      end

      # @return [Hash{String=>Hash}] as a guide's file has it
      def data
        @data ||= begin
          styles = {"base" => {"name" => free("House base"), **written(base, Properties::DEFAULTS)}}
          in_order.each { |slot| styles[slot.to_s] = style(slot) }
          styles.merge(characters)
        end
      end

      # @return [Hash{String=>Hash}] bullets and numbers as a guide's file has them
      def lists
        @lists ||= {"bullets" => levels { |level| level.format == "bullet" }, "numbers" => levels { |level| level.format != "bullet" }}
          .reject { |_, found| found.empty? }
          .to_h { |kind, found| [kind, {"name" => free("House #{kind}"), "levels" => found.map { |level| as_level(level) }}] }
      end

      # @param names [Array<String>] of the examples
      # @return [Array<Proposal>] one a style
      def proposals(names)
        @found.map do |slot, all|
          others = all.reject { |example, one, _| like?(values_of(example, one), values(slot)) }
          places = others.map do |example, one, _|
            Proposal::Place.new(file: names[@examples.index(example)], paragraph: one.id, page: example.layout.page_of(one.id))
          end
          said = data.fetch(slot.to_s)
          Proposal.new(kind: :style, data: {"slot" => slot.to_s, **said}, area: :text, of: all.size, holds: all.size - others.size,
            sentence: "“#{said["name"]}”, for #{slot.to_s.tr("_", " ")}.", exceptions: places)
        end
      end

      # @return [Array<Symbol>] the kinds that there are
      def slots = @found.keys

      # @param slot [Symbol] one of them
      # @return [Hash{Symbol=>Object}] what most of its paragraphs come to
      def values(slot)
        (@values ||= {})[slot] ||= begin
          all = @found.fetch(slot).map { |example, one, _| values_of(example, one) }
          NAMES.to_h { |name| [name, Guide::Habit.commonest(all.map { |one| one[name] })] }
        end
      end

      private

      def like?(values, others) = values.all? { |name, value| Properties.same?(name, value, others[name]) }

      def slot(example, paragraph) = example.places.of(paragraph)

      # What follows a heading is a kind of its own where it is set in otherwise than the rest.
      def apart?
        first = @found[:first_body].to_a
        return false if first.size < LEAST || @found[:body].nil?

        differs = ->(slot) { Guide::Habit.commonest(@found[slot].map { |example, one, _| example.cascade.paragraph(one)[:indent_first] }) }
        return true unless differs[:first_body] == differs[:body]

        @found[:body] += first
        false
      end

      def values_of(example, paragraph)
        (@all ||= {}.compare_by_identity)[paragraph] ||= begin
          seen, set = example.appearance.of(paragraph), example.cascade.paragraph(paragraph)
          other = ->(name) { Properties[name].text? ? example.appearance.majority(paragraph, name) : set[name] }
          NAMES.to_h { |name| [name, seen.fetch(name) { other[name] }] }
        end
      end

      # What running text has, of what all share, and what every kind has alike.
      def base
        @base ||= begin
          most = @found.key?(:body) ? :body : @found.max_by { |_, all| all.size }&.first
          running = most ? values(most) : {}
          alike = NAMES.select { |name| @found.size > 2 && @found.keys.map { |slot| values(slot)[name] }.uniq.size == 1 }
          running.slice(*SHARED, *alike)
        end
      end

      def in_order = Guide::Slots::ALL & @found.keys

      def style(slot)
        parent = [(PARENTS[slot] if @found.key?(PARENTS[slot])), nil].uniq.min_by { |one| own(slot, one).size }
        following = next_slot(slot)
        {"name" => free(name_of(slot)), "parent" => parent&.to_s, **own(slot, parent), "next" => following&.to_s}.compact
      end

      def own(slot, parent)
        under = parent ? values(parent) : Properties::DEFAULTS.merge(base)
        written(values(slot), under)
      end

      def written(values, under)
        differing = values.reject { |name, value| value.nil? || Properties.same?(name, value, under[name]) }
        differing.filter_map { |name, value| [name.to_s, (Properties[name].kind == :switch) ? value : said(Properties[name], value)] }
          .to_h.compact
      end

      # In the unit that people use for it, unless that says another value.
      # @return [String, nil] nil for what a guide cannot ask for
      def said(property, value)
        neat = (property.kind == :length && property.unit == "pt") ? (value / HALF_POINT.to_f).round * HALF_POINT : value
        value = neat if property.same?(neat, value, tolerance: Properties::Property::ROUNDING / 2)
        words = property.show(value)
        near = property.same?(property.parse(words), value, tolerance: Properties::Property::ROUNDING / 2)
        near ? words : property.show(value, unit: "pt")
      rescue Error
        nil
      end

      # A style of the examples that is for nothing else, else a name of the house.
      def name_of(slot)
        styles = @found.fetch(slot).map { |example, one, _| style_of(example, one) }
        style = Guide::Habit.commonest(styles)
        own = style && styles.count(style) * 2 > styles.size && kinds_in(style) == slot && (slot == :body || !base?(style))
        own ? style.name.delete(",") : "House #{slot.to_s.tr("_", " ")}"
      end

      # A style that all rest on has a name that says nothing of what it is for.
      def base?(style) = @examples.any? { |example| example.manuscript.sheet.default_id == style.id }

      def style_of(example, paragraph) = example.manuscript.sheet[paragraph.style]

      # @return [Symbol] what most paragraphs in a style are
      def kinds_in(style)
        @kinds_in ||= @found.flat_map { |slot, all| all.map { |example, one, _| [style_of(example, one)&.name, slot] } }
          .group_by(&:first).transform_values { |all| Guide::Habit.commonest(all.map(&:last)) }
        @kinds_in[style.name]
      end

      # No two styles have one name.
      def free(name)
        @taken ||= Set.new
        name = name[0, 90]
        [name, *(2..99).map { |count| "#{name} #{count}" }].find { |one| @taken.add?(one.downcase) }
      end

      # What mostly follows: headings and what stands once are followed by another kind.
      def next_slot(slot)
        style = Guide::Habit.commonest(@found.fetch(slot).map { |example, one, _| style_of(example, one) }) or return
        followed = @found.fetch(slot).first.first.manuscript.sheet[style.next_style] if style.next_style && style.next_style != style.id
        found = followed && (base?(followed) ? :body : kinds_in(followed))
        return found if found && found != slot && @found.key?(found)

        :body if Guide::Slots.level(slot) && @found.key?(:body)
      end

      def characters
        said = EMPHASES.select { |_, values| marked(values.keys.first) >= MARKED }
        said = said.merge(note_mark: {raised: :superscript}) if @examples.any? { |example| example.manuscript.notes.any? }
        said.to_h do |slot, values|
          [slot.to_s, {"name" => free("House #{slot.to_s.tr("_", " ")}"), **written(values, Properties::DEFAULTS)}]
        end
      end

      # @return [Integer] stretches of running text that are otherwise than most of their paragraph
      def marked(name)
        @found.values_at(:body, :first_body, :footnote).compact.flatten(1).sum do |example, one, _|
          next 0 if example.appearance.of(one)[name]

          one.runs.count { |run| run.text.match?(/\p{L}/) && example.cascade.run(one, run)[name] }
        end
      end

      # @return [Array<Manuscript::ListLevel>] by level, what most lists of a kind have
      def levels
        found = @found.fetch(:list_item, []).filter_map do |example, one, _|
          ref = example.cascade.numbering(one) or next
          level = example.manuscript.lists[ref.list]&.levels&.[](ref.level)
          [ref.level, level, example.cascade.paragraph(one)] if level && yield(level)
        end
        by_level = found.group_by(&:first)
        (0..).take_while { |index| by_level.key?(index) }.map do |index|
          Guide::Habit.commonest(by_level[index].map { |_, level, set| [level, set[:indent_start], set[:indent_first]] })
        end
      end

      def as_level((level, start, first))
        sign = (level.format == "bullet") ? {"sign" => level.text} : {"format" => level.format, "text" => level.text}
        {**sign, "indent_start" => Properties[:indent_start].show(start), "indent_first" => Properties[:indent_first].show(first)}
      end
    end
  end
end
