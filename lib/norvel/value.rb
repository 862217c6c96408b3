# frozen_string_literal: true

module Norvel
  # Plain frozen data between rooms: named members with defaults, compared by content,
  # changed only by making another (`with`).
  #
  #   Point = Value.define(:x, y: 0)
  #   Point.new(x: 1).with(y: 2)
  module Value
    # What of Ruby's own words a member may be called.
    KEYWORDS = %i[begin case class do else end for if in module next not or self then true until when while].freeze

    # @param required [Array<Symbol>] members that must be given
    # @param defaults [Hash{Symbol=>Object}] members that may be left out
    # @return [Class]
    def self.define(*required, **defaults, &body)
      members = required + defaults.keys
      defaults.each_value(&:freeze)
      Struct.new(*members) do
        taken = required.map { |name| "#{name}:" } + defaults.keys.map { |name| "#{name}: self.class.defaults[:#{name}]" }
        # Written out, since values are made by the ten thousand: def initialize(x:, y: self.class.defaults[:y])
        class_eval(<<~RUBY, __FILE__, __LINE__ + 1)
          def initialize(#{taken.join(", ")})
            super(#{members.map { |name| KEYWORDS.include?(name) ? "binding.local_variable_get(:#{name})" : name }.join(", ")})
            prepare
            freeze
          end
        RUBY

        # Called before the value is frozen: derived members are worked out here.
        def prepare = nil

        # @return [Value] the same with some members changed; itself when nothing differs
        def with(**changed)
          copy = nil
          changed.each_pair { |name, value| (copy ||= dup)[name] = value unless self[name].equal?(value) }
          return self unless copy

          copy.send(:prepare)
          copy.freeze
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
