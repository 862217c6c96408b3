# frozen_string_literal: true

# Work that waits in the database, as its gem keeps it, and which run of it a row of a batch is in.
class CreateJobs < ActiveRecord::Migration[7.1]
  def change
    create_table :delayed_jobs do |table|
      table.integer :priority, :attempts, default: 0, null: false
      table.text :handler, null: false
      table.text :last_error
      table.datetime :run_at, :locked_at, :failed_at
      table.string :locked_by, :queue
      table.timestamps null: true
    end
    add_index :delayed_jobs, %i[priority run_at], name: "delayed_jobs_priority"
    add_index :delayed_jobs, :queue
    add_column :batch_rows, :run, :string
  end
end
