# frozen_string_literal: true

# Devices that may speak to the server over the local network, the one-time codes they are paired with, and who made
# each entry.
class PairDevices < ActiveRecord::Migration[7.2]
  def change
    create_table :pairings do |t|
      t.string :code_digest, null: false
      t.datetime :expires_at, null: false
      t.datetime :used_at
      t.timestamps
    end
    add_index :pairings, :code_digest, unique: true

    create_table :devices do |t|
      t.string :person, null: false
      t.string :name, null: false
      t.string :token_digest, null: false
      t.datetime :seen_at
      t.datetime :revoked_at
      t.timestamps
    end
    add_index :devices, :token_digest, unique: true
    add_column :entries, :person, :string
  end
end
