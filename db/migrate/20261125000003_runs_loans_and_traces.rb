# frozen_string_literal: true

# Tests as runs that are kept, what they borrow of a drive, and the signals that were recorded with them. The result
# of a proof gets one shape for all tests: rows of what was seen, findings, estimates.
class RunsLoansAndTraces < ActiveRecord::Migration[7.2]
  class Proof < ActiveRecord::Base
  end

  def up
    create_runs
    create_loans
    create_traces
    Proof.find_each { |proof| proof.update_columns(result: rows_of(proof.result)) unless proof.result.key?("rows") }
  end

  def down
    %i[trace_signals traces loans runs].each { |table| drop_table table }
  end

  private

  def create_runs
    create_table :runs do |t|
      t.references :drive, null: false, foreign_key: { on_delete: :cascade }
      t.references :proof, foreign_key: { on_delete: :nullify }
      t.string :kind, null: false
      t.string :state, null: false
      t.string :step, null: false, default: ""
      t.float :progress, null: false, default: 0.0
      t.string :message, null: false, default: ""
      t.json :marks, null: false, default: {}
      t.string :author, null: false, default: ""
      t.datetime :ended_at
      t.timestamps
    end
  end

  def create_loans
    create_table :loans do |t|
      t.references :run, null: false, foreign_key: { on_delete: :cascade }
      t.references :drive, null: false, foreign_key: { on_delete: :cascade }
      t.string :device, null: false
      t.string :key, null: false
      t.json :before
      t.json :lent
      t.string :note, null: false, default: ""
      t.datetime :returned_at
      t.timestamps
    end
  end

  # A row of facts a trace; the samples of each signal are packed floats, compressed.
  def create_traces
    create_table :traces do |t|
      t.references :drive, null: false, foreign_key: { on_delete: :cascade }
      t.references :run, foreign_key: { on_delete: :nullify }
      t.datetime :taken_at, null: false
    end
    create_table :trace_signals do |t|
      t.references :trace, null: false, foreign_key: { on_delete: :cascade }
      t.string :key, null: false
      t.string :unit, null: false, default: ""
      t.integer :size, null: false
      t.binary :samples, null: false
    end
  end

  def rows_of(result)
    rows = result.except("findings").reject { |_, value| value.nil? || value == [] }
    findings =
      result
        .fetch("findings", [])
        .map do |finding|
          finding.except("reason", "remedy").merge("because" => finding["reason"], "so" => finding["remedy"])
        end
    {
      rows: rows.map { |name, value| { label: name.humanize, text: [value].flatten.join(", ") } },
      findings: findings,
      estimates: []
    }
  end
end
