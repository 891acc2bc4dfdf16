# frozen_string_literal: true

class MotorSerializer < ApplicationSerializer
  field(:kind, "'synchronous' | 'induction'") { |stage| stage.drive.profile.motor_kind.to_s }
  field(:blocked, "boolean", &:blocked?)
  field(:missing, "string[]") { |stage| stage.assessment.missing }
  typelize fields: "MotorField[]"
  attribute(:fields) { |stage| stage.sheet.fields.map { |field| MotorFieldSerializer.new(field, params: { stage: stage }).to_h } }
  many :consequences, source: proc { assessment.consequences }, resource: ConsequenceSerializer
  many :findings, source: proc { assessment.findings }, resource: FindingSerializer
  many :proposals, resource: ProposalSerializer
end
