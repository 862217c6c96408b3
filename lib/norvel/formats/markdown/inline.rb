# frozen_string_literal: true

module Norvel
  module Formats
    module Markdown
      # Pieces as CommonMark: what would mean something else is escaped, emphasis stands where its signs are taken for that.
      #
      #   Inline.new(names).write(pieces)    # "The *ferry* left.[^1]"
      class Inline
        RAW = "\v" # the end of a line within mark-up, until all lines are put together
        SIGNS = {strong: "**", emphasis: "*"}.freeze
        CITED = /\[[^\[\]]*@\w[^\[\]]*\](?![(\[:])/
        SPECIAL = /[\\`*\[\]<]|(?<![[:alnum:]])_|_(?![[:alnum:]])|&(?=#?\w+;)|!(?=\[)|(?<!\$)\$\z/
        AS_WRITTEN = /(?<kept>#{KeptAsWritten::MATHS}|#{CITED})|#{SPECIAL}/m

        # What begins something else at the beginning of a line.
        LINE_STARTS = [[/\A(\#{1,6})(?=\s|\z)/, '\\\\\1'], [/\A([-+])(?=\s|\z)/, '\\\\\1'], [/\A(\d{1,9})([.)])(?=\s|\z)/, '\1\\\\\2'],
          [/\A>/, "\\>"], [/\A(=+[ \t]*)\z/, '\\\\\1'], [/\A([-|:][-|: \t]*)\z/, '\\\\\1'], [/\A(-{3})/, '\\\\\1'], [/\A~~~/, "\\~~~"],
          [/\A\|/, "\\|"]].freeze

        # @param notes [Hash{String=>String}] the name of each note by its ref
        # @param pictures [#call] given a ref, where the picture is
        # @param lose [#call] told what has no words
        # @param titles [Hash{String=>String}] what is said besides, by where links lead and pictures are
        def initialize(notes, pictures: ->(ref) { ref }, titles: {}, lose: ->(*) {})
          @notes = notes
          @titles = titles
          @pictures = pictures
          @lose = lose
        end

        # @param pieces [Array<Elements::Piece>] @param bar [Boolean] whether a bar ends a cell @param title [String, nil] of a picture
        # @return [String] lines; a line break is a backslash at their end
        def write(pieces, bar: false, title: nil, heading: false)
          @title = title
          joined = pieces.chunk_while { |one, other| one.link == other.link }.reduce("") do |text, run|
            text = text.sub(/!\z/, "\\!") if run.first.link || run.first.note # no picture
            text + linked(run)
          end
          lines = joined.split("\n", -1).map { |line| line.sub(/\A[ \t]+/, "").sub(/(?<![ \t])[ \t]++\z/, "") }
          lines = (bar || heading) ? [lines.join(" ").strip] : lines.map { |line| start(line) }
          text = lines.join("\\\n").gsub(/(?:\\\n)+\z/, "")
          (bar ? text.gsub("|", "\\|").tr(RAW, " ") : text.tr(RAW, "\n"))
        end

        private

        def start(line) = LINE_STARTS.reduce(line) { |text, (pattern, instead)| text.sub(pattern, instead) }

        def linked(run)
          target = run.first.link
          target ? "[#{emphasised(run)}](#{address(target)}#{said(@titles[target])})" : emphasised(run)
        end

        def address(target)
          target.match?(/[\s()<>\\]|\A\z/) ? "<#{target.gsub(/[<>\\]/) { |sign| "\\#{sign}" }.gsub(/[\r\n]+/, "%20")}>" : target
        end

        Token = Struct.new(:kind, :mark, :text)
        private_constant :Token

        def emphasised(run)
          tokens = tokens(apart(run))
          sign(tokens)
          tokens.each_with_index.map { |token, index| (token.kind == :text) ? edged(token, tokens, index) : token.text }.join
        end

        # White space at the ends of what is marked has the marks of both its sides.
        def apart(run)
          cut = run.flat_map do |piece|
            next [piece] if (piece.marks & SIGNS.keys).empty? || !piece.text.match?(/\A[[:space:]]|[[:space:]]\z/)

            parted(piece.text).each_with_index.filter_map do |text, place|
              piece.with(text: text, marks: (place == 1) ? piece.marks : nil) unless text.empty?
            end
          end
          cut.each_with_index.map do |piece, index|
            next piece if piece.marks

            sides = [cut[0...index].reverse, cut[index + 1..]].map { |side| side.find(&:marks)&.marks || [] }
            piece.with(marks: sides.reduce(:&))
          end
        end

        # @return [Array(String, String, String)] the white space before it, it, that behind it
        def parted(text)
          before = text[/\A[[:space:]]*/]
          behind = text[before.length..][/(?<![[:space:]])[[:space:]]++\z/].to_s
          [before, text[before.length, text.length - before.length - behind.length], behind]
        end

        def tokens(pieces)
          open, made = [], []
          pieces.each_with_index do |piece, index|
            wanted = piece.marks & SIGNS.keys
            until (open - wanted).empty?
              made << Token.new(:close, open.pop, nil)
            end
            (wanted - open).sort_by { |mark| -lasts(pieces, index, mark) }.each do |mark|
              open << mark
              made << Token.new(:open, mark, nil)
            end
            made << Token.new(:text, piece, nil)
          end
          made << Token.new(:close, open.pop, nil) while open.any?
          made
        end

        def lasts(pieces, index, mark) = pieces.drop(index).take_while { |piece| piece.marks.include?(mark) }.size

        # Emphasis beside the signs of strong words has another sign, so that each is taken for what it is.
        def sign(tokens)
          starts = []
          tokens.each_with_index do |token, index|
            next if token.kind == :text

            token.text = SIGNS[token.mark]
            next starts << index if token.kind == :open

            opened = starts.delete_at(starts.rindex { |at| tokens[at].mark == token.mark })
            next unless token.mark == :emphasis

            beside = [opened - 1, opened + 1, index - 1, index + 1].any? { |at| at >= 0 && tokens[at] && tokens[at].kind != :text }
            [tokens[opened], token].each { |one| one.text = "_" } if beside
          end
        end

        # A letter outside a sign that would be taken for one inside a word is written as a number.
        def edged(token, tokens, index)
          piece = token.mark
          text = worded(piece)
          return text unless plain?(piece)

          before, after = (index.positive? ? tokens[index - 1] : nil), tokens[index + 1]
          number = ->(sign) { "&##{sign.ord};" }
          text = text.sub(/[[:alnum:]]\z/, &number) if after&.kind == :open && tight?(after, tokens[index + 2])
          text = text.sub(/\A[[:alnum:]]/, &number) if before&.kind == :close && tight?(before, tokens[index - 2], ends: true)
          text
        end

        def plain?(piece) = !piece.note && !piece.picture && !piece.marks.intersect?(%i[code markup])

        def tight?(token, beside, ends: false)
          return true if token.text == "_" || beside.nil? || beside.kind != :text

          inside = worded(beside.mark)
          !(ends ? inside[-1] : inside[0]).to_s.match?(/[[:alnum:]]/)
        end

        def worded(piece)
          return "[^#{@notes.fetch(piece.note)}]" if piece.note
          return picture(piece.picture) if piece.picture
          return piece.text.tr("\n", RAW) if piece.marks.include?(:markup)
          return code(piece.text) if piece.marks.include?(:code)

          (piece.marks - SIGNS.keys).each { |mark| @lose.call(LOST.fetch(mark)) }
          piece.text.gsub(AS_WRITTEN) { |found| Regexp.last_match[:kept] || "\\#{found}" }
        end

        LOST = {superscript: "raised passage", subscript: "lowered passage", strike: "struck passage", underline: "underlined passage",
                small_caps: "small-capital passage"}.freeze
        private_constant :LOST

        def picture(picture)
          alt = picture.alt.to_s.gsub(/\s+/, " ").gsub(/[\\\[\]`*_<&]/) { |sign| "\\#{sign}" }
          "![#{alt}](#{address(@pictures.call(picture.ref).to_s)}#{said(@title || @titles[picture.ref])})"
        end

        def said(title) = title.to_s.empty? ? "" : %( "#{title.gsub(/["\\&]/) { |sign| "\\#{sign}" }.gsub(/\n\s*\n/, "\n")}")

        def code(text)
          text = text.tr("\n", " ")
          ticks = "`" * ((text.scan(/`+/).map(&:length).max || 0) + 1)
          padded = text.match?(/\A`|`\z|\A .*[^ ].* \z/) ? " #{text} " : text
          "#{ticks}#{padded}#{ticks}"
        end
      end
    end
  end
end
