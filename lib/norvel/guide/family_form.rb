# frozen_string_literal: true

module Norvel
  class Guide
    # A guide of the older form, in which every style says everything, rewritten as a family: the same values on paper, each said once.
    # Everything but the styles stays as it was written.
    #
    #   form = Guide::FamilyForm.new(guide)
    #   form.saved          # 61
    #   form.yaml
    class FamilyForm
      # @param guide [Guide] of the older form
      def initialize(guide)
        @guide = guide
        @members = guide.family.members
      end

      # @return [Integer] values that need not be said any more
      def saved = @guide.styles.values.sum { |style| style[:values].size } - members_under_base.sum { |member| written(member).size }

      # @return [Hash{Symbol=>Object}] what the base says for all
      def shared = @members[:base].values

      # @return [String] the guide in the new form
      def yaml
        lines = @guide.source.lines
        node = styles_node
        [*lines[0...node.start_line], *styles, *lines[node.end_line..]].join
      end

      private

      def members_under_base = @members.values.reject { |member| member.slot == :base }

      # The level of a heading is its slot's.
      def written(member) = member.values.except(:outline_level)

      def styles
        shown = @members.to_h do |slot, member|
          values = written(member).except(*(:language if slot == :base)).to_h { |name, value| [name.to_s, Properties[name].show(value)] }
          [slot.to_s, {"name" => member.name, "next" => @guide.styles.dig(slot, :next)&.to_s}.compact.merge(values)]
        end
        YAML.dump(shown).lines.drop(1).map { |line| "  #{line}" }
      end

      # The mapping under "styles:", by its lines.
      def styles_node
        root = Psych.parse(@guide.source).root
        root.children.each_slice(2).find { |key, _| key.value == "styles" }.last
      end
    end
  end
end
