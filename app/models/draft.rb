# frozen_string_literal: true

# A drafted setting: raw, as the wire will carry it.
class Draft < ApplicationRecord
  belongs_to :drive

  validates :reason, length: { maximum: 200 }
end
