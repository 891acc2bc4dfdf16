# frozen_string_literal: true

# One value of a write batch. before, wanted and read_back are raw.
class WriteLine < ApplicationRecord
  STATES = %w[pending sent confirmed adjusted refused undone].freeze

  belongs_to :write_batch

  validates :state, inclusion: { in: STATES }

  scope :in_order, -> { order(:position) }

  # Whether the drive may hold the new value, known or not.
  def may_have_landed? = %w[sent confirmed adjusted].include?(state)
  def open? = %w[pending sent].include?(state)
end
