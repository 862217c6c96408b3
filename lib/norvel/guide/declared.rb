# frozen_string_literal: true

module Norvel
  class Guide
    # What the kinds of rules declare, as others need it: the part of the JSON schema about rules, and a page that documents them.
    module Declared
      # Of one kind of rule exactly one of these has to be said.
      ONE_OF = {"value" => %w[equals one_of between], "relation" => %w[plus at_least at_most]}.freeze

      PARAMETERS = "parameters_of_"

      module_function

      # @param name [String] a kind of rule
      # @return [String] what the schema calls its parameters, under "$defs"
      def parameters_of(name) = "#{PARAMETERS}#{name}"

      # @return [Hash] "$defs" of the schema, of a rule and of each kind
      def schema
        {"rule" => rule, **Rule::KINDS.to_h { |name, kind| [parameters_of(name), only(name, kind)] }}
      end

      def rule
        {"type" => "object", "required" => %w[id clause checks severity], "additionalProperties" => false,
         "properties" => {"id" => {"type" => "string", "pattern" => "^[a-z0-9][a-z0-9-]*$"},
                          "clause" => {"type" => "string", "minLength" => 1, "description" => "In the guide's own words"},
                          "severity" => {"enum" => %w[must should]},
                          "source" => {"type" => "string", "minLength" => 1, "description" => "Where it is from"},
                          "off" => {"type" => "boolean", "description" => "not looked at"},
                          "checks" => {"enum" => Rule::KINDS.keys},
                          **names.to_h { |name| [name, {}] }},
         "allOf" => Rule::KINDS.keys.map { |name|
           {"if" => {"properties" => {"checks" => {"const" => name}}, "required" => ["checks"]},
            "then" => {"$ref" => "#/$defs/#{parameters_of(name)}"}}
         }}
      end

      # A rule of a kind has that kind's parameters, and no others.
      def only(name, kind)
        parameters = kind.all_parameters
        own = parameters.to_h { |parameter| [parameter.name.to_s, parameter.schema] }
        required = parameters.select(&:required).map { |parameter| parameter.name.to_s }
        said = {"propertyNames" => {"enum" => %w[id clause severity source off checks] + own.keys}, "properties" => own}
        said["required"] = required if required.any?
        said["oneOf"] = ONE_OF[name].map { |one| {"required" => [one]} } if ONE_OF.key?(name)
        said
      end

      def names = Rule::KINDS.values.flat_map { |kind| kind.all_parameters.map { |parameter| parameter.name.to_s } }.uniq

      # @return [String] Markdown: every kind of rule by area, with its sentence, its parameters and an example
      def page
        kinds = Rule::KINDS.values.group_by(&:area)
        shared = Rule::SHARED.map { |one| "`#{one.name}` (#{one.says})" }.join(", ")
        ["# The kinds of rules", "",
          "Made by `bin/rules` from what each kind declares (`lib/norvel/guide/rules`); do not edit it by hand.", "",
          "Every rule has an `id`, a `clause` in the guide's own words, a `severity` (must, should) and what it `checks`; " \
          "one that is `off: true` is not looked at. Every rule may also say: #{shared}.",
          *Rule::AREAS.flat_map { |area, title|
            ["", "## #{title}", *kinds.fetch(area, []).flat_map { |kind| about(kind) }]
          }, ""].join("\n")
      end

      def about(kind)
        example = {"id" => kind.called.tr("_", "-"), "clause" => "…", "severity" => "must", "checks" => kind.called, **kind.example}
        lines = kind.parameters.map { |parameter| line_of(parameter) }
        written = example.map { |name, value| "#{name}: #{JSON.generate(value)}" }.join(", ")
        ["", "### #{kind.called}", "", kind.build(example).sentence, *([""] + lines if lines.any?), "", "```yaml", "- {#{written}}", "```"]
      end

      def line_of(parameter)
        said = [parameter.says || parameter.kind]
        said << "or `#{AsSaid::WORD}`, what the #{(parameter.said == :style) ? "sheet" : "guide"} says of it" if parameter.said
        said << "one of #{parameter.choices.join(", ")}" if parameter.choices
        said << "#{shown(parameter.default)} where nothing is said" unless parameter.default.nil?
        "- `#{parameter.name}`#{" (required)" if parameter.required}: #{said.join("; ")}"
      end

      def shown(value) = (value.is_a?(Integer) && value > 10_000) ? Lengths.show(value, "cm") : Array(value).join(", ")
      private_class_method :rule, :only, :names, :about, :line_of, :shown
    end
  end
end
