# frozen_string_literal: true

# Adds the closing checklist and closing date of jobs, and panel schedules corrected by hand. Cached day rows are
# cleared, because they show whether a job is closed.
class CloseJobs < ActiveRecord::Migration[7.2]
  def up
    add_column :jobs, :ticked, :json, null: false, default: []
    add_column :jobs, :closed_on, :date
    add_column :houses, :panel, :json, null: false, default: []
    execute("UPDATE jobs SET row = NULL")
  end

  def down
    remove_column :jobs, :ticked
    remove_column :jobs, :closed_on
    remove_column :houses, :panel
  end
end
