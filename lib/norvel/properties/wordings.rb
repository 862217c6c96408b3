# frozen_string_literal: true

module Norvel
  module Properties
    # The words in which values are written: for each property what it is called, in the trade and by people, in British and American
    # spelling. The line reads this table, its completion and its page of help are made of it, and the fields' own labels are in it by
    # themselves.
    #
    #   Wordings.read("6 pt space after, bold")   # [{space_after: "6 pt"}, 16]
    module Wordings
      NUMBER = /[+\-−]?(?:\d+(?:[.,]\d+)?|[.,]\d+)/
      UNITS = {/p(?:oin)?ts?/ => "pt", /cm|centimet(?:re|er)s?/ => "cm", /mm|millimet(?:re|er)s?/ => "mm",
               /in(?:ch(?:es)?)?|"/ => "in", /pc|picas?/ => "pc", /ch|characters?/ => "ch", /ems?/ => "em"}.freeze
      UNIT = Regexp.union(*UNITS.keys)
      LENGTH = /#{NUMBER}[ -]?(?:#{UNIT})/
      MAYBE = /#{LENGTH}|#{NUMBER}(?![\d.,]*[ -]?\p{L})/ # a bare number is in the field's own unit
      SHADES = /\A(dark|light|medium|pale|deep|hot|dim)(?=.)/ # what may stand apart from the colour
      NAMES = Colours::NAMED.keys.sort_by { |name| -name.length }.map { |name| name.sub(SHADES, '\1[ -]?') }.join("|")
      COLOUR = /#\h{6}|#\h{3}|automatic|auto|#{NAMES}/
      SPACING = /exactly #{LENGTH}|at least #{LENGTH}|single|double|#{NUMBER}/

      # Lengths: what each is called, the first as it is shown.
      LENGTHS = {
        :space_before => ["before", "space before", "spacing before", "space above", "above"],
        :space_after => ["after", "space after", "spacing after", "space below", "below"],
        %i[space_before space_after] => ["before and after", "space before and after", "spacing before and after", "above and below",
          "space above and below"],
        :indent_first => ["indent", "first-line indent", "first line", "first line indented", "paragraph indent",
          "indent of the first line", "indent first line"],
        :indent_start => ["in", "left indent", "indent left", "indent on the left", "indent at start", "start indent", "in from the left"],
        :indent_end => ["in at end", "right indent", "indent right", "indent on the right", "indent at end", "end indent",
          "in from the right"],
        %i[indent_start indent_end] => ["in on both sides", "indent on both sides", "indented on both sides", "in from both sides",
          "left and right indent"],
        :letter_spacing => ["spaced", "letter spacing", "character spacing", "letters spaced", "spacing of letters"],
        :kerning => ["kerned from", "kerning from", "kerning"],
        :shift => ["shifted", "shift", "shifted by", "baseline shift"],
        :size => ["size", "font size", "type size", "letters of"]
      }.freeze
      HANGING = ["hanging", "hanging indent", "hang", "hanging by"].freeze

      # Yes or no: what says yes, the first as it is shown, and what says no besides “not” and “no” before it.
      SWITCHES = {
        bold: [%w[bold boldface emboldened], ["regular weight", "normal weight", "light face"]],
        italic: [["italic", "italics", "ital.", "in italics", "italicised", "italicized"], ["upright", "roman type"]],
        strike: [["struck through", "struck", "strike through", "strike-through", "strikethrough", "struck out"], []],
        caps: [["capitals", "caps", "all caps", "all capitals", "in capitals", "upper case", "uppercase"], ["lower case as written"]],
        small_caps: [["small capitals", "small caps", "s.c.", "in small capitals"], []],
        close_to_same: [["close up", "closed up", "no space between paragraphs of the same style",
          "no space between paragraphs of this style"], []],
        keep_next: [["keep with next", "kept with next", "keep with the next", "keep with next paragraph", "keep with the next paragraph",
          "kept with the next paragraph"], ["keep off"]],
        keep_together: [["keep together", "kept together", "keep lines together", "never divided"], []],
        break_before: [["new page", "page break before", "break before", "on a new page", "begins a page", "begins a new page",
          "starts a new page", "on its own page"], []],
        hyphenate: [["hyphenated", "hyphenation", "hyphenate", "with hyphenation"], ["unhyphenated"]]
      }.freeze

      CHOICES = {
        align: {"start" => ["flush left", "flush", "left", "left-aligned", "aligned left", "align left", "ranged left", "ragged right",
          "flush start", "ranged start"],
                "end" => ["flush right", "right", "right-aligned", "aligned right", "align right", "ranged right", "flush at end",
                  "ragged left"],
                "center" => ["centred", "centered", "centre", "center", "align centre", "align center", "aligned centre",
                  "aligned center", "in the middle"],
                "justify" => ["justified", "justify", "fully justified", "set justified", "align justified", "flush on both sides"]},
        raised: {"superscript" => ["superscript", "superior"],
                 "subscript" => ["subscript", "inferior"],
                 "baseline" => ["on the line", "on the baseline", "neither raised nor lowered"]},
        line_spacing: {"single" => ["single", "single spaced", "single spacing", "single line spacing", "single-spaced"],
                       "double" => ["double", "double spaced", "double spacing", "double line spacing"],
                       "1.5" => ["one and a half spaced", "one and a half spacing", "one and a half lines", "one-and-a-half line spacing",
                         "1½ lines", "1½ spaced", "1½ spacing"],
                       "3" => ["triple spaced", "triple spacing"]}
      }.freeze
      LEADING = ["lines", "line spacing", "line height", "leading", "spaced", "spacing between lines"].freeze
      COLOURED = {color: ["colour", "color", "text colour", "text color", "font colour", "font color", "ink", "coloured", "colored"],
                  highlight: ["highlight", "highlighted", "highlight colour", "highlight color"],
                  background: ["background", "background colour", "background color"],
                  shading: ["shading", "shaded", "shading colour", "shading color"]}.freeze
      UNDERLINE = ["underscore", "underline", "underlined", "underscored"].freeze
      FAMILY = /(?:font family|font|typeface|set in) /i

      # What is well meant and says too little: asked back, never guessed.
      UNCLEAR = {
        /indented(?: by)? #{LENGTH}/ => "write “indent 1 cm” for the first line, or “in 1 cm” for the whole paragraph.",
        /(?:#{LENGTH} )?spacing(?: #{LENGTH})?/ => "write “6 pt before”, “6 pt after”, “lines 1.5”, or “spaced 1 pt” for letters.",
        /(?:(?:left|right|top|bottom|all) )?margins?(?: #{LENGTH})?|#{LENGTH} margins?/ =>
          "margins belong to the page: Parts has them; a paragraph has “in 1 cm” and “in at end 1 cm”.",
        /no (?:orphans|widows)(?: or (?:orphans|widows))?/ => "write how many lines stay together: “2 orphans, 2 widows”.",
        /numbered|bulleted|bullets?|numbers/ => "numbers and bullets are made under Lists on the slip.",
        /#{NUMBER} columns?|in columns/ => "columns belong to a part: Parts has them.",
        /landscape|portrait|a4|a3|letter paper/ => "the paper belongs to the page: Parts has it."
      }.freeze

      # Written as `pattern`; `values` makes property and value of what it captures.
      Wording = Value.define(:pattern, :values, why: nil)

      module_function

      # @param text [String]
      # @return [Array(Hash{Symbol=>String}, Integer), nil] values by property and how many letters they took: the longest wording that
      #   the text begins with
      def read(text)
        wording, match = longest(all, text)
        match && [wording.values.call(*match.captures), match.end(0)]
      end

      # @return [Array(String, Integer), nil] why what the text begins with says too little, and how long it is
      def unclear(text)
        wording, match = longest(@unclear ||= UNCLEAR.map { |pattern, why| wording(pattern, why: why) }, text)
        match && [wording.why, match.end(0)]
      end

      # @return [Array<Wording>]
      def all = @all ||= lengths + switches + choices + leading + colours + others + labels

      # What a line may be written with, the commonest first: for its completion.
      # @return [Array<String>]
      def vocabulary
        @vocabulary ||= [*COMMONEST, *LENGTHS.values.flatten, *HANGING, *LEADING.map { |noun| "#{noun} double" }, "lines exactly",
          "lines at least", *SWITCHES.values.flatten, *CHOICES.values.flat_map(&:values).flatten, *COLOURED.values.flatten, *UNDERLINE,
          *BESIDES, *Colours::NAMED.keys].uniq.freeze
      end

      COMMONEST = ["bold", "italic", "centred", "justified", "flush left", "flush right"].freeze
      BESIDES = ["no underscore", "borders", "no borders", "tab stops", "no tab stops", "language", "level", "no level", "orphans",
        "widows", "scaled", "automatic colour", "no shading", "no indent", "not bold", "not italic"].freeze
      private_constant :COMMONEST, :BESIDES

      # For the page of help: each property with what it is called.
      # @return [Hash{Property=>Array<String>}]
      def called
        @called ||= Properties.all.select(&:written?).to_h { |property| [property, names_of(property.name).uniq] }
      end

      def names_of(name)
        lengths = LENGTHS.select { |key, _| Array(key).include?(name) }.values.flatten
        hanging = (name == :indent_first) ? HANGING : []
        leading = (name == :line_spacing) ? LEADING : []
        [*lengths, *hanging, *leading, *SWITCHES[name]&.flatten, *CHOICES[name]&.values&.flatten, *COLOURED[name], *OTHER_NAMES[name]]
      end

      OTHER_NAMES = {underline: UNDERLINE, scale: ["scaled", "horizontal scale"], language: ["language"],
                     outline_level: ["level", "heading level", "outline level"], orphans: ["orphans"], widows: ["widows"],
                     tabs: ["tab stops", "tabs"], borders: %w[borders border], font_family: ["its name", "font", "typeface"]}.freeze

      def longest(wordings, text)
        wordings.filter_map { |wording| (match = text.match(wording.pattern)) && [wording, match] }.max_by { |_, match| match.end(0) }
      end

      def wording(pattern, values = nil, why: nil) = Wording.new(pattern: /\A(?:#{pattern.source})(?=[\s,;]|\z)/i, values: values, why: why)

      # Any of these words; blanks and hyphens are alike.
      def any(words) = words.sort_by { |word| -word.length }.map { |word| Regexp.escape(word).gsub(/\\[ -]/, "[ -]") }.join("|")

      # @return [String] as fields take it
      def length(written)
        number, unit = written.match(/\A(#{NUMBER})[ -]?(.*)\z/mo).captures
        [number, UNITS.find { |words, _| unit.match?(/\A(?:#{words.source})\z/i) }&.last].compact.join(" ")
      end

      def lengths
        rows = LENGTHS.flat_map { |properties, nouns| of_length(Array(properties), nouns) { |written| written } }
        hanging = of_length([:indent_first], HANGING) { |written| "-#{written.delete_prefix("+")}" }
        size_on_lead = ->(size, lead) { {size: "#{size} pt", line_spacing: "exactly #{lead} pt"} }
        rows + hanging +
          [wording(/(#{LENGTH})/o, ->(written) { {size: length(written)} }),
            wording(/(#{NUMBER}) ?\/ ?(#{NUMBER})(?: ?pt)?/o, size_on_lead),
            wording(/not kerned|no kerning/, -> { {kerning: "0 pt"} })] + sided
      end

      def of_length(properties, nouns, &signed)
        give = ->(written) { properties.to_h { |property| [property, signed.call(length(written))] } }
        none = -> { properties.to_h { |property| [property, "0 #{Properties[property].unit}"] } }
        [wording(/(?:#{any(nouns)})(?: of| is|:)? (#{MAYBE})/, give), wording(/(#{LENGTH})(?: of)? (?:#{any(nouns)})/, give),
          (wording(/(?:no|without|zero) (?:#{any(nouns)})/, none) unless properties == [:size])].compact
      end

      # "indent 1 cm on the left": the side comes after the measure.
      def sided
        {"left|start" => :indent_start, "right|end" => :indent_end, "first line" => :indent_first}.map do |sides, property|
          there = /(?:on the |from the |at the |at |for the |in the )?(?:#{sides})/
          wording(/(?:indent|indented|in) (#{LENGTH}) #{there.source}/, ->(written) { {property => length(written)} })
        end
      end

      def switches
        SWITCHES.flat_map do |property, (yes, no)|
          switched = ->(negated, said) { {property => (negated.nil? ^ %w[no off].include?(said&.downcase)) ? "yes" : "no"} }
          [wording(/(not |no |without |never )?(?:#{any(yes)})(?: (yes|no|on|off))?/, switched),
            (wording(/(?:#{any(no)})/, -> { {property => "no"} }) if no.any?)].compact
        end
      end

      def choices
        CHOICES.flat_map { |property, ways| ways.map { |value, words| wording(/(?:#{any(words)})/, -> { {property => value} }) } }
      end

      def leading
        give = ->(said) { {line_spacing: leaded(said)} }
        [wording(/(?:#{any(LEADING)})(?: of| is)? (#{LENGTH}|#{SPACING})/, give),
          wording(/(exactly #{LENGTH}|at least #{LENGTH})(?: lines?| leading)?/o, give),
          wording(/(#{NUMBER})(?:[ -]line)?[ -](?:spaced|spacing|lines?|line spacing)/o, give),
          wording(/(#{LENGTH}) (?:leading|line spacing)/o, give)]
      end

      # A bare length is leading as type is cast: exactly so.
      def leaded(said)
        kind, measure = said.match(/\A(exactly|at least)? ?(#{LENGTH})\z/io)&.captures
        measure ? "#{kind&.downcase || "exactly"} #{length(measure)}" : said
      end

      def colours
        named = COLOURED.flat_map do |property, nouns|
          none = (property == :color) ? "auto" : "none"
          give = ->(colour) { {property => coloured(colour)} }
          [wording(/(?:#{any(nouns)}) (#{COLOUR}|none)/, give), wording(/(#{COLOUR}) (?:#{any(nouns)})/, give),
            wording(/(?:no|without) (?:#{any(nouns)})/, -> { {property => none} })]
        end
        named << wording(/(?:in )?(#\h{6}|#\h{3}|#{NAMES})/o, ->(colour) { {color: colour} })
      end

      def coloured(written) = written.casecmp?("automatic") ? "auto" : written

      def others
        kinds = /none|single|double|thick|dotted|dash|wave|words/
        scale = /scaled(?: to)? (\d{1,3}) ?%?|(\d{1,3}) ?% (?:wide|scale|horizontal scale)/
        [wording(/(?:no|not|without) (?:#{any(UNDERLINE)})/, -> { {underline: "none"} }),
          wording(/(?:#{any(UNDERLINE)})(?: (#{kinds.source}))?/, ->(kind) { {underline: kind || "single"} }),
          wording(/(#{kinds.source}) (?:#{any(UNDERLINE)})/, ->(kind) { {underline: kind} }),
          wording(scale, ->(one, other) { {scale: one || other} }),
          wording(/language ([A-Za-z]{2,3}(?:-\w+)*)/, ->(code) { {language: code} }),
          wording(/(?:no|without) tab stops|no tabs/, -> { {tabs: "none"} }),
          wording(/(?:tab stops?|tabs)(?: at)? ([^,]+)/, ->(stops) { {tabs: stops} }),
          wording(/(?:no|without) (?:borders?|box|frame)/, -> { {borders: "none"} }),
          wording(/borders? ([^,]+)/, ->(sides) { {borders: sides} }),
          wording(/(?:a )?(?:rule|line) (above|below)(?: of)?(?: (#{LENGTH}))?/o, ->(side, width) { {borders: rule(side, width)} }),
          wording(/(?:heading |outline )?level ([1-9]|none)/, ->(level) { {outline_level: level.downcase} }),
          wording(/no (?:heading |outline )?level/, -> { {outline_level: "none"} }),
          wording(/(\d) (orphan|widow)s?(?: lines?)?/, ->(count, which) { {"#{which.downcase}s": count} })]
      end

      def rule(side, width) = "#{(side.downcase == "above") ? "top" : "bottom"} #{width ? length(width) : "0.5 pt"}"

      # Each field's label and what may be written into it.
      def labels
        Properties.all.select(&:written?).reject { |property| property.kind == :font }.map do |property|
          give = ->(value) { {property.name => taken(property, value)} }
          wording(/#{any([property.label.downcase])}(?: of| is)? (#{written(property).source})/, give)
        end
      end

      def written(property)
        case property.kind
        when :length then MAYBE
        when :switch then /yes|no|on|off/
        when :choice
          also = (property.name == :align) ? Property::ALSO.keys.map { |word| word.tr("_", " ") } : []
          Regexp.union(*property.choices.map(&:to_s), *also)
        when :number then /\d{1,3} ?%?/
        when :colour then /#{COLOUR}|none/o
        when :language then /[A-Za-z]{2,3}(?:-\w+)*/
        when :line_spacing then /#{LENGTH}|#{SPACING}/o
        else /[^,]+/
        end
      end

      def taken(property, value)
        case property.kind
        when :length then length(value)
        when :line_spacing then leaded(value)
        when :switch then %w[yes on].include?(value.downcase) ? "yes" : "no"
        when :colour then coloured(value)
        when :choice then value.downcase
        else value
        end
      end
      private_class_method :longest, :wording, :any, :length, :lengths, :of_length, :sided, :switches, :choices, :leading, :leaded,
        :colours, :coloured, :others, :rule, :labels, :written, :taken, :names_of
    end
  end
end
