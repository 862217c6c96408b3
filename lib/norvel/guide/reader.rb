# frozen_string_literal: true

require "json"
require "yaml"

module Norvel
  class Guide
    # Reads a guide from YAML. A mistake is reported with its line.
    class Reader
      SCHEMA_FILE = File.expand_path("../../../guides/schema.json", __dir__)
      LARGEST = 1_000_000 # bytes
      DEEPEST = 20 # levels
      WORDS = {"required" => "something is missing", "enum" => "is none of the words allowed here",
               "pattern" => "is not written as it should be",
               "schema" => "is not known here", "type" => "is of the wrong kind", "integer" => "has to be a whole number",
               "boolean" => "is either yes or no",
               "string" => "has to be text", "array" => "has to be a list", "object" => "has to have parts of its own",
               "minimum" => "is too small", "maximum" => "is too large", "minlength" => "is empty", "minitems" => "is empty"}.freeze

      # Loaded where a guide is read: it takes a third of the time that everything else takes to load. Rules are left
      # out of it, and looked at one by one, by what their kind takes: to ask each whether it is of each of the kinds takes nine tenths
      # of the time of reading a guide.
      # @return [JSONSchemer::Schema] compiled once
      def self.schema
        @schema ||= begin
          require "json_schemer"
          whole = JSON.parse(File.read(SCHEMA_FILE, encoding: "UTF-8"))
          whole["properties"]["rules"].delete("items")
          whole["$defs"]["rule"].reject! { |word, _| %w[allOf additionalProperties].include?(word) }
          JSONSchemer.schema(whole)
        end
      end

      # @param name [String] of a definition in it
      # @return [JSONSchemer::Schema] compiled once
      def self.schema_of(name) = (@schemas ||= {})[name] ||= schema.ref("#/$defs/#{name}")

      # @param data [Hash] plain data
      # @return [Hash, nil] the first thing that the schema does not allow, as the schema's library tells it
      def self.fault(data)
        schema.validate(data).first || data["rules"].each_with_index.lazy.filter_map { |rule, index|
          error = schema_of("rule").validate(rule).first || schema_of(Declared.parameters_of(rule["checks"])).validate(rule).first
          error&.merge("data_pointer" => "/rules/#{index}#{error["data_pointer"]}")
        }.first
      end

      # @param yaml [String]
      def initialize(yaml)
        @yaml = yaml.dup.force_encoding(Encoding::UTF_8)
      end

      # @param kept [Boolean] whether it was taken before, and is read whatever sense it makes
      # @return [Guide]
      # @raise [GuideError]
      def read(kept: false)
        raise GuideError, "The guide is larger than 1 MB." if @yaml.bytesize > LARGEST
        raise GuideError, "The guide is not UTF-8 text." unless @yaml.valid_encoding?

        data = parse
        validate(data)
        guide = build(data)
        pointer, sentence = Sense.new(data).faults.first unless kept
        sentence ? raise(GuideError.new(sentence, line: line_of(pointer))) : guide
      end

      # YAML takes an unquoted “on” or “off” for yes and no; as a key of a guide it is the word. Other words for yes and no are none.
      # @param yaml [String]
      # @return [Object] plain data
      def self.data(yaml)
        stream = Psych.parse_stream(yaml)
        YAML.safe_load(quoted(stream) ? stream.to_yaml : yaml, aliases: false)
      end

      # @return [Boolean] whether there are such keys; they are in quotation marks now
      def self.quoted(node)
        keys = node.grep(Psych::Nodes::Mapping).flat_map { |mapping| mapping.children.each_slice(2).map(&:first) }
          .select { |key| key.is_a?(Psych::Nodes::Scalar) && key.plain && %w[on off].include?(key.value) }
        keys.each { |key| key.plain, key.quoted, key.style = false, true, Psych::Nodes::Scalar::DOUBLE_QUOTED }
        keys.any?
      end
      private_class_method :quoted

      private

      def parse
        tree = Psych.parse(@yaml)
        raise GuideError, "The guide is empty." unless tree

        @lines = {}
        note_lines(tree.root, "")
        Reader.data(@yaml)
      rescue Psych::SyntaxError => error
        raise GuideError.new("this is not YAML: #{error.problem}.", line: error.line)
      rescue Psych::Exception => error
        raise GuideError, "The guide uses YAML that is not allowed here: #{error.message}."
      end

      def note_lines(node, pointer)
        raise GuideError.new("this is nested deeper than a guide can be.", line: node.start_line + 1) if pointer.count("/") > DEEPEST

        @lines[pointer] = node.start_line + 1
        case node
        when Psych::Nodes::Mapping
          node.children.each_slice(2) do |key, value|
            inner = "#{pointer}/#{key.respond_to?(:value) ? key.value : "?"}"
            said_twice(key) if @lines.key?(inner)

            note_lines(value, inner)
            @lines[inner] = key.start_line + 1
          end
        when Psych::Nodes::Sequence then node.children.each_with_index { |child, index| note_lines(child, "#{pointer}/#{index}") }
        end
      end

      def said_twice(key)
        raise GuideError.new("“#{key.respond_to?(:value) ? key.value : "?"}” is said twice here.", line: key.start_line + 1)
      end

      def validate(data)
        error = self.class.fault(data) or return
        pointer = error["data_pointer"]
        if error["schema_pointer"].to_s.end_with?("/propertyNames")
          strange = error["data"]
          raise GuideError.new("“#{strange}” is nothing that a rule of this kind takes.",
            line: @lines["#{pointer}/#{strange}"] || @lines[pointer])
        end

        missing = error.dig("details", "missing_keys")&.map { |key| "“#{key}”" }
        raise GuideError.new("#{missing.join(", ")} #{missing.one? ? "is" : "are"} missing.", line: @lines[pointer]) if missing

        what = WORDS.fetch(error["type"].to_s.downcase) { error["error"].to_s }
        raise GuideError.new("#{called(pointer)} #{what}#{allowed(error)}.", line: @lines[pointer])
      end

      # @return [String] the last name of a place; what stands in a list has none
      def called(pointer)
        *, around, name = pointer.split("/")
        return "the guide" if name.nil?

        name.match?(/\A\d+\z/) ? "entry #{name.to_i + 1} of “#{around}”" : "“#{name}”"
      end

      MOST_WORDS = 12

      # The words that may stand there, where they are few.
      def allowed(error)
        words = error["schema"]["enum"] if error["schema"].is_a?(Hash)
        "; it is one of #{words.join(", ")}" if words && words.size <= MOST_WORDS
      end

      def build(data)
        styles = read_styles(data["styles"] || {})
        @said = AsSaid.new(data, Family.new(styles, language: data["language"]))
        Guide.new(title: data["guide"], version: data["version"], house: data["house"], language: data["language"],
          source: @yaml.freeze, sources: data["sources"] || {},
          page: (data["page"] || {}).transform_keys(&:to_sym), styles: styles,
          lists: (data["lists"] || {}).to_h { |kind, list| [kind.to_sym, read_list(kind, list)] },
          **%w[parts contents captions headings].to_h { |part| [part.to_sym, (data[part] || {}).transform_keys(&:to_sym)] },
          base_style: (data["base_style"] || "taken").to_sym,
          rules: data["rules"].each_with_index.map { |rule, index| read_rule(rule, index) }.reject { |rule| rule.data["off"] })
      end

      def read_styles(styles)
        names = {}
        styles.to_h do |slot, style|
          twin = names[style["name"].downcase]
          if twin
            raise GuideError.new("the styles of “#{twin}” and “#{slot}” have one name, “#{style["name"]}”.",
              line: @lines["/styles/#{slot}/name"])
          end

          if style["name"].include?(",")
            raise GuideError.new("a style's name has no comma: files keep its names in a list with commas between them.",
              line: @lines["/styles/#{slot}/name"])
          end

          names[style["name"].downcase] = slot
          %w[parent next].each { |tie| relative(styles, slot, tie) }
          [slot.to_sym,
            {name: style["name"], parent: style["parent"]&.to_sym, next: style["next"]&.to_sym,
             values: read_values("/styles/#{slot}", style.except("name", "parent", "next"))}]
        end
      end

      def read_values(pointer, written)
        written.to_h { |name, value| at("#{pointer}/#{name}") { [name.to_sym, Properties[name].parse(value)] } }
      end

      # A parent or next style has to be one of the guide's, of its own kind, and nobody is his own ancestor.
      def relative(styles, slot, tie)
        named = styles[slot][tie] or return
        line = @lines["/styles/#{slot}/#{tie}"]
        unless styles.key?(named)
          raise GuideError.new("“#{named}” is the #{tie} style of “#{slot}”, and the guide has no style for it.",
            line: line)
        end
        return if tie == "next"
        unless Slots.kind(named.to_sym) == Slots.kind(slot.to_sym)
          raise GuideError.new("“#{named}” is of another kind than “#{slot}” and cannot be its parent.",
            line: line)
        end

        trail = [slot]
        trail << named while (named = styles[trail.last]["parent"]) && !trail.include?(named)
        raise GuideError.new("“#{slot}” is its own ancestor.", line: line) if named == slot
      end

      def read_list(kind, list)
        levels = (list["levels"] || []).each_with_index.map do |level, index|
          indents = read_values("/lists/#{kind}/levels/#{index}", level.slice("indent_start", "indent_first"))
          ListKind::Level.new(sign: level["sign"], format: level["format"], text: level["text"], indents: indents)
        end
        {name: list["name"], levels: levels}
      end

      def read_rule(rule, index)
        raise GuideError.new("the rule “#{rule["id"]}” is there twice.", line: @lines["/rules/#{index}"]) if (@ids ||= {})[rule["id"]]

        @ids[rule["id"]] = true
        at("/rules/#{index}") { Rule.build(@said.resolved(rule)) }
      end

      # @return [Integer, nil] where it stands, or what it is part of
      def line_of(pointer) = pointer.empty? ? nil : @lines[pointer] || line_of(pointer.rpartition("/").first)

      def at(pointer)
        yield
      rescue GuideError
        raise
      rescue Error => error
        raise GuideError.new(error.message, line: @lines[pointer])
      end
    end
  end
end
