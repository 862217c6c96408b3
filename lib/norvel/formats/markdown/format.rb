# frozen_string_literal: true

require_relative "../format"
require_relative "../elements"
require_relative "reader"
require_relative "writer"
require_relative "patcher"

module Norvel
  module Formats
    module Markdown
      # CommonMark with tables, notes and task lists, and nothing more (`docs/formats.md`).
      class Format < Formats::Format
        MEDIA_TYPES = {".md" => "text/markdown", ".markdown" => "text/markdown"}.freeze

        def name = "markdown"

        def endings = MEDIA_TYPES.keys

        def media_type(ending = nil) = MEDIA_TYPES.fetch(ending || endings.first)

        def reads? = true

        def makes? = true

        def styled? = false

        INHERITANCE = Manuscript::Inheritance.new(toggles: :nearest, levels: :over_styles, run_in: false)

        def inheritance = INHERITANCE

        def standard_styles = Elements::PlainSheet.standards

        def read(bytes, limits: nil)
          decoded = Elements::Decoded.new(bytes)
          read = File.new(decoded, limits: limits).manuscript
          read = read.with(warnings: decoded.warnings + read.warnings)
          Elements::Bundle.bundle?(bytes) ? Elements::Pictures.sized(read) { |ref| media(bytes, ref) } : read
        end

        def original(source) = Elements::Bundle.text(source)

        def pictures(bytes) = read(bytes).images.filter_map { |_, inset, _| inset.ref }

        def media(source, ref) = Elements::Bundle.picture(source, ref)

        def takes = "its words, headings, lists, tables, notes, links and emphasis"

        def patch(manuscript, source, ending: nil, &progress) = Patcher.new(manuscript, source).bytes

        def make(manuscript, layout: nil, source: Source.none, name: "", **, &progress)
          writer(outline(manuscript, layout, source)).text
        end

        def lost(manuscript, layout: nil, source: Source.none)
          outline = outline(manuscript, layout, source)
          writer = writer(outline).tap(&:text)
          own = writer.lost.select { |_, count| count.positive? }.map { |what, count| Lost.new(what: what, count: count) }
          pictures = manuscript.images.size
          own << Lost.new(what: "image that the text only names", count: pictures) if pictures.positive?
          (outline.lost + own).sort_by { |kind| -kind.count }
        end

        def bare(samples = []) = Writer.new(Elements.sampled(samples)).text

        def links(source) = File.new(Elements::Decoded.new(source)).links

        def spelled(_set) = {}

        private

        def outline(manuscript, layout, source) = Elements::Outline.new(manuscript, layout: layout, links: source.links)

        def writer(outline) = Writer.new(outline.whole, pictures: ->(ref) { ::File.basename(ref.to_s) })
      end
    end
  end
end
