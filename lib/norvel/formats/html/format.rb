# frozen_string_literal: true

require_relative "../format"
require_relative "../elements"
require_relative "../css"
require_relative "../web"
require_relative "reader"
require_relative "maker"

module Norvel
  module Formats
    module Html
      # Web pages (HTML), in one file.
      class Format < Formats::Format
        MEDIA_TYPES = {".html" => "text/html", ".htm" => "text/html", ".xhtml" => "application/xhtml+xml"}.freeze

        def name = "html"

        def endings = MEDIA_TYPES.keys

        def media_type(ending = nil) = MEDIA_TYPES.fetch(ending || endings.first)

        def reads? = true

        INHERITANCE = Manuscript::Inheritance.new(toggles: :nearest, levels: :over_styles, run_in: false)

        def inheritance = INHERITANCE

        def standard_styles = @standard_styles ||= Elements::PlainSheet.standards.without(:body)

        def read(bytes, limits: nil)
          read = Elements::Shared.new(builder(bytes, limits).manuscript).manuscript
          Elements::Pictures.sized(read) { |ref| media(bytes, ref) }
        end

        def original(source) = Elements::Bundle.text(source)

        def pictures(bytes) = read(bytes).images.filter_map { |_, inset, _| inset.ref }

        def takes = "its words, styles, lists, tables, notes, images, links and contents"

        # A page that was changed is made anew, as pages are made of any manuscript.
        def patch(manuscript, source, ending: nil, &progress)
          return original(source) if unchanged?(manuscript, source)

          made = make(manuscript, source: Source.new(self, source))
          is = letters(Formats.read(made.b, name: "a#{endings.first}"))
          return made if letters(manuscript).all? { |letter, count| is[letter].to_i >= count }

          raise FileError, "The page that would be delivered does not read back word for word; nothing was delivered."
        end

        def makes? = true

        def make(manuscript, layout: nil, source: Source.none, name: "", **, &progress) = Maker.new(manuscript, layout, source, name).bytes

        def lost(manuscript, layout: nil, source: Source.none) = Maker.new(manuscript, layout, source, "").lost

        def bare(samples = [])
          whole = Elements.sampled(samples)
          make(Elements::Builder.new(whole, name).manuscript)
        end

        def links(source) = builder(source, nil).tap(&:manuscript).links

        def media(source, ref)
          number = ref[/\Ainside (\d+)\./, 1]&.to_i or return Elements::Bundle.picture(source, ref)
          document = Nokogiri::HTML5.parse(Elements::Decoded.new(source).text, max_tree_depth: Reader::DEEPEST)
          node = Reader.inside(document).key(number) or return
          kind, data = node["src"].strip.delete_prefix("data:").split(",", 2)
          kind.to_s.end_with?(";base64") ? data.to_s.delete(" \t\r\n").unpack1("m") : CGI.unescape(data.to_s.gsub("+", "%2B")).b
        end

        private

        def letters(manuscript)
          places = Elements::Places.new(Elements::Outline.new(manuscript).whole)
          words = places.to_a.reject { |_, kind, _| kind[1] == :contents_heading }.flat_map(&:last).map { |text, *| text }
          words.join.scan(/[\p{L}\p{N}]/).tally
        end

        def unchanged?(manuscript, source)
          was = Formats.read(source, name: "a#{endings.first}", limits: nil)
          matters = Manuscript::MEMBERS - Formats::NO_MATTER_OF_FILES - %i[warnings fonts]
          matters.all? { |name| was.public_send(name) == manuscript.public_send(name) }
        end

        def builder(bytes, limits) = Elements::Builder.new(Reader.new(bytes).whole, name, limits: limits)
      end
    end
  end
end
