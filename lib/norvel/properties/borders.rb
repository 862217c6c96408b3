# frozen_string_literal: true

module Norvel
  module Properties
    # Lines around a paragraph: a hash of sides (:top, :bottom, :left, :right, :between) to :style, :width and :space (EMU,
    # from the text) and :color. Written "top 1 pt double, bottom 0.5 pt single #8a2a20 distance 4 pt", or "all 0.5 pt".
    module Borders
      SIDES = %i[top bottom left right between].freeze
      KINDS = %w[single double dotted dashed thick].freeze
      ONE = /\A(all|#{SIDES.join("|")})\s+(.+?)(?:\s+(#{KINDS.join("|")}))?(?:\s+(#\h{6}|auto))?(?:\s+distance\s+(.+))?\z/

      module_function

      # @param written [String]
      # @return [Hash{Symbol=>Hash}]
      # @raise [Error]
      def parse(written)
        return {} if written.strip.match?(/\Anone\z/i)

        written.split(/[;,](?=\s*(?:all|#{SIDES.join("|")})\b)/).reduce({}) do |borders, part|
          side, width, kind, color, space = part.strip.downcase.match(ONE)&.captures
          raise Error, "“#{part.strip}” is not a border; write it like top 0.5 pt single, or all 1 pt double distance 4 pt." unless side

          line = {style: kind || "single", width: Lengths.parse(width), color: color || "auto", space: space ? Lengths.parse(space) : Lengths::PT}
          raise Error, "A border is at most 12 pt wide and 31 pt away." if line[:width] > 12 * Lengths::PT || line[:space] > 31 * Lengths::PT || line.values_at(:width, :space).any?(&:negative?)

          borders.merge(((side == "all") ? %i[top bottom left right] : [side.to_sym]).to_h { |one| [one, line] })
        end
      end

      # @param borders [Hash]
      # @return [String] as `parse` reads it
      def show(borders)
        same = %i[top bottom left right].all? { |side| borders[side] && borders[side] == borders[:top] }
        groups = same ? {all: borders[:top]}.merge(borders.slice(:between)) : borders
        groups.map { |side, line| [side, Lengths.show(line[:width]), line[:style], (line[:color] unless line[:color] == "auto"), ("distance #{Lengths.show(line[:space])}" unless line[:space] == Lengths::PT)].compact.join(" ") }.join(", ")
      end
    end
  end
end
