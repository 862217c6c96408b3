# frozen_string_literal: true

require_relative "captions"
require_relative "heading_habits"

module Norvel
  class Guide
    module Rules
      # Words that the title page says.
      class TitlePageWords < Rule
        checks "title_page_words", area: :structure
        takes :words, :words, required: true, says: "the words", example: ["Presented to the Marrowby Institute"]
        not_learned "which words a title page has to have"

        def sentence = "The title page says #{given(:words).map { |words| "“#{words}”" }.join(" and ")}."

        def findings(context)
          said = plain(context.layout.pages.first.text_lines.map(&:paragraph).uniq.map(&:text).join(" "))
          given(:words).reject { |words| said.include?(plain(words)) }.map do |words|
            finding(context, page: 1, expected: "“#{words}”", measured: "missing", message: "The title page does not say “#{words}”.")
          end
        end

        private

        def plain(text) = text.gsub(/[[:space:]]+/, " ").strip.downcase
      end

      # Figures and tables are as wide as the text at most.
      class InsideMargins < Rule
        checks "inside_margins", area: :page
        takes :tolerance, :length, default: 18_000, says: "how far one may stand out"
        learned :tables

        def sentence = "Figures and tables stand inside the margins."

        def findings(context) = tables(context) + pictures(context)

        private

        def room(context, paragraph)
          section = context.manuscript.sections[context.manuscript.section_indexes[context.manuscript.index_of(paragraph.id)]]
          section.page.text_width(gutter_above: context.manuscript.settings.gutter_above)
        end

        def tables(context)
          context.manuscript.blocks.grep(Manuscript::Table).filter_map do |table|
            first = Manuscript.paragraphs_in(table).first
            wide(context, first, table.columns.sum + [table.indent.to_i, 0].max, "table") if first && !table.floating
          end
        end

        def pictures(context)
          context.manuscript.paragraphs.reject(&:in_table).filter_map do |paragraph|
            widest = paragraph.insets.select { |inset| inset.kind == :image }.filter_map(&:width).max or next
            wide(context, paragraph, widest, "figure")
          end
        end

        def wide(context, paragraph, width, what)
          room = room(context, paragraph)
          return if width <= room + given(:tolerance)

          finding(context, paragraph: paragraph, expected: "#{Lengths.show(room, "cm")} at most", measured: Lengths.show(width, "cm"),
            expected_value: Lengths.points(room), measured_value: Lengths.points(width), unit: "pt",
            message: "This #{what} is #{Lengths.show(width, "cm")} wide; the text has #{Lengths.show(room, "cm")}.")
        end
      end

      # A figure or table stands near where it is first named.
      class NearMention < NamedInText
        checks "near_mention", area: :structure
        takes :of, :choices, default: %i[figure table], choices: %w[figure table], says: "of what", example: ["figure"]
        takes :pages, :number, default: 1, range: 0..50, says: "pages away at most", example: 1
        not_learned "how far from its mention a figure may stand"

        def sentence = "Every #{given(:of).join(" and ")} stands at most #{counted(given(:pages), "page")} from where it is first named."

        def pages? = true

        def findings(context)
          captions(context).filter_map do |caption|
            place = context.manuscript.paragraph(caption.paragraph)
            named = mention(context, caption) or next
            apart = (context.layout.page_of(place.id).to_i - context.layout.page_of(named.id).to_i).abs
            next if apart <= given(:pages)

            finding(context, paragraph: place, expected: "#{given(:pages)} at most", measured: counted(apart, "page"),
              expected_value: given(:pages), measured_value: apart, unit: "pages",
              message: "#{caption.label} #{caption.number} stands #{counted(apart, "page")} from where it is first named.")
          end
        end
      end

      # The abstract stands on one page.
      class AbstractOnOnePage < Rule
        checks "abstract_on_one_page", area: :structure
        learned :abstracts

        def sentence = "The abstract stands on one page."

        def pages? = true

        def applies?(context) = context.roles.in(:abstract).any?

        def findings(context)
          abstract = context.roles.in(:abstract)
          pages = abstract.flat_map { |paragraph| pages_of(context, paragraph) }.uniq
          return [] if pages.size < 2

          [finding(context, paragraph: abstract.first, expected: "1 page", measured: counted(pages.size, "page"), expected_value: 1,
            measured_value: pages.size, unit: "pages", message: "The abstract goes over #{counted(pages.size, "page")}.")]
        end

        private

        def pages_of(context, paragraph)
          context.layout.pages.select { |page| page.text_lines.any? { |placed| placed.paragraph.id == paragraph.id } }.map(&:number)
        end
      end

      # Text is in styles of its own, not in the one that all others rest on.
      class TextNotInBase < Rule
        checks "text_not_in_base", area: :text
        learned :paragraphs

        def sentence = "Text has styles of its own, not the one that all are based on."

        def findings(context)
          base = context.manuscript.sheet.default_id
          found = looked_at(context).select { |paragraph| paragraph.style == base }
          found.map do |paragraph|
            name = context.manuscript.sheet[base]&.name
            finding(context, paragraph: paragraph, expected: "a style of its own", measured: name.to_s,
              message: "This paragraph has the style that all are based on, “#{name}”.", fix: own_style(context, paragraph))
          end
        end

        private

        def own_style(context, paragraph)
          style = context.style_for(paragraph)
          Cures.apply_style("paragraphs" => [paragraph.id], "style" => style.id) if style && style.id != paragraph.style
        end
      end

      # What a caption begins with: the word, the number and what stands behind it.
      class CaptionForm < Rule
        checks "caption_form", area: :structure
        SEPARATORS = {"colon" => ":", "stop" => ".", "dash" => " –", "space" => ""}.freeze
        takes :of, :choice, required: true, choices: %w[figure table], says: "of what", example: "figure"
        takes :word, :word, required: true, says: "the word before the number", example: "Figure"
        takes :separator, :choice, required: true, choices: SEPARATORS.keys, says: "what stands behind the number", example: "colon"
        learned :captions do |examples|
          %i[figure table].filter_map do |kind|
            words = examples.flat_map { |example|
              example.captions.all.select { |one| one.kind == kind && one.number }
                .map { |one| example.manuscript.paragraph(one.paragraph).text[/\A\p{L}+/] }
            }
            word = Habit.commonest(words) or next
            SEPARATORS.keys.map { |separator| {"of" => kind.to_s, "word" => word, "separator" => separator} }
          end
        end

        def sentence = "Captions of #{given(:of)}s begin “#{form("1")} …”."

        def applies?(context) = captions(context).any?

        def findings(context)
          captions(context).filter_map do |caption|
            paragraph = context.manuscript.paragraph(caption.paragraph)
            text = "#{context.layout.labels[paragraph.id]}#{paragraph.text}".tr("\u00A0\t", "  ").strip
            wanted = form(caption.number)
            next if text.start_with?(wanted) && (given(:separator) != :space || text[wanted.length..].to_s.match?(/\A(?:\s|\z)/))

            finding(context, paragraph: paragraph, expected: "“#{wanted} …”", measured: "“#{text[0, wanted.length + 2]}…”",
              message: "This caption begins “#{text[0, wanted.length + 2]}…”; “#{wanted} …” is asked for.")
          end
        end

        private

        def form(number) = "#{given(:word)} #{number}#{SEPARATORS[given(:separator).to_s]}"

        def captions(context) = context.captions.all.select { |caption| caption.kind == given(:of) && caption.number }
      end

      # Headings with a capital at the first word and at names alone, or at every word of weight.
      class HeadingWords < OfHeadings
        checks "heading_words", area: :headings
        takes :capitals, :choice, required: true, choices: %w[first_word every_word], says: "which words have capitals",
          example: "first_word"
        takes :levels, :levels, default: [1, 2, 3], says: "of which levels", example: [1, 2]
        learned :headings do |examples|
          Habit.of_levels(examples) { |levels| %w[first_word every_word].map { |way| {"capitals" => way, "levels" => levels} } }
        end

        SMALL = 4 # letters up to which a word has no weight
        MOST = 0.5 # share of words of weight from which on the capitals are a habit: names have theirs by right

        def sentence =
          "Headings of level #{given(:levels).join(", ")} have capitals at " \
          "#{(given(:capitals) == :first_word) ? "the first word and at names" : "every word of weight"}."

        private

        # German writes nouns with capitals, so nothing can be told there.
        def look(context, paragraph)
          return unless given(:levels).include?(level(context, paragraph))

          words = Roles::Wording.without_number(paragraph.text).scan(/\p{L}[\p{L}'’]*/).drop(1).select { |word| word.length > SMALL }
          return if words.size < 2 || words.all? { |word| word == word.upcase } || german?(context, paragraph)

          share = words.count { |word| word.match?(/\A\p{Lu}/) }.fdiv(words.size)
          right = (given(:capitals) == :first_word) ? share <= MOST : share > MOST
          return if right

          finding(context, paragraph: paragraph, expected: (given(:capitals) == :first_word) ? "the first word" : "every word of weight",
            measured: (share > MOST) ? "most words" : "few words",
            message: "#{(share > MOST) ? "Most" : "Few"} words of this heading have capitals.")
        end

        def german?(context, paragraph)
          run = paragraph.runs.first or return false
          context.cascade.run(paragraph, run)[:language].to_s.start_with?("de")
        end
      end
    end
  end
end
