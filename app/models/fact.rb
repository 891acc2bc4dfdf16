# frozen_string_literal: true

# One thing that the technician knows about the machine, as typed.
class Fact < ApplicationRecord
  belongs_to :drive

  validates :key, :stage, presence: true, length: { maximum: 60 }
  validates :text, presence: true, length: { maximum: 60 }
  validates :source, inclusion: { in: %w[typed library measured] }
end
