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

        def media_type(_ending = nil) = "application/pdf"

        def makes? = true

        # @param more [Hash] as Maker takes it
        def make(manuscript, layout: nil, source: Source.none, name: "", **more, &progress)
          from = {name: name, links: source.links, picture: source.method(:media)}
          Maker.new(layout || Layout.new(manuscript), **from, **more).bytes(&progress)
        end

        def lost(manuscript, layout: nil, source: Source.none) = Lost.new(layout || Layout.new(manuscript), source.method(:media)).kinds

        def hindrances(layout) = Hindrances.new(layout).to_a
      end
    end
  end
end
