# frozen_string_literal: true

# Many manuscripts held against one guide, row by row.
class CreateBatches < ActiveRecord::Migration[7.1]
  def change
    create_table :batches do |table|
      table.string :title, null: false
      table.text :guide, null: false # its text, as it was
      table.string :reference, null: false # of the guide on the desk
      table.datetime :created_at, null: false
    end
    create_table :batch_rows do |table|
      table.references :batch, null: false
      table.integer :manuscript_id, null: false
      table.string :state, null: false, default: "waiting"
      table.text :result
    end
  end
end
