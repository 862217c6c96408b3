# frozen_string_literal: true

module Norvel
  class Guide
    # One thing that a kind of rule takes. `kind` says what it is written as; `says` what it is, in words; `example` a value for
    # documentation; `choices` where it is one of several words; `said` the place where the guide says it as well (:style: its sheet), so
    # that a rule may ask for what is said there.
    Parameter = Value.define(:name, :kind, required: false, default: nil, says: nil, example: nil, choices: nil, range: nil, said: nil) do
      # @param written [Object, nil] as the guide's file has it
      # @return [Object] its value
      # @raise [Error] when it is none
      def read(written)
        return default if written.nil?

        case kind
        when :length then Lengths.parse(written)
        when :lengths then written.to_h { |edge, length| [edge.to_sym, Lengths.parse(length)] }
        when :choice then written.to_s.to_sym
        when :choices, :slots, :parts then Array(written).map(&:to_sym)
        when :property then Properties[written]
        when :properties then Array(written).map { |name| Properties[name].name }
        else written
        end
      end

      # @param text [String] as a person writes it, lists with commas
      # @return [Object, nil] as a file has it; nil where nothing is said
      def written(text)
        text = text.to_s.strip
        return if text.empty?
        return text.downcase if said && text.casecmp?(AsSaid::WORD)

        case kind
        when :number then text.match?(/\A-?\d{1,7}\z/) ? text.to_i : text
        when :switch then {"yes" => true, "no" => false}.fetch(text.downcase, text)
        when :levels then pieces(text).map { |piece| piece.match?(/\A\d\z/) ? piece.to_i : piece }
        when :slots, :properties then pieces(text).map { |one| one.tr(" ", "_") }
        when :choices, :parts, :words then pieces(text)
        when :values then pieces(text).map { |one| plain(one) }
        when :value then plain(text)
        when :property then text.tr(" ", "_").downcase
        else text
        end
      end

      # @return [String] what its field is called
      def called = says || name.to_s.tr("_", " ")

      # @return [Symbol] what kind of field it is
      def field = {choice: :choice, switch: :switch}.fetch(kind, :text)

      # @return [Array<String>, nil] what may be chosen in its field
      def offered = (said && choices) ? [AsSaid::WORD, *choices] : choices

      # @param text [String] as a file has it
      # @return [String] as a person reads it
      def shown(text) = %i[slots properties].include?(kind) ? text.tr("_", " ") : text

      def pieces(text) = text.split(",").map(&:strip).reject(&:empty?)

      def plain(text)
        return {"yes" => true, "no" => false}[text.downcase] if %w[yes no].include?(text.downcase)

        if text.match?(/\A-?\d+(?:\.\d+)?\z/)
          text.include?(".") ? text.to_f : text.to_i
        else
          text
        end
      end
      private :pieces, :plain

      # @return [Object] an example of it, as a file has it
      def sample
        return example unless example.nil?

        {length: "2.5 cm", lengths: {"top" => "2.5 cm"}, number: range&.begin || 1, switch: true,
         word: "Contents", words: ["Contents"], choice: choices&.first,
         choices: choices&.first(1), slots: ["body"], parts: ["main"], property: "size", properties: ["size"],
         values: ["12 pt"], value: "12 pt", levels: [1]}.fetch(kind)
      end

      # @return [Hash] what the JSON schema says of it
      def schema
        shape = case kind
        when :length then {"$ref" => "#/$defs/length"}
        when :lengths then {"$ref" => "#/$defs/margins"}
        when :number then {"type" => "integer", "minimum" => range&.begin || 0, "maximum" => range&.end || 1_000_000}
        when :switch then {"type" => "boolean"}
        when :word, :property then {"type" => "string", "minLength" => 1, "maxLength" => 200}
        when :words then {"type" => "array", "minItems" => 1, "items" => {"type" => "string", "minLength" => 1, "maxLength" => 200}}
        when :properties then {"type" => "array", "items" => {"type" => "string"}}
        when :choice then {"enum" => choices}
        when :choices then {"type" => "array", "minItems" => 1, "items" => {"enum" => choices}}
        when :slots then {"type" => "array", "minItems" => 1, "items" => {"$ref" => "#/$defs/slot"}}
        when :parts then {"type" => "array", "minItems" => 1, "items" => {"enum" => %w[front main]}}
        when :value then {"type" => %w[string number boolean]}
        when :values then {"type" => "array", "minItems" => 1, "items" => {"type" => %w[string number boolean]}}
        when :levels then {"type" => "array", "minItems" => 1, "items" => {"type" => "integer", "minimum" => 1, "maximum" => 6}}
        end
        shape = {"anyOf" => [shape, {"const" => AsSaid::WORD}]} if said && kind != :value
        says ? shape.merge("description" => says) : shape
      end
    end
  end
end
