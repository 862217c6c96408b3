# frozen_string_literal: true

module Norvel
  class Guide
    # One rule of a guide. Subclasses say what they look at:
    #
    #   def findings(context) → Array<Finding>
    #   def applies?(context) → whether there is anything to look at
    #   def pages? → whether the answer rests on true page breaks
    class Rule
      KINDS = {}

      attr_reader :id, :clause, :severity

      # @param data [Hash] as the guide's file has it
      # @return [Rule]
      # @raise [Error] when a value in it is none
      def self.build(data) = KINDS.fetch(data["checks"]).new(data)

      # Makes the class known under the name that files use.
      def self.checks(name) = KINDS[name] = self

      def initialize(data)
        @id = data["id"]
        @clause = data["clause"]
        @severity = data["severity"].to_sym
        @data = data
        prepare
      end

      def applies?(_context) = true

      def pages? = false

      private

      def prepare = nil

      def finding(context, paragraph: nil, page: nil, **more)
        page ||= context.layout.page_of(paragraph.id) if paragraph
        Finding.new(rule: id, severity: severity, paragraph: paragraph&.id, page: page, **more)
      end
    end
  end
end

Dir.glob(File.join(__dir__, "rules", "*.rb")).sort.each { |file| require file }
