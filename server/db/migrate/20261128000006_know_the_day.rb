# frozen_string_literal: true

# The day a call is for. Rows name it; they are worked out anew.
class KnowTheDay < ActiveRecord::Migration[7.2]
  def up
    add_column :jobs, :day, :date
    execute("UPDATE jobs SET day = date(created_at, 'localtime'), row = NULL")
    change_column_null :jobs, :day, false
  end

  def down = remove_column(:jobs, :day)
end
