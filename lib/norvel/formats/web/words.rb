# frozen_string_literal: true

require "cgi/escape"

module Norvel
  module Formats
    module Web
      # Pieces as elements within a paragraph.
      class Words
        TAGS = {strong: "strong", emphasis: "em", code: "code", superscript: "sup", subscript: "sub", strike: "s", underline: "u"}.freeze
        IMPLIED = {strong: %i[bold], emphasis: %i[italic], code: %i[font_family hyphenate], superscript: %i[raised], subscript: %i[raised],
                   strike: %i[strike], underline: %i[underline], small_caps: %i[small_caps]}.freeze
        SAFE = /\A(?:https?|mailto|tel|ftp):|\A(?![a-zA-Z][a-zA-Z0-9+.-]*:)/
        UNSAID = %i[language kerning numbering outline_level].freeze

        # @param styles [Styles] @param notes [Notes] @param pictures [#call] given a Picture, its address or nil
        # @param targets [#call] given where a link leads, the same in this file
        def initialize(styles, notes:, pictures:, targets:)
          @styles = styles
          @notes = notes
          @pictures = pictures
          @targets = targets
        end

        # @param pieces [Array<Elements::Piece>] @param breaks [Array<Array(Integer, String)>] an offset and what stands there
        # @return [String]
        def write(pieces, breaks = [])
          parts = cut(pieces, breaks).chunk_while { |one, other| [one, other].none?(String) && one.link == other.link }
          parts.map { |run| run.first.is_a?(String) ? run.first : linked(run) }.join
        end

        def escaped(text) = CGI.escapeHTML(text)

        private

        # Pieces, and between them what begins a page.
        def cut(pieces, breaks)
          return pieces if breaks.empty?

          breaks = breaks.dup
          at = 0
          made = pieces.flat_map do |piece|
            length = [piece.text.length, (piece.note || piece.picture) ? 1 : 0].max
            found = []
            while breaks.any? && breaks.first[0] < at + length
              offset, mark = breaks.shift
              head = [offset - at, 0].max
              if head.positive? && !piece.note && !piece.picture
                found << piece.with(text: piece.text[0, head])
                piece = piece.with(text: piece.text[head..])
                length -= head
                at += head
              end
              found << mark
            end
            at += length
            found << piece
          end
          made + breaks.map(&:last)
        end

        def linked(run)
          inner = run.map { |piece| piece(piece) }.join
          target = run.first.link
          return inner unless target&.match?(SAFE)

          place = @targets.call(target)
          place ? %(<a href="#{escaped(place)}">#{inner}</a>) : inner
        end

        def piece(piece)
          return @notes.mark(piece.note) if piece.note
          return picture(piece.picture) if piece.picture
          return "" if piece.set[:hidden]

          marked(piece, escaped(piece.text).gsub("\n", "<br/>").tr("\t", "\u2003"))
        end

        def marked(piece, text)
          implied = piece.marks.flat_map { |mark| IMPLIED.fetch(mark, []) }
          said = @styles.line(piece.set.except(*implied, *UNSAID, :hidden))
          language = piece.set[:language]
          text = %(<span class="small-caps">#{text}</span>) if piece.marks.include?(:small_caps)
          text = piece.marks.reverse.filter_map { |mark| TAGS[mark] }.reduce(text) { |inner, tag| "<#{tag}>#{inner}</#{tag}>" }
          own = named(piece, implied)
          return text if said.empty? && language.nil? && own.nil?

          attributes = {class: own, lang: language, style: (said unless said.empty?)}.compact
          "<span#{attributes.map { |name, value| %( #{name}="#{escaped(value)}") }.join}>#{text}</span>"
        end

        # The class of a character style that says more than its marks.
        def named(piece, implied)
          own = @styles.own(piece.style) or return
          (own.keys - implied - UNSAID).empty? ? nil : @styles.of(piece.style)
        end

        def picture(picture)
          address = @pictures.call(picture)
          alt = picture.decorative ? "" : picture.alt.to_s
          return %(<span role="img" aria-label="#{escaped(alt)}">[#{escaped(alt.empty? ? "picture" : alt)}]</span>) unless address

          width = picture.width && %( width="#{(picture.width / Css::Values::PX.to_f).round}")
          %(<img src="#{escaped(address)}" alt="#{escaped(alt)}"#{width}/>)
        end
      end
    end
  end
end
