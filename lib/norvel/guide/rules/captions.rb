# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Every figure, or table, has a caption.
      class CaptionsPresent < Rule
        checks "captions_present", area: :structure
        takes :of, :choice, required: true, choices: %w[figures tables], says: "of what"
        learned :things, each: [:of]

        def sentence = "Every #{given(:of).to_s.delete_suffix("s")} has a caption."

        def findings(context)
          without = context.captions.without.to_set
          blocks = context.manuscript.blocks.select do |block|
            without.include?(block.id) && block.is_a?(Manuscript::Table) == (given(:of) == :tables)
          end
          blocks.map do |block|
            finding(context, paragraph: Manuscript.paragraphs_in(block).first, expected: "a caption", measured: "none",
              message: "This #{given(:of).to_s.delete_suffix("s")} has no caption.")
          end
        end
      end

      # Captions of figures stand below, those of tables above, or as asked.
      class CaptionPlace < Rule
        checks "caption_place", area: :structure
        takes :figures, :choice, said: "captions/figures", choices: %w[above below], says: "of figures", example: "below"
        takes :tables, :choice, said: "captions/tables", choices: %w[above below], says: "of tables", example: "above"
        learned :things do |examples|
          all = examples.flat_map { |example| example.captions.all.select(&:position) }
          all.group_by(&:kind).map { |kind, _| %w[above below].map { |place| {"#{kind}s" => place} } }
        end

        def sentence = "#{wanted.map { |kind, place| "captions of #{kind}s stand #{place}" }.join("; ")}.".capitalize

        def applies?(context) = captions(context).any?

        def findings(context)
          captions(context).filter_map do |caption|
            next if caption.position.nil? || caption.position == wanted[caption.kind]

            finding(context, paragraph: context.manuscript.paragraph(caption.paragraph), expected: wanted[caption.kind].to_s,
              measured: caption.position.to_s,
              message: "This caption stands #{caption.position} its #{caption.kind}.")
          end
        end

        private

        def wanted = {figure: given(:figures), table: given(:tables)}.compact

        def captions(context) = context.captions.all.select { |caption| wanted.key?(caption.kind) }
      end

      # Captions of a kind are numbered 1, 2, 3, in order, or by chapter.
      class CaptionOrder < Rule
        checks "caption_order", area: :structure
        takes :counted, :switch, says: "their numbers are counted, not typed"
        learned :captions, trying: [:counted], strictest: true

        def sentence = "Captions are numbered in order#{", by counting" if given(:counted)}."

        def applies?(context) = context.captions.all.any?(&:number)

        def findings(context)
          context.captions.all.group_by(&:kind).flat_map do |_, captions|
            in_order(context, captions) + (given(:counted) ? typed(context, captions) : [])
          end
        end

        private

        def in_order(context, captions)
          last = nil
          captions.filter_map do |caption|
            number = caption.number.to_s.scan(/\d+/).map(&:to_i)
            wanted = following(last, number)
            right = number == wanted
            last = number unless number.empty?
            next if number.empty? || right

            finding(context, paragraph: context.manuscript.paragraph(caption.paragraph), expected: wanted.join("."),
              measured: caption.number,
              message: "Number #{caption.number} follows where #{wanted.join(".")} is due.",
              fix: (Cures.recount_numbers if !caption.typed? && miscounted?(context, caption)))
          end
        end

        # Whether the field that counts it shows another number than is due.
        def miscounted?(context, caption) = context.references.miscounted.any? { |found| found.paragraph == caption.paragraph }

        # The next number, or the first of a later chapter.
        def following(last, number)
          return (number.size > 1) ? [number[0], 1] : [1] if last.nil?
          return [*number[0..-2], 1] if number.size > 1 && number[0..-2] != last[0..-2] && (number[0] > last[0].to_i)

          [*last[0..-2], last.last + 1]
        end

        def typed(context, captions)
          captions.select(&:typed?).map do |caption|
            finding(context, paragraph: context.manuscript.paragraph(caption.paragraph), expected: "a counted number",
              measured: "a typed one",
              message: "The number of this caption is typed.", fix: Cures.captions_from_typed("paragraphs" => "all"))
          end
        end
      end

      # Every figure and table is named in the text before it stands.
      class NamedInText < Rule
        checks "named_in_text", area: :structure
        takes :of, :choices, default: %i[figure table], choices: %w[figure table], says: "of what", example: ["figure"]
        learned :things do |examples|
          examples.flat_map { |example| example.captions.all.map(&:kind) }.uniq.map { |kind| [{"of" => [kind.to_s]}] }
        end

        def sentence = "Every #{given(:of).join(" and ")} is named in the text before it stands."

        def applies?(context) = captions(context).any?

        def findings(context)
          captions(context).filter_map do |caption|
            at = context.manuscript.index_of(caption.paragraph)
            named = mention(context, caption)&.then { |paragraph| context.manuscript.index_of(paragraph.id) }
            next if named && named < at

            finding(context, paragraph: context.manuscript.paragraphs[at], expected: "named before",
              measured: named ? "named after" : "not named",
              message: "#{caption.label} #{caption.number} is #{named ? "named only after it stands" : "not named in the text"}.")
          end
        end

        private

        def captions(context) =
          context.captions.all.select { |caption| given(:of).include?(caption.kind) && caption.label && caption.number }

        # @return [Manuscript::Paragraph, nil] the first that names it, no caption and no line of a list
        def mention(context, caption)
          name = /#{name(caption.label)}\s*#{Regexp.escape(caption.number)}(?![\d.]\d|\d)/i
          texts(context).find { |_, text| text.match?(name) }&.first
        end

        def texts(context)
          context.known(:texts_that_name) do
            own = context.captions.all.map(&:paragraph).to_set
            others = context.manuscript.paragraphs.reject do |paragraph|
              own.include?(paragraph.id) || context.manuscript.listed.include?(paragraph.id)
            end
            others.map { |paragraph| [paragraph, paragraph.text.tr("\u00A0", " ")] }
          end
        end

        # "Figure" is named as "Fig." too.
        def name(label)
          word = label.delete_suffix(".")
          "(?:#{Regexp.escape(word)}|#{Regexp.escape(word[0, 3])})s?\\.?"
        end
      end
    end
  end
end
