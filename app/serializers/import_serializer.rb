# frozen_string_literal: true

# A settings file against the draft: every line of it, and every problem with its place.
class ImportSerializer < ApplicationSerializer
  field :id, "number"
  field :name, "string"
  field(:format, "string") { |import| import.review.content.format }
  field(:foreign, "string | null") { |import| import.review.foreign }
  field(:problems, "{ place: string; message: string }[]") do |import|
    import.review.content.problems.first(200).map { |problem| { place: problem.place, message: problem.message } }
  end
  field(:counts, "Record<string, number>") { |import| import.review.lines.group_by(&:status).transform_values(&:size) }
  field(:lines, "ImportLine[]") do |import|
    ImportLineSerializer.new(
      import.review.lines.reject { |line| line.status == "same" }.first(1000),
      params: {
        current: import.drive.drafted_values
      }
    ).to_h
  end
end
