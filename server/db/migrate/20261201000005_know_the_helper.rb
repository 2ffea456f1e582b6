# frozen_string_literal: true

# Who stands at the panel during a job, where somebody does.
class KnowTheHelper < ActiveRecord::Migration[7.2]
  def change
    add_column :jobs, :helper, :string
  end
end
