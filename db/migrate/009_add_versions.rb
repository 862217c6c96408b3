# frozen_string_literal: true

# The next version of a manuscript is another file, which an entry of the ledger brought in; nil is the one that came first.
class AddVersions < ActiveRecord::Migration[7.1]
  def change
    remove_index :originals, :manuscript_id
    add_index :originals, :manuscript_id
    add_column :originals, :entry_id, :integer
    add_column :originals, :filename, :string # of the first one, where there are others
  end
end
