# frozen_string_literal: true

# The desk: manuscripts with their untouched originals, the ledger of their changes, and guides.
class CreateDesk < ActiveRecord::Migration[7.1]
  def change
    create_table :manuscripts do |t|
      t.string :name, null: false
      t.string :filename, null: false
      t.string :guide
      t.integer :head_id
      t.text :facts
      t.datetime :deleted_at
      t.timestamps
    end
    create_table :originals do |t|
      t.references :manuscript, null: false, foreign_key: true, index: {unique: true}
      t.binary :bytes, null: false
    end
    create_table :ledger_entries do |t|
      t.references :manuscript, null: false, foreign_key: true
      t.integer :parent_id
      t.string :operation, null: false
      t.text :parameters, null: false
      t.string :sentence, null: false
      t.text :difference, null: false
      t.datetime :created_at, null: false
    end
    add_index :ledger_entries, :parent_id
    create_table :house_guides do |t|
      t.string :name, null: false
      t.text :yaml, null: false
      t.datetime :deleted_at
      t.timestamps
    end
  end
end
