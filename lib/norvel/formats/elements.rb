# frozen_string_literal: true

module Norvel
  module Formats
    # What text means, without how it looks: what formats of marked-up text say of a manuscript, and all that can be said of one in them.
    # Their readers give elements, of which a `Builder` makes a manuscript; an `Outline` gives those of any manuscript to their writers.
    module Elements
      # A stretch of words: `marks` of MARKS; where it leads as `link`; the ref of the `note` whose number stands here, or the `picture`.
      # A line break is "\n". `set` are values that it has by hand, `style` its character style.
      Piece = Value.define(:text, marks: [], link: nil, note: nil, picture: nil, set: {}, style: nil)
      MARKS = %i[strong emphasis code markup superscript subscript strike underline small_caps].freeze

      # `ref` is where its bytes are (`Format#media`), or where the file says that they are; width and height in EMU.
      Picture = Value.define(:ref, alt: nil, width: nil, height: nil, decorative: false)

      # `kind` is one of KINDS. A :text has a `role`; a :heading a `level`; a :list its `format` (of Manuscript::ListLevel), `form` ("%s)"),
      # `start` and :item blocks, `tight` where its items are not set apart; an :item may have a `label` and be a task (`done` true or
      # false); :code the `language` it is in; a :table has rows of `cells`, of which the first `heads` are its head, and is `captioned` by
      # a block above or below, as a :figure is; :contents have their lines as blocks, and their heading as `caption`. `paragraph` is the
      # one that it is of, `perhaps` whether that is not sure, `set` values that it has by hand, `anchor` a name that links lead to.
      Block = Value.define(:kind, pieces: [], blocks: [], role: nil, level: nil, format: nil, start: 1, tight: true, label: nil, done: nil,
        language: nil, cells: [], heads: 0, caption: nil, above: false, paragraph: nil, perhaps: false,
        form: nil, set: {}, anchor: nil) do
        # @return [String]
        def text = pieces.map(&:text).join

        # @return [Array<Block>] those in it, a table's cells included
        def inner = held + [caption].compact

        # @return [Array<Integer>] the paragraphs that it is of, in order
        def paragraphs
          own = [paragraph, *held.flat_map(&:paragraphs)]
          beside = caption ? caption.paragraphs : []
          (above ? beside + own : own + beside).compact
        end

        private

        def held = blocks + cells.flatten(1).flat_map(&:blocks)
      end
      KINDS = %i[text heading quotation list item code markup table figure break contents].freeze

      # `span` columns and `rows` that it covers; text at the :start, :center or :end.
      Cell = Value.define(:blocks, span: 1, rows: 1, align: nil)

      # What a file says besides its text. `notes` are blocks by ref, `info` is Manuscript::Info.
      Whole = Value.define(:blocks, notes: {}, info: Manuscript::Info.new, warnings: [])

      ALIKE = %i[marks link set style].freeze # in pieces that may be read as one

      # @param pieces [Array<Piece>]
      # @return [Array<Piece>] neighbours that are alike as one
      def self.joined(pieces)
        pieces.each_with_object([]) do |piece, found|
          last = found.last
          same = last && [last, piece].none? { |one| one.note || one.picture } && ALIKE.all? { |name| last[name] == piece[name] }
          same ? found[-1] = last.with(text: last.text + piece.text) : found << piece
        end
      end

      # @param blocks [Array<Block>]
      # @return [Array<Block>] those that name what they stand beside as captions
      def self.captioned(blocks)
        blocks.each_with_index.map do |block, index|
          next block unless block.kind == :text && block.role == :body && Roles::Wording.caption?(block.text)

          beside = [(blocks[index - 1] if index.positive?), blocks[index + 1]].compact
          (beside.any? { |one| %i[figure table].include?(one.kind) && one.caption.nil? }) ? block.with(role: :caption) : block
        end
      end

      # @param samples [Array<String, Hash, Array<Array<String>>>] as Format#bare takes them
      # @return [Whole]
      def self.sampled(samples)
        text = ->(words) { Block.new(kind: :text, role: :body, pieces: [Piece.new(text: words.is_a?(Hash) ? words.fetch(:plain) : words)]) }
        blocks = samples.map do |sample|
          next text[sample] unless sample.is_a?(Array)

          Block.new(kind: :table, cells: sample.map { |row| row.map { |cell| Cell.new(blocks: [text[cell]]) } }, heads: 1)
        end
        Whole.new(blocks: blocks)
      end
    end
  end
end

require_relative "css"
require_relative "elements/bundle"
require_relative "elements/decoded"
require_relative "elements/plain_sheet"
require_relative "elements/builder"
require_relative "elements/outline"
require_relative "elements/places"
require_relative "elements/shared"
require_relative "elements/pictures"
