# frozen_string_literal: true

require_relative "line_break_classes"

module Norvel
  class Layout
    # Where a line may break: the algorithm of UAX #14 (Unicode 15.0), rule by rule, over classes of code points. Numbers go by the
    # tailoring of its example 7 (section 8.2), which the Unicode Character Database's own test file uses too.
    #
    #   LineBreaking.offsets("night-ferry 3") # => [6, 12]
    module LineBreaking
      HARD = %i[BK CR LF NL].freeze
      OPENING = %i[OP OE].freeze
      CLOSING = %i[CL CP CE].freeze
      LETTERS = %i[AL HL].freeze
      HANGUL = %i[JL JV JT H2 H3].freeze
      PICTURES = %i[ID IX EB EM].freeze

      # What LB7 and LB9 to LB31 ask of the classes before (`a`) and after (`b`) a place that no space parts, the last rule first.
      # Each class to those that it holds on to.
      PAIRS = Hash.new { |hash, key| hash[key] = [] }.tap do |pairs|
        hold = ->(before, after) { Array(before).each { |a| pairs[a] |= Array(after) } }
        hold[LETTERS + [:NU], :OP] # LB30
        hold[:CP, LETTERS + [:NU]]
        hold[:IS, LETTERS] # LB29
        hold[LETTERS, LETTERS] # LB28
        hold[HANGUL, :PO] # LB27
        hold[:PR, HANGUL]
        hold[:JL, %i[JL JV H2 H3]] # LB26
        hold[%i[JV H2], %i[JV JT]]
        hold[%i[JT H3], :JT]
        hold[%i[PR PO], LETTERS] # LB24
        hold[LETTERS, %i[PR PO]]
        hold[:PR, PICTURES] # LB23a
        hold[PICTURES, :PO]
        hold[LETTERS, :NU] # LB23
        hold[:NU, LETTERS]
        hold[:SY, :HL] # LB21b
        hold[%i[EB IX], :EM] # LB30b
      end.freeze

      HELD_BY_ANY = %i[BA HY NS IN].freeze # LB21, LB22
      NOT_AFTER_NUMBERS = %i[CL CP CE IS SY].freeze # LB13 as example 7 has it: numbers hold these by LB25

      module_function

      # @param text [String]
      # @return [Array<Integer>] offsets in code points, ascending, where a line may begin; neither the start nor the end
      def offsets(text) = places(*combined(text.codepoints))

      # @param text [String] not empty
      # @return [Array(Array<Integer>, Symbol, Symbol)] its offsets, and the classes of its first and last letter, those of marks being what
      #   they stand on
      def look(text)
        classes, follows = combined(text.codepoints)
        [places(classes, follows), classes.first, classes.last]
      end

      def places(classes, follows)
        found = []
        return found if classes.size < 2

        run = Run.new
        run.see(classes[0])
        (1...classes.size).each do |at|
          next if follows[at]

          found << at if run.breaks_before?(classes[at], classes[at - 1], following(classes, follows, at))
          run.see(classes[at])
        end
        found
      end

      # @param before [Array<Symbol>] classes @param after [Symbol] the class behind them
      # @return [Boolean] whether no line may begin with it there
      def held?(before, after)
        run = Run.new
        before.each { |name| run.see(name) }
        !run.breaks_before?(after, before.last, nil)
      end

      # LB9 and LB10: marks take the class of what they stand on.
      # @return [Array(Array<Symbol>, Array<Boolean>)] the class of each code point, and whether it only carries on the one before
      def combined(codes)
        follows = Array.new(codes.size, false)
        joins = false # LB8a
        base = nil
        classes = codes.each_with_index.map do |code, at|
          name = LineBreakClasses.of(code)
          if name == :CM || name == :ZWJ
            follows[at] = base ? true : joins
            joins = name == :ZWJ
            base ||= :AL
          else
            follows[at] = joins && !HARD.include?(name) && name != :ZW && name != :SP
            joins = false
            base = (HARD.include?(name) || %i[SP ZW].include?(name)) ? nil : name
            name
          end
          base || name
        end
        [classes, follows]
      end

      # The class after the one at `at`, for the number rule.
      def following(classes, follows, at)
        nxt = at + 1
        nxt += 1 while follows[nxt]
        classes[nxt]
      end
      private_class_method :places, :combined, :following

      # What has been seen on the way: the class before any spaces, where in a number we are, how many regional indicators stand in a row.
      class Run
        def initialize
          @solid = nil # the last class that is no space
          @spaces = false
          @number = nil # :inside after NU (NU | SY | IS)*, :closed after the closing mark behind it
          @regional = 0
          @hebrew = false # HL (HY | BA)
        end

        # @param name [Symbol] the class of the next code point
        def see(name)
          return @spaces = true if name == :SP

          @hebrew = @solid == :HL && !@spaces && %i[HY BA].include?(name)
          @regional = if name == :RI
            (@solid == :RI && !@spaces) ? @regional + 1 : 1
          else
            0
          end
          @number = number_after(name)
          @solid = name
          @spaces = false
        end

        # @param b [Symbol] the class after the place @param a [Symbol] the class just before it @param c [Symbol, nil] the class behind `b`
        def breaks_before?(b, a, c)
          return !(a == :CR && b == :LF) if HARD.include?(a) # LB4, LB5
          return false if HARD.include?(b) || b == :SP || b == :ZW # LB6, LB7
          return true if @solid == :ZW # LB8
          return false if b == :WJ # LB11
          return after_spaces?(b) if a == :SP

          !held?(a, b, c)
        end

        private

        def number_after(name)
          return :inside if name == :NU || (@number == :inside && !@spaces && %i[SY IS].include?(name))

          :closed if @number == :inside && !@spaces && CLOSING.include?(name)
        end

        # LB13 to LB18.
        def after_spaces?(b)
          return false if b == :EX || NOT_AFTER_NUMBERS.include?(b)
          return false if OPENING.include?(@solid)
          return false if @solid == :QU && OPENING.include?(b)
          return false if CLOSING.include?(@solid) && b == :NS

          !(@solid == :B2 && b == :B2)
        end

        def held?(a, b, c)
          return true if a == :WJ || a == :GL || (b == :GL && !%i[BA HY].include?(a)) # LB11, LB12, LB12a
          return true if b == :EX || (NOT_AFTER_NUMBERS.include?(b) && (a != :NU || @number)) # LB13
          return true if OPENING.include?(a) || (a == :QU && OPENING.include?(b)) # LB14, LB15
          return true if (CLOSING.include?(a) && b == :NS) || (a == :B2 && b == :B2) # LB16, LB17
          return true if b == :QU || a == :QU # LB19
          return false if a == :CB || b == :CB # LB20
          return true if HELD_BY_ANY.include?(b) || a == :BB || @hebrew # LB21, LB21a, LB22
          return true if number_holds?(a, b, c) || (a == :RI && b == :RI && @regional.odd?) # LB25, LB30a

          PAIRS.fetch(a, NONE).include?(b)
        end

        NONE = [].freeze

        # LB25: (PR | PO)? (OP | HY)? NU (NU | SY | IS)* (CL | CP)? (PR | PO)?
        def number_holds?(a, b, c)
          return true if b == :NU && (@number == :inside || %i[PR PO OP OE HY].include?(a))
          return true if %i[PR PO].include?(a) && (%i[HY].include?(b) || OPENING.include?(b)) && c == :NU

          !@number.nil? && %i[PR PO].include?(b)
        end
      end
      private_constant :Run
    end
  end
end
