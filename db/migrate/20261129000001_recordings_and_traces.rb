# frozen_string_literal: true

# The recorder: what is armed in a drive, and traces that know how they were taken and with what settings.
class RecordingsAndTraces < ActiveRecord::Migration[7.2]
  def change
    create_recordings
    widen_traces
    change_table :trace_signals, bulk: true do |t|
      t.string :name, null: false, default: ""
      t.float :base, null: false, default: 0.0
      t.json :bits, null: false, default: {}
      t.integer :part, null: false, default: 0
    end
  end

  private

  # One at a time is open on a drive.
  def create_recordings
    create_table :recordings do |t|
      t.references :drive, null: false, foreign_key: { on_delete: :cascade }
      t.string :state, null: false
      t.json :setup, null: false, default: {}
      t.bigint :ticket, null: false
      t.boolean :repeated, null: false, default: false
      t.json :stimulus
      t.references :leader, foreign_key: { to_table: :recordings, on_delete: :nullify }
      t.text :held, null: false, default: "{}"
      t.string :message, null: false, default: ""
      t.string :author, null: false, default: ""
      t.datetime :ended_at
      t.timestamps
      t.index :drive_id, unique: true, where: "state IN ('armed', 'fetching')", name: "index_recordings_on_open"
    end
  end

  def widen_traces
    change_table :traces, bulk: true do |t|
      t.references :recording, foreign_key: { on_delete: :nullify }
      t.string :kind, null: false, default: "test"
      t.string :name, null: false, default: ""
      t.text :note, null: false, default: ""
      t.json :tags, null: false, default: []
      t.boolean :pinned, null: false, default: false
      t.boolean :growing, null: false, default: false
      t.string :trigger, null: false, default: ""
      t.float :interval
      t.integer :place
      t.integer :size, null: false, default: 0
      t.float :clock
      t.integer :fault_code
      t.string :origin, null: false, default: ""
      t.references :logbook_entry, foreign_key: { on_delete: :nullify }
      t.json :stimulus
      t.string :author, null: false, default: ""
      t.json :altered, null: false, default: []
      t.json :derived, null: false, default: []
      t.text :settings
    end
  end
end
