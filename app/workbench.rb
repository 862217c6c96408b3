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

  # A state that cannot be laid out: a fault of Norvel. The ledger is whole, and undo works without it.
  class NotShown < Norvel::Error
    def initialize =
      super(
        "The pages of this state cannot be shown: a fault of Norvel. Nothing is lost: undo the last change, and the pages are there again."
      )
  end

  # One open manuscript: the value in force with its layout, and the ledger that leads to it. Layouts, roles and
  # checks are worked out once for each state and kept.
  class Workbench
    KEPT_STATES = 2

    attr_reader :id

    # @param original [Norvel::Manuscript, nil] as it came, where it was read already
    def initialize(id, original: nil)
      @id = id
      @originals = {nil => original&.with(fonts: OwnFonts.book)}.compact # by the entry that brought them in
      @images = {}
      @monitor = Monitor.new
      @states = {}
      @lines = Norvel::Layout::LineStore.new(OwnFonts.book)
    end

    # What is in force at a point of the ledger; `version` is the entry that brought in the file it is made of, nil: the first.
    class State < Norvel::Examination
      attr_reader :head, :version

      def initialize(head, manuscript, lines, layout: nil, version: nil)
        super(manuscript, store: lines, layout: layout)
        @head = head
        @version = version
      end

      # @param head [Integer] the entry of the ledger that it is kept as
      # @return [State]
      def kept_as(head, version: @version)
        @head = head
        @version = version
        self
      end

      # @return [Norvel::Drawing::StripSvg]
      def strip(guide)
        return @strip[1] if @strip && @strip[0] == guide.source

        drawn = Norvel::Drawing::StripSvg.new(layout, findings: check(guide).findings.group_by(&:paragraph).transform_values(&:size))
        @strip = [guide.source, drawn]
        drawn
      end

      # @return [Norvel::Drawing::SaidOnce]
      def said_once = @said_once ||= Norvel::Drawing::SaidOnce.new(commonest_by_hand)

      # @return [Norvel::Drawing::StripSvg, nil] as it was drawn last
      def drawn_strip = @strip&.last
    end

    def record = ManuscriptRecord.find(id)

    # @return [State] in force
    # @raise [NotShown]
    def state = @monitor.synchronize { state_at(record.head_id) }

    # @return [Norvel::Manuscript] in force, whether it can be laid out or not
    def manuscript = @monitor.synchronize { record.head_id.then { |head| @states[head]&.manuscript || manuscript_at(head) } }

    # @return [State, nil] one that is still in memory
    def kept_state(head) = @monitor.synchronize { @states[head] }

    # @param version [Integer, nil] the entry that brought it in
    # @return [State] as the file that is in force came, or another one
    def original_state(version = state.version)
      @monitor.synchronize do
        @original_state = nil unless @original_state&.version == version
        @original_state ||= State.new(nil, original(version), Norvel::Layout::LineStore.new(OwnFonts.book), version: version)
      end
    end

    # @param entry [Integer] of the ledger
    # @return [State] after it
    def state_of(entry) = @monitor.synchronize { state_at(entry) }

    # What was compared last is kept, since it is looked at row by row.
    # @param key [Object] what it is of @yieldreturn [Norvel::SideBySide]
    def compared(key)
      @monitor.synchronize do
        @compared = [key, yield] unless @compared&.first == key
        @compared.last
      end
    end

    # Carries out a change and keeps it, in one transaction.
    # @param operation [Norvel::Changes::Operation]
    # @param head [Integer, nil] the state the person saw
    # @param request [String, nil] the browser's own number of it: what was done under that number is not done again
    # @param run [String, nil] what is undone together with it
    # @return [Array(State, State, String)] before, after and what was done
    # @raise [Norvel::ChangeRefused, Behind]
    def change(operation, head:, request: nil, run: nil)
      @monitor.synchronize do
        row = record
        done = request && row.entries.find_by(request: request)
        return [state_at(done.parent_id), state_at(row.head_id), done.sentence] if done

        refuse_behind(row, head)
        before = state_at(row.head_id)
        shown = shown_layout(operation, before)
        after = shown ? shown.manuscript : operation.call(before.manuscript)
        Norvel::Formats.refuse_undeliverable(before.manuscript, after)
        difference = Norvel::Changes::Difference.between(before.manuscript, after)
        raise Norvel::NothingToChange, "That changes nothing: it is so already." if difference.empty?

        sentence = [operation.told(before.manuscript, after), *unsaid(before.manuscript, after)].join(" ")
        # What cannot be shown is not kept.
        now = shown ? State.new(nil, after, @lines, layout: shown, version: before.version) : examined(nil, after, before.version)
        Norvel::Changes::Ripple.between(before.layout, now.layout)
        entry = keep(row, operation, sentence, difference, request: request, run: run)
        [before, remember(now.kept_as(entry.id)), entry.sentence]
      end
    end

    DELIVERIES = 8 # that a file which comes back is held against

    # Takes another file in as the next version of the manuscript, with what was set up here.
    # @param bytes [String] @param name [String] of the file @param head [Integer, nil] the state the person saw
    # @param sure [Boolean] whether it is this manuscript, however much was rewritten
    # @return [Array(State, State, String)] before, after and what was done
    # @raise [Norvel::FileError, Norvel::ChangeRefused, Behind]
    def take_version(bytes, name, head:, sure: false)
      read = Norvel::Formats.read(bytes, name: name).with(fonts: OwnFonts.book)
      @monitor.synchronize do
        row = record
        refuse_behind(row, head)
        before = state_at(row.head_id)
        refuse_format(read, before.manuscript, name)
        origin = Norvel::NextVersion::Origin.of(read, states: states_handed_out(row, before), source: source)
        version = Norvel::NextVersion.new(read, origin, now: before.manuscript, roles: before.roles)
        refuse_another(version, name) unless sure
        after = examined(nil, version.manuscript)
        raise Norvel::NothingToChange, "Nothing in “#{name}” differs from what is here." if version.nothing_new?

        entry = keep_version(row, version, bytes, name, Norvel::Changes::Difference.between(read, after.manuscript))
        @originals[entry.id] = read
        [before, remember(after.kept_as(entry.id, version: entry.id)), entry.sentence]
      end
    end

    # Of a file that has no place for formatting it is told where it is delivered.
    def unsaid(before, after) = Norvel::Formats.of(after.format).styled? ? Norvel::Formats.cannot_say(before, after) : []
    private :unsaid

    # A change that is not made: its layout, to be looked at, and what it would touch. It belongs to the state it was worked out on.
    Proposal = Struct.new(:id, :operation, :head, :layout, :ripple, :limits) do
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

      # @return [Norvel::Examination] of the manuscript as the plan would leave it
      def after = @after ||= Norvel::Examination.new(plan.apply, store: @lines)

      def layout = after.layout
    end

    # @param corrections [Hash{Integer=>Symbol}] what the person says paragraphs are @param without [Array<Symbol>] what was struck out
    # @param guide [Norvel::Guide, nil] nil: the look is kept
    # @return [Planned] the plan, worked out once while nothing of it changes
    def planned(guide, corrections, without, also = [])
      @monitor.synchronize do
        key = [record.head_id, guide&.source, corrections, without, also]
        return @planned if @planned&.key == key

        now = state
        given = {roles: now.roles.corrected(corrections), without: without}
        plan = guide ? Norvel::Plan.new(now, guide, **given, also: also) : Norvel::Plan::Keeping.new(now, **given)
        @planned = Planned.new(key, plan, @lines)
      end
    end

    # @param operation [Norvel::Changes::Operation]
    # @return [Proposal] kept until the next one
    # @raise [Norvel::ChangeRefused]
    def propose(operation)
      @monitor.synchronize do
        before = state_at(record.head_id)
        layout = Norvel::Layout.new(operation.call(before.manuscript), store: @lines)
        @proposal = Proposal.new(SecureRandom.hex(4), operation, before.head, layout,
          Norvel::Changes::Ripple.between(before.layout, layout), unsaid(before.manuscript, layout.manuscript))
      end
    end

    # @param operation [Norvel::Changes::Operation] that is not kept as a proposal
    # @return [Norvel::Changes::Ripple] what it would touch
    # @raise [Norvel::ChangeRefused]
    def ripple_of(operation)
      @monitor.synchronize do
        before = state_at(record.head_id)
        Norvel::Changes::Ripple.between(before.layout, Norvel::Layout.new(operation.call(before.manuscript), store: @lines))
      end
    end

    # @param guide [Norvel::Guide] @param finding [Norvel::Guide::Finding] of the state in force
    # @return [Norvel::Examination::Fixes] what can be done about it
    def fixes(guide, finding)
      @monitor.synchronize { Norvel::Examination::Fixes.new(state_at(record.head_id), guide, finding, store: @lines) }
    end

    # Makes the change that was shown, if it was shown on what is in force.
    # @param id [String] of a proposal
    # @return [Array(State, State, String)]
    # @raise [Norvel::ChangeRefused]
    def make_proposed(id, head:)
      considered = proposal(id) or raise Norvel::ChangeRefused, "That proposal is gone; have it shown again."
      unless considered.head == record.head_id
        raise Norvel::ChangeRefused,
          "The manuscript has changed since this was shown; have it shown again."
      end

      change(considered.operation, head: head)
    end

    # @return [Proposal, nil] the one that is kept, when it has this id
    def proposal(id) = (@proposal if @proposal && @proposal.id == id)

    # @return [Array(State, State, String)] before, after and what was undone
    def undo(head:)
      move(head) do |row|
        run = row.last_run
        raise Norvel::ChangeRefused, "There is nothing to undo." if run.empty?

        [run.first.parent_id, run_sentence(run)]
      end
    end

    # @return [Array(State, State, String)] before, after and what was taken up again
    def redo(head:)
      move(head) do |row|
        run = row.undone_run
        raise Norvel::ChangeRefused, "There is nothing to redo." if run.empty?

        [run.last.id, run_sentence(run)]
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

    # @return [String] the bytes of the file as it is now; whoever else works on the manuscript need not wait for it
    def delivery = Norvel::Formats.write(manuscript, source: source)

    IMAGES = 48 * 1_048_576 # bytes of images in memory

    # @param name [String] what a picture of it refers to
    # @return [String, nil] its bytes
    def image(name)
      @monitor.synchronize do
        key = [record.version&.id, name]
        @images.fetch(key) do
          data = Norvel::Formats.of(manuscript.format).media(source, name)
          @images.clear if data && @images.values.sum(&:bytesize) + data.bytesize > IMAGES
          data && (@images[key] = data)
        end
      end
    end

    # By what manuscripts were seen to take: some thousand bytes a paragraph and some tens a letter, for each state that is kept.
    PARAGRAPH = 3_500
    LETTER = 40

    # @return [Integer] bytes that it takes in memory, about
    def weight
      known = @states.values.map(&:manuscript) + @originals.values
      known.sum { |manuscript| (@weights ||= {}.compare_by_identity)[manuscript] ||= weight_of(manuscript) } + @images.values.sum do |data|
        data&.bytesize.to_i
      end
    end

    # @return [String] the file that is in force, as it came
    def source = record.original.bytes

    private

    def weight_of(manuscript)
      @weights&.clear if @weights && @weights.size > 20
      paragraphs = manuscript.paragraphs
      PARAGRAPH * paragraphs.size + LETTER * paragraphs.sum { |paragraph| paragraph.text.length }
    end

    # @return [Norvel::Layout, nil] of what was proposed last, when it is this very change of this very state
    def shown_layout(operation, before)
      return unless @proposal && @proposal.head == before.head && operation.instance_of?(@proposal.operation.class) &&
        @proposal.operation.parameters == operation.parameters

      @proposal.layout
    end

    # @yieldreturn [Array(Integer, String)] the entry to stand at, and what that is
    def move(seen)
      @monitor.synchronize do
        row = record
        refuse_behind(row, seen)
        before = if_shown(row.head_id)
        was = before&.manuscript || manuscript_at(row.head_id)
        target, sentence = yield row
        raise Behind, ["it was changed in another window."] unless row.move_head(row.head_id, target)

        judged_by(row, manuscript_at(target).guide) unless manuscript_at(target).guide == was.guide
        after = state_at(target)
        named(row.reload)
        [before || after, after, sentence]
      end
    end

    # Of which file it is made by now.
    def named(row)
      name = row.original.filename
      row.update!(filename: name) unless name.nil? || name == row.filename
    end

    # The guide that a step of the ledger leads to: the one it came with, where none was chosen yet.
    def judged_by(row, guide)
      row.reload.update!(guide: guide || JSON.parse(row.entries.where(operation: "choose_guide").order(:id).first.parameters)["from"])
    end

    def refuse_behind(row, head)
      return if row.head_id == head

      since = row.path.drop_while { |entry| head && entry.id <= head }.map(&:sentence)
      raise Behind, since.empty? ? ["a change was undone."] : since.last(3)
    end

    def run_sentence(run)
      (run.size == 1) ? run.first.sentence : "#{run.size} changes of one writing, from “#{run.first.sentence.delete_suffix(".")}” on."
    end

    # The head is moved only from where it was seen, so that of two servers, or two threads, one succeeds.
    def keep(row, operation, sentence, difference, request:, run:)
      ManuscriptRecord.transaction do
        entry = row.entries.create!(parent_id: row.head_id, operation: operation.class.operation_name,
          parameters: JSON.generate(operation.parameters), sentence: sentence[0, 500],
          difference: JSON.generate(difference), request: request, run: run)
        raise Behind, ["it was changed in another window."] unless row.move_head(row.head_id, entry.id)

        row.update!(guide: operation.parameters["guide"]) if operation.is_a?(Norvel::Changes::ChooseGuide)
        entry
      end
    end

    # What may have been sent to somebody, the likeliest last: as it is, which nobody delivered; as it came; as it was delivered.
    def states_handed_out(row, before)
      brought_by = row.version
      path = row.path_of_version.map(&:id)
      path.delete(brought_by&.id)
      delivered = row.deliveries.map(&:entry_id).uniq.select { |id| path.include?(id) }.last(DELIVERIES)
      as_taken = brought_by ? [manuscript_at(brought_by.id)] : []
      [before.manuscript, original(brought_by&.id), *as_taken, *delivered.map { |id| manuscript_at(id) }]
    end

    def refuse_format(read, here, name)
      return if read.format == here.format

      ending = Norvel::Formats.of(here.format).endings.first
      raise Norvel::ChangeRefused, "“#{name}” is another kind of file than this manuscript, which is of #{ending}. " \
        "Save it as #{ending}, or bring it to the desk by itself."
    end

    def refuse_another(version, name)
      return if version.same_manuscript?

      raise Norvel::ChangeRefused, "Of “#{name}” only #{(version.likeness * 100).round} of 100 paragraphs are of this manuscript. " \
        "If it is its next version all the same, say so and take it in again."
    end

    def keep_version(row, version, bytes, name, difference)
      ManuscriptRecord.transaction do
        first = row.original
        first.update!(filename: row.filename) if first.filename.nil?
        entry = row.entries.create!(parent_id: row.head_id, operation: "next_version", parameters: JSON.generate({"file" => name}),
          sentence: version.sentence(name)[0, 500], difference: JSON.generate(difference))
        OriginalRecord.create!(manuscript_id: row.id, entry_id: entry.id, bytes: bytes, filename: name)
        raise Behind, ["it was changed in another window."] unless row.move_head(row.head_id, entry.id)

        row.update!(filename: name)
        entry
      end
    end

    def state_at(head) = @states[head] || remember(examined(head, manuscript_at(head), version_of(head)))

    # @return [Integer, nil] the entry that brought in the file which is in force there
    def version_of(head)
      return if head.nil?

      row = record
      row.version(row.path(head))&.id
    end

    # Laid out with the lines that are kept, and should that fail, afresh.
    def examined(head, manuscript, version = nil)
      State.new(head, manuscript, @lines, version: version)
    rescue Norvel::Error
      raise
    rescue => fault # whatever a layout may come to: the manuscript is whole, and is told apart from its pages
      warn "norvel: a state could not be laid out (#{fault.class})", *fault.backtrace.first(5)
      @lines = Norvel::Layout::LineStore.new(OwnFonts.book)
      begin
        State.new(head, manuscript, @lines, version: version)
      rescue
        raise NotShown
      end
    end

    def if_shown(head)
      state_at(head)
    rescue NotShown
      nil
    end

    def remember(state)
      @states.delete(state.head)
      @states[state.head] = state
      @states.shift while @states.size > KEPT_STATES
      state
    end

    # From the nearest state that is kept, or from the original, by the results in the ledger.
    def manuscript_at(head)
      row = record
      known = row.entries.index_by(&:id)
      brought = row.originals.pluck(:entry_id)
      pending = []
      version = nil
      until head.nil? || @states.key?(head)
        entry = known.fetch(head)
        pending.unshift(entry)
        break version = head if brought.include?(head)

        head = entry.parent_id
      end
      start = (version.nil? && @states[head]&.manuscript) || original(version)
      Norvel::Changes::Difference.replay(start, pending.map(&:difference))
    end

    # @param version [Integer, nil] the entry that brought it in
    # @return [Norvel::Manuscript] as that file came
    def original(version)
      @originals[version] ||= begin
        file = record.originals.find_by!(entry_id: version)
        @originals.shift while @originals.size >= KEPT_STATES
        Norvel::Formats.read(file.bytes, name: file.filename || record.filename, limits: nil).with(fonts: OwnFonts.book)
      end
    end
  end

  # The manuscripts that are open: the last used ones, as many as there is room for, and none that nobody has asked for in a while. One that
  # is in use is never put aside.
  class Workbenches
    OPEN = 4
    ROOM = 160 * 1_048_576 # bytes that open manuscripts may take together, as far as that can be told
    IDLE = 300 # seconds

    def initialize(room: ROOM)
      @open = {}
      @uses = Hash.new(0)
      @asked = {}
      @lock = Mutex.new
      @room = room
    end

    # @param id [Integer]
    # @return [Workbench]
    def [](id) = @lock.synchronize { opened(id) }

    # Opens a manuscript that was read already.
    # @param original [Norvel::Manuscript]
    # @return [void]
    def open(id, original) = @lock.synchronize { @open[id] ||= Workbench.new(id, original: original) }

    # The same, in use until it is given back.
    # @return [Workbench]
    def take(id) = @lock.synchronize { opened(id).tap { @uses[id] += 1 } }

    # @param id [Integer] of a bench that was taken
    # @return [void]
    def give_back(id)
      @lock.synchronize do
        @uses.delete(id) if (@uses[id] -= 1) <= 0
        make_room(id)
      end
    end

    def close(id) = @lock.synchronize { @open.delete(id) }

    # @return [Array<Integer>] the open ones
    def ids = @open.keys

    # Puts aside what nobody has asked for in a while.
    # @param idle [Numeric] seconds
    # @return [Integer] how many went
    def let_go(idle: IDLE)
      @lock.synchronize do
        gone = @open.keys.select { |id| !@uses.key?(id) && now - @asked.fetch(id, 0) >= idle }
        gone.each { |id| @open.delete(id) }.size
      end
    end

    private

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

    def opened(id)
      bench = @open.delete(id) || Workbench.new(id)
      @open[id] = bench
      @asked[id] = now
      make_room(id)
      bench
    end

    def make_room(id)
      others = @open.keys.reject { |other| other == id || @uses.key?(other) }
      @open.delete(others.shift) while others.any? && (@open.size > OPEN || @open.each_value.sum(&:weight) > @room)
    end
  end
end
