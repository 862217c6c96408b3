# frozen_string_literal: true

require_relative "parameter"
require_relative "habit"

module Norvel
  class Guide
    # One rule of a guide. Subclasses declare what they are called, what they take, and say what they look at:
    #
    #   checks "runs_of_spaces", area: :white_space
    #   takes :roles, :slots, says: "where"
    #   def findings(context) → Array<Finding>
    #   def sentence → the rule in English
    #   def applies?(context) → whether there is anything to look at
    #   def pages? → whether the answer rests on true page breaks
    #
    # What they take is declared here once: the schema, the messages of the reader, the editor and the documentation are made from that.
    class Rule
      include Manuscript::Counted

      KINDS = {}
      AREAS = {page: "Page", folios: "Folios and running heads", text: "Text", white_space: "White space", headings: "Headings",
               structure: "Structure", pagination: "Pagination", open_matters: "Open matters", accessibility: "Accessibility"}.freeze
      # What every rule takes: where it holds (`parts` front or main, `in_tables`), and the roles it leaves out.
      SHARED = [Parameter.new(name: :parts, kind: :parts, says: "only in these parts"),
        Parameter.new(name: :in_tables, kind: :switch, says: "in tables only, or not in tables"),
        Parameter.new(name: :except, kind: :slots, says: "not of these roles")].freeze

      attr_reader :id, :clause, :severity, :source, :data

      class << self
        # @return [Symbol] of AREAS
        attr_reader :area

        # @return [String] the name that files use
        attr_reader :called

        # @param data [Hash] as the guide's file has it
        # @return [Rule]
        # @raise [Error] when a value in it is none
        def build(data) = KINDS.fetch(data["checks"]).new(data)

        # Makes the class known under the name that files use.
        def checks(name, area:)
          @called = name
          @area = area
          KINDS[name] = self
        end

        # Declares a parameter.
        def takes(name, kind, **more) = parameters << Parameter.new(name: name, kind: kind, **more)

        # How examples tell of it: see Habit.
        # @param counted [Symbol, #call] what there is of it in an example
        def learned(counted, each: [], trying: [], strictest: false, &groups)
          @habit = Habit.new(counted: counted, each: each, trying: trying, strictest: strictest, groups: groups)
        end

        # @param why_not [String] what an example does not say, as in “An example does not say how long lines may be.”
        def not_learned(why_not) = @habit = Habit.new(counted: :whole, why_not: why_not)

        # @return [Habit, nil]
        attr_reader :habit

        # @return [Array<Parameter>] its own
        def parameters = @parameters ||= superclass.respond_to?(:parameters) ? superclass.parameters.dup : []

        # @return [Array<Parameter>] with what every rule takes
        def all_parameters = parameters + SHARED

        # @return [Hash] parameters of a rule of this kind, for documentation and specs
        def example =
          parameters.select { |parameter| parameter.required || !parameter.example.nil? }.to_h do |parameter|
            [parameter.name.to_s, parameter.sample]
          end
      end

      def initialize(data)
        @id = data["id"]
        @clause = data["clause"]
        @severity = data["severity"].to_sym
        @source = data["source"]
        @data = data
        @given = self.class.all_parameters.to_h { |parameter| [parameter.name, parameter.read(data[parameter.name.to_s])] }
        prepare
      end

      def applies?(_context) = true

      def pages? = false

      private

      def prepare = nil

      # @return [Object] the value of a parameter
      def given(name) = @given.fetch(name)

      # Of what is looked at, what the rule holds for.
      # @param paragraphs [Array<Manuscript::Paragraph>]
      # @return [Array<Manuscript::Paragraph>]
      def within(context, paragraphs)
        found = paragraphs
        found = found.select { |paragraph| paragraph.in_table == given(:in_tables) } unless given(:in_tables).nil?
        found = found.reject { |paragraph| given(:except).include?(role(context, paragraph)) } if given(:except)
        found = found.select { |paragraph| given(:parts).include?(context.part_of(paragraph)) } if given(:parts)
        found
      end

      # Paragraphs with words, in the chosen roles or in all.
      def looked_at(context, roles = @given[:roles])
        all = context.with_words
        all = all.select { |paragraph| roles.include?(role(context, paragraph)) } if roles
        within(context, all)
      end

      RUNNING = %i[body block_quotation abstract list_item].freeze

      # Running text.
      def running(context) = looked_at(context, @given[:roles] || RUNNING)

      def headings(context) = within(context, context.roles.in(*Roles::HEADINGS))

      def level(context, paragraph) = Roles.level(role(context, paragraph))

      def role(context, paragraph) = context.roles.of(paragraph.id).name

      def finding(context, paragraph: nil, page: nil, **more)
        page ||= context.layout.page_of(paragraph.id) if paragraph
        Finding.new(rule: id, severity: severity, paragraph: paragraph&.id, page: page, **more)
      end

      # @param known [Finding] what is said of paragraphs like this one @param fix [Array, Deferred, nil]
      # @return [Finding] the same of it
      def found(context, known, paragraph, fix) = known.with(paragraph: paragraph.id, page: context.layout.page_of(paragraph.id), fix: fix)

      # Ways to give a paragraph other values.
      # @param wanted [Hash{Symbol=>Object}] by property @yield [name, value] as `Remedies.new` takes it
      # @return [Remedies] which are worked out when they are asked for
      def remedies(context, paragraph, wanted, &will_do)
        Remedies.new(context, paragraph, wanted, stays: placed?(context, paragraph) ? PLACED : [], &will_do)
      end

      # What the guide's sheet says of a paragraph, where it says it and it is as the rule asks.
      # @param otherwise [Object] what is asked for else @yieldparam value [Object] @yieldreturn [Boolean] whether it is as asked
      # @return [Object]
      def by_the_sheet(context, paragraph, name, otherwise)
        slot = context.places.of(paragraph)
        return otherwise unless context.guide.family.home(slot)

        value = context.guide.family.values(slot)[name]
        yield(value) ? value : otherwise
      end

      PLACED = %i[align indent_start indent_end indent_first tabs].freeze

      # @param names [Array<Symbol>] of properties set by hand
      # @return [Array<Symbol>] those that may go without harm
      def loose(context, paragraph, names) = placed?(context, paragraph) ? names - PLACED : names

      # Where a line stands is all that says what it is: an item with a typed label; in what is no book a line of verse, or one that
      # has no role of ours.
      def placed?(context, paragraph)
        role = context.roles.of(paragraph.id).name
        return context.cascade.numbering(paragraph).nil? if role == :list_item

        !context.roles.genre.nil? && %i[other verse].include?(role)
      end

      # @return [Object] the value that a paragraph comes out with; of what its letters have, that of most
      def come_out(context, paragraph, property)
        context.appearance.of(paragraph).fetch(property.name) do
          property.text? ? context.appearance.majority(paragraph, property.name) : context.cascade.paragraph(paragraph)[property.name]
        end
      end

      # Where roles are named in a sentence.
      def roles_said(roles) =
        roles.map { |role| role.to_s.tr("_", " ") }.then { |all| (all.size > 1) ? "#{all[0..-2].join(", ")} and #{all.last}" : all.first }
    end
  end
end

Dir.glob(File.join(__dir__, "rules", "*.rb")).sort.each { |file| require file }
