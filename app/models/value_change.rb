# frozen_string_literal: true

# A live value that changed without a write of Gallop's: by another master, at a restart, with a new drive or
# firmware. What Gallop wrote is in the lines of its batches.
class ValueChange < ApplicationRecord
  HOWS = %w[elsewhere restart replacement firmware].freeze

  belongs_to :drive

  validates :how, inclusion: { in: HOWS }
end
