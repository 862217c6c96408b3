# frozen_string_literal: true

module Norvel
  module Changes
    # Makes numbers of headings that were typed the numbers of the headings: where a level's typed numbers are of one form, its
    # style numbers, and what is typed goes where it is the same, sign for sign. Headings without a number stay without.
    class HeadingsFromTyped < Substitution
      TYPED = /\A[ \t\u00A0]*(?<label>(?<word>(?:chapter|kapitel|chapitre|capítulo|part|teil|section|abschnitt)[ \u00A0]+)?(?<numbers>(?:\d{1,2}|[IVX]{1,5}|[A-H])(?:\.\d{1,2})*)(?<close>[.):]?|[ \u00A0][–—-]))[ \t\u00A0]+(?=[^\s–—-])/i
      Head = Value.define(:paragraph, :level, label: nil, length: 0, text: nil, format: nil, number: 1)

      def carry_out(manuscript)
        heads = read(manuscript)
        forms = forms(heads)
        raise NothingToChange, "The headings have no typed numbers of one form." unless forms[0]

        numbered = with_numbers(manuscript, heads, forms)
        typed = heads.select { |head| head.label && forms[head.level - 1] }
        agreeing = agreeing(numbered, typed)
        raise ChangeRefused, "The typed numbers of the headings do not follow each other; nothing was changed." if agreeing.size * 2 < typed.size

        settled(numbered, agreeing, typed - agreeing)
      end

      def sentence(manuscript)
        after = outcome(manuscript)
        taken = manuscript.paragraphs.count { |paragraph| after.paragraph(paragraph.id).text != paragraph.text }
        left = read(manuscript).count { |head| head.label && after.paragraph(head.paragraph.id).text == head.paragraph.text }
        "Let the heading styles number #{counted(taken, "heading")} instead of typed numbers#{"; #{counted(left, "heading")} whose number does not follow keep theirs" if left.positive?}."
      end

      private

      def read(manuscript)
        cascade = Cascade.new(manuscript)
        manuscript.paragraphs.filter_map do |paragraph|
          level = cascade.paragraph(paragraph)[:outline_level]
          next if level.nil? || level > 4 || paragraph.blank?
          raise NothingToChange, "The headings are numbered by their styles already." if cascade.numbering(paragraph)

          head(paragraph, level)
        end
      end

      def head(paragraph, level)
        found = paragraph.text.match(TYPED)
        numbers = found && found[:numbers].split(".")
        return Head.new(paragraph: paragraph, level: level) if found.nil? || ![1, level].include?(numbers.size) || bare_letter?(found)

        first = (numbers.size == level) ? 1 : level
        Head.new(paragraph: paragraph, level: level, label: found[:label], length: found.end(0), format: format_of(numbers.last), number: value(numbers.last),
          text: "#{found[:word]}#{numbers.each_index.map { |index| "%#{first + index}" }.join(".")}#{found[:close]}")
      end

      # "A", "I": the first word of a sentence, not a number.
      def bare_letter?(found) = found[:word].nil? && found[:close].empty? && found[:numbers].match?(/\A\p{L}+\z/)

      def format_of(number)
        return "decimal" if number.match?(/\d/)

        number.match?(/\A[IVX]+\z/) ? "upperRoman" : "upperLetter"
      end

      def value(number)
        case format_of(number)
        when "decimal" then number.to_i
        when "upperRoman" then (1..40).find { |one| ListLabels.roman(one) == number.downcase } || 1
        else number.upcase.ord - 64
        end
      end

      # The commonest form of each level, where several of its headings have a number, or at least half of them.
      def forms(heads)
        heads.group_by(&:level).to_h do |level, same|
          typed = same.select(&:label)
          [level - 1, (typed.map { |head| [head.format, head.text] }.tally.max_by(&:last).first if typed.size > 1 || (typed.any? && typed.size * 2 >= same.size))]
        end.compact
      end

      def with_numbers(manuscript, heads, forms)
        id = manuscript.free_list_id
        styles = forms.to_h { |index, _| [index, heads.select { |head| head.level == index + 1 }.map { |head| head.paragraph.style }.tally.max_by(&:last).first] }
        levels = (0..forms.keys.max).to_h { |index| [index, Manuscript::ListLevel.new(format: forms.dig(index, 0) || "decimal", text: forms.dig(index, 1) || "", suffix: :space, style: styles[index], start: first_number(heads, index))] }
        refs = styles.to_h { |index, style| [style, manuscript.sheet[style].then { |one| one.with(properties: one.properties.merge(numbering: Manuscript::NumberRef.new(list: id, level: index))) }] }
        none = Manuscript::NumberRef.new(list: nil)
        bare = heads.reject { |head| head.label && forms[head.level - 1] }.select { |head| refs.key?(head.paragraph.style) }
        manuscript.with(sheet: manuscript.sheet.with_styles(refs), lists: manuscript.lists.merge(id => Manuscript::List.new(id: id, levels: levels, counter: "new #{id}")))
          .with_paragraphs(bare.to_h { |head| [head.paragraph.id, head.paragraph.with(properties: head.paragraph.properties.merge(numbering: none))] })
      end

      # A chapter out of a larger manuscript may begin at any number.
      def first_number(heads, index) = index.zero? ? heads.find { |head| head.level == 1 && head.label }&.number || 1 : 1

      # Those whose number follows from the ones before that do.
      def agreeing(numbered, typed)
        typed.reduce([]) do |so_far, head|
          blocks = [*so_far, head].map { |one| numbered.paragraph(one.paragraph.id) }
          row = numbered.with(blocks: blocks, sections: [Manuscript::Section.new])
          (ListLabels.for(row, Cascade.new(row))[head.paragraph.id] == head.label) ? [*so_far, head] : so_far
        end
      end

      # A number that does not follow stays as it was typed, and its heading counts nothing.
      def settled(numbered, agreeing, other)
        none = Manuscript::NumberRef.new(list: nil)
        numbered.with_paragraphs(agreeing.to_h { |head| [head.paragraph.id, without_start(head.paragraph, head.length)] }
          .merge(other.to_h { |head| [head.paragraph.id, head.paragraph.with(properties: head.paragraph.properties.merge(numbering: none))] }))
      end
    end
  end
end
