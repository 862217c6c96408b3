# frozen_string_literal: true

module Norvel
  # Plain frozen data between rooms: named members with defaults, compared by content,
  # changed only by making another (`with`).
  #
  #   Point = Value.define(:x, y: 0)
  #   Point.new(x: 1).with(y: 2)
  module Value
    # @param required [Array<Symbol>] members that must be given
    # @param defaults [Hash{Symbol=>Object}] members that may be left out
    # @return [Class]
    def self.define(*required, **defaults, &body)
      members = required + defaults.keys
      defaults.each_value(&:freeze)
      Struct.new(*members) do
        define_method(:initialize) do |**given|
          missing = required - given.keys
          raise ArgumentError, "missing #{missing.join(", ")}" unless missing.empty?

          super(*members.map { |name| given.fetch(name) { defaults[name] } })
          prepare
          freeze
        end

        # Called before the value is frozen: derived members are worked out here.
        def prepare = nil

        # @return [Value] the same with some members changed; itself when nothing differs
        def with(**changed)
          return self if changed.all? { |name, value| self[name].equal?(value) }

          self.class.new(**to_h, **changed)
        end

        private :prepare
        members.each { |name| private :"#{name}=" }
        # @return [Hash{Symbol=>Object}] the members that may be left out, with what they are then
        define_singleton_method(:defaults) { defaults }
        class_eval(&body) if body
      end
    end
  end
end
