# frozen_string_literal: true

class ValuesFilesAndPlaces < ActiveRecord::Migration[7.2]
  def change
    change_drives
    create_snapshots_and_history
    create_imports
    create_sightings
    create_firmware_updates
  end

  private

  # What fell back at a restart becomes one kind of difference between project and drive among others.
  def change_drives
    add_column :drives, :differences, :json, null: false, default: []
    add_column :drives, :uptime, :bigint
    remove_column :drives, :lost, :json, null: false, default: []
  end

  def create_snapshots_and_history
    create_table :snapshots do |t|
      t.references :drive, null: false, foreign_key: { on_delete: :cascade }
      t.string :name, null: false
      t.string :note, null: false, default: ""
      t.string :author, null: false, default: ""
      t.string :firmware, null: false, default: ""
      t.json :held, null: false, default: {}
      t.datetime :taken_at, null: false
      t.index %i[drive_id name], unique: true
    end

    create_table :value_changes do |t|
      t.references :drive, null: false, foreign_key: { on_delete: :cascade }, index: false
      t.string :key, null: false
      t.json :before
      t.json :after
      t.string :how, null: false
      t.string :author, null: false, default: ""
      t.datetime :at, null: false
      t.index %i[drive_id key at]
    end
    add_index :write_lines, :key
  end

  def create_imports
    create_table :imports do |t|
      t.references :drive, null: false, foreign_key: { on_delete: :cascade }
      t.string :name, null: false
      t.binary :content, null: false
      t.string :author, null: false, default: ""
      t.datetime :created_at, null: false
    end
  end

  def create_sightings
    create_table :sightings do |t|
      t.string :host, null: false
      t.integer :port, null: false
      t.integer :unit, null: false, default: 1
      t.json :identity, null: false, default: {}
      t.json :settings, null: false, default: {}
      t.string :previous_serial
      t.boolean :answering, null: false, default: true
      t.datetime :first_seen_at, null: false
      t.datetime :last_seen_at, null: false
      t.index %i[host port unit], unique: true
    end
  end

  def create_firmware_updates
    create_table :firmware_updates do |t|
      t.references :drive, null: false, foreign_key: { on_delete: :cascade }
      t.string :state, null: false, default: "running"
      t.string :step, null: false, default: ""
      t.string :file_name, null: false
      t.binary :image, null: false
      t.string :from_version, null: false, default: ""
      t.string :to_version, null: false
      t.float :progress, null: false, default: 0.0
      t.string :message, null: false, default: ""
      t.json :before, null: false, default: {}
      t.json :altered, null: false, default: []
      t.string :author, null: false, default: ""
      t.datetime :created_at, null: false
      t.datetime :ended_at
    end
  end
end
