# frozen_string_literal: true

module Norvel
  module Fonts
    # The widths of characters that a face may lack without anything being missing: spaces, hyphens, and what is never seen. The parts of
    # an em are those of Unicode's chart of General Punctuation; those it leaves open (thin, hair and narrow spaces) are as HarfBuzz has
    # them.
    module WidthsByRule
      # Parts of an em.
      EMS = {0x2000 => 1 / 2r, 0x2001 => 1r, 0x2002 => 1 / 2r, 0x2003 => 1r, 0x2004 => 1 / 3r, 0x2005 => 1 / 4r,
             0x2006 => 1 / 6r, 0x2009 => 1 / 5r, 0x200A => 1 / 16r, 0x205F => 4 / 18r, 0x3000 => 1r}.freeze
      # As wide as another character: no-break space, figure and punctuation space, hyphens.
      SAME = {0x00A0 => 0x20, 0x2007 => 0x30, 0x2008 => 0x2E, 0x2010 => 0x2D, 0x2011 => 0x2D}.freeze
      HALF_SPACE = 0x202F
      # Soft hyphen, joiners, marks of direction, variation selectors (Default_Ignorable_Code_Point).
      UNSEEN = [0x00AD, 0x034F, 0x061C, 0x180E, *0x200B..0x200F, *0x202A..0x202E, *0x2060..0x206F,
        *0xFE00..0xFE0F, 0xFEFF].to_h { |code| [code, true] }.freeze
      MARK = /\A[\p{Mn}\p{Me}]\z/ # stands over the letter before it

      module_function

      # @param code [Integer] a code point
      # @return [Boolean] whether there is a rule for it
      def for?(code) = EMS.key?(code) || SAME.key?(code) || UNSEEN.key?(code) || code == HALF_SPACE

      # @param code [Integer] a code point @param face [Face]
      # @return [Integer, nil] font units; nil where no rule speaks of it
      def width(code, face)
        if UNSEEN.key?(code) then 0
        elsif EMS.key?(code) then (EMS[code] * face.units_per_em).round
        elsif SAME.key?(code) then face.width_of(SAME[code])
        elsif code == HALF_SPACE then face.width_of(0x20) / 2
        end
      end
    end
  end
end
