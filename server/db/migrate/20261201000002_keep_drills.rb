# frozen_string_literal: true

# The lesson of the course that an exercise is of, and rounds of drills.
class KeepDrills < ActiveRecord::Migration[7.2]
  def change
    add_column :exercises, :lesson, :integer
    create_table :drills do |t|
      t.integer :seed, null: false
      t.integer :right, null: false
      t.integer :asked, null: false
      t.float :seconds, null: false
      t.string :person
      t.timestamps
    end
  end
end
