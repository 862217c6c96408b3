# frozen_string_literal: true

# What a guide said before each change of it, so that it can be undone, and its published versions, which stay for ever.
class AddGuideTexts < ActiveRecord::Migration[7.1]
  def change
    create_table :guide_texts do |table|
      table.references :house_guide, null: false
      table.text :yaml, null: false
      table.string :version # of a published one
      table.datetime :created_at, null: false
    end
  end
end
