# frozen_string_literal: true

require_relative "../format"
require_relative "standard_styles"
require_relative "reader"
require_relative "writer"
require_relative "bare"
require_relative "spelled"
require_relative "links"
require_relative "custom_properties"
require_relative "maker"

module Norvel
  module Formats
    module Docx
      # ISO/IEC 29500 (WordprocessingML), transitional and strict.
      class Format < Formats::Format
        def name = "docx"

        def endings = MEDIA_TYPES.keys

        MEDIA_TYPES = {".docx" => "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
                       ".dotx" => "application/vnd.openxmlformats-officedocument.wordprocessingml.template"}.freeze

        def media_type(ending = nil) = MEDIA_TYPES.fetch(ending || endings.first)

        def reads? = true

        def standard_styles = STANDARD_STYLES

        # Twips (ISO/IEC 29500-1 §22.9.2.14), of type sizes and the like half points (§17.3.2.38), of spacing in lines 240ths
        # (§17.3.1.33), of borders eighths of a point, which stand whole points away (§17.3.4).
        GRID = Manuscript::Grid.new(step: Lengths::TWIP, factors: Codecs::LINE_PARTS, edges: Lengths::EIGHTH_POINT, apart: Lengths::PT,
          own: PropertySpelling::TABLE.select { |_, spelled| spelled[:codec] == :half_points }.transform_values { Lengths::HALF_POINT })
        INHERITANCE = Manuscript::Inheritance.new(grid: GRID)

        def inheritance = INHERITANCE

        def read(bytes, limits: nil) = Reader.read(bytes, limits: limits)

        def patch(manuscript, source, ending: nil, record: nil, &progress)
          Writer.write(manuscript, source, ending: ending, record: record && Recorded::Who.new(**record), &progress)
        end

        def records? = true

        def carries?(inset) = inset.kind == :note || !inset.box.nil? || (inset.image? && !inset.ref.nil?)

        def makes? = true

        def make(manuscript, layout: nil, source: Source.none, name: "", ending: nil, **, &progress)
          Maker.new(Across.new(manuscript, self, source: source), source, ending: ending, &progress).bytes
        end

        def lost(manuscript, layout: nil, source: Source.none) = Across.new(manuscript, self, source: source).lost

        def bare(samples = []) = Bare.bytes(samples)

        def properties(source) = CustomProperties.read(source)

        def with_properties(source, wanted) = CustomProperties.write(source, wanted)

        def media(source, ref) = Archive.member(source, ref)

        def links(source) = Links.in(source)

        def spelled(set) = (@spelled ||= Spelled.new).set(set)
      end
    end
  end
end
