# frozen_string_literal: true

module Norvel
  class Plan
    # Direct formatting off the whole manuscript, without flattening it: what reads as a title, a heading, a caption or a quotation and has
    # its look by hand gets its style first, and what loses its look is said.
    #
    #   Plan::Baring.new(examined).operation
    class Baring
      include LinesOf

      ROLES = [:title, :subtitle, *Roles::HEADINGS, :caption, :block_quotation, :verse].freeze
      LOST = 4 # kinds that are named

      # @param subject [Manuscript, Examination]
      # @param given [Hash{String=>Object}] more parameters of the removal
      def initialize(subject, roles: nil, given: {})
        @examined = Examination.of(subject)
        @manuscript = @examined.manuscript
        @roles = roles || @examined.roles
        @given = given
      end

      # @return [Changes::Series] styles, then the removal
      # @raise [NothingToChange] where nothing is by hand
      def operation = super || raise(NothingToChange, "Nothing is formatted by hand.")

      # @return [String]
      def sentence
        styled = lines[0..-2].group_by(&:part).map do |role, same|
          counted(role, same.sum { |line| line.paragraphs.size }, same.map(&:confidence).min)
        end
        first = styled.any? ? "Gave a style to #{styled.join(", ")}, then removed" : "Removed"
        "#{first} direct formatting from the whole manuscript, emphasis kept#{gone}."
      end

      private

      def title = sentence

      def steps
        @steps ||= begin
          draft = @draft = Draft.new(@manuscript)
          OwnLooks.new(draft, @roles, why: nil).add_lines(standing_apart)
          @left = draft.manuscript
          draft.add("remove_direct_formatting", {"paragraphs" => "all", **@given}, by_hand, 0.95, :direct)
          draft.steps
        end
      end

      def gone
        lost = losing
        "; what only stood there by hand is gone: #{lost.first(LOST).join(", ")}#{" …" if lost.size > LOST}" if lost.any?
      end

      # @return [Hash{Symbol=>Array<Manuscript::Paragraph>}]
      def standing_apart
        sure = ROLES.to_h { |role| [role, @roles.in(role).select { |one| @manuscript.index_of(one.id) && @roles.of(one.id).sure? }] }
        sure.reject { |_, paragraphs| paragraphs.empty? }
      end

      def by_hand = @manuscript.paragraphs.select { |paragraph| DirectFormatting.objectionable(paragraph).any? }

      def counted(role, number, sureness)
        "#{number} #{Plan.named(role, number)} (#{Plan.how_sure(sureness)})"
      end

      # What whole paragraphs have by hand and no style says afterwards, the commonest first.
      # @return [Array<String>]
      def losing
        steps
        styles = Hash.new { |known, id| known[id] = Cascade.new(@left).style(id) }
        @left.paragraphs.reject(&:blank?).flat_map do |paragraph|
          own = DirectFormatting.adoptable(paragraph).except(:numbering, :language)
          unsaid = own.reject { |name, value| Properties.same?(name, styles[paragraph.style][name], value) }
          unsaid.map { |name, value| Properties::Words.of(name, value) }
        end.tally.sort_by { |_, count| -count }.map { |word, count| "#{word} (#{count})" }
      end
    end

    SURE, LIKELY = 0.85, 0.7 # from which on something is called so; common practice of ours, no source

    # @param confidence [Numeric] @return [String] "sure", "likely" or "unsure"
    def self.how_sure(confidence)
      return "sure" if confidence >= SURE

      (confidence >= LIKELY) ? "likely" : "unsure"
    end

    # @return [String] a role as it is called of so many: "headings of level 1"
    def self.named(role, number)
      level = role.to_s[/\Aheading_(\d)\z/, 1]
      "#{level ? "heading" : role.to_s.tr("_", " ")}#{"s" unless number == 1}#{" of level #{level}" if level}"
    end
  end
end
