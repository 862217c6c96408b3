# frozen_string_literal: true

module Norvel
  module Properties
    # A type specification: a set of values as one line in the trade's words, shown and written.
    #
    #   Specification.show(size: 152_400, bold: true)                  # "12 pt, bold"
    #   Specification.read("16/18 Times New Roman bold, flush left").values
    #
    # Each part says one value; parts are told apart by commas, and where nothing can be misread by spaces alone. A comma between
    # digits is a decimal one. What is not understood is a fault, and the rest counts.
    module Specification
      # `values` by property, as a person would type each into its own field; `faults` what was not understood, with where it stands;
      # `name` of the style, `parent`, `following` (its next style) and `key` (that gives it in a sweep), where the line begins with them.
      Reading = Value.define(values: {}, faults: [], name: nil, parent: nil, following: nil, key: nil)

      # Code points `from`…`to` of the line; `reason` where it was understood and cannot be.
      Fault = Value.define(:text, :from, :to, reason: nil) do
        def to_s = reason ? "“#{text}”: #{reason}" : "“#{text}” is not understood."
      end

      NUMBER = /[+\-−]?(?:\d+(?:[.,]\d+)?|[.,]\d+)/
      LENGTH = /#{NUMBER} ?(?:pt|cm|mm|in|pc|ch|em|"|characters?)/
      SHADES = /\A(dark|light|medium|pale|deep|hot|dim)(?=.)/ # what may stand apart from the colour
      COLOUR_NAMES = Colours::NAMED.keys.sort_by { |name| -name.length }.map { |name| name.sub(SHADES, '\1 ?') }.join("|")
      COLOUR = /#\h{6}|#\h{3}|auto|#{COLOUR_NAMES}/
      HEAD = /\A\s*([^:,"]+?)(?:\s+from\s+([^:,"]+?))?(?:\s+then\s+([^:,"]+?))?(?:\s+key\s+(\S))?\s*:(?:\s+|\z)/

      SWITCHES = {bold: "bold", italic: "italic", strike: "struck through", caps: "capitals", small_caps: "small capitals", close_to_same: "close up",
                  keep_next: "keep with next", keep_together: "keep together", break_before: "new page", hyphenate: "hyphenated"}.freeze

      # Words to a property and its value. The first that fits counts; what is captured is the value.
      WORDINGS = [
        [/(#{NUMBER}) ?\/ ?(#{NUMBER})(?: ?pt)?(?!\w)/, ->(size, lead) { {size: "#{size} pt", line_spacing: "exactly #{lead} pt"} }],
        [/(#{LENGTH}) before and after/, ->(length) { {space_before: length, space_after: length} }],
        [/(#{LENGTH}) before/, :space_before],
        [/(#{LENGTH}) after/, :space_after],
        [/no space (before|after)/, ->(side) { {"space_#{side}": "0 pt"} }],
        [/lines (exactly #{LENGTH}|at least #{LENGTH}|#{NUMBER}|single|double)/, :line_spacing],
        [/(exactly #{LENGTH}|at least #{LENGTH})/, :line_spacing],
        [/(single|double)[ -]spaced/, :line_spacing],
        [/(#{NUMBER}) lines/, :line_spacing],
        [/(not )?(?:bold)(?!\w)/, :bold],
        [/(not )?(?:italics?|ital\.)(?!\w)/, :italic],
        [/(not )?(?:small capitals|small caps|s\.c\.)/, :small_caps],
        [/(not )?(?:capitals|caps)(?!\w)/, :caps],
        [/(not )?struck(?: through)?/, :strike],
        [/(not )?close up/, :close_to_same],
        [/(not )?keep with next/, :keep_next],
        [/(not )?keep together/, :keep_together],
        [/(not |no )?new page/, :break_before],
        [/(not )?hyphenated/, :hyphenate],
        [/no underscore/, ->(*) { {underline: "none"} }],
        [/(?:(single|double|thick|dotted|dash|wave|words) )?underscore/, ->(kind) { {underline: kind || "single"} }],
        [/automatic colour/, ->(*) { {color: "auto"} }],
        [/colou?r (#{COLOUR})/, :color],
        [/(#\h{6}|#\h{3})/, :color],
        [/no (highlight|background|shading)/, ->(name) { {name.to_sym => "none"} }],
        [/highlight (#{COLOUR})/, :highlight],
        [/background (#{COLOUR})/, :background],
        [/shading (#{COLOUR})/, :shading],
        [/spaced (#{LENGTH})/, :letter_spacing],
        [/kerned from (#{LENGTH})/, :kerning],
        [/not kerned/, ->(*) { {kerning: "0 pt"} }],
        [/scaled (\d+) ?%/, :scale],
        [/(superscript|subscript)/, :raised],
        [/on the line/, ->(*) { {raised: "baseline"} }],
        [/shifted (#{LENGTH})/, :shift],
        [/language ([A-Za-z]{2,3}(?:-\w+)*)/, :language],
        [/(?:flush|ranged) (?:left|start)|flush(?! at| right)|left/, ->(*) { {align: "start"} }],
        [/flush (?:at end|right)|right/, ->(*) { {align: "end"} }],
        [/cent(?:red|ered|re|er)/, ->(*) { {align: "center"} }],
        [/justif(?:ied|y)/, ->(*) { {align: "justify"} }],
        [/no indent/, ->(*) { {indent_first: "0 cm"} }],
        [/indent (#{LENGTH})/, :indent_first],
        [/hanging (#{LENGTH})/, ->(length) { {indent_first: "-#{length}"} }],
        [/in at end (#{LENGTH})/, :indent_end],
        [/in (#{LENGTH})/, :indent_start],
        [/no tab stops/, ->(*) { {tabs: "none"} }],
        [/tab stops ([^,]+)/, :tabs],
        [/no borders/, ->(*) { {borders: "none"} }],
        [/borders ([^,]+)/, :borders],
        [/level ([1-9])/, :outline_level],
        [/(\d) orphans?/, :orphans],
        [/(\d) widows?/, :widows],
        [/(#{LENGTH})/, :size]
      ].map { |pattern, value| [/\A(?:#{pattern.source})(?=\s|,|\z)/i, value] }.freeze

      # What a line is written with, the commonest first: for its completion.
      VOCABULARY = (%w[bold italic centred
        justified] + ["flush left", "flush right", "before", "after", "before and after", "lines double", "lines single", "lines exactly", "lines at least", "indent", "no indent",
          "hanging", "in at end", "keep with next", "keep together", "new page", "close up", "small capitals", "capitals", "underscore", "no underscore", "struck through", "colour", "automatic colour", "background",
          "highlight", "shading", "no shading", "borders", "no borders", "spaced", "kerned from", "not kerned", "scaled",
          "superscript", "subscript", "shifted", "language", "level", "orphans", "widows", "tab stops", "no tab stops",
          "hyphenated", "not hyphenated", "not bold", "not italic", "not keep with next"] + Colours::NAMED.keys).freeze

      module_function

      # @param values [Hash{Symbol=>Object}] by property @param unit [String, nil] the reader's, nil: as they were written
      # @return [String] the line that `read` reads
      def show(values, unit: nil)
        Properties.all.select { |property| property.written? && values.key?(property.name) }.map { |property| part(property, values, unit) }.compact.join(", ")
      end

      # @param line [String] @param families [Array<String>] of fonts that may be written without quotes
      # @param text_only [Boolean] whether it is for words, which have no values of whole paragraphs
      # @return [Reading]
      def read(line, families: [], text_only: false)
        head = line.match(HEAD)
        at = head ? head.end(0) : 0
        values, faults = {}, []
        each_part(line, at) { |text, from| take(text, from, families, values, faults) }
        bad = values.transform_values { |written, *| written }.to_h { |name, written| [name, reason(name, written, text_only)] }.compact
        bad.each { |name, reason| values[name].then { |_, from, to| faults << Fault.new(text: line[from...to], from: from, to: to, reason: reason) } }
        name, parent, following, key = head&.captures&.map { |part| part&.strip }
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
        when *SWITCHES.keys then value ? SWITCHES[property.name] : "not #{SWITCHES[property.name]}"
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
        when :outline_level then value && "level #{value}"
        when :orphans, :widows then "#{value} #{property.label.downcase}"
        end
      end

      def first_line(value, shown)
        return "no indent" if value.zero?

        value.negative? ? "hanging #{shown.delete_prefix("-")}" : "indent #{shown}"
      end

      # Quoted where it could be read as something else.
      def family(name)
        words = name.split
        ends = words.each_index.map { |index| words.drop(index).join(" ") }
        plain = name.match?(/\A\p{L}[\p{L} ]*\z/) && WORDINGS.none? { |pattern, _| ends.any? { |rest| rest.match?(pattern) } }
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
          found&.each { |name, written| values[name] = [written, from, from + taken] }
          unless taken
            words = text.rstrip
            faults << Fault.new(text: words, from: from, to: from + words.length)
            return
          end
          from += taken
          text = text[taken..]
        end
      end

      # @return [Array(Hash, Integer), nil] values, and how much of the text they took
      def quoted(text)
        name = text[/\A"([^"]+)"/, 1]
        [{font_family: name}, name.length + 2] if name
      end

      def worded(text)
        WORDINGS.each do |pattern, value|
          match = text.match(pattern) or next
          return [value.is_a?(Symbol) ? plain(value, match[1]) : value.call(*match.captures), match.end(0)]
        end
        nil
      end

      def plain(name, said)
        return {name => said.to_s.strip.empty? ? "yes" : "no"} if Properties[name].kind == :switch

        {name => said.gsub(/characters?/, "ch")}
      end

      # A family by its whole name, or by a beginning that only one has.
      def named(text, families)
        whole = families.select { |family| text.match?(/\A#{Regexp.escape(family)}(?=\s|\z)/i) }.max_by(&:length)
        word = text[/\A\p{L}[\p{L}\d]*/]
        begun = families.select { |family| family.match?(/\A#{Regexp.escape(word)}/i) } if whole.nil? && word && word.length > 2
        family = whole || (begun.first if begun&.size == 1) or return
        [{font_family: family}, whole ? whole.length : word.length]
      end
      private_class_method :part, :first_line, :family, :each_part, :take, :quoted, :worded, :plain, :named, :reason
    end
  end
end
