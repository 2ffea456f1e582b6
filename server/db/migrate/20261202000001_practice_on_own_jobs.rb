# frozen_string_literal: true

# The house of an exercise that is a finished job; see Dielectra::Practice::Case.
class PracticeOnOwnJobs < ActiveRecord::Migration[7.2]
  def change = add_column(:exercises, :house, :json)
end
