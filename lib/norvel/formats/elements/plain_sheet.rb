# frozen_string_literal: true

module Norvel
  module Formats
    module Elements
      # The styles of text that brings none along, by what they are for: `plain.yml`, and what is made of those where text stands in a
      # quotation, in a column of a table that is centred, or is words of code.
      #
      #   sheet = PlainSheet.new
      #   sheet.style(:body)                          # "body", which from now on is used
      #   sheet.style(:list_item, quoted: 1)          # "list_item-in-1"
      #   sheet.sheet                                 # StyleSheet
      class PlainSheet
        GUIDE = File.join(__dir__, "plain.yml")
        QUOTED = /-in-(\d+)/
        CALLED = {"center" => "centred", "end" => "at the end"}.freeze
        INDENT = 36_000 * 10 # EMU, of each quotation that one stands in
        MONO = "Liberation Mono"

        # Stretches of words that have a style of their own here: the mark, its name and values.
        WORDS = {code: ["Words of code", {font_family: MONO}], markup: ["Words of mark-up", {font_family: MONO, color: "#7a2a5a"}],
                 superscript: ["Raised words", {raised: :superscript}], subscript: ["Lowered words", {raised: :subscript}],
                 strike: ["Struck words", {strike: true}], underline: ["Underlined words", {underline: :single}],
                 small_caps: ["Small capitals", {small_caps: true}]}.freeze
        CHARACTER = {strong: :strong, emphasis: :emphasis}.merge(WORDS.keys.to_h { |mark| [mark, :"words_#{mark}"] }).freeze
        RULE = {top: {style: "single", width: 9_525, color: "#404040", space: 0}, bottom: {style: "single", width: 9_525, color: "#404040",
                                                                                           space: 0}}.freeze
        HEAD = {bottom: {style: "single", width: 6_350, color: "#404040", space: 0}}.freeze

        class << self
          # @return [Guide]
          def guide = @guide ||= Guide.read(File.read(GUIDE, encoding: "UTF-8"))

          # @return [Hash{Symbol=>ListKind}]
          def lists = @lists ||= Guide::ListKind.of(guide)

          # @return [Manuscript::PageDesign]
          def page
            edges = %w[top bottom start end].to_h { |edge| [edge.to_sym, Lengths.parse(guide.margins.fetch(edge))] }
            Manuscript::PageDesign.new(**Manuscript::PageDesign.paper(guide.page[:paper]),
              margin: Manuscript::PageDesign.new.margin.merge(edges))
          end

          # @return [StyleSheet::Standards] whose names say for certain what a style is for
          def standards
            @standards ||= begin
              members = guide.family.members.values
              slots = ->(kind) { members.select { |one| Guide::Slots.kind(one.slot) == kind }.to_h { |one| [one.slot, one.name] } }
              StyleSheet::Standards.new(certain: 0.99, bound: slots[:paragraph].keys - [:base],
                names: {paragraph: slots[:paragraph].except(:base).merge(other: OWN[:markup].first), character: slots[:character]})
            end
          end
        end

        def initialize
          @styles = {}
          style(:base)
          style(:body)
        end

        # @param slot [Symbol] of Guide::Slots, :break or :markup @param quoted [Integer] quotations around it beside its own
        # @param align [Symbol, nil] @param perhaps [Boolean] whether it is not sure that it is for that
        # @return [String] the id of the style
        def style(slot, quoted: 0, align: nil, perhaps: false)
          id = id_of(slot, quoted, align) + (perhaps ? "-perhaps" : "")
          @styles[id] ||= made(id, slot, quoted, align, perhaps)
          id
        end

        # @param mark [Symbol] of Elements::MARKS
        # @return [String] the id of the character style
        def words(mark)
          id = CHARACTER.fetch(mark).to_s
          @styles[id] ||= WORDS.key?(mark) ? words_of(mark, id) : member(mark)
          id
        end

        # @return [StyleSheet] with those that were asked for, and what they rest on
        def sheet = StyleSheet.new(styles: @styles.dup, default_id: "body", standards: self.class.standards)

        private

        def id_of(slot, quoted, align) = "#{slot}#{"-in-#{quoted}" if quoted.positive?}#{"-at-#{align}" if CALLED.key?(align.to_s)}"

        def made(id, slot, quoted, align, perhaps)
          return variant(id, slot, quoted, align, perhaps) if id != slot.to_s

          OWN.key?(slot) ? own(slot) : member(slot)
        end

        # What only text formats say: where the matter changes, and lines of mark-up.
        OWN = {break: ["Set apart: a break", {align: :center, space_before: 8 * Lengths::PT, space_after: 8 * Lengths::PT}],
               markup: ["Set apart: mark-up", {font_family: MONO, size: 9 * Lengths::PT, color: "#7a2a5a",
                                               space_after: 7 * Lengths::PT}]}.freeze
        private_constant :OWN

        def own(slot)
          name, values = OWN.fetch(slot)
          StyleSheet::Style.new(id: slot.to_s, name: name, parent: style(:base), next_style: "body", properties: values)
        end

        def member(slot)
          member = self.class.guide.family.members.fetch(slot)
          parent = member.parent && style(member.parent)
          StyleSheet::Style.new(id: slot.to_s, name: member.name, kind: Guide::Slots.kind(slot), parent: parent,
            next_style: member.next_slot && style(member.next_slot), properties: member.values)
        end

        def words_of(mark, id)
          name, values = WORDS.fetch(mark)
          StyleSheet::Style.new(id: id, name: name, kind: :character, properties: values)
        end

        def variant(id, slot, quoted, align, perhaps)
          parent = @styles.fetch(style(slot))
          within = "in #{"a further " if slot == :block_quotation}quotation#{" #{quoted}" if quoted > 1}" if quoted.positive?
          said = [within, CALLED[align.to_s], (perhaps ? StyleSheet::Standards::PERHAPS : nil)]
          values = align ? {align: align} : {}
          values[:indent_start] = indent(slot) + quoted * INDENT if quoted.positive?
          StyleSheet::Style.new(id: id, name: "#{parent.name}, #{said.compact.join(", ")}", parent: parent.id,
            next_style: parent.next_style, properties: values, standard: parent.name)
        end

        def indent(slot) = OWN.key?(slot) ? 0 : self.class.guide.family.values(slot)[:indent_start]
      end
    end
  end
end
