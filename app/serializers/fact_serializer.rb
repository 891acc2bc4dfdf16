# frozen_string_literal: true

# A fact that is asked for, with what was typed and the value of the drive that it becomes.
class FactSerializer < ApplicationSerializer
  field :key, "string"
  field :label, "string"
  field :unit, "string"
  field :help, "string"
  field :group, "string"
  field :required, "boolean"
  field(:whole, "boolean") { |field| field.whole }
  field(:words, "boolean") { |field| field.text }
  field(:step, "number | null") { |field| field.step }
  field(:choices, "{ id: string; title: string }[]") do |field|
    field.choices.map { |id, title| { id: id, title: title } }
  end
  field(:range, "string | null") { |field| field.minimum && field.range_text }
  field(:text, "string") { |field| params[:stage].typed.fetch(field.key, "") }
  field(:source, "string | null") { |field| params[:stage].kept[field.key]&.source }
  field(:problem, "string | null") { |field| params[:stage].sheet.problems[field.key] }
end
