# frozen_string_literal: true

class ImportSummarySerializer < ApplicationSerializer
  field :id, "number"
  field :name, "string"
  field :author, "string"
  field(:at, "string") { |import| import.created_at.iso8601(3) }
end
