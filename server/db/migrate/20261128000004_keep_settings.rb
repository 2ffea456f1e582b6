# frozen_string_literal: true

# What the people of this server have set: one row.
class KeepSettings < ActiveRecord::Migration[7.2]
  def change
    create_table :settings do |t|
      t.json :document, null: false
      t.timestamps
    end
  end
end
