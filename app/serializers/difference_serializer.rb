# frozen_string_literal: true

# A setting whose value in the drive is not the project's.
class DifferenceSerializer < ApplicationSerializer
  field(:key, "string") { |row| row["key"] }
  field(:name, "string") { |row| entry(row)&.name || row["key"] }
  field(:project, "string") { |row| entry(row)&.show(row["project"]).to_s }
  field(:drive, "string") { |row| entry(row)&.show(params[:live][row["key"]]).to_s }
  field(:why, "'draft' | 'elsewhere' | 'restart' | 'replacement'") { |row| row["why"] }

  def entry(row) = params[:profile][row["key"]]
end
