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
    #   OneLine.new(manuscript, "Everything: lines double").operation           # the base style, and all that say otherwise by hand
    class OneLine
      # What a person may choose besides: to leave out what is not understood, to let those follow that say otherwise by hand, to give the
      # style that is changed to what is chosen, to let a style adopt the rest of the look too.
      CHOICES = %i[leave follow give rest].freeze
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
      def initialize(manuscript, line, paragraphs: nil, text: nil, families: [], fields: {}, way: "here", name: nil, choices: [], roles: nil, take: [])
        @manuscript = manuscript
        @line = line.to_s.strip
        @paragraphs = paragraphs
        @text = text
        @way = way
        @name = name
        @choices = choices
        @roles = roles
        @take = take
        @readings = lines.map { |one, from| moved(Properties::Specification.read(one, families: families, text_only: !text.nil?), from) }
        @fields, bad = fields.partition { |name, written| field_fault(name, written).nil? }.map(&:to_h)
        @faults = @readings.flat_map(&:faults) + bad.map { |name, written| fault_in(name, written) }
      end

      # @return [Array<Array(String, String)>] names of styles, and the key that each is to have in a sweep
      def keys = @readings.filter_map { |reading| [reading.name, reading.key] if reading.key }

      # @return [Boolean] whether the line says nothing but keys
      def only_keys? = keys.any? && @readings.all? { |one| one.key && one.values.empty? && one.parent.nil? && one.following.nil? && self.class.style(sheet, one.name) }

      # @return [Boolean] whether it is about styles, by their names
      def named? = @readings.any?(&:name)

      # @return [Array<String>] of more lines than one, what each says about which style
      def several = if @readings.size > 1
                      @readings.map { |one| "#{one.name} #{self.class.style(sheet, one.name) ? "is changed" : "is made"}#{", under #{one.parent}" if one.parent}" }
                    else
                      []
                    end

      # @return [Boolean] whether a style that is there is changed while paragraphs or words are chosen, so that it could be given to them
      def could_give? = @readings.one? && named? && !(@paragraphs || @text).nil? && !known_style(reading).nil?

      # @return [Array<Manuscript::Paragraph>] those that say otherwise by hand, and would not follow
      def held_back = @held_back ||= changing.flat_map { |style, names| HeldBack.following(HeldBack.of(@manuscript, style, names), names, @roles) }.uniq

      # @return [Exceptions, nil] who else it would reach, and keeps clear of it
      attr_reader :exceptions

      # @return [Hash{Symbol=>Object}] what the example has by hand besides what was said, and keeps unless it is chosen
      def rest
        return {} unless @way == "adopt" && @text.nil? && values.any? && @paragraphs

        DirectFormatting.tried(examples.first).except(*values.keys.map(&:to_sym))
      end

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
        @lines ||= @line.lines.map { |one| [one.chomp, (at += one.length) - one.length] }.reject { |one, _| one.strip.empty? }
      end

      # Faults where they stand in the whole; “everything” is the base style.
      def moved(reading, from)
        name = (reading.name&.match?(/\A#{EVERY}/io) && sheet.named(reading.name).nil?) ? sheet[sheet.default_id].name : reading.name
        @choices |= [:follow] unless name == reading.name
        reading.with(name: name, faults: reading.faults.map { |fault| fault.with(from: fault.from + from, to: fault.to + from) })
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

      def examples = chosen.map { |id| @manuscript.paragraph(id) }

      def where = @text ? {"text" => @text} : {"paragraphs" => chosen}

      def known_style(reading) = self.class.style(sheet, reading.name)

      def restyled
        bare = @readings.index { |one| one.name.nil? }
        raise ChangeRefused, "Line #{bare + 1} begins with no style; of several lines each changes one: “heading 2: 14 pt, bold”." if bare

        nameless = @readings.find { |one| one.name.match?(/\A(?:from|then|key)\s/i) }
        raise ChangeRefused, "A new style needs a name: write it before “#{nameless.name[/\A\w+/]}”." if nameless && known_style(nameless).nil?

        refuse_half
        which = {"lines" => lines.zip(@readings).map { |(one, _), reading| one.strip.sub(/\A#{EVERY}/io) { reading.name } }}
        which["lenient"] = true if @faults.any?
        which.merge!(where) if (@text || @paragraphs) && @readings.one? && (chose?(:give) || known_style(reading).nil?)
        settled(Changes.build("restyle", which))
      end

      # What stands apart from running text keeps clear of it; who says otherwise by hand follows, where that was chosen.
      def settled(operation)
        mended = Traps.mended(InLevels.set(operation, @manuscript, changing), @manuscript)
        if @roles
          @exceptions = Exceptions.new(@manuscript, mended, @roles, take: @take)
          mended = @exceptions.operation
        end
        chose?(:follow) ? HeldBack.released(mended, @manuscript, changing, roles: @roles) : mended
      end

      # What the lines say of styles that are there, or what is typed for the styles of what is chosen.
      # @return [Hash{String=>Array<Symbol>}] style to properties
      def changing
        return @readings.filter_map { |one| (style = known_style(one)) && [style.id, one.values.keys] }.to_h if named?

        (@way == "adopt" && @paragraphs && @text.nil?) ? examples.map(&:style).uniq.to_h { |style| [style, values.keys.map(&:to_sym)] } : {}
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
        steps = values.empty? ? [] : [["format_here", {**where, "values" => values}]]
        case @way
        when "here" then Changes.build(*steps.first)
        when "adopt" then adopted(steps)
        when "new" then made(steps)
        else raise ChangeRefused, "Values are tried just here, adopted, or made a new style."
        end
      end

      # What was typed is adopted, the rest of the look where that was chosen; with nothing typed the look is what was tried before.
      def adopted(steps)
        return series("The character style of these words adopted #{@line}.", steps, [["adopt_text_look", {"text" => @text.first(1)}]]) if @text
        return look_adopted(steps) if values.empty? || chose?(:rest)

        styles = examples.map(&:style).uniq
        named = styles.map { |id| "“#{sheet[id].name}”" }.join(", ")
        bare = {"paragraphs" => chosen, "kinds" => values.keys, "meaning" => {"italic" => "stay", "bold" => "stay"}}
        kept = "; the #{(chosen.size == 1) ? "paragraph" : "first of the #{chosen.size}"} keeps #{Properties::Specification.show(rest)} by hand" if rest.any?
        title = "#{named} adopted #{shown_values}#{kept}."
        told = series(title, styles.map { |id| ["change_style", {"style" => id, "values" => values}] }, by_hand_too? ? [["remove_direct_formatting", bare]] : [])
        settled(told)
      end

      def by_hand_too? = examples.any? { |one| DirectFormatting.tried(one).keys.intersect?(values.keys.map(&:to_sym)) || DirectFormatting.whole_and_parts(one).first.keys.intersect?(values.keys.map(&:to_sym)) }

      def shown_values = @line.empty? ? values.map { |name, written| "#{Properties[name].label.downcase} #{written}" }.join(", ") : @line

      def look_adopted(steps)
        first = examples.uniq(&:style)
        named = first.map { |one| "“#{sheet[one.style].name}”" }.join(", ")
        look = first.map { |one| DirectFormatting.tried(one) }.reduce({}, :merge)
        said = [(@line unless @line.empty?), *(Properties::Specification.show(look.except(*values.keys.map(&:to_sym))) if look.any?)].compact.reject(&:empty?).join(", ")
        Traps.mended(series("#{named} adopted #{said}.", steps, first.map { |one| ["adopt_look", {"paragraph" => one.id}] }), @manuscript)
      end

      # The name may say what the style rests on and what comes after it: "Aside from Body then Body".
      def made(steps)
        head = Properties::Specification.read("#{@name.to_s.strip}:")
        name = head.name || @name.to_s.strip
        title = "Made the style “#{name}” of #{@line.empty? ? "a look" : @line}."
        return series(title, steps, [["character_style_from_look", {"text" => @text.first(1), "name" => name, "all" => true}]]) if @text

        id = sheet.free_id(name)
        given = (chosen.size > 1) ? [["apply_style", {"style" => id, "paragraphs" => chosen, "shed" => true}]] : []
        made = [["style_from_look", {"paragraph" => chosen.first, "name" => name}], *kin(id, head)]
        settled, back = head.parent ? like_example(id, steps + made) : [[], []]
        title = "#{title.delete_suffix(".")}; what “#{head.parent}” brings besides is set back: #{back.join(", ")}." if back.any?
        series(title, steps, made, settled, given)
      end

      LOOK = Properties.all.select { |property| property.written? && property.visible }.map(&:name).freeze

      # Under another parent it says what differs from that, and looks as the example does.
      # @return [Array(Array, Array<String>)] the change that sees to it, and what of the parent's is set back
      def like_example(id, steps)
        before = series("", steps.reject { |step| step.first == "hang_style" }).call(@manuscript)
        after = series("", steps).call(@manuscript)
        wanted, now, over = Cascade.new(before).style(id), Cascade.new(after).style(id), Cascade.new(after).style(after.sheet[id].parent)
        own = after.sheet[id].properties
        back = LOOK.reject { |name| Properties.same?(name, wanted[name], now[name]) }
        bare = LOOK.select { |name| own.key?(name) && Properties.same?(name, over[name], own[name]) && !Properties[name].piecewise? }
        values = back.to_h { |name| [name.to_s, Exceptions.exactly(name, wanted[name])] }.merge(bare.to_h { |name| [name.to_s, ""] })
        [values.empty? ? [] : [["change_style", {"style" => id, "values" => values}]], back.map { |name| Properties::Words.of(name, over[name]) }]
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

        "#{@faults.first(3).join(" ")} Nothing was done."
      end
    end
  end
end
