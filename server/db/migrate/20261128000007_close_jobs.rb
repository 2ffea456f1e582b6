# frozen_string_literal: true

# What was ticked before leaving, the day a job was closed, and the panel schedule as it was corrected by hand. Rows say
# whether a job is closed; they are worked out anew.
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
