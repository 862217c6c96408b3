# frozen_string_literal: true

# The keys a person chose for styles in a sweep, as JSON: style id to key.
class AddStyleKeys < ActiveRecord::Migration[7.1]
  def change
    add_column :manuscripts, :style_keys, :text
  end
end
