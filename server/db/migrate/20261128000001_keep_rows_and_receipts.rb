# frozen_string_literal: true

# What the day shows of a job is kept with the job. What was answered to a write is kept under its key, so that the same
# write sent twice counts once.
class KeepRowsAndReceipts < ActiveRecord::Migration[7.2]
  def change
    add_column :jobs, :row, :text
    create_table :receipts do |t|
      t.string :key, null: false
      t.string :said, null: false
      t.references :job, null: false, foreign_key: true
      t.integer :status, null: false
      t.binary :body, null: false
      t.integer :version, null: false
      t.string :code, null: false
      t.datetime :created_at, null: false
    end
    add_index :receipts, :key, unique: true
  end
end
