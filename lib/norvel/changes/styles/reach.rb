# frozen_string_literal: true

module Norvel
  module Changes
    # How far a change of styles reaches, one way for the line, the style's form and the command line: into the levels of lists that stand
    # over it; not to what is no running text, where it was meant for that; not to what would spring a trap; and to those who say otherwise
    # by hand, where somebody wants that.
    #
    #   reach = Reach.new(manuscript, {"Body" => [:space_after]}, roles: roles)
    #   reach.held_back             # who says otherwise by hand
    #   reach.settle(operation)     # the change, with all that
    #   reach.exceptions            # who keeps clear of it
    class Reach
      # @return [Exceptions, nil] who else the change that was settled would reach, and keeps clear of it; nil where nobody knows what is
      #   running text
      attr_reader :exceptions

      # @param changing [Hash{String=>Array<Symbol>}] the styles that change, and what of them
      # @param roles [Roles, nil] of the manuscript @param take [Array<Symbol>] groups of Exceptions that are to take it over
      # @param traps [Boolean] whether traps are avoided @param follow [Boolean] whether those follow who say otherwise by hand
      # @param everything [Boolean] whether nothing and nobody is left out, styles that say otherwise themselves too
      def initialize(manuscript, changing, roles: nil, take: [], traps: true, follow: false, everything: false)
        @manuscript = manuscript
        @changing = changing
        @roles = roles
        @take = take
        @traps = traps
        @follow = follow
        @everything = everything
      end

      # @param operation [Operation] that changes these styles
      # @return [Operation]
      def settle(operation)
        return everywhere(InLevels.set(operation, @manuscript, @changing)) if @everything

        clear = kept_clear(InLevels.set(operation, @manuscript, @changing))
        clear = Traps.mended(clear, @manuscript, except: taking_styles, told: !@exceptions&.told.nil?) if @traps
        @follow ? HeldBack.released(clear, @manuscript, @changing) { |paragraph, names| apart?(paragraph, names) } : clear
      end

      # @return [Array<Manuscript::Paragraph>] those that say otherwise by hand, and would not follow
      def held_back
        @held_back ||= @changing.flat_map do |style, names|
          HeldBack.of(@manuscript, style, names).reject { |paragraph| apart?(paragraph, names) }
        end.uniq
      end

      private

      NAMED = 3 # styles, in the sentence

      # Every style that text is in, and every paragraph, says it as the style that changes does.
      def everywhere(operation)
        style, names = @changing.first
        cascade = Cascade.new(operation.call(@manuscript))
        texts = (@manuscript.paragraphs + @manuscript.note_paragraphs).reject(&:blank?)
        others = otherwise(texts.map(&:style).uniq, names, cascade, cascade.style(style))
        held = texts.select { |paragraph| HeldBack.by_hand?(paragraph, names) }
        return operation if others.empty? && held.empty?

        changes = others.map { |id, values| ["change_style", {"style" => id, "values" => values}] }
        changes << HeldBack.baring(held.map(&:id), names.map(&:to_s)) if held.any?
        said = [named(others.keys), (HeldBack.told(held.size) if held.any?)].compact.join("; ")
        Series.extending(operation, @manuscript, said, changes)
      end

      # @return [Hash{String=>Hash}] by style that says otherwise the values that it is to have
      def otherwise(styles, names, cascade, wanted)
        differing = styles.to_h { |id| [id, names.reject { |name| Properties.same?(name, cascade.style(id)[name], wanted[name]) }] }
        differing.reject { |_, own| own.empty? }.transform_values { |own| Exceptions.written(wanted, own) }
      end

      def named(styles)
        return if styles.empty?

        names = styles.map { |id| "“#{@manuscript.sheet[id].name}”" }
        "#{names.first(NAMED).join(", ")}#{" and #{names.size - NAMED} more" if names.size > NAMED} too"
      end

      def kept_clear(operation)
        return operation unless @roles

        @exceptions = Exceptions.new(@manuscript, operation, @roles, take: @take)
        @exceptions.operation
      end

      def apart?(paragraph, names) = !@roles.nil? && Exceptions.apart?(@roles, paragraph, names) && !taking?(paragraph)

      def taking?(paragraph) = @take.include?(Exceptions.group_of(@roles, paragraph))

      # Styles of those that are to take it over: to them it is no trap.
      def taking_styles
        return [] if @take.empty? || @roles.nil?

        (@manuscript.paragraphs + @manuscript.note_paragraphs).select { |paragraph| taking?(paragraph) }.map(&:style).uniq
      end
    end
  end
end
