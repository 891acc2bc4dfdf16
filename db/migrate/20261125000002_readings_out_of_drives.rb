# frozen_string_literal: true

# What was last read of a drive is large, and asked for only while its link is down: it gets a table of its own.
class ReadingsOutOfDrives < ActiveRecord::Migration[7.2]
  def up
    create_table :readings do |t|
      t.references :drive, null: false, index: { unique: true }, foreign_key: { on_delete: :cascade }
      t.json :live, null: false, default: {}
      t.json :stored, null: false, default: {}
    end
    execute "INSERT INTO readings (drive_id, live, stored) SELECT id, live, stored FROM drives"
    # Rails would copy the table and drop the old one, which deletes all that refers to a drive.
    %w[live stored].each { |column| execute "ALTER TABLE drives DROP COLUMN #{column}" }
  end

  def down
    change_table :drives do |t|
      t.json :live, null: false, default: {}
      t.json :stored, null: false, default: {}
    end
    execute <<~SQL.squish
      UPDATE drives SET live = readings.live, stored = readings.stored FROM readings WHERE readings.drive_id = drives.id
    SQL
    drop_table :readings
  end
end
