# frozen_string_literal: true

module Norvel
  module Changes
    # Makes numbers of headings that were typed the numbers of the headings: the commonest form of a level is what its style
    # numbers with, another form ("CHAPTER 2:" among "Chapter 1:") counts along by itself; what is typed goes where it is the same,
    # sign for sign. Headings without a number stay without.
    class HeadingsFromTyped < Substitution
      takes paragraphs: :paragraphs

      # What stands before the number of a chapter or a part, as authors write it.
      WORDS = %w[chapter kapitel chapitre capítulo capitolo hoofdstuk kapitola rozdział luku part teil partie parte deel del
        section abschnitt sección sezione paragraaf appendix anhang annexe apéndice appendice bijlage].freeze
      GAP = /[ \t\u00A0\u202F]/
      WORD = /(?<word>(?:#{WORDS.join("|")})#{GAP}+)?/
      NUMBERS = /(?<numbers>(?:\d{1,2}|[IVX]{1,5}|[A-H])(?:\.\d{1,2})*)/
      CLOSE = /(?<close>#{GAP}[–—:-]|[.):]?)/
      TYPED = /\A#{GAP}*(?<label>#{WORD.source}#{NUMBERS.source}#{CLOSE.source})#{GAP}+(?=[^\s–—:-])/i
      ONE_LETTER = /\A\p{L}+\z/ # "A", "I": the first word of a sentence

      # The one rule by which typed numbers of headings are told, counted and made numbers.
      # @param text [String] of a heading
      # @return [MatchData, nil] with :label, :word, :numbers and :close
      def self.typed(text)
        found = text.match(TYPED)
        found unless found && found[:word].nil? && found[:close].empty? && found[:numbers].match?(ONE_LETTER)
      end

      Head = Value.define(:paragraph, :level, label: nil, length: 0, text: nil, format: nil, number: 1)

      def carry_out(manuscript)
        heads = read(manuscript)
        forms = forms(heads)
        raise NothingToChange, "No heading has a typed number." if heads.none?(&:label)
        unless forms[0]
          raise ChangeRefused,
            "The typed numbers of #{counted(heads.count(&:label), "heading")} are of no one form, and stay."
        end

        numbered = with_numbers(manuscript, heads, forms)
        typed = heads.select { |head| head.label && forms[head.level - 1] }
        agreeing = agreeing(numbered, typed)
        if agreeing.size * 2 < typed.size
          raise ChangeRefused,
            "The typed numbers of the headings do not follow each other; nothing was changed."
        end

        settled(numbered, agreeing, typed - agreeing)
      end

      def told(before, after)
        taken = before.paragraphs.count { |paragraph| after.paragraph(paragraph.id).text != paragraph.text }
        "Let the heading styles number #{counted(taken, "heading")} instead of typed numbers."
      end

      def remarks(before, after)
        left = read(before).select { |head| head.label && after.paragraph(head.paragraph.id).text == head.paragraph.text }.map(&:paragraph)
        [remark(left, "1 heading keeps its typed number: it does not follow from the ones before.",
          "%d headings keep their typed numbers: they do not follow from the ones before.")].compact
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
        found = HeadingsFromTyped.typed(paragraph.text)
        numbers = found && found[:numbers].split(".")
        return Head.new(paragraph: paragraph, level: level) if found.nil? || ![1, level].include?(numbers.size)

        first = (numbers.size == level) ? 1 : level
        Head.new(paragraph: paragraph, level: level, label: found[:label], length: found.end(0),
          format: format_of(numbers.last), number: value(numbers.last),
          text: "#{found[:word]}#{numbers.each_index.map { |index| "%#{first + index}" }.join(".")}#{found[:close]}")
      end

      def format_of(number)
        return "decimal" if number.match?(/\d/)

        number.match?(/\A[IVX]+\z/) ? "upper_roman" : "upper_letter"
      end

      def value(number)
        case format_of(number)
        when "decimal" then number.to_i
        when "upper_roman" then (1..40).find { |one| ListLabels.roman(one) == number.downcase } || 1
        else number.upcase.ord - 64
        end
      end

      # The commonest form of each level, where several of its headings have a number, or at least half of them.
      def forms(heads)
        heads.group_by(&:level).to_h do |level, same|
          typed = same.select(&:label)
          [
            level - 1, (typed.map { |head| [head.format, head.text] }.tally.max_by(&:last).first if typed.size > 1 ||
              (typed.any? && typed.size * 2 >= same.size))
          ]
        end.compact
      end

      def refuse_forms(others)
        return if others.empty?

        raise ChangeRefused, "The typed numbers of the headings have #{counted(others.size + 1, "form")}, and the format of this file " \
          "counts headings in one; they stay."
      end

      def with_numbers(manuscript, heads, forms)
        list = list_of(manuscript, heads, forms)
        refs = list.levels.filter_map { |index, level|
          level.style && [level.style, Properties::NumberRef.new(list: list.id, level: index)]
        }.to_h
        others = other_forms(list, heads, forms, manuscript.free_list_id)
        refuse_forms(others) if manuscript.inheritance.one_outline
        changed = heads.select { |head| refs.key?(head.paragraph.style) || others.key?(form(head)) }.filter_map { |head|
          (ref = own_place(head, forms, others)) && [head.paragraph.id, numbered(head.paragraph, ref)]
        }.to_h
        manuscript.with(sheet: NumberedStyles.with(manuscript.sheet, refs),
          lists: manuscript.lists.merge(list.id => list, **others.to_h { |_, other| [other.id, other] })).with_paragraphs(changed)
      end

      def list_of(manuscript, heads, forms)
        styles = forms.to_h do |index, _|
          [index, heads.select { |head| head.level == index + 1 }.map { |head| head.paragraph.style }.tally.max_by(&:last).first]
        end
        levels = (0..forms.keys.max).to_h do |index|
          [index, Manuscript::ListLevel.new(format: forms.dig(index, 0) || "decimal", text: forms.dig(index, 1) ||
            "", suffix: :space, style: styles[index], start: first_number(heads, index))]
        end
        id = manuscript.free_list_id
        Manuscript::List.new(id: id, levels: levels, counter: Manuscript::List.new_counter(id))
      end

      def form(head) = [head.level, head.format, head.text]

      # Lists that count along with the one of the styles, for headings whose number is written otherwise.
      # @return [Hash{Array=>Manuscript::List}] by level and form
      def other_forms(list, heads, forms, first_id)
        heads.select { |head| head.label && forms[head.level - 1] && forms[head.level - 1] != [head.format, head.text] }
          .map { |head| form(head) }.uniq.each_with_index.to_h do |(level, format, text), index|
          own = list.levels[level - 1].with(format: format, text: text, style: nil)
          [[level, format, text], list.with(id: (first_id.to_i + 1 + index).to_s, levels: list.levels.merge(level - 1 => own))]
        end
      end

      # @return [Properties::NumberRef, nil] nil where the style's number is meant
      def own_place(head, forms, others)
        return Properties::NumberRef.new(list: nil) unless head.label && forms[head.level - 1]

        others[form(head)]&.then { |list| Properties::NumberRef.new(list: list.id, level: head.level - 1) }
      end

      def numbered(paragraph, ref) = paragraph.with(properties: paragraph.properties.merge(numbering: ref))

      # A chapter out of a larger manuscript may begin at any number.
      def first_number(heads, index) = index.zero? ? heads.find { |head| head.level == 1 && head.label }&.number || 1 : 1

      # Those whose number follows from the ones before that do.
      def agreeing(numbered, typed)
        cascade = Cascade.new(numbered)
        counters = ListLabels::Counters.new
        typed.select do |head|
          ref = cascade.numbering(numbered.paragraph(head.paragraph.id)) or next
          trial = counters.dup
          next unless trial.label(numbered.lists[ref.list], ref.level) == head.label

          counters = trial
        end
      end

      # A number that does not follow stays as it was typed, and its heading counts nothing.
      def settled(after, agreeing, other)
        none = Properties::NumberRef.new(list: nil)
        after.with_paragraphs(agreeing.to_h { |head| [head.paragraph.id, without_start(after.paragraph(head.paragraph.id), head.length)] }
          .merge(other.to_h { |head| [head.paragraph.id, numbered(head.paragraph, none)] }))
      end
    end
  end
end
