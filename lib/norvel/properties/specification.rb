# frozen_string_literal: true

module Norvel
  module Properties
    # A type specification: a set of values as one line in the trade's words, shown and written.
    #
    #   Specification.show(size: 152_400, bold: true)                  # "12 pt, bold"
    #   Specification.read("16/18 Times New Roman bold, flush left").values
    #
    # Each part says one value, in the words of `Wordings`; parts are told apart by commas, and where nothing can be misread by spaces
    # alone. A comma between digits is a decimal one. What is not understood, or said twice, is a fault: whoever reads decides what then.
    module Specification
      # `values` by property, as a person would type each into its own field; `faults` what was not understood, with where it stands;
      # `name` of the style, `parent`, `following` (its next style) and `key` (that gives it in a sweep), where the line begins with them.
      Reading = Value.define(values: {}, faults: [], name: nil, parent: nil, following: nil, key: nil) do
        # @return [Boolean] whether it says nothing of the style but its key
        def only_key? = !key.nil? && values.empty? && parent.nil? && following.nil?
      end

      # Code points `from`…`to` of the line; `reason` where it was understood and cannot be.
      Fault = Value.define(:text, :from, :to, reason: nil) do
        def to_s = reason ? "“#{text}”: #{reason}" : "“#{text}” is not understood."
      end

      HEAD = /\A\s*([^:,"]+?)(?:\s+from\s+([^:,"]+?))?(?:\s+then\s+([^:,"]+?))?(?:\s+key\s+(\S))?\s*:(?:\s+|\z)/

      # The words of a line that says nothing but what a style rests on, what follows it and its key, in their order; it needs no colon.
      KIN = %w[from then key].freeze

      module_function

      # @param values [Hash{Symbol=>Object}] by property @param unit [String, nil] the reader's, nil: as they were written
      # @return [String] the line that `read` reads
      def show(values, unit: nil)
        Properties.all.select { |property| property.written? && values.key?(property.name) }
          .map { |property| part(property, values, unit) }.compact.join(", ")
      end

      # @param line [String] @param families [Array<String>] of fonts that may be written without quotes
      # @param text_only [Boolean] whether it is for words, which have no values of whole paragraphs
      # @return [Reading]
      def read(line, families: [], text_only: false)
        head = line.match(HEAD)
        said = head&.captures || kin(line, families)
        at = head&.end(0) || (said ? line.length : 0)
        values, faults = {}, []
        each_part(line, at) { |text, from| take(text, from, families, values, faults) }
        bad = values.transform_values { |written, *| written }.to_h { |name, written| [name, reason(name, written, text_only)] }.compact
        bad.each do |name, reason|
          values[name].then { |_, from, to| faults << Fault.new(text: line[from...to], from: from, to: to, reason: reason) }
        end
        name, parent, following, key = said&.map { |part| part&.strip }
        Reading.new(values: values.except(*bad.keys).transform_values(&:first), faults: faults, name: name, parent: parent,
          following: following, key: key)
      end

      # What was changed in a line, so that what was only shown stays what it is.
      # @param before [String] as it was shown @param after [String]
      # @return [Reading] of what differs; what is gone from the line is "" and goes back to the parent
      def changes(before, after, families: [])
        was, now = [before, after].map { |line| read(line, families: families) }
        gone = (was.values.keys - now.values.keys).to_h { |name| [name, ""] }
        now.with(values: gone.merge(now.values.reject { |name, written| was.values[name] == written }))
      end

      def part(property, values, unit)
        shown = Properties.shown(values, property.name, unit: unit)
        value = values[property.name]
        case property.name
        when :size then shown
        when :font_family then family(value)
        when *Wordings::SWITCHES.keys then "#{"not " unless value}#{Wordings::SWITCHES[property.name].first.first}"
        when :underline then {none: "no underscore", single: "underscore"}.fetch(value) { "#{value} underscore" }
        when :color then (value == "auto") ? "automatic colour" : "colour #{value}"
        when :highlight, :background, :shading then (value == "none") ? "no #{property.name}" : "#{property.name} #{value}"
        when :letter_spacing then "spaced #{shown}"
        when :kerning then value.zero? ? "not kerned" : "kerned from #{shown}"
        when :scale then "scaled #{shown}"
        when :raised then (value == :baseline) ? "on the line" : value.to_s
        when :shift then "shifted #{shown}"
        when :language then value && "language #{value}"
        when :align then {start: "flush left", end: "flush right", center: "centred", justify: "justified"}[value]
        when :indent_first then first_line(value, shown)
        when :indent_start then "in #{shown}"
        when :indent_end then "in at end #{shown}"
        when :space_before then "#{shown} before"
        when :space_after then "#{shown} after"
        when :line_spacing then "lines #{shown}"
        when :tabs then value.empty? ? "no tab stops" : "tab stops #{value.join("; ")}"
        when :borders then (shown == "none") ? "no borders" : "borders #{shown.gsub(", ", "; ")}"
        when :outline_level then value && ((value == NO_LEVEL) ? "no level" : "level #{value}")
        when :orphans, :widows then "#{value} #{property.label.downcase}"
        end
      end

      def first_line(value, shown)
        return "no indent" if value.zero?

        value.negative? ? "hanging #{shown.delete_prefix("-")}" : "indent #{shown}"
      end

      # Unless it is understood as values, or its name is.
      # @return [Array<String, nil>, nil] name, parent, following and key
      def kin(line, families)
        return if line.match?(/[:,"]/)

        name, *more = line.split.slice_when { |_, word| KIN.include?(word) }.to_a
        said = more.to_h { |word, *rest| [word, rest.join(" ")] }
        return unless name && !KIN.include?(name.first) && said.any? && said.size == more.size && said.keys == KIN & said.keys
        return if said.values.any?(&:empty?) || (said["key"] && said["key"].length > 1)
        return if understood?(name.join(" "), families) { |values, _| values.any? }
        return if understood?(line, families) { |_, faults| faults.empty? }

        [name.join(" "), *said.values_at(*KIN)]
      end

      def understood?(text, families)
        values, faults = {}, []
        each_part(text, 0) { |part, from| take(part, from, families, values, faults) }
        yield values, faults
      end

      # Quoted where it could be read as something else.
      def family(name)
        words = name.split
        ends = words.each_index.map { |index| words.drop(index).join(" ") }
        plain = name.match?(/\A\p{L}[\p{L} ]*\z/) && ends.none? { |rest| Wordings.read(rest) || Wordings.unclear(rest) }
        plain ? name : %("#{name}")
      end

      # Parts between commas that are no decimal ones and stand in no quotes.
      def each_part(line, at)
        line[at..].scan(/((?:"[^"]*"|[^,"]|(?<=\d),(?=\d)|")+)|,/) { yield $1, at + $~.begin(0) if $1 }
      end

      def reason(name, written, text_only)
        return "it is a matter of whole paragraphs." if text_only && !Properties[name].text?

        Properties[name].parse(written, ch: 1, em: Lengths::PT)
        nil
      rescue Error => error
        error.message
      end

      def take(text, from, families, values, faults)
        until (gap = text[/\A\s*/]) && (text = text[gap.length..]).empty?
          from += gap.length
          found, taken = quoted(text) || worded(text) || named(text, families)
          return faults << not_understood(text, from) unless taken

          found.each { |name, written| say(name, [written, from, from + taken], text[0, taken], values, faults) }
          from += taken
          text = text[taken..]
        end
      end

      def not_understood(text, from)
        why, length = Wordings.unclear(text)
        words = why ? text[0, length] : text.rstrip
        Fault.new(text: words, from: from, to: from + words.length, reason: why)
      end

      # What is said twice, and otherwise, is not guessed at.
      def say(name, said, text, values, faults)
        return values[name] = said if values[name].nil? || values[name].first == said.first

        reason = "#{Properties[name].label.downcase} was said before: #{values[name].first}."
        faults << Fault.new(text: text, from: said[1], to: said[2], reason: reason)
      end

      # @return [Array(Hash, Integer), nil] values, and how much of the text they took
      def quoted(text)
        before, name = text.match(/\A((?:#{Wordings::FAMILY})?)"([^"]+)"/o)&.captures
        [{font_family: name}, before.length + name.length + 2] if name
      end

      # Not where more of the text says too little: "6 pt spacing" is no size.
      def worded(text)
        values, taken = Wordings.read(text)
        [values, taken] if values && Wordings.unclear(text)&.last.to_i <= taken
      end

      # A family by its whole name, or by a beginning that only one has.
      def named(text, families)
        said = text[/\A#{Wordings::FAMILY}/o].to_s
        found, taken = family_in(text[said.length..], families)
        [found, said.length + taken] if found
      end

      def family_in(text, families)
        whole = families.select { |family| text.match?(/\A#{Regexp.escape(family)}(?=\s|\z)/i) }.max_by(&:length)
        word = text[/\A\p{L}[\p{L}\d]*/]
        begun = families.select { |family| family.match?(/\A#{Regexp.escape(word)}/i) } if whole.nil? && word && word.length > 2
        family = whole || (begun.first if begun&.size == 1) or return
        [{font_family: family}, whole ? whole.length : word.length]
      end
      private_class_method :part, :first_line, :family, :kin, :understood?, :each_part, :take, :quoted, :worded, :named, :family_in,
        :not_understood, :say, :reason
    end
  end
end
