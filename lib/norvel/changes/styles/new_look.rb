# frozen_string_literal: true

module Norvel
  module Changes
    # A style made of what is tried on an example. Its name may say what it rests on and what comes after it: "Aside from Body then Body".
    # Under another parent it says what differs from that, and looks as the example does.
    class NewLook
      LOOK = Properties.all.select { |property| property.written? && property.visible }.map(&:name).freeze

      # @param written [String, nil] its name @param said [String] what was typed, in words
      # @param values [Hash{String=>String}] the same by property @param paragraphs [Array<Integer>, nil] ids
      # @param text [Array<Array(Integer, Integer, Integer)>, nil] stretches of words instead
      def initialize(manuscript, written, said, values:, paragraphs: nil, text: nil)
        @manuscript = manuscript
        @head = Properties::Specification.read("#{written.to_s.strip}:")
        @name = @head.name || written.to_s.strip
        @said = said
        @paragraphs = paragraphs
        @text = text
        where = text ? {"text" => text} : {"paragraphs" => paragraphs}
        @tried = values.empty? ? [] : [["format_here", {**where, "values" => values}]]
      end

      # @return [Operation]
      def operation
        return series(title, @tried, [["character_style_from_look", {"text" => @text.first(1), "name" => @name, "all" => true}]]) if @text

        made = [["style_from_look", {"paragraph" => @paragraphs.first, "name" => @name}], *kin]
        return series(title, @tried, made, given) unless @head.parent

        values, back = like_example(made)
        settled = values.empty? ? [] : [["change_style", {"style" => id, "values" => values}]]
        series(title(back), @tried, made, settled, given)
      end

      private

      def id = @id ||= @manuscript.sheet.free_id(@name)

      def title(back = [])
        set_back = "; what “#{@head.parent}” brings besides is set back: #{back.join(", ")}" if back.any?
        "Made the style “#{@name}” of #{@said.empty? ? "a look" : @said}#{set_back}."
      end

      # To the others, where more than the example are chosen.
      def given
        (@paragraphs.size > 1) ? [["apply_style", {"style" => id, "paragraphs" => @paragraphs, "shed" => true}]] : []
      end

      # @return [Array(Hash{String=>String}, Array<String>)] the values that see to it, and in words what of the parent's is set back
      def like_example(made)
        after = series("", @tried, made).call(@manuscript)
        wanted = Cascade.new(series("", @tried, made.first(1)).call(@manuscript)).style(id)
        cascade = Cascade.new(after)
        now, over, own = cascade.style(id), cascade.style(after.sheet[id].parent), after.sheet[id].properties
        back = LOOK.reject { |name| Properties.same?(name, wanted[name], now[name]) }
        needless = LOOK.select { |name| own.key?(name) && !Properties[name].piecewise? && Properties.same?(name, over[name], own[name]) }
        values = Exceptions.written(wanted, back).merge(needless.to_h { |name| [name.to_s, ""] })
        [values, back.map { |name| Properties::Words.of(name, over[name]) }]
      end

      def kin
        {"hang_style" => ["parent", @head.parent], "set_next_style" => ["next", @head.following]}.filter_map do |change, (tie, named)|
          next unless named

          other = OneLine.style(@manuscript.sheet, named) or raise ChangeRefused, "There is no style “#{named}”."
          [change, {"style" => id, tie => other.id}]
        end
      end

      def series(title, *steps) = Changes.build("series", "title" => title, "changes" => steps.flatten(1))
    end
  end
end
