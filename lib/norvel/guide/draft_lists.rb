# frozen_string_literal: true

module Norvel
  class Guide
    # The lists of a guide that is being written: what they are called, the sign or number and the indents of each level.
    #
    #   DraftLists.new({}).deeper("bullets").set("bullets", "levels/0/sign", "–").data
    class DraftLists
      KINDS = %w[bullets numbers].freeze
      NAMES = {"bullets" => "House list", "numbers" => "House numbers"}.freeze
      DEEPEST = 9
      STEP = 226_800 # EMU a level, 0.63 cm; common practice, no source
      SIGNS = %w[• – ▪].freeze
      FORMATS = %w[decimal lower_letter lower_roman upper_letter upper_roman].freeze
      # What a level says: its field, what it is called, the kinds of lists that have it.
      PLACES = {"sign" => ["Sign", %w[bullets]], "format" => ["Numbers", %w[numbers]], "text" => ["Written", %w[numbers]],
                "indent_start" => ["Indent", KINDS], "indent_first" => ["First line", KINDS]}.freeze

      # @return [Hash{String=>String}] what levels of a kind of list say, and what that is called
      def self.places(kind) = PLACES.select { |_, (_, kinds)| kinds.include?(kind) }.transform_values(&:first)

      # @return [Hash{String=>Hash}] as the file has them
      attr_reader :data

      # @param data [Hash, nil]
      def initialize(data)
        @data = data || {}
      end

      # @param kind [String] of KINDS @param place [String] "name", or "levels/0/sign"
      # @param written [String] what is empty is not said
      # @return [DraftLists]
      # @raise [GuideError]
      def set(kind, place, written)
        list = data[kind] or raise GuideError, "The guide has no such list any more."
        return with(kind, list.merge("name" => written)) if place == "name"

        _, number, name = place.split("/")
        level = list["levels"][number.to_i] if number.to_s.match?(/\A\d\z/)
        raise GuideError, "A list has no such place." unless level && PLACES.key?(name)

        changed = written.empty? ? level.except(name) : level.merge(name => written)
        with(kind, list.merge("levels" => list["levels"].map { |one| one.equal?(level) ? changed : one }))
      end

      # @return [DraftLists] with a level more, or with the list where there was none
      def deeper(kind)
        raise GuideError, "There are lists with bullets and with numbers." unless KINDS.include?(kind)

        list = data[kind] || {"name" => NAMES[kind], "levels" => []}
        raise GuideError, "A list has at most #{DEEPEST} levels." if list["levels"].size == DEEPEST

        with(kind, list.merge("levels" => list["levels"] + [level(kind, list["levels"])]))
      end

      # @return [DraftLists] without its deepest level, and without the list where that was its last
      def shallower(kind)
        levels = data.dig(kind, "levels") or raise GuideError, "The guide has no such list any more."

        (levels.size > 1) ? with(kind, data[kind].merge("levels" => levels[0..-2])) : DraftLists.new(data.except(kind))
      end

      private

      def with(kind, list) = DraftLists.new(data.merge(kind => list))

      def level(kind, above)
        depth = above.size
        start = above.last&.fetch("indent_start", nil)
        indents = {"indent_start" => (start ? Lengths.parse(start) : 0) + STEP, "indent_first" => -STEP}.transform_values do |length|
          Lengths.show(length, "cm")
        end
        return {"sign" => SIGNS[depth % SIGNS.size], **indents} if kind == "bullets"

        {"format" => FORMATS[depth % 3], "text" => "%#{depth + 1}.", **indents}
      end
    end
  end
end
