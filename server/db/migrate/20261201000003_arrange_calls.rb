# frozen_string_literal: true

# Calls that were deleted and can be brought back, their order in a day, who signed for them, and the hours that were
# worked. Cached day rows are cleared, because they say more now.
class ArrangeCalls < ActiveRecord::Migration[7.2]
  def up
    add_column :jobs, :deleted_at, :datetime
    add_column :jobs, :rank, :integer
    add_column :jobs, :signature, :json
    create_table :stints do |t|
      t.references :job, null: false, foreign_key: true
      t.datetime :began_at, null: false
      t.datetime :ended_at
      t.string :person
    end
    execute("UPDATE jobs SET row = NULL")
  end

  def down
    drop_table :stints
    %i[deleted_at rank signature].each { |name| remove_column :jobs, name }
  end
end
