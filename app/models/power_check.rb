# frozen_string_literal: true

# What somebody looked at before the power stage of a drive was switched on for the first time: the sentence that was
# found true. It stands for as long as the machine asks for the same.
class PowerCheck < ApplicationRecord
  belongs_to :drive

  validates :check_id, :sentence, :seen_by, presence: true
end
