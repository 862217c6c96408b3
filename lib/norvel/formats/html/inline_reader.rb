# frozen_string_literal: true

module Norvel
  module Formats
    module Html
      # Words of a page as pieces: white space as CSS has it, what elements mean as marks, what style sheets say of them as values.
      class InlineReader
        MARKS = {"em" => :emphasis, "i" => :emphasis, "cite" => :emphasis, "dfn" => :emphasis, "var" => :emphasis, "strong" => :strong,
                 "b" => :strong, "code" => :code, "kbd" => :code, "samp" => :code, "tt" => :code, "sup" => :superscript,
                 "sub" => :subscript,
                 "s" => :strike, "del" => :strike, "strike" => :strike, "u" => :underline, "ins" => :underline}.freeze
        SCHEMES = /\A(?:https?|mailto|tel|ftp):|\A(?![a-z][a-z0-9+.-]*:)/i
        REMOTE = %r{\A(?:[a-z][a-z0-9+.-]*:)?//}i
        QUOTED = {"de" => "„“", "fr" => "«»", "es" => "«»", "it" => "«»"}.freeze
        OPEN = "“”"

        # @param reader [Reader] @param notes [NotesReader]
        def initialize(reader, notes)
          @reader = reader
          @notes = notes
        end

        # @param node [Nokogiri::XML::Node] @param around [Reader::Context]
        # @return [Array<Elements::Piece>]
        def pieces(node, around)
          return [piece(node.text.gsub(/[ \t\r\n\f]+/, " "), around)] if node.text? || node.cdata?
          return [] if !node.element? || @notes.back?(node)

          if (ref = @notes.mark(node)) then return [Elements::Piece.new(text: "", note: ref)] end
          return left(node) if Reader::LEFT.key?(node.name)
          return [] if Reader::SILENT.include?(node.name)

          element(node, around)
        end

        # @param pieces [Array<Elements::Piece>]
        # @return [Array<Elements::Piece>] without white space at the ends of lines, one space where several meet
        def trimmed(pieces)
          kept = []
          gap = true
          pieces.each do |piece|
            if piece.note || piece.picture
              kept << piece
              next gap = false
            end
            text = piece.text
            text = text.sub(/\A +/, "") if gap
            text = text.gsub(/ *\n */, "\n")
            next if text.empty?

            gap = text.end_with?(" ", "\n")
            kept << piece.with(text: text)
          end
          ended(kept)
        end

        private

        def ended(pieces)
          pieces = pieces.dup
          while (last = pieces.last) && !last.note && !last.picture
            text = last.text.sub(/(?<![ \n])[ \n]++\z/, "")
            pieces.pop
            break pieces.push(last.with(text: text)) unless text.empty?
          end
          joined = pieces.each_with_index.map do |piece, index|
            following = pieces[index + 1]
            following&.text.to_s.start_with?("\n") ? piece.with(text: piece.text.sub(/(?<! ) ++\z/, "")) : piece
          end
          Elements.joined(joined)
        end

        def element(node, around)
          case node.name
          when "br" then [piece("\n", around)]
          when "wbr" then []
          when "img" then picture(node, around)
          when "rp" then []
          when "rt" then [piece("(", around), *inner(node, around), piece(")", around)]
          when "q" then quoted(node, around)
          else inner(node, within(node, around))
          end
        end

        def inner(node, around) = node.children.flat_map { |child| pieces(child, around) }

        def within(node, around)
          here = @reader.context(node, around)
          here = marked(node, here)
          href = node["href"].to_s.strip
          return here if node.name != "a" || href.empty?

          href.match?(SCHEMES) ? here.with(link: href) : here.tap { @reader.told.tell("A link that would run something is none.") }
        end

        def marked(node, here)
          mark = MARKS[node.name]
          return here if mark.nil? || (node.name == "b" && here.text[:bold] == false) # some programs wrap all they copy so

          here.with(marks: here.marks | [mark])
        end

        def quoted(node, around)
          language = node.ancestors("[lang]").first&.[]("lang").to_s[0, 2]
          first, last = QUOTED.fetch(language, OPEN).chars
          [piece(first, around), *inner(node, within(node, around)), piece(last, around)]
        end

        IMPLIED = {emphasis: {italic: true}, strong: {bold: true}, underline: {underline: :single}, strike: {strike: true},
                   superscript: {raised: :superscript}, subscript: {raised: :subscript}}.freeze
        private_constant :IMPLIED

        def piece(text, around)
          marks = around.marks.sort_by { |mark| Elements::MARKS.index(mark) }
          said = marks.map { |mark| IMPLIED.fetch(mark, {}) }.reduce({}, :merge)
          set = around.text.reject { |name, value| said[name] == value }
          Elements::Piece.new(text: Manuscript::PlainText.clean(text), marks: marks, link: around.link, set: set)
        end

        def left(node)
          return [] if node.name == "input" && %w[checkbox hidden].include?(node["type"])

          kind = Reader::LEFT.fetch(node.name)
          article = kind.start_with?("o") ? "An" : "A"
          @reader.told.tell("#{article} #{kind} is left out: Norvel runs and shows nothing of the kind.")
          []
        end

        def picture(node, around)
          source = node["src"].to_s.strip
          if source.match?(REMOTE)
            @reader.told.tell("A picture that lies elsewhere is not fetched; its place stays.")
          end
          alt = node["alt"]
          picture = Elements::Picture.new(ref: ref(source, node), alt: (alt unless alt.to_s.empty?), width: size(node["width"]),
            height: size(node["height"]), decorative: alt == "" && !node["alt"].nil?)
          [Elements::Piece.new(text: "", picture: picture, link: around.link)]
        end

        # Pictures within the page are called by their number.
        def ref(source, node)
          return source unless source.start_with?("data:")

          Reader.called(@reader.inside.fetch(node), source)
        end

        def size(said)
          (said.to_f * Css::Values::PX).round.clamp(1, Lengths::LONGEST) if said.to_s.match?(/\A[\d.]+(px)?\z/) && said.to_f.positive?
        end
      end
    end
  end
end
