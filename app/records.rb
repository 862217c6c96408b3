# frozen_string_literal: true

require "active_record"
require "json"

module NorvelWeb
  # A manuscript on the desk: its name, its place in its ledger, and what the desk shows of it.
  class ManuscriptRecord < ActiveRecord::Base
    self.table_name = "manuscripts"
    has_one :original, class_name: "OriginalRecord", foreign_key: :manuscript_id, dependent: :destroy
    has_many :entries, -> { order(:id) }, class_name: "LedgerEntry", foreign_key: :manuscript_id, dependent: :destroy
    scope :on_desk, -> { where(deleted_at: nil).order(updated_at: :desc) }
    scope :put_away, -> { where.not(deleted_at: nil).order(deleted_at: :desc) }

    def head = entries.find_by(id: head_id)

    # @return [Array<LedgerEntry>] from the first change to the one in force
    def path
      known = entries.index_by(&:id)
      found = []
      entry = known[head_id]
      while entry
        found.unshift(entry)
        entry = known[entry.parent_id]
      end
      found
    end

    # @return [LedgerEntry, nil] what redo takes up again: the newest change that starts from here
    def undone = entries.where(parent_id: head_id).last

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
      met, broken = check.count(:met), check.count(:broken)
      update!(facts: JSON.generate(pages: check.layout.pages.size, met: met, of: met + broken, findings: check.findings.size))
    end
  end

  # The file as it came, untouched for ever.
  class OriginalRecord < ActiveRecord::Base
    self.table_name = "originals"
  end

  # One change: what was asked and what came of it.
  class LedgerEntry < ActiveRecord::Base
    self.table_name = "ledger_entries"
  end

  # A house guide of the person's own, as YAML.
  class HouseGuide < ActiveRecord::Base
    scope :on_desk, -> { where(deleted_at: nil).order(:name) }
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
