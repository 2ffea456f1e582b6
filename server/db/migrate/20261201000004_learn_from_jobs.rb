# frozen_string_literal: true

# What a closed job adds to what is learned, and what a job was opened with of what had been learned by then.
class LearnFromJobs < ActiveRecord::Migration[7.2]
  def change
    add_column :jobs, :tally, :json
    add_column :jobs, :experience, :json
  end
end
