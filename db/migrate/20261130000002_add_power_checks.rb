# frozen_string_literal: true

# What was looked at before the power stage of a drive was switched on for the first time.
class AddPowerChecks < ActiveRecord::Migration[7.2]
  def change
    add_column :drives, :first_enabled_at, :datetime
    create_table :power_checks do |t|
      t.references :drive, null: false, foreign_key: true
      t.string :check_id, null: false
      t.string :sentence, null: false
      t.string :seen_by, null: false
      t.timestamps
      t.index %i[drive_id check_id], unique: true
    end
    up_only { execute <<~SQL }
      UPDATE drives SET first_enabled_at = updated_at
      WHERE id IN (SELECT drive_id FROM logbook_entries WHERE headline = 'Enabled')
    SQL
  end
end
