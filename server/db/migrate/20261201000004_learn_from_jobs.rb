# frozen_string_literal: true

# Adds the counts of a closed job, and the learned tables a job was opened with.
class LearnFromJobs < ActiveRecord::Migration[7.2]
  def change
    add_column :jobs, :tally, :json
    add_column :jobs, :experience, :json
  end
end
