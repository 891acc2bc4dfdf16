# frozen_string_literal: true

# Signals that were recorded together. A row a signal, its samples packed and compressed: never among the facts that
# every page asks for.
class Trace < ApplicationRecord
  TIME = "time"

  belongs_to :drive
  belongs_to :run, optional: true
  has_many :signals, class_name: "TraceSignal", dependent: :delete_all

  # @param at [Array<Float>] s from the beginning @param columns [Hash{String => Array<Float>}] by the key of the entry
  def self.keep(drive, at:, columns:, run: nil)
    transaction do
      create!(drive: drive, run: run, taken_at: Time.current).tap do |trace|
        trace.signals.create!(key: TIME, unit: "s", column: at)
        columns.each do |key, column|
          trace.signals.create!(key: key, unit: drive.profile.fetch(key).unit.to_s, column: column)
        end
      end
    end
  end

  # @return [Array<Float>] s
  def at = signals.find { |signal| signal.key == TIME }.column

  # @return [Array<TraceSignal>] all but the time
  def columns = signals.reject { |signal| signal.key == TIME }
end
