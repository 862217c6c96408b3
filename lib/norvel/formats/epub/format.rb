# frozen_string_literal: true

require_relative "../format"
require_relative "../archive"
require_relative "../web"
require_relative "maker"

module Norvel
  module Formats
    module Epub
      # Books for screens (EPUB 3): only made, never read.
      class Format < Formats::Format
        def name = "epub"

        def endings = %w[.epub]

        def media_type(_ending = nil) = "application/epub+zip"

        def makes? = true

        def takes = "its words, styles, lists, tables, notes, images, links, contents and page numbers"

        def make(manuscript, layout: nil, source: Source.none, name: "", date: Time.now, **, &progress)
          Maker.new(manuscript, layout, source, name, date: date).bytes
        end

        def lost(manuscript, layout: nil, source: Source.none) = Maker.new(manuscript, layout, source, "").lost
      end
    end
  end
end
