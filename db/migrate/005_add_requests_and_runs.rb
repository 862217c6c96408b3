# frozen_string_literal: true

# A change sent twice by the browser counts once (`request`: its own number); a run of writing is undone as one (`run`).
class AddRequestsAndRuns < ActiveRecord::Migration[7.1]
  def change
    add_column :ledger_entries, :request, :string
    add_column :ledger_entries, :run, :string
    add_index :ledger_entries, %i[manuscript_id request], unique: true, where: "request IS NOT NULL"
  end
end
