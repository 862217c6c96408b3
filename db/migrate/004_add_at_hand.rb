# frozen_string_literal: true

# The styles a person wants at hand, as JSON: an array of style ids.
class AddAtHand < ActiveRecord::Migration[7.1]
  def change
    add_column :manuscripts, :at_hand, :text
  end
end
