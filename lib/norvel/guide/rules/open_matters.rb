# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # What a file still holds of its making.
      class OpenMatters < Rule
        def findings(context)
          context.manuscript.matters.select { |matter| self.class::KINDS_OF.include?(matter.kind) }.filter_map do |matter|
            paragraph = context.manuscript.paragraph(matter.paragraph)
            next unless paragraph && within(context, [paragraph]).any?

            words = matter.text.gsub(/[[:space:]]+/, " ").strip
            finding(context, paragraph: paragraph, expected: "none", measured: "a #{matter.called}",
              message: "A #{matter.called}: “#{(words.length > 60) ? "#{words[0, 58]} …" : words}”.")
          end
        end
      end

      # No comment is left in the file.
      class NoComments < OpenMatters
        checks "no_comments", area: :open_matters
        KINDS_OF = %i[comment].freeze
        learned :whole

        def sentence = "No comment is left in the file."
      end

      # No revision is left in the file.
      class NoRevisions < OpenMatters
        checks "no_revisions", area: :open_matters
        KINDS_OF = Manuscript::Matter::REVISIONS
        learned :whole

        def sentence = "No revision is left in the file."
      end

      # No sample text of a template stands where the author's own is to stand.
      class NoSampleText < OpenMatters
        checks "no_sample_text", area: :open_matters
        learned :whole

        def sentence = "No sample text of a template is left."

        def findings(context)
          context.manuscript.matters.select { |matter| matter.kind == :placeholder }.filter_map do |matter|
            paragraph = context.manuscript.paragraph(matter.paragraph)
            next unless paragraph && paragraph.written == matter.text && within(context, [paragraph]).any?

            finding(context, paragraph: paragraph, expected: "text of your own", measured: "sample text",
              message: "Sample text of the template: “#{(matter.text.length > 60) ? "#{matter.text[0, 58]} …" : matter.text}”.")
          end
        end
      end

      # Every cross-reference leads somewhere, and says what it should.
      class ReferencesResolved < Rule
        checks "references_resolved", area: :open_matters
        learned :references

        def sentence = "Every cross-reference leads somewhere and says what it should."

        def applies?(context) = context.references.all.any?

        def findings(context)
          broken = context.references.broken.map do |found|
            finding(context, paragraph: context.manuscript.paragraph(found.paragraph), expected: "a place in the manuscript",
              measured: "nowhere",
              message: "The cross-reference “#{found.says}” leads nowhere.")
          end
          broken + context.references.stale.map do |found|
            finding(context, paragraph: context.manuscript.paragraph(found.paragraph), expected: found.wanted, measured: found.says,
              message: "The cross-reference says “#{found.says}”; it should say “#{found.wanted}”.", fix: Cures.refresh_references)
          end
        end
      end
    end
  end
end
