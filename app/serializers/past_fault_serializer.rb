# frozen_string_literal: true

# A fault that the drive remembers: drive time at which it came, and how long ago that is, both in seconds.
class PastFaultSerializer < ApplicationSerializer
  field(:fault, "Fault") { |row| FaultSerializer.new(row[:fault]).to_h }
  field(:time, "number") { |row| row[:time] }
  field(:ago, "number") { |row| row[:ago] }
end
