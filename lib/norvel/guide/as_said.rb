# frozen_string_literal: true

module Norvel
  class Guide
    # What a rule asks for may be what the guide says elsewhere: of its page, its parts, its captions, its styles. Then it stands once,
    # and the rule follows. In a file it is the word `as said`; here it becomes the value itself.
    class AsSaid
      WORD = "as said"

      # @param data [Hash] the guide as its file has it @param family [Family] its styles
      def initialize(data, family)
        @data = data
        @family = family
      end

      # @param rule [Hash] as the file has it
      # @return [Boolean] whether it asks for what is said elsewhere
      def self.in?(rule) = rule.value?(WORD)

      # @param rule [Hash]
      # @return [Array<Parameter>] those of its kind that the guide says elsewhere as well
      def self.parameters(rule) = Rule::KINDS.fetch(rule["checks"]).parameters.select(&:said)

      # @param rule [Hash] as the file has it
      # @return [Hash] with values in the place of the word
      # @raise [Error] where the guide says nothing of it, or several things
      def resolved(rule)
        return rule unless self.class.in?(rule)

        rule.to_h { |name, value| [name, (value == WORD) ? said(rule, name) : value] }
      end

      # @param rule [Hash] @param name [String] of a parameter
      # @return [Object] what the guide says of it
      # @raise [Error]
      def said(rule, name)
        parameter = self.class.parameters(rule).find { |one| one.name.to_s == name }
        raise Error, "“#{name}” is said nowhere else in a guide; it needs a value." unless parameter

        value = (parameter.said == :style) ? of_styles(rule) : @data.dig(*parameter.said.sub("{of}", rule["of"].to_s).split("/"))
        raise Error, "“#{WORD}”: the guide says nothing of it." if value.nil?

        value
      end

      private

      def of_styles(rule)
        property = Properties[rule["property"]]
        slots = rule["roles"].map(&:to_sym)
        raise Error, "“#{WORD}”: the guide has no style for it." unless slots.all? { |slot| @family.home(slot) }

        values = slots.map { |slot| @family.values(slot)[property.name] }.uniq
        raise Error, "“#{WORD}”: the styles of #{rule["roles"].join(", ").tr("_", " ")} do not say the same." if values.size > 1

        written(property, values.first)
      end

      def written(property, value) = (property.kind == :switch) ? value : property.show(value)
    end
  end
end
