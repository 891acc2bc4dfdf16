# frozen_string_literal: true

class ConsequenceSerializer < ApplicationSerializer
  field :id, "string"
  field :label, "string"
  field :text, "string"
  field(:words, "boolean") { |consequence| !consequence.words.nil? }
  field :note, "string | null"
end
