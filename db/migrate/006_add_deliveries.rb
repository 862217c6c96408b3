# frozen_string_literal: true

# What was delivered, when, from which point of the ledger, with the fingerprint (SHA-256) of its bytes.
class AddDeliveries < ActiveRecord::Migration[7.1]
  def change
    create_table :deliveries do |table|
      table.references :manuscript, null: false
      table.integer :entry_id
      table.string :filename, null: false
      table.string :fingerprint, null: false
      table.datetime :created_at, null: false
    end
  end
end
