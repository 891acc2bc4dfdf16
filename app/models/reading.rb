# frozen_string_literal: true

# All values of a drive as they were last read, for the time in which its link is down.
class Reading < ApplicationRecord
  belongs_to :drive

  attribute :live, KeptJson.new
  attribute :stored, KeptJson.new
end
