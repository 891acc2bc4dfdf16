# frozen_string_literal: true

# The values startup.* are called power_up.* from now on, as the view that tells what a drive does then.
class PowerUpKeys < ActiveRecord::Migration[7.2]
  KEYS = { drafts: :key, write_lines: :key, value_changes: :key }.freeze
  TABLES = {
    drives: %i[differences],
    readings: %i[live stored],
    snapshots: %i[held],
    sightings: %i[settings],
    proofs: %i[inputs],
    firmware_updates: %i[before altered]
  }.freeze

  def up = rename("startup.", "power_up.")
  def down = rename("power_up.", "startup.")

  private

  def rename(from, to)
    KEYS.each do |table, column|
      execute "UPDATE #{table} SET #{column} = replace(#{column}, '#{from}', '#{to}') " \
                "WHERE #{column} LIKE '#{from}%'"
    end
    TABLES.each do |table, columns|
      columns.each { |column| execute "UPDATE #{table} SET #{column} = replace(#{column}, '\"#{from}', '\"#{to}')" }
    end
  end
end
