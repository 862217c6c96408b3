# frozen_string_literal: true

module Norvel
  module Changes
    # What a line means that is written about chosen paragraphs or words: a style, by its name, its code or the beginning of its name;
    # values that are tried on them; a style that is changed; or one that is made for them.
    #
    #   OneLine.new(manuscript, "bl.quot", paragraphs: [3]).operation           # gives the style
    #   OneLine.new(manuscript, "11 pt, centred", paragraphs: [3]).operation    # tries the values
    #   OneLine.new(manuscript, "Pull quotation from Body: italic", paragraphs: [3]).operation
    class OneLine
      # @return [Array<Properties::Specification::Fault>] what was not understood; the rest counts
      attr_reader :faults

      # @param sheet [StyleSheet] @param name [String]
      # @return [StyleSheet::Style, nil] of that name or id, of either kind
      def self.style(sheet, name) = %i[paragraph character].lazy.filter_map { |kind| sheet.named(name, kind: kind) }.first

      # @param line [String]
      # @param paragraphs [Array<Integer>, nil] ids @param text [Array<Array(Integer, Integer, Integer)>, nil] stretches of words
      # @param families [Array<String>] of fonts that may be written without quotes
      # @param fields [Hash{String=>String}] values that are written in fields of their own, "" for one that goes; those of the line win
      # @param way [String] what becomes of values: "here" alone, "adopt" by the styles of what is chosen, or a "new" style, `name`
      def initialize(manuscript, line, paragraphs: nil, text: nil, families: [], fields: {}, way: "here", name: nil)
        @manuscript = manuscript
        @line = line.to_s.strip
        @paragraphs = paragraphs
        @text = text
        @way = way
        @name = name
        @reading = Properties::Specification.read(@line, families: families, text_only: !text.nil?)
        @fields, bad = fields.partition { |name, written| field_fault(name, written).nil? }.map(&:to_h)
        @faults = @reading.faults + bad.map { |name, written| fault_in(name, written) }
      end

      # @return [Array(String, String), nil] the name of a style, and the key that it is to have in a sweep
      def key = @reading.key && [@reading.name, @reading.key]

      # @return [Boolean] whether the line says nothing but a key
      def only_key?
        return false if key.nil? || values.any? || @reading.parent || @reading.following

        !self.class.style(sheet, @reading.name).nil?
      end

      # @return [Operation]
      # @raise [ChangeRefused]
      def operation
        return restyled if @reading.name

        style = given_style
        if style
          @faults = []
          return apply(style)
        end
        raise ChangeRefused, nothing_said if values.empty? && (@way == "here" || !@line.empty?)

        tried
      end

      private

      def sheet = @manuscript.sheet

      # The style that the line names, unless it says values.
      def given_style
        exact = sheet.named(@line, kind: kind) || sheet.of_kind(kind).find { |style| sheet.marks[style.id]&.casecmp?(@line) }
        return exact if exact || @line.length < 2 || (@reading.values.any? && @faults.empty?)

        begun = sheet.of_kind(kind).select { |style| style.name.downcase.start_with?(@line.downcase) }
        begun.first if begun.size == 1
      end

      def kind = @text ? :character : :paragraph

      def apply(style) = Changes.build(@text ? "apply_character_style" : "apply_style", "style" => style.id, **where)

      def chosen
        @paragraphs || raise(ChangeRefused, "No paragraph is chosen. To change a style, begin with its name: “Body: 12 pt, lines 1.5”.")
      end

      def where = @text ? {"text" => @text} : {"paragraphs" => chosen}

      def restyled
        which = {"lines" => [@line], "lenient" => true}
        which.merge!(where) if (@text || @paragraphs) && self.class.style(sheet, @reading.name).nil?
        Traps.mended(Changes.build("restyle", which), @manuscript)
      end

      def values = @fields.merge(@reading.values.transform_keys(&:to_s))

      def fault_in(name, written) = Properties::Specification::Fault.new(text: written, from: 0, to: 0, reason: field_fault(name, written))

      # Why a field cannot be so, in a sentence; nil where it can.
      def field_fault(name, written)
        property = Properties[name]
        return "it is a matter of whole paragraphs." if @text && !property.text?

        property.parse(written, ch: 1, em: Lengths::PT) unless written.to_s.strip.empty?
        nil
      rescue Error => error
        error.message
      end

      def tried
        steps = values.empty? ? [] : [["format_here", {**where, "values" => values}]]
        case @way
        when "here" then Changes.build(*steps.first)
        when "adopt" then adopted(steps)
        when "new" then made(steps)
        else raise ChangeRefused, "Values are tried just here, adopted, or made a new style."
        end
      end

      def adopted(steps)
        if @text
          return series("The character style of these words adopted #{@line}.", steps,
            [["adopt_text_look", {"text" => @text.first(1)}]])
        end

        examples = chosen.map { |id| @manuscript.paragraph(id) }.uniq(&:style)
        named = examples.map { |one| "“#{sheet[one.style].name}”" }.join(", ")
        title = "#{named} adopted #{@line.empty? ? "the look" : @line} of an example."
        Traps.mended(series(title, steps, examples.map { |one| ["adopt_look", {"paragraph" => one.id}] }), @manuscript)
      end

      # The name may say what the style rests on and what comes after it: "Aside from Body then Body".
      def made(steps)
        head = Properties::Specification.read("#{@name.to_s.strip}:")
        name = head.name || @name.to_s.strip
        title = "Made the style “#{name}” of #{@line.empty? ? "a look" : @line}."
        return series(title, steps, [["character_style_from_look", {"text" => @text.first(1), "name" => name, "all" => true}]]) if @text

        id = sheet.free_id(name)
        given = (chosen.size > 1) ? [["apply_style", {"style" => id, "paragraphs" => chosen, "shed" => true}]] : []
        series(title, steps, [["style_from_look", {"paragraph" => chosen.first, "name" => name}], *given, *kin(id, head)])
      end

      def kin(id, head)
        {"hang_style" => ["parent", head.parent], "set_next_style" => ["next", head.following]}.filter_map do |change, (tie, named)|
          next unless named

          other = self.class.style(sheet, named) or raise ChangeRefused, "There is no style “#{named}”."
          [change, {"style" => id, tie => other.id}]
        end
      end

      def series(title, *steps) = Changes.build("series", "title" => title, "changes" => steps.flatten(1))

      def nothing_said
        return "Write what to try (13 pt bold, centred, 6 pt before), a style's name or code, or “Name: values” for a style." if @line.empty? && @faults.empty?

        @faults.first(3).join(" ")
      end
    end
  end
end
