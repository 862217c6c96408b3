# frozen_string_literal: true

# What is wanted of a row: that it is held against the guide, or tidied by it first.
class AddBatchTasks < ActiveRecord::Migration[7.1]
  def change
    add_column :batch_rows, :task, :string, null: false, default: "hold"
  end
end
