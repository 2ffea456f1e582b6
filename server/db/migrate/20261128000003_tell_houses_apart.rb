# frozen_string_literal: true

# Rows name the house by its id; they are worked out anew.
class TellHousesApart < ActiveRecord::Migration[7.2]
  def up = execute("UPDATE jobs SET row = NULL")

  def down
  end
end
