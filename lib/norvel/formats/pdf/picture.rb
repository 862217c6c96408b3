# frozen_string_literal: true

module Norvel
  module Formats
    module Pdf
      # A picture of the file as an object of the PDF: PNG and JPEG. One of another kind, or a damaged one, is not
      # drawn: its room is kept, and it is told.
      module Picture
        # What the library comes to with damaged pictures; here stands nothing but calls of it.
        FAULTS = [Prawn::Errors::UnsupportedImageType, Prawn::Images::JPG::FormatError, Zlib::Error,
          EOFError, ArgumentError, RangeError, NameError, TypeError].freeze
        MOST = 100_000_000 # pixels

        module_function

        # @param data [String] its bytes @param document [PDF::Core, nil] nil: only to see whether it can be drawn
        # @return [Object, nil] nil where it cannot be drawn
        def object(data, document)
          picture = Prawn.image_handler.find(data).new(data)
          return unless picture.width.positive? && picture.height.positive? && picture.width * picture.height <= MOST

          picture.build_pdf_object(document)
        rescue *FAULTS
          nil
        end

        # @return [Boolean]
        def drawn?(data) = !object(data, Prawn::Document.new(skip_page_creation: true)).nil?
      end
    end
  end
end
