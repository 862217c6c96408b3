# frozen_string_literal: true

module Norvel
  module Changes
    # Styles that bring a number with them.
    module NumberedStyles
      # @param sheet [StyleSheet] @param refs [Hash{String=>Properties::NumberRef}] by style
      # @param reach [Boolean] whether headings that rest on one of them, and have its level, are numbered with it
      # @return [StyleSheet] with these numbered, and nothing else that rests on them and was not numbered before
      def self.with(sheet, refs, reach: false)
        put = ->(id, ref) { sheet.fetch(id).then { |style| style.with(properties: style.properties.merge(numbering: ref)) } }
        below = refs.keys.flat_map { |id| sheet.ancestry.under(id).keys }.uniq - refs.keys
        bare = below.select { |id| sheet.saying(id, :numbering).nil? && !(reach && same_level_under?(sheet, id, refs.keys)) }
        sheet.with_styles(refs.to_h { |id, ref| [id, put[id, ref]] }
          .merge(bare.to_h { |id| [id, put[id, Properties::NumberRef.new(list: nil)]] }))
      end

      # Whether a style is a heading of the level of one that it rests on.
      def self.same_level_under?(sheet, id, numbered)
        level = sheet.level_of(sheet[id])
        level && numbered.any? { |over| sheet.ancestry.under(over).key?(id) && sheet.level_of(sheet[over]) == level }
      end
      private_class_method :same_level_under?
    end

    # What the changes of lists share: levels written as a person types them, and numbers for new lists.
    class ListChange < Operation
      FORMATS = {**ListLabels::SAMPLES, "bullet" => "a sign", "none" => "nothing"}.freeze
      SUFFIXES = {"tab" => :tab, "space" => :space, "nothing" => :nothing}.freeze

      private

      def list(manuscript)
        manuscript.lists[parameters["list"].to_s] || raise(ChangeRefused, "There is no list “#{parameters["list"]}” in this manuscript.")
      end

      # @param level [Manuscript::ListLevel] @param written [Hash{String=>String}] only what is to be changed
      # @return [Manuscript::ListLevel]
      def rewritten(level, written, index)
        level = level.with(format: one_of(FORMATS.keys, written["format"])) if written["format"]
        level = level.with(text: label_text(written["text"], index)) if written["text"]
        level = level.with(start: whole(written["start"])) if written["start"]
        if written["suffix"]
          level = level.with(suffix: SUFFIXES.fetch(written["suffix"]) {
            raise ChangeRefused, "After the number stands a tab, a space or nothing."
          })
        end
        level = level.with(style: written["style"].to_s.empty? ? nil : written["style"]) if written.key?("style")
        set = level.properties
        %w[indent_start indent_first].each { |name| set = put_length(set, name, written[name]) if written[name] }
        level.with(properties: set)
      end

      def put_length(set, name, written)
        written.strip.empty? ? set.except(name.to_sym) : set.merge(name.to_sym => Properties[name].parse(written))
      rescue ChangeRefused
        raise
      rescue Error => error
        raise ChangeRefused, error.message
      end

      def one_of(choices, written) =
        choices.find { |choice| choice == written } ||
          raise(ChangeRefused, "Numbers are written as #{choices.join(", ")}, not as “#{written}”.")

      def label_text(written, index)
        if written.scan(/%(\d)/).flatten.any? { |digit| digit.to_i > index + 1 || digit == "0" }
          raise ChangeRefused, "“#{written}” counts a level that is not above: %1 is the first, " \
          "%#{index + 1} this one."
        end
        raise ChangeRefused, "A label has at most 40 letters." if written.length > 40

        written
      end

      def whole(written)
        raise ChangeRefused, "A list starts at a whole number from 0 to 9999." unless written.to_s.match?(/\A\d{1,4}\z/)

        written.to_i
      end

      # Lists of one counter share their levels.
      def with_levels(manuscript, list, levels)
        alike = manuscript.lists.values.select { |other| other.id == list.id || (other.counter && other.counter == list.counter) }
        manuscript.with(lists: manuscript.lists.merge(alike.to_h { |other| [other.id, other.with(levels: levels)] }))
      end

      # Ties paragraph styles to the levels: such a style brings its number with it.
      def with_ties(manuscript, list, levels, reach: false)
        tied = levels.filter_map { |index, level|
          level.style && [level.style, Properties::NumberRef.new(list: list.id, level: index)]
        }.to_h
        sheet = manuscript.sheet
        loose = sheet.of_kind(:paragraph).select do |style|
          (ref = style.properties[:numbering]) && ref.list == list.id && !tied.key?(style.id) && list.levels[ref.level]&.style == style.id
        end
        changed = loose.to_h { |style| [style.id, style.with(properties: style.properties.except(:numbering))] }
        manuscript.with(sheet: NumberedStyles.with(sheet.with_styles(changed), tied, reach: reach))
      end
    end

    # Changes levels of a list ("list": its id; "levels": by index from 0, each with "format", "text" such as "%1.%2",
    # "start", "suffix", "indent_start", "indent_first", "style": the paragraph style tied to it).
    class ChangeList < ListChange
      takes_besides list: :name, levels: :data

      def carry_out(manuscript)
        before = list(manuscript)
        levels = before.levels.dup
        parameters.fetch("levels").each do |index, written|
          index = index.to_i
          raise ChangeRefused, "A list has nine levels." unless index.between?(0, 8)

          levels[index] = rewritten(levels[index] || Manuscript::ListLevel.new(text: "%#{index + 1}."), written, index)
        end
        levels = levels.sort.to_h
        with_ties(with_levels(manuscript, before, levels), before, levels)
      end

      def sentence(manuscript)
        after = carry_out(manuscript).lists[list(manuscript).id]
        labels = after.levels.keys.first(3).map { |index| ListLabels.sample(after, index) }
        "Changed the list #{list(manuscript).name || list(manuscript).id}: now #{labels.join(" ")}."
      end
    end
  end
end
