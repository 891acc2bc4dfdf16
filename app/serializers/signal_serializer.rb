# frozen_string_literal: true

# A signal that a drive can record: its unit as it is shown, and the meaning of bits by place.
class SignalSerializer < ApplicationSerializer
  field :key, "string"
  field :name, "string"
  field(:unit, "string") { |signal| signal.plain? ? signal.unit : Gallop::Traces.unit(signal, params.fetch(:profile)) }
  field :bits, "Record<string, string>"
end
