# frozen_string_literal: true

class WriteLineSerializer < ApplicationSerializer
  field :key, "string"
  field(:name, "string") { |line| params[:profile].fetch(line.key).name }
  field(:before, "string") { |line| params[:profile].fetch(line.key).show(line.before) }
  field(:wanted, "string") { |line| params[:profile].fetch(line.key).show(line.wanted) }
  field(:read_back, "string") { |line| params[:profile].fetch(line.key).show(line.read_back) }
  field :state, "'pending' | 'sent' | 'confirmed' | 'adjusted' | 'refused' | 'undone'"
  field :message, "string"
end
