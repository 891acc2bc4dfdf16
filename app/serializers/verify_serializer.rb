# frozen_string_literal: true

class VerifySerializer < ApplicationSerializer
  many :needs, resource: NeedSerializer
  many :gaits, resource: GaitSerializer
  field :gait, "string"
  field :armed, "boolean"
  field :enabled_for, "'speed' | 'position' | 'torque' | 'injection' | 'turning' | 'placing' | null"
  field :started_by, "string | null"
  field :supervised, "boolean"
  field :speed, "number"
  field :limit, "number"
  field :limit_backward, "number"
  field :allowed, "number"
  field :allowed_backward, "number"
  field :alignment_way, "string | null"
  field(:status_bits, "{ bit: number; name: string }[]")
  field(:mode_bits, "{ mode: number; bit: number; name: string }[]")
end
