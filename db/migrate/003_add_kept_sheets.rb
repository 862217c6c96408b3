# frozen_string_literal: true

# The library of style sheets, each as plain data.
class AddKeptSheets < ActiveRecord::Migration[7.1]
  def change
    create_table :kept_sheets do |t|
      t.string :name, null: false
      t.text :data, null: false
      t.datetime :deleted_at
      t.timestamps
    end
  end
end
