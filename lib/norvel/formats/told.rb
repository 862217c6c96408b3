# frozen_string_literal: true

module Norvel
  module Formats
    # What a reader has to say of a file: a sentence each, with how often it holds. Readers of all formats say it alike.
    class Told
      MACROS = "The file has macros; they stay in it, and Norvel never runs them."
      SIGNATURE = "The file is digitally signed; the signature becomes invalid with the first change."

      def initialize = @places = Hash.new(0)

      # @param sentence [String] about the file @param places [Integer] where it holds
      # @return [void]
      def tell(sentence, places = 1) = @places[sentence] += places

      # Something the file says that is not known: read as something else, or left out of account.
      # @param said [String] in words @param instead [Object, nil] nil: as nothing
      # @return [Object, nil] instead
      def unknown(said, instead)
        read = instead ? "read as #{instead.to_s.tr("_", " ")}" : "left out of account"
        tell("#{said}, which Norvel does not know; it is #{read}.")
        instead
      end

      # @return [Array<String>] of sentences that differ in their numbers alone the first, with how many places there are
      def sentences
        alike = @places.group_by { |sentence, _| sentence.gsub(/[\d.,]+/, "…") }
        alike.values.map do |same|
          places = same.sum(&:last)
          (places > 1) ? "#{same.first.first} (#{places} places#{", with other values too" if same.size > 1})" : same.first.first
        end
      end
    end
  end
end
