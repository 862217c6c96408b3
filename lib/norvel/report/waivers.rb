# frozen_string_literal: true

require "json"

module Norvel
  module Report
    # Findings that are let be, as a file: a JSON list of rule, paragraph, text and reason, or a report that holds one.
    module Waivers
      module_function

      # @param text [String] JSON
      # @param manuscript [Manuscript] in which their paragraphs are found again, by their text
      # @return [Array<Manuscript::Waiver>]
      # @raise [FileError]
      def read(text, manuscript)
        data = JSON.parse(text.dup.force_encoding(Encoding::UTF_8))
        data = data["waivers"] if data.is_a?(Hash)
        unless data.is_a?(Array) && data.all? { |one| one.is_a?(Hash) && one["rule"].is_a?(String) && !one["reason"].to_s.strip.empty? }
          raise FileError, "The waivers are no list of rules with a reason each."
        end

        data.filter_map { |one| waiver(one, manuscript) }
      rescue JSON::ParserError, EncodingError
        raise FileError, "The waivers are no JSON."
      end

      def waiver(one, manuscript)
        given = {rule: one["rule"], reason: one["reason"].to_s}
        return Manuscript::Waiver.new(**given) if one["text"].nil? && one["paragraph"].nil?

        paragraph = found(one, manuscript) or return
        Manuscript::Waiver.new(**given, paragraph: paragraph.id, text: paragraph.text)
      end

      # The nearest paragraph with this text.
      def found(one, manuscript)
        alike = manuscript.paragraphs.select { |paragraph| paragraph.text == one["text"] }
        return manuscript.paragraphs[one["paragraph"].to_i] if one["text"].nil?

        alike.min_by { |paragraph| (manuscript.index_of(paragraph.id) - one["paragraph"].to_i).abs }
      end
      private_class_method :waiver, :found
    end
  end
end
