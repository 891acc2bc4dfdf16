# This file is auto-generated from the current state of the database. Instead
# of editing this file, please use the migrations feature of Active Record to
# incrementally modify your database, and then regenerate this schema definition.
#
# This file is the source Rails uses to define your schema when running `bin/rails
# db:schema:load`. When creating a new database, `bin/rails db:schema:load` tends to
# be faster and is potentially less error prone than running all of your
# migrations from scratch. Old migrations may fail to apply correctly if those
# migrations use external dependencies or application code.
#
# It's strongly recommended that you check this file into your version control system.

ActiveRecord::Schema[7.2].define(version: 2026_11_30_000002) do
  create_table "drafts", force: :cascade do |t|
    t.integer "drive_id", null: false
    t.string "key", null: false
    t.json "raw"
    t.string "reason", default: "", null: false
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index ["drive_id", "key"], name: "index_drafts_on_drive_id_and_key", unique: true
    t.index ["drive_id"], name: "index_drafts_on_drive_id"
  end

  create_table "drives", force: :cascade do |t|
    t.integer "project_id", null: false
    t.string "name", null: false
    t.string "host", null: false
    t.integer "port", null: false
    t.integer "unit", default: 1, null: false
    t.string "family"
    t.json "identity", default: {}, null: false
    t.string "gait", default: "walk", null: false
    t.boolean "link_wanted", default: false, null: false
    t.integer "starts"
    t.datetime "read_at"
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.json "differences", default: [], null: false
    t.bigint "uptime"
    t.datetime "first_enabled_at"
    t.index ["project_id", "name"], name: "index_drives_on_project_id_and_name", unique: true
    t.index ["project_id"], name: "index_drives_on_project_id"
  end

  create_table "facts", force: :cascade do |t|
    t.integer "drive_id", null: false
    t.string "stage", null: false
    t.string "key", null: false
    t.string "text", null: false
    t.string "source", default: "typed", null: false
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index ["drive_id", "stage", "key"], name: "index_facts_on_drive_id_and_stage_and_key", unique: true
    t.index ["drive_id"], name: "index_facts_on_drive_id"
  end

  create_table "firmware_updates", force: :cascade do |t|
    t.integer "drive_id", null: false
    t.string "state", default: "running", null: false
    t.string "step", default: "", null: false
    t.string "file_name", null: false
    t.binary "image", null: false
    t.string "from_version", default: "", null: false
    t.string "to_version", null: false
    t.float "progress", default: 0.0, null: false
    t.string "message", default: "", null: false
    t.json "before", default: {}, null: false
    t.json "altered", default: [], null: false
    t.string "author", default: "", null: false
    t.datetime "created_at", null: false
    t.datetime "ended_at"
    t.index ["drive_id"], name: "index_firmware_updates_on_drive_id"
  end

  create_table "imports", force: :cascade do |t|
    t.integer "drive_id", null: false
    t.string "name", null: false
    t.binary "content", null: false
    t.string "author", default: "", null: false
    t.datetime "created_at", null: false
    t.index ["drive_id"], name: "index_imports_on_drive_id"
  end

  create_table "loans", force: :cascade do |t|
    t.integer "run_id", null: false
    t.integer "drive_id", null: false
    t.string "device", null: false
    t.string "key", null: false
    t.json "before"
    t.json "lent"
    t.string "note", default: "", null: false
    t.datetime "returned_at"
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index ["drive_id"], name: "index_loans_on_drive_id"
    t.index ["run_id"], name: "index_loans_on_run_id"
  end

  create_table "logbook_entries", force: :cascade do |t|
    t.integer "project_id", null: false
    t.integer "drive_id"
    t.string "drive_name"
    t.string "kind", null: false
    t.string "headline", null: false
    t.string "detail", default: "", null: false
    t.string "author", default: "", null: false
    t.datetime "at", null: false
    t.index ["drive_id"], name: "index_logbook_entries_on_drive_id"
    t.index ["project_id", "at"], name: "index_logbook_entries_on_project_id_and_at"
    t.index ["project_id"], name: "index_logbook_entries_on_project_id"
  end

  create_table "own_parts", force: :cascade do |t|
    t.string "part", null: false
    t.string "kind", null: false
    t.string "note", default: "", null: false
    t.json "facts", default: {}, null: false
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index ["part"], name: "index_own_parts_on_part", unique: true
  end

  create_table "power_checks", force: :cascade do |t|
    t.integer "drive_id", null: false
    t.string "check_id", null: false
    t.string "sentence", null: false
    t.string "seen_by", null: false
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index ["drive_id", "check_id"], name: "index_power_checks_on_drive_id_and_check_id", unique: true
    t.index ["drive_id"], name: "index_power_checks_on_drive_id"
  end

  create_table "projects", force: :cascade do |t|
    t.string "name", null: false
    t.string "note", default: "", null: false
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index ["name"], name: "index_projects_on_name", unique: true
  end

  create_table "proofs", force: :cascade do |t|
    t.integer "drive_id", null: false
    t.string "kind", null: false
    t.json "inputs", default: {}, null: false
    t.json "result", default: {}, null: false
    t.string "verdict", null: false
    t.string "author", default: "", null: false
    t.datetime "taken_at", null: false
    t.string "device", default: "", null: false
    t.string "firmware", default: "", null: false
    t.json "facts", default: {}, null: false
    t.index ["drive_id", "kind", "taken_at"], name: "index_proofs_on_drive_id_and_kind_and_taken_at"
    t.index ["drive_id"], name: "index_proofs_on_drive_id"
  end

  create_table "readings", force: :cascade do |t|
    t.integer "drive_id", null: false
    t.json "live", default: {}, null: false
    t.json "stored", default: {}, null: false
    t.index ["drive_id"], name: "index_readings_on_drive_id", unique: true
  end

  create_table "recordings", force: :cascade do |t|
    t.integer "drive_id", null: false
    t.string "state", null: false
    t.json "setup", default: {}, null: false
    t.bigint "ticket", null: false
    t.boolean "repeated", default: false, null: false
    t.json "stimulus"
    t.integer "leader_id"
    t.text "held", default: "{}", null: false
    t.string "message", default: "", null: false
    t.string "author", default: "", null: false
    t.datetime "ended_at"
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index ["drive_id"], name: "index_recordings_on_drive_id"
    t.index ["drive_id"], name: "index_recordings_on_open", unique: true, where: "state IN ('armed', 'fetching')"
    t.index ["leader_id"], name: "index_recordings_on_leader_id"
  end

  create_table "runs", force: :cascade do |t|
    t.integer "drive_id", null: false
    t.integer "proof_id"
    t.string "kind", null: false
    t.string "state", null: false
    t.string "step", default: "", null: false
    t.float "progress", default: 0.0, null: false
    t.string "message", default: "", null: false
    t.json "marks", default: {}, null: false
    t.string "author", default: "", null: false
    t.datetime "ended_at"
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index ["drive_id"], name: "index_runs_on_drive_id"
    t.index ["proof_id"], name: "index_runs_on_proof_id"
  end

  create_table "sightings", force: :cascade do |t|
    t.string "host", null: false
    t.integer "port", null: false
    t.integer "unit", default: 1, null: false
    t.json "identity", default: {}, null: false
    t.json "settings", default: {}, null: false
    t.string "previous_serial"
    t.boolean "answering", default: true, null: false
    t.datetime "first_seen_at", null: false
    t.datetime "last_seen_at", null: false
    t.index ["host", "port", "unit"], name: "index_sightings_on_host_and_port_and_unit", unique: true
  end

  create_table "snapshots", force: :cascade do |t|
    t.integer "drive_id", null: false
    t.string "name", null: false
    t.string "note", default: "", null: false
    t.string "author", default: "", null: false
    t.string "firmware", default: "", null: false
    t.json "held", default: {}, null: false
    t.datetime "taken_at", null: false
    t.index ["drive_id", "name"], name: "index_snapshots_on_drive_id_and_name", unique: true
    t.index ["drive_id"], name: "index_snapshots_on_drive_id"
  end

  create_table "trace_signals", force: :cascade do |t|
    t.integer "trace_id", null: false
    t.string "key", null: false
    t.string "unit", default: "", null: false
    t.integer "size", null: false
    t.binary "samples", null: false
    t.string "name", default: "", null: false
    t.float "base", default: 0.0, null: false
    t.json "bits", default: {}, null: false
    t.integer "part", default: 0, null: false
    t.index ["trace_id"], name: "index_trace_signals_on_trace_id"
  end

  create_table "traces", force: :cascade do |t|
    t.integer "drive_id", null: false
    t.integer "run_id"
    t.datetime "taken_at", null: false
    t.integer "recording_id"
    t.string "kind", default: "test", null: false
    t.string "name", default: "", null: false
    t.text "note", default: "", null: false
    t.json "tags", default: [], null: false
    t.boolean "pinned", default: false, null: false
    t.boolean "growing", default: false, null: false
    t.string "trigger", default: "", null: false
    t.float "interval"
    t.integer "place"
    t.integer "size", default: 0, null: false
    t.float "clock"
    t.integer "fault_code"
    t.string "origin", default: "", null: false
    t.integer "logbook_entry_id"
    t.json "stimulus"
    t.string "author", default: "", null: false
    t.json "altered", default: [], null: false
    t.json "derived", default: [], null: false
    t.text "settings"
    t.index ["drive_id"], name: "index_traces_on_drive_id"
    t.index ["logbook_entry_id"], name: "index_traces_on_logbook_entry_id"
    t.index ["recording_id"], name: "index_traces_on_recording_id"
    t.index ["run_id"], name: "index_traces_on_run_id"
  end

  create_table "value_changes", force: :cascade do |t|
    t.integer "drive_id", null: false
    t.string "key", null: false
    t.json "before"
    t.json "after"
    t.string "how", null: false
    t.string "author", default: "", null: false
    t.datetime "at", null: false
    t.index ["drive_id", "key", "at"], name: "index_value_changes_on_drive_id_and_key_and_at"
  end

  create_table "write_batches", force: :cascade do |t|
    t.integer "drive_id", null: false
    t.string "kind", default: "write", null: false
    t.string "state", default: "running", null: false
    t.string "author", default: "", null: false
    t.string "message", default: "", null: false
    t.datetime "ended_at"
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index ["drive_id"], name: "index_write_batches_on_drive_id"
    t.index ["state"], name: "index_write_batches_on_state"
  end

  create_table "write_lines", force: :cascade do |t|
    t.integer "write_batch_id", null: false
    t.integer "position", null: false
    t.string "key", null: false
    t.json "before"
    t.json "wanted"
    t.json "read_back"
    t.string "state", default: "pending", null: false
    t.string "message", default: "", null: false
    t.index ["key"], name: "index_write_lines_on_key"
    t.index ["write_batch_id"], name: "index_write_lines_on_write_batch_id"
  end

  add_foreign_key "drafts", "drives", on_delete: :cascade
  add_foreign_key "drives", "projects", on_delete: :cascade
  add_foreign_key "facts", "drives", on_delete: :cascade
  add_foreign_key "firmware_updates", "drives", on_delete: :cascade
  add_foreign_key "imports", "drives", on_delete: :cascade
  add_foreign_key "loans", "drives", on_delete: :cascade
  add_foreign_key "loans", "runs", on_delete: :cascade
  add_foreign_key "logbook_entries", "drives", on_delete: :nullify
  add_foreign_key "logbook_entries", "projects", on_delete: :cascade
  add_foreign_key "power_checks", "drives"
  add_foreign_key "proofs", "drives", on_delete: :cascade
  add_foreign_key "readings", "drives", on_delete: :cascade
  add_foreign_key "recordings", "drives", on_delete: :cascade
  add_foreign_key "recordings", "recordings", column: "leader_id", on_delete: :nullify
  add_foreign_key "runs", "drives", on_delete: :cascade
  add_foreign_key "runs", "proofs", on_delete: :nullify
  add_foreign_key "snapshots", "drives", on_delete: :cascade
  add_foreign_key "trace_signals", "traces", on_delete: :cascade
  add_foreign_key "traces", "drives", on_delete: :cascade
  add_foreign_key "traces", "logbook_entries", on_delete: :nullify
  add_foreign_key "traces", "recordings", on_delete: :nullify
  add_foreign_key "traces", "runs", on_delete: :nullify
  add_foreign_key "value_changes", "drives", on_delete: :cascade
  add_foreign_key "write_batches", "drives", on_delete: :cascade
  add_foreign_key "write_lines", "write_batches", on_delete: :cascade
end
