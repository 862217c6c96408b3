# frozen_string_literal: true

require "nokogiri"

module Norvel
  module Formats
    # XML of a file that anybody may have made: parsed without fetching anything, and refused in a sentence where it is none or where no
    # manuscript needs what it does.
    module ParsedXml
      module_function

      # @param source [String] bytes @param name [String] what they are called in the file
      # @return [Nokogiri::XML::Document]
      # @raise [FileError]
      def parse(source, name)
        document = Nokogiri::XML(source) { |config| config.nonet }
        if document.internal_subset || document.external_subset
          raise FileError, "A part of the file (#{name}) declares entities; no manuscript needs them, and it was not opened."
        end
        if document.errors.any? { |error| error.message.match?(/excessive depth/i) }
          raise FileError, "A part of the file (#{name}) is nested deeper than any manuscript needs (256 levels); it was not opened."
        end
        if document.root.nil? || document.errors.any?(&:fatal?)
          raise FileError, "A part of the file (#{name}) is not well-formed XML#{first_error(document)}."
        end

        document
      rescue Nokogiri::XML::SyntaxError => error
        raise FileError, "A part of the file (#{name}) cannot be read as XML: #{error.message[/FATAL: (.{1,80})/, 1] || "it is damaged"}."
      end

      def first_error(document)
        error = document.errors.first
        error ? " (line #{error.line})" : ""
      end
      private_class_method :first_error
    end
  end
end
