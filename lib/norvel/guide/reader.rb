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
      WORDS = {"required" => "something is missing", "enum" => "is none of the words allowed here", "pattern" => "is not written as it should be",
               "schema" => "is not known here", "type" => "is of the wrong kind", "minlength" => "is empty", "minitems" => "is empty"}.freeze

      # Loaded where a guide is read: it takes a third of the time that everything else takes to load.
      # @return [JSONSchemer::Schema] compiled once
      def self.schema
        @schema ||= begin
          require "json_schemer"
          JSONSchemer.schema(Pathname.new(SCHEMA_FILE))
        end
      end

      # @param yaml [String]
      def initialize(yaml)
        @yaml = yaml.dup.force_encoding(Encoding::UTF_8)
      end

      # @return [Guide]
      # @raise [GuideError]
      def read
        raise GuideError, "The guide is larger than 1 MB." if @yaml.bytesize > LARGEST
        raise GuideError, "The guide is not UTF-8 text." unless @yaml.valid_encoding?

        data = parse
        validate(data)
        build(data)
      end

      private

      def parse
        tree = Psych.parse(@yaml)
        raise GuideError, "The guide is empty." unless tree

        @lines = {}
        note_lines(tree.root, "")
        YAML.safe_load(@yaml, aliases: false)
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
            note_lines(value, inner)
            @lines[inner] = key.start_line + 1
          end
        when Psych::Nodes::Sequence then node.children.each_with_index { |child, index| note_lines(child, "#{pointer}/#{index}") }
        end
      end

      def validate(data)
        error = self.class.schema.validate(data).first or return
        pointer = error["data_pointer"]
        name = pointer.split("/").last
        missing = error.dig("details", "missing_keys")
        what = missing ? "#{missing.map { |key| "“#{key}”" }.join(", ")} is missing" : WORDS.fetch(error["type"].to_s.downcase) { error["error"].to_s }
        raise GuideError.new(missing ? "#{what}." : "“#{name}” #{what}.", line: @lines[pointer])
      end

      def build(data)
        Guide.new(title: data["guide"], version: data["version"], house: data["house"], language: data["language"], source: @yaml.freeze,
          page: (data["page"] || {}).transform_keys(&:to_sym), styles: (data["styles"] || {}).to_h { |role, style| [role.to_sym, read_style(role, style)] },
          rules: data["rules"].each_with_index.map { |rule, index| read_rule(rule, index) })
      end

      def read_style(role, style)
        values = style.except("name", "parent", "next").to_h { |name, written| at("/styles/#{role}/#{name}") { [name.to_sym, Properties[name].parse(written)] } }
        {name: style["name"], parent: style["parent"]&.to_sym, next: style["next"]&.to_sym, values: values}
      end

      def read_rule(rule, index)
        raise GuideError.new("the rule “#{rule["id"]}” is there twice.", line: @lines["/rules/#{index}"]) if (@ids ||= {})[rule["id"]]

        @ids[rule["id"]] = true
        at("/rules/#{index}") { Rule.build(rule) }
      end

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
