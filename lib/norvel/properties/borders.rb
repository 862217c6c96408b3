# frozen_string_literal: true

module Norvel
  module Properties
    # Lines around a paragraph: a hash of sides (:top, :bottom, :left, :right, :between) to :style, :width and :space (EMU,
    # from the text) and :color. Each side is inherited by itself; NONE takes an inherited one away. Written "top 1 pt double,
    # bottom 0.5 pt single #8a2a20 distance 4 pt", "all 0.5 pt", "top none", or "none".
    module Borders
      SIDES = %i[top bottom left right between].freeze
      KINDS = %w[single double dotted dashed thick].freeze
      WIDEST = 96 * Lengths::PT
      FARTHEST = Lengths::LONGEST
      NONE = {style: "none", width: 0, color: "auto", space: 0}.freeze
      GONE = /\A(all|#{SIDES.join("|")})\s+none\z/
      ONE = /\A(all|#{SIDES.join("|")})\s+(.+?)(?:\s+(#{KINDS.join("|")}))?(?:\s+(#\h{6}|auto))?(?:\s+distance\s+(.+))?\z/

      module_function

      # @param written [String]
      # @return [Hash{Symbol=>Hash}]
      # @raise [Error]
      def parse(written)
        return SIDES.to_h { |side| [side, NONE] } if written.strip.match?(/\Anone\z/i)

        written.split(/[;,](?=\s*(?:all|#{SIDES.join("|")})\b)/).reduce({}) do |borders, part|
          gone = part.strip.downcase[GONE, 1]
          next borders.merge(sides(gone, NONE)) if gone

          side, width, kind, color, space = part.strip.downcase.match(ONE)&.captures
          raise Error, "“#{part.strip}” is not a border; write it like top 0.5 pt single, or all 1 pt double distance 4 pt." unless side

          line = {style: kind || "single", width: Lengths.parse(width), color: color || "auto",
                  space: space ? Lengths.parse(space) : Lengths::PT}
          if line[:width] > 12 * Lengths::PT || line[:space] > 31 * Lengths::PT || line.values_at(:width, :space).any?(&:negative?)
            raise Error, "A border is at most 12 pt wide and 31 pt away."
          end

          borders.merge(sides(side, line))
        end
      end

      # @param under [Hash] as inherited @param own [Hash] @return [Hash] both, the own before the inherited
      def stack(under, own) = under.merge(own)

      # @return [Hash] the lines that there are
      def seen(borders) = borders.reject { |_, line| line[:style] == "none" }

      # @param borders [Hash]
      # @return [String] as `parse` reads it
      def show(borders)
        return "none" if SIDES.all? { |side| borders[side] == NONE }

        same = %i[top bottom left right].all? { |side| borders[side] && borders[side] == borders[:top] }
        groups = same ? {all: borders[:top]}.merge(borders.slice(:between)) : borders
        groups.map { |side, line| (line == NONE) ? "#{side} none" : "#{side} #{described(line)}" }.join(", ")
      end

      def described(line)
        colour = line[:color] unless line[:color] == "auto"
        distance = "distance #{Lengths.show(line[:space])}" unless line[:space] == Lengths::PT
        [Lengths.show(line[:width]), line[:style], colour, distance].compact.join(" ")
      end

      def sides(side, line) = ((side == "all") ? %i[top bottom left right] : [side.to_sym]).to_h { |one| [one, line] }
      private_class_method :sides, :described
    end
  end
end
