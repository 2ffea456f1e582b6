# frozen_string_literal: true

# Houses, calls to them, and the steps taken: steps are only ever added.
class CreateJobs < ActiveRecord::Migration[7.2]
  def change
    create_table :houses do |t|
      t.string :name, null: false
      t.string :street, null: false
      t.string :town, null: false, default: ""
      t.text :note, null: false, default: ""
      t.timestamps
    end

    create_table :jobs do |t|
      t.references :house, null: false, foreign_key: true
      t.string :title, null: false
      t.text :complaint, null: false, default: ""
      t.string :time_of_day, null: false, default: ""
      t.json :document, null: false
      t.timestamps
    end

    create_table :entries do |t|
      t.references :job, null: false, foreign_key: true
      t.integer :position, null: false
      t.string :kind, null: false
      t.integer :number
      t.json :step
      t.datetime :created_at, null: false
    end
    add_index :entries, %i[job_id position], unique: true
    keep_entries
  end

  private

  # The journal only grows, whoever writes to it.
  def keep_entries
    reversible do |direction|
      direction.up do
        %w[UPDATE DELETE].each do |verb|
          execute "CREATE TRIGGER entries_no_#{verb.downcase} BEFORE #{verb} ON entries BEGIN " \
                    "SELECT RAISE(ABORT, 'entries are only ever added'); END"
        end
      end
    end
  end
end
