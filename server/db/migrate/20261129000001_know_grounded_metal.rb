# frozen_string_literal: true

# For each switch box without a ground, whether grounded metal is within reach of it.
class KnowGroundedMetal < ActiveRecord::Migration[7.2]
  def change
    add_column :jobs, :grounded_metal, :json, null: false, default: {}
  end
end
