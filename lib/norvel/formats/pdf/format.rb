# frozen_string_literal: true

require_relative "../format"
require_relative "maker"
require_relative "lost"

module Norvel
  module Formats
    module Pdf
      # ISO 32000-1, tagged: only made, never read.
      class Format < Formats::Format
        def name = "pdf"

        def endings = %w[.pdf]

        def read(_bytes) = raise(FileError, "A PDF cannot be opened as a manuscript; open the file that it was made from.")

        # @param layout [Layout] @param picture [Proc] a member of the source to its bytes
        # @return [Array<Lost::Kind>] what does not go across
        def lost(layout, picture:) = Lost.new(layout, picture).kinds

        # @param layout [Layout] @param name [String] of the file @param more [Hash] as Maker takes it
        # @return [String]
        def make(layout, name:, **more, &progress) = Maker.new(layout, name: name, **more).bytes(&progress)
      end
    end
  end
end
