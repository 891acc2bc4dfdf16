# frozen_string_literal: true

class NeedSerializer < ApplicationSerializer
  field :id, "string"
  field :label, "string"
  field :met, "boolean"
  field :state, "string"
  field :remedy, "string | null"
  field(:stage, "string | null") { |need| need.met ? nil : Proving::Needs::STAGES[need.id] }
end
