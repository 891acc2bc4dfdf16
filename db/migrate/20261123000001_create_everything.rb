# frozen_string_literal: true

class CreateEverything < ActiveRecord::Migration[7.2]
  def change
    create_projects_and_drives
    create_facts_and_drafts
    create_journal
    create_records
  end

  private

  def create_projects_and_drives
    create_table :projects do |t|
      t.string :name, null: false, index: { unique: true }
      t.string :note, null: false, default: ""
      t.timestamps
    end

    create_table :drives do |t|
      t.references :project, null: false, foreign_key: { on_delete: :cascade }
      t.string :name, null: false
      t.string :host, null: false
      t.integer :port, null: false
      t.integer :unit, null: false, default: 1
      t.string :family
      t.json :identity, null: false, default: {}
      t.string :gait, null: false, default: "walk"
      t.boolean :link_wanted, null: false, default: false
      t.json :live, null: false, default: {}
      t.json :stored, null: false, default: {}
      t.json :lost, null: false, default: []
      t.integer :starts
      t.datetime :read_at
      t.timestamps
      t.index %i[project_id name], unique: true
    end
  end

  def create_facts_and_drafts
    create_table :facts do |t|
      t.references :drive, null: false, foreign_key: { on_delete: :cascade }
      t.string :stage, null: false
      t.string :key, null: false
      t.string :text, null: false
      t.string :source, null: false, default: "typed"
      t.timestamps
      t.index %i[drive_id stage key], unique: true
    end

    create_table :drafts do |t|
      t.references :drive, null: false, foreign_key: { on_delete: :cascade }
      t.string :key, null: false
      t.json :raw
      t.string :reason, null: false, default: ""
      t.timestamps
      t.index %i[drive_id key], unique: true
    end
  end

  def create_journal
    create_table :write_batches do |t|
      t.references :drive, null: false, foreign_key: { on_delete: :cascade }
      t.string :kind, null: false, default: "write"
      t.string :state, null: false, default: "running"
      t.string :author, null: false, default: ""
      t.string :message, null: false, default: ""
      t.datetime :ended_at
      t.timestamps
      t.index %i[state]
    end

    create_table :write_lines do |t|
      t.references :write_batch, null: false, foreign_key: { on_delete: :cascade }
      t.integer :position, null: false
      t.string :key, null: false
      t.json :before
      t.json :wanted
      t.json :read_back
      t.string :state, null: false, default: "pending"
      t.string :message, null: false, default: ""
    end
  end

  def create_records
    create_table :logbook_entries do |t|
      t.references :project, null: false, foreign_key: { on_delete: :cascade }
      t.references :drive, foreign_key: { on_delete: :nullify }
      t.string :drive_name
      t.string :kind, null: false
      t.string :headline, null: false
      t.string :detail, null: false, default: ""
      t.string :author, null: false, default: ""
      t.datetime :at, null: false
      t.index %i[project_id at]
    end

    create_table :proofs do |t|
      t.references :drive, null: false, foreign_key: { on_delete: :cascade }
      t.string :kind, null: false
      t.json :inputs, null: false, default: {}
      t.json :result, null: false, default: {}
      t.string :verdict, null: false
      t.string :author, null: false, default: ""
      t.datetime :taken_at, null: false
      t.index %i[drive_id kind taken_at]
    end
  end
end
