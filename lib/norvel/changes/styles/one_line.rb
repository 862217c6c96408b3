# frozen_string_literal: true

module Norvel
  module Changes
    # What a line means that is written about chosen paragraphs or words: a style, by its name, its code or the beginning of its name;
    # values that are tried on them; a style that is changed; or one that is made for them. Several lines change or make a style each.
    # A line that is half understood does nothing, unless the rest is left out on purpose.
    #
    #   OneLine.new(manuscript, "bl.quot", paragraphs: [3]).operation           # gives the style
    #   OneLine.new(manuscript, "11 pt, centred", paragraphs: [3]).operation    # tries the values
    #   OneLine.new(manuscript, "Pull quotation from Body: italic", paragraphs: [3]).operation
    #   OneLine.new(manuscript, "The whole text: lines double").operation       # the base style, and all that say otherwise by hand
    #   OneLine.new(manuscript, "Everything: lines double").operation           # the same of every style, headings and tables too
    class OneLine
      # What a person may choose besides: to leave out what is not understood, to let those follow that say otherwise by hand, to give the
      # style that is changed to what is chosen, to let a style adopt the rest of the look too.
      CHOICES = %i[leave follow give rest].freeze
      EVERYTHING = /\Aeverything\b/i
      EVERY = /(?:everything|all (?:the )?text|(?:the )?whole text)(?=\s*(?::|\z))/i

      # @return [Array<Properties::Specification::Fault>] what was not understood
      attr_reader :faults

      # @param sheet [StyleSheet] @param name [String]
      # @return [StyleSheet::Style, nil] of that name or id, of either kind
      def self.style(sheet, name) = %i[paragraph character].lazy.filter_map { |kind| sheet.named(name, kind: kind) }.first

      # @param line [String] or several
      # @param paragraphs [Array<Integer>, nil] ids @param text [Array<Array(Integer, Integer, Integer)>, nil] stretches of words
      # @param families [Array<String>] of fonts that may be written without quotes
      # @param fields [Hash{String=>String}] values that are written in fields of their own, "" for one that goes; those of the line win
      # @param way [String] what becomes of values: "here" alone, "adopt" by the styles of what is chosen, or a "new" style, `name`
      # @param choices [Array<Symbol>] of CHOICES
      # @param roles [Roles, nil] of the manuscript, so that what is no running text keeps clear of what was meant for that; @param take
      #   [Array<Symbol>] groups of these that are to take it (Exceptions::GROUPS)
      def initialize(manuscript, line, paragraphs: nil, text: nil, families: [], fields: {}, way: "here", name: nil, choices: [],
        roles: nil, take: [])
        @manuscript = manuscript
        @line = line.to_s.strip
        @paragraphs = paragraphs
        @text = text
        @way = way
        @name = name
        @choices = choices
        @roles = roles
        @take = take
        @all_follow = @everything = false
        @readings = lines.map { |one, from| moved(Properties::Specification.read(one, families: families, text_only: !text.nil?), from) }
        @fields, bad = fields.partition { |name, written| field_fault(name, written).nil? }.map(&:to_h)
        @faults = @readings.flat_map(&:faults) + bad.map { |name, written| fault_in(name, written) }
      end

      # @return [Array<Array(String, String)>] names of styles, and the key that each is to have in a sweep
      def keys = @readings.filter_map { |reading| [reading.name, reading.key] if reading.key }

      # @return [Boolean] whether the line says nothing but keys
      def only_keys? = keys.any? && @readings.all? { |reading| reading.only_key? && known_style(reading) }

      # @return [Boolean] whether it is about styles, by their names
      def named? = @readings.any?(&:name)

      # @return [Array<String>] of more lines than one, what each says about which style
      def several
        return [] unless @readings.size > 1

        @readings.map do |reading|
          "#{reading.name} is #{known_style(reading) ? "changed" : "made"}#{", under #{reading.parent}" if reading.parent}"
        end
      end

      # @return [Boolean] whether a style that is there is changed while paragraphs or words are chosen, so that it could be given to them
      def could_give? = @readings.one? && named? && !(@paragraphs || @text).nil? && !known_style(reading).nil?

      # @return [Array<Manuscript::Paragraph>] those that say otherwise by hand, and would not follow
      def held_back = @all_follow ? [] : reach.held_back

      # @return [Exceptions, nil] who else it would reach, and keeps clear of it; known with the operation
      def exceptions = @reach&.exceptions

      # @return [Hash{Symbol=>Object}] what the example has by hand besides what was said, and keeps unless it is chosen
      def rest = (@way == "adopt" && @text.nil? && values.any? && @paragraphs) ? adopting.rest : {}

      # @return [Operation]
      # @raise [ChangeRefused] also where it is half understood
      def operation
        return restyled if named?

        style = given_style
        if style
          @faults = []
          return apply(style)
        end
        raise ChangeRefused, nothing_said if values.empty? && (@way == "here" || !@line.empty?)

        refuse_half
        tried
      end

      private

      def sheet = @manuscript.sheet

      def reading = @readings.first || Properties::Specification::Reading.new

      # @return [Array<Array(String, Integer)>] each line that says something, and where it begins
      def lines
        at = 0
        @lines ||= @line.lines.map { |line| [line.chomp, (at += line.length) - line.length] }.reject { |one, _| one.strip.empty? }
      end

      # Faults where they stand in the whole; “everything” is the base style.
      def moved(reading, from)
        every = reading.name&.match?(/\A#{EVERY}/io) && sheet.named(reading.name).nil?
        @all_follow ||= every
        @everything ||= every && reading.name.match?(EVERYTHING)
        reading.with(name: every ? sheet[sheet.default_id].name : reading.name,
          faults: reading.faults.map { |fault| fault.with(from: fault.from + from, to: fault.to + from) })
      end

      def chose?(choice) = @choices.include?(choice)

      def refuse_half
        raise ChangeRefused, "#{@faults.first(3).join(" ")} Nothing was done." if @faults.any? && !chose?(:leave)
      end

      # The style that the line names, unless it says values.
      def given_style
        return if @readings.size > 1

        exact = sheet.named(@line, kind: kind) || sheet.of_kind(kind).find { |style| sheet.marks[style.id]&.casecmp?(@line) }
        return exact if exact || @line.length < 2 || (reading.values.any? && @faults.empty?)

        begun = sheet.of_kind(kind).select { |style| style.name.downcase.start_with?(@line.downcase) }
        begun.first if begun.size == 1
      end

      def kind = @text ? :character : :paragraph

      def apply(style) = Changes.build(@text ? "apply_character_style" : "give_style", "style" => style.id, **where)

      def chosen
        @paragraphs || raise(ChangeRefused, "No paragraph is chosen. To change a style, begin with its name: “Body: 12 pt, lines 1.5”.")
      end

      def where = @text ? {"text" => @text} : {"paragraphs" => chosen}

      def known_style(reading) = self.class.style(sheet, reading.name)

      def restyled
        bare = @readings.index { |one| one.name.nil? }
        raise ChangeRefused, "Line #{bare + 1} begins with no style; of several lines each changes one: “heading 2: 14 pt, bold”." if bare

        nameless = @readings.find { |one| one.name.match?(/\A(?:from|then|key)\s/i) && known_style(one).nil? }
        raise ChangeRefused, "A new style needs a name: write it before “#{nameless.name[/\A\w+/]}”." if nameless

        refuse_half
        which = {"lines" => lines.zip(@readings).map { |(one, _), reading| one.strip.sub(/\A#{EVERY}/io) { reading.name } }}
        which["lenient"] = true if @faults.any?
        which.merge!(where) if (@text || @paragraphs) && @readings.one? && (chose?(:give) || known_style(reading).nil?)
        reach.settle(Changes.build("restyle", which))
      end

      def reach
        @reach ||= Reach.new(@manuscript, changing, roles: @roles, take: @take, follow: @all_follow || chose?(:follow),
          everything: @everything)
      end

      # What the lines say of styles that are there, or what is typed for the styles of what is chosen.
      # @return [Hash{String=>Array<Symbol>}] style to properties
      def changing
        return ((@way == "adopt" && @paragraphs && @text.nil?) ? adopting.changing : {}) unless named?

        known = @readings.filter_map { |reading| (style = known_style(reading)) && [style.id, reading.values.keys] }
        known.each_with_object({}) { |(style, names), all| all[style] = (all[style] || []) | names }
      end

      def values = @fields.merge(reading.values.transform_keys(&:to_s))

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
        case @way
        when "here" then Changes.build("format_here", {**where, "values" => values})
        when "adopt" then @text ? adopting.operation : reach.settle(adopting.operation)
        when "new" then NewLook.new(@manuscript, @name, said, **looked_at).operation
        else raise ChangeRefused, "Values are tried just here, adopted, or made a new style."
        end
      end

      def adopting = @adopting ||= Adopting.new(@manuscript, said, rest: chose?(:rest), **looked_at)

      def looked_at = {values: values, text: @text, paragraphs: (chosen unless @text)}

      # In words, what is tried.
      def said
        return @line unless @line.empty?

        values.map { |name, written| "#{Properties[name].label.downcase} #{written}" }.join(", ")
      end

      def nothing_said
        return "#{@faults.first(3).join(" ")} Nothing was done." unless @line.empty? && @faults.empty?

        "Write what to try (13 pt bold, centred, 6 pt before), a style's name or code, or “Name: values” for a style."
      end
    end
  end
end
