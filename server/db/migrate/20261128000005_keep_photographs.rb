# frozen_string_literal: true

# Photographs of boxes: where each belongs; the pictures themselves are files beside the database.
class KeepPhotographs < ActiveRecord::Migration[7.2]
  def change
    create_table :photographs do |t|
      t.references :job, null: false, foreign_key: true
      t.string :place, null: false
      t.string :person
      t.integer :bytes, null: false
      t.datetime :created_at, null: false
    end
  end
end
