# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # The file says its title (and author), as a reader for the blind announces it.
      class DocumentTitle < Rule
        checks "document_title", area: :accessibility
        takes :author, :switch, default: false, says: "the author as well"
        learned :whole

        def sentence = "The file's properties say the title#{" and the author" if given(:author)}."

        def findings(context)
          wanted = {title: "the title", author: ("the author" if given(:author))}.compact
          wanted.select { |name, _| context.manuscript.info[name].to_s.strip.empty? }.map do |name, words|
            said = context.roles.in(name).first&.text.to_s.gsub(/[[:space:]]+/, " ").strip
            finding(context, expected: words, measured: "nothing",
              message: "The file's properties do not say #{words}.", fix: (Cures.set_info(name.to_s => said[0, 250]) unless said.empty?))
          end
        end
      end

      # The language of the manuscript is set.
      class DocumentLanguage < Rule
        checks "document_language", area: :accessibility
        takes :language, :word, says: "which", example: "en-GB"
        learned :whole

        def sentence = "The language of the manuscript is #{given(:language) || "set"}."

        def findings(context)
          own = context.manuscript.info.language
          return [] if own && (given(:language).nil? || own.to_s.casecmp?(given(:language)))

          wanted = given(:language) || context.guide.language
          [finding(context, expected: given(:language) || "a language", measured: own || "none",
            message: own ? "The language is #{own}; #{given(:language)} is asked for." : "No language is set.",
            fix: (Cures.set_info("language" => wanted) if wanted))]
        end
      end

      # Passages in another language are marked as such.
      class ForeignPassages < Rule
        checks "foreign_passages", area: :accessibility
        learned :paragraphs
        # The commonest small words of four languages (common practice, no source).
        SMALL = {"en" => %w[the of and to in is was that for it with as his on be at by not from are which this],
                 "de" => %w[der die das und ist nicht ein eine von mit den dem auf sich des wird auch als nach wie im],
                 "fr" => %w[le la les des et est une dans que qui pour pas sur au par plus ce avec sont il du],
                 "es" => %w[el la los las y es una en que de por con no se para del su como más pero al]}.freeze
        LEAST = 8 # words
        SHARE = 0.2

        def sentence = "Passages in another language are marked as such."

        def findings(context)
          own = context.manuscript.info.language.to_s[0, 2]
          looked_at(context, nil).filter_map do |paragraph|
            found = language(paragraph.text)
            next if found.nil? || found == said(context, paragraph, own)

            finding(context, paragraph: paragraph, expected: "marked as #{found}", measured: "marked as #{said(context, paragraph, own)}",
              message: "This passage reads as #{found} and is marked as #{said(context, paragraph, own)}.",
              fix: Cures.format_here("paragraphs" => [paragraph.id], "values" => {"language" => found}))
          end
        end

        private

        def said(context, paragraph, own)
          run = paragraph.runs.max_by { |one| one.text.length }
          (context.cascade.run(paragraph, run)[:language] || own).to_s[0, 2]
        end

        # @return [String, nil] where one language is clear
        def language(text)
          words = text.downcase.scan(/\p{L}+/)
          return if words.size < LEAST

          counts = SMALL.transform_values { |small| words.count { |word| small.include?(word) } }
          (first, most), (_, next_most) = counts.sort_by { |_, count| -count }
          first if most >= words.size * SHARE && most >= 2 * next_most
        end
      end

      # Every image has a text alternative.
      class TextAlternatives < Rule
        checks "text_alternatives", area: :accessibility
        learned :figures

        def sentence = "Every image has a text alternative."

        def applies?(context) = images(context).any?

        def findings(context)
          images(context).select { |_, inset| inset.silent? }.map do |paragraph, _|
            finding(context, paragraph: paragraph, expected: "a text alternative", measured: "none",
              message: "This image has no text alternative.")
          end
        end

        private

        def images(context)
          within(context, context.manuscript.paragraphs).flat_map do |paragraph|
            paragraph.insets.select { |inset| inset.image? || %i[chart drawing].include?(inset.what) }.map { |inset| [paragraph, inset] }
          end
        end
      end

      # Every table has a header row.
      class HeaderRows < Rule
        checks "header_rows", area: :accessibility
        learned :tables

        def sentence = "Every table has a header row."

        def applies?(context) = tables(context).any?

        def findings(context)
          tables(context).reject { |table| table.rows.first.header }.map do |table|
            finding(context, paragraph: Manuscript.paragraphs_in(table).first, expected: "a header row", measured: "none",
              message: "The first row of this table is no header row.",
              fix: Cures.set_header_row("paragraph" => Manuscript.paragraphs_in(table).first.id))
          end
        end

        private

        # Of one row or column there is no head.
        def tables(context)
          context.manuscript.blocks.grep(Manuscript::Table).select do |table|
            table.rows.size > 1 && table.rows.any? { |row| row.cells.size > 1 }
          end
        end
      end

      # Text stands out from its ground (WCAG 2.2, 1.4.3).
      class Contrast < Rule
        checks "contrast", area: :accessibility
        takes :level, :choice, choices: %w[aa aaa], default: :aa, says: "of WCAG 2.2, criteria 1.4.3 and 1.4.6", example: "aa"
        LARGE = [228_600, 177_800].freeze # EMU: 18 pt, bold 14 pt
        ENOUGH = {aa: {large: 3.0, plain: 4.5}, aaa: {large: 4.5, plain: 7.0}}.freeze
        learned(:paragraphs, strictest: true) { |_| [[{"level" => "aaa"}, {"level" => "aa"}]] }

        def sentence
          plain, large = enough.values_at(:plain, :large).map { |ratio| ratio.to_s.delete_suffix(".0") }
          "Text has the contrast that WCAG 2.2 asks for at level #{given(:level).upcase}: #{plain} to 1, large text #{large} to 1."
        end

        def findings(context)
          looked_at(context, nil).filter_map do |paragraph|
            worded = paragraph.runs.reject { |run| run.text.strip.empty? }
            worst = worded.map { |run| measured(context, paragraph, run) }.min_by { |ratio, wanted, _| ratio / wanted }
            next if worst.nil? || worst[0] >= worst[1] - 0.005

            ratio, wanted, colours = worst
            finding(context, paragraph: paragraph, expected: "#{wanted} to 1", measured: "#{ratio.round(2)} to 1", expected_value: wanted,
              measured_value: ratio.round(2), unit: "to 1",
              message: "#{colours[0]} on #{colours[1]} has a contrast of #{ratio.round(2)} to 1.",
              fix: fix(context, paragraph))
          end
        end

        private

        # Text formatted alike on the same ground has one contrast.
        def measured(context, paragraph, run)
          set, whole = context.cascade.run(paragraph, run), context.cascade.paragraph(paragraph)
          known = context.known(:contrasts) { Hash.new { |all, one| all[one] = {}.compare_by_identity }.compare_by_identity }
          known[whole][set] ||= contrast(set, whole)
        end

        def contrast(set, whole)
          ground = [set[:highlight], set[:background], whole[:shading]].find { |colour| colour.to_s.start_with?("#") } || "#ffffff"
          colour = (set[:color] == "auto") ? automatic(ground) : set[:color]
          large = set[:size] >= LARGE[0] || (set[:bold] && set[:size] >= LARGE[1])
          [ColourContrast.ratio(colour, ground), enough[large ? :large : :plain], [colour, ground]]
        end

        def enough = ENOUGH.fetch(given(:level))

        # Black, or white on a dark ground.
        def automatic(ground) = (ColourContrast.luminance(ground) < 0.179) ? "#ffffff" : "#000000"

        def fix(context, paragraph)
          ground = context.cascade.paragraph(paragraph)[:shading].then { |colour| colour.to_s.start_with?("#") ? colour : "#ffffff" }
          seen = ->(colour) { ColourContrast.ratio((colour == "auto") ? automatic(ground) : colour, ground) >= enough[:plain] }
          colour = by_the_sheet(context, paragraph, :color, "auto", &seen)
          remedies(context, paragraph, {color: colour}) { |_, own| seen[own] }
        end
      end

      # Links say where they lead.
      class LinkTexts < Rule
        checks "link_texts", area: :accessibility
        learned :links
        # Words that say nothing by themselves, and bare addresses (common practice, no source).
        EMPTY = /\A\W*(?:here|click here|this|link|this link|more|read more|hier|mehr|ici|cliquez ici|aquí|más)\W*\z/i
        ADDRESS = %r{\A\s*(?:https?://|www\.)\S+\s*\z}i

        def sentence = "The words of a link say where it leads."

        def applies?(context) = links(context).any?

        def findings(context)
          links(context).filter_map do |paragraph, words|
            next unless words.match?(EMPTY) || words.match?(ADDRESS)

            finding(context, paragraph: paragraph, expected: "words that say where it leads", measured: words.strip[0, 60],
              message: "The link “#{words.strip[0, 60]}” does not say where it leads.")
          end
        end

        private

        def links(context)
          looked_at(context, nil).reject { |paragraph| role(context, paragraph) == :reference_entry }.flat_map do |paragraph|
            rows = paragraph.runs.chunk_while { |one, other| one.link && other.link }
            rows.select { |row| row.first.link && !row.first.refers }.map { |row| [paragraph, row.map(&:text).join] }
          end
        end
      end

      # Nothing is told by colour alone.
      class ColourAlone < Rule
        checks "colour_alone", area: :accessibility
        TELLS = %i[bold italic underline caps small_caps size font_family highlight background].freeze
        learned :paragraphs

        def sentence = "Nothing is told by colour alone."

        def findings(context)
          running(context).filter_map do |paragraph|
            most = paragraph.runs.max_by { |run| run.text.length }
            plain = context.cascade.run(paragraph, most)
            alone = paragraph.runs.reject { |run| run.link || run.text.strip.empty? }.find do |run|
              set = context.cascade.run(paragraph, run)
              set[:color] != plain[:color] && TELLS.all? { |name| set[name] == plain[name] }
            end
            next unless alone

            finding(context, paragraph: paragraph, expected: "another sign beside colour",
              measured: context.cascade.run(paragraph, alone)[:color],
              message: "“#{alone.text.strip[0, 40]}” is set apart by its colour alone.")
          end
        end
      end
    end
  end
end
