# frozen_string_literal: true

# Practice: which house, what was done in it, and how it ended.
class KeepExercises < ActiveRecord::Migration[7.2]
  def change
    create_table :exercises do |t|
      t.integer :level, null: false
      t.integer :seed, null: false
      t.json :acts, null: false, default: []
      t.integer :hints, null: false, default: 0
      t.json :review
      t.string :person
      t.timestamps
    end
  end
end
