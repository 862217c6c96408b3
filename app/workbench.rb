# frozen_string_literal: true

require "monitor"
require "securerandom"
require_relative "../lib/norvel"
require_relative "records"

module NorvelWeb
  # A window wanted to change a manuscript that has changed meanwhile.
  class Behind < Norvel::Error
    attr_reader :sentences

    def initialize(sentences)
      @sentences = sentences
      super("Meanwhile, in another window: #{sentences.join(" ")} The page now shows that; make your change again if it is still wanted.")
    end
  end

  # One open manuscript: the value in force with its layout, and the ledger that leads to it. Layouts, roles and
  # checks are worked out once for each state and kept.
  class Workbench
    KEPT_STATES = 2

    attr_reader :id

    def initialize(id)
      @id = id
      @monitor = Monitor.new
      @states = {}
      @lines = Norvel::Layout::LineStore.new(Norvel::Fonts::Book.shipped)
    end

    # What is in force, worked out as far as it is asked for.
    class State
      attr_reader :head, :manuscript, :layout

      def initialize(head, manuscript, lines)
        @head = head
        @manuscript = manuscript
        @layout = Norvel::Layout.new(manuscript, store: lines)
        @checks = {}
      end

      def appearance = @appearance ||= Norvel::Appearance.new(manuscript, layout.cascade)

      def roles = @roles ||= Norvel::Roles.new(manuscript, appearance, layout.cascade)

      def looks = @looks ||= Norvel::Looks.of(manuscript, appearance, layout: layout)

      def makeup = @makeup ||= Norvel::Makeup.new(layout, roles: roles, looks: looks, appearance: appearance)

      # @return [Norvel::Guide::Check]
      def check(guide)
        @checks.shift if @checks.size > 4
        @checks[guide.source] ||= Norvel::Guide::Check.new(guide, layout, roles: roles, appearance: appearance).tap(&:results)
      end
    end

    def record = ManuscriptRecord.find(id)

    # @return [State] in force
    def state = @monitor.synchronize { state_at(record.head_id) }

    # @return [State] as it came
    def original_state = @monitor.synchronize { @original_state ||= State.new(nil, original, Norvel::Layout::LineStore.new(Norvel::Fonts::Book.shipped)) }

    # Carries out a change and keeps it, in one transaction.
    # @param operation [Norvel::Changes::Operation]
    # @param head [Integer, nil] the state the person saw
    # @return [Array(State, State, String)] before, after and what was done
    # @raise [Norvel::ChangeRefused, Behind]
    def change(operation, head:)
      @monitor.synchronize do
        row = record
        refuse_behind(row, head)
        before = state_at(row.head_id)
        after = operation.call(before.manuscript)
        difference = Norvel::Changes::Difference.between(before.manuscript, after)
        raise Norvel::ChangeRefused, "That changes nothing: it is so already." if difference.empty?

        entry = keep(row, operation, operation.told(before.manuscript, after), difference)
        [before, remember(State.new(entry.id, after, @lines)), entry.sentence]
      end
    end

    # A change that is not made: its layout, to be looked at, and what it would touch.
    Proposal = Struct.new(:id, :operation, :layout, :ripple) do
      def manuscript = layout.manuscript
    end

    # The clean-up as it was last asked for, with its pages when they are wanted.
    class Planned
      attr_reader :key, :plan

      def initialize(key, plan, lines)
        @key = key
        @plan = plan
        @lines = lines
      end

      def layout = @layout ||= Norvel::Layout.new(plan.apply, store: @lines)
    end

    # @param corrections [Hash{Integer=>Symbol}] what the person says paragraphs are @param without [Array<Symbol>] what was struck out
    # @return [Planned] the plan against a guide, worked out once while nothing of it changes
    def planned(guide, corrections, without)
      @monitor.synchronize do
        key = [record.head_id, guide.source, corrections, without]
        return @planned if @planned&.key == key

        now = state
        @planned = Planned.new(key, Norvel::Plan.new(now.manuscript, guide, roles: now.roles.corrected(corrections), without: without, layout: now.layout), @lines)
      end
    end

    # @param operation [Norvel::Changes::Operation]
    # @return [Proposal] kept until the next one
    # @raise [Norvel::ChangeRefused]
    def propose(operation)
      @monitor.synchronize do
        before = state_at(record.head_id)
        layout = Norvel::Layout.new(operation.call(before.manuscript), store: @lines)
        @proposal = Proposal.new(SecureRandom.hex(4), operation, layout, Norvel::Changes::Ripple.between(before.layout, layout))
      end
    end

    # @return [Proposal, nil] the one that is kept, when it has this id
    def proposal(id) = (@proposal if @proposal && @proposal.id == id)

    # @return [Array(State, State, String)] before, after and what was undone
    def undo(head:)
      move(head) do |row|
        entry = row.head or raise Norvel::ChangeRefused, "There is nothing to undo."
        [entry.parent_id, entry.sentence]
      end
    end

    # @return [Array(State, State, String)] before, after and what was taken up again
    def redo(head:)
      move(head) do |row|
        entry = row.undone or raise Norvel::ChangeRefused, "There is nothing to redo."
        [entry.id, entry.sentence]
      end
    end

    # Steps to any point of the ledger.
    # @param entry_id [Integer, nil] nil: the original
    # @return [Array(State, State, String)]
    def step_to(entry_id, head:)
      move(head) do |row|
        raise Norvel::ChangeRefused, "That change is not in the ledger." unless entry_id.nil? || row.entries.exists?(id: entry_id)

        [entry_id, "Stepped in the ledger."]
      end
    end

    # @return [String] the bytes of the file as it is now
    def delivery = @monitor.synchronize { Norvel::Formats.write(state.manuscript, source: source) }

    # @return [String] the file as it came
    def source = OriginalRecord.find_by!(manuscript_id: id).bytes

    private

    # @yieldreturn [Array(Integer, String)] the entry to stand at, and what that is
    def move(seen)
      @monitor.synchronize do
        row = record
        refuse_behind(row, seen)
        before = state_at(row.head_id)
        target, sentence = yield row
        row.update!(head_id: target)
        [before, state_at(target), sentence]
      end
    end

    def refuse_behind(row, head)
      return if row.head_id == head

      since = row.path.drop_while { |entry| head && entry.id <= head }.map(&:sentence)
      raise Behind, since.empty? ? ["a change was undone."] : since.last(3)
    end

    def keep(row, operation, sentence, difference)
      ManuscriptRecord.transaction do
        entry = row.entries.create!(parent_id: row.head_id, operation: operation.class.operation_name, parameters: JSON.generate(operation.parameters), sentence: sentence[0, 500], difference: JSON.generate(difference))
        row.update!(head_id: entry.id)
        entry
      end
    end

    def state_at(head) = @states[head] || remember(State.new(head, manuscript_at(head), @lines))

    def remember(state)
      @states.delete(state.head)
      @states[state.head] = state
      @states.shift while @states.size > KEPT_STATES
      state
    end

    # From the nearest state that is kept, or from the original, by the results in the ledger.
    def manuscript_at(head)
      known = record.entries.index_by(&:id)
      pending = []
      until head.nil? || @states.key?(head)
        entry = known.fetch(head)
        pending.unshift(entry)
        head = entry.parent_id
      end
      start = @states[head]&.manuscript || original
      pending.reduce(start) { |manuscript, entry| Norvel::Changes::Difference.apply(manuscript, JSON.parse(entry.difference)) }
    end

    def original = @original ||= Norvel::Formats.read(source, name: record.filename)
  end

  # The manuscripts that are open, the last used few of them.
  class Workbenches
    OPEN = 4

    def initialize
      @open = {}
      @lock = Mutex.new
    end

    # @param id [Integer]
    # @return [Workbench]
    def [](id)
      @lock.synchronize do
        bench = @open.delete(id) || Workbench.new(id)
        @open[id] = bench
        @open.shift while @open.size > OPEN
        bench
      end
    end

    def close(id) = @lock.synchronize { @open.delete(id) }
  end
end
