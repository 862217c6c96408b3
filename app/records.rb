# frozen_string_literal: true

require "active_record"
require "json"

module NorvelWeb
  # A manuscript on the desk: its name, its place in its ledger, and what the desk shows of it.
  class ManuscriptRecord < ActiveRecord::Base
    self.table_name = "manuscripts"
    has_many :originals, -> { order(:id) }, class_name: "OriginalRecord", foreign_key: :manuscript_id, dependent: :destroy
    has_many :entries, -> { order(:id) }, class_name: "LedgerEntry", foreign_key: :manuscript_id, dependent: :destroy
    has_many :deliveries, -> { order(:id) }, class_name: "DeliveryRecord", foreign_key: :manuscript_id, dependent: :destroy
    scope :on_desk, -> { where(deleted_at: nil).order(updated_at: :desc) }
    scope :put_away, -> { where.not(deleted_at: nil).order(deleted_at: :desc) }

    def head = entries.find_by(id: head_id)

    # @param head [Integer, nil] an entry
    # @return [Array<LedgerEntry>] from the first change to the one in force, or to another
    def path(head = head_id)
      known = entries.index_by(&:id)
      found = []
      entry = known[head]
      while entry
        found.unshift(entry)
        entry = known[entry.parent_id]
      end
      found
    end

    # @param entries [Array<LedgerEntry>] to a point of the ledger
    # @return [LedgerEntry, nil] what brought in the file that is in force there; nil: the one that came first
    def version(entries = path)
      brought = originals.where.not(entry_id: nil).pluck(:entry_id)
      brought.empty? ? nil : entries.reverse_each.find { |entry| brought.include?(entry.id) }
    end

    # @param brought_by [LedgerEntry, nil]
    # @return [OriginalRecord] the file that it is made of
    def original(brought_by = version) = originals.find_by!(entry_id: brought_by&.id)

    # @return [String] what the file was called that came first
    def first_filename = original(nil).filename || filename

    # @return [Array<LedgerEntry>] what was done to the file that is in force, from when it came in
    def path_of_version
      all = path
      all.drop(all.index(version(all)) || 0)
    end

    # @return [LedgerEntry, nil] what redo takes up again first: the newest change that starts from here
    def undone = entries.where(parent_id: head_id).last

    # @return [Array<LedgerEntry>] what one undo takes back: the change in force, with those of the same run before it
    def last_run
      known = entries.index_by(&:id)
      entry = known[head_id] or return []
      found = [entry]
      found.unshift(entry) while (entry = known[found.first.parent_id]) && entry.run && entry.run == found.first.run
      found
    end

    # @return [Array<LedgerEntry>] what one redo takes up again: that change, with those of the same run after it
    def undone_run
      found = [undone].compact
      while found.any? && found.last.run && (following = entries.where(parent_id: found.last.id, run: found.last.run).last)
        found << following
      end
      found
    end

    # Moves the head from where a person saw it, unless it was moved meanwhile; all in the transaction around it.
    # @param seen [Integer, nil] @param target [Integer, nil]
    # @return [Boolean] whether it was still there
    def move_head(seen, target) = self.class.where(id: id, head_id: seen).update_all(head_id: target, updated_at: Time.now) == 1

    # Enters a change that was worked out elsewhere, on what was in force then.
    # @param head [Integer, nil] that state
    # @raise [Norvel::ChangeRefused] when something else was changed meanwhile
    def take_change(operation, parameters, sentence, difference, head:)
      self.class.transaction do
        entry = entries.create!(parent_id: head, operation: operation, parameters: JSON.generate(parameters), sentence: sentence[0, 500],
          difference: JSON.generate(difference))
        unless move_head(head, entry.id)
          raise Norvel::ChangeRefused, "It was changed meanwhile, and was left as it is; do it again if it is still wanted."
        end
      end
    end

    def known_facts = facts ? JSON.parse(facts) : {}

    # @return [Hash{String=>String}] style id to the key a person chose for it
    def chosen_keys = style_keys ? JSON.parse(style_keys) : {}

    # @param key [String] "" takes the choice back
    # @raise [Norvel::ChangeRefused]
    def choose_key(style_id, key)
      key = key.to_s.strip.downcase
      raise Norvel::ChangeRefused, "A key is one letter or digit." unless key.empty? || key.match?(Norvel::StyleKeys::ALLOWED)

      keys = chosen_keys.reject { |id, taken| id == style_id || taken == key }
      update!(style_keys: JSON.generate(key.empty? ? keys : keys.merge(style_id => key)))
    end

    # @return [Array<String>] ids of the styles the person wants first
    def styles_at_hand = at_hand ? JSON.parse(at_hand) : []

    # @param keep [Boolean] at hand, or not
    def keep_at_hand(style_id, keep) = update!(at_hand: JSON.generate(keep ? styles_at_hand | [style_id] : styles_at_hand - [style_id]))

    # What the desk shows without opening it.
    # @param check [Norvel::Guide::Check]
    def keep_facts(check)
      update!(facts: JSON.generate(check.facts))
    end
  end

  # The file as it came, untouched for ever; where another version of it came later, the `entry_id` that brought it.
  class OriginalRecord < ActiveRecord::Base
    self.table_name = "originals"
  end

  # What was delivered, from which point of the ledger, with the fingerprint of its bytes.
  class DeliveryRecord < ActiveRecord::Base
    self.table_name = "deliveries"
  end

  # One change: what was asked and what came of it.
  class LedgerEntry < ActiveRecord::Base
    self.table_name = "ledger_entries"
  end

  # A house guide of the person's own, as YAML.
  class HouseGuide < ActiveRecord::Base
    READ = {} # rubocop:disable Style/MutableConstant
    KEPT = 50
    scope :on_desk, -> { where(deleted_at: nil).order(:name) }

    has_many :texts, -> { order(:id) }, class_name: "GuideText", foreign_key: :house_guide_id, dependent: :destroy
    KEPT_STEPS = 200

    # @return [Array<GuideText>] published versions, the newest last
    def versions = texts.where.not(version: nil).to_a

    # @param yaml [String] that reads as a guide; what it was before can be come back to
    def change(yaml)
      return if yaml == self.yaml

      transaction do
        texts.create!(yaml: self.yaml)
        old = texts.where(version: nil)
        old.limit(old.count - KEPT_STEPS).destroy_all if old.count > KEPT_STEPS
        update!(yaml: yaml, name: (name == HouseGuide.read(yaml_was || self.yaml).title) ? HouseGuide.read(yaml).title : name)
      end
    end

    # @return [GuideText, nil] what it was before the last change
    def before = texts.where(version: nil).last

    # Takes the last change back.
    def step_back
      last = before or raise Norvel::ChangeRefused, "There is nothing to undo."
      transaction { update!(yaml: last.yaml) && last.destroy! }
    end

    # Freezes what it says now under its version.
    # @raise [Norvel::ChangeRefused] when that version is there
    def publish
      version = guide.version
      if versions.any? { |text| text.version == version }
        raise Norvel::ChangeRefused, "Version #{version} is published already, and stays as it is. Give this one another number first."
      end

      texts.create!(yaml: yaml, version: version)
    end

    # @return [Norvel::Guide] read once for a text
    def guide = HouseGuide.read(yaml)

    # @param yaml [String] @return [Norvel::Guide]
    def self.read(yaml)
      READ.shift if READ.size > KEPT
      READ[yaml] ||= Norvel::Guide.read(yaml, kept: true)
    end

    scope :put_away, -> { where.not(deleted_at: nil).order(deleted_at: :desc) }
  end

  # What a guide said once: before a change, or in a published version.
  class GuideText < ActiveRecord::Base
    self.table_name = "guide_texts"
    belongs_to :house_guide, class_name: "HouseGuide"

    # @return [String] how a manuscript names it
    def reference = "#{house_guide_id}-#{id}"

    # @return [Norvel::Guide]
    def guide = HouseGuide.read(yaml)

    # Published versions without their text, the oldest first.
    scope :named, -> { where.not(version: nil).order(:id).select(:id, :house_guide_id, :version) }
  end

  # A style sheet in the library.
  class KeptSheetRecord < ActiveRecord::Base
    self.table_name = "kept_sheets"
    scope :kept, -> { where(deleted_at: nil).order(:name) }
    scope :put_away, -> { where.not(deleted_at: nil).order(deleted_at: :desc) }

    # @param sheet [Norvel::KeptSheet]
    def self.keep(sheet) = create!(name: sheet.name, data: JSON.generate(sheet.dump))

    # @return [Norvel::KeptSheet]
    def sheet = Norvel::KeptSheet.load(JSON.parse(data)).with(name: name)
  end
end
