# frozen_string_literal: true

module Norvel
  module Changes
    # What the file says of itself: "title", "author", "subject", "keywords", and its "language"; an empty text takes one away.
    class SetInfo < Operation
      takes_besides title: :words, author: :words, subject: :words, keywords: :words, language: :word

      NAMES = %w[title author subject keywords language].freeze
      LONGEST = 255

      def carry_out(manuscript)
        given = parameters.slice(*NAMES).to_h do |name, text|
          [name.to_sym, text.to_s.strip.empty? ? nil : Manuscript::PlainText.clean(text.to_s).strip]
        end
        long = given.find { |_, text| text.to_s.length > LONGEST }
        raise ChangeRefused, "The #{long.first} has at most #{LONGEST} letters." if long

        language = given[:language]
        if language && !language.match?(/\A[a-z]{2,3}(?:-[A-Za-z0-9]{2,8})*\z/i)
          raise ChangeRefused, "“#{language}” is no language code; write it like en-GB or de."
        end

        after = manuscript.with(info: manuscript.info.with(**given))
        given.key?(:language) ? in_language(after, language) : after
      end

      def sentence(_manuscript)
        said = parameters.slice(*NAMES).map { |name, text| text.to_s.strip.empty? ? "no #{name}" : "#{name} “#{short(text.to_s)}”" }
        "Let the file say: #{said.join(", ")}."
      end

      private

      # The language stands under all styles.
      def in_language(manuscript, language)
        sheet = manuscript.sheet
        defaults = language ? sheet.defaults.merge(language: language) : sheet.defaults.except(:language)
        own = sheet[sheet.default_id]
        sheet = sheet.with(defaults: defaults)
        sheet = sheet.with_style(own.with(properties: own.properties.except(:language))) if own.properties.key?(:language)
        manuscript.with(sheet: sheet)
      end
    end

    # The text alternative of an image: the one at "place" (from 0) in a paragraph, in "text"; "decorative" says that it needs none.
    class SetAlternative < Operation
      takes_besides paragraph: :paragraph, place: :number, text: :words, decorative: :switch

      LONGEST = 2_000

      def carry_out(manuscript)
        paragraph = manuscript.paragraph(parameters.fetch("paragraph").to_i)
        raise ChangeRefused, "That image is not there any more." unless paragraph&.insets&.at(place)

        text = Manuscript::PlainText.clean(parameters["text"].to_s).strip
        raise ChangeRefused, "A text alternative has at most #{LONGEST} letters." if text.length > LONGEST
        raise ChangeRefused, "Write what the image shows, or call it decorative." if text.empty? && !decorative?

        count = -1
        runs = paragraph.runs.map do |run|
          insets = run.insets.map do |inset|
            ((count += 1) == place) ? inset.with(alt: (text unless decorative?), decorative: decorative?) : inset
          end
          run.with(insets: insets)
        end
        manuscript.with_paragraphs(paragraph.id => paragraph.with(runs: runs))
      end

      def sentence(_manuscript) =
        decorative? ? "Called an image decorative." : "Gave an image the text alternative “#{short(parameters["text"].to_s)}”."

      private

      def place = parameters["place"].to_i

      def decorative? = parameters["decorative"] == true
    end

    # The first row of a table ("paragraph": one in it) is a header row, or not ("on").
    class SetHeaderRow < Operation
      takes paragraph: :paragraph
      takes_besides on: :switch

      def carry_out(manuscript)
        table = manuscript.table_of(parameters.fetch("paragraph").to_i) or raise ChangeRefused, "That table is not there any more."
        raise ChangeRefused, "Only a table of the text itself gets a header row here." unless manuscript.blocks.include?(table)

        changed = table.with(rows: [table.rows.first.with(header: on?), *table.rows.drop(1)])
        manuscript.with(blocks: manuscript.blocks.map { |block| block.equal?(table) ? changed : block })
      end

      def sentence(_manuscript) = on? ? "Made the first row of a table its header row." : "Took a table's header row away."

      private

      def on? = parameters.fetch("on", true) ? true : false
    end
  end
end
