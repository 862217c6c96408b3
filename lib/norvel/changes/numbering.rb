# frozen_string_literal: true

module Norvel
  module Changes
    # What the changes of lists share: levels written as a person types them, and numbers for new lists.
    class ListChange < Operation
      FORMATS = %w[decimal lowerRoman upperRoman lowerLetter upperLetter decimalZero bullet none].freeze
      SUFFIXES = {"tab" => :tab, "space" => :space, "nothing" => :nothing}.freeze

      private

      def list(manuscript) = manuscript.lists[parameters["list"].to_s] || raise(ChangeRefused, "There is no list “#{parameters["list"]}” in this manuscript.")

      def free_list_id(lists) = ((lists.keys.grep(/\A\d+\z/).map(&:to_i).max || 0) + 1).to_s

      # @param level [Manuscript::ListLevel] @param written [Hash{String=>String}] only what is to be changed
      # @return [Manuscript::ListLevel]
      def rewritten(level, written, index)
        level = level.with(format: one_of(FORMATS, written["format"])) if written["format"]
        level = level.with(text: label_text(written["text"], index)) if written["text"]
        level = level.with(start: whole(written["start"])) if written["start"]
        level = level.with(suffix: SUFFIXES.fetch(written["suffix"]) { raise ChangeRefused, "After the number stands a tab, a space or nothing." }) if written["suffix"]
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

      def one_of(choices, written) = choices.find { |choice| choice == written } || raise(ChangeRefused, "Numbers are written as #{choices.join(", ")}, not as “#{written}”.")

      def label_text(written, index)
        raise ChangeRefused, "“#{written}” counts a level that is not above: %1 is the first, %#{index + 1} this one." if written.scan(/%(\d)/).flatten.any? { |digit| digit.to_i > index + 1 || digit == "0" }
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
      def with_ties(manuscript, list, levels)
        tied = levels.filter_map { |index, level| level.style && [level.style, Manuscript::NumberRef.new(list: list.id, level: index)] }.to_h
        sheet = manuscript.sheet
        loose = sheet.of_kind(:paragraph).select { |style| (ref = style.properties[:numbering]) && ref.list == list.id && !tied.key?(style.id) && list.levels[ref.level]&.style == style.id }
        changed = loose.to_h { |style| [style.id, style.with(properties: style.properties.except(:numbering))] }
        tied.each { |id, ref| changed[id] = sheet.fetch(id).then { |style| style.with(properties: style.properties.merge(numbering: ref)) } }
        manuscript.with(sheet: sheet.with_styles(changed))
      end
    end

    # Changes levels of a list ("list": its id; "levels": by index from 0, each with "format", "text" such as "%1.%2",
    # "start", "suffix", "indent_start", "indent_first", "style": the paragraph style tied to it).
    class ChangeList < ListChange
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

      def sentence(manuscript) = "Changed the list #{list(manuscript).name || list(manuscript).id}: now #{(after = carry_out(manuscript).lists[list(manuscript).id]).levels.keys.first(3).map { |index| ListLabels.sample(after, index) }.join(" ")}."
    end

    # Numbers the headings through their styles ("scheme": a name of SCHEMES, or "none"; "prefix" stands before the first
    # level's number). What was numbered by hand on single headings goes.
    class NumberHeadings < ListChange
      SCHEMES = {
        "1, 1.1, 1.1.1" => [%w[decimal %1], %w[decimal %1.%2], %w[decimal %1.%2.%3], %w[decimal %1.%2.%3.%4]],
        "1., 1.1., 1.1.1." => [%w[decimal %1.], %w[decimal %1.%2.], %w[decimal %1.%2.%3.], %w[decimal %1.%2.%3.%4.]],
        "I., A., 1." => [%w[upperRoman %1.], %w[upperLetter %2.], %w[decimal %3.], %w[lowerLetter %4.]],
        "A, A.1, A.1.1" => [%w[upperLetter %1], %w[decimal %1.%2], %w[decimal %1.%2.%3], %w[decimal %1.%2.%3.%4]]
      }.freeze

      # @return [Manuscript::List, nil] the list that numbers the heading of level 1 now
      def self.current(manuscript)
        numbered = (1..6).filter_map { |level| manuscript.sheet.heading(level)&.properties&.[](:numbering) }.first
        manuscript.lists[numbered&.list]
      end

      def carry_out(manuscript)
        styles = (1..4).to_h { |level| [level - 1, manuscript.sheet.heading(level)] }.compact
        raise ChangeRefused, "There is no heading style to number; give headings a style first." if styles.empty?

        bare = unnumbered(manuscript)
        return bare if parameters["scheme"] == "none"

        numbered(bare, styles)
      end

      def sentence(_manuscript) = (parameters["scheme"] == "none") ? "Took the numbering off the headings." : "Numbered the headings #{parameters["scheme"]}#{", the first level as “#{prefix} 1”" unless prefix.empty?}."

      private

      def prefix = parameters["prefix"].to_s.strip

      def scheme = SCHEMES.fetch(parameters["scheme"]) { raise ChangeRefused, "There is no numbering called “#{parameters["scheme"]}”." }

      def unnumbered(manuscript)
        sheet = manuscript.sheet
        heads = sheet.of_kind(:paragraph).select { |style| sheet.level_of(style) }
        bare = heads.select { |style| style.properties.key?(:numbering) }.to_h { |style| [style.id, style.with(properties: style.properties.except(:numbering))] }
        direct = manuscript.paragraphs.select { |paragraph| heads.any? { |style| style.id == paragraph.style } && paragraph.properties[:numbering]&.list }
        lists = manuscript.lists.transform_values { |list| list.with(levels: list.levels.transform_values { |level| bare.key?(level.style) ? level.with(style: nil) : level }) }
        manuscript.with(sheet: sheet.with_styles(bare), lists: (lists == manuscript.lists) ? manuscript.lists : lists)
          .with_paragraphs(direct.to_h { |paragraph| [paragraph.id, paragraph.with(properties: paragraph.properties.except(:numbering))] })
      end

      def numbered(manuscript, styles)
        current = self.class.current(manuscript)
        id = current&.id || free_list_id(manuscript.lists)
        levels = scheme.each_with_index.to_h do |(format, text), index|
          text = "#{prefix} #{text}" if index.zero? && !prefix.empty?
          [index, Manuscript::ListLevel.new(format: format, text: label_text(text, index), suffix: :space, style: styles[index]&.id)]
        end
        list = Manuscript::List.new(id: id, levels: levels, counter: "new #{id}")
        with_ties(manuscript.with(lists: manuscript.lists.merge(id => list)), list, levels)
      end
    end

    # Makes list items of the chosen paragraphs ("kind": numbers, letters or bullets), as a list of their own.
    class MakeList < ListChange
      KINDS = {"numbers" => ["decimal", "%d."], "letters" => ["lowerLetter", "%d)"], "bullets" => ["bullet", "•"]}.freeze
      STEP = 457_200 # EMU an item is set in, each level more

      def carry_out(manuscript)
        format, text = KINDS.fetch(parameters["kind"]) { raise ChangeRefused, "A list has numbers, letters or bullets." }
        id = free_list_id(manuscript.lists)
        levels = (0..8).to_h { |index| [index, Manuscript::ListLevel.new(format: format, text: (format == "bullet") ? text : text.sub("%d", "%#{index + 1}"), properties: {indent_start: STEP * (index + 1), indent_first: -STEP / 2})] }
        list = Manuscript::List.new(id: id, levels: levels, counter: "new #{id}")
        ref = Manuscript::NumberRef.new(list: id)
        manuscript.with(lists: manuscript.lists.merge(id => list)).with_paragraphs(chosen(manuscript).to_h { |paragraph| [paragraph.id, paragraph.with(properties: paragraph.properties.merge(numbering: ref))] })
      end

      def sentence(manuscript) = "Made #{counted(chosen(manuscript).size, "paragraph")} a list with #{parameters["kind"]}."
    end

    # Begins the numbers of a list anew at a paragraph ("paragraph"; "start", 1 when missing); those after it follow.
    class RestartNumbers < ListChange
      def carry_out(manuscript)
        cascade = Cascade.new(manuscript)
        paragraph = manuscript.paragraph(parameters["paragraph"].to_i)
        ref = paragraph && cascade.numbering(paragraph) or raise ChangeRefused, "That paragraph has no number."
        id = free_list_id(manuscript.lists)
        manuscript.with(lists: manuscript.lists.merge(id => other_list(manuscript, ref, id))).with_paragraphs(following(manuscript, cascade, paragraph, ref).to_h { |one, place| [one.id, one.with(properties: one.properties.merge(numbering: place.with(list: id)))] })
      end

      def sentence(_manuscript) = "Numbers begin again at #{whole(parameters["start"] || "1")}."

      private

      def other_list(manuscript, ref, id) = manuscript.lists[ref.list].then { |list| list.with(id: id, starts: {ref.level => whole(parameters["start"] || "1")}) }

      def following(manuscript, cascade, paragraph, ref)
        manuscript.paragraphs[manuscript.index_of(paragraph.id)..].map { |one| [one, cascade.numbering(one)] }.select { |_, place| place&.list == ref.list }
      end
    end

    # Lets a list go on from the numbers of the one before it, from "paragraph" on.
    class ContinueNumbers < RestartNumbers
      def carry_out(manuscript)
        cascade = Cascade.new(manuscript)
        paragraph = manuscript.paragraph(parameters["paragraph"].to_i)
        ref = paragraph && cascade.numbering(paragraph) or raise ChangeRefused, "That paragraph has no number."
        format = manuscript.lists[ref.list].levels[ref.level]&.format
        earlier = manuscript.paragraphs[0...manuscript.index_of(paragraph.id)].reverse_each.filter_map { |one| cascade.numbering(one) }
          .find { |place| place.list != ref.list && manuscript.lists[place.list].levels[ref.level]&.format == format }
        raise ChangeRefused, "No list of this kind stands before it." unless earlier

        manuscript.with_paragraphs(following(manuscript, cascade, paragraph, ref).to_h { |one, place| [one.id, one.with(properties: one.properties.merge(numbering: place.with(list: earlier.list)))] })
      end

      def sentence(_manuscript) = "Numbers go on from the list before."
    end

    # Sets list items one level deeper ("by": 1) or higher (-1), or ends the list for them (0).
    class ShiftItems < ListChange
      def carry_out(manuscript)
        cascade = Cascade.new(manuscript)
        manuscript.with_paragraphs(chosen(manuscript).to_h { |paragraph| [paragraph.id, shifted(paragraph, cascade)] })
      end

      def sentence(manuscript) = "#{{1 => "Set deeper", -1 => "Set higher", 0 => "Took out of the list"}.fetch(parameters["by"].to_i)}: #{counted(chosen(manuscript).size, "paragraph")}."

      private

      def shifted(paragraph, cascade)
        ref = cascade.numbering(paragraph) or raise ChangeRefused, "“#{short(paragraph.text)}” is no list item."
        return ended(paragraph, cascade) if parameters["by"].to_i.zero?

        level = ref.level + parameters["by"].to_i
        raise ChangeRefused, "The list has no level #{level + 1}." unless cascade.lists[ref.list].levels.key?(level)

        paragraph.with(properties: paragraph.properties.merge(numbering: ref.with(level: level)))
      end

      def ended(paragraph, cascade)
        bare = paragraph.with(properties: paragraph.properties.except(:numbering))
        cascade.numbering(bare) ? bare.with(properties: bare.properties.merge(numbering: Manuscript::NumberRef.new(list: nil))) : bare
      end
    end
  end
end
