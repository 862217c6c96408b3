# frozen_string_literal: true

module Norvel
  module Formats
    module Html
      # A page of any manuscript, in one file: pictures are in it, notes stand at its end.
      class Maker
        SHOWN = %w[png jpeg gif webp svg].freeze # pictures that browsers show

        # @param manuscript [Manuscript] @param layout [Layout, nil] of it @param source [Source] @param name [String]
        def initialize(manuscript, layout, source, name)
          @manuscript = manuscript
          @outline = Elements::Outline.new(manuscript, layout: layout, links: source.links)
          @source = source
          @name = name
          @cascade = layout&.cascade || Cascade.new(manuscript)
          @gone = 0
        end

        # @return [String] the bytes of the file
        def bytes
          styles = Web::Styles.new(@manuscript, @cascade)
          body = Web::Body.new(@manuscript, @outline, styles, pictures: method(:address))
          inner = "#{body.blocks(@outline.whole.blocks)}\n#{body.notes(@outline.whole.notes.keys)}"
          "<!DOCTYPE html>\n<html#{language}>\n<head>\n<meta charset=\"utf-8\"/>\n#{head}<style>\n#{styles.css}\n</style>\n</head>\n" \
            "<body>\n<main>\n#{inner}\n</main>\n</body>\n</html>\n"
        end

        # @return [Array<Format::Lost>]
        def lost
          bytes
          parts = @manuscript.sections.size - 1
          own = {"picture that browsers do not show" => @gone, "further page design" => parts}
          own = own.select { |_, count| count.positive? }.map { |what, count| Formats::Format::Lost.new(what: what, count: count) }
          (own + @outline.lost).sort_by { |kind| -kind.count }
        end

        private

        def language = (said = @manuscript.info.language || @manuscript.sheet.language) ? %( lang="#{CGI.escapeHTML(said)}") : ""

        def head
          info = @manuscript.info
          title = info.title || @name
          said = {author: info.author, description: info.subject, keywords: info.keywords}.compact
          title = "Untitled" if title.to_s.empty?
          %(<meta name="viewport" content="width=device-width"/>\n<title>#{CGI.escapeHTML(title)}</title>\n) +
            said.map { |name, text| %(<meta name="#{name}" content="#{CGI.escapeHTML(text)}"/>\n) }.join
        end

        def address(picture)
          @addresses ||= {}
          @addresses.fetch(picture.ref) { @addresses[picture.ref] = inside(picture.ref) }.tap { |found| @gone += 1 if found.nil? }
        end

        def inside(ref)
          data = ref && @source.media(ref) or return
          ending = Media.ending(data)
          "data:#{Media.type(ending)};base64,#{[data].pack("m0")}" if SHOWN.include?(ending)
        end
      end
    end
  end
end
