# frozen_string_literal: true

# The kept result of a test. It rests on inputs, and is stale once one of them has another value.
class Proof < ApplicationRecord
  VERDICTS = %w[proven failed].freeze

  belongs_to :drive

  validates :verdict, inclusion: { in: VERDICTS }

  def stale?
    values = drive.live_values
    inputs.any? { |key, raw| values.key?(key) && values[key] != raw }
  end

  # @return [String] proven, failed or stale
  def standing = stale? ? "stale" : verdict
end
