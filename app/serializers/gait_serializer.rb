# frozen_string_literal: true

class GaitSerializer < ApplicationSerializer
  field :name, "string"
  field(:speed, "number") { |gait| (gait.speed * 100).round }
  field(:torque, "number") { |gait| (gait.torque * 100).round }
  field(:acceleration, "number") { |gait| (gait.acceleration * 100).round }
end
