# frozen_string_literal: true

# A stage of facts: fields with what was typed, and all that follows.
class FactStageSerializer < ApplicationSerializer
  field(:stage, "string", &:name)
  field(:kind, "'synchronous' | 'linear' | 'induction' | 'brushed' | 'stepper'") do |stage|
    stage.drive.profile.motor_kind.to_s
  end
  field(:blocked, "boolean", &:blocked?)
  field(:missing, "string[]") { |stage| stage.assessment.missing }
  typelize fields: "Fact[]"
  attribute(:fields) do |stage|
    stage.sheet.fields.map { |field| FactSerializer.new(field, params: { stage: stage }).to_h }
  end
  many :consequences, source: proc { assessment.consequences }, resource: ConsequenceSerializer
  many :findings, source: proc { assessment.findings }, resource: FindingSerializer
  many :charts, source: proc { assessment.charts }, resource: ChartSerializer
  typelize tables: "{ id: string; title: string; columns: string[]; rows: string[][]; note: string | null }[]"
  attribute(:tables) do |stage|
    stage.assessment.tables.map do |table|
      { id: table.id, title: table.title, columns: table.columns, rows: table.rows, note: table.note }
    end
  end
  many :proposals, resource: ProposalSerializer
end
